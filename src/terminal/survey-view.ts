/** How a survey is shown: what the app is, its parts beside each other, what is wrong, and what to do next. */
import { plain } from "../core/base/text/index.js";
import type { Count, Scatter, Survey } from "../core/insight/measures/index.js";
import type { AppAnalysis } from "../core/insight/analysis.js";
import { cells, pad, pathLines, shorten, wrap, type Screen } from "./screen.js";
import { tellStep } from "../wording/next-steps.js";
import { byGroups, configuredAs, likeWhat } from "../wording/organised.js";
import { count, enumerate, grouped } from "../wording/words.js";

/** How it is folded, and how much of history was looked at. */
export interface SurveyViewOptions {
  readonly all: boolean;
  readonly commits: number | undefined;
  /** Whether files count as a project shows them in its groups. */
  readonly inGroups?: boolean;
}

/** Lines of a list before it is folded. */
const mostLines = 5;
const mostRows = 12;

/** The whole view, as lines without a last line end. */
export function surveyView(
  { app, survey: told }: { readonly app: AppAnalysis; readonly survey: Survey },
  screen: Screen,
  options: SurveyViewOptions,
): string {
  const survey = plain(told);
  const sections = [
    headLines(app, survey, screen, options),
    besideEachOther(
      countLines("roles", survey.roles, screen, options.all),
      countLines("features", survey.features, screen, options.all),
      screen,
    ),
    besideEachOther(scatterLines(survey, screen, options.all), folderLines(survey, screen), screen),
    cycleLines(survey, screen),
    troubleLines(survey, screen, options),
    nextLines(survey, screen, options.inGroups === true && app.app.configuration?.inGroups !== true),
  ];
  return sections
    .filter((lines) => lines.length > 0)
    .map((lines) => lines.join("\n"))
    .join("\n\n");
}

function headLines(
  { app, guessed }: AppAnalysis,
  survey: Survey,
  { palette, width }: Screen,
  { inGroups }: Pick<SurveyViewOptions, "inGroups">,
): string[] {
  const where = app.folder === "" ? "" : `${app.folder}: `;
  const language = app.stack.code.includes(".ts")
    ? ` in ${app.language === "typescript" ? "TypeScript" : "JavaScript"}`
    : "";
  const features = survey.features.filter(({ name }) => name !== "shared").length;
  const title = `${where}${app.stack.title}${language}, ${count(survey.catalogued, "file")}, ${features === 0 ? "no features found" : count(features, "feature")}, ${count(survey.references, "reference")} between them.`;
  const source = app.layout.source === app.folder ? "the app's own folder" : app.layout.source;
  const fit = `${grouped(survey.onShelf)} of ${count(survey.onShelf + survey.onNone, "file")} ${survey.onShelf === 1 ? "is" : "are"} on a shelf, a folder with a job (companions such as tests go with their files)`;
  const arrangement = guessed
    ? `It is ${likeWhat(app)}, though no steady-shelf.yaml says so`
    : `It is ${configuredAs(app)}`;
  return [
    ...wrap(title, width).split("\n").map(palette.strong),
    ...wrap(`The source root is ${source}. ${arrangement}: ${fit}.`, width).split("\n"),
    ...(inGroups === true ? [byGroups] : []),
  ];
}

function countLines(title: string, counts: readonly Count[], { palette }: Screen, all: boolean): string[] {
  const shown = all || counts.length <= mostRows + 1 ? counts : counts.slice(0, mostRows);
  const name = Math.min(24, Math.max(...shown.map((each) => cells(each.name)), 4));
  const number = Math.max(...shown.map(({ files }) => grouped(files).length), 1);
  const most = Math.max(...shown.map(({ files }) => files), 1);
  const rows = shown.map(
    (each) =>
      `  ${pad(shorten(each.name, name), name)}  ${grouped(each.files).padStart(number)}  ${palette.arrives(bar(each.files / most, 12))}`,
  );
  const rest = counts.slice(shown.length).reduce((sum, { files }) => sum + files, 0);
  return [
    `  ${palette.strong(title)}`,
    ...rows,
    ...(rest > 0
      ? [palette.faint(`  … and ${counts.length - shown.length} more with ${count(rest, "file")} (--all)`)]
      : []),
  ];
}

/** A bar of at most so many cells, in halves. Something is never nothing. */
export function bar(part: number, length: number): string {
  const halves = Math.max(1, Math.round(part * length * 2));
  return "━".repeat(Math.floor(halves / 2)) + (halves % 2 === 0 ? "" : "╸");
}

function besideEachOther(left: readonly string[], right: readonly string[], { width }: Screen): readonly string[] {
  if (left.length === 0 || right.length === 0) return left.length === 0 ? right : left;
  const column = Math.max(...left.map(cells)) + 4;
  if (column + Math.max(...right.map(cells)) > width) return [...left, "", ...right];
  return Array.from({ length: Math.max(left.length, right.length) }, (_, at) =>
    `${pad(left[at] ?? "", column)}${right[at] ?? ""}`.trimEnd(),
  );
}

