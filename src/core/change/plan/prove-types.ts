/**
 * The proof of types that get other names, in languages whose files know each other's types without naming the files. It does not trust
 * the edits: every file that holds an old or a new name is read again as it will be, each name is set against the one that stood at its
 * place, and must mean the same declaration, by all that is declared and listed then. What cannot be told is said.
 */
import { Modules, loadTypes, Types, typesAfter, type TypeFile, type TypeMeaning } from "../../graph/index.js";
import { languageFor, type TypePlace } from "../../languages/index.js";
import type { ProjectPath } from "../../base/paths.js";
import { holdersOf } from "./name-holders.js";
import type { Difference, Gap } from "./plan.js";
import type { NameProof, NameResult } from "./prove-names.js";
import { pathsWithForm } from "./type-files.js";

/** Proves it, or says where another type would be meant. */
export async function proveTypes(input: NameProof): Promise<NameResult> {
  const { tree, planned, before, after, map, claims } = input;
  const modules = new Modules(tree, before);
  const words = new Set(claims.flatMap(({ name, to }) => [name, to]));
  const holders = await holdersOf(tree, [...words]);
  const withForm = (...form: [string, readonly string[]]): ReturnType<typeof pathsWithForm> =>
    pathsWithForm(tree, ...form);
  const world = await loadTypes({ modules, holders, names: words, withForm });
  const then = typesAfter(world, new Modules(planned, after), (path) => map.file(path));
  return new Proof(input, words, new Types(world), new Types(then)).result();
}

class Proof {
  readonly #different: Difference[] = [];
  readonly #gaps: Gap[] = [];
  readonly #renamed: ReadonlyMap<string, string>;
  #uses = 0;
  #same = 0;

  constructor(
    readonly input: NameProof,
    readonly words: ReadonlySet<string>,
    readonly before: Types,
    readonly after: Types,
  ) {
    this.#renamed = new Map(input.claims.map(({ file, name, to }) => [`${file}\n${name}`, to]));
  }

  result(): NameResult {
    this.#claimed();
    for (const file of this.before.world.files.values()) this.#file(file);
    return { names: { uses: this.#uses, same: this.#same }, different: this.#different, gaps: this.#gaps };
  }

  /** What was to get a name has it, and nothing is called by the old one there. */
  #claimed(): void {
    const { claims, map } = this.input;
    for (const { file, name, to } of claims) {
      const then = this.after.world.files.get(map.file(file))?.names?.places ?? [];
      const declares = (wanted: string): boolean =>
        then.some(({ name: each, role }) => role === "declares" && each === wanted);
      if (!declares(to) || declares(name))
        this.#wrong(file, 0, name, { before: [file], after: [], reason: `it was to become ${to}, and would not` });
      if (!this.before.world.members.has(file))
        this.#gap("another type", file, 0, "no target that was read builds it, so whose names it knows is not known");
      const place = this.before.world.files
        .get(file)
        ?.names?.places.find((each) => each.name === name && each.isStored);
      if (place) this.#gap("stored", file, place.start, `what is stored as ${name} would not be found as ${to}`);
    }
  }

  #file({ path, names }: TypeFile): void {
    const goes = this.input.map.file(path);
    const then = this.after.world.files.get(goes)?.names;
    if (!names || !then) {
      // A file of which nothing is known may hold the name anywhere.
      if (this.#holds(path)) this.#gap("not understood", path, 0, "its names could not be told apart");
      if (names && !then)
        this.#wrong(path, 0, "", { before: [path], after: [], reason: "the new text could not be read" });
      return;
    }
    if (names.places.length !== then.places.length) {
      const reason = "another number of names would be in the new text";
      return this.#wrong(path, 0, "", { before: [path], after: [], reason });
    }
    names.places.forEach((place, index) => this.#place({ path, goes }, place, then.places[index] as TypePlace));
  }

  #holds(path: ProjectPath): boolean {
    const text = this.input.tree.text(path)?.text ?? "";
    return [...this.words].some((word) => text.includes(word));
  }

  #place(
    { path, goes }: { readonly path: ProjectPath; readonly goes: ProjectPath },
    now: TypePlace,
    then: TypePlace,
  ): void {
    const isConcerned = this.words.has(now.name) || this.words.has(then.name);
    if (!isConcerned) {
      if (now.name === then.name) return;
      return this.#wrong(path, now.start, now.name, { before: [path], after: [], reason: "another name would change" });
    }
    const [was, is] = [this.before.meaning(path, now), this.after.meaning(goes, then)];
    this.#doubt(path, now, was);
    this.#stray(path, now, was);
    if (was.state === "unclear") {
      if (now.name !== then.name) this.#unlike(path, now, was, is);
      return;
    }
    const isRenamed = now.name !== then.name;
    if (isRenamed || was.state === "known") this.#uses += 1;
    if (!this.#isAlike(now, then, was, is)) return this.#unlike(path, now, was, is);
    if (isRenamed || was.state === "known") this.#same += 1;
  }

  #isAlike(now: TypePlace, then: TypePlace, was: TypeMeaning, is: TypeMeaning): boolean {
    if (was.state !== "known" || is.state !== "known") return was.state === is.state && now.name === then.name;
    const name = this.#renamed.get(`${was.file}\n${was.name}`) ?? was.name;
    return is.file === this.input.map.file(was.file) && is.name === name && then.name === name;
  }

