/**
 * Taking declarations out of a file into another: they go letter by letter, with their comments and the imports that they need; the
 * file takes back what it still uses, and whoever imported them imports from their new place.
 */
import { ShelfError } from "../../base/errors.js";
import { nameOf, type ProjectPath } from "../../base/paths.js";
import type { TextEdit } from "../../base/text/index.js";
import type { Project } from "../../app/project.js";
import { Modules, Resolver } from "../../graph/index.js";
import {
  isTyped,
  moduleRules,
  prepareNames,
  topVariable,
  type Reference,
  type Statement,
} from "../../languages/index.js";
import { refuseSource } from "../plan/index.js";
import type { Claim, Draft, DraftEdit } from "../draft.js";
import { importText, mannerOf, withoutBindings, type TakenBinding } from "./imports.js";
import { apart, asTaken, cutOf, headOf, joined, placeForImports, statementAt } from "./cuts.js";
import { leadImporters } from "./importers.js";
import { anatomyOf, needsOf, placeOf, selected, type Anatomy, type Needs, type Wanted } from "./selection.js";
import { SpecifierMaker } from "./specifiers.js";
import { targetOf } from "./target.js";

/** What was asked. */
export interface ExtractRequest extends Wanted {
  readonly path: ProjectPath;
  /** A file or folder; without it the file's own folder. */
  readonly to?: ProjectPath;
  /** The target was written with a `/` at its end, so a folder is meant. */
  readonly into?: boolean;
  /** The file goes on giving what is taken out, and nobody else changes. */
  readonly keepExport?: boolean;
}

/** A draft, and what it is about. */
export interface ExtractDraft {
  readonly draft: Draft;
  readonly names: readonly string[];
  readonly from: ProjectPath;
  readonly target: ProjectPath;
  readonly isNew: boolean;
  /** Names that the file goes on giving because somebody takes it as a whole, though it was not asked. */
  readonly kept: readonly string[];
  /** Names that each of the two files needs of the other when it is loaded. */
  readonly circle: boolean;
}

/** Works it out. Throws for what is not there and for what cannot be parted. */
export async function extractDraft({ tree, aliases }: Project, request: ExtractRequest): Promise<ExtractDraft> {
  await prepareNames();
  if (!tree.has(request.path)) refuseSource(tree, request.path);
  const resolver = new Resolver(tree, moduleRules, aliases);
  const old = await anatomyOf(tree, request.path);
  const chosen = selected(old, request);
  const target = await targetOf(tree, old, chosen, request);
  const existing = tree.has(target) ? await anatomyOf(tree, target) : undefined;
  const specifiers = new SpecifierMaker({ tree, resolver, aliases, target });
  return new Extraction({
    request,
    tree,
    old,
    chosen,
    target,
    existing,
    specifiers,
    modules: new Modules(tree, resolver),
  }).draft();
}

interface ExtractionInput {
  readonly request: ExtractRequest;
  readonly tree: Project["tree"];
  readonly old: Anatomy;
  readonly chosen: readonly Statement[];
  readonly target: ProjectPath;
  readonly existing: Anatomy | undefined;
  readonly specifiers: SpecifierMaker;
  readonly modules: Modules;
}

class Extraction {
  readonly #needs: Needs;
  readonly #edits: DraftEdit[] = [];
  readonly #claims: Claim[] = [];
  /** Names that leave and that others may take. */
  readonly #given: readonly string[];
  readonly #names: readonly string[];

