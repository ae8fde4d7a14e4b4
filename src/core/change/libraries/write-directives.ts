/** Directives as text: new ones among those that are there, and those that change. */
import { ShelfError } from "../../base/errors.js";
import type { ProjectPath } from "../../base/paths.js";
import { formsOf, type Library, type Link } from "../../graph/index.js";
import type { DirectiveText, Reference, Statement } from "../../languages/index.js";
import type { Claim, DraftEdit } from "../draft.js";
import type { SpecifierMaker } from "../regroup/specifiers.js";
import type { Added, DirectivePlan, Kept } from "./directive-plan.js";

/** A directive that is to be written, and the file that it means, if it is one of the project. */
export interface NewDirective {
  readonly text: DirectiveText;
  readonly means: ProjectPath | undefined;
  /** The text of one that is repeated letter by letter, but for its addresses. */
  readonly raw?: string;
  /** Every file that is meant, where a condition chooses. */
  readonly all?: readonly ProjectPath[];
}

/**
 * Spells what a library gains. `head` is where it stands; `manner` a reference like which names are spelled. Throws where no address leads
 * there.
 */
export function newDirective(
  specifiers: SpecifierMaker,
  head: ProjectPath,
  added: Added,
  manner: { readonly from: ProjectPath; readonly reference: Reference } | undefined,
): NewDirective {
  const found = spelled(specifiers, head, added, manner);
  const { means, text } = found;
  const lookup = formsOf(head)?.lookup ?? "";
  const [carried] = added.like && means === undefined ? added.like.link.named : [];
  if (added.like && carried && !specifiers.mayCarry(added.like.of.head, carried, head))
    throw new ShelfError("OUT_OF_REACH", { path: carried.specifier, other: head });
  if (means !== undefined && !specifiers.leads(head, means, { specifier: text.specifier, lookup }))
    throw new ShelfError("OUT_OF_REACH", { path: means, other: head });
  return found;
}

function spelled(
  specifiers: SpecifierMaker,
  head: ProjectPath,
  { kind, target, prefix, show, hide, like, beside }: Added,
  manner: { readonly from: ProjectPath; readonly reference: Reference } | undefined,
): NewDirective {
  const list = { ...(show && { show: like ? [...show] : [...show].sort() }), hide };
  const text = (specifier: string): DirectiveText => ({
    kind,
    specifier,
    ...(prefix !== undefined && { prefix }),
    ...list,
  });
  const [reference, other] = like?.link.named ?? [];
  if (like && reference) {
    const isHere = target === undefined || like.link.targets.some((each) => specifiers.placeOf(each) === target);
    if (isHere) {
      const specifier = specifiers.spelledIn(head, like.of.head, reference);
      if (!other) return { text: text(specifier), means: target };
      const raw = rawOf(specifiers, head, { like });
      return { text: text(specifier), means: target, raw, all: like.link.targets };
    }
  }
  const [own] = beside?.named ?? [];
  if (target === undefined) return { text: text(""), means: undefined };
  const specifier = own
    ? specifiers.spelledFor(target, head, own)
    : specifiers.newName(target, head, manner, formsOf(head)?.lookup ?? "");
  return { text: text(specifier), means: target };
}

/** A directive with conditions: all of its addresses lead from another place. */
function rawOf(
  specifiers: SpecifierMaker,
  head: ProjectPath,
  { like }: { readonly like: NonNullable<Added["like"]> },
): string {
  const [unit] = like.of.units;
  const { text = "", statements = [] } = unit ?? {};
  const at = like.link.named[0]?.start ?? 0;
  const statement = statements.find(({ start, end }) => start <= at && at < end);
  let raw = "";
  let from = statement?.start ?? 0;
  for (const reference of like.link.named) {
    raw += text.slice(from, reference.start) + specifiers.spelledIn(head, like.of.head, reference);
    from = reference.end;
  }
  return raw + text.slice(from, statement?.end ?? from);
}

/** New directives among others, in their order; `undefined` in the list stands for one that is there. */
export function textOfDirectives(
  head: ProjectPath,
  all: readonly NewDirective[],
  quote: string,
  lineEnd: string,
): string {
  const forms = formsOf(head);
  const ordered: NewDirective[] = [];
  for (const each of all) {
    const at = forms?.placeAmong(
      ordered.map(({ text }) => text),
      each.text,
    );
    ordered.splice(at === undefined ? 0 : at + 1, 0, each);
  }
  let found = "";
  ordered.forEach((each, index) => {
    const before = ordered[index - 1];
    if (before) found += groupOf(before.text) === groupOf(each.text) ? lineEnd : lineEnd + lineEnd;
    found += each.raw?.replace(/\r?\n/g, lineEnd) ?? forms?.write(each.text, quote) ?? "";
  });
  return found;
}

function groupOf({ kind, specifier }: DirectiveText): string {
  const scheme = /^([a-z]+):/.exec(specifier)?.[1] ?? "";
  return `${kind} ${kind === "import" ? scheme : ""}`;
}

