/**
 * The names of a script by scope analysis: `@typescript-eslint/scope-manager` on oxc's tree, `hermes-eslint` for Flow. Types,
 * values and JSX are told apart as the compiler does. Both are loaded when they are first asked for, and asked only of files that
 * hold a name that is looked for.
 */
import { createRequire } from "node:module";
import type * as Scopes from "@typescript-eslint/scope-manager";
import type * as Oxc from "oxc-parser";
import type { Identifier, Label, NamePlace, PlaceForm, TextNames, Variable } from "../names.js";
import { membersAt, takingsOf } from "./name-members.js";
import { optionsFor } from "./parser-options.js";
import { childrenOf, isNode, nameOf, spanOf, type TreeNode } from "./tree-node.js";

const load = createRequire(import.meta.url);

interface Tools {
  readonly oxc: typeof Oxc;
  readonly scopes: typeof Scopes;
}

let tools: Promise<Tools> | undefined;

async function loadTools(): Promise<Tools> {
  return { oxc: await import("oxc-parser"), scopes: load("@typescript-eslint/scope-manager") as typeof Scopes };
}

/** Every name of a script, by scope; `undefined` where the text has an error. `name` tells how it is read. */
export async function namesOf(
  text: string,
  name: string,
  { registers = false }: { readonly registers?: boolean } = {},
): Promise<TextNames | undefined> {
  const before = known.get(text);
  if (before?.name === name) return before.names;
  const analysed = (await analyse(text, name)) ?? analyseFlow(text, name);
  const names = analysed && gather(text, analysed, registers);
  if (known.size >= mostKnown) known.clear();
  known.set(text, { name, names });
  return names;
}

/** Texts that were analysed: a rename asks, and its proof again. */
const known = new Map<string, { readonly name: string; readonly names: TextNames | undefined }>();
const mostKnown = 1000;

interface Analysed {
  readonly program: TreeNode;
  /** Both libraries give the same form. */
  readonly manager: Scopes.ScopeManager;
}

async function analyse(text: string, name: string): Promise<Analysed | undefined> {
  const { oxc, scopes } = await (tools ??= loadTools());
  const asked = { ...optionsFor(name), astType: "ts", range: true, preserveParens: false } as const;
  const kinds = [asked.sourceType ?? "module", ...(asked.sourceType === "module" ? ["commonjs" as const] : [])];
  for (const sourceType of kinds) {
    const { errors, program } = oxc.parseSync(name, text, { ...asked, sourceType });
    if (errors.length > 0) continue;
    const manager = scopes.analyze(program as unknown as Parameters<typeof Scopes.analyze>[0], {
      sourceType: sourceType === "module" ? "module" : "script",
      lib: [],
    });
    return { program: program as unknown as TreeNode, manager };
  }
  return undefined;
}

interface HermesEslint {
  parseForESLint(text: string, options: object): { readonly ast: TreeNode; readonly scopeManager: Scopes.ScopeManager };
}

/** Flow lives in `.js` files, with or without its pragma. */
function analyseFlow(text: string, name: string): Analysed | undefined {
  if (!/\.[cm]?jsx?$/.test(name)) return undefined;
  try {
    const hermes = load("hermes-eslint") as HermesEslint;
    const { ast, scopeManager } = hermes.parseForESLint(text, { sourceType: "module" });
    return { program: ast, manager: scopeManager };
  } catch {
    return undefined;
  }
}

/** What one walk of the tree finds. */
interface Walked {
  readonly parents: ReadonlyMap<TreeNode, TreeNode>;
  readonly forms: ReadonlyMap<number, PlaceForm>;
  readonly pairs: ReadonlyMap<number, NonNullable<NamePlace["pair"]>>;
  readonly identifiers: TextNames["identifiers"];
  /** Where the name of an opening tag begins → where it begins in the closing one. */
  readonly closing: ReadonlyMap<number, TreeNode>;
  readonly labels: TextNames["labels"];
}

function gather(text: string, { program, manager }: Analysed, registers: boolean): TextNames {
  const walked = walk(program, text, registers);
  const top = topScopes(manager);
  const variables: Variable[] = [];
  const free = new Map<string, NamePlace[]>();
  const repeated = new Map<Scopes.Variable, Scopes.Variable>();
  for (const scope of manager.scopes)
    for (const variable of scope.variables) {
      const outer = repeatedBy(scope, variable);
      if (outer) repeated.set(outer, variable);
    }
  const inside = new Set(repeated.values());
  for (const scope of manager.scopes) {
    for (const variable of scope.variables) {
      const { name, identifiers, references } = variable;
      // Names that every program has (`arguments`) are declared nowhere.
      if ((identifiers.length === 0 && references.length === 0) || inside.has(variable)) continue;
      const places = new Map<number, NamePlace>();
      for (const each of identifiers) addPlaces(each, true, name, { text, walked, places });
      for (const reference of [...references, ...(repeated.get(variable)?.references ?? [])])
        addPlaces(reference.identifier, false, name, { text, walked, places, reference });
      const level = identifiers.length === 0 ? "free" : top.includes(scope) ? "top" : "inner";
      const own = echoOf(scope, walked.parents);
      variables.push({
        name,
        level,
        places: inOrder(places),
        ...(own !== undefined && level === "inner" && { echoes: own }),
      });
    }
  }
  for (const reference of manager.globalScope?.through ?? []) {
    const { identifier } = reference;
    const name = (identifier as unknown as TreeNode).name as string;
    const places = new Map<number, NamePlace>();
    addPlaces(identifier, false, name, { text, walked, places, reference });
    free.set(name, [...(free.get(name) ?? []), ...places.values()]);
  }
  for (const [name, places] of free) variables.push({ name, level: "free", places: sorted(places) });
  return {
    variables,
    takings: takingsOf(text, walked.parents),
    labels: walked.labels,
    identifiers: walked.identifiers,
  };
}

