/** Finds every form in TypeScript's tree. Used for files with syntax errors: that parser recovers around them. */
import type * as TypeScript from "typescript";
import { callForms, folderCalls, forms, joinCalls, type SiteCollector } from "./sites.js";
import type { Comment } from "./comments.js";

type Compiler = typeof TypeScript;

/** What the compiler's parser found wrong, and the comments in the text. */
export interface TypeScriptReading {
  readonly problem: { readonly offset: number; readonly message: string } | undefined;
  readonly comments: readonly Comment[];
}

/** Parses with TypeScript's own parser, walks the tree, collects references. */
export function readWithTypeScript(ts: Compiler, name: string, into: SiteCollector): TypeScriptReading {
  const kind = /\.[cm]?ts$/.test(name) ? ts.ScriptKind.TS : ts.ScriptKind.TSX;
  const file = ts.createSourceFile(name, into.text, ts.ScriptTarget.Latest, true, kind);
  const visit = (node: TypeScript.Node): void => {
    visitNode(ts, node, file, into);
    ts.forEachChild(node, visit);
  };
  visit(file);
  // The list of syntax errors is on the node but not in its public type; there is no other way to it without a program.
  const { parseDiagnostics } = file as unknown as { parseDiagnostics: readonly TypeScript.Diagnostic[] };
  const [first] = parseDiagnostics;
  const problem = first && {
    offset: first.start ?? 0,
    message: ts.flattenDiagnosticMessageText(first.messageText, " "),
  };
  return { problem, comments: commentsOf(into.text) };
}

function visitNode(ts: Compiler, node: TypeScript.Node, file: TypeScript.SourceFile, into: SiteCollector): void {
  const add = (form: Parameters<SiteCollector["add"]>[0], at: TypeScript.Node | undefined): void => {
    for (const value of at ? valuesOf(ts, at) : []) into.add(form, value.getStart(file), value.end);
  };
  if (ts.isImportDeclaration(node)) add(forms.import, node.moduleSpecifier);
  else if (ts.isExportDeclaration(node)) add(forms.reExport, node.moduleSpecifier);
  else if (ts.isExternalModuleReference(node)) add(forms.requireImport, node.expression);
  else if (ts.isImportTypeNode(node)) add(forms.typeImport, node.argument);
  else if (ts.isModuleDeclaration(node) && ts.isStringLiteral(node.name)) {
    if (!node.name.text.includes("*")) add(forms.moduleDeclaration, node.name);
  } else if (ts.isNewExpression(node)) {
    const [path, base] = node.arguments ?? [];
    if (node.expression.getText(file) === "URL" && base?.getText(file) === "import.meta.url") add(forms.url, path);
  } else if (ts.isCallExpression(node)) visitCall(ts, node, file, into);
}

function visitCall(
  ts: Compiler,
  node: TypeScript.CallExpression,
  file: TypeScript.SourceFile,
  into: SiteCollector,
): void {
  const [first, second] = node.arguments;
  if (!first) return;
  const name = node.expression.getText(file).replace(/[?!]\.?|\s/g, (unit) => (unit.endsWith(".") ? "." : ""));
  const form = node.expression.kind === ts.SyntaxKind.ImportKeyword ? forms.dynamicImport : callForms.get(name);
  const paths = ts.isArrayLiteralExpression(first) ? first.elements : [first];
  if (form) {
    for (const path of paths) for (const value of valuesOf(ts, path)) into.add(form, value.getStart(file), value.end);
  } else if (folderCalls.has(name)) into.addComputed(first.getStart(file), first.end);
  else if (second && joinCalls.has(name) && first.getText(file) === "__dirname")
    into.addJoined(second.getStart(file), second.end);
}

/** What an expression can come to, as in `walk-estree.ts`. */
function valuesOf(ts: Compiler, node: TypeScript.Node): readonly TypeScript.Node[] {
  if (ts.isConditionalExpression(node)) return [...valuesOf(ts, node.whenTrue), ...valuesOf(ts, node.whenFalse)];
  if (ts.isBinaryExpression(node)) {
    const { BarBarToken, AmpersandAmpersandToken, QuestionQuestionToken, CommaToken, EqualsToken } = ts.SyntaxKind;
    const { kind } = node.operatorToken;
    if (kind === BarBarToken || kind === AmpersandAmpersandToken || kind === QuestionQuestionToken)
      return [...valuesOf(ts, node.left), ...valuesOf(ts, node.right)];
    if (kind === CommaToken || kind === EqualsToken) return valuesOf(ts, node.right);
  }
  const isAround =
    ts.isParenthesizedExpression(node) ||
    ts.isAsExpression(node) ||
    ts.isSatisfiesExpression(node) ||
    ts.isNonNullExpression(node) ||
    ts.isTypeAssertionExpression(node) ||
    ts.isAwaitExpression(node);
  return isAround ? valuesOf(ts, node.expression) : [node];
}

/** Comments that stand at the start of a line: enough for directives and JSDoc. */
function commentsOf(text: string): Comment[] {
  const found = [...text.matchAll(/^[ \t]*(\/\/\/[^\n]*|\/\*\*[^]*?\*\/)/gm)];
  return found.map((match) => ({ start: match.index + match[0].indexOf("/"), end: match.index + match[0].length }));
}
