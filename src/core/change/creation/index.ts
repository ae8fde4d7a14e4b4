export { CreationDraft, type Creation, type EditedFile, type NewFile, type NewLine } from "./creation.js";
