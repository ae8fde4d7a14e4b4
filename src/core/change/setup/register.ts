/** Puts a line where an arrangement says that a new file is listed. Each is one function from text to text. */
import { isMap, isScalar, isSeq, parseDocument } from "yaml";
import { nameOf } from "../../base/paths.js";
import { tooDeepAt } from "../../base/text/index.js";

/** The text with the line before a comment, indented like it; `undefined` if the comment is not there. */
export function insertBefore(text: string, comment: string, line: string): string | undefined {
  const lines = text.split("\n");
  const at = lines.findIndex((each) => each.trim() === comment);
  const marker = lines[at];
  if (marker === undefined) return undefined;
  const indent = /^\s*/.exec(marker)?.[0] ?? "";
  return lines.some((each) => each.trim() === line) ? text : lines.toSpliced(at, 0, indent + line).join("\n");
}

/** The text with another value behind a text that stands before it; `undefined` where that does not stand there. */
export function replaceValue(text: string, after: string, value: string): string | undefined {
  const found = text.indexOf(after);
  if (found < 0) return undefined;
  const start = found + after.length;
  let [end, depth] = [start, 0];
  for (; end < text.length; end += 1) {
    const letter = text.charAt(end);
    const quoted = /^(?:'(?:[^'\\\n]|\\.)*'|"(?:[^"\\\n]|\\.)*")/.exec(text.slice(end, end + 400))?.[0];
    if (quoted !== undefined) end += quoted.length - 1;
    else if (/[([{]/.test(letter)) depth += 1;
    else if (depth === 0 && /[,;)\]}]/.test(letter)) break;
    else if (/[)\]}]/.test(letter)) depth -= 1;
  }
  return text.slice(0, start) + value + text.slice(end);
}

/** The text with a line behind its last import, or at its beginning. Nothing happens if it is there. */
export function insertAmongImports(text: string, line: string): string {
  const lines = text.split("\n");
  if (lines.some((each) => each.trim() === line)) return text;
  const last = lines.findLastIndex((each) => /^import\b/.test(each));
  return lines.toSpliced(last + 1, 0, line).join("\n");
}

/** The text with the line at its end. Nothing happens if it is there. */
export function appendLine(text: string, line: string): string {
  if (text.split("\n").some((each) => each.trim() === line.trim())) return text;
  return `${text}${text === "" || text.endsWith("\n") ? "" : "\n"}${line}\n`;
}

/**
 * The text with a line among those of its section: `@use "components/tree-card";` after the last `@use "components/…"`, else
 * before the first line of a later section, else after the last such line at all.
 */
