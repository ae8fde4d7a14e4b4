/**
 * What a reference means on a tree: which files, by which rule.
 *
 * Resolution never asks the disk about the project's own files, so a planned tree can be resolved like the present
 * one. One reference may mean several files: one a platform, one a density, a script and the declaration beside it.
 */
import { posix } from "node:path";
import picomatch from "picomatch";
import type { LookupRules, Reference } from "../languages/index.js";
import { folderOf, inFolder, isBelow, joinPath, rootPath, toProjectPath, type ProjectPath } from "../base/paths.js";
import type { TreeView } from "../files/index.js";
import { CompilerSettingsReader } from "./compiler-settings.js";
import { LookupIndex } from "./lookup-index.js";
import { fillPattern, matchPattern, type Mapping } from "./mapping.js";
import { PackageReader } from "./packages.js";
import { resolveBase, resolvePlace, resolveScope } from "./place-lookup.js";
import type { Ground, Resolution, Scheme } from "./resolution.js";
import { SheetEntries } from "./sheet-entries.js";
import { resolveAsset, resolveSheet } from "./sheet-lookup.js";
import { globBase, isRelative, meansFolder, spellingsOf, splitSpecifier } from "./specifier.js";

type Found = Extract<Resolution, { state: "found" }>;

const external: Resolution = { state: "external" };
const unresolved: Resolution = { state: "unresolved" };

type Question = Pick<Reference, "specifier" | "lookup">;

