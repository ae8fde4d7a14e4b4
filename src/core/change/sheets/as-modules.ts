/**
 * An entry and all that it imports as modules: `@import` becomes `@use`, each sheet takes in what it needs, and names say whose they are.
 *
 * What is in the way is refused with its place: a name that two sheets give, sheets that need each other, an import in a rule, and a rule
 * before an import. That all compiles to the same is for the proof to say.
 *
 * Sources: the Sass documentation, "@use" (first in the sheet, namespaces, private members), "@forward", "Breaking Change: @import".
 */
import { ShelfError, type Place } from "../../base/errors.js";
import { folderOf, nameOf, type ProjectPath } from "../../base/paths.js";
import { SourceText, wholeLines } from "../../base/text/index.js";
import type { Project } from "../../app/index.js";
import { piecesOfSheet, Resolver, SheetWorld, type SheetPiece, type SheetText } from "../../graph/index.js";
import {
  moduleRules,
  prepareNames,
  type GivenName,
  type Reference,
  type SheetLoad,
  type SheetName,
  type SheetNameKind,
} from "../../languages/index.js";
import type { Claim, Draft, DraftEdit } from "../draft.js";
import { SpecifierMaker } from "../regroup/index.js";
import { firstName } from "./first-name.js";

/** Works it out. Throws `SHEET_BROKEN`, `SHEET_NO_MODULE`. */
export async function asModulesDraft({ tree, aliases }: Project, entry: ProjectPath): Promise<Draft> {
  await prepareNames(tree);
  const resolver = new Resolver(tree, moduleRules, aliases);
  const world = new SheetWorld(resolver);
  const maker = new SpecifierMaker({ tree, resolver, aliases, targets: [entry] });
  return new Migration({ entry, world, maker }).draft();
}

interface MigrationInput {
  readonly entry: ProjectPath;
  readonly world: SheetWorld;
  readonly maker: SpecifierMaker;
}

/** A sheet of the entry, with what it imports, in order. */
interface Member {
  readonly path: ProjectPath;
  readonly sheet: SheetText;
  readonly imports: readonly Import[];
  /** Whether it holds nothing but lines that take in others. */
  readonly isIndex: boolean;
}

interface Import {
  readonly load: SheetLoad;
  readonly target: ProjectPath;
}

/** One line that is written: which sheet it takes in, how it is spelled, and by which name what it gives is reached. */
interface Line {
  readonly target: ProjectPath;
  readonly specifier: string;
  readonly quote: string;
  readonly space: string;
  readonly text: string;
}

interface LineInput {
  readonly reference: Reference | undefined;
  /** Names that are taken. */
  readonly spaces: ReadonlySet<string>;
  readonly sets: readonly string[];
}

/** A sheet that sets a variable, the one that gives its default, and the one by which both are taken in. */
interface Setting {
  readonly setter: ProjectPath;
  readonly giver: ProjectPath;
  readonly by: ProjectPath;
}

type NameKey = `${SheetNameKind} ${string}`;

class Migration {
  readonly #members = new Map<ProjectPath, Member>();
  /** The one sheet that gives a name. */
  readonly #homes = new Map<NameKey, ProjectPath>();
  readonly #order: readonly ProjectPath[];
  /** Names that one sheet sets before another one gives their default. */
  readonly #settings = new Map<NameKey, Setting>();
  /** As the entry has it. */
  readonly #quote: string;

  constructor(readonly input: MigrationInput) {
    this.#collect(input.entry, []);
    this.#order = [...this.#members.keys()];
    this.#quote = this.#members.get(input.entry)?.imports[0]?.load.reference.quote ?? '"';
    this.#findHomes();
  }

  draft(): Draft {
    const { entry } = this.input;
    this.#ensureNoCircle();
    const edits: DraftEdit[] = [];
    const claims: Claim[] = [];
    const changed: ProjectPath[] = [];
    for (const member of this.#members.values()) {
      const lines = this.#linesOf(member);
      const own = [...this.#named(member, lines), ...this.#written(member, lines)];
      if (own.length === 0) continue;
      changed.push(member.path);
      edits.push(...own.sort((a, b) => a.start - b.start || a.end - b.end));
      claims.push(...this.#leaving(member).map((start): Claim => ({ kind: "removes", file: member.path, start })), {
        kind: "adds",
        file: member.path,
        means: lines.map(({ target }) => target),
      });
    }
    return {
      moves: [],
      edits,
      made: [],
      claims: [
        ...claims,
        { kind: "compiles alike", file: entry, with: changed.filter((path) => path !== entry), isOnce: true },
      ],
    };
  }

