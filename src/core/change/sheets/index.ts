export { joinSheetsDraft, type SheetJoin } from "./join-sheets.js";
export { extractSheetDraft, isSheet, mayHoldStyles, type SheetDraft, type SheetRequest } from "./extract-sheet.js";
