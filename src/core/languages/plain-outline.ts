/** What can be said of a text in any language. */
import { assetNamesIn } from "./asset-names.js";
import type { Export, Outline, Sign } from "./reading.js";

/** How many lines a text has: a last one without a line end counts. */
export function countLines(text: string): number {
  let lines = text === "" || text.endsWith("\n") ? 0 : 1;
  for (let at = text.indexOf("\n"); at >= 0; at = text.indexOf("\n", at + 1)) lines += 1;
  return lines;
}

/** Whether comments at the head of a text, each a line behind `//`, say what a pattern looks for: that a tool made it. */
function saysAtHead(text: string, pattern: RegExp): boolean {
  const lines = text.slice(0, 600).split("\n");
  return pattern.test(lines.filter((line) => line.trimStart().startsWith("//")).join("\n"));
}

/** The outline of a text that exports nothing and shows no sign of a trade: which assets it names, and its length. */
export function plainOutline(text: string): Outline {
  const nothing = { onlyPassesOn: false, signs: [], actions: [] };
  return { ...nothing, assets: assetNamesIn(text), lines: countLines(text) };
}

/** By what a text of one language shows what it is for. */
export interface Telling {
  readonly signs: readonly (readonly [Sign, RegExp])[];
  /** How generators begin what they write. */
  readonly generated: RegExp;
  /** What only others can be or do, and what is or does something itself. */
  readonly contract: RegExp;
  readonly work: RegExp;
}

/** So much of a text tells its trade. */
const telling = 60_000;

/** What a text says of itself by such signs. `exports` are those that were found in it. */
export function signedOutline(
  text: string,
  { signs, generated, contract, work }: Telling,
  exports: readonly Export[] = [],
): Outline {
  const head = text.length > telling ? text.slice(0, telling) : text;
  const found = signs.flatMap(([sign, pattern]) => (pattern.test(head) ? [sign] : []));
  if (saysAtHead(text, generated)) found.push("generated");
  if (contract.test(head) && !work.test(head)) found.push("contract");
  return {
    onlyPassesOn: exports.length > 0 && exports.every(({ from }) => from !== undefined),
    signs: found,
    actions: [],
    assets: assetNamesIn(text),
    lines: countLines(text),
  };
}
