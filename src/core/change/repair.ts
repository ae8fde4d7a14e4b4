/** Turns findings into one plan: every repair that can be made together with the others, proved as any move is. */
import { ShelfError, type Place } from "../base/errors.js";
import { languageFor, type Resolution } from "../languages/index.js";
import { Occupancy } from "./collisions.js";
import { blamesOf, planTheRest } from "./groups.js";
import { folderOf, inFolder, nameOf, type ProjectPath } from "../base/paths.js";
import type { AppAnalysis } from "../insight/analysis.js";
import type { Project } from "../app/index.js";
import { draftOf, type Draft } from "./draft.js";
import {
  losesItsWay,
  namedElsewhere,
  planDraft,
  type DraftEdit,
  type Move,
  type Plan,
  type PlanOptions,
} from "./plan/index.js";
import { draftOfRepair, DraftsTogether, filesOf, withJoined, type RepairScene } from "./repair-drafts.js";
import type { SourceTree } from "../files/index.js";
import type { Finding } from "../insight/rules/rule.js";

/** What the repairs come to. */
export interface Repairs {
  readonly plan: Plan;
  /** The findings that the plan puts right. */
  readonly repaired: readonly Finding[];
  /** Those whose repair cannot be made together with the others, or whose proof does not hold. */
  readonly left: readonly Finding[];
  /** What is in the way of some of those. */
  readonly reasons: ReadonlyMap<Finding, WhyLeft>;
}

/** Why a repair is not made, and where that is. */
export interface WhyLeft {
  readonly message: string;
  readonly place?: Place | undefined;
}

/** What planning repairs may be told. */
export interface RepairOptions extends PlanOptions {
  /** What else changes with the moves: lists that name files follow them. */
  readonly follow?: (moves: readonly Move[]) => readonly DraftEdit[];
  /** The apps of the findings: without them no piece of state is kept otherwise. */
  readonly apps?: readonly AppAnalysis[];
}

/** Repairs that go together. */
interface Gathered {
  readonly moves: ReadonlyMap<ProjectPath, { readonly to: ProjectPath; readonly because: string }>;
  readonly wishes: ReadonlyMap<ProjectPath, ReadonlyMap<number, Resolution>>;
  readonly taken: readonly Finding[];
  readonly left: readonly Finding[];
  /** What changes besides moves and paths. */
  readonly together: DraftsTogether;
}

/**
 * Plans the repair of some findings. What the proof does not hold for is left out, and so is what a manifest or a file in a
 * language that is not read yet seems to name: nobody would respell it there. Nothing is written.
 */
export async function planRepairs(
  project: Project,
  findings: readonly Finding[],
  { follow, apps, ...options }: RepairOptions = {},
): Promise<Repairs> {
  const movesOf = ({ repair }: Finding): readonly { readonly from: ProjectPath; readonly to: ProjectPath }[] =>
    repair?.kind === "move" ? repair.moves : [];
  const named = namedElsewhere(project.tree, new Set(findings.flatMap(movesOf).map(({ from }) => from)));
  const left = findings.filter(
    (finding) =>
      touchedBy(finding).some((path) => named.has(path)) ||
      movesOf(finding).some((move) => losesItsWay(project.tree, move)),
  );
  const drafts = new Map<Finding, Draft>();
  const reasons = new Map<Finding, WhyLeft>();
  const scene: RepairScene = { project, graph: options.graph, apps };
  // Namespaces follow what moves; what lies in another one besides is put right once that is done.
  const isMoving = findings.some((finding) => movesOf(finding).some(({ from }) => languageFor(from)?.namespaces));
  for (const finding of findings) {
    const waits = isMoving && finding.repair?.kind === "namespace";
    const draft = waits ? "left" : await draftOfRepair(scene, finding);
    if (draft === "left") left.push(finding);
    else if (draft instanceof ShelfError) {
      left.push(finding);
      reasons.set(finding, draft);
    } else if (draft) drafts.set(finding, draft);
  }
  const touched = (finding: Finding): readonly ProjectPath[] => {
    const draft = drafts.get(finding);
    return draft ? [...filesOf(draft)] : touchedBy(finding);
  };
  const { result } = await planTheRest(new Map(left.map((finding) => [finding, undefined])), async (out) => {
    const wanted = findings.filter((finding) => !out.has(finding));
    const own = new Map([...drafts].filter(([finding]) => !out.has(finding)));
    const gathered = gather(project.tree, wanted, await withJoined(scene, own));
    const { moves, wishes, taken, together } = gathered;
    for (const finding of gathered.left)
      if (finding.repair?.kind === "sheet modules")
        reasons.set(finding, { message: "It shares sheets with what is changed here: ask again once that is done." });
    const list = [...moves].map(([from, { to, because }]): Move => ({ from, to, why: "asked", because }));
    const moving = draftOf(project.tree, { moves: list, wishes, edits: follow?.(list) ?? [] });
    const plan = await planDraft(project, together.with(moving), options);
    const fallen = plan.proof.patterns.flatMap(({ out: lost }) => lost);
    const blames = new Set<string>([...blamesOf(plan).keys(), ...fallen]);
    const spoiled = taken.filter((finding) => touched(finding).some((path) => blames.has(path)));
    for (const finding of spoiled) {
      // Of sheets the place that is compiled otherwise is worth a word.
      const first = plan.proof.different.find(({ file, entries = [] }) =>
        [file, ...entries].some((path) => touched(finding).includes(path)),
      );
      if (first && (finding.repair?.kind === "sheet modules" || finding.repair?.kind === "sheet sections"))
        reasons.set(finding, {
          message: `${first.specifier.slice(0, 60)}: ${first.reason}.`,
          place: { file: first.file, ...first.at },
        });
    }
    return {
      result: { plan, repaired: taken, left: [...gathered.left, ...findings.filter((each) => out.has(each))], reasons },
      spoiled: new Map(spoiled.map((finding) => [finding, undefined])),
    };
  });
  return result;
}

