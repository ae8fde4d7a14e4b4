/** Short messages to the person in front of the app: "Saved", "No connection". Any code may show one. */
export interface Message {
  readonly id: number;
  readonly kind: "done" | "problem";
  readonly text: string;
}

type Listener = (message: Message) => void;

const listeners = new Set<Listener>();
let made = 0;

export function showMessage(text: string, kind: Message["kind"] = "done"): void {
  made += 1;
  for (const listener of listeners) listener({ id: made, kind, text });
}

/** Calls the listener with every message until the function that it gives back is called. */
export function onMessage(listener: Listener): () => void {
  listeners.add(listener);
  return () => void listeners.delete(listener);
}
