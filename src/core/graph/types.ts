/**
 * What the names of types mean in languages whose files know each other's types without naming the files: first what the bodies around a
 * place declare, and what the types have that those descend from; then what the file keeps to itself; then the library, and last what it
 * sees of others. What nobody can look into is said, and never guessed.
 */
import {
  languageFor,
  type Language,
  type Membership,
  type TypeForms,
  type TypeNames,
  type TypePlace,
} from "../languages/index.js";
import { addTo } from "../base/grouping.js";
import { nameOf, type ProjectPath } from "../base/paths.js";
import type { TreeView } from "../files/index.js";
import type { Modules } from "./origins.js";
import { filesMeant } from "./symbols.js";

/** One file in which types are named. */
export interface TypeFile {
  readonly path: ProjectPath;
  readonly forms: TypeForms;
  /** `undefined` where the text has an error. */
  readonly names: TypeNames | undefined;
}

/** Files that name some types, and those that say what these are, with whose types each of them knows. */
export interface TypeWorld {
  readonly files: ReadonlyMap<ProjectPath, TypeFile>;
  readonly members: ReadonlyMap<ProjectPath, Membership>;
}

/** What a name means at a place. `doubt` says why it may be something else after all. */
export type TypeMeaning =
  | { readonly state: "known"; readonly file: ProjectPath; readonly name: string; readonly doubt?: string }
  | { readonly state: "inner" } //   a member, a label, a type within another, a parameter
  | { readonly state: "outside" } // nothing of the project
  | { readonly state: "unclear"; readonly why: string };

interface Body {
  readonly file: ProjectPath;
  readonly scope: number;
}

interface Top {
  readonly file: ProjectPath;
  readonly place: TypePlace;
}

const inner: TypeMeaning = { state: "inner" };
const outside: TypeMeaning = { state: "outside" };

/** Says what names mean in one tree. */
export class Types {
  readonly #tops = new Map<string, Top[]>();
  readonly #bodies = new Map<string, Body[]>();
  /** Functions and values of the top level, which a bare name may mean as well. */
  readonly #values = new Map<string, ProjectPath[]>();

