import { getJson, postJson } from "./http";

export interface Swap {
  readonly id: string;
  readonly variety: string;
  readonly offeredBy: string;
  readonly wants: string;
}

export function loadSwaps(): Promise<Swap[]> {
  return getJson<Swap[]>("/swaps");
}

export function saveSwap(entry: Swap): Promise<void> {
  return postJson("/swaps", entry);
}
