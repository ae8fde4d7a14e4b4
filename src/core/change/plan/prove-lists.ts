/**
 * The proof for lists of what is built: a project or package says which files a target is made of, one by one or by whole folders.
 * Each file has to be built into the same targets as before, however that is said then.
 */
import { builtBy, namesakes, type Built, type Resolver } from "../../graph/index.js";
import { languageFor, type Extraction, type Reference, type Resolution } from "../../languages/index.js";
import { comparePaths, nameOf, type ProjectPath } from "../../base/paths.js";
import type { SourceTree } from "../../files/index.js";
import type { Difference, NewText } from "./plan.js";
import type { RespelledFile } from "./read-file.js";
import type { Passage } from "./respell.js";

/** What the proof of one list is made from. */
export interface ListProof {
  readonly tree: SourceTree;
  readonly passage: Passage;
  readonly file: RespelledFile;
  /** What is found in its new text. */
  readonly now: Extraction;
}

/** Whether a reference takes in a whole folder for a target. */
export function isListOfFolder({ kind, listed = [] }: Reference): boolean {
  return kind === "pattern" && listed.length > 0;
}

/** What a list that people look at would show no more, or twice; nothing for a text that stays as it is. */
export function proveShown({
  path,
  text,
}: Pick<RespelledFile, "path"> & { readonly text?: NewText | undefined }): Difference[] {
  const language = languageFor(path);
  const now = text && language?.shownTimes?.(text.before);
  const then = text && language?.shownTimes?.(text.after);
  if (!now || !then) return [];
  return [...then].flatMap(([id, { times, name }]): Difference[] => {
    if (times === (now.get(id)?.times ?? 1)) return [];
    const reason = times === 0 ? "no group would show it any more" : "another number of groups would show it";
    return [{ file: path, at: { line: 1, column: 1 }, specifier: name, before: [], after: [], reason }];
  });
}

/** What a list would build otherwise; nothing for files that name no folder whole. */
export function proveLists({ tree, passage, file, now }: ListProof): Difference[] {
  const { references } = file.extraction;
  if (!now.references.some(({ listed = [] }) => listed.length > 0)) return [];
  const { after, map } = passage;
  const before = builtBy(references, (_, index) => file.meanings[index], tree.paths);
  const from = map.file(file.path);
  const then = builtBy(now.references, (reference) => meantThen(after, from, reference), after.tree.paths);
  const found: Difference[] = [...twice(before, then, (path) => map.file(path))].map(([path, target]): Difference => {
    const reason = `two files of ${target} would be called ${nameOf(path)}, which the compiler refuses`;
    return { file: file.path, at: { line: 1, column: 1 }, specifier: path, before: [], after: [], reason };
  });
  const all = new Set([...[...before.keys()].map((path) => map.file(path)), ...then.keys()]);
  for (const path of [...all].sort(comparePaths)) {
    const was = before.get(map.origin(path) ?? path) ?? none;
    const will = then.get(path) ?? none;
    // What is taken into a list on purpose is claimed to be.
    if (was.size === 0 && file.adds.includes(path)) continue;
    const lost = [...was].filter((target) => !will.has(target));
    const gained = [...will].filter((target) => !was.has(target));
    // A file that is made is built into what its folder is.
    if (
      lost.length === 0 &&
      (gained.length === 0 || (was === none && map.origin(path) === undefined && !tree.has(path)))
    )
      continue;
    const [target = ""] = lost.length > 0 ? lost : gained;
    const reason =
      lost.length > 0 ? `it would no longer be part of ${target}` : `it would become part of ${target}, too`;
    found.push({ file: file.path, at: { line: 1, column: 1 }, specifier: path, before: [], after: [], reason });
  }
  return found;
}

/** Files that share their name with another of their target then, and did not before; with the target. */
function* twice(
  before: Built,
  then: Built,
  goes: (path: ProjectPath) => ProjectPath,
): Iterable<readonly [ProjectPath, string]> {
  const known = new Set([...namesakes(before)].map(([path]) => goes(path)));
  for (const [path, target] of namesakes(then)) if (!known.has(path)) yield [path, target];
}

const none: ReadonlySet<string> = new Set();

function meantThen(resolver: Resolver, from: ProjectPath, reference: Reference): Resolution {
  return resolver.resolve(from, reference);
}
