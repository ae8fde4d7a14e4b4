/**
 * Finds the files that a path without (or with) an extension can mean, in one map look-up.
 *
 * Trying every extension and platform for every reference costs a hundred string joins each; instead each file is
 * entered once under every name by which a tool may find it: `Tree.ios.tsx` under `Tree.ios` and `Tree`.
 */
import type { LookupRules } from "../languages/index.js";
import { folderOf, inFolder, type ProjectPath } from "../base/paths.js";
import type { TreeView } from "../files/index.js";

interface Entry {
  readonly path: ProjectPath;
  /** Position in the rules' list of extensions; lower answers first. */
  readonly rank: number;
}

const nothing: readonly ProjectPath[] = [];
const density = /@\d+(?:\.\d+)?x(?=\.)/;

/** What a name can mean on one tree, by one language's rules. */
export class LookupIndex {
  /** Files by folder, until a name in that folder is asked for: a move of one file asks about few folders. */
  readonly #unopened = new Map<string, ProjectPath[]>();
  readonly #byStem = new Map<string, Entry[]>();
  readonly #variants = new Map<string, ProjectPath[]>();
  readonly #declarations = new Map<string, ProjectPath[]>();
  readonly #folded: Map<string, ProjectPath | undefined> | undefined;

  constructor(
    readonly tree: TreeView,
    readonly rules: LookupRules,
  ) {
    if (tree.ignoresCase) this.#folded = foldCase(tree.paths);
    for (const path of tree.paths) add(this.#unopened, this.#key(folderOf(path)), path);
  }

  /** A file by its own name, with its variants (`@2x`, `.ios`), declarations, and what `.js` is written for. */
  file(path: ProjectPath): readonly ProjectPath[] {
    this.#open(path);
    const exact = this.#exact(path);
    const declarations = exact === undefined ? undefined : this.#declarations.get(exact);
    const variants = this.#variants.get(exact ?? path);
    const dot = path.lastIndexOf(".");
    const others = dot < 0 ? undefined : this.rules.writtenFor[path.slice(dot)];
    // Nearly every name that is asked for is an extensionless one, which no file bears.
    if (!declarations && !variants && !others) return exact === undefined ? nothing : [exact];
    const found = [...(exact === undefined ? [] : [exact]), ...(declarations ?? []), ...(variants ?? [])];
    if (!others) return found;
    const more = this.#withExtensions(path.slice(0, dot), others);
    const usual = more.filter((each) => !this.rules.writtenAtLast.some((extension) => each.endsWith(extension)));
    return [...found, ...(found.length + usual.length > 0 ? usual : more)];
  }

  /**
   * What a name without an extension can mean: every script of that stem on any platform, with declarations beside them.
   * Tools disagree which of `x.ts` and `x.tsx` comes first, so both count; a component or data file only where there is none.
   */
  stem(path: ProjectPath): readonly ProjectPath[] {
    this.#open(path);
    const entries = this.#byStem.get(this.#key(path));
    if (!entries) return nothing;
    if (entries.length === 1) return [(entries[0] as Entry).path];
    const declared = this.rules.extensions.length;
    const inOrder = [...entries].sort((a, b) => a.rank - b.rank);
    const usual = declared - this.rules.lastResorts.length;
    const scripts = inOrder.filter((entry) => entry.rank < usual);
    const resort = inOrder.find((entry) => entry.rank >= usual && entry.rank < declared)?.rank;
    const found = scripts.length > 0 ? scripts : inOrder.filter((entry) => entry.rank === resort);
    // A declaration speaks for plain JavaScript; typed source speaks for itself.
    const typed = found.some((entry) => this.rules.onRequest.includes(entry.path.slice(entry.path.lastIndexOf("."))));
    return [...found, ...(typed ? [] : inOrder.filter((entry) => entry.rank >= declared))].map((entry) => entry.path);
  }

  /** The file that stands for a folder, by index name. */
  index(folder: ProjectPath): readonly ProjectPath[] {
    for (const name of this.rules.indexNames) {
      const found = this.stem(inFolder(folder, name));
      if (found.length > 0) return found;
    }
    return [];
  }

  /** A file by its own name alone. */
  plain(path: ProjectPath): ProjectPath | undefined {
    return this.#exact(path);
  }

  #exact(path: ProjectPath): ProjectPath | undefined {
    if (this.tree.has(path)) return path;
    return this.#folded?.get(this.#key(path));
  }

