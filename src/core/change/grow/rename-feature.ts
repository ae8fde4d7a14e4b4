/**
 * `rename feature`: its folders and files, and the names that it declares, wherever they are meant. What only letters tell (routes, types of
 * actions, keys of the store, words for people) is listed, and changes where somebody agrees.
 */
import { ShelfError } from "../../base/errors.js";
import { inCase, splitWords, whyIllegal } from "../../base/names/index.js";
import { isBelow, nameOf, type ProjectPath } from "../../base/paths.js";
import { foundByPlace, type Project } from "../../app/index.js";
import type { AppAnalysis } from "../../insight/analysis.js";
import { Modules, type ReferenceGraph } from "../../graph/index.js";
import { languageFor, languagesInUse, prepareNames, type Variable } from "../../languages/index.js";
import {
  entriesIn,
  exampleByPlaces,
  exampleCalled,
  examplesOf,
  FeatureName,
  Shapes,
  type Example,
} from "../../insight/wiring/index.js";
import type { Claim, DraftEdit } from "../draft.js";
import type { Move } from "../plan/index.js";
import { NameEdits, type NewName, type RenameDraft } from "../rename/index.js";
import { FeatureMentions } from "./feature-mentions.js";
import { NewFeatureName } from "./new-name.js";
import { renameTypes } from "./rename-types.js";

/** What was asked. */
export interface FeatureRenameRequest {
  readonly analysed: AppAnalysis;
  readonly graph: ReferenceGraph;
  readonly project: Project;
  /** The feature, and its new name, in any case. */
  readonly name: string;
  readonly to: string;
}

/** A feature that gets another name. */
export interface RenamedFeature extends RenameDraft {
  readonly feature: string;
  /** Files of it that a framework finds by their place, by the framework: they stay where they are. */
  readonly stay: readonly { readonly path: ProjectPath; readonly by: string }[];
}

/**
 * Works it out. Throws `EXAMPLE_MISSING` for a feature that is not there, `NAME_TAKEN` for a name that another has, `NAME_UNUSABLE` for
 * what cannot be one, `RENAME_TAKEN` where a file has something of the new name.
 */
export async function renameFeature(request: FeatureRenameRequest): Promise<RenamedFeature> {
  const { analysed, graph, project, name, to } = request;
  const examples = examplesOf(analysed, graph);
  const found = exampleCalled(name, examples) ?? exampleByPlaces(name, examples, analysed.catalogue);
  if (!found) throw new ShelfError("EXAMPLE_MISSING", { path: name, paths: examples.map(({ feature }) => feature) });
  const words = splitWords(to);
  const old = found.name.words;
  const reason =
    whyIllegal(to) ??
    (/^\P{L}/u.test(to) || words.length === 0 ? "code has to call things by it" : undefined) ??
    (inCase(words, "kebab") === inCase(old, "kebab") ? "that is its name already" : undefined);
  if (reason !== undefined) throw new ShelfError("NAME_UNUSABLE", { path: to, reason });
  const taken = exampleCalled(to, examples);
  if (taken && taken !== found)
    throw new ShelfError("NAME_TAKEN", {
      path: `The feature ${to}`,
      other: taken.files[0] ?? taken.feature,
      reason: "so make them one with `join features`",
    });
  const { inPaths } = found.name;
  // What it is about, where that is called otherwise, keeps its name.
  const from = new FeatureName(old, inPaths);
  FeatureName.tellApart(
    [from],
    examples.filter((each) => each !== found).map((each) => each.name),
  );
  await Promise.all([prepareNames(project.tree), ...languagesInUse().map((language) => language.prepare())]);
  return new FeatureRenaming(
    request,
    { ...found, name: from },
    examples.filter((each) => each !== found),
    new NewFeatureName(from, new FeatureName(words, inPaths), tellsCounts(from, found.files, graph)),
  ).work();
}

/** Whether files or names of a feature are told apart by whether one is meant or several. */
function tellsCounts(name: FeatureName, files: readonly ProjectPath[], graph: ReferenceGraph): boolean {
  const said = files.flatMap((path) => [
    nameOf(path),
    ...(graph.files.get(path)?.reading.exports ?? []).map((each) => each.name),
  ]);
  const ways = said.flatMap((each) => name.in(each).map((found) => found.ways));
  const has = (count: string): boolean => ways.some((all) => [...all].some((way) => way.startsWith(`${count} `)));
  return has("one") && has("many");
}

