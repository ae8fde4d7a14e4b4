/** Small matters of English. */
import { grouped } from "../core/base/numbers.js";

export { grouped };
/** `(1, "file")` → `1 file`, `(1200, "file")` → `1,200 files`; a plural that is not regular is given. */
export function count(number: number, one: string, many = `${one}s`): string {
  return `${grouped(number)} ${number === 1 ? one : many}`;
}

/** What is said where paths lead to files that are gone; nothing where none does. */
export function movedByHandNotes(paths: number, since = "the last commit"): string[] {
  if (paths === 0) return [];
  const [verb, file] = paths === 1 ? ["leads", "a file that is"] : ["lead", "files that are"];
  return [
    `${count(paths, "path")} ${verb} to ${file} gone since ${since}. If ${paths === 1 ? "it was" : "they were"} moved by hand, \`steady-shelf mend\` follows ${paths === 1 ? "it" : "them"} or puts ${paths === 1 ? "it" : "them"} back.`,
  ];
}

/** `["a", "b", "c"]` → `a, b and c`. */
export function enumerate(parts: readonly string[]): string {
  return parts.length < 2 ? (parts[0] ?? "") : `${parts.slice(0, -1).join(", ")} and ${parts.at(-1)}`;
}
