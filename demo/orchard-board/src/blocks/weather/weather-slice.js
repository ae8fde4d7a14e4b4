import { fetchJson } from "../../plumbing/fetch-json";

export const initialWeather = { days: [] };

export function weatherReducer(state = initialWeather, action) {
  switch (action.type) {
    case "weather/loaded":
      return { ...state, days: action.days };
    default:
      return state;
  }
}

export const loadWeather = async (dispatch) => dispatch({ type: "weather/loaded", days: await fetchJson("/api/days") });
