import type { FileReader } from "./file-store.js";
import { SourceTree } from "./source-tree.js";

export type { FileReader, FileStat, FileStore, ListedFile, Listing } from "./file-store.js";
export { findAppFolder, findProject, findRepository, realFolder } from "./find-project.js";
export { askGit, GitRefusal } from "./listing.js";
export { openDiskStore } from "./disk-store.js";
export { MemoryStore, type MemoryStoreOptions } from "./memory-store.js";
export { PlannedTree, SourceTree, type TreeView } from "./source-tree.js";

/** Lists a project's own files. No file is read. */
export async function readTree(store: FileReader): Promise<SourceTree> {
  return new SourceTree(store, await store.list());
}
