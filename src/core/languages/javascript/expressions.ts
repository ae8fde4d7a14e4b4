/**
 * Single expressions of a text that the module record only points at: what `import(…)` takes, and the URLs of a module. They are
 * parsed by themselves, so that no tree of the whole text is carried over.
 */
import type { EcmaScriptModule } from "oxc-parser";
import { forms, type SiteCollector } from "./sites.js";
import { isNode, nameOf, spanOf, type TreeNode } from "./tree-node.js";
import { valuesOf } from "./walk-estree.js";

/** Parses a text that is one expression; `undefined` where it is none. */
export type ParseExpression = (text: string) => TreeNode | undefined;

/** Adds what an argument can come to: both sides of `isOld ? "./a" : "./b"`. `false` where it is no expression by itself. */
export function addArgument(
  form: Parameters<SiteCollector["add"]>[0],
  { start, end }: { readonly start: number; readonly end: number },
  into: SiteCollector,
  parse: ParseExpression,
): boolean {
  const expression = parse(into.text.slice(start, end));
  if (!expression) return false;
  for (const value of valuesOf(expression)) {
    const [from, to] = spanOf(value);
    into.add(form, start + from, start + to);
  }
  return true;
}

/** What can stand between `new URL(` and `import.meta.url`, at most, in UTF-16 units. */
const mostBefore = 2000;
const newUrl = /\bnew\s+URL\s*\(/g;

/**
 * Adds every `new URL("./a.png", import.meta.url)`: the record says where `import.meta` stands in code. `false` where the
 * expression around one cannot be told from the text alone.
 */
export function addUrls({ importMetas }: EcmaScriptModule, into: SiteCollector, parse: ParseExpression): boolean {
  for (const { start: at, end: metaEnd } of importMetas) {
    const rest = /^\s*\.\s*url\b/.exec(into.text.slice(metaEnd, metaEnd + 40));
    if (!rest) continue;
    const from = Math.max(0, at - mostBefore);
    const [opening] = [...into.text.slice(from, at).matchAll(newUrl)].slice(-1);
    if (!opening) continue;
    const start = from + opening.index;
    const end = metaEnd + rest[0].length;
    const call = parse(`${into.text.slice(start, end)})`);
    const [path, base, third] = call?.type === "NewExpression" ? (call.arguments as readonly unknown[]) : [];
    if (!isNode(path) || third !== undefined || nameOf(base) !== "import.meta.url" || !isNode(base)) return false;
    if (start + spanOf(base)[1] !== end) return false;
    for (const value of valuesOf(path)) into.add(forms.url, start + spanOf(value)[0], start + spanOf(value)[1]);
  }
  return true;
}
