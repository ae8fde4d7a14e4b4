import type { SwapAction } from "../actions/swapActions";
import type { SwapsState } from "../initialStates/swapState";

export function swapReducer(state: SwapsState, action: SwapAction): SwapsState {
  switch (action.type) {
    case "swaps/loaded":
      return { entries: action.entries, loading: false };
    case "swaps/added":
      return { ...state, entries: [...state.entries, action.entry] };
  }
}
