import { getJson, postJson } from "./http";

export interface Tree {
  readonly id: string;
  readonly name: string;
  readonly variety: string;
  readonly planted: string;
}

export function loadTrees(): Promise<Tree[]> {
  return getJson<Tree[]>("/trees");
}

export function saveTree(entry: Tree): Promise<void> {
  return postJson("/trees", entry);
}
