import { ownArrangement } from "../../app/arrangement/index.js";
import { certain, featureKey, isGeneralName, isSharedFolder, keyOf, shared, type Entry } from "../catalogue/index.js";
import { partsOf } from "../../app/index.js";
import { splitWords } from "../../base/names/index.js";
import { folderOf, foldersAbove, inFolder, nameOf, type ProjectPath } from "../../base/paths.js";
import { featuresThatShow } from "../measures/feature-graph.js";
import { movesAlong } from "./moving.js";
import type { Found, Rule, RuleContext } from "./rule.js";

export const sharedDependsOnFeature: Rule = {
  name: "shared-depends-on-feature",
  confidence: 0.7,
  asks: "A shared component does not depend on a single feature.",
  why: "A table that fetches the rota cannot be used for the harvest, and breaks when the rota changes.",
  wrong: 'src/components/DataTable.tsx    import { useRota } from "../hooks/useRota";',
  right: "src/components/DataTable.tsx    function DataTable({ caption, rows }) …",
  *find(context) {
    // Where it is known of few files which feature they serve, nobody can say what is shared.
    const known = context.mains.filter(({ feature }) => feature.is !== shared && feature.confidence >= 0.5);
    if (known.length * 2 < context.mains.length) return;
    const housed = new Set(context.catalogue.features.flatMap(({ folders }) => folders));
    const showing = featuresThatShow(context.catalogue);
    // A sister of features is none that everybody shares, only one that nobody took for a feature.
    const families = new Set([...housed].map(folderOf));
    for (const entry of context.mains) {
      // In a feature's folder, or in a group of its own, a file is not for everybody, whatever it is called.
      const folder = folderOf(entry.path);
      if ([folder, ...foldersAbove(folder)].some((each) => housed.has(each))) continue;
      if (
        families.has(folderOf(folder)) &&
        !isSharedFolder(nameOf(folder)) &&
        !context.catalogue.clues.folders.has(keyOf(nameOf(folder)))
      )
        continue;
      const isOwn = partsOf(nameOf(entry.path)).stem === nameOf(folder);
      if (entry.standing && entry.standing.below !== "" && !isOwn) continue;
      const isDrawn = entry.role.is === "component" || entry.role.is === "layout";
      if (
        isDrawn &&
        ((entry.feature.is === shared && entry.feature.confidence >= surelyShared) ||
          isGeneralName(entry.path, context.catalogue.clues)) &&
        entry.standing?.feature === undefined
      )
        yield* boundBy(context, entry, showing);
    }
  },
};

/** What may well be a feature's is not told to be shared. */
const surelyShared = 0.6;

/** What so many features use serves them all. */
const featuresOfAService = 2;

/** References to what belongs to one feature without doubt. A component that puts several together is no general one. */
function* boundBy(context: RuleContext, entry: Entry, showing: ReadonlySet<string>): Iterable<Found> {
  const { catalogue, graph } = context;
  const { path, standing } = entry;
  const own = standing?.shelf ?? "none";
  const isOfFeature = (target: ProjectPath): boolean => {
    const entry = catalogue.entries.get(target);
    return (
      entry !== undefined &&
      entry.feature.is !== shared &&
      entry.feature.confidence >= certain &&
      entry.role.is !== "asset" &&
      entry.role.is !== "style" &&
      // What lies with it is a part of it.
      entry.standing?.shelf !== own
    );
  };
  const bound = catalogue.uses.targetsOf(path).filter(isOfFeature);
  const features = new Set(bound.map((target) => catalogue.entries.get(target)?.feature.is));
  const [target] = bound;
  if (target === undefined || features.size > 1) return;
  const [feature = ""] = features;
  // In shelves of the app's own a folder may be taken for a feature's that is a part of something.
  if (context.app.layout.arrangement === ownArrangement && !showing.has(feature)) return;
  // What bears the feature's name is no general thing, though its word is a general one: `WindowList`.
  if (featureKey(splitWords(partsOf(nameOf(path)).stem)).includes(featureKey(splitWords(feature)))) return;
  // What several others use as well is no single feature's, whatever its folder is called.
  const others = new Set(catalogue.uses.usersOf(target).map((user) => catalogue.entries.get(user)?.feature.is));
  others.delete(feature);
  others.delete(shared);
  others.delete(undefined);
  if (others.size >= featuresOfAService) return;
  // What is not called like something for everybody is so only if another feature uses it.
  const users = catalogue.uses.usersOf(path).map((user) => catalogue.entries.get(user)?.feature);
  if (
    !isGeneralName(path, catalogue.clues) &&
    !users.some(
      (user) => user?.is !== undefined && user.is !== shared && user.is !== feature && user.confidence >= certain,
    )
  )
    return;
  const references = graph.files.get(path)?.references ?? [];
  const moves = toFeature(context, entry, feature);
  const use =
    references.find(({ resolution }) => resolution.state === "found" && resolution.targets.includes(target)) ??
    references.find(({ resolution }) => resolution.state === "found");
  yield {
    file: path,
    start: use?.reference.start,
    about: target,
    what: {
      code: "shared depends on feature",
      file: nameOf(path),
      feature,
      target,
      goesTo: moves && folderOf(moves.find(({ from }) => from === path)?.to ?? path),
    },
    ...(moves && { repair: { kind: "move", moves, isSure: false } as const }),
  };
}

/** It may be the feature's own, where features have a shelf for such files and nobody else uses it. */
function toFeature(
  { catalogue, places, tree }: RuleContext,
  entry: Entry,
  feature: string,
): ReturnType<typeof movesAlong> {
  const users = catalogue.uses.usersOf(entry.path).map((user) => catalogue.entries.get(user)?.feature.is);
  if (users.some((user) => user !== feature)) return undefined;
  const ofFeature: Entry = { ...entry, feature: { ...entry.feature, is: feature, confidence: 1 } };
  const belonging = places.strictly.ofJudged(ofFeature);
  if (belonging?.shelf.at.includes("{feature}") !== true || belonging.isOnShelf) return undefined;
  return movesAlong(tree, entry.path, inFolder(belonging.folder, nameOf(entry.path)));
}
