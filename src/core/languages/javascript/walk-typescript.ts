/** Finds every form in TypeScript's tree. Used for files with syntax errors: that parser recovers around them. */
import type * as TypeScript from "typescript";
import type { Binding, Export } from "../reading.js";
import { isTypeAt, Kinds } from "./export-kinds.js";
import { callForms, folderCalls, forms, joinCalls, type SiteCollector } from "./sites.js";
import type { Comment } from "./comments.js";

type Compiler = typeof TypeScript;

/** What the compiler's parser found wrong, and the comments in the text. */
export interface TypeScriptReading {
  readonly problem: { readonly offset: number; readonly message: string } | undefined;
  readonly comments: readonly Comment[];
  readonly exports: readonly Export[];
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
  return { problem, comments: commentsOf(into.text), exports: exportsOf(ts, file, new Kinds(into.text, name)) };
}

function visitNode(ts: Compiler, node: TypeScript.Node, file: TypeScript.SourceFile, into: SiteCollector): void {
  const add = (
    form: Parameters<SiteCollector["add"]>[0],
    at: TypeScript.Node | undefined,
    bindings?: readonly Binding[],
  ): void => {
    for (const value of at ? valuesOf(ts, at) : []) into.add(form, value.getStart(file), value.end, bindings);
  };
  if (ts.isImportDeclaration(node)) add(forms.import, node.moduleSpecifier, importBindings(ts, node, file));
  else if (ts.isExportDeclaration(node)) add(forms.reExport, node.moduleSpecifier, passedBindings(ts, node, file));
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

interface NamedPlace {
  readonly imported: TypeScript.Node | undefined;
  readonly local: TypeScript.Node | undefined;
  readonly isType: boolean;
  /** What is meant where it is not written. */
  readonly all?: string;
}

function bindingOf({ imported, local, isType, all = "*" }: NamedPlace, file: TypeScript.SourceFile): Binding {
  const [localStart, localEnd] = local ? [local.getStart(file), local.end] : [0, 0];
  const [start, end] = imported ? [imported.getStart(file), imported.end] : [localStart, localEnd];
  const nameOf = (node: TypeScript.Node | undefined, otherwise: string): string =>
    node === undefined ? otherwise : (node as TypeScript.Identifier | TypeScript.StringLiteral).text;
  return { imported: nameOf(imported, all), local: nameOf(local, "*"), start, end, localStart, localEnd, isType };
}

function importBindings(ts: Compiler, node: TypeScript.ImportDeclaration, file: TypeScript.SourceFile): Binding[] {
  const { importClause: clause } = node;
  if (!clause) return [];
  const isType = clause.phaseModifier === ts.SyntaxKind.TypeKeyword;
  const whole = clause.name
    ? [bindingOf({ imported: undefined, local: clause.name, isType, all: "default" }, file)]
    : [];
  const { namedBindings: names } = clause;
  if (!names) return whole;
  if (ts.isNamespaceImport(names))
    return [...whole, bindingOf({ imported: undefined, local: names.name, isType }, file)];
  return [
    ...whole,
    ...names.elements.map((each) =>
      bindingOf(
        { imported: each.propertyName ?? each.name, local: each.name, isType: isType || each.isTypeOnly },
        file,
      ),
    ),
  ];
}

function passedBindings(ts: Compiler, node: TypeScript.ExportDeclaration, file: TypeScript.SourceFile): Binding[] {
  const { exportClause: clause, isTypeOnly: isType } = node;
  if (!clause) return [bindingOf({ imported: undefined, local: undefined, isType }, file)];
  if (ts.isNamespaceExport(clause)) return [bindingOf({ imported: undefined, local: clause.name, isType }, file)];
  return clause.elements.map((each) =>
    bindingOf({ imported: each.propertyName ?? each.name, local: each.name, isType: isType || each.isTypeOnly }, file),
  );
}

/** What the statements of a file export, as far as they could be read. */
function exportsOf(ts: Compiler, file: TypeScript.SourceFile, kinds: Kinds): Export[] {
  const { text } = file;
  return file.statements.flatMap((node): Export[] => {
    const start = node.getStart(file);
    if (ts.isExportDeclaration(node)) {
      const source = node.moduleSpecifier;
      return passedBindings(ts, node, file).map(({ imported, local: name, localStart, localEnd, isType }) => {
        const place = { name, isType, start: localStart, end: localEnd };
        if (source) return { ...place, kind: isType ? "type" : "value", from: source.getStart(file) + 1, imported };
        return { ...place, local: imported, kind: isType ? "type" : kinds.local(imported) };
      });
    }
    if (ts.isExportAssignment(node)) {
      if (node.isExportEquals === true) return [];
      const { expression } = node;
      const local = ts.isIdentifier(expression) ? { local: expression.text } : {};
      const kind = kinds.default(expression.getStart(file));
      return [{ name: "default", ...local, isType: false, start, end: start + 6, ...kind }];
    }
    const isExported =
      ts.canHaveModifiers(node) && ts.getModifiers(node)?.some(({ kind }) => kind === ts.SyntaxKind.ExportKeyword);
    if (isExported !== true) return [];
    const isDefault = ts.getModifiers(node)?.some(({ kind }) => kind === ts.SyntaxKind.DefaultKeyword);
    return declaredNames(ts, node).map((at): Export => {
      const local = at.text;
      const declaration = start + (/^export\s+(?:default\s+)?/.exec(text.slice(start, start + 40))?.[0].length ?? 0);
      const kind = kinds.declared(local, declaration);
      const name = isDefault === true ? "default" : local;
      return { name, local, kind, isType: isTypeAt(text, declaration), start: at.getStart(file), end: at.end };
    });
  });
}

function declaredNames(ts: Compiler, node: TypeScript.Statement): TypeScript.Identifier[] {
  if (ts.isVariableStatement(node))
    return node.declarationList.declarations.map(({ name }) => name).filter((name) => ts.isIdentifier(name));
  const { name } = node as TypeScript.ClassDeclaration;
  return name && ts.isIdentifier(name) ? [name] : [];
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
