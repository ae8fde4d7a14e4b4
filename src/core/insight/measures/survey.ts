/** What `survey` tells of an app: numbers, heaps, what is unused or broken, and the steps worth taking next. */
import { isMain, shared, type Entry } from "../catalogue/index.js";
import { knownByPlace, partsOf } from "../../app/index.js";
import { stronglyConnected } from "../../graph/index.js";
import { mayNameFiles } from "../../languages/index.js";
import { comparePaths, folderOf, isBelow, nameOf, type ProjectPath } from "../../base/paths.js";
import type { Analysis, AppAnalysis } from "../analysis.js";
import { brokenLists, sameAssets, unresolvedReferences, type Finding } from "../rules/index.js";
import { namesWithin, type Position } from "../../base/text/index.js";
import { featureEdges } from "./feature-graph.js";
import { scatterOf, type Scatter } from "./scatter.js";

/** How many files of a role or a feature there are. */
export interface Count {
  readonly name: string;
  readonly files: number;
}

/** A place in a file. */
export interface Placed {
  readonly file: ProjectPath;
  readonly at: Position;
  readonly text: string;
}

/** A step worth taking; `src/wording/next-steps.ts` has the command and the words. */
export type NextStep =
  | { readonly code: "mend references"; readonly references: number }
  | { readonly code: "write down" }
  | { readonly code: "see findings" }
  /** So many features lie in so many folders each, or more. */
  | { readonly code: "ask for the shape"; readonly features: number; readonly folders: number }
  | { readonly code: "see why"; readonly path: ProjectPath };

/** All of it. */
export interface Survey {
  readonly files: number;
  /** Files of the app's own code, style and assets, companions included. */
  readonly catalogued: number;
  readonly roles: readonly Count[];
  /** `shared` is the last. */
  readonly features: readonly Count[];
  /** Files of whose role or feature nobody can be sure. */
  readonly unsure: readonly Entry[];
  readonly references: number;
  readonly folders: readonly Count[];
  readonly scatter: readonly Scatter[];
  readonly cycles: readonly (readonly string[])[];
  readonly unresolved: readonly Placed[];
  /** References that lead nowhere here: a build, packages, or what lies beside the project would have to be there. */
  readonly undecided: number;
  /** Code and assets that nothing references, tests and entries left out. */
  readonly unreferenced: readonly ProjectPath[];
  readonly sameContent: readonly (readonly ProjectPath[])[];
  /** Files that could not be read for certain. */
  readonly unread: readonly Placed[];
  readonly onShelf: number;
  readonly onNone: number;
  readonly next: readonly NextStep[];
}

/** Below this a judgement is a guess. */
const guess = 0.5;

/** Sums an app up. `findings` are those of `unused-asset`, which are that rule's to find. */
export function surveyOf({ graph, project }: Analysis, analysed: AppAnalysis, findings: readonly Finding[]): Survey {
  const { catalogue, app } = analysed;
  const isInSource = (path: ProjectPath): boolean => app.layout.source === "" || isBelow(path, app.layout.source);
  // Scripts and settings beside the source root are no part of the app.
  const entries = [...catalogue.entries.values()].filter(
    ({ isLeft, path, role }) => !isLeft && (role.is !== undefined || isInSource(path)),
  );
  const mains = entries.filter((entry) => isMain(entry));
  const at = (file: ProjectPath, offset: number): Position =>
    graph.tree.linesOf(file)?.positionAt(offset) ?? { line: 1, column: 1 };
  const unlisted = project.tree.unlisted
    .map(({ path, reason }): Placed => ({ file: path as ProjectPath, at: { line: 1, column: 1 }, text: reason }))
    .filter(({ file }) => isBelow(file, app.folder));
  const broken = [...catalogue.entries.values()].flatMap(({ path: file, isLeft }): Placed[] => {
    const problem = isLeft ? undefined : graph.files.get(file)?.reading.problem;
    return problem ? [{ file, at: at(file, problem.offset), text: problem.message }] : [];
  });
  const lists = brokenLists({ app, graph }).flatMap((file): Placed[] => {
    const problem = graph.files.get(file)?.reading.problem;
    return problem && !catalogue.entries.has(file)
      ? [{ file, at: at(file, problem.offset), text: problem.message }]
      : [];
  });
  const unread = [...unlisted, ...broken, ...lists];
  const onShelf = mains.filter(({ standing }) => standing !== undefined && standing.shelf.holds.length > 0).length;
  // Screens in a folder that a framework knows, beside the source root, are asked for no shelf.
  const beside = mains.filter(({ path, standing }) => standing === undefined && !isInSource(path)).length;
  // Where files know each other's names, each file whose names are used is one.
  const references = entries.reduce(
    (sum, { path }) =>
      sum +
      (graph.files.get(path)?.references.filter(({ resolution }) => resolution.state === "found").length ?? 0) +
      new Set(graph.symbolTargetsOf(path).map(({ to }) => to)).size,
    0,
  );
  const open = [...unresolvedReferences({ app, entries, graph, tree: graph.tree })];
  const survey = {
    files: project.tree.filesBelow(app.folder).length,
    catalogued: entries.length,
    roles: countBy(entries, ({ role }) => role.is ?? "unknown"),
    features: sharedLast(countBy(entries, ({ feature }) => feature.is ?? shared)),
    unsure: mains.filter(
      (entry) =>
        !entry.isIndex &&
        (entry.role.confidence < guess || entry.role.orElse !== undefined || entry.feature.orElse !== undefined),
    ),
    references,
    folders: countBy(mains, ({ path }) => folderOf(path)).slice(0, 5),
    scatter: scatterOf(catalogue),
    cycles: stronglyConnected(featureEdges(catalogue, graph)),
    unresolved: open
      .filter(({ why }) => why !== "left to a build")
      .map(({ file, start, specifier }) => ({ file, at: at(file, start), text: specifier }))
      .sort((a, b) => comparePaths(a.file, b.file) || a.at.line - b.at.line || a.at.column - b.at.column),
    undecided: open.filter(({ why }) => why === "left to a build").length,
    unreferenced: unreferenced(mains, analysed, { graph, project }, findings),
    sameContent: sameAssets({ entries, tree: graph.tree, graph, catalogue }).map((group) =>
      group.map(({ path }) => path),
    ),
    unread,
    onShelf,
    onNone: mains.length - beside - onShelf,
  };
  return { ...survey, next: nextSteps(survey, analysed) };
}

