export const sendNote = (kind) => fetch("/api/notes", { method: "POST", body: kind });
