/**
 * Which files were moved by hand: what a commit has and the disk has not, beside what the disk has and the commit has not. What is
 * the same to the letter is the same file; what was edited since is known by its lines; what may be several is left to a person.
 */
import { comparePaths, folderOf, nameOf, type ProjectPath } from "../../base/paths.js";
import { isBinary, type Snapshot, type SourceTree } from "../../files/index.js";

/** One file that was moved. */
export interface MovedFile {
  readonly from: ProjectPath;
  readonly to: ProjectPath;
  /** The share of its lines that are what they were: 1 where it is the same to the letter. */
  readonly alike: number;
}

/** A file that is gone, and the places where it may be. */
export interface UnsureFile {
  readonly from: ProjectPath;
  readonly candidates: readonly ProjectPath[];
}

/** All that was found. */
export interface MovedByHand {
  readonly moved: readonly MovedFile[];
  readonly unsure: readonly UnsureFile[];
  /** What is gone, and nowhere else. */
  readonly gone: readonly ProjectPath[];
}

/** What somebody has said: where a file went. */
export type Said = ReadonlyMap<ProjectPath, ProjectPath>;

/** From this share of common lines on, a text is taken for the one that is gone; where it bears the same name, from the second on. */
const [alikeEnough, alikeByName] = [0.6, 0.4];

/** A text that is so much more like it than the next is it. */
const clearly = 0.15;

/** Texts that are read for one that is gone, those with the likeliest names. */
const mostRead = 40;

/** Finds them. Texts of the tree are only read where names and contents alone do not tell. */
export async function movedByHand(tree: SourceTree, before: Snapshot, said: Said = new Map()): Promise<MovedByHand> {
  const gone = [...before.files.keys()].filter((path) => !tree.has(path) && tree.store.stat(path) === undefined);
  const fresh = tree.paths.filter((path) => !before.files.has(path) && !tree.isLink(path));
  const found = new Finding(tree, before, { gone, fresh });
  found.take(said);
  found.byContent();
  await found.byLines();
  return found.result();
}

class Finding {
  readonly #moved = new Map<ProjectPath, MovedFile>();
  readonly #unsure = new Map<ProjectPath, readonly ProjectPath[]>();
  readonly #gone: Set<ProjectPath>;
  readonly #fresh: Set<ProjectPath>;

  constructor(
    readonly tree: SourceTree,
    readonly before: Snapshot,
    { gone, fresh }: { readonly gone: readonly ProjectPath[]; readonly fresh: readonly ProjectPath[] },
  ) {
    this.#gone = new Set(gone);
    this.#fresh = new Set(fresh);
  }

