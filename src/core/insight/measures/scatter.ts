/** Scatter: how far apart the files of one feature lie. */
import { isMain, shared, type Catalogue } from "../catalogue/index.js";
import { folderOf, type ProjectPath } from "../../base/paths.js";

/** The scatter of one feature. */
export interface Scatter {
  readonly feature: string;
  readonly files: number;
  /** Folders that hold at least one of its files. */
  readonly folders: number;
  /** Steps in the tree, up and down, between two of its files that reference each other, on average. */
  readonly steps: number;
}

/** The scatter of every feature, the largest first. */
export function scatterOf({ entries, uses }: Catalogue): Scatter[] {
  const found = new Map<string, { files: number; folders: Set<ProjectPath>; steps: number; pairs: number }>();
  for (const entry of entries.values()) {
    const feature = entry.feature.is;
    if (feature === undefined || feature === shared || !isMain(entry)) continue;
    const sum = found.get(feature) ?? { files: 0, folders: new Set<ProjectPath>(), steps: 0, pairs: 0 };
    found.set(feature, sum);
    sum.files += 1;
    sum.folders.add(folderOf(entry.path));
    for (const target of uses.targetsOf(entry.path)) {
      if (entries.get(target)?.feature.is !== feature) continue;
      sum.steps += stepsBetween(folderOf(entry.path), folderOf(target));
      sum.pairs += 1;
    }
  }
  const scatters = [...found].map(([feature, { files, folders, steps, pairs }]): Scatter => {
    return { feature, files, folders: folders.size, steps: pairs === 0 ? 0 : Math.round((steps / pairs) * 10) / 10 };
  });
  return scatters.sort((a, b) => b.folders - a.folders || b.steps - a.steps || (a.feature < b.feature ? -1 : 1));
}

/** Folders that one leaves and enters on the way: `("src/a", "src/b")` → 2, within one folder → 0. */
export function stepsBetween(from: ProjectPath, to: ProjectPath): number {
  if (from === to) return 0;
  let [same, at] = [0, 0];
  // Counts the parts that both begin with, without taking the paths apart: this is asked for every reference.
  for (; at <= Math.min(from.length, to.length); at += 1) {
    const [a, b] = [at === from.length ? slash : from.charCodeAt(at), at === to.length ? slash : to.charCodeAt(at)];
    if (a !== b) break;
    if (a === slash && at > 0) same += 1;
  }
  return parts(from) + parts(to) - 2 * same;
}

const slash = 47;

function parts(path: ProjectPath): number {
  if (path === "") return 0;
  let count = 1;
  for (let at = path.indexOf("/"); at >= 0; at = path.indexOf("/", at + 1)) count += 1;
  return count;
}
