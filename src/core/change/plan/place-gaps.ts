/**
 * Names and addresses that files have from where they lie. Whoever uses such a name without importing it is given the new one, where
 * there is one and it is free; else that is told, and the proof is not complete.
 */
import { addTo } from "../../base/grouping.js";
import {
  knownByPlace,
  manifests,
  newAddressBy,
  takenOfAll,
  type KnownBy,
  type PlaceKnowledge,
} from "../../app/index.js";
import { inCase, splitWords, wordsKey } from "../../base/names/index.js";
import {
  folderOf,
  foldersAbove,
  inFolder,
  nameOf,
  relativePath,
  rootPath,
  type ProjectPath,
} from "../../base/paths.js";
import { applyEdits, SourceText } from "../../base/text/index.js";
import type { SourceTree } from "../../files/index.js";
import { isCode, isDeclaration, isDocument, languageFor, readFrom, type TextNames } from "../../languages/index.js";
import type { Draft, DraftEdit } from "../draft.js";
import type { Gap } from "./plan.js";

/** What a file is known by today, and no more then. */
interface Lost {
  readonly file: ProjectPath;
  readonly known: KnownBy;
  /** What a component is called instead, if that is known. */
  readonly instead: string | undefined;
}

/** What a draft takes away. */
interface Losses {
  readonly lost: readonly Lost[];
  readonly knowledge: PlaceKnowledge;
  /** Files that go with all that they hold. */
  readonly gone: ReadonlySet<ProjectPath>;
}

/** Gives new names to those who use the old ones without an import. What cannot be given one stays, and is a gap. */
export async function followNames(tree: SourceTree, draft: Draft): Promise<Draft> {
  const losses = await lossesOf(tree, draft);
  if (!losses) return draft;
  const taken = namesThatStay(tree, losses);
  const edits: DraftEdit[] = [];
  for await (const { path, text, names, met } of usersOf(tree, losses, (each) => tree.text(each)?.text ?? ""))
    for (const { known, instead } of met.keys()) {
      if (!names || instead === undefined || taken().has(keyOf({ ...known, as: instead }))) continue;
      if (names.variables.some(({ name, level }) => level !== "free" && name === instead)) continue;
      const why = `uses it as ${known.by} calls it`;
      for (const { name, start } of unexplained(names, known))
        if (/<\/?$/.test(text.slice(Math.max(0, start - 2), start)))
          edits.push({ file: path, start, end: start + name.length, text: spelledAnew(name, known, instead), why });
    }
  const isFree = ({ file, start, end }: DraftEdit): boolean =>
    !draft.edits.some((each) => each.file === file && each.start < end && start < each.end);
  const more = edits.filter(isFree);
  return more.length === 0 ? draft : { ...draft, edits: [...draft.edits, ...more] };
}

/** What a draft takes away, and who asks for it. */
export async function placeGaps(tree: SourceTree, draft: Draft): Promise<Gap[]> {
  const gained = addressesGained(tree, draft);
  const losses = await lossesOf(tree, draft);
  if (!losses) return gained;
  const gaps = [
    ...gapsOf(losses.lost, "address", "found by place"),
    ...gained,
    ...gapsOf(losses.lost, "sought", "sought by place"),
  ];
  for await (const { path, text, names, met } of usersOf(tree, losses, afterEdits(tree, draft)))
    for (const [{ file, known }, first] of met) {
      const start = names ? (unexplained(names, known)[0]?.start ?? askedFor(known, path, text)) : first;
      if (start === undefined) continue;
      const detail = known.kind === "tag" ? `<${known.as}>` : known.as;
      const at = SourceText.ofNew(text).positionAt(start);
      gaps.push({ reason: "named by place", file: path, at, detail, names: file, by: known.by });
    }
  return gaps;
}

/** Moved files that would have an address, and have none now. What goes along with its package has as many as before. */
function addressesGained(tree: SourceTree, { moves }: Draft): Gap[] {
  const targets = new Map(moves.map(({ from, to }) => [from, to]));
  const goesAlong = alongWithManifests(tree, targets);
  const knowledge = knownByPlace(
    tree,
    moves.flatMap(({ from, to }) => [from, to]),
  );
  const gained = new Map<string, ProjectPath[]>();
  for (const { from, to } of moves) {
    const by = tree.isLink(from) ? undefined : newAddressBy(knowledge, from, to);
    if (by !== undefined && !goesAlong(from)) addTo(gained, by, from);
  }
  return [...gained].map(([by, files]): Gap => oneFor(by, files, "address there"));
}

