/** A frame around one thing that is drawn. */
import type { TextEdit } from "../../base/text/index.js";
import type { DrawnElement } from "../../languages/index.js";

/** The edits that put it there: around what stands on one line on that line, else on lines of its own, with the inside one step further in. */
export function wrapped(text: string, root: DrawnElement, tag: string): TextEdit[] {
  const { start, end, inside } = root;
  const [open, close] = [`<${tag}>`, `</${tag}>`];
  // Of a group without a tag, the frame takes the place.
  if (root.tag === "" && inside && (inside.start > start || inside.end < end))
    return [
      { start, end: inside.start, text: open },
      { start: inside.end, end, text: close },
    ];
  const lineStart = text.lastIndexOf("\n", start - 1) + 1;
  const body = text.slice(start, end);
  const indent = /^[ \t]*/.exec(text.slice(lineStart, start))?.[0] ?? "";
  const isFirst = text.slice(lineStart, start).trim() === "";
  if (!body.includes("\n") && !isFirst)
    return [
      { start, end: start, text: open },
      { start: end, end, text: close },
    ];
  const step = stepOf(text);
  const lineBreak = text.includes("\r\n") ? "\r\n" : "\n";
  return [
    { start, end: start, text: `${open}${lineBreak}${indent}${step}` },
    ...stepsIn(text, root, step),
    { start: end, end, text: `${lineBreak}${indent}${close}` },
  ];
}

/** Each line but the first one step further in; none where white space is shown as it is. */
export function stepsIn(text: string, { start, end }: Pick<DrawnElement, "start" | "end">, step: string): TextEdit[] {
  const body = text.slice(start, end);
  if (/`|<(?:pre|textarea)\b/.test(body)) return [];
  return [...body.matchAll(/\n(?=[^\r\n])/g)].map(({ index }) => {
    const at = start + index + 1;
    return { start: at, end: at, text: step };
  });
}

/** One step of indentation, as the text has it. */
export function stepOf(text: string): string {
  const first = /\n([ \t]+)\S/.exec(text)?.[1] ?? "  ";
  return first.startsWith("\t") ? "\t" : " ".repeat(Math.min(4, first.length));
}
