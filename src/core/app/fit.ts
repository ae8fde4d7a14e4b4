/**
 * Which arrangement an app has already: each is laid over the files that are there, and the one on whose shelves most of
 * them lie is taken. The user's own words for folders and names of files are learnt on the way.
 */
import { addTo } from "../base/grouping.js";
import { BrokenAssumption } from "../base/errors.js";
import {
  anyName,
  extensionOf,
  Layout,
  listOf,
  readArrangement,
  readEvidence,
  type OneOrMore,
  type Role,
  type StackData,
} from "./arrangement/index.js";
import { isInBundle } from "../languages/index.js";
import { partsOf } from "./companions.js";
import { cases, inCase, parseNamingPattern, readName, splitWords } from "../base/names/index.js";
import {
  folderOf,
  foldersAbove,
  foldersHolding,
  inFolder,
  isBelow,
  nameOf,
  type ProjectPath,
  relativePath,
} from "../base/paths.js";
import type { FileReader } from "../files/index.js";
import { projectName } from "./app.js";

/** How well an arrangement fits. */
export interface Fit {
  readonly arrangement: string;
  readonly source: string;
  /** Folder words that are not the stack's, by role or structural word. */
  readonly words: Readonly<Record<string, string>>;
  /** The same, also those that this arrangement has no use for. */
  readonly allWords: Readonly<Record<string, string>>;
  /** Naming patterns that are not the stack's. */
  readonly names: Readonly<Record<string, OneOrMore<string>>>;
  /** Files below the source root that count: code, style sheets, assets. */
  readonly files: number;
  readonly onShelf: number;
  /** Folders whose files lie on no shelf, with how many, most first. */
  readonly off: readonly { readonly folder: string; readonly files: number }[];
  /** Files whose names follow no pattern of their shelf. */
  readonly misnamed: readonly string[];
}

/** What is looked at. */
export interface FitInput {
  readonly store: FileReader;
  readonly folder: ProjectPath;
  readonly stack: StackData;
  /** Files of the app, from the project's root. */
  readonly paths: readonly ProjectPath[];
  /** The source root, if somebody says it. */
  readonly source?: string | undefined;
  readonly arrangement?: string | undefined;
}

/** How the arrangement fits that fits best, of those that the stack knows (or the one that is asked for). */
export function bestFit(input: FitInput): Fit {
  const source = input.source ?? likelySource(input);
  const root = source === "." ? input.folder : inFolder(input.folder, source);
  const paths = input.paths.filter((path) => isBelow(path, root) && counts(path, input.stack));
  const names = input.arrangement === undefined ? input.stack.arrangements : [input.arrangement];
  const words = ownWords(input.stack, paths, root);
  const laid = names.map((name) => layOver({ ...input, name, source, root, paths, words }));
  const [best] = laid.sort((a, b) => b.on.length - a.on.length);
  if (!best) throw new BrokenAssumption("a stack knows at least one arrangement");
  return describeFit(best);
}

/** The source root with most code: one of the stack's usual ones, else the app's own folder. */
export function likelySource(input: Pick<FitInput, "store" | "stack" | "paths" | "folder">): string {
  const { stack, paths, folder } = input;
  // What a build leaves is not the app, even where git does not ignore it.
  const left = ["dist", "build[\\w-]*", "lib", "es", "cjs", "out", "coverage"];
  const built = new RegExp(`^(?:${left.filter((name) => !stack.source.includes(name)).join("|")})/`);
  const every = paths.filter((path) => stack.code.includes(extensionOf(path)));
  const unbuilt = every.filter((path) => !built.test(relativePath(folder, path)));
  // Where hardly anything lies elsewhere, `lib` is where the code is written.
  const code = unbuilt.length >= every.length / 5 ? unbuilt : every;
  const below = (source: string): number => code.filter((path) => isBelow(path, inFolder(folder, source))).length;
  const sources = sourcesOf(input).filter((source) => source !== ".");
  // Of two that hold as much, the first is the more particular one: `Sources/Orchard` before `Sources`.
  const [best] = sources.map((source) => ({ source, files: below(source) })).sort((a, b) => b.files - a.files);
  if (best && best.files > 0 && best.files >= code.length / 3) return best.source;
  return code.length > 0 ? whereMostLies(code, folder) : (sourcesOf(input)[0] ?? ".");
}

