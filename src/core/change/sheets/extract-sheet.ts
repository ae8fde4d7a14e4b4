/**
 * Rules and names taken out of a style sheet into a partial: letter by letter, with their comments; the line that takes the partial in
 * stands where the compiled sheet stays what it is. The proof goes through both sheets again and knows nothing of this.
 */
import { ShelfError, type Place } from "../../base/errors.js";
import { splitWords, inCase } from "../../base/names/index.js";
import { folderOf, inFolder, nameOf, type ProjectPath } from "../../base/paths.js";
import { SourceText, wholeLines } from "../../base/text/index.js";
import type { Project } from "../../app/index.js";
import {
  holderOf,
  pagesWithBlocks,
  resolverWithBlocks,
  sheetIn,
  TreeWithBlocks,
  Resolver,
  SheetUsers,
  SheetWorld,
  type SheetPiece,
  type SheetText,
} from "../../graph/index.js";
import { languageFor, moduleRules, prepareNames, type Reference, type SheetLoad } from "../../languages/index.js";
import type { Claim, Draft, DraftEdit } from "../draft.js";
import { refuseSource } from "../plan/index.js";
import { firstName } from "./first-name.js";
import { SpecifierMaker } from "../regroup/index.js";
import { mannerOf, type SheetManner } from "./manner.js";
import { indentOf, parted, wholeLinesWithin, wrapped, type Around, type InnerCut } from "./nested.js";

import { chosenIn, namesOf, staysFirst, type Held, type SheetWish } from "./selection.js";

/** What was asked. */
export interface SheetRequest extends SheetWish {
  readonly path: ProjectPath;
  /** A partial or a folder; without it a partial beside the sheet. */
  readonly to?: ProjectPath | undefined;
  /** The target was written with a `/` at its end, so a folder is meant. */
  readonly into?: boolean | undefined;
}

/** A draft, and what it is about. */
export interface SheetDraft {
  readonly draft: Draft;
  readonly from: ProjectPath;
  readonly target: ProjectPath;
  readonly isNew: boolean;
  /** What is taken out, as people call it: `.card`, `$gap`. */
  readonly names: readonly string[];
  /** The lines that leave the sheet, from 1, the last one included. */
  readonly lines: readonly (readonly [first: number, last: number])[];
  /** What was in the lines or the section, and stays, because it has to stand first. */
  readonly stays: readonly string[];
  /** What is meant as well, and stays, because its rules cannot be taken apart. */
  readonly held: readonly Held[];
  /** The lines by which the sheet takes the partial in; none where it does so already. */
  readonly takesIn: readonly string[];
}

/** Whether a file is a sheet out of which rules are taken. */
export function isSheet(path: ProjectPath): boolean {
  return SheetWorld.formsOf(path) !== undefined;
}

/** Whether a page or a component may have style blocks, out of which rules are taken as out of sheets. */
export function mayHoldStyles(path: ProjectPath): boolean {
  return languageFor(nameOf(path))?.styleBlocks !== undefined;
}

/** Works it out. Throws for what is not there and for what cannot be parted. */
export async function extractSheetDraft({ tree, aliases }: Project, request: SheetRequest): Promise<SheetDraft> {
  await prepareNames(tree);
  if (!tree.has(request.path)) refuseSource(tree, request.path);
  const resolver = new Resolver(tree, moduleRules, aliases);
  const withBlocks = new TreeWithBlocks(tree, pagesWithBlocks(tree));
  const world = new SheetWorld(resolverWithBlocks(resolver, withBlocks));
  const path = mayHoldStyles(request.path) ? blockMeant(withBlocks, world, request) : request.path;
  const whole = sheetIn(withBlocks, world, path);
  if (!whole) throw new ShelfError("SHEET_BROKEN", { path: request.path });
  if (SheetWorld.formsOf(path)?.isOfScripts(nameOf(path))) throw new ShelfError("SHEET_OF_SCRIPTS", { path });
  const { sheet, pieces, chosen, around, held } = chosenIn(request.path, whole, request);
  const manner = mannerOf(withBlocks, world, new SheetUsers(withBlocks, world, resolver.allMappings()), path);
  const target = targetOf(tree, { request: { ...request, path }, sheet, chosen, manner });
  if (target === path) throw new ShelfError("EXTRACT_SAME", { path });
  if (path.slice(path.lastIndexOf(".")) !== target.slice(target.lastIndexOf(".")))
    throw new ShelfError("EXTRACT_LANGUAGE", { path: target, other: path });
  const maker = new SpecifierMaker({
    tree,
    resolver,
    aliases,
    targets: [target],
    ...(!tree.has(target) && { partOf: new Map([[target, request.path]]) }),
  });
  const drawn = new Cutting({
    path,
    holder: request.path,
    target,
    sheet,
    pieces,
    chosen,
    held,
    ...(around && { around }),
    manner,
    world,
    maker,
    there: tree.text(target)?.text,
  }).draft();
  if (path === request.path) return drawn;
  // What is written is the component; what has to compile to the same is its block.
  const inHolder = <At extends { readonly file: ProjectPath }>(each: At): At =>
    each.file === path ? { ...each, file: request.path } : each;
  const claims = drawn.draft.claims.map((claim): Claim =>
    claim.kind === "adds" || claim.kind === "removes" ? inHolder(claim) : claim,
  );
  return { ...drawn, from: request.path, draft: { ...drawn.draft, edits: drawn.draft.edits.map(inHolder), claims } };
}

