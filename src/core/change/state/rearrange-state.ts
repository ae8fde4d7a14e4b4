/**
 * State in one file or in several, for a whole app or one feature. `together`: everything goes to the file of its reducer. `apart`: actions
 * and constants get files of their own, on the shelves of their roles where there are some; what only they need goes along.
 */
import type { AppAnalysis } from "../../insight/analysis.js";
import { stateFamilies, type StateFamily, type StatePart } from "../../insight/state/index.js";
import { shared } from "../../insight/catalogue/index.js";
import type { App, Project } from "../../app/index.js";
import { ShelfError } from "../../base/errors.js";
import { inCase, splitWords } from "../../base/names/index.js";
import { folderOf, inFolder, nameOf, type ProjectPath } from "../../base/paths.js";
import type { ReferenceGraph } from "../../graph/index.js";
import { Modules, Resolver } from "../../graph/index.js";
import { moduleRules, prepareNames, type Statement } from "../../languages/index.js";
import type { Draft } from "../draft.js";
import { ensureAlike, inOrder } from "../join/index.js";
import { planDraft, type Plan, type PlanOptions } from "../plan/index.js";
import {
  anatomyOf,
  extensionFor,
  givenNames,
  regroup,
  type Anatomy,
  type Part,
  type Regrouped,
} from "../regroup/index.js";
import { placeFor } from "../setup/index.js";
import { kindName, kindsOf, unitsOf, type StateKind, type Unit } from "../split/index.js";

/** How state is to be kept. */
export type StateLayout = "together" | "apart";

/** What was asked. */
export interface StateRequest {
  readonly project: Project;
  readonly graph: ReferenceGraph;
  readonly analysed: AppAnalysis;
  readonly layout: StateLayout;
  /** Only state of this feature. */
  readonly feature?: string | undefined;
  readonly progress?: PlanOptions["progress"];
}

/** A piece of state that changes. */
export interface ChangedState {
  readonly name: string;
  readonly from: readonly ProjectPath[];
  readonly to: readonly ProjectPath[];
}

/** A piece of state that stays as it is, and why. */
export interface LeftState {
  readonly name: string;
  readonly files: readonly ProjectPath[];
  readonly why: ShelfError | "not proved" | "slice" | "nothing to part";
}

/** All of it. */
export interface RearrangedState {
  readonly plan: Plan;
  readonly layout: StateLayout;
  readonly changed: readonly ChangedState[];
  readonly left: readonly LeftState[];
  /** How many pieces are kept so already. */
  readonly done: number;
  readonly renamed: readonly { readonly file: ProjectPath; readonly name: string; readonly as: string }[];
}

/** A piece of state with what is to become of its files. */
interface Prepared {
  readonly family: StateFamily;
  readonly parts: readonly Part[];
  readonly from: readonly ProjectPath[];
  readonly to: readonly ProjectPath[];
}

/** Works it out and proves it. What cannot be changed, or not for certain, is left, and said. */
export async function rearrangeState(request: StateRequest): Promise<RearrangedState> {
  await prepareNames(request.graph.tree);
  const { analysed, graph, layout, feature } = request;
  const all = stateFamilies({ catalogue: analysed.catalogue, graph }).filter(
    (family) => feature === undefined || family.feature === feature,
  );
  const wanted = all.filter((family) => family.layout === (layout === "together" ? "apart" : "together"));
  const left: LeftState[] = all
    .filter((family) => layout === "apart" && family.layout === "slice")
    .map((family) => ({ ...said(family), why: "slice" }));
  const prepared: Prepared[] = [];
  for (const family of wanted) {
    const one = await prepare(request, family).catch(refusalOf);
    if (one instanceof ShelfError) left.push({ ...said(family), why: one });
    else if (one) prepared.push(one);
    else left.push({ ...said(family), why: "nothing to part" });
  }
  const { plan, kept, renamed } = await provable(request, prepared, left);
  return {
    plan,
    layout,
    changed: kept.map(({ family, from, to }) => ({ name: family.name, from, to })),
    left,
    done: all.filter((each) => each.layout === layout || (layout === "together" && each.layout === "slice")).length,
    renamed,
  };
}

