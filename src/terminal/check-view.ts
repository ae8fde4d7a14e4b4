/** How findings are shown: how many there are, then by rule or by file, worst first, each with its place and its repair. */
import { plain } from "../core/base/text/index.js";
import { ruleTable } from "../core/app/configuration/index.js";
import { isRepairable, rules, type Checked, type Finding, type Rule } from "../core/insight/rules/index.js";
import { cells, pad, pathLines, wrap, type Screen } from "./screen.js";
import { count, enumerate, grouped, movedByHandNotes } from "../wording/words.js";
import { byGroups, configuredAs, likeWhat } from "../wording/organised.js";
import { tell, tellWhole } from "../wording/findings.js";

/** How they are grouped and folded. */
export interface CheckViewOptions {
  readonly by: "rule" | "file";
  readonly all: boolean;
  /** Whether only some rules or files were looked at. */
  readonly isPart: boolean;
  /** The branch since which only what is new is told. */
  readonly since?: string | undefined;
  /** Whether files were judged by the groups in which a project shows them. */
  readonly inGroups?: boolean;
  /** Unresolved paths that lead to files that are gone, and since when they are. */
  readonly toGone?: number;
  readonly goneSince?: string;
}

/** Findings of one group before it is folded; groups before the rest is. */
const [mostFindings, mostGroups] = [5, 25];

/** The whole view, as lines without a last line end. */
export function checkView(found: readonly Checked[], screen: Screen, options: CheckViewOptions): string {
  const checked = found.map((each): Checked => ({ ...each, fresh: plain(each.fresh) }));
  const sections = [
    headLines(checked, screen, options),
    ...groups(checked, screen, options),
    ...checked.map((each) => unreadLines(each, screen)),
    footLines(checked, screen, options),
  ];
  return sections
    .filter((lines) => lines.length > 0)
    .map((lines) => lines.join("\n"))
    .join("\n\n");
}

function headLines(
  checked: readonly Checked[],
  { palette, width }: Screen,
  { isPart, inGroups, since }: CheckViewOptions,
): string[] {
  const findings = checked.flatMap(({ fresh }) => fresh);
  const errors = findings.filter(({ severity }) => severity === "error").length;
  const warnings = findings.length - errors;
  const files = checked.reduce((sum, each) => sum + each.files, 0);
  const accepted = checked.reduce((sum, each) => sum + each.accepted.length, 0);
  const parts = [
    ...(errors > 0 ? [count(errors, "error")] : []),
    ...(warnings > 0 ? [count(warnings, "warning")] : []),
  ];
  const besides = accepted > 0 ? `; ${count(accepted, "finding was", "findings were")} accepted earlier` : "";
  // Only for what was read whole there is a tick.
  const unread = checked.reduce((sum, each) => sum + each.unread.length, 0);
  const isJudged = checked.every(({ unplaced }) => unplaced === undefined);
  const undecided = checked.reduce((sum, each) => sum + each.undecided, 0);
  const left =
    undecided === 0
      ? ""
      : `; ${count(undecided, "path")} that cannot be resolved here ${undecided === 1 ? "was" : "were"} not judged`;
  const open = `${unread === 0 ? "" : `; ${count(unread, "file")} could not be read whole`}${left}`;
  const title =
    parts.length > 0
      ? `${enumerate(parts)}${since === undefined ? "" : ` new since ${since}`} in ${count(files, "file")}${left}${besides}.`
      : `${open === "" && isJudged ? `✓ ${nothing(since)}` : nothing(since, "Nothing was found")} in ${count(files, "file")}${open}${besides}.`;
  const paint =
    errors > 0 ? palette.bad : parts.length + unread + undecided === 0 && isJudged ? palette.good : palette.strong;
  const apps = checked.map(({ app: { app, guessed } }) => {
    const where = app.folder === "" ? "" : `${app.folder}: `;
    return guessed
      ? `${where}${app.stack.title}, ${likeWhat(app)}; \`steady-shelf init\` writes down how it is organised.`
      : `${where}${app.stack.title}, ${configuredAs(app)}${isPart ? "; only a part was looked at" : ""}.`;
  });
  const unplaced = checked.flatMap(({ unplaced: few }) =>
    few === undefined
      ? []
      : [
          `Only ${grouped(few.on)} of ${count(few.of, "file")} are on a shelf, so no file was judged by its shelf. Give the others shelves (\`shelves:\`); \`steady-shelf init\` without a configuration learns them.`,
        ],
  );
  return [
    ...wrap(title, width).split("\n").map(paint),
    ...[...apps, ...(inGroups === true ? [byGroups] : []), ...unplaced].flatMap((line) =>
      wrap(line, width).split("\n"),
    ),
  ];
}

