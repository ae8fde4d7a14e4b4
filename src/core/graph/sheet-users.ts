/**
 * Which sheets take in which, without reading them all: a text that takes a sheet in has its name behind a word that does so. Only those
 * are read.
 */
import { extractFrom, isOfTrade, nameThrough, type Mapping, type SheetLoad } from "../languages/index.js";
import { folderOf, foldersAbove, nameOf, type ProjectPath } from "../base/paths.js";
import type { TreeView } from "../files/index.js";
import type { SheetWorld } from "./sheet-world.js";

/** A place where a sheet is taken in. */
export interface SheetUse {
  readonly from: ProjectPath;
  readonly load: SheetLoad;
}

/** What may take sheets in, up to where it ends. */
const taking = /@(?:use|forward|import|plugin|reference)\b[^;{}]*|\bload-css\s*\([^)]*\)/g;
/** A name in it, up to its last part. */
const lastPart = /[^\s"'(),/\\]+(?=["'\s),]|$)/g;

/** The name without underscore and endings. */
function stemOf(name: string): string {
  return name.replace(/^[_~]+/, "").split(/[.?#]/)[0] ?? "";
}

/** The sheets of a tree by the names that they take in. Texts are looked through once, when it is first asked. */
export class SheetUsers {
  #byStem: ReadonlyMap<string, readonly ProjectPath[]> | undefined;
  readonly #known = new Map<ProjectPath, readonly SheetUse[]>();

  constructor(
    readonly tree: Pick<TreeView, "paths" | "text">,
    readonly world: SheetWorld,
    /** All by which a sheet may be called otherwise than by its path: aliases, names of packages. */
    readonly mappings: readonly Mapping[],
  ) {}

  /** The places at which a sheet is taken in, by order of path; what stays an import in the compiled sheet is none. */
  of(path: ProjectPath): readonly SheetUse[] {
    let uses = this.#known.get(path);
    if (!uses) this.#known.set(path, (uses = this.#find(path)));
    return uses;
  }

  /** A sheet, and all that take it in by whatever way. */
  withAllUsers(paths: readonly ProjectPath[]): readonly ProjectPath[] {
    const met = new Set(paths);
    for (const each of met) for (const { from } of this.of(each)) met.add(from);
    return [...met];
  }

  /** Sheets that name a sheet and cannot be read: what they make of it nobody knows. */
  unreadOf(path: ProjectPath): readonly ProjectPath[] {
    return this.#candidates(path).filter((from) => {
      if (from === path || this.world.sheet(from) !== undefined) return false;
      const { references } = extractFrom(this.tree.text(from)?.text ?? "", from);
      return references.some((reference) => {
        const meant = this.world.meaning(from, reference);
        return meant.state === "found" && meant.targets.includes(path);
      });
    });
  }

  /** Those in which its name stands behind a word that takes sheets in, by order of path. */
  #candidates(path: ProjectPath): readonly ProjectPath[] {
    const byStem = (this.#byStem ??= this.#look());
    const stems = new Set(this.#namesOf(path).map((name) => stemOf(nameOf(name))));
    return [...new Set([...stems].flatMap((stem) => byStem.get(stem) ?? []))].sort();
  }

  #find(path: ProjectPath): readonly SheetUse[] {
    return this.#candidates(path).flatMap((from) =>
      (this.world.sheet(from)?.loads ?? []).flatMap((load): SheetUse[] => {
        const meant = load.how === "left" ? undefined : this.world.meaning(from, load.reference);
        return meant?.state === "found" && meant.targets.includes(path) ? [{ from, load }] : [];
      }),
    );
  }

  /** By what a sheet may be called: itself, its folder if it speaks for that, and what mappings make of either. */
  #namesOf(path: ProjectPath): readonly string[] {
    const bare = path.replace(/\.\w+$/, "");
    const own = [path, bare, bare.replace(/(^|\/)_(?=[^/]*$)/, "$1"), folderOf(path)];
    const mapped = this.mappings.flatMap((mapping) => own.flatMap((name) => nameThrough(mapping, name) ?? []));
    // A folder's manifest may name any sheet of it; the folder above is as likely as its own.
    const above = foldersAbove(path).map((folder) => nameOf(folder));
    return [...own, ...mapped, ...above];
  }

  #look(): ReadonlyMap<string, readonly ProjectPath[]> {
    const found = new Map<string, ProjectPath[]>();
    for (const path of this.tree.paths) {
      const text = isOfTrade(path, "sheet") ? this.tree.text(path)?.text : undefined;
      if (text === undefined) continue;
      const stems = new Set<string>();
      for (const [head] of text.matchAll(taking)) for (const [name] of head.matchAll(lastPart)) stems.add(stemOf(name));
      for (const stem of stems) {
        const users = found.get(stem);
        if (users) users.push(path);
        else found.set(stem, [path]);
      }
    }
    return found;
  }
}
