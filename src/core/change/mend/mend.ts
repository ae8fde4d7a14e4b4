/**
 * Putting right what a move by hand has broken: everything that pointed at a file follows it, or the file goes back.
 *
 * Both are planned as what they are: moves. To follow, the project is taken as it would be if nobody had moved anything (today's
 * texts at the old places), and the moves are planned there; what is written is what that would change. To put back, the moves are planned the
 * other way round on the project as it is. What was corrected by hand meanwhile stays: a reference means what it means now if
 * its file did not have it before, and else what it meant before.
 */
import { openProject, type Project } from "../../app/index.js";
import { quiet, type Progress } from "../../base/progress.js";
import type { ProjectPath } from "../../base/paths.js";
import { relocated, type Snapshot } from "../../files/index.js";
import { Resolver } from "../../graph/index.js";
import { extractFrom, languageFor, moduleRules, type Reference, type Resolution } from "../../languages/index.js";
import { planMoves, proofOf, respellMoves, usesByPlace, type Gap, type Move, type Plan } from "../plan/index.js";
import type { MovedFile } from "./moved-by-hand.js";

/** What becomes of files that were moved by hand. */
export type MendWay = "follow" | "put back";

/** What one of them is to those around it. */
export interface MendedFile extends MovedFile {
  /** References of other files that still point at its old place, and those of its own that do not fit its new one. */
  readonly pointing: number;
  readonly own: number;
}

/** A plan on the project as it is, and what it is about. */
export interface Mending {
  readonly plan: Plan;
  readonly files: readonly MendedFile[];
  /** References that lead nowhere now and resolve again when the files are back. */
  readonly healed: number;
}

/** What is asked. */
export interface MendRequest {
  readonly project: Project;
  readonly before: Snapshot;
  readonly moved: readonly MovedFile[];
  readonly way: MendWay;
  readonly progress?: Progress;
}

/** Plans it. Nothing is written. Throws what makes moves impossible: a file that stands where one has to go back to. */
export async function planMending({ project, before, moved, way, progress = quiet }: MendRequest): Promise<Mending> {
  const unmoved = await asIfUnmoved(project, moved);
  const forward = moved.map(({ from, to }): Move => ({ from, to, why: "asked" }));
  const seen = await respellMoves(unmoved, forward, { progress });
  const oldPlace = new Map(moved.map(({ from, to }) => [to, from]));
  const newPlace = new Map(moved.map(({ from, to }) => [from, to]));
  const at = (path: ProjectPath): ProjectPath => newPlace.get(path) ?? path;
  const today = new Resolver(project.tree, moduleRules, project.aliases);
  const counted = new Map(moved.map(({ from }) => [from, { pointing: 0, own: 0 }]));
  const follow = new Map<ProjectPath, Map<number, Resolution>>();
  const back = new Map<ProjectPath, Map<number, Resolution>>();
  /** Places, by file and line and column, that only one of the two states of the project leaves unresolved. */
  const [healed, right] = [new Set<string>(), new Set<string>()];
  for (const { path, extraction, meanings, respelled } of seen.files) {
    const changing = new Set(respelled.map(({ reference }) => reference));
    const known = new Known(before, path);
    for (const [index, reference] of extraction.references.entries()) {
      const then = meanings[index] ?? { state: "external" };
      const now = today.resolve(at(path), reference);
      const isFixed = then.state === "found" && now.state === "found" && !isSame(then, now, at);
      // It means two things, one at each place: which of them is meant, its file's old text tells.
      const isMeantNow = isFixed && !(await known.has(reference));
      if (isMeantNow) wish(follow, path, reference, placed(now, oldPlace));
      else if (isFixed) wish(back, at(path), reference, placed(then, newPlace));
      else if (
        then.state === "unresolved" &&
        now.state === "found" &&
        newPlace.has(path) &&
        (await known.has(reference))
      )
        wish(back, at(path), reference, then);
      if (then.state === "found" && now.state === "unresolved") healed.add(placeOf(unmoved, path, reference, at));
      if (then.state === "unresolved" && now.state === "found") right.add(placeOf(unmoved, path, reference, at));
      if (changing.has(reference) && !isMeantNow) count(counted, path, then);
    }
  }
  for (const [path, uses] of await usesByPlace(unmoved.tree, { moves: forward, edits: [], made: [], claims: [] })) {
    const own = counted.get(path);
    if (own) own.pointing += uses;
  }
  const files = moved.map((file) => ({ ...file, ...(counted.get(file.from) ?? { pointing: 0, own: 0 }) }));
  if (way === "put back") {
    const moves = moved.map(({ from, to }): Move => ({ from: to, to: from, why: "asked" }));
    const plan = await planMoves(project, moves, { wishes: back, progress });
    return { plan: withoutAddresses(unresolvedBut(plan, healed)), files, healed: healed.size };
  }
  const plan = asItLies(await planMoves(unmoved, forward, { wishes: follow, progress }), at);
  return { plan: withoutAddresses(unresolvedBut(plan, right)), files, healed: 0 };
}

