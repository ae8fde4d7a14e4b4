/** Turns findings into one plan: every repair that can be made together with the others, proved as any move is. */
import type { Resolution } from "../languages/index.js";
import { Occupancy } from "./collisions.js";
import { blamesOf, planTheRest } from "./groups.js";
import { folderOf, inFolder, nameOf, type ProjectPath } from "../base/paths.js";
import { planMoves, type PlanOptions } from "./plan/index.js";
import type { Project } from "../app/index.js";
import { losesItsWay, namedElsewhere, type DraftEdit, type Move, type Plan } from "./plan/index.js";
import type { SourceTree } from "../files/index.js";
import type { Finding } from "../insight/rules/rule.js";

/** What the repairs come to. */
export interface Repairs {
  readonly plan: Plan;
  /** The findings that the plan puts right. */
  readonly repaired: readonly Finding[];
  /** Those whose repair cannot be made together with the others, or whose proof does not hold. */
  readonly left: readonly Finding[];
}

/** What planning repairs may be told. */
export interface RepairOptions extends PlanOptions {
  /** What else changes with the moves: lists that name files follow them. */
  readonly follow?: (moves: readonly Move[]) => readonly DraftEdit[];
}

/** Repairs that go together. */
interface Gathered {
  readonly moves: ReadonlyMap<ProjectPath, { readonly to: ProjectPath; readonly because: string }>;
  readonly wishes: ReadonlyMap<ProjectPath, ReadonlyMap<number, Resolution>>;
  readonly taken: readonly Finding[];
  readonly left: readonly Finding[];
}

/**
 * Plans the repair of some findings. What the proof does not hold for is left out, and so is what a manifest or a file in a
 * language that is not read yet seems to name: nobody would respell it there. Nothing is written.
 */
export async function planRepairs(
  project: Project,
  findings: readonly Finding[],
  { follow, ...options }: RepairOptions = {},
): Promise<Repairs> {
  const movesOf = ({ repair }: Finding): readonly { readonly from: ProjectPath; readonly to: ProjectPath }[] =>
    repair?.kind === "move" ? repair.moves : [];
  const named = namedElsewhere(project.tree, new Set(findings.flatMap(movesOf).map(({ from }) => from)));
  const left = findings.filter(
    (finding) =>
      touched(finding).some((path) => named.has(path)) ||
      movesOf(finding).some((move) => losesItsWay(project.tree, move)),
  );
  const { result } = await planTheRest(new Map(left.map((finding) => [finding, undefined])), async (out) => {
    const gathered = gather(
      project.tree,
      findings.filter((finding) => !out.has(finding)),
    );
    const { moves, wishes, taken } = gathered;
    const list = [...moves].map(([from, { to, because }]): Move => ({ from, to, why: "asked", because }));
    const plan = await planMoves(project, list, { ...options, wishes, edits: follow?.(list) ?? [] });
    const fallen = plan.proof.patterns.flatMap(({ out: lost }) => lost);
    const blames = new Set<string>([...blamesOf(plan).keys(), ...fallen]);
    const spoiled = taken.filter((finding) => touched(finding).some((path) => blames.has(path)));
    return {
      result: { plan, repaired: taken, left: [...gathered.left, ...findings.filter((each) => out.has(each))] },
      spoiled: new Map(spoiled.map((finding) => [finding, undefined])),
    };
  });
  return result;
}

/** The files that a finding's repair would change. */
function touched({ file, repair }: Finding): readonly ProjectPath[] {
  return repair?.kind === "move" ? repair.moves.map(({ from }) => from) : [file];
}

/** Puts repairs together, in their order; one that would meet another in one place is left. */
function gather(tree: SourceTree, findings: readonly Finding[]): Gathered {
  const moves: Moves = new Map();
  const places = new Occupancy(tree);
  const wishes = new Map<ProjectPath, Map<number, Resolution>>();
  const taken: Finding[] = [];
  const left: Finding[] = [];
  for (const finding of findings) {
    const { repair, file } = finding;
    if (repair?.kind === "respell") {
      const ofFile = wishes.get(file) ?? new Map<number, Resolution>();
      wishes.set(file, ofFile.set(repair.start, repair.as));
      taken.push(finding);
      continue;
    }
    const added = repair && together(moves, repair.moves, finding.rule);
    const ways = [...(added ?? [])].map(([from, { to }]) => ({ from, to }));
    if (!added || !places.canSend(ways)) {
      left.push(finding);
      continue;
    }
    places.send(ways);
    for (const [from, move] of added) moves.set(from, move);
    taken.push(finding);
  }
  return { moves, wishes, taken, left };
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
