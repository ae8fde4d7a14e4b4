/**
 * Declarations of libraries put together anew, in languages whose files take each other as a whole: taken out, joined, split. Each goes
 * letter by letter, with its comments; every library takes what it needs by directives, and whoever took something of a library that it
 * leaves takes it from its new place, behind the same prefix.
 */
import { addTo } from "../../base/grouping.js";
import { ShelfError } from "../../base/errors.js";
import { folderOf, foldersAbove, inFolder, type ProjectPath } from "../../base/paths.js";
import {
  formsOf,
  Libraries,
  Modules,
  Resolver,
  type Library,
  type LibraryUnit,
  type Link,
  isDirective,
  declarationsOf,
  mentionsIn,
} from "../../graph/index.js";
import { languageFor, moduleRules, takes, type Reference, type Statement } from "../../languages/index.js";
import type { Claim, DraftEdit, Merge } from "../draft.js";
import { holdersOf, importersOf } from "../plan/name-holders.js";
import type { MadeFile } from "../plan/plan.js";
import { apart, cutsOf, withoutBlankHead } from "../regroup/cuts.js";
import type { Regrouped, RegroupRequest } from "../regroup/index.js";
import { SpecifierMaker } from "../regroup/specifiers.js";
import { planDirectives, type Added, type DirectiveInput, type DirectivePlan, type Entry } from "./directive-plan.js";
import { madeFor, madeName } from "./made-parts.js";
import { bodyOf, pieceEdits, referencesIn, type PieceInput } from "./pieces.js";
import { ensureParted, settleNames } from "./settle.js";
import { byHead, Placement, publicNames, type Moved } from "./placement.js";
import { editDirectives, newDirective, textOfDirectives, type NewDirective } from "./write-directives.js";

/** Works it out. Throws for names that clash, and for what cannot be parted. */
export async function regroupLibraries(request: RegroupRequest): Promise<Regrouped> {
  return new Regrouping(request).result();
}

class Regrouping {
  readonly #modules: Modules;
  readonly #libraries: Libraries;
  readonly #merges: Merge[];
  readonly #edits: DraftEdit[] = [];
  readonly #claims: Claim[] = [];
  readonly #made: MadeFile[] = [];
  readonly #carried: { readonly file: ProjectPath; readonly specifiers: readonly string[] }[] = [];

  constructor(readonly request: RegroupRequest) {
    const { tree, aliases, parts } = request;
    this.#modules = new Modules(tree, new Resolver(tree, moduleRules, aliases));
    this.#libraries = new Libraries(this.#modules);
    this.#merges = parts.flatMap(({ anatomy, into }) => (into === undefined ? [] : [{ from: anatomy.path, into }]));
  }

