/**
 * The directives that a library needs once declarations stand elsewhere: those that it has, led to where things are then, those of the
 * libraries from which declarations come to it, and new ones. What nobody can look into (a package) may give anything, so that whoever
 * had it has it still.
 */
import { ShelfError } from "../../base/errors.js";
import type { ProjectPath } from "../../base/paths.js";
import { SourceText } from "../../base/text/index.js";
import {
  formsOf,
  givesMention,
  isDirective,
  mayNeedOutside,
  mayUse,
  mentionsOf,
  wordsOf,
  type Lent,
  type Libraries,
  type Library,
  type LibraryUnit,
  type Link,
  type Mention,
  type Origin,
} from "../../graph/index.js";
import { takes, type Statement } from "../../languages/index.js";
import type { Placement } from "./placement.js";

/** A declaration of a library as it will be, with the library where it stands now. */
export interface Entry {
  readonly library: Library;
  readonly unit: LibraryUnit;
  readonly statement: Statement;
}

/** A directive that a library gains. */
export interface Added {
  readonly kind: "import" | "re-export";
  /** The head of the library that is meant; nothing for one that leads out of the project. */
  readonly target: ProjectPath | undefined;
  readonly prefix?: string;
  /** Names to which it is narrowed; it takes all where there are none. */
  show: Set<string> | undefined;
  readonly hide: readonly string[];
  /** The directive of another library that it repeats, and where that stands. */
  readonly like?: { readonly link: Link; readonly of: Library };
  /** The directive of its own library beside which, or in the place of which, it stands. */
  readonly beside?: Link;
}

/** What becomes of a directive that is there. */
export interface Kept {
  readonly link: Link;
  /** Where it leads from then on, if that is another file. */
  target?: ProjectPath;
  show: readonly string[] | undefined;
  hide: readonly string[];
  isDropped: boolean;
}

/** All directives of one library from then on. */
export interface DirectivePlan {
  readonly kept: readonly Kept[];
  readonly added: readonly Added[];
}

/** What directives are planned with. */
export interface DirectiveInput {
  readonly libraries: Libraries;
  readonly placement: Placement;
  /** Names that a library goes on giving from where they stand then, by its head. */
  readonly goesOnGiving: ReadonlyMap<ProjectPath, ReadonlySet<string>>;
  /** Whether nobody else is to change. */
  readonly keepExport: boolean;
}

/** Plans those of one library: `head` is its file from then on, `now` what it is now, if it is there. */
export async function planDirectives(
  input: DirectiveInput,
  head: ProjectPath,
  { now, entries }: { readonly now: Library | undefined; readonly entries: readonly Entry[] },
): Promise<DirectivePlan> {
  const planner = new Planner(input, head, now, entries);
  await planner.plan();
  return planner;
}

class Planner implements DirectivePlan {
  readonly kept: Kept[] = [];
  readonly added: Added[] = [];
  readonly #given = new Map<ProjectPath, ReadonlySet<string>>();
  readonly #words: ReadonlySet<string>;

  constructor(
    readonly input: DirectiveInput,
    readonly head: ProjectPath,
    readonly now: Library | undefined,
    readonly entries: readonly Entry[],
  ) {
    this.#words = new Set(entries.flatMap(({ unit, statement }) => [...wordsOf(unit, statement)]));
    for (const link of now?.links ?? []) this.kept.push({ link, show: link.show, hide: link.hide, isDropped: false });
  }

  async plan(): Promise<void> {
    const { placement } = this.input;
    for (const { head } of placement.sources.values()) await this.#givenBy(placement.headOf(head));
    for (const { to } of placement.leaving) await this.#givenBy(placement.headOf(to));
    this.#leadKept();
    for (const entry of this.entries) {
      for (const mention of mentionsOf(entry.library, entry.unit, entry.statement)) this.#mention(entry, mention);
      await this.#extensions(entry);
      if (entry.library !== this.now) this.#outside(entry);
    }
    for (const each of this.kept.filter(({ link }) => link.kind === "re-export")) this.#passOn(each);
    await this.#drop();
    this.#narrow();
  }

  async #givenBy(head: ProjectPath): Promise<void> {
    if (!this.#given.has(head)) this.#given.set(head, await this.input.placement.given(head));
  }

