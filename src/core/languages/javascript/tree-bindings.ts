/** Bindings and exports from an ESTree: for the files of which the module record does not tell all, and for Flow. */
import type { Binding, Export } from "../reading.js";
import { isTypeAt, type Kinds } from "./export-kinds.js";
import type { SiteCollector } from "./sites.js";
import { isNode, nameOf, spanOf, type TreeNode } from "./tree-node.js";

/** `Tree`, `default`, `"tree-card"`: a name in a clause, as it is meant. */
function nameIn(node: unknown): string {
  if (!isNode(node)) return "";
  return (node.type === "Identifier" ? node.name : node.value) as string;
}

function binding(imported: unknown, local: unknown, isType: boolean, all?: string): Binding {
  const localNode = isNode(local) ? local : undefined;
  const [localStart, localEnd] = localNode ? spanOf(localNode) : [0, 0];
  const [start, end] = isNode(imported) ? spanOf(imported) : [localStart, localEnd];
  return {
    imported: isNode(imported) ? nameIn(imported) : (all ?? "*"),
    local: localNode ? nameIn(localNode) : "",
    start,
    end,
    localStart,
    localEnd,
    isType,
  };
}

const isTypeKind = (kind: unknown): boolean => kind === "type" || kind === "typeof";

/** What an import declaration takes. */
export function importBindings(node: TreeNode): Binding[] {
  const isAll = isTypeKind(node.importKind);
  return ((node.specifiers ?? []) as readonly TreeNode[]).map((each) => {
    const isType = isAll || isTypeKind(each.importKind);
    const all = each.type === "ImportDefaultSpecifier" ? "default" : "*";
    return binding(each.imported, each.local, isType, all);
  });
}

/** What an export with a source passes on. */
export function passedBindings(node: TreeNode): Binding[] {
  const isAll = isTypeKind(node.exportKind);
  if (node.type === "ExportAllDeclaration") {
    const whole = isNode(node.exported) ? node.exported : undefined;
    return [whole ? binding(undefined, whole, isAll) : { ...binding(undefined, node, isAll), local: "*" }];
  }
  return ((node.specifiers ?? []) as readonly TreeNode[]).map((each) =>
    each.type === "ExportNamespaceSpecifier"
      ? binding(undefined, each.exported, isAll)
      : binding(each.local, each.exported, isAll || isTypeKind(each.exportKind)),
  );
}

/** `import("./Tree").Tree`: the first name of the qualifier. */
export function qualifierBindings({ qualifier }: TreeNode): Binding[] | undefined {
  let first = qualifier;
  while (isNode(first) && first.type === "TSQualifiedName") first = first.left;
  return isNode(first) ? [{ ...binding(first, undefined, true), local: "" }] : undefined;
}

/**
 * What is taken from a call: `const { Tree, prune: cut } = require("./Tree")`, `const trees = await import("./trees")`,
 * `require("./Tree").Tree`. `into` is the pattern, or the member that is taken.
 */
export function expectNames(call: unknown, taker: unknown, into: SiteCollector): void {
  let inner = call;
  while (
    isNode(inner) &&
    /^(?:AwaitExpression|ParenthesizedExpression|TSAsExpression|TSNonNullExpression)$/.test(inner.type)
  )
    inner = inner.type === "AwaitExpression" ? inner.argument : inner.expression;
  if (!isNode(inner) || !isNode(taker)) return;
  const path =
    inner.type === "ImportExpression"
      ? inner.source
      : inner.type === "CallExpression" && nameOf(inner.callee) === "require"
        ? (inner.arguments as readonly unknown[])[0]
        : undefined;
  if (!isNode(path)) return;
  const bindings = takenBy(taker);
  if (bindings) into.expect(spanOf(path)[0], bindings);
}

function takenBy(taker: TreeNode): Binding[] | undefined {
  if (taker.type === "Identifier") return [binding(undefined, taker, false)];
  if (taker.type === "MemberExpression" && taker.computed !== true)
    return [{ ...binding(taker.property, undefined, false), local: "" }];
  if (taker.type !== "ObjectPattern") return undefined;
  const found: Binding[] = [];
  for (const property of taker.properties as readonly TreeNode[]) {
    if (property.type !== "Property" || property.computed === true) return undefined;
    const value =
      isNode(property.value) && property.value.type === "AssignmentPattern" ? property.value.left : property.value;
    const local = isNode(value) && value.type === "Identifier" ? value : undefined;
    found.push(binding(property.key, local, false));
  }
  return found;
}

