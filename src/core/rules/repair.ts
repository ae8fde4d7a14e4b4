/** Turns findings into one plan: every repair that can be made together with the others, proved as any move is. */
import { partsOf } from "../catalogue/index.js";
import { isNotReadYet } from "../languages/index.js";
import { comparePaths, folderOf, inFolder, nameOf, type ProjectPath } from "../paths.js";
import { planMoves, type PlanOptions, type Project } from "../pipeline.js";
import type { Move, Plan } from "../plan/index.js";
import type { Resolution } from "../graph/index.js";
import type { SourceTree } from "../tree/index.js";
import type { Finding } from "./rule.js";

/** What the repairs come to. */
export interface Repairs {
  readonly plan: Plan;
  /** The findings that the plan puts right. */
  readonly repaired: readonly Finding[];
  /** Those whose repair cannot be made together with the others, or whose proof does not hold. */
  readonly left: readonly Finding[];
}

/** Repairs that go together. */
interface Gathered {
  readonly moves: ReadonlyMap<ProjectPath, { readonly to: ProjectPath; readonly because: string }>;
  readonly wishes: ReadonlyMap<ProjectPath, ReadonlyMap<number, Resolution>>;
  readonly taken: readonly Finding[];
  readonly left: readonly Finding[];
}

/** How often what the proof does not hold for is left out before the whole is given up. */
const mostRounds = 4;

/**
 * Plans the repair of some findings. What the proof does not hold for is left out, and so is what a manifest or a file in a
 * language that is not read yet seems to name: nobody would respell it there. Nothing is written.
 */
export async function planRepairs(
  project: Project,
  findings: readonly Finding[],
  options: PlanOptions = {},
): Promise<Repairs> {
  const named = namedElsewhere(project.tree, findings);
  let wanted = findings.filter(
    (finding) => !touched(finding).some((path) => named.has(path)) && !losesItsWay(project.tree, finding),
  );
  for (let round = 1; ; round += 1) {
    const { moves, wishes, taken, left } = gather(project.tree, wanted);
    const list = [...moves].map(([from, { to, because }]): Move => ({ from, to, why: "asked", because }));
    const plan = await planMoves(project, list, { ...options, wishes });
    const mentions = plan.mentions
      .filter(({ file }) => !isDocument.test(file))
      .flatMap(({ file, names }) => [file, names]);
    const spoiled = new Set([...plan.proof.different.flatMap(({ file, before }) => [file, ...before]), ...mentions]);
    const fails = (finding: Finding): boolean => touched(finding).some((path) => spoiled.has(path));
    const rest = taken.filter((finding) => !fails(finding));
    if (spoiled.size === 0 || round === mostRounds || rest.length === taken.length)
      return { plan, repaired: taken, left: [...left, ...findings.filter((each) => !wanted.includes(each))] };
    wanted = wanted.filter((finding) => !fails(finding));
  }
}

/** A document may be out of date; nothing fails because of it. */
const isDocument = /\.(?:md|mdx|txt|rst|adoc)$/i;

/** Those of the files that would move whose name stands in a file that no language reads yet. */
function namedElsewhere(tree: SourceTree, findings: readonly Finding[]): ReadonlySet<string> {
  const moving = new Map<string, RegExp>();
  for (const { repair } of findings)
    for (const { from } of repair?.kind === "move" ? repair.moves : [])
      if (!moving.has(from)) moving.set(from, wordOf(from));
  const found = new Set<string>();
  if (moving.size === 0) return found;
  for (const path of tree.paths.filter((each) => isNotReadYet(each))) {
    const text = tree.text(path)?.text ?? "";
    for (const [from, word] of moving) if (from !== path && !found.has(from) && word.test(text)) found.add(from);
  }
  return found;
}

/** A sheet or a single-file component in another folder would name other files, and nobody would respell that. */
function losesItsWay(tree: SourceTree, { repair }: Finding): boolean {
  if (repair?.kind !== "move") return false;
  return repair.moves.some(
    ({ from, to }) =>
      folderOf(from) !== folderOf(to) && isNotReadYet(from) && /["'(\s=]\.\.?\//.test(tree.text(from)?.text ?? ""),
  );
}

/** A file is named by its stem, an index by its folder; for itself the name stands alone. */
function wordOf(path: ProjectPath): RegExp {
  const { stem } = partsOf(nameOf(path));
  const name = /^_?index$/.test(stem) ? nameOf(folderOf(path)) : stem.replace(/^_/, "");
  return new RegExp(`(?<![\\p{L}\\p{N}-])_?${name.replaceAll(/[$()*+.?[\\\]^{|}]/g, "\\$&")}(?![\\p{L}\\p{N}_-])`, "u");
}

/** The files that a finding's repair would change. */
function touched({ file, repair }: Finding): readonly ProjectPath[] {
  return repair?.kind === "move" ? repair.moves.map(({ from }) => from) : [file];
}

/** Puts repairs together, in their order; one that would meet another in one place is left. */
function gather(tree: SourceTree, findings: readonly Finding[]): Gathered {
  const moves = new Map<ProjectPath, { to: ProjectPath; because: string }>();
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
    if (!added || !isPossible(tree, added)) {
      left.push(finding);
      continue;
    }
    for (const [from, move] of added) moves.set(from, move);
    taken.push(finding);
  }
  return { moves, wishes, taken, left };
}

type Moves = Map<ProjectPath, { to: ProjectPath; because: string }>;

/** One repair gives a file another name, another one another folder: both are done. Two other folders cannot be. */
function together(
  there: Moves,
  more: readonly { readonly from: ProjectPath; readonly to: ProjectPath }[],
  because: string,
): Moves | undefined {
  const all = new Map(there);
  for (const { from, to } of more) {
    const other = there.get(from);
    if (!other) {
      all.set(from, { to, because });
      continue;
    }
    const folders = new Set([folderOf(other.to), folderOf(to)].filter((folder) => folder !== folderOf(from)));
    const names = new Set([nameOf(other.to), nameOf(to)].filter((name) => name !== nameOf(from)));
    if (folders.size > 1 || names.size > 1) return undefined;
    const [folder = folderOf(from)] = folders;
    const [name = nameOf(from)] = names;
    all.set(from, { to: inFolder(folder, name), because: `${other.because}, ${because}` });
  }
  return all;
}

/** No two files into one place, none onto one that stays, on no system. */
function isPossible(tree: SourceTree, moves: Moves): boolean {
  const targets = [...moves.values()].map(({ to }) => to.toLowerCase()).sort(comparePaths);
  if (targets.some((target, at) => target === targets[at + 1])) return false;
  return [...moves].every(([from, { to }]) => from === to || moves.has(to) || (!tree.has(to) && !tree.hasFolder(to)));
}
