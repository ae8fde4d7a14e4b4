/**
 * Names and addresses that files have from where they lie. Whoever uses such a name without importing it is given the new one, where
 * there is one and it is free; else that is told, and the proof is not complete.
 */
import { knownByPlace, type KnownBy, type PlaceKnowledge } from "../../app/index.js";
import { inCase, splitWords, wordsKey } from "../../base/names/index.js";
import { nameOf, type ProjectPath } from "../../base/paths.js";
import { SourceText } from "../../base/text/index.js";
import type { SourceTree } from "../../files/index.js";
import { isCode, isDeclaration, languageFor, readFrom, type TextNames } from "../../languages/index.js";
import type { Draft, DraftEdit } from "../draft.js";
import { holdersOf } from "./name-holders.js";
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
  const { lost, gone } = losses;
  const edits: DraftEdit[] = [];
  for (const { known, instead } of lost) {
    if (instead === undefined) continue;
    if (isTaken(tree, losses, { ...known, as: instead })) continue;
    const spelled = spelledAnew(known, instead);
    const mayUse = usePattern(known);
    for (const path of await holdersOf(tree, [...spelled.keys()])) {
      const text = tree.text(path)?.text ?? "";
      if (gone.has(path) || !mayUse.test(text)) continue;
      const names = await languageFor(path)?.names?.(text, path);
      if (!names || names.variables.some(({ name, level }) => level !== "free" && name === instead)) continue;
      for (const { name, start } of unexplained(names, new Set(spelled.keys()))) {
        const why = `uses it as ${known.by} calls it`;
        if (/<\/?$/.test(text.slice(Math.max(0, start - 2), start)))
          edits.push({ file: path, start, end: start + name.length, text: spelled.get(name) ?? name, why });
      }
    }
  }
  const isFree = ({ file, start, end }: DraftEdit): boolean =>
    !draft.edits.some((each) => each.file === file && each.start < end && start < each.end);
  const more = edits.filter(isFree);
  return more.length === 0 ? draft : { ...draft, edits: [...draft.edits, ...more] };
}

/** What a draft takes away, and who asks for it. */
export async function placeGaps(tree: SourceTree, draft: Draft): Promise<Gap[]> {
  const losses = await lossesOf(tree, draft);
  if (!losses) return [];
  const isAddress = ({ known }: Lost): boolean => known.kind === "address";
  return [...addressGaps(losses.lost.filter(isAddress)), ...(await nameGaps(tree, losses, afterEdits(tree, draft)))];
}

/** How often each of some files is used by a name that it would have no more, from other files and in itself. */
export async function usesByPlace(tree: SourceTree, draft: Draft): Promise<ReadonlyMap<ProjectPath, number>> {
  const { lost } = (await lossesOf(tree, draft)) ?? { lost: [] };
  const found = new Map<ProjectPath, number>();
  for (const { file, known } of lost.filter((each) => each.known.kind !== "address")) {
    const spelled = spellingsOf(known);
    for (const path of await holdersOf(tree, spelled)) {
      const text = tree.text(path)?.text ?? "";
      const names = usePattern(known).test(text) ? await languageFor(path)?.names?.(text, path) : undefined;
      const uses = names ? unexplained(names, new Set(spelled)) : [];
      // A closing tag is no use of its own.
      const count = uses.filter(({ start }) => text[start - 1] !== "/").length;
      if (count > 0) found.set(file, (found.get(file) ?? 0) + count);
    }
  }
  return found;
}

async function lossesOf(tree: SourceTree, draft: Draft): Promise<Losses | undefined> {
  const gone = new Set([...(draft.removed ?? []), ...(draft.merges ?? []).map(({ from }) => from)]);
  const targets = new Map(draft.moves.map(({ from, to }) => [from, to]));
  const changed = [...new Set([...gone, ...targets.keys(), ...draft.edits.map(({ file }) => file)])].filter(
    (path) => isCode(path) && !tree.isLink(path),
  );
  const made = draft.made.filter(({ path }) => isCode(path));
  if (changed.length === 0) return undefined;
  const knowledge = knownByPlace(tree, [...changed, ...targets.values(), ...made.map(({ path }) => path)]);
  if (!knowledge) return undefined;
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
      .filter((known) => !isKept(file, keyOf(known)) && !(known.kind === "address" && gone.has(file)))
      .map((known) => ({ file, known, instead: insteadOf(known, fates.get(file) ?? [], then) })),
  );
  return lost.length === 0 ? undefined : { lost, knowledge, gone };
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