/** What a program exports: its own statements, not those inside of a declared module. */
export function exportsFromTree(program: TreeNode, kinds: Kinds): Export[] {
  const { text } = kinds;
  const body = (program.body ?? []) as readonly TreeNode[];
  const imports = new Map(
    body
      .filter(({ type }) => type === "ImportDeclaration")
      .flatMap((node) => importBindings(node).map((each) => [each.local, { node, ...each }] as const)),
  );
  const passedAt = (node: TreeNode): number => (isNode(node.source) ? spanOf(node.source)[0] + 1 : 0);
  const found: Export[] = [];
  for (const node of body) {
    const [statement] = spanOf(node);
    if (node.type === "ExportDefaultDeclaration") {
      const declaration = node.declaration as TreeNode;
      const id = isNode(declaration.id)
        ? nameIn(declaration.id)
        : declaration.type === "Identifier"
          ? nameIn(declaration)
          : "";
      const place = {
        name: "default",
        ...(id !== "" && { local: id }),
        start: statement,
        end: statement + 6,
        isType: false,
      };
      const at = spanOf(declaration)[0];
      found.push(
        isNode(declaration.id)
          ? { ...place, kind: kinds.declared(id, at), isType: isTypeAt(text, at) }
          : { ...place, ...kinds.default(at) },
      );
    } else if (isNode(node.source) && /^Export(?:All|Named)Declaration$/.test(node.type)) {
      for (const { imported, local, localStart: start, localEnd: end, isType } of passedBindings(node))
        found.push({
          name: local,
          kind: isType ? "type" : "value",
          isType,
          start,
          end,
          from: passedAt(node),
          imported,
        });
    } else if (node.type === "ExportNamedDeclaration") {
      for (const { name, at } of declaredIn(node.declaration)) {
        const declaration = spanOf(node.declaration as TreeNode)[0];
        const kind = kinds.declared(name, declaration);
        const [start, end] = spanOf(at);
        found.push({ name, local: name, kind, isType: isTypeAt(text, declaration), start, end });
      }
      for (const each of (node.specifiers ?? []) as readonly TreeNode[]) {
        const {
          imported: local,
          local: name,
          localStart: start,
          localEnd: end,
        } = binding(each.local, each.exported, false);
        const isType = isTypeKind(node.exportKind) || isTypeKind(each.exportKind);
        const taken = imports.get(local);
        if (taken) {
          const { imported, isType: asType } = taken;
          const type = isType || asType;
          found.push({
            name,
            kind: type ? "type" : "value",
            isType: type,
            start,
            end,
            from: passedAt(taken.node),
            imported,
          });
        } else found.push({ name, local, kind: isType ? "type" : kinds.local(local), isType, start, end });
      }
    }
  }
  return found;
}

/** The names that a declaration declares. */
function declaredIn(declaration: unknown): { readonly name: string; readonly at: TreeNode }[] {
  if (!isNode(declaration)) return [];
  if (declaration.type !== "VariableDeclaration")
    return isNode(declaration.id) ? [{ name: nameIn(declaration.id), at: declaration.id }] : [];
  return (declaration.declarations as readonly TreeNode[]).flatMap(({ id }) => namesOfPattern(id));
}

function namesOfPattern(pattern: unknown): { readonly name: string; readonly at: TreeNode }[] {
  if (!isNode(pattern)) return [];
  switch (pattern.type) {
    case "Identifier":
      return [{ name: nameIn(pattern), at: pattern }];
    case "ObjectPattern":
      return (pattern.properties as readonly TreeNode[]).flatMap(({ value, argument }) =>
        namesOfPattern(value ?? argument),
      );
    case "ArrayPattern":
      return (pattern.elements as readonly unknown[]).flatMap(namesOfPattern);
    case "AssignmentPattern":
      return namesOfPattern(pattern.left);
    case "RestElement":
      return namesOfPattern(pattern.argument);
  }
  return [];
}
