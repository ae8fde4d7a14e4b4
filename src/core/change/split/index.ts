export { splitDraft, type SplitDraft, type SplitFile, type SplitRequest } from "./split.js";
