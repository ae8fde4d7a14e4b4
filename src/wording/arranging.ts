/** The words for why `arrange` moves a file, leaves it, or asks about it. */
import { aRole, ownArrangement } from "../core/app/arrangement/index.js";
import type { Doubtful, MoveGround, StayGround } from "../core/change/arrange/index.js";
import { wordsOfReason } from "./reasons.js";

/** Why a unit moves: `a component of trees: only trees uses it`. */
export function whyMoves(ground: MoveGround): string {
  if (ground.code === "index of") return `the index of ${ground.folder}/`;
  if (ground.code === "mirrors") return `it mirrors ${ground.file}`;
  const { role, feature, isShared, because } = ground;
  const kind = role === undefined ? "a file" : aRole(role);
  const why = because === undefined ? undefined : wordsOfReason(because);
  if (isShared) return why === undefined ? kind : `${kind}; ${why}`;
  return `${kind} ${feature === "shared" ? "that is shared" : `of ${feature}`}${why === undefined ? "" : `: ${why}`}`;
}

/** Why a unit stays. */
export function whyStays(ground: StayGround): string {
  switch (ground.code) {
    case "answered":
      return "you said that it stays";
    case "no shelf":
      return `${ground.arrangement === ownArrangement ? "the app" : ground.arrangement} has no shelf for ${ground.role === undefined ? "it" : aRole(ground.role)}${
        ground.ofNoFeature === true ? " of no feature" : ""
      }`;
    case "index of a feature":
      return `it is the index of a feature, and ${ground.arrangement === ownArrangement ? "the app" : ground.arrangement} has no place for one`;
    case "found by place":
      return `${ground.framework} finds it by its place`;
    case "address there":
      return `where it belongs, ${ground.framework} would take it for a page, a route or code to run`;
    case "place taken":
      return `two files would become ${ground.at}; rename one of them`;
    case "named unread":
      return "a file that cannot be read yet seems to name it";
    case "own names unread":
      return `${ground.file} names other files relative to itself, and cannot be read yet`;
    case "not read whole":
      return `what ${ground.file} references cannot be read for certain`;
    case "would mean another file":
      return `${ground.specifier} in ${ground.file}:${ground.line} would no longer mean the same file`;
    case "named there":
      return `${ground.file}:${ground.line} names it, and cannot be updated`;
    case "may be named there":
      return `${ground.file}${ground.line === undefined ? "" : `:${ground.line}`} may name it, and was not read: ${ground.detail}`;
  }
}

/** What a question is about: `a component or a screen`. */
export function whatIsOpen(doubtful: Doubtful): string {
  if (doubtful.code === "nothing known") return "nothing tells what it is";
  if (doubtful.code === "no one feature") return `${aRole(doubtful.role)} that belongs to no one feature`;
  if (doubtful.code === "roles") {
    const names = doubtful.roles.map(aRole);
    return names.length > 1 ? names.join(" or ") : `perhaps ${names[0] ?? "nothing that is known"}`;
  }
  const names = doubtful.features.map((feature) => (feature === "shared" ? feature : `of ${feature}`));
  return names.length > 1 ? names.join(" or ") : `perhaps ${names[0] ?? "shared"}`;
}
