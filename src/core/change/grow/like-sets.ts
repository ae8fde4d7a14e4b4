/**
 * `add repository NAME` where a repository is several files: what the app may ask for, what does it, its sources, the model and its form
 * on the wire, tests and fakes. The new one gets the same, with what they have in common, and a mention wherever they have one; what is
 * there of it already stays.
 */
import type { App } from "../../app/index.js";
import { extensionOf, roleMeant, type Role } from "../../app/arrangement/index.js";
import { ShelfError } from "../../base/errors.js";
import { splitWords, wordsKey } from "../../base/names/index.js";
import { comparePaths, inFolder, isBelow, nameOf, relativePath, type ProjectPath } from "../../base/paths.js";
import type { Progress } from "../../base/progress.js";
import type { ReferenceGraph } from "../../graph/index.js";
import type { AppAnalysis } from "../../insight/analysis.js";
import type { Entry } from "../../insight/catalogue/index.js";
import { FeatureName, learnWiring, wordsInPaths, type Counterpart, type Example } from "../../insight/wiring/index.js";
import {
  knownRole,
  meantFeature,
  nameByRole,
  noteOther,
  SetupDraft,
  specifierTo,
  withOwnStarters,
  type AddRequest,
} from "../setup/index.js";
import { comparedTo, sistersOf, type GrownFile } from "./like-files.js";
import { specifierLike } from "./specifier-like.js";
import { writeText } from "./spell-out.js";
import { Wirer } from "./wirer.js";

/** What was asked. */
export interface SetGrowRequest {
  readonly app: App;
  readonly analysed: AppAnalysis;
  readonly graph: ReferenceGraph;
  readonly request: AddRequest;
  readonly progress?: Progress;
}

/** Roles by which a set is asked for; a source of data may stand alone. */
const asked: ReadonlySet<Role> = new Set(["repository", "implementation"]);
/** Roles of what belongs to one. */
const parts: ReadonlySet<string> = new Set([...asked, "data-source", "model", "service", "test"]);
/** What says of a file which part it is, and not what it is about. */
const partWords = new Set([
  "impl",
  "implementation",
  "interface",
  "contract",
  "remote",
  "local",
  "fake",
  "mock",
  "api",
  "http",
  "cached",
]);

/**
 * Draws it up; `undefined` where the app has no two such sets, or the team has a starter for the role. Throws `NAME_TAKEN` where all of
 * it is there.
 */
export async function growSet({
  app,
  analysed,
  graph,
  request,
  progress,
}: SetGrowRequest): Promise<GrownFile | undefined> {
  const role = knownRole(app, request.role);
  const data = app.stack.roles[role];
  const isPlain = request.with.length + request.without.length === 0 && !request.name.includes("/");
  if (!asked.has(role) || !data || request.from || request.shelf !== undefined || !isPlain) return undefined;
  if (withOwnStarters(app, role, data).isOwn) return undefined;
  const all = setsOf(analysed, graph);
  const words = splitWords(request.name).filter(
    (word) => !asked.has(roleMeant(word) ?? "entry") && word.toLowerCase() !== "impl",
  );
  if (words.length === 0) return undefined;
  const draft = new SetupDraft(app.store);
  const feature = meantFeature(app, request.feature, draft);
  const featureOf = ({ files: [first] }: Example): string | undefined => first && app.layout.standingOf(first)?.feature;
  // One that is begun is to become like the others.
  const others = all.filter((each) => wordsKey(each.name.words) !== wordsKey(words) || featureOf(each) !== feature);
  const own = others.filter((each) => featureOf(each) === feature);
  const likely = [...own, ...others.filter((each) => !own.includes(each))].slice(0, mostExamples);
  if (others.length < 2 || (feature === undefined && likely.every((each) => featureOf(each) !== undefined)))
    return undefined;
  const compared = likely.map((example) => {
    const sisters = sistersOf(example, others);
    FeatureName.tellApart(
      [example, ...sisters].map(({ name }) => name),
      all.map((each) => each.name),
    );
    return comparedTo(example, sisters);
  });
  const learnt = await learnWiring({ analysed, graph, progress, units: { all: others, compared } });
  if (!learnt || learnt.files.length < 2) return undefined;
  const { compared: by, files, wired, unread } = learnt;
  const to = new FeatureName(words, by.example.name.inPaths);
  const { specifiers } = app.stack;
  const wirer: Wirer = new Wirer({
    draft,
    wiring: learnt,
    graph,
    to,
    specifierFor: (like) => {
      if (!wirer.places.has(like.from)) return specifierLike(like) ?? specifierTo(like.from, like.to, specifiers);
      // Relative ways are the same between the new files.
      return like.specifier.startsWith(".") ? undefined : specifierLike(like);
    },
  });
  const place = (counterpart: Counterpart): ProjectPath =>
    placeIn(app, wirer.placeFor(counterpart), { counterpart, feature, example: featureOf(by.example) });
  for (const { path, counterpart } of files) wirer.places.set(path, place(counterpart));
  const there: ProjectPath[] = [];
  const placed = files.map((each) => ({ ...each, at: wirer.places.get(each.path) ?? each.path }));
  const like = by.example.files[0] ?? by.example.feature;
  for (const { path, kept, sisters, at } of placed.sort((a, b) => comparePaths(a.at, b.at))) {
    const written = writeText({ kept, to, sisters, specifierAt: (start) => wirer.specifierAt(path, start) });
    if (draft.has(at)) {
      there.push(at);
      noteOther(draft, at, written.text);
      continue;
    }
    draft.make(at, written.text, `like ${nameOf(path)}`, wirer.meant(path, [kept]));
    draft.isLike(at, [path]);
    wirer.note(at, written.text, written.toFill);
  }
  for (const each of wired) wirer.wire(each);
  const [first] = there;
  if (draft.made.length === 0 && first !== undefined) throw new ShelfError("NAME_TAKEN", { path: first, other: first });
  for (const path of learnt.unmade)
    if (by.example.files.includes(path))
      draft.note(`${nameOf(path)} has nothing that could be taken over; add what the new one needs of it yourself.`);
  return {
    ...draft.finish(),
    like: like as ProjectPath,
    set: { sisters: by.sisters.map(({ files: [path], feature: id }) => path ?? (id as ProjectPath)), there },
    toFill: wirer.toFill,
    unread,
  };
}

