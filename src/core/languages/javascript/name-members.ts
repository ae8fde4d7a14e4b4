/** Which names are taken of a variable that holds a whole file, or of a call that gives one. */
import type { Member, Taking } from "../names.js";
import { callForms } from "./sites.js";
import { isNode, nameOf, spanOf, type TreeNode } from "./tree-node.js";

type Parents = ReadonlyMap<TreeNode, TreeNode>;

/** The names that are taken of an expression where it stands; `undefined` where it is used for something else. */
export function membersAt(node: TreeNode, text: string, parents: Parents): readonly Member[] | undefined {
  const parent = parents.get(node);
  if (!parent) return undefined;
  switch (parent.type) {
    case "MemberExpression":
    case "OptionalMemberExpression":
      return parent.object === node ? one(memberOf(parent, text)) : undefined;
    case "JSXMemberExpression":
      return parent.object === node ? one(bare(parent.property)) : undefined;
    case "TSQualifiedName":
      return parent.left === node ? one(bare(parent.right)) : undefined;
    case "QualifiedTypeIdentifier":
      return parent.qualification === node ? one(bare(parent.id)) : undefined;
    case "VariableDeclarator":
      return parent.init === node ? patternMembers(parent.id, text) : undefined;
    // What a mock passes on as it is, is taken by the names of whoever takes it.
    case "SpreadElement":
      return isInMock(parent, parents) ? [] : undefined;
  }
  return undefined;
}

function isInMock(node: TreeNode, parents: Parents): boolean {
  for (let above = parents.get(node); above; above = parents.get(above)) {
    const name = above.type === "CallExpression" ? nameOf(above.callee) : undefined;
    if (name !== undefined && callForms.get(name)?.kind === "mock") return true;
  }
  return false;
}

function one(member: Member | undefined): readonly Member[] | undefined {
  return member && [member];
}

function bare(node: unknown): Member | undefined {
  if (!isNode(node) || typeof node.name !== "string") return undefined;
  const [start] = spanOf(node);
  return { name: node.name, start, end: start + node.name.length, form: "name" };
}

/** `trees.Tree`, `trees["Tree"]`. */
function memberOf({ property, computed }: TreeNode, text: string): Member | undefined {
  return computed === true ? quoted(property, text) : bare(property);
}

function quoted(node: unknown, text: string): Member | undefined {
  if (!isNode(node) || typeof node.value !== "string") return undefined;
  const [start, end] = spanOf(node);
  if (text.slice(start + 1, end - 1) !== node.value) return undefined;
  return { name: node.value, start: start + 1, end: end - 1, form: "text" };
}

/** `{ Tree, Oak: Wood = f(), "Elm": a }`; nothing where some are left for a rest, or computed. */
function patternMembers(pattern: unknown, text: string): readonly Member[] | undefined {
  if (!isNode(pattern) || pattern.type !== "ObjectPattern") return undefined;
  const found: Member[] = [];
  for (const property of pattern.properties as readonly TreeNode[]) {
    if (property.type !== "Property" || property.computed === true) return undefined;
    const value = property.value as TreeNode;
    const target = value.type === "AssignmentPattern" ? (value.left as TreeNode) : value;
    const local = target.type === "Identifier" ? { local: spanOf(target)[0] } : {};
    const key = bare(property.key) ?? quoted(property.key, text);
    if (!key) return undefined;
    found.push({ ...key, ...(property.shorthand === true && { form: "shorthand property" as const }), ...local });
  }
  return found;
}

/** Everything that calls take of other files, and what mocks put in their place. */
export function takingsOf(text: string, parents: Parents): Taking[] {
  const found: Taking[] = [];
  for (const node of parents.keys()) {
    const taking = takingOf(node, text, parents);
    if (taking) found.push(taking);
  }
  return found.sort((a, b) => a.reference - b.reference);
}

function takingOf(node: TreeNode, text: string, parents: Parents): Taking | undefined {
  if (node.type === "ImportExpression") return takenFrom(node, node.source, text, parents);
  if (node.type === "TSImportType") {
    const at = referenceAt(node.source ?? literalOf(node.argument));
    let first = node.qualifier;
    while (isNode(first) && first.type === "TSQualifiedName") first = first.left;
    if (at === undefined) return undefined;
    return { reference: at, members: one(bare(first)) ?? (tellsOnlyAType(node, parents) ? [] : undefined) };
  }
  // `import ui = require("./ui")`
  if (node.type === "TSImportEqualsDeclaration") {
    const { moduleReference, id } = node;
    const at = isNode(moduleReference) ? referenceAt(moduleReference.expression) : undefined;
    return at === undefined || !isNode(id) ? undefined : { reference: at, members: [], whole: spanOf(id)[0] };
  }
  if (node.type !== "CallExpression") return undefined;
  const [path, factory] = node.arguments as readonly unknown[];
  const name = nameOf(node.callee);
  const kind = name === undefined ? undefined : callForms.get(name)?.kind;
  if (name === undefined || (kind !== "require" && kind !== "mock")) return undefined;
  // `require.resolve` gives a path; `vi.importActual` and its like the file; a mock with a factory puts something in its place.
  if (giving.test(name)) return takenFrom(node, path, text, parents);
  const at = referenceAt(path);
  return at === undefined ? undefined : { reference: at, members: kind === "mock" ? givenBy(factory, text) : [] };
}

