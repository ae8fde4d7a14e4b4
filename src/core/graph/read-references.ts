/** Reads files and finds what they name. */
import { extractFrom, languageFor, type Extraction } from "../languages/index.js";
import type { ProjectPath } from "../paths.js";
import { quiet, type Progress } from "../progress.js";
import type { SourceTree } from "../tree/index.js";

/** What each file names, by its path. */
export type FileReferences = ReadonlyMap<ProjectPath, Extraction>;

/** Reads the given files of the tree; links and files that no language reads are passed over. */
export async function readReferences(tree: SourceTree, paths: readonly ProjectPath[], progress: Progress = quiet): Promise<FileReferences> {
  const readable = paths.filter((path) => languageFor(path) !== undefined && !tree.isLink(path));
  for (const language of new Set(readable.map((path) => languageFor(path)))) await language?.prepare();
  const found = new Map<ProjectPath, Extraction>();
  for (const [index, path] of readable.entries()) {
    const source = tree.text(path);
    if (source) found.set(path, extractFrom(source.text, path));
    if (index % 256 === 0) progress("Reading references", index, readable.length);
  }
  return found;
}
