/** Plans an arrangement as one proved change: the moves, the respelled references, public indexes, and the configuration. */
import { inFolder, isBelow, relativePath, type ProjectPath } from "../paths.js";
import { planMoves } from "../pipeline.js";
import { isDocument } from "../languages/index.js";
import type { MadeFile, Move, NewText, Plan } from "../plan/index.js";
import type { Progress } from "../progress.js";
import { configurationFile } from "../project/index.js";
import { configurationText, wordsUsed } from "../setup/index.js";
import { arrange, type ArrangeRequest, type Arranging } from "./arrange.js";
import { publicIndexes, type PublicIndexes } from "./public-index.js";

/** What is asked. */
export interface ArrangingRequest extends ArrangeRequest {
  /** Make public indexes of features, and lead what others use through them. */
  readonly publicIndex?: boolean;
  readonly progress?: Progress;
  /** Only the numbers are wanted: the configuration is left out, and nothing is parsed again. */
  readonly isMeasured?: boolean;
}

/** An arrangement, planned. */
export interface ArrangedPlan extends Arranging {
  readonly plan: Plan;
  /** What public indexes come to, where they were asked for. */
  readonly indexes: Pick<PublicIndexes, "led" | "direct"> | undefined;
}

/**
 * Plans it. A unit whose move cannot be proved stays, and is said; so the proof of what is left holds. Each round leaves
 * something out, so it comes to an end. Nothing is written.
 */
export async function planArranging(request: ArrangingRequest): Promise<ArrangedPlan> {
  const { analysis, analysed, target, progress, isMeasured = false } = request;
  const { project, graph } = analysis;
  const blocked = new Map(request.blocked);
  let isLed = request.publicIndex ?? false;
  for (;;) {
    const arranging = arrange({ ...request, blocked });
    const moves = arranging.units.flatMap((unit) => unit.moves);
    const moved = new Map(moves.map(({ from, to }) => [from, to]));
    const indexes = isLed
      ? publicIndexes({
          graph,
          catalogue: analysed.catalogue,
          then: target.layout,
          language: target.language,
          moved,
        })
      : undefined;
    const plan = await planMoves(project, moves, {
      graph,
      isMeasured,
      ...(progress && { progress }),
      ...(indexes && { additions: indexes.additions, wishes: indexes.wishes }),
    });
    const spoiled = spoiledBy(plan, arranging, isMeasured);
    for (const [lead, because] of spoiled) blocked.set(lead, because);
    if (spoiled.size > 0) continue;
    // What no unit is to blame for: the way through an index that cannot be spelled.
    if (plan.proof.different.length > 0 && isLed) {
      isLed = false;
      continue;
    }
    const decided = isMeasured ? plan : await withConfiguration(plan, request, moves);
    return { ...arranging, plan: decided, indexes: request.publicIndex === true ? (indexes ?? noneLed) : undefined };
  }
}

const noneLed = { led: 0, direct: 0 };

/** The units because of which a reference would mean another file, or that a manifest names; each with the reason. */
function spoiledBy(plan: Plan, { units }: Arranging, isMeasured: boolean): Map<ProjectPath, string> {
  const blames = new Map<string, string>();
  for (const { file, at, specifier, before } of plan.proof.different) {
    const because = `${specifier} in ${file}:${at.line} would not mean the same file`;
    for (const path of [file, ...before]) blames.set(path, because);
  }
  if (!isMeasured)
    for (const { file, at, names } of plan.mentions)
      if (!isDocument(file) && !isConfiguration(file))
        blames.set(names, `${file}:${at.line} names it, and cannot be respelled yet`);
  const spoiled = new Map<ProjectPath, string>();
  if (blames.size === 0) return spoiled;
  for (const { lead, moves } of units) {
    const because = moves.map(({ from }) => blames.get(from)).find((each) => each !== undefined);
    if (because !== undefined) spoiled.set(lead, because);
  }
  return spoiled;
}

function isConfiguration(file: string): boolean {
  return file === configurationFile || file.endsWith(`/${configurationFile}`);
}

/** The configuration says from now on what the app is, what was answered, and follows the files that it names. */
async function withConfiguration(
  plan: Plan,
  { analysis, analysed, target, answers }: ArrangingRequest,
  moves: readonly Move[],
): Promise<Plan> {
  const { configuration, folder, layout } = analysed.app;
  const { tree } = analysis.project;
  const { arrangement } = target.decision;
  const file = configuration?.file ?? inFolder(folder, configurationFile);
  const own = (path: ProjectPath): string => relativePath(folder, path);
  const goes = new Map(moves.map(({ from, to }) => [from, to]));
  const files = new Map([...(answers ?? [])].map(([path, answer]) => [own(goes.get(path) ?? path), answer]));
  const moved = new Map(moves.filter(({ from }) => isBelow(from, folder)).map(({ from, to }) => [own(from), own(to)]));
  const { editConfiguration } = await import("../project/edit-configuration.js");
  const mentions = plan.mentions.filter((mention) => mention.file !== file);
  if (configuration === undefined && plan.moves.length + files.size === 0) return plan;
  if (configuration === undefined || !tree.has(file)) {
    const words = wordsUsed(target.decision.words ?? {}, target.layout);
    const begun = configurationText({ ...target.decision, words, names: namesUsed(target) });
    const made: MadeFile = { path: file, text: editConfiguration(begun, { files }), why: "configuration" };
    return configuration === undefined ? { ...plan, made: [...plan.made, made] } : plan;
  }
  const before = tree.text(file)?.text ?? "";
  const isOther = configuration.arrangement !== arrangement && layout.arrangement !== target.layout.arrangement;
  const after = editConfiguration(before, { ...(isOther && { arrangement }), files, moved });
  const texts: readonly NewText[] = after === before ? plan.texts : [...plan.texts, { file, before, after }];
  return { ...plan, texts, mentions };
}

/** The user's own patterns, without those of roles that have no shelf. */
function namesUsed({ decision, layout }: ArrangingRequest["target"]): NonNullable<typeof decision.names> {
  const held = new Set<string>(layout.shelves.flatMap(({ holds }) => holds));
  return Object.fromEntries(Object.entries(decision.names ?? {}).filter(([role]) => held.has(role)));
}
