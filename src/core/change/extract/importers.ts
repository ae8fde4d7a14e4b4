/** Who took a name from the file that it leaves, and takes it from its new place from then on. */
import type { ProjectPath } from "../../base/paths.js";
import type { SourceTree } from "../../files/index.js";
import type { Modules } from "../../graph/index.js";
import { isTyped, languageFor, type Binding, type Reference } from "../../languages/index.js";
import type { Claim, DraftEdit } from "../draft.js";
import { holdersOf, mayMean, wholeTakers } from "../plan/name-holders.js";
import { takenNames } from "../plan/taken-names.js";
import { importText, mannerOf, withoutBindings } from "./imports.js";
import type { Anatomy } from "./selection.js";
import type { SpecifierMaker } from "./specifiers.js";

/** What they are found with. */
export interface ImportersInput {
  readonly tree: SourceTree;
  readonly modules: Modules;
  readonly specifiers: SpecifierMaker;
  readonly old: Anatomy;
  readonly target: ProjectPath;
  /** Names that the file gives and that leave it. */
  readonly given: readonly string[];
  /** Those of its names that are types and nothing else. */
  readonly typeOnly: ReadonlySet<string>;
}

/** What changes in other files. */
export interface Led {
  readonly edits: readonly DraftEdit[];
  readonly claims: readonly Claim[];
  /** Names that the file has to go on giving. */
  readonly kept: readonly string[];
  /** Those of them that somebody takes in a way that cannot be led to another file: as a whole, by a call. */
  readonly byWhole: readonly string[];
}

/** Finds and leads them. */
export async function leadImporters(input: ImportersInput): Promise<Led> {
  const { tree, modules, given, old } = input;
  if (given.length === 0) return { edits: [], claims: [], kept: [], byWhole: [] };
  const concern = { modules, names: new Set(given) };
  const takers = (await wholeTakers(tree)).of([old.path]);
  const holders = [...new Set([...(await holdersOf(tree, given)), ...takers])].filter(
    (path) => path !== old.path && languageFor(path)?.names !== undefined,
  );
  const edits: DraftEdit[] = [];
  const claims: Claim[] = [];
  const kept = new Set<string>();
  for (const path of holders) {
    const takesAll = takers.includes(path);
    if (!takesAll && !mayMean(path, concern)) continue;
    const reading = modules.reading(path);
    for (const reference of reading.references) {
      const targets = modules.targetsOf(path, reference);
      if (!targets.includes(old.path)) continue;
      const isStatement = reference.kind === "import" || reference.kind === "re-export";
      const bindings = reference.bindings ?? [];
      const passesAll =
        reference.kind === "re-export" && bindings.some(({ imported, local }) => imported === "*" && local === "*");
      const gone = bindings.filter(({ imported }) => given.includes(imported));
      if (isStatement && passesAll) await passOn({ ...input, path, reference, edits, claims });
      else if (isStatement && gone.length > 0 && targets.length === 1)
        await lead({ ...input, path, reference, gone, edits, claims });
      else if (gone.length > 0) for (const { imported } of gone) kept.add(imported);
      // `export * as dates from "./dates"`: who takes something of it by that name is not looked for.
      if (
        isStatement &&
        !passesAll &&
        reference.kind === "re-export" &&
        bindings.some(({ imported }) => imported === "*")
      )
        for (const each of given) kept.add(each);
    }
    // What is taken of a whole file, or by a call, is taken of the file where it was.
    const names = await languageFor(path)?.names?.(tree.text(path)?.text ?? "", path.slice(path.lastIndexOf("/") + 1));
    const statements = new Set(
      reading.references.flatMap(({ kind, bindings = [] }) =>
        kind === "import" || kind === "re-export" ? bindings.map(({ start }) => start) : [],
      ),
    );
    for (const { name, targets, start } of takenNames(path, modules, names)) {
      if (!targets.includes(old.path) || statements.has(start)) continue;
      for (const each of given) if (name === "*" || name === each) kept.add(each);
    }
  }
  return { edits, claims, kept: [...kept], byWhole: [...kept] };
}

