/**
 * Starters: texts from which new files are made. Between « and » stands what is filled in:
 *
 *   export function «stem»() {        →  export function HarvestScreen() {
 *   «style?»import s from "…";        →  the line, only if a style sheet is made too (`«!style?»`: only if not)
 */
import { ShelfError } from "../base/errors.js";

/** What fills a starter in: the value of a word, with what follows it (`from colors` → `("from", "colors")`). */
export type StarterValues = (word: string, rest: string) => string | undefined;

/** A starter's text, and its name for messages. */
export interface Starter {
  readonly file: string;
  readonly text: string;
}

function reasonFor(word: string, rest: string, inner: string): string {
  if (word === "feature") return `«${inner}» is the feature's name, and none was said.`;
  return word === "to" ? `${rest} is not there.` : `«${inner}» means nothing here.`;
}

/** Fills a starter in. `has` says whether a condition holds. Throws `STARTER_BROKEN` with the line. */
export function fillStarter(
  { file, text }: Starter,
  values: StarterValues,
  has: (condition: string) => boolean,
): string {
  const lines = text.replaceAll("\r\n", "\n").split("\n");
  return lines
    .flatMap((line, index) => {
      const condition = /^«(!?)([\w-]+)\?»/.exec(line);
      if (condition && has(condition[2] ?? "") === (condition[1] === "!")) return [];
      const rest = condition ? line.slice(condition[0].length) : line;
      return [
        rest.replaceAll(/«([^»]*)»/g, (_, inner: string) => {
          const [word = "", ...more] = inner.split(" ");
          const value = values(word, more.join(" "));
          if (value !== undefined) return value;
          throw new ShelfError("STARTER_BROKEN", {
            path: file,
            reason: reasonFor(word, more.join(" "), inner),
            place: { file, line: index + 1 },
          });
        }),
      ];
    })
    .join("\n");
}
