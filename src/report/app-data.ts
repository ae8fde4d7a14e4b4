/** One app as the report's page has it. */
import { shared } from "../core/insight/catalogue/index.js";
import { featureEdges, scatterOf, scatterPast, surveyOf, type ScatterThen } from "../core/insight/measures/index.js";
import { isRepairable, isWanted, rules, runRules, type Checked, type Finding } from "../core/insight/rules/index.js";
import { ruleTable } from "../core/app/configuration/index.js";
import type { Analysis } from "../core/insight/analysis.js";
import type { ShownAnalysis } from "../core/insight/shown-analysis.js";
import type { ComparedTrees, Shape } from "../core/change/compare/index.js";
import type { ProjectPath } from "../core/base/paths.js";
import { plain } from "../core/base/text/index.js";
import { addTo } from "../core/base/grouping.js";
import { wordsOfAdvice } from "../wording/advice.js";
import { whyMoves, whyStays } from "../wording/arranging.js";
import { tell } from "../wording/findings.js";
import { tellStep } from "../wording/next-steps.js";
import { configuredAs, likeWhat } from "../wording/organised.js";
import { tellRepair } from "../wording/repairs.js";
import { fileColumns } from "./file-columns.js";
import { Listed } from "./listed.js";
import type {
  AppData,
  ChangeColumns,
  EdgeData,
  FeatureData,
  FindingData,
  PastData,
  RuleData,
  ShapeData,
  ShapesData,
} from "./page-data.js";

/** What one app's part of the page is made from. */
export interface AppDataInput {
  readonly analysis: Analysis | ShownAnalysis;
  readonly checked: Checked;
  readonly compared: ComparedTrees;
  readonly inGroups: boolean;
}

/** Points of the history that are drawn: more cannot be told apart. */
const mostPoints = 300;

/** The app's part. */
export function appData({ analysis, checked, compared, inGroups }: AppDataInput): AppData {
  const { app: analysed } = checked;
  const { app, catalogue, guessed } = analysed;
  const { graph } = analysis;
  const saysGroups = inGroups && app.configuration?.inGroups !== true;
  const survey = surveyOf(analysis, analysed, runRules(analysed, graph, { only: ["unused-asset"], force: true }));
  const paths = new Listed(catalogue.entries.keys());
  const [texts, roles] = [new Listed(), new Listed()];
  const features = new Listed(catalogue.features.map(({ name }) => name));
  const all = [...checked.fresh, ...checked.accepted];
  const byFile = new Map<ProjectPath, Finding[]>();
  for (const finding of all) addTo(byFile, finding.shownAt ?? finding.file, finding);
  const files = fileColumns({ analysis, app: analysed, findings: byFile, paths, texts, roles, features });
  const edges = featureEdges(catalogue, graph).map(({ from, to, uses }): EdgeData => {
    const pairs = uses.flatMap((use) => [paths.placeOf(use.from), paths.placeOf(use.to)]);
    return { from: features.placeOf(from), to: features.placeOf(to), uses: pairs };
  });
  const used = new Set(all.map(({ rule }) => rule));
  const told = rules.filter(({ name }) => used.has(name));
  const places = new Map(told.map(({ name }, at) => [name, at]));
  const findings = all.map((finding, at): FindingData => ({
    rule: places.get(finding.rule) ?? -1,
    severity: finding.severity,
    file: paths.placeOf(finding.shownAt ?? finding.file),
    line: finding.at?.line ?? 0,
    ...tell({ what: finding.what }),
    // What was accepted is let be.
    ...(at < checked.fresh.length ? repairOf(finding, guessed) : noRepair),
    isAccepted: at >= checked.fresh.length,
  }));
  return plain({
    name: app.name,
    folder: app.folder,
    stack: app.stack.title,
    source: app.layout.source,
    organised: guessed ? likeWhat(app) : configuredAs(app),
    inGroups,
    saysGroups,
    next: survey.next.map((step) => tellStep(step, saysGroups)),
    counts: {
      files: survey.catalogued,
      references: survey.references,
      unresolved: survey.unresolved.length,
      undecided: survey.undecided,
      unsure: survey.unsure.length,
      unreferenced: survey.unreferenced.length,
    },
    unplaced: checked.unplaced ? { on: checked.unplaced.on, of: checked.unplaced.of } : null,
    unread: checked.unread.map(({ file, at, reason }) => ({ path: file, line: at.line, reason })),
    files,
    features: featuresOf(analysed.catalogue, features),
    edges,
    circles: survey.cycles.map((circle) => circle.map((name) => features.placeOf(name))),
    shapes: shapesOf(compared, paths, texts),
    changes: changesOf(compared, paths),
    // Where groups count, where the files lay says nothing.
    past: inGroups ? [] : thinned(scatterPast(catalogue, analysis.past ?? [])),
    rules: told.map(({ name, asks, why }): RuleData => ({ name, group: ruleTable[name].group, asks, why })),
    findings,
    texts: texts.all,
    roles: roles.all,
    paths: paths.all,
  });
}

