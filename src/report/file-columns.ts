/** What the page says of each file: what it is and why, where it should be, what it uses. */
import { ordered, shared, type Entry, type Judgement } from "../core/insight/catalogue/index.js";
import { Places, type Finding } from "../core/insight/rules/index.js";
import type { Analysis, AppAnalysis } from "../core/insight/analysis.js";
import type { ShownAnalysis } from "../core/insight/shown-analysis.js";
import type { ProjectPath } from "../core/base/paths.js";
import { placeOf, sureness, whatItIs } from "../wording/what-it-is.js";
import { wordsOfEvidence } from "../wording/reasons.js";
import type { Listed } from "./listed.js";
import type { FileColumns } from "./page-data.js";

/** What the columns are made from; the lists grow. */
export interface ColumnsInput {
  readonly analysis: Analysis | ShownAnalysis;
  readonly app: AppAnalysis;
  /** Of every file, accepted ones included. */
  readonly findings: ReadonlyMap<ProjectPath, readonly Finding[]>;
  /** The app's files come first. */
  readonly paths: Listed;
  readonly texts: Listed;
  readonly roles: Listed;
  readonly features: Listed;
}

/** Observations that are told for one answer. */
const mostReasons = 4;

const marks = { "": 0, "✓": 1, "✗": 2 } as const;

/** The columns, in the order of the app's files. */
export function fileColumns(input: ColumnsInput): FileColumns {
  const { analysis, app, findings, paths, texts, roles, features } = input;
  const places = new Places(app.app.layout, app.catalogue);
  const entries = [...app.catalogue.entries.values()];
  const realOf = "realOf" in analysis ? analysis.realOf : undefined;
  const text = (said: string): number => texts.placeOf(said);
  const why = (judgement: Judgement): number[] =>
    ordered(judgement)
      .filter((each) => each.for === judgement.is)
      .slice(0, mostReasons)
      .map((each) => text(wordsOfEvidence(each)));
  const standings = entries.map((entry) => {
    const belonging = entry.leader === undefined ? places.of(entry) : undefined;
    const [mark, said] =
      entry.leader === undefined
        ? placeOf({ entry, belonging, findings: findings.get(entry.path) ?? [] })
        : (["", `it belongs beside ${entry.leader}`] as const);
    return { mark: marks[mark], said: text(said) };
  });
  return {
    role: entries.map(({ role: { is } }) => (is === undefined ? -1 : roles.placeOf(is))),
    feature: entries.map(({ feature: { is } }) => (is === undefined || is === shared ? -1 : features.placeOf(is))),
    is: entries.map((entry) => text(whatItIs(entry))),
    roleSure: entries.map(({ role }) => text(sureText(role))),
    featureSure: entries.map(({ feature }) => text(sureText(feature))),
    roleWhy: entries.map(({ role }) => why(role)),
    featureWhy: entries.map(({ feature }) => why(feature)),
    leader: entries.map(({ leader }) => (leader === undefined ? -1 : paths.placeOf(leader))),
    shelf: entries.map(({ standing }) => (standing ? text(shelfText(standing.shelf.at)) : -1)),
    placeMark: standings.map(({ mark }) => mark),
    place: standings.map(({ said }) => said),
    uses: entries.map((entry) => usesOf(entry, input)),
    liesAt: Object.fromEntries(
      entries.flatMap(({ path }, at): [number, string][] => {
        const real = realOf?.(path) ?? path;
        return real === path ? [] : [[at, real]];
      }),
    ),
  };
}

function shelfText(at: string): string {
  return at === "." ? "the source root" : at;
}

function sureText({ confidence, orElse }: Judgement): string {
  return orElse === undefined ? sureness(confidence) : `${sureness(confidence)}; it may as well be ${orElse}`;
}

/** Each file that it uses once, with the form of the first reference. */
function usesOf({ path }: Entry, { analysis: { graph }, paths, texts }: ColumnsInput): number[] {
  const found = new Map<ProjectPath, string>();
  for (const { reference, resolution } of graph.files.get(path)?.references ?? [])
    if (resolution.state === "found")
      for (const target of resolution.targets)
        if (target !== path && !found.has(target)) found.set(target, reference.kind);
  for (const { to } of graph.symbolTargetsOf(path)) if (to !== path && !found.has(to)) found.set(to, "name");
  return [...found].flatMap(([target, kind]) => [paths.placeOf(target), texts.placeOf(kind)]);
}
