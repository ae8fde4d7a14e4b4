/** The parts of a head or a value in which names stand: without comments, and without what is only text. */

/** In a value all but texts and bare URLs; in a selector only what is put in, `#{…}`; so in texts. */
export function spansToRead(
  text: string,
  start: number,
  end: number,
  how: "value" | "selector",
): (readonly [from: number, to: number])[] {
  const spans: (readonly [number, number])[] = [];
  let from = how === "value" ? start : undefined;
  const close = (at: number): void => {
    if (from !== undefined && at > from) spans.push([from, at]);
  };
  for (let at = start; at < end;) {
    const unit = text.charAt(at);
    const skipped = skip(text, at, end);
    if (skipped !== undefined) {
      close(at);
      if (skipped.holds) spans.push(...interpolated(text, at, skipped.to));
      at = skipped.to;
      from = how === "value" ? at : undefined;
    } else if (how === "selector" && unit === "#" && text.charAt(at + 1) === "{") {
      const to = endOfBraces(text, at + 1, end);
      spans.push(...spansToRead(text, at + 2, to - 1, "value"));
      at = to;
    } else at += unit === "\\" ? 2 : 1;
  }
  close(end);
  return spans;
}

/** What begins here and is no code; `holds` where something may be put into it. */
function skip(text: string, at: number, end: number): { readonly to: number; readonly holds: boolean } | undefined {
  const unit = text.charAt(at);
  if (unit === '"' || unit === "'") return { to: endOfText(text, at, end), holds: true };
  if (text.startsWith("/*", at)) {
    const close = text.indexOf("*/", at + 2);
    return { to: close < 0 ? end : Math.min(end, close + 2), holds: false };
  }
  if (text.startsWith("//", at)) {
    const line = text.indexOf("\n", at);
    return { to: line < 0 ? end : Math.min(end, line), holds: false };
  }
  if (unit === "u" || unit === "U") {
    const [bare] =
      /^url\(\s*(?!["'$])(?:\\[^]|#\{[^}]*\}|[^\s"'()\\$])*\s*\)/i.exec(text.slice(at, Math.min(end, at + 200_000))) ??
      [];
    if (bare !== undefined && !/[\w-]/.test(text.charAt(at - 1))) return { to: at + bare.length, holds: true };
  }
  return undefined;
}

function endOfText(text: string, start: number, end: number): number {
  const quote = text.charAt(start);
  for (let at = start + 1; at < end; at += 1) {
    const unit = text.charAt(at);
    if (unit === quote) return at + 1;
    if (unit === "\\") at += 1;
    else if (unit === "#" && text.charAt(at + 1) === "{") at = endOfBraces(text, at + 1, end) - 1;
  }
  return end;
}

/** Behind the brace that closes the one at `start`. */
function endOfBraces(text: string, start: number, end: number): number {
  let depth = 0;
  for (let at = start; at < end; at += 1) {
    const unit = text.charAt(at);
    if (unit === "{") depth += 1;
    else if (unit === "}" && (depth -= 1) === 0) return at + 1;
    else if (unit === '"' || unit === "'") at = endOfText(text, at, end) - 1;
  }
  return end;
}

function interpolated(text: string, start: number, end: number): (readonly [number, number])[] {
  const spans: (readonly [number, number])[] = [];
  for (let at = text.indexOf("#{", start); at >= 0 && at < end;) {
    const to = endOfBraces(text, at + 1, end);
    spans.push(...spansToRead(text, at + 2, to - 1, "value"));
    at = text.indexOf("#{", to);
  }
  return spans;
}