  async result(): Promise<Regrouped> {
    const { tree, aliases, parts } = this.request;
    const placement = new Placement(this.#libraries, parts, await this.#sources(), this.#newParts());
    ensureParted(placement);
    await settleNames(placement, this.request.clash);
    const targets = new Set([...parts.map(({ anatomy }) => anatomy.path), ...placement.leaving.map(({ to }) => to)]);
    const specifiers = new SpecifierMaker({
      tree,
      resolver: this.#modules.resolver,
      aliases,
      targets: [...targets],
      merges: this.#merges,
    });
    for (const library of placement.sources.values())
      if (placement.isRemoved(library.head))
        for (const link of library.made) this.#removeMade(placement, library, link);
    const others = await this.#others(placement);
    const goesOnGiving = this.#keptNames(placement, others);
    const { keepExport = false } = this.request;
    const input = { libraries: this.#libraries, placement, goesOnGiving, keepExport };
    const pieces: PieceInput = { placement, specifiers };
    const arriving = byHead(placement);
    for (const library of placement.sources.values())
      if (!placement.isRemoved(library.head))
        await this.#changes(input, pieces, library, arriving.get(library.head) ?? []);
    for (const [head, entries] of arriving)
      if (!tree.has(head)) await this.#makes(input, pieces, head, entries);
      else if (!placement.sources.has(head))
        throw new ShelfError("NAMES_UNREAD", { path: head, reason: "it is not read" });
    if (!keepExport) for (const library of others) await this.#leads(input, pieces, library);
    for (const { part, name, to, as } of placement.moved)
      this.#claims.push({ kind: "hands over", file: part.anatomy.path, name, to, ...(as !== name && { as }) });
    return {
      draft: {
        moves: [],
        merges: this.#merges,
        edits: withoutBlankHead(apart(this.#edits), (file) => tree.text(file)?.text ?? ""),
        made: this.#made,
        claims: this.#claims,
      },
      moved: placement.moved,
      kept: keepExport ? [] : [...goesOnGiving].flatMap(([file, names]) => [...names].map((name) => ({ file, name }))),
      circles: [],
      carried: this.#carried,
    };
  }

  /** Parts of one library that become one file are a part of it still. */
  #newParts(): ReadonlyMap<ProjectPath, ProjectPath> {
    const found = new Map<ProjectPath, ProjectPath>();
    for (const { into } of this.#merges) {
      if (this.request.tree.has(into)) continue;
      const from = this.#merges.filter((each) => each.into === into).map((each) => each.from);
      const heads = new Set(from.map((path) => this.#libraries.headOf(path)));
      const [head] = heads;
      if (head !== undefined && heads.size === 1 && !from.includes(head)) found.set(into, head);
    }
    return found;
  }

  async #sources(): Promise<Library[]> {
    const found: Library[] = [];
    const goes = new Set(this.#merges.map(({ from }) => from));
    for (const { anatomy, into } of this.request.parts) {
      const head = this.#libraries.headOf(anatomy.path);
      const library = await this.#libraries.library(head);
      if (!library)
        throw new ShelfError("NAMES_UNREAD", { path: head, reason: "it, or one of its parts, has a syntax error" });
      if (!library.units.some(({ path }) => path === anatomy.path)) refuseStray(library, anatomy.path);
      if (found.includes(library)) continue;
      const others = library.units.filter(({ path }) => !goes.has(path) && path !== head);
      if (into !== undefined && goes.has(head) && others.length > 0)
        throw new ShelfError("JOIN_PARTS", { path: head, paths: others.map(({ path }) => path) });
      found.push(library);
    }
    return found;
  }

  /** Other libraries that may take something of those that change. */
  async #others(placement: Placement): Promise<Library[]> {
    const { tree } = this.request;
    const lent = placement.leaving.flatMap(({ statement }) => statement.bonds?.lends ?? []);
    const names = [...new Set([...publicNames(placement).map(({ name }) => name), ...lent])];
    const heads = [...placement.sources.keys()];
    const files = new Set([...(await holdersOf(tree, names)), ...(await importersOf(tree, heads))]);
    const found = new Map<ProjectPath, Library>();
    for (const path of files) {
      if (!languageFor(path)?.directives) continue;
      const head = this.#libraries.headOf(path);
      if (placement.sources.has(head) || found.has(head)) continue;
      const isTaking = this.#libraries
        .linksOf(head)
        .some(({ targets }) => targets.some((each) => placement.sources.has(each)));
      const library = isTaking ? await this.#libraries.library(head) : undefined;
      if (library) found.set(head, library);
    }
    return [...found.values()];
  }

  /** Names that a library has to go on giving, because a directive that takes them cannot be led. */
  #keptNames(placement: Placement, others: readonly Library[]): ReadonlyMap<ProjectPath, ReadonlySet<string>> {
    const found = new Map<ProjectPath, Set<string>>();
    const all = publicNames(placement);
    const keep = (head: ProjectPath, { part, name, to }: Moved): void => {
      const isOf = this.#libraries.headOf(part.anatomy.path) === head;
      if (!isOf || placement.headOf(to) === placement.headOf(head)) return;
      found.set(head, (found.get(head) ?? new Set<string>()).add(name));
    };
    for (const head of placement.sources.keys()) {
      if (this.request.keepExport === true) for (const moved of all) keep(head, moved);
      for (const library of others)
        for (const link of library.links) {
          const isRigid = link.isDeferred === true || link.named.length > 1;
          if (!isRigid || !link.targets.includes(head)) continue;
          const used = new Set(library.units.flatMap((unit) => mentionsIn(library, unit).map(({ name }) => name)));
          for (const moved of all)
            if (takes(link, moved.name) && (link.kind === "re-export" || used.has(moved.name))) keep(head, moved);
        }
    }
    return found;
  }

  /** A library that is there, loses or gains declarations, and stays. */
  async #changes(
    input: DirectiveInput,
    pieces: PieceInput,
    library: Library,
    arriving: readonly Entry[],
  ): Promise<void> {
    const { placement } = input;
    const staying = library.units.flatMap((unit) =>
      declarationsOf(unit)
        .filter((each) => placement.destination(unit.path, each) === unit.path)
        .map((statement): Entry => ({ library, unit, statement })),
    );
    const entries = [...staying, ...arriving];
    const plan = await planDirectives(input, library.head, { now: library, entries });
    const passedOn = this.#passedOnBy(input, library.head);
    const added = [...plan.added, ...passedOn, ...goingOn(input, library)];
    const lost: Link[] = [];
    for (const link of library.made) if (await this.#isLost(library, link, staying)) lost.push(link);
    for (const link of lost) this.#removeMade(placement, library, link);
    lost.push(...lostParts(placement, library));
    const parts = await this.#partsFor(library.head, arriving, library);
    const manner = mannerIn([library, ...placement.sources.values()]);
    const directives = editDirectives(pieces.specifiers, library, { kept: plan.kept, added }, { parts, lost, manner });
    this.#edits.push(...directives.edits);
    this.#claims.push(...directives.claims);
    for (const { unit, statement } of staying)
      for (const edit of pieceEdits(pieces, { library, unit, statement }))
        this.#edits.push({ file: unit.path, ...edit, why: "is had otherwise here" });
    for (const unit of library.units) {
      const gone = declarationsOf(unit).filter((each) => placement.destination(unit.path, each) !== unit.path);
      this.#cut(unit, [...(unit.path === library.head ? directives.cuts : []), ...gone]);
      for (const statement of gone)
        for (const { start } of referencesIn(placement, unit, statement))
          this.#claims.push({ kind: "removes", file: unit.path, start });
    }
    this.#gains(pieces, library, arriving);
    for (const [path, head] of placement.newParts)
      if (head === library.head) this.#makesPart(pieces, library, path, arriving);
  }

  /** A part that stands for others. */
  #makesPart(pieces: PieceInput, library: Library, path: ProjectPath, arriving: readonly Entry[]): void {
    const [unit] = library.units.filter((each) => pieces.placement.isRemoved(each.path));
    const reference = this.#modules.reading(unit?.path ?? path).references.find(({ kind }) => kind === "part of");
    const statement = unit?.statements.find(
      ({ start, end }) => reference !== undefined && start <= reference.start && reference.start < end,
    );
    if (!unit || !reference || !statement) return;
    const lineEnd = unit.text.includes("\r\n") ? "\r\n" : "\n";
    const said =
      unit.text.slice(statement.start, reference.start) +
      pieces.specifiers.spelledIn(path, unit.path, reference) +
      unit.text.slice(reference.end, statement.end);
    const bodies = this.#bodies(pieces, arriving, path, lineEnd);
    const text = [said, ...bodies.map((each) => each.text)].filter((each) => each !== "").join(lineEnd + lineEnd);
    this.#made.push({ path, text: `${text}${lineEnd}`, why: this.request.why });
    const means = [library.head, ...bodies.flatMap((each) => each.means)];
    this.#claims.push({ kind: "adds", file: path, means, astray: bodies.flatMap((each) => each.astray) });
  }

  /** What a generator has made for a library that does not ask for it any more is made for another. */
  #removeMade(placement: Placement, library: Library, link: Link): void {
    const [first] = placement.leaving.filter((each) => each.library === library);
    const head = first && placement.headOf(first.to);
    const name = head === undefined ? undefined : madeName(library.head, link, head);
    const into = head === undefined || name === undefined ? undefined : inFolder(folderOf(head), name);
    if (into !== undefined) for (const from of link.targets) this.#merges.push({ from, into, isMadeAgain: true });
  }

  async #isLost(library: Library, link: Link, staying: readonly Entry[]): Promise<boolean> {
    const all = library.units.flatMap((unit) => declarationsOf(unit).map((statement) => ({ unit, statement })));
    const needing = async (some: readonly Pick<Entry, "unit" | "statement">[]): Promise<boolean> => {
      for (const each of some) if ((await madeFor(this.#libraries, library, each)).includes(link)) return true;
      return false;
    };
    return (await needing(all)) && !(await needing(staying));
  }

  /** The parts that generators make for what comes to a library. */
  async #partsFor(head: ProjectPath, arriving: readonly Entry[], now: Library | undefined): Promise<NewDirective[]> {
    const names = new Set<string>();
    for (const { library, unit, statement } of arriving)
      if (library !== now)
        for (const link of await madeFor(this.#libraries, library, { unit, statement })) {
          const name = madeName(library.head, link, head);
          if (name !== undefined) names.add(name);
        }
    const there = new Set(now?.made.flatMap(({ named }) => named.map(({ specifier }) => specifier)));
    return [...names]
      .filter((name) => !there.has(name))
      .map((specifier) => ({ text: { kind: "part", specifier }, means: undefined }));
  }

  /** Declarations at the end of files that are there. */
  #gains(pieces: PieceInput, library: Library, arriving: readonly Entry[]): void {
    for (const unit of library.units) {
      const lineEnd = unit.text.includes("\r\n") ? "\r\n" : "\n";
      const bodies = this.#bodies(pieces, arriving, unit.path, lineEnd);
      const text = bodies
        .map((each) => each.text)
        .filter((each) => each !== "")
        .join(lineEnd + lineEnd);
      if (text === "") continue;
      const end = unit.text.length;
      const gap = unit.text.trim() === "" ? "" : unit.text.endsWith("\n") ? lineEnd : lineEnd + lineEnd;
      this.#edits.push({
        file: unit.path,
        start: end,
        end,
        text: `${gap}${text}${lineEnd}`,
        why: "gains what comes from another file",
      });
      for (const { means, astray } of bodies) this.#claims.push({ kind: "adds", file: unit.path, means, astray });
    }
  }