/** How often each of some files is used by a name that it would have no more, from other files and in itself. */
export async function usesByPlace(tree: SourceTree, draft: Draft): Promise<ReadonlyMap<ProjectPath, number>> {
  const losses = await lossesOf(tree, draft);
  const found = new Map<ProjectPath, number>();
  if (!losses) return found;
  for await (const { text, names, met } of usersOf(tree, losses, (each) => tree.text(each)?.text ?? ""))
    for (const { file, known } of met.keys()) {
      const uses = names ? unexplained(names, known) : [];
      // A closing tag is no use of its own.
      const count = uses.filter(({ start }) => text[start - 1] !== "/").length;
      if (count > 0) found.set(file, (found.get(file) ?? 0) + count);
    }
  return found;
}

/** A text that may use some of the names. */
interface User {
  readonly path: ProjectPath;
  readonly text: string;
  /** Its names; `undefined` where they cannot be told. */
  readonly names: TextNames | undefined;
  /** What it may use, each with where its name stands first. */
  readonly met: ReadonlyMap<Lost, number>;
}

/** With more words than these a search finds nearly everything. */
const mostWords = 60;

/** Where a component may be named in markup, or asked for by a text: `<tree-card`, `is="tree-card"`, `resolveComponent("TreeCard")`. */
const inMarkup = /(?:<\/?|\bis\s*=\s*["']{1,2}|Component\(\s*["'`])([\p{L}][\p{ID_Continue}-]*)/gu;

/** The same in a document that is drawn: `::tree-card`. */
const inDocument = /(?<![\p{ID_Continue}:]):{1,2}([\p{L}][\p{ID_Continue}-]*)/gu;

/** Goes through the texts that hold one of the names, each once. */
async function* usersOf(
  tree: SourceTree,
  { lost, gone }: Losses,
  textOf: (path: ProjectPath) => string,
): AsyncGenerator<User> {
  const asName = new Map<string, Lost[]>();
  const asTag = new Map<string, Lost[]>();
  for (const each of lost.filter(({ known }) => known.kind === "tag" || known.kind === "name")) {
    for (const word of namesOf(each.known)) addTo(asName, word, each);
    for (const word of tagsOf(each.known)) addTo(asTag, word, each);
  }
  const words = [...new Set([...asName.keys(), ...asTag.keys()])];
  if (words.length === 0) return;
  const hits = words.length > mostWords ? undefined : await tree.store.search(words);
  for (const path of tree.paths) {
    const language = languageFor(path);
    const isText = asTag.size > 0 && isDocument(path);
    if (!(language?.names || isText) || gone.has(path) || tree.isLink(path) || (hits && !hits.has(path))) continue;
    const text = textOf(path);
    const met = new Map<Lost, number>();
    const meet = (all: readonly Lost[] | undefined, at: number): void => {
      for (const each of all ?? []) if (!met.has(each)) met.set(each, at);
    };
    if (!isText) for (const { 0: word, index } of text.matchAll(/[\p{ID_Continue}$]+/gu)) meet(asName.get(word), index);
    if (asTag.size > 0)
      for (const pattern of isText ? [inDocument, inMarkup] : [inMarkup])
        for (const { 0: whole, 1: word = "", index } of text.matchAll(pattern))
          meet(asTag.get(word), index + whole.length - word.length);
    if (met.size > 0) yield { path, text, names: await language?.names?.(text, path), met };
  }
}

/**
 * Where a text asks for it other than by a name of its own: a component in a text, something of the module in which all is given, or
 * what a test puts in its place.
 */
function askedFor(known: KnownBy, path: ProjectPath, text: string): number | undefined {
  const given = takenOfAll(text).find(({ name }) => namesOf(known).includes(name));
  if (given) return given.start;
  if (isDeclaration(path)) return undefined;
  const { kind, as } = known;
  const quoted = kind === "tag" ? `(?:Lazy)?${as}` : as.replaceAll("$", "\\$");
  const start = text.search(new RegExp(`${kind === "tag" ? "" : "(?<=Import\\(\\s*)"}(["'\`])${quoted}\\1`));
  if (start >= 0) return start + 1;
  for (const { 0: whole, 1: word = "", index } of text.matchAll(inMarkup))
    if (!whole.startsWith("<") && tagsOf(known).includes(word)) return index + whole.length - word.length;
  return undefined;
}

/** Everything that files are called which keep their names; put together when it is first asked for. */
function namesThatStay(tree: SourceTree, { lost, knowledge }: Losses): () => ReadonlySet<string> {
  let found: Set<string> | undefined;
  return () => {
    if (found) return found;
    const leaving = new Set(lost.map(({ file }) => file));
    const staying = tree.paths.filter((path) => isCode(path) && !leaving.has(path));
    return (found = new Set(staying.flatMap((path) => knowledge(path, () => []).map(keyOf))));
  };
}

async function lossesOf(tree: SourceTree, draft: Draft): Promise<Losses | undefined> {
  const gone = new Set([...(draft.removed ?? []), ...(draft.merges ?? []).map(({ from }) => from)]);
  const targets = new Map(draft.moves.map(({ from, to }) => [from, to]));
  const goesAlong = alongWithManifests(tree, targets);
  const changed = [...new Set([...gone, ...targets.keys(), ...draft.edits.map(({ file }) => file)])].filter(
    (path) => (isCode(path) || targets.has(path)) && !tree.isLink(path) && !goesAlong(path),
  );
  const made = draft.made.filter(({ path }) => isCode(path));
  if (changed.length === 0) return undefined;
  const knowledge = knownByPlace(tree, [...changed, ...targets.values(), ...made.map(({ path }) => path)]);
  for (const language of new Set([...changed, ...made.map(({ path }) => path)].map((path) => languageFor(path))))
    await language?.prepare();
  const after = afterEdits(tree, draft);
  const before = (file: ProjectPath): string => tree.text(file)?.text ?? "";
  const now = new Map(changed.map((file) => [file, unique(knowledge(file, () => givenBy(file, before(file))))]));
  // Who gives it then: the same file, wherever it lies; or one that did not before, to which it was handed.
  const then = new Map<string, Set<ProjectPath>>();
  const edited = new Set(draft.edits.map(({ file }) => file));
  const fates = new Map(
    changed
      .filter((path) => !gone.has(path))
      .map((file) => {
        const path = targets.get(file) ?? file;
        const given = knowledge(path, () => givenBy(path, after(file)));
        return [file, given.filter(({ isUnsure }) => isUnsure !== true)];
      }),
  );
  for (const { path, text } of made) fates.set(path, [...knowledge(path, () => givenBy(path, text))]);
  for (const [file, all] of fates)
    for (const known of all) then.set(keyOf(known), (then.get(keyOf(known)) ?? new Set()).add(file));
  const isHandedOn = (key: string, to: ProjectPath): boolean =>
    (!now.has(to) || edited.has(to)) && now.get(to)?.some((known) => keyOf(known) === key) !== true;
  const isKept = (file: ProjectPath, key: string): boolean =>
    [...(then.get(key) ?? [])].some((giver) => giver === file || isHandedOn(key, giver));
  const lost = [...now].flatMap(([file, all]): Lost[] =>
    all
      .filter((known) => !isKept(file, keyOf(known)) && !(hasPlace(known) && gone.has(file)))
      .map((known) => ({ file, known, instead: insteadOf(known, fates.get(file) ?? [], then) })),
  );
  return lost.length === 0 ? undefined : { lost, knowledge, gone };
}

/**
 * Whether a file goes along with the manifest of its package: whoever finds it by its place counts from there. The manifest says so
 * itself then as now.
 */
export function alongWithManifests(
  tree: SourceTree,
  targets: ReadonlyMap<ProjectPath, ProjectPath>,
): (path: ProjectPath) => boolean {
  return (path) => {
    if (!targets.has(path)) return false;
    for (const folder of [...foldersAbove(path), rootPath]) {
      const name = manifests.find((each) => tree.has(inFolder(folder, each)));
      // What has a manifest and nothing else is a part of the package around it.
      if (name === undefined || (path === inFolder(folder, name) && tree.filesBelow(folder).length === 1)) continue;
      const manifest = targets.get(inFolder(folder, name));
      if (manifest === undefined) return false;
      const isAlong = (each: ProjectPath): boolean =>
        targets.get(each) === inFolder(folderOf(manifest), relativePath(folder, each));
      // A manifest that goes alone leaves its package behind.
      const isManifest = path === inFolder(folder, name);
      return isManifest ? tree.filesBelow(folder).some((each) => each !== path && isAlong(each)) : isAlong(path);
    }
    return false;
  };
}

/** What a component is called then; `undefined` where it is none any more, or where others are called so, too. */
function insteadOf(
  { kind }: KnownBy,
  fates: readonly KnownBy[],
  then: ReadonlyMap<string, ReadonlySet<ProjectPath>>,
): string | undefined {
  const [only, other] = fates.filter((each) => each.kind === kind);
  if (kind !== "tag" || only === undefined || other !== undefined) return undefined;
  return then.get(keyOf(only))?.size === 1 ? only.as : undefined;
}

/** Each of them once: `default` may be called as another. */
function unique(all: readonly KnownBy[]): readonly KnownBy[] {
  return [...new Map(all.map((known) => [keyOf(known), known])).values()];
}

function keyOf({ kind, as }: KnownBy): string {
  return `${kind} ${kind === "tag" ? wordsKey(splitWords(as)) : as}`;
}

/** What a file gives by name; `default` for what has none. */
function givenBy(path: ProjectPath, text: string): string[] {
  if (!isCode(path)) return [];
  return [...new Set((readFrom(text, path).exports ?? []).map(({ name }) => name))].filter((name) => name !== "*");
}

/** The text of a file once the draft's own edits are made. */
function afterEdits(tree: SourceTree, { edits }: Draft): (path: ProjectPath) => string {
  const byFile = new Map<ProjectPath, DraftEdit[]>();
  for (const edit of edits) addTo(byFile, edit.file, edit);
  return (path) => applyEdits(tree.text(path)?.text ?? "", byFile.get(path) ?? []);
}

/** One for each tool: what leads to an address is a text like any other, and where a tool looks, only the tool can be told. */
function gapsOf(all: readonly Lost[], kind: KnownBy["kind"], reason: Gap["reason"]): Gap[] {
  const lost = all.filter(({ known }) => known.kind === kind);
  return [...new Set(lost.map(({ known }) => known.by))].flatMap((by): Gap[] => {
    const files = [...new Set(lost.filter(({ known }) => known.by === by).map(({ file }) => file))];
    return files.length === 0 ? [] : [oneFor(by, files, reason)];
  });
}

function oneFor(by: string, files: readonly ProjectPath[], reason: Gap["reason"]): Gap {
  const [first = rootPath] = files;
  return { reason, file: first, detail: nameOf(first), by, others: files.length - 1 };
}

/** Where a text uses a name that nothing in it declares or imports. */
function unexplained(names: TextNames, known: KnownBy): { readonly name: string; readonly start: number }[] {
  const [own, tags] = [namesOf(known), tagsOf(known)];
  const free = names.variables.flatMap(({ name, level, places }) =>
    level === "free" && own.includes(name) ? places.map(({ start }) => ({ name, start })) : [],
  );
  const uses = [
    ...(names.unownedTags ?? []).filter(({ name }) => tags.includes(name)),
    ...(names.unownedNames ?? []).filter(({ name }) => own.includes(name)),
    ...free,
  ];
  return [...new Map(uses.map((use) => [use.start, use])).values()].sort((a, b) => a.start - b.start);
}

/** Whether it is known by its place alone: what goes needs none. */
function hasPlace({ kind }: KnownBy): boolean {
  return kind === "address" || kind === "sought";
}

/** What it is called in a script. */
function namesOf({ kind, as }: KnownBy): readonly string[] {
  return kind === "tag" ? [as, `Lazy${as}`] : [as];
}

/** What it is called in markup: three ways, and three more where it is loaded when it is shown. */
function tagsOf({ kind, as }: KnownBy): readonly string[] {
  if (kind !== "tag") return [];
  const words = splitWords(as);
  const lazy = ["lazy", ...words];
  return [
    as,
    inCase(words, "kebab"),
    inCase(words, "camel"),
    `Lazy${as}`,
    inCase(lazy, "kebab"),
    inCase(lazy, "camel"),
  ];
}

/** How a tag is written from then on. One word in small letters could be an element of the language: `<header>`. */
function spelledAnew(tag: string, known: KnownBy, instead: string): string {
  const isLazy = tagsOf(known).indexOf(tag) >= 3;
  const kebab = inCase([...(isLazy ? ["lazy"] : []), ...splitWords(instead)], "kebab");
  if (tag === tag.toLowerCase() && kebab.includes("-")) return kebab;
  return isLazy ? `Lazy${instead}` : instead;
}