/** A folder with this part of an app's code is where the app is. */
const mostOfTheCode = 0.6;

/** Words of roles that people use for where their code is, too. */
const sourceWords = new Set(["lib", "client", "app", "shell", "ui"]);

/** So many folders in it make a source root of a folder that a role could be called after. */
const foldersOfASource = 4;

/** The folder in which most code lies: into `client/app`, but not into the components that most of an app is made of. */
function whereMostLies(code: readonly ProjectPath[], folder: ProjectPath): string {
  const words = new Set(
    [
      ...Object.values(readEvidence().folders).flat(),
      ...["features", "modules", "domains", "packages", "apps", "shared", "common", "core"],
    ].map(plainWord),
  );
  let at = folder;
  for (;;) {
    const here = at;
    const counts = new Map<string, ProjectPath[]>();
    for (const path of code) {
      const [name = "", below] = isBelow(path, here) ? relativePath(here, path).split("/") : [];
      if (below === undefined) continue;
      addTo(counts, name, path);
    }
    const [most] = [...counts].sort((a, b) => b[1].length - a[1].length);
    if (!most || most[1].length < code.length * mostOfTheCode) break;
    const next = inFolder(here, most[0]);
    const inside = new Set(
      most[1].map((path) => relativePath(next, path).split("/")).map(([name, below]) => below && name),
    );
    const isLayer = words.has(plainWord(most[0])) && !(sourceWords.has(most[0]) && inside.size > foldersOfASource);
    if (isLayer) break;
    at = next;
  }
  return at === folder ? "." : relativePath(folder, at);
}

/** A folder's word, one or many: `components` → `component`. */
function plainWord(word: string): string {
  return word.toLowerCase().replace(/[-_]|s$/g, "");
}

/** The usual source roots of a stack in this app. */
export function sourcesOf({ store, stack, folder }: Pick<FitInput, "store" | "stack" | "folder">): string[] {
  const name = stack.source.some((source) => source.includes("«")) ? projectName(store, folder) : "";
  return stack.source.map((source) => source.replace("«App»", name));
}

const looks = /\.(?:css|scss|sass|less|styl|png|jpe?g|gif|webp|avif|svg|ico|ttf|otf|woff2?)$/;

/** Whether a file is code by itself: no test or story of something. In a stack of style sheets a sheet is. */
export function isMainCode(name: string, { code }: Pick<StackData, "code">): boolean {
  const { leads } = partsOf(name);
  return code.includes(extensionOf(name)) && (leads || looks.test(name));
}

/** Tests, stories and snapshots go with their files, and are not counted by themselves; nor are files that tools read. */
function counts(path: ProjectPath, stack: StackData): boolean {
  const name = nameOf(path);
  const isCode = isMainCode(name, stack);
  return (
    (isCode || looks.test(name)) &&
    !isInBundle(path) &&
    !/(^|\/)(__\w+__|node_modules|\.[^/]+)\//.test(path) &&
    !/\.config\.\w+$/.test(name)
  );
}

