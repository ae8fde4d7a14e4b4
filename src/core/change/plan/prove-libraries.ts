/**
 * The proof for what goes from one library to another, in languages whose files take each other by directives. It does not trust the
 * edits: all texts that change are read again, and
 * - every declaration of the libraries that give and gain is there once, letter for letter but for names, and each name in it means what
 *   it meant; what only its own library may know or do is still in that library;
 * - whatever else takes something of them by a directive takes the same declarations, and the same extensions may be meant;
 * - what may come from where nobody can look (a package) may still come from there. Where it may come from elsewhere as well, the proof is
 *   not complete.
 */
import {
  declarationsOf,
  formsOf,
  Libraries,
  mayNeedOutside,
  mentionsIn,
  mentionsOf,
  Modules,
  tiesOf,
  type Declaration,
  type Library,
  type LibraryUnit,
  type Tie,
} from "../../graph/index.js";
import type { Statement } from "../../languages/index.js";
import { nameOf, type ProjectPath } from "../../base/paths.js";
import { holdersOf, importersOf, wordPattern } from "./name-holders.js";
import { lentTo, recordOf, type LibraryRecord, type LibrarySide } from "./library-records.js";
import type { Difference, Gap } from "./plan.js";
import type { StatementProof, StatementResult } from "./prove-statements.js";

/** Proves it, or says where another declaration would be meant. */
export function proveLibraries(input: StatementProof): Promise<StatementResult> {
  return new Proof(input).result();
}

class Proof {
  readonly #now: LibrarySide;
  readonly #then: LibrarySide;
  /** The heads of the libraries that give or gain, as they are, and as they will be. */
  readonly #parties: ReadonlySet<ProjectPath>;
  readonly #gainers: ReadonlySet<ProjectPath>;
  readonly #claimed: ReadonlySet<string>;
  readonly #different: Difference[] = [];
  readonly #gaps: Gap[] = [];
  readonly #compared = new Set<string>();
  #uses = 0;
  #same = 0;

