/** Actions as the files of the state declare them. */
import type { Entry } from "../catalogue/index.js";
import { makesAction, type ActionName } from "../../languages/index.js";
import type { RuleContext } from "./rule.js";

/** One declared name. */
export interface DeclaredAction extends ActionName {
  readonly entry: Entry;
}

/** Whether a text is more than a plain word: `harvest/added`, `HARVEST_ADDED`, `harvestAdded`; `error` may be anything. */
function isLikeAction(name: string): boolean {
  return /[/:._-]|\p{Ll}\p{Lu}/u.test(name);
}

/** In a file of actions every `type` is one; elsewhere data has types, too (`type: "FeatureCollection"`). */
function isOfActions({ role }: Entry): boolean {
  return role.is === "action";
}

/** Every action that a file of the role action, state or constants declares. */
export function declaredActions({ mains, graph }: RuleContext): DeclaredAction[] {
  return mains
    .filter(({ role }) => role.is === "action" || role.is === "state" || role.is === "constants")
    .flatMap((entry) => {
      const outline = graph.files.get(entry.path)?.reading.outline;
      // Constants beside a state that no reducer is with say what it may be (`PANEL_CLOSED`).
      const isOfState = entry.role.is === "state" && outline?.signs.includes("reducer") !== true;
      return (outline?.actions ?? [])
        .filter(({ name, constant }) =>
          constant === ""
            ? isLikeAction(name) && (isOfActions(entry) || /[/:_]/.test(name))
            : !isOfState || /[/:]/.test(name),
        )
        .map((action) => ({ ...action, entry }));
    });
}

/** Whether an action is made there: a reducer or a thunk that hands one on has it from elsewhere. */
export function isMade({ tree }: RuleContext, { constant, name, entry }: DeclaredAction): boolean {
  return constant !== "" || makesAction(tree.text(entry.path)?.text ?? "", name);
}
