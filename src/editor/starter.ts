/** With what a new file begins that is made on a shelf. */
import { partsOf } from "../core/app/index.js";
import { ShelfError } from "../core/base/errors.js";
import { inFolder, nameOf, type ProjectPath } from "../core/base/paths.js";
import { draftAddition } from "../core/change/setup/index.js";
import { readerOf, type FileReader } from "../core/files/index.js";
import type { Analysis } from "../core/insight/analysis.js";

/**
 * The text that `add` would give a file of this path; `undefined` where no shelf is, where `add` would call it otherwise, or
 * where nobody has said how the app is organised. A file that was made empty meanwhile counts as not made.
 */
export function starterFor({ apps }: Analysis, file: ProjectPath): string | undefined {
  for (const { app: found, guessed } of apps) {
    const isMade = found.store.stat(file)?.size === 0;
    const app = isMade ? { ...found, store: without(found.store, file) } : found;
    const standing = guessed ? undefined : app.layout.standingOf(file);
    if (!standing) continue;
    const { shelf, feature } = standing;
    const { stem } = partsOf(nameOf(file));
    for (const role of shelf.holds) {
      try {
        // What would be made beside it is not made, so the text must not name it.
        const alone = Object.keys(app.stack.roles[role]?.companions ?? {});
        const { draft } = draftAddition(app, { role, name: stem, feature, shelf: shelf.at, with: [], without: alone });
        const made = draft.made.find(({ path }) => path === file);
        if (made?.text !== undefined && made.text !== "") return made.text;
      } catch (error) {
        // Another role of the shelf may know such a name.
        if (!(error instanceof ShelfError)) throw error;
      }
    }
  }
  return undefined;
}

/** A store as it is but for one file. */
function without(store: FileReader, file: ProjectPath): FileReader {
  return {
    ...readerOf(store),
    stat: (path) => (path === file ? undefined : store.stat(path)),
    entries: (folder) => store.entries(folder).filter((name) => inFolder(folder, name) !== file),
  };
}