function countBy(entries: readonly Entry[], nameOf: (entry: Entry) => string): Count[] {
  const counts = new Map<string, number>();
  for (const entry of entries) counts.set(nameOf(entry), (counts.get(nameOf(entry)) ?? 0) + 1);
  return [...counts]
    .map(([name, files]) => ({ name, files }))
    .sort((a, b) => b.files - a.files || comparePaths(a.name, b.name));
}

function sharedLast(counts: readonly Count[]): Count[] {
  return [...counts.filter(({ name }) => name !== shared), ...counts.filter(({ name }) => name === shared)];
}

/** Files by which tools, frameworks or browsers begin, or that they find by name. */
const foundByName =
  /(^|\/)(?:index|main|app|_app|_document|layout|page|route|setup\w*|service-?worker|sw|polyfills?|env|global|vite-env|react-app-env|reportWebVitals)\.[^/]*$|\.config\.\w+$|\.d\.ts$/i;

/** What nothing references. Code that a text names (a page, a manifest), or that a framework finds by its place, is not told. */
function unreferenced(
  mains: readonly Entry[],
  { catalogue, app }: AppAnalysis,
  { graph, project }: Pick<Analysis, "graph" | "project">,
  findings: readonly Finding[],
): ProjectPath[] {
  const assets = findings.flatMap(({ rule, file, what }) =>
    rule !== "unused-asset"
      ? []
      : what.code === "several unused" || what.code === "unused in several folders"
        ? (what.paths as readonly ProjectPath[])
        : [file],
  );
  const code = mains.filter(
    ({ path, role }) =>
      graph.files.has(path) && role.is !== "entry" && role.is !== "generated" && !foundByName.test(path),
  );
  const alone = code.filter(
    ({ path }) =>
      app.stack.code.some((extension) => path.endsWith(extension)) &&
      catalogue.uses.usersOf(path).length === 0 &&
      graph.usersOf(path).every((user) => catalogue.entries.get(user)?.role.is === "test"),
  );
  // Files in languages that are not read yet may use them: their texts are asked for the name.
  const texts = project.tree.paths.filter((path) => alone.length > 0 && mayNameFiles(path) && !graph.files.has(path));
  const nameFor = (path: ProjectPath): string => {
    const { stem } = partsOf(nameOf(path));
    return stem === "index" ? nameOf(folderOf(path)) : stem;
  };
  const textsOf = function* (): Generator<string> {
    for (const path of texts) yield project.tree.text(path)?.text ?? "";
  };
  const wanted = alone.map(({ path }) => nameFor(path));
  const spoken = namesWithin(wanted, textsOf());
  const named = (path: ProjectPath): boolean => spoken.has(nameFor(path));
  const computed = graph.usedWholesale();
  const place = knownByPlace(
    project.tree,
    alone.map(({ path }) => path),
  );
  const isFound = (path: ProjectPath): boolean => place(path, () => ["default"]).length > 0;
  const loose = alone.filter(
    ({ path }) => !computed.some((folder) => path.startsWith(folder)) && !isFound(path) && !named(path),
  );
  return [...loose.map(({ path }) => path), ...assets].sort(comparePaths);
}

/** A feature in so many folders is spread wide; so many of them, in an app of some size, make it scattered. */
const wideFolders = 5;
const wideFeatures = 3;
const fewFiles = 60;

/** One or two steps, the most pressing first. */
function nextSteps(survey: Omit<Survey, "next">, { guessed, app }: AppAnalysis): NextStep[] {
  const steps: NextStep[] = [];
  const broken = survey.unresolved.length;
  if (broken > 0) steps.push({ code: "mend references", references: broken });
  steps.push({ code: guessed ? "write down" : "see findings" });
  // In layers, features that are spread wide are a reason to ask for the shape itself.
  const wide = survey.scatter.filter(({ folders }) => folders >= wideFolders).length;
  if (wide >= wideFeatures && survey.catalogued > fewFiles && !app.layout.hasFeatures)
    steps.push({ code: "ask for the shape", features: wide, folders: wideFolders });
  const [first] = survey.unsure;
  if (first) steps.push({ code: "see why", path: first.path });
  return steps.slice(0, 2);
}
