import { addTo } from "../../base/grouping.js";
import { declaredActions, type DeclaredAction } from "./actions.js";
import type { Rule } from "./rule.js";

export const duplicateAction: Rule = {
  name: "duplicate-action",
  confidence: 0.7,
  asks: "An action type is declared only once.",
  why: "Two reducers respond to one action, and the state changes where nobody looks for it.",
  wrong: 'harvestActions.ts    type: "entries/loaded"\nrotaActions.ts       type: "entries/loaded"',
  right: 'harvestActions.ts    type: "harvest/loaded"\nrotaActions.ts       type: "rota/loaded"',
  *find(context) {
    const byName = new Map<string, DeclaredAction[]>();
    for (const action of declaredActions(context)) addTo(byName, action.name, action);
    for (const [name, actions] of byName) {
      const [first, ...others] = actions;
      for (const other of others)
        // A reducer names the actions that it answers to; a constant may be said again where it is used.
        if (first && isDeclaredAgain(first, other))
          yield {
            file: other.entry.path,
            start: other.start,
            about: name,
            what: {
              code: "action declared twice",
              action: name,
              first: first.entry.path === other.entry.path ? undefined : first.entry.path,
            },
          };
    }
  },
};

function isDeclaredAgain(first: DeclaredAction, other: DeclaredAction): boolean {
  if (first.entry.path === other.entry.path)
    return first.constant !== "" && other.constant !== "" && first.constant !== other.constant;
  return other.entry.role.is === first.entry.role.is || (first.constant !== "") === (other.constant !== "");
}
