export { extractDraft, type ExtractDraft, type ExtractRequest } from "./extract.js";