/** The block of a page that has what is asked for. Throws for one in CSS: what that imports is not scoped as it is itself. */
function blockMeant(tree: TreeWithBlocks, world: SheetWorld, request: SheetRequest): ProjectPath {
  const own = tree.blocks.filter((block) => holderOf(block) === request.path);
  const fit = own.filter((block) => SheetWorld.formsOf(block)?.takesInAnywhere(block) === true);
  const [first] = fit;
  if (first === undefined) throw new ShelfError("SHEET_BLOCK", { path: request.path });
  const found = fit.find((block) => {
    try {
      const sheet = sheetIn(tree, world, block);
      return sheet !== undefined && chosenIn(request.path, sheet, request).chosen.length > 0;
    } catch (error) {
      // What another one is to be asked about as well.
      if (error instanceof ShelfError && /^(?:NAME_MISSING|SHEET_NO_SECTION)$/.test(error.code)) return false;
      throw error;
    }
  });
  return found ?? first;
}

interface TargetInput {
  readonly request: SheetRequest;
  readonly sheet: SheetText;
  readonly chosen: readonly SheetPiece[];
  readonly manner: SheetManner;
}

/** A file that was named, or one of what is taken out: `.tree-card` → `_tree-card.scss`. */
function targetOf(tree: Project["tree"], { request, sheet, chosen, manner }: TargetInput): ProjectPath {
  const { path, to, into = false, section } = request;
  const extension = path.slice(path.lastIndexOf("."));
  const folder = to === undefined ? folderOf(path) : into || tree.hasFolder(to) ? to : undefined;
  const mark = manner.underscore ? "_" : "";
  if (folder === undefined && to !== undefined) {
    if (languageFor(nameOf(to))) return to;
    const name = nameOf(to);
    return inFolder(folderOf(to), `${name.startsWith("_") ? "" : mark}${name}${extension}`);
  }
  const [named = ""] =
    section === undefined ? chosen.flatMap(({ main }) => (main ? namesOf(sheet.text, main) : [])) : [section];
  // `.card .title` by both its names.
  const first = chosen[0]?.within ? named.replace(/[^\p{L}\p{N}_-]+/gu, " ").trim() : named;
  const words = splitWords(
    (
      /[\p{L}\p{N}][\p{L}\p{N}_-]*(?: [\p{L}\p{N}]+)*/u.exec(section ?? first.replace(/^@[\w-]+ /, ""))?.[0] ?? "part"
    ).replace(/^[\d.]+\s+/, ""),
  );
  return inFolder(folder ?? folderOf(path), `${mark}${inCase(words, "kebab")}${extension}`);
}

interface CuttingInput {
  readonly path: ProjectPath;
  /** The file in which it stands: itself, or that whose block it is. */
  readonly holder: ProjectPath;
  readonly target: ProjectPath;
  readonly sheet: SheetText;
  /** All of it, and what leaves. */
  readonly pieces: readonly SheetPiece[];
  readonly chosen: readonly SheetPiece[];
  /** The rules around some of it. */
  readonly around?: Around;
  readonly held: readonly Held[];
  readonly manner: SheetManner;
  readonly world: SheetWorld;
  readonly maker: SpecifierMaker;
  /** The text of the target, if it is there. */
  readonly there: string | undefined;
}

