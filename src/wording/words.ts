/** Small matters of English. */

/** `(1, "file")` → `1 file`, `(1200, "file")` → `1,200 files`; a plural that is not regular is given. */
export function count(number: number, one: string, many = `${one}s`): string {
  return `${grouped(number)} ${number === 1 ? one : many}`;
}

/** `1200` → `1,200`. By hand, because asking for a locale loads its tables, which takes longer than all the rest. */
export function grouped(number: number): string {
  return String(number).replace(/\B(?=(\d{3})+$)/g, ",");
}

/** `["a", "b", "c"]` → `a, b and c`. */
export function enumerate(parts: readonly string[]): string {
  return parts.length < 2 ? (parts[0] ?? "") : `${parts.slice(0, -1).join(", ")} and ${parts.at(-1)}`;
}
