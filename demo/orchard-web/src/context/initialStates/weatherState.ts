import type { Reading } from "../../services/weatherService";

export interface WeatherState {
  readonly entries: readonly Reading[];
  readonly loading: boolean;
}

export const weatherState: WeatherState = { entries: [], loading: true };
