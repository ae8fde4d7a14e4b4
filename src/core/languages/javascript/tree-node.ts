/** Nodes of an ESTree, whichever parser made it: their places, their names, what lies below them. */
import { callForms } from "./sites.js";

/** A node: oxc gives `start` and `end`, Hermes gives `range`. All offsets are UTF-16 units. */
export interface TreeNode {
  readonly type: string;
  readonly start?: number;
  readonly end?: number;
  readonly range?: readonly [number, number];
  readonly [field: string]: unknown;
}

/** The text of a node. */
export function codeText(node: unknown, text: string): string {
  return isNode(node) ? text.slice(...spanOf(node)) : "";
}

/** The nodes right below a node, in the order of its fields. */
export function childrenOf(node: TreeNode): TreeNode[] {
  const found: TreeNode[] = [];
  for (const field in node) {
    // Some parsers say of a node above which it lies, and give the tokens beside the tree.
    if (field === "parent" || field === "tokens" || field === "comments") continue;
    const value = node[field];
    if (Array.isArray(value))
      for (const each of value as unknown[]) {
        if (isNode(each)) found.push(each);
      }
    else if (isNode(value)) found.push(value);
  }
  return found;
}

/** Whether a value is a node. */
export function isNode(value: unknown): value is TreeNode {
  return typeof value === "object" && value !== null && typeof (value as { type?: unknown }).type === "string";
}

/** A node's offsets. */
export function spanOf(node: TreeNode): [number, number] {
  return [node.start ?? node.range?.[0] ?? 0, node.end ?? node.range?.[1] ?? 0];
}

/** A dotted name as written: `jest.mock`, `import.meta.url`; anything else → `undefined`. */
export function nameOf(node: unknown): string | undefined {
  if (!isNode(node)) return undefined;
  if (node.type === "Identifier") return node.name as string;
  if (node.type === "MetaProperty") return "import.meta";
  if (node.type === "CallExpression") return chainedRunner(node);
  if (node.type === "ChainExpression" || node.type === "ParenthesizedExpression") return nameOf(node.expression);
  if (node.type === "TSNonNullExpression" || node.type === "TSInstantiationExpression") return nameOf(node.expression);
  if (!/^(Optional)?MemberExpression$/.test(node.type) || node.computed === true) return undefined;
  const [object, property] = [nameOf(node.object), nameOf(node.property)];
  return object !== undefined && property !== undefined ? `${object}.${property}` : undefined;
}

/** `jest.mock('./a').mock('./b')`: a mock call gives its runner back. */
function chainedRunner(call: TreeNode): string | undefined {
  const name = nameOf(call.callee);
  return name !== undefined && callForms.get(name)?.kind === "mock" ? name.slice(0, name.lastIndexOf(".")) : undefined;
}
