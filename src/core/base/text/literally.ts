/** A text as a regular expression finds it literally: `[id].ts` → `\[id\]\.ts`. */
export function literally(text: string): string {
  return text.replace(/[.*+?^$()|[\]{}\\]/g, "\\$&");
}
