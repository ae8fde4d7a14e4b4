/** Finds every form in an ESTree, whichever parser made it. */
import type { Binding } from "../reading.js";
import { expectNames, importBindings, passedBindings, qualifierBindings } from "./tree-bindings.js";
import { isNode, nameOf, spanOf, type TreeNode } from "./tree-node.js";
import { callForms, folderCalls, forms, joinCalls, type SiteCollector } from "./sites.js";

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