  constructor(readonly input: StatementProof) {
    const { tree, planned, before, after, claims, map, removed } = input;
    const goes = new Map(claims.map(({ file, name, to, as = name }) => [`${file}\n${name}`, `${to}\n${as}`]));
    this.#claimed = new Set(goes.keys());
    this.#now = {
      libraries: new Libraries(new Modules(tree, before, false)),
      keyOf: ({ file, name }) => goes.get(`${file}\n${name}`) ?? `${map.file(file)}\n${name}`,
      textOf: (path) => tree.text(path)?.text,
    };
    this.#then = {
      libraries: new Libraries(new Modules(planned, after, false)),
      keyOf: ({ file, name }) => `${file}\n${name}`,
      textOf: (path) => planned.text(path)?.text,
    };
    const files = [
      ...claims.flatMap(({ file, to }) => [file, to]),
      ...removed,
      ...removed.map((path) => map.file(path)),
    ];
    const heads = ({ libraries }: LibrarySide): Set<ProjectPath> =>
      new Set(files.filter((path) => libraries.modules.tree.has(path)).map((path) => libraries.headOf(path)));
    this.#parties = heads(this.#now);
    this.#gainers = heads(this.#then);
  }

  async result(): Promise<StatementResult> {
    await this.#declarations();
    await this.#strays();
    for (const head of this.#gainers) {
      await this.#made(head);
      await this.#lists(head);
    }
    await this.#passedOn();
    for (const head of await this.#others()) await this.#other(head);
    return { names: { uses: this.#uses, same: this.#same }, different: this.#different, gaps: this.#gaps };
  }

  #wrong(path: ProjectPath, start: number, specifier: string, reason: string): void {
    const at = this.input.tree.text(path)?.positionAt(start) ?? { line: 1, column: 1 };
    this.#different.push({ file: path, at, specifier, before: [], after: [], reason });
  }

  #gap(reason: Gap["reason"], path: ProjectPath, detail: string, start?: number): void {
    if (this.#gaps.some((each) => each.reason === reason && each.file === path && each.detail === detail)) return;
    const at = start === undefined ? undefined : this.input.tree.text(path)?.positionAt(start);
    this.#gaps.push({ reason, file: path, detail, ...(at && { at }) });
  }

  #unread(path: ProjectPath): void {
    this.#gap("not understood", path, "its statements could not be told apart");
  }

  /** All declarations of the libraries that change: what each says, and what each name in it means. */
  async #declarations(): Promise<void> {
    const now = await this.#records(this.#parties, this.#now);
    const then = await this.#records(this.#gainers, this.#then);
    const left = new Map<string, LibraryRecord[]>();
    for (const record of then) left.set(record.key, [...(left.get(record.key) ?? []), record]);
    const pairs = new Map<Declaration, LibraryRecord>();
    for (const record of now) {
      const { unit, statement } = record.declaration;
      const there = left.get(record.key)?.shift();
      this.#uses += record.places;
      if (!there) {
        const reason = "a declaration would be lost, say something else, or mean another one";
        this.#wrong(unit.path, statement.start, statement.declares.join(", "), reason);
        continue;
      }
      this.#same += record.places;
      pairs.set(record.declaration, there);
      if (versionOf(record.library) !== versionOf(there.library))
        this.#wrong(
          unit.path,
          statement.start,
          statement.declares.join(", "),
          "another version of the language would hold for it",
        );
      if (record.needsMade && there.library.made.length === 0)
        this.#wrong(
          unit.path,
          statement.start,
          statement.declares.join(", "),
          "what is generated for it would not be a part",
        );
      this.#lent(record.lent, there.lent, unit.path, statement.start);
      this.#outside(record, there);
    }
    for (const { declaration } of [...left.values()].flat())
      this.#wrong(
        declaration.unit.path,
        0,
        declaration.statement.declares.join(", "),
        "a declaration would come up that is not there now, or once more",
      );
    await this.#ties(pairs);
  }

  /** What goes or gives belongs to a library as people write it, or is made anew; anything else was not read. */
  async #strays(): Promise<void> {
    const { claims, removed } = this.input;
    const libraries = await Promise.all([...this.#parties].map((head) => this.#now.libraries.library(head)));
    const then = await Promise.all([...this.#gainers].map((head) => this.#then.libraries.library(head)));
    const written = new Set(libraries.flatMap((each) => each?.units.map(({ path }) => path) ?? []));
    const made = new Set(libraries.flatMap((each) => each?.made.flatMap(({ targets }) => targets) ?? []));
    const isToCome = then.some((each) => each?.made.some(({ targets }) => targets.length === 0));
    for (const path of removed)
      if (!written.has(path) && !(made.has(path) && isToCome))
        this.#wrong(path, 0, nameOf(path), "what it declares would be lost");
    for (const { file, name } of claims)
      if (!written.has(file)) this.#wrong(file, 0, name, "the file belongs to no library that could be read");
  }

  async #records(heads: ReadonlySet<ProjectPath>, side: LibrarySide): Promise<LibraryRecord[]> {
    const found: LibraryRecord[] = [];
    for (const head of heads) {
      const library = await side.libraries.library(head);
      if (!library) {
        this.#unread(head);
        continue;
      }
      for (const unit of library.units)
        for (const statement of declarationsOf(unit)) found.push(await recordOf(side, library, unit, statement));
    }
    return found;
  }

  /** Extensions that may be used where they could not be before, or not any more. */
  #lent(now: ReadonlySet<string>, then: ReadonlySet<string>, path: ProjectPath, start: number): void {
    for (const key of now)
      if (!then.has(key))
        this.#wrong(path, start, nameIn(key), "an extension that may be used would not be known any more");
    for (const key of then) if (!now.has(key)) this.#gap("beside", path, nameIn(key), start);
  }

  /** What may come from packages to a declaration of one library, and in the one where it stands then. Once for two libraries. */
  #outside({ library, declaration: { unit, statement } }: LibraryRecord, there: LibraryRecord): void {
    const { libraries } = this.#now;
    const then = there.library;
    if (this.#isFirst("lost", library, then) && mayNeedOutside(libraries, library, unit, statement)) {
      this.#compared.add(`lost\n${library.head}\n${then.head}`);
      this.#lost(library, then, unit.path, statement);
    }
    // What is imported by its name may be given by a package as well: as it will stand, since what imports nothing takes nothing.
    const takes = (): boolean =>
      mayNeedOutside(libraries, library, unit, statement) ||
      mentionsOf(then, there.declaration.unit, there.declaration.statement).some(
        ({ name, prefix }) => prefix !== undefined || !then.declares.has(name),
      );
    if (!this.#isFirst("fresh", library, then) || !takes()) return;
    this.#compared.add(`fresh\n${library.head}\n${then.head}`);
    this.#fresh(library, then, unit.path, statement);
  }

  #isFirst(what: string, { head }: Library, then: Library): boolean {
    return !this.#compared.has(`${what}\n${head}\n${then.head}`);
  }

  #lost(
    now: Library,
    then: Library,
    path: ProjectPath,
    { start, declares }: Pick<Statement, "start" | "declares">,
  ): void {
    const has = this.#then.libraries.outside(then);
    for (const [key, { isMade }] of this.#now.libraries.outside(now)) {
      const all = key.replace(/ (?:show|hide) .*$/, "");
      const there = [key, all].some((each) => has.has(each) || has.has(this.#planned(each)));
      const said = `what ${key.replace(" (no dependency)", "")} gives would not be known any more`;
      if (!there && isMade) this.#gap("to be written", path, key.replace(/^made /, "*"), start);
      else if (!there) this.#wrong(path, start, declares.join(", "), said);
    }
  }

  #fresh(now: Library, then: Library, path: ProjectPath, { start }: Pick<Statement, "start">): void {
    const had = this.#now.libraries.outside(now);
    const known = new Set([...had.keys()].flatMap((key) => [key, this.#planned(key)]));
    const fresh = [...this.#then.libraries.outside(then)]
      .filter(([key, { isMade }]) => !isMade && !known.has(key))
      .map(([key]) => key.replace(" (no dependency)", ""));
    if (fresh.length > 0) this.#gap("beside", path, fresh.join("; "), start);
  }

  /** A key that begins with a file of the project, by where that will be. */
  #planned(key: string): string {
    const [path = "", ...rest] = key.split(" ");
    return [this.input.map.file(path as ProjectPath), ...rest].join(" ");
  }

  /** What only one library may know or do is still in one, and nothing new is known or done by coming together. */
  async #ties(pairs: ReadonlyMap<Declaration, LibraryRecord>): Promise<void> {
    const places = new Map<string, Declaration>();
    for (const [declaration, { declaration: there }] of pairs) places.set(placeOf(there), declaration);
    const known = new Set<string>();
    for (const head of this.#parties) {
      const library = await this.#now.libraries.library(head);
      for (const tie of library ? tiesOf(library).ties : []) {
        known.add(`${placeOf(tie.from)}\n${placeOf(tie.to)}\n${tie.reason}`);
        const [from, to] = [pairs.get(matching(pairs, tie.from)), pairs.get(matching(pairs, tie.to))];
        if (from && to && from.library.head !== to.library.head) this.#cut(tie);
      }
    }
    for (const head of this.#gainers) {
      const library = await this.#then.libraries.library(head);
      for (const { from, to, reason, name } of library ? tiesOf(library).ties : []) {
        const [a, b] = [places.get(placeOf(from)), places.get(placeOf(to))];
        if (reason !== "private member" || !a || !b || known.has(`${placeOf(a)}\n${placeOf(b)}\n${reason}`)) continue;
        this.#wrong(
          a.unit.path,
          a.statement.start,
          name,
          "it would mean, or override, a private member of another class",
        );
      }
    }
  }

  #cut({ from, start, name, reason }: Tie): void {
    const said = {
      private: "it is private, and its library would not be the same any more",
      "private member": "it is private, and its library would not be the same any more",
      subclass: "only its own library may build on it",
      extension: "an extension without a public name is known only to its library",
    }[reason];
    this.#wrong(from.unit.path, start, name, said);
  }

  /** Parts that a generator has to write first. */
  async #made(head: ProjectPath): Promise<void> {
    const library = await this.#then.libraries.library(head);
    const now = this.input.tree.has(head) ? await this.#now.libraries.library(head) : undefined;
    const there = new Set(now?.made.flatMap(({ named }) => named.map(({ specifier }) => specifier)));
    for (const { named, targets } of library?.made ?? [])
      for (const { specifier } of named) {
        const isNew = targets.length === 0 && !there.has(specifier);
        // What was made for declarations that are elsewhere from then on is made again.
        const isOld = targets.some((target) => this.#isAbout(target));
        if (isNew || isOld) this.#gap("to be written", head, specifier);
      }
  }

  /** Whether a text that is there names something that goes elsewhere. */
  #isAbout(path: ProjectPath): boolean {
    const text = this.#then.textOf(path) ?? "";
    return this.input.claims.some(({ name }) => wordPattern([name]).test(text));
  }

  /** No list names something that has left. */
  async #lists(head: ProjectPath): Promise<void> {
    const { libraries } = this.#then;
    const names = new Set(this.input.claims.map(({ name }) => name));
    for (const link of (await libraries.library(head))?.links ?? []) {
      if (link.targets.length === 0 || libraries.outsideOf(head, link).length > 0) continue;
      for (const name of [...(link.show ?? []), ...link.hide])
        if (names.has(name) && libraries.through({ ...link, show: [name], hide: [] }, name).length === 0)
          this.#wrong(head, 0, name, "a list would name what is not given any more");
    }
  }

  /** What a library passes on of others it, or what stands for it, still passes on. */
  async #passedOn(): Promise<void> {
    const { map } = this.input;
    for (const head of this.#parties) {
      const now = await this.#now.libraries.library(head);
      const then = await this.#then.libraries.library(map.file(head));
      if (!now || !then) continue;
      const keysOf = (library: Library, side: LibrarySide, placeFor: (path: ProjectPath) => ProjectPath): string[] =>
        library.links.flatMap((link) => {
          if (link.kind !== "re-export") return [];
          const targets = link.targets
            .map((each) => placeFor(side.libraries.headOf(each)))
            .filter((each) => each !== then.head);
          const outside =
            link.targets.length > 0 ? [] : link.named.map(({ specifier }) => specifier.replace(/^(?:\.{1,2}\/)+/, ""));
          return [...targets, ...outside].map((each) =>
            [each, [...(link.show ?? [])].sort().join(), [...link.hide].sort().join()].join(" "),
          );
        });
      const left = new Set(keysOf(then, this.#then, (path) => path));
      for (const key of keysOf(now, this.#now, (path) => map.file(path))) {
        const isParty =
          this.#parties.has(key.split(" ")[0] as ProjectPath) || this.#gainers.has(key.split(" ")[0] as ProjectPath);
        if (!left.has(key) && !isParty) this.#wrong(head, 0, key.trim(), "it would not be passed on any more");
      }
      const own = new Set(now.units.map(({ path }) => path));
      for (const { file, name } of this.input.claims) {
        // What it declares itself may leave it.
        if (own.has(file)) continue;
        const given = now.links.some(({ kind }) => kind === "re-export") ? this.#given(this.#now, head, name) : "";
        if (given !== "" && given !== this.#given(this.#then, then.head, name))
          this.#wrong(head, 0, name, "it would not be passed on any more");
      }
    }
  }

  /** What a file gives by a name. */
  #given({ libraries, keyOf }: LibrarySide, path: ProjectPath, name: string): string {
    return libraries.modules.originsOf(path, name).map(keyOf).sort().join("\t");
  }

  /** The heads of libraries that may take something of those that change. */
  async #others(): Promise<ReadonlySet<ProjectPath>> {
    const { tree, claims, texts } = this.input;
    const names = new Set(claims.map(({ name }) => name));
    for (const head of this.#parties)
      for (const unit of (await this.#now.libraries.library(head))?.units ?? [])
        for (const { bonds } of declarationsOf(unit)) for (const name of bonds?.lends ?? []) names.add(name);
    const files = new Set([
      ...texts.map(({ file }) => file),
      ...(await holdersOf(tree, [...names])),
      ...(await importersOf(tree, [...this.#parties])),
    ]);
    const heads = new Set<ProjectPath>();
    for (const path of files) {
      if (!formsOf(path)) continue;
      const head = this.#now.libraries.headOf(path);
      if (!this.#parties.has(head)) heads.add(head);
    }
    return heads;
  }

  /** A library that neither gives nor gains anything: what it takes, and what it passes on. */
  async #other(head: ProjectPath): Promise<void> {
    const [now, then] = [await this.#now.libraries.library(head), await this.#then.libraries.library(head)];
    if (!now || !then) return this.#unread(head);
    await this.#lists(head);
    const isChanged = this.input.texts.some(({ file }) => file === head);
    for (const [index, unit] of now.units.entries()) {
      const there = then.units[index];
      if (!there || there.path !== unit.path) return this.#unread(head);
      await this.#mentions({ library: now, unit }, { library: then, unit: there }, isChanged);
    }
    for (const { file, name } of this.input.claims) {
      if (formsOf(file)?.isHidden(name) === true) continue;
      const given = this.#given(this.#now, head, name);
      if (given !== "" && given !== this.#given(this.#then, head, name))
        this.#wrong(head, 0, name, "the file would not give the name any more, or another declaration by it");
    }
    const [first] = now.units;
    if (!isChanged || !first) return;
    const whole = { start: 0, declares: [nameOf(head)] };
    this.#lost(now, then, head, whole);
    this.#fresh(now, then, head, whole);
  }

  async #mentions(
    now: { readonly library: Library; readonly unit: LibraryUnit },
    then: { readonly library: Library; readonly unit: LibraryUnit },
    isChanged: boolean,
  ): Promise<void> {
    const [before, after] = [mentionsIn(now.library, now.unit), mentionsIn(then.library, then.unit)];
    if (before.length !== after.length) return this.#unread(now.unit.path);
    before.forEach(({ name, prefix, start }, index) => {
      const other = after[index];
      if (!other) return;
      const meant = this.#now.libraries.meaning(now.library, name, prefix).map(this.#now.keyOf).sort().join("\t");
      const means = this.#then.libraries
        .meaning(then.library, other.name, other.prefix)
        .map(this.#then.keyOf)
        .sort()
        .join("\t");
      if (meant === "" && means === "") return;
      const isClaimed = this.#now.libraries
        .meaning(now.library, name, prefix)
        .some((origin) => this.#claimed.has(`${origin.file}\n${origin.name}`));
      if (isClaimed || isChanged) {
        this.#uses += 1;
        if (meant === means) this.#same += 1;
      }
      if (meant !== means) this.#wrong(now.unit.path, start, name, "another declaration would be meant");
    });
    const declared = declarationsOf(then.unit);
    for (const [index, statement] of declarationsOf(now.unit).entries()) {
      const other = declared[index];
      if (other)
        this.#lent(
          await lentTo(this.#now, now.library, now.unit, statement),
          await lentTo(this.#then, then.library, then.unit, other),
          now.unit.path,
          statement.start,
        );
    }
  }
}

/** The version of the language that a library asks for. */
function versionOf({ head, units: [unit] }: Library): string {
  return formsOf(head)?.version(unit?.text ?? "") ?? "";
}

/** Which declaration of the pairs a tie speaks of: libraries are read once a side, and so are their declarations. */
function matching(pairs: ReadonlyMap<Declaration, LibraryRecord>, wanted: Declaration): Declaration {
  for (const each of pairs.keys()) if (placeOf(each) === placeOf(wanted)) return each;
  return wanted;
}

function placeOf({ unit, statement }: Declaration): string {
  return `${unit.path}\n${statement.start}`;
}

function nameIn(key: string): string {
  return key.slice(key.indexOf("\n") + 1);
}
