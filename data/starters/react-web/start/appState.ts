import type { Message } from "«from messages»";

/** What the whole app knows. */
export interface AppState {
  readonly messages: readonly Message[];
}

export const appState: AppState = { messages: [] };
