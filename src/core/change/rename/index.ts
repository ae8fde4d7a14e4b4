export { renameDraft, type RenameDraft, type RenameOptions } from "./rename.js";
export type { RenameRequest } from "./asked.js";
