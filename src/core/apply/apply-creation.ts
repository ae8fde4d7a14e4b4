/** Turns a creation into a change and carries it out. */
import type { Creation } from "../change/creation/index.js";
import type { FileStore } from "../files/index.js";
import { hashOf, type Caller } from "./change.js";
import { carryOut } from "./transaction.js";

/** How a creation is carried out. */
export interface CreationInput {
  readonly store: FileStore;
  readonly creation: Creation;
  /** What was asked, for the history. */
  readonly command: string;
  readonly caller: Caller;
}

/** Makes the files and folders, and gives the change's id. Throws what `carryOut` throws. */
export function applyCreation({ store, creation, command, caller }: CreationInput): string {
  const made = creation.made.map(({ path, bytes }) => ({
    from: path,
    to: path,
    kind: "create" as const,
    after: bytes,
  }));
  const edited = creation.edited.map(({ path, before, after }) => {
    return { from: path, to: path, kind: "content" as const, after, expected: { hash: hashOf(before) } };
  });
  const foldersMade = creation.foldersMade.map((path) => ({ path }));
  return carryOut(store, { command, items: [...made, ...edited], foldersMade, foldersEmptied: [] }, caller);
}
