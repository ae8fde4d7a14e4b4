/**
 * Taking declarations out of a file into another: they go letter by letter, with their comments and the imports that they need; the
 * file takes back what it still uses, and whoever imported them imports from their new place.
 */
import { ShelfError } from "../../base/errors.js";
import { folderOf, inFolder, nameOf, type ProjectPath } from "../../base/paths.js";
import type { FoundApp, Project } from "../../app/index.js";
import type { Role } from "../../app/arrangement/index.js";
import { languageFor, sharesDeclarations, sharesTypes, prepareNames, type Statement } from "../../languages/index.js";
import { refuseSource } from "../plan/index.js";
import type { Draft } from "../draft.js";
import { carriedOf, regroupParts, withCompanions, type Carried } from "../libraries/index.js";
import { chosenMembers, ensureNotOverridden, membersDraft, privateCompanions } from "../modules/index.js";
import { anatomyOf, type Anatomy, type Part, type Regrouped } from "../regroup/index.js";
import { selected, type Wanted } from "./selection.js";
import { ensureOutOfComponent } from "./component.js";
import { shelfOf, targetOf } from "./target.js";

/** What was asked. */
export interface ExtractRequest extends Wanted {
  readonly path: ProjectPath;
  /** A file or folder; without it the shelf of what is taken, else the file's own folder. */
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
  /** The lines that leave it, from 1, the last one included. */
  readonly lines: readonly (readonly [first: number, last: number])[];
  readonly target: ProjectPath;
  readonly isNew: boolean;
  /** What the part is, where that decided where it goes. */
  readonly role?: Role;
  /** Names that the file goes on giving because somebody takes it as a whole, though it was not asked. */
  readonly kept: readonly string[];
  /** What the new file imports because nobody can tell whether it needs it, and what takes out what it does not. */
  readonly carried?: Carried;
  /** Whether each of the two files needs something of the other when it is loaded. */
  readonly circle: boolean;
}

/**
 * Works it out. Without a target the part goes to the shelf of its role in the app around, if there is one; else beside the file.
 * Throws for what is not there and for what cannot be parted.
 */
export async function extractDraft(
  { tree, aliases }: Project,
  request: ExtractRequest,
  around?: FoundApp,
): Promise<ExtractDraft> {
  await prepareNames(tree);
  if (!tree.has(request.path)) refuseSource(tree, request.path);
  const old = await anatomyOf(tree, request.path, { components: true });
  if (sharesTypes(old.path) && request.names.some((name) => name.includes(".")))
    return extractMembers({ tree, aliases }, old, request);
  const named = selected(old, request);
  const along = sharesDeclarations(old.path)
    ? privateCompanions(old, named).map(({ start }) => ({ path: old.path, start }))
    : await withCompanions(tree, aliases, old.path, named);
  const chosen = old.statements.filter(
    (each) => named.includes(each) || along.some(({ path, start }) => path === old.path && start === each.start),
  );
  if (old.isComponent) ensureOutOfComponent(old, chosen);
  const regrouped = async (target: ProjectPath): Promise<Regrouped> => {
    if (target === old.path) throw new ShelfError("EXTRACT_SAME", { path: target });
    if (
      [old.path, target].some((path) => languageFor(path)?.directives !== undefined || sharesDeclarations(path)) &&
      languageFor(old.path) !== languageFor(target)
    )
      throw new ShelfError("EXTRACT_LANGUAGE", { path: target, other: old.path });
    const existing = tree.has(target) ? [await anatomyOf(tree, target)] : [];
    const others: Part[] = [];
    for (const path of new Set(along.map((each) => each.path)))
      if (path !== old.path) {
        const starts = new Set(along.filter((each) => each.path === path).map(({ start }) => start));
        others.push(part(await anatomyOf(tree, path), ({ start }) => (starts.has(start) ? target : path)));
      }
    return regroupParts({
      tree,
      aliases,
      parts: [
        part(old, (statement) => (chosen.includes(statement) ? target : old.path)),
        ...others,
        ...existing.map((each) => part(each)),
      ],
      clash: "refuse",
      why: `taken out of ${nameOf(old.path)}`,
      ...(request.keepExport !== undefined && { keepExport: request.keepExport }),
    });
  };
  const beside = await targetOf(tree, old, chosen, request);
  const first = await regrouped(beside);
  const text = first.draft.made.find(({ path }) => path === beside)?.text;
  const shelf =
    request.to === undefined && around && text !== undefined
      ? shelfOf(tree, old.path, { beside, text, around })
      : undefined;
  const { path: target, role } = shelf ?? { path: beside };
  const { draft, kept, circles, carried = [] } = target === beside ? first : await regrouped(target);
  return {
    draft,
    names: [...new Set(chosen.flatMap(({ declares }) => declares))],
    from: old.path,
    lines: linesOf(old, chosen),
    target,
    isNew: !tree.has(target),
    ...(role && { role }),
    kept: kept.map(({ name }) => name),
    ...carriedOf(carried),
    circle: circles.length > 0,
  };
}

/** Members of types go into additions to those. */
async function extractMembers(
  { tree, aliases }: Pick<Project, "tree" | "aliases">,
  old: Anatomy,
  request: ExtractRequest,
): Promise<ExtractDraft> {
  const chosen = chosenMembers(old, request.names);
  await ensureNotOverridden(tree, old, chosen);
  const members = chosen.map(({ member }) => member);
  const [first] = chosen;
  const type = first?.around.ties?.type ?? "";
  const name = first?.member.declares[0] ?? "";
  const called = (languageFor(old.path)?.types?.customs?.additionName(type, name) ?? name) + old.extension;
  const { to, into = false } = request;
  const folder = to === undefined ? folderOf(old.path) : into || tree.hasFolder(to) ? to : undefined;
  const typed = to !== undefined && !to.endsWith(old.extension) ? (`${to}${old.extension}` as ProjectPath) : to;
  const target = folder === undefined && typed !== undefined ? typed : inFolder(folder ?? folderOf(old.path), called);
  if (target === old.path) throw new ShelfError("EXTRACT_SAME", { path: target });
  const there = tree.has(target) ? await anatomyOf(tree, target) : undefined;
  return {
    draft: membersDraft({ tree, aliases, from: old, chosen, target, there }),
    names: request.names,
    from: old.path,
    lines: linesOf(old, members),
    target,
    isNew: !there,
    kept: [],
    circle: false,
  };
}

/** The lines of some statements with their comments, those that follow each other as one run. */
function linesOf({ source, text }: Anatomy, chosen: readonly Statement[]): [number, number][] {
  const runs: [number, number][] = [];
  for (const { from, end } of chosen) {
    const first = from + (/^\s*/.exec(text.slice(from))?.[0].length ?? 0);
    const run: [number, number] = [source.positionAt(first).line, source.positionAt(end).line];
    const last = runs.at(-1);
    // What blank lines part is one run for whoever looks at it.
    if (
      last &&
      text
        .split("\n")
        .slice(last[1], run[0] - 1)
        .every((line) => line.trim() === "")
    )
      last[1] = run[1];
    else runs.push(run);
  }
  return runs;
}

function part(anatomy: Anatomy, goes: (statement: Statement) => ProjectPath = () => anatomy.path): Part {
  return { anatomy, goes };
}