  #key(path: string): string {
    return this.#folded ? path.toLowerCase() : path;
  }

  #withExtensions(stem: string, extensions: readonly string[]): ProjectPath[] {
    return extensions
      .map((extension) => this.#exact((stem + extension) as ProjectPath))
      .filter((path) => path !== undefined);
  }

  /** Enters the files of the folder that a path is in, once. */
  #open(path: ProjectPath): void {
    const folder = this.#key(folderOf(path));
    const files = this.#unopened.get(folder);
    if (!files) return;
    this.#unopened.delete(folder);
    for (const file of files) this.#enter(file);
  }

  #enter(path: ProjectPath): void {
    const nameAt = path.lastIndexOf("/") + 1;
    const { extension, rank } = this.#extensionOf(path);
    if (rank >= 0) this.#enterScript(path, path.slice(0, path.length - extension.length), rank, nameAt);
    else if (density.test(path.slice(nameAt)) || this.#platformOf(path.slice(0, path.lastIndexOf("."))) !== "")
      this.#enterVariant(path);
  }

  #enterScript(path: ProjectPath, stem: string, rank: number, nameAt: number): void {
    add(this.#byStem, this.#key(stem), { path, rank });
    const platform = this.#platformOf(stem);
    if (platform !== "" && stem.length - platform.length > nameAt)
      add(this.#byStem, this.#key(stem.slice(0, -platform.length)), { path, rank });
    // `Tree.module.css.d.ts` and `Tree.module.d.css.ts` speak for `Tree.module.css`.
    if (rank >= this.rules.extensions.length) add(this.#declarations, stem, path);
    const arbitrary = /^(.*)\.d(\.\w+)$/.exec(stem);
    if (arbitrary && /\.[cm]?ts$/.test(path)) add(this.#declarations, `${arbitrary[1]}${arbitrary[2]}`, path);
  }

  #enterVariant(path: ProjectPath): void {
    const dot = path.lastIndexOf(".");
    const plain = path.slice(0, dot).replace(/@\d+(?:\.\d+)?x$/, "");
    const platform = this.#platformOf(plain);
    const withoutDensity = plain.replace(/@\d+(?:\.\d+)?x(?=\.|$)/, "");
    const stem =
      platform === "" ? withoutDensity : withoutDensity.slice(0, -platform.length).replace(/@\d+(?:\.\d+)?x$/, "");
    add(this.#variants, stem + path.slice(dot), path);
  }

  #extensionOf(path: string): { extension: string; rank: number } {
    const { extensions, declarations } = this.rules;
    const declaration = path.endsWith("ts") ? declarations.findIndex((extension) => path.endsWith(extension)) : -1;
    if (declaration >= 0) return { extension: declarations[declaration] ?? "", rank: extensions.length + declaration };
    const extension = path.slice(path.lastIndexOf("."));
    return { extension, rank: extensions.indexOf(extension) };
  }

  #platformOf(stem: string): string {
    const dot = stem.lastIndexOf(".");
    const infix = dot < 0 ? "" : stem.slice(dot);
    return this.rules.platforms.includes(infix) ? infix : "";
  }
}

function add<Value>(map: Map<string, Value[]>, key: string, value: Value): void {
  const list = map.get(key);
  if (list) list.push(value);
  else map.set(key, [value]);
}

/** Two files that differ only in case cannot both be there; if they are, neither is guessed. */
function foldCase(paths: readonly ProjectPath[]): Map<string, ProjectPath | undefined> {
  const folded = new Map<string, ProjectPath | undefined>();
  for (const path of paths) folded.set(path.toLowerCase(), folded.has(path.toLowerCase()) ? undefined : path);
  return folded;
}