/** For each role the word of its folder that is there, where it is not the stack's own. */
function ownWords(stack: StackData, paths: readonly ProjectPath[], root: ProjectPath): Record<string, string> {
  const folders = new Set(paths.map((path) => relativePath(root, folderOf(path))));
  // `assets/theme` is there only as a whole; `theme` alone is another word.
  const isThere = (word: string): boolean => [...folders].some((folder) => `/${folder}/`.includes(`/${word}/`));
  const words: Record<string, string> = {};
  const taken = new Set<string>();
  for (const [role, data] of Object.entries(stack.roles)) {
    if (data.folder.startsWith("/") || isThere(data.folder)) continue;
    const other = (data.also ?? []).find((word) => isThere(word) && !taken.has(word));
    if (other !== undefined) words[role] = other;
    if (other !== undefined) taken.add(other);
  }
  const structural: Readonly<Record<string, readonly string[]>> = {
    features: ["modules", "Modules"],
    shared: ["common", "Common"],
  };
  for (const [word, others] of Object.entries(structural)) {
    const usual = stack.words?.[word] ?? inCase([word], stack.folders);
    const other = others.find(isThere);
    if (other !== undefined && !isThere(usual)) words[word] = other;
  }
  return words;
}

/** Hardly an app begins in more files than these. */
const mostEntries = 12;

/** So many files of its own in the source root are an app without folders. */
const filesOfAFlatApp = 3;

/**
 * Whether some files that lie in a source root are more than what the tools of a stack make for a fresh app. Where none makes any,
 * as for style sheets, files may well lie there.
 */
export function isMoreThanFresh(paths: readonly ProjectPath[], { fresh }: Pick<StackData, "fresh">): boolean {
  if (fresh === undefined) return false;
  const known = new Set(["", ...fresh].map((name) => name.toLowerCase()));
  const stems = new Set(paths.map((path) => partsOf(nameOf(path)).stem.toLowerCase()));
  return [...stems].filter((stem) => !known.has(stem)).length >= filesOfAFlatApp;
}

/** Whether more code lies in a source root itself than begins an app, or all that there is: then all sorts of files lie there. */
export function isCrowdedRoot(
  paths: readonly ProjectPath[],
  root: ProjectPath,
  stack: Pick<StackData, "code" | "fresh">,
): boolean {
  const code = paths.filter((path) => isBelow(path, root) && isMainCode(nameOf(path), stack));
  const here = code.filter((path) => folderOf(path) === root);
  return here.length > mostEntries || (here.length === code.length && isMoreThanFresh(here, stack));
}

interface LayOver extends FitInput {
  readonly name: string;
  readonly source: string;
  readonly root: ProjectPath;
  readonly words: Readonly<Record<string, string>>;
}

/** An arrangement laid over the files. */
interface Laid extends LayOver {
  readonly layoutWith: (names: Fit["names"]) => Layout;
  readonly layout: Layout;
  readonly on: readonly ProjectPath[];
  readonly off: readonly ProjectPath[];
}

function layOver(input: LayOver): Laid {
  const arrangement = { ...readArrangement(input.name, input), name: input.name, publicIndex: false };
  const { stack, words: own, folder, root, paths } = input;
  const layoutWith = (names: Fit["names"]): Layout =>
    new Layout({ stack, own, names, arrangement, folder, source: root });
  const layout = layoutWith({});
  const on: ProjectPath[] = [];
  const off: ProjectPath[] = [];
  const isCrowded = isCrowdedRoot(paths, root, stack);
  for (const path of paths) {
    const standing = layout.standingOf(path);
    const isOn =
      standing !== undefined &&
      !(isCrowded && folderOf(path) === root) &&
      (standing.shelf.holds.length > 0 || /^index\.\w+$/.test(nameOf(path)));
    (isOn ? on : off).push(path);
  }
  return { ...input, layoutWith, layout, on, off };
}

function describeFit({ name, source, stack, words, root, layout, layoutWith, paths, on, off }: Laid): Fit {
  const names = ownNames(stack, on, layout);
  const named = Object.keys(names).length === 0 ? layout : layoutWith(names);
  return {
    arrangement: name,
    source,
    words: wordsUsed(words, layout),
    allWords: words,
    names,
    files: paths.length,
    onShelf: on.length,
    off: foldersOf(off, [...on, inFolder(root, "x")]),
    misnamed: on.filter((path) => isMainCode(nameOf(path), stack) && isMisnamed(path, named)),
  };
}

