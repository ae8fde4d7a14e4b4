import { addTo } from "../../base/grouping.js";
import { shared } from "../catalogue/index.js";
import { declaredActions, isMade, type DeclaredAction } from "./actions.js";
import { onlyIn, withFeature } from "./action-repair.js";
import type { Found, Rule, RuleContext } from "./rule.js";

export const duplicateAction: Rule = {
  name: "duplicate-action",
  confidence: 0.7,
  asks: "An action type is declared only once.",
  why: "Two reducers respond to one action, and the state changes where nobody looks for it.",
  wrong: 'harvestActions.ts    type: "entries/loaded"\nrotaActions.ts       type: "entries/loaded"',
  right: 'harvestActions.ts    type: "harvest/loaded"\nrotaActions.ts       type: "rota/loaded"',
  *find(context) {
    const byName = new Map<string, DeclaredAction[]>();
    for (const action of declaredActions(context)) if (isMade(context, action)) addTo(byName, action.name, action);
    const taken = new Set(byName.keys());
    for (const [name, actions] of byName) {
      const [first, ...others] = actions;
      for (const other of others)
        // A reducer names the actions that it answers to; a constant may be said again where it is used.
        if (first && isDeclaredAgain(first, other) && !areApart(context, first, other))
          yield {
            file: other.entry.path,
            start: other.start,
            about: name,
            what: {
              code: "action declared twice",
              action: name,
              first: first.entry.path === other.entry.path ? undefined : first.entry.path,
            },
            ...repairOf(context, first, { other, taken }),
          };
    }
  },
};

/** The second one gets its feature in front, in the files of its piece of state. */
function repairOf(
  context: RuleContext,
  first: DeclaredAction,
  { other, taken }: { readonly other: DeclaredAction; readonly taken: ReadonlySet<string> },
): Pick<Found, "repair"> {
  const feature = other.entry.feature.is;
  if (feature === undefined || feature === shared || feature === first.entry.feature.is) return {};
  const only = onlyIn(context, other.entry.path, first.entry.path);
  const to = withFeature(other.name, { feature, taken });
  return only && to !== undefined ? { repair: { kind: "action text", text: other.name, to, only, isSure: false } } : {};
}

/** Whether both belong to a context of their own, which nothing dispatches to but whoever asks for it. */
function areApart({ graph }: RuleContext, first: DeclaredAction, other: DeclaredAction): boolean {
  const isOfContext = ({ entry: { path } }: DeclaredAction): boolean =>
    graph.files.get(path)?.reading.outline.signs.includes("context") === true;
  return first.entry.path !== other.entry.path && isOfContext(first) && isOfContext(other);
}

function isDeclaredAgain(first: DeclaredAction, other: DeclaredAction): boolean {
  if (first.entry.path === other.entry.path)
    return first.constant !== "" && other.constant !== "" && first.constant !== other.constant;
  return other.entry.role.is === first.entry.role.is || (first.constant !== "") === (other.constant !== "");
}
