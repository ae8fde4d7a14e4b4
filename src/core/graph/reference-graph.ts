/**
 * Who references whom: every file that a language reads, what each of its references means, and the same the other way
 * round. `check`, `survey` and `explain` stand on it; a move reads only what it needs (see `core/plan`).
 */
import {
  blankOutline,
  type FileReading,
  isCode,
  isTakenIn,
  languageFor,
  lookupNamed,
  someReadFiles,
  type LookupRules,
  type Mapping,
  notRead,
  readTexts,
  type Reference,
  type Resolution,
} from "../languages/index.js";
import { beginningWith, folderOf, foldersHolding, joinPath, type ProjectPath, rootPath } from "../base/paths.js";
import { quiet, type Progress } from "../base/progress.js";
import type { FileReader, KeptReadings, SourceTree } from "../files/index.js";
import { readablePaths } from "./read-references.js";
import { Resolver } from "./resolver.js";
import { filesMeant, isBoundByNames, symbolUses, type SymbolFile, type SymbolUse } from "./symbols.js";

/** One reference, with what it means. */
export interface MetReference {
  readonly reference: Reference;
  readonly resolution: Resolution;
}

/** One file that was read. */
export interface GraphFile {
  readonly path: ProjectPath;
  readonly reading: FileReading;
  readonly references: readonly MetReference[];
}

/** A reference, seen from the file that it means. */
export interface Use {
  readonly from: ProjectPath;
  readonly reference: Reference;
}

/** What a graph is built from. */
export interface GraphInput {
  readonly tree: SourceTree;
  readonly rules: LookupRules;
  /** Aliases of the configuration. */
  readonly aliases: readonly Mapping[];
  readonly kept?: KeptReadings | undefined;
  /** Keep the texts also of files whose readings were kept. */
  readonly keepTexts?: boolean | undefined;
  readonly progress?: Progress | undefined;
}

const noUses: readonly Use[] = [];

/** The references of a project. */
export class ReferenceGraph {
  readonly #uses = new Map<ProjectPath, Use[]>();
  readonly #bySymbol: ReadonlyMap<ProjectPath, readonly SymbolUse[]>;
  readonly #symbolTargets: ReadonlyMap<ProjectPath, readonly SymbolUse[]>;
  #wholesale: readonly string[] | undefined;
  #folders: readonly ProjectPath[] | undefined;

  constructor(
    readonly tree: SourceTree,
    readonly resolver: Resolver,
    readonly files: ReadonlyMap<ProjectPath, GraphFile>,
    known?: { readonly bySymbol: readonly SymbolUse[]; readonly wholesale: readonly string[] },
  ) {
    for (const { path, references } of files.values())
      for (const { reference, resolution } of references) {
        if (resolution.state !== "found") continue;
        for (const target of resolution.targets) {
          const uses = this.#uses.get(target);
          if (uses) uses.push({ from: path, reference });
          else this.#uses.set(target, [{ from: path, reference }]);
        }
      }
    // Nothing is gathered where no language needs it.
    const bySymbol =
      known?.bySymbol ??
      ([...files.keys()].some(isBoundByNames) ? symbolUses(symbolFiles(files.values(), tree.paths)) : []);
    this.#wholesale = known?.wholesale;
    this.#bySymbol = grouped(bySymbol, ({ to }) => to);
    this.#symbolTargets = grouped(bySymbol, ({ from }) => from);
  }

