/**
 * Statements of several files put together anew: taken out, joined, split. Each goes letter by letter, with its comments; every file
 * imports what it needs of others, and whoever took a name from the file that it leaves takes it from its new place.
 */
import type { ProjectPath } from "../../base/paths.js";
import type { SourceTree } from "../../files/index.js";
import { Modules, Resolver } from "../../graph/index.js";
import { moduleRules, type Mapping } from "../../languages/index.js";
import type { Claim, Draft, DraftEdit, Merge } from "../draft.js";
import { ensureModule, typeNamesOf } from "./anatomy.js";
import { apart, withoutBlankHead } from "./cuts.js";
import { Homes, type Home } from "./homes.js";
import { leadImporters, type Leaving, type Led } from "./importers.js";
import { Locals } from "./locals.js";
import { newFile } from "./new-file.js";
import { mainOf, type Part } from "./part.js";
import type { PieceInput } from "./pieces.js";
import { Scopes, type Clash } from "./scopes.js";
import { SpecifierMaker } from "./specifiers.js";
import { stayingFile } from "./staying-file.js";

/** What is asked. */
export interface RegroupRequest {
  readonly tree: SourceTree;
  readonly aliases: readonly Mapping[];
  /** The files, in the order in which their statements come together. */
  readonly parts: readonly Part[];
  readonly clash: Clash;
  /** Why a file is made, in a few words. */
  readonly why: string;
  /** Files go on giving what leaves them, and nobody else changes. */
  readonly keepExport?: boolean;
  /** Whether what a list exports is exported where it is declared, once that is another file. */
  readonly dissolves?: boolean;
}

/** What comes of it. */
export interface Regrouped {
  readonly draft: Draft;
  /** What is declared elsewhere, or called otherwise, from then on. */
  readonly moved: readonly Pick<Home, "part" | "name" | "to" | "as">[];
  /** Names that a file goes on giving because somebody takes it as a whole, though it was not asked. */
  readonly kept: readonly { readonly file: ProjectPath; readonly name: string }[];
  /** Imports that a new file has because nobody can tell whether it needs them: what packages add to others is named by nothing. */
  readonly carried?: readonly { readonly file: ProjectPath; readonly specifiers: readonly string[] }[];
  /** Pairs of files that need each other when they are loaded. */
  readonly circles: readonly (readonly [ProjectPath, ProjectPath])[];
}

/** Works it out. Languages must have been prepared for names. Throws for names that clash, and for what cannot be parted. */
export async function regroup(request: RegroupRequest): Promise<Regrouped> {
  const { tree, aliases, parts, clash, why, keepExport = false, dissolves = false } = request;
  for (const { anatomy } of parts) ensureModule(anatomy);
  const resolver = new Resolver(tree, moduleRules, aliases);
  const modules = new Modules(tree, resolver);
  const merges = parts.flatMap(({ anatomy, into }): Merge[] =>
    into === undefined ? [] : [{ from: anatomy.path, into }],
  );
  const files = [...new Set(parts.flatMap(filesOf))];
  const homes = new Homes(parts, modules, { dissolves });
  const specifiers = new SpecifierMaker({ tree, resolver, aliases, targets: files, merges });
  const scopes = new Scopes(homes, clash);
  homes.settleExports();
  const leaving = leavingNames(homes);
  const led: Led = keepExport
    ? { edits: [], claims: [], kept: keptOf(leaving) }
    : await leadImporters({ tree, modules, specifiers, homes, leaving });
  for (const [part, names] of led.kept)
    for (const name of names) {
      homes.need(homes.givenBy(part, name));
    }
  const locals = new Locals(homes, modules, scopes);
  const input: PieceInput = { homes, modules, locals, specifiers };
  const edits: DraftEdit[] = [...led.edits];
  const claims: Claim[] = [...led.claims];
  const made: { path: ProjectPath; text: string; why: string }[] = [];
  for (const path of files) {
    const part = homes.partOf(path);
    if (part) {
      const staying = stayingFile(input, part, {
        kept: led.kept.get(part) ?? new Set(),
        edits: led.edits.filter(({ file }) => file === path),
      });
      edits.push(...staying.edits);
      claims.push(...staying.claims);
    } else {
      const { text, means, astray } = newFile(input, path);
      made.push({ path, text, why });
      claims.push({ kind: "adds", file: path, means, astray });
    }
  }
  const moved = homes.all.filter(({ part, to, as, name }) => to !== part.anatomy.path || as !== name);
  for (const { part, name, to, as } of moved)
    claims.push({ kind: "hands over", file: part.anatomy.path, name, to, ...(as !== name && { as }) });
  return {
    draft: {
      moves: [],
      merges,
      edits: withoutBlankHead(apart(edits), (file) => tree.text(file)?.text ?? ""),
      made,
      claims,
    },
    moved,
    kept: keepExport
      ? []
      : [...led.kept].flatMap(([{ anatomy }, names]) => [...names].map((name) => ({ file: anatomy.path, name }))),
    circles: circlesOf(locals, files),
  };
}

/** The files to which a part's statements go, and itself if it stays. */
function filesOf(part: Part): ProjectPath[] {
  const { anatomy, goes } = part;
  const statements = anatomy.statements.filter(({ kind }) => kind !== "import" && kind !== "directive");
  return [mainOf(part), ...statements.map(goes)];
}

/** Names that files give and that are had elsewhere from then on. */
function leavingNames(homes: Homes): Leaving[] {
  return homes.parts.flatMap((part) => {
    const types = typeNamesOf(part.anatomy);
    const exports = homes.modules.reading(part.anatomy.path).exports ?? [];
    const names = [...new Set(exports.map(({ name }) => name))].filter((name) => name !== "*");
    return names.flatMap((name): Leaving[] => {
      const { to, name: then, home } = homes.givenBy(part, name);
      if (to === part.anatomy.path && then === name) return [];
      return [{ part, name, isType: home?.isType ?? types.has(name) }];
    });
  });
}

function keptOf(leaving: readonly Leaving[]): Map<Part, Set<string>> {
  const kept = new Map<Part, Set<string>>();
  for (const { part, name } of leaving) kept.set(part, (kept.get(part) ?? new Set<string>()).add(name));
  return kept;
}

/** Files that need values of each other. */
function circlesOf(locals: Locals, files: readonly ProjectPath[]): [ProjectPath, ProjectPath][] {
  const needs = new Map(
    files.map((path) => [
      path,
      new Set(locals.needsOf(path).flatMap(({ from, isType }) => (isType || from === undefined ? [] : [from]))),
    ]),
  );
  return files.flatMap((one, index) =>
    files
      .slice(index + 1)
      .filter((other) => needs.get(one)?.has(other) === true && needs.get(other)?.has(one) === true)
      .map((other): [ProjectPath, ProjectPath] => [one, other]),
  );
}
