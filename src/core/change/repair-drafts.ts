/** Repairs that change more than where files lie: names, namespaces, texts of actions, and how a piece of state is kept. Each is a draft of its own. */
import { sampleDraft, withoutValue } from "./environment/index.js";
import { ShelfError } from "../base/errors.js";
import { nameOf, type ProjectPath } from "../base/paths.js";
import { styleSections, type Project } from "../app/index.js";
import type { AppAnalysis } from "../insight/analysis.js";
import type { Finding, Repair } from "../insight/rules/rule.js";
import type { ReferenceGraph } from "../graph/index.js";
import { codeLanguage, isCode, isScript, stringPlaces } from "../languages/index.js";
import { shapeDraft } from "./arrange/shown-list.js";
import { withLists, type Claim, type Draft, type DraftEdit } from "./draft.js";
import { renameDraft } from "./rename/index.js";
import { stateDraft } from "./state/index.js";

/** What they are drawn up from. */
export interface RepairScene {
  readonly project: Project;
  readonly graph?: ReferenceGraph | undefined;
  readonly apps?: readonly AppAnalysis[] | undefined;
}

/** A finding's repair as a draft; nothing where it is one of moves or paths, `"left"` or why where it cannot be made. */
export async function draftOfRepair(
  scene: RepairScene,
  { file, repair }: Finding,
): Promise<Draft | "left" | ShelfError | undefined> {
  switch (repair?.kind) {
    case "rename":
      return orLeft(
        async () => (await renameDraft(scene.project, { path: file, name: repair.name, to: repair.to })).draft,
      );
    case "action text":
      return orLeft(() => textDraft(scene.project, repair));
    case "namespace": {
      const asked = new Map([[file, repair.to]]);
      return orLeft(async () => (await import("./namespaces/follow.js")).namespaceDraft(scene.project, asked));
    }
    case "list file":
      return orLeft(() => listingDraft(scene.project, file));
    case "list feature": {
      const analysed = scene.apps?.find(({ catalogue }) => catalogue.entries.has(file));
      const { graph } = scene;
      if (!analysed || !graph) return "left";
      const { listFeature } = await import("./grow/index.js");
      return orLeft(() => listFeature({ analysed, graph, feature: repair.feature, file }));
    }
    case "sample keys": {
      const analysed = appOf(scene, file);
      return analysed ? sampleDraft(scene.project.tree, analysed.app.folder, repair.keys) : "left";
    }
    case "sample value":
      return withoutValue(scene.project.tree, file, repair.key) ?? "left";
    case "regroup":
      return orLeft(async () => (await shapeDraft(scene.project.tree, { shown: shownBy([repair]), order: [] })).draft);
    case "list order":
      return orLeft(
        async () => (await shapeDraft(scene.project.tree, { shown: new Map(), order: repair.order })).draft,
      );
    case "sheet lines":
      return (await import("./sheets/reorder.js")).reorderDraft(scene.project, file, repair.edits);
    case "sheet modules":
      return orWhy(async () => (await import("./sheets/as-modules.js")).asModulesDraft(scene.project, file));
    case "sheet sections": {
      const analysed = scene.apps?.find(({ catalogue }) => catalogue.entries.has(file));
      if (!analysed) return "left";
      const { inSectionsDraft } = await import("./sheets/in-sections.js");
      return orWhy(() => inSectionsDraft(scene.project, file, styleSections(analysed.app)));
    }
    case "state":
      return orLeft(() => ofState(scene, [file], repair.layout));
    default:
      return undefined;
  }
}

function appOf({ apps }: RepairScene, file: ProjectPath): AppAnalysis | undefined {
  return apps?.find(({ catalogue }) => catalogue.entries.has(file));
}

function shownBy(repairs: readonly Extract<Repair, { readonly kind: "regroup" }>[]): Map<ProjectPath, ProjectPath> {
  return new Map(repairs.flatMap(({ moves }) => moves.map(({ from, to }) => [from, to] as const)));
}

