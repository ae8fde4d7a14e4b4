/** Actions as the files of the state declare them. */
import type { Entry } from "../catalogue/index.js";
import type { ActionName } from "../../languages/index.js";
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
    .flatMap((entry) =>
      (graph.files.get(entry.path)?.reading.outline.actions ?? [])
        .filter(
          ({ name, constant }) => constant !== "" || (isLikeAction(name) && (isOfActions(entry) || /[/:_]/.test(name))),
        )
        .map((action) => ({ ...action, entry })),
    );
}