  #bodies(pieces: PieceInput, arriving: readonly Entry[], to: ProjectPath, lineEnd: string) {
    const sources = this.request.parts.map(({ anatomy }) => anatomy.path);
    const units = new Map(arriving.map(({ library, unit }) => [unit.path, { library, unit }]));
    return [...units.values()]
      .sort((a, b) => sources.indexOf(a.unit.path) - sources.indexOf(b.unit.path))
      .filter(({ unit }) => unit.path !== to)
      .map(({ library, unit }) => bodyOf(pieces, library, unit, to, lineEnd));
  }

  /** A library that is new. */
  async #makes(input: DirectiveInput, pieces: PieceInput, head: ProjectPath, entries: readonly Entry[]): Promise<void> {
    const plan = await planDirectives(input, head, { now: undefined, entries });
    const [first] = entries;
    const text = first?.unit.text ?? "";
    const lineEnd = text.includes("\r\n") ? "\r\n" : "\n";
    const manner = mannerIn(entries.map(({ library }) => library));
    const passedOn = this.#passedOnBy(input, head);
    const directives = [
      ...[...plan.added, ...passedOn].map((each) => newDirective(pieces.specifiers, head, each, manner)),
      ...(await this.#partsFor(head, entries, undefined)),
    ];
    const bodies = this.#bodies(pieces, entries, head, lineEnd);
    const quote = manner?.reference.quote ?? "'";
    const whole = [
      this.#headComments(entries),
      textOfDirectives(head, directives, quote, lineEnd),
      ...bodies.map((each) => each.text),
    ];
    this.#made.push({
      path: head,
      text: `${whole.filter((each) => each !== "").join(lineEnd + lineEnd)}${lineEnd}`,
      why: this.request.why,
    });
    const carried = directives.flatMap(({ text: { kind, specifier }, means }) =>
      kind === "import" && means === undefined ? [specifier] : [],
    );
    // One alone is hardly ever there for nothing.
    if (carried.length > 1) this.#carried.push({ file: head, specifiers: carried });
    const means = directives.flatMap((each) => each.all ?? (each.means === undefined ? [] : [each.means]));
    const astray = directives.flatMap((each) => (each.means === undefined ? [each.text.specifier] : []));
    this.#claims.push({
      kind: "adds",
      file: head,
      means: [...means, ...bodies.flatMap((each) => each.means)],
      astray: [...astray, ...bodies.flatMap((each) => each.astray)],
    });
  }

  /** What files that are removed pass on, the one that stands for them passes on. */
  #passedOnBy({ placement }: DirectiveInput, head: ProjectPath): Added[] {
    const found: Added[] = [];
    const there = placement.sources.get(head)?.links ?? [];
    for (const library of placement.sources.values()) {
      if (!placement.isRemoved(library.head) || placement.headOf(library.head) !== head) continue;
      for (const link of library.links) {
        const [file] = link.targets;
        const target = file === undefined ? undefined : placement.headOf(file);
        if (link.kind !== "re-export" || target === head) continue;
        const isAlike = (other: Pick<Link, "kind" | "show" | "hide">): boolean =>
          other.kind === "re-export" &&
          [...(other.show ?? [])].join() === [...(link.show ?? [])].join() &&
          other.hide.join() === link.hide.join();
        const isThere = there.some(
          (other) =>
            isAlike(other) &&
            (file === undefined
              ? other.named[0]?.specifier === link.named[0]?.specifier
              : other.targets.includes(file)),
        );
        if (
          isThere ||
          found.some((each) => each.like && isAlike(each.like.link) && target !== undefined && each.target === target)
        )
          continue;
        found.push({
          kind: "re-export",
          target,
          show: link.show && new Set(link.show),
          hide: link.hide,
          like: { link, of: library },
        });
      }
    }
    return found;
  }

  /** What is said at the top of a file and holds for what is taken out of it, once. */
  #headComments(entries: readonly Entry[]): string {
    const heads = [...new Set(entries.map(({ library }) => library))].flatMap(({ head, units: [unit] }) => {
      const first = unit?.statements[0];
      const top =
        unit?.text
          .slice(0, first?.from ?? 0)
          .replace(/^#!.*/, "")
          .trim() ?? "";
      return top !== "" && formsOf(head)?.isForAll(top) === true ? [top] : [];
    });
    return [...new Set(heads)].join("\n");
  }

  /** A library that takes something of those that change. */
  async #leads(input: DirectiveInput, pieces: PieceInput, library: Library): Promise<void> {
    const entries = library.units.flatMap((unit) =>
      declarationsOf(unit).map((statement): Entry => ({ library, unit, statement })),
    );
    const plan: DirectivePlan = await planDirectives(input, library.head, { now: library, entries });
    const { edits, claims, cuts } = editDirectives(pieces.specifiers, library, plan, { manner: mannerIn([library]) });
    this.#edits.push(...edits);
    this.#claims.push(...claims);
    const [head] = library.units;
    if (head) this.#cut(head, cuts);
  }

  #cut(unit: LibraryUnit, gone: readonly Statement[]): void {
    for (const cut of cutsOf(unit.text, gone)) {
      const isDeclaration = gone.some((each) => !isDirective(each) && cut.start <= each.start && each.start < cut.end);
      const why = isDeclaration ? "loses what goes to another file" : "needs it no more";
      this.#edits.push({ file: unit.path, ...cut, text: "", why });
    }
  }
}

