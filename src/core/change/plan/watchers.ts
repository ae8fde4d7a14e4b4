/** What build scripts do with the files that they take in: what they write where, and what a watcher does not see. */
import { isOfTrade, lookupNamed, type Extraction, type Reference, type Resolution } from "../../languages/index.js";
import { nameOf, type ProjectPath } from "../../base/paths.js";
import { SourceText } from "../../base/text/index.js";
import type { MadeFile, PatternChange } from "./plan.js";
import type { ReadFile } from "./read-file.js";
import type { Passage } from "./respell.js";

/** Of a folder that is compiled file by file, what would come to lie elsewhere in the output. */
export function writtenElsewhere(
  { after, map }: Passage,
  { path, was, again }: { readonly path: ProjectPath; readonly was: Resolution; readonly again: Reference | undefined },
): Pick<PatternChange, "out" | "into" | "writes"> | undefined {
  const writes = again && lookupNamed(again.lookup).writes;
  if (!writes || was.state !== "scope") return undefined;
  const then = after.resolve(map.file(path), again);
  if (then.state !== "scope") return undefined;
  const below = (file: ProjectPath, folder: ProjectPath): string => file.slice(folder === "" ? 0 : folder.length + 1);
  const changed = [...map.files].flatMap(([file, goes]) => {
    if (!was.takesIn(file) || !then.takesIn(goes)) return [];
    const [from, to] = [writes(below(file, was.folder)), writes(below(goes, then.folder))];
    return from === undefined || to === undefined || from === to ? [] : [{ from, to }];
  });
  return changed.length === 0 ? undefined : { out: [], into: [], writes: changed };
}

/** What stands behind the last dot of a name. */
const endingOf = (path: ProjectPath): string => nameOf(path).replace(/^.*\./, "");

/** A file that was read, and what is found in its new text. */
export interface ReadAgain {
  readonly file: ReadFile;
  readonly now: Extraction;
}

/** Watchers that look at a file that is changed, where one is made beside it that none of them sees. */
export function unseenBy(
  { after, map }: Passage,
  files: readonly ReadAgain[],
  made: readonly MadeFile[],
): PatternChange[] {
  if (made.length === 0) return [];
  const changed = files
    .filter(({ file }) => file.text && !isOfTrade(file.path, "settings"))
    .map(({ file }) => file.path);
  const watchers = files.flatMap(({ file, now }) =>
    now.references.flatMap((reference) => {
      if (lookupNamed(reference.lookup).watches !== true || reference.specifier.startsWith("!")) return [];
      const meant = after.resolve(map.file(file.path), reference);
      if (meant.state === "scope") return [{ file, reference, takesIn: meant.takesIn }];
      if (meant.state !== "found") return [];
      return [{ file, reference, takesIn: (path: ProjectPath): boolean => meant.targets.includes(path) }];
    }),
  );
  const unseen = made.map(({ path }) => path).filter((path) => !watchers.some(({ takesIn }) => takesIn(path)));
  return watchers.flatMap(({ file, reference, takesIn }): PatternChange[] => {
    const seen = changed.map((path) => map.file(path)).filter(takesIn);
    const beside = unseen.filter((path) => seen.some((each) => endingOf(each) === endingOf(path)));
    if (beside.length === 0) return [];
    const at = SourceText.ofNew(file.text?.after ?? map.tree.text(file.path)?.text ?? "").positionAt(reference.start);
    return [{ file: file.path, at, pattern: reference.specifier, out: [], into: [], unseen: beside }];
  });
}