  /**
   * Where files are used without being named one by one: heads of names that are put together at run time, and folders
   * without code that settings or URLs name (letters that are linked into an app). Paths such as `src/assets/trees/`, or the
   * beginning of a name.
   */
  usedWholesale(): readonly string[] {
    return (this.#wholesale ??= [...this.files.values()].flatMap(({ path, reading, references }) => [
      ...reading.computed.flatMap(({ head }) => {
        // What is put together in a sheet may count from those that take it in, and these need not be known.
        const bearers = [path, ...(isTakenIn(path) ? this.resolver.entriesOf(path) : [])];
        const places = bearers.flatMap((bearer) => {
          const place = head.startsWith(".") ? joinHead(bearer, head) : this.resolver.headPlace(bearer, head);
          return place === undefined ? [] : [place];
        });
        const isSomewhere = isTakenIn(path)
          ? places.some((place) => beginningWith(this.tree.paths, place).length > 0)
          : places.length > 0;
        return isSomewhere ? places : [...places, ...this.#foldersCalled(head)];
      }),
      ...references.flatMap(({ reference, resolution }) => {
        const isUsed = resolution.state === "scope" && lookupNamed(reference.lookup).usesAll === true;
        const folder = resolution.state === "folder" ? resolution.at : isUsed ? resolution.folder : undefined;
        return folder === undefined || this.tree.filesBelow(folder).some(isCode) ? [] : [`${folder}/`];
      }),
    ]));
  }

  /** Of a beginning that nothing explains, `/icons`, the folders that it may mean: what they hold may be reached. */
  #foldersCalled(head: string): string[] {
    const way = head.startsWith(".") ? head.slice(0, head.lastIndexOf("/")) : head.replace(/\/$/, "");
    const end = way.replace(/^(?:\.\.?\/)+/, "/");
    if (!/^\/[\w-]/.test(end)) return [];
    this.#folders ??= [...foldersHolding(this.tree.paths)];
    return this.#folders.filter((folder) => `/${folder}`.endsWith(end)).map((folder) => `${folder}/`);
  }

  /**
   * The same graph of files that stand elsewhere, in a tree of their own: what references mean goes with the files, whatever their
   * paths would mean there. `places` maps paths of now to those of that tree.
   */
  standingAt(tree: SourceTree, places: ReadonlyMap<ProjectPath, ProjectPath>): ReferenceGraph {
    const at = (path: ProjectPath): ProjectPath => places.get(path) ?? path;
    const now = new Map([...places].map(([path, place]) => [place, path]));
    const files = new Map<ProjectPath, GraphFile>();
    for (const { path, reading, references } of this.files.values())
      files.set(at(path), {
        path: at(path),
        reading,
        references: references.map((met) => ({ ...met, resolution: standing(met.resolution, at, now) })),
      });
    const heads = this.usedWholesale();
    const taken = [...places].flatMap(([path, place]) => (heads.some((head) => path.startsWith(head)) ? [place] : []));
    const bySymbol = [...this.#bySymbol.values()].flat().map((use) => ({ ...use, from: at(use.from), to: at(use.to) }));
    return new ReferenceGraph(tree, this.resolver, files, { bySymbol, wholesale: [...heads, ...taken] });
  }

  /** The references that mean a file. */
  usesOf(path: ProjectPath): readonly Use[] {
    return this.#uses.get(path) ?? noUses;
  }

  /** The names of a file that others use without naming the file. */
  symbolUsesOf(path: ProjectPath): readonly SymbolUse[] {
    return this.#bySymbol.get(path) ?? [];
  }

  /** The names of other files that a file uses without naming the files. */
  symbolTargetsOf(path: ProjectPath): readonly SymbolUse[] {
    return this.#symbolTargets.get(path) ?? [];
  }

  /** The files that reference a file, or use a name that only it declares, each once, itself left out. */
  usersOf(path: ProjectPath): ProjectPath[] {
    const users = [...this.usesOf(path), ...this.symbolUsesOf(path)].map(({ from }) => from);
    return [...new Set(users)].filter((from) => from !== path);
  }

  /** The files that a file references, or whose names it uses, each once, itself left out. */
  targetsOf(path: ProjectPath): ProjectPath[] {
    const found = (this.files.get(path)?.references ?? []).flatMap(({ resolution }) =>
      resolution.state === "found" ? resolution.targets : [],
    );
    const byName = this.symbolTargetsOf(path).map(({ to }) => to);
    return [...new Set([...found, ...byName])].filter((target) => target !== path);
  }
}

/** What a reference means, by the paths of another tree. */
function standing(
  resolution: Resolution,
  at: (path: ProjectPath) => ProjectPath,
  now: ReadonlyMap<ProjectPath, ProjectPath>,
): Resolution {
  if (resolution.state === "found") return { ...resolution, targets: resolution.targets.map(at) };
  if (resolution.state !== "scope") return resolution;
  // What the pattern takes in may lie anywhere by then.
  return { ...resolution, folder: rootPath, takesIn: (path) => resolution.takesIn(now.get(path) ?? path) };
}

function symbolFiles(files: Iterable<GraphFile>, paths: readonly ProjectPath[]): SymbolFile[] {
  return [...files].map(({ path, reading, references }) => {
    const targets = references.map(({ reference, resolution }) => filesMeant(reference, resolution, paths));
    return { path, extraction: reading, targets };
  });
}

function grouped(uses: readonly SymbolUse[], by: (use: SymbolUse) => ProjectPath): Map<ProjectPath, SymbolUse[]> {
  const groups = new Map<ProjectPath, SymbolUse[]>();
  for (const use of uses) {
    const group = groups.get(by(use));
    if (group) group.push(use);
    else groups.set(by(use), [use]);
  }
  return groups;
}