/** What changes in the head of a library that is there. */
export interface DirectiveEdits {
  readonly edits: readonly DraftEdit[];
  readonly claims: readonly Claim[];
  /** Directives that go, with their lines; whoever cuts more out of the file cuts them with that. */
  readonly cuts: readonly Statement[];
}

interface Standing {
  readonly text: DirectiveText;
  /** Where it begins, and behind which offset something new stands; of a new one, where it is put. */
  readonly from: number;
  readonly at: number;
  readonly fresh?: NewDirective;
}

/** Writes a plan into the head of its library. `parts` are made parts that it gains; `lost` those that it has no more. */
export function editDirectives(
  specifiers: SpecifierMaker,
  library: Library,
  plan: DirectivePlan,
  {
    parts = [],
    lost = [],
    manner,
  }: {
    readonly parts?: readonly NewDirective[];
    readonly lost?: readonly Link[];
    readonly manner: { readonly from: ProjectPath; readonly reference: Reference } | undefined;
  },
): DirectiveEdits {
  const writer = new Writer(specifiers, library, plan, manner);
  writer.write(parts, lost);
  return writer;
}

class Writer implements DirectiveEdits {
  readonly edits: DraftEdit[] = [];
  readonly claims: Claim[] = [];
  readonly cuts: Statement[] = [];
  readonly #file: ProjectPath;
  readonly #text: string;
  readonly #statements: readonly Statement[];
  readonly #lineEnd: string;
  readonly #quote: string;

  constructor(
    readonly specifiers: SpecifierMaker,
    readonly library: Library,
    readonly plan: DirectivePlan,
    readonly manner: { readonly from: ProjectPath; readonly reference: Reference } | undefined,
  ) {
    const [head] = library.units;
    this.#file = library.head;
    this.#text = head?.text ?? "";
    this.#statements = head?.statements ?? [];
    this.#lineEnd = this.#text.includes("\r\n") ? "\r\n" : "\n";
    this.#quote = library.links[0]?.named[0]?.quote ?? library.made[0]?.named[0]?.quote ?? "'";
  }

