import type { Crate } from "@/models/crate";
import { getJson } from "./http";

/** All that the server knows of harvest. */
export function loadHarvest(): Promise<Crate[]> {
  return getJson<Crate[]>("/harvest");
}
