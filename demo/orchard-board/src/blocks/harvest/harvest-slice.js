import { fetchJson } from "../../plumbing/fetch-json";

export const initialHarvest = { crates: [] };

export function harvestReducer(state = initialHarvest, action) {
  switch (action.type) {
    case "harvest/loaded":
      return { ...state, crates: action.crates };
    default:
      return state;
  }
}

export const loadHarvest = async (dispatch) => dispatch({ type: "harvest/loaded", crates: await fetchJson("/api/crates") });
