export { extractSheetDraft, isSheet, type SheetDraft, type SheetRequest } from "./extract-sheet.js";