  /** A directive to a file that is removed leads to the one that stands for it. */
  #leadKept(): void {
    const { placement } = this.input;
    for (const kept of this.kept) {
      const [target] = kept.link.targets;
      if (target === undefined || !placement.isRemoved(target)) continue;
      kept.target = placement.headOf(target);
      if (kept.target === this.head) kept.isDropped = true;
      else this.#unite(kept);
    }
  }

  /** Two directives that lead to one file from then on are one, as far as they are alike. */
  #unite(led: Kept): void {
    const { placement } = this.input;
    const first = this.kept.find(
      ({ link, target, isDropped, hide }) =>
        link !== led.link &&
        !isDropped &&
        link.kind === led.link.kind &&
        link.prefix === led.link.prefix &&
        link.isDeferred !== true &&
        hide.length + led.hide.length === 0 &&
        link.targets.some((each) => (target ?? placement.headOf(each)) === led.target) &&
        (target !== undefined || !placement.isRemoved(link.targets[0] ?? this.head)),
    );
    if (!first || led.link.isDeferred === true || led.link.named.length > 1) return;
    if (first.show && led.show) first.show = [...new Set([...first.show, ...led.show])];
    else first.show = undefined;
    led.isDropped = true;
  }

  /** Whether a directive can be led by another beside it. */
  #isPlain({ isDeferred, named }: Link): boolean {
    return isDeferred !== true && named.length === 1;
  }

  /** What a directive gives by a name from then on. */
  #gives({ link, target }: Kept, name: string): readonly Origin[] {
    const { placement, libraries, goesOnGiving, keepExport } = this.input;
    const found = new Map<string, Origin>();
    for (const each of link.targets) {
      const head = target ?? placement.headOf(each);
      const given = this.#given.get(head);
      const mayBeKept = keepExport || !this.#isPlain(link);
      for (const origin of libraries.through(link, name)) {
        const then = placement.then(origin);
        const stays = !placement.movedOf(origin) || placement.headOf(then.file) === head;
        const isPassedOn = given === undefined || !this.#isOwn(origin, each);
        const isKept = mayBeKept && goesOnGiving.get(placement.headOf(each))?.has(origin.name) === true;
        if ((stays || isPassedOn || isKept) && then.name === name) found.set(`${then.file}\n${then.name}`, then);
      }
      if (given?.has(name) === true && takes(link, name))
        for (const moved of placement.moved)
          if (moved.as === name && placement.headOf(moved.to) === head)
            found.set(`${moved.to}\n${moved.as}`, { file: moved.to, name: moved.as });
    }
    return [...found.values()];
  }

  /** Whether something is declared in the library that a directive names, and not only passed on by it. */
  #isOwn({ file }: Origin, target: ProjectPath): boolean {
    const { libraries } = this.input;
    return libraries.headOf(file) === libraries.headOf(target);
  }

  #mention({ library, unit, statement }: Entry, mention: Mention): void {
    const { libraries, placement } = this.input;
    const isWanted = library.links.some(({ isDeferred, prefix }) => isDeferred === true && prefix === mention.prefix);
    if (isWanted && library !== this.now)
      throw new ShelfError("EXTRACT_DEFERRED", {
        path: mention.prefix ?? "",
        other: statement.declares.join(", "),
        place: { file: unit.path, ...SourceText.ofNew(unit.text).positionAt(mention.start) },
      });
    const origins = libraries.meaning(library, mention.name, mention.prefix);
    if (origins.length === 0) {
      // `trees` alone, or of a package: the directive goes along as it is.
      if (mention.prefix !== undefined && library !== this.now)
        for (const link of library.links)
          if (link.kind === "import" && link.prefix === mention.prefix) this.#copy(library, link, undefined);
      return;
    }
    const then = origins.map((each) => placement.then(each));
    if (then.every(({ file }) => placement.headOf(file) === this.head)) return;
    if (this.#isGiven(mention, then)) return;
    for (const origin of origins) {
      const { file, name } = placement.then(origin);
      const wanted = { ...mention, name };
      const link = library.links.find(
        (each) =>
          each.kind === "import" &&
          givesMention(each, mention) &&
          libraries.through(each, mention.name).some((one) => one.file === origin.file && one.name === origin.name),
      );
      const isMoved = placement.movedOf(origin) !== undefined;
      const isOwn = libraries.headOf(origin.file) === library.head;
      if (!isMoved && !isOwn && link && library !== this.now) this.#copy(library, link, name);
      else this.#take(placement.headOf(file), wanted, link && library === this.now ? link : undefined);
    }
  }

  #isGiven(mention: Mention, then: readonly Origin[]): boolean {
    const keys = then.map(keyOf).sort().join();
    const name = then[0]?.name ?? mention.name;
    const byKept = this.kept
      .filter(({ link, isDropped }) => link.kind === "import" && !isDropped && givesMention(link, { ...mention, name }))
      .map((each) => this.#gives(each, name).map(keyOf).sort().join());
    return byKept.includes(keys);
  }

  /** A directive of its own for a library that declares what is needed. */
  #take(target: ProjectPath, { name, prefix }: Pick<Mention, "name" | "prefix">, beside: Link | undefined): void {
    if (target === this.head) return;
    const there = this.added.find((each) => each.kind === "import" && each.target === target && each.prefix === prefix);
    if (there) {
      there.show?.add(name);
      return;
    }
    const kept = this.kept.find(
      ({ link, show, isDropped, target: led }) =>
        link.kind === "import" &&
        !isDropped &&
        show !== undefined &&
        link.prefix === prefix &&
        this.#isPlain(link) &&
        link.targets.some((each) => (led ?? this.input.placement.headOf(each)) === target),
    );
    if (kept?.show) {
      kept.show = [...new Set([...kept.show, name])];
      return;
    }
    const isListed = beside?.show !== undefined;
    this.added.push({
      kind: "import",
      target,
      ...(prefix !== undefined && { prefix }),
      show: isListed || this.#bringsOthers(target, name) ? new Set([name]) : undefined,
      hide: isListed ? [] : (beside?.hide ?? []).filter((each) => this.#given.get(target)?.has(each) === true),
      ...(beside && { beside }),
    });
  }

  /** Whether a library that is there gives a name besides that is a word here, so that it might be meant instead. */
  #bringsOthers(target: ProjectPath, name: string): boolean {
    if (!this.input.libraries.modules.tree.has(target) || this.now === undefined) return false;
    const needed = new Set(this.input.placement.moved.map(({ as }) => as));
    return [...(this.#given.get(target) ?? [])].some(
      (each) => each !== name && !needed.has(each) && this.#words.has(each),
    );
  }

  /** A directive of the library from which a declaration comes. Without a name, all that it takes is needed. */
  #copy(of: Library, link: Link, name: string | undefined): void {
    const { libraries, placement } = this.input;
    const [found] = link.targets;
    const target = found === undefined ? undefined : placement.headOf(found);
    if (target === this.head) return;
    const isLed = target !== undefined && found !== undefined && placement.isRemoved(found);
    const isWhole = name === undefined || libraries.outsideOf(of.head, link).length > 0;
    const isAlike = (other: Link): boolean =>
      other.kind === "import" &&
      other.prefix === link.prefix &&
      other.isDeferred !== true &&
      other.named.length === link.named.length &&
      (found === undefined
        ? other.targets.length === 0 && placeNamed(other) === placeNamed(link)
        : other.targets.includes(found));
    const has = this.kept.some(
      (each) => !each.isDropped && isAlike(each.link) && (isAll(each.link) || sameNames(each.link, link)),
    );
    if (has) return;
    const there = this.added.find(
      (each) =>
        each.kind === "import" &&
        (each.like?.link === link ||
          (isLed && each.target === target && each.prefix === link.prefix) ||
          (each.like !== undefined && isAlike(each.like.link) && (isAll(each) || sameNames(each.like.link, link)))),
    );
    if (there) {
      if (isWhole && link.show) for (const each of link.show) there.show?.add(each);
      else if (name !== undefined) there.show?.add(name);
      return;
    }
    this.added.push({
      kind: "import",
      target,
      ...(link.prefix !== undefined && { prefix: link.prefix }),
      show: link.show
        ? new Set(isWhole ? link.show : [name])
        : !isWhole && this.#wouldMeanOthers(link)
          ? new Set([name])
          : undefined,
      hide: link.hide,
      like: { link, of },
    });
  }

  /** Whether a directive gives names by which something else is meant where it would come to stand. */
  #wouldMeanOthers(link: Link): boolean {
    const { libraries } = this.input;
    const { now } = this;
    if (!now) return false;
    const own = this.entries.filter(({ library }) => library === now);
    const words = new Set(own.flatMap(({ unit, statement }) => [...wordsOf(unit, statement)]));
    const said = (origins: readonly Origin[]): string => origins.map(keyOf).sort().join();
    return [...words].some((word) => {
      const given = libraries.through(link, word);
      return given.length > 0 && !now.declares.has(word) && said(given) !== said(libraries.meaning(now, word));
    });
  }

  async #extensions({ library, unit, statement }: Entry): Promise<void> {
    const { libraries, placement } = this.input;
    const words = wordsOf(unit, statement);
    for (const { origin, lends } of await libraries.lent(library)) {
      if (!mayUse(lends, words) || origin.name === "") continue;
      const then = placement.then(origin);
      if (placement.headOf(then.file) === this.head || (await this.#isLent(then))) continue;
      const link = await this.#bringer(library, origin);
      const isMoved = placement.movedOf(origin) !== undefined;
      if (link && !isMoved && library !== this.now) this.#copy(library, link, origin.name);
      else this.#take(placement.headOf(then.file), { name: then.name }, library === this.now ? link : undefined);
    }
  }

  async #bringer(library: Library, origin: Origin): Promise<Link | undefined> {
    for (const link of library.links) {
      if (link.kind !== "import") continue;
      const brought = await this.input.libraries.lentBy(link);
      if (brought.some((each) => keyOf(each.origin) === keyOf(origin))) return link;
    }
    return undefined;
  }

  /** Whether a directive that stays brings an extension. */
  async #isLent(then: Origin): Promise<boolean> {
    for (const kept of this.kept) if (await this.#lends(kept, then)) return true;
    return this.added.some(
      ({ target, show, like }) =>
        target === this.input.placement.headOf(then.file) && (show?.has(then.name) ?? true) && !like?.link.isDeferred,
    );
  }

  async #lends({ link, target, isDropped }: Kept, then: Origin): Promise<boolean> {
    const { libraries, placement } = this.input;
    if (link.kind !== "import" || link.isDeferred === true || isDropped || !takes(link, then.name)) return false;
    const heads = link.targets.map((each) => target ?? placement.headOf(each));
    if (heads.includes(placement.headOf(then.file))) return true;
    const brought: readonly Lent[] = await libraries.lentBy(link);
    return brought.some(({ origin }) => {
      const moved = placement.movedOf(origin);
      const isLost = moved !== undefined && link.targets.some((each) => this.#isOwn(origin, each));
      return !isLost && keyOf(placement.then(origin)) === keyOf(then);
    });
  }

  /** Packages, and whatever else nobody can look into. */
  #outside({ library, unit, statement }: Entry): void {
    const { libraries } = this.input;
    if (!mayNeedOutside(libraries, library, unit, statement)) return;
    const has = this.now ? libraries.outside(this.now) : new Map<string, unknown>();
    for (const link of library.links) {
      if (link.kind !== "import" || link.isDeferred === true) continue;
      const outside = libraries.outsideOf(library.head, link);
      if (outside.some(({ key }) => !has.has(key))) this.#copy(library, link, undefined);
    }
  }

  /** What passes a library on passes on what has left it. */
  #passOn({ link, target: led }: Kept): void {
    const { placement, keepExport } = this.input;
    if (keepExport || !this.#isPlain(link)) return;
    for (const [head, library] of placement.sources) {
      if (!link.targets.some((each) => each === head)) continue;
      for (const { part, name, to, as } of placement.moved) {
        const isOf = library.units.some(({ path }) => path === part.anatomy.path);
        const target = placement.headOf(to);
        if (
          !isOf ||
          target === (led ?? head) ||
          target === this.head ||
          !takes(link, name) ||
          formsOf(head)?.isHidden(as) === true
        )
          continue;
        const there = this.added.find(
          (each) => each.kind === "re-export" && each.target === target && each.beside === link,
        );
        if (there) there.show?.add(as);
        else if (!this.#passesOn(target, as))
          this.added.push({
            kind: "re-export",
            target,
            show: link.show !== undefined || this.input.libraries.modules.tree.has(target) ? new Set([as]) : undefined,
            hide: link.hide.filter((each) => this.#given.get(target)?.has(each) === true),
            beside: link,
          });
      }
    }
  }

  #passesOn(target: ProjectPath, name: string): boolean {
    return this.kept.some(
      ({ link }) =>
        link.kind === "re-export" &&
        takes(link, name) &&
        link.targets.some((each) => this.input.placement.headOf(each) === target),
    );
  }

  /** What was needed and is needed no more goes. */
  async #drop(): Promise<void> {
    for (const kept of this.kept) {
      const { link } = kept;
      if (kept.isDropped || !this.#isPlain(link) || link.targets.length !== 1) continue;
      if (this.input.libraries.outsideOf(this.now?.head ?? this.head, link).length > 0) continue;
      if (link.kind === "re-export") kept.isDropped = await this.#passesNothing(kept);
      else if (link.kind === "import" && (await this.#wasUsed(link)) && !(await this.#isUsed(kept)))
        kept.isDropped = true;
    }
  }

  /** Whether a library that is passed on gives nothing any more by a directive. */
  async #passesNothing({ link, target }: Kept): Promise<boolean> {
    const { placement, libraries } = this.input;
    const [file] = link.targets;
    if (target !== undefined || file === undefined || !placement.sources.has(file)) return false;
    const library = await libraries.library(file);
    const isPassing = library?.links.some(({ kind }) => kind === "re-export") === true;
    return !isPassing && ![...(this.#given.get(file) ?? [])].some((name) => takes(link, name));
  }

  async #wasUsed(link: Link): Promise<boolean> {
    const { libraries } = this.input;
    const { now } = this;
    if (!now) return false;
    const declarations = now.units.flatMap((unit) =>
      unit.statements.filter((each) => !isDirective(each)).map((statement) => ({ unit, statement })),
    );
    const brought = await libraries.lentBy(link);
    return declarations.some(
      ({ unit, statement }) =>
        mentionsOf(now, unit, statement).some(
          (each) =>
            givesMention(link, each) && !now.declares.has(each.name) && libraries.through(link, each.name).length > 0,
        ) || brought.some(({ lends }) => mayUse(lends, wordsOf(unit, statement))),
    );
  }

  async #isUsed(kept: Kept): Promise<boolean> {
    const { libraries, placement } = this.input;
    for (const { library, unit, statement } of this.entries) {
      for (const mention of mentionsOf(library, unit, statement)) {
        const then = libraries.meaning(library, mention.name, mention.prefix).map((each) => placement.then(each));
        const [first] = then;
        if (first === undefined) {
          if (mention.prefix !== undefined && kept.link.prefix === mention.prefix) return true;
          continue;
        }
        if (placement.headOf(first.file) === this.head) continue;
        if (!givesMention(kept.link, { ...mention, name: first.name })) continue;
        if (this.#gives(kept, first.name).some((each) => then.some((one) => keyOf(one) === keyOf(each)))) return true;
      }
      const words = wordsOf(unit, statement);
      for (const { origin, lends } of await libraries.lent(library))
        if (mayUse(lends, words) && origin.name !== "") {
          const then = placement.then(origin);
          if (placement.headOf(then.file) !== this.head && (await this.#lends(kept, then))) return true;
        }
    }
    return false;
  }

  /** Lists name nothing that is given no more. */
  #narrow(): void {
    for (const kept of this.kept) {
      const { link } = kept;
      const isSource = link.targets.some((each) => this.input.placement.sources.has(each));
      if (kept.isDropped || !isSource || !this.#isPlain(link)) continue;
      const isThere = (name: string): boolean => {
        const only = { ...link, show: [name], hide: [] };
        return (
          this.input.libraries.through(only, name).length === 0 || this.#gives({ ...kept, link: only }, name).length > 0
        );
      };
      kept.hide = kept.hide.filter(isThere);
      // What came by uniting two directives is there, too.
      if (!kept.show) continue;
      const show = kept.show.filter(isThere);
      if (show.length > 0) kept.show = show;
      else kept.isDropped = true;
    }
  }
}

/** What a directive names that leads out of the project: by that, those of two files are alike. */
function placeNamed({ named: [reference] }: Link): string {
  const { specifier = "" } = reference ?? {};
  // A way from one folder is another from the next.
  return /^[a-z][a-z0-9+.-]*:/i.test(specifier) ? specifier : `${specifier} of ${String(reference?.start)}`;
}

function isAll({ show, hide }: { readonly show?: unknown; readonly hide: readonly string[] }): boolean {
  return show === undefined && hide.length === 0;
}

function sameNames(one: Pick<Link, "show" | "hide">, other: Pick<Link, "show" | "hide">): boolean {
  const all = (names: readonly string[] | undefined): string => [...(names ?? ["*"])].sort().join();
  return all(one.show) === all(other.show) && all(one.hide) === all(other.hide);
}

function keyOf({ file, name }: Origin): string {
  return `${file}\n${name}`;
}