/** `vi.importActual<typeof import("./trees")>("./trees")`: what is taken is told by what the call gives. */
function tellsOnlyAType(node: TreeNode, parents: Parents): boolean {
  let above = parents.get(node);
  while (above && /^TS(?:TypeQuery|TypeParameterInstantiation)$/.test(above.type)) above = parents.get(above);
  return above?.type === "CallExpression";
}

function literalOf(node: unknown): unknown {
  return isNode(node) && node.type === "TSLiteralType" ? node.literal : node;
}

function referenceAt(path: unknown): number | undefined {
  return isNode(path) && typeof path.value === "string" ? spanOf(path)[0] + 1 : undefined;
}

const giving = /^(?:module\.)?require$|\.(?:require|import)(?:Actual|Mock)$/;

const passing = /^(?:AwaitExpression|ChainExpression|ParenthesizedExpression|TSAsExpression|TSNonNullExpression)$/;

function takenFrom(call: TreeNode, path: unknown, text: string, parents: Parents): Taking | undefined {
  const reference = referenceAt(path);
  if (reference === undefined) return undefined;
  let node = call;
  let parent = parents.get(node);
  while (parent && passing.test(parent.type)) [node, parent] = [parent, parents.get(parent)];
  if (!parent) return { reference, members: undefined };
  if (parent.type === "ExpressionStatement") return { reference, members: [] };
  if (parent.type === "MemberExpression" && parent.object === node && nameOf(parent.property) === "then")
    return { reference, ...thenTaken(parents.get(parent), text) };
  if (parent.type === "VariableDeclarator" && isNode(parent.id) && parent.id.type === "Identifier")
    return { reference, members: [], whole: spanOf(parent.id)[0] };
  // A component that is loaded later takes the default, and no other name.
  if (parent.type === "ArrowFunctionExpression" && node.type === "ImportExpression") {
    const around = parents.get(parent);
    const callee = around?.type === "CallExpression" ? nameOf(around.callee) : undefined;
    if (around && callee !== undefined && loaders.test(callee)) {
      const holder = parents.get(around);
      const isHeld = holder?.type === "VariableDeclarator" && isNode(holder.id) && holder.id.type === "Identifier";
      return { reference, members: [], ...(isHeld && { loads: spanOf(holder.id as TreeNode)[0] }) };
    }
  }
  return { reference, members: membersAt(node, text, parents) };
}

const loaders = /(?:^|\.)(?:lazy|dynamic|loadable|defineAsyncComponent)$/;

/** `.then((trees) => …)`, `.then(({ Tree }) => …)` */
function thenTaken(call: TreeNode | undefined, text: string): Pick<Taking, "members" | "whole"> {
  const [handler] = (call?.type === "CallExpression" ? call.arguments : []) as readonly unknown[];
  const [parameter] = (isNode(handler) ? (handler.params ?? []) : []) as readonly unknown[];
  if (!isNode(parameter)) return { members: isNode(handler) && /Function/.test(handler.type) ? [] : undefined };
  if (parameter.type === "Identifier") return { members: [], whole: spanOf(parameter)[0] };
  return { members: patternMembers(parameter, text) };
}

/** The names in an object that a factory gives; none where it gives something else. */
function givenBy(factory: unknown, text: string): readonly Member[] {
  const found: Member[] = [];
  const waiting = isNode(factory) && /Function/.test(factory.type) ? [factory.body] : [];
  for (let node = waiting.pop(); node; node = waiting.pop()) {
    if (!isNode(node)) continue;
    if (node.type === "ParenthesizedExpression" || /^TS\w+Expression$/.test(node.type)) waiting.push(node.expression);
    else if (node.type === "ReturnStatement") waiting.push(node.argument);
    else if (node.type === "BlockStatement") waiting.push(...(node.body as readonly unknown[]));
    else if (node.type === "ObjectExpression")
      for (const property of node.properties as readonly TreeNode[]) {
        const key = property.type !== "Property" || property.computed === true ? undefined : property.key;
        const member = bare(key) ?? quoted(key, text);
        if (!member) continue;
        // What stands for both is the property here; the variable is another place.
        const local = isNode(property.value) ? spanOf(property.value)[0] : undefined;
        found.push(
          property.shorthand === true && local !== undefined
            ? { ...member, form: "shorthand property", local }
            : member,
        );
      }
  }
  return found;
}