  constructor(readonly input: ExtractionInput) {
    const { old, chosen } = input;
    this.#needs = needsOf(old, chosen);
    this.#names = [...new Set(chosen.flatMap(({ declares }) => declares))];
    this.#given = [
      ...new Set(chosen.filter(({ exported }) => exported === "by name").flatMap(({ declares }) => declares)),
    ];
  }

  async draft(): Promise<ExtractDraft> {
    const { request, old, target, existing, chosen } = this.input;
    this.#ensureFree();
    const byDefault = chosen.find(({ exported, kind }) => exported === "by default" || kind === "default");
    if (byDefault) throw new ShelfError("EXTRACT_DEFAULT", { path: old.path, place: placeOf(old, byDefault.start) });
    const led =
      request.keepExport === true
        ? { edits: [], claims: [], kept: this.#given, byWhole: [] }
        : await leadImporters({ ...this.input, given: this.#given, typeOnly: this.#typeNames() });
    this.#edits.push(...led.edits);
    this.#claims.push(...led.claims);
    const taken = new Set([...this.#given, ...this.#needs.ofPart.map(({ name }) => name)]);
    const made = this.#inTarget(taken);
    this.#inOld(led.kept);
    for (const name of this.#names) this.#claims.push({ kind: "hands over", file: old.path, name, to: target });
    const loads = (some: Needs["ofPart"]): boolean =>
      some.some(({ isType, name }) => !isType && !this.#typeNames().has(name));
    return {
      draft: {
        moves: [],
        edits: apart(this.#edits),
        made: made === undefined ? [] : [{ path: target, text: made, why: `taken out of ${nameOf(old.path)}` }],
        claims: this.#claims,
      },
      names: this.#names,
      from: old.path,
      target,
      isNew: existing === undefined,
      kept: led.byWhole,
      circle:
        loads(this.#needs.ofRest) &&
        (loads(this.#needs.ofPart) || led.kept.some((name) => !this.#typeNames().has(name))),
    };
  }

  /** Declared as types only: interfaces and their like. */
  #typeNames(): ReadonlySet<string> {
    const { statements } = this.input.old;
    const types = new Set(statements.filter(({ isType }) => isType).flatMap(({ declares }) => declares));
    for (const { isType, declares } of statements) if (!isType) for (const name of declares) types.delete(name);
    return types;
  }

  #edit(edit: TextEdit, why: string, file = this.input.old.path): void {
    this.#edits.push({ file, ...edit, why });
  }

  /** Throws where the target has one of the names already. */
  #ensureFree(): void {
    const { existing, old, target } = this.input;
    if (target === old.path) throw new ShelfError("EXTRACT_SAME", { path: target });
    if (!existing) return;
    for (const name of this.#names) {
      const variable = topVariable(existing.names, name);
      const place = variable?.places.find(({ isDeclared }) => isDeclared);
      if (!variable || !place || this.#isImportOfOld(existing, place.start)) continue;
      throw new ShelfError("RENAME_TAKEN", { path: name, other: target, place: placeOf(existing, place.start) });
    }
  }

  #isImportOfOld(existing: Anatomy, start: number): boolean {
    const { modules, old } = this.input;
    return modules
      .reading(existing.path)
      .references.some(
        (reference) =>
          reference.bindings?.some((binding) => binding.localStart === start) === true &&
          modules.targetsOf(existing.path, reference).includes(old.path),
      );
  }

  /** What the target gains: the text of a new file, or edits of one that is there. */
  #inTarget(taken: ReadonlySet<string>): string | undefined {
    const { old, existing, target, chosen } = this.input;
    const manner = existing ? mannerOf(existing.text, existing.statements) : mannerOf(old.text, old.statements);
    const { lines, means, astray } = this.#importsOfTarget(manner);
    const bodies = chosen.map((statement) => this.#body(statement, taken, manner.lineEnd));
    const added = [...means, ...this.#meantInside()];
    this.#claims.push({ kind: "adds", file: target, means: added, astray: [...astray, ...this.#astrayInside()] });
    const { lineEnd } = manner;
    if (!existing) {
      const directives = old.statements
        .filter(({ kind }) => kind === "directive")
        .map(({ start, end }) => old.text.slice(start, end));
      const head = [...headOf(old), ...directives, ...lines];
      return `${[...(head.length > 0 ? [head.join(lineEnd)] : []), ...bodies].join(lineEnd + lineEnd)}${lineEnd}`;
    }
    this.#importsInto(existing, lines, lineEnd);
    const end = existing.text.length;
    const gap = existing.text === "" ? "" : existing.text.endsWith("\n") ? lineEnd : lineEnd + lineEnd;
    this.#edit(
      { start: end, end, text: `${gap}${bodies.join(lineEnd + lineEnd)}${lineEnd}` },
      "gains what is taken out",
      target,
    );
    return undefined;
  }

  #importsInto(anatomy: Anatomy, lines: readonly string[], lineEnd: string): void {
    if (lines.length === 0) return;
    const { at, before, behind } = placeForImports(anatomy, lineEnd);
    this.#edit(
      { start: at, end: at, text: `${before}${lines.join(lineEnd)}${behind}` },
      "imports what it needs",
      anatomy.path,
    );
  }

  /** References in the code that goes: they mean what they mean, from another place. */
  #meantInside(): ProjectPath[] {
    const { modules, old, chosen } = this.input;
    const found: ProjectPath[] = [];
    for (const reference of modules.reading(old.path).references) {
      if (!chosen.some(({ start, end }) => start <= reference.start && reference.start < end)) continue;
      this.#claims.push({ kind: "removes", file: old.path, start: reference.start });
      found.push(...modules.targetsOf(old.path, reference).slice(0, 1));
    }
    return found;
  }

  /** Of the references in the code that goes those that lead nowhere already. */
  #astrayInside(): string[] {
    const { modules, old, chosen, specifiers } = this.input;
    return modules
      .reading(old.path)
      .references.filter((reference) =>
        chosen.some(({ start, end }) => start <= reference.start && reference.start < end),
      )
      .filter((reference) => modules.targetsOf(old.path, reference).length === 0)
      .map((reference) => specifiers.fromTarget(old.path, reference));
  }

  /** One statement with its comments, exported where others need it; paths in it are spelled for its new place. */
  #body(
    { from, to, start, end, core, declares, exported }: Statement,
    taken: ReadonlySet<string>,
    lineEnd: string,
  ): string {
    const { old, modules, specifiers } = this.input;
    const isNeeded = declares.some((name) => taken.has(name));
    const edits: TextEdit[] = [];
    if (exported === undefined && isNeeded) edits.push({ start: core, end: core, text: "export " });
    for (const reference of modules.reading(old.path).references) {
      if (reference.start < start || reference.start >= end) continue;
      const specifier = specifiers.fromTarget(old.path, reference);
      if (specifier !== reference.specifier)
        edits.push({ start: reference.start, end: reference.end, text: specifier });
    }
    let text = "";
    let at = from;
    for (const edit of edits.sort((a, b) => a.start - b.start)) {
      text += old.text.slice(at, edit.start) + edit.text;
      at = edit.end;
    }
    return (text + old.text.slice(at, to)).replace(/^(?:[ \t]*\r?\n)+|\s+$/g, "").replace(/\r?\n/g, lineEnd);
  }

  /** The imports that the part needs in its new place. */
  #importsOfTarget(manner: ReturnType<typeof mannerOf>): {
    readonly lines: string[];
    readonly means: ProjectPath[];
    readonly astray: string[];
  } {
    const { old, existing, modules, specifiers, target } = this.input;
    const astray: string[] = [];
    const lines: string[] = [];
    const means: ProjectPath[] = [];
    const wanted = new Set(this.#needs.imported.map(({ name }) => name));
    for (const reference of modules.reading(old.path).references) {
      const statement = statementAt(old, reference.start);
      if (statement?.kind !== "import") continue;
      const bindings = (reference.bindings ?? []).filter(({ local }) => wanted.has(local));
      const [to] = modules.targetsOf(old.path, reference);
      const fresh = bindings.filter((binding) => {
        if (to === target) return false;
        return !existing || !this.#hasImport(existing, binding, reference);
      });
      if (fresh.length === 0) continue;
      const behind = old.text.slice(reference.end + reference.quote.length, statement.end).replace(/;?\s*$/, "");
      lines.push(importText(fresh.map(asTaken), specifiers.fromTarget(old.path, reference), manner, { behind }));
      if (to !== undefined) means.push(to);
      else astray.push(specifiers.fromTarget(old.path, reference));
    }
    if (this.#needs.ofRest.length > 0) {
      const types = this.#typeNames();
      const names = this.#needs.ofRest.map(({ name, isType }) => ({
        imported: name,
        local: name,
        isType: isTyped(this.input.target) && (isType || types.has(name)),
      }));
      lines.push(importText(names, specifiers.between(target, old.path, modules.reading(old.path)), manner));
      means.push(old.path);
    }
    return { lines, means, astray };
  }

  /** Whether the target takes the same of the same file; throws where it has the name for something else. */
  #hasImport(existing: Anatomy, { local, imported }: TakenBinding, reference: Reference): boolean {
    const variable = topVariable(existing.names, local);
    const place = variable?.places.find(({ isDeclared }) => isDeclared);
    if (!variable || !place) return false;
    const { modules, old, target } = this.input;
    const [to] = modules.targetsOf(old.path, reference);
    for (const other of modules.reading(target).references) {
      const binding = other.bindings?.find(({ localStart }) => localStart === place.start);
      if (!binding) continue;
      const [there] = modules.targetsOf(target, other);
      if (binding.imported === imported && (to === undefined ? other.specifier === reference.specifier : there === to))
        return true;
    }
    throw new ShelfError("RENAME_TAKEN", { path: local, other: target, place: placeOf(existing, place.start) });
  }

  /** What is cut out of the file, and what it takes back. */
  #inOld(kept: readonly string[]): void {
    const { old, chosen, modules, target, specifiers } = this.input;
    for (const cut of joined(chosen.map((statement) => cutOf(old.text, statement))))
      this.#edit({ ...cut, text: "" }, "loses what is taken out");
    const gone = new Set(this.#needs.leaving.map(({ name }) => name));
    let firstGone: Statement | undefined;
    for (const reference of modules.reading(old.path).references) {
      const statement = statementAt(old, reference.start);
      const bindings = (reference.bindings ?? []).filter(({ local }) => gone.has(local));
      if (statement?.kind !== "import" || bindings.length === 0) continue;
      const edits = withoutBindings(old.text, statement, reference, bindings);
      for (const edit of edits ?? []) this.#edit(edit, "needs less");
      if (edits) continue;
      firstGone ??= statement;
      this.#claims.push({ kind: "removes", file: old.path, start: reference.start });
      if (statement !== firstGone) this.#edit({ start: statement.from, end: statement.to, text: "" }, "needs less");
    }
    const manner = mannerOf(old.text, old.statements);
    const specifier = specifiers.between(old.path, target, modules.reading(old.path));
    const types = this.#typeNames();
    const typed = isTyped(old.path);
    const back = this.#needs.ofPart.map(({ name, isType }) => ({
      imported: name,
      local: name,
      isType: typed && (isType || types.has(name)),
    }));
    const again = kept.map((name) => ({ imported: name, local: name, isType: typed && types.has(name) }));
    const lines = [
      ...(back.length > 0 ? [importText(back, specifier, manner)] : []),
      ...[false, true].flatMap((isType) => {
        const some = again.filter((each) => each.isType === isType);
        return some.length === 0 ? [] : [importText(some, specifier, manner, { word: "export" })];
      }),
    ];
    this.#claims.push({ kind: "adds", file: old.path, means: lines.map(() => target) });
    // In the place of an import that goes, so that files are loaded in the order of before.
    if (firstGone && lines.length > 0)
      this.#edit(
        { start: firstGone.start, end: firstGone.end, text: lines.join(manner.lineEnd) },
        "takes back what it uses",
      );
    else if (firstGone) {
      const rest = /^(?:[ \t]*\r?\n)+/.exec(old.text.slice(firstGone.to))?.[0] ?? "";
      // A file does not begin with the blank line that stood below its only import.
      const end = old.text.slice(0, firstGone.from).trim() === "" ? firstGone.to + rest.length : firstGone.to;
      this.#edit({ start: firstGone.from, end, text: "" }, "needs less");
    } else this.#importsInto(old, lines, manner.lineEnd);
    // Behind the imports, which may be put in at the same place.
    this.#exportNeeded();
  }

  /** What the part needs of the rest has to be given; of a statement that declares several names all are, at once. */
  #exportNeeded(): void {
    const { old, modules } = this.input;
    const given = new Set(
      (modules.reading(old.path).exports ?? []).filter(({ from }) => from === undefined).map(({ name }) => name),
    );
    const missing = new Set(this.#needs.ofRest.map(({ name }) => name).filter((name) => !given.has(name)));
    for (const { declares, exported, core } of old.statements)
      if (exported === undefined && declares.some((name) => missing.has(name)))
        this.#edit({ start: core, end: core, text: "export " }, "gives what the other needs");
  }
}
