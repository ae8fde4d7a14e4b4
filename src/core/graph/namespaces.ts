/**
 * What names mean in languages whose types are known by the namespace that declares them: by the types and namespaces around a place, from
 * the innermost outwards, and at each step by what is taken in there. What nobody declares is outside, and never guessed. Source:
 * Microsoft, "C# language specification", Namespace and type names; Simple names; Using directives.
 */
import {
  languageFor,
  type DeclaredType,
  type NamespaceForms,
  type NamespaceNames,
  type TakenIn,
  type UsedName,
} from "../languages/index.js";
import { addTo } from "../base/grouping.js";
import { folderOf, isBelow, rootPath, type ProjectPath } from "../base/paths.js";

/** One file in which namespaces are named. */
export interface NamespaceFile {
  readonly path: ProjectPath;
  readonly forms: NamespaceForms;
  /** `undefined` where the text has an error. */
  readonly names: NamespaceNames | undefined;
}

/** Files that name namespaces, and what builds them. */
export interface NamespaceWorld {
  readonly files: ReadonlyMap<ProjectPath, NamespaceFile>;
  /** The lists that build a file; nothing for one that none builds. */
  readonly projects: ReadonlyMap<ProjectPath, ReadonlySet<ProjectPath>>;
  /** The lists that a list names, and so on. */
  readonly sees: ReadonlyMap<ProjectPath, ReadonlySet<ProjectPath>>;
  /** The types of others that are known, by their namespace; `undefined` for a namespace that is not. */
  readonly outside: (namespace: string) => ReadonlySet<string> | undefined;
  /** Whether a type of others may have a member; `undefined` for a type that is not known. */
  readonly outsideMember?: (type: string, name: string) => boolean | undefined;
}

/** One declaration of a type: the file, and its whole name there. */
export interface TypeEntry {
  readonly file: ProjectPath;
  readonly full: string;
  readonly type: DeclaredType;
}

/** What a name means: types, or a namespace, by the first of its words. */
export interface NameMeaning {
  readonly types: readonly TypeEntry[];
  /** The namespace that it means; with types, nothing. */
  readonly namespace: string | undefined;
  /** How many of its words that takes. */
  readonly words: number;
  /** The index of what was taken in to find it, if it was. */
  readonly through?: number;
  /** The file that takes it in for all. */
  readonly throughFile?: ProjectPath;
  /** Whether its first word is another name that stands for the thing. */
  readonly isAlias?: true;
  /** Whether a type around it has a member of the name: as a value it means that. */
  readonly isMember: boolean;
}

const nothing: NameMeaning = { types: [], namespace: undefined, words: 0, isMember: false };

/** The name of a type or namespace with what stands around it: `Orchard.Views` and `TreesPage`. */
export function within(around: string, name: string): string {
  return around === "" ? name : `${around}.${name}`;
}

/** The whole name of a scope. */
export function fullNameOf(names: NamespaceNames, scope: number): string {
  const found = names.scopes[scope];
  return !found || found.above < 0 ? "" : within(fullNameOf(names, found.above), found.name);
}

/** What the files can know that see the same lists. */
class View {
  readonly types = new Map<string, TypeEntry[]>();
  readonly namespaces = new Set<string>();
  /** Classes that lend functions to others, by the function. */
  readonly lenders = new Map<string, TypeEntry[]>();
  constructor(files: Iterable<NamespaceFile>) {
    for (const { path, names } of files) {
      if (!names) continue;
      names.scopes.forEach(({ kind }, scope) => {
        if (kind !== "namespace") return;
        const full = fullNameOf(names, scope);
        for (let at = full; at !== ""; at = at.slice(0, Math.max(0, at.lastIndexOf(".")))) this.namespaces.add(at);
      });
      for (const type of names.types) {
        const entry = { file: path, full: within(fullNameOf(names, type.scope), type.name), type };
        addTo(this.types, entry.full, entry);
        for (const lent of type.lends) addTo(this.lenders, lent, entry);
      }
    }
  }
}

/** One word that is looked up, with what tells types of one name apart. */
interface Wanted {
  readonly name: string;
  readonly arity: number | undefined;
  readonly mayEndIn: string | undefined;
  /** Whether only what may end so is meant. */
  readonly hasToEnd: boolean;
}

/** What one of the words of a name asks for: only the last has types in brackets behind it. */
function wantedOf({ parts, arity, mayEndIn, form }: UsedName, at: number): Wanted {
  const isLast = at === parts.length - 1;
  const name = parts[at]?.name ?? "";
  return {
    name,
    arity: isLast || arity === undefined ? arity : 0,
    mayEndIn: isLast ? mayEndIn : undefined,
    hasToEnd: isLast && mayEndIn !== undefined && form === "type",
  };
}

