/** Plans an arrangement as one proved change: the moves, the respelled references, public indexes, and the configuration. */
import { languages } from "../../languages/index.js";
import { inFolder, relativePath, type ProjectPath } from "../../base/paths.js";
import { shared } from "../../insight/catalogue/index.js";
import { blamesOf, planTheRest, type Blame, type Blamed } from "../groups.js";
import type { StayGround } from "./grounds.js";
import { planMoves, respellMoves, type RespelledDraft } from "../plan/index.js";
import { withAnswers, type AppAnalysis } from "../../insight/analysis.js";
import type { Addition, Move, Plan, Wishes } from "../plan/index.js";
import type { Progress } from "../../base/progress.js";
import { configurationFile } from "../../app/configuration/index.js";
import { configurationText } from "../setup/index.js";
import { wordsUsed } from "../../app/index.js";
import { shownPrefix } from "../../insight/rules/class-prefix.js";
import { arrange, prepareArranging, type ArrangeRequest, type Arranging } from "./arrange.js";
import type { Answer } from "./destination.js";
import { decisionEdits, lostPatterns, withoutDecided, type Decided } from "./decide.js";
import { afterwards, losingTheirFeature } from "./foreseen.js";
import { noIndexes, publicIndexes, type PublicIndexes } from "./public-index.js";

/** What is asked. */
export interface ArrangingRequest extends ArrangeRequest {
  /** Make public indexes of features, and lead what others use through them. */
  readonly publicIndex?: boolean;
  /** Respell what documents and lists name, too. */
  readonly mentions?: boolean;
  /** Leave every type in its namespace. */
  readonly keepNamespaces?: boolean;
  /** Shelves are groups: files stand where a list shows them, and none moves. */
  readonly inGroups?: boolean;
  readonly progress?: Progress;
  /** What `settleFeatures` gave before, for an arrangement that asks the same. */
  readonly settled?: Settled | undefined;
  /** For numbers: the few files do not matter of which more could be told by looking again. */
  readonly isRough?: boolean;
}

/** An app whose features are settled, and the answers that settled them. */
export interface Settled {
  readonly analysed: AppAnalysis;
  readonly answers: ReadonlyMap<ProjectPath, Answer>;
}

/** An arrangement, planned. */
export interface ArrangedPlan extends Arranging {
  readonly plan: Plan;
  /** What public indexes come to, where they were asked for. */
  readonly indexes: Pick<PublicIndexes, "led" | "direct"> | undefined;
  /** What the plan was made from besides the moves, so that it can be saved. */
  readonly additions: readonly Addition[];
  readonly wishes: Wishes;
  readonly decided: readonly Decided[];
}

/**
 * Plans it. A unit whose move cannot be proved stays, and is said; so the proof of what is left holds. Nothing is written.
 */
export async function planArranging(request: ArrangingRequest): Promise<ArrangedPlan> {
  const { analysis, progress, mentions = false, keepNamespaces = false } = request;
  const { project, graph } = analysis;
  const settled = request.settled ?? settleFeatures(request);
  const planned = await arrangeProvably(request, settled, async ({ arranging, indexes }) => {
    const moves = movesOf(arranging);
    const { begun, decided } = await decisionsOf(request, moves);
    const additions = [...indexes.additions, ...begun];
    const { wishes } = indexes;
    const edits = await decisionEdits(project.tree, moves, decided);
    const told = { graph, additions, wishes, edits, mentions, keepNamespaces, ...(progress && { progress }) };
    const plan = withoutDecided(await planMoves(project, moves, told), decided);
    return { plan, additions, wishes, decided, ...plan };
  });
  const { arranging, result, indexes } = planned;
  const { plan, additions, wishes, decided } = result;
  const lost = lostPatterns(request.analysed.app.configuration, movesOf(arranging));
  return {
    ...arranging,
    plan: { ...plan, mentions: [...plan.mentions, ...lost] },
    indexes: request.publicIndex ? indexes : undefined,
    additions,
    wishes,
    decided,
  };
}

/** An arrangement in numbers. */
export interface MeasuredArranging extends Arranging {
  readonly moves: readonly Move[];
  readonly respelled: number;
}

/**
 * The first steps of the same way: what moves, and how many references are spelled anew. Nothing is proved, no text is made, and
 * the configuration is left out. Unless told otherwise it is rough: for numbers.
 */