/** What was moved has another address, or is found by its place no more: nothing that is written now changes that. */
const ofPlace: ReadonlySet<Gap["reason"]> = new Set<Gap["reason"]>([
  "found by place",
  "address there",
  "sought by place",
  "parted",
  "not run",
]);

function withoutAddresses(plan: Plan): Plan {
  const gaps = plan.proof.gaps.filter(({ reason }) => !ofPlace.has(reason));
  return { ...plan, proof: proofOf({ ...plan.proof, gaps }) };
}

function placeOf(
  { tree }: Project,
  path: ProjectPath,
  { start }: Reference,
  at: (path: ProjectPath) => ProjectPath,
): string {
  const { line, column } = tree.text(path)?.positionAt(start) ?? { line: 1, column: 1 };
  return `${at(path)}:${line}:${column}`;
}

/** The plan without what is unresolved in one state of the project only. */
function unresolvedBut(plan: Plan, but: ReadonlySet<string>): Plan {
  const unresolved = plan.proof.unresolved.filter(
    ({ file, at: { line, column } }) => !but.has(`${file}:${line}:${column}`),
  );
  return { ...plan, proof: { ...plan.proof, unresolved } };
}

/** The project with today's texts, each file where it lay. */
async function asIfUnmoved({ tree }: Project, moved: readonly MovedFile[]): Promise<Project> {
  const places = new Map(moved.map(({ from, to }) => [to, from]));
  return openProject(relocated(tree, places).store);
}

/** The references that a file had; none of one that is new. */
class Known {
  #specifiers: Promise<ReadonlySet<string>> | undefined;

  constructor(
    readonly before: Snapshot,
    readonly path: ProjectPath,
  ) {}

  async has({ specifier }: Reference): Promise<boolean> {
    return (await (this.#specifiers ??= this.#read())).has(specifier);
  }

  async #read(): Promise<ReadonlySet<string>> {
    await languageFor(this.path)?.prepare();
    const text = await this.before.text(this.path);
    const { references } = text === undefined ? { references: [] } : extractFrom(text, this.path);
    return new Set(references.map(({ specifier }) => specifier));
  }
}

function isSame(
  then: Extract<Resolution, { state: "found" }>,
  now: Extract<Resolution, { state: "found" }>,
  at: (path: ProjectPath) => ProjectPath,
): boolean {
  const [one, other] = [then.targets.map(at), now.targets];
  return one.length === other.length && one.every((path) => other.includes(path));
}

function placed(resolution: Resolution, places: ReadonlyMap<ProjectPath, ProjectPath>): Resolution {
  if (resolution.state !== "found") return resolution;
  return { ...resolution, targets: resolution.targets.map((path) => places.get(path) ?? path) };
}

function wish(
  wishes: Map<ProjectPath, Map<number, Resolution>>,
  path: ProjectPath,
  { start }: Reference,
  as: Resolution,
): void {
  const ofFile = wishes.get(path) ?? new Map<number, Resolution>();
  wishes.set(path, ofFile.set(start, as));
}

/** A reference that has to change is a moved file's own, or points at one, or both. */
function count(
  counted: ReadonlyMap<ProjectPath, { pointing: number; own: number }>,
  path: ProjectPath,
  meaning: Resolution,
): void {
  const own = counted.get(path);
  if (own) own.own += 1;
  if (meaning.state !== "found") return;
  for (const target of meaning.targets) {
    const pointed = target === path ? undefined : counted.get(target);
    if (pointed) pointed.pointing += 1;
  }
}

/** A plan whose moves are made already: its places are those of now. */
function asItLies(plan: Plan, at: (path: ProjectPath) => ProjectPath): Plan {
  const here = <Each extends { readonly file: ProjectPath }>(list: readonly Each[]): Each[] =>
    list.map((each) => ({ ...each, file: at(each.file) }));
  const { proof } = plan;
  return {
    ...plan,
    moves: [],
    edits: here(plan.edits),
    links: here(plan.links),
    texts: here(plan.texts),
    lines: here(plan.lines),
    mentions: here(plan.mentions),
    unread: here(plan.unread),
    hardLinked: plan.hardLinked.map(at),
    foldersMade: [],
    foldersEmptied: [],
    proof: proofOf({
      ...proof,
      different: here(proof.different),
      unresolved: here(proof.unresolved),
      gaps: proof.gaps.map((gap) => ({ ...gap, file: at(gap.file as ProjectPath) })),
      patterns: here(proof.patterns),
    }),
  };
}
