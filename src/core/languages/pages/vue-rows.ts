/** The rows of a single-file component: its blocks, the statements of its scripts, and what stands in the tags of its template. */
import type { ElementNode, TemplateChildNode } from "@vue/compiler-dom";
import { rowsOfScript } from "../javascript/index.js";
import { shiftedRow, type Row, type RowItem } from "../rows.js";
import { rowsOfSheet } from "../sheets/index.js";
import { attributesOf, contentSpan, elementType } from "./markup.js";
import { parseMarkup } from "./parse-markup.js";

/** All rows; `undefined` where a script of it has an error. */
export function rowsOfComponent(text: string): Row | undefined {
  const items: RowItem[] = [];
  for (const node of parseMarkup(text, "sfc").children) {
    if ((node.type as number) !== elementType) continue;
    const block = node as ElementNode;
    const [start, end] = [block.loc.start.offset, block.loc.end.offset];
    const rows = rowsOfBlock(block, text);
    if (!rows) return undefined;
    items.push({ start, end, rows });
  }
  return { kind: "blocks", start: 0, end: text.length, separator: "", items };
}

function rowsOfBlock(block: ElementNode, text: string): readonly Row[] | undefined {
  const lang = attributesOf(block).get("lang")?.value?.content ?? "";
  const content = block.innerLoc
    ? { start: block.innerLoc.start.offset, end: block.innerLoc.end.offset }
    : contentSpan(block, text);
  const inner = text.slice(content.start, content.end);
  if (block.tag === "template") return lang === "" || lang === "html" ? childrenOf(block, text) : [];
  if (block.tag === "script") {
    const row = rowsOfScript(inner, `component.${/^[jt]sx?$/.test(lang) ? lang : "js"}`);
    return row && [shiftedRow(row, content.start)];
  }
  if (block.tag !== "style") return [];
  const row = rowsOfSheet(inner, `style.${lang === "" ? "css" : lang}`);
  return row ? [shiftedRow(row, content.start)] : [];
}

/** What stands between the tags of an element. */
function childrenOf(element: ElementNode, text: string): Row[] {
  if (element.isSelfClosing === true || element.children.length === 0) return [];
  const items = element.children.flatMap((child): RowItem[] => {
    const raw = text.slice(child.loc.start.offset, child.loc.end.offset);
    if (raw.trim() === "") return [];
    const start = child.loc.start.offset + raw.length - raw.trimStart().length;
    const end = child.loc.end.offset - (raw.length - raw.trimEnd().length);
    const tag = { start: start + 1, end: start + 1 + (isElement(child) ? child.tag.length : 0) };
    if (isElement(child)) return [{ start, end, rows: childrenOf(child, text), tag }];
    return [{ start, end, rows: [], ...((child.type as number) === textType && { isText: true as const }) }];
  });
  const [first, last] = [element.children[0], element.children.at(-1)];
  if (!first || !last) return [];
  return [{ kind: "children", start: first.loc.start.offset, end: last.loc.end.offset, separator: "", items }];
}

const textType = 2;

function isElement(child: TemplateChildNode): child is ElementNode {
  return (child.type as number) === elementType;
}
