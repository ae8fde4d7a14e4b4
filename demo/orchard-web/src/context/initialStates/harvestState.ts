import type { Harvest } from "../../services/harvestService";

export interface HarvestState {
  readonly entries: readonly Harvest[];
  readonly loading: boolean;
}

export const harvestState: HarvestState = { entries: [], loading: true };
