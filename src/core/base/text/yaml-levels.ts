/**
 * Where a YAML text is nested too deeply to be parsed. The parser calls itself for each level, and where the stack ends while an
 * expression is compiled, V8 ends the whole process, which nothing catches. So the levels are counted first, roughly: brackets
 * in quotes count as well.
 */

/** No text that somebody wrote has so many levels; a parser's stack bears four times as many. */
const deepest = 300;

const lineHead = /^(?:[ \t]*[-?](?=[ \t]))+|^[ \t]+/gm;

/** A key, an item, or a text as a key, with another one in it: `a: b: - ? c`. */
const opening = /(?<=^|\s)(?:[-?]|[^\s:,{}[\]"']{1,80}:)[ \t]+/gm;

/** Where more of them than are read follow each other in one line. */
function oneInAnother(text: string): number | undefined {
  // Each has two letters at least.
  if (!new RegExp(`[^\\n]{${2 * deepest}}`).test(text)) return undefined;
  let [first, levels, end] = [0, 0, -1];
  for (const { 0: sign, index } of text.matchAll(opening)) {
    if (index !== end) [first, levels] = [index, 0];
    levels += 1;
    end = index + sign.length;
    if (levels > deepest) return first;
  }
  return undefined;
}

/** The offset at which a text has more levels than are read; `undefined` for any other text. */
export function tooDeepAt(text: string): number | undefined {
  let depth = 0;
  for (let at = 0; at < text.length; at += 1) {
    const sign = text[at];
    if (sign === "[" || sign === "{") depth += 1;
    else if ((sign === "]" || sign === "}") && depth > 0) depth -= 1;
    if (depth > deepest) return at;
  }
  const run = oneInAnother(text);
  if (run !== undefined) return run;
  const heads = [...text.matchAll(lineHead)];
  const far = heads.filter(({ 0: head }) => head.length > deepest);
  const inOneLine = far.find(({ 0: head }) => head.replace(/[ \t]/g, "").length > deepest);
  if (inOneLine) return inOneLine.index;
  // A line that stands in far is on many levels only where others stand in less and less.
  return far.length > 0 && new Set(heads.map(({ 0: head }) => head.length)).size > deepest ? far[0]?.index : undefined;
}