/** What a look that found nothing may say: that nothing is new, where only that was looked for. */
function nothing(since: string | undefined, otherwise = "Nothing is wrong"): string {
  return since === undefined ? otherwise : `Nothing is new since ${since}`;
}

interface GroupOptions {
  readonly all: boolean;
  /** Whether `--fix` would do or offer something. */
  readonly fixed: (finding: Finding) => boolean;
}

function groups(checked: readonly Checked[], screen: Screen, { by, all }: CheckViewOptions): string[][] {
  const fixable = new Set(checked.flatMap(({ app, fresh }) => fresh.filter((finding) => isRepairable(finding, app))));
  const fixed = (finding: Finding): boolean => fixable.has(finding);
  const findings = checked.flatMap(({ fresh }) => fresh);
  const grouped = new Map<string, Finding[]>();
  for (const finding of findings) {
    const key = by === "rule" ? finding.rule : placeOf(finding);
    const list = grouped.get(key);
    if (list) list.push(finding);
    else grouped.set(key, [finding]);
  }
  const errors = (list: readonly Finding[]): number => list.filter(({ severity }) => severity === "error").length;
  const ordered =
    by === "rule" ? [...grouped] : [...grouped].sort(([, a], [, b]) => errors(b) - errors(a) || b.length - a.length);
  const shown = all ? ordered : ordered.slice(0, mostGroups);
  const rest = ordered.slice(shown.length).reduce((sum, [, list]) => sum + list.length, 0);
  const lines = shown.map(([key, list]) =>
    by === "rule" ? ruleGroup(list, screen, { all, fixed }) : fileGroup(key, list, screen),
  );
  return rest === 0
    ? lines
    : [
        ...lines,
        [
          screen.palette.faint(
            `  … and ${count(rest, "more finding")} in ${count(ordered.length - shown.length, "file")} (--all)`,
          ),
        ],
      ];
}

function ruleGroup(findings: readonly Finding[], screen: Screen, { all, fixed }: GroupOptions): string[] {
  const { palette, width } = screen;
  const [first] = findings;
  if (!first) return [];
  const asks = rules.find(({ name }) => name === first.rule)?.asks ?? "";
  const shown = all || findings.length <= mostFindings + 1 ? findings : findings.slice(0, mostFindings);
  const head = `${severityMark(first, screen)}  ${palette.strong(first.rule)}  ${palette.faint(`${findings.length}`)}`;
  const one = `${head}  ${palette.faint(asks)}`;
  const fits = cells(`! warning  ${first.rule}  ${findings.length}  ${asks}`) <= width;
  return [
    ...(fits ? [one] : [head, ...wrap(asks, width, "  ").split("\n").map(palette.faint)]),
    ...shown.flatMap((finding) => [findingLine(finding, screen), adviceLine(finding, screen, fixed(finding))]),
    ...(shown.length < findings.length
      ? [palette.faint(`    … and ${findings.length - shown.length} more (--all)`)]
      : []),
  ];
}

function fileGroup(file: string, findings: readonly Finding[], screen: Screen): string[] {
  const { palette, width } = screen;
  const place = (finding: Finding): string => (finding.at ? `${finding.at.line}:${finding.at.column}` : "");
  const column = Math.max(...findings.map((finding) => place(finding).length));
  return [
    palette.place(file),
    ...findings.flatMap((finding) => [
      `  ${pad(place(finding), column)}${column > 0 ? "  " : ""}${severityMark(finding, screen)}  ${palette.strong(finding.rule)}`,
      wrap(tellWhole(finding), width, "      "),
    ]),
  ];
}

