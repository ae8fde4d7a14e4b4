/** Reads git's history: which files each commit changed, by the names that they have today and by those that they had. */
import type { ProjectPath } from "../base/paths.js";

/** One file of a commit. */
export interface PastFile {
  /** The name that it has today; `undefined` for what is gone, or was something else's name since. */
  readonly path: ProjectPath | undefined;
  /** Its name after the commit. */
  readonly then: ProjectPath;
  /** Its name before, where the commit gave it another. */
  readonly from?: ProjectPath;
  readonly did: "added" | "changed" | "deleted" | "renamed";
  /** Whether its content differs: a rename by itself changes nothing. */
  readonly isEdited: boolean;
}

/** One commit. */
export interface PastCommit {
  /** When it was made, in seconds since 1970. */
  readonly when: number;
  /** Its shortened name. */
  readonly id: string;
  /** The first line of its message. */
  readonly subject: string;
  readonly files: readonly PastFile[];
}

/** What `git log` is asked to print before the files of a commit; with `-z`, all parts end in zeros. Source: git-log(1), "PRETTY FORMATS". */
export const commitFormat = "%x01%ct%x00%h%x00%s%x00";

/** A head begins so; a letter that says what happened to a file does not. */
const begin = "\u0001";

/** The last second that a calendar knows. Source: ECMA-262, "Time Values and Time Range". */
const lastSecond = 8_640_000_000_000;

/** What happened to a file, by git's letter; `T`, `U` and `X` are changes like others. */
const deeds: Readonly<Record<string, PastFile["did"]>> = { A: "added", C: "added", D: "deleted", R: "renamed" };

/**
 * Reads what `git log -M --name-status -z` prints with `commitFormat`, the latest commit first: a head a commit, then for each file
 * a letter and its path; for a rename `R`, how alike the two are in percent, and both paths. Source: git-log(1), git-diff(1).
 *
 * `"\u000119\0ab\0Grow\0\0\nM\0b.ts\0\u000118\0aa\0Name it\0\0\nR100\0a.ts\0b.ts\0"` → `b.ts` was changed, and before that renamed
 */
export function readPast(output: string): readonly PastCommit[] {
  const names = new NamesOfToday();
  const words = output.split("\0");
  const commits: PastCommit[] = [];
  let at = 0;
  const next = (): string => words[at++] ?? "";
  while (at < words.length) {
    const head = next();
    if (!head.startsWith(begin)) continue;
    const when = Math.min(Number(head.slice(1)), lastSecond);
    const [id, subject] = [next(), next()];
    const files: PastFile[] = [];
    while (at < words.length && words[at]?.startsWith(begin) !== true) {
      // Before the first letter of a commit stands a line end.
      const status = next().replace(/^\n/, "");
      if (status === "") continue;
      const did = deeds[status.charAt(0)] ?? "changed";
      const path = next() as ProjectPath;
      const then = /^[RC]/.test(status) ? (next() as ProjectPath) : path;
      files.push({
        path: names.of(then),
        then,
        did,
        isEdited: status !== "R100",
        ...(did === "renamed" && { from: path }),
      });
    }
    names.goBack(files);
    commits.push({ when, id, subject, files });
  }
  return commits;
}

/** What older commits call files by, told by the names of today. */
class NamesOfToday {
  /** `undefined` for what is gone. */
  readonly #today = new Map<string, ProjectPath | undefined>();

  of(path: ProjectPath): ProjectPath | undefined {
    return this.#today.has(path) ? this.#today.get(path) : path;
  }

  /** From here on names are those before a commit: there the new name of a file was another's, or nobody's. */
  goBack(files: readonly PastFile[]): void {
    const renamed = files.filter(({ from }) => from !== undefined);
    for (const { then } of renamed) this.#today.set(then, undefined);
    for (const { from, path } of renamed) if (from !== undefined) this.#today.set(from, path);
  }
}

/** The files whose content each commit changed, by the names that they have today. */
export function changedTogether(past: readonly PastCommit[]): readonly (readonly ProjectPath[])[] {
  return past.map(({ files }) => [
    ...new Set(files.flatMap(({ path, isEdited }) => (isEdited && path !== undefined ? [path] : []))),
  ]);
}
