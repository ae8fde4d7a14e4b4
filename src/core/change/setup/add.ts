/** `add`: makes the right files, with the right names, in the right folders, and lists them where they have to be known. */
import { extensionOf, meantName, type Role } from "../../app/arrangement/index.js";
import { BrokenAssumption, ShelfError } from "../../base/errors.js";
import { splitWords } from "../../base/names/index.js";
import { nameOf, type ProjectPath } from "../../base/paths.js";
import { languageFor } from "../../languages/index.js";
import { SetupDraft, type SetUp } from "./setup-draft.js";
import type { Adding, AddRequest, Wanted } from "./adding.js";
import { isStartThere, readStarter, type App } from "../../app/app.js";
import { addBeside, chosenCompanions, makeCompanion } from "./companions.js";
import { listAmongSisters, listNewFile, showFirst } from "./list-in.js";
import { likeOthers } from "./like-others.js";
import { existingFeatures, knownRole, meantFeature } from "./meant.js";
import { fillStarter } from "../../app/starter.js";
import { noteOther } from "./there-already.js";
import { withOwnStarters } from "./own-starters.js";
import { sistersOf } from "./sisters.js";
import { ensureFree, ensureLegal, ensureUsable } from "./usable-name.js";
import { valuesFor, type Filling } from "./values.js";
import { fillingsOf, viewCustomOf } from "./view-custom.js";
import { wantedFiles } from "./wanted-files.js";

/** Draws an addition up. Throws for everything that cannot be: unknown words with the nearest, names that are taken with their place. */
export function draftAddition(app: App, request: AddRequest): SetUp {
  return drawAddition(app, request).draft.finish();
}

/** An addition that is drawn up and may gain more. */
export interface Drawn {
  readonly draft: SetupDraft;
  readonly role: Role;
  readonly feature: string | undefined;
  /** The file that leads the others; nothing where an addition goes beside a file that is there. */
  readonly main: Wanted | undefined;
  /** What is made without companions, the main file last. */
  readonly made: readonly ProjectPath[];
}

/** Draws an addition up, and leaves it open. Throws as `draftAddition`. */
export function drawAddition(app: App, request: AddRequest): Drawn {
  const draft = new SetupDraft(app.store);
  const { feature, wanted } = addTo(draft, app, request);
  return {
    draft,
    role: knownRole(app, request.role),
    feature,
    main: wanted.at(-1),
    made: wanted.map(({ path }) => path),
  };
}

/** Draws a new feature up: what the arrangement begins one with, or the roles that are asked for. Throws as `draftAddition`. */
export function draftFeature(app: App, { name, with: wanted }: Pick<AddRequest, "name" | "with">): SetUp {
  ensureUsable(name, splitWords(name));
  const begin = wanted.length > 0 ? wanted : (app.arrangement.data["feature-starts-with"] ?? ["screen"]);
  const there = existingFeatures(app);
  const { same } = meantName(name, there);
  const folder = app.layout.featureFolder(same ?? app.layout.spellFeature(name));
  if (same !== undefined && folder !== undefined)
    throw new ShelfError("NAME_TAKEN", {
      path: `The feature ${name}`,
      other: `${folder}/`,
      reason: "so add to it with `add ROLE NAME --feature`",
    });
  const draft = new SetupDraft(app.store);
  for (const each of begin) {
    const role = knownRole(app, each);
    const inFeature = app.layout.shelves.some((shelf) => shelf.holds.includes(role) && shelf.at.includes("{feature}"));
    addTo(draft, app, { role, name, with: [], without: [], ...(inFeature && { feature: name }) });
  }
  if (folder === undefined)
    draft.note(
      `${app.layout.arrangement} has no folders for features, so the files went to the shelves of their roles.`,
    );
  return draft.finish();
}

/** What was understood: the feature, and the files that lead. */
interface Understood {
  readonly feature: string | undefined;
  readonly wanted: readonly Wanted[];
}

