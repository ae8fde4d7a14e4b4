/**
 * Which feature each file serves. First by folders and names; then, round by round, by who uses it and what it uses, as far
 * as those are known; last by what was changed together with it.
 */
import type { Role } from "../../app/arrangement/index.js";
import type { ReferenceGraph } from "../../graph/index.js";
import { splitWords } from "../../base/names/index.js";
import { folderOf, nameOf, relativePath, type ProjectPath } from "../../base/paths.js";
import { keyOf, type Clues } from "./clues.js";
import { partsOf } from "../../app/companions.js";
import { isOfSource } from "../../app/index.js";
import type { EffectiveUses } from "./effective-uses.js";
import type { Reason } from "../reasons.js";
import { weigh, type Evidence, type Judgement } from "./evidence.js";
import { isSharedFolder } from "./feature-folders.js";
import { shared, type FeatureNames } from "./feature-names.js";
import { tellingName, wordsBesideRole } from "./feature-words.js";

/** What the judging stands on. */
export interface FeatureInput {
  readonly names: FeatureNames;
  readonly clues: Clues;
  readonly source: ProjectPath;
  /** Folders beside the source root that are part of the app. */
  readonly beside: readonly ProjectPath[];
  readonly graph: ReferenceGraph;
  readonly uses: EffectiveUses;
  readonly roles: ReadonlyMap<ProjectPath, Role | undefined>;
  /** Files that are judged: no companions, no indexes. */
  readonly paths: readonly ProjectPath[];
  /** What was changed together, the latest first. */
  readonly commits: readonly (readonly ProjectPath[])[];
}

type Judged = Judgement;

/** From here on, who uses a file changes nothing of what it is taken for: `useTrees` is of the trees, whoever uses it. */
const settled = 0.8;

/** Roles of which an app has what serves it as a whole. */
const wholeApp: ReadonlySet<Role> = new Set(["entry", "config", "style", "navigation", "translation", "layout"]);

/** Roles whose files reference others without belonging to them. */
const onlooking: ReadonlySet<Role> = new Set(["test", "story", "entry", "navigation"]);

/** Judges every file. */
export function judgeFeatures(input: FeatureInput): Map<ProjectPath, Judged> {
  const own = new Map(input.paths.map((path) => [path, ownEvidence(path, input)]));
  const judged = new Map<ProjectPath, Judged>();
  for (const [path, evidence] of own) judged.set(path, weigh(evidence));
  // Folder and name decide where they are plain. For the rest, what a round finds out is ground for the next; after three,
  // what is left depends on itself.
  const open = [...own].filter(([path]) => (judged.get(path)?.confidence ?? 0) < settled);
  const users = new Map(open.map(([path]) => [path, usersThatCount(path, input)]));
  // Where few features are known, that one alone uses something says little: the others have no name yet.
  const trust = [0, 0.45, 0.75][input.names.all.length] ?? 1;
  const doubted = (each: Evidence): Evidence => (each.for === shared ? each : { ...each, weight: each.weight * trust });
  for (let round = 1; round <= 3; round += 1) {
    const next: [ProjectPath, Judged][] = [];
    const gathered: Gathered = new Map();
    for (const [path, evidence] of open) {
      const used = byUse(path, users.get(path) ?? [], judged, { ...input, gathered });
      next.push([path, weigh([...evidence, ...used.map(doubted)])]);
    }
    for (const [path, judgement] of next) judged.set(path, judgement);
  }
  return byHistory(judged, own, input);
}

