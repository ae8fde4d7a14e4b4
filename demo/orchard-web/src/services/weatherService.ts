import { getJson, postJson } from "./http";

export interface Reading {
  readonly id: string;
  readonly date: string;
  readonly low: number;
  readonly high: number;
}

export function loadWeather(): Promise<Reading[]> {
  return getJson<Reading[]>("/weather");
}

export function saveReading(entry: Reading): Promise<void> {
  return postJson("/weather", entry);
}
