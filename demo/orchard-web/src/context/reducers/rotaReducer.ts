import type { ShiftAction } from "../actions/rotaActions";
import type { RotaState } from "../initialStates/rotaState";

export function rotaReducer(state: RotaState, action: ShiftAction): RotaState {
  switch (action.type) {
    case "rota/loaded":
      return { entries: action.entries, loading: false };
    case "rota/added":
      return { ...state, entries: [...state.entries, action.entry] };
  }
}
