/** The rows of a JSON text: what stands in its objects and lists. */
import { parseTree, type Node, type ParseError } from "jsonc-parser";
import type { Row, RowItem } from "../rows.js";

/** All rows of a text, the outermost one with the others in it; `undefined` where the text has an error. */
export function rowsOfJson(text: string): Row | undefined {
  const errors: ParseError[] = [];
  const begin = text.startsWith("\uFEFF") ? 1 : 0;
  const root = parseTree(text.slice(begin), errors, { allowTrailingComma: true });
  if (!root || errors.length > 0) return undefined;
  return { kind: "blocks", start: 0, end: text.length, separator: "", items: [itemOf(root, begin)] };
}

function itemOf(node: Node, begin: number): RowItem {
  const start = node.offset + begin;
  return { start, end: start + node.length, rows: rowsIn(node, begin) };
}

function rowsIn(node: Node, begin: number): Row[] {
  if (node.type === "property") return node.children?.[1] ? rowsIn(node.children[1], begin) : [];
  if (node.type !== "object" && node.type !== "array") return [];
  const items = (node.children ?? []).map((child) => itemOf(child, begin));
  const start = node.offset + begin + 1;
  return [{ kind: "entries", start, end: start + node.length - 2, separator: ",", items }];
}