/** Those of the words for folders that a layout makes use of. */
export function wordsUsed(words: Readonly<Record<string, string>>, layout: Layout): Record<string, string> {
  const uses = (word: string): boolean =>
    layout.shelves.some((shelf) => `/${shelf.at}/`.includes(`/${word.replace(/^\//, "")}/`));
  return Object.fromEntries(Object.entries(words).filter(([, word]) => uses(word)));
}

function isMisnamed(path: ProjectPath, layout: Layout): boolean {
  const { stem } = partsOf(nameOf(path));
  // A number, as `404` is, is spelled one way.
  if (stem === "index" || stem === "_index" || /^\d+$/.test(stem)) return false;
  const patterns = [...(layout.standingOf(path)?.shelf.patterns.values() ?? [])].flat();
  return patterns.length > 0 && !patterns.some((pattern) => readName(pattern, stem));
}

/** From so many files on, and from this part of them, a form of names is a convention. */
const [filesOfAConvention, partOfAConvention] = [5, 0.8];

/** Patterns that most files of a role follow, where they do not follow the stack's. */
function ownNames(stack: StackData, paths: readonly ProjectPath[], layout: Layout): Record<string, OneOrMore<string>> {
  const stems = new Map<Role, string[]>();
  for (const path of paths) {
    const { stem } = partsOf(nameOf(path));
    const shelf = layout.standingOf(path)?.shelf;
    if (!shelf || stem === "index" || stem === "_index" || !isMainCode(nameOf(path), stack)) continue;
    // Of several roles that are named differently nobody can tell which one a file is.
    const patterns = new Set([...shelf.patterns.values()].map((each) => each.map(({ text }) => text).join()));
    for (const role of patterns.size === 1 ? shelf.holds : []) {
      addTo(stems, role, stem);
    }
  }
  const names: Record<string, OneOrMore<string>> = {};
  for (const [role, all] of stems) {
    const usual = patternsOfRole(stack, role);
    if (usual.length === 0) continue;
    const isUsual = share(usual, all) >= (all.length < filesOfAConvention ? 0.6 : partOfAConvention);
    if (isUsual) continue;
    // What one file is called is no form; but where it is not the stack's, the app has not taken that one up either.
    if (all.length < 2) {
      if (!isMadeOfParts(stack, role)) names[role] = anyName;
      continue;
    }
    // The same names in another case come first: `{Pascal}Reducer` for `{camel}Reducer`.
    const recased = cases.map((wanted) => usual.map((text) => text.replace(/\{\w+\}/, `{${wanted}}`)));
    const several = usual.length > 1 ? recased.find((texts) => share(texts, all) >= 0.75) : undefined;
    const single = isMadeOfParts(stack, role)
      ? undefined
      : nameCandidates(all).find((text) => share([text], all) >= partOfAConvention && isTold(text, all));
    const best = several ?? (single === undefined ? undefined : allForms(single, all));
    if (best !== undefined) names[role] = typeof best === "string" ? best : [...new Set(best)];
    // Where nobody keeps to one form, there is none to keep to.
    else if (!isMadeOfParts(stack, role)) names[role] = anyName;
  }
  return names;
}

function patternsOfRole(stack: StackData, role: Role): string[] {
  const data = stack.roles[role];
  const parts = (data?.parts ?? []).flatMap((part) => listOf(part.files ?? []));
  return [...listOf(data?.files ?? []), ...parts];
}

/** What has several patterns of its own (reducers, states) is not judged by one. */
function isMadeOfParts({ roles }: StackData, role: Role): boolean {
  return roles[role]?.parts !== undefined || (roles[role]?.makes?.length ?? 0) > 1;
}

