import type { Swap } from "@/services/swapsService";

export type SwapAction =
  | { readonly type: "swaps/loaded"; readonly entries: readonly Swap[] }
  | { readonly type: "swaps/added"; readonly entry: Swap };

export function swapLoaded(entries: readonly Swap[]): SwapAction {
  return { type: "swaps/loaded", entries };
}

export function swapAdded(entry: Swap): SwapAction {
  return { type: "swaps/added", entry };
}
