export { changingMentions, renameDraft, type RenameDraft, type RenameOptions } from "./rename.js";
export { likelySpellings } from "./mentioned-names.js";
export { anticipateNames } from "../plan/name-holders.js";
export type { RenameRequest } from "./asked.js";
