import { sendNote } from "./send-note";

export const keepDraft = (kind) => navigator.onLine && sendNote(kind) && fetch("/api/drafts");
