/** The words for what a file is. */
import { aRole, manyOf } from "../core/app/arrangement/index.js";
import { folderOf, nameOf } from "../core/base/paths.js";
import { shared, type Entry } from "../core/insight/catalogue/index.js";
import { shouldBeAt, type Explanation } from "../core/insight/measures/index.js";

/** `A component of the feature trees, and goes with TreeScreen.tsx`, without a full stop. */
export function whatItIs({ role, feature, leader, isIndex }: Entry): string {
  const is = role.is === undefined ? "a file of unknown role" : aRole(role.is);
  const what = isIndex ? `an index that passes on ${role.is === undefined ? "others" : manyOf(role.is)}` : is;
  const serves =
    feature.is === undefined || feature.is === shared ? "for the whole app" : `of the feature ${feature.is}`;
  const along = leader === undefined ? "" : `, and goes with ${nameOf(leader)}`;
  return `${what.charAt(0).toUpperCase()}${what.slice(1)} ${serves}${along}`;
}

/** A confidence in words: numbers seem more exact than they are. */
export function sureness(confidence: number): string {
  return confidence >= 0.97
    ? "certain"
    : confidence >= 0.75
      ? "almost certain"
      : confidence >= 0.5
        ? "likely"
        : confidence > 0
          ? "a guess"
          : "not known";
}

/** Whether a file is where it should be, as a mark and a clause. */
export function placeOf(
  explanation: Pick<Explanation, "entry" | "belonging" | "findings"> & Partial<Pick<Explanation, "knownBy">>,
): [mark: "✓" | "✗" | "", said: string] {
  const { path } = explanation.entry;
  const { belonging } = explanation;
  if (!belonging) return ["", "no shelf says where such a file belongs"];
  const pattern = belonging.pattern ? ` (${belonging.pattern.text})` : "";
  if (belonging.path === path) return ["✓", `it is where it should be, and called as it should be${pattern}`];
  // What `check` finds nothing wrong with is not wrong here either.
  if (shouldBeAt(explanation) === undefined) {
    const finder = explanation.knownBy?.find(({ kind }) => kind === "address");
    if (finder) return ["", `it stays where it is, because ${finder.by} finds it there`];
    return [
      "",
      `the shelf for its kind is ${folderOf(belonging.path)}/${pattern}; nothing says that it has to be there`,
    ];
  }
  if (folderOf(belonging.path) === folderOf(path))
    return ["✗", `it should be called ${nameOf(belonging.path)}${pattern}`];
  return ["✗", `it should be ${belonging.path}${nameOf(belonging.path) === nameOf(path) ? "" : pattern}`];
}
