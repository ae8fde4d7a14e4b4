/** What scripts draw: the components that a file gives, and the elements that they give back. */
import { codeOf, enclosedIn, namedBefore } from "../enclosures.js";
import type { DrawnElement, FrameMiddle, View, ViewForms } from "../views.js";
import { parseProgram } from "./extract.js";
import { childrenOf, codeText, isNode, spanOf, type TreeNode } from "./tree-node.js";

export const viewForms: ViewForms = {
  views,
  elements,
  enclosed: enclosedIn,
  localOf: namedBefore,
  isPlain,
  filled,
  middle,
  showing,
};

/** The components of a file that others can take. */
function views(text: string, name: string): readonly View[] | undefined {
  const program = parseProgram(text, name);
  if (!program) return undefined;
  const body = nodesIn(program.body);
  const declared = new Map<string, TreeNode>();
  const given = new Map<string, string[]>();
  const give = (local: string, as: string): void => void given.set(local, [...(given.get(local) ?? []), as]);
  const unnamed: TreeNode[] = [];
  for (const node of body) {
    const own = isNode(node.declaration) ? node.declaration : node;
    for (const [local, drawing] of drawingsIn(own)) {
      declared.set(local, drawing);
      if (node.type === "ExportNamedDeclaration") give(local, local);
      if (node.type === "ExportDefaultDeclaration") give(local, "default");
    }
    if (node.type === "ExportNamedDeclaration" && node.source === null)
      for (const each of nodesIn(node.specifiers)) give(codeText(each.local, text), codeText(each.exported, text));
    if (node.type !== "ExportDefaultDeclaration" || !isNode(node.declaration)) continue;
    if (node.declaration.type === "Identifier") give(codeText(node.declaration, text), "default");
    else if (!isNode(node.declaration.id)) unnamed.push(...(drawingOf(node.declaration) ?? []));
    // `export default memo(Tree)`, `export default connect(…)(Tree)`
    for (const local of lastArguments(node.declaration)) give(codeText(local, text), "default");
  }
  const found = [...given].flatMap(([local, names]): View[] => {
    const drawing = declared.get(local);
    const view = drawing && viewOf(drawing, text);
    return view ? [{ ...view, names }] : [];
  });
  const plain = unnamed.flatMap((drawing): View[] => {
    const view = viewOf(drawing, text);
    return view ? [{ ...view, names: ["default"] }] : [];
  });
  return [...found, ...plain];
}

function nodesIn(list: unknown): TreeNode[] {
  return Array.isArray(list) ? (list as unknown[]).filter(isNode) : [];
}

/** Functions and methods that draw, by the name that a statement declares for them. */
function drawingsIn(node: TreeNode): [string, TreeNode][] {
  if (node.type === "VariableDeclaration")
    return nodesIn(node.declarations).flatMap(({ id, init }): [string, TreeNode][] => {
      const [drawing] = isNode(init) ? (drawingOf(init) ?? []) : [];
      return isNode(id) && typeof id.name === "string" && drawing ? [[id.name, drawing]] : [];
    });
  const [drawing] = drawingOf(node) ?? [];
  return drawing && isNode(node.id) && typeof node.id.name === "string" ? [[node.id.name, drawing]] : [];
}

/** The function of a component, `memo(…)` and its like taken off; of a class, its `render`. */
function drawingOf(node: TreeNode): [TreeNode] | undefined {
  if (/^(?:FunctionDeclaration|FunctionExpression|ArrowFunctionExpression)$/.test(node.type)) return [node];
  if (/^Class(?:Declaration|Expression)$/.test(node.type)) {
    const members = isNode(node.body) ? nodesIn(node.body.body) : [];
    const render = members.find(({ key }) => isNode(key) && key.name === "render");
    return isNode(render?.value) ? [render.value] : undefined;
  }
  if (node.type !== "CallExpression") return undefined;
  const [first] = nodesIn(node.arguments);
  return first && drawingOf(first);
}

function lastArguments(node: TreeNode): TreeNode[] {
  if (node.type !== "CallExpression") return [];
  const [first] = nodesIn(node.arguments);
  return first?.type === "Identifier" ? [first] : first ? lastArguments(first) : [];
}

function viewOf(drawing: TreeNode, text: string): Omit<View, "names"> | undefined {
  const { body } = drawing;
  if (!isNode(body)) return undefined;
  const given = body.type === "BlockStatement" || body.type === "FunctionBody" ? returnsIn(body) : [body];
  const all = given.map((node) => drawnBy(node, text));
  const roots = all.flatMap(({ roots: own }) => own);
  return roots.length === 0 ? undefined : { roots, isUnclear: all.some(({ isUnclear }) => isUnclear) };
}

/** What a function gives back itself, and not a function in it. */
function returnsIn(node: TreeNode): TreeNode[] {
  return childrenOf(node).flatMap((child): TreeNode[] => {
    if (/Function|^Class|^Method/.test(child.type)) return [];
    if (child.type === "ReturnStatement") return isNode(child.argument) ? [child.argument] : [];
    return returnsIn(child);
  });
}

