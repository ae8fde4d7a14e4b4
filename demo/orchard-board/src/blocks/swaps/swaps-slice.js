import { fetchJson } from "../../plumbing/fetch-json";

export const initialSwaps = { offers: [] };

export function swapsReducer(state = initialSwaps, action) {
  switch (action.type) {
    case "swaps/loaded":
      return { ...state, offers: action.offers };
    default:
      return state;
  }
}

export const loadSwaps = async (dispatch) => dispatch({ type: "swaps/loaded", offers: await fetchJson("/api/offers") });
