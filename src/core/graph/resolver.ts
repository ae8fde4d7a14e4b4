/**
 * What a reference means on a tree: which files, by which rule.
 *
 * Resolution never asks the disk about the project's own files, so a planned tree can be resolved like the present
 * one. One reference may mean several files: one a platform, one a density, a script and the declaration beside it.
 */
import { posix } from "node:path";
import {
  extractFrom,
  languageFor,
  lookupNamed,
  splitSpecifier,
  type Answer,
  type Extraction,
  type Ground,
  type LookupRules,
  type Mapping,
  type Question,
  type Resolution,
} from "../languages/index.js";
import { folderOf, inFolder, isBelow, rootPath, toProjectPath, type ProjectPath } from "../base/paths.js";
import type { TreeView } from "../files/index.js";
import { CompilerSettingsReader } from "./compiler-settings.js";
import { LookupIndex } from "./lookup-index.js";
import { PackageReader } from "./packages.js";
import { SheetEntries } from "./sheet-entries.js";

const external: Resolution = { state: "external" };

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
  readonly #readings = new Map<ProjectPath, Extraction>();
  /** What lookups stand on. */
  readonly ground: Ground;
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
    this.ground = this.#makeGround();
  }

  #makeGround(): Ground {
    return {
      tree: this.tree,
      plain: (path) => this.index.plain(path),
      file: (path) => this.index.file(path),
      rules: this.rules,
      look: (path, how) => this.#look(path, how),
      allowsOwnExtensions: (from) => this.#settings.for(from)?.allowsOwnExtensions ?? true,
      reading: (path) => this.#readingOf(path),
      mappings: (from) => this.mappingsFor(from),
      loadPaths: (from) => this.#loadPathsFor(from),
      webRoots: (from) => this.#webRootsOf(from),
      packageFolder: (from) => this.#packageFolder(from),
      dependsOnAny: (from, names) => this.#dependsOnAny(from, names),
      isPackage: (from, name) => this.#isPackage(from, name),
      beyond: (at, endings) => this.#lookBeyond(at, endings),
      entriesOf: (sheet) => this.entriesOf(sheet),
    };
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

  /**
   * Folders in which the sheets of a file's package are looked for: those that settings name, then where tools are run. Many
   * bundlers are told of `src/` in code that nobody runs here: what lies there by its whole path is meant.
   */
  #loadPathsFor(from: ProjectPath): readonly Mapping[] {
    const folder = this.#packageFolder(from);
    const target = posix.join(folder, "*");
    const by = inFolder(folder, "package.json");
    const isFor = ({ kind, under }: Mapping): boolean =>
      kind === "load path" && (under === undefined || under === "" || isBelow(from, under));
    const here: Mapping = { kind: "working folder", pattern: "*", targets: [target], exact: false, all: false, by };
    const source = inFolder(folder, "src");
    const usual: Mapping = { ...here, kind: "usual root", targets: [posix.join(source, "*")] };
    return [...this.aliases.filter(isFor), here, ...(this.tree.hasFolder(source) ? [usual] : [])];
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
    const { specifier, lookup, inside } = question;
    if (lookup !== "module" && lookupNamed(lookup).asksOfFile) return this.#answer(from, question);
    const scope = this.#scopeOf(from, specifier.startsWith("."));
    let answers = this.#answers.get(scope);
    if (!answers) this.#answers.set(scope, (answers = new Map<string, Resolution>()));
    const key = lookup === "module" ? specifier : `${lookup}:${inside ?? ""}:${specifier}`;
    let answer = answers.get(key);
    if (!answer) answers.set(key, (answer = this.#answer(from, question)));
    return answer;
  }

  /**
   * Where the fixed head of a name leads that is put together at run time, in a language that looks such heads up in a way of its own:
   * `("lib/a.dart", "assets/trees/ap")` → `assets/trees/ap`; nothing where no such folder is.
   */
  headPlace(from: ProjectPath, head: string): string | undefined {
    const lookup = languageFor(from)?.headLookup;
    const cut = head.lastIndexOf("/") + 1;
    if (lookup === undefined || cut === 0) return undefined;
    const found = this.resolve(from, { specifier: head.slice(0, cut), lookup });
    return found.state === "folder" ? `${found.at}/${head.slice(cut)}` : undefined;
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

  #answer(from: ProjectPath, question: Question): Resolution {
    const lookup = lookupNamed(question.lookup);
    // A name with a loader or a query is one all the same: what stands before and behind is no part of the address.
    if (!lookup.answersAddresses && isAddress(splitSpecifier(question.specifier).path)) return external;
    return lookup.resolve(this.ground, from, question);
  }

  /** Whether a file may name a package that a name means, as far as its manifest is known. */
  mayName(from: ProjectPath, question: Question): boolean {
    return lookupNamed(question.lookup).mayName?.(this.ground, from, question) ?? true;
  }

  /** A file, a stem, a folder: in this order, as Node, TypeScript and bundlers do. */
  #look(path: ProjectPath, how: { readonly loose: boolean; readonly folderOnly?: boolean }): Answer | undefined {
    if (!how.folderOnly) {
      const file = this.index.file(path);
      const targets = file.length > 0 || !how.loose ? file : this.index.stem(path);
      if (targets.length > 0) return { targets };
    }
    if (!how.loose || !this.tree.hasFolder(path)) return undefined;
    const targets = this.#lookFolder(path);
    return targets.length > 0 ? { targets, folder: path } : undefined;
  }

  #lookFolder(folder: ProjectPath): readonly ProjectPath[] {
    const entries = this.#packages.entriesOf(folder).flatMap((entry) => {
      const path = toProjectPath(entry);
      return (path !== undefined && this.#look(path, { loose: path !== folder })?.targets) || [];
    });
    return entries.length > 0 ? [...new Set(entries)] : this.index.index(folder);
  }

  /** What is in a file, for lookups that ask files of each other. */
  #readingOf(path: ProjectPath): Extraction {
    let reading = this.#readings.get(path);
    if (!reading) this.#readings.set(path, (reading = extractFrom(this.tree.text(path)?.text ?? "", path)));
    return reading;
  }

  /** Whether a path from a file lies where only a build of its package puts anything. */
  isUnbuilt(from: ProjectPath, path: ProjectPath): boolean {
    return this.#packages.isUnbuilt(this.#packages.nearestTo(folderOf(from)), path);
  }

  /** Whether anything is installed of what the manifests around a file declare. Where nothing is, no package can be looked up. */
  isInstalledAround(from: ProjectPath): boolean {
    const around = new Set(["package.json" as ProjectPath, this.#packages.nearestTo(folderOf(from))]);
    return [...around].some((manifest) =>
      [...this.#packages.declaredBy(manifest)].some((name) => this.#isPackage(from, name)),
    );
  }

  /** Whether a name is a package's: one that the manifests around a file declare, or that is installed. */
  isKnownPackage(from: ProjectPath, name: string): boolean {
    const parts = name.split("/");
    const packageName = parts.slice(0, name.startsWith("@") ? 2 : 1).join("/");
    return this.#dependsOnAny(from, [packageName, `@types/${packageName}`]) || this.#isPackage(from, packageName);
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

  /** A path, if with one of the endings a file stands there that is not the project's. */
  #lookBeyond(at: string, endings: readonly string[]): string | undefined {
    const key = `${at}|${endings.join()}`;
    if (this.present) return this.present.#beyond.get(key);
    if (this.#beyond.has(key)) return this.#beyond.get(key);
    const found = endings.some((ending) => this.tree.existsBeyond(at + ending)) ? at : undefined;
    this.#beyond.set(key, found);
    return found;
  }
}

/** `https:…`, `data:…`, `//cdn…`. */
function isAddress(path: string): boolean {
  return /^[a-zA-Z][\w+.-]+:/.test(path) || path.startsWith("//");
}