  #unlike(path: ProjectPath, { start, name }: TypePlace, was: TypeMeaning, is: TypeMeaning): void {
    const files = (meaning: TypeMeaning): ProjectPath[] => (meaning.state === "known" ? [meaning.file] : []);
    const reason = is.state === "unclear" ? `another type may be meant: ${is.why}` : "another type would be meant";
    this.#wrong(path, start, name, { before: files(was), after: files(is), reason });
  }

  /** Where what gets another name may be meant, and may not. */
  #doubt(path: ProjectPath, place: TypePlace, meaning: TypeMeaning): void {
    const claim = this.input.claims.find(({ name, to }) => name === place.name || to === place.name);
    if (!claim) return;
    if (
      meaning.state === "known" &&
      meaning.doubt !== undefined &&
      this.#renamed.has(`${meaning.file}\n${meaning.name}`)
    )
      this.#gap("another type", path, place.start, meaning.doubt, claim.file);
    if (meaning.state !== "unclear" || this.#isKnownApart(path, place, claim)) return;
    this.#gap("another type", path, place.start, meaning.why, claim.file);
  }

  /** In a file that nothing builds, as far as was read, the name may mean what gets another. */
  #stray(path: ProjectPath, { name, start, role, qualifier }: TypePlace, meaning: TypeMeaning): void {
    if (meaning.state !== "outside" || role !== "uses" || qualifier !== undefined) return;
    const claim = this.input.claims.find((each) => each.name === name);
    const isAlike = claim && languageFor(path) === languageFor(claim.file);
    if (isAlike && !this.before.world.members.has(path))
      this.#gap("another type", path, start, "no target that was read builds this file", claim.file);
  }

  /** Objective-C and the system know a class by the name that stays, if it has one of its own for them. */
  #isKnownApart(path: ProjectPath, { name }: TypePlace, claim: NameProof["claims"][number]): boolean {
    if (languageFor(path) === languageFor(claim.file)) return false;
    const tops = this.before.tops(name);
    if (name === claim.to) return false;
    return tops.length > 0 && tops.every(({ place }) => place.knownAs !== undefined);
  }

  #gap(reason: Gap["reason"], file: ProjectPath, start: number, detail: string, names?: ProjectPath): void {
    // What is said of one place of a file is said of all.
    if (this.#gaps.some((gap) => gap.file === file && gap.detail === detail)) return;
    const at = this.input.tree.text(file)?.positionAt(start) ?? { line: 1, column: 1 };
    this.#gaps.push({ reason, file, at, detail, ...(names !== undefined && { names }) });
  }

  #wrong(
    file: ProjectPath,
    start: number,
    specifier: string,
    rest: Pick<Difference, "before" | "after" | "reason">,
  ): void {
    const at = this.input.tree.text(file)?.positionAt(start) ?? { line: 1, column: 1 };
    this.#different.push({ file, at, specifier, ...rest });
  }
}