/** Patterns that end in the word that most of the names end in, then plain ones. */
export function nameCandidates(stems: readonly string[]): string[] {
  const begins = new Map<string, number>();
  const ends = new Map<string, number>();
  for (const stem of stems) {
    const words = splitWords(stem);
    const last = words.length > 1 ? (words.at(-1) ?? "") : "";
    if (last !== "") ends.set(last, (ends.get(last) ?? 0) + 1);
    const [first = ""] = words;
    // A small first word before a capital: `useHarvest`.
    if (
      words.length > 1 &&
      /^\p{Ll}+$/u.test(first) &&
      stem.startsWith(first) &&
      /^\p{Lu}/u.test(stem.slice(first.length))
    )
      begins.set(first, (begins.get(first) ?? 0) + 1);
  }
  const [begin] = [...begins].sort((a, b) => b[1] - a[1])[0] ?? [];
  const [end] = [...ends].sort((a, b) => b[1] - a[1])[0] ?? [];
  const typed =
    end === undefined ? [] : [`{Pascal}${end}`, `{camel}${end}`, `{kebab}.${end}`, `{kebab}-${end}`, `{snake}_${end}`];
  return [...typed, ...(begin === undefined ? [] : [`${begin}{Pascal}`]), "{Pascal}", "{kebab}", "{camel}", "{snake}"];
}

/** So many names, and this part of them, in another case of words are a custom beside the first one, and no exceptions. */
const [filesOfAnotherForm, partOfAnotherForm] = [5, 0.1];

/** A form with the cases that many of the names have besides: components in `{kebab}` and in `{Pascal}`. */
export function allForms(first: string, stems: readonly string[]): OneOrMore<string> {
  const forms = [first];
  let rest = stems;
  for (;;) {
    rest = rest.filter((stem) => share(forms, [stem]) === 0);
    const next = cases
      .map((each) => `{${each}}`)
      .map((text) => ({ text, following: rest.filter((stem) => share([text], [stem]) === 1) }))
      .filter(({ text, following }) => following.length >= filesOfAnotherForm && isTold(text, following))
      .sort((a, b) => b.following.length - a.following.length)[0];
    if (next === undefined || next.following.length < stems.length * partOfAnotherForm) break;
    forms.push(next.text);
  }
  return forms.length === 1 ? first : forms;
}

/** Names of one word in small letters are in every case but one: a case is told by names of several words. */
export function isTold(text: string, stems: readonly string[]): boolean {
  if (text.includes("{Pascal}") || text.replace(/\{\w+\}/, "") !== "") return true;
  return stems.filter((stem) => splitWords(stem).length > 1 && share([text], [stem]) === 1).length >= namesThatTell;
}

/** So many names of several words tell the case of all. */
const namesThatTell = 3;

function share(patterns: readonly string[], stems: readonly string[]): number {
  const parsed = patterns.map(parseNamingPattern).filter((each) => typeof each !== "string");
  return stems.filter((stem) => parsed.some((pattern) => readName(pattern, stem))).length / stems.length;
}

/** The outermost folders in which nothing lies on a shelf, with how many files each holds, most first. */
function foldersOf(off: readonly ProjectPath[], on: readonly ProjectPath[]): Fit["off"] {
  const held = foldersHolding(on);
  const folders = new Map<string, number>();
  for (const path of off) {
    const [first = folderOf(path), ...above] = foldersAbove(path);
    let folder = first;
    for (const each of above) if (!held.has(each) && !held.has(folder)) folder = each;
    folders.set(folder, (folders.get(folder) ?? 0) + 1);
  }
  return [...folders].map(([folder, files]) => ({ folder, files })).sort((a, b) => b.files - a.files);
}

/** The first source root of a stack that is there, else its usual one. */
export function usualSource(
  store: FitInput["store"],
  { folder, stack }: { readonly folder: ProjectPath; readonly stack: StackData },
): string {
  const sources = sourcesOf({ store, stack, folder });
  const isThere = (source: string): boolean => store.stat(inFolder(folder, source))?.kind === "folder";
  return sources.find((source) => source !== "." && isThere(source)) ?? sources[0] ?? ".";
}
