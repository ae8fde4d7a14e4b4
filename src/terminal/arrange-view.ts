/** How an arrangement is shown: what it comes to, both trees, the moves by feature, what nobody can be sure of, the proof. */
import { plain } from "../core/base/text/index.js";
import type { Answer, ArrangedPlan, Question } from "../core/change/arrange/index.js";
import { manyOf, ownArrangement } from "../core/app/arrangement/index.js";
import { planDetails } from "./plan-view.js";
import { gapLines } from "./proof-view.js";
import { drawFolders } from "./folders-view.js";
import { cells, pad, pathLines, shorten, wrap, type Screen } from "./screen.js";
import { count, enumerate } from "../wording/words.js";
import { whatIsOpen, whyMoves, whyStays } from "../wording/arranging.js";
import { wordsOfReason } from "../wording/reasons.js";

/** What is known besides the plan. */
export interface ArrangeViewInput {
  readonly arranged: ArrangedPlan;
  /** The arrangement's name. */
  readonly arrangement: string;
  /** The source root, and its files now. */
  readonly source: string;
  readonly files: readonly string[];
  readonly all: boolean;
  /** Set once it was carried out. */
  readonly change?: string | undefined;
}

const mostNotes = 6;
const mostFeatures = 14;

/** The whole view, as lines without a last line end. */
export function arrangeView(given: ArrangeViewInput, screen: Screen): string {
  const input = { ...given, arranged: plain(given.arranged), files: plain(given.files) };
  const { arranged, all, change } = input;
  const sections = [
    gapLines(arranged.plan, screen, all),
    headLines(input, screen),
    treeLines(input, screen),
    featureLines(input, screen),
    nameLines(input, screen),
    questionLines(input, screen),
    stayLines(input, screen),
    ...(isNothing(arranged)
      ? []
      : planDetails(arranged.plan, screen, {
          all,
          led: arranged.indexes?.led ?? 0,
          mostEdits: mostNotes,
          ...(change !== undefined && { change }),
        })),
  ];
  return sections
    .filter((lines) => lines.length > 0)
    .map((lines) => lines.join("\n"))
    .join("\n\n");
}

/** Whether nothing would be written. */
export function isNothing({ plan }: ArrangedPlan): boolean {
  return plan.moves.length + plan.edits.length + plan.texts.length + plan.made.length === 0;
}

function headLines({ arranged, arrangement, change }: ArrangeViewInput, { palette, width }: Screen): string[] {
  const { plan, units, indexes } = arranged;
  if (plan.moves.length === 0 && !indexes?.led)
    return [
      palette.strong(
        `Nothing moves: every file that is certain is where ${arrangement === ownArrangement ? "the app keeps its kind" : `${arrangement} puts it`}.`,
      ),
    ];
  const done = change !== undefined;
  const features = new Set(units.map(({ feature }) => feature).filter((feature) => feature !== "shared")).size;
  const files = new Set(plan.edits.map((edit) => edit.file)).size;
  const parts = [
    `${done ? "Moved" : "Moves"} ${count(plan.moves.length, "file")}${features > 0 ? ` of ${count(features, "feature")}` : ""}`,
    plan.edits.length === 0
      ? "no path needs updating"
      : `${done ? "updated" : "updates"} ${count(plan.edits.length, "path")} in ${count(files, "file")}`,
    ...(indexes ? [`${done ? "led" : "leads"} ${count(indexes.led, "reference")} through public indexes`] : []),
  ];
  const head = wrap(`${arrangement === ownArrangement ? "Its own shelves" : arrangement}: ${parts.join("; ")}.`, width)
    .split("\n")
    .map(palette.strong);
  if (indexes && indexes.direct > 0)
    head.push(
      ...wrap(
        `${count(indexes.direct, "reference keeps", "references keep")} naming a file inside of another feature: through its index ${indexes.direct === 1 ? "it" : "they"} would close a circle, or take what no index gives.`,
        width,
      ).split("\n"),
    );
  return head;
}

function treeLines({ arranged, source, files, all }: ArrangeViewInput, screen: Screen): string[] {
  const { plan } = arranged;
  if (plan.moves.length === 0) return [];
  const moved = new Map<string, string>(plan.moves.map(({ from, to }) => [from, to]));
  const inside = (path: string): string => (source === "" ? path : path.slice(source.length + 1));
  const isInside = (path: string): boolean => source === "" || path.startsWith(`${source}/`);
  const after = [...files.map((path) => moved.get(path) ?? path), ...plan.made.map(({ path }) => path)].filter(
    isInside,
  );
  return drawFolders({ top: source, before: files.map(inside), after: after.map(inside) }, screen, all);
}

