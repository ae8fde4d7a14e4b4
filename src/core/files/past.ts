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

/** What `git log` is asked to print before the files of a commit. Source: git-log(1), "PRETTY FORMATS". */
export const commitFormat = "%x01%ct%x02%h%x02%s%x02";

const [begin, end] = ["\u0001", "\u0002"];
const head = new RegExp(`${begin}(\\d+)${end}([0-9a-f]+)${end}([^${end}]*)${end}`);

/** What happened to a file, by git's letter; `T`, `U` and `X` are changes like others. */
const deeds: Readonly<Record<string, PastFile["did"]>> = { A: "added", C: "added", D: "deleted", R: "renamed" };

/**
 * Reads what `git log -M --name-status -z` prints with `commitFormat`, the latest commit first: a head a commit, then for each file
 * a letter and its path; for a rename `R`, how alike the two are in percent, and both paths. Source: git-log(1), git-diff(1).
 *
 * `"\u000119\u0002ab\u0002Grow\u0002\0M\0b.ts\0\u000118\u0002aa\u0002Name it\u0002\0R100\0a.ts\0b.ts\0"` → `b.ts` was changed, and before that renamed
 */
export function readPast(output: string): readonly PastCommit[] {
  /** What an older commit calls by this name; `undefined` for what is gone. */
  const today = new Map<string, ProjectPath | undefined>();
  const nameNow = (path: string): ProjectPath | undefined =>
    today.has(path) ? today.get(path) : (path as ProjectPath);
  const parts = output.split(head).slice(1);
  const commits: PastCommit[] = [];
  for (let at = 0; at + 3 < parts.length; at += 4) {
    const [when, id = "", subject = "", listed = ""] = parts.slice(at, at + 4);
    const words = listed.split(/[\0\n]+/).filter((word) => word !== "");
    const files: PastFile[] = [];
    const renamed: { readonly from: string; readonly to: string }[] = [];
    for (let word = 0; word < words.length; word += 1) {
      const status = words[word] ?? "";
      const path = (words[(word += 1)] ?? "") as ProjectPath;
      const did = deeds[status.charAt(0)] ?? "changed";
      if (!/^[RC]/.test(status)) {
        files.push({ path: nameNow(path), then: path, did, isEdited: true });
        continue;
      }
      const then = (words[(word += 1)] ?? "") as ProjectPath;
      if (did === "renamed") renamed.push({ from: path, to: then });
      files.push({
        path: nameNow(then),
        then,
        did,
        isEdited: status !== "R100",
        ...(did === "renamed" && { from: path }),
      });
    }
    // Before this commit the new name was another file's, or nobody's.
    const names = renamed.map(({ to }) => nameNow(to));
    for (const { to } of renamed) today.set(to, undefined);
    renamed.forEach(({ from }, each) => today.set(from, names[each]));
    commits.push({ when: Number(when), id, subject, files });
  }
  return commits;
}

/** The files whose content each commit changed, by the names that they have today. */
export function changedTogether(past: readonly PastCommit[]): readonly (readonly ProjectPath[])[] {
  return past.map(({ files }) => [
    ...new Set(files.flatMap(({ path, isEdited }) => (isEdited && path !== undefined ? [path] : []))),
  ]);
}
