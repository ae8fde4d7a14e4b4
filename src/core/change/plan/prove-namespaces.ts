/**
 * The proof of types that come to lie in other namespaces. It does not trust the edits: every text that may be concerned is read again as
 * it will be, each of its names is set against the one that stood at its place, and must mean the same declaration, by all that is declared
 * and built together then. What cannot be told is said.
 */
import {
  fullNameOf,
  loadNamespaces,
  onlyNamespace,
  Modules,
  Namespaces,
  within,
  type NameMeaning,
  type NamespaceFile,
  type Resolver,
  type TypeEntry,
} from "../../graph/index.js";
import {
  isDocument,
  isOfTrade,
  languageFor,
  type NamespaceNames,
  type TakenIn,
  type UsedName,
} from "../../languages/index.js";
import type { ProjectPath } from "../../base/paths.js";
import type { PlannedTree, SourceTree } from "../../files/index.js";
import {
  callsOf,
  fullAfter,
  keyOf,
  mayMatter,
  newWords,
  wordsConcerned,
  wordsOfMoves,
  type NamespaceChange,
} from "../namespaces/changes.js";
import type { Claim } from "../draft.js";
import type { MoveMap } from "./move-map.js";
import { holdersOf } from "./name-holders.js";
import type { NewText } from "./plan.js";
import type { NameResult } from "./prove-names.js";
import { holdsName } from "./whole-names.js";
import { Told } from "./told.js";

/** What the proof is made from. */
export interface NamespaceProof {
  readonly tree: SourceTree;
  /** The tree as it will be, with the new texts. */
  readonly planned: PlannedTree;
  readonly before: Resolver;
  readonly after: Resolver;
  readonly map: MoveMap;
  readonly claims: readonly Extract<Claim, { readonly kind: "changes namespace" }>[];
  readonly texts: readonly NewText[];
}

/** Proves it, or says where another type would be meant. */
export async function proveNamespaces(input: NamespaceProof): Promise<NameResult> {
  const { tree, planned, before, after, map } = input;
  const files = input.claims.map(({ file }) => file);
  const words = wordsOfMoves(
    tree,
    files.map((from) => ({ from, to: map.file(from) })),
    input.claims.flatMap(({ from, to }) => newWords(from, to)),
  );
  // A text that changes may hold none of the words any more.
  const whole = input.texts.map(({ file }) => file);
  const now = new Namespaces(await loadNamespaces(new Modules(tree, before), { files, whole, words }));
  const goes = (paths: readonly ProjectPath[]): ProjectPath[] => paths.map((path) => map.file(path));
  const next = { files: goes(files), whole: goes(whole), words };
  const then = new Namespaces(await loadNamespaces(new Modules(planned, after), next));
  return new Proof(input, now, then).result();
}

class Proof {
  readonly #told: Told;
  readonly #changes: ReadonlyMap<ProjectPath, NamespaceChange>;
  readonly #words: ReadonlySet<string>;
  /** The namespaces that types leave. */
  readonly #left: ReadonlySet<string>;
  readonly #lent: ReadonlySet<string>;
  /** Whole names of the types that get another namespace, with their files. */
  readonly #fulls = new Map<string, ProjectPath>();
  #uses = 0;
  #same = 0;

