/** How many lines a text has: a last one without a line end counts. */
export function countLines(text: string): number {
  let lines = text === "" || text.endsWith("\n") ? 0 : 1;
  for (let at = text.indexOf("\n"); at >= 0; at = text.indexOf("\n", at + 1)) lines += 1;
  return lines;
}
