/** How a rename is shown: which names change, then what moves, then each line with a new name, and the proof. */
import type { RenameDraft } from "../core/change/rename/index.js";
import { nameOf } from "../core/base/paths.js";
import type { Plan } from "../core/change/plan/index.js";
import { count, enumerate } from "../wording/words.js";
import { heading, noteList } from "./notes.js";
import { planView } from "./plan-view.js";
import type { PlanViewOptions } from "./plan-view-options.js";
import type { Screen } from "./screen.js";

/** The whole view, as lines without a last line end. */
export function renameView(plan: Plan, renamed: RenameDraft, screen: Screen, options: PlanViewOptions): string {
  return planView(plan, screen, {
    ...options,
    lead: headline(plan, renamed, options.change !== undefined),
    nothing: "Nothing changes: it has that name already.",
    more: [mentionLines(plan, renamed, screen, options, said)],
    notes: notesOf(renamed, said),
  });
}

/** `Renames TreeCard to OrchardCard, and TreeCardProps: 9 places in 4 files.` */
function headline({ moves, lines }: Plan, { names, draft }: RenameDraft, done: boolean): string {
  const [main, ...others] = names;
  const places = draft.edits.filter(({ why }) => why !== "mentions it");
  const files = new Set(places.map(({ file }) => file)).size;
  if (!main && places.length === 0)
    return moves.some(({ why }) => why === "asked")
      ? `${done ? "Renamed" : "Renames"} the file; nothing in it is named after it.`
      : `${done ? "Renamed" : "Renames"} the folder; the names in it stay.`;
  const along = others.length > 0 ? ` (with ${enumerate(others.map(({ from }) => from))})` : "";
  const where = lines.length > 0 ? ` in ${count(places.length, "place")} in ${count(files, "file")}` : "";
  // A default without a name has the file's, and that by which it is imported.
  const what = main ? `${main.from} to ${main.to}${along}` : "the file, and its default export where it is imported,";
  return `${done ? "Renamed" : "Renames"} ${what}${where}.`;
}

/** How a place is told that mentions the old name. */
export interface MentionWords {
  readonly one: string;
  readonly many: string;
  /** The same of those that change. */
  readonly oneChanged: string;
  readonly manyChanged: string;
}

const said: MentionWords = {
  one: "place mentions the old name in a string, comment or document",
  many: "places mention the old name in a string, comment or document",
  oneChanged: "of these places is in a string, comment or document",
  manyChanged: "of these places are in strings, comments or documents",
};

/** Where the name stands as text. */
export function mentionLines(
  plan: Plan,
  { mentions }: RenameDraft,
  screen: Screen,
  { all, change }: PlanViewOptions,
  words: MentionWords,
): string[] {
  if (mentions.length === 0) return [];
  const one = mentions.length === 1;
  const head = `${count(mentions.length, words.one, words.many)}, and ${one ? "stays as it is" : "stay as they are"}${change === undefined ? " (--mentions changes them)".replace("them", one ? "it" : "them") : ""}:`;
  const places = new Map<string, string>(change === undefined ? [] : plan.moves.map(({ from, to }) => [from, to]));
  const notes = mentions.map(({ mention: { file, at, text } }) => ({ file: places.get(file) ?? file, at, text }));
  return [...heading(head, screen.width), ...noteList(notes, screen, all)];
}

/** What else there is to know. */
export function notesOf(
  { alike, keys = [], names: [main], draft, generated, unwritten }: RenameDraft,
  words: MentionWords,
): string[] {
  const changed = draft.edits.filter(({ why }) => why === "mentions it").length;
  const [made] = generated.map(nameOf);
  return [
    ...(made !== undefined
      ? [
          `${made}${generated.length > 1 ? ` and ${count(generated.length - 1, "other file", "other files")} are` : " is"} generated; run the generator, so that it writes ${generated.length > 1 ? "them" : "it"} anew.`,
        ]
      : []),
    ...(unwritten.length > 0
      ? [
          `${enumerate([...unwritten])} ${unwritten.length === 1 ? "is" : "are"} still to be generated, so nothing proves ${unwritten.length === 1 ? "that name" : "those names"}; run the generator.`,
        ]
      : []),
    ...(changed > 0 ? [`${count(changed, words.oneChanged, words.manyChanged)}.`] : []),
    ...(alike.length > 0 && main
      ? [
          `${enumerate([...alike])} ${alike.length === 1 ? "keeps its name" : "keep their names"}; to rename one of them, type \`steady-shelf rename FILE NAME NEW-NAME\`.`,
        ]
      : []),
    ...(keys.length > 0
      ? [
          `${count(keys.length, "key of a resource keeps its name", "keys of resources keep their names")}: ${enumerate(shownKeys(keys))}.`,
        ]
      : []),
  ];
}

/** So many are named, and the rest is counted. */
const mostKeys = 5;

function shownKeys(keys: NonNullable<RenameDraft["keys"]>): string[] {
  const shown = keys.slice(0, mostKeys).map(({ name, file }) => `${name} (${file})`);
  return keys.length > mostKeys ? [...shown, count(keys.length - mostKeys, "other", "others")] : shown;
}
