/** Reads git's history: which files were changed together, by the names that they have today. */
import type { ProjectPath } from "../base/paths.js";

/**
 * Reads what `git log -M --name-status -z --format=%x01` prints, the latest commit first: a mark a commit, then for each file a
 * letter and its path; for a rename `R`, how alike the two are in percent, and both paths. Source: git-log(1), git-diff(1).
 *
 * `"\u0001\0M\0b.ts\0\u0001\0R100\0a.ts\0b.ts\0\u0001\0M\0a.ts\0"` → `[["b.ts"], [], ["b.ts"]]`
 */
export function readHistory(output: string): readonly (readonly ProjectPath[])[] {
  /** What an older commit calls by this name; `undefined` for what is gone. */
  const today = new Map<string, string | undefined>();
  const nameNow = (path: string): string | undefined => (today.has(path) ? today.get(path) : path);
  return output
    .split("\u0001")
    .slice(1)
    .map((commit) => {
      const words = commit.split(/[\0\n]+/).filter((word) => word !== "");
      const changed: (string | undefined)[] = [];
      const renamed: { from: string; to: string }[] = [];
      for (let at = 0; at < words.length; at += 1) {
        const status = words[at] ?? "";
        const path = words[(at += 1)] ?? "";
        if (!status.startsWith("R") && !status.startsWith("C")) {
          changed.push(nameNow(path));
          continue;
        }
        const to = words[(at += 1)] ?? "";
        if (status.startsWith("R")) renamed.push({ from: path, to });
        if (status !== "R100") changed.push(nameNow(to));
      }
      // Before this commit the new name was another file's, or nobody's.
      const names = renamed.map(({ to }) => nameNow(to));
      for (const { to } of renamed) today.set(to, undefined);
      renamed.forEach(({ from }, at) => today.set(from, names[at]));
      return [...new Set(changed)].filter((path) => path !== undefined) as ProjectPath[];
    });
}
