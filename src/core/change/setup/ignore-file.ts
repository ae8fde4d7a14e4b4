/** What git is told to ignore. */
import ignore from "ignore";

/** Whether a `.gitignore` ignores a file in its own folder. */
export function isIgnored(text: string, name: string): boolean {
  return ignore().add(text).ignores(name);
}

/** The text with a line more, and a last line end; the same text where the file is ignored already. */
export function withIgnored(text: string, name: string): string {
  if (isIgnored(text, name)) return text;
  const ended = text === "" || text.endsWith("\n") ? text : `${text}\n`;
  return `${ended}${name}\n`;
}
