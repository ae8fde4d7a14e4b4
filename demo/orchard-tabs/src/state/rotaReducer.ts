import type { Shift } from "../models/Shift";

export interface RotaState {
  readonly items: readonly Shift[];
}

export type RotaAction =
  | { readonly type: "rota/added"; readonly item: Shift }
  | { readonly type: "rota/cleared" };

export const firstRota: RotaState = { items: [] };

export function rotaReducer(state: RotaState, action: RotaAction): RotaState {
  switch (action.type) {
    case "rota/added":
      return { items: [...state.items, action.item] };
    case "rota/cleared":
      return firstRota;
  }
}
