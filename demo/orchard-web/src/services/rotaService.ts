import { getJson, postJson } from "./http";

export interface Shift {
  readonly id: string;
  readonly volunteer: string;
  readonly task: string;
  readonly date: string;
}

export function loadRota(): Promise<Shift[]> {
  return getJson<Shift[]>("/rota");
}

export function saveShift(entry: Shift): Promise<void> {
  return postJson("/rota", entry);
}
