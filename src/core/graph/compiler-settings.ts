/**
 * Aliases of `tsconfig.json` and `jsconfig.json`, read from the tree in memory, so that a *planned* tree answers
 * from its own configuration and a configuration that moves is proved like everything else.
 *
 * Rules: TypeScript handbook, "TSConfig Reference": `extends` (a path, a package, or a list; later ones win),
 * `paths` (relative to `baseUrl` where one is set, else to the file that declares them; a child's replace its
 * parent's), `${configDir}`, `references`. A test holds this against get-tsconfig.
 */
import { posix } from "node:path";
import picomatch from "picomatch";
import { ShelfError } from "../base/errors.js";
import { folderOf, foldersAbove, inFolder, rootPath, type ProjectPath } from "../base/paths.js";
import type { TreeView } from "../files/index.js";
import { asObject, asStrings, parseJsonFile, type JsonObject } from "./json-file.js";
import { bySpecificity, type Mapping } from "../languages/index.js";

/** What one configuration says about names. */
export interface CompilerSettings {
  readonly file: ProjectPath;
  readonly mappings: readonly Mapping[];
  /** Which files it is for. */
  readonly covers: (path: ProjectPath) => boolean;
  readonly references: readonly ProjectPath[];
  /** Whether names may end in `.ts` and the like. */
  readonly allowsOwnExtensions: boolean;
}

interface Options {
  readonly allowsOwnExtensions?: boolean;
  readonly baseUrl?: string;
  readonly paths?: JsonObject;
  readonly pathsFrom?: string;
  readonly scope: JsonObject;
  readonly scopeFrom: string;
}

const fileNames = ["tsconfig.json", "jsconfig.json"];

/** Reads configurations on demand and keeps them. */
export class CompilerSettingsReader {
  readonly #read = new Map<string, CompilerSettings>();
  readonly #nearest = new Map<ProjectPath, CompilerSettings | undefined>();

  constructor(readonly tree: TreeView) {}

  /** The settings that hold for a file: the nearest configuration upward, or the one it refers to that covers the file. */
  for(path: ProjectPath): CompilerSettings | undefined {
    const nearest = this.#nearestTo(folderOf(path));
    if (!nearest || nearest.references.length === 0 || (nearest.mappings.length > 0 && nearest.covers(path)))
      return nearest;
    const referred = this.#allReferred(nearest);
    return (
      referred.find((settings) => settings.covers(path)) ??
      (nearest.mappings.length > 0 ? nearest : referred.find((settings) => settings.mappings.length > 0)) ??
      nearest
    );
  }

  #nearestTo(folder: ProjectPath): CompilerSettings | undefined {
    if (this.#nearest.has(folder)) return this.#nearest.get(folder);
    const name = fileNames.find((each) => this.tree.has(inFolder(folder, each)));
    const found = name
      ? this.read(inFolder(folder, name))
      : folder === rootPath
        ? undefined
        : this.#nearestTo(folderOf(folder));
    this.#nearest.set(folder, found);
    return found;
  }

  #allReferred(from: CompilerSettings): CompilerSettings[] {
    const found = new Map<string, CompilerSettings>();
    const waiting = [...from.references];
    for (let file = waiting.shift(); file !== undefined; file = waiting.shift()) {
      if (found.has(file) || file === from.file || !this.tree.has(file)) continue;
      const settings = this.read(file);
      found.set(file, settings);
      waiting.push(...settings.references);
    }
    return [...found.values()];
  }

  /** Mappings of every configuration in the tree. One that is broken is passed over here; it is refused where it is needed. */
  all(): readonly Mapping[] {
    const files = this.tree.paths.filter((path) => /(^|\/)[jt]sconfig[^/]*\.json$/.test(path));
    return files.flatMap((file) => {
      try {
        return this.read(file).mappings;
      } catch {
        return [];
      }
    });
  }

  /** Reads one configuration with all that it extends. Throws `CONFIG_BROKEN`. */
  read(file: ProjectPath): CompilerSettings {
    let settings = this.#read.get(file);
    if (!settings) this.#read.set(file, (settings = settingsFrom(file, this.#options(file, [], folderOf(file)))));
    return settings;
  }

  #options(file: string, above: readonly string[], configFolder: string): Options {
    const text = this.tree.text(file as ProjectPath)?.text ?? this.tree.readBeyond(file);
    if (above.length > deepest)
      throw new ShelfError("CONFIG_BROKEN", {
        place: { file: above[0] ?? file },
        path: file,
        reason: `it extends others through more than ${deepest} files.`,
      });
    if (text === undefined || above.includes(file)) return { scope: {}, scopeFrom: "" };
    const json = parseJsonFile(text, file);
    const folder = posix.dirname(file) === "." ? "" : posix.dirname(file);
    const parents = asStrings(json.extends).map((name) =>
      this.#options(this.#extended(name, folder), [...above, file], configFolder),
    );
    return mergeOptions(parents, json, folder, configFolder);
  }

  /** `./base` may leave `.json` out; anything not relative is a package, looked for upward. */
  #extended(name: string, folder: string): string {
    if (/^\.{1,2}(\/|$)/.test(name)) {
      const path = posix.join(folder, name);
      return [path, `${path}.json`, `${path}/tsconfig.json`].find((each) => this.#isThere(each)) ?? path;
    }
    for (const above of [folder, ...foldersAbove(`${folder}/x` as ProjectPath), ""]) {
      const base = posix.join(above, "node_modules", name);
      const found = [base, `${base}.json`, `${base}/tsconfig.json`].find((each) => this.#isThere(each));
      if (found !== undefined) return found;
    }
    return name;
  }

  #isThere(path: string): boolean {
    return this.tree.has(path as ProjectPath) || this.tree.existsBeyond(path);
  }
}

