/** The words for pieces of state that are left as they are. */
import { nameOf } from "../core/base/paths.js";
import type { LeftState } from "../core/change/state/index.js";

/** Why a piece of state is left, as a sentence. */
export function whyLeft({ why, files }: LeftState): string {
  if (why === "slice") return `a library makes the actions of ${nameOf(files[0] ?? "")} from its reducer.`;
  if (why === "nothing to part") return `${nameOf(files[0] ?? "")} holds no actions or constants that could be parted.`;
  if (why === "not proved")
    return `not everything that takes something of it could be proved; \`steady-shelf join ${files.slice(1).join(" ")} ${files[0] ?? ""}\` says what.`;
  return `${why.message.split("\n")[0] ?? ""} ${why.next}`;
}
