/** What `rename` is asked for: which files and folders get a new name, and which names in them. */
import { companionPath, companionsOf, isComponentFolder, partsOf } from "../../app/index.js";
import { ShelfError } from "../../base/errors.js";
import { splitWords, whyIllegal, wordsKey } from "../../base/names/index.js";
import { folderOf, inFolder, nameOf, type ProjectPath } from "../../base/paths.js";
import type { SourceTree } from "../../files/index.js";
import { isCode, languageFor, moduleRules, type Export, type Extraction } from "../../languages/index.js";
import { movesOfFolder, refuseSource, type Move } from "../plan/index.js";
import { likeName, type NewWords } from "./spelling.js";

/** What was typed: a file or folder and its new name, or one name of a file and what it is called from then on. */
export interface RenameRequest {
  readonly path: ProjectPath;
  /** One of the file's names; without it the file is meant, with what is named after it. */
  readonly name?: string;
  readonly to: string;
}

/** A file or folder under its new name. */
export interface AskedFiles {
  /** The file that leads: the component's own file of a folder. Nothing for a folder of many things. */
  readonly leader: ProjectPath | undefined;
  readonly moves: readonly Move[];
  readonly words: NewWords;
}

/** Throws for a path that is not there, and for a name that no file can have. */
export function askedFiles(tree: SourceTree, { path, to }: RenameRequest): AskedFiles {
  if (tree.has(path)) return ofFile(tree, path, to);
  if (!tree.hasFolder(path) || path === "") return refuseSource(tree, path);
  const leader = leaderIn(tree, path);
  const asked = wordsOf(nameOf(path), to);
  return { leader, moves: movesWithFolder(tree, { folder: path, leader, asked }), words: asked };
}

/** `TreesPage.xaml` for `TreesPage.xaml.cs`: what lies behind a file bears its whole name, and is called as it is. */
function beforeIt(tree: SourceTree, path: ProjectPath): ProjectPath | undefined {
  const name = nameOf(path);
  const whole = name.slice(0, Math.max(0, name.lastIndexOf(".")));
  const leader = whole.includes(".") ? inFolder(folderOf(path), whole) : undefined;
  return leader !== undefined && tree.has(leader) ? leader : undefined;
}

function ofFile(tree: SourceTree, path: ProjectPath, to: string): AskedFiles {
  const before = beforeIt(tree, path);
  if (before !== undefined) {
    const ending = nameOf(path).slice(nameOf(before).length);
    return ofFile(tree, before, to.endsWith(ending) ? to.slice(0, -ending.length) : to);
  }
  const { stem } = partsOf(nameOf(path));
  // An index stands for its folder, and is called by its folder's name.
  if (moduleRules.indexNames.includes(stem)) return { ...askedFiles(tree, { path: folderOf(path), to }), leader: path };
  const asked = wordsOf(stem, withoutExtension(path, to));
  if (isComponentFolder(tree, path))
    return {
      leader: path,
      moves: movesWithFolder(tree, { folder: folderOf(path), leader: path, asked }),
      words: asked,
    };
  const target = renamedFile(path, stem, asked);
  const companions = companionsOf(tree, path).map((each): Move => {
    return { from: each.path, to: companionPath(each, path, target), why: "companion", because: path };
  });
  return { leader: path, moves: [{ from: path, to: target, why: "asked" }, ...companions], words: asked };
}

/** What was typed may end as the file does. */
function withoutExtension(path: ProjectPath, typed: string): string {
  const { rest } = partsOf(nameOf(path));
  return typed.endsWith(rest) && typed.length > rest.length ? typed.slice(0, -rest.length) : typed;
}

/** `tree.component` is about a tree: what stands behind the first dot stays, unless a dot was typed, too. */
function wordsOf(stem: string, typed: string): NewWords {
  const main = typed.includes(".") ? stem : (stem.split(".")[0] ?? stem);
  const to = splitWords(typed);
  const reason = whyIllegal(typed) ?? (to.length === 0 ? "it has neither a letter nor a digit" : undefined);
  if (reason !== undefined) throw new ShelfError("NAME_UNUSABLE", { path: typed, reason });
  return { from: splitWords(main), to, typed };
}

function renamedStem(stem: string, words: NewWords): string {
  const dot = words.typed.includes(".") ? stem.length : stem.indexOf(".");
  const main = dot < 0 ? stem : stem.slice(0, dot);
  return likeName(main, words) + stem.slice(main.length);
}

function renamedFile(path: ProjectPath, stem: string, words: NewWords): ProjectPath {
  return inFolder(folderOf(path), renamedStem(stem, words) + nameOf(path).slice(stem.length));
}

