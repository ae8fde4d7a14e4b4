/**
 * Who takes a name from a file that it leaves, and takes it from its new place from then on. What is taken of one file by several
 * statements is taken by one, as far as they are alike.
 */
import { nameOf, type ProjectPath } from "../../base/paths.js";
import type { TextEdit } from "../../base/text/index.js";
import type { SourceTree } from "../../files/index.js";
import type { Modules } from "../../graph/index.js";
import { isTyped, languageFor, type Binding, type Reference, type Statement } from "../../languages/index.js";
import type { Claim, DraftEdit } from "../draft.js";
import { holdersOf, importersOf, mayMean, wholeTakers } from "../plan/name-holders.js";
import { takenNames } from "../plan/taken-names.js";
import type { Anatomy } from "./anatomy.js";
import type { Homes } from "./homes.js";
import { behindOf } from "./import-lines.js";
import { importText, mannerOf, withoutBindings, type TakenBinding } from "./imports.js";
import { mainOf, type Part } from "./part.js";
import type { SpecifierMaker } from "./specifiers.js";

/** What they are found with. */
export interface ImportersInput {
  readonly tree: SourceTree;
  readonly modules: Modules;
  readonly specifiers: SpecifierMaker;
  readonly homes: Homes;
  /** Names that leave the file that gives them, or are called otherwise there. */
  readonly leaving: readonly Leaving[];
}

/** A name that a part gives, and that is had elsewhere from then on. */
export interface Leaving {
  readonly part: Part;
  readonly name: string;
  readonly isType: boolean;
}

/** What changes in other files. */
export interface Led {
  readonly edits: readonly DraftEdit[];
  readonly claims: readonly Claim[];
  /** Names that a file has to go on giving, because somebody takes them in a way that cannot be led to another file. */
  readonly kept: ReadonlyMap<Part, ReadonlySet<string>>;
}

/** Finds and leads them. */
export async function leadImporters(input: ImportersInput): Promise<Led> {
  const { tree, modules, leaving, homes } = input;
  const parts = new Map(homes.parts.map((part) => [part.anatomy.path, part]));
  const sources = [...new Set(leaving.map(({ part }) => part.anatomy.path))];
  const removed = homes.parts.filter(({ into }) => into !== undefined).map(({ anatomy }) => anatomy.path);
  if (sources.length + removed.length === 0) return { edits: [], claims: [], kept: new Map() };
  const names = [...new Set(leaving.map(({ name }) => name))];
  const plain = names.filter((name) => name !== "default");
  const concern = { modules, names: new Set(plain) };
  const takers = (await wholeTakers(tree)).of(sources);
  const importers =
    removed.length > 0 || plain.length < names.length ? await importersOf(tree, [...sources, ...removed]) : [];
  const sure = new Set([...takers, ...importers]);
  const holders = [...new Set([...(await holdersOf(tree, plain)), ...sure])].filter(
    (path) => languageFor(path)?.names !== undefined && parts.get(path)?.into === undefined,
  );
  const kept = new Map<Part, Set<string>>();
  const edits: DraftEdit[] = [];
  const claims: Claim[] = [];
  for (const path of holders) {
    if (!sure.has(path) && !parts.has(path) && !mayMean(path, concern)) continue;
    const file = new Importer(input, path, await partsOfFile(tree, path));
    file.lead();
    edits.push(...file.edits);
    claims.push(...file.claims);
    for (const { part, name } of [...file.kept, ...(await takenWhole(input, path))]) {
      const of = kept.get(part) ?? new Set<string>();
      kept.set(part, of.add(name));
    }
  }
  return { edits, claims, kept };
}

/** What is taken of a whole file, or by a call, is taken of the file where it was. */
async function takenWhole({ tree, modules, leaving, homes }: ImportersInput, path: ProjectPath): Promise<Leaving[]> {
  // Among the files themselves it is written anew.
  if (homes.partOf(path)) return [];
  const names = await languageFor(path)?.names?.(tree.text(path)?.text ?? "", nameOf(path));
  const inStatements = new Set(
    modules
      .reading(path)
      .references.flatMap(({ kind, bindings = [] }) =>
        kind === "import" || kind === "re-export" ? bindings.map(({ start }) => start) : [],
      ),
  );
  return takenNames(path, modules, names).flatMap(({ name, targets, start }) =>
    inStatements.has(start)
      ? []
      : leaving.filter((each) => targets.includes(each.part.anatomy.path) && (name === "*" || name === each.name)),
  );
}

/** One statement from then on, of those that one becomes. */
interface Line {
  readonly word: "import" | "export";
  readonly to: ProjectPath;
  readonly isAllTypes: boolean;
  readonly bindings: TakenBinding[];
}

/** A statement that takes names of one of the files. */
interface Taking {
  readonly statement: Statement;
  readonly reference: Reference;
  readonly part: Part;
  readonly word: Line["word"];
  /** Names that are had of the file that it names now, or of the one that stands for it. */
  readonly staying: readonly Binding[];
  /** What it is from then on; the first of them may be what it is now. */
  lines: Line[];
  /** Whether it takes all that the file has, so that it is left as it is but for what leaves it. */
  readonly isRigid: boolean;
  isRewritten: boolean;
}

