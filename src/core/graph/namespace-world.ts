/** Reads what names namespaces in a tree: only what can know the types that are asked about, and each text once. */
import { languageFor, type NamespaceForms, type NamespaceNames } from "../languages/index.js";
import { addTo } from "../base/grouping.js";
import { nameOf, type ProjectPath } from "../base/paths.js";
import type { SourceText } from "../base/text/index.js";
import type { TreeView } from "../files/index.js";
import type { NamespaceFile, NamespaceWorld } from "./namespaces.js";
import type { Modules } from "./origins.js";
import { filesMeant } from "./symbols.js";

/** Texts that were read, with the words by which they were. */
const kept = new WeakMap<SourceText, { readonly names: NamespaceNames | undefined; readonly words: string }>();

/** What is looked for, where not all is. */
export interface NamespaceSearch {
  /** Files whose types are asked about: only what is built together with them is read, and what sees or is seen by such a list. */
  readonly files: readonly ProjectPath[];
  /** Files that are read whole, whatever they hold. */
  readonly whole?: readonly ProjectPath[];
  /** Words that the names hold that are asked about. Texts without one are read for what they declare. */
  readonly words: ReadonlySet<string>;
}

/** Reads the files of a tree that name namespaces, and what builds them. A text is read once. */
export async function loadNamespaces(modules: Modules, search?: NamespaceSearch): Promise<NamespaceWorld> {
  const { tree } = modules;
  const naming = new Map<ProjectPath, NamespaceForms>();
  for (const path of tree.paths) {
    const forms = languageFor(path)?.namespaces;
    if (forms) naming.set(path, forms);
  }
  const built = projectsOf(modules, new Set(naming.keys()));
  const isNear = search ? nearTo(built, search.files) : () => true;
  const whole = new Set([...(search?.files ?? []), ...(search?.whole ?? [])]);
  const key = search ? [...search.words].sort().join(" ") : "";
  const files = new Map<ProjectPath, NamespaceFile>();
  for (const path of naming.keys()) {
    if (!isNear(path)) continue;
    const file = whole.has(path) ? readOf(tree, path) : readOf(tree, path, search?.words, key);
    if (file) files.set(path, file);
  }
  const known: ((namespace: string) => ReadonlySet<string> | undefined)[] = [];
  const members: ((type: string, name: string) => boolean | undefined)[] = [];
  for (const forms of new Set(naming.values())) {
    if (forms.outside) known.push(await forms.outside());
    if (forms.outsideMember) members.push(await forms.outsideMember());
  }
  const outsideMember = (type: string, name: string): boolean | undefined => {
    const said = members.map((of) => of(type, name)).filter((each) => each !== undefined);
    return said.length === 0 ? undefined : said.some((each) => each);
  };
  const outside = (namespace: string): ReadonlySet<string> | undefined => {
    for (const of of known) {
      const found = of(namespace);
      if (found) return found;
    }
    return undefined;
  };
  return { files, outside, outsideMember, ...built };
}

/** `ui/Orchard.Core.csproj` → `orchard.core`. */
function stemOf(path: ProjectPath): string {
  const name = nameOf(path).toLowerCase();
  return name.slice(0, Math.max(0, name.lastIndexOf(".")));
}

/** The names of a text, with `words` only those that hold one. It is read once for the same words. */
function readOf(
  tree: Pick<TreeView, "text">,
  path: ProjectPath,
  words?: ReadonlySet<string>,
  key = "",
): NamespaceFile | undefined {
  const forms = languageFor(path)?.namespaces;
  if (!forms) return undefined;
  const source = tree.text(path);
  const known = source && kept.get(source);
  if (known && (known.words === "" || (words && known.words === key))) return { path, forms, names: known.names };
  const names = source && forms.read(source.text, words);
  if (source) kept.set(source, { names, words: words ? key : "" });
  return { path, forms, names };
}

/** Files that can know the types of some files, or whose types those can know: by the lists that build them. */
function nearTo(
  { projects, sees }: Pick<NamespaceWorld, "projects" | "sees">,
  concerned: Iterable<ProjectPath>,
): (path: ProjectPath) => boolean {
  const near = new Set<ProjectPath>();
  for (const path of concerned) {
    const own = projects.get(path);
    // What nothing builds may be built with anything.
    if (!own) return () => true;
    for (const list of own) near.add(list);
  }
  const users = [...sees].filter(([, seen]) => [...seen].some((list) => near.has(list))).map(([list]) => list);
  for (const list of [...near, ...users]) for (const each of [list, ...(sees.get(list) ?? [])]) near.add(each);
  return (path) => {
    const own = projects.get(path);
    if (own) return [...own].some((list) => near.has(list));
    // Lists that build nothing themselves are few, and may say something of all.
    return languageFor(path)?.listsCode !== true || near.has(path) || languageFor(path)?.isPartOfList?.(path) === true;
  };
}

/** Which lists build files, and which lists they name themselves. */
function projectsOf(modules: Modules, wanted: ReadonlySet<ProjectPath>): Pick<NamespaceWorld, "projects" | "sees"> {
  const { tree, resolver } = modules;
  const projects = new Map<ProjectPath, Set<ProjectPath>>();
  const names = new Map<ProjectPath, Set<ProjectPath>>();
  const isList = (path: ProjectPath): boolean =>
    languageFor(path)?.listsCode === true && languageFor(path)?.namespaces !== undefined;
  for (const by of tree.paths) {
    if (!isList(by)) continue;
    for (const reference of modules.reading(by).references) {
      const meant = resolver.resolve(by, reference);
      if (meant.state === "found")
        for (const target of meant.targets) if (isList(target)) names.set(by, (names.get(by) ?? new Set()).add(target));
      if ((reference.listed ?? []).every(({ step }) => step === "Remove")) continue;
      for (const target of filesMeant(reference, meant, tree.paths))
        if (wanted.has(target)) projects.set(target, (projects.get(target) ?? new Set()).add(by));
    }
  }
  // A library that is taken in by its name may be one that is built here.
  const lists = tree.paths.filter(isList);
  const called = new Map<string, ProjectPath[]>();
  for (const path of lists) addTo(called, stemOf(path), path);
  for (const by of lists)
    for (const { name } of readOf(tree, by)?.names?.others ?? [])
      for (const own of called.get(name.toLowerCase()) ?? [])
        if (own !== by) names.set(by, (names.get(by) ?? new Set()).add(own));
  // What a part of lists names is built by each of them.
  for (const [by, named] of names)
    for (const part of [...named])
      if (languageFor(part)?.isPartOfList?.(part) === true)
        for (const own of projects.values()) if (own.has(part)) own.add(by);
  const sees = new Map<ProjectPath, Set<ProjectPath>>();
  for (const by of names.keys()) {
    const found = new Set<ProjectPath>();
    const wave = [by];
    for (let at = wave.pop(); at !== undefined; at = wave.pop())
      for (const next of names.get(at) ?? [])
        if (!found.has(next) && next !== by) {
          found.add(next);
          wave.push(next);
        }
    sees.set(by, found);
  }
  return { projects, sees };
}
