/**
 * A draft with what its moves mean for namespaces: the files that move come to lie in the namespace of their new folder, where their
 * project goes by folders, and every text that names their types says so.
 */
import { Modules, Namespaces, loadNamespaces, Resolver, type NamespaceWorld } from "../../graph/index.js";
import { languageFor, moduleRules } from "../../languages/index.js";
import { comparePaths, isBelow, rootPath, type ProjectPath } from "../../base/paths.js";
import type { Project } from "../../app/project.js";
import type { Claim, Draft, DraftEdit } from "../draft.js";
import {
  changesAsked,
  changesOf,
  mayMatter,
  renamed,
  wordsConcerned,
  wordsOfMoves,
  type NamespaceChanges,
} from "./changes.js";
import { decide, type Decision } from "./decide.js";

/** The same draft with the edits that namespaces need, and what they claim. */
export async function withNamespaces(project: Project, draft: Draft): Promise<Draft> {
  const { tree, aliases, configurations } = project;
  const modules = new Modules(tree, new Resolver(tree, moduleRules, aliases));
  const moves = draft.moves.filter(({ from, to }) => from !== to && !isKept(configurations, from));
  const followers = moves.filter(({ from }) => languageFor(from)?.namespaces?.followsFolders === true);
  const files = followers.map(({ from }) => from);
  const world = await loadNamespaces(modules, { files, words: wordsOfMoves(tree, followers) });
  return withChanges(tree, draft, world, changesOf(world, moves));
}

/** A draft by which files come to lie in other namespaces where they are; nothing where none can. */
export async function namespaceDraft(
  project: Project,
  asked: ReadonlyMap<ProjectPath, string>,
): Promise<Draft | undefined> {
  const { tree, aliases } = project;
  const modules = new Modules(tree, new Resolver(tree, moduleRules, aliases));
  const files = [...asked.keys()];
  const stays = files.map((path) => ({ from: path, to: path }));
  const more = [...asked.values()].flatMap((name) => name.split("."));
  const world = await loadNamespaces(modules, { files, words: wordsOfMoves(tree, stays, more) });
  const changes = changesAsked(world, asked);
  const bare: Draft = { moves: [], edits: [], made: [], claims: [] };
  const draft = withChanges(tree, bare, world, changes);
  return draft.claims.length === 0 ? undefined : draft;
}

/** A draft with what other namespaces come to in every text. */
function withChanges(tree: Project["tree"], draft: Draft, world: NamespaceWorld, changes: NamespaceChanges): Draft {
  if (changes.size === 0) return draft;
  const edits: DraftEdit[] = [];
  for (const [file, decision] of decisionsOf(world, changes)) {
    const { forms, names } = world.files.get(file) ?? {};
    const text = tree.text(file)?.text;
    const written = names && text !== undefined ? forms?.write(text, names, decision.wanted) : undefined;
    const said = changes.has(file) ? "its namespace follows its folder" : "names a type that moved";
    for (const { start, end, text: then } of written ?? []) edits.push({ file, start, end, text: then, why: said });
  }
  const claims = [...changes.values()].map(({ file, from, to }): Claim => ({
    kind: "changes namespace",
    file,
    from,
    to,
  }));
  return { ...draft, edits: [...draft.edits, ...edits], claims: [...draft.claims, ...claims] };
}

/** Whether the app in which a file lies keeps its namespaces: the nearest configuration around it says so. */
function isKept(configurations: Project["configurations"], path: ProjectPath): boolean {
  const around = configurations.filter(({ folder }) => folder === rootPath || isBelow(path, folder));
  const nearest = around.toSorted((a, b) => b.folder.length - a.folder.length)[0];
  return nearest?.keepNamespaces === true;
}

/** What each text has to say. What holds for all files is decided first. */
function decisionsOf(world: NamespaceWorld, changes: NamespaceChanges): Map<ProjectPath, Decision> {
  const before = new Namespaces(world);
  const words = wordsConcerned(world, changes);
  // With the last types of a namespace those around it may go that held nothing else.
  const left = new Set([...changes.values()].flatMap(({ from }) => from.split(".")));
  const lent = new Set(
    [...world.files.values()].flatMap(({ names }) => names?.types.flatMap(({ lends }) => [...lends]) ?? []),
  );
  const files = new Map(world.files);
  for (const change of changes.values()) {
    const file = files.get(change.file);
    if (file?.names) files.set(change.file, { ...file, names: renamed(file.names, change) });
  }
  const decisions = new Map<ProjectPath, Decision>();
  const concerned = [...world.files.values()]
    .filter(({ path, names }) => names && (changes.has(path) || mayMatter(names, words, left)))
    .map(({ path }) => path)
    .sort(comparePaths);
  const isForAll = (path: ProjectPath): boolean =>
    world.files.get(path)?.names?.takes.some(({ isGlobal }) => isGlobal) === true;
  for (const isFirst of [true, false]) {
    const then = new Namespaces({ ...world, files: new Map(files) });
    for (const path of concerned.filter((each) => isForAll(each) === isFirst)) {
      const decision = decide(path, { before, then, changes, words, lent });
      if (!decision) continue;
      decisions.set(path, decision);
      const file = files.get(path);
      if (file && isFirst) files.set(path, { ...file, names: decision.after });
    }
  }
  return decisions;
}
