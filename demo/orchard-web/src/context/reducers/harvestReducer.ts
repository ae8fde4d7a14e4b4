import type { HarvestAction } from "../actions/harvestActions";
import type { HarvestState } from "../initialStates/harvestState";

export function harvestReducer(state: HarvestState, action: HarvestAction): HarvestState {
  switch (action.type) {
    case "harvest/loaded":
      return { entries: action.entries, loading: false };
    case "harvest/added":
      return { ...state, entries: [...state.entries, action.entry] };
  }
}