interface Run {
  readonly pieces: readonly SheetPiece[];
  /** The rules around it. */
  readonly within?: Around | undefined;
  readonly from: number;
  readonly end: number;
}

class Cutting {
  readonly #pieces: readonly SheetPiece[];
  readonly #runs: readonly Run[];
  readonly #lineEnd: string;
  readonly #source: SourceText;

  constructor(readonly input: CuttingInput) {
    this.#pieces = input.pieces;
    this.#runs = runsOf(this.#pieces, input.chosen);
    this.#lineEnd = input.sheet.text.includes("\r\n") ? "\r\n" : "\n";
    this.#source = SourceText.ofNew(input.sheet.text);
  }

  draft(): SheetDraft {
    const { path, target, sheet, chosen, there, world } = this.input;
    const known = sheet.loads.some((load) => world.loaded(path, load) === target);
    const place = known ? undefined : this.#place();
    const takesIn = place === undefined ? [] : this.#lines();
    const carried = this.#carried();
    const body = this.#runs.map((run) => this.#body(run)).join(this.#lineEnd.repeat(2));
    const gained = there === undefined ? [] : this.#gains(there, { carried, body });
    const text = [...(carried.length > 0 ? [carried.join(this.#lineEnd)] : []), body].join(this.#lineEnd.repeat(2));
    const references = this.#runs.flatMap((run) => this.#within(run.from, run.end));
    const added = [
      ...references,
      ...carried.map((_, at) => this.#carriedLoads()[at]?.reference).filter((each) => each !== undefined),
    ];
    const draft: Draft = {
      moves: [],
      edits: [...this.#cuts(place, takesIn), ...gained],
      made:
        there === undefined
          ? [{ path: target, text: text + this.#lineEnd, why: `taken out of ${nameOf(this.input.holder)}` }]
          : [],
      claims: [
        ...references.map(({ start }): Claim => ({ kind: "removes", file: path, start })),
        ...(takesIn.length > 0 ? [{ kind: "adds", file: path, means: takesIn.map(() => target) } as const] : []),
        this.#adds(added),
        {
          kind: "compiles alike",
          file: path,
          with: [target],
          ...(there !== undefined && { gains: [target] }),
          ...(this.input.around && { isParted: true }),
        },
      ],
    };
    return {
      draft,
      from: path,
      target,
      isNew: there === undefined,
      names: [...new Set(chosen.flatMap(({ main }) => (main ? namesOf(sheet.text, main) : [])))],
      lines: this.#runs.map(({ from, end }) => [this.#line(from), this.#line(Math.max(from, end - 1))]),
      stays: this.#staying(),
      held: this.input.held,
      takesIn,
    };
  }

  #line(offset: number): number {
    return this.#source.positionAt(offset).line;
  }

  #place(): number {
    const { manner, path } = this.input;
    const comesFirst = manner.how === "module" || SheetWorld.formsOf(path)?.takesInAnywhere(path) === false;
    if (comesFirst) this.#refuseWhatStands();
    return manner.how === "module" ? this.#placeOfModule() : this.#placeOfRun();
  }

  /** Where the partial comes first, nothing else may be compiled before what is taken out, nor may that need what stays. */
  #refuseWhatStands(): void {
    const { sheet, chosen, manner } = this.input;
    const last = this.#pieces.findLastIndex((piece) => chosen.includes(piece) && emits(sheet, piece));
    // A page's sheet may hold comments before what it takes in; of modules they would come after.
    const counts = (piece: SheetPiece): boolean => manner.how === "module" || piece.main !== undefined;
    const spaces = this.#pieces.find(({ main }) => main?.kind === "at-rule" && main.word === "namespace");
    if (spaces) throw new ShelfError("SHEET_NAMESPACE", { path: this.input.holder, place: this.#told(spaces).place });
    const before = this.#pieces.find(
      (piece, at) =>
        at < last && !chosen.includes(piece) && !staysFirst(sheet, piece) && emits(sheet, piece) && counts(piece),
    );
    if (before) throw new ShelfError("SHEET_BEFORE", { path: this.input.holder, ...this.#told(before) });
    const own = new Map(
      this.#pieces
        .filter((piece) => !chosen.includes(piece))
        .flatMap((piece) => sheet.names.slice(piece.first, piece.last + 1).flatMap(({ gives }) => gives))
        .map((given) => [`${given.kind} ${given.name}`, given] as const),
    );
    const taken = new Set(this.#chosenNames().flatMap(({ gives }) => gives.map(({ kind, name }) => `${kind} ${name}`)));
    const missing = this.#chosenNames()
      .flatMap(({ needs }) => needs)
      .filter(({ kind, name, from }) => from === undefined && kind !== "placeholder" && !taken.has(`${kind} ${name}`))
      .flatMap(({ kind, name }) => own.get(`${kind} ${name}`) ?? []);
    if (missing.length === 0) return;
    const names = [
      ...new Set(missing.map(({ kind, name }) => (kind === "variable" ? `$${name}` : `@${kind} ${name}`))),
    ];
    throw new ShelfError("SHEET_NEEDS", { path: this.input.holder, other: names.join(", ") });
  }

  #told({ main, from }: SheetPiece): { readonly other: string; readonly place: Place } {
    const [name = "a statement"] = main ? namesOf(this.input.sheet.text, main) : ["a comment"];
    return { other: name, place: { file: this.input.holder, ...this.#source.positionAt(main?.start ?? from) } };
  }

  /** In place of the part from which on nothing comes to stand on the other side of what it has to do with. */
  #placeOfRun(): number {
    const { chosen, sheet } = this.input;
    const places = new Map(this.#pieces.map((piece, at) => [piece, at]));
    const at = (piece: SheetPiece): number => places.get(piece) ?? 0;
    const taken = new Set(chosen);
    const staying = this.#pieces.filter(
      (piece) =>
        !taken.has(piece) && at(piece) > at(chosen[0] as SheetPiece) && at(piece) < at(chosen.at(-1) as SheetPiece),
    );
    let reason: SheetPiece | undefined;
    for (const run of this.#runs) {
      const place = at(run.pieces[0] as SheetPiece);
      const crossed = staying.find((piece) =>
        chosen.some(
          (each) => (at(piece) < place ? at(each) < at(piece) : at(each) > at(piece)) && depend(sheet, piece, each),
        ),
      );
      if (!crossed) return run.from;
      reason ??= crossed;
    }
    throw new ShelfError("SHEET_BETWEEN", { path: this.input.holder, ...this.#told(reason as SheetPiece) });
  }

  /** Behind the last `@use`, or what else may stand before one. */
  #placeOfModule(): number {
    const { chosen } = this.input;
    const last = this.#pieces.findLastIndex(
      ({ main }) => main?.kind === "at-rule" && /^(?:use|forward)$/.test(main.word),
    );
    let place = this.#head();
    for (const [at, piece] of this.#pieces.entries()) {
      const { main, from, end } = piece;
      if (at > last && last >= 0) return place;
      if (chosen.includes(piece)) return piece.within ? place : from;
      if (last < 0 && main !== undefined && main.word !== "charset") return place;
      place = end;
    }
    return place;
  }

  /** Where the sheet begins: of a block, its first statement. */
  #head(): number {
    const { path, holder } = this.input;
    return path === holder ? 0 : (this.#pieces[0]?.from ?? 0);
  }

  /** The lines by which the sheet takes the partial in. */
  #lines(): string[] {
    const { path, target, manner, maker, sheet } = this.input;
    const forms = SheetWorld.formsOf(path);
    const lookup = forms?.lookup(nameOf(path)) ?? "css";
    const { like, quote } = manner;
    const specifier =
      like === undefined
        ? firstName(path, target, lookup)
        : maker.newName(target, path, { from: like.from, reference: like.load.reference }, lookup);
    const write = (how: "in place" | "module" | "opened" | "passed on"): string =>
      forms?.takeIn(specifier, how, { name: nameOf(path), quote }) ?? "";
    if (manner.how === "in place") return [write("in place")];
    const given = new Set(this.#chosenNames().flatMap(({ gives }) => gives.map(({ kind, name }) => `${kind} ${name}`)));
    if (given.size === 0) return [write("module")];
    const rest = sheet.names.filter((_, at) => !this.#isChosen(at));
    const isNeeded = rest.some(({ needs }) =>
      needs.some(({ kind, name, from }) => from === undefined && given.has(`${kind} ${name}`)),
    );
    const isShared =
      manner.users.some(({ load }) => load.how !== "in place") || sheet.loads.some(({ how }) => how === "passed on");
    return [
      ...(isShared ? [write("passed on")] : []),
      ...(isNeeded ? [write("opened")] : isShared ? [] : [write("module")]),
    ];
  }

  #isChosen(index: number): boolean {
    return this.input.chosen.some(({ first, last }) => index >= first && index <= last);
  }

  #chosenNames(): SheetText["names"] {
    return this.input.sheet.names.filter((_, at) => this.#isChosen(at));
  }

  /** The modules that what is taken out needs. */
  #carriedLoads(): readonly SheetLoad[] {
    const { sheet } = this.input;
    const chosen = this.#chosenNames();
    const given = new Set(sheet.names.flatMap(({ gives }) => gives.map(({ kind, name }) => `${kind} ${name}`)));
    const needs = chosen.flatMap((each) => each.needs);
    const spaces = new Set([...needs, ...chosen.flatMap((each) => each.gives)].map(({ from }) => from));
    // What is given may be a name of a module that is taken in without a namespace.
    const gives = chosen.some((each) => each.gives.some(({ kind }) => kind === "variable"));
    const isOpen =
      gives ||
      needs.some(
        ({ kind, name, from }) => from === undefined && kind !== "placeholder" && !given.has(`${kind} ${name}`),
      );
    return sheet.loads.filter(
      ({ how, as, isNested }) =>
        how === "module" && !isNested && (as === "*" ? isOpen : as !== undefined && spaces.has(as)),
    );
  }

  #carried(): string[] {
    const { sheet, target, path, maker, there, world } = this.input;
    const has = there === undefined ? undefined : world.sheet(target);
    return this.#carriedLoads()
      .filter(
        (load) =>
          !has?.loads.some((each) => each.as === load.as && world.loaded(target, each) === world.loaded(path, load)),
      )
      .map(({ reference, statement, with: configured }) => {
        const { start = 0, headEnd = 0, end = 0 } = sheet.statements[statement] ?? {};
        const spelled = maker.spelledIn(target, path, reference);
        const head = sheet.text.slice(start, reference.start) + spelled + sheet.text.slice(reference.end, headEnd);
        // It is configured where it is loaded first.
        const plain = configured === "" ? head : head.replace(configured, "").trimEnd();
        const behind = languageFor(path)?.behind?.(spelled, reference) ?? "";
        return plain + (/\bas\b/.test(plain) ? "" : behind) + (sheet.text.slice(headEnd, end) === ";" ? ";" : "");
      });
  }

  /** What a partial that is there gains: at its head and at its end. */
  #gains(
    there: string,
    { carried, body }: { readonly carried: readonly string[]; readonly body: string },
  ): DraftEdit[] {
    const { target, world } = this.input;
    const why = `gains what is taken out of ${nameOf(this.input.holder)}`;
    const gap =
      there.trim() === ""
        ? ""
        : /\n\s*\n$/.test(there)
          ? ""
          : /\n$/.test(there)
            ? this.#lineEnd
            : this.#lineEnd.repeat(2);
    const at = { file: target, start: there.length, end: there.length, why };
    const last = world
      .sheet(target)
      ?.statements.findLast(({ kind, word }) => kind === "at-rule" && /^(?:use|forward)$/.test(word));
    const place = last?.end ?? 0;
    const head = carried.join(this.#lineEnd);
    return [
      ...(carried.length > 0
        ? [
            {
              file: target,
              start: place,
              end: place,
              text: place === 0 ? head + this.#lineEnd.repeat(2) : this.#lineEnd + head,
              why,
            },
          ]
        : []),
      { ...at, text: gap + body + this.#lineEnd },
    ];
  }

  #within(from: number, end: number): readonly Reference[] {
    return this.input.sheet.references.filter(({ start }) => start >= from && start < end);
  }

  /** What a run is in the partial: with the rules around it, where it stands in some. */
  #body({ from, end, within }: Run): string {
    const text = this.#respelled(from, end);
    return within ? wrapped(text, { from, around: within }, this.#how()) : text;
  }

  #how(): InnerCut {
    const { path, sheet } = this.input;
    const forms = SheetWorld.formsOf(path);
    if (!forms) throw new ShelfError("SHEET_BROKEN", { path });
    return { text: sheet.text, forms, name: nameOf(path), lineEnd: this.#lineEnd };
  }

  /** A part of the text, its names spelled as they are in the partial. */
  #respelled(from: number, end: number): string {
    const { sheet, target, path, maker } = this.input;
    const language = languageFor(path);
    let [text, at] = ["", from];
    for (const reference of this.#within(from, end)) {
      const spelled = language?.write(maker.spelledIn(target, path, reference), reference);
      if (spelled === undefined) continue;
      text += sheet.text.slice(at, reference.start) + spelled;
      at = reference.end;
    }
    return text + sheet.text.slice(at, end);
  }

  #adds(references: readonly Reference[]): Claim {
    const { path, target, world } = this.input;
    const met = references.map((reference) => ({ reference, meant: world.meaning(path, reference) }));
    return {
      kind: "adds",
      file: target,
      means: met.flatMap(({ meant }) => (meant.state === "found" ? meant.targets.slice(0, 1) : [])),
      astray: met.flatMap(({ reference, meant }) => (meant.state === "unresolved" ? [reference.specifier] : [])),
    };
  }

  /** What leaves the sheet, and the lines that come in its place. */
  #cuts(place: number | undefined, lines: readonly string[]): DraftEdit[] {
    const { path, sheet } = this.input;
    const { text } = sheet;
    // In a style block what stands in no rule may be indented, too.
    const indent = indentOf(text, this.#pieces[0]?.from ?? 0);
    const written = lines.join(this.#lineEnd + indent);
    const edits = this.#runs.map(({ from, end, within }): DraftEdit => {
      if (from === place && within)
        return {
          file: path,
          ...parted({ from, end, around: within }, written, this.#how()),
          why: "takes the partial in",
        };
      if (from === place) return { file: path, start: from, end, text: written, why: "takes the partial in" };
      const lost = within ? wholeLinesWithin(text, { from, end }) : wholeLines(text, { from, end });
      return { file: path, ...lost, text: "", why: "loses what goes to the partial" };
    });
    if (place !== undefined && !this.#runs.some(({ from }) => from === place)) {
      const isHead = place === this.#head();
      const added = isHead ? written + this.#lineEnd.repeat(2) + indent : this.#lineEnd + indent + written;
      edits.push({ file: path, start: place, end: place, text: added, why: "takes the partial in" });
    }
    return edits.sort((a, b) => a.start - b.start);
  }

  #staying(): string[] {
    const { sheet, chosen } = this.input;
    const [first, last] = [chosen[0]?.first ?? 0, chosen.at(-1)?.last ?? 0];
    return this.#pieces
      .filter((piece) => piece.first > first && piece.last < last && staysFirst(sheet, piece))
      .map(({ main }) => sheet.text.slice(main?.start ?? 0, main?.end ?? 0));
  }
}

/** Whether it makes a difference which of two pieces comes first. */
function depend(sheet: SheetText, one: SheetPiece, other: SheetPiece): boolean {
  if (emits(sheet, one) && emits(sheet, other)) return true;
  const of = ({ first, last }: SheetPiece, what: "gives" | "needs"): ReadonlySet<string> =>
    new Set(
      sheet.names.slice(first, last + 1).flatMap((each) => each[what].map(({ kind, name }) => `${kind} ${name}`)),
    );
  const meet = (a: ReadonlySet<string>, b: ReadonlySet<string>): boolean => [...a].some((each) => b.has(each));
  return (
    meet(of(one, "gives"), of(other, "needs")) ||
    meet(of(one, "needs"), of(other, "gives")) ||
    meet(of(one, "gives"), of(other, "gives"))
  );
}

function emits({ names }: SheetText, { first, last }: SheetPiece): boolean {
  return names.slice(first, last + 1).some((each) => each.emits);
}

function runsOf(pieces: readonly SheetPiece[], chosen: readonly SheetPiece[]): Run[] {
  const runs: Run[] = [];
  for (const [at, piece] of pieces.entries()) {
    if (!chosen.includes(piece)) continue;
    const before = pieces[at - 1];
    const last = runs.at(-1);
    const { from, end, within } = piece;
    if (last && before && chosen.includes(before) && last.within?.at(-1) === within?.at(-1))
      runs[runs.length - 1] = { ...last, pieces: [...last.pieces, piece], end };
    else runs.push({ pieces: [piece], from, end, within });
  }
  return runs;
}
