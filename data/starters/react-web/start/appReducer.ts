import type { AppAction } from "«from actions»";
import type { AppState } from "«from state»";

export function appReducer(state: AppState, action: AppAction): AppState {
  switch (action.type) {
    case "app/message-shown":
      return { ...state, messages: [...state.messages, action.message] };
    case "app/message-hidden":
      return { ...state, messages: state.messages.filter((message) => message.id !== action.id) };
  }
}
