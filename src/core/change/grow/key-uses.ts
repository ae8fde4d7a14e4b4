/**
 * Where code may still ask for a key that goes: `state.rota`, `t("rota.title")`, `const { rota } = words`. Keys are told apart by nothing
 * but their letters, so this is a doubt, and never a proof.
 */

/** What stands in front of a key or behind it where something is taken by it. */
const before = /(?:[.["'`{,]|=>|\?)\s*$/u;
const behind = /^\s*(?:["'`\]},:]|\)\s*=>)/u;

/** Whether the letters at a place may be a key by which something is taken, and not a word of a sentence. */
export function mayBeKey(text: string, start: number, end: number): boolean {
  const [head, tail] = [lineUpTo(text, start), lineFrom(text, end)];
  if (/(?:[\p{L}\p{N}_$\])]\??\.|["'`[])$/u.test(head)) return true;
  return !/^\s*(?:\/\/|\/\*|\*\s|<!--|#\s)/.test(head) && (before.test(head) || behind.test(tail));
}

/** The whole word at a place: `rotaReducer` of `rota`. */
export function wordAt(text: string, start: number, end: number): { readonly start: number; readonly end: number } {
  const head = /[\p{L}\p{N}_$]*$/u.exec(lineUpTo(text, start))?.[0].length ?? 0;
  const tail = /^[\p{L}\p{N}_$]*/u.exec(lineFrom(text, end))?.[0].length ?? 0;
  return { start: start - head, end: end + tail };
}

function lineUpTo(text: string, offset: number): string {
  return text.slice(text.lastIndexOf("\n", offset - 1) + 1, offset);
}

function lineFrom(text: string, offset: number): string {
  const end = text.indexOf("\n", offset);
  return text.slice(offset, end < 0 ? undefined : end);
}