function severityMark({ severity }: Finding, { palette }: Screen): string {
  return severity === "error" ? palette.bad("✗ error") : palette.leaves("! warning");
}

/** What a rule asks for and why, with an example. */
export function whyView({ name, asks, why, wrong, right }: Rule, { palette, width }: Screen): string {
  const { group, severity } = ruleTable[name];
  const example = (title: string, text: string): string[] => [
    `  ${palette.strong(title)}`,
    ...text.split("\n").map((line) => (line === "" ? "" : `    ${line}`)),
  ];
  return [
    `${palette.strong(name)}  ${palette.faint(`${group}; ${severity === "error" ? "an error" : `a ${severity}`} unless the configuration says otherwise`)}`,
    wrap(asks, width, "  "),
    wrap(why, width, "  "),
    "",
    ...example("incorrect", wrong),
    ...example("correct", right),
  ].join("\n");
}

/** Where a file stands, for whoever looks for it. */
function placeOf({ file, shownAt }: Finding): string {
  return shownAt ?? file;
}

/** One finding: its place, and what is wrong there; on two lines where one is too short. */
export function findingLine(finding: Finding, { palette, width }: Screen): string {
  const place = finding.at ? `${placeOf(finding)}:${finding.at.line}:${finding.at.column}` : placeOf(finding);
  const { says } = tell(finding);
  if (cells(`    ${place}  ${says}`) <= width) return `    ${palette.place(place)}  ${says}`;
  return `    ${palette.place(place)}\n${wrap(says, width, "      ")}`;
}

function adviceLine(finding: Finding, { palette, width }: Screen, isFixed: boolean): string {
  const mark = !isFixed ? "" : finding.repair?.isSure === true ? "  (--fix does it)" : "  (--fix offers it)";
  return palette.faint(wrap(`→ ${tell(finding).advice}${mark}`, width, "      ").replaceAll("\n      ", "\n        "));
}

function unreadLines({ unread }: Checked, { palette, width }: Screen): string[] {
  if (unread.length === 0) return [];
  const title = `${count(unread.length, "file")} could not be read whole; what is wrong there may be missing above:`;
  return [
    `  ${palette.bad("✗")} ${wrap(title, width - 4).replaceAll("\n", "\n    ")}`,
    ...unread
      .slice(0, mostFindings)
      .flatMap(({ file, at, reason }) =>
        pathLines(`${file}:${at.line}:${at.column}`, reason, { width, margin: 4, paintPath: palette.place }),
      ),
    ...(unread.length > mostFindings ? [palette.faint(`    … and ${unread.length - mostFindings} more`)] : []),
  ];
}

function footLines(
  checked: readonly Checked[],
  { palette, width }: Screen,
  { isPart, toGone = 0, goneSince }: CheckViewOptions,
): string[] {
  const findings = checked.flatMap(({ fresh }) => fresh);
  const gone = checked.flatMap((each) => each.gone);
  const certain = checked.flatMap(({ app, fresh }) =>
    fresh.filter((finding) => finding.repair?.isSure === true && isRepairable(finding, app)),
  ).length;
  const lines: string[] = movedByHandNotes(toGone, goneSince);
  if (gone.length > 0) {
    const [first] = gone;
    const example = first ? `, the first of them ${first.file} (${first.line})` : "";
    lines.push(
      `${count(gone.length, "accepted finding is", "accepted findings are")} gone${example}: \`check --accept\` drops ${gone.length === 1 ? "it" : "them"} from the list.`,
    );
  }
  if (certain > 0) lines.push(`\`check --fix\` can safely fix ${count(certain, "finding")}.`);
  const hasGroups = new Set(findings.map(({ rule }) => ruleTable[rule].group));
  if (findings.length > 0 && !isPart && checked.every(({ list }) => list === undefined) && findings.length > 10)
    lines.push("`check --accept` lets today's findings be, so that only new ones fail.");
  if (findings.length > 0)
    lines.push(
      `\`check --why RULE\` explains a rule; \`rules:\` in steady-shelf.yaml sets its severity (${[...hasGroups].join(", ")}).`,
    );
  return lines.flatMap((line) => wrap(line, width).split("\n")).map(palette.faint);
}