/** Folders, names, actions, and what the role says. */
function ownEvidence(path: ProjectPath, { names, clues, source, beside, graph, roles }: FeatureInput): Evidence[] {
  const found: Evidence[] = [];
  const folder = names.folderFeature(path);
  if (folder)
    found.push({ for: folder.feature, weight: 0.9, because: { code: "in folder", folder: nameOf(folder.folder) } });
  const spoken = names.spokenOf(wordsBesideRole(tellingName(path), clues));
  const weights = { whole: 0.8, beginning: 0.65, inside: 0.4 };
  for (const { feature, where } of spoken)
    if (feature !== folder?.feature)
      found.push({
        for: feature,
        weight: folder ? weights[where] / 2 : weights[where],
        because: { code: "name mentions", feature },
      });
  const told = folder ? [] : byFolders(path, { names, clues, source, beside });
  found.push(...told);
  // What lies in `(rota)/` is of the rota, however it is called: `_layout`, `page`.
  const isTold = told.some((each) => each.for !== shared && each.weight >= settled);
  if (!folder && spoken.length === 0 && !isTold && isGeneral(path, clues))
    found.push({ for: shared, weight: 0.75, because: { code: "name mentions none" } });
  const actions = graph.files.get(path)?.reading.outline.actions ?? [];
  const prefixes = new Set(
    actions.flatMap(({ name }) =>
      names
        .spokenOf(splitWords(name.split("/")[0] ?? ""))
        .filter(({ where }) => where !== "inside")
        .map(({ feature }) => feature),
    ),
  );
  const [prefix] = prefixes;
  if (prefixes.size === 1 && prefix !== undefined)
    found.push({ for: prefix, weight: 0.5, because: { code: "actions mention", feature: prefix } });
  const role = roles.get(path);
  if (role !== undefined && wholeApp.has(role) && !folder)
    found.push({
      for: shared,
      weight: spoken.length > 0 ? 0.2 : 0.5,
      because: { code: "serves the app", role },
    });
  return found;
}

/** Whether a name is made of general words alone: `TextField`, `useToggle`. */
export function isGeneral(path: ProjectPath, clues: Clues): boolean {
  const words = wordsBesideRole(nameOf(path), clues);
  return words.length > 0 && words.every((word) => clues.general.has(word.toLowerCase()));
}

/** Folders that bear a feature's name, or say that they are everybody's. */
function byFolders(
  path: ProjectPath,
  { names, clues, source, beside }: Pick<FeatureInput, "names" | "clues" | "source" | "beside">,
): Evidence[] {
  const folder = folderOf(path);
  if (!isOfSource(folder, source, beside)) return [];
  const area = names.areaAround(path);
  if (area === folder) return [];
  const parts = relativePath(area, folder).split("/");
  for (const part of parts.reverse()) {
    // A component's own folder says the same as its name.
    if (part === "" || clues.folders.has(keyOf(part)) || part === partsOf(nameOf(path)).stem) continue;
    const [found] = names.spokenOf(wordsBesideRole(part.replace(/^\((.+)\)$/, "$1"), clues));
    if (found && found.where !== "inside")
      return [
        {
          for: found.feature,
          weight: found.where === "whole" ? 0.8 : 0.5,
          because: { code: "in folder", folder: part },
        },
      ];
    if (isSharedFolder(part)) return [{ for: shared, weight: 0.6, because: { code: "in folder", folder: part } }];
  }
  return [];
}

/** How many features each file references, as far as anybody has asked in one round. */
type Gathered = Map<ProjectPath, number>;

/** How many features something may touch before it is taken for what puts the app together. */
const gathers = 3;

/** Tests, and what puts the whole app together, reference files without owning them. */
function usersThatCount(path: ProjectPath, { uses, roles }: FeatureInput): readonly ProjectPath[] {
  return uses.usersOf(path).filter((user) => !onlooking.has(roles.get(user) ?? "component"));
}

function byUse(
  path: ProjectPath,
  users: readonly ProjectPath[],
  judged: ReadonlyMap<ProjectPath, Judged>,
  {
    uses,
    roles,
    gathered = new Map<ProjectPath, number>(),
  }: Pick<FeatureInput, "uses" | "roles"> & {
    readonly gathered?: Gathered;
  },
): Evidence[] {
  const featureOf = (file: ProjectPath): string | undefined => {
    const judgement = judged.get(file);
    return judgement && judgement.confidence >= 0.4 ? judgement.is : undefined;
  };
  // One that puts the app together is asked for by each of the many that it uses.
  const gathersMany = (user: ProjectPath): boolean => {
    let count = gathered.get(user);
    if (count === undefined) gathered.set(user, (count = gatheredBy(user, uses, featureOf)));
    return count >= gathers;
  };
  const counted = new Map<string, number>();
  for (const user of users) {
    const feature = featureOf(user);
    if (feature !== undefined && !(feature === shared && gathersMany(user)))
      counted.set(feature, (counted.get(feature) ?? 0) + 1);
  }
  const features = [...counted.keys()].filter((feature) => feature !== shared);
  const [first, second] = features;
  if (first !== undefined && second !== undefined) return spread(counted, features);
  if (first !== undefined) {
    const times = counted.get(first) ?? 0;
    const others = counted.get(shared) ?? 0;
    const found: Evidence[] = [
      {
        for: first,
        weight: Math.min(0.75, 0.5 + 0.1 * times) * (others > 0 ? 0.7 : 1),
        because: { code: others > 0 ? "of the features used only by" : "used only by", feature: first },
      },
    ];
    if (others > 0) found.push({ for: shared, weight: 0.35, because: { code: "used by shared" } });
    return found;
  }
  if (counted.has(shared)) return [{ for: shared, weight: 0.55, because: { code: "used by shared" } }];
  return byTargets(path, roles.get(path), { uses, featureOf });
}

