import { fetchJson } from "../../plumbing/fetch-json";

export const initialRota = { shifts: [] };

export function rotaReducer(state = initialRota, action) {
  switch (action.type) {
    case "rota/loaded":
      return { ...state, shifts: action.shifts };
    default:
      return state;
  }
}

export const loadRota = async (dispatch) => dispatch({ type: "rota/loaded", shifts: await fetchJson("/api/shifts") });
