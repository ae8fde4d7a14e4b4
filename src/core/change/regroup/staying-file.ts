/** What changes in a file that is there and stays: what it loses and gains, and what it imports from then on. */
import type { ProjectPath } from "../../base/paths.js";
import type { TextEdit } from "../../base/text/index.js";
import { isTyped, type Statement } from "../../languages/index.js";
import type { Claim, DraftEdit } from "../draft.js";
import { bodyOf, insideOf, statementAt, typeNamesOf } from "./anatomy.js";
import { cutOf, cutsOf, placeForImports } from "./cuts.js";
import { ImportLines } from "./import-lines.js";
import { importText, mannerOf, withoutBindings } from "./imports.js";
import { addImport, addOwn, bodiesOf, listText } from "./new-file.js";
import type { Part } from "./part.js";
import { spelledPlace } from "../spelled-place.js";
import { isDropped, pieceEdits, referencesIn, type PieceInput } from "./pieces.js";

/** What changes in it. */
export interface StayingFile {
  readonly edits: readonly DraftEdit[];
  readonly claims: readonly Claim[];
}

/** What was worked out for a file before. */
export interface Before {
  /** Names that it goes on giving though they leave. */
  readonly kept: ReadonlySet<string>;
  /** How its imports of the other files change. */
  readonly edits: readonly DraftEdit[];
}

/** Works it out. */
export function stayingFile(input: PieceInput, part: Part, before: Before): StayingFile {
  return new Staying(input, part, before).result();
}

class Staying {
  readonly #edits: DraftEdit[] = [];
  readonly #claims: Claim[] = [];
  readonly #lineEnd: string;

  constructor(
    readonly input: PieceInput,
    readonly part: Part,
    readonly before: Before,
  ) {
    this.#lineEnd = part.anatomy.text.includes("\r\n") ? "\r\n" : "\n";
  }

  result(): StayingFile {
    this.#loses();
    this.#imports();
    this.#gains();
    // Behind the imports, which may be put in at the same place.
    this.#keeps();
    return { edits: this.#edits, claims: this.#claims };
  }

  #edit(edit: TextEdit, why: string): void {
    this.#edits.push({ file: this.part.anatomy.path, ...edit, why });
  }

