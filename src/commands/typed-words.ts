/** Commands as people type them. */

/** Words as they could be typed in a shell. */
export function typedWords(words: readonly string[]): string {
  return words.map((word) => (/^[\w@%+=:,./-]+$/.test(word) ? word : `'${word.replaceAll("'", "'\\''")}'`)).join(" ");
}
