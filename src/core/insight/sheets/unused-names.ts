/**
 * Names that sheets give and none needs: variables, mixins, functions, placeholders of Sass; variables and mixins of Less.
 *
 * A name counts as used wherever its word stands besides where it is given: in another sheet, in a page's blocks, in a string, even in a
 * comment. So what is told is used nowhere, and what is only talked about is not told.
 */
import { SheetWorld } from "../../graph/index.js";
import { isCode, isOfTrade, isScript, type GivenName, type SheetNameKind } from "../../languages/index.js";
import { addTo } from "../../base/grouping.js";
import { nameOf, type ProjectPath } from "../../base/paths.js";
import type { TreeView } from "../../files/index.js";
import type { OrderInput } from "./order-input.js";

/** A name that nothing needs, where it is first given. */
export interface UnusedName {
  readonly file: ProjectPath;
  readonly start: number;
  readonly kind: SheetNameKind;
  /** As it is written, with its sign: `$gap`, `@mixin centred`, `%card`. */
  readonly shown: string;
}

/** What a name may be part of. */
const word = /(?:[\w-]|[^\0-\x7f])+/g;
/** Calls that look a name up which a program puts together. */
const lookedUp = /(?<![\w-])(?:get-function|get-mixin|call)\s*\(\s*(?:\$name\s*:\s*)?(?!["'])[^)\s]/;
/** A placeholder of which only the head is known. */
const begun = /%([\w-]*)#\{/g;

const sameWord = (text: string): string => text.replaceAll("_", "-");

/** All of them, in order of path and place. */
export function unusedNames({
  paths,
  isOwn,
  resolver,
  tree,
}: Pick<OrderInput, "paths" | "isOwn" | "resolver"> & { readonly tree: TreeView }): readonly UnusedName[] {
  const world = new SheetWorld(resolver);
  const given = new Map<string, { readonly file: ProjectPath; readonly name: GivenName }[]>();
  const prefixes = new Set<string>([""]);
  let mayOverride = false;
  for (const path of paths) {
    const forms = SheetWorld.formsOf(path);
    if (forms === undefined || forms.givesNames(path) === "never") continue;
    const sheet = world.sheet(path);
    const late = sheet ? forms.lateNames(sheet.text, sheet.statements, nameOf(path)) : [];
    for (const name of [...(sheet?.names ?? []).flatMap(({ gives }) => gives), ...late])
      addTo(given, `${name.kind} ${sameWord(name.name)}`, { file: path, name: { ...name, name: sameWord(name.name) } });
    for (const { prefix, how, reference } of sheet?.loads ?? []) {
      if (prefix !== undefined) prefixes.add(prefix);
      // What stands before (or, in Less, anywhere beside) a package's sheet may be what that is to go by.
      mayOverride ||= how === "in place" && /^(?:external|beyond)$/.test(resolver.resolve(path, reference).state);
    }
  }
  if (given.size === 0) return [];
  const wanted = new Set([...given.values()].flatMap(([first]) => (first ? [first.name.name] : [])));
  const { counts, heads, isLookedUp } = countWords(tree, { wanted, prefixes });
  return [...given.values()].flatMap((all): UnusedName[] => {
    const [first] = all;
    if (!first || !all.some(({ file }) => isOwn(file)) || all.some(({ name }) => name.isConditional)) return [];
    const { kind, name, start } = first.name;
    if (isLookedUp && (kind === "function" || kind === "mixin")) return [];
    if (mayOverride && kind === "variable") return [];
    if (kind === "placeholder" && heads.some((head) => name.startsWith(head))) return [];
    // A variable may have a mixin's name: each place where either is given is no use of the other.
    const places = new Set(
      [...given].flatMap(([key, list]) =>
        key.endsWith(` ${name}`) ? list.map((each) => `${each.file}:${each.name.start}`) : [],
      ),
    );
    if ([...prefixes].some((prefix) => (counts.get(prefix + name) ?? 0) > (prefix === "" ? places.size : 0))) return [];
    // As it is written, whatever the language's sign is.
    const text = tree.text(first.file)?.text ?? "";
    const isLate = SheetWorld.formsOf(first.file)?.givesNames(first.file) === "late";
    const shown = isLate ? `${text.charAt(start)}${name}${kind === "mixin" ? "()" : ""}` : signOf[kind] + name;
    return [{ file: first.file, start, kind, shown }];
  });
}

const signOf: Readonly<Record<SheetNameKind, string>> = {
  variable: "$",
  mixin: "@mixin ",
  function: "@function ",
  placeholder: "%",
};

/** How often each wanted name stands in what may need it. */
function countWords(
  tree: TreeView,
  { wanted, prefixes }: { readonly wanted: ReadonlySet<string>; readonly prefixes: ReadonlySet<string> },
): { counts: ReadonlyMap<string, number>; heads: readonly string[]; isLookedUp: boolean } {
  const counts = new Map<string, number>();
  const heads: string[] = [];
  let isLookedUp = false;
  const isWanted = (text: string): boolean =>
    [...prefixes].some((prefix) => text.startsWith(prefix) && wanted.has(text.slice(prefix.length)));
  for (const path of tree.paths) {
    // Scripts hold no blocks of sheets; pages and components do.
    if (!isOfTrade(path, "sheet", "page") && !(isCode(path) && !isScript(path))) continue;
    const text = tree.text(path)?.text ?? "";
    for (const [found] of text.matchAll(word)) {
      const name = sameWord(found);
      if (isWanted(name)) counts.set(name, (counts.get(name) ?? 0) + 1);
    }
    for (const [, head = ""] of text.matchAll(begun)) heads.push(sameWord(head));
    isLookedUp ||= lookedUp.test(text);
  }
  return { counts, heads, isLookedUp };
}