interface FolderRename {
  readonly folder: ProjectPath;
  readonly leader: ProjectPath | undefined;
  readonly asked: NewWords;
}

/** A folder, and in it whatever bears its name, if one file of it leads. */
function movesWithFolder(tree: SourceTree, { folder, leader, asked }: FolderRename): Move[] {
  const target = inFolder(folderOf(folder), renamedStem(nameOf(folder), asked));
  if (target === folder)
    throw new ShelfError("NAME_UNUSABLE", { path: asked.typed, reason: "that is its name already" });
  return movesOfFolder(tree, folder, target).map((move) => {
    const why = move.from === leader ? ("asked" as const) : move.why;
    if (leader === undefined) return { ...move, why };
    const name = nameOf(move.to);
    const { stem } = partsOf(name);
    const bears = wordsKey(splitWords(stem)) === wordsKey(asked.from) && !moduleRules.indexNames.includes(stem);
    return { ...move, why, ...(bears && { to: renamedFile(move.to, stem, asked) }) };
  });
}

/** The file that a folder is about: the one of its name, else its index if it makes something itself. */
function leaderIn(tree: SourceTree, folder: ProjectPath): ProjectPath | undefined {
  const own = tree
    .filesBelow(folder)
    .filter((path) => folderOf(path) === folder && isCode(path) && partsOf(nameOf(path)).leads);
  const key = wordsKey(splitWords(nameOf(folder)));
  return (
    own.find((path) => wordsKey(splitWords(partsOf(nameOf(path)).stem)) === key) ??
    own.find((path) => moduleRules.indexNames.includes(partsOf(nameOf(path)).stem))
  );
}

/** One name that gets another. */
export interface NewName {
  /** The files that declare it: one, or one for each platform. */
  readonly files: readonly ProjectPath[];
  /** What they call it; `default` for a default without a name. */
  readonly from: string;
  readonly to: string;
}

const suffixes = ["Props", "State", "Params", "Options", "Ref", "Handle", "Context", "Styles", "Type"];

/** The names of a file that it is named after, and the types that are named after those: `TreeCard`, `TreeCardProps`. */
export function namesAfterFile(
  leader: ProjectPath,
  { exports = [] }: Extraction,
  { words, declared }: { readonly words: NewWords; readonly declared: readonly string[] },
): Omit<NewName, "files">[] {
  const stem = partsOf(nameOf(leader)).stem;
  const keys = new Set([words.from, splitWords(stem), ["use", ...words.from]].map(wordsKey));
  const own = exports.filter((each) => each.from === undefined);
  const called = ({ name, local, about }: Export): string => (name === "default" ? (local ?? about ?? name) : name);
  const main = [...new Set(own.map(called))].filter((name) => keys.has(wordsKey(splitWords(name))));
  const renamed = main.map((from) => ({ from, to: newNameFor(from, words) }));
  const isNameless = own.some((each) => each.name === "default" && called(each) === "default");
  const related = renamed.flatMap(({ from, to }) =>
    [...suffixes.map((suffix) => ["", suffix] as const), ["_", "State"] as const]
      .map(([before, suffix]) => ({ from: before + from + suffix, to: before + to + suffix }))
      .filter((each) => declared.includes(each.from)),
  );
  const all = [...renamed, ...related];
  if (isNameless) all.push({ from: "default", to: "default" });
  return all.filter((each, index) => all.findIndex(({ from }) => from === each.from) === index);
}

/** `_$TreeFromJson` of `Tree` → `_$OakFromJson` of `Oak`; `undefined` for what is not called after it by a generator. */
export function generatedName(name: string, { from, to }: Omit<NewName, "files">): string | undefined {
  const [, before, after] = /^((?=[_$])_?\${0,2})([\w$]+)$/.exec(name) ?? [];
  if (before === undefined || after === undefined || !after.startsWith(from)) return undefined;
  const rest = after.slice(from.length);
  return /^(?:[A-Z]|$)/.test(rest) ? before + to + rest : undefined;
}

/** `useTree` and `TreeComponent` keep what the file's name does not say, or says behind a dot. */
export function newNameFor(from: string, words: NewWords): string {
  const own = splitWords(from);
  const at = own.findIndex(
    (_, index) => wordsKey(own.slice(index, index + words.from.length)) === wordsKey(words.from),
  );
  const [before, after] = [own.slice(0, at), own.slice(at + words.from.length)];
  if (before.length + after.length === 0) return likeName(from, words);
  const all = [...before, ...words.to, ...after];
  return likeName(from, { to: all, typed: "" });
}

/** Whether a language can say which places mean a name. */
export function hasNames(path: ProjectPath): boolean {
  return languageFor(path)?.names !== undefined;
}