/** Some pieces of state, by their reducers, as one draft. Throws for what cannot be; nothing where one of them has nothing to change. */
export async function stateDraft(
  request: Omit<StateRequest, "feature" | "progress">,
  reducers: readonly ProjectPath[],
): Promise<Draft | undefined> {
  await prepareNames(request.graph.tree);
  const { analysed, graph, layout, project } = request;
  const parts: Part[] = [];
  for (const family of stateFamilies({ catalogue: analysed.catalogue, graph })) {
    if (!reducers.includes(family.reducer)) continue;
    const isOther = family.layout === (layout === "together" ? "apart" : "together");
    const one = isOther ? await prepare(request, family) : undefined;
    if (!one) return undefined;
    parts.push(...one.parts);
  }
  return parts.length === 0 ? undefined : (await regroupAll(project, layout, parts)).draft;
}

function said({ name, reducer, others }: StateFamily): Pick<LeftState, "name" | "files"> {
  return { name, files: [reducer, ...others.map(({ path }) => path)] };
}

function refusalOf(error: unknown): ShelfError {
  if (error instanceof ShelfError) return error;
  throw error;
}

/** The plan of all that can be proved; what spoils the proof is left out, piece by piece. */
async function provable(
  request: StateRequest,
  prepared: readonly Prepared[],
  left: LeftState[],
): Promise<{
  readonly plan: Plan;
  readonly kept: readonly Prepared[];
  readonly renamed: RearrangedState["renamed"];
}> {
  const [all, drafted] = [await planOf(request, prepared), prepared];
  if (all.plan.proof.outcome === "holds" || prepared.length === 0) return { ...all, kept: drafted };
  const kept: Prepared[] = [];
  let held = await planOf(request, kept);
  for (const one of prepared) {
    // What holds by itself must hold beside those that are there, too.
    const more = prepared.length === 1 ? all : await planOf(request, [...kept, one]).catch(refusalOf);
    if (!(more instanceof ShelfError) && more.plan.proof.outcome === "holds") {
      kept.push(one);
      held = more;
    } else left.push({ ...said(one.family), why: "not proved" });
  }
  return { ...held, kept };
}

async function planOf(
  request: StateRequest,
  prepared: readonly Prepared[],
): Promise<{ readonly plan: Plan; readonly renamed: RearrangedState["renamed"] }> {
  const { project, layout, analysed, feature, progress } = request;
  const nothing: Draft = { moves: [], edits: [], made: [], claims: [] };
  const regrouped =
    prepared.length === 0
      ? undefined
      : await regroupAll(
          project,
          layout,
          prepared.flatMap(({ parts }) => parts),
        );
  const draft = regrouped?.draft ?? nothing;
  const decided = prepared.length === 0 || feature !== undefined ? [] : await decisionOf(project, analysed.app, layout);
  const plan = await planDraft(
    project,
    { ...draft, edits: [...draft.edits, ...decided] },
    { ...(progress && { progress }) },
  );
  const renamed = (regrouped?.moved ?? []).filter(({ name, as }) => as !== name);
  return { plan, renamed: renamed.map(({ part, name, as }) => ({ file: part.anatomy.path, name, as })) };
}

/** The configuration says from then on how state is kept. */
async function decisionOf({ tree }: Project, { configuration }: App, layout: StateLayout): Promise<Draft["edits"]> {
  if (!configuration || configuration.state === layout) return [];
  const { file } = configuration;
  const { configurationEdits } = await import("../../app/configuration/edit-configuration.js");
  const edits = configurationEdits(tree.text(file)?.text ?? "", { state: layout });
  return edits.map((edit) => ({ ...edit, file, why: "configuration" }));
}

function regroupAll({ tree, aliases }: Project, layout: StateLayout, parts: readonly Part[]): Promise<Regrouped> {
  const why = layout === "together" ? "state in one file" : "state in files of its own";
  return regroup({ tree, aliases, parts, clash: layout === "together" ? "rename" : "refuse", dissolves: true, why });
}

/** What becomes of a piece of state. Throws for what cannot be; nothing where there is nothing to part. */
async function prepare(request: StateRequest, family: StateFamily): Promise<Prepared | undefined> {
  const { project, layout } = request;
  const one = layout === "together" ? await together(project, family) : await apart(request, family);
  // What goes wrong with one piece is known before it is mixed with others.
  if (one) await regroupAll(project, layout, one.parts);
  return one;
}

