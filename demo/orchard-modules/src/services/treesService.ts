import type { Tree } from "@/models/tree";
import { getJson } from "./http";

/** All that the server knows of trees. */
export function loadTrees(): Promise<Tree[]> {
  return getJson<Tree[]>("/trees");
}
