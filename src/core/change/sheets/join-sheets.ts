/**
 * Style sheets that become part of another: where that takes one in, what it holds stands instead of the line; whoever takes in both takes
 * in the one. The way back from taking rules out. That all compiles to the same is for the proof to say.
 */
import { ShelfError, type Place } from "../../base/errors.js";
import { nameOf, type ProjectPath } from "../../base/paths.js";
import { SourceText, wholeLines } from "../../base/text/index.js";
import type { Project } from "../../app/index.js";
import {
  holderOf,
  pagesWithBlocks,
  Resolver,
  resolverWithBlocks,
  sheetIn,
  SheetUsers,
  SheetWorld,
  TreeWithBlocks,
  type SheetText,
} from "../../graph/index.js";
import { languageFor, moduleRules, prepareNames, type Reference, type SheetLoad } from "../../languages/index.js";
import type { Claim, Draft, DraftEdit, Merge } from "../draft.js";
import { refuseSource } from "../plan/index.js";
import { SpecifierMaker } from "../regroup/index.js";

/** What was asked: sheets, and the one that they become part of, which is there. */
export interface SheetJoin {
  readonly files: readonly ProjectPath[];
  readonly target: ProjectPath;
}

/** A place where a sheet is taken in. */
interface Taken {
  readonly from: ProjectPath;
  readonly sheet: SheetText;
  readonly load: SheetLoad;
}

/** Works it out. Throws for what is not there, and for sheets that others take in without the target. */
export async function joinSheetsDraft({ tree, aliases }: Project, { files, target }: SheetJoin): Promise<Draft> {
  await prepareNames(tree);
  for (const path of [...files, target]) if (!tree.has(path)) refuseSource(tree, path);
  const sources = [...new Set(files)].filter((path) => path !== target);
  if (sources.length === 0) throw new ShelfError("JOIN_FEW");
  const resolver = new Resolver(tree, moduleRules, aliases);
  const withBlocks = new TreeWithBlocks(tree, pagesWithBlocks(tree));
  const world = new SheetWorld(resolverWithBlocks(resolver, withBlocks));
  const into = sheetOf(world, target);
  for (const path of sources) {
    sheetOf(world, path);
    if (path.slice(path.lastIndexOf(".")) !== target.slice(target.lastIndexOf(".")))
      throw new ShelfError("JOIN_UNLIKE", { path, other: target, reason: "they are written in two languages" });
  }
  const merges = sources.map((from): Merge => ({ from, into: target }));
  const maker = new SpecifierMaker({ tree, resolver, aliases, targets: [target], merges });
  const joining = new Joining({ world, target, into, maker });
  const users = new SheetUsers(withBlocks, world, resolver.allMappings());
  const taken = takenIn(users, (path) => sheetIn(withBlocks, world, path), { world, wanted: sources });
  for (const path of sources) joining.add(path, taken.get(path) ?? []);
  return { moves: [], merges, ...joining.parts() };
}

function sheetOf(world: SheetWorld, path: ProjectPath): SheetText {
  const sheet = world.sheet(path);
  if (sheet) return sheet;
  throw new ShelfError(SheetWorld.formsOf(path) ? "SHEET_BROKEN" : "JOIN_UNLIKE", {
    path,
    other: path,
    reason: "one is a style sheet, and one is none",
  });
}

function takenIn(
  users: SheetUsers,
  read: (path: ProjectPath) => SheetText | undefined,
  { world, wanted }: { readonly world: SheetWorld; readonly wanted: readonly ProjectPath[] },
): ReadonlyMap<ProjectPath, readonly Taken[]> {
  return new Map(
    wanted.map((path) => [
      path,
      users.of(path).flatMap(({ from, load }): Taken[] => {
        const sheet = world.loaded(from, load) === path ? read(from) : undefined;
        return sheet ? [{ from, sheet, load }] : [];
      }),
    ]),
  );
}

interface JoiningInput {
  readonly world: SheetWorld;
  readonly target: ProjectPath;
  readonly into: SheetText;
  readonly maker: SpecifierMaker;
}

class Joining {
  readonly #edits: DraftEdit[] = [];
  readonly #claims: Claim[] = [];
  readonly #heads: string[] = [];
  /** What comes before and behind what the target holds. */
  readonly #tops: string[] = [];
  readonly #bottoms: string[] = [];
  #gainsMore = false;
  readonly #users = new Set<ProjectPath>();
  readonly #lineEnd: string;

