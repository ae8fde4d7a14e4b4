/** Which files can matter to names that change: those that hold one of them, and those that take or pass on whole files. */
import type { Modules } from "../../graph/index.js";
import { codeLanguage, languageFor, languages, moduleRules } from "../../languages/index.js";
import { folderOf, nameOf, type ProjectPath } from "../../base/paths.js";
import type { FileReader, LineForm, SourceTree } from "../../files/index.js";

/** `* as trees`, `export * from`, `require(`, `import(`: where a file may be taken as a whole. */
const wholeForm: LineForm = {
  expression: "[*][ \t]*(as|from)\\b|(require|import)[ \t]*[(]|meta[.]glob|require[.]context",
  extensions: [
    ...new Set(
      languages
        .filter((language) => language.trade === "code")
        .flatMap(({ extensions }) => extensions)
        .map((extension) => extension.slice(extension.lastIndexOf("."))),
    ),
  ],
};
const wholePattern = new RegExp(wholeForm.expression, "m");

const escaped = (text: string): string => text.replace(/[$\\^*+?.()|[\]{}]/g, "\\$&");

/** Begins the search for files that take others as a whole, while the tree is being listed. Nothing depends on it but time. */
export function anticipateNames(store: FileReader): void {
  void store.search([], wholeForm);
}

/** One of some names as a whole word of a text: `Tree`, not `Trees`, nor a part of `tree-row`. */
export function wordPattern(names: Iterable<string>): RegExp {
  return new RegExp(`(?<![\\p{ID_Continue}$-])(?:${[...names].map(escaped).join("|")})(?![\\p{ID_Continue}$-])`, "gu");
}

/** Files in whose language names are told apart by scope, and which are read as text. */
function hasNames(path: ProjectPath): boolean {
  return languageFor(path)?.names !== undefined;
}

/** Every file of the project, whatever its language, that holds one of some names as a word, in order. */
export async function holdersOf(tree: SourceTree, names: readonly string[]): Promise<readonly ProjectPath[]> {
  if (names.length === 0) return [];
  const hits = await tree.store.search([...names]);
  // A dash behind a name is a minus, in a script.
  const word = new RegExp(`(?<![\\p{ID_Continue}$])(?:${names.map(escaped).join("|")})(?![\\p{ID_Continue}$])`, "u");
  return tree.paths.filter((path) => {
    if (tree.isLink(path) || (hits && !hits.has(path))) return false;
    const text = tree.text(path)?.text;
    return text !== undefined && !text.includes("\0") && word.test(text);
  });
}

/**
 * Scripts that may take one of some files as a whole, or pass it on: they need not hold any name. `targets` may grow while they
 * are looked through, since whoever passes a file on is taken in its place.
 */
export async function wholeTakers(tree: SourceTree): Promise<WholeTakers> {
  const hits = await tree.store.search([], wholeForm);
  const paths = tree.paths.filter((path) => {
    if (!hasNames(path) || tree.isLink(path) || (hits && !hits.has(path))) return false;
    return wholePattern.test(tree.text(path)?.text ?? "");
  });
  return {
    paths,
    of: (targets) => {
      const words = new Set([...targets].flatMap(spelledAs));
      const named = new RegExp(
        `(?:${[...words].map(escaped).join("|")})(?![\\p{ID_Continue}])|["'\`](?:\\.{1,2}/?)+["'\`]`,
        "u",
      );
      return paths.filter((path) => {
        const text = tree.text(path)?.text ?? "";
        // A pattern takes in what it does not name.
        return text.includes("meta.glob") || named.test(text);
      });
    },
  };
}

/** Scripts that take or pass on whole files: all of them, and those that may name one of some files. */
export interface WholeTakers {
  readonly paths: readonly ProjectPath[];
  readonly of: (targets: Iterable<ProjectPath>) => ProjectPath[];
}

/** Scripts that import from one of some files, by their words. */
export async function importersOf(tree: SourceTree, targets: Iterable<ProjectPath>): Promise<readonly ProjectPath[]> {
  const words = [...new Set([...targets].flatMap(spelledAs))];
  const hits = words.length === 0 ? new Set<ProjectPath>() : await tree.store.search(words);
  return tree.paths.filter(
    (path) =>
      hasNames(path) &&
      !tree.isLink(path) &&
      (hits ? hits.has(path) : true) &&
      words.some((word) => tree.text(path)?.text.includes(word) === true),
  );
}

/** What every specifier of a file holds: its stem, or its folder's name for an index. */
function spelledAs(path: ProjectPath): string[] {
  const stem = nameOf(path).split(".")[0] ?? "";
  return moduleRules.indexNames.includes(stem) ? [nameOf(folderOf(path)), stem] : [stem];
}

/** What a file may be concerned with. */
export interface Concern {
  readonly modules: Modules;
  readonly names: ReadonlySet<string>;
  /** Whether a default may be called so, by whoever takes it. */
  readonly isDefault?: (local: string) => boolean;
}

/**
 * Whether a file that holds a name may mean the one that changes: it takes something by it, or whole files. That it only has a
 * property or a variable of that name is told without looking at its scopes.
 */
export function mayMean(path: ProjectPath, { modules, names, isDefault = () => true }: Concern): boolean {
  const { references, reading } = modules.reading(path);
  if (reading !== "whole" || languageFor(path) !== codeLanguage) return true;
  return references.some((reference) => {
    const { kind, bindings = [] } = reference;
    const targets = modules.targetsOf(path, reference);
    if (targets.length === 0) return false;
    if (kind !== "import" && kind !== "re-export") return true;
    return bindings.some(
      ({ imported, local }) =>
        names.has(imported) ||
        imported === "*" ||
        (imported === "default" && (names.has(local) || isDefault(local))) ||
        isWhole(imported, targets, modules),
    );
  });
}

/** Where a file may give a whole other one by a name: without one of these it gives only its own. */
const passing = /[*]\s*as\b|\bexport\s*(?:type\s*)?(?:[*]|\{[^}]*\}\s*from\b)/;

/** `import { ui } from "./ui"`, where `ui` is a whole file that another gives by that name. */
function isWhole(imported: string, targets: readonly ProjectPath[], modules: Modules): boolean {
  return targets.some(
    (target) =>
      passing.test(modules.tree.text(target)?.text ?? "") &&
      modules.originsOf(target, imported).some(({ name }) => name === "*"),
  );
}
