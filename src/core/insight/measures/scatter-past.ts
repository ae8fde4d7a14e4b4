/** How scatter came to be: the same measure for every commit of the history. */
import type { PastCommit } from "../../files/index.js";
import { isMain, shared, type Catalogue } from "../catalogue/index.js";
import { folderOf, type ProjectPath } from "../../base/paths.js";

/** The scatter of all features after a commit. */
export interface ScatterThen {
  /** When the commit was made, in seconds since 1970. */
  readonly when: number;
  /** Files that serve a feature, and features that had one. */
  readonly files: number;
  readonly features: number;
  /** Folders in which the files of one feature lay, on average. */
  readonly folders: number;
}

/**
 * The scatter after each commit that put a feature's file somewhere, the oldest first. It is the history of the files that are there
 * today, each counted for the feature that it serves today: what was deleted since is not known to have served one.
 */
export function scatterPast({ entries }: Pick<Catalogue, "entries">, past: readonly PastCommit[]): ScatterThen[] {
  const features = new Map<ProjectPath, string>();
  const lies = new Map<ProjectPath, ProjectPath>();
  const counted = new FolderCounts();
  for (const entry of entries.values()) {
    const feature = entry.feature.is;
    if (feature === undefined || feature === shared || !isMain(entry)) continue;
    features.set(entry.path, feature);
    lies.set(entry.path, entry.path);
    counted.add(feature, folderOf(entry.path), 1);
  }
  const found: ScatterThen[] = [];
  // From today backwards, each commit is taken back.
  for (const { when, files } of past) {
    const changes = files.flatMap(({ path, from, did }) => {
      const feature = path === undefined ? undefined : features.get(path);
      return path !== undefined && feature !== undefined && (did === "added" || did === "renamed")
        ? [{ path, feature, from: did === "renamed" ? from : undefined }]
        : [];
    });
    if (changes.length === 0) continue;
    found.push({ when, files: lies.size, features: counted.features, folders: counted.average });
    for (const { path, feature, from } of changes) {
      const now = lies.get(path);
      if (now === undefined) continue;
      counted.add(feature, folderOf(now), -1);
      if (from === undefined) lies.delete(path);
      else {
        lies.set(path, from);
        counted.add(feature, folderOf(from), 1);
      }
    }
  }
  return found.reverse();
}

/** How many files of each feature lie in each folder. */
class FolderCounts {
  readonly #counts = new Map<string, Map<ProjectPath, number>>();
  #folders = 0;

  add(feature: string, folder: ProjectPath, files: 1 | -1): void {
    const counts = this.#counts.get(feature) ?? new Map<ProjectPath, number>();
    this.#counts.set(feature, counts);
    const before = counts.size;
    const left = (counts.get(folder) ?? 0) + files;
    if (left === 0) counts.delete(folder);
    else counts.set(folder, left);
    this.#folders += counts.size - before;
    if (counts.size === 0) this.#counts.delete(feature);
  }

  get features(): number {
    return this.#counts.size;
  }

  /** Folders of a feature, on average. */
  get average(): number {
    return this.#counts.size === 0 ? 0 : this.#folders / this.#counts.size;
  }
}
