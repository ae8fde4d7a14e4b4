/** Settings and build scripts in JavaScript or TypeScript: what they import, and the literal paths and patterns in them. */
import type { Language } from "../language.js";
import type { Extraction, Reference } from "../reading.js";
import {
  childrenOf,
  javascript,
  nameOfNode,
  parseProgram,
  readLiteral,
  spanOf,
  type TreeNode,
} from "../javascript/index.js";
import { isScriptSettings } from "./claims.js";
import { judgeText } from "./judge-text.js";

/** Nothing else can hold a path: without a slash, a dot and an extension, or a known key, a text names nothing. */
const anyPath = /["'`][^"'`\n]*[/.*][^"'`\n]*["'`]|\b(?:resolve|join)\s*\(|["'`]\w+["'`]/;

/** What is longer, in UTF-16 units, is not written by hand: a bundle in a folder called `build`. */
export const mostOfSettings = 200_000;

function extract(text: string, name: string): Extraction {
  const modules = javascript.extract(text, name);
  const isSettings = text.length < mostOfSettings && modules.reading === "whole" && anyPath.test(text);
  const program = isSettings ? parseProgram(text, name) : undefined;
  if (!program) return modules;
  const known = new Set(modules.references.map(({ start }) => start));
  const found: Reference[] = [];
  collect(program, [], { text, known, found });
  // A folder may be meant where a module's URL names something.
  const beside = modules.references.map((each): Reference =>
    each.lookup === "url" ? { ...each, kind: "setting", lookup: "beside" } : each,
  );
  return { ...modules, references: [...beside, ...found].sort((a, b) => a.start - b.start) };
}

interface Collecting {
  readonly text: string;
  /** Where names stand that are read as modules. */
  readonly known: ReadonlySet<number>;
  readonly found: Reference[];
}

function collect(node: TreeNode, keys: readonly string[], into: Collecting): void {
  if (node.type === "Property") {
    const key = nameOfNode(node.key) ?? literalKey(node.key);
    collect(node.value as TreeNode, key === undefined ? keys : [...keys.slice(-3), key], into);
    return;
  }
  if (node.type === "CallExpression" && collectJoin(node, into)) return;
  if (node.type === "Literal" || node.type === "TemplateLiteral") addText(node, keys, into);
  else for (const child of childrenOf(node)) collect(child, keys, into);
}

function literalKey(key: unknown): string | undefined {
  const value = (key as { value?: unknown } | undefined)?.value;
  return typeof value === "string" ? value : undefined;
}

function addText(node: TreeNode, keys: readonly string[], { text, known, found }: Collecting): void {
  const literal = readLiteral(text, spanOf(node)[0]);
  const form = literal && !known.has(literal.start) ? judgeText({ value: literal.value, keys }) : undefined;
  if (literal && form) found.push(referenceOf(literal, form));
}

function referenceOf(
  { start, end, quote, value }: NonNullable<ReturnType<typeof readLiteral>>,
  form: Pick<Reference, "kind" | "lookup">,
): Reference {
  return { ...form, start, end, specifier: value, quote };
}

/** `path.resolve(__dirname, "src")` names a place beside the file; `resolve("src")` is often a helper that does the same. */
function collectJoin(call: TreeNode, { text, known, found }: Collecting): boolean {
  if (!/^(?:path\.)?(?:resolve|join)$/.test(nameOfNode(call.callee) ?? "")) return false;
  const [first, second, third] = call.arguments as readonly (TreeNode | undefined)[];
  const isOwn = first !== undefined && isOwnFolder(first);
  const named = isOwn ? second : first;
  if (!named || (isOwn ? third : second) !== undefined) return false;
  const literal = readLiteral(text, spanOf(named)[0]);
  if (!literal || known.has(literal.start) || literal.value === "" || spanOf(named)[1] !== literal.end + 1)
    return false;
  const isPattern = /[*?{]/.test(literal.value);
  const lookup = isPattern ? "scope" : isOwn ? "beside" : "place";
  found.push(referenceOf(literal, { kind: isPattern ? "pattern" : "setting", lookup }));
  return true;
}

/** `__dirname`, `import.meta.dirname` */
export function isOwnFolder(node: TreeNode): boolean {
  return /^(?:__dirname|import\.meta\.dirname)$/.test(nameOfNode(node) ?? "");
}

export const scriptSettings: Language = {
  ...javascript,
  name: "script settings",
  trade: "settings",
  extensions: [".mts", ".cts", ".mjs", ".cjs", ".ts", ".js"],
  claims: isScriptSettings,
  extract,
};
