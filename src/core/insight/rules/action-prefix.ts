import { featureKey, shared } from "../catalogue/index.js";
import { splitWords } from "../../base/names/index.js";
import { nameOf, type ProjectPath } from "../../base/paths.js";
import { partsOf } from "../../app/index.js";
import { onlyIn, withFeature } from "./action-repair.js";
import { declaredActions, isMade, type DeclaredAction } from "./actions.js";
import type { Found, Rule, RuleContext } from "./rule.js";

export const actionPrefix: Rule = {
  name: "action-prefix",
  confidence: 0.6,
  asks: "Where most actions start with the name of their feature, all of them do.",
  why: "The prefix tells in every log where an action comes from, and keeps features from using the same name.",
  wrong: 'harvestActions.ts    type: "entry/added"',
  right: 'harvestActions.ts    type: "harvest/added"',
  *find(context) {
    const all = declaredActions(context);
    const actions = all.filter(
      (action) =>
        action.entry.feature.is !== shared &&
        action.entry.feature.confidence >= 0.6 &&
        action.entry.role.is !== "constants" &&
        isMade(context, action),
    );
    const own = prefixesOfFiles(actions);
    const without = actions.filter((action) => !hasPrefix(context, action) && !isFilesOwn(action, own));
    // Where most do without, it is not the custom here.
    if (actions.length === 0 || without.length > actions.length * 0.4) return;
    const taken = new Set(all.map(({ name }) => name));
    for (const { entry, name, start } of without) {
      const feature = entry.feature.is ?? "";
      const like = actions.find((each) => each.entry.feature.is === feature && hasPrefix(context, each))?.name;
      const to = withFeature(name, { feature, like, taken });
      yield {
        file: entry.path,
        start,
        about: name,
        what: { code: "action without prefix", action: name, feature },
        ...(to !== undefined && repairOf(context, { name, to, path: entry.path, all })),
      };
    }
  },
};

interface Wanting {
  readonly name: string;
  readonly to: string;
  readonly path: ProjectPath;
  readonly all: readonly DeclaredAction[];
}

/** Where another piece of state has an action of that text, only the files of this one change. */
function repairOf(context: RuleContext, { name, to, path, all }: Wanting): Pick<Found, "repair"> {
  const elsewhere = all.flatMap((each) => (each.name === name ? (onlyIn(context, path, each.entry.path) ?? []) : []));
  const [only] = elsewhere;
  if (elsewhere.some(({ others }) => others[0] !== only?.others[0])) return {};
  return { repair: { kind: "action text", text: name, to, ...(only && { only }), isSure: false } };
}

/** What stands in front of an action's own name: `harvest` of `harvest/added`; empty where nothing parts the two. */
const prefixOf = (name: string): string => /^(.*)[/:]/.exec(name)?.[1] ?? "";

/** How many actions of a file have what in front. */
function prefixesOfFiles(actions: readonly DeclaredAction[]): ReadonlyMap<ProjectPath, ReadonlyMap<string, number>> {
  const found = new Map<ProjectPath, Map<string, number>>();
  for (const { name, entry } of actions) {
    const counts = found.get(entry.path) ?? new Map<string, number>();
    counts.set(prefixOf(name), (counts.get(prefixOf(name)) ?? 0) + 1);
    found.set(entry.path, counts);
  }
  return found;
}

/** Whether a file has its actions begin with a name of its own, be it another one than its feature's: that tells as well where they come from. */
function isFilesOwn(
  { name, entry }: DeclaredAction,
  prefixes: ReadonlyMap<ProjectPath, ReadonlyMap<string, number>>,
): boolean {
  const prefix = prefixOf(name);
  if (prefix === "") return false;
  if ((prefixes.get(entry.path)?.get(prefix) ?? 0) > 1) return true;
  const key = featureKey(splitWords(prefix));
  return key !== "" && featureKey(splitWords(partsOf(nameOf(entry.path)).stem)).startsWith(key);
}

/** `harvest/added`, `HARVEST_ADDED` and `harvestAdded` begin with harvest; so does `shift/added` where `shift` means the rota. */
function hasPrefix({ catalogue, app }: RuleContext, { name, entry }: DeclaredAction): boolean {
  const feature = entry.feature.is ?? "";
  const words = splitWords(name.split("/")[0] ?? "");
  const others = app.configuration?.features[feature] ?? [];
  const keys = new Set([feature, ...others].map((word) => featureKey(splitWords(word))));
  return words.some((_, at) => keys.has(featureKey(words.slice(0, at + 1)))) || catalogue.features.length === 0;
}
