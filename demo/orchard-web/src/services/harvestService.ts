import { getJson, postJson } from "./http";

export interface Harvest {
  readonly id: string;
  readonly treeId: string;
  readonly weight: number;
  readonly date: string;
}

export function loadHarvest(): Promise<Harvest[]> {
  return getJson<Harvest[]>("/harvest");
}

export function saveHarvest(entry: Harvest): Promise<void> {
  return postJson("/harvest", entry);
}
