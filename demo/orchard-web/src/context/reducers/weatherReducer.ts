import type { ReadingAction } from "../actions/weatherActions";
import type { WeatherState } from "../initialStates/weatherState";

export function weatherReducer(state: WeatherState, action: ReadingAction): WeatherState {
  switch (action.type) {
    case "weather/loaded":
      return { entries: action.entries, loading: false };
    case "harvest/added":
      return { ...state, entries: [...state.entries, action.entry] };
  }
}
