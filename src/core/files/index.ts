import type { FileReader } from "./file-store.js";
import { SourceTree } from "./source-tree.js";

export type { FileReader, FileStat, FileStore, LineForm, ListedFile, Listing, Unlisted } from "./file-store.js";
export { findAppFolder, findProject, findRepository, realFolder } from "./find-project.js";
export { makeCheckout, type Checkout } from "./checkout.js";
export {
  branchNames,
  currentCommit,
  mergeBase,
  readCommit,
  readLastState,
  renamedSince,
  type Snapshot,
} from "./committed.js";
export { changedTogether, type PastCommit, type PastFile } from "./past.js";
export { askGit, GitRefusal, ownCommands } from "./git.js";
export { isBinary } from "./binary.js";
export { ignoredFolders } from "./ignored.js";
export { HeldTexts } from "./held-texts.js";
export { ReadingsInMemory, type KeptReadings } from "./kept-readings.js";
export { openDiskStore } from "./disk-store.js";
export { Overlay } from "./overlay.js";
export { MemoryStore, type MemoryStoreOptions } from "./memory-store.js";
export { readerOf } from "./reader-of.js";
export { relocated } from "./relocated.js";
export { WorktreeSnapshot } from "./worktree-snapshot.js";
export { PlannedTree, SourceTree, type TreeView } from "./source-tree.js";

/** Lists a project's own files. No file is read. */
export async function readTree(store: FileReader): Promise<SourceTree> {
  return new SourceTree(store, await store.list());
}
