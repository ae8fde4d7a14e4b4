/** The statements of a script. */
import { createRequire } from "node:module";
import type * as Oxc from "oxc-parser";
import { linesOf, type Span } from "../statement-lines.js";
import type { Statement, StatementKind } from "../statements.js";
import { optionsFor } from "./parser-options.js";
import { childrenOf, isNode, nameOf, spanOf, type TreeNode } from "./tree-node.js";

const load = createRequire(import.meta.url);

interface Parsed {
  readonly body: readonly TreeNode[];
  readonly comments: readonly Span[];
}

/** Every statement of a script, in order; `undefined` where the text has an error. */
export async function statementsOf(text: string, name: string): Promise<readonly Statement[] | undefined> {
  const parsed = (await parse(text, name)) ?? parseFlow(text, name);
  if (!parsed) return undefined;
  const found: Statement[] = [];
  for (const node of parsed.body) found.push(statementOf(node, text, parsed.comments, found.at(-1)?.to ?? 0));
  return found;
}

/** Whether a script holds JSX, so that its extension has to say so. */
export async function hasMarkup(text: string, name: string): Promise<boolean> {
  const waiting = [...((await parse(text, name)) ?? parseFlow(text, name) ?? { body: [] }).body];
  for (let node = waiting.pop(); node; node = waiting.pop()) {
    if (/^JSX/.test(node.type)) return true;
    waiting.push(...childrenOf(node));
  }
  return false;
}

async function parse(text: string, name: string): Promise<Parsed | undefined> {
  const oxc: typeof Oxc = await import("oxc-parser");
  const options = optionsFor(name);
  for (const sourceType of ["module", "commonjs"] as const) {
    const { errors, program, comments } = oxc.parseSync(name, text, { ...options, sourceType, astType: "ts" });
    if (errors.length === 0) return { body: program.body as unknown as readonly TreeNode[], comments };
  }
  return undefined;
}

interface Hermes {
  parse(text: string, options: object): TreeNode & { readonly comments?: readonly TreeNode[] };
}

function parseFlow(text: string, name: string): Parsed | undefined {
  if (!/\.[cm]?jsx?$/.test(name)) return undefined;
  try {
    const hermes = load("hermes-parser") as Hermes;
    const program = hermes.parse(text, { flow: "all", sourceType: "module", enableExperimentalComponentSyntax: true });
    const comments = (program.comments ?? []).map(spanOf).map(([start, end]) => ({ start, end }));
    return { body: program.body as readonly TreeNode[], comments };
  } catch {
    return undefined;
  }
}

function statementOf(node: TreeNode, text: string, comments: readonly Span[], after: number): Statement {
  const [start, end] = spanOf(node);
  const declaration = isNode(node.declaration) ? node.declaration : undefined;
  const inner = declaration ?? node;
  const declares = declaredBy(inner);
  const exported = /^ExportDefault/.test(node.type) ? "by default" : declaration ? "by name" : undefined;
  const decorators = (inner.decorators ?? []) as readonly TreeNode[];
  const core = declaration
    ? Math.max(start, Math.min(spanOf(inner)[0], ...decorators.map((each) => spanOf(each)[0])))
    : start;
  return {
    kind: kindOf(node, declares),
    start,
    end,
    ...linesOf({ start, end }, text, { comments, after, isOfTheFile: (comment) => ofTheFile.test(comment) }),
    declares,
    exported,
    core,
    isType: declares.length > 0 && typeForms.test(inner.type),
    ...(isFixed(inner) && { isFixed: true }),
    ...addedTo(node),
  };
}

/** `Tree.displayName = "Tree"` goes where the tree goes. */
function addedTo({ type, expression }: TreeNode): { readonly adds?: string } {
  if (type !== "ExpressionStatement" || !isNode(expression) || expression.type !== "AssignmentExpression") return {};
  const name = nameOf(expression.left);
  const root = name?.includes(".") === true ? name.slice(0, name.indexOf(".")) : undefined;
  return root === undefined || /^(?:module|exports|window|globalThis|global|self|document)$/.test(root)
    ? {}
    : { adds: root };
}

/** Whether a declaration is the same however often it is made: a function that is not given anything, a type, a plain value. */
function isFixed({ type, kind, declarations }: TreeNode): boolean {
  if (typeForms.test(type) || /^(?:FunctionDeclaration|TSDeclareFunction)$/.test(type)) return true;
  return (
    type === "VariableDeclaration" &&
    kind === "const" &&
    (declarations as readonly TreeNode[]).every(
      ({ id, init }) => isNode(id) && id.type === "Identifier" && isPlain(init),
    )
  );
}

function isPlain(value: unknown): boolean {
  if (!isNode(value)) return false;
  if (/^(?:ArrowFunctionExpression|FunctionExpression)$/.test(value.type)) return true;
  if (value.type === "UnaryExpression") return isPlain(value.argument) && !isNode((value.argument as TreeNode).body);
  if (value.type === "TemplateLiteral") return (value.expressions as readonly unknown[]).length === 0;
  if (/^TS(?:As|Satisfies|NonNull)Expression$/.test(value.type)) return isPlain(value.expression);
  return value.type === "Literal" && !("regex" in value && value.regex != null);
}

const typeForms = /^(?:TSInterfaceDeclaration|TSTypeAliasDeclaration|TypeAlias|OpaqueType|InterfaceDeclaration)$/;

function kindOf(node: TreeNode, declares: readonly string[]): StatementKind {
  if (typeof node.directive === "string") return "directive";
  if (/^(?:ImportDeclaration|TSImportEqualsDeclaration)$/.test(node.type)) return "import";
  if (/^Export(?:All|Named)Declaration$/.test(node.type) && !isNode(node.declaration)) return "re-export";
  if (declares.length > 0) return "declaration";
  return node.type === "ExportDefaultDeclaration" ? "default" : "other";
}

function declaredBy(node: TreeNode): string[] {
  if (node.type === "VariableDeclaration")
    return (node.declarations as readonly TreeNode[]).flatMap(({ id }) => namesIn(id));
  if (
    /Declaration$|^(?:TSDeclareFunction|TypeAlias|OpaqueType|DeclareFunction|DeclareClass|DeclareVariable)$/.test(
      node.type,
    )
  )
    return isNode(node.id) && typeof node.id.name === "string" && !/^Import/.test(node.type) ? [node.id.name] : [];
  return [];
}

function namesIn(pattern: unknown): string[] {
  if (!isNode(pattern)) return [];
  if (pattern.type === "Identifier") return [pattern.name as string];
  const inner =
    pattern.type === "ObjectPattern"
      ? (pattern.properties as readonly TreeNode[]).map(({ value, argument }) => value ?? argument)
      : pattern.type === "ArrayPattern"
        ? (pattern.elements as readonly unknown[])
        : [pattern.left ?? pattern.argument];
  return inner.flatMap(namesIn);
}

/** What is said of a whole file, or switches something on for all of it, stays where it is. */
const ofTheFile =
  /@flow|@license|@copyright|@jsx|@ts-|@jest-|eslint-(?:disable(?!-)|enable)|prettier-ignore-start|^\/\*!|^\/\/\/|copyright/i;