export async function measureArranging(request: ArrangingRequest): Promise<MeasuredArranging> {
  const { project, graph } = request.analysis;
  const rough = { ...request, isRough: request.isRough ?? true };
  const settled = request.settled ?? settleFeatures(rough);
  let earlier: RespelledDraft | undefined;
  const { arranging, result } = await arrangeProvably(rough, settled, async ({ arranging, indexes }) => {
    const { additions, wishes } = indexes;
    const told = { graph, additions, wishes, ...(earlier && { earlier }) };
    const respelled = (earlier = await respellMoves(project, movesOf(arranging), told));
    const different = respelled.files.flatMap(({ path: file, lost }) =>
      lost.map(({ reference: { specifier, start }, was }) => {
        const at = project.tree.text(file)?.positionAt(start) ?? { line: 1, column: 1 };
        const before = was.state === "found" ? was.targets : [];
        return { file, at, specifier, before, after: [], reason: "no spelling means the same" };
      }),
    );
    return { respelled, mentions: [], proof: { different, gaps: [], patterns: [] } };
  });
  const { files } = result.respelled;
  return {
    ...arranging,
    moves: movesOf(arranging),
    respelled: files.reduce((sum, { respelled }) => sum + respelled.length, 0),
  };
}

/** What goes where, with features settled, and nothing planned or proved: for whoever only shows it so. */
export function arrangeSettled(request: ArrangingRequest): Arranging {
  const { analysed, answers } = settleFeatures(request);
  return arrange({ ...request, analysed, answers, keepingFeature: keepFeatures({ ...request, analysed, answers }) });
}

/** What is tried: which units go where, and what is led through indexes. */
interface Trial {
  readonly arranging: Arranging;
  readonly indexes: PublicIndexes;
}

interface Arranged<Result> extends Trial {
  readonly result: Result;
}

/** Arranges until what is planned holds: units that spoil it stay, and references that cannot be led are not. */
async function arrangeProvably<Result extends Blamed>(
  request: ArrangingRequest,
  { analysed, answers }: Settled,
  plan: (trial: Trial) => Promise<Result>,
): Promise<Arranged<Result>> {
  const { graph } = request.analysis;
  const { catalogue } = analysed;
  const { layout: then, language } = request.target;
  const keepingFeature = keepFeatures({ ...request, analysed, answers });
  let isLed = request.publicIndex ?? false;
  // Indexes are made of what the parser says, and where all readings were kept, none was needed so far.
  if (isLed) await Promise.all(languages.map((each) => each.prepare()));
  const arrangeBut = prepareArranging({ ...request, analysed, answers, keepingFeature });
  const { result } = await planTheRest(request.blocked ?? new Map<ProjectPath, StayGround>(), async (blocked) => {
    const arranging = arrangeBut(blocked);
    const moved = new Map(movesOf(arranging).map(({ from, to }) => [from, to]));
    for (;;) {
      const indexes = isLed ? publicIndexes({ graph, catalogue, then, language, moved }) : noIndexes;
      const planned = await plan({ arranging, indexes });
      const spoiled = spoiledBy(planned, arranging);
      // For numbers it makes no difference what the last few would change for the rest.
      if (request.isRough && spoiled.size > 0 && spoiled.size < arranging.units.length * fewUnits) {
        const rest = arrangeBut(new Map<ProjectPath, StayGround>([...blocked, ...spoiled]));
        return { result: { arranging: rest, indexes, result: planned }, spoiled: nobody };
      }
      // What no unit is to blame for: the way through an index that cannot be spelled.
      if (spoiled.size > 0 || planned.proof.different.length === 0 || !isLed)
        return { result: { arranging, indexes, result: planned }, spoiled };
      isLed = false;
    }
  });
  return result;
}

/** Of so many units, fewer than this part are few. */
const fewUnits = 0.01;

const nobody: ReadonlyMap<ProjectPath, Blame> = new Map();

function movesOf({ units }: Arranging): readonly Move[] {
  return units.flatMap((unit) => unit.moves);
}

/**
 * Answers may name features that were not known, and so does a file that gets a feature of its own. Then the app is judged
 * again, until no new one comes up: what is arranged once shall be arranged for good.
 */
export function settleFeatures(request: ArrangingRequest): Settled {
  const { analysis } = request;
  const answers = new Map(request.answers);
  let analysed = answers.size === 0 ? request.analysed : withAnswers(analysis, request.analysed, answers);
  for (let round = 1; round <= mostRounds; round += 1) {
    const { units } = arrange({ ...request, analysed, answers });
    const known = new Set([shared, ...analysed.catalogue.features.map(({ name }) => name)]);
    const fresh = new Map<ProjectPath, Answer>();
    for (const { lead, feature } of units) if (!known.has(feature)) fresh.set(lead, { feature });
    const seen = fresh.size > 0 || request.isRough ? fresh : clearedUp({ ...request, analysed, units });
    const added = [...seen].filter(([path]) => !answers.has(path));
    if (added.length === 0) break;
    for (const [path, answer] of added) answers.set(path, answer);
    analysed = withAnswers(analysis, analysed, answers);
    // New features seldom bring up others: for numbers, once is enough.
    if (request.isRough) break;
  }
  return { analysed, answers };
}

