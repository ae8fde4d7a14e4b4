/**
 * The proof of names. It does not trust the edits: the new texts are read again, and every place is set against the one that it
 * was. Within a file, places that meant one variable must mean one variable, and no other place may; a property keeps its name. From
 * file to file, each name that is taken must come from the same declaration as before, by whatever indexes.
 */
import { Modules, type Origin, type Resolver } from "../../graph/index.js";
import {
  codeLanguage,
  languageFor,
  prepareNames,
  type Extraction,
  type Taking,
  type TextNames,
} from "../../languages/index.js";
import { inCase, splitWords, wordsKey } from "../../base/names/index.js";
import { nameOf, type ProjectPath } from "../../base/paths.js";
import { applyEdits, SourceText, type TextEdit } from "../../base/text/index.js";
import type { PlannedTree, SourceTree } from "../../files/index.js";
import type { Claim } from "../draft.js";
import type { MoveMap } from "./move-map.js";
import { holdersOf, mayMean } from "./name-holders.js";
import type { Difference, Gap, NameCount, NewText } from "./plan.js";
import { takenNames, type TakenName } from "./taken-names.js";
import { WholeFiles } from "./whole-files.js";

/** A claim that a name of a file is another from then on. */
export type Renames = Extract<Claim, { readonly kind: "renames" }>;

/** A claim that a property has another name from then on, wherever the draft says so. */
export type RenamesProperty = Extract<Claim, { readonly kind: "renames property" }>;

/** What the proof is made from. */
export interface NameProof {
  readonly tree: SourceTree;
  /** The tree as it will be, with the new texts. */
  readonly planned: PlannedTree;
  readonly before: Resolver;
  readonly after: Resolver;
  readonly map: MoveMap;
  readonly claims: readonly Renames[];
  readonly properties?: readonly RenamesProperty[];
  readonly texts: readonly NewText[];
}

/** What came of it. */
export interface NameResult {
  readonly names: NameCount;
  readonly different: readonly Difference[];
  readonly gaps: readonly Gap[];
}

/** Proves it, or says where another declaration would be meant. */
export async function proveNames(input: NameProof): Promise<NameResult> {
  await prepareNames(input.tree);
  return new Proof(input).result();
}

class Proof {
  readonly #before: Modules;
  readonly #after: Modules;
  readonly #texts: ReadonlyMap<ProjectPath, NewText>;
  readonly #different: Difference[] = [];
  readonly #gaps: Gap[] = [];
  /** The names of a file that are other ones from then on, by its present path. */
  readonly #renamed = new Map<ProjectPath, Map<string, string>>();
  readonly #changing: ReadonlySet<string>;
  readonly #properties: ReadonlyMap<string, string>;
  readonly #wholes: WholeFiles;
  #uses = 0;
  #same = 0;

  constructor(readonly input: NameProof) {
    this.#before = new Modules(input.tree, input.before);
    this.#after = new Modules(input.planned, input.after);
    this.#wholes = new WholeFiles(input.tree, this.#before, input.claims);
    this.#texts = new Map(input.texts.map((text) => [text.file, text]));
    this.#properties = new Map((input.properties ?? []).map(({ name, to }) => [name, to]));
    this.#changing = new Set(input.claims.flatMap(({ name, to }) => [name, to]));
  }

