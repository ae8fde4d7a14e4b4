/**
 * The proof of types that get other names, where types are known by their namespaces. It does not trust the edits: every text that may be
 * concerned is read again as it will be, each word that stands for a type is set against the one that stood at its place, and must mean the
 * same declaration, by all that is declared and built together then. What cannot be told is said.
 */
import {
  fullNameOf,
  loadNamespaces,
  Modules,
  Namespaces,
  typeWords,
  within,
  type NamespaceFile,
  type TypeEntry,
  type TypeWord,
} from "../../graph/index.js";
import {
  isDocument,
  isOfTrade,
  languageFor,
  mayNameTypes,
  type DeclaredType,
  type NamespaceNames,
  type UsedName,
} from "../../languages/index.js";
import type { ProjectPath } from "../../base/paths.js";
import { keyOf, spellingsOf } from "../namespaces/changes.js";
import { holdersOf } from "./name-holders.js";
import type { NameProof, NameResult } from "./prove-names.js";
import { holdsName } from "./whole-names.js";
import { Told } from "./told.js";

/** Proves it, or says where another type would be meant. */
export async function proveTypeWords(input: NameProof): Promise<NameResult> {
  const { tree, planned, before, after, map, claims } = input;
  const files = claims.map(({ file }) => file);
  const words = new Set(
    claims.flatMap(({ file, name, to }) =>
      [name, to].flatMap((each) => spellingsOf(each, languageFor(file)?.namespaces)),
    ),
  );
  // A text that changes may hold none of the words any more.
  const whole = input.texts.map(({ file }) => file);
  const now = new Namespaces(await loadNamespaces(new Modules(tree, before), { files, whole, words }));
  const goes = (paths: readonly ProjectPath[]): ProjectPath[] => paths.map((path) => map.file(path));
  const next = { files: goes(files), whole: goes(whole), words };
  const then = new Namespaces(await loadNamespaces(new Modules(planned, after), next));
  return new Proof(input, words, now, then).result();
}

class Proof {
  readonly #told: Told;
  /** By file and whole name, what a type is called from then on. */
  readonly #renamed = new Map<string, string>();
  /** Whole names of the types that get other names, with their files. */
  readonly #fulls = new Map<string, ProjectPath>();
  #uses = 0;
  #same = 0;

  constructor(
    readonly input: NameProof,
    readonly words: ReadonlySet<string>,
    readonly now: Namespaces,
    readonly then: Namespaces,
  ) {
    this.#told = new Told(input.tree);
    for (const { file, name, to } of input.claims) {
      const names = now.world.files.get(file)?.names;
      for (const type of names?.types ?? []) {
        if (!names || type.name !== name) continue;
        const full = within(fullNameOf(names, type.scope), name);
        this.#renamed.set(`${file}\n${full}`, to);
        this.#fulls.set(full, file);
      }
    }
  }

  async result(): Promise<NameResult> {
    for (const claim of this.input.claims) this.#claimed(claim);
    const changed = new Set(this.input.texts.map(({ file }) => file));
    for (const file of this.now.world.files.values()) {
      this.#file(file, changed.has(file.path));
      this.#looking(file);
    }
    await this.#elsewhere();
    return { names: { uses: this.#uses, same: this.#same }, different: this.#told.different, gaps: this.#told.gaps };
  }

  #isRenamed({ file, full }: TypeEntry): boolean {
    return this.#renamed.has(`${file}\n${full}`);
  }

  /** The whole name that a declaration has then: types around it may be called otherwise, too. */
  #fullThen({ file, full }: Pick<TypeEntry, "file" | "full">): string {
    const words = full.split(".");
    return words.map((word, at) => this.#renamed.get(`${file}\n${words.slice(0, at + 1).join(".")}`) ?? word).join(".");
  }

  #keyNow(types: readonly TypeEntry[]): string {
    const keys = types.map((entry) => `${this.input.map.file(entry.file)}\n${this.#fullThen(entry)}`);
    return keys.sort().join("\n\n");
  }

