/**
 * New C# as the other files of an app are written: with a namespace for the whole file or in braces, and with `?` only where the compiler
 * is told what may be null. Sources: Microsoft, "File-scoped namespaces" (C# 10), "Nullable reference types" (C# 8).
 */

/** The text as the others are written. `list` is the text of the project that builds it. */
export function writtenLike(text: string, others: readonly string[], list: string | undefined): string {
  const blocks = others.filter((each) => /^[ \t]*namespace\s+[\w.]+\s*\{/m.test(each)).length;
  const wholes = others.filter((each) => /^namespace\s+[\w.]+\s*;/m.test(each)).length;
  const isOld = list !== undefined && !/<Project\b[^>]*\bSdk\s*=/.test(list) && /<Compile\b/.test(list);
  const isNullable =
    list === undefined ||
    /<Nullable>\s*(?:enable|annotations)\s*</i.test(list) ||
    others.some((each) => /^\s*#nullable enable/m.test(each));
  // An app that begins has nothing that would say otherwise.
  const isBegun = blocks + wholes > 0;
  const known = isBegun && !isNullable ? text.replace(/([\w>])\?(?= \w+(?:[;,)=]| =))/g, "$1") : text;
  return blocks > wholes || isOld ? inBraces(known) : known;
}

function inBraces(text: string): string {
  const match = /^namespace ([\w.]+);\n\n?/m.exec(text);
  if (!match) return text;
  const body = text.slice(match.index + match[0].length).trimEnd();
  const lines = body.split("\n").map((line) => (line === "" ? "" : `    ${line}`));
  return `${text.slice(0, match.index)}namespace ${match[1] ?? ""}\n{\n${lines.join("\n")}\n}\n`;
}