/** How many sets are looked at closely. */
const mostExamples = 3;

/** A path of the example's in the folder of the feature that is asked for. */
function placeIn(
  { layout }: App,
  named: ProjectPath,
  {
    counterpart,
    feature,
    example,
  }: {
    readonly counterpart: Counterpart;
    readonly feature: string | undefined;
    /** That of the example. */
    readonly example: string | undefined;
  },
): ProjectPath {
  const to = feature === undefined ? undefined : layout.featureFolder(feature);
  const from = example === undefined ? undefined : layout.featureFolder(example);
  if (from === undefined || to === undefined) return named;
  const { path } = counterpart;
  const below = (folder: string): string =>
    // The name may stand in the feature's folder, too; below that, both paths have as many parts.
    named
      .split("/")
      .slice(-relativePath(folder as ProjectPath, path).split("/").length)
      .join("/");
  if (isBelow(path, from)) return inFolder(to, below(from));
  // Tests may lie in a tree of their own, below the same last folders.
  const [ownTail = "", newTail = ""] = [from, to].map((folder) => folder.split("/").slice(-2).join("/"));
  const start = `/${path}`.indexOf(`/${ownTail}/`);
  if (start < 0) return named;
  return inFolder((path.slice(0, start) + newTail) as ProjectPath, below(path.slice(0, start) + ownTail));
}

function withoutParts(words: readonly string[]): readonly string[] {
  return words.filter((word) => !partWords.has(word.toLowerCase()) && !asked.has(roleMeant(word) ?? "entry"));
}

/** The sets that are there: of each repository what is called after it and references it, or is referenced by it. */
function setsOf(analysed: AppAnalysis, graph: ReferenceGraph): readonly Example[] {
  const { app, catalogue } = analysed;
  const entries = [...catalogue.entries.values()];
  const isPart = ({ path, role, isLeft }: Entry): boolean =>
    !isLeft && role.is !== undefined && parts.has(role.is) && app.stack.code.includes(extensionOf(nameOf(path)));
  const candidates = new Set(entries.filter(isPart).map(({ path }) => path));
  const inPaths = wordsInPaths(entries.map(({ path }) => path));
  const found = new Map<string, { readonly name: FeatureName; readonly files: ProjectPath[] }>();
  const seeds = entries.filter(
    (each) => isPart(each) && (each.role.is === "repository" || each.role.is === "implementation"),
  );
  // What may be asked for leads its set.
  seeds.sort((a, b) => Number(b.role.is === "repository") - Number(a.role.is === "repository"));
  for (const { path, role, feature } of seeds) {
    const words = withoutParts(nameByRole(app, role.is as Role, path).words);
    if (words.length === 0) continue;
    const key = `${feature.is} ${wordsKey(words)}`;
    const known = found.get(key);
    if (known?.files.includes(path)) continue;
    const name = known?.name ?? new FeatureName(words, inPaths);
    const files = known?.files ?? [];
    found.set(key, { name, files });
    const waiting = [path];
    for (let each = waiting.pop(); each !== undefined; each = waiting.pop()) {
      if (files.includes(each)) continue;
      files.push(each);
      waiting.push(
        ...linked(each, graph).filter((other) => candidates.has(other) && name.in(nameOf(other)).length > 0),
      );
    }
  }
  return [...found.values()]
    .filter(({ files }) => files.filter((path) => catalogue.entries.get(path)?.role.is !== "test").length > 1)
    .map(({ name, files }): Example => ({ feature: files[0] ?? "", name, files }));
}

/** Files that one references, and those that reference it. */
function linked(path: ProjectPath, graph: ReferenceGraph): readonly ProjectPath[] {
  const targets = (graph.files.get(path)?.references ?? []).flatMap(({ resolution }) =>
    resolution.state === "found" ? resolution.targets : [],
  );
  return [...targets, ...graph.usesOf(path).map(({ from }) => from)];
}