  get #leaving(): readonly Statement[] {
    const { anatomy, goes } = this.part;
    return bodyOf(anatomy).filter((each) => goes(each) !== anatomy.path);
  }

  #loses(): void {
    const { anatomy } = this.part;
    const gone = bodyOf(anatomy).filter(
      (each) => this.part.goes(each) !== anatomy.path || isDropped(this.input, this.part, each),
    );
    for (const cut of cutsOf(anatomy.text, gone)) this.#edit({ ...cut, text: "" }, "loses what goes to another file");
    for (const statement of gone)
      for (const { start } of referencesIn(this.input.modules, this.part, statement))
        this.#claims.push({ kind: "removes", file: anatomy.path, start });
  }

  /** Statements that stay, of which something is exported or called otherwise. */
  #keeps(): void {
    const { anatomy, goes } = this.part;
    for (const statement of bodyOf(anatomy)) {
      if (goes(statement) !== anatomy.path || isDropped(this.input, this.part, statement)) continue;
      const list = listText(this.input, this.part, statement);
      if (list)
        for (const { start } of referencesIn(this.input.modules, this.part, statement))
          this.#claims.push({ kind: "removes", file: anatomy.path, start });
      if (list?.text === "")
        this.#edit({ ...cutOf(anatomy.text, statement), text: "" }, "gives nothing by a list any more");
      else if (list) this.#edit({ start: statement.start, end: statement.end, text: list.text }, "gives less");
      else for (const edit of pieceEdits(this.input, this.part, statement)) this.#edit(edit, "gives what others need");
    }
  }

  /** Imports that only what leaves has needed go; what has left is taken back in the place of the first of them. */
  #imports(): void {
    const { anatomy } = this.part;
    const { modules } = this.input;
    const gone = this.#unused();
    let firstGone: Statement | undefined;
    for (const reference of modules.reading(anatomy.path).references) {
      const statement = statementAt(anatomy, reference.start);
      const bindings = (reference.bindings ?? []).filter(({ localStart }) => gone.has(localStart));
      if (statement?.kind !== "import" || bindings.length === 0) continue;
      if (this.#isOfParts(reference.start)) continue;
      const edits = withoutBindings(anatomy.text, statement, reference, bindings);
      for (const edit of edits ?? []) this.#edit(edit, "needs less");
      if (edits) continue;
      firstGone ??= statement;
      this.#claims.push({ kind: "removes", file: anatomy.path, start: reference.start });
      if (statement !== firstGone) this.#edit({ start: statement.from, end: statement.to, text: "" }, "needs less");
    }
    this.#takeBack(firstGone);
    this.#callOtherwise();
  }

  /** Imports of its own that are called otherwise from then on. */
  #callOtherwise(): void {
    const { anatomy } = this.part;
    const isImport = insideOf(anatomy.statements.filter(({ kind }) => kind === "import"));
    for (const variable of anatomy.names.variables) {
      const called = variable.level === "top" ? this.input.locals.of(this.part, variable, anatomy.path) : variable.name;
      if (typeof called !== "string" || called === variable.name) continue;
      for (const { start, end, form, isDeclared } of variable.places)
        if (isDeclared && isImport({ start }) && !this.#isOfParts(start))
          this.#edit(
            { start, end, text: spelledPlace(form, called, variable.name, variable.name) },
            "is called otherwise here",
          );
    }
  }

  /** An import of one of the files is led with those of all others. */
  #isOfParts(start: number): boolean {
    const { modules, homes } = this.input;
    const { path } = this.part.anatomy;
    const reference = modules
      .reading(path)
      .references.find(
        (each) => each.start === start || each.bindings?.some(({ localStart }) => localStart === start) === true,
      );
    return reference !== undefined && modules.targetsOf(path, reference).some((target) => homes.partOf(target));
  }

  /** Where names are imported that only statements use which leave. */
  #unused(): ReadonlySet<number> {
    const { anatomy } = this.part;
    const isLeaving = insideOf(this.#leaving);
    const isImport = insideOf(anatomy.statements.filter(({ kind }) => kind === "import"));
    const found = new Set<number>(this.#neededAsValues());
    for (const { level, places } of anatomy.names.variables) {
      if (level !== "top") continue;
      const declared = places.filter(({ isDeclared }) => isDeclared);
      const uses = places.filter(({ isDeclared }) => !isDeclared);
      if (!declared.some(isImport) || uses.length === 0 || !uses.every(isLeaving)) continue;
      for (const { start } of declared) found.add(start);
    }
    return found;
  }

  /** Where a name is imported as a type that what arrives needs as a value. */
  #neededAsValues(): ReadonlySet<number> {
    const { path } = this.part.anatomy;
    const { locals, modules } = this.input;
    const wanted = locals.needsOf(path).filter(({ of, isType }) => of !== this.part && !isType);
    return new Set(
      modules
        .reading(path)
        .references.flatMap(({ kind, bindings = [] }) =>
          kind === "import"
            ? bindings
                .filter(({ isType, local }) => isType && wanted.some((need) => need.local === local))
                .map(({ localStart }) => localStart)
            : [],
        ),
    );
  }

  #takeBack(firstGone: Statement | undefined): void {
    const { anatomy } = this.part;
    const manner = mannerOf(anatomy.text, anatomy.statements);
    const back = new ImportLines();
    const needs = this.input.locals
      .needsOf(anatomy.path)
      .filter(({ of, isImported }) => of === this.part && !isImported);
    addOwn(this.input, back, anatomy.path, needs);
    const lines = [...back.texts(manner), ...this.#keptLines()];
    const means = [...back.means, ...this.#keptMeans()];
    this.#claims.push({ kind: "adds", file: anatomy.path, means });
    // In the place of an import that goes, so that files are loaded in the order of before.
    if (firstGone && lines.length > 0)
      this.#edit(
        { start: firstGone.start, end: firstGone.end, text: lines.join(this.#lineEnd) },
        "takes back what it uses",
      );
    else if (firstGone) {
      const rest = /^(?:[ \t]*\r?\n)+/.exec(anatomy.text.slice(firstGone.to))?.[0] ?? "";
      // A file does not begin with the blank line that stood below its only import.
      const isFirst = anatomy.text.slice(0, firstGone.from).trim() === "";
      this.#edit({ start: firstGone.from, end: firstGone.to + (isFirst ? rest.length : 0), text: "" }, "needs less");
    } else this.#importsInto(lines);
  }

  #keptGroups(): ReadonlyMap<ProjectPath, { readonly name: string; readonly as: string }[]> {
    const groups = new Map<ProjectPath, { name: string; as: string }[]>();
    for (const name of this.before.kept) {
      const { to, name: then } = this.input.homes.givenBy(this.part, name);
      if (to === this.part.anatomy.path) continue;
      groups.set(to, [...(groups.get(to) ?? []), { name: then, as: name }]);
    }
    return groups;
  }

  #keptLines(): string[] {
    const { anatomy } = this.part;
    const { specifiers, modules } = this.input;
    const manner = mannerOf(anatomy.text, anatomy.statements);
    const types = typeNamesOf(anatomy);
    const typed = isTyped(anatomy.extension);
    return [...this.#keptGroups()].flatMap(([to, names]) => {
      const specifier = specifiers.between(anatomy.path, to, modules.reading(anatomy.path));
      const bindings = names.map(({ name, as }) => ({ imported: name, local: as, isType: typed && types.has(as) }));
      return [false, true].flatMap((isType) => {
        const some = bindings.filter((each) => each.isType === isType);
        return some.length === 0 ? [] : [importText(some, specifier, manner, { word: "export" })];
      });
    });
  }

  #keptMeans(): ProjectPath[] {
    const types = typeNamesOf(this.part.anatomy);
    const typed = isTyped(this.part.anatomy.extension);
    return [...this.#keptGroups()].flatMap(([to, names]) => {
      const forms = new Set(names.map(({ as }) => typed && types.has(as)));
      return [...forms].map(() => to);
    });
  }

  #importsInto(lines: readonly string[]): void {
    if (lines.length === 0) return;
    const { at, before, behind } = placeForImports(this.part.anatomy, this.#lineEnd);
    // In the place of an import that goes.
    const gone = [...this.before.edits, ...this.#edits].find(
      ({ start, end, text }) => start < at && at <= end && text === "",
    );
    if (gone && gone.end - gone.start > 1) {
      const isBlankBelow = /\n[ \t]*\r?\n$/.test(this.part.anatomy.text.slice(gone.start, gone.end));
      const below = isBlankBelow ? this.#lineEnd + this.#lineEnd : this.#lineEnd;
      const text = lines.join(this.#lineEnd) + below;
      this.#edit({ start: gone.start, end: gone.start, text }, "imports what it needs");
      return;
    }
    this.#edit({ start: at, end: at, text: `${before}${lines.join(this.#lineEnd)}${behind}` }, "imports what it needs");
  }

  /** Statements of other files that come here, and what they need. */
  #gains(): void {
    const { anatomy } = this.part;
    const { homes } = this.input;
    for (const other of homes.parts) {
      if (other === this.part) continue;
      const body = bodiesOf(this.input, other, anatomy.path, this.#lineEnd);
      if (body.text === "") continue;
      this.#claims.push({ kind: "adds", file: anatomy.path, means: body.means, astray: body.astray });
      this.#put(other, body.text);
    }
    const lines = this.#arriving();
    this.#importsInto(lines.texts(mannerOf(anatomy.text, anatomy.statements)));
    this.#claims.push({ kind: "adds", file: anatomy.path, means: lines.means, astray: lines.astray });
  }

  /** Imports for what arrives, but for those that the file has. */
  #arriving(): ImportLines {
    const { anatomy } = this.part;
    const { locals, homes, modules } = this.input;
    const asValues = this.#neededAsValues();
    const has = new Set(
      modules
        .reading(anatomy.path)
        .references.flatMap(({ kind, bindings = [] }) =>
          kind === "import" ? bindings.filter((each) => !asValues.has(each.localStart)).map(({ local }) => local) : [],
        ),
    );
    const needs = locals
      .needsOf(anatomy.path)
      .filter(
        ({ of, local, from }) => of !== this.part && !(has.has(local) && (from === undefined || from !== anatomy.path)),
      );
    const lines = new ImportLines();
    for (const part of homes.parts)
      for (const reference of modules.reading(part.anatomy.path).references)
        addImport(this.input, lines, { to: anatomy.path, part, reference, needs });
    addOwn(this.input, lines, anatomy.path, needs);
    return lines;
  }

  /** Above the first statement that needs what arrives, by itself or by others; else at the end. */
  #put(other: Part, text: string): void {
    const { anatomy } = this.part;
    const gap = this.#lineEnd + this.#lineEnd;
    const users = this.#usersOf(other, new Set())
      .map((each) => this.#firstUser(each))
      .filter((each) => each !== undefined);
    const [first] = bodyOf(anatomy).filter((each) => this.part.goes(each) === anatomy.path);
    const [user] = other.isAbove === true && first ? [first] : users.sort((a, b) => a.from - b.from);
    if (user) {
      this.#edit({ start: user.from, end: user.from, text: `${text}${gap}` }, "gains what comes from another file");
      return;
    }
    const end = anatomy.text.length;
    const before = anatomy.text === "" ? "" : anatomy.text.endsWith("\n") ? this.#lineEnd : gap;
    this.#edit({ start: end, end, text: `${before}${text}${this.#lineEnd}` }, "gains what comes from another file");
  }

  /** A part, and all of which it is needed. */
  #usersOf(other: Part, seen: Set<Part>): readonly Part[] {
    if (seen.has(other)) return [];
    seen.add(other);
    const { modules, homes } = this.input;
    const users = homes.parts.filter(
      ({ anatomy: { path } }) =>
        path !== this.part.anatomy.path &&
        modules.reading(path).references.some((each) => modules.targetsOf(path, each).includes(other.anatomy.path)),
    );
    return [other, ...users.flatMap((each) => this.#usersOf(each, seen))];
  }

  #firstUser(other: Part): Statement | undefined {
    const { anatomy } = this.part;
    const { modules, homes } = this.input;
    const arriving = new Set<number>();
    for (const reference of modules.reading(anatomy.path).references)
      if (modules.targetsOf(anatomy.path, reference).includes(other.anatomy.path))
        for (const { imported, localStart } of reference.bindings ?? []) {
          const given = imported === "*" ? undefined : homes.givenBy(other, imported);
          if (imported === "*" || given?.home?.to === anatomy.path) arriving.add(localStart);
        }
    const users = anatomy.names.variables
      .filter(({ places }) => places.some(({ start }) => arriving.has(start)))
      .flatMap(({ places }) => places.filter(({ isDeclared }) => !isDeclared));
    return bodyOf(anatomy).find(
      (statement) => this.part.goes(statement) === anatomy.path && users.some(insideOf([statement])),
    );
  }
}
