import type { Harvest } from "@/services/harvestService";

export type HarvestAction =
  | { readonly type: "harvest/loaded"; readonly entries: readonly Harvest[] }
  | { readonly type: "harvest/added"; readonly entry: Harvest };

export function harvestLoaded(entries: readonly Harvest[]): HarvestAction {
  return { type: "harvest/loaded", entries };
}

export function harvestAdded(entry: Harvest): HarvestAction {
  return { type: "harvest/added", entry };
}
