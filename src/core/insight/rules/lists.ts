/** Lists of what is built, of an app whose code they list: projects and packages. */
import { languageFor } from "../../languages/index.js";
import { isBelow, rootPath, type ProjectPath } from "../../base/paths.js";
import type { GraphFile, ReferenceGraph } from "../../graph/index.js";
import type { App } from "../../app/index.js";

/** Whether an app's code is built by lists. */
function isListed({ stack }: Pick<App, "stack">): boolean {
  return stack.code.some((extension) => languageFor(`x${extension}`)?.isListed === true);
}

/** Lists of an app's folder that could not be read: what they say is built, nobody knows then. */
export function brokenLists({ app, graph }: ListsInput): readonly ProjectPath[] {
  if (!isListed(app)) return [];
  return [...graph.files.values()]
    .filter(({ path, reading }) => reading.problem && isHere(app, path) && languageFor(path)?.listsCode === true)
    .map(({ path }) => path);
}

interface ListsInput {
  readonly app: Pick<App, "stack" | "folder">;
  readonly graph: ReferenceGraph;
}

function isHere({ folder }: Pick<App, "folder">, path: ProjectPath): boolean {
  return folder === rootPath || isBelow(path, folder);
}

/** The files of an app's folder that list what is built; none where its code needs no list. */
export function listsOf({ app, graph }: ListsInput): readonly GraphFile[] {
  if (!isListed(app)) return [];
  return [...graph.files.values()].filter(
    ({ path, references }) => isHere(app, path) && references.some(({ reference }) => reference.listed !== undefined),
  );
}