export function insertInSection(text: string, line: string, sections: readonly string[]): string {
  const lines = text.split("\n");
  const used = lines.map(pathUsed);
  const wanted = pathUsed(line);
  if (wanted === undefined || used.includes(wanted)) return text;
  const sectionOf = (each: string): number => {
    const path = pathUsed(each);
    return path === undefined
      ? -1
      : sections.findIndex((section) => path.replace(/^\.\//, "").startsWith(`${section}/`));
  };
  const own = sectionOf(line);
  const places = lines.map(sectionOf);
  const later = places.findIndex((section) => section > own);
  const last = places.findLastIndex((section) => section >= 0 && section <= own);
  // What a comment says goes where is obeyed first; what is in no section stands before all that is taken in later.
  const headed = belowHeading(lines, sections[own]?.split("/").at(-1) ?? "");
  const behind = used.findLastIndex((path) => path !== undefined) + 1;
  const at = headed ?? (last >= 0 ? last + 1 : later >= 0 ? later : behind > 0 ? behind : firstRule(lines));
  return lines.toSpliced(at, 0, writtenAlike(line, lines, used)).join("\n");
}

/** The line in the manner of those that are there: `@import` where these are imports, their quotes. */
function writtenAlike(line: string, lines: readonly string[], used: readonly (string | undefined)[]): string {
  const taking = lines.filter((_, at) => used[at] !== undefined);
  const imports = taking.filter((each) => /^\s*@import/.test(each)).length;
  const isImport = imports > 0 && imports * 2 >= taking.length;
  const isAll = (form: RegExp): boolean => taking.length > 0 && taking.every((each) => form.test(each));
  const quoted = isAll(/'/) ? line.replaceAll('"', "'") : line;
  if (isImport) {
    const imported = quoted.replace(/^(\s*)@use\b/, "$1@import");
    // `@import url("a.css")`, and `@import a` of indented Sass.
    if (isAll(/\burl\(/)) return imported.replace(/(["'])(.*)\1/, isAll(/["']/) ? "url($1$2$1)" : "url($2)");
    return isAll(/^[^"']*$/) ? imported.replace(/["']/g, "") : imported;
  }
  // Two sheets of one name (`base/reset`, `vendors/reset`) cannot have one namespace.
  const wanted = pathUsed(line) ?? "";
  const isTaken = used.some((path) => path !== undefined && nameOf(path) === nameOf(wanted));
  return isTaken ? quoted.replace(/;?$/, (end) => ` as ${wanted.replaceAll("/", "-")}${end}`) : quoted;
}

/** Behind what stands below a comment that is the heading of a section: `// Components`. */
function belowHeading(lines: readonly string[], section: string): number | undefined {
  if (section === "") return undefined;
  const title = /^\s*(?:\/\/|\/\*+|\*)[\s=*#~-]*(?:\d+[.)]?\s+)?([\p{L}][\p{L} -]*?)[\s=*#~:-]*(?:\*\/)?\s*$/u;
  const heading = lines.findIndex((line) => title.exec(line)?.[1]?.toLowerCase() === section.toLowerCase());
  if (heading < 0) return undefined;
  let at = heading + 1;
  // A heading of several lines ends with its comment.
  if (/^\s*\*|^\s*\/\*(?!.*\*\/)/.test(lines[heading] ?? ""))
    while (at < lines.length && !(lines[at - 1] ?? "").includes("*/")) at += 1;
  while (pathUsed(lines[at] ?? "") !== undefined) at += 1;
  return at;
}

/** `@use "components/card";` → `components/card`; so `@import url(components/card.css);` and `@import components/card`. */
function pathUsed(line: string): string | undefined {
  const [, quoted, bare] =
    /^\s*@(?:use|forward|import)\s+(?:\([\w, ]+\)\s*)?(?:url\(\s*)?(?:["']([^"']+)["']|([^\s"'();,]+))/.exec(line) ??
    [];
  return quoted ?? bare;
}

/** `@use` comes before every rule, but after the comments at the top and what has to be first. */
function firstRule(lines: readonly string[]): number {
  let ended = true;
  for (const [at, line] of lines.entries()) {
    const text = line.trim();
    if (!ended || text.startsWith("/*")) ended = text.includes("*/");
    else if (text !== "" && !/^(?:\/\/|@use\b|@charset\b)/.test(text)) return at;
  }
  return Math.max(0, lines.length - 1);
}

/** A YAML text with an entry more in a list; `undefined` where there is no place for it. Everything else stays letter by letter. */
export function insertInYamlList(text: string, keys: readonly string[], entry: string): string | undefined {
  if (tooDeepAt(text) !== undefined) return undefined;
  const document = parseDocument(text);
  const list: unknown = document.getIn(keys, true);
  if (isSeq(list)) {
    const values = list.items.flatMap((item) => (isScalar(item) ? [String(item.value)] : []));
    // A folder in the list stands for all that lies directly in it.
    if (
      values.some(
        (each) => each === entry || (each.endsWith("/") && entry.slice(0, entry.lastIndexOf("/") + 1) === each),
      )
    )
      return text;
    const last = list.items.at(-1);
    const [start, end] = isScalar(last) && last.range ? last.range : [undefined, undefined];
    if (start === undefined || list.flow) return undefined;
    const lineStart = text.lastIndexOf("\n", start) + 1;
    const head = text.slice(lineStart, start);
    const lineEnd = text.indexOf("\n", end);
    const at = lineEnd < 0 ? text.length : lineEnd;
    return `${text.slice(0, at)}\n${head}${entry}${text.slice(at)}`;
  }
  const [parentKey, key] = [keys.slice(0, -1), keys.at(-1)];
  const parent: unknown = document.getIn(parentKey, true);
  if (list !== undefined || key === undefined || !isMap(parent) || parent.flow || !parent.range) return undefined;
  const [first] = parent.items;
  const start = isScalar(first?.key) ? first.key.range?.[0] : undefined;
  if (start === undefined) return undefined;
  const indent = text.slice(text.lastIndexOf("\n", start) + 1, start);
  return `${text.slice(0, start)}${key}:\n${indent}  - ${entry}\n${indent}${text.slice(start)}`;
}
