/** A text without the lines on which nothing stands. */
export function withoutBlankLines(text: string): string {
  return text.replace(/^[ \t]*\r?\n/gm, "");
}
