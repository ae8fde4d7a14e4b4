/**
 * Names and addresses that files have from where they lie, and would have no more: nothing that is respelled follows. Whoever uses
 * such a name without importing it is told, and the proof is not complete.
 */
import { knownByPlace, type KnownBy } from "../../app/index.js";
import { inCase, splitWords, wordsKey } from "../../base/names/index.js";
import { nameOf, type ProjectPath } from "../../base/paths.js";
import { SourceText } from "../../base/text/index.js";
import type { SourceTree } from "../../files/index.js";
import { isCode, languageFor, readFrom, type TextNames } from "../../languages/index.js";
import type { Draft } from "../draft.js";
import { holdersOf } from "./name-holders.js";
import type { Gap } from "./plan.js";

interface Lost {
  readonly file: ProjectPath;
  readonly known: KnownBy;
}

/** What of it a draft takes away, and who asks for it. */
export async function placeGaps(tree: SourceTree, draft: Draft): Promise<Gap[]> {
  const gone = new Set([...(draft.removed ?? []), ...(draft.merges ?? []).map(({ from }) => from)]);
  const targets = new Map(draft.moves.map(({ from, to }) => [from, to]));
  const changed = [...new Set([...gone, ...targets.keys(), ...draft.edits.map(({ file }) => file)])].filter(
    (path) => isCode(path) && !tree.isLink(path),
  );
  const made = draft.made.filter(({ path }) => isCode(path));
  if (changed.length === 0) return [];
  const knowledge = knownByPlace(tree, [...changed, ...targets.values(), ...made.map(({ path }) => path)]);
  if (!knowledge) return [];
  for (const language of new Set([...changed, ...made.map(({ path }) => path)].map((path) => languageFor(path))))
    await language?.prepare();
  const after = afterEdits(tree, draft);
  const now = new Map(
    changed.map((file) => [file, unique(knowledge(file, () => givenBy(file, tree.text(file)?.text ?? "")))]),
  );
  // Who gives it then: the same file, wherever it lies; or one that did not before, to which it was handed.
  const then = new Map<string, Set<ProjectPath>>();
  const edited = new Set(draft.edits.map(({ file }) => file));
  const giving = [
    ...changed
      .filter((path) => !gone.has(path))
      .map((path) => ({ file: path, path: targets.get(path) ?? path, text: after(path) })),
    ...made.map(({ path, text }) => ({ file: path, path, text })),
  ];
  for (const { file, path, text } of giving)
    for (const known of knowledge(path, () => givenBy(path, text))) {
      if (known.isUnsure !== true) then.set(keyOf(known), (then.get(keyOf(known)) ?? new Set()).add(file));
    }
  const isHandedOn = (key: string, to: ProjectPath): boolean =>
    (!now.has(to) || edited.has(to)) && now.get(to)?.some((known) => keyOf(known) === key) !== true;
  const isKept = (file: ProjectPath, key: string): boolean =>
    [...(then.get(key) ?? [])].some((giver) => giver === file || isHandedOn(key, giver));
  const lost = [...now].flatMap(([file, all]): Lost[] =>
    all
      .filter((known) => !isKept(file, keyOf(known)) && !(known.kind === "address" && gone.has(file)))
      .map((known) => ({ file, known })),
  );
  return [
    ...addressGaps(lost.filter(({ known }) => known.kind === "address")),
    ...(await nameGaps(
      tree,
      lost.filter(({ known }) => known.kind !== "address"),
      { gone, after },
    )),
  ];
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
  lost: readonly Lost[],
  { gone, after }: { readonly gone: ReadonlySet<ProjectPath>; readonly after: (path: ProjectPath) => string },
): Promise<Gap[]> {
  const gaps: Gap[] = [];
  const holders = await holdersOf(
    tree,
    lost.flatMap(({ known }) => spellingsOf(known)),
  );
  for (const path of holders) {
    const language = languageFor(path);
    if (gone.has(path) || !language?.names) continue;
    const text = after(path);
    const own = lost.filter(
      ({ file, known }) => file !== path && spellingsOf(known).some((word) => text.includes(word)),
    );
    if (own.length === 0) continue;
    const names = await language.names(text, path);
    for (const { file, known } of own) {
      const spelled = new Set(spellingsOf(known));
      const start = names ? unexplained(names, spelled, text) : text.search(new RegExp([...spelled].join("|")));
      if (start === undefined) continue;
      const detail = known.kind === "tag" ? `<${known.as}>` : known.as;
      const at = SourceText.ofNew(text).positionAt(start);
      gaps.push({ reason: "named by place", file: path, at, detail, names: file, by: known.by });
    }
  }
  return gaps;
}

/** Where a text uses one of some names that nothing in it declares or imports. */
function unexplained(names: TextNames, spelled: ReadonlySet<string>, text: string): number | undefined {
  const shown = [...(names.unownedTags ?? []), ...(names.unownedNames ?? [])].find(({ name }) => spelled.has(name));
  if (shown) return shown.start;
  const owned = new Set(
    names.variables.flatMap(({ level, places }) => (level === "free" ? [] : places.map(({ start }) => start))),
  );
  // A property is called as it is by whatever holds it.
  return names.identifiers.find(
    ({ name, start }) =>
      spelled.has(name) && !owned.has(start) && !/\.\s*$/.test(text.slice(Math.max(0, start - 40), start)),
  )?.start;
}

/** How a name may be written where it is used. */
function spellingsOf({ kind, as }: KnownBy): string[] {
  if (kind === "name") return [as];
  const words = splitWords(as);
  return [as, `Lazy${as}`, inCase(words, "kebab"), inCase(["lazy", ...words], "kebab")];
}