/** The types of a namespace, or in a type, that a word can mean. */
function typesOf({ types }: View, around: string, { name, arity, mayEndIn, hasToEnd }: Wanted): readonly TypeEntry[] {
  const full = within(around, name);
  const own = types.get(full) ?? [];
  const all = mayEndIn === undefined ? own : [...own, ...(types.get(full + mayEndIn) ?? [])];
  return all.filter(
    ({ type }) =>
      (arity === undefined || type.arity === arity) &&
      // What descends from nothing is no attribute.
      (!hasToEnd || type.name.endsWith(mayEndIn ?? "") || type.descends.length > 0),
  );
}

/** What was looked up in one text before. */
interface Known {
  readonly taken: Map<TakenIn, NameMeaning>;
  readonly bare: Map<string, NameMeaning | undefined>;
}

/** Says what names mean in one tree. */
export class Namespaces {
  readonly #views = new Map<string, View>();
  #depth = 0;
  readonly #apart = new Map<string, boolean>();
  readonly #memo = new WeakMap<NamespaceNames, Known>();
  readonly #opened = new WeakMap<NamespaceNames, ReadonlySet<string>>();
  readonly #viewOf = new Map<ProjectPath, View>();
  readonly #globals: readonly { readonly path: ProjectPath; readonly index: number; readonly take: TakenIn }[];

