/** `add screen NAME` and its like: the new file is mentioned wherever the others of its role are. */
import { partsOf, type App } from "../../app/index.js";
import { extensionOf, type Role } from "../../app/arrangement/index.js";
import { splitWords, wordsKey } from "../../base/names/index.js";
import { folderOf, nameOf, type ProjectPath } from "../../base/paths.js";
import type { Progress } from "../../base/progress.js";
import type { ReferenceGraph } from "../../graph/index.js";
import type { AppAnalysis } from "../../insight/analysis.js";
import {
  FeatureName,
  learnWiring,
  wordsInPaths,
  type Compared,
  type Counterpart,
  type Example,
  type Kept,
  type LearntFile,
  type WiredFile,
  type Wiring,
} from "../../insight/wiring/index.js";
import { extractFrom, languageFor } from "../../languages/index.js";
import {
  drawAddition,
  isListedRole,
  nameByRole,
  specifierTo,
  withOwnStarters,
  type AddRequest,
  type Drawn,
  type SetUp,
} from "../setup/index.js";
import { specifierLike } from "./specifier-like.js";
import { spelled, writeText, type Written } from "./spell-out.js";
import { Wirer, type ToFill } from "./wirer.js";

/** What was asked. */
export interface FileGrowRequest {
  /** The app in which it is made. */
  readonly app: App;
  /** What is known of it. */
  readonly analysed: AppAnalysis;
  readonly graph: ReferenceGraph;
  readonly request: AddRequest;
  readonly progress?: Progress;
}

/** A file that was drawn up with all that mentions it. */
export interface GrownFile extends SetUp {
  /** The file that was the example of what mentions the new one; nothing where none was followed. */
  readonly like: ProjectPath | undefined;
  readonly toFill: readonly ToFill[];
  /** Files that mention the example and could not be read. */
  readonly unread: readonly ProjectPath[];
  /** Where several files go together: the others with which the example was compared, and what is there already of the new ones. */
  readonly set?: { readonly sisters: readonly ProjectPath[]; readonly there: readonly ProjectPath[] };
}

/** Draws it up. Throws as `draftAddition`. */
export async function growFile({ app, analysed, graph, request, progress }: FileGrowRequest): Promise<GrownFile> {
  const plain = drawAddition(app, request);
  const { main } = plain;
  if (!main || !isListedRole(plain.role)) return unmentioned(plain);
  const units = unitsOf(analysed, plain.role);
  const compared = groupsOf(units, analysed, plain);
  if (compared.length === 0) return unmentioned(plain);
  const learnt = await learnWiring({
    analysed,
    graph,
    progress,
    units: { all: units, compared, feature: plain.feature },
  });
  if (!learnt) return unmentioned(plain, usersOf(units, analysed, plain));
  // Where an arrangement says how a file is listed, it is listed so.
  const wired = learnt.wired.filter(({ path }) => plain.draft.changedText(path) === undefined);
  const wiring = { ...learnt, wired };
  noteUnread(plain, wiring);
  if (wired.length === 0) return { ...unmentioned(plain, usersOf(units, analysed, plain)), unread: wiring.unread };
  const to = new FeatureName(main.words, units[0]?.name.inPaths);
  const input = { app, graph, wiring, to };
  const first = new Mentioning({ ...input, drawn: plain });
  if (first.mention()) return first.finish();
  const byDefault = drawAddition(app, { ...request, isDefault: true });
  noteUnread(byDefault, wiring);
  const second = new Mentioning({ ...input, drawn: byDefault });
  if (second.mention()) return second.finish();
  // What mentions the others asks for what a starter does not have, so the file is made as they are.
  const example = wiring.compared.example.files[0];
  const known = app.stack.roles[plain.role];
  const isOwnStarter = known !== undefined && withOwnStarters(app, plain.role, known).isOwn;
  const own = request.from ? undefined : wiring.files.find(({ path }) => path === example);
  if (own && plain.made.length === 1 && !isOwnStarter && !isHollow(own.kept)) {
    const written = writeText({ kept: own.kept, to, sisters: own.sisters });
    const from = { bytes: Buffer.from(written.text), extension: extensionOf(nameOf(main.path)) };
    const drawn = drawAddition(app, { ...request, from });
    noteUnread(drawn, wiring);
    const again = new Mentioning({ ...input, drawn, own: { learnt: own, written } });
    if (again.mention()) return again.finish();
  }
  const places = wired.map(({ path }) => path);
  // What was tried is in the draft.
  const left = drawAddition(app, request);
  noteUnread(left, wiring);
  left.draft.note(
    `${enumerated(places)} ${places.length === 1 ? "mentions" : "mention"} ${nameOf(example ?? "")} in a way that would not hold for ${nameOf(main.path)}, so ${nameOf(main.path)} is not mentioned there yet.`,
  );
  return { ...unmentioned(left), unread: wiring.unread };
}

