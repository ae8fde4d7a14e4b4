import type { Shift } from "@/models/shift";
import { getJson } from "./http";

/** All that the server knows of rota. */
export function loadRota(): Promise<Shift[]> {
  return getJson<Shift[]>("/rota");
}