async function together({ tree, aliases }: Project, family: StateFamily): Promise<Prepared> {
  const target = family.reducer;
  const paths = [...family.others.map(({ path }) => path), target];
  const anatomies: Anatomy[] = [];
  for (const path of paths) anatomies.push(await anatomyOf(tree, path));
  await ensureAlike(anatomies, target);
  const modules = new Modules(tree, new Resolver(tree, moduleRules, aliases));
  const { order } = inOrder(paths, modules);
  const parts = order.flatMap((path): Part[] =>
    anatomies
      .filter((each) => each.path === path)
      .map((anatomy) => ({
        anatomy,
        goes: () => target,
        ...(path !== target && { into: target, isAbove: order.indexOf(path) < order.indexOf(target) }),
      })),
  );
  return { family, parts, from: order.filter((path) => path !== target), to: [target] };
}

const roles = { actions: "action", constants: "constants" } as const;

async function apart({ project, analysed, graph }: StateRequest, family: StateFamily): Promise<Prepared | undefined> {
  const { tree } = project;
  const all = stateFamilies({ catalogue: analysed.catalogue, graph });
  const anatomy = await anatomyOf(tree, family.reducer);
  const units = unitsOf(anatomy, givenNames(anatomy));
  const kinds = partingKinds(units, kindsOf(anatomy, units));
  const places = new Map<Statement, ProjectPath>();
  const to: ProjectPath[] = [];
  for (const kind of ["actions", "constants"] as const) {
    const statements = units.filter((unit) => kinds.get(unit) === kind).flatMap((unit) => unit.statements);
    if (statements.length === 0) continue;
    const path = await placeOf({ tree, all, analysed, family, anatomy }, kind, statements);
    if (tree.has(path)) throw new ShelfError("NAME_TAKEN", { path, other: path });
    for (const each of statements) places.set(each, path);
    to.push(path);
  }
  if (to.length === 0) return undefined;
  const goes = (statement: Statement): ProjectPath => places.get(statement) ?? anatomy.path;
  return { family, parts: [{ anatomy, goes }], from: [anatomy.path], to: [anatomy.path, ...to] };
}

/** Types and helpers that only actions need go with them. */
function partingKinds(units: readonly Unit[], kinds: ReadonlyMap<Unit, StateKind>): ReadonlyMap<Unit, StateKind> {
  const found = new Map(kinds);
  for (let round = 0; round < units.length; round += 1)
    for (const unit of units) {
      if (kinds.get(unit) !== "types" || unit.users.size === 0) continue;
      const users = new Set([...unit.users].map((user) => found.get(user)));
      const [only] = users;
      if (users.size === 1 && only !== undefined) found.set(unit, only);
    }
  return found;
}

interface Placing {
  readonly tree: Project["tree"];
  readonly all: readonly StateFamily[];
  readonly analysed: AppAnalysis;
  readonly family: StateFamily;
  readonly anatomy: Anatomy;
}

/** Where other pieces of state have it; else on the shelf of its role, if there is one that the app has; else beside the reducer. */
async function placeOf(
  { tree, all, analysed, family, anatomy }: Placing,
  kind: keyof typeof roles,
  statements: readonly Statement[],
): Promise<ProjectPath> {
  const extension = await extensionFor(anatomy, statements);
  const likeOthers = all.map((other) => asIn(other, family, kind)).find((path) => path !== undefined);
  if (likeOthers !== undefined) return likeOthers.replace(/\.\w+$/, extension) as ProjectPath;
  const feature = family.feature === shared ? undefined : family.feature;
  const shelf = placeFor(analysed.app, { role: roles[kind], name: family.name, feature, extension });
  const isUsable = shelf !== undefined && (!analysed.guessed || tree.hasFolder(folderOf(shelf)));
  if (isUsable && nameOf(shelf) !== nameOf(anatomy.path)) return shelf;
  return inFolder(folderOf(anatomy.path), `${kindName(anatomy.path, kind)}${extension}`);
}

/** The place of another piece's file, with this one's name in it: `actions/swapActions.ts` → `actions/rotaActions.ts`. */
function asIn(other: StateFamily, family: StateFamily, part: StatePart): ProjectPath | undefined {
  const path = other.others.find((each) => each.part === part)?.path;
  if (path === undefined || other === family) return undefined;
  const [from, to] = [splitWords(other.name), splitWords(family.name)];
  const called = (["camel", "Pascal", "kebab", "snake"] as const).flatMap((each) => [
    { from: inCase(from, each), to: inCase(to, each) },
  ]);
  const replaced = path
    .split("/")
    .map((step) => {
      const found = called.find((each) => step.includes(each.from));
      return found ? step.replace(found.from, found.to) : step;
    })
    .join("/");
  return replaced === path ? undefined : (replaced as ProjectPath);
}