function joinHead(from: ProjectPath, head: string): string | undefined {
  const path = joinPath(folderOf(from), head);
  return path === undefined || path === "" ? undefined : path + (head.endsWith("/") ? "/" : "");
}

/** Reads every file that a language reads, and resolves what it names. Throws `CONFIG_BROKEN`. */
export async function buildGraph({
  tree,
  rules,
  aliases,
  kept,
  keepTexts = false,
  progress = quiet,
}: GraphInput): Promise<ReferenceGraph> {
  const paths = readablePaths(tree, tree.paths);
  const readings = new Array<FileReading>(paths.length);
  const unread = kept ? findKept(tree, paths, { kept, keepTexts, readings }) : paths.map((_, index) => index);
  await readAll(tree, { paths, unread, readings, kept, keepTexts }, progress);
  for (const language of new Set(paths.map(languageFor))) await language?.prepareLookups?.();
  const resolver = new Resolver(tree, rules, aliases);
  const files = new Map<ProjectPath, GraphFile>();
  paths.forEach((path, index) => {
    const reading = readings[index];
    if (!reading) return;
    const references = reading.references.map((reference) => ({
      reference,
      resolution: resolver.resolve(path, reference),
    }));
    files.set(path, { path, reading, references });
    if (index % 512 === 0) progress("Resolving references", index, paths.length);
  });
  return new ReferenceGraph(tree, resolver, files);
}

/**
 * The graph after edits within files that it knows; `undefined` where more depends on them: URLs in sheets on who takes them in,
 * and names that are looked up in other files' texts.
 */
export async function regraphed(
  graph: ReferenceGraph,
  store: FileReader,
  changed: readonly ProjectPath[],
): Promise<ReferenceGraph | undefined> {
  if ([...graph.files.values()].some(({ reading }) => someReadFiles(reading.references))) return undefined;
  const tree = graph.tree.changed(store, changed);
  const files = new Map(graph.files);
  await readTexts({
    depth: "all",
    paths: changed,
    textOf: (at) => tree.text(changed[at] ?? ("" as ProjectPath))?.text ?? "",
    visit: (at, reading) => {
      const path = changed[at] ?? ("" as ProjectPath);
      const references = reading.references.map((reference) => {
        return { reference, resolution: graph.resolver.resolve(path, reference) };
      });
      files.set(path, { path, reading, references });
    },
  });
  const takesIn = (from: ReferenceGraph["files"], path: ProjectPath): string =>
    JSON.stringify(from.get(path)?.references.map(({ reference }) => [reference.lookup, reference.specifier]));
  if (changed.some((path) => isTakenIn(path) && takesIn(graph.files, path) !== takesIn(files, path))) return undefined;
  if (changed.some((path) => tree.unreadable.has(path))) return undefined;
  return new ReferenceGraph(tree, graph.resolver, files);
}

/** Fills in what was kept; gives the places of what has to be read, whose texts are then at hand. */
function findKept(
  tree: SourceTree,
  paths: readonly ProjectPath[],
  { kept, keepTexts, readings }: { kept: KeptReadings; keepTexts: boolean; readings: FileReading[] },
): number[] {
  const unread: number[] = [];
  paths.forEach((path, index) => {
    const bytes = tree.bytes(path);
    const reading = bytes && kept.find(path, bytes);
    if (reading) readings[index] = reading;
    else unread.push(index);
    if (bytes && (!reading || keepTexts)) tree.keepText(path, bytes);
  });
  return unread;
}

interface Reading {
  readonly paths: readonly ProjectPath[];
  readonly unread: readonly number[];
  readonly readings: FileReading[];
  readonly kept: KeptReadings | undefined;
  readonly keepTexts: boolean;
}

async function readAll(
  tree: SourceTree,
  { paths, unread, readings, kept, keepTexts }: Reading,
  progress: Progress,
): Promise<void> {
  const wanted = unread.map((index) => paths[index] ?? ("" as ProjectPath));
  let done = 0;
  await readTexts({
    depth: "all",
    paths: wanted,
    textOf: (at: number): string => tree.text(wanted[at] ?? ("" as ProjectPath))?.text ?? "",
    visit: (at: number, reading: FileReading): void => {
      const path = wanted[at];
      const reason = path === undefined ? undefined : tree.unreadable.get(path);
      readings[unread[at] ?? -1] = reason === undefined ? reading : { ...notRead(reason), outline: blankOutline };
      if (kept && path !== undefined && reason === undefined) kept.keep(path, reading);
      // Thousands of texts are more than what was found in them.
      if (!keepTexts && path !== undefined) tree.letGo(path);
      if ((done += 1) % 128 === 0) progress("Reading files", done, wanted.length);
    },
  });
}