function spread(counted: ReadonlyMap<string, number>, features: readonly string[]): Evidence[] {
  const total = [...counted.values()].reduce((sum, count) => sum + count, 0);
  const [top = ""] = [...features].sort((a, b) => (counted.get(b) ?? 0) - (counted.get(a) ?? 0));
  const part = (counted.get(top) ?? 0) / total;
  const because: Reason = { code: "used by features", features };
  if (part >= 0.8 && total >= 5)
    return [
      { for: top, weight: 0.45, because: { code: "used mostly by", feature: top } },
      { for: shared, weight: 0.4, because },
    ];
  return [{ for: shared, weight: Math.min(0.9, 0.55 + 0.1 * features.length), because }];
}

/** How many features a file references. */
function gatheredBy(
  path: ProjectPath,
  uses: EffectiveUses,
  featureOf: (file: ProjectPath) => string | undefined,
): number {
  const found = new Set(uses.targetsOf(path).map(featureOf));
  found.delete(undefined);
  found.delete(shared);
  return found.size;
}

function byTargets(
  path: ProjectPath,
  role: Role | undefined,
  { uses, featureOf }: { readonly uses: EffectiveUses; readonly featureOf: (file: ProjectPath) => string | undefined },
): Evidence[] {
  const features = new Set(uses.targetsOf(path).map(featureOf));
  features.delete(shared);
  const named = [...features].filter((feature) => feature !== undefined);
  const [first, second] = named;
  if (first === undefined) return [];
  if (second !== undefined)
    return [
      {
        for: shared,
        weight: 0.5,
        because: { code: "combines", features: named },
      },
    ];
  const weight = role === "component" ? 0.3 : role === "screen" ? 0.25 : 0.45;
  return [{ for: first, weight, because: { code: "uses only", feature: first } }];
}

/** Commits that touch more files than this say nothing of what belongs together. */
const mostFiles = 25;

/** Files that are still in doubt, by what was changed together with them. */
function byHistory(
  judged: Map<ProjectPath, Judged>,
  own: ReadonlyMap<ProjectPath, readonly Evidence[]>,
  input: FeatureInput,
): Map<ProjectPath, Judged> {
  if (input.commits.length === 0) return judged;
  const together = new Map<ProjectPath, Map<string, number>>();
  const touched = new Map<ProjectPath, number>();
  for (const commit of input.commits) {
    const known = commit.filter((path) => judged.has(path));
    if (known.length < 2 || known.length > mostFiles) continue;
    const features = known.map((path) => sureFeature(judged.get(path)));
    known.forEach((path, at) => {
      const others = new Set(
        features.filter((feature, other) => other !== at && feature !== undefined && feature !== shared) as string[],
      );
      if (others.size === 0) return;
      touched.set(path, (touched.get(path) ?? 0) + 1);
      const counts = together.get(path) ?? new Map<string, number>();
      for (const feature of others) counts.set(feature, (counts.get(feature) ?? 0) + 1 / others.size);
      together.set(path, counts);
    });
  }
  const result = new Map(judged);
  for (const [path, counts] of together) {
    const judgement = judged.get(path);
    const times = touched.get(path) ?? 0;
    const [top] = [...counts].sort((a, b) => b[1] - a[1]);
    if (!judgement || judgement.confidence >= 0.7 || !top || times < 3 || top[1] / times < 0.6) continue;
    const because: Reason = {
      code: "changed with",
      feature: top[0],
      times: Math.round(top[1]),
      total: times,
    };
    result.set(
      path,
      weigh([
        ...(own.get(path) ?? []),
        ...byUse(path, usersThatCount(path, input), judged, input),
        { for: top[0], weight: 0.35 * (top[1] / times), because },
      ]),
    );
  }
  return result;
}

function sureFeature(judgement: Judged | undefined): string | undefined {
  return judgement && judgement.confidence >= 0.6 ? judgement.is : undefined;
}