/** Nobody stacks settings higher by hand. */
const deepest = 100;

function mergeOptions(parents: readonly Options[], json: JsonObject, folder: string, configFolder: string): Options {
  const own = asObject(json.compilerOptions) ?? {};
  const absolute = (path: string): string =>
    posix.join(path.startsWith("${configDir}") ? configFolder : folder, path.replace("${configDir}", "."));
  const inherited = parents.reduce<Options>(
    (all, each) => ({
      ...all,
      ...each,
      scope: { ...all.scope, ...each.scope },
      scopeFrom: each.scopeFrom || all.scopeFrom,
    }),
    { scope: {}, scopeFrom: "" },
  );
  const scope = Object.fromEntries(
    ["files", "include", "exclude", "references"].filter((key) => key in json).map((key) => [key, json[key]]),
  );
  // A reference belongs to the file that makes it; everything else is inherited.
  const inheritedScope = Object.fromEntries(Object.entries(inherited.scope).filter(([key]) => key !== "references"));
  return {
    ...inherited,
    ...(typeof own.baseUrl === "string" && { baseUrl: absolute(own.baseUrl) }),
    ...(typeof own.allowImportingTsExtensions === "boolean" && { allowsOwnExtensions: own.allowImportingTsExtensions }),
    ...(asObject(own.paths) && { paths: asObject(own.paths) ?? {}, pathsFrom: folder }),
    scope: { ...inheritedScope, ...scope },
    scopeFrom: "include" in scope || "files" in scope ? folder : inherited.scopeFrom || folder,
  };
}

function settingsFrom(file: ProjectPath, options: Options): CompilerSettings {
  const folder = folderOf(file);
  const mappings: Mapping[] = [];
  const from = options.baseUrl ?? options.pathsFrom ?? folder;
  for (const [pattern, targets] of Object.entries(options.paths ?? {})) {
    const paths = asStrings(targets).map((target) =>
      posix.join(target.startsWith("${configDir}") ? folder : from, target.replace("${configDir}", ".")),
    );
    mappings.push({ kind: "alias", pattern, targets: paths, exact: false, all: false, by: file });
  }
  mappings.sort(bySpecificity);
  if (options.baseUrl !== undefined)
    mappings.push({
      kind: "base folder",
      pattern: "*",
      targets: [posix.join(options.baseUrl, "*")],
      exact: false,
      all: false,
      by: file,
    });
  const references = (Array.isArray(options.scope.references) ? (options.scope.references as unknown[]) : []).flatMap(
    (each) => asStrings(asObject(each)?.path),
  );
  return {
    file,
    mappings,
    covers: coverage(options),
    allowsOwnExtensions: options.allowsOwnExtensions ?? false,
    references: references.map((path) => referredFile(folder, path)),
  };
}

function referredFile(folder: ProjectPath, path: string): ProjectPath {
  const joined = posix.join(folder, path);
  return (joined.endsWith(".json") ? joined : posix.join(joined, "tsconfig.json")) as ProjectPath;
}

/** `include`, `exclude` and `files` as globs. `src` means all below it; without both lists everything below counts. */
function coverage({ scope, scopeFrom }: Options): (path: ProjectPath) => boolean {
  const globs = (patterns: readonly string[]): readonly string[] =>
    patterns.flatMap((pattern) => {
      const full = posix.join(scopeFrom, pattern.replace("${configDir}", "."));
      return /[*?]|\.\w+$/.test(posix.basename(full))
        ? [full]
        : [`${full === "." ? "" : `${full.replace(/\/$/, "")}/`}**`];
    });
  const files = asStrings(scope.files).map((path) => posix.join(scopeFrom, path));
  const include = "include" in scope ? asStrings(scope.include) : "files" in scope ? [] : ["**/*"];
  const isIn = picomatch([...globs(include)], { dot: true });
  const isOut = picomatch([...globs(asStrings(scope.exclude))], { dot: true });
  return (path) => files.includes(path) || (include.length > 0 && isIn(path) && !isOut(path));
}
