/**
 * What bundlers, test runners and sheet compilers are told literally about names: aliases, and folders to look in. Values that
 * a program computes are left out.
 *
 * Forms: `resolve.alias` as an object or a list of `{ find, replacement }`, `alias` of a module resolver, `moduleNameMapper`
 * with plain prefixes, `alias.set(…)`, `includePaths`, `loadPaths`, `paths` of Less; in commands `--load-path`, `-I`,
 * `--include-path` and `SASS_PATH`.
 */
import { parse } from "jsonc-parser";
import { childrenOf, codeText, nameOfNode, parseProgram, type TreeNode } from "../javascript/index.js";
import { loadPathsIn } from "./commands.js";
import { isOwnFolder, mostOfSettings } from "./scripts.js";

/** A name that stands for a place. */
export interface ToolAlias {
  /** As the tool compares it: a prefix (`@`), a name (`vue$`), or a regular expression (`^@/(.*)$`). */
  readonly name: string;
  /** Where it leads; a place begins with `./` where it is known to be relative to the file. */
  readonly place: string;
  readonly isExpression: boolean;
}

/** What one file says. */
export interface ToolSettings {
  readonly aliases: readonly ToolAlias[];
  /** Places in which sheets are looked for. */
  readonly loadPaths: readonly string[];
}

/** Without one of these words a text says nothing of it. */
export const mayHoldToolSettings =
  /\balias\b|moduleNameMapper|loadPaths|includePaths|lessOptions|--(?:load|include)-path|\s-I|SASS_PATH/;

/** Reads one file of settings; a script's parser must have been prepared. What cannot be read says nothing. */
export function toolSettingsIn(text: string, name: string): ToolSettings {
  const into = { aliases: [] as ToolAlias[], loadPaths: [] as string[] };
  if (/\.[cm]?[jt]s$/.test(name)) {
    const program = text.length < mostOfSettings ? parseProgram(text, name) : undefined;
    if (program) readProgram(program, text, into);
  } else if (!/\.ya?ml$/.test(name)) {
    const data: unknown = parse(text.replace(/^\uFEFF/, ""));
    readValue(data, into);
    if (name === "package.json") readScripts(data, into);
  }
  return into;
}

interface Writing {
  readonly aliases: ToolAlias[];
  readonly loadPaths: string[];
}

function readProgram(node: TreeNode, text: string, into: Writing): void {
  if (node.type === "Property") {
    const key = nameOfNode(node.key) ?? "";
    readKey(key, literalOf(node.value as TreeNode, text), into);
  }
  if (
    node.type === "CallExpression" &&
    /(?:^|\.)alias\.set$|^\.?set$/.test(nameOfNode(node.callee) ?? calleeEnd(node, text))
  )
    readSet(node, text, into);
  for (const child of childrenOf(node)) readProgram(child, text, into);
}

/** `config.resolve.alias.set("@", resolve("src")).set(…)`: calls in the middle have no plain name. */
function calleeEnd({ callee }: TreeNode, text: string): string {
  return /\balias\b[^]*\.set$/.test(codeText(callee, text)) ? "alias.set" : "";
}

function readScripts(data: unknown, { loadPaths }: Writing): void {
  const { scripts } = (data ?? {}) as { scripts?: unknown };
  for (const command of Object.values(scripts ?? {}))
    if (typeof command === "string") loadPaths.push(...loadPathsIn(command));
}

function readSet(call: TreeNode, text: string, { aliases }: Writing): void {
  const [name, place] = (call.arguments as readonly TreeNode[]).map((each) => literalOf(each, text));
  if (typeof name === "string" && typeof place === "string") aliases.push({ name, place, isExpression: false });
}

function readValue(value: unknown, into: Writing): void {
  if (typeof value !== "object" || value === null) return;
  for (const [key, each] of Object.entries(value)) {
    readKey(key, each, into);
    readValue(each, into);
  }
}

function readKey(key: string, value: unknown, { aliases, loadPaths }: Writing): void {
  if (key === "alias" && Array.isArray(value)) {
    for (const each of value as readonly unknown[]) {
      // What is computed has no value here.
      const { find, replacement } = (each ?? {}) as { find?: unknown; replacement?: unknown };
      if (typeof find === "string" && typeof replacement === "string")
        aliases.push({ name: find, place: replacement, isExpression: false });
    }
  } else if (key === "alias" || key === "moduleNameMapper") {
    if (typeof value !== "object" || value === null) return;
    for (const [name, place] of Object.entries(value))
      if (typeof place === "string")
        aliases.push({ name, place, isExpression: key === "moduleNameMapper" || name.startsWith("^") });
  } else if (/^(?:loadPaths|includePaths)$/.test(key)) {
    loadPaths.push(...[value].flat().filter((each) => typeof each === "string"));
  } else if (key === "lessOptions") {
    const paths = (value as { paths?: unknown } | undefined)?.paths;
    loadPaths.push(...[paths].flat().filter((each) => typeof each === "string"));
  }
}

/** A literal as a value: texts, lists, objects, and the usual ways of naming a place; `undefined` for what is computed. */
function literalOf(node: TreeNode | undefined, text: string): unknown {
  if (!node) return undefined;
  switch (node.type) {
    case "Literal":
      return node.value;
    case "TemplateLiteral":
      return templateOf(node, text);
    case "ArrayExpression":
      return (node.elements as readonly TreeNode[]).map((each) => literalOf(each, text));
    case "ObjectExpression":
      return Object.fromEntries(
        (node.properties as readonly TreeNode[]).flatMap((each) =>
          each.type === "Property" && each.computed !== true
            ? [[keyOf(each.key as TreeNode), literalOf(each.value as TreeNode, text)]]
            : [],
        ),
      );
    case "CallExpression":
      return callOf(node, text);
    case "NewExpression":
      return urlOf(node, text);
    case "MemberExpression":
      return (node.property as { name?: string }).name === "pathname"
        ? literalOf(node.object as TreeNode, text)
        : undefined;
  }
  return undefined;
}

function keyOf(key: TreeNode): string {
  return nameOfNode(key) ?? String(key.value);
}

function templateOf(node: TreeNode, text: string): string | undefined {
  const match = /^`(?:\$\{__dirname\}\/)?([^`$]*)`$/.exec(codeText(node, text));
  return match ? (match[0].startsWith("`$") ? `./${match[1] ?? ""}` : match[1]) : undefined;
}

/** `path.resolve(__dirname, "src", "a")`, `fileURLToPath(new URL("./src", import.meta.url))`, `resolve("src")`. */
function callOf(node: TreeNode, text: string): string | undefined {
  const name = nameOfNode(node.callee) ?? "";
  const values = node.arguments as readonly TreeNode[];
  if (/(?:^|\.)fileURLToPath$/.test(name)) return literalOf(values[0], text) as string | undefined;
  if (!/^(?:path\.)?(?:resolve|join)$/.test(name)) return undefined;
  const parts = values.slice(values[0] && isOwnFolder(values[0]) ? 1 : 0).map((each) => literalOf(each, text));
  if (parts.length === 0 || parts.some((part) => typeof part !== "string")) return undefined;
  const joined = parts.join("/");
  return joined.startsWith(".") ? joined : `./${joined}`;
}

function urlOf(node: TreeNode, text: string): string | undefined {
  const [path, base] = node.arguments as readonly TreeNode[];
  const isOwn = nameOfNode(node.callee) === "URL" && base && nameOfNode(base) === "import.meta.url";
  return isOwn ? (literalOf(path, text) as string | undefined) : undefined;
}
