/** The rows of a script: the statements of its blocks, and what stands side by side in its objects, lists, tags and types. */
import type { Row, RowItem, RowKind } from "../rows.js";
import { parseProgram } from "./extract.js";
import { childrenOf, isNode, spanOf, type TreeNode } from "./tree-node.js";

/** All rows of a script, the outermost one with the others in it; `undefined` where the text has an error. */
export function rowsOfScript(text: string, name: string): Row | undefined {
  const program = parseProgram(text, name);
  if (!program) return undefined;
  return rowOf({ kind: "statements", nodes: nodesIn(program.body), start: 0, end: text.length, separator: "" }, text);
}

/** A row before what stands in its items is looked at. */
interface Found {
  readonly kind: RowKind;
  readonly nodes: readonly TreeNode[];
  readonly start: number;
  readonly end: number;
  readonly separator: string;
}

function rowOf({ nodes, ...row }: Found, text: string): Row {
  return { ...row, items: nodes.map((node) => itemOf(node, text)) };
}

function itemOf(node: TreeNode, text: string): RowItem {
  const [from, to] = spanOf(node);
  const isText = node.type === "JSXText";
  const raw = text.slice(from, to);
  const start = isText ? from + raw.length - raw.trimStart().length : from;
  const end = isText ? to - (raw.length - raw.trimEnd().length) : separated(node, to, text);
  return {
    start,
    end,
    rows: rowsBelow(node, text),
    ...(isText && { isText: true }),
    ...tagOf(node),
    ...declaredBy(node),
    ...(/^TS\w+Signature$|^TSLiteralType$/.test(node.type) && { isExact: true }),
    ...(node.type === "ReturnStatement" && { isResult: true }),
    ...(node.type === "ExpressionStatement" && { isDone: true }),
  };
}

/** Where the names stand that a statement, a specifier or a part of a pattern declares. */
function declaredBy(node: TreeNode): Pick<RowItem, "declares"> {
  const declares = starts(node);
  return declares.length > 0 ? { declares } : {};
}

function starts(node: TreeNode): number[] {
  const { type } = node;
  if (type === "ExportNamedDeclaration" || type === "ExportDefaultDeclaration")
    return isNode(node.declaration) ? starts(node.declaration) : [];
  if (type === "ImportDeclaration")
    return nodesIn(node.specifiers).flatMap((each) =>
      each.type === "ImportSpecifier" || isForTags(each.local) ? [] : startOf(each.local),
    );
  if (type === "ImportSpecifier") return startOf(node.local);
  if (type === "Property" || type === "RestElement") return inPattern(node.value ?? node.argument);
  if (type === "VariableDeclaration") return nodesIn(node.declarations).flatMap(({ id }) => inPattern(id));
  return /Declaration$/.test(type) ? startOf(node.id) : [];
}

/** Tags may need it, wherever it is not written. */
function isForTags(node: unknown): boolean {
  return isNode(node) && node.name === "React";
}

function startOf(node: unknown): number[] {
  return isNode(node) && node.type === "Identifier" ? [spanOf(node)[0]] : [];
}

/** The names of a pattern; those of an object's are items of their own. */
function inPattern(node: unknown): number[] {
  if (!isNode(node)) return [];
  if (node.type === "AssignmentPattern") return inPattern(node.left);
  if (node.type === "ArrayPattern") return nodesIn(node.elements).flatMap(inPattern);
  return startOf(node);
}

/** `<Tree />`, `Tree: 1` → where `Tree` stands. */
function tagOf({ type, openingElement, key, computed }: TreeNode): Pick<RowItem, "tag"> {
  const isKeyed = /^(?:Property|TSPropertySignature)$/.test(type) && computed !== true;
  const element = type === "JSXElement" && isNode(openingElement) ? openingElement.name : undefined;
  const name = isKeyed ? key : element;
  if (!isNode(name)) return {};
  const [start, end] = spanOf(name);
  return { tag: { start, end } };
}

/** The members of a type have what stands between them as a part of themselves in some trees. */
function separated({ type }: TreeNode, end: number, text: string): number {
  return /^TS(?:Property|Method|Index)Signature$/.test(type) && /[;,]/.test(text.charAt(end)) ? end + 1 : end;
}

