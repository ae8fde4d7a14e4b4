/** Small matters of English. */

/** `(1, "file")` → `1 file`, `(1200, "file")` → `1,200 files`; a plural that is not regular is given. */
export function count(number: number, one: string, many = `${one}s`): string {
  return `${number.toLocaleString("en-US")} ${number === 1 ? one : many}`;
}

/** `["a", "b", "c"]` → `a, b and c`. */
export function enumerate(parts: readonly string[]): string {
  return parts.length < 2 ? (parts[0] ?? "") : `${parts.slice(0, -1).join(", ")} and ${parts.at(-1)}`;
}