  /** Where the names stand that are taken out: those of imports, and of what moves behind them. */
  #leaving(member: Member): readonly number[] {
    const { sheet, imports } = member;
    const moved = this.#stayingBefore(
      member,
      imports.map(({ load }) => load.statement),
    );
    return [
      ...imports.map(({ load }) => load.reference.start),
      ...sheet.references
        .filter(({ start }) => moved.some(({ from, end }) => from <= start && start < end))
        .map(({ start }) => start),
    ];
  }

  #collect(path: ProjectPath, stack: readonly ProjectPath[]): void {
    const { world } = this.input;
    if (this.#members.has(path)) return;
    const sheet = world.sheet(path);
    if (!sheet) throw new ShelfError("SHEET_BROKEN", { path });
    const imports: Import[] = [];
    const inside = new Set<ProjectPath>();
    for (const load of sheet.loads) {
      const target = world.loaded(path, load);
      const at = { sheet, path, offset: load.reference.start };
      if (load.how === "by call" || (load.isNested && load.how === "in place"))
        this.#refuse(`${load.reference.specifier} is taken in within a rule`, at);
      if (load.how !== "in place") continue;
      if (target === undefined) this.#refuse(`nobody can look into ${load.reference.specifier}`, at);
      if (load.with !== "") this.#refuse(`${load.reference.specifier} is imported for ${load.with} only`, at);
      if (stack.includes(target) || target === path) this.#refuse(`${nameOf(target)} imports itself`, at);
      if (inside.has(target)) this.#refuse(`${nameOf(target)} is imported twice`, at);
      inside.add(target);
      imports.push({ load, target });
    }
    const loading = new Set(sheet.loads.filter(({ isNested }) => !isNested).map(({ statement }) => statement));
    const isIndex =
      stack.length > 0 &&
      imports.length > 0 &&
      sheet.statements.every(({ kind }, at) => loading.has(at) || kind === "comment");
    this.#members.set(path, { path, sheet, imports, isIndex });
    for (const { target } of imports) this.#collect(target, [...stack, path]);
  }

  #findHomes(): void {
    for (const { path, sheet } of this.#members.values())
      for (const { gives } of sheet.names)
        for (const given of gives) {
          if (given.from !== undefined) continue;
          const key: NameKey = `${given.kind} ${given.name}`;
          const home = this.#homes.get(key);
          const setting = home !== undefined && home !== path ? this.#settingOf(key, home, path) : undefined;
          if (home !== undefined && home !== path && !setting)
            this.#refuse(`${shown(given)} is given in ${home}, too`, { sheet, path, offset: given.start });
          if (setting) this.#settings.set(key, setting);
          this.#homes.set(key, path);
        }
  }

  /** Whether one of two sheets only sets what the other gives a default, before that: so it can be given along. */
  #settingOf(key: NameKey, one: ProjectPath, other: ProjectPath): Setting | undefined {
    if (!key.startsWith("variable ") || this.#settings.has(key)) return undefined;
    const only = (path: ProjectPath): { readonly given: GivenName; readonly at: number } | undefined => {
      const all = (this.#members.get(path)?.sheet.names ?? []).flatMap(({ gives, isDeferred }, at) =>
        gives.flatMap((given) => (`${given.kind} ${given.name}` === key ? [{ given, at, isDeferred }] : [])),
      );
      const [first, second] = all;
      const isPlain = first && !second && !first.isDeferred && !first.given.isConditional && !first.given.isGlobal;
      return isPlain === true ? first : undefined;
    };
    for (const [setter, giver] of [
      [one, other],
      [other, one],
    ] as const) {
      const [set, usual] = [only(setter), only(giver)];
      if (!set || !usual || set.given.isDefault === true || usual.given.isDefault !== true) continue;
      for (const { path, imports } of this.#members.values()) {
        const reaches = (target: ProjectPath, wanted: ProjectPath): boolean =>
          target === wanted || this.#passedOn(target).has(wanted);
        const line = imports.findIndex(({ target }) => reaches(target, giver));
        const before =
          path === setter
            ? set.at < (imports[line]?.load.statement ?? -1)
            : imports.slice(0, Math.max(0, line)).some(({ target }) => reaches(target, setter));
        if (line >= 0 && before) return { setter, giver, by: path };
      }
    }
    return undefined;
  }

  /** The sheet whose name is meant: of one that is set, that which gives it once it is set, and before the one that sets it. */
  #homeFor(path: ProjectPath, need: SheetName): ProjectPath | undefined {
    const key: NameKey = `${need.kind} ${need.name}`;
    const setting = this.#settings.get(key);
    if (!setting) return this.#homes.get(key);
    const { setter, giver, by } = setting;
    if (path === setter || path === giver) return path;
    return path === by || this.#order.indexOf(path) < this.#order.indexOf(giver) ? setter : giver;
  }

  /** Where the names that a sheet needs are given, if that is another sheet. */
  #needsOf({ path, sheet }: Member): readonly { readonly need: SheetName; readonly home: ProjectPath }[] {
    return sheet.names.flatMap(({ needs }) =>
      needs.flatMap((need) => {
        const home = need.from === undefined ? this.#homeFor(path, need) : undefined;
        if (home === undefined || home === path) return [];
        if (need.kind === "variable" && need.isAsked !== true && !standsFree(sheet.text, need))
          this.#refuse(`${shown(need)} stands right beside something else`, { sheet, path, offset: need.start });
        if (need.isAsked) this.#refuse(`${shown(need)} is asked for by its text`, { sheet, path, offset: need.start });
        if (need.name.startsWith("-"))
          this.#refuse(`${shown(need)} begins with a sign that keeps it to ${home}`, {
            sheet,
            path,
            offset: need.start,
          });
        return [{ need, home }];
      }),
    );
  }

  #ensureNoCircle(): void {
    const uses = new Map(
      [...this.#members.values()].map((member) => [
        member.path,
        new Set([...member.imports.map(({ target }) => target), ...this.#needsOf(member).map(({ home }) => home)]),
      ]),
    );
    const done = new Set<ProjectPath>();
    const visit = (path: ProjectPath, stack: readonly ProjectPath[]): void => {
      if (done.has(path)) return;
      for (const next of uses.get(path) ?? []) {
        if (!stack.includes(next) && next !== path) {
          visit(next, [...stack, path]);
          continue;
        }
        const member = this.#members.get(path);
        const found = member && this.#needsOf(member).find(({ home }) => home === next);
        if (member)
          this.#refuse(`${nameOf(path)} and ${nameOf(next)} need each other${found ? ` (${shown(found.need)})` : ""}`, {
            sheet: member.sheet,
            path,
            offset: found?.need.start ?? 0,
          });
      }
      done.add(path);
    };
    visit(this.input.entry, []);
  }

  /** All sheets that an index passes on, itself left out. */
  #passedOn(path: ProjectPath): ReadonlySet<ProjectPath> {
    const member = this.#members.get(path);
    if (member?.isIndex !== true) return new Set();
    return new Set(member.imports.flatMap(({ target }) => [target, ...this.#passedOn(target)]));
  }

  /** The lines of a sheet: what it needs besides what it imports, in the order of the entry, and then what it imports. */
  #linesOf(member: Member): readonly Line[] {
    const own = member.imports.map(({ target }) => target);
    const through = new Set(own.flatMap((target) => [target, ...this.#passedOn(target)]));
    const needed = new Set(this.#needsOf(member).map(({ home }) => home));
    const more = this.#order.filter((path) => needed.has(path) && !through.has(path));
    const spaces = new Set(member.sheet.loads.flatMap(({ as }) => as ?? []));
    const lines: Line[] = [];
    for (const target of [...more, ...own]) {
      const at = member.imports.find((each) => each.target === target);
      const sets = at ? this.#setsOf(member, target, lines) : [];
      const line = this.#line(member, target, { reference: at?.load.reference, spaces, sets });
      spaces.add(line.space);
      lines.push(line);
    }
    return lines;
  }

  /** What a line gives along: `$gap: sizes.$gap`. */
  #setsOf({ path }: Member, target: ProjectPath, lines: readonly Line[]): readonly string[] {
    const holds = (line: ProjectPath, wanted: ProjectPath): boolean =>
      line === wanted || this.#passedOn(line).has(wanted);
    return [...this.#settings].flatMap(([key, { setter, giver, by }]) => {
      if (by !== path || !holds(target, giver)) return [];
      const name = key.replace("variable ", "$");
      const space = lines.find((line) => holds(line.target, setter))?.space;
      return [setter === path ? `${name}: ${name}` : `${name}: ${space ?? ""}.${name}`];
    });
  }

  #line({ path, isIndex, imports }: Member, target: ProjectPath, { reference, spaces, sets }: LineInput): Line {
    const { maker } = this.input;
    const forms = SheetWorld.formsOf(path);
    const [like] = imports;
    const quote = reference?.quote ?? like?.load.reference.quote ?? this.#quote;
    const specifier =
      reference?.specifier ??
      (like
        ? maker.newName(target, path, { from: path, reference: like.load.reference }, like.load.reference.lookup)
        : firstName(path, target, forms?.lookup(nameOf(path)) ?? ""));
    const usual = forms?.namespaceOf(specifier) ?? "";
    const stem = usual.replace(/[^\w-]/g, "-");
    const candidates = [
      usual,
      `${nameOf(folderOf(target))}-${stem}`,
      ...Array.from({ length: 9 }, (_, at) => `${stem}-${at + 2}`),
    ].filter((each) => /^[a-zA-Z][\w-]*$/.test(each));
    const space = candidates.find((each) => !spaces.has(each)) ?? `sheet-${stem}`;
    const text =
      forms?.takeIn(specifier, isIndex ? "passed on" : "module", {
        name: nameOf(path),
        quote,
        ...(space !== usual && !isIndex && { as: space }),
        sets,
      }) ?? "";
    return { target, specifier, quote, space, text };
  }

  /** Names with what they are reached by. */
  #named(member: Member, lines: readonly Line[]): readonly DraftEdit[] {
    const spaceOf = (home: ProjectPath): string | undefined =>
      (lines.find(({ target }) => target === home) ?? lines.find(({ target }) => this.#passedOn(target).has(home)))
        ?.space;
    const { text } = member.sheet;
    const places = new Map<number, string>();
    for (const { need, home } of this.#needsOf(member)) {
      const space = spaceOf(home);
      if (need.kind === "placeholder" || space === undefined) continue;
      // `-$gap`: a sign would be part of the namespace.
      const isNegative = /(?:^|[^\w-])-$/.test(text.slice(Math.max(0, need.start - 2), need.start));
      places.set(need.start, `${isNegative ? "(" : ""}${space}.`);
      if (isNegative && need.kind === "variable") places.set(need.end, ")");
    }
    return [...places].map(([start, put]) => ({
      file: member.path,
      start,
      end: start,
      text: put,
      why: "says whose name it is",
    }));
  }

  /** The lines, each in place of the import; those that are new, before the first. */
  #written(member: Member, lines: readonly Line[]): readonly DraftEdit[] {
    const { path, sheet, imports } = member;
    const { text, statements } = sheet;
    const lineEnd = text.includes("\r\n") ? "\r\n" : "\n";
    const why = "takes sheets in as modules";
    const isNew = (line: Line): boolean => !imports.some(({ target }) => target === line.target);
    const fresh = lines.filter(isNew).map((line) => line.text);
    const byStatement = new Map<number, string[]>();
    for (const { load, target } of imports) {
      const written = lines.find((line) => line.target === target)?.text ?? "";
      byStatement.set(load.statement, [...(byStatement.get(load.statement) ?? []), written]);
    }
    this.#ensureFirst(member, [...byStatement.keys()]);
    const edits = [...byStatement].map(([index, written]): DraftEdit => {
      const { start = 0, end = 0 } = statements[index] ?? {};
      return { file: path, start, end, text: written.join(lineEnd), why };
    });
    const behind = statements[Math.max(-1, ...byStatement.keys())]?.end ?? 0;
    for (const piece of this.#stayingBefore(member, [...byStatement.keys()])) {
      edits.push({ file: path, ...wholeLines(text, { from: piece.from, end: piece.end }), text: "", why });
      const put = lineEnd + text.slice(piece.from, piece.end);
      edits.push({ file: path, start: behind, end: behind, text: put, why: "comes behind the modules", isMoved: true });
    }
    if (fresh.length === 0) return edits;
    const place = this.#placeOf(member);
    const put = fresh.map((line) => line + lineEnd).join("") + (place.isLoad ? "" : lineEnd);
    return [{ file: path, start: place.at, end: place.at, text: put, why }, ...edits];
  }

  /** Before the first line that takes something in; else before the first statement, below a comment about the whole sheet. */
  #placeOf({ sheet }: Member): { readonly at: number; readonly isLoad: boolean } {
    const { text, statements, loads } = sheet;
    const first = loads.find(({ isNested, how }) => !isNested && how !== "left");
    if (first)
      return { at: wholeLines(text, { from: statements[first.statement]?.start ?? 0, end: 0 }).start, isLoad: true };
    const pieces = piecesOfSheet(sheet).filter(({ main }) => main?.word !== "charset");
    const [head, next] = pieces;
    const isApart = head !== undefined && next !== undefined && head.main === undefined && head.heading === undefined;
    return { at: (isApart ? next : head)?.from ?? 0, isLoad: false };
  }

  /** Imports that stay and stand before one that does not: they come first in the compiled sheet wherever they stand. */
  #stayingBefore({ sheet }: Member, written: readonly number[]): readonly SheetPiece[] {
    const last = Math.max(-1, ...written);
    const staying = new Set(
      sheet.loads.filter(({ how, isNested }) => how === "left" && !isNested).map(({ statement }) => statement),
    );
    for (const index of written) staying.delete(index);
    return piecesOfSheet(sheet).filter(
      (piece) => piece.main !== undefined && piece.last < last && staying.has(sheet.statements.indexOf(piece.main)),
    );
  }

  /** What takes modules in stands first: only comments, other such lines and variables may come before. */
  #ensureFirst({ path, sheet, imports }: Member, written: readonly number[]): void {
    const last = Math.max(-1, ...written);
    const mayStand = new Set([
      ...imports.map(({ load }) => load.statement),
      ...sheet.loads.filter(({ isNested }) => !isNested).map(({ statement }) => statement),
    ]);
    const inTheWay = sheet.statements.find(
      ({ kind, word }, at) =>
        at < last &&
        !mayStand.has(at) &&
        kind !== "comment" &&
        kind !== "assignment" &&
        !(kind === "at-rule" && word === "charset"),
    );
    if (!inTheWay) return;
    const [line = ""] = sheet.text.slice(inTheWay.start).split(/\r?\n/, 1);
    this.#refuse(`${line.trim().slice(0, 40)} stands before an import`, { sheet, path, offset: inTheWay.start });
  }

  #refuse(
    reason: string,
    at: { readonly sheet: SheetText; readonly path: ProjectPath; readonly offset: number },
  ): never {
    const place: Place = { file: at.path, ...SourceText.ofNew(at.sheet.text).positionAt(at.offset) };
    throw new ShelfError("SHEET_NO_MODULE", { path: this.input.entry, reason, place });
  }
}

/** Whether a namespace can be written before a variable: nothing else may begin or end there. */
function standsFree(text: string, { start, end }: SheetName): boolean {
  const before = text.slice(Math.max(0, start - 2), start);
  return !/[\w}"'%)\]]$|[\w}"'%)\]]-$/.test(before) && !text.startsWith("#{", end);
}

function shown({ kind, name }: Pick<SheetName, "kind" | "name">): string {
  return kind === "variable" ? `$${name}` : kind === "placeholder" ? `%${name}` : `@${kind} ${name}`;
}
