/**
 * Where a name of a file is meant: by scope analysis, so that what is only called the same is left out. Types, values and JSX are
 * told apart as the compiler does. It is loaded when it is first asked for, and asked only of files that hold the name.
 */
import type * as Scopes from "@typescript-eslint/scope-manager";
import type * as Oxc from "oxc-parser";
import type { Occurrence, OccurrenceForm } from "../language.js";
import { optionsFor } from "./parser-options.js";
import { childrenOf, isNode, spanOf, type TreeNode } from "./tree-node.js";

interface Tools {
  readonly oxc: typeof Oxc;
  readonly scopes: typeof Scopes;
}

let tools: Promise<Tools> | undefined;

async function load(): Promise<Tools> {
  const [oxc, scopes] = await Promise.all([import("oxc-parser"), import("@typescript-eslint/scope-manager")]);
  return { oxc, scopes };
}

/**
 * Every place at which the top-level name `local` of a text is meant, in the order of the text: declarations, imports, exports
 * and uses. None where the text has no such name; `undefined` where it could not be analysed (an error, Flow).
 */
export async function occurrencesOf(text: string, name: string, local: string): Promise<Occurrence[] | undefined> {
  if (!text.includes(local)) return [];
  const { oxc, scopes } = await (tools ??= load());
  const options = { ...optionsFor(name), astType: "ts", range: true, preserveParens: false } as const;
  const { errors, program } = oxc.parseSync(name, text, options);
  if (errors.length > 0) return undefined;
  const manager = scopes.analyze(program as unknown as Parameters<typeof Scopes.analyze>[0], {
    sourceType: options.sourceType === "module" ? "module" : "script",
    lib: [],
  });
  const forms = formsIn(program as unknown as TreeNode);
  const found = new Map<number, Occurrence>();
  const add = (node: unknown, isDeclared: boolean): void => {
    if (!isNode(node) || (node.type !== "Identifier" && node.type !== "JSXIdentifier")) return;
    const [start] = spanOf(node);
    const end = start + local.length;
    if (text.slice(start, end) !== local || found.has(start)) return;
    const form = forms.get(start) ?? "name";
    found.set(start, { start, end, form, isDeclared });
  };
  for (const scope of topScopes(manager)) {
    const variable = scope.set.get(local);
    for (const identifier of variable?.identifiers ?? []) add(identifier, true);
    for (const { identifier } of variable?.references ?? []) add(identifier, false);
  }
  return [...found.values()].sort((a, b) => a.start - b.start);
}

/** The scopes of names that a file can give to others: the module's, and the script's around it. */
function topScopes({ globalScope }: Scopes.ScopeManager): readonly Scopes.Scope[] {
  if (!globalScope) return [];
  const [module] = globalScope.childScopes.filter(({ type }) => (type as string) === "module");
  return module ? [module] : [globalScope];
}

/** Places at which a name stands for two things at once, so that a new one has to be written beside the old. */
function formsIn(program: TreeNode): ReadonlyMap<number, OccurrenceForm> {
  const forms = new Map<number, OccurrenceForm>();
  const waiting = [program];
  for (let node = waiting.pop(); node; node = waiting.pop()) {
    if (node.type === "Property" && node.shorthand === true) forms.set(startOf(node.key), "shorthand property");
    if (node.type === "ImportSpecifier" && startOf(node.imported) === startOf(node.local))
      forms.set(startOf(node.local), "import specifier");
    if (node.type === "ExportSpecifier" && startOf(node.local) === startOf(node.exported))
      forms.set(startOf(node.local), "export specifier");
    waiting.push(...childrenOf(node));
  }
  return forms;
}

function startOf(node: unknown): number {
  return isNode(node) ? spanOf(node)[0] : -1;
}
