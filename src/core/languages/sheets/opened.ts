/**
 * Rules that hold rules, taken apart: `.card { color: red; .title { … } }` compiles to what `.card { color: red }` and
 * `.card { .title { … } }` compile to, one behind the other, unless something in it holds for all of its block.
 *
 * Sources: the Sass documentation, "Style Rules", "Parent Selector", "Breaking Change: Mixed Declarations"; Less documentation, "Nesting",
 * "Scope", "Mixin Guards".
 */
import type { SheetStatement } from "../sheet-forms.js";
import type { Dialect } from "./scan.js";

/** At-rules that come out of the rule in which they stand, with its selector. */
const leaving = new Set(["media", "supports", "container", "layer", "at-root"]);

/** How a rule is written, and in how many others it stands. */
export interface Place {
  readonly dialect: Dialect;
  readonly depth: number;
}

/** What hinders a rule from being taken apart: a statement of its block, or the rule itself; nothing for one that can be. */
export function hindrance(text: string, rule: SheetStatement, { dialect, depth }: Place): SheetStatement | undefined {
  const { kind, start, headEnd, block } = rule;
  const head = text.slice(start, headEnd);
  if (kind !== "rule" || !block || dialect === "css") return rule;
  // Without a rule around it, `&` is left to browsers.
  if (depth === 0 && head.includes("&")) return rule;
  // What is put in is put in again for each part: it has to be the same.
  if (/[#@]\{[^}]*\(/.test(head)) return rule;
  // Mixins and guards of Less, and what adds the selector to another one, hold for the rule as a whole.
  if (dialect === "less" && /\(|:extend\b|\bwhen\b|^\s*@/.test(head.replace(/:(?:not|is|where|has|nth-[\w-]+)\(/g, "")))
    return rule;
  const calling = dialect === "less" ? callInside(text, block, headsIn(text, [rule])) : undefined;
  if (calling) return calling;
  let isBehind = false;
  for (const each of block) {
    if (isForBlock(text, each, dialect)) return each;
    // Compilers look on which line such a comment stands.
    if (each.isLoud === true && !text.slice(headEnd, each.start).includes("\n")) return each;
    if (leaves(each)) isBehind = true;
    // Declarations behind a rule come before it in some versions of the compilers.
    else if (isBehind && !isSilent(each)) return each;
  }
  return undefined;
}

/** Names and calls that hold for all that follows in a block. */
function isForBlock(text: string, { kind, word, start, headEnd }: SheetStatement, dialect: Dialect): boolean {
  if (kind === "assignment" || kind === "call") return true;
  if (kind === "rule")
    return dialect === "less" && /^[.#][\w-]+\s*\([^]*\)\s*(?:when\b[^]*)?$/.test(text.slice(start, headEnd).trim());
  return kind === "at-rule" && /^(?:mixin|function|import|use|forward|plugin|namespace|charset)$/.test(word);
}

/** The heads of all rules of a block, and of those in them. */
function headsIn(text: string, block: readonly SheetStatement[]): string {
  return block
    .map(({ start, headEnd, block: inner }) => (inner ? `${text.slice(start, headEnd)}\n${headsIn(text, inner)}` : ""))
    .join("\n");
}

/** A call in a rule that may mean a rule beside it, or a further part of the rule itself. */
function callInside(text: string, block: readonly SheetStatement[], heads: string): SheetStatement | undefined {
  for (const each of block) {
    const [name] = each.kind === "call" ? (/[.#@][\w-]+/.exec(text.slice(each.start, each.end)) ?? []) : [];
    const found = name !== undefined && heads.includes(name) ? each : callInside(text, each.block ?? [], heads);
    if (found) return found;
  }
  return undefined;
}

function leaves({ kind, word }: SheetStatement): boolean {
  return kind === "rule" || (kind === "at-rule" && leaving.has(word));
}

function isSilent({ kind, isLoud }: SheetStatement): boolean {
  return kind === "comment" && isLoud !== true;
}

/** A statement by itself in the rule that holds it. */
export function partOfRule(rule: SheetStatement, block: readonly SheetStatement[]): SheetStatement {
  const end = block.at(-1)?.end ?? rule.headEnd;
  return { kind: rule.kind, word: rule.word, start: rule.start, headEnd: rule.headEnd, end, block, isPart: true };
}

/**
 * A statement in its smallest parts: what a rule declares itself, then each rule in it, and so on; comments for people by themselves. A
 * statement that cannot be taken apart is its only part.
 */
export function openedParts(text: string, statement: SheetStatement, place: Place): readonly SheetStatement[] {
  const { block = [] } = statement;
  if (block.length === 0 || hindrance(text, statement, place)) return [statement];
  const inner = { ...place, depth: place.depth + 1 };
  const own = block.filter((each) => !leaves(each) && !isSilent(each));
  const parts: SheetStatement[] = own.length > 0 ? [partOfRule(statement, own)] : [];
  for (const each of block) {
    if (isSilent(each)) parts.push(each);
    else if (leaves(each))
      for (const part of openedParts(text, each, inner))
        parts.push(isSilent(part) ? part : partOfRule(statement, [part]));
  }
  return parts;
}
