/** How one file is explained: what it is and why, where it belongs, who uses it, what is wrong with it. */
import { plain } from "../core/base/text/index.js";
import { manyOf } from "../core/app/arrangement/index.js";
import { ordered, shared, type Judgement } from "../core/insight/catalogue/index.js";
import type { Explanation, Partner } from "../core/insight/measures/index.js";
import { cells, pad, pathLines, wrap, type Screen } from "./screen.js";
import { likeWhat } from "../wording/organised.js";
import { count, enumerate } from "../wording/words.js";
import { placeOf, sureness, whatItIs } from "../wording/what-it-is.js";
import { tellWhole } from "../wording/findings.js";
import { wordsOfEvidence } from "../wording/reasons.js";

/** Lines of a list before it is folded. */
const mostLines = 8;
/** Observations that are told for one answer. */
const mostReasons = 5;

/** The whole view, as lines without a last line end. */
export function explainView(
  explained: Explanation,
  screen: Screen,
  { all, liesAt }: { readonly all: boolean; readonly liesAt?: string | undefined },
): string {
  const explanation = plain(explained);
  const shown =
    liesAt === undefined ? [] : wrap(`It lies at ${liesAt}; the project shows it here.`, screen.width).split("\n");
  const sections = [
    [...headLines(explanation, screen), ...shown],
    judgementLines("role", explanation.entry.role, explanation.entry.role.is ?? "unknown", screen),
    judgementLines("feature", explanation.entry.feature, explanation.entry.feature.is ?? shared, screen),
    placeLines(explanation, screen),
    companionLines(explanation, screen),
    [...partnerLines("referenced by", explanation.users, screen, all), ...knownLines(explanation, screen)],
    partnerLines("references", explanation.targets, screen, all),
    findingLines(explanation, screen),
  ];
  return sections
    .filter((lines) => lines.length > 0)
    .map((lines) => lines.join("\n"))
    .join("\n\n");
}

function headLines({ entry, app: { app } }: Explanation, { palette, width }: Screen): string[] {
  return [
    palette.strong(entry.path),
    ...wrap(`${whatItIs(entry)}. The app is ${app.stack.title}, ${likeWhat(app)}.`, width).split("\n"),
  ];
}

function judgementLines(title: string, judgement: Judgement, name: string, { palette, width }: Screen): string[] {
  const { is, confidence, orElse } = judgement;
  const evidence = ordered(judgement);
  const mine = evidence.filter((each) => each.for === is).slice(0, mostReasons);
  const other = evidence.filter((each) => each.for !== is).slice(0, 3);
  const rival = orElse === undefined ? "" : `; it may as well be ${orElse}`;
  const marked = (mark: string, text: string): string =>
    `      ${mark} ${wrap(text, width - 8).replaceAll("\n", "\n        ")}`;
  return [
    `  ${palette.strong(pad(title, 8))} ${name}  ${palette.faint(`(${sureness(confidence)}${rival})`)}`,
    ...mine.map((each) => marked("+", wordsOfEvidence(each))),
    ...other.map((each) => palette.faint(marked("−", `for ${each.for}: ${wordsOfEvidence(each)}`))),
  ];
}

function placeLines(explanation: Explanation, { palette, width }: Screen): string[] {
  const { standing, leader } = explanation.entry;
  const shelf = standing?.shelf.at === "." ? "the source root" : standing?.shelf.at;
  const roles = standing?.shelf.holds ?? [];
  const holds = roles.length > 6 ? `${roles.length} roles` : enumerate(roles.map(manyOf));
  const lies = shelf === undefined ? "none" : `${shelf}${holds === "" ? "" : `  (for ${holds})`}`;
  const [mark, said] = leader === undefined ? placeOf(explanation) : ["", `it belongs beside ${leader}`];
  const indent = mark === "" ? "      " : "        ";
  const wrapped = wrap(said, width - indent.length).replaceAll("\n", `\n${indent}`);
  const paint = mark === "✓" ? palette.good : palette.bad;
  return [
    `  ${palette.strong(pad("shelf", 8))} ${wrap(lies, width - 11).replaceAll("\n", `\n${" ".repeat(11)}`)}`,
    `      ${mark === "" ? "" : `${paint(mark)} `}${wrapped}`,
  ];
}

function companionLines({ companions }: Explanation, { palette }: Screen): string[] {
  if (companions.length === 0) return [];
  return [`  ${palette.strong("companions")}`, ...companions.map((path) => `    ${path}`)];
}

function partnerLines(title: string, partners: readonly Partner[], { palette, width }: Screen, all: boolean): string[] {
  if (partners.length === 0) return [`  ${palette.strong(title)} ${palette.faint("nothing")}`];
  const shown = all || partners.length <= mostLines + 1 ? partners : partners.slice(0, mostLines);
  const place = ({ path, at }: Partner): string => (title === "references" ? path : `${path}:${at.line}:${at.column}`);
  const column = Math.min(Math.max(...shown.map((each) => cells(place(each)))), width - 30);
  return [
    `  ${palette.strong(title)} ${palette.faint(count(partners.length, "file"))}`,
    ...shown.flatMap((each) => {
      const { entry } = each;
      const is = entry === undefined ? "" : [entry.role.is, entry.feature.is].filter(Boolean).join(", ");
      return pathLines(place(each), is, {
        width,
        margin: 4,
        column,
        paintPath: (text) => text,
        paintWords: palette.faint,
      });
    }),
    ...(shown.length < partners.length
      ? [palette.faint(`    … and ${partners.length - shown.length} more (--all)`)]
      : []),
  ];
}

/** What a framework knows it by: whoever uses that names no path. */
function knownLines({ knownBy }: Explanation, { width }: Screen): string[] {
  const names = knownBy
    .filter(({ kind }) => kind === "tag" || kind === "name")
    .map(({ kind, as }) => (kind === "tag" ? `<${as}>` : as));
  const [first] = knownBy;
  if (first === undefined) return [];
  const said =
    first.kind === "sought" && names.length === 0
      ? `${first.by} looks for it where it lies, by its name.`
      : names.length === 0
        ? `${first.by} finds it by where it lies; what leads to its address is not counted.`
        : `${first.by} finds it by where it lies, as ${enumerate(names)}; who uses ${names.length === 1 ? "that name" : "those names"} without an import is not counted.`;
  return wrap(said, width - 4)
    .split("\n")
    .map((line) => `    ${line}`);
}

function findingLines({ findings }: Explanation, { palette, width }: Screen): string[] {
  if (findings.length === 0) return [`  ${palette.strong("findings")} ${palette.good("✓ none")}`];
  return [
    `  ${palette.strong("findings")}`,
    ...findings.flatMap(({ rule, severity, what, at }) => [
      `    ${severity === "error" ? palette.bad("✗ error") : palette.leaves("! warning")}  ${rule}${at ? palette.faint(`  line ${at.line}`) : ""}`,
      wrap(tellWhole({ what }), width, "        "),
    ]),
  ];
}