function addTo(draft: SetupDraft, app: App, request: AddRequest): Understood {
  const role = knownRole(app, request.role);
  const known = app.stack.roles[role];
  if (!known) throw new BrokenAssumption(`${role} was looked up before`);
  const { data, isOwn } = withOwnStarters(app, role, known);
  // What does a thing goes with what the app may ask for, and neither is of use alone.
  const whole = role === "implementation" && !isOwn && request.from === undefined ? madeWith(app, role) : undefined;
  if (whole !== undefined) return addTo(draft, app, { ...request, role: whole });
  if (role === "test" || role === "story") {
    addBeside(draft, app, { ...request, role });
    return { feature: request.feature, wanted: [] };
  }
  const slash = request.name.lastIndexOf("/");
  const [below, name] = [request.name.slice(0, Math.max(0, slash)), request.name.slice(slash + 1)];
  for (const part of below === "" ? [] : below.split("/")) ensureLegal(part);
  const feature = meantFeature(app, request.feature, draft);
  const adding: Adding = { ...request, draft, app, role, data, name, below, feature, word: request.role };
  ensureUsable(name, splitWords(name));
  const wanted = wantedFiles(adding);
  // What a view is made with may have made it.
  if (wanted.every(({ path }) => draft.made.includes(path))) return { feature, wanted };
  const view = wanted.at(-1) && !request.from ? viewCustomOf(adding, wanted.at(-1) as Wanted) : undefined;
  const others = new Map(wanted.map(({ id, path }) => [id, path]));
  const there = wanted.filter(({ path }) => app.store.stat(path)?.kind === "file");
  const isBegun = there.length > 0 && there.length < wanted.length;
  for (const each of wanted) {
    if (isBegun && there.includes(each)) {
      draft.note(`${nameOf(each.path)} is there already, and stays as it is.`);
      noteOther(draft, each.path, textFor(adding, each, others).text);
      continue;
    }
    ensureFree(app, each);
    makeFile({ ...adding, fillings: view && fillingsOf(app, each.path, view) }, each, others);
  }
  if (role === "state" && wanted.length > 1) draft.belongTogether(wanted.map(({ path }) => path));
  const main = wanted.at(-1);
  if (view?.viewModel && !draft.has(view.viewModel.path))
    addTo(draft, app, {
      role: "view-model",
      name: view.viewModel.name,
      feature: request.feature,
      with: [],
      without: [],
    });
  const isListed = main !== undefined && listAmongSisters(adding, main, view?.viewModel !== undefined);
  if (main) listNewFile(adding, main, isListed);
  if (main && request.first === true) showFirst(adding, main);
  return { feature, wanted };
}

/** The role whose files are made together with those of another: of what does a thing, what the app may ask for. */
function madeWith({ stack }: App, role: Role): Role | undefined {
  const [whole] = Object.entries(stack.roles).find(([, data]) => data.makes?.some((make) => make.role === role)) ?? [];
  return whole as Role | undefined;
}

/** The text of a file by its starter, and the files that it names. */
function textFor(
  adding: Adding,
  wanted: Wanted,
  others: ReadonlyMap<string, ProjectPath>,
): { readonly text: string; readonly meant: ReadonlySet<ProjectPath> } {
  const { app, role, feature, fillings } = adding;
  const meant = new Set<ProjectPath>();
  if (wanted.starter === undefined) return { text: "", meant };
  const companions = wanted.role === role ? chosenCompanions(adding) : [];
  // `«style?»`: a companion that is made too; `«abstracts?»`: a file of the beginning that is there.
  const has = (condition: string): boolean =>
    companions.includes(condition) || fillings?.conditions.has(condition) === true || isStartThere(app, condition);
  const { path, words, stem } = wanted;
  const filling: Filling = { app, path, words, stem, feature, others, more: fillings?.values };
  return { text: fillStarter(readStarter(app, wanted.starter, has), valuesFor(filling, meant), has), meant };
}

function makeFile(adding: Adding, wanted: Wanted, others: ReadonlyMap<string, ProjectPath>): void {
  const { app, draft, role, data, from } = adding;
  const companions = wanted.role === role ? chosenCompanions(adding) : [];
  if (from) draft.make(wanted.path, from.bytes, wanted.role);
  else if (wanted.starter !== undefined) {
    const { text, meant } = textFor(adding, wanted, others);
    const byDefault = adding.isDefault === true ? languageFor(wanted.path)?.byDefault : undefined;
    const own = byDefault?.given(text, nameOf(wanted.path)) ?? text;
    draft.make(wanted.path, likeOthers(app, wanted.path, own), wanted.role, meant);
  }
  const sisters = sistersOf(app, wanted.role, extensionOf(nameOf(wanted.path)));
  draft.isLike(
    wanted.path,
    sisters.map(({ path }) => path),
  );
  for (const name of companions) {
    const companion = data.companions?.[name];
    if (companion) makeCompanion(adding, { name, companion, leader: wanted, sisters });
  }
}