/** The outermost rows in a node, in the order of the text. */
function rowsBelow(node: TreeNode, text: string): Row[] {
  const own = rowIn(node, text);
  const inside = new Set(own?.nodes);
  const found = own ? [rowOf(own, text)] : [];
  for (const child of childrenOf(node)) {
    if (inside.has(child)) continue;
    const below = rowsBelow(child, text);
    // What a function takes apart may be less, and it is a function still.
    const isTaken = child.type === "ObjectPattern" && /Function/.test(node.type);
    found.push(...(isTaken ? below.map((row, at) => (at === 0 ? { ...row, kind: "entries" as const } : row)) : below));
  }
  const seen = new Set<number>();
  return found
    .sort((a, b) => a.start - b.start)
    .filter(({ start }) => (seen.has(start) ? false : (seen.add(start), true)));
}

function nodesIn(list: unknown): TreeNode[] {
  return Array.isArray(list) ? (list as unknown[]).filter(isNode) : [];
}

/** The row that a node is, if it is one. */
function rowIn(node: TreeNode, text: string): Found | undefined {
  const [start, end] = spanOf(node);
  const within = (kind: RowKind, list: unknown, separator: string): Found | undefined => ({
    kind,
    nodes: nodesIn(list),
    start: start + 1,
    end: end - 1,
    separator,
  });
  switch (node.type) {
    case "BlockStatement":
    case "FunctionBody":
    case "ClassBody":
    case "TSInterfaceBody":
    case "TSModuleBlock":
      return within("statements", node.body, "");
    case "TSTypeLiteral":
      return within("statements", node.members, "");
    case "ObjectExpression":
      return within("entries", node.properties, ",");
    case "ArrayExpression":
    case "TSTupleType":
      return hasHoles(node) ? undefined : within("entries", node.elements ?? node.elementTypes, ",");
    case "ObjectPattern":
      return patternRow(node, text);
    case "TSEnumBody":
      return within("entries", node.members, ",");
    case "TSUnionType":
      return { kind: "entries", nodes: nodesIn(node.types), start, end, separator: "|" };
    case "SwitchStatement":
      return casesOf(node, text);
    case "JSXElement":
    case "JSXFragment":
      return childrenRow(node, text);
    case "ImportDeclaration":
    case "ExportNamedDeclaration":
      return namesRow(node, text);
    default:
      return undefined;
  }
}

/** `[, a]`: what is counted by its place is no row. */
function hasHoles({ elements }: TreeNode): boolean {
  return Array.isArray(elements) && (elements as unknown[]).some((each) => each === null);
}

function casesOf(node: TreeNode, text: string): Found | undefined {
  const [, end] = spanOf(node);
  const nodes = nodesIn(node.cases);
  const after = isNode(node.discriminant) ? spanOf(node.discriminant)[1] : -1;
  const open = after < 0 ? -1 : text.indexOf("{", after);
  return open < 0 ? undefined : { kind: "statements", nodes, start: open + 1, end: end - 1, separator: "" };
}

/** `{ a, b }: Props`: what the pattern is of stands behind its braces. */
function patternRow(node: TreeNode, text: string): Found | undefined {
  const [start, end] = spanOf(node);
  const close = isNode(node.typeAnnotation) ? text.lastIndexOf("}", spanOf(node.typeAnnotation)[0]) : end - 1;
  return close <= start
    ? undefined
    : { kind: "names", nodes: nodesIn(node.properties), start: start + 1, end: close, separator: "," };
}

/** What stands between the tags, without the white space. */
function childrenRow(node: TreeNode, text: string): Found | undefined {
  const [open, close] = [node.openingElement ?? node.openingFragment, node.closingElement ?? node.closingFragment];
  if (!isNode(open) || !isNode(close)) return undefined;
  const nodes = nodesIn(node.children).filter(
    (child) => child.type !== "JSXText" || text.slice(...spanOf(child)).trim() !== "",
  );
  return { kind: "children", nodes, start: spanOf(open)[1], end: spanOf(close)[0], separator: "" };
}

/** What stands in the braces of an import or export; a default before them is no part of the row. */
function namesRow(node: TreeNode, text: string): Found | undefined {
  const nodes = nodesIn(node.specifiers).filter(({ type }) => /^(?:Import|Export)Specifier$/.test(type));
  const [first, last] = [nodes[0], nodes.at(-1)];
  if (!first || !last) return undefined;
  const open = text.lastIndexOf("{", spanOf(first)[0]);
  const close = text.indexOf("}", spanOf(last)[1]);
  return open < 0 || close < 0 ? undefined : { kind: "names", nodes, start: open + 1, end: close, separator: "," };
}
