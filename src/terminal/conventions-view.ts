/** How an app is organised, shelf by shelf, as `init` has learnt it. */
import { listOf, manyOf, type Role, type ShelfData } from "../core/app/arrangement/index.js";
import { plain } from "../core/base/text/index.js";
import type { Conventions, LearntShelf } from "../core/insight/conventions/index.js";
import { count, enumerate, grouped } from "../wording/words.js";
import { cells, pad, pathLines, shorten, wrap, type Screen } from "./screen.js";

/** Shelves, and exceptions, that are shown without `--all`. */
const [mostShelves, mostExceptions] = [16, 6];

/** How it is shown. */
export interface ConventionsViewOptions {
  readonly all: boolean;
  /** Whether they stand beside the shelves of an arrangement, which has been shown with what is on none. */
  readonly isBeside: boolean;
}

/** What was learnt: a line a shelf, and below it what does otherwise. */
export function conventionsView(
  learnt: Conventions,
  screen: Screen,
  { all, isBeside }: ConventionsViewOptions,
): string {
  const { shelves, files, explained, off } = plain(learnt);
  const { palette, width } = screen;
  const shown = all ? shelves : shelves.slice(0, mostShelves);
  const column = Math.min(Math.max(...shown.map(({ data }) => cells(placeOf(data)))), Math.floor(width * 0.42));
  const share = files === 0 ? 100 : Math.floor((explained / files) * 100);
  const rest = shelves.length - shown.length;
  return [
    wrap(
      isBeside
        ? `Besides, it has ${count(shelves.length, "shelf", "shelves")} (${shelves.length === 1 ? "a folder with a job" : "folders with a job"}) of its own:`
        : `${count(shelves.length, "shelf", "shelves")} (${shelves.length === 1 ? "a folder with a job" : "folders with a job"}) ${shelves.length === 1 ? "explains" : "explain"} ${share} % of ${count(files, "file")}:`,
      width,
    ),
    "",
    ...shown.map((shelf) => shelfLine(shelf, column, screen)),
    ...(rest > 0 ? [palette.faint(`  … and ${count(rest, "more shelf", "more shelves")} (--all shows them)`)] : []),
    ...exceptionLines(learnt, screen, all),
    ...(off.length > 0 && !isBeside
      ? [
          "",
          `  ${count(off.length, "file is", "files are")} on no shelf${all ? ":" : ` (--all shows ${off.length === 1 ? "it" : "them"})`}`,
        ]
      : []),
    ...(all && !isBeside ? off.map((path) => `    ${palette.leaves(path)}`) : []),
  ].join("\n");
}

/** Features that are shown without `--all`. */
const mostFeatures = 12;

/** What the app is about, as far as its folders and names tell. */
export function featuresView(features: readonly string[], { width, palette }: Screen, all: boolean): string {
  if (features.length === 0) return wrap("No features were found in its folders and names.", width, "  ");
  const shown = all ? features : features.slice(0, mostFeatures);
  const more = features.length - shown.length;
  const names = more > 0 ? `${shown.join(", ")} and ${more} more` : enumerate(shown);
  const head = count(features.length, "feature");
  return wrap(`${head}  ${names}`, width, "  ").replace(head, palette.strong(head));
}

function placeOf({ at }: ShelfData): string {
  return at === "." ? "the source root" : `${at}/`;
}

function shelfLine({ data, files }: LearntShelf, column: number, { palette, width }: Screen): string {
  const holds = listOf<Role>(data.holds).map(manyOf);
  const named = typeof data.files === "string" ? `, named ${data.files}` : "";
  const start = `  ${pad(shorten(placeOf(data), column), column)}  ${grouped(files).padStart(5)}  `;
  return palette.place(start) + shorten(`${enumerate(holds)}${named}`, width - cells(start));
}

/** Files that do otherwise than those beside them. */
function exceptionLines({ shelves }: Conventions, { palette, width }: Screen, all: boolean): string[] {
  const odd = shelves.flatMap(({ exceptions, data }) => exceptions.map((each) => ({ ...each, data })));
  if (odd.length === 0) return [];
  const shown = all ? odd : odd.slice(0, mostExceptions);
  const column = Math.min(Math.max(...shown.map(({ path }) => cells(path))), Math.floor(width * 0.6));
  return [
    "",
    `  ${palette.strong(count(odd.length, "exception"))}`,
    ...shown.flatMap(({ path, by, data }) => {
      const holds = listOf<Role>(data.holds);
      const isOther = holds.length > 2 ? "of another role" : `not ${enumerate(holds.map(manyOf))}`;
      return pathLines(path, by === "name" ? "named differently" : isOther, {
        width,
        margin: 4,
        column,
        paintPath: palette.leaves,
        paintWords: palette.faint,
      });
    }),
    ...(shown.length < odd.length
      ? [palette.faint(`    … and ${odd.length - shown.length} more (--all shows them)`)]
      : []),
  ];
}