  constructor(readonly input: JoiningInput) {
    this.#lineEnd = input.into.text.includes("\r\n") ? "\r\n" : "\n";
  }

  /** One more sheet. */
  add(path: ProjectPath, taken: readonly Taken[]): void {
    const { world, target } = this.input;
    const own = taken.filter(({ from }) => from === target);
    // What it held is compiled wherever it was taken in, by whatever way.
    this.#users.add(path);
    for (const each of taken) this.#ensureAlone(path, each);
    const sheet = sheetOf(world, path);
    const heads = headsOf(sheet);
    const body = this.#bodyOf(path, sheet, heads);
    for (const head of heads) this.#addHead(path, sheet, head);
    for (const { from, sheet: user, load } of taken) {
      this.#users.add(from);
      this.#claims.push({ kind: "removes", file: holderOf(from), start: load.reference.start });
      const { start = 0, end = 0 } = user.statements[load.statement] ?? {};
      const isPlace = from === target && load === own[0]?.load && load.how === "in place";
      if (isPlace) this.#edit(from, { start, end }, body);
      else this.#edit(from, wholeLines(user.text, { from: start, end }), "");
    }
    if (own[0]?.load.how === "in place") return;
    if (own.length === 0) this.#gainsMore = true;
    const isAbove = own.length > 0 || taken.some((each) => standsAbove(each, world, target));
    if (isAbove) this.#tops.push(body);
    else this.#bottoms.push(body);
  }

  /** The draft's parts, once all are added. */
  parts(): Pick<Draft, "edits" | "made" | "claims"> {
    const { target, into } = this.input;
    const { text } = into;
    const gap = this.#lineEnd.repeat(2);
    // Behind what it goes on loading at its head.
    const isCut = (start: number): boolean =>
      this.#edits.some((edit) => edit.file === target && edit.start <= start && start < edit.end);
    const last = into.statements.findLast(
      ({ kind, word, start }) => kind === "at-rule" && /^(?:use|forward|charset)$/.test(word) && !isCut(start),
    );
    const place = last?.end ?? 0;
    const heads = this.#heads.join(this.#lineEnd);
    const tops = this.#tops.join(gap);
    const head = [heads, tops].filter((each) => each !== "").join(gap);
    if (head !== "") {
      const put = last ? (heads === "" ? gap : this.#lineEnd) + head : head + gap;
      this.#edits.push({ file: target, start: place, end: place, text: put, why: "holds the sheet that it took in" });
    }
    if (this.#bottoms.length > 0) {
      const before = text.trim() === "" ? "" : text.endsWith("\n") ? this.#lineEnd : gap;
      const put = before + this.#bottoms.join(gap) + this.#lineEnd;
      this.#edits.push({
        file: target,
        start: text.length,
        end: text.length,
        text: put,
        why: "holds the sheet that it took in",
      });
    }
    const ordered = [...this.#edits].sort((a, b) =>
      a.file === b.file ? a.start - b.start || a.end - b.end : a.file < b.file ? -1 : 1,
    );
    return {
      edits: ordered,
      made: [],
      claims: [
        ...this.#claims,
        { kind: "compiles alike", file: target, with: [...this.#users], ...(this.#gainsMore && { gains: [target] }) },
      ],
    };
  }

  #edit(file: ProjectPath, { start, end }: { readonly start: number; readonly end: number }, text: string): void {
    const why =
      text === ""
        ? `takes ${nameOf(this.input.target)} in, and no part of it by itself`
        : "holds the sheet that it took in";
    this.#edits.push({ file: holderOf(file), start, end, text, why });
  }