/** For each feature how many files move, and why the first of them does. */
function featureLines({ arranged, all }: ArrangeViewInput, screen: Screen): string[] {
  const { palette, width } = screen;
  const { units } = arranged;
  if (units.length === 0) return [];
  const every = [...new Set(units.map(({ feature }) => feature))];
  const features =
    all || every.length <= mostFeatures ? every : [...every.slice(0, mostFeatures - 2), every.at(-1) ?? ""];
  const name = Math.min(24, Math.max(...features.map(cells)));
  const lines = features.flatMap((feature): string[] => {
    const own = units.filter((unit) => unit.feature === feature);
    const files = own.reduce((sum, unit) => sum + unit.moves.length, 0);
    const head = `    ${pad(shorten(feature, name), name)}  ${count(files, "file").padStart(9)}`;
    if (!all) return [head + palette.faint(`  ${toldUnits(own, width - cells(head) - 2)}`)];
    return [
      head,
      ...own.flatMap(({ lead, because }) =>
        pathLines(lead, whyMoves(because), {
          width,
          margin: 6,
          paintPath: (text) => text,
          paintWords: palette.faint,
        }),
      ),
    ];
  });
  const hidden = every.length - features.length;
  const rest = hidden > 0 ? [palette.faint(`    … and ${count(hidden, "more feature")} (--all)`)] : [];
  return [`  ${palette.strong("by feature")}`, ...lines, ...rest];
}

/** `HarvestChart, harvestActions, …`: a few names tell what a feature holds. */
function toldUnits(units: ArrangedPlan["units"], width: number): string {
  const names = units.map(({ lead }) => lead.slice(lead.lastIndexOf("/") + 1).replace(/\.\w+$/, ""));
  let told = "";
  for (const [at, name] of names.entries()) {
    const more = at === 0 ? name : `${told}, ${name}`;
    const isLast = at === names.length - 1;
    if (cells(more) + (isLast ? 0 : 3) > width) return told === "" ? shorten(name, width) : `${told}, …`;
    told = more;
  }
  return told;
}

/** Names that stay in the app's own way are said, so that nobody wonders. */
function nameLines({ arranged: { ownNames } }: ArrangeViewInput, { palette, width }: Screen): string[] {
  if (ownNames.length === 0) return [];
  const told = ownNames.map(({ role, pattern }) => `${manyOf(role)} (${pattern})`);
  const says = `Names stay for ${enumerate(told)}: most here have a form of their own. Say it under \`names:\` in steady-shelf.yaml.`;
  return wrap(says, width, "  ").split("\n").map(palette.faint);
}

function questionLines({ arranged, all }: ArrangeViewInput, screen: Screen): string[] {
  const { questions } = arranged;
  const { palette, width } = screen;
  if (questions.length === 0) return [];
  const shown = all ? questions : questions.slice(0, mostNotes);
  const one = questions.length === 1;
  return [
    ...wrap(
      `${count(questions.length, "question")}: ${one ? "this file stays until it is" : "these files stay until they are"} answered`,
      width,
      "  ",
    )
      .split("\n")
      .map(palette.strong),
    ...shown.flatMap((question) => questionLine(question, screen)),
    ...(shown.length < questions.length
      ? [palette.faint(`    … and ${questions.length - shown.length} more (--all)`)]
      : []),
    ...wrap(
      "Answer in a terminal, or under `files:` in steady-shelf.yaml as it stands above; --likeliest takes the first of each.",
      width,
      "    ",
    )
      .split("\n")
      .map(palette.faint),
  ];
}

function questionLine({ path, doubtful, options }: Question, { palette, width }: Screen): string[] {
  const says = whatIsOpen(doubtful);
  const first = pathLines(path, says, { width, margin: 4, paintPath: palette.place, paintWords: palette.faint });
  const answers = options.map(({ answer }) => answerText(answer));
  const column = Math.max(0, ...answers.map(cells));
  return [
    ...first,
    ...options.flatMap(({ folder, because }, at) => {
      const answer = `      ${pad(answers[at] ?? "", column)}`;
      const why = because === undefined ? "" : wordsOfReason(because);
      if (cells(answer) + cells(folder) + 3 > width) return [answer.trimEnd(), `        ${folder}/`];
      const start = `${answer}  ${folder}/`;
      return [start + palette.faint(cells(start) + cells(why) + 2 <= width && why !== "" ? `  ${why}` : "")];
    }),
  ];
}

/** An answer as it stands in the configuration: `{ feature: rota }`. */
export function answerText(answer: Answer): string {
  if (answer === "leave") return "leave";
  const parts = [
    ...(answer.role === undefined ? [] : [`role: ${answer.role}`]),
    ...(answer.feature === undefined ? [] : [`feature: ${answer.feature}`]),
  ];
  return `{ ${parts.join(", ")} }`;
}

function stayLines({ arranged, all }: ArrangeViewInput, { palette, width }: Screen): string[] {
  const { stays } = arranged;
  if (stays.length === 0) return [];
  const shown = all ? stays : stays.slice(0, mostNotes);
  const column = Math.min(Math.max(...shown.map(({ path }) => cells(path))), Math.floor(width / 2));
  return [
    `  ${palette.strong(count(stays.length, "file stays", "files stay"))} for a reason`,
    ...shown.flatMap(({ path, because }) =>
      pathLines(path, whyStays(because), {
        width,
        margin: 4,
        column,
        paintPath: palette.place,
        paintWords: palette.faint,
      }),
    ),
    ...(shown.length < stays.length ? [palette.faint(`    … and ${stays.length - shown.length} more (--all)`)] : []),
  ];
}