/** The files that a finding's repair would move, or that with the path that it would respell. */
function touchedBy({ file, repair }: Finding): readonly ProjectPath[] {
  return repair?.kind === "move" ? repair.moves.map(({ from }) => from) : [file];
}

/** Puts repairs together, in their order; one that would meet another in one place is left. */
function gather(tree: SourceTree, findings: readonly Finding[], drafts: ReadonlyMap<Finding, Draft>): Gathered {
  const moves: Moves = new Map();
  const places = new Occupancy(tree);
  const wishes = new Map<ProjectPath, Map<number, Resolution>>();
  const taken: Finding[] = [];
  const left: Finding[] = [];
  const drafted = new DraftsTogether();
  for (const finding of findings.filter((each) => !drafts.has(each))) {
    const { repair, file } = finding;
    if (repair?.kind === "respell") {
      const ofFile = wishes.get(file) ?? new Map<number, Resolution>();
      wishes.set(file, ofFile.set(repair.start, repair.as));
      taken.push(finding);
      continue;
    }
    const added = repair?.kind === "move" && together(moves, repair.moves, finding.rule);
    const ways = [...(added || [])].map(([from, { to }]) => ({ from, to }));
    if (!added || !places.canSend(ways)) {
      left.push(finding);
      continue;
    }
    places.send(ways);
    for (const [from, move] of added) moves.set(from, move);
    taken.push(finding);
  }
  const targets = new Set([...moves.values()].map(({ to }) => to));
  for (const [finding, draft] of drafts) {
    // Files whose statements go elsewhere stay where they are, and what is made is made where nothing else goes.
    const isCut = draft.claims.some(({ kind }) => kind === "hands over");
    const isFree = ![...filesOf(draft)].some((path) => targets.has(path) || (isCut && moves.has(path)));
    (isFree && drafted.add(draft) ? taken : left).push(finding);
  }
  return { moves, wishes, taken, left, together: drafted };
}

type Moves = Map<ProjectPath, { to: ProjectPath; because: string }>;

/**
 * One repair's moves, after those that are there already. One repair gives a file another name, another one another folder:
 * both are done. Two other folders cannot be.
 */
function together(
  there: Moves,
  more: readonly { readonly from: ProjectPath; readonly to: ProjectPath }[],
  because: string,
): Moves | undefined {
  const added: Moves = new Map();
  for (const { from, to } of more) {
    const other = there.get(from);
    if (!other) {
      added.set(from, { to, because });
      continue;
    }
    const folders = new Set([folderOf(other.to), folderOf(to)].filter((folder) => folder !== folderOf(from)));
    const names = new Set([nameOf(other.to), nameOf(to)].filter((name) => name !== nameOf(from)));
    if (folders.size > 1 || names.size > 1) return undefined;
    const [folder = folderOf(from)] = folders;
    const [name = nameOf(from)] = names;
    added.set(from, { to: inFolder(folder, name), because: `${other.because}, ${because}` });
  }
  return added;
}