interface Leading extends ImportersInput {
  readonly path: ProjectPath;
  readonly reference: Reference;
  readonly edits: DraftEdit[];
  readonly claims: Claim[];
}

/** An import or a list of exports: of its names some go to another statement, or all of it names the other file. */
async function lead({
  tree,
  path,
  reference,
  gone,
  target,
  specifiers,
  edits,
  claims,
}: Leading & { readonly gone: readonly Binding[] }): Promise<void> {
  const anatomy = await partsOfFile(tree, path);
  const statement = anatomy?.statements.find(({ start, end }) => start <= reference.start && reference.start < end);
  if (!anatomy || !statement) return;
  // What the target itself took from the file it has from then on.
  if (path === target) {
    const left = withoutBindings(anatomy.text, statement, reference, gone);
    for (const edit of left ?? [{ start: statement.from, end: statement.to, text: "" }])
      edits.push({ file: path, ...edit, why: "has it itself" });
    if (!left) claims.push({ kind: "removes", file: path, start: reference.start });
    return;
  }
  const rest = withoutBindings(anatomy.text, statement, reference, gone);
  if (!rest) {
    const scheme = specifiers.schemeOf(path, reference);
    claims.push({
      kind: "means",
      file: path,
      start: reference.start,
      target: { state: "found", targets: [target], scheme },
    });
    return;
  }
  for (const edit of rest) edits.push({ file: path, ...edit, why: "takes it from its new place" });
  const manner = mannerOf(anatomy.text, anatomy.statements);
  const written = anatomy.text.slice(statement.start, statement.end);
  const isAllTypes = /^(?:import|export)\s+type\b/.test(written);
  const taken = gone.map(({ imported, local, isType }) => ({ imported, local, isType: isType || isAllTypes }));
  const word = reference.kind === "re-export" ? ("export" as const) : ("import" as const);
  const line = importText(
    taken,
    specifiers.toTarget(path, reference),
    { ...manner, quote: reference.quote, semicolon: written.endsWith(";") ? ";" : "" },
    { word },
  );
  edits.push({
    file: path,
    start: statement.end,
    end: statement.end,
    text: `${manner.lineEnd}${line}`,
    why: "takes it from its new place",
  });
  claims.push({ kind: "adds", file: path, means: [target] });
}

/** `export * from "./old"`: who takes the name here takes it on. */
async function passOn({
  tree,
  path,
  reference,
  target,
  specifiers,
  given,
  typeOnly,
  edits,
  claims,
}: Leading): Promise<void> {
  const anatomy = await partsOfFile(tree, path);
  const statement = anatomy?.statements.find(({ start, end }) => start <= reference.start && reference.start < end);
  if (!anatomy || !statement) return;
  const manner = mannerOf(anatomy.text, anatomy.statements);
  const typed = isTyped(path);
  const specifier = specifiers.toTarget(path, reference);
  for (const isType of [false, true]) {
    const some = given.filter((name) => (typed && typeOnly.has(name)) === isType);
    if (some.length === 0) continue;
    const line = importText(
      some.map((name) => ({ imported: name, local: name, isType })),
      specifier,
      { ...manner, quote: reference.quote },
      { word: "export" },
    );
    edits.push({
      file: path,
      start: statement.end,
      end: statement.end,
      text: `${manner.lineEnd}${line}`,
      why: "passes it on",
    });
    claims.push({ kind: "adds", file: path, means: [target] });
  }
}

async function partsOfFile(tree: SourceTree, path: ProjectPath): Promise<Omit<Anatomy, "names"> | undefined> {
  const language = languageFor(path);
  const source = tree.text(path);
  const statements = await language?.statements?.(source?.text ?? "", path.slice(path.lastIndexOf("/") + 1));
  return source && statements && { path, text: source.text, source, statements };
}
