/** How the views of an app are made: with which element, and how each gets its view-model. A new one is made so, too. */
import { partsOf, type App } from "../../app/index.js";
import { inCase, splitWords } from "../../base/names/index.js";
import { inFolder, folderOf, nameOf, type ProjectPath } from "../../base/paths.js";
import { languageFor, nameIn, type NewView, type ViewForm } from "../../languages/index.js";
import type { Adding, Fillings, Wanted } from "./adding.js";
import { endingOf, most, sistersOf, textOf, type Sister } from "./sisters.js";
import { namespaceOf } from "./values.js";
import { placeFor } from "./wanted-files.js";

/** What a new view is made with. */
export interface ViewCustom {
  /** The element at the root of its markup, and words for its starters. */
  readonly form: NewView;
  readonly binding: ViewForm["binding"];
  /** Its view-model, where views have one: what it is called after, and where it lies. */
  readonly viewModel?: { readonly name: string; readonly path: ProjectPath };
}

/** What the starters of a view are filled in with. */
export function fillingsOf(app: App, view: ProjectPath, { form, binding, viewModel }: ViewCustom): Fillings {
  const conditions = new Set([`bound ${binding}`.replaceAll(" ", "-")]);
  const values: Record<string, string> = { ...form.values };
  if (viewModel) {
    const space = namespaceOf(app, viewModel.path);
    values["view-model"] = inCase(splitWords(partsOf(nameOf(viewModel.path)).stem), "Pascal");
    values["view-models"] = space;
    const isNamed = binding === "in code" || binding === "given";
    if (isNamed && space !== namespaceOf(app, view)) conditions.add("takes-in");
  }
  return { values, conditions };
}

interface Known {
  readonly sister: Sister;
  readonly form: ViewForm;
}

/** Learns it of the views that are there; `undefined` for what is no view. */
export function viewCustomOf(adding: Adding, main: Wanted): ViewCustom | undefined {
  const language = languageFor(main.path);
  if (!language?.viewForm || !language.newView) return undefined;
  const { app, role, feature } = adding;
  const extension = nameOf(main.path).slice(main.stem.length);
  const known = sistersOf(app, role, extension).flatMap((sister): Known[] => {
    const form = language.viewForm?.(textOf(app, sister.path), behindOf(adding, sister.path));
    return form ? [{ sister, form }] : [];
  });
  const ending = endingOf(main.stem, main.words);
  const alike = known.filter(({ sister }) => endingOf(sister.stem, sister.words) === ending);
  const usual = (some: readonly Known[]): string | undefined =>
    most(some.map(({ form }) => form.root).filter((root) => !root.includes(":")));
  const form = language.newView(ending, usual(alike), usual(known));
  const bound = known.filter(({ form }) => form.binding !== "none");
  // One window that is bound says nothing where the rest are not.
  const binding = bound.length * 2 >= known.length ? (most(bound.map(({ form }) => form.binding)) ?? "none") : "none";
  if (binding === "none") return { form, binding };
  const isWhole = bound.filter((each) => isCalledWhole(adding, each)).length * 2 > bound.length;
  const name = isWhole ? main.stem : inCase(main.words, "Pascal");
  const data = app.stack.roles["view-model"];
  const path =
    data && placeFor(app, { role: "view-model", name, feature, extension: nameIn(app.language, data.extension) });
  return path === undefined ? { form, binding: "none" } : { form, binding, viewModel: { name, path } };
}

/** What is behind a view: the file that bears its whole name. */
function behindOf({ app, data }: Adding, path: ProjectPath): string {
  const { stem } = partsOf(nameOf(path));
  for (const { ending } of Object.values(data.companions ?? {})) {
    const behind = inFolder(folderOf(path), stem + nameIn(app.language, ending));
    if (app.store.stat(behind)?.kind === "file") return textOf(app, behind);
  }
  return "";
}

/** Whether a view-model is called after the whole name of its view: `TreesPageViewModel`. */
function isCalledWhole({ app, feature }: Adding, { sister, form }: Known): boolean {
  if (form.viewModel !== undefined) return form.viewModel.startsWith(sister.stem);
  const data = app.stack.roles["view-model"];
  const path =
    data &&
    placeFor(app, { role: "view-model", name: sister.stem, feature, extension: nameIn(app.language, data.extension) });
  return path !== undefined && app.store.stat(path)?.kind === "file";
}
