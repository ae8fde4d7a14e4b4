/** Pictures and colours of catalogues, each a folder that is one thing with a name: those that nothing names. */
import { addTo } from "../../base/grouping.js";
import { isBelow, nameOf, rootPath, type ProjectPath } from "../../base/paths.js";
import { leftAlone } from "../catalogue/index.js";
import { isDocument, isInBundle, languagesInUse } from "../../languages/index.js";
import type { Found, RuleContext } from "./rule.js";

/** So many are said once. */
const manyUnused = 4;

/** Finds them. A name that stands in any text of the project, or that may be put together at run time, is used. */
export function* unusedSets(context: Pick<RuleContext, "app" | "tree" | "graph">): Generator<Found> {
  const { app, tree, graph } = context;
  const languages = languagesInUse().filter((language) => language.namedFolder !== undefined);
  const sets = new Map<ProjectPath, { readonly names: readonly string[]; readonly path: ProjectPath }>();
  const isLeft = leftAlone(app.configuration, app.folder);
  for (const path of tree.paths.filter(
    (each) => isInBundle(each) && (app.folder === rootPath || isBelow(each, app.folder)) && !isLeft(each),
  ))
    for (const language of languages) {
      const folder = language.namedFolder?.(path);
      if (folder !== undefined && !sets.has(folder)) sets.set(folder, { names: language.calledAs?.(path) ?? [], path });
    }
  if (sets.size === 0) return;
  const heads: string[] = [];
  for (const { references, reading } of graph.files.values()) {
    for (const { resolution } of references) if (resolution.state === "folder") sets.delete(resolution.at);
    for (const { head } of reading.computed) if (head !== "") heads.push(head);
  }
  const open = [...sets].filter(([, { names }]) => !heads.some((head) => names.some((name) => name.startsWith(head))));
  const left = new Map(open);
  for (const path of left.size === 0 ? [] : tree.paths) {
    if (isDocument(path) || isInBundle(path) || tree.isLink(path)) continue;
    const text = tree.text(path)?.text ?? "";
    for (const [folder, { names }] of left) if (names.some((name) => text.includes(name))) left.delete(folder);
  }
  yield* told([...left].map(([folder, { path }]) => ({ folder, path })));
}

function* told(sets: readonly { readonly folder: ProjectPath; readonly path: ProjectPath }[]): Generator<Found> {
  const byCatalogue = new Map<ProjectPath, { readonly folder: ProjectPath; readonly path: ProjectPath }[]>();
  for (const set of sets) addTo(byCatalogue, catalogueOf(set.folder), set);
  for (const [catalogue, own] of byCatalogue) {
    const [first] = own;
    if (first && own.length >= manyUnused) {
      const paths = own.map(({ folder }) => folder);
      yield { file: first.path, about: catalogue, what: { code: "several unused", folder: nameOf(catalogue), paths } };
    } else for (const { folder, path } of own) yield { file: path, about: nameOf(folder), what: { code: "unused" } };
  }
}

/** The outermost folder that is one thing. */
function catalogueOf(folder: ProjectPath): ProjectPath {
  const parts = folder.split("/");
  for (let count = 1; count < parts.length; count += 1) {
    const above = parts.slice(0, count).join("/") as ProjectPath;
    if (isInBundle(`${above}/x`) && isBelow(folder, above)) return above;
  }
  return folder;
}