  constructor(readonly world: NamespaceWorld) {
    this.#globals = [...world.files.values()].flatMap(({ path, names }) =>
      (names?.takes ?? []).flatMap((take, index) => (take.isGlobal ? [{ path, index, take }] : [])),
    );
  }

  /** The lists whose types a file knows. */
  #reach(path: ProjectPath): ReadonlySet<ProjectPath> | undefined {
    const { projects, sees } = this.world;
    const own = projects.get(path) ?? (languageFor(path)?.listsCode === true ? new Set([path]) : undefined);
    if (!own) return undefined;
    return new Set([...own].flatMap((each) => [each, ...(sees.get(each) ?? [])]));
  }

  view(path: ProjectPath): View {
    const there = this.#viewOf.get(path);
    if (there) return there;
    const reach = this.#reach(path);
    const key = reach === undefined ? "" : [...reach].sort().join("\n");
    let view = this.#views.get(key);
    if (!view) {
      const { files, projects } = this.world;
      const seen = [...files.values()].filter((file) => {
        const own = projects.get(file.path);
        // What nothing builds may be built with anything.
        return own === undefined || reach === undefined || [...own].some((each) => reach.has(each));
      });
      this.#views.set(key, (view = new View(seen)));
    }
    this.#viewOf.set(path, view);
    return view;
  }

  /** What a name of a file means. */
  meaning(path: ProjectPath, index: number): NameMeaning {
    const names = this.world.files.get(path)?.names;
    const used = names?.names[index];
    return names && used ? this.meaningOf(path, names, used) : nothing;
  }

  /** What a name would mean in a file. */
  meaningOf(path: ProjectPath, names: NamespaceNames, used: UsedName): NameMeaning {
    const [first] = used.parts;
    if (!first) return nothing;
    const found =
      used.from === "outermost"
        ? this.#level(this.view(path), "", wantedOf(used, 0))
        : used.from === "alias"
          ? this.#alias(path, names, first.name)
          : this.#bare(path, names, used);
    return this.#onward(this.view(path), found ?? nothing, used);
  }

  /** What the rest of the words take of what the first ones mean. */
  #onward(view: View, first: NameMeaning, used: UsedName): NameMeaning {
    let found = first;
    for (let words = found.words; words < used.parts.length && found.namespace !== undefined; words += 1) {
      const next = this.#level(view, found.namespace, wantedOf(used, words));
      if (!next) break;
      found = { ...found, types: next.types, namespace: next.namespace, words: words + 1 };
    }
    return found;
  }

  /** A type of a namespace, or a namespace in it. */
  #level(view: View, namespace: string, wanted: Wanted): NameMeaning | undefined {
    const types = typesOf(view, namespace, wanted);
    if (types.length > 0) return { types, namespace: undefined, words: 1, isMember: false };
    const full = within(namespace, wanted.name);
    // A name with types in brackets behind it is that of no namespace, nor is that of an attribute.
    const isSpace = (wanted.arity ?? 0) === 0 && wanted.mayEndIn === undefined && view.namespaces.has(full);
    return isSpace ? { types: [], namespace: full, words: 1, isMember: false } : undefined;
  }

  #alias(path: ProjectPath, names: NamespaceNames, alias: string): NameMeaning | undefined {
    const index = names.takes.findIndex((take) => take.kind === "alias" && take.alias === alias);
    const take = names.takes[index];
    if (!take) return undefined;
    const meant = this.#taken(path, names, take);
    return { ...meant, words: 1, through: index, isAlias: true };
  }

  /** What a statement takes in; looked up once for a text. */
  #taken(path: ProjectPath, names: NamespaceNames, take: TakenIn): NameMeaning {
    const known = this.#known(names).taken;
    let meant = known.get(take);
    if (!meant) known.set(take, (meant = this.#takenAnew(path, names, take)));
    return meant;
  }

  #known(names: NamespaceNames): Known {
    let known = this.#memo.get(names);
    if (!known) this.#memo.set(names, (known = { taken: new Map(), bare: new Map() }));
    return known;
  }

  #takenAnew(path: ProjectPath, names: NamespaceNames, { target, scope }: TakenIn): NameMeaning {
    const used = names.names[target];
    return used ? this.targetOf(path, names, used, scope) : nothing;
  }

  /** What a name means by which something is taken in. */
  targetOf(path: ProjectPath, names: NamespaceNames, used: UsedName, scope: number): NameMeaning {
    if (used.from !== undefined) return this.meaningOf(path, names, used);
    // Statements beside it are not seen by it: only what lies around.
    const view = this.view(path);
    const [first] = used.parts;
    for (const level of levelsOf(names, scope)) {
      const found = first && this.#level(view, level, wantedOf(used, 0));
      if (found) return this.#onward(view, found, used);
    }
    return nothing;
  }

  /** Whether all words of a name are those of something that is known. */
  takes(path: ProjectPath, names: NamespaceNames, take: TakenIn): NameMeaning | undefined {
    const meant = this.#taken(path, names, take);
    return meant.words === (names.names[take.target]?.parts.length ?? 0) ? meant : undefined;
  }

  #bare(path: ProjectPath, names: NamespaceNames, used: UsedName): NameMeaning | undefined {
    const wanted = wantedOf(used, 0);
    const known = this.#known(names).bare;
    const key = `${used.scope} ${wanted.name} ${wanted.arity ?? ""} ${wanted.mayEndIn ?? ""} ${wanted.hasToEnd}`;
    if (!known.has(key)) known.set(key, this.#bareAnew(path, names, used, wanted));
    return known.get(key);
  }

  #bareAnew(path: ProjectPath, names: NamespaceNames, used: UsedName, wanted: Wanted): NameMeaning | undefined {
    const view = this.view(path);
    let isMember = false;
    for (let at = used.scope; at >= 0; at = names.scopes[at]?.above ?? -1) {
      const own = names.scopes[at];
      if (!own) break;
      if (own.kind === "type") {
        const full = fullNameOf(names, at);
        const inner = this.#inType(path, full, wanted, new Set());
        if (inner.types.length > 0) return { ...inner, isMember };
        isMember ||= inner.isMember || own.members.has(wanted.name);
        continue;
      }
      const found = this.#inNamespace(path, names, at, wanted, view);
      if (found) return { ...found, isMember };
    }
    return { ...nothing, isMember };
  }

  /** The types that one has by a word of a name, of its own or from what it descends from. */
  inner(path: ProjectPath, full: string, used: UsedName, word: number): readonly TypeEntry[] {
    return this.#inType(path, full, wantedOf(used, word), new Set()).types;
  }

  /** What a type has by a name, of its own or from what it descends from. */
  #inType(path: ProjectPath, full: string, wanted: Wanted, seen: Set<string>): NameMeaning {
    if (seen.has(full)) return nothing;
    seen.add(full);
    const view = this.view(path);
    const types = typesOf(view, full, wanted);
    if (types.length > 0) return { types, namespace: undefined, words: 1, isMember: false };
    let isMember = false;
    for (const { file, type } of view.types.get(full) ?? []) {
      const names = this.world.files.get(file)?.names;
      const scope = names?.scopes.findIndex((each) => each.kind === "type" && each.start === type.start) ?? -1;
      const own = names?.scopes[scope];
      if (!names || !own) continue;
      isMember ||= own.members.has(wanted.name);
      for (const parent of own.parents) {
        const used = names.names[parent];
        // A parent is looked up around the type, not in it.
        const meant = used && this.parentOf(file, names, used);
        for (const each of meant?.types ?? []) {
          const found = this.#inType(path, each.full, wanted, seen);
          if (found.types.length > 0) return found;
          isMember ||= found.isMember;
        }
      }
    }
    return { ...nothing, isMember };
  }

  /** What a type descends from by a name; looked up around it. In code with an error bodies may be told by each other: then nothing. */
  parentOf(file: ProjectPath, names: NamespaceNames, used: UsedName): NameMeaning | undefined {
    if (this.#depth > 20) return undefined;
    this.#depth += 1;
    const meant = this.meaningOf(file, names, used);
    this.#depth -= 1;
    return meant;
  }

  /** What a namespace and those around it have by a name, and what is taken in at each step. */
  #inNamespace(
    path: ProjectPath,
    names: NamespaceNames,
    scope: number,
    wanted: Wanted,
    view: View,
  ): NameMeaning | undefined {
    const around = fullNameOf(names, names.scopes[scope]?.above ?? -1);
    let level = fullNameOf(names, scope);
    for (let isInner = true; ; isInner = false) {
      const own = this.#level(view, level, wanted);
      if (own) return own;
      const taken = isInner ? this.#takenIn(path, names, scope, wanted, view) : undefined;
      if (taken) return taken;
      const above = level.slice(0, Math.max(0, level.lastIndexOf(".")));
      if (level === "" || above === around || above.length <= around.length) return undefined;
      level = above;
    }
  }

  /** What the statements of a scope give by a name. */
  #takenIn(
    path: ProjectPath,
    names: NamespaceNames,
    scope: number,
    wanted: Wanted,
    view: View,
  ): NameMeaning | undefined {
    const types = new Map<string, TypeEntry>();
    let through: number | undefined;
    let throughFile: ProjectPath | undefined;
    for (const { take, index, by, of } of this.#statements(path, names, scope)) {
      if (take.kind === "alias") {
        if (take.alias !== wanted.name) continue;
        const meant = this.#taken(by, of, take);
        return { ...meant, words: 1, isAlias: true, ...(by === path ? { through: index } : { throughFile: by }) };
      }
      const meant = this.#taken(by, of, take);
      const targets =
        take.kind === "static"
          ? meant.types.map(({ full }) => full)
          : meant.namespace === undefined
            ? []
            : [meant.namespace];
      if (take.kind === "namespace" && meant.words !== (of.names[take.target]?.parts.length ?? 0)) continue;
      for (const target of targets)
        for (const entry of typesOf(view, target, wanted)) {
          types.set(`${entry.file}\n${entry.full}`, entry);
          if (by === path) through ??= index;
          else throughFile ??= by;
        }
    }
    if (types.size === 0) return undefined;
    return {
      types: [...types.values()],
      namespace: undefined,
      words: 1,
      isMember: false,
      ...(through !== undefined && { through }),
      ...(throughFile !== undefined && { throughFile }),
    };
  }

  /** The statements that hold in a scope: its own, and of the file those that hold for all files of the project. */
  *#statements(
    path: ProjectPath,
    names: NamespaceNames,
    scope: number,
  ): Iterable<{
    readonly take: TakenIn;
    readonly index: number;
    readonly by: ProjectPath;
    readonly of: NamespaceNames;
  }> {
    for (const [index, take] of names.takes.entries())
      if (take.scope === scope && !take.isGlobal) yield { take, index, by: path, of: names };
    if (scope !== 0) return;
    for (const { path: by, index, take } of this.#globals) {
      const of = by === path ? names : this.world.files.get(by)?.names;
      if (of && this.#isForAll(by, path)) yield { take, index, by, of };
    }
  }

  /**
   * Namespaces of others, taken in in a scope, that may have a type of a name, too: where both are found by what is taken in, nobody could
   * say which is meant. That they have not is known of .NET itself, and shown by another file that finds the same type beside them, unless
   * its name is a new one.
   */
  rivals(path: ProjectPath, names: NamespaceNames, scope: number, entry: TypeEntry, isNew = false): readonly string[] {
    const { name } = entry.type;
    const short = name.replace(/Attribute$/, "");
    return this.#others(path, names, scope).filter((other) => {
      const known = this.world.outside(other);
      return known ? known.has(name) || known.has(short) : isNew || !this.#isApart(entry, other);
    });
  }

  /** Whether a name that nobody declares may be one of what others give to a text: known to be, or of those that nobody knows. */
  mayBeOutside(path: ProjectPath, names: NamespaceNames, { parts, mayEndIn = "" }: UsedName): boolean {
    const name = parts[0]?.name ?? "";
    if (names.takes.some(({ kind, alias }) => kind === "static" || alias === name)) return true;
    return [...names.scopes.keys()].some((scope) =>
      this.#others(path, names, scope).some((other) => {
        const known = this.world.outside(other);
        return !known || known.has(name) || known.has(name + mayEndIn);
      }),
    );
  }

  /** Whether a name that nobody declares is that of a type of others which is known, by what a text takes in. */
  isKnownOutside(path: ProjectPath, names: NamespaceNames, name: string): boolean {
    return [...names.scopes.keys()].some((scope) =>
      this.#others(path, names, scope).some((other) => this.world.outside(other)?.has(name) === true),
    );
  }

  /** What is taken in in a scope and is nothing of the project. */
  #others(path: ProjectPath, names: NamespaceNames, scope: number): string[] {
    const found = new Set<string>();
    for (const { take, by, of } of this.#statements(path, names, scope))
      if (take.kind === "namespace" && !this.takes(by, of, take))
        found.add((of.names[take.target]?.parts ?? []).map(({ name }) => name).join("."));
    if (scope === 0)
      for (const list of this.world.projects.get(path) ?? [])
        for (const implied of this.world.files.get(list)?.names?.implies ?? []) found.add(implied);
    return [...found];
  }

  /** Whether a file finds a type by what it takes in, beside a namespace of others. */
  #isApart(entry: TypeEntry, other: string): boolean {
    const key = `${entry.full} ${other}`;
    let isApart = this.#apart.get(key);
    if (isApart !== undefined) return isApart;
    isApart = [...this.world.files.values()].some(({ path, names }) =>
      names?.names.some((used, index) => {
        if (used.parts[0]?.name !== entry.type.name || names.takes.some(({ target }) => target === index)) return false;
        const { through, types } = this.meaningOf(path, names, used);
        const take = through === undefined ? undefined : names.takes[through];
        if (take?.kind !== "namespace" || !types.some(({ full, file }) => full === entry.full && file === entry.file))
          return false;
        return this.#others(path, names, take.scope).includes(other);
      }),
    );
    this.#apart.set(key, isApart);
    return isApart;
  }

  /** Whether what a file takes in for all holds in another: they are built together, or it is the list, or lies above. */
  #isForAll(by: ProjectPath, path: ProjectPath): boolean {
    if (by === path) return true;
    const { projects } = this.world;
    const own = projects.get(path);
    if (languageFor(by)?.listsCode === true) {
      if (own === undefined) return true;
      return own.has(by) || (!projects.has(by) && !this.world.sees.has(by) && isAbove(by, path));
    }
    const others = projects.get(by);
    return own === undefined || others === undefined || [...own].some((each) => others.has(each));
  }

  /** The classes that lend a function to what stands in a scope of a file, by all that is around it and taken in. */
  lenders(path: ProjectPath, names: NamespaceNames, name: string): readonly TypeEntry[] {
    const all = this.view(path).lenders.get(name) ?? [];
    if (all.length === 0) return all;
    const open = this.#opened.get(names) ?? this.opened(path, names);
    this.#opened.set(names, open);
    return all.filter(
      ({ full }) => open.has(full.slice(0, Math.max(0, full.lastIndexOf(".")))) || open.has(`=${full}`),
    );
  }

  /** The namespaces whose types can be named bare somewhere in a file; of classes that are taken in, `=` and their names. */
  opened(path: ProjectPath, names: NamespaceNames): ReadonlySet<string> {
    const open = new Set<string>([""]);
    names.scopes.forEach(({ kind }, scope) => {
      if (kind === "namespace")
        for (let at = fullNameOf(names, scope); at !== ""; at = at.slice(0, Math.max(0, at.lastIndexOf("."))))
          open.add(at);
    });
    for (const scope of names.scopes.keys())
      for (const { take, by, of } of this.#statements(path, names, scope)) {
        const meant = this.takes(by, of, take);
        if (take.kind === "namespace" && meant?.namespace !== undefined) open.add(meant.namespace);
        if (take.kind === "static") for (const { full } of meant?.types ?? []) open.add(`=${full}`);
      }
    return open;
  }
}

function isAbove(list: ProjectPath, path: ProjectPath): boolean {
  const folder = folderOf(list);
  return folder === rootPath || isBelow(path, folder);
}

/** The namespaces around a scope, the innermost first; the outermost last. */
function* levelsOf(names: NamespaceNames, scope: number): Iterable<string> {
  for (let at = fullNameOf(names, scope); at !== ""; at = at.slice(0, Math.max(0, at.lastIndexOf(".")))) yield at;
  yield "";
}
