/** Reads files and finds what they name. */
import { existsSync } from "node:fs";
import { languageFor, readHere, readWithWorker, type Extraction } from "../languages/index.js";
import type { ProjectPath } from "../paths.js";
import type { SourceTree } from "../tree/index.js";

/** From this many files on, a worker thread helps. */
const manyFiles = 600;

/** Those of the paths that a language reads. Links are passed over. */
export function readablePaths(tree: SourceTree, paths: readonly ProjectPath[]): readonly ProjectPath[] {
  return paths.filter((path) => languageFor(path) !== undefined && !tree.isLink(path));
}

/** Reads files and calls `visit` once for each, in no order. */
export async function readReferences(
  tree: SourceTree,
  paths: readonly ProjectPath[],
  visit: (index: number, extraction: Extraction) => void,
): Promise<void> {
  for (const language of new Set(paths.map((path) => languageFor(path)))) await language?.prepare();
  const textOf = (index: number): string => tree.text(paths[index] ?? ("" as ProjectPath))?.text ?? "";
  // The worker's script lies beside the built program; where it does not (a test on the sources), all is read here.
  const script = new URL("./reading-worker.js", import.meta.url);
  if (paths.length >= manyFiles && existsSync(script))
    await readWithWorker(script, { depth: "references", paths, textOf, visit });
  else readHere({ depth: "references", paths, textOf, visit });
}