  /** Whoever takes it in has to be the target, or to take that in, too, in the same way, by a line of its own. */
  #ensureAlone(path: ProjectPath, { from, sheet, load }: Taken): void {
    const { target, world } = this.input;
    const place: Place = { file: holderOf(from), ...SourceText.ofNew(sheet.text).positionAt(load.reference.start) };
    const line = sheet.loads.filter(({ statement }) => statement === load.statement);
    if (load.isNested || line.length > 1 || load.how === "by call" || (load.how === "in place" && load.with !== ""))
      throw new ShelfError("SHEET_SHARED_LINE", { path, other: holderOf(from), place });
    if (from === target) {
      const isNamed =
        load.how === "module" &&
        load.as !== "*" &&
        sheet.names.some(({ needs }) => needs.some((need) => need.from === load.as));
      if (isNamed) throw new ShelfError("SHEET_NAMED", { path, other: load.as ?? "", place });
      return;
    }
    if (!sheet.loads.some((each) => each.how === load.how && world.loaded(from, each) === target))
      throw new ShelfError("SHEET_TAKEN_ALONE", { path, other: holderOf(from), reason: target, place });
    const isNamed =
      load.how === "module" && sheet.names.some(({ needs }) => needs.some((need) => need.from === load.as));
    if (isNamed) throw new ShelfError("SHEET_NAMED", { path, other: load.as ?? "", place });
  }

  /** What a sheet loads at its head goes to the head of the target, unless that loads it already. */
  #addHead(path: ProjectPath, sheet: SheetText, load: SheetLoad): void {
    const { world, target, into, maker } = this.input;
    const meant = world.loaded(path, load);
    const known = into.loads.some(
      (each) =>
        each.how === load.how &&
        each.as === load.as &&
        each.reference.specifier.startsWith("sass:") === load.reference.specifier.startsWith("sass:") &&
        (meant === undefined
          ? each.reference.specifier === load.reference.specifier
          : world.loaded(target, each) === meant),
    );
    if (known) return;
    const { start = 0, end = 0 } = sheet.statements[load.statement] ?? {};
    const { reference } = load;
    const spelled = maker.spelledIn(target, path, reference);
    const behind = languageFor(target)?.behind?.(spelled, reference) ?? "";
    const rest = sheet.text.slice(reference.end, end);
    const quote = rest.slice(0, reference.quote.length);
    this.#heads.push(sheet.text.slice(start, reference.start) + spelled + quote + behind + rest.slice(quote.length));
    this.#gains(path, reference);
  }

  #gains(path: ProjectPath, reference: Reference): void {
    const { world, target } = this.input;
    const meant = world.meaning(path, reference);
    if (meant.state === "found") this.#claims.push({ kind: "adds", file: target, means: meant.targets.slice(0, 1) });
    if (meant.state === "unresolved")
      this.#claims.push({ kind: "adds", file: target, means: [], astray: [reference.specifier] });
  }

  /** All of a sheet but what it loads at its head, with its names spelled as they are in the target. */
  #bodyOf(path: ProjectPath, sheet: SheetText, heads: readonly SheetLoad[]): string {
    const { maker, target } = this.input;
    const language = languageFor(path);
    const cuts = heads
      .flatMap(({ statement }) => sheet.statements[statement] ?? [])
      .map(({ start, end }) => wholeLines(sheet.text, { from: start, end }));
    const charset = sheet.statements
      .filter(({ word, kind }) => kind === "at-rule" && word === "charset")
      .map(({ start, end }) => wholeLines(sheet.text, { from: start, end }));
    const out = [...cuts, ...charset].sort((a, b) => a.start - b.start);
    let [text, at] = ["", sheet.text.startsWith("\uFEFF") ? 1 : 0];
    for (const cut of out) {
      text += this.#part(path, sheet, { from: at, end: Math.max(at, cut.start), language, maker, target });
      at = Math.max(at, cut.end);
    }
    text += this.#part(path, sheet, { from: at, end: sheet.text.length, language, maker, target });
    return text
      .replace(/^(?:[ \t]*\r?\n)+/, "")
      .trimEnd()
      .replaceAll(/\r?\n/g, this.#lineEnd);
  }

  #part(
    path: ProjectPath,
    sheet: SheetText,
    {
      from,
      end,
      language,
      maker,
      target,
    }: {
      readonly from: number;
      readonly end: number;
      readonly language: ReturnType<typeof languageFor>;
      readonly maker: SpecifierMaker;
      readonly target: ProjectPath;
    },
  ): string {
    let [text, at] = ["", from];
    for (const reference of sheet.references) {
      if (reference.start < from || reference.end > end) continue;
      this.#gains(path, reference);
      const spelled = language?.write(maker.spelledIn(target, path, reference), reference);
      if (spelled === undefined) continue;
      text += sheet.text.slice(at, reference.start) + spelled;
      at = reference.end;
    }
    return text + sheet.text.slice(at, end);
  }
}

/** What a sheet loads once for all, at its head. */
function headsOf({ loads }: SheetText): readonly SheetLoad[] {
  return loads.filter(({ how, isNested }) => (how === "module" || how === "passed on") && !isNested);
}

/** Whether a sheet is taken in before the target is. */
function standsAbove({ from, sheet, load }: Taken, world: SheetWorld, target: ProjectPath): boolean {
  const other = sheet.loads.find((each) => world.loaded(from, each) === target);
  return other !== undefined && load.statement < other.statement;
}
