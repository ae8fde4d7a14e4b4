/** Who may reference whom: the `reaches` of shelves, and the public index of features. */
import type { ProjectPath } from "../../base/paths.js";
import type { Layout, Standing } from "./layout.js";

/** Why a reference may not be, as data. */
export type ReachProblem =
  | { readonly kind: "shelf"; readonly from: string; readonly to: string }
  | { readonly kind: "past index"; readonly feature: string };

/** What is wrong with a reference from one file to another, by their places; `undefined` if nothing is. */
export function reachProblem(layout: Layout, from: ProjectPath, to: ProjectPath): ReachProblem | undefined {
  const [here, there] = [layout.standingOf(from), layout.standingOf(to)];
  if (!here || !there) return undefined;
  const isIndex = layout.isPublicIndex(to);
  // A feature's own index puts together what lies below it.
  if (layout.isPublicIndex(from) && here.feature === there.feature) return undefined;
  if (!mayReach(here, there, isIndex)) return { kind: "shelf", from: here.shelf.at, to: there.shelf.at };
  const isOther = there.feature !== undefined && there.feature !== here.feature;
  return layout.publicIndex && layout.stack.index && isOther && !isIndex
    ? { kind: "past index", feature: there.feature }
    : undefined;
}

/** Whether a shelf lets its files reference files of another. Its own shelf, in its own feature, is always open. */
function mayReach(from: Standing, to: Standing, toIndex: boolean): boolean {
  if (!from.shelf.reaches) return true;
  if (from.shelf === to.shelf && from.feature === to.feature) return true;
  return from.shelf.reaches.some((reach) => {
    if ("index" in reach) return toIndex;
    if ("role" in reach) return to.shelf.holds.includes(reach.role);
    if (reach.pattern.startsWith("/") !== to.shelf.at.startsWith("/")) return false;
    const match = reach.match(to.folder);
    return match !== undefined && (match.feature === undefined || match.feature === from.feature);
  });
}