type RepairData = Pick<FindingData, "repair" | "isSafe">;

const noRepair: RepairData = { repair: "", isSafe: false };

/** What `check --fix` makes of it where its rule is asked for. */
function repairOf(finding: Finding, guessed: boolean): RepairData {
  if (!finding.repair || !isRepairable(finding, { guessed })) return noRepair;
  return { repair: tellRepair(finding, finding.repair), isSafe: isWanted(finding, finding.rule) };
}

function featuresOf(catalogue: Parameters<typeof scatterOf>[0], features: Listed): FeatureData[] {
  const counts = new Map<string, number>();
  for (const { feature } of catalogue.entries.values())
    if (feature.is !== undefined && feature.is !== shared) counts.set(feature.is, (counts.get(feature.is) ?? 0) + 1);
  const scatter = new Map(scatterOf(catalogue).map((each) => [each.feature, each]));
  return features.all.map((name): FeatureData => {
    const { folders = 0, steps = 0 } = scatter.get(name) ?? {};
    return { name, files: counts.get(name) ?? 0, folders, steps };
  });
}

function shapesOf({ comparison, trees }: ComparedTrees, paths: Listed, texts: Listed): ShapesData {
  return {
    today: shapeOf(comparison.today),
    advice: wordsOfAdvice(comparison),
    recommended: comparison.recommendation.as ?? null,
    trees: comparison.tried.map((tried, at) => {
      const { units = [], stays = [] } = trees[at]?.arranging ?? {};
      return {
        ...shapeOf(tried),
        as: tried.as,
        arrangement: tried.arrangement,
        updated: tried.respelled,
        questions: tried.questions,
        moves: units.flatMap((unit) => {
          const why = texts.placeOf(whyMoves(unit.because));
          const feature = texts.placeOf(unit.feature);
          return unit.moves.map(({ from, to }) => ({ file: paths.placeOf(from), to, why, feature }));
        }),
        stays: stays.map(({ path, because }) => ({
          file: paths.placeOf(path),
          why: texts.placeOf(whyStays(because)),
        })),
      };
    }),
  };
}

function shapeOf({ places, folders, touched, steps, leaving, largest, depth }: Shape): ShapeData {
  const two = (value: number): number => Math.round(value * 100) / 100;
  return {
    places: two(places),
    folders: two(folders),
    touched: touched === undefined ? null : two(touched),
    steps: two(steps),
    leaving: two(leaving),
    largest: largest.files,
    largestFolder: largest.folder,
    depth: two(depth),
  };
}

function changesOf({ comparison, changes, touched, trees }: ComparedTrees, paths: Listed): ChangeColumns {
  return {
    enough: comparison.enough,
    when: changes.map(({ when }) => when),
    id: changes.map(({ id }) => id),
    subject: changes.map(({ subject }) => subject),
    files: changes.map(({ files }) => files.map((path) => paths.placeOf(path))),
    touched,
    touchedUnder: trees.map((tree) => tree.touched),
  };
}

/** The points of a history, as many as can be told apart; the first and the last among them. */
function thinned(past: readonly ScatterThen[]): PastData[] {
  const every = Math.max(1, Math.ceil(past.length / mostPoints));
  return past
    .filter((_, at) => at === 0 || (past.length - 1 - at) % every === 0)
    .map((then) => ({ ...then, folders: Math.round(then.folders * 100) / 100 }));
}