async function orLeft(draw: () => Promise<Draft | undefined>): Promise<Draft | "left"> {
  try {
    return (await draw()) ?? "left";
  } catch (error) {
    if (error instanceof ShelfError) return "left";
    throw error;
  }
}

/** The same where the reason is worth a word: what is in the way can be put right by hand. */
async function orWhy(draw: () => Draft | undefined | Promise<Draft | undefined>): Promise<Draft | "left" | ShelfError> {
  try {
    return (await draw()) ?? "left";
  } catch (error) {
    if (error instanceof ShelfError) return error;
    throw error;
  }
}

async function ofState(
  { project, graph, apps = [] }: RepairScene,
  reducers: readonly ProjectPath[],
  layout: "together" | "apart",
): Promise<Draft | undefined> {
  const analysed = apps.find(({ catalogue }) => reducers.every((each) => catalogue.entries.has(each)));
  return analysed && graph && stateDraft({ project, graph, analysed, layout }, reducers);
}

/**
 * The drafts by their findings, where those of all pieces of state that are to be kept alike are one: they may share whoever knows them;
 * and so are those of entries that go to other groups. What cannot be drawn up together stays by itself.
 */
export async function withJoined(
  scene: RepairScene,
  drafts: ReadonlyMap<Finding, Draft>,
): Promise<ReadonlyMap<Finding, Draft>> {
  const joined = new Map(drafts);
  const regrouping = [...drafts.keys()].flatMap((finding) =>
    finding.repair?.kind === "regroup" ? [{ finding, repair: finding.repair }] : [],
  );
  if (regrouping.length > 1) {
    const shown = shownBy(regrouping.map(({ repair }) => repair));
    const draft = await orLeft(async () => (await shapeDraft(scene.project.tree, { shown, order: [] })).draft);
    if (draft !== "left") for (const { finding } of regrouping) joined.set(finding, draft);
  }
  for (const app of scene.apps ?? []) {
    const own = [...drafts.keys()].filter(
      ({ file, repair }) => repair?.kind === "sample keys" && app.catalogue.entries.has(file),
    );
    const keys = own.flatMap(({ repair }) => (repair?.kind === "sample keys" ? repair.keys : []));
    const draft = own.length < 2 ? undefined : sampleDraft(scene.project.tree, app.app.folder, keys);
    if (draft) for (const finding of own) joined.set(finding, draft);
  }
  const spaces = [...drafts.keys()].flatMap((finding) =>
    finding.repair?.kind === "namespace" ? [{ finding, to: finding.repair.to }] : [],
  );
  if (spaces.length > 1) {
    const asked = new Map(spaces.map(({ finding, to }) => [finding.file, to]));
    const { namespaceDraft } = await import("./namespaces/follow.js");
    const draft = await orLeft(() => namespaceDraft(scene.project, asked));
    if (draft !== "left") for (const { finding } of spaces) joined.set(finding, draft);
  }
  for (const layout of ["together", "apart"] as const) {
    const ofLayout = [...drafts.keys()].filter(({ repair }) => repair?.kind === "state" && repair.layout === layout);
    for (const app of scene.apps ?? []) {
      const own = ofLayout.filter(({ file }) => app.catalogue.entries.has(file));
      const reducers = own.map(({ file }) => file);
      const draft = own.length < 2 ? "left" : await orLeft(() => ofState(scene, reducers, layout));
      if (draft !== "left") for (const finding of own) joined.set(finding, draft);
    }
  }
  return joined;
}

/** The lines by which lists take a file in, as they would if it were made now; nothing where none does. */
async function listingDraft({ tree }: Project, file: ProjectPath): Promise<Draft | undefined> {
  const bare: Draft = { moves: [], edits: [], made: [], claims: [] };
  const { edits, claims } = await withLists(tree, { ...bare, made: [{ path: file, text: "", why: "" }] });
  const lists = new Set(edits.map((edit) => edit.file));
  if (lists.size === 0) return undefined;
  const means = [...lists].map((list): Claim => ({ kind: "adds", file: list, means: [file], others: "led" }));
  return { ...bare, edits, claims: [...claims.filter(({ kind }) => kind !== "adds"), ...means] };
}

