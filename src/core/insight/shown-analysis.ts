/**
 * An app as the list shows it that people see in their IDE: groups count as folders, whatever lies where on the disk. Shelves,
 * findings and arrangements are then those of the list.
 */
import { likeliestApp, type App } from "../app/index.js";
import { ShelfError } from "../base/errors.js";
import type { ProjectPath } from "../base/paths.js";
import { relocated, type SourceTree } from "../files/index.js";
import { isCode, listShapers, shownPlaces } from "../languages/index.js";
import { judgedAnew, type Analysis } from "./analysis.js";

/** An analysis of files by the places at which they are shown. */
export interface ShownAnalysis extends Analysis {
  /** Where a file lies that is shown there. */
  readonly realOf: (path: ProjectPath) => ProjectPath;
  /** Where a file is shown that lies there. */
  readonly shownOf: (path: ProjectPath) => ProjectPath;
}

/** Whether a project has a list that people look at. */
export function hasShownList({ paths }: Pick<SourceTree, "paths">): boolean {
  return listShapers(paths).length > 0;
}

/** Whether an app is judged by its groups: as somebody says now, else as its configuration says. */
export function isInGroups({ apps }: Pick<Analysis, "apps">, said: boolean | undefined): boolean {
  return said ?? apps.some(({ app }) => app.configuration?.inGroups === true);
}

/** From this part of its code on, an app is ordered by groups that its folders do not have. */
const mostly = 0.5;

/** Whether an app shows most of its code elsewhere than where it lies. */
export function isOrderedByGroups({ apps, project }: Pick<Analysis, "apps" | "project">): boolean {
  const [first] = apps;
  if (!first || !hasShownList(project.tree)) return false;
  const places = shownPlaces(project.tree);
  const code = [...first.catalogue.entries.keys()].filter(isCode);
  return code.length > 0 && code.filter((path) => places.has(path)).length >= code.length * mostly;
}

/** An app by its folders, or by its groups: as somebody says now, else as its configuration says. */
export interface Judged {
  readonly judged: Analysis | ShownAnalysis;
  readonly inGroups: boolean;
}

/** What is judged, and by what. Throws `NO_GROUPS`. */
export function judgedBy(analysis: Analysis, said: boolean | undefined): Judged {
  const inGroups = isInGroups(analysis, said);
  return { judged: inGroups ? asShown(analysis) : analysis, inGroups };
}

/** The same app as its list shows it. Throws `NO_GROUPS` where there is none. */
export function asShown(analysis: Analysis): ShownAnalysis {
  const { graph, project } = analysis;
  if (!hasShownList(project.tree)) throw new ShelfError("NO_GROUPS");
  const places = placesShown(project.tree);
  const real = new Map([...places].map(([path, place]) => [place, path]));
  const shownOf = (path: ProjectPath): ProjectPath => places.get(path) ?? path;
  const history = analysis.history?.map((commit) => commit.map(shownOf));
  const shown = graph.standingAt(relocated(project.tree, places), places);
  const apps = analysis.apps.map((app) =>
    app.guessed ? { ...app, unlearnt: guessedAgain(app.app, shown.tree) } : app,
  );
  return { ...judgedAnew({ ...analysis, apps, history }, shown), realOf: (path) => real.get(path) ?? path, shownOf };
}

/** An app that no configuration speaks for, as it fits by where files are shown. */
function guessedAgain({ folder, stack, configuration, decision }: App, tree: SourceTree): App {
  const paths = tree.filesBelow(folder);
  return likeliestApp(tree.store, { folder, stack, paths, configuration, source: decision.source });
}

/** Where files are shown that are shown elsewhere than they lie, each at a place of its own. */
export function placesShown(tree: SourceTree): ReadonlyMap<ProjectPath, ProjectPath> {
  return apart(shownPlaces(tree), tree);
}

/** The places without those at which another file lies, or is shown: two files in one group may bear one name. */
function apart(places: ReadonlyMap<ProjectPath, ProjectPath>, tree: SourceTree): ReadonlyMap<ProjectPath, ProjectPath> {
  const kept = new Map<ProjectPath, ProjectPath>();
  const taken = new Set<ProjectPath>(tree.paths.filter((path) => !places.has(path)));
  for (const [path, place] of places) {
    if (taken.has(place) || !tree.has(path)) continue;
    taken.add(place);
    kept.set(path, place);
  }
  // What keeps its own place may have lost it to another.
  for (let again = true; again;) {
    const real = new Set(tree.paths.filter((path) => !kept.has(path)));
    const [lost] = [...kept].find(([, place]) => real.has(place)) ?? [];
    again = lost !== undefined && kept.delete(lost);
  }
  return kept;
}
