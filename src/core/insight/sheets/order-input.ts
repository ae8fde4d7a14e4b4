/** What rules of style sheets look into. */
import type { SheetResolver } from "../../graph/index.js";
import type { ProjectPath } from "../../base/paths.js";

/** What is looked into. */
export interface OrderInput {
  /** What is known of the app: what is found is remembered by it. */
  readonly app: object;
  /** Where entries may lie; and whether a sheet is the app's own: an entry that takes in none of those is not judged. */
  readonly paths: readonly ProjectPath[];
  readonly isOwn: (path: ProjectPath) => boolean;
  readonly resolver: SheetResolver;
}
