/** Which sub-folders go along with a file onto another shelf. */
import { structuralWords, type Layout, type Shelf } from "../../app/arrangement/index.js";
import { featureKey, keyOf, shared, type Catalogue, type Entry } from "../../insight/catalogue/index.js";
import { splitWords } from "../../base/names/index.js";
import { folderOf, isBelow, nameOf, relativePath, type ProjectPath } from "../../base/paths.js";
import { homeOf, type Unit } from "./units.js";

/** What is known of the app besides. */
export interface KeptFoldersInput {
  readonly catalogue: Catalogue;
  /** The shelves of now, and those that are wanted. */
  readonly now: Layout;
  readonly then: Layout;
}

/**
 * Sub-folders that say something which the new place does not say: `components/forms/TextField.tsx` keeps `forms/`. What
 * names a role, the feature or what is shared is said by the shelf.
 */
export function keptFolders(
  entry: Entry,
  unit: Unit,
  shelf: Shelf,
  { now, then, catalogue }: KeptFoldersInput,
): string[] {
  const home = homeOf(unit);
  const standing = now.standingOf(entry.path);
  const isTold = standing !== undefined && entry.role.is !== undefined && standing.shelf.holds.includes(entry.role.is);
  const inSource = now.source === "" || isBelow(home, now.source) ? relativePath(now.source, home) : "";
  const below = isTold ? belowShelf(standing.below, unit) : inSource;
  const isInFeature = shelf.at.includes("{feature}");
  if (below === "") return [];
  const { folders, names } = featureWords(catalogue, entry.feature.is ?? shared);
  const inShelf = new Set((shelf.at.split("{feature}").at(-1) ?? "").split("/").map(keyOf));
  const parts = below.split("/").filter((part) => part !== "");
  return parts.filter((part, at) => {
    const key = keyOf(part);
    if (!isTold && (catalogue.clues.folders.has(key) || isStructural(part, now, then))) return false;
    // `components/rota/components/` says it once more.
    if (isSharedWord(key) || inShelf.has(key)) return false;
    // The feature's own folder is said by the new place, or given up; one of its name elsewhere only where that says it.
    let folder = home;
    for (let up = parts.length - 1 - at; up > 0; up -= 1) folder = folderOf(folder);
    return !folders.includes(folder) && !(isInFeature && names.has(featureKey(splitWords(part))));
  });
}

interface FeatureWords {
  readonly folders: readonly ProjectPath[];
  readonly names: ReadonlySet<string>;
}

const featureWordsKept = new WeakMap<Catalogue, Map<string, FeatureWords>>();

/** The folders of a feature, and the words that its folders are called by. Asked for every file, made once a feature. */
function featureWords(catalogue: Catalogue, feature: string): FeatureWords {
  const kept = featureWordsKept.get(catalogue) ?? new Map<string, FeatureWords>();
  featureWordsKept.set(catalogue, kept);
  let words = kept.get(feature);
  if (!words) {
    const folders = catalogue.features.filter(({ name }) => name === feature).flatMap((each) => each.folders);
    const called = [feature, ...folders.map((folder) => nameOf(folder))];
    kept.set(feature, (words = { folders, names: new Set(called.map((name) => featureKey(splitWords(name)))) }));
  }
  return words;
}

/** Of a component with a folder of its own, that folder is not counted. */
function belowShelf(below: string, { folder }: Unit): string {
  return folder === undefined ? below : below.split("/").slice(0, -1).join("/");
}

const sharedWords = new Set(["shared", "common", "general", "global", "core", "app"].map(keyOf));

function isSharedWord(key: string): boolean {
  return sharedWords.has(key);
}

/** Words that arrangements use for folders that are no role's; also the user's own words for them. */
function isStructural(part: string, ...layouts: readonly Layout[]): boolean {
  const key = keyOf(part);
  if (structuralWords.some((word) => keyOf(word) === key) || key === keyOf("modules")) return true;
  return layouts.some(({ shelves }) =>
    shelves.some(
      ({ at }) => at.includes("{feature}") && at.slice(0, at.indexOf("{feature}")).split("/").includes(part),
    ),
  );
}
