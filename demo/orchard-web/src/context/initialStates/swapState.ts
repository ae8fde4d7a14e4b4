import type { Swap } from "../../services/swapsService";

export interface SwapsState {
  readonly entries: readonly Swap[];
  readonly loading: boolean;
}

export const swapState: SwapsState = { entries: [], loading: true };