  async result(): Promise<NameResult> {
    const { tree, claims } = this.input;
    const words = [...this.#changing].filter((name) => name !== "default");
    const holders = (await holdersOf(tree, words)).filter((path) => languageFor(path)?.names !== undefined);
    const concern = { modules: this.#before, names: this.#changing };
    const declaring = new Set(claims.map(({ file }) => file));
    const paths = new Set([
      ...[...this.#texts.keys()].filter((path) => languageFor(path)?.names !== undefined),
      ...holders.filter((path) => declaring.has(path) || mayMean(path, concern)),
    ]);
    const named = new Map<ProjectPath, TextNames | undefined>();
    for (const path of paths) named.set(path, await this.#alike(path));
    for (const { file, name, to } of claims) this.#claimed(file, name, to);
    for (const path of paths) await this.#taken(path, named.get(path));
    for (const path of await this.#wholes.search(paths)) this.#unread(path);
    await this.#tags();
    await this.#propertiesLeft();
    const gaps = [...this.#wholes.gaps, ...this.#gaps];
    return { names: { uses: this.#uses, same: this.#same }, different: this.#different, gaps };
  }

  async #namesIn(text: string, path: ProjectPath): Promise<TextNames | undefined> {
    return languageFor(path)?.names?.(text, nameOf(path));
  }

  /** Within one file: the same places mean the same. Gives its names as they are. */
  async #alike(path: ProjectPath): Promise<TextNames | undefined> {
    const { tree, map } = this.input;
    const before = tree.text(path)?.text ?? "";
    const now = await this.#namesIn(before, path);
    const text = this.#texts.get(path);
    if (!text || !now) return now;
    const then = await this.#namesIn(text.after, map.file(path));
    const wrong = then
      ? firstUnlike(now, then, outsideNames(this.#before.reading(path)), this.#properties)
      : { start: 0, reason: "the new text could not be read" };
    if (wrong) this.#wrong(path, wrong.start, wrong.name ?? "", wrong.reason);
    if (!then) return now;
    this.#renamed.set(path, newNames(now, then));
    const changed = countChanged(now, then);
    this.#uses += changed;
    if (!wrong) this.#same += changed;
    return now;
  }

  #wrong(path: ProjectPath, start: number, specifier: string, reason: string): void {
    const at = this.input.tree.text(path)?.positionAt(start) ?? { line: 1, column: 1 };
    this.#different.push({ file: path, at, specifier, before: [], after: [], reason });
  }

  #claimed(file: ProjectPath, name: string, to: string): void {
    if (name === "default" || this.#renamed.get(file)?.get(name) === to) return;
    this.#wrong(file, 0, name, `it was to become ${to}, and would not`);
  }

  /** From file to file: each name that could be concerned is taken of the same declaration. */
  async #taken(path: ProjectPath, names: TextNames | undefined): Promise<void> {
    const { map } = this.input;
    const reading = this.#before.reading(path);
    if (names === undefined || reading.reading !== "whole") return this.#unread(path);
    this.#astray(path, names);
    const goes = map.file(path);
    const text = this.#texts.get(path)?.after;
    const then = takenNames(goes, this.#after, text === undefined ? names : await this.#namesIn(text, goes));
    const now = takenNames(path, this.#before, names);
    if (now.length !== then.length)
      return this.#wrong(path, now[0]?.start ?? 0, "", "the new text would take other names of other files");
    now.forEach((each, index) => this.#held(path, each, then[index] as TakenName));
  }

  /** A name that no file here gives may come by an import that leads nowhere: an index that is generated, or not checked out. */
  #astray(path: ProjectPath, { takings }: TextNames): void {
    const { tree, before, claims } = this.input;
    const { references } = this.#before.reading(path);
    for (const { reference, others, members = [] } of openTakings(takings)) {
      const giving = references.filter(({ start }) => start === reference || others.includes(start));
      const lost = giving.find((each) => /^(?:unresolved|beyond)$/.test(before.resolve(path, each).state));
      const member = members.find(
        ({ name }) =>
          claims.some((claim) => claim.name === name) && this.#before.originsThrough(path, giving, name).length === 0,
      );
      if (!lost || !member) continue;
      const at = tree.text(path)?.positionAt(lost.start) ?? { line: 1, column: 1 };
      const names = claims.find(({ name }) => name === member.name)?.file;
      const detail = `it takes ${member.name} by names that lead nowhere`;
      this.#gaps.push({ reason: "not understood", file: path, at, detail, ...(names !== undefined && { names }) });
    }
  }

  #held(path: ProjectPath, now: TakenName, then: TakenName): void {
    if (now.name === "*") return this.#wholes.note(path, now);
    if (!this.#changing.has(now.name) && !this.#changing.has(then.name) && now.name === then.name) return;
    this.#uses += 1;
    const wanted = now.origins.map((origin) => this.#keyThen(origin)).sort();
    const found = then.origins.map(({ file, name }) => `${file}\n${name}`).sort();
    if (wanted.join("\t") === found.join("\t") && (now.origins.length > 0 || now.name === then.name)) {
      this.#same += 1;
      return;
    }
    const at = this.input.tree.text(path)?.positionAt(now.start) ?? { line: 1, column: 1 };
    this.#different.push({
      file: path,
      at,
      specifier: now.name,
      before: now.origins.map(({ file }) => file),
      after: then.origins.map(({ file }) => file),
      reason: "another declaration would be meant",
    });
  }

  #keyThen({ file, name }: Origin): string {
    return `${this.input.map.file(file)}\n${this.#renamed.get(file)?.get(name) ?? name}`;
  }

  /** A text that holds the name and could not be read by scope: it matters if it may reach one of the files. */
  #unread(path: ProjectPath): void {
    const { tree } = this.input;
    const { problem, references } = this.#before.reading(path);
    const reaches = references.some((reference) =>
      this.#before
        .targetsOf(path, reference)
        .some((target) =>
          this.input.claims.some(
            ({ file, name }) =>
              target === file || this.#before.originsOf(target, name).some((each) => each.file === file),
          ),
        ),
    );
    const own = this.input.claims.some(({ file }) => file === path);
    if (!reaches && !own && problem === undefined) return;
    const at = tree.text(path)?.positionAt(problem?.offset ?? 0) ?? { line: 1, column: 1 };
    const detail = problem?.message ?? "its names could not be told apart";
    const names = this.input.claims[0]?.file;
    this.#gaps.push({ reason: "not understood", file: path, at, detail, ...(names !== undefined && { names }) });
  }

  /** Properties that keep the old name: whether they are the same as those that change is told by nothing but their letters. */
  async #propertiesLeft(): Promise<void> {
    const { tree, map } = this.input;
    for (const path of await holdersOf(tree, [...this.#properties.keys()])) {
      if (languageFor(path)?.names === undefined) continue;
      const names = await this.#namesIn(this.#texts.get(path)?.after ?? tree.text(path)?.text ?? "", map.file(path));
      if (!names) {
        this.#unread(path);
        continue;
      }
      const variables = new Set(placed(names).map(({ start }) => start));
      const outside = outsideNames(this.#after.reading(map.file(path)));
      const source = SourceText.ofNew(this.#texts.get(path)?.after ?? tree.text(path)?.text ?? "");
      const left = names.identifiers.filter(
        ({ name, start }, index) =>
          this.#properties.has(name) &&
          !outside.has(start) &&
          (!variables.has(start) || names.identifiers[index + 1]?.start === start),
      );
      const lines = new Map(left.map(({ start }) => [source.positionAt(start).line, source.positionAt(start)]));
      for (const [line, at] of lines) {
        const detail = source.text.split(/\r?\n/)[line - 1]?.trim() ?? "";
        this.#gaps.push({ reason: "same property", file: path, at, detail, names: path });
      }
    }
  }

  /**
   * Tags of templates that nothing in their file explains, and that are called as a component's file is: some frameworks find
   * components by the names of their files.
   */
  async #tags(): Promise<void> {
    const { tree, claims, map } = this.input;
    for (const { file, name } of claims) {
      const stem = nameOf(file).replace(/\..*$/, "");
      if (name !== "default" || languageFor(file) === codeLanguage || nameOf(map.file(file)) === nameOf(file)) continue;
      const words = splitWords(stem);
      for (const path of await holdersOf(tree, [inCase(words, "Pascal"), inCase(words, "kebab")])) {
        const text = this.#texts.get(path)?.after ?? tree.text(path)?.text ?? "";
        const names = await this.#namesIn(text, path);
        const tag = names?.unownedTags?.find((each) => wordsKey(splitWords(each.name)) === wordsKey(words));
        if (!tag) continue;
        const at = SourceText.ofNew(text).positionAt(tag.start);
        this.#gaps.push({ reason: "found by name", file: path, at, detail: `<${tag.name}>`, names: file });
      }
    }
  }
}

/** What may be taken of several files, without a list. */
function openTakings(takings: readonly Taking[]): readonly (Taking & { readonly others: readonly number[] })[] {
  return takings.flatMap((taking) => (taking.others ? [{ ...taking, others: taking.others }] : []));
}

/** What variables of the whole file are called then. */
function newNames(now: TextNames, then: TextNames): Map<string, string> {
  const [old, fresh] = [placed(now), placed(then)];
  return new Map(
    old.flatMap(({ name, level }, index): [string, string][] =>
      level === "top" ? [[name, fresh[index]?.name ?? name]] : [],
    ),
  );
}

/** Places at which a variable has another name. */
function countChanged(now: TextNames, then: TextNames): number {
  const fresh = placed(then);
  return placed(now).filter(({ name }, index) => fresh[index]?.name !== name).length;
}

/** Where a file writes what other files call its names, or what it calls theirs: those are proved from file to file. */
function outsideNames({ references, exports = [] }: Extraction): ReadonlySet<number> {
  const bindings = references.flatMap((reference) => reference.bindings ?? []);
  return new Set([
    ...bindings.flatMap(({ start, localStart }) => [start, localStart]),
    ...exports.map(({ start }) => start),
  ]);
}

/** The first place at which two texts do not mean the same; offsets are those of the first. */
export function firstUnlike(
  now: TextNames,
  then: TextNames,
  outside: ReadonlySet<number>,
  properties: ReadonlyMap<string, string> = new Map(),
): { readonly start: number; readonly name?: string; readonly reason: string } | undefined {
  const [old, fresh] = [placed(now), placed(then)];
  if (old.length !== fresh.length)
    return { start: old[0]?.start ?? 0, reason: "another number of names would be in the new text" };
  const pairs = new Map<number, number>();
  const back = new Map<number, number>();
  for (const [index, place] of old.entries()) {
    const other = fresh[index] as Placed;
    const isSame =
      (pairs.get(place.variable) ?? other.variable) === other.variable &&
      (back.get(other.variable) ?? place.variable) === place.variable &&
      place.level === other.level &&
      (place.level !== "free" || place.name === other.name);
    if (!isSame) return { start: place.start, name: place.name, reason: "another declaration would be meant" };
    pairs.set(place.variable, other.variable);
    back.set(other.variable, place.variable);
  }
  return unlikeProperty(now, then, outside, properties);
}

interface Placed {
  readonly start: number;
  readonly name: string;
  readonly variable: number;
  readonly level: string;
}

function placed({ variables }: TextNames): Placed[] {
  return variables
    .flatMap(({ name, level, places }, variable) => places.map(({ start }) => ({ start, name, variable, level })))
    .sort((a, b) => a.start - b.start);
}

/**
 * Identifiers that mean no variable and are taken of no file have to be what they were. Of two that begin at one place, as in
 * `{ Tree }`, the first is the property, and the last means the variable.
 */
function unlikeProperty(
  now: TextNames,
  then: TextNames,
  outside: ReadonlySet<number>,
  properties: ReadonlyMap<string, string>,
): { readonly start: number; readonly name: string; readonly reason: string } | undefined {
  if (now.identifiers.length !== then.identifiers.length)
    return { start: 0, name: "", reason: "another number of names would be in the new text" };
  const places = new Set(now.variables.flatMap((variable) => variable.places.map(({ start }) => start)));
  const taken = new Set(
    [
      ...now.variables.flatMap((variable) => variable.places.flatMap(({ members = [] }) => members)),
      ...now.takings.flatMap(({ members = [] }) => members),
    ].map(({ start }) => start),
  );
  for (const { places: some } of now.variables)
    for (const { start, form } of some) if (form === "registration") taken.add(start);
  for (const [index, { name, start }] of now.identifiers.entries()) {
    const isVariable = places.has(start) && now.identifiers[index + 1]?.start !== start;
    if (then.identifiers[index]?.name === name || isVariable || taken.has(start) || outside.has(start)) continue;
    if (properties.has(name) && properties.get(name) === then.identifiers[index]?.name) continue;
    return { start, name, reason: "a property would get another name" };
  }
  return undefined;
}

/** A text with edits. */
export interface EditedText {
  readonly text: string;
  readonly path: ProjectPath;
  readonly edits: readonly TextEdit[];
  readonly reading: Extraction;
}

/** Whether a text means the same after edits as before; where not, the first place. */
export async function unlikeAfter(
  names: TextNames,
  { text, path, edits, reading }: EditedText,
): Promise<ReturnType<typeof firstUnlike>> {
  const then = await languageFor(path)?.names?.(applyEdits(text, edits), nameOf(path));
  return then
    ? firstUnlike(names, then, outsideNames(reading))
    : { start: 0, reason: "the new text could not be read" };
}
