/**
 * What a script of state is made of, as places: functions that make actions, constants with their texts, the switch of a reducer, the type
 * that lists all actions, the reducers of a slice. So that one more can be written beside the last.
 */
import { parseProgram } from "./extract.js";
import { childrenOf, codeText, isNode, nameOf, spanOf, type TreeNode } from "./tree-node.js";

/** A place in a text; offsets are UTF-16 units, half-open. */
export interface Span {
  readonly start: number;
  readonly end: number;
}

/** A function that makes an action. */
export interface ActionCreator extends Span {
  readonly name: string;
  /** `function add() { … }`, `const add = () => ({ … })`, or `const add = createAction(…)`. */
  readonly form: "function" | "arrow" | "made";
  /** The text of its type, or what stands for it: `ADD`, `types.ADD`. */
  readonly type: { readonly text: string } | { readonly name: string };
  /** The type that it is said to return, as written. */
  readonly returns: string | undefined;
  readonly isExported: boolean;
}

/** `const ADD = "rota/add";` */
export interface ActionConstant extends Span {
  readonly name: string;
  readonly text: string;
  readonly isExported: boolean;
}

/** `switch (action.type) { … }`. */
export interface ActionSwitch {
  readonly cases: readonly (Span & { readonly isDefault: boolean; readonly test: string })[];
  /** Before its last brace. */
  readonly end: number;
  /** What the reducer calls the state. */
  readonly state: string;
}

/** `type RotaAction = | { type: "rota/add" } | …`: where the last of them ends, and what it says. */
export interface ActionUnion {
  readonly name: string;
  readonly last: Span;
  readonly members: number;
}

/** `createSlice({ name: "rota", reducers: { … } })`, and where its actions are taken out. */
export interface Slice {
  readonly name: string | undefined;
  readonly reducers: readonly (Span & { readonly name: string })[];
  readonly end: number;
  /** The names in `const { add } = slice.actions`, where that stands. */
  readonly taken: readonly Span[];
}

/** All of them. */
export interface StateParts {
  readonly creators: readonly ActionCreator[];
  readonly constants: readonly ActionConstant[];
  readonly switches: readonly ActionSwitch[];
  readonly unions: readonly ActionUnion[];
  readonly slices: readonly Slice[];
}

/** Finds them; `undefined` where the text cannot be parsed. */
export function statePartsOf(text: string, name: string): StateParts | undefined {
  const program = parseProgram(text, name);
  if (!program) return undefined;
  const parts = { creators: [], constants: [], switches: [], unions: [], slices: [] } as {
    [Key in keyof StateParts]: StateParts[Key][number][];
  };
  const taken: Span[] = [];
  for (const node of program.body as readonly TreeNode[]) {
    const inner = isNode(node.declaration) ? node.declaration : node;
    const at = { ...span(node), isExported: inner !== node };
    parts.creators.push(...creatorsIn(inner, at, text));
    parts.constants.push(...constantsIn(inner, at));
    parts.unions.push(...unionsIn(inner));
    taken.push(...takenIn(inner));
    look(inner, "state", (found, state) => {
      if (found.type === "SwitchStatement") parts.switches.push(...switchIn(found, state, text));
      if (found.type === "CallExpression" && nameOf(found.callee) === "createSlice")
        parts.slices.push(...sliceIn(found));
    });
  }
  return { ...parts, slices: parts.slices.map((slice) => ({ ...slice, taken })) };
}

/** Where a text is written as a string or as a type of one, quotes and all; `undefined` where the script cannot be parsed. */
export function stringPlaces(text: string, name: string, value: string): readonly Span[] | undefined {
  const program = parseProgram(text, name);
  if (!program) return undefined;
  const found: Span[] = [];
  const visit = (node: TreeNode): void => {
    const [quasi, more] =
      node.type === "TemplateLiteral" ? (node.quasis as readonly { value: { cooked: string } }[]) : [];
    const isThat = node.type === "Literal" ? node.value === value : quasi && !more && quasi.value.cooked === value;
    if (isThat === true) found.push(span(node));
    for (const child of childrenOf(node)) visit(child);
  };
  for (const node of program.body as readonly TreeNode[]) visit(node);
  return found;
}

function span(node: TreeNode): Span {
  const [start, end] = spanOf(node);
  return { start, end };
}

/** Goes through a tree, and knows what the function around calls its first parameter. */
function look(node: TreeNode, state: string, see: (node: TreeNode, state: string) => void): void {
  const [first] = Array.isArray(node.params) ? (node.params as readonly unknown[]) : [];
  const named = isNode(first) ? nameOf(first.type === "AssignmentPattern" ? first.left : first) : undefined;
  const inside = named ?? state;
  see(node, inside);
  for (const child of childrenOf(node)) look(child, inside, see);
}

type At = Span & { readonly isExported: boolean };