/** What a second run would move as well, because all of it can be told once the rest has moved. */
function clearedUp(request: ArrangingRequest & Pick<Arranging, "units">): Map<ProjectPath, Answer> {
  if (request.units.length === 0) return new Map();
  const { analysis, analysed, cameFrom } = afterwards(request);
  const { units } = arrange({ ...request, analysis, analysed, answers: new Map(), blocked: new Map() });
  return new Map(
    units.filter(({ role }) => role !== "test").map(({ lead, role, feature }) => [cameFrom(lead), { role, feature }]),
  );
}

/** Who has to keep the folder of its feature, because nothing else would tell it. Folders tell more, so this is asked again. */
function keepFeatures(request: ArrangingRequest): ReadonlySet<ProjectPath> {
  const keeping = new Set<ProjectPath>();
  const { analysed, target } = request;
  if (analysed.catalogue.features.every(({ folders }) => folders.length === 0)) return keeping;
  // For numbers the few files do not matter that lose their folder on the way to features, or among layers.
  if (request.isRough && (target.layout.hasFeatures || !analysed.app.layout.hasFeatures)) return keeping;
  const { takeLikeliest, isRough = false } = request;
  const arrangeBack: Parameters<typeof losingTheirFeature>[1] = (then, home) => {
    const back = {
      ...then,
      target: home,
      keepNames: true,
      takeLikeliest: takeLikeliest ?? false,
      isRough,
    };
    // Where a file goes back to is told by what is there, not by what a second run would make clearer still.
    return arrange({ ...back, ...settleFeatures({ ...back, isRough: true }) }).units;
  };
  for (let round = 1; round <= mostRounds; round += 1) {
    const { units } = arrange({ ...request, keepingFeature: keeping });
    const losing = [...losingTheirFeature({ ...request, units }, arrangeBack)].filter((path) => !keeping.has(path));
    if (losing.length === 0) break;
    for (const path of losing) keeping.add(path);
    // For numbers, the few do not matter that only the others' folders bring up.
    if (request.isRough) break;
  }
  return keeping;
}

/** New features seldom bring up others. */
const mostRounds = 3;

const nothingDecided = { begun: [], decided: [] };

/** The units because of which something cannot be proved, each with the reason. */
function spoiledBy(plan: Blamed, { units }: Arranging): Map<ProjectPath, Blame> {
  const blames = blamesOf(plan);
  const spoiled = new Map<ProjectPath, Blame>();
  if (blames.size === 0) return spoiled;
  for (const { lead, moves } of units) {
    const because = moves.map(({ from }) => blames.get(from)).find((each) => each !== undefined);
    if (because !== undefined) spoiled.set(lead, because);
  }
  return spoiled;
}

/**
 * The configuration says from now on what the app is and what was answered, and follows the files that it names. Where there
 * is none, one is begun.
 */
export async function decisionsOf(
  { analysis, analysed, target, answers, inGroups }: ArrangingRequest,
  moves: readonly Pick<Move, "from" | "to">[],
): Promise<{ readonly begun: readonly Addition[]; readonly decided: readonly Decided[] }> {
  const { configuration, folder, layout } = analysed.app;
  const { arrangement } = target.decision;
  const goes = new Map(moves.map(({ from, to }) => [from, to]));
  const own = (path: ProjectPath): string => relativePath(folder, goes.get(path) ?? path);
  const files = new Map([...(answers ?? [])].map(([path, answer]) => [own(path), answer]));
  if (configuration === undefined) {
    if (moves.length + files.size === 0) return nothingDecided;
    const { editConfiguration } = await import("../../app/configuration/edit-configuration.js");
    const words = wordsUsed(target.decision.words ?? {}, target.layout);
    const entries = [...analysed.catalogue.entries.values()];
    const classPrefix = shownPrefix({ entries, graph: analysis.graph });
    const text = configurationText({ ...target.decision, words, names: namesUsed(target), inGroups, classPrefix });
    const path = inFolder(folder, configurationFile);
    return {
      begun: [{ path, text: editConfiguration(text, { files }), means: [], why: "configuration" }],
      decided: [],
    };
  }
  // One that git ignores is somebody's own; it is left to them.
  if (!analysis.project.tree.has(configuration.file)) return nothingDecided;
  const isOther = configuration.arrangement !== arrangement && layout.arrangement !== target.layout.arrangement;
  const isNew = inGroups === true && configuration.inGroups !== true;
  return {
    begun: [],
    decided: [{ file: configuration.file, ...(isOther && { arrangement }), ...(isNew && { inGroups: true }), files }],
  };
}

/** The user's own patterns, without those of roles that have no shelf. */
function namesUsed({ decision, layout }: ArrangingRequest["target"]): NonNullable<typeof decision.names> {
  const held = new Set<string>(layout.shelves.flatMap(({ holds }) => holds));
  return Object.fromEntries(Object.entries(decision.names ?? {}).filter(([role]) => held.has(role)));
}
