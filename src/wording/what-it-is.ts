/** The words for what a file is. */
import { aRole, manyOf } from "../core/app/arrangement/index.js";
import { nameOf } from "../core/base/paths.js";
import { shared, type Entry } from "../core/insight/catalogue/index.js";

/** `A component of the feature trees, and goes with TreeScreen.tsx`, without a full stop. */
export function whatItIs({ role, feature, leader, isIndex }: Entry): string {
  const is = role.is === undefined ? "a file of unknown role" : aRole(role.is);
  const what = isIndex ? `an index that passes on ${role.is === undefined ? "others" : manyOf(role.is)}` : is;
  const serves =
    feature.is === undefined || feature.is === shared ? "for the whole app" : `of the feature ${feature.is}`;
  const along = leader === undefined ? "" : `, and goes with ${nameOf(leader)}`;
  return `${what.charAt(0).toUpperCase()}${what.slice(1)} ${serves}${along}`;
}