class FeatureRenaming {
  readonly #modules: Modules;
  readonly #moves: readonly Move[];
  readonly #stay: RenamedFeature["stay"];
  readonly #own: ReadonlySet<ProjectPath>;
  readonly #names: NameEdits;
  readonly #shapes: Shapes;

  constructor(
    readonly request: FeatureRenameRequest,
    readonly example: Example,
    readonly others: readonly Example[],
    readonly name: NewFeatureName,
  ) {
    const { project, graph } = request;
    this.#modules = new Modules(project.tree, graph.resolver);
    const { moves, stay } = this.#relocated();
    this.#moves = moves;
    this.#stay = stay;
    this.#own = new Set([...moves.map(({ from }) => from), ...example.files]);
    this.#shapes = new Shapes(graph);
    this.#names = new NameEdits({
      modules: this.#modules,
      tree: project.tree,
      called: (each) => name.identifier(each),
      own: (path, variable) => this.#inner(path, variable),
    });
  }

  async work(): Promise<RenamedFeature> {
    const { tree } = this.request.project;
    const candidates = await this.#candidates();
    const spans = await this.#entries(candidates);
    const types = await renameTypes({ ...this.request, files: [...this.#own], name: this.name });
    const names = await this.#declared(spans);
    const holders = candidates.filter((path) => languageFor(path)?.names !== undefined);
    const { edits, all } = await this.#names.edits(names, holders);
    const every = [...this.#configured(), ...edits, ...types.edits];
    const claims = all
      .filter(({ from, to }) => from !== to)
      .flatMap(({ files, from, to }) => files.map((file): Claim => ({ kind: "renames", file, name: from, to })));
    const renamed = [
      ...all
        .filter(({ from, to }) => from !== to)
        .map(({ files: [file = "" as ProjectPath], from, to }) => ({ from, to, file })),
      ...types.names,
    ];
    const mentions = await new FeatureMentions({
      tree,
      modules: this.#modules,
      names: this.#names,
      name: this.name,
      own: this.#own,
      spans,
      renamed: new Set(renamed.map(({ from }) => from)),
      edits: every,
    }).find(candidates);
    const changed = [...this.#own, ...every.map(({ file }) => file)];
    return {
      draft: { moves: this.#moves, edits: every, made: [], claims: [...claims, ...types.claims] },
      names: renamed,
      mentions,
      alike: [],
      generated: [...new Set(changed)].filter((path) => this.#isGenerated(path)),
      unwritten: [],
      feature: this.example.feature,
      stay: this.#stay,
    };
  }

  /** All files of its folders, and those that are called after it. */
  #relocated(): { readonly moves: readonly Move[]; readonly stay: RenamedFeature["stay"] } {
    const { analysed, project } = this.request;
    const { app, catalogue } = analysed;
    const folders = (catalogue.features.find(({ name }) => name === this.example.feature)?.folders ?? []).filter(
      (folder) => this.name.from.in(folder).length > 0,
    );
    const files = new Set(this.example.files);
    const byPlace = foundByPlace(project.tree, app);
    const moves: Move[] = [];
    const stay: { path: ProjectPath; by: string }[] = [];
    const { source } = app.layout;
    for (const path of project.tree.paths) {
      if (!files.has(path) && !folders.some((folder) => isBelow(path, folder))) continue;
      const above = source !== "" && isBelow(path, source) ? source : app.folder;
      const to = this.name.path(path, above);
      if (to === path) continue;
      const by = byPlace(path);
      if (by === undefined) moves.push({ from: path, to, why: "asked" });
      else stay.push({ path, by });
    }
    return { moves, stay };
  }

  /** Its own files, and those that hold its name or reference one of them. */
  async #candidates(): Promise<readonly ProjectPath[]> {
    const { tree } = this.request.project;
    const users = new Set([...this.#own].flatMap((path) => this.request.graph.usesOf(path).map(({ from }) => from)));
    const hit = await tree.store.search(this.name.from.spellings);
    return tree.paths.filter(
      (path) => !tree.isLink(path) && (this.#own.has(path) || users.has(path) || hit?.has(path) !== false),
    );
  }

  /** Where other files list it as they list the others. */
  async #entries(candidates: readonly ProjectPath[]): Promise<ReadonlyMap<ProjectPath, readonly Span[]>> {
    const found = new Map<ProjectPath, readonly Span[]>();
    const owned = new Set(this.others.flatMap(({ files }) => files));
    for (const path of candidates) {
      if (this.#own.has(path) || owned.has(path)) continue;
      const shape = await this.#shapes.of(path, this.example);
      if (!shape) continue;
      const entries = entriesIn(shape, await this.#shapes.all(path, this.others), 1);
      if (entries.length > 0)
        found.set(
          path,
          entries.map(({ item }) => item),
        );
    }
    return found;
  }

  /** What its files declare, and what others declare for it, by its name. */
  async #declared(spans: ReadonlyMap<ProjectPath, readonly Span[]>): Promise<NewName[]> {
    const found: NewName[] = [];
    for (const path of [...this.#own, ...spans.keys()]) {
      const names = await this.#names.namesIn(path);
      if (!names) continue;
      const within = spans.get(path);
      const taken = this.#takenIn(path);
      for (const variable of names.variables) {
        const at = declaredAt(variable);
        const to = variable.level === "top" ? this.name.identifier(variable.name) : undefined;
        if (to === undefined || at === undefined || taken.has(at)) continue;
        if (within && !within.some(({ start, end }) => start <= at && at < end)) continue;
        found.push({ files: [path], from: variable.name, to });
      }
      const isGiven = (this.#modules.reading(path).exports ?? []).some(({ name }) => name === "default");
      if (isGiven && !within) found.push({ files: [path], from: "default", to: "default" });
    }
    return found;
  }

  /** Where a file takes names of others. */
  #takenIn(path: ProjectPath): ReadonlySet<number> {
    const { references } = this.#modules.reading(path);
    return new Set(references.flatMap(({ bindings = [] }) => bindings.map(({ localStart }) => localStart)));
  }

  /** A variable of its files that is known nowhere else; elsewhere, what holds one of its files as a whole, or what that gives by default. */
  #inner(path: ProjectPath, variable: Variable): string | undefined {
    const at = declaredAt(variable);
    if (at === undefined || variable.level === "free") return undefined;
    if (variable.level === "inner") return this.#own.has(path) ? this.name.identifier(variable.name) : undefined;
    const { references } = this.#modules.reading(path);
    const whole = references.find(({ bindings = [] }) =>
      bindings.some(({ imported, localStart }) => /^(?:\*|default)$/.test(imported) && localStart === at),
    );
    const isOfIt = whole && this.#modules.targetsOf(path, whole).some((target) => this.#own.has(target));
    return isOfIt === true ? this.name.identifier(variable.name) : undefined;
  }

  /** The configuration calls it by its name. */
  #configured(): DraftEdit[] {
    const { project, analysed } = this.request;
    const file = project.configurations.find(({ folder }) => folder === analysed.app.folder)?.file;
    const text = file === undefined ? undefined : project.tree.text(file)?.text;
    if (file === undefined || text === undefined) return [];
    const { references } = this.#modules.reading(file);
    return this.name.from
      .in(text)
      .filter(({ start }) => !references.some((each) => each.start <= start && start < each.end))
      .filter(({ start }) => !/#.*$/.test(text.slice(text.lastIndexOf("\n", start) + 1, start)))
      .flatMap(({ start, end }): DraftEdit[] => {
        const to = this.name.spelled(text, "path", start, end);
        return to === undefined ? [] : [{ file, start, end, text: to, why: "configures it" }];
      });
  }

  #isGenerated(path: ProjectPath): boolean {
    const text = this.request.project.tree.text(path)?.text;
    const signs = text === undefined ? [] : languageFor(path)?.outline(text, path).signs;
    return signs?.includes("generated") === true;
  }
}

interface Span {
  readonly start: number;
  readonly end: number;
}

function declaredAt({ places }: Variable): number | undefined {
  return places.find(({ isDeclared }) => isDeclared)?.start;
}