  write(parts: readonly NewDirective[], lost: readonly Link[]): void {
    const waiting = [...this.plan.added];
    const { cuts } = this;
    const replaced = new Map<Kept, Added>();
    for (const kept of this.plan.kept) {
      if (!kept.isDropped) {
        this.#lists(kept);
        continue;
      }
      const at = waiting.findIndex((each) => each.beside === kept.link && each.kind === kept.link.kind);
      const [instead] = at < 0 ? [] : waiting.splice(at, 1);
      if (instead) replaced.set(kept, instead);
      else this.#cut(kept.link, cuts);
    }
    for (const link of lost) this.#cut(link, cuts);
    const spelled = new Map<Link, string | undefined>();
    for (const [kept, instead] of replaced) spelled.set(kept.link, this.#replace(kept, instead));
    for (const { link, target, isDropped } of this.plan.kept) {
      const [reference] = link.named;
      if (target !== undefined && !isDropped && reference)
        spelled.set(link, this.specifiers.spelledFor(target, this.#file, reference));
    }
    const written = this.#standing(cuts, spelled);
    const fresh = [...waiting.map((each) => newDirective(this.specifiers, this.#file, each, this.manner)), ...parts];
    this.#insert(written, fresh);
  }

  #statementOf({ named: [reference] }: Link): Statement | undefined {
    const at = reference?.start ?? -1;
    return this.#statements.find(({ start, end }) => start <= at && at < end);
  }

  #cut(link: Link, cuts: Statement[]): void {
    const statement = this.#statementOf(link);
    if (!statement) return;
    cuts.push(statement);
    for (const { start } of link.named) this.claims.push({ kind: "removes", file: this.#file, start });
  }

  /** The directives that stay, with the places behind them. */
  #standing(cuts: readonly Statement[], spelled: ReadonlyMap<Link, string | undefined>): Standing[] {
    const all = [...this.library.links, ...this.library.parts, ...this.library.made];
    return this.#statements.flatMap((statement): Standing[] => {
      const link = all.find((each) => this.#statementOf(each) === statement);
      const [reference] = link?.named ?? [];
      if (!link || !reference || link.kind === "part of" || cuts.includes(statement)) return [];
      const specifier = spelled.get(link) ?? reference.specifier;
      return [{ text: { kind: link.kind, specifier }, from: statement.from, at: statement.to }];
    });
  }

  /** What stands behind an address: its prefix and lists. */
  #lists({ link, show, hide }: Kept): void {
    const isSame = (one: readonly string[] | undefined, other: readonly string[] | undefined): boolean =>
      one?.join() === other?.join();
    if (isSame(show, link.show) && isSame(hide, link.hide)) return;
    this.#tail(link, { prefix: link.prefix, show, hide });
  }

  #tail(
    link: Link,
    {
      prefix,
      show,
      hide,
    }: { prefix: string | undefined; show: readonly string[] | undefined; hide: readonly string[] },
  ): void {
    const statement = this.#statementOf(link);
    const last = link.named.at(-1);
    const forms = formsOf(this.#file);
    if (!statement || !last || !forms) return;
    const kind = link.kind === "re-export" ? "re-export" : "import";
    const whole = forms.write(
      { kind, specifier: "", ...(prefix !== undefined && { prefix }), ...(show && { show }), hide },
      this.#quote,
    );
    const tail = whole.slice(whole.indexOf(this.#quote + this.#quote) + 2 * this.#quote.length);
    this.#edit(last.end + last.quote.length, statement.end, tail, "takes what is there then");
  }

  /** Leads a directive to another file in its place. */
  #replace({ link }: Kept, added: Added): string | undefined {
    const [reference] = link.named;
    if (!reference || added.target === undefined) return undefined;
    const { text } = newDirective(this.specifiers, this.#file, added, this.manner);
    this.#edit(reference.start, reference.end, text.specifier, "takes it from its new place");
    const scheme = this.specifiers.schemeOf(this.#file, reference);
    this.claims.push({
      kind: "means",
      file: this.#file,
      start: reference.start,
      target: { state: "found", targets: [added.target], scheme },
    });
    const show = added.show && [...added.show];
    if (show?.join() !== link.show?.join() || added.hide.join() !== link.hide.join())
      this.#tail(link, { prefix: link.prefix, show, hide: added.hide });
    return text.specifier;
  }

  #insert(written: readonly Standing[], fresh: readonly NewDirective[]): void {
    const forms = formsOf(this.#file);
    if (fresh.length === 0 || !forms) return;
    const list: Standing[] = [...written];
    for (const each of fresh) {
      const at = forms.placeAmong(
        list.map(({ text }) => text),
        each.text,
      );
      const before = at === undefined ? undefined : list[at];
      const next = list[at === undefined ? 0 : at + 1];
      // Above the first of its own group, rather than below the last of another.
      const isLikeNext = next !== undefined && groupOf(next.text) === groupOf(each.text);
      const isLikeBefore = before !== undefined && groupOf(before.text) === groupOf(each.text);
      const place = isLikeNext && !isLikeBefore ? next.from : (before?.at ?? this.#top(list));
      list.splice(at === undefined ? 0 : at + 1, 0, { text: each.text, from: place, at: place, fresh: each });
    }
    const isOpen = this.#opensGroups(written);
    const places = new Map<number, string>();
    list.forEach(({ fresh: each, at, text }, index) => {
      if (!each) return;
      const line = each.raw?.replace(/\r?\n/g, this.#lineEnd) ?? forms.write(each.text, this.#quote);
      const before = list[index - 1];
      const next = list[index + 1];
      // Where it stands above the first of its group that is there, the gap is there, too.
      const isLikeNext = next !== undefined && !next.fresh && groupOf(next.text) === groupOf(text);
      const isGap = isOpen && before !== undefined && !isLikeNext && groupOf(before.text) !== groupOf(text);
      // What stands above all others has a line between itself and the next group.
      const isAbove =
        before === undefined && next !== undefined && !next.fresh && isOpen && groupOf(next.text) !== groupOf(text);
      const end = this.#lineEnd;
      places.set(at, `${places.get(at) ?? ""}${isGap ? end : ""}${line}${end}${isAbove ? end : ""}`);
      this.#claimAdded(each);
    });
    for (const [at, text] of places) {
      const isOnly = written.length === 0;
      const isFirst = at > 0 && !this.#text.slice(0, at).endsWith("\n");
      const before = isFirst ? this.#lineEnd : isOnly && at > 0 && this.#library()?.to === at ? this.#lineEnd : "";
      const behind =
        isOnly && this.#text.slice(at).trim() !== "" && !/^\s*\n/.test(this.#text.slice(at)) ? this.#lineEnd : "";
      this.#edit(at, at, before + text + behind, "imports what it needs");
    }
  }

  #claimAdded({ means, all, text }: NewDirective): void {
    const files = all ?? (means === undefined ? [] : [means]);
    if (files.length > 0) this.claims.push({ kind: "adds", file: this.#file, means: files });
    else this.claims.push({ kind: "adds", file: this.#file, means: [], astray: [text.specifier] });
  }

  #library(): Statement | undefined {
    return this.#statements.find(
      ({ kind, start }) => kind === "directive" && /^(?:@[^;]*\s)?library\b/.test(this.#text.slice(start, start + 400)),
    );
  }

  /** Where what comes before all directives stands: below what the library says of itself. */
  #top(list: readonly Standing[]): number {
    const library = this.#library();
    if (library) return library.to;
    const first = list.find(({ fresh }) => !fresh);
    const statement = first ? this.#statements.find(({ to }) => to === first.at) : this.#statements[0];
    return statement?.from ?? this.#text.length;
  }

  /** Whether blank lines part the groups of directives; where there is one group, they will. */
  #opensGroups(written: readonly Standing[]): boolean {
    const borders = written.flatMap((each, index) => {
      const next = written[index + 1];
      return next && groupOf(next.text) !== groupOf(each.text) ? [/^[ \t]*\r?\n/.test(this.#text.slice(each.at))] : [];
    });
    return borders.length === 0 || borders.includes(true);
  }

  #edit(start: number, end: number, text: string, why: string): void {
    this.edits.push({ file: this.#file, start, end, text, why });
  }
}