/** Whether something is left without its inside: a function that does nothing is no example. */
function isHollow(kept: Kept, row = kept.root): boolean {
  return row.items.some(
    (item) =>
      kept.has(item) &&
      item.rows.some(
        (inner) =>
          (inner.kind === "statements" && inner.items.length > 0 && !inner.items.some((each) => kept.has(each))) ||
          isHollow(kept, inner),
      ),
  );
}

function noteUnread({ draft, main }: Drawn, { unread, compared }: Wiring): void {
  const [like = "", own = ""] = [compared.example.files[0], main?.path];
  for (const path of unread)
    draft.note(
      `${path} mentions ${nameOf(like)} and could not be read, so nothing is known of what ${nameOf(own)} needs there.`,
    );
}

function enumerated(paths: readonly ProjectPath[]): string {
  return paths.join(", ").replace(/, ([^,]+)$/, " and $1");
}

/** `users`: files that use several of its sisters, and to which nothing was added. */
function unmentioned({ draft, main }: Drawn, users: readonly ProjectPath[] = []): GrownFile {
  const open = main ? users.filter((path) => draft.changedText(path) === undefined) : [];
  if (main && open.length > 0 && open.length === users.length)
    draft.note(
      `Nothing mentions ${nameOf(main.path)} yet: ${enumerated(open)} ${open.length === 1 ? "uses" : "use"} others of its kind, each in a way of its own; add it there yourself.`,
    );
  return { ...draft.finish(), like: undefined, toFill: [], unread: [] };
}

/** What files of a role there are, each with what goes with it, by the words of its name. */
function unitsOf({ app, catalogue }: AppAnalysis, role: Role): readonly Example[] {
  const entries = [...catalogue.entries.values()];
  const inPaths = wordsInPaths(entries.map(({ path }) => path));
  const companions = new Map<ProjectPath, ProjectPath[]>();
  for (const { path, leader } of entries)
    if (leader !== undefined) companions.set(leader, [...(companions.get(leader) ?? []), path]);
  const found = new Map<string, { readonly words: readonly string[]; readonly files: ProjectPath[] }>();
  for (const { path, leads, isIndex, isLeft, role: its, feature } of entries) {
    if (its.is !== role || !leads || isIndex || isLeft || !app.stack.code.includes(extensionOf(nameOf(path)))) continue;
    const stem = partsOf(nameOf(path)).stem;
    // `screens/Harvest/index.tsx` is called by its folder.
    const words = stem === "index" ? splitWords(nameOf(folderOf(path))) : nameByRole(app, role, path).words;
    if (words.length === 0) continue;
    const key = `${feature.is} ${wordsKey(words)}`;
    const there = found.get(key) ?? { words, files: [] };
    there.files.push(path, ...(companions.get(path) ?? []));
    found.set(key, there);
  }
  return [...found.values()].map(({ words, files }): Example => ({
    feature: files[0] ?? "",
    name: new FeatureName(words, inPaths),
    files,
  }));
}

/** The one or two files that use most of the sisters that a new file has: those of its feature, else those of the app. */
function usersOf(units: readonly Example[], { catalogue }: AppAnalysis, { feature }: Drawn): readonly ProjectPath[] {
  const { entries, uses } = catalogue;
  const first = ({ files: [path] }: Example): ProjectPath => path ?? ("" as ProjectPath);
  const ofFeature = units.filter((unit) => entries.get(first(unit))?.feature.is === feature);
  for (const group of [ofFeature, units]) {
    const counts = new Map<ProjectPath, number>();
    for (const unit of group)
      for (const path of uses.usersOf(first(unit))) {
        const entry = entries.get(path);
        const isPlace = entry?.leads && !entry.isIndex && !/^(?:test|story)$/.test(entry.role.is ?? "");
        if (isPlace === true) counts.set(path, (counts.get(path) ?? 0) + 1);
      }
    const several = [...counts].filter(([, count]) => count > 1).sort(([, a], [, b]) => b - a);
    if (several.length > 0) return several.slice(0, 2).map(([path]) => path);
  }
  return [];
}

/** How many examples are looked at closely. */
const mostExamples = 3;
/** What so many files do alike is what all do. */
const mostSisters = 20;

