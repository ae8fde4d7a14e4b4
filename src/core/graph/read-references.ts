/** Reads files and finds what they name. */
import { languageFor, notRead, readTexts, type Extraction } from "../languages/index.js";
import type { ProjectPath } from "../base/paths.js";
import type { SourceTree } from "../files/index.js";

/** Those of the paths that a language reads. Links are passed over, and documents, unless they are asked for. */
export function readablePaths(
  tree: SourceTree,
  paths: readonly ProjectPath[],
  { documents = false }: { readonly documents?: boolean | undefined } = {},
): readonly ProjectPath[] {
  return paths.filter((path) => {
    const language = languageFor(path);
    return language !== undefined && (documents || language.trade !== "document") && !tree.isLink(path);
  });
}

/** Reads files and calls `visit` once for each, in no order. */
export async function readReferences(
  tree: SourceTree,
  paths: readonly ProjectPath[],
  visit: (index: number, extraction: Extraction) => void,
): Promise<void> {
  const textOf = (index: number): string => tree.text(paths[index] ?? ("" as ProjectPath))?.text ?? "";
  const { unreadable } = tree;
  const visitRead = (index: number, extraction: Extraction): void => {
    const reason = unreadable.get(paths[index] ?? ("" as ProjectPath));
    visit(index, reason === undefined ? extraction : notRead(reason));
  };
  await readTexts({ depth: "references", paths, textOf, visit: visitRead });
}
