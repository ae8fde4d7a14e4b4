/** The shape of a tree as numbers: how far apart lies what belongs together, now or under another arrangement. */
import type { Layout } from "../../app/arrangement/index.js";
import { isMain, shared, type Catalogue } from "../../insight/catalogue/index.js";
import { folderOf, foldersAbove, isBelow, type ProjectPath } from "../../base/paths.js";
import { stepsBetween } from "../../insight/measures/index.js";

/** The numbers of one tree. Averages are not rounded. */
export interface Shape {
  /** Places in which the files of one feature lie, on average: shelves, and features' own folders. */
  readonly places: number;
  /** Folders in which they lie. */
  readonly folders: number;
  /** Steps in the tree, up and down, between two files of a feature of which one references the other, on average. */
  readonly steps: number;
  /** The part of references that lead from one place to another, from 0 to 1. */
  readonly leaving: number;
  /** The folder that holds most files by itself. */
  readonly largest: { readonly folder: ProjectPath; readonly files: number };
  /** Folders between the source root and a file, on average. */
  readonly depth: number;
  /** Places that a change of two files or more touched, on average; `undefined` where history is too short to tell. */
  readonly touched: number | undefined;
}

/** What a shape is measured from. */
export interface ShapeInput {
  readonly catalogue: Catalogue;
  /** The shelves of this tree. */
  readonly layout: Layout;
  /** Folders of features that no shelf is for; of the tree as it is now. */
  readonly featureFolders: ReadonlySet<ProjectPath>;
  /** Where a file lies in this tree. */
  readonly at: (path: ProjectPath) => ProjectPath;
  /** How many places each change of two files or more touched; `undefined` where there are too few. */
  readonly touched: readonly number[] | undefined;
}

/** Measures one tree. */
export function measureShape(input: ShapeInput): Shape {
  const { catalogue, layout, at, touched } = input;
  const { entries, uses } = catalogue;
  const places = new Places(input);
  const features = new Map<string, { places: Set<string>; folders: Set<string> }>();
  const inFolder = new Map<ProjectPath, number>();
  const sum = { pairs: 0, steps: 0, uses: 0, leaving: 0, depth: 0, files: 0 };
  const lies = new Map<ProjectPath, { readonly folder: ProjectPath; readonly place: string }>();
  for (const { path } of entries.values()) lies.set(path, places.lying(at(path)));
  for (const entry of entries.values()) {
    const here = lies.get(entry.path);
    if (!here || entry.role.is === undefined) continue;
    const { folder, place } = here;
    if (folder !== layout.source && !isBelow(folder, layout.source)) continue;
    inFolder.set(folder, (inFolder.get(folder) ?? 0) + 1);
    if (!isMain(entry)) continue;
    const feature = entry.feature.is === shared ? undefined : entry.feature.is;
    if (feature !== undefined) {
      const found = features.get(feature) ?? { places: new Set<string>(), folders: new Set<string>() };
      features.set(feature, found);
      found.places.add(place);
      found.folders.add(folder);
    }
    for (const target of uses.targetsOf(entry.path)) {
      const there = lies.get(target);
      if (!there) continue;
      sum.uses += 1;
      if (place !== there.place) sum.leaving += 1;
      if (feature === undefined || entries.get(target)?.feature.is !== feature) continue;
      sum.pairs += 1;
      sum.steps += stepsBetween(folder, there.folder);
    }
  }
  for (const [folder, files] of inFolder) {
    sum.files += files;
    sum.depth += files * stepsBetween(layout.source, folder);
  }
  const [largest] = [...inFolder].sort((a, b) => b[1] - a[1] || (a[0] < b[0] ? -1 : 1));
  const per = (total: number, count: number): number => (count === 0 ? 0 : total / count);
  const mean = (of: (each: { places: Set<string>; folders: Set<string> }) => number): number =>
    per(
      [...features.values()].reduce((total, each) => total + of(each), 0),
      features.size,
    );
  return {
    places: mean((each) => each.places.size),
    folders: mean((each) => each.folders.size),
    steps: per(sum.steps, sum.pairs),
    leaving: per(sum.leaving, sum.uses),
    largest: { folder: largest?.[0] ?? layout.source, files: largest?.[1] ?? 0 },
    depth: per(sum.depth, sum.files),
    touched:
      touched &&
      per(
        touched.reduce((total, each) => total + each, 0),
        touched.length,
      ),
  };
}

/** How many places of a tree each change touched. */
export function placesTouched(
  input: Omit<ShapeInput, "touched">,
  changes: readonly { readonly files: readonly ProjectPath[] }[],
): number[] {
  const places = new Places(input);
  return changes.map(({ files }) => new Set(files.map((path) => places.lying(input.at(path)).place)).size);
}

/** Says in which place a file lies. */
class Places {
  readonly #known = new Map<ProjectPath, { readonly folder: ProjectPath; readonly place: string }>();

  constructor(readonly input: Pick<ShapeInput, "layout" | "featureFolders">) {}

  /** The file's folder, and its place: the feature's own folder; else that of the shelf; else the file's own. */
  lying(path: ProjectPath): { readonly folder: ProjectPath; readonly place: string } {
    const folder = folderOf(path);
    let lies = this.#known.get(folder);
    if (lies === undefined) this.#known.set(folder, (lies = { folder, place: this.#find(folder) }));
    return lies;
  }

  #find(folder: ProjectPath): ProjectPath {
    const { layout, featureFolders } = this.input;
    const standing = layout.standingOfFolder(folder);
    const own = standing?.feature === undefined ? undefined : layout.featureFolder(standing.feature);
    if (own !== undefined) return own;
    const feature = [folder, ...foldersAbove(folder)].find((each) => featureFolders.has(each));
    if (feature !== undefined) return feature;
    if (!standing || standing.below === "") return folder;
    return folder.slice(0, -standing.below.length - 1) as ProjectPath;
  }
}