/** The text of an action, wherever a script has it as a string; nothing where not all of it can be told to be that action's. */
async function textDraft(
  { tree }: Project,
  { text, to, only }: Extract<Repair, { readonly kind: "action text" }>,
): Promise<Draft | undefined> {
  await codeLanguage.prepare();
  const hits = await tree.store.search([text]);
  const quoted = [`"${text}"`, `'${text}'`, `\`${text}\``];
  const edits: DraftEdit[] = [];
  for (const path of tree.paths) {
    if (!isCode(path) || tree.isLink(path) || (hits && !hits.has(path))) continue;
    const source = tree.text(path)?.text ?? "";
    if (!quoted.some((each) => source.includes(each))) continue;
    if (only?.others.includes(path)) continue;
    const places = isScript(path) ? stringPlaces(source, nameOf(path), text) : undefined;
    if (!places || (only && places.length > 0 && !only.files.includes(path))) return undefined;
    for (const { start, end } of places)
      edits.push({ file: path, start: start + 1, end: end - 1, text: to, why: "text of an action" });
  }
  return edits.length === 0 ? undefined : { moves: [], edits, made: [], claims: [] };
}

/** One draft of several: those that would change one place, or make one file, twice are not among them. */
export class DraftsTogether {
  readonly #drafts: Draft[] = [];

  /** Takes a draft, if it goes with those that it has. */
  add(draft: Draft): boolean {
    if (this.#drafts.some((other) => areAlike(draft, other))) return true;
    if (this.#drafts.some((other) => !goTogether(draft, other))) return false;
    this.#drafts.push(draft);
    return true;
  }

  /** All of them and one more, as one. */
  with(one: Draft): Draft {
    const all = [one, ...this.#drafts];
    return {
      moves: all.flatMap(({ moves }) => moves),
      merges: all.flatMap(({ merges = [] }) => merges),
      edits: all.flatMap(({ edits }) => edits),
      made: all.flatMap(({ made }) => made),
      claims: all.flatMap(({ claims }) => claims),
    };
  }
}

/** Two findings may ask for the same. */
function areAlike(one: Draft, other: Draft): boolean {
  const said = ({ edits, made, merges = [] }: Draft): string =>
    JSON.stringify([edits.map(({ file, start, end, text }) => [file, start, end, text]), made, merges]);
  return said(one) === said(other);
}

function goTogether(one: Draft, other: Draft): boolean {
  const isNames = ({ claims }: Draft): boolean => claims.some(({ kind }) => kind === "renames");
  const isStatements = ({ claims }: Draft): boolean => claims.some(({ kind }) => kind === "hands over");
  // One proof speaks of names that change, another of statements that go.
  if ((isNames(one) && isStatements(other)) || (isStatements(one) && isNames(other))) return false;
  const [files, others] = [filesOf(one), filesOf(other)];
  // What is cut out of a file, or put into it, is worked out from what the file is now.
  const shared = [...files].filter((file) => others.has(file));
  const isWhole = (draft: Draft): boolean =>
    isStatements(draft) || draft.claims.some((claim) => claim.kind === "compiles alike" && claim.isOnce === true);
  if (shared.length > 0 && (isWhole(one) || isWhole(other))) return false;
  return !one.edits.some((edit) =>
    other.edits.some((each) => each.file === edit.file && each.start < edit.end && edit.start < each.end),
  );
}

/** Every file that a draft makes, changes or removes. */
export function filesOf({ edits, made, merges = [] }: Draft): ReadonlySet<ProjectPath> {
  return new Set([
    ...edits.map(({ file }) => file),
    ...made.map(({ path }) => path),
    ...merges.flatMap(({ from, into }) => [from, into]),
  ]);
}