  /** What somebody has said, whatever it looks like. */
  take(said: Said): void {
    for (const [from, to] of said)
      if (this.#gone.has(from) && this.#fresh.has(to))
        this.#pair(from, to, this.#idAt(to) === this.before.files.get(from) ? 1 : 0);
  }

  /** What is the same to the letter. */
  byContent(): void {
    // Nothing is read where nothing is gone.
    if (this.#gone.size === 0) return;
    const freshById = new Map<string, ProjectPath[]>();
    for (const path of this.#fresh) {
      const id = this.#idAt(path);
      if (id !== undefined) freshById.set(id, [...(freshById.get(id) ?? []), path]);
    }
    const same = [...this.#gone].flatMap((from) => {
      const candidates = freshById.get(this.before.files.get(from) ?? "") ?? [];
      return candidates.length === 0 ? [] : [{ from, candidates }];
    });
    const rivalsFor = new Map<readonly ProjectPath[], ProjectPath[]>();
    for (const { from, candidates } of same) rivalsFor.set(candidates, [...(rivalsFor.get(candidates) ?? []), from]);
    // The clearest first: what they take is no candidate of the others.
    for (let again = true; again;) {
      again = false;
      for (const { from, candidates } of same) {
        if (!this.#gone.has(from)) continue;
        const free = candidates.filter((path) => this.#fresh.has(path));
        const rivals = (rivalsFor.get(candidates) ?? []).filter((each) => this.#gone.has(each));
        const to = free.length === 1 && rivals.length === 1 ? free[0] : likeliest(from, free, rivals.length);
        if (to === undefined) continue;
        this.#pair(from, to, 1);
        again = true;
      }
    }
    for (const { from, candidates } of same) {
      const free = candidates.filter((path) => this.#fresh.has(path));
      if (this.#gone.has(from) && free.length > 0) this.#unsure.set(from, free);
    }
  }

  /** What shares most of its lines. */
  async byLines(): Promise<void> {
    const waiting = [...this.#gone].filter((path) => !this.#unsure.has(path) && !isBinary(path));
    const scored: { from: ProjectPath; to: ProjectPath; score: number }[] = [];
    for (const from of waiting) {
      const candidates = [...this.#fresh].filter((path) => endingOf(path) === endingOf(from) && !isBinary(path));
      if (candidates.length === 0) continue;
      const old = linesOf(await this.before.text(from));
      candidates.sort((a, b) => commonTail(from, b) - commonTail(from, a) || comparePaths(a, b));
      for (const to of candidates.slice(0, mostRead)) {
        const score = likeness(old, linesOf(this.tree.text(to)?.text));
        if (score >= (nameOf(from) === nameOf(to) ? alikeByName : alikeEnough)) scored.push({ from, to, score });
      }
    }
    scored.sort((a, b) => b.score - a.score || commonTail(b.from, b.to) - commonTail(a.from, a.to));
    for (const { from, to, score } of scored) {
      if (!this.#gone.has(from) || !this.#fresh.has(to) || this.#unsure.has(from)) continue;
      const rivals = scored.filter(
        (each) =>
          each.from === from &&
          each.to !== to &&
          this.#fresh.has(each.to) &&
          score - each.score < clearly &&
          commonTail(from, each.to) >= commonTail(from, to),
      );
      if (rivals.length === 0) this.#pair(from, to, Math.min(score, 0.99));
      else this.#unsure.set(from, [to, ...rivals.map((each) => each.to)]);
    }
  }

  result(): MovedByHand {
    return {
      moved: [...this.#moved.values()].sort((a, b) => comparePaths(a.from, b.from)),
      unsure: [...this.#unsure]
        .filter(([from]) => this.#gone.has(from))
        .map(([from, candidates]) => ({ from, candidates }))
        .sort((a, b) => comparePaths(a.from, b.from)),
      gone: [...this.#gone].filter((path) => !this.#unsure.has(path)).sort(comparePaths),
    };
  }

  #pair(from: ProjectPath, to: ProjectPath, alike: number): void {
    this.#moved.set(from, { from, to, alike });
    this.#gone.delete(from);
    this.#fresh.delete(to);
  }

  #idAt(path: ProjectPath): string | undefined {
    const bytes = this.tree.bytes(path);
    return bytes && this.before.idOf(bytes);
  }
}

/**
 * Of several places with the same content, the one whose path ends most like that of the file that is gone. Where several files of that
 * content are gone, only one that keeps its name: which of the others is which, nobody can say.
 */
function likeliest(from: ProjectPath, places: readonly ProjectPath[], rivals: number): ProjectPath | undefined {
  const ranked = [...places].sort((a, b) => commonTail(from, b) - commonTail(from, a));
  const [first, second] = ranked;
  if (first === undefined || nameOf(first) !== nameOf(from)) return undefined;
  if (second !== undefined && commonTail(from, second) === commonTail(from, first)) return undefined;
  return rivals === 1 || commonTail(from, first) > 1 || places.length === 1 ? first : undefined;
}

/** How many parts two paths have in common at their ends: names, then folders. */
function commonTail(a: ProjectPath, b: ProjectPath): number {
  let [one, other, parts] = [a, b, 0];
  while (one !== "" && other !== "" && nameOf(one) === nameOf(other)) {
    parts += 1;
    [one, other] = [folderOf(one), folderOf(other)];
  }
  return parts;
}

function endingOf(path: ProjectPath): string {
  const name = nameOf(path);
  return name.slice(name.lastIndexOf("."));
}

/** A path in quotes or brackets: where it leads from is another at another place, and may have been corrected; its end stays. */
const longPath = /(["'`(])[^"'`()\s]*\/([^"'`()\s/]+)(?=["'`)])/g;

/** Lines that say something, each as often as it stands there. */
function linesOf(text: string | undefined): ReadonlyMap<string, number> {
  const lines = new Map<string, number>();
  for (const line of (text ?? "").split(/\r\n|\n|\r/)) {
    const said = line.trim().replace(longPath, "$1$2");
    if (/\w/.test(said)) lines.set(said, (lines.get(said) ?? 0) + 1);
  }
  return lines;
}

/** The share of lines that two texts have in common, of all their lines: 1 for the same. */
function likeness(one: ReadonlyMap<string, number>, other: ReadonlyMap<string, number>): number {
  let [common, all] = [0, 0];
  for (const [line, times] of one) {
    common += Math.min(times, other.get(line) ?? 0);
    all += times;
  }
  for (const times of other.values()) all += times;
  return all === 0 ? 0 : (2 * common) / all;
}