function creatorsIn(node: TreeNode, at: At, text: string): ActionCreator[] {
  if (node.type === "FunctionDeclaration") {
    const type = typeReturned(node.body);
    return type ? [{ ...at, name: nameOf(node.id) ?? "", form: "function", type, returns: returned(node, text) }] : [];
  }
  if (node.type !== "VariableDeclaration") return [];
  return (node.declarations as readonly TreeNode[]).flatMap(({ id, init }): ActionCreator[] => {
    const name = nameOf(id);
    if (name === undefined || !isNode(init)) return [];
    if (/Function/.test(init.type)) {
      const type = typeReturned(init.body);
      return type ? [{ ...at, name, form: "arrow", type, returns: returned(init, text) }] : [];
    }
    const [argument] =
      init.type === "CallExpression" && nameOf(init.callee) === "createAction" ? argumentsOf(init) : [];
    const type = typeOf(argument);
    return type ? [{ ...at, name, form: "made", type, returns: undefined }] : [];
  });
}

function argumentsOf(call: TreeNode): readonly TreeNode[] {
  return (call.arguments as readonly TreeNode[] | undefined) ?? [];
}

function returned({ returnType }: TreeNode, text: string): string | undefined {
  return isNode(returnType) ? codeText(returnType, text).replace(/^:\s*/, "") : undefined;
}

/** What the `type` is of an object that a function returns. */
function typeReturned(body: unknown): ActionCreator["type"] | undefined {
  if (!isNode(body)) return undefined;
  const plain = body.type === "ParenthesizedExpression" ? body.expression : body;
  if (!isNode(plain)) return undefined;
  if (plain.type === "ObjectExpression") return typeIn(plain);
  if (plain.type !== "BlockStatement") return undefined;
  for (const statement of plain.body as readonly TreeNode[]) {
    const { argument } = statement;
    const found = statement.type === "ReturnStatement" ? typeReturned(argument) : undefined;
    if (found) return found;
  }
  return undefined;
}

function typeIn(object: TreeNode): ActionCreator["type"] | undefined {
  const property = (object.properties as readonly TreeNode[]).find(({ key }) => nameOf(key) === "type");
  return typeOf(property?.value);
}

function typeOf(value: unknown): ActionCreator["type"] | undefined {
  if (!isNode(value)) return undefined;
  if (value.type === "Literal" && typeof value.value === "string") return { text: value.value };
  const name = nameOf(value.type === "TSAsExpression" ? value.expression : value);
  return name === undefined ? undefined : { name };
}

function constantsIn(node: TreeNode, at: At): ActionConstant[] {
  if (node.type !== "VariableDeclaration") return [];
  return (node.declarations as readonly TreeNode[]).flatMap(({ id, init }): ActionConstant[] => {
    const name = nameOf(id);
    const value = isNode(init) && init.type === "TSAsExpression" ? init.expression : init;
    const isText = isNode(value) && value.type === "Literal" && typeof value.value === "string";
    return name !== undefined && isText && /^[A-Z][A-Z\d_]*$/.test(name)
      ? [{ ...at, name, text: value.value as string }]
      : [];
  });
}

function unionsIn(node: TreeNode): ActionUnion[] {
  if (node.type !== "TSTypeAliasDeclaration" || !isNode(node.typeAnnotation)) return [];
  const { typeAnnotation } = node;
  const members =
    typeAnnotation.type === "TSUnionType" ? (typeAnnotation.types as readonly TreeNode[]) : [typeAnnotation];
  const last = members.at(-1);
  const hasType = (member: TreeNode): boolean =>
    member.type === "TSTypeLiteral" &&
    (member.members as readonly TreeNode[]).some(({ key }) => nameOf(key) === "type");
  return last && members.every(hasType)
    ? [{ name: nameOf(node.id) ?? "", last: span(last), members: members.length }]
    : [];
}

function switchIn({ discriminant, cases, ...node }: TreeNode, state: string, text: string): ActionSwitch[] {
  const asked = nameOf(discriminant);
  if (asked === undefined || !/(?:^|\.)type$/.test(asked)) return [];
  const [, end] = spanOf(node);
  return [
    {
      cases: (cases as readonly TreeNode[]).map((each) => ({
        ...span(each),
        isDefault: !isNode(each.test),
        test: codeText(each.test, text),
      })),
      end: end - 1,
      state,
    },
  ];
}

function sliceIn(call: TreeNode): Slice[] {
  const [argument] = argumentsOf(call);
  const properties = argument?.type === "ObjectExpression" ? (argument.properties as readonly TreeNode[]) : [];
  const valueOf = (wanted: string): unknown => properties.find(({ key }) => nameOf(key) === wanted)?.value;
  const [reducers, name] = [valueOf("reducers"), valueOf("name")];
  if (!isNode(reducers) || reducers.type !== "ObjectExpression") return [];
  return [
    {
      name: isNode(name) && typeof name.value === "string" ? name.value : undefined,
      reducers: (reducers.properties as readonly TreeNode[]).map((each) => ({
        ...span(each),
        name: nameOf(each.key) ?? "",
      })),
      end: spanOf(reducers)[1] - 1,
      taken: [],
    },
  ];
}

/** `const { add, drop } = rotaSlice.actions;` */
function takenIn(node: TreeNode): Span[] {
  if (node.type !== "VariableDeclaration") return [];
  return (node.declarations as readonly TreeNode[]).flatMap(({ id, init }) =>
    isNode(id) && id.type === "ObjectPattern" && nameOf(init)?.endsWith(".actions") === true
      ? (id.properties as readonly TreeNode[]).map(span)
      : [],
  );
}
