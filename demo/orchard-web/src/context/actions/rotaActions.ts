import type { Shift } from "@/services/rotaService";

export type ShiftAction =
  | { readonly type: "rota/loaded"; readonly entries: readonly Shift[] }
  | { readonly type: "rota/added"; readonly entry: Shift };

export function rotaLoaded(entries: readonly Shift[]): ShiftAction {
  return { type: "rota/loaded", entries };
}

export function rotaAdded(entry: Shift): ShiftAction {
  return { type: "rota/added", entry };
}