/** Resolves references on one tree. Answers are kept; make a new one for a changed tree. */
export class Resolver {
  readonly index: LookupIndex;
  readonly #packages: PackageReader;
  readonly #settings: CompilerSettingsReader;
  readonly #answers = new Map<string, Map<string, Resolution>>();
  #last: { from: string; folder: ProjectPath; configured: string | undefined } = {
    from: "\0",
    folder: "" as ProjectPath,
    configured: undefined,
  };
  readonly #mappings = new Map<string, readonly Mapping[]>();
  readonly #installed = new Map<string, boolean>();
  readonly #beyond = new Map<string, string | undefined>();
  readonly #webRoots = new Map<ProjectPath, readonly Mapping[]>();
  readonly #depends = new Map<string, boolean>();
  readonly #ground: Ground;
  readonly entriesOf: (sheet: ProjectPath) => readonly ProjectPath[];

  /**
   * `aliases` are those of `steady-shelf.yaml`, as mappings. A resolver of a planned tree is given the one of the present
   * tree: files that are not the project's do not move, so what that one found of them is all there is to find.
   */
  constructor(
    readonly tree: TreeView,
    readonly rules: LookupRules,
    readonly aliases: readonly Mapping[],
    readonly present?: Resolver,
    /** Says which sheets take a sheet in; asked only where a URL's meaning depends on it. */
    entriesOf?: (sheet: ProjectPath) => readonly ProjectPath[],
  ) {
    const entries = new SheetEntries(tree, (from, reference) => this.resolve(from, reference));
    this.entriesOf = entriesOf ?? ((sheet) => entries.of(sheet));
    this.index = new LookupIndex(tree, rules);
    this.#packages = new PackageReader(tree);
    this.#settings = new CompilerSettingsReader(tree);
    this.#ground = this.#makeGround();
  }

  #makeGround(): Ground {
    return {
      tree: this.tree,
      plain: (path) => this.index.plain(path),
      file: (path) => this.index.file(path),
      loosely: (path) => this.#look(path, "relative", { loose: true })?.targets ?? [],
      mappings: (from) => this.mappingsFor(from),
      loadPaths: (from) => this.loadPathsFor(from),
      webRoots: (from) => this.#webRootsOf(from),
      packageFolder: (from) => this.#packageFolder(from),
      dependsOnAny: (from, names) => this.#dependsOnAny(from, names),
      isPackage: (from, name) => this.#isPackage(from, name),
      beyond: (at, endings) => this.#lookBeyondWith(at, endings),
      entriesOf: (sheet) => this.entriesOf(sheet),
    };
  }

  /** The folder from which a file's package is built: that of its manifest. */
  packageFolderOf(from: ProjectPath): ProjectPath {
    return this.#packageFolder(from);
  }

  /** What a leading slash stands for in a file. */
  webRootsFor(from: ProjectPath): readonly Mapping[] {
    return this.#webRootsOf(from);
  }

  #packageFolder(from: ProjectPath): ProjectPath {
    const manifest = this.#packages.nearestTo(folderOf(from));
    return manifest === undefined ? rootPath : folderOf(manifest);
  }

  #dependsOnAny(from: ProjectPath, names: readonly string[]): boolean {
    const key = `${this.#packageFolder(from)}|${names.join()}`;
    let depends = this.#depends.get(key);
    if (depends === undefined) {
      const manifests = [this.#packages.nearestTo(folderOf(from)), "package.json" as ProjectPath];
      depends = manifests.some((manifest) => this.#packages.dependsOnAny(manifest, names));
      this.#depends.set(key, depends);
    }
    return depends;
  }

  /** Folders in which the sheets of a file's package are looked for: those that settings name, then where tools are run. */
  loadPathsFor(from: ProjectPath): readonly Mapping[] {
    const folder = this.#packageFolder(from);
    const target = posix.join(folder, "*");
    const by = inFolder(folder, "package.json");
    const isFor = ({ kind, under }: Mapping): boolean =>
      kind === "load path" && (under === undefined || under === "" || isBelow(from, under));
    const here: Mapping = { kind: "working folder", pattern: "*", targets: [target], exact: false, all: false, by };
    return [...this.aliases.filter(isFor), here];
  }

  /** `/src/main.ts` as dev servers mean it: from the folder of the nearest manifest, or its `public` or `static` folder. */
  #webRootsOf(from: ProjectPath): readonly Mapping[] {
    const folder = this.#packageFolder(from);
    let roots = this.#webRoots.get(folder);
    if (!roots) {
      const by = this.#packages.nearestTo(folderOf(from)) ?? folder;
      roots = [folder, inFolder(folder, "public"), inFolder(folder, "static")].map((base): Mapping => {
        const targets = [posix.join(base, "*")];
        return { kind: "web root", pattern: "/*", targets, exact: false, all: false, by };
      });
      this.#webRoots.set(folder, roots);
    }
    return roots;
  }

  /** What a reference in the file `from` means. Throws `CONFIG_BROKEN` where a needed configuration is. */
  resolve(from: ProjectPath, question: Question): Resolution {
    const { specifier, lookup } = question;
    // A glob leaves its own file out, so its answer is for that file alone.
    if (lookup === "glob" || lookup === "asset") return this.#answer(from, question);
    const scope = this.#scopeOf(from, specifier.startsWith("."));
    let answers = this.#answers.get(scope);
    if (!answers) this.#answers.set(scope, (answers = new Map<string, Resolution>()));
    const key = lookup === "module" ? specifier : `${lookup}:${specifier}`;
    let answer = answers.get(key);
    if (!answer) answers.set(key, (answer = this.#answer(from, question)));
    return answer;
  }

  /** Whether names in a file may end in extensions that need a permission; without a configuration nobody forbids them. */
  allowsOwnExtensions(from: ProjectPath): boolean {
    return this.#settings.for(from)?.allowsOwnExtensions ?? true;
  }

  /** The mappings that hold for a file, in the order in which they are asked. */
  mappingsFor(from: ProjectPath): readonly Mapping[] {
    const settings = this.#settings.for(from);
    const folder = folderOf(from);
    const key = `${folder}|${settings?.file ?? ""}`;
    let found = this.#mappings.get(key);
    if (!found) {
      const isBase = (mapping: Mapping): boolean => mapping.kind === "base folder";
      const own = settings?.mappings ?? [];
      found = [
        ...own.filter((mapping) => !isBase(mapping)),
        ...this.aliases.filter(
          ({ kind, under }) => kind !== "load path" && (under === undefined || under === "" || isBelow(from, under)),
        ),
        ...this.#packages.mappingsFor(folder),
        ...own.filter(isBase),
      ];
      this.#mappings.set(key, found);
    }
    return found;
  }

  /** Files between which a name means the same: those of one folder, and for aliases also under one configuration. */
  #scopeOf(from: ProjectPath, relative: boolean): string {
    // Files are asked about one after the other, each with all of its names.
    if (this.#last.from !== from) this.#last = { from, folder: folderOf(from), configured: undefined };
    if (relative) return this.#last.folder;
    return (this.#last.configured ??= `${this.#last.folder}|${this.#settings.for(from)?.file ?? ""}`);
  }

  /** Every mapping that any file of the project is under. Reads all configurations. */
  allMappings(): readonly Mapping[] {
    return [...this.aliases, ...this.#settings.all(), ...this.#packages.all()];
  }

  #answer(from: ProjectPath, { specifier, lookup }: Question): Resolution {
    const whole = this.#whole(from, { specifier, lookup });
    if (whole) return whole;
    const { path } = splitSpecifier(specifier);
    if (/^[a-zA-Z][\w+.-]+:/.test(path) || path.startsWith("//")) return external;
    switch (lookup) {
      case "sass":
      case "less":
      case "css":
        return resolveSheet(this.#ground, from, specifier, lookup);
      case "asset":
        return resolveAsset(this.#ground, from, specifier);
      case "place":
      case "beside":
        return resolvePlace(this.#ground, from, specifier, lookup === "beside");
      case "scope":
        return resolveScope(this.#ground, from, specifier);
      case "base":
        return resolveBase(this.#ground, from, specifier);
      case "glob":
        return this.#glob(from, specifier);
    }
    if (path.startsWith("/")) return this.#fromWebRoot(from, path);
    if (lookup === "module" && !isRelative(path)) return this.#throughMappings(from, path);
    return this.#relative(from, path, lookup === "module");
  }

  /** `#`, `?` and `!` may stand in a file's own name: where there is such a file, it is what is meant. */
  #whole(from: ProjectPath, { specifier, lookup }: Question): Found | undefined {
    if (!/[!?#]/.test(specifier) || !isRelative(specifier)) return undefined;
    if (lookup !== "module" && lookup !== "url" && lookup !== "path" && lookup !== "asset") return undefined;
    const target = joinPath(folderOf(from), specifier);
    return target === undefined ? undefined : this.#look(target, "relative", { loose: lookup === "module" });
  }

  #relative(from: ProjectPath, path: string, loose: boolean): Resolution {
    for (const spelled of spellingsOf(path)) {
      const target = joinPath(folderOf(from), spelled);
      const found =
        target !== undefined && this.#look(target, "relative", { loose, folderOnly: loose && meansFolder(path) });
      if (found) return found;
    }
    const at = posix.join(folderOf(from), path).replace(/\/$/, "");
    // `new URL("../data/", import.meta.url)` may mean a folder, as settings do.
    const folder = loose ? undefined : toProjectPath(at);
    if (folder !== undefined && this.tree.hasFolder(folder)) return { state: "folder", at: folder, scheme: "relative" };
    const beyond = this.#lookBeyond(at, loose);
    return beyond === undefined ? unresolved : { state: "beyond", at: beyond, scheme: "relative" };
  }

  /** A file, a stem, a folder: in this order, as Node, TypeScript and bundlers do. */
  #look(path: ProjectPath, scheme: Scheme, how: { loose: boolean; folderOnly?: boolean }): Found | undefined {
    if (!how.folderOnly) {
      const file = this.index.file(path);
      const targets = file.length > 0 || !how.loose ? file : this.index.stem(path);
      if (targets.length > 0) return { state: "found", targets, scheme };
    }
    if (!how.loose || !this.tree.hasFolder(path)) return undefined;
    const targets = this.#lookFolder(path);
    return targets.length > 0 ? { state: "found", targets, scheme, folder: path } : undefined;
  }

  #lookFolder(folder: ProjectPath): readonly ProjectPath[] {
    const entries = this.#packages.entriesOf(folder).flatMap((entry) => {
      const path = toProjectPath(entry);
      const found = path === undefined ? undefined : this.#look(path, "relative", { loose: path !== folder });
      return found ? found.targets : [];
    });
    return entries.length > 0 ? [...new Set(entries)] : this.index.index(folder);
  }

  #throughMappings(from: ProjectPath, name: string): Resolution {
    let answer: Resolution = external;
    for (const mapping of this.mappingsFor(from)) {
      const star = matchPattern(mapping.pattern, name);
      if (star === undefined) continue;
      const found = this.#throughMapping(mapping, star);
      if (found.state === "found" || found.state === "beyond") return found;
      if (found.state === "unresolved" && !this.#isPackage(from, name)) answer = unresolved;
    }
    return answer;
  }

  #throughMapping(mapping: Mapping, star: string): Resolution {
    let found: Found | undefined;
    for (const target of mapping.targets) {
      const path = toProjectPath(fillPattern(target, star));
      const at = path === undefined ? undefined : this.#look(path, mapping, { loose: !mapping.exact });
      if (!at) continue;
      found = found ? { ...found, targets: [...new Set([...found.targets, ...at.targets])] } : at;
      if (!mapping.all) break;
    }
    if (found) return found;
    if (mapping.kind !== "alias" || mapping.pattern === "*") return external;
    for (const target of mapping.targets) {
      const beyond = this.#lookBeyond(fillPattern(target, star), true);
      if (beyond !== undefined) return { state: "beyond", at: beyond, scheme: mapping };
    }
    return unresolved;
  }

  /** An alias may look like a package's scope; an installed package is not an alias that leads nowhere. */
  #isPackage(from: ProjectPath, name: string): boolean {
    const [first = "", second = ""] = name.split("/");
    const packageName = first.startsWith("@") ? `${first}/${second}` : first;
    const manifest = this.#packages.nearestTo(folderOf(from));
    const folder = manifest === undefined ? "" : folderOf(manifest);
    const key = `${folder}:${packageName}`;
    let isInstalled = this.#installed.get(key);
    if (isInstalled === undefined) {
      isInstalled = ["", folder].some((each) =>
        this.tree.existsBeyond(posix.join(each, "node_modules", packageName, "package.json")),
      );
      this.#installed.set(key, isInstalled);
    }
    return isInstalled;
  }

  #fromWebRoot(from: ProjectPath, path: string): Resolution {
    for (const mapping of this.#webRootsOf(from)) {
      const target = toProjectPath(fillPattern(mapping.targets[0] ?? "", path.slice(1)));
      const found = target !== undefined && this.#look(target, mapping, { loose: true });
      if (found) return found;
    }
    return external;
  }

  /** A pattern means all files that match it, in order of path. The file itself is left out, as bundlers do. */
  #glob(from: ProjectPath, pattern: string): Resolution {
    const negative = pattern.startsWith("!");
    const base = globBase(pattern.slice(negative ? 1 : 0));
    const placed = this.#globFolder(from, base.folder);
    if (!placed) return external;
    const { folder, scheme } = placed;
    const matches = picomatch(base.rest);
    const below = (path: ProjectPath): boolean =>
      (folder === "" || isBelow(path, folder)) && matches(folder === "" ? path : path.slice(folder.length + 1));
    const targets = this.tree.paths.filter((path) => path !== from && below(path));
    return { state: "found", targets, scheme, folder };
  }

  #globFolder(from: ProjectPath, base: string): { folder: ProjectPath; scheme: Scheme } | undefined {
    if (isRelative(base)) {
      const folder = joinPath(folderOf(from), base);
      return folder === undefined ? undefined : { folder, scheme: "relative" };
    }
    const root: Mapping = {
      kind: "web root",
      pattern: "/*",
      targets: ["*"],
      exact: false,
      all: false,
      by: "" as ProjectPath,
    };
    for (const mapping of base.startsWith("/") ? [root] : this.mappingsFor(from)) {
      const star = matchPattern(mapping.pattern, base);
      const folder = star === undefined ? undefined : toProjectPath(fillPattern(mapping.targets[0] ?? "", star));
      if (folder !== undefined && mapping.kind !== "base folder") return { folder, scheme: mapping };
    }
    return undefined;
  }

  #lookBeyond(at: string, loose: boolean): string | undefined {
    if (this.present) return this.present.#beyond.get(at);
    if (this.#beyond.has(at)) return this.#beyond.get(at);
    const indexes = this.rules.indexNames.flatMap((name) =>
      this.rules.extensions.map((extension) => `/${name}${extension}`),
    );
    const endings = loose
      ? ["", ...this.rules.extensions, ...this.rules.declarations, ...indexes, "/package.json"]
      : [""];
    return this.#keepBeyond(at, at, endings);
  }

  /** The same for names whose endings are others than a script's. */
  #lookBeyondWith(at: string, endings: readonly string[]): string | undefined {
    const key = `${at}|${endings.join()}`;
    if (this.present) return this.present.#beyond.get(key);
    return this.#beyond.has(key) ? this.#beyond.get(key) : this.#keepBeyond(key, at, endings);
  }

  #keepBeyond(key: string, at: string, endings: readonly string[]): string | undefined {
    const found = endings.some((ending) => this.tree.existsBeyond(at + ending)) ? at : undefined;
    this.#beyond.set(key, found);
    return found;
  }
}