function scatterLines({ scatter }: Survey, { palette, width }: Screen, all: boolean): string[] {
  if (scatter.length === 0) return [];
  const shown = all ? scatter : scatter.slice(0, mostLines);
  const name = Math.min(30, Math.max(...shown.map(({ feature }) => cells(feature))));
  const line = ({ feature, files, folders, steps }: Scatter): string =>
    shorten(
      `    ${pad(shorten(feature, name), name)}  ${count(files, "file")} in ${count(folders, "folder")}${steps > 0 ? `, ${steps} ${steps === 1 ? "step" : "steps"} apart` : ""}`,
      width,
    );
  const rest = scatter.length - shown.length;
  return [
    `  ${palette.strong("scatter")}  ${palette.faint(shorten("of a feature's files that use each other", width - 11))}`,
    ...shown.map(line),
    ...(rest > 0 ? [palette.faint(`    … and ${count(rest, "more feature")} (--all)`)] : []),
  ];
}

function cycleLines({ cycles }: Survey, { palette, width }: Screen): string[] {
  return cycles.map((circle) => {
    const names = circle.length > 6 ? `${circle.length} features` : enumerate(circle);
    return `  ${palette.bad("✗")} ${wrap(`${names} reference each other in a circle`, width - 4).replaceAll("\n", "\n    ")}`;
  });
}

function folderLines({ folders }: Survey, { palette, width }: Screen): string[] {
  const large = folders.filter(({ files }) => files > 1);
  if (large.length === 0) return [];
  const number = Math.max(...large.map(({ files }) => grouped(files).length));
  return [
    `  ${palette.strong("largest folders")}`,
    ...large.map(
      ({ name, files }) =>
        `    ${grouped(files).padStart(number)}  ${shorten(name === "" ? "." : `${name}/`, width - number - 6)}`,
    ),
  ];
}

function troubleLines(survey: Survey, screen: Screen, { all, commits }: SurveyViewOptions): string[] {
  const { palette, width } = screen;
  const list = (title: string, lines: readonly string[]): string[] => {
    if (lines.length === 0) return [];
    const shown = all ? lines : lines.slice(0, mostLines);
    const rest = lines.length - shown.length;
    return [
      `  ${title}`,
      ...shown.flatMap((line) => {
        const [path = "", words = ""] = line.split("  ");
        return pathLines(path, words, { width, margin: 4, paintPath: (text) => text });
      }),
      ...(rest > 0 ? [palette.faint(`    … and ${rest} more (--all)`)] : []),
    ];
  };
  const { unresolved, unreferenced, sameContent, unread, unsure, undecided } = survey;
  const places = (some: Survey["unread"]): string[] =>
    some.map(({ file, at, text }) => `${file}:${at.line}:${at.column}  ${text}`);
  const lines = [
    ...list(palette.bad(`✗ ${count(unresolved.length, "unresolved reference")}`), places(unresolved)),
    ...list(palette.bad(`✗ ${count(unread.length, "file")} could not be read whole`), places(unread)),
    ...list(`${count(unreferenced.length, "file")} that nothing references`, unreferenced),
    ...list(
      `${count(sameContent.length, "picture is", "pictures are")} there more than once`,
      sameContent.map((group) => group.join("  =  ")),
    ),
    ...list(
      count(unsure.length, "uncertain file"),
      unsure.map(
        ({ path, role, feature }) =>
          `${path}  ${[role.is ?? "no role", role.orElse && `or ${role.orElse}`, `(${feature.is ?? "shared"}${feature.orElse === undefined ? "" : ` or ${feature.orElse}`})`].filter(Boolean).join(" ")}`,
      ),
    ),
  ];
  if (undecided > 0)
    lines.unshift(
      ...wrap(
        `${count(undecided, "path")} that cannot be resolved here ${undecided === 1 ? "was" : "were"} not judged`,
        width,
        "  ",
      ).split("\n"),
    );
  if (unresolved.length + unread.length + undecided === 0)
    lines.unshift(`  ${palette.good("✓ every reference resolves to a file")}`);
  if (commits === undefined)
    lines.push(
      ...wrap("There is no git history, so what was changed together tells nothing about features.", width, "  ")
        .split("\n")
        .map(palette.faint),
    );
  return lines;
}

/** `saysGroups`: whether the next command would go by folders unless it is told otherwise. */
function nextLines({ next }: Survey, { palette, width }: Screen, saysGroups: boolean): string[] {
  if (next.length === 0) return [];
  return [
    `  ${palette.strong("next")}`,
    ...next
      .map((step) => tellStep(step, saysGroups))
      .flatMap(({ command, why }) => wrapCommand(palette.arrives(command), command, why, width)),
  ];
}

function wrapCommand(painted: string, command: string, why: string, width: number): string[] {
  const one = `    ${command}  ${why}`;
  return cells(one) <= width ? [`    ${painted}  ${why}`] : [`    ${painted}`, wrap(why, width, "      ")];
}
