import type { «Pascal»Action } from "«from actions»";
import { «camel»State, type «Pascal»State } from "«from state»";

export function «camel»Reducer(state: «Pascal»State = «camel»State, action: «Pascal»Action): «Pascal»State {
  switch (action.type) {
    case "«kebab»/requested":
      return { ...state, loading: true };
    case "«kebab»/loaded":
      return { entries: action.entries, loading: false };
    default:
      return state;
  }
}
