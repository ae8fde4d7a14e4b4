/** What can be said of a text in any language. */
import { assetNamesIn } from "./asset-names.js";
import type { Outline } from "./reading.js";

/** How many lines a text has: a last one without a line end counts. */
export function countLines(text: string): number {
  let lines = text === "" || text.endsWith("\n") ? 0 : 1;
  for (let at = text.indexOf("\n"); at >= 0; at = text.indexOf("\n", at + 1)) lines += 1;
  return lines;
}

/** Whether comments at the head of a text, each a line behind `//`, say what a pattern looks for: that a tool made it. */
export function saysAtHead(text: string, pattern: RegExp): boolean {
  const lines = text.slice(0, 600).split("\n");
  return pattern.test(lines.filter((line) => line.trimStart().startsWith("//")).join("\n"));
}

/** The outline of a text that exports nothing and shows no sign of a trade: which assets it names, and its length. */
export function plainOutline(text: string): Outline {
  const nothing = { onlyPassesOn: false, signs: [], actions: [] };
  return { ...nothing, assets: assetNamesIn(text), lines: countLines(text) };
}