/** A file as far as its imports are led anew. */
type FileParts = Pick<Anatomy, "text" | "statements" | "extension">;

class Importer {
  readonly edits: DraftEdit[] = [];
  readonly claims: Claim[] = [];
  readonly kept: Leaving[] = [];

  constructor(
    readonly input: ImportersInput,
    readonly path: ProjectPath,
    readonly file: FileParts | undefined,
  ) {}

  lead(): void {
    const takings = this.#takings();
    this.#join(takings);
    const passed = new Set<ProjectPath>();
    for (const taking of takings) {
      const main = mainOf(taking.part);
      const isAll = taking.isRigid && taking.word === "export" && taking.lines.length === 0;
      if (isAll && passed.has(main) && taking.part.into !== undefined) this.#remove(taking);
      else this.#write(taking);
      if (isAll) passed.add(main);
    }
  }

  #takings(): Taking[] {
    const { modules, homes, leaving } = this.input;
    return modules.reading(this.path).references.flatMap((reference): Taking[] => {
      const targets = modules.targetsOf(this.path, reference);
      const [part] = targets.map((target) => homes.partOf(target)).filter((each) => each !== undefined);
      if (!part || part.anatomy.path === this.path) return [];
      const bindings = reference.bindings ?? [];
      const gone = leaving.filter((each) => each.part === part);
      const isStatement = reference.kind === "import" || reference.kind === "re-export";
      const statement = this.file?.statements.find(
        ({ start, end }) => start <= reference.start && reference.start < end,
      );
      if (!isStatement || !statement || targets.length > 1 || bindings.length === 0) {
        for (const { imported } of bindings) this.kept.push(...gone.filter(({ name }) => name === imported));
        return [];
      }
      const at = { statement, reference, part };
      if (reference.kind === "re-export" && bindings.some(({ imported }) => imported === "*")) {
        if (bindings.some(({ local }) => local === "*")) return [this.#passing(at, gone)];
        // `export * as dates from "./dates"`: who takes something of it by that name is not looked for.
        this.kept.push(...gone);
        return [];
      }
      return [this.#taking(at)];
    });
  }

  /** `export * from "./old"`: who takes a name here that has left takes it on. */
  #passing(at: Pick<Taking, "statement" | "reference" | "part">, gone: readonly Leaving[]): Taking {
    const { homes } = this.input;
    const typed = isTyped(this.file?.extension ?? this.path);
    const lines: Line[] = [];
    for (const { name, isType: isOnlyType } of gone) {
      const given = homes.givenBy(at.part, name);
      const isType = typed && isOnlyType;
      if (name === "default" || (given.to === mainOf(at.part) && given.name === name)) continue;
      addTo(lines, { word: "export", to: given.to, isAllTypes: isType }, { imported: given.name, local: name, isType });
    }
    lines.sort((a, b) => Number(a.isAllTypes) - Number(b.isAllTypes));
    return { ...at, word: "export", staying: at.reference.bindings ?? [], lines, isRigid: true, isRewritten: false };
  }