  /** What was to get a name has it, and nothing else is called so beside it. */
  #claimed({ file, name, to }: NameProof["claims"][number]): void {
    const { map } = this.input;
    const goes = map.file(file);
    const [names, next] = [this.now.world.files.get(file)?.names, this.then.world.files.get(goes)?.names];
    if (this.now.world.projects.size > 0 && !this.now.world.projects.has(file))
      this.#told.gap(
        "another type",
        file,
        0,
        "no project that was read builds it, so who knows its types is not known",
      );
    const own = names?.types.filter((type) => type.name === name) ?? [];
    if (!names || !next || own.length === 0)
      return this.#told.wrong(file, 0, name, `it was to become ${to}, and its text could not be read`);
    for (const type of own) {
      const around = fullNameOf(names, type.scope);
      const full = this.#fullThen({ file, full: within(around, name) });
      const view = this.then.view(goes);
      const isSame = ({ type: { arity } }: TypeEntry): boolean => arity === type.arity;
      const were = (this.now.view(file).types.get(within(around, name)) ?? []).filter(isSame);
      const twins = (view.types.get(full) ?? []).filter(isSame);
      if (!twins.some((each) => each.file === goes))
        this.#told.wrong(file, type.start, name, `it was to become ${to}, and would not`);
      if (twins.length > were.length) this.#told.wrong(file, type.start, name, `two types would be called ${full}`);
      if (view.namespaces.has(full))
        this.#told.wrong(file, type.start, name, `a namespace and a type would be called ${full}`);
      const outer = names.scopes[type.scope];
      if (outer?.kind === "type" && outer.members.has(to))
        this.#told.wrong(file, type.start, name, `${outer.name} has a member ${to}`);
      if (outer?.kind === "type" && full.split(".").at(-2) === to)
        this.#told.wrong(file, type.start, name, `it lies in ${to}, and none may be called as the type around it is`);
      const body = names.scopes.find(({ kind, start }) => kind === "type" && start === type.start);
      if (body?.members.has(to) === true || view.types.has(`${full}.${to}`))
        this.#told.wrong(file, type.start, name, `it has a member ${to}, and none may be called as its type is`);
      if (type.isStored)
        this.#told.gap("stored", file, type.start, `what is stored as ${name} would not be found as ${to}`);
      if (outer?.kind === "type") this.#nested(name);
    }
  }

  /** A type within another may be named behind what no name is: `Row<int>.Kind`, `m:Row+Kind`. */
  #nested(name: string): void {
    for (const { path, names } of this.now.world.files.values()) {
      const text = this.input.tree.text(path)?.text ?? "";
      if (text.includes(`+${name}`))
        this.#told.gap("another type", path, text.indexOf(`+${name}`), `it holds +${name}`);
      if (names?.members.has(name) === true)
        this.#told.gap("another type", path, 0, `a member or a type within another is called ${name} here`);
    }
  }

  #holds(path: ProjectPath): boolean {
    const text = this.input.tree.text(path)?.text ?? "";
    return [...this.words].some((word) => text.includes(word));
  }

  #file({ path, names }: NamespaceFile, isChanged: boolean): void {
    const goes = this.input.map.file(path);
    const next = this.then.world.files.get(goes)?.names;
    if (!names || !next) {
      if (this.#holds(path) || isChanged)
        this.#told.gap("not understood", path, 0, "its names could not be told apart");
      return;
    }
    if (names.names.length !== next.names.length || names.types.length !== next.types.length)
      return this.#told.wrong(path, 0, "", "it would not say the same names any more");
    const isConcerned = (used: UsedName | undefined): boolean =>
      used?.parts.some(({ name }) => this.words.has(name)) === true;
    let isHeld = isChanged;
    names.types.forEach((type, index) => this.#declared(path, { names, next }, type, next.types[index]));
    names.names.forEach((used, index) => {
      const other = next.names[index];
      if (isConcerned(used) || isConcerned(other)) {
        isHeld = true;
        this.#name({ path, goes, names, next, index });
      } else if (isChanged && writtenOf(used) !== writtenOf(other))
        this.#told.wrong(path, used.parts[0]?.start ?? 0, writtenOf(used), "another name would change");
    });
    if ((isHeld || this.#holds(path)) && names.doubt)
      this.#told.gap("not understood", path, names.doubt.start, names.doubt.why);
    this.#otherNames(path, goes, names, next);
    this.#texts(path, names);
  }

  /** A declaration keeps its name or gets the new one, and so do its constructors. */
  #declared(
    path: ProjectPath,
    { names, next }: { readonly names: NamespaceNames; readonly next: NamespaceNames },
    type: DeclaredType,
    then: DeclaredType | undefined,
  ): void {
    const full = this.#fullThen({ file: path, full: within(fullNameOf(names, type.scope), type.name) });
    if (!then || within(fullNameOf(next, then.scope), then.name) !== full || then.arity !== type.arity)
      return this.#told.wrong(path, type.start, type.name, "it would be declared by another name");
    const repeats = then.repeats ?? [];
    if (repeats.length !== (type.repeats ?? []).length || repeats.some(({ name }) => name !== then.name))
      this.#told.wrong(path, type.start, type.name, "its constructors would not be called as it is");
  }

  #name(place: {
    readonly path: ProjectPath;
    readonly goes: ProjectPath;
    readonly names: NamespaceNames;
    readonly next: NamespaceNames;
    readonly index: number;
  }): void {
    const { path, goes, names, next, index } = place;
    const [used, other] = [names.names[index], next.names[index]];
    if (!used || !other) return;
    const start = used.parts[0]?.start ?? 0;
    if (used.parts.length !== other.parts.length)
      return this.#told.wrong(path, start, writtenOf(used), "it would not have as many words any more");
    const [was, is] = [typeWords(this.now, path, names, index), typeWords(this.then, goes, next, index)];
    used.parts.forEach((part, at) => {
      const then = other.parts[at];
      if (!then) return;
      const [old, own] = [was.find((each) => each.part === part), is.find((each) => each.part === then)];
      this.#word(path, { part, then, old, own, used });
      if (old && own && part.name !== then.name && at === 0) this.#hidden(place, other, own);
    });
  }

  #word(
    path: ProjectPath,
    {
      part,
      then,
      old,
      own,
      used,
    }: {
      readonly part: UsedName["parts"][number];
      readonly then: UsedName["parts"][number];
      readonly old: TypeWord | undefined;
      readonly own: TypeWord | undefined;
      readonly used: UsedName;
    },
  ): void {
    const isNew = part.name !== then.name;
    const isOfType = old?.types.some((entry) => this.#isRenamed(entry)) === true;
    const isMeant = isOfType && !old.isValue;
    if (used.isDocumentation === true && !isNew) return;
    if (isOfType && old.doubt !== undefined)
      this.#told.gap("another type", path, part.start, old.doubt, old.types[0]?.file);
    if (isMeant) this.#uses += 1;
    // A value stays what it is, whatever else is called so.
    if (old?.isValue === true && !isNew) return;
    if (!old || !own) {
      if (isNew || old) return this.#unlike(path, part, old, own);
      // A value, or what others declare, may come to mean the type.
      if (!own || (own.isValue && own.doubt === undefined)) return;
      if (used.form === "type") return this.#unlike(path, part, old, own);
      return this.#told.gap(
        "another type",
        path,
        part.start,
        `${part.name} may come to mean ${own.types[0]?.full ?? ""} here`,
      );
    }
    const isAlike =
      this.#keyNow(old.types) === keyOf(own.types) &&
      old.isValue === own.isValue &&
      old.ending === own.ending &&
      isNew === isMeant;
    if (!isAlike) return this.#unlike(path, part, old, own);
    if (isMeant) this.#same += 1;
    if (isMeant && own.doubt !== undefined && own.doubt !== old.doubt)
      this.#told.gap("another type", path, part.start, own.doubt, old.types[0]?.file);
    if (isMeant && new Set(old.types.map(({ full, type }) => `${full} ${type.arity}`)).size > 1)
      this.#told.gap("another type", path, part.start, `${part.name} may mean several types here`);
  }

  #unlike(path: ProjectPath, { name, start }: { name: string; start: number }, old?: TypeWord, own?: TypeWord): void {
    const meant = own?.types[0]?.full;
    const reason =
      meant === undefined
        ? "the type that it means would not be found by the new name"
        : own?.isValue === true
          ? `a value is called ${own.part.name} there`
          : `it would mean ${[...new Set(own?.types.map(({ full }) => full))].join(" or ")}`;
    this.#told.wrong(path, start, name, reason, { was: old?.types ?? [], is: own?.types ?? [] });
  }

  /** A new name that is found by what is taken in: a type of others may be called so, too. */
  #hidden(
    { path, goes, next, index }: { path: ProjectPath; goes: ProjectPath; next: NamespaceNames; index: number },
    other: UsedName,
    { types: [entry], part }: TypeWord,
  ): void {
    if (!entry || next.takes.some(({ target }) => target === index)) return;
    const { through, throughFile, isMember, isAlias, words } = this.then.meaningOf(goes, next, other);
    const start = this.input.tree.text(path)
      ? (this.now.world.files.get(path)?.names?.names[index]?.parts[0]?.start ?? 0)
      : 0;
    if (isMember && other.form === "type" && isPlaceholder(next, part.name))
      this.#told.gap("another type", path, start, `${part.name} stands for some other type here`);
    if (words !== 1 || isAlias === true || (through === undefined && throughFile === undefined)) return;
    const scope = through === undefined ? 0 : (next.takes[through]?.scope ?? 0);
    for (const rival of this.then.rivals(goes, next, scope, entry, true))
      this.#told.gap("another type", path, start, `${rival} may have a type ${part.name}, too`);
  }

  /** An alias may not be called as a type beside it is. */
  #otherNames(path: ProjectPath, goes: ProjectPath, names: NamespaceNames, next: NamespaceNames): void {
    for (const { kind, alias, scope, start } of next.takes) {
      const full = within(fullNameOf(next, scope), alias);
      if (kind !== "alias" || !this.then.view(goes).types.has(full)) continue;
      if (
        names.takes.some(
          (each) => each.alias === alias && this.now.view(path).types.has(within(fullNameOf(names, each.scope), alias)),
        )
      )
        continue;
      this.#told.wrong(path, start, alias, `an alias and the type ${full} would be called the same`);
    }
  }

  /** Whole names in texts in quotes, and namespaces to which a name may be put: the program may look for the type. */
  #texts(path: ProjectPath, names: NamespaceNames): void {
    for (const { name, start } of names.texts)
      for (const [full, file] of this.#fulls) {
        const space = spaceOf(full);
        const isNamed = full.includes(".") ? holdsName(name, full) : name === full;
        if (isNamed)
          this.#told.gap("another type", path, start, `"${name}" names ${full}, which gets another name`, file);
        else if (space !== "" && name.endsWith(`${space}.`))
          this.#told.gap("another type", path, start, `"${name}" may be put before a type's name`, file);
        else if (
          space !== "" &&
          new RegExp(`(?:clr-namespace|using):${space.replaceAll(".", "\\.")}(?![\\w.])`).test(name)
        )
          this.#told.gap("another type", path, start, "markup in a text may name the type", file);
      }
    // Markup may name the types of a namespace by an address.
    const text = this.input.tree.text(path)?.text ?? "";
    const mapped = text.includes("XmlnsDefinition")
      ? [...this.#fulls.keys()].find((full) => text.includes(`"${spaceOf(full)}"`))
      : undefined;
    if (mapped !== undefined)
      this.#told.gap(
        "another type",
        path,
        text.indexOf("XmlnsDefinition"),
        `markup names the types of ${spaceOf(mapped)} by an address`,
      );
  }

  /** Where types are looked for by their names alone, of those that may know the type. */
  #looking({ path, forms, names }: NamespaceFile): void {
    const found = forms.looksForNames?.(this.input.tree.text(path)?.text ?? "");
    const start = found?.start ?? names?.looksFor?.start;
    const why = found?.why ?? names?.looksFor?.why;
    if (start !== undefined && why !== undefined)
      this.#told.gap("another type", path, start, `types may be looked for by their names here (${why}…)`);
  }

  /** Whole names in files of other kinds, and names in code that nobody reads; files that know the namespace by ways that no list says. */
  async #elsewhere(): Promise<void> {
    const { tree, claims } = this.input;
    const own = new Set(claims.flatMap(({ name, file }) => spellingsOf(name, languageFor(file)?.namespaces)));
    const spaces = new Set([...this.#fulls.keys()].map(spaceOf));
    for (const path of await holdersOf(tree, [...own])) {
      const text = tree.text(path)?.text ?? "";
      if (languageFor(path)?.namespaces !== undefined) {
        if (this.now.world.files.has(path)) continue;
        const space = [...spaces].find(
          (each) =>
            each !== "" &&
            new RegExp(`\\b(?:using|clr-namespace)\\b[^;\\n]*\\b${each.replaceAll(".", "\\.")}(?![\\w.])`).test(text),
        );
        if (space !== undefined && !this.#hasOwn(path, space))
          this.#told.gap(
            "another type",
            path,
            text.indexOf(space),
            `it takes in ${space}, though no list says that it knows it`,
          );
        continue;
      }
      if (isOfTrade(path, "document") || isDocument(path)) continue;
      const full = [...this.#fulls].find(([name]) => name.includes(".") && holdsName(text, name));
      if (full)
        this.#told.gap(
          "another type",
          path,
          text.indexOf(full[0]),
          `it names ${full[0]}, which gets another name`,
          full[1],
        );
      else if (mayNameTypes(path))
        this.#told.gap("not understood", path, 0, "it may name the type, and is not read here");
    }
  }

  /** Whether what a file is built with declares a namespace itself. */
  #hasOwn(path: ProjectPath, space: string): boolean {
    const { projects } = this.now.world;
    const lists = projects.get(path);
    if (!lists) return false;
    return this.input.tree.paths.some(
      (other) =>
        [...(projects.get(other) ?? [])].some((list) => lists.has(list)) &&
        new RegExp(`\\bnamespace\\s+${space.replaceAll(".", "\\.")}(?![\\w.])`).test(
          this.input.tree.text(other)?.text ?? "",
        ),
    );
  }
}

/** The namespace, or the type, in which a type stands. */
function spaceOf(full: string): string {
  return full.slice(0, Math.max(0, full.lastIndexOf(".")));
}

function isPlaceholder(names: NamespaceNames, name: string): boolean {
  return names.scopes.some(({ placeholders }) => placeholders?.has(name) === true);
}

function writtenOf(used: UsedName | undefined): string {
  return (used?.parts ?? []).map(({ name }) => name).join(".");
}
