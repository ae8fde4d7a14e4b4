import type { Shift } from "../../services/rotaService";

export interface RotaState {
  readonly entries: readonly Shift[];
  readonly loading: boolean;
}

export const rotaState: RotaState = { entries: [], loading: true };
