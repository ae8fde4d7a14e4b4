/** Which lines belong to a statement: its own, and those of the comments that speak of it. */

/** Offsets in a text, half-open. */
export interface Span {
  readonly start: number;
  readonly end: number;
}

/**
 * The lines of a statement with the comments right above it and on its last line, from the beginning of the first to that of the line
 * behind. Nothing before `after` is taken, nor a comment that is said of the whole file.
 */
export function linesOf(
  { start, end }: Span,
  text: string,
  {
    comments,
    after,
    isOfTheFile,
  }: {
    readonly comments: readonly Span[];
    readonly after: number;
    readonly isOfTheFile: (comment: string) => boolean;
  },
): { readonly from: number; readonly to: number } {
  let from = lineStart(text, start);
  if (from < after) from = start;
  for (const comment of [...comments].reverse()) {
    if (comment.end > from || comment.start < after) continue;
    const begins = lineStart(text, comment.start);
    const between = text.slice(comment.end, from);
    const isOwnLine = text.slice(begins, comment.start).trim() === "";
    if (between.trim() !== "" || !isOwnLine || (between.match(/\n/g)?.length ?? 0) > 1) break;
    if (isOfTheFile(text.slice(comment.start, comment.end))) break;
    from = begins;
  }
  const lineEnd = text.indexOf("\n", end);
  const rest = text.slice(end, lineEnd < 0 ? undefined : lineEnd);
  const isAlone = rest.trim() === "" || /^\s*(?:\/\/|\/\*(?:(?!\*\/).)*\*\/\s*$)/.test(rest);
  return { from, to: isAlone ? (lineEnd < 0 ? text.length : lineEnd + 1) : end };
}

function lineStart(text: string, at: number): number {
  return text.lastIndexOf("\n", at - 1) + 1;
}

/** The comments between two tokens, in languages whose comments nest. */
export function commentsIn(text: string, from: number, to: number): Span[] {
  const found: Span[] = [];
  for (let at = from; at < to;) {
    if (text.startsWith("//", at)) {
      const end = text.indexOf("\n", at);
      const comment = { start: at, end: end < 0 ? to : end };
      found.push(comment);
      at = comment.end;
    } else if (text.startsWith("/*", at)) {
      let depth = 0;
      const start = at;
      do {
        if (text.startsWith("/*", at)) depth += 1;
        else if (text.startsWith("*/", at)) depth -= 1;
        else {
          at += 1;
          continue;
        }
        at += 2;
      } while (depth > 0 && at < to);
      found.push({ start, end: at });
    } else at += 1;
  }
  return found;
}