/**
 * The files that may be the example, each with its sisters: those of the same feature, if there are two, before all of the app. The
 * ones that lie where the new one will are the likeliest.
 */
function groupsOf(
  units: readonly Example[],
  { catalogue }: AppAnalysis,
  { main, feature }: Drawn,
): readonly Compared[] {
  const folder = folderOf(main?.path ?? ("" as ProjectPath));
  const first = ({ files: [path] }: Example): ProjectPath => path ?? ("" as ProjectPath);
  const isNear = (unit: Example): boolean => folderOf(first(unit)) === folder;
  const ofFeature = units.filter((unit) => catalogue.entries.get(first(unit))?.feature.is === feature);
  const groups = [ofFeature, units].filter((group) => group.length > 1);
  return groups.flatMap((group) => {
    const likely = [...group.filter(isNear), ...group.filter((unit) => !isNear(unit))].slice(0, mostExamples);
    return likely.map((example) => {
      const sisters = sistersOf(example, group);
      // Where a longer name stands, a shorter one in it is not meant.
      FeatureName.tellApart(
        [example, ...sisters].map(({ name }) => name),
        units.map((each) => each.name),
      );
      return comparedTo(example, sisters);
    });
  });
}

/** The others; of very many, the first and the last, behind which a new one may go. */
export function sistersOf(example: Example, group: readonly Example[]): readonly Example[] {
  const others = group.filter((each) => each !== example);
  const half = mostSisters / 2;
  return others.length <= mostSisters ? others : [...others.slice(0, half), ...others.slice(-half)];
}

/** An example with its sisters, the same file of each beside each of its own. */
export function comparedTo(example: Example, sisters: readonly Example[]): Compared {
  const place = ({ name }: Example, path: ProjectPath): string => name.without(nameOf(path));
  const files = example.files.map((path): Counterpart => {
    const key = place(example, path);
    const same = new Map(
      sisters.flatMap((sister) => {
        const own = sister.files.find((each) => place(sister, each) === key) ?? sister.files[0];
        const isMain = path === example.files[0];
        return own !== undefined && (isMain || place(sister, own) === key) ? [[sister, own] as const] : [];
      }),
    );
    return { path, ways: new Map(example.name.in(path).map(({ start, ways }) => [start, ways])), sisters: same };
  });
  return { example, sisters, files };
}

interface MentioningInput {
  readonly app: App;
  readonly graph: ReferenceGraph;
  readonly wiring: Wiring;
  readonly drawn: Drawn;
  readonly to: FeatureName;
  /** What the new file was made from, if that is the example. */
  readonly own?: { readonly learnt: LearntFile; readonly written: Written };
}

/** Mentions what was drawn up as its example is. */
class Mentioning {
  readonly #wirer: Wirer;

