/**
 * A file becomes several: by its names, each with what only it needs, or, if it holds state, by the kinds of what it declares. Whoever
 * took a name of it takes it from its new place.
 */
import { ShelfError } from "../../base/errors.js";
import { folderOf, inFolder, nameOf, type ProjectPath } from "../../base/paths.js";
import type { Project } from "../../app/project.js";
import type { SourceTree } from "../../files/index.js";
import { sharesDeclarations, languageFor, prepareNames, type Statement } from "../../languages/index.js";
import { refuseSource } from "../plan/index.js";
import type { Draft } from "../draft.js";
import { boundPairs } from "../modules/index.js";
import { anatomyOf, extensionFor, fileNameFor, givenNames, type Anatomy, type Part } from "../regroup/index.js";
import { boundIn, carriedOf, regroupParts, type Carried } from "../libraries/index.js";
import { kindName, kindsOf, reduces, stateKinds } from "./by-kind.js";
import { groupsByName } from "./by-name.js";
import { blocKinds, blocName, eventsAndStates } from "./by-part.js";
import { unitsOf, type Unit } from "./units.js";

/** What was asked. */
export interface SplitRequest {
  readonly path: ProjectPath;
  /** By what it is parted; without it by kind if it holds a reducer, else by name. */
  readonly by?: "name" | "kind";
  /** The folder in which the new files are; without it that of the file. */
  readonly to?: ProjectPath;
}

/** A file that comes of it. */
export interface SplitFile {
  readonly path: ProjectPath;
  /** Names that it declares. */
  readonly names: readonly string[];
}

/** A draft, and what it is about. */
export interface SplitDraft {
  readonly draft: Draft;
  readonly path: ProjectPath;
  readonly by: "name" | "kind";
  readonly files: readonly SplitFile[];
  /** What is left in the file: names that it declares. Nothing where the file goes. */
  readonly rest: readonly string[] | undefined;
  /** Names that it goes on giving because somebody takes it as a whole. */
  readonly kept: readonly string[];
  readonly circles: readonly (readonly [ProjectPath, ProjectPath])[];
  /** What new files import because nobody can tell whether they need it, and what takes out what they do not. */
  readonly carried?: Carried;
}

/** Works it out. Throws for what cannot be parted. */
export async function splitDraft({ tree, aliases }: Project, request: SplitRequest): Promise<SplitDraft> {
  await prepareNames(tree);
  const { path } = request;
  if (!tree.has(path)) refuseSource(tree, path);
  const anatomy = await anatomyOf(tree, path);
  const bound = sharesDeclarations(path)
    ? { pairs: boundPairs(anatomy), isLed: false }
    : await boundIn(tree, aliases, path);
  const units = unitsOf(anatomy, givenNames(anatomy), bound.pairs);
  const by = request.by ?? (isState(anatomy, units) ? "kind" : "name");
  if (by === "kind" && sharesDeclarations(path))
    throw new ShelfError("SPLIT_NOTHING", { path, reason: "its declarations are no piece of state" });
  const files = await filesBy(by, anatomy, units, request.to ?? folderOf(path));
  ensureFree(tree, path, files);
  const places = new Map(files.flatMap(({ path: to, statements }) => statements.map((each) => [each, to] as const)));
  const goes = (statement: Statement): ProjectPath => places.get(statement) ?? path;
  const isEmptied = !bound.isLed && units.every(({ statements }) => statements.every((each) => goes(each) !== path));
  const [first] = files.toSorted((a, b) => Number(b.leads) - Number(a.leads));
  if (!first || files.length + (isEmptied ? 0 : 1) < 2) throw new ShelfError("SPLIT_NOTHING", { path });
  const regrouped = (part: Part): ReturnType<typeof regroupParts> =>
    regroupParts({ tree, aliases, clash: "refuse", dissolves: true, why: `split off ${nameOf(path)}`, parts: [part] });
  const gone = isEmptied
    ? await regrouped({ anatomy, goes: (each) => places.get(each) ?? first.path, into: first.path })
    : undefined;
  // Where somebody takes all of it, the file stays, and gives what it gave.
  const isGone = gone !== undefined && gone.kept.length === 0;
  const { draft, kept, circles, carried = [] } = isGone ? gone : await regrouped({ anatomy, goes });
  const rest = units.filter(({ statements }) => statements.some((each) => goes(each) === path));
  return {
    draft,
    path,
    by,
    files: files
      .filter((file) => file.path !== path)
      .map(({ path: to, statements }) => ({
        path: to,
        names: [...new Set(statements.flatMap((each) => each.declares))],
      })),
    rest: isGone ? undefined : rest.flatMap(({ declares }) => declares),
    kept: kept.map(({ name }) => name),
    circles,
    ...carriedOf(carried),
  };
}

interface NewFile {
  readonly path: ProjectPath;
  readonly statements: readonly Statement[];
  /** Whether who asks for the old file as such gets this one. */
  readonly leads: boolean;
}

async function filesBy(
  by: "name" | "kind",
  anatomy: Anatomy,
  units: readonly Unit[],
  folder: ProjectPath,
): Promise<NewFile[]> {
  const inOrder = (some: readonly Unit[]): Statement[] =>
    some.flatMap(({ statements }) => statements).sort((a, b) => a.start - b.start);
  const files: NewFile[] = [];
  if (by === "name") {
    for (const { units: some, main } of groupsByName(anatomy, units)) {
      const statements = inOrder(some);
      const path = inFolder(folder, await fileNameFor(anatomy, statements, main));
      files.push({ path, statements, leads: false });
    }
    return files;
  }
  if (languageFor(anatomy.path)?.directives) {
    const kinds = eventsAndStates(units);
    for (const kind of kinds ? blocKinds : []) {
      const statements = inOrder(units.filter((unit) => kinds?.get(unit) === kind));
      const path = inFolder(folder, blocName(anatomy.path, kind) + anatomy.extension);
      if (statements.length > 0) files.push({ path, statements, leads: false });
    }
    return files;
  }
  const kinds = kindsOf(anatomy, units);
  for (const kind of stateKinds) {
    const statements = inOrder(units.filter((unit) => kinds.get(unit) === kind));
    if (statements.length === 0) continue;
    const path = inFolder(folder, `${kindName(anatomy.path, kind)}${await extensionFor(anatomy, statements)}`);
    // Who asks for the state asks for its reducer.
    files.push({ path, statements, leads: kind === "reducer" });
  }
  return files;
}

/** A file that computes a new state from actions, and holds more than that. */
function isState(anatomy: Anatomy, units: readonly Unit[]): boolean {
  if (sharesDeclarations(anatomy.path)) return false;
  if (languageFor(anatomy.path)?.directives) return (eventsAndStates(units)?.size ?? 0) > 0;
  const kinds = new Set(kindsOf(anatomy, units).values());
  return reduces(anatomy) && [...kinds].some((kind) => kind !== "types" && kind !== "reducer");
}

/** Throws where one of the new files is there already. */
function ensureFree(tree: SourceTree, path: ProjectPath, files: readonly NewFile[]): void {
  const seen = new Set<ProjectPath>();
  for (const file of files) {
    if (file.path !== path && tree.has(file.path))
      throw new ShelfError("NAME_TAKEN", { path: file.path, other: file.path });
    if (seen.has(file.path))
      throw new ShelfError("SPLIT_NOTHING", { path, reason: `two of its names would be ${file.path}` });
    seen.add(file.path);
  }
}