  #taking(at: Pick<Taking, "statement" | "reference" | "part">): Taking {
    const { homes } = this.input;
    const { statement, reference, part } = at;
    const written = this.file?.text.slice(statement.start, statement.end) ?? "";
    const isAllTypes = /^(?:import|export)\s+type(?:of)?\b(?!\s*(?:,|from\b))/.test(written);
    const bindings = reference.bindings ?? [];
    const isRigid =
      bindings.some(({ imported }) => imported === "*") ||
      behindOf(written, { ...reference, end: reference.end - statement.start }, written.length) !== "";
    const word = reference.kind === "re-export" ? "export" : "import";
    const staying: Binding[] = [];
    const lines: Line[] = [];
    for (const binding of bindings) {
      const { imported, local } = binding;
      const given = imported === "*" ? undefined : homes.givenBy(part, imported);
      const isStaying = !given || (given.to === mainOf(part) && given.name === imported);
      if (isStaying) staying.push(binding);
      if (isStaying && isRigid) continue;
      if (!isStaying) homes.need(given);
      // What the file itself has from then on it does not import.
      if (given?.home?.to === this.path && word === "import") continue;
      addTo(
        lines,
        { word, to: given?.to ?? mainOf(part), isAllTypes },
        { imported: given?.name ?? imported, local, isType: binding.isType || isAllTypes },
      );
    }
    return { ...at, word, staying, lines, isRigid, isRewritten: false };
  }

  /** Statements that take names of one file from then on, and have not until now, become one in the place of the first. */
  #join(takings: readonly Taking[]): void {
    const firsts = new Map<string, { readonly taking: Taking; readonly line: Line; readonly isNew: boolean }>();
    for (const taking of takings) {
      if (taking.isRigid) continue;
      const own: Line[] = [];
      for (const line of taking.lines) {
        const key = `${line.word}\n${line.to}\n${line.isAllTypes}`;
        const isNew = line.to !== taking.part.anatomy.path;
        const known = firsts.get(key);
        const hasDefault = (each: Line): boolean => each.bindings.some(({ imported }) => imported === "default");
        if (!known || !(known.isNew || isNew) || (hasDefault(known.line) && hasDefault(line))) {
          own.push(line);
          if (!known) firsts.set(key, { taking, line, isNew });
          continue;
        }
        for (const binding of line.bindings)
          if (!known.line.bindings.some(({ local }) => local === binding.local)) known.line.bindings.push(binding);
        known.taking.isRewritten = true;
        taking.isRewritten = true;
      }
      taking.lines = own;
    }
  }

  #write(taking: Taking): void {
    const { lines, staying, reference, part, isRewritten, isRigid } = taking;
    const bindings = reference.bindings ?? [];
    const [first, second] = lines;
    if (!isRewritten && !isRigid && first && !second && isSame(first, bindings)) {
      if (first.to !== mainOf(part)) this.#means(reference, first.to);
      return;
    }
    if (isRigid && staying.length === bindings.length && lines.length === 0) return;
    const stays = isRigid ? undefined : lines.find(({ to }) => to === mainOf(part));
    const isAsWas = isRigid || (stays !== undefined && staying.length > 0 && stays.bindings.length === staying.length);
    const rest = isAsWas ? this.#without(taking) : undefined;
    if (rest)
      return this.#besides(
        taking,
        rest,
        lines.filter((line) => line !== stays),
      );
    if (lines.length === 0) return this.#remove(taking);
    const { statement } = taking;
    const text = lines.map((line) => this.#lineText(taking, line)).join(this.#lineEnd());
    this.#edit({ start: statement.start, end: statement.end, text }, "takes it from its new place");
    this.claims.push({ kind: "removes", file: this.path, start: reference.start });
    this.claims.push({ kind: "adds", file: this.path, means: lines.map(({ to }) => to) });
  }

  /** The edits that leave of a statement what stays; nothing where nothing would. */
  #without({ statement, reference, staying }: Taking): readonly TextEdit[] | undefined {
    const gone = (reference.bindings ?? []).filter((each) => !staying.includes(each));
    return gone.length === 0 ? [] : withoutBindings(this.file?.text ?? "", statement, reference, gone);
  }

  #besides(taking: Taking, rest: readonly TextEdit[], lines: readonly Line[]): void {
    const why =
      lines.length === 0 ? "has it itself" : taking.word === "export" ? "passes it on" : "takes it from its new place";
    for (const edit of rest) this.#edit(edit, why);
    const { end } = taking.statement;
    for (const line of lines)
      this.#edit({ start: end, end, text: `${this.#lineEnd()}${this.#lineText(taking, line)}` }, why);
    if (lines.length > 0) this.claims.push({ kind: "adds", file: this.path, means: lines.map(({ to }) => to) });
  }

  #remove({ statement, reference }: Taking): void {
    const { text = "" } = this.file ?? {};
    // A file does not begin with the blank line that stood below its only import.
    const isFirst = text.slice(0, statement.from).trim() === "";
    const blank = isFirst ? (/^(?:[ \t]*\r?\n)+/.exec(text.slice(statement.to))?.[0] ?? "") : "";
    this.#edit({ start: statement.from, end: statement.to + blank.length, text: "" }, "needs it no more");
    this.claims.push({ kind: "removes", file: this.path, start: reference.start });
  }

  #lineText({ reference, statement }: Taking, { word, to, bindings }: Line): string {
    const { text = "", statements = [] } = this.file ?? {};
    const written = text.slice(statement.start, statement.end);
    const manner = {
      ...mannerOf(text, statements),
      quote: reference.quote,
      semicolon: written.endsWith(";") ? ";" : "",
    };
    return importText(bindings, this.input.specifiers.spelledFor(to, this.path, reference), manner, { word });
  }

  #lineEnd(): string {
    return this.file?.text.includes("\r\n") === true ? "\r\n" : "\n";
  }

  #edit(edit: TextEdit, why: string): void {
    this.edits.push({ file: this.path, ...edit, why });
  }

  #means(reference: Reference, target: ProjectPath): void {
    const scheme = this.input.specifiers.schemeOf(this.path, reference);
    this.claims.push({
      kind: "means",
      file: this.path,
      start: reference.start,
      target: { state: "found", targets: [target], scheme },
    });
  }
}

function addTo(lines: Line[], { word, to, isAllTypes }: Omit<Line, "bindings">, binding: TakenBinding): void {
  const line = lines.find((each) => each.to === to && each.isAllTypes === isAllTypes);
  if (line) line.bindings.push(binding);
  else lines.push({ word, to, isAllTypes, bindings: [binding] });
}

function isSame({ bindings }: Line, now: readonly Binding[]): boolean {
  return (
    bindings.length === now.length &&
    bindings.every(({ imported, local }, index) => now[index]?.imported === imported && now[index].local === local)
  );
}

async function partsOfFile(tree: SourceTree, path: ProjectPath): Promise<FileParts | undefined> {
  const text = tree.text(path)?.text ?? "";
  const language = languageFor(path);
  const statements = await language?.statements?.(text, nameOf(path));
  return statements && { text, statements, extension: (await language?.scriptExtension?.(text)) ?? path };
}
