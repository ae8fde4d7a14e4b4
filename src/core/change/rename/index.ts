export { changingMentions, renameDraft, type RenameOptions } from "./rename.js";
export { likelySpellings } from "./mentioned-names.js";
export { anticipateNames } from "../plan/name-holders.js";
export type { RenameRequest } from "./asked.js";
export type { RenameDraft } from "./rename-draft.js";
export { NameEdits } from "./name-edits.js";
export { declaredTypes } from "./declared-types.js";
export type { NewName } from "./asked.js";
export { lineAt, type MentionedName } from "./mentioned-names.js";