/** Whether a component that stays is called so already: then nobody could tell which is meant. */
function isTaken(tree: SourceTree, { lost, knowledge }: Losses, wanted: KnownBy): boolean {
  const leaving = new Set(lost.map(({ file }) => file));
  return tree.paths.some(
    (path) =>
      isCode(path) && !leaving.has(path) && knowledge(path, () => []).some((known) => keyOf(known) === keyOf(wanted)),
  );
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
  return [...new Set((readFrom(text, path).exports ?? []).map(({ name }) => name))].filter((name) => name !== "*");
}

/** The text of a file once the draft's own edits are made. */
function afterEdits(tree: SourceTree, draft: Draft): (path: ProjectPath) => string {
  return (path) => {
    const text = tree.text(path)?.text ?? "";
    const edits = draft.edits.filter(({ file }) => file === path).sort((a, b) => b.start - a.start);
    return edits.reduce((all, { start, end, text: put }) => all.slice(0, start) + put + all.slice(end), text);
  };
}

/** One for each tool: what leads to an address is a text like any other. */
function addressGaps(lost: readonly Lost[]): Gap[] {
  return [...new Set(lost.map(({ known }) => known.by))].flatMap((by): Gap[] => {
    const files = [...new Set(lost.filter(({ known }) => known.by === by).map(({ file }) => file))];
    const [first] = files;
    if (first === undefined) return [];
    return [{ reason: "found by place", file: first, detail: nameOf(first), by, others: files.length - 1 }];
  });
}

async function nameGaps(
  tree: SourceTree,
  { lost: all, gone }: Losses,
  after: (path: ProjectPath) => string,
): Promise<Gap[]> {
  const gaps: Gap[] = [];
  const lost = all.filter(({ known }) => known.kind !== "address");
  const holders = await holdersOf(
    tree,
    lost.flatMap(({ known }) => spellingsOf(known)),
  );
  for (const path of holders) {
    const language = languageFor(path);
    if (gone.has(path) || !language?.names) continue;
    const text = after(path);
    const own = lost.filter(({ known }) => usePattern(known).test(text));
    if (own.length === 0) continue;
    const names = await language.names(text, path);
    for (const { file, known } of own) {
      const spelled = spellingsOf(known);
      const words = new RegExp(`(["'\`])(?:Lazy)?${known.as}\\1`);
      // A component may be asked for by a text, too: `resolveComponent("TreeCard")`, `is="TreeCard"`.
      const quoted = known.kind === "tag" && !isDeclaration(path) ? text.search(words) : -1;
      const start = names
        ? (unexplained(names, new Set(spelled))[0]?.start ?? (quoted < 0 ? undefined : quoted + 1))
        : text.search(usePattern(known));
      if (start === undefined) continue;
      const detail = known.kind === "tag" ? `<${known.as}>` : known.as;
      const at = SourceText.ofNew(text).positionAt(start);
      gaps.push({ reason: "named by place", file: path, at, detail, names: file, by: known.by });
    }
  }
  return gaps;
}

/** Where a text uses one of some names that nothing in it declares or imports. */
function unexplained(
  names: TextNames,
  spelled: ReadonlySet<string>,
): { readonly name: string; readonly start: number }[] {
  const free = names.variables.flatMap(({ name, level, places }) =>
    level === "free" && spelled.has(name) ? places.map(({ start }) => ({ name, start })) : [],
  );
  const shown = [...(names.unownedTags ?? []), ...(names.unownedNames ?? [])].filter(({ name }) => spelled.has(name));
  const uses = [...shown, ...free];
  return [...new Map(uses.map((use) => [use.start, use])).values()].sort((a, b) => a.start - b.start);
}

/** How a name may be written where it is used. */
function spellingsOf({ kind, as }: KnownBy): string[] {
  if (kind === "name") return [as];
  const words = splitWords(as);
  return [as, `Lazy${as}`, inCase(words, "kebab"), inCase(["lazy", ...words], "kebab")];
}

/** How it is written instead. One word in small letters could be an element of the language: `<header>`. */
function spelledAnew(known: KnownBy, instead: string): ReadonlyMap<string, string> {
  const fresh = spellingsOf({ ...known, as: instead }).map((word) => (/^\p{Lu}|-/u.test(word) ? word : instead));
  return new Map(spellingsOf(known).map((word, at) => [word, fresh[at] ?? instead]));
}

/** Where a text may use it: a tag, or a name in any other place; `loading` in a class or a text is none. */
function usePattern(known: KnownBy): RegExp {
  const [whole = "", ...others] = spellingsOf(known).map((word) => `${word}(?![\\w$-])`);
  if (known.kind === "name") return new RegExp(`(?<![\\w$])${whole}`);
  return new RegExp(`(?<![\\w$])(?:Lazy)?${whole}|</?(?:${others.join("|")})`);
}
