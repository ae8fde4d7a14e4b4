/**
 * Scripts that were edited since an output was kept, within their functions, as most edits are: where a file says of itself what
 * it said before, and the output does not speak of it, the output is the same. What it said before is among the kept readings.
 */
import { codeLanguage, isScript, readTexts, saysTheSame, type FileReading } from "../../languages/index.js";
import type { ProjectPath } from "../../base/paths.js";
import { SourceTree } from "../source-tree.js";
import type { CachePlace } from "./cache-file.js";
import { packReading, unpackReading } from "./pack.js";
import { ReadingCache } from "./reading-cache.js";
import type { Edited } from "./traced-reader.js";

/** With more edited files than this, all is looked at anew: so much is no edit, but another state of the project. */
const mostEdited = 50;

/** Whether an output stands in spite of edits. */
export async function standsAfter(place: CachePlace, output: string, edited: readonly Edited[]): Promise<boolean> {
  const isPlain = edited.every(({ path }) => isScript(path) && !speaksOf(output, path));
  // What names mean may depend on what stands in other scripts, beyond what those say of themselves.
  const isRead = codeLanguage.lookups?.some(({ readsFiles }) => readsFiles) ?? false;
  if (edited.length > mostEdited || !isPlain || isRead) return false;
  const cache = new ReadingCache(place);
  const tree = new SourceTree(place.store, {
    files: edited.map(({ path }) => ({ path, link: false })),
    foreign: [],
    unlisted: [],
    from: "memory",
  });
  const readings = new Map<ProjectPath, FileReading>();
  const paths = edited.map(({ path }) => path).filter((path) => tree.text(path) !== undefined);
  await readTexts({
    depth: "all",
    paths,
    textOf: (at) => tree.text(paths[at] ?? ("" as ProjectPath))?.text ?? "",
    visit: (at, reading) => readings.set(paths[at] ?? ("" as ProjectPath), reading),
  });
  return edited.every(({ path, before }) => {
    const then = cache.findFormer(path, before);
    const now = readings.get(path);
    // As it would come out of the cache, so that both have the same form.
    const kept = now && unpackReading(packReading(now));
    return then !== undefined && kept !== undefined && saysTheSame(then, kept);
  });
}

/**
 * Whether an output names a file; where something stands in a file is never told without its path. Lines may be broken within a
 * path that has spaces, and what cannot be shown as it is has been spelled otherwise: such a path counts as named.
 */
function speaksOf(output: string, path: ProjectPath): boolean {
  if (!/^[\p{L}\p{M}\p{N}\p{P}\p{S} ]+$/u.test(path) || /[\\"]/.test(path)) return true;
  return output.replace(/\s+/g, " ").includes(path.replace(/ +/g, " "));
}