/** A class knows itself by a variable of its own; that is the one which its declaration makes outside. */
function repeatedBy({ type, block, upper }: Scopes.Scope, { name }: Scopes.Variable): Scopes.Variable | undefined {
  const isOwn = (type as string) === "class" && (block.type as string) === "ClassDeclaration";
  return isOwn && (block as unknown as { id?: { name?: string } }).id?.name === name ? upper?.set.get(name) : undefined;
}

interface Placing {
  readonly text: string;
  readonly walked: Walked;
  readonly places: Map<number, NamePlace>;
  readonly reference?: Scopes.Reference;
}

/** One identifier; a tag counts where it is closed, too. */
function addPlaces(node: unknown, isDeclared: boolean, name: string, placing: Placing): void {
  const { text, walked, places, reference } = placing;
  if (!isNode(node) || (node.type !== "Identifier" && node.type !== "JSXIdentifier")) return;
  const [start] = spanOf(node);
  const end = start + name.length;
  if (places.has(start) || text.slice(start, end) !== name) return;
  const form = walked.forms.get(start) ?? "name";
  const members = isDeclared ? undefined : membersAt(node, text, walked.parents);
  const pair = walked.pairs.get(start);
  const isWritten = reference !== undefined && reference.isWrite() && reference.init !== true;
  const isType = reference?.isTypeReference === true && !reference.isValueReference;
  places.set(start, {
    start,
    end,
    form,
    isDeclared,
    ...(isWritten && { isWritten }),
    ...(isType && { isType }),
    ...(pair && { pair }),
    ...(members && { members }),
  });
  const closing = walked.closing.get(start);
  if (closing) addPlaces(closing, false, name, placing);
}

function inOrder(places: ReadonlyMap<number, NamePlace>): NamePlace[] {
  return sorted([...places.values()]);
}

function sorted(places: readonly NamePlace[]): NamePlace[] {
  return [...places].sort((a, b) => a.start - b.start);
}

/** The scopes of names that a file can give to others: the module's, and the script's around it. */
function topScopes({ globalScope }: Scopes.ScopeManager): readonly Scopes.Scope[] {
  if (!globalScope) return [];
  const [module] = globalScope.childScopes.filter(({ type }) => (type as string) === "module");
  return module ? [module, globalScope] : [globalScope];
}

/**
 * Whose name a function or class in an expression repeats: `const Tree = memo(function Tree() {})`. Gives where the name begins
 * that is declared, or the statement of a default export.
 */
function echoOf(scope: Scopes.Scope, parents: ReadonlyMap<TreeNode, TreeNode>): number | undefined {
  if (!/^(?:function-expression-name|class)$/.test(scope.type)) return undefined;
  let node = scope.block as unknown as TreeNode;
  if (!/Expression$/.test(node.type)) return undefined;
  for (;;) {
    const parent = parents.get(node);
    if (!parent) return undefined;
    if (parent.type === "VariableDeclarator" && isNode(parent.id)) return spanOf(parent.id)[0];
    if (parent.type === "ExportDefaultDeclaration") return spanOf(parent)[0];
    const isHanded = parent.type === "CallExpression" && (parent.arguments as readonly unknown[]).includes(node);
    if (!isHanded && !/^(?:TSAs|TSSatisfies|TSNonNull|TypeCast|As)\w*Expression$/.test(parent.type)) return undefined;
    node = parent;
  }
}

function walk(program: TreeNode, text: string, registers: boolean): Walked {
  const parents = new Map<TreeNode, TreeNode>();
  const forms = new Map<number, PlaceForm>();
  const pairs = new Map<number, NonNullable<NamePlace["pair"]>>();
  const identifiers: Identifier[] = [];
  const closing = new Map<number, TreeNode>();
  const labels: { name: string; start: number; end: number }[] = [];
  const waiting = [program];
  for (let node = waiting.pop(); node; node = waiting.pop()) {
    noteForm(node, forms);
    notePair(node, pairs);
    if (isExported(node)) noteRegistered(node.right, forms);
    if (registers && isRegistry(node)) noteRegistered(node.value, forms);
    if (/Identifier$/.test(node.type) && typeof node.name === "string")
      identifiers.push({ name: node.name, start: spanOf(node)[0] });
    if (node.type === "JSXElement") noteClosing(node, closing);
    const label = labelIn(node, text, parents);
    if (label) labels.push(label);
    for (const child of childrenOf(node)) {
      if (parents.has(child)) continue;
      parents.set(child, node);
      waiting.push(child);
    }
  }
  const ordered = identifiers.sort((a, b) => a.start - b.start);
  return { parents, forms, pairs, identifiers: ordered, closing, labels: labels.sort((a, b) => a.start - b.start) };
}