  constructor(readonly world: TypeWorld) {
    for (const { path, names, forms } of world.files.values()) {
      names?.places.forEach((place) => {
        if (place.role === "unclear" && place.scope < 0 && !place.isAskedFor && forms.declaring !== undefined)
          addTo(this.#values, place.name, path);
        if (place.role === "declares") addTo(this.#tops, place.name, { file: path, place });
      });
      names?.scopes.forEach(({ type }, scope) => {
        if (type !== undefined) addTo(this.#bodies, type, { file: path, scope });
      });
    }
  }

  /** The types that stand in no other and are called so. */
  tops(name: string): readonly Top[] {
    return this.#tops.get(name) ?? [];
  }

  /** Of those the ones that a file can name. */
  known(path: ProjectPath, name: string): readonly Top[] {
    const own = this.tops(name).filter(({ file, place }) => place.isHidden !== true || file === path);
    const hidden = own.filter(({ file, place }) => file === path && place.isHidden === true);
    if (hidden.length > 0) return hidden;
    const { libraries, sees } = this.#reach(path);
    const near = own.filter(({ file }) => this.#reach(file).libraries.some((each) => libraries.includes(each)));
    if (near.length > 0) return near;
    const seesAll = this.world.files.get(path)?.names?.seesAll === true;
    return own.filter(
      ({ file, place }) =>
        (place.isPublic === true || seesAll) && this.#reach(file).libraries.some((each) => sees.includes(each)),
    );
  }

  #reach(path: ProjectPath): { readonly libraries: readonly string[]; readonly sees: readonly string[] } {
    const member = this.world.members.get(path);
    // Files that nothing lists are taken for one library; the proof says so.
    return member
      ? { libraries: [member.library, ...(member.also ?? [])], sees: member.sees }
      : { libraries: [""], sees: [] };
  }

  /** What a place means. */
  meaning(path: ProjectPath, place: TypePlace): TypeMeaning {
    if (place.role === "declares") return { state: "known", file: path, name: place.name };
    if (place.role === "keeps") return inner;
    if (place.role === "unclear") return { state: "unclear", why: "what it means there cannot be told" };
    return place.qualifier === undefined
      ? this.#bare(path, place.name, place.scope)
      : this.#qualified(path, place, place.qualifier);
  }

  #qualified(path: ProjectPath, { name, scope }: TypePlace, qualifier: string): TypeMeaning {
    if (qualifier.startsWith("$")) return one(this.tops(name), "several modules have a type of this name");
    const holder = this.#bare(path, qualifier, scope);
    const byModule = this.tops(name).filter(({ file }) => this.world.members.get(file)?.called?.includes(qualifier));
    if (holder.state === "outside")
      return byModule.length > 0 ? one(byModule, "several types of the module are called so") : inner;
    // A type that is called as its module is hides the module.
    if (byModule.length === 0 || holder.state === "inner") return inner;
    return { state: "unclear", why: `${qualifier} is a module and a type` };
  }

  #bare(path: ProjectPath, name: string, from: number): TypeMeaning {
    const scopes = this.world.files.get(path)?.names?.scopes ?? [];
    let doubt: string | undefined;
    for (let at = from; at >= 0; at = scopes[at]?.above ?? -1) {
      const scope = scopes[at];
      if (!scope) break;
      const declared = scope.declares.get(name);
      if (declared === "type" || (declared !== undefined && scope.type === undefined)) return inner;
      if (scope.type === undefined) continue;
      const within = this.#within(path, { type: scope.type, name }, new Set());
      if (within.found === "type") return inner;
      if (within.found === "member") return { state: "unclear", why: `${scope.type} has a member of this name` };
      if (within.lent !== undefined) return { state: "unclear", why: lentBy(scope.type, within.lent) };
      doubt ??= within.unread === undefined ? undefined : doubtOf(scope.type, within.unread);
    }
    const meant = one(this.known(path, name), "several files declare it");
    if (meant.state === "known" && this.#values.get(name)?.some((file) => this.#sees(path, file)) === true)
      return { state: "unclear", why: "a function or a value of the top level is called so, too" };
    return meant.state === "known" && doubt !== undefined ? { ...meant, doubt } : meant;
  }

  /** What a type has under a name, of its own or from what it descends from. */
  #within(path: ProjectPath, asked: { readonly type: string; readonly name: string }, seen: Set<string>): Within {
    const { type, name } = asked;
    if (seen.has(type)) return {};
    seen.add(type);
    const bodies = (this.#bodies.get(type) ?? []).filter(({ file }) => this.#sees(path, file));
    const forms = languageFor(path)?.types;
    let isDeclared = false;
    let found: Within = {};
    for (const { file, scope } of bodies) {
      const body = this.world.files.get(file)?.names?.scopes[scope];
      if (!body) continue;
      if (body.isExtension !== true) isDeclared = true;
      const declared = body.declares.get(name);
      if (declared === "type") return { found: "type" };
      if (declared === "member") found = { ...found, found: "member" };
      for (const parent of body.parents) {
        const key = this.#bodyOf(parent, type);
        const above =
          key === undefined ? this.#lent(forms, parent, name) : this.#within(path, { type: key, name }, seen);
        if (above.found === "type") return above;
        found = { ...above, ...found };
      }
    }
    return isDeclared ? found : { ...this.#lent(forms, type, name), ...found };
  }

  #lent(forms: TypeForms | undefined, parent: string, name: string): Within {
    const lent = forms?.lends?.(parent);
    if (!lent) return { unread: parent };
    return lent.includes(name) ? { lent: parent } : {};
  }

  /** The name under which the bodies of a parent are known: one within the types around, or one of the top. */
  #bodyOf(parent: string, type: string): string | undefined {
    const around = type.split(".").slice(0, -1);
    for (; around.length > 0; around.pop()) {
      const key = [...around, parent].join(".");
      if (this.#bodies.has(key)) return key;
    }
    return this.#bodies.has(parent) ? parent : undefined;
  }

  #sees(path: ProjectPath, file: ProjectPath): boolean {
    const [own, other] = [this.#reach(path), this.#reach(file)];
    return other.libraries.some((each) => own.libraries.includes(each) || own.sees.includes(each));
  }
}

interface Within {
  readonly found?: "type" | "member";
  /** A type from outside that has one of this name. */
  readonly lent?: string;
  /** One of which nobody knows what it has. */
  readonly unread?: string;
}

function lentBy(type: string, lent: string): string {
  return type === lent
    ? `${type} has a type of this name`
    : `${type} descends from ${lent}, which has a type of this name`;
}

function doubtOf(type: string, unread: string): string {
  return unread === type
    ? `${type} is declared outside, and may have a type of this name`
    : `${type} descends from ${unread}, which is declared outside and may have a type of this name`;
}

function one(tops: readonly Top[], why: string): TypeMeaning {
  const files = new Set(tops.map(({ file }) => file));
  const [file, other] = files;
  if (file === undefined) return outside;
  return other === undefined ? { state: "known", file, name: tops[0]?.place.name ?? "" } : { state: "unclear", why };
}

/** What the types of a tree are looked for with. */
export interface TypeSearch {
  readonly modules: Modules;
  /** Every file that holds one of the names as a word. */
  readonly holders: readonly ProjectPath[];
  readonly names: ReadonlySet<string>;
  /** The files whose lines have a form. */
  readonly withForm: (expression: string, extensions: readonly string[]) => Promise<readonly ProjectPath[]>;
}

/** Reads what names some types, and what says of which types those stand in whose bodies they are named. */
export async function loadTypes({ modules, holders, names, withForm }: TypeSearch): Promise<TypeWorld> {
  const files = new Map<ProjectPath, TypeFile>();
  const load = (path: ProjectPath): void => {
    const forms = languageFor(path)?.types;
    if (forms && !files.has(path)) files.set(path, readTypes(modules.tree, path, forms));
  };
  holders.forEach(load);
  const asked = new Set<string>();
  for (let wanted = around([...files.values()], names); wanted.length > 0;) {
    for (const word of wanted) asked.add(word);
    for (const language of languagesWith(files.keys())) {
      const { declaring } = language.types ?? {};
      if (declaring === undefined) continue;
      const expression = `${declaring}(${wanted.join("|")})([^A-Za-z0-9_]|$)`;
      (await withForm(expression, language.extensions)).forEach(load);
    }
    wanted = parentsOf([...files.values()], asked).filter((word) => !asked.has(word));
  }
  return { files, members: membersOf(modules, [...files.keys()]) };
}

function readTypes(tree: Pick<TreeView, "text">, path: ProjectPath, forms: TypeForms): TypeFile {
  return { path, forms, names: forms.read(tree.text(path)?.text ?? "", nameOf(path)) };
}

/** The same files as they will be: `goes` says where each will lie. */
export function typesAfter(
  world: TypeWorld,
  modules: Modules,
  goes: (path: ProjectPath) => ProjectPath,
  made: readonly ProjectPath[] = [],
): TypeWorld {
  const files = new Map<ProjectPath, TypeFile>();
  for (const path of [...[...world.files.keys()].map(goes), ...made]) {
    const forms = languageFor(path)?.types;
    if (forms && modules.tree.has(path)) files.set(path, readTypes(modules.tree, path, forms));
  }
  return { files, members: membersOf(modules, [...files.keys()]) };
}

const simple = (name: string): string => name.slice(name.lastIndexOf(".") + 1);
const isWord = (name: string): boolean => /^[\p{L}_][\p{L}\p{N}_]*$/u.test(name);

/** The types in whose bodies some names are used. */
function around(files: readonly TypeFile[], names: ReadonlySet<string>): string[] {
  const found = new Set<string>();
  for (const { names: read } of files)
    for (const place of read?.places ?? []) {
      if (!names.has(place.name) || place.role !== "uses") continue;
      if (place.qualifier !== undefined && isWord(place.qualifier)) found.add(place.qualifier);
      for (let at = place.scope; at >= 0; at = read?.scopes[at]?.above ?? -1) {
        const { type, parents = [] } = read?.scopes[at] ?? {};
        if (type !== undefined) for (const each of [type, ...parents]) found.add(simple(each));
      }
    }
  return [...found].filter(isWord);
}

function parentsOf(files: readonly TypeFile[], types: ReadonlySet<string>): string[] {
  const found = new Set<string>();
  for (const { names } of files)
    for (const { type, parents } of names?.scopes ?? [])
      if (type !== undefined && types.has(simple(type))) for (const each of parents) found.add(simple(each));
  return [...found].filter(isWord);
}

function languagesWith(paths: Iterable<ProjectPath>): Language[] {
  return [...new Set([...paths].map(languageFor))].filter((language) => language !== undefined);
}

/** Whose types each of some files knows: by the lists of the tree, and by what it imports. */
export function membersOf(modules: Modules, paths: readonly ProjectPath[]): ReadonlyMap<ProjectPath, Membership> {
  const { tree } = modules;
  const wanted = new Set(paths);
  const listed = new Map<ProjectPath, { readonly target: string; readonly step: string; readonly by: ProjectPath }[]>();
  for (const by of tree.paths) {
    if (languageFor(by)?.listsCode !== true) continue;
    for (const reference of modules.reading(by).references) {
      const { listed: lists = [] } = reference;
      if (lists.length === 0) continue;
      for (const target of filesMeant(reference, modules.resolver.resolve(by, reference), tree.paths))
        if (wanted.has(target)) for (const each of lists) addTo(listed, target, { ...each, by });
    }
  }
  const found = new Map<ProjectPath, Membership>();
  for (const language of languagesWith(paths)) {
    const own = paths.filter((path) => languageFor(path) === language);
    const files = own.map((path) => {
      const extraction = modules.reading(path);
      const targets = extraction.references.map((each) => modules.targetsOf(path, each));
      return { path, extraction, targets, namedBy: [], listed: listed.get(path) ?? [] };
    });
    for (const [path, member] of language.libraries?.(files) ?? []) found.set(path, member);
  }
  return found;
}
