import type { Crate } from "../models/Crate";

export interface HarvestState {
  readonly items: readonly Crate[];
}

export type HarvestAction =
  | { readonly type: "harvest/added"; readonly item: Crate }
  | { readonly type: "harvest/sold" };

export const firstHarvest: HarvestState = { items: [] };

export function harvestReducer(state: HarvestState, action: HarvestAction): HarvestState {
  switch (action.type) {
    case "harvest/added":
      return { items: [...state.items, action.item] };
    case "harvest/sold":
      return firstHarvest;
  }
}
