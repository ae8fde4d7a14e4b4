/** Grafts that somebody would like to swap. */
export function swaps(): readonly string[] {
  return ["Cox for Russet"];
}