  constructor(
    readonly input: NamespaceProof,
    readonly now: Namespaces,
    readonly then: Namespaces,
  ) {
    this.#told = new Told(input.tree);
    const { claims } = input;
    const { world } = now;
    this.#changes = new Map(
      claims.map((claim) => [
        claim.file,
        { ...claim, scope: onlyNamespace(world.files.get(claim.file)?.names)?.scope ?? 0 },
      ]),
    );
    this.#left = new Set(claims.map(({ from }) => from));
    this.#words = wordsConcerned(world, this.#changes);
    this.#lent = new Set(
      [...world.files.values()].flatMap(({ names }) => names?.types.flatMap(({ lends }) => [...lends]) ?? []),
    );
    for (const { file } of claims) {
      const names = world.files.get(file)?.names;
      for (const { name, scope } of names?.types ?? [])
        if (names) this.#fulls.set(`${fullNameOf(names, scope)}.${name}`, file);
    }
  }

  async result(): Promise<NameResult> {
    const { map, texts } = this.input;
    this.#claimed();
    const changed = new Set(texts.map(({ file }) => file));
    const left = new Set([...this.#changes.values()].flatMap(({ from }) => from.split(".")));
    for (const file of this.now.world.files.values()) {
      const isChanged = changed.has(file.path) || map.files.has(file.path);
      if (isChanged || (file.names ? mayMatter(file.names, this.#words, left) : this.#holds(file.path)))
        this.#file(file, isChanged);
      this.#texts(file);
      this.#looking(file);
      this.#unknown(file);
    }
    for (const file of this.#changes.keys()) this.#unexplained(file);
    await this.#elsewhere();
    return { names: { uses: this.#uses, same: this.#same }, different: this.#told.different, gaps: this.#told.gaps };
  }

  /** A declaration by the path and the whole name that it has then. */
  #keyNow(types: readonly TypeEntry[]): string {
    return types
      .map((entry) => `${this.input.map.file(entry.file)}\n${fullAfter(this.#changes, entry)}`)
      .sort()
      .join("\n\n");
  }

  /** What was to lie in a namespace does, and nothing else is called so there. */
  #claimed(): void {
    const { claims, map } = this.input;
    const isListed = this.now.world.projects.size > 0;
    for (const { file, to } of claims) {
      const goes = map.file(file);
      const names = this.then.world.files.get(goes)?.names;
      if (onlyNamespace(names)?.name !== to)
        this.#told.wrong(file, 0, to, "its types were to lie in this namespace, and would not");
      if (isListed && !this.now.world.projects.has(file))
        this.#told.gap(
          "other namespace",
          file,
          0,
          "no project that was read builds it, so who knows its types is not known",
        );
      for (let at: string = to; at !== ""; at = at.slice(0, Math.max(0, at.lastIndexOf("."))))
        if (this.then.view(goes).types.has(at))
          this.#told.wrong(file, 0, to, `a namespace and a type would be called ${at}`);
      const before = this.now.world.files.get(file)?.names;
      if (!names || !before) continue;
      for (const type of before.types) {
        const own = fullNameOf(before, type.scope);
        const full = fullAfter(this.#changes, { file, full: `${own}.${type.name}` });
        const twins = (this.then.view(goes).types.get(full) ?? []).filter(
          ({ type: { arity } }) => arity === type.arity,
        );
        const were = this.now.view(file).types.get(`${own}.${type.name}`) ?? [];
        if (twins.length > were.filter(({ type: { arity } }) => arity === type.arity).length)
          this.#told.wrong(file, type.start, type.name, `two types would be called ${full}`);
        if (this.then.view(goes).namespaces.has(full) && !this.now.view(file).namespaces.has(`${own}.${type.name}`))
          this.#told.wrong(file, type.start, type.name, `a namespace and a type would be called ${full}`);
        if (type.isStored)
          this.#told.gap(
            "stored",
            file,
            type.start,
            `what is stored as ${own}.${type.name} would not be found as ${full}`,
          );
      }
    }
  }

  #holds(path: ProjectPath): boolean {
    const text = this.input.tree.text(path)?.text ?? "";
    return [...this.#words].some((word) => text.includes(word));
  }

  #file({ path, names }: NamespaceFile, isChanged: boolean): void {
    const goes = this.input.map.file(path);
    const then = this.then.world.files.get(goes)?.names;
    if (!names || !then) return this.#told.gap("not understood", path, 0, "its names could not be told apart");
    if (names.doubt && isChanged) this.#told.gap("not understood", path, names.doubt.start, names.doubt.why);
    const [own, others] = [plainNames(names), plainNames(then)];
    if (own.length !== others.length) return this.#told.wrong(path, 0, "", "it would not say the same names any more");
    own.forEach((used, at) => {
      const other = others[at];
      if (!other || used.isDocumentation === true) return;
      if (!isChanged && !used.parts.some(({ name }) => this.#words.has(name))) return;
      const [was, now] = [this.now.meaningOf(path, names, used), this.then.meaningOf(goes, then, other)];
      // As many words are taken of what is meant as before.
      this.#rivals(path, used, { was, now, then });
      const isAsLong = used.parts.length - was.words === other.parts.length - now.words;
      this.#name(path, used, was, isAsLong || was.types.length === 0 ? now : { ...now, types: [] });
    });
    this.#calls(path, names, then);
    this.#takes(path, names, then);
  }

  /** A type that was found around a text, and is found then by what it takes in: a type of others may be called so, too. */
  #rivals(
    path: ProjectPath,
    { parts }: UsedName,
    { was, now, then }: { readonly was: NameMeaning; readonly now: NameMeaning; readonly then: NamespaceNames },
  ): void {
    const [entry] = now.types;
    const isNew = was.through === undefined && was.throughFile === undefined;
    if (!entry || !isNew || (now.through === undefined && now.throughFile === undefined)) return;
    const take = now.through === undefined ? undefined : then.takes[now.through];
    if (take?.kind === "alias") return;
    const [rival] = this.then.rivals(this.input.map.file(path), then, take?.scope ?? 0, entry);
    if (rival === undefined) return;
    const written = parts.map(({ name }) => name).join(".");
    this.#told.gap("other namespace", path, parts[0]?.start ?? 0, `${rival} may have a type ${written}, too`);
  }

  #name(path: ProjectPath, used: UsedName, was: NameMeaning, now: NameMeaning): void {
    const written = used.parts.map(({ name }) => name).join(".");
    const start = used.parts[0]?.start ?? 0;
    const isConcerned = was.types.some(({ file }) => this.#changes.has(file));
    const wanted = this.#keyNow(was.types);
    // `Text`, `Text.Length`: a value of a type that descends from one outside may be called as a namespace is.
    const isValue = used.form === "maybe" && was.types.length === 0 && was.words === 1 && used.from === undefined;
    if (isValue && now.types.length === 0 && (was.namespace !== undefined || now.namespace === undefined)) return;
    if (was.namespace !== undefined && was.words < used.parts.length && this.#left.has(was.namespace))
      this.#told.gap(
        "other namespace",
        path,
        start,
        `${written} is nothing that was read, and types leave ${was.namespace}`,
      );
    if (isConcerned) this.#uses += 1;
    if (wanted === keyOf(now.types) && (was.types.length > 0 || was.namespace === now.namespace)) {
      if (isConcerned) this.#same += 1;
      const [first] = was.types;
      const isClear = was.types.every(
        ({ full, type }) => full === first?.full && (type.isPartial || type.arity !== first.type.arity),
      );
      if (isConcerned && was.types.length > 1 && !isClear)
        this.#told.gap(
          "other namespace",
          path,
          start,
          `several files declare ${written}, and which of them is meant here is not known`,
        );
      return;
    }
    // As a value it means what the type around it has.
    if (was.types.length === 0 && was.isMember && used.form === "maybe") return;
    const meant = now.types[0]?.full ?? now.namespace;
    if (was.types.length > 0) {
      const fulls = [...new Set(now.types.map(({ full }) => full))];
      const reason =
        meant === undefined
          ? "the type that it means would not be found from there"
          : fulls.length > 1
            ? `it could mean ${fulls.join(" or ")} then`
            : now.types.length > was.types.length
              ? `more than one type would be called ${meant}`
              : `it would mean ${meant}`;
      return this.#told.wrong(path, start, written, reason, { was: was.types, is: now.types });
    }
    if (was.namespace !== undefined) {
      // A namespace with more in it than is known: what is taken of it comes from others.
      const reason = meant === undefined ? `there would be no namespace ${was.namespace}` : `it would mean ${meant}`;
      return this.#told.wrong(path, start, written, reason);
    }
    if (used.form === "type") return this.#told.wrong(path, start, written, `it would come to mean ${meant ?? ""}`);
    this.#told.gap("other namespace", path, start, `${written} may come to mean ${meant ?? ""} there`);
  }

  /** A text of which nothing is known may declare what others mean, and so may one that is not wholly understood. */
  #unknown({ path, names }: NamespaceFile): void {
    if (!names) {
      if (this.input.tree.text(path)) this.#told.gap("not understood", path, 0, "its names could not be told apart");
      return;
    }
    const isLeft = names.scopes.some(
      ({ kind }, scope) => kind === "namespace" && this.#left.has(fullNameOf(names, scope)),
    );
    if (names.doubt && isLeft) this.#told.gap("not understood", path, names.doubt.start, names.doubt.why);
  }

  /**
   * Types that a text of another namespace names, and that are declared nowhere: what is made when the project is built may lie in the
   * namespace that it leaves. Where it takes in others of which nothing is known, they are those.
   */
  #unexplained(path: ProjectPath): void {
    const names = this.now.world.files.get(path)?.names;
    const from = this.#changes.get(path)?.from ?? "";
    for (const used of names ? plainNames(names) : []) {
      const [first, second] = used.parts;
      const isBare = used.form === "type" && first && !second && used.from === undefined;
      if (!names || !isBare || !/^\p{Lu}/u.test(first.name) || /^T(?:[A-Z]|$)/.test(first.name)) continue;
      const { types, namespace, isMember } = this.now.meaningOf(path, names, used);
      if (types.length > 0 || namespace !== undefined || isMember || this.now.mayBeOutside(path, names, used)) continue;
      this.#told.gap(
        "other namespace",
        path,
        first.start,
        `${first.name} is declared nowhere that was read; it may lie in ${from}`,
      );
    }
  }

  /** Functions that classes lend to what stands in a text. */
  #calls(path: ProjectPath, names: NamespaceNames, then: NamespaceNames): void {
    const goes = this.input.map.file(path);
    for (const call of callsOf(path, names, this.now, this.#lent)) {
      const was = new Set(this.#keyNow(this.now.lenders(path, names, call)).split("\n\n"));
      const now = new Set(keyOf(this.then.lenders(goes, then, call)).split("\n\n"));
      was.delete("");
      now.delete("");
      const lost = [...was].find((key) => !now.has(key));
      if (lost !== undefined)
        this.#told.wrong(
          path,
          0,
          call,
          `what ${lost.slice(lost.indexOf("\n") + 1)} lends would not be found from there`,
        );
      const more = [...now].find((key) => !was.has(key));
      if (more !== undefined)
        this.#told.gap(
          "other namespace",
          path,
          0,
          `${more.slice(more.indexOf("\n") + 1)} lends ${call}, too, and comes to be known there`,
        );
    }
  }

  /** What is taken in has to be there, and types that it names have to be the same. */
  #takes(path: ProjectPath, names: NamespaceNames, then: NamespaceNames): void {
    const goes = this.input.map.file(path);
    const isOpen = ({ kind }: TakenIn): boolean => kind === "namespace";
    const had = new Set(names.takes.filter(isOpen).map((take) => writtenOf(names, take)));
    for (const take of then.takes.filter(isOpen)) {
      const written = writtenOf(then, take);
      const meant = this.then.takes(goes, then, take);
      const was = names.takes.find((each) => isOpen(each) && writtenOf(names, each) === written);
      const wasMeant = was && this.now.takes(path, names, was);
      if (meant) continue;
      if (wasMeant || !had.has(written))
        this.#told.wrong(path, was?.start ?? 0, written, "there would be no such namespace");
    }
    const has = new Set(then.takes.filter(isOpen).map((take) => writtenOf(then, take)));
    for (const take of names.takes)
      if (isOpen(take) && !has.has(writtenOf(names, take))) this.#dropped(path, names, take);
    for (const { kind, alias, scope } of then.takes) {
      const full = within(fullNameOf(then, scope), alias);
      const isNew = !names.takes.some(
        (each) => each.alias === alias && this.now.view(path).types.has(within(fullNameOf(names, each.scope), alias)),
      );
      if (kind === "alias" && isNew && this.then.view(goes).types.has(full))
        this.#told.wrong(path, 0, alias, `an alias and the type ${full} would be called the same`);
    }
    // What an alias meant is proved where it is used; one that is needed no more may go.
    for (const take of names.takes) {
      const was = isOpen(take) ? undefined : this.now.takes(path, names, take);
      const isGone = take.kind === "alias" && !then.takes.some(({ alias }) => alias === take.alias);
      if (!was || was.types.length === 0 || isGone) continue;
      const wanted = this.#keyNow(was.types);
      const isThere = then.takes.some(
        (other) =>
          other.kind === take.kind &&
          other.alias === take.alias &&
          keyOf(this.then.takes(goes, then, other)?.types ?? []) === wanted,
      );
      if (!isThere) this.#told.wrong(path, take.start, writtenOf(names, take), "it would not be found by this name");
    }
  }

  /** What is taken in no more may have been that of a package, too. */
  #dropped(path: ProjectPath, names: NamespaceNames, take: TakenIn): void {
    const written = writtenOf(names, take);
    const first = written.split(".", 1)[0] ?? "";
    for (const list of this.now.world.projects.get(path) ?? [])
      for (const { name } of this.now.world.files.get(list)?.names?.others ?? [])
        if (name.split(".", 1)[0] === first)
          this.#told.gap(
            "other namespace",
            path,
            take.start,
            `${name} may have types in ${written}, too, which is taken in no more`,
          );
  }

  /** Names of types and namespaces in texts in quotes: the program may look for them. */
  #texts({ path, names }: NamespaceFile): void {
    if (!names || names.texts.length === 0) return;
    const left = this.#left;
    for (const { name, start } of names.texts) {
      const found = [...this.#fulls].find(([each]) => holdsName(name, each));
      if (found) {
        const [full, file] = found;
        this.#told.gap("other namespace", path, start, `"${name}" names ${full}, which gets another namespace`, file);
      } else if ([...left].some((each) => stands(name, each)))
        this.#told.gap("other namespace", path, start, `"${name}" names a namespace that types leave`);
      else if (/^\.?[A-Za-z]\w*(?:\.\w+)*\.?$/.test(name) && /^\.|\.$/.test(name)) {
        const inside = [...left].find((each) => `.${each}.`.includes(name));
        if (inside !== undefined)
          this.#told.gap("other namespace", path, start, `"${name}" may be a part of ${inside}, which types leave`);
      }
    }
  }

  #looking({ path, names }: NamespaceFile): void {
    if (!names?.looksFor) return;
    const { start, why } = names.looksFor;
    this.#told.gap("other namespace", path, start, `types may be looked for by their namespaces here (${why}…)`);
  }

  /**
   * Files of other projects that take in a namespace that types leave, where none of those projects has it itself: they know it by ways
   * that no list says.
   */
  #beyond(holders: readonly ProjectPath[]): void {
    const { projects } = this.now.world;
    const textOf = (path: ProjectPath): string => this.input.tree.text(path)?.text ?? "";
    for (const space of this.#left) {
      const named = space.replaceAll(".", "\\.");
      const isDeclared = new RegExp(`\\bnamespace\\s+${named}(?![\\w])`);
      const own = new Set(
        holders.filter((path) => isDeclared.test(textOf(path))).flatMap((path) => [...(projects.get(path) ?? [])]),
      );
      const isNamed = new RegExp(
        `(?:\\busing\\s+(?:static\\s+|\\w+\\s*=\\s*)?|clr-namespace:|using:|Include=")${named}(?!\\w)`,
      );
      for (const path of holders)
        if (isNamed.test(textOf(path)) && ![...(projects.get(path) ?? [])].some((list) => own.has(list)))
          this.#told.gap(
            "other namespace",
            path,
            textOf(path).indexOf(space),
            `it takes in ${space}, which types leave, though no list says that it knows them`,
          );
    }
  }

  /** Whole names of types in files of other kinds, and the namespaces that they leave in those that nobody reads. */
  async #elsewhere(): Promise<void> {
    const { tree } = this.input;
    const holders = await holdersOf(tree, [...this.#fulls.keys(), ...this.#left]);
    this.#beyond(holders.filter((path) => languageFor(path)?.namespaces && !this.now.world.files.has(path)));
    for (const path of holders) {
      if (languageFor(path)?.namespaces !== undefined || isOfTrade(path, "document") || isDocument(path)) continue;
      const text = tree.text(path)?.text ?? "";
      const full = [...this.#fulls].find(([name]) => holdsName(text, name));
      if (full) {
        const [name, file] = full;
        this.#told.gap(
          "other namespace",
          path,
          text.indexOf(name),
          `it names ${name}, which gets another namespace`,
          file,
        );
        continue;
      }
      const space = languageFor(path) ? undefined : [...this.#left].find((each) => isTakenIn(text, each));
      if (space === undefined) continue;
      const what = `it names ${space}, which types leave, and is not read here`;
      this.#told.gap("other namespace", path, text.indexOf(space), what);
    }
  }
}

/** Whether a text takes in a namespace in any language, or names one that is a name of several words. */
function isTakenIn(text: string, namespace: string): boolean {
  if (!stands(text, namespace)) return false;
  const name = namespace.replaceAll(".", "\\.");
  return namespace.includes(".") || new RegExp(`(?:using|Imports|open|import|namespace)\\s+${name}\\b`, "i").test(text);
}

/** Whether a text holds a whole name with nothing behind it. */
function stands(text: string, name: string): boolean {
  for (let at = text.indexOf(name); at >= 0; at = text.indexOf(name, at + 1))
    if (!/[\w.]/.test(text[at - 1] ?? "") && !/^\.?\w/.test(text.slice(at + name.length, at + name.length + 2)))
      return true;
  return false;
}

function writtenOf(names: NamespaceNames, { target }: TakenIn): string {
  return (names.names[target]?.parts ?? []).map(({ name }) => name).join(".");
}

/** The names of a text that are not what it takes in: those come and go. */
function plainNames(names: NamespaceNames): UsedName[] {
  const taken = new Set(names.takes.map(({ target }) => target));
  return names.names.filter((_, index) => !taken.has(index));
}
