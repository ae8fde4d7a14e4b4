/** Finds every form in an ESTree, whichever parser made it. */
import type { Binding } from "../language.js";
import { expectNames, importBindings, passedBindings, qualifierBindings } from "./tree-bindings.js";
import { callForms, folderCalls, forms, joinCalls, type SiteCollector } from "./sites.js";

/** A node: oxc gives `start` and `end`, Hermes gives `range`. All offsets are UTF-16 units. */
export interface TreeNode {
  readonly type: string;
  readonly start?: number;
  readonly end?: number;
  readonly range?: readonly [number, number];
  readonly [field: string]: unknown;
}

/** Walks a whole program and collects its references. */
export function walkEstree(program: TreeNode, into: SiteCollector): void {
  const waiting: unknown[] = [program];
  while (waiting.length > 0) {
    const value = waiting.pop();
    if (Array.isArray(value)) waiting.push(...(value as unknown[]));
    else if (isNode(value)) {
      visit(value, into);
      for (const field in value) {
        const child = value[field];
        if (typeof child === "object" && child !== null && field !== "loc" && field !== "range") waiting.push(child);
      }
    }
  }
}

/** The text of a node. */
export function codeText(node: unknown, text: string): string {
  return isNode(node) ? text.slice(...spanOf(node)) : "";
}

/** The nodes right below a node, in the order of its fields. */
export function childrenOf(node: TreeNode): TreeNode[] {
  const found: TreeNode[] = [];
  for (const field in node) {
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

function visit(node: TreeNode, into: SiteCollector): void {
  switch (node.type) {
    case "ImportDeclaration":
      return addNode(forms.import, node.source, into, importBindings(node));
    case "ExportAllDeclaration":
    case "ExportNamedDeclaration":
      return addNode(forms.reExport, node.source, into, passedBindings(node));
    case "VariableDeclarator":
      return expectNames(node.init, node.id, into);
    case "MemberExpression":
      return expectNames(node.object, node, into);
    case "ImportExpression":
      return addNode(forms.dynamicImport, node.source, into);
    case "TSImportType":
      return addNode(forms.typeImport, node.source ?? node.argument, into, qualifierBindings(node));
    case "TSExternalModuleReference":
      return addNode(forms.requireImport, node.expression, into);
    case "TSModuleDeclaration":
      return addDeclaredModule(node.id, into);
    case "NewExpression":
      return visitNew(node, into);
    case "CallExpression":
      return visitCall(node, into);
  }
}

/** `declare module '*.svg'` declares a family of names, not one file. */
function addDeclaredModule(id: unknown, into: SiteCollector): void {
  if (isNode(id) && typeof id.value === "string" && !id.value.includes("*")) addNode(forms.moduleDeclaration, id, into);
}

function visitNew(node: TreeNode, into: SiteCollector): void {
  const [path, base] = node.arguments as readonly unknown[];
  if (nameOf(node.callee) === "URL" && nameOf(base) === "import.meta.url") addNode(forms.url, path, into);
}

function visitCall(node: TreeNode, into: SiteCollector): void {
  const name = nameOf(node.callee);
  if (name === undefined) return;
  const [first, second] = node.arguments as readonly unknown[];
  const form = callForms.get(name);
  if (form !== undefined) for (const path of elementsOf(first)) addNode(form, path, into);
  else if (folderCalls.has(name)) addComputedNode(first, into);
  else if (joinCalls.has(name) && nameOf(first) === "__dirname" && isNode(second)) into.addJoined(...spanOf(second));
}

/** A call that takes one path or a list of them. */
function elementsOf(argument: unknown): readonly unknown[] {
  return isNode(argument) && argument.type === "ArrayExpression"
    ? (argument.elements as readonly unknown[])
    : [argument];
}

function addNode(
  form: Parameters<SiteCollector["add"]>[0],
  node: unknown,
  into: SiteCollector,
  bindings?: readonly Binding[],
): void {
  for (const value of valuesOf(node)) into.add(form, ...spanOf(value), bindings);
}

/** What an expression can come to: both sides of `old ? "./a" : "./b"`, the inside of `("./a")` and of `"./a" as const`. */
export function valuesOf(node: unknown): readonly TreeNode[] {
  if (!isNode(node)) return [];
  switch (node.type) {
    case "ConditionalExpression":
      return [...valuesOf(node.consequent), ...valuesOf(node.alternate)];
    case "LogicalExpression":
      return [...valuesOf(node.left), ...valuesOf(node.right)];
    case "SequenceExpression":
      return valuesOf((node.expressions as readonly unknown[]).at(-1));
    case "AssignmentExpression":
      return valuesOf(node.right);
    case "ParenthesizedExpression":
    case "AwaitExpression":
    case "TSAsExpression":
    case "TSSatisfiesExpression":
    case "TSNonNullExpression":
    case "TSTypeAssertion":
    case "AsExpression":
    case "AsConstExpression":
    case "TypeCastExpression":
      return valuesOf(node.expression);
  }
  return [node];
}

function addComputedNode(node: unknown, into: SiteCollector): void {
  if (isNode(node)) into.addComputed(...spanOf(node));
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
