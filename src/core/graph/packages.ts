/**
 * What `package.json` files say about names: `imports` (`#db`), a package's own name through `exports`, workspace
 * packages by name, and `main` of a folder. Rules: Node.js documentation, "Modules: Packages".
 */
import { posix } from "node:path";
import { folderOf, inFolder, isBelow, nameOf, relativePath, rootPath, type ProjectPath } from "../base/paths.js";
import type { TreeView } from "../files/index.js";
import { asObject, asStrings, parseJsonFile, type JsonObject } from "./json-file.js";
import { bySpecificity, type Mapping } from "../languages/index.js";

/** Fields that say which file stands for the package, for one tool or another. */
const entryFields = ["main", "module", "types", "typings", "browser", "react-native", "source"];

/** Reads manifests on demand and keeps them. */
export class PackageReader {
  readonly #read = new Map<ProjectPath, JsonObject>();
  readonly #declared = new Map<ProjectPath, ReadonlySet<string>>();
  readonly #nearest = new Map<ProjectPath, ProjectPath | undefined>();
  readonly #own = new Map<ProjectPath, readonly Mapping[]>();
  #workspace: readonly Mapping[] | undefined;

  constructor(readonly tree: TreeView) {}

  /** The manifest that a file belongs to, upward. */
  nearestTo(folder: ProjectPath): ProjectPath | undefined {
    if (this.#nearest.has(folder)) return this.#nearest.get(folder);
    const here = inFolder(folder, "package.json");
    const found = this.tree.has(here) ? here : folder === rootPath ? undefined : this.nearestTo(folderOf(folder));
    this.#nearest.set(folder, found);
    return found;
  }

  /** Mappings that hold for files in a folder: `#imports`, its own package's name, then the workspace's packages. */
  mappingsFor(folder: ProjectPath): readonly Mapping[] {
    const manifest = this.nearestTo(folder);
    if (manifest === undefined) return this.#workspaceMappings();
    let own = this.#own.get(manifest);
    if (!own) this.#own.set(manifest, (own = [...this.#ownMappings(manifest), ...this.#workspaceMappings()]));
    return own;
  }

  /** Files that a folder's manifest names as its entry, as written (a path from the root, maybe without extension). */
  entriesOf(folder: ProjectPath): readonly string[] {
    const manifest = inFolder(folder, "package.json");
    if (!this.tree.has(manifest)) return [];
    const json = this.#json(manifest);
    return [...new Set(entryFields.flatMap((field) => asStrings(json[field])))].map((path) => posix.join(folder, path));
  }

  /** Whether a path lies in a folder out of which a package is taken, and which is not here: a build fills it (`lib` of `main: lib/index.js`). */
  isUnbuilt(manifest: ProjectPath | undefined, path: ProjectPath): boolean {
    if (manifest === undefined || !this.tree.has(manifest) || !this.#isReadable(manifest)) return false;
    const folder = folderOf(manifest);
    const [top = ""] = isBelow(path, folder) ? relativePath(folder, path).split("/") : [];
    if (top === "" || this.tree.hasFolder(inFolder(folder, top))) return false;
    const entries = [...this.entriesOf(folder), ...inPackage(folder, leaves(this.#json(manifest).exports))];
    return entries.some((entry) => isBelow(entry as ProjectPath, inFolder(folder, top)));
  }

  /** Whether a manifest depends on one of these packages, for whatever. */
  dependsOnAny(manifest: ProjectPath | undefined, names: readonly string[]): boolean {
    const declared = this.declaredBy(manifest);
    return names.some((name) => declared.has(name));
  }

  /** The packages on which a manifest depends, for whatever; none of one that cannot be read. */
  declaredBy(manifest: ProjectPath | undefined): ReadonlySet<string> {
    if (manifest === undefined || !this.tree.has(manifest) || !this.#isReadable(manifest)) return new Set();
    let declared = this.#declared.get(manifest);
    if (!declared) {
      const json = this.#json(manifest);
      const groups = ["dependencies", "devDependencies", "peerDependencies"].map(
        (field) => asObject(json[field]) ?? {},
      );
      this.#declared.set(manifest, (declared = new Set(groups.flatMap((group) => Object.keys(group)))));
    }
    return declared;
  }

  /** Mappings of every manifest in the tree, and the entries of folders that have one. */
  all(): readonly Mapping[] {
    const manifests = this.tree.paths.filter((path) => nameOf(path) === "package.json" && this.#isReadable(path));
    const folders = manifests.map((by): Mapping => {
      const folder = folderOf(by);
      const targets = this.entriesOf(folder).map((entry) => posix.normalize(entry));
      return { kind: "folder entry", pattern: nameOf(folder), targets, exact: false, all: true, by };
    });
    return [...folders, ...manifests.flatMap((manifest) => this.#ownMappings(manifest)), ...this.#workspaceMappings()];
  }

  /** A manifest that is broken is passed over in a survey of all; it is refused where it is needed. */
  #isReadable(manifest: ProjectPath): boolean {
    try {
      this.#json(manifest);
      return true;
    } catch {
      return false;
    }
  }

  #json(manifest: ProjectPath): JsonObject {
    let json = this.#read.get(manifest);
    if (!json) this.#read.set(manifest, (json = parseJsonFile(this.tree.text(manifest)?.text ?? "{}", manifest)));
    return json;
  }

  #ownMappings(manifest: ProjectPath): Mapping[] {
    const json = this.#json(manifest);
    const folder = folderOf(manifest);
    const imports = Object.entries(asObject(json.imports) ?? {}).map(([pattern, value]): Mapping => {
      return {
        kind: "package imports",
        pattern,
        targets: inPackage(folder, leaves(value).filter(isPath)),
        exact: true,
        all: true,
        by: manifest,
      };
    });
    const self =
      typeof json.name === "string" && json.exports !== undefined ? packageMappings("own package", json, manifest) : [];
    return [...imports.sort(bySpecificity), ...self];
  }

  /** Every named package of the tree, once the root says that it is a workspace. The one least deep wins a name. */
  #workspaceMappings(): readonly Mapping[] {
    return (this.#workspace ??= this.#isWorkspace() ? this.#readWorkspace() : []);
  }

  #isWorkspace(): boolean {
    const marks = ["pnpm-workspace.yaml", "lerna.json", "rush.json"] as ProjectPath[];
    const root = "package.json" as ProjectPath;
    return (
      marks.some((mark) => this.tree.has(mark)) || (this.tree.has(root) && this.#json(root).workspaces !== undefined)
    );
  }

  #readWorkspace(): Mapping[] {
    const manifests = this.tree.paths.filter(
      (path) => nameOf(path) === "package.json" && path !== "package.json" && this.#isReadable(path),
    );
    manifests.sort((a, b) => a.split("/").length - b.split("/").length);
    const names = new Set<string>();
    return manifests.flatMap((manifest) => {
      const json = this.#json(manifest);
      if (typeof json.name !== "string" || names.has(json.name)) return [];
      names.add(json.name);
      return packageMappings("workspace package", json, manifest);
    });
  }
}

/** A package's name as mappings: through `exports` where there are any, else its entry and every path below it. */
function packageMappings(
  kind: "own package" | "workspace package",
  json: JsonObject,
  manifest: ProjectPath,
): Mapping[] {
  const folder = folderOf(manifest);
  const name = json.name as string;
  const common = { kind, all: true, by: manifest } as const;
  if (json.exports === undefined) {
    const entries = entryFields.flatMap((field) => asStrings(json[field]));
    const targets = inPackage(folder, entries.length > 0 ? entries : ["index"]);
    return [
      { ...common, pattern: name, targets, exact: false },
      { ...common, pattern: `${name}/*`, targets: [posix.join(folder, "*")], exact: false },
    ];
  }
  const exported = Object.entries(exportsOf(json.exports)).map(([subpath, value]): Mapping => {
    return { ...common, pattern: name + subpath.slice(1), targets: inPackage(folder, leaves(value)), exact: true };
  });
  return exported.sort(bySpecificity);
}

/** `exports` may be one target, a set of conditions, or a set of subpaths that start with a dot. */
function exportsOf(value: unknown): JsonObject {
  const object = asObject(value);
  const bySubpath = object && Object.keys(object).every((key) => key.startsWith("."));
  return bySubpath ? object : { ".": value };
}

/** All paths in a tree of conditions and fallbacks. */
function leaves(value: unknown): string[] {
  if (typeof value === "string") return [value];
  if (Array.isArray(value)) return value.flatMap(leaves);
  const object = asObject(value);
  return object ? [...new Set(Object.values(object).flatMap(leaves))] : [];
}

/** `imports` may also name another package, which is nobody's file here. */
function isPath(target: string): boolean {
  return target.startsWith("./");
}

/** Targets as paths from the root. */
function inPackage(folder: ProjectPath, targets: readonly string[]): string[] {
  return targets.map((target) => posix.join(folder, target));
}
