import type { Reading } from "@/services/weatherService";

export type ReadingAction =
  | { readonly type: "weather/loaded"; readonly entries: readonly Reading[] }
  | { readonly type: "harvest/added"; readonly entry: Reading };

export function weatherLoaded(entries: readonly Reading[]): ReadingAction {
  return { type: "weather/loaded", entries };
}

export function weatherAdded(entry: Reading): ReadingAction {
  return { type: "harvest/added", entry };
}