function drawnBy(node: TreeNode, text: string): Omit<View, "names"> {
  if (/^JSX(?:Element|Fragment)$/.test(node.type)) return { roots: [elementOf(node, text)], isUnclear: false };
  const branches = branchesOf(node);
  if (branches) {
    const all = branches.map((each) => drawnBy(each, text));
    return { roots: all.flatMap(({ roots }) => roots), isUnclear: all.some(({ isUnclear }) => isUnclear) };
  }
  // `null`, `false`, a word: nothing that a frame could go around.
  return { roots: [], isUnclear: !/Literal$/.test(node.type) && codeText(node, text) !== "undefined" };
}

function branchesOf(node: TreeNode): TreeNode[] | undefined {
  if (/^(?:ParenthesizedExpression|TSAsExpression|TSSatisfiesExpression|TSNonNullExpression)$/.test(node.type))
    return isNode(node.expression) ? [node.expression] : undefined;
  if (node.type === "ConditionalExpression") return [node.consequent, node.alternate].filter(isNode);
  if (node.type !== "LogicalExpression") return undefined;
  // Of `a && <A />`, what stands first is nothing when it is given.
  return [...(node.operator === "&&" ? [] : [node.left]), node.right].filter(isNode);
}

function elementOf(node: TreeNode, text: string): DrawnElement {
  const [start, end] = spanOf(node);
  const [open, close] = [node.openingElement ?? node.openingFragment, node.closingElement ?? node.closingFragment];
  const tag = isNode(open) ? codeText(open.name, text) : "";
  const inside =
    isNode(open) && isNode(close) ? { inside: { start: spanOf(open)[1], end: spanOf(close)[0] } } : undefined;
  const children = nodesIn(node.children)
    .filter((child) => !isBlank(child, text))
    .map((child) => {
      if (/^JSX(?:Element|Fragment)$/.test(child.type)) return elementOf(child, text);
      const [from, to] = spanOf(child);
      return { tag: "", start: from, end: to, children: [] };
    });
  return { tag, start, end, children, ...inside };
}

/** White space between tags, and comments. */
function isBlank(child: TreeNode, text: string): boolean {
  if (child.type === "JSXText") return codeText(child, text).trim() === "";
  const { expression } = child;
  return child.type === "JSXExpressionContainer" && isNode(expression) && expression.type === "JSXEmptyExpression";
}

/** Every element of a script. */
function elements(text: string, name: string): readonly DrawnElement[] {
  const program = parseProgram(text, name);
  const found: DrawnElement[] = [];
  const visit = (node: TreeNode): void => {
    if (node.type === "JSXElement") found.push(elementOf(node, text));
    for (const child of childrenOf(node)) visit(child);
  };
  for (const node of nodesIn(program?.body)) visit(node);
  return found;
}

/** `main`, and what React Native has for it. */
function isPlain(tag: string): boolean {
  return /^(?:[a-z][a-z0-9]*|View|SafeAreaView|ScrollView|Fragment|React\.Fragment)$/.test(tag);
}

/** `{header}` → `{header ?? <Header />}` */
function filled(text: string, slot: "header" | "footer", element: string): string | undefined {
  const place = new RegExp(`\\{\\s*${slot}\\s*\\}(?!\\s*[,:=)])`);
  return place.test(text) ? text.replace(place, () => `{${slot} ?? ${element}}`) : undefined;
}

/** `<Outlet />` of a router, `{children}`. Who shows the one where nobody gives the other can be written either way. */
function middle(text: string): FrameMiddle | undefined {
  const code = codeOf(text);
  if (/(?<![\w$])children(?![\w$])|\{\s*\.\.\.\s*(?:props|rest)\s*\}/.test(code)) return { kind: "tags" };
  const taken = /\bimport\s*(?:[\w$]+\s*,\s*)?\{([^}]*)\}\s*from\s*(["'])([^"'\n]*router[^"'\n]*)\2/g;
  for (const [, names = "", , specifier = ""] of text.matchAll(taken)) {
    const tag = /(?<![\w$])Outlet(?:\s+as\s+([\w$]+))?(?![\w$])/.exec(names);
    const local = tag && (tag[1] ?? "Outlet");
    if (local && new RegExp(`<${local.replaceAll("$", "\\$")}(?![\\w$.])`).test(code))
      return { kind: "routes", tag: "Outlet", from: { imported: "Outlet", specifier }, needsPath: false };
  }
  return undefined;
}

/** `{children}` → `<Outlet />`, and nothing is asked for it any more. */
function showing(text: string, element: string): string | undefined {
  const place = /(?<!\(\s*)\{\s*(?:props\.)?children\s*\}(?!\s*[,:=)])/;
  if (!place.test(text)) return undefined;
  const shown = text
    .replace(place, () => element)
    .replace(/(\(\{[^{}]*?)(?<![\w$])children\s*,\s*/, "$1")
    .replace(/(\(\{[^{}]*?),\s*children(?![\w$])/, "$1")
    .replace(/\n[ \t]*(?:readonly\s+)?children\??\s*:[^;\n]*;?(?=\r?\n)/, "");
  return /(?<![\w$])children(?![\w$])/.test(codeOf(shown)) ? undefined : shown;
}