  constructor(readonly input: MentioningInput) {
    const { app, graph, wiring, drawn, to } = input;
    const { specifiers } = app.stack;
    this.#wirer = new Wirer({
      draft: drawn.draft,
      wiring,
      graph,
      to,
      specifierFor: (like) => specifierLike(like) ?? specifierTo(like.from, like.to, specifiers),
    });
    const [example] = wiring.compared.example.files;
    for (const counterpart of wiring.compared.files) {
      const { path } = counterpart;
      const name = nameOf(this.#wirer.placeFor(counterpart));
      const place = path === example ? drawn.main?.path : drawn.draft.made.find((each) => nameOf(each) === name);
      if (place !== undefined) this.#wirer.places.set(path, place);
    }
  }

  /** Whether the new file has all for which it would be asked: the names, and what it gives by default. */
  fits(): boolean {
    const { wiring, drawn, to, graph } = this.input;
    const texts = drawn.made.map((path) => drawn.draft.textOf(path) ?? "");
    const has = new Set(texts.flatMap((text) => text.match(identifiers) ?? []));
    const given = new Map(
      drawn.made.map((path) => [path, extractFrom(drawn.draft.textOf(path) ?? "", path, "exact").exports]),
    );
    const declared = this.#declared();
    const isThere = ({ shape, entries, path }: WiredFile): boolean => {
      const own = this.#ownNames(path, shape.text);
      return entries.every(({ kept, item, isCut }) => {
        if (isCut === true) return false;
        for (const { 0: word, index } of shape.text.slice(item.start, item.end).matchAll(identifiers)) {
          const start = item.start + index;
          const isPath = [...shape.references.values()].some((each) => each.start <= start && start < each.end);
          if (isPath || own.has(word) || !declared.has(word) || !kept.isKept(start)) continue;
          if (!has.has(spelled({ kept, to }, { start, end: start + word.length, within: "code" }))) return false;
        }
        return (graph.files.get(path)?.references ?? []).every(({ reference, resolution }) => {
          const [target] = resolution.state === "found" ? resolution.targets : [];
          const place = target && this.#wirer.places.get(target);
          const exports = place && given.get(place);
          if (!exports || !kept.isKept(reference.start) || reference.start < item.start || reference.start >= item.end)
            return true;
          const names = new Set(exports.map(({ name }) => name));
          const asked = (reference.bindings ?? []).map(({ imported }) => imported);
          // `lazy(() => import("…"))` takes what is given by default.
          const isWhole = asked.every((name) => name === "*");
          const givesDefault =
            graph.files.get(target)?.reading.exports?.some(({ name }) => name === "default") === true;
          if (isWhole && givesDefault && !names.has("default")) return false;
          return asked.every((name) => name === "*" || names.has(name) || this.#isNamed(name));
        });
      });
    };
    return wiring.wired.every(isThere);
  }

  /** What a file calls the example by itself, whatever that calls itself: a default, or all of it. */
  #ownNames(path: ProjectPath, text: string): ReadonlySet<string> {
    const { graph } = this.input;
    const found = new Set<string>();
    for (const { reference, resolution } of graph.files.get(path)?.references ?? []) {
      if (resolution.state !== "found" || !resolution.targets.some((each) => this.#wirer.places.has(each))) continue;
      for (const { imported, local } of reference.bindings ?? [])
        if (imported === "default" || imported === "*") found.add(local);
      const whole = languageFor(path)?.views?.localOf(text, reference.start);
      if (whole !== undefined) found.add(whole);
    }
    return found;
  }

  /** What the example declares; every word in it where that is not told. */
  #declared(): ReadonlySet<string> {
    const { wiring, graph } = this.input;
    const { files } = wiring.compared.example;
    return new Set(
      files.flatMap((path) => {
        // What goes with it asks for names, and has none that others ask for.
        if (path !== files[0]) return [];
        const names = wiring.files.find((each) => each.path === path)?.kept.shape.names;
        const taken = new Set(
          (graph.files.get(path)?.references ?? []).flatMap(({ reference }) =>
            (reference.bindings ?? []).map(({ local }) => local),
          ),
        );
        if (names)
          return names.variables.flatMap(({ name, level }) => (level === "top" && !taken.has(name) ? [name] : []));
        return graph.tree.text(path)?.text.match(identifiers) ?? [];
      }),
    );
  }

  /** Whether a name has the example's in it, so that it was looked for by that. */
  #isNamed(name: string): boolean {
    return this.input.wiring.compared.example.name.in(name).length > 0;
  }

  /** Mentions it in the draft; gives whether all that is taken is there. */
  mention(): boolean {
    if (!this.fits()) return false;
    for (const each of this.input.wiring.wired) this.#wirer.wire(each);
    return this.input.wiring.wired.every(({ path, shape }) => this.#isGiven(path, shape.text));
  }

  /** Whether every name that a file takes anew is given by the file from which it is taken: an index may not pass it on. */
  #isGiven(path: ProjectPath, before: string): boolean {
    const { graph, drawn } = this.input;
    const after = drawn.draft.changedText(path);
    if (after === undefined) return true;
    const had = new Set(before.match(identifiers));
    const known = graph.files.get(path)?.references ?? [];
    return extractFrom(after, path, "exact").references.every(({ specifier, bindings = [] }) => {
      const taken = bindings.filter(({ imported }) => imported !== "*" && imported !== "default" && !had.has(imported));
      const there = known.find(({ reference }) => reference.specifier === specifier);
      const [target] = there?.resolution.state === "found" ? there.resolution.targets : [];
      if (taken.length === 0 || target === undefined) return true;
      const { exports } = extractFrom(drawn.draft.textOf(target) ?? "", target, "exact");
      if (!exports || exports.some(({ name }) => name === "*")) return true;
      return taken.every(({ imported }) => exports.some(({ name }) => name === imported));
    });
  }

  finish(): GrownFile {
    const { wiring, drawn, own } = this.input;
    drawn.draft.listed();
    const { main } = drawn;
    if (own && main) this.#wirer.note(main.path, own.written.text, own.written.toFill);
    const [like] = wiring.compared.example.files;
    return { ...drawn.draft.finish(), like, toFill: this.#wirer.toFill, unread: wiring.unread };
  }
}

/** Words that may be names in code. */
const identifiers = /[\p{L}_$][\p{L}\p{N}_$]*/gu;
