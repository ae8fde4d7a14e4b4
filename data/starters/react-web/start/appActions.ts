import type { Message } from "«from messages»";

/** What can happen to the state of the whole app. */
export type AppAction =
  | { readonly type: "app/message-shown"; readonly message: Message }
  | { readonly type: "app/message-hidden"; readonly id: number };

export const messageShown = (message: Message): AppAction => ({ type: "app/message-shown", message });

export const messageHidden = (id: number): AppAction => ({ type: "app/message-hidden", id });