/** Places at which a name stands for two things at once, so that a new one has to be written beside the old. */
function noteForm(node: TreeNode, forms: Map<number, PlaceForm>): void {
  if (node.type === "Property" && node.shorthand === true && !forms.has(startOf(node.key)))
    forms.set(startOf(node.key), "shorthand property");
  if (node.type === "ImportSpecifier" && startOf(node.imported) === startOf(node.local))
    forms.set(startOf(node.local), "import specifier");
  if (node.type === "ExportSpecifier" && startOf(node.local) === startOf(node.exported))
    forms.set(startOf(node.local), "export specifier");
}

/** `Tree: Oak` in an object or pattern, `Tree as Oak` in an import, `Oak as Tree` in an export. */
function notePair(node: TreeNode, pairs: Map<number, NonNullable<NamePlace["pair"]>>): void {
  const [inner, outer] =
    node.type === "Property" && node.shorthand !== true && node.computed !== true && node.method !== true
      ? [isNode(node.value) && node.value.type === "AssignmentPattern" ? node.value.left : node.value, node.key]
      : node.type === "ImportSpecifier"
        ? [node.local, node.imported]
        : node.type === "ExportSpecifier"
          ? [node.local, node.exported]
          : [undefined, undefined];
  if (!isNode(inner) || !isNode(outer) || inner.type !== "Identifier" || outer.type !== "Identifier") return;
  const [[start, end], [from, to]] = [spanOf(inner), spanOf(outer)];
  if (start === from) return;
  pairs.set(start, { name: outer.name as string, start: Math.min(start, from), end: Math.max(end, to) });
}

/** `module.exports = { Tree }`: what is written there is what others call it. */
function isExported({ type, left }: TreeNode): boolean {
  return type === "AssignmentExpression" && nameOf(left) === "module.exports";
}

/** `components: { Tree }` in a component: what is written there is the name of a tag. */
function isRegistry({ type, key }: TreeNode): boolean {
  return type === "Property" && nameOf(key) === "components";
}

function noteRegistered(value: unknown, forms: Map<number, PlaceForm>): void {
  if (!isNode(value) || value.type !== "ObjectExpression") return;
  for (const property of value.properties as readonly TreeNode[])
    if (property.shorthand === true) forms.set(startOf(property.key), "registration");
}

/** `<Tree></Tree>`, `<ui.Tree></ui.Tree>`: of a name with dots, the first part. */
function noteClosing({ openingElement, closingElement }: TreeNode, closing: Map<number, TreeNode>): void {
  if (!isNode(openingElement) || !isNode(closingElement)) return;
  const [open, close] = [firstName(openingElement.name), firstName(closingElement.name)];
  if (open && close) closing.set(spanOf(open)[0], close);
}

function firstName(node: unknown): TreeNode | undefined {
  let first = node;
  while (isNode(first) && first.type === "JSXMemberExpression") first = first.object;
  return isNode(first) ? first : undefined;
}

/** `Tree.displayName = "Tree"`, `displayName: "Tree"`, and `name: "Tree"` of a component that is an object. */
function labelIn(node: TreeNode, text: string, parents: ReadonlyMap<TreeNode, TreeNode>): Label | undefined {
  const [key, value] =
    node.type === "AssignmentExpression" && isNode(node.left) && node.left.type === "MemberExpression"
      ? [node.left.property, node.right]
      : node.type === "Property" || node.type === "PropertyDefinition"
        ? [node.key, node.value]
        : [undefined, undefined];
  if (!isNode(key) || !isNode(value) || node.computed === true || typeof value.value !== "string") return undefined;
  const isLabel = key.name === "displayName" || (key.name === "name" && isOfComponent(node, parents));
  const [start, end] = spanOf(value);
  if (!isLabel || text.slice(start + 1, end - 1) !== value.value) return undefined;
  return { name: value.value, start: start + 1, end: end - 1 };
}

/** An object that is exported by default, or handed to one of Vue's functions; any other has names of its own for its own use. */
function isOfComponent(property: TreeNode, parents: ReadonlyMap<TreeNode, TreeNode>): boolean {
  const object = parents.get(property);
  const around = object && parents.get(object);
  if (property.type !== "Property" || !around) return false;
  const callee = around.type === "CallExpression" ? nameOf(around.callee) : undefined;
  return (
    around.type === "ExportDefaultDeclaration" ||
    (callee !== undefined && /^(?:defineComponent|defineOptions|Vue\.extend)$/.test(callee))
  );
}

function startOf(node: unknown): number {
  return isNode(node) ? spanOf(node)[0] : -1;
}
