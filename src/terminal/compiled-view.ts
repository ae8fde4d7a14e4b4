/** How the output of an app's own compilers is shown, before and after. */
import type { ComparedSheet, Comparison } from "../core/change/compiled/index.js";
import { count, enumerate } from "../wording/words.js";
import { heading } from "./notes.js";
import { shorten, wrap, type Screen } from "./screen.js";

/** So many sheets of one kind are told one by one. */
const mostSheets = 5;

/** The whole, as lines; what is different comes first. */
export function compiledLines(
  { compilers, sheets, without, blocks }: Comparison,
  { palette, width }: Screen,
): string[] {
  const aside =
    blocks.length === 0
      ? []
      : heading(
          `${blocks.length === 1 ? `The style block of ${blocks[0] ?? ""} is` : `The style blocks of ${count(blocks.length, "file")} are`} compiled by the bundler alone, and not here.`,
          width,
        );
  if (sheets.length + without.length === 0 && blocks.length > 0) return aside;
  if (sheets.length + without.length === 0) return heading("No sheet that is compiled is touched.", width);
  const of = (...states: readonly ComparedSheet["state"][]): readonly ComparedSheet[] =>
    sheets.filter(({ state }) => states.includes(state));
  const [same, spaced] = [of("same", "spaced"), of("spaced").length];
  const apart =
    spaced === 0 ? "" : spaced === same.length ? " but for blank lines" : ` (${spaced} but for blank lines)`;
  const each = (list: readonly ComparedSheet[], says: string): string[] => [
    ...list
      .slice(0, mostSheets)
      .flatMap(({ entry, lines }) => [
        `    ${palette.bad("!")} ${palette.place(entry)}  ${says}`,
        ...lines.map((line) => `        ${shorten(line, width - 8)}`),
      ]),
    ...(list.length > mostSheets ? [palette.faint(`    … and ${list.length - mostSheets} more`)] : []),
  ];
  const compiled = sheets.length - of("fails").length;
  const isAll = same.length === compiled && compiled > 0;
  return [
    ...(sheets.length > 0 ? heading(`Compiled with ${enumerate([...compilers])}, before and after:`, width) : []),
    ...each(of("broken"), "would not compile any more"),
    ...each(of("different"), "compiles to something else"),
    ...each(of("mended"), "does not compile now, and would then"),
    ...each(of("fails"), "does not compile, before or after"),
    ...(compiled > 0
      ? [
          `    ${isAll ? palette.good("✓ ") : ""}${same.length} of ${count(compiled, "sheet")} ${same.length === 1 || compiled === 1 ? "compiles" : "compile"} to the same, letter by letter${apart}`,
        ]
      : []),
    ...(without.length > 0
      ? heading(
          `No compiler is installed for ${without.length === 1 ? (without[0] ?? "") : count(without.length, "sheet")}: install what the app is built with, and ask again.`,
          width,
        ).map((line) => wrap(line, width))
      : []),
    ...aside,
  ];
}
