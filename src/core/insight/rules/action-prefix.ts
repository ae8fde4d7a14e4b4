import { featureKey, shared } from "../catalogue/index.js";
import { splitWords } from "../../base/names/index.js";
import type { ProjectPath } from "../../base/paths.js";
import { onlyIn, withFeature } from "./action-repair.js";
import { declaredActions, type DeclaredAction } from "./actions.js";
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
      ({ entry }) => entry.feature.is !== shared && entry.feature.confidence >= 0.6 && entry.role.is !== "constants",
    );
    const without = actions.filter((action) => !hasPrefix(context, action));
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

/** `harvest/added`, `HARVEST_ADDED` and `harvestAdded` begin with harvest; so does `shift/added` where `shift` means the rota. */
function hasPrefix({ catalogue, app }: RuleContext, { name, entry }: DeclaredAction): boolean {
  const feature = entry.feature.is ?? "";
  const words = splitWords(name.split("/")[0] ?? "");
  const others = app.configuration?.features[feature] ?? [];
  const keys = new Set([feature, ...others].map((word) => featureKey(splitWords(word))));
  return words.some((_, at) => keys.has(featureKey(words.slice(0, at + 1)))) || catalogue.features.length === 0;
}
