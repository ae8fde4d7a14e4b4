/** How a feature is shown that gets another name. */
import type { RenamedFeature } from "../core/change/grow/index.js";
import type { Plan } from "../core/change/plan/index.js";
import { count } from "../wording/words.js";
import type { PlanViewOptions } from "./plan-view-options.js";
import { planView } from "./plan-view.js";
import { mentionLines, notesOf, type MentionWords } from "./rename-view.js";
import type { Screen } from "./screen.js";

const words: MentionWords = {
  one: "place has the old name as a key, in a string, or in words for people",
  many: "places have the old name as a key, in a string, or in words for people",
  oneChanged: "of these places is a key, or in a string or words for people, which nothing proves: please read it",
  manyChanged: "of these places are keys, or in strings or words for people, which nothing proves: please read them",
};

/** The whole view, as lines without a last line end. */
export function renamedFeatureView(
  plan: Plan,
  renamed: RenamedFeature,
  screen: Screen,
  options: PlanViewOptions & { readonly to: string },
): string {
  const { feature, names, stay } = renamed;
  const verb = options.change === undefined ? "Renames" : "Renamed";
  const along = names.length === 0 ? "" : `, with ${count(names.length, "name that bears", "names that bear")} its own`;
  return planView(plan, screen, {
    ...options,
    lead: `${verb} the feature ${feature} to ${options.to}${along}.`,
    nothing: `Nothing changes: no file and no name is called after ${feature}.`,
    more: [mentionLines(plan, renamed, screen, options, words)],
    notes: [...frameworkNotes(stay), ...notesOf({ ...renamed, names: [] }, words)],
  });
}

function frameworkNotes(stay: RenamedFeature["stay"]): string[] {
  const [first] = stay;
  if (!first) return [];
  const others = stay.length > 1 ? ` and ${count(stay.length - 1, "other file", "other files")}` : "";
  return [
    `${first.path}${others} ${stay.length > 1 ? "stay" : "stays"}: ${first.by} makes an address of that path. To change it, use \`steady-shelf move\`.`,
  ];
}