/** Throws for a part that is not written by people, and for one that no library names. */
function refuseStray({ made, head }: Library, path: ProjectPath): never {
  const isMade = made.some(({ targets }) => targets.includes(path));
  throw new ShelfError("PART_STRAY", { path, other: head, reason: isMade ? "made" : "stray" });
}

/** Parts that are there no more; the first of those that become a new part is led to it. */
function lostParts(placement: Placement, { parts }: Library): Link[] {
  const led = new Set<ProjectPath>();
  return parts.filter(({ targets: [target] }) => {
    if (target === undefined || !placement.isRemoved(target)) return false;
    const into = placement.placeOf(target);
    if (!placement.newParts.has(into) || led.has(into)) return true;
    led.add(into);
    return false;
  });
}

/** The directive by which a library goes on giving what has left it. */
function goingOn({ placement, goesOnGiving }: DirectiveInput, { head }: Library): Added[] {
  const groups = new Map<ProjectPath, string[]>();
  for (const name of goesOnGiving.get(head) ?? []) {
    const moved = placement.moved.find(
      (each) => each.name === name && placement.libraries.headOf(each.part.anatomy.path) === head,
    );
    if (moved) addTo(groups, placement.headOf(moved.to), moved.as);
  }
  return [...groups].map(([target, names]) => ({ kind: "re-export", target, show: new Set(names), hide: [] }));
}

/** A reference by which one of some libraries names another file of the project: the nearest one of the first that has any. */
function mannerIn(
  libraries: readonly Library[],
): { readonly from: ProjectPath; readonly reference: Reference } | undefined {
  for (const { head, links } of libraries) {
    const near = links
      .flatMap(({ named: [reference], targets: [target] }) => (reference && target ? [{ reference, target }] : []))
      .sort((a, b) => sharedFolders(b.target, head) - sharedFolders(a.target, head));
    if (near[0]) return { from: head, reference: near[0].reference };
  }
  return undefined;
}

/** How many folders lie above both of two files: packages of a project have their own. */
function sharedFolders(one: ProjectPath, other: ProjectPath): number {
  const folders = new Set(foldersAbove(other));
  return foldersAbove(one).filter((each) => folders.has(each)).length;
}
