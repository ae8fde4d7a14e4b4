/**
 * Documents and lists for people and tools that only look: Markdown links, ignore files, owners of files. What they name is a
 * mention; it is respelled only where that is asked for. A document that is built as a component (MDX) names what it imports and shows:
 * that is no mention.
 *
 * Sources: CommonMark 0.31 (links, link reference definitions, fenced code); the MDX documentation, "ESM"; the git documentation,
 * "gitignore"; the pattern format of owners' files, which is that of ignore files with owners behind.
 */
import { javascript } from "../javascript/index.js";
import type { Language } from "../language.js";
import type { Extraction, Reference } from "../reading.js";
import { plainOutline } from "../plain-outline.js";

/** `[text](path "title")`, `[text](<path with spaces>)`, `[label]: path`, `<img src="path">`, `<a href="path">`. */
const links =
  /(?<=\]\(\s*<)[^<>\n]+(?=>)|(?<=\]\(\s*)[^\s()<>]+(?:\([^\s()]*\)[^\s()<>]*)*(?=\s*(?:["'(][^\n]*)?\))|(?<=^ {0,3}\[[^\]\n]+\]:[ \t]*)[^\s<>]+|(?<=<(?:img|a|source|video)\s[^>]*?\b(?:src|href)=["'])[^"'\n]+/gm;
const code = /^( {0,3})(`{3,}|~{3,})[^\n]*\n[^]*?(?:^\1 {0,3}\2[`~]*[ \t]*$|$(?![^]))|`[^`\n]+`/gm;

/** A text without its code, so that offsets stay. */
function proseOf(text: string): string {
  return text.replace(code, (all) => all.replace(/[^\n]/g, " "));
}

function extractLinks(text: string): Extraction {
  const prose = proseOf(text);
  const references = [...prose.matchAll(links)].flatMap(({ 0: specifier, index }): Reference[] => {
    if (/^(?:[a-z][\w+.-]*:|\/\/|#)/i.test(specifier) || /[{}$]/.test(specifier)) return [];
    const place = { start: index, end: index + specifier.length, specifier, quote: "" };
    return [{ kind: "document link", lookup: "beside", ...place }];
  });
  return { references, computed: [], reading: "whole" };
}

/** A link without angle brackets ends at a space or an odd bracket. */
function writeLink(specifier: string): string | undefined {
  return /[\s<>"']/.test(specifier) || !isBalanced(specifier) ? undefined : specifier;
}

function isBalanced(text: string): boolean {
  let open = 0;
  for (const unit of text) {
    if (unit === "(") open += 1;
    else if (unit === ")" && (open -= 1) < 0) return false;
  }
  return open === 0;
}

export const markdown: Language = {
  name: "markdown",
  trade: "document",
  extensions: [".md", ".markdown"],
  prepare: () => Promise.resolve(),
  extract: extractLinks,
  outline: plainOutline,
  readAt: readLink,
  write: writeLink,
};

function readLink(text: string, start: number, { specifier }: Reference): { end: number; specifier: string } {
  const again = extractLinks(text).references.find((each) => each.start === start);
  return again ? { end: again.end, specifier: again.specifier } : { end: start + specifier.length, specifier };
}

/** What of a document is a script: `import Tree from "./Tree"`, `export { a } from "./a"` at the beginning of a line, `require("./a.png")`. */
const scripted =
  /^(?:import|export)\s(?:[^"'`;]{0,2000}?\sfrom\s{0,20})?(?:"[^"\n]+"|'[^'\n]+')|\b(?:require|import)\(\s{0,20}(?:"[^"\n]+"|'[^'\n]+')\s{0,20}\)/gm;

/** A document that is built as a component. */
function extractMdx(text: string, name: string): Extraction {
  const links = extractLinks(text).references;
  const prose = proseOf(text);
  const parts = [...prose.matchAll(scripted)];
  if (parts.length === 0) return { references: links, computed: [], reading: "whole" };
  // All that is no script is put aside, so that offsets stay; each part ends as a statement does.
  const script = text.replace(/[^\n]/g, " ").split("");
  for (const { 0: part, index } of parts) {
    for (let at = 0; at < part.length; at += 1) script[index + at] = part.charAt(at);
    if (script[index + part.length] === " ") script[index + part.length] = ";";
  }
  const { references, ...rest } = javascript.extract(script.join(""), name);
  return { ...rest, references: [...links, ...references].sort((a, b) => a.start - b.start) };
}

export const mdx: Language = {
  name: "mdx",
  trade: "page",
  extensions: [".mdx"],
  prepare: () => javascript.prepare(),
  extract: (text, name) => extractMdx(text, name.replace(/\.mdx$/, ".tsx")),
  // What stands in its code is shown, and asks for nothing.
  comments: (text) => [...text.matchAll(code)].map(({ 0: all, index }) => ({ start: index, end: index + all.length })),
  outline: plainOutline,
  readAt: (text, start, reference) =>
    reference.kind === "document link" ? readLink(text, start, reference) : javascript.readAt(text, start, reference),
  write: (specifier, reference) =>
    reference.kind === "document link" ? writeLink(specifier) : javascript.write(specifier, reference),
};

const listNames = /(?:^|\/)(?:\.[\w-]*ignore|CODEOWNERS)$/;

/** Whether a file lists patterns, one a line. */
export function isPathList(path: string): boolean {
  return listNames.test(path);
}

/** One pattern a line; in an owners' file, the owners stand behind it. */
function extractPatterns(text: string): Extraction {
  const references = [...text.matchAll(/^(!?)((?:[^\s#\\!]|\\.)(?:[^\s\\]|\\.)*)/gm)].flatMap((match): Reference[] => {
    const [, not = "", pattern = ""] = match;
    const start = match.index + not.length;
    if (!pattern.replace(/\/$/, "").includes("/") || pattern.includes("\\")) return [];
    return [{ kind: "pattern", lookup: "scope", start, end: start + pattern.length, specifier: pattern, quote: "" }];
  });
  return { references, computed: [], reading: "whole" };
}

export const pathLists: Language = {
  name: "path lists",
  trade: "document",
  extensions: [""],
  claims: isPathList,
  prepare: () => Promise.resolve(),
  extract: extractPatterns,
  outline: plainOutline,
  readAt: (text, start) => {
    const [specifier = ""] = /^[^\s]+/.exec(text.slice(start, start + 1000)) ?? [];
    return specifier === "" ? undefined : { end: start + specifier.length, specifier };
  },
  write: (specifier) => (/[\s\\#!]/.test(specifier) ? undefined : specifier),
};
