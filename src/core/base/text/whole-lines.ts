/** A part of a text with its lines, as it is cut out: of two blank lines around it one goes along. A part that shares a line is cut alone. */
export function wholeLines(
  text: string,
  { from, end }: { readonly from: number; readonly end: number },
): { readonly start: number; readonly end: number } {
  const head = text.lastIndexOf("\n", from - 1) + 1;
  if (text.slice(head, from).trim() !== "") return { start: from, end };
  const [tail = ""] = /^[ \t]*(?:\r?\n|$)/.exec(text.slice(end)) ?? [];
  if (tail === "" && end < text.length) return { start: from, end };
  const isApart = head === 0 || /\n[ \t]*\r?\n$/.test(text.slice(0, head));
  const blank = isApart ? (/^(?:[ \t]*\r?\n)+/.exec(text.slice(end + tail.length))?.[0] ?? "") : "";
  return { start: head, end: end + tail.length + blank.length };
}
