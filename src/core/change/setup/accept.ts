/** Accepting findings: the lists of what is let be, as they would be written. */
import type { FileReader } from "../../files/index.js";
import { acceptedPath, changeAccepted, writeAccepted, type Checked } from "../../insight/rules/index.js";
import { SetupDraft, type SetUp } from "./setup-draft.js";

/** What of an app's findings its list gains and loses. */
export type Accepting = Pick<Checked, "app" | "fresh" | "gone" | "list">;

/** Lists that gain what is fresh, and lose what is gone. */
export function draftAccepted(store: FileReader, checked: readonly Accepting[]): SetUp {
  const draft = new SetupDraft(store);
  for (const { app, fresh, gone, list } of checked) {
    const { folder } = app.app;
    const path = acceptedPath(folder);
    const text = writeAccepted(changeAccepted(list ?? {}, folder, { add: fresh, drop: gone }));
    if (list) draft.edit(path, () => text, "accepted findings");
    else if (fresh.length > 0) draft.make(path, text, "accepted findings");
  }
  return draft.finish();
}
