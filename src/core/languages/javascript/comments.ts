/** References that live in comments: `/// <reference …>` and the imports of JSDoc. */
import { forms, type SiteCollector } from "./sites.js";

/** A comment's offsets, delimiters included. */
export interface Comment {
  readonly start: number;
  readonly end: number;
}

/** Text without which no comment can hold a reference. */
export const inComments = /<reference\s|\bimport\s*\(|@import\s/;

/** Collects what the comments name. Ordinary comments, such as code that was commented out, are not looked into. */
export function collectFromComments(comments: readonly Comment[], into: SiteCollector): void {
  for (const { start, end } of comments) {
    const text = into.text.slice(start, end);
    if (text.startsWith("///")) collectDirective(text, start, into);
    else if (text.startsWith("/**")) collectDoc(text, start, into);
  }
}

/** TypeScript handbook, "Triple-Slash Directives": `path` is a file's path, `types` a module's name. */
function collectDirective(text: string, start: number, into: SiteCollector): void {
  const match = /^(\/\/\/\s*<reference\s+(?:[\w-]+=(?:"[^"]*"|'[^']*')\s+)*?(path|types)\s*=\s*)(["'])(.*?)\3/.exec(
    text,
  );
  if (!match?.[1]) return;
  const quoteAt = start + match[1].length;
  if (match[2] === "path") into.add(forms.referencePath, quoteAt, quoteAt + 1);
  else if (match[4]?.startsWith(".")) into.add(forms.typeImport, quoteAt, quoteAt + 1);
}

/** JSDoc types `{import('./a').A}` and tags `@import { A } from './a'`. */
function collectDoc(text: string, start: number, into: SiteCollector): void {
  const found =
    /\{[^}]*?\bimport\s*\(\s*(?=['"])|\bimport\s*\(\s*(?=(?:'[^'\n]+'|"[^"\n]+")\s*\)[^{]*\})|@import\s+[^'"@]*?from\s+(?=['"])/g;
  for (const match of text.matchAll(found)) {
    const quoteAt = start + match.index + match[0].length;
    into.add(forms.docImport, quoteAt, quoteAt + 1);
  }
}
