import type { Tree } from "@/services/treesService";

export type TreeAction =
  | { readonly type: "trees/loaded"; readonly entries: readonly Tree[] }
  | { readonly type: "trees/added"; readonly entry: Tree };

export function treeLoaded(entries: readonly Tree[]): TreeAction {
  return { type: "trees/loaded", entries };
}

export function treeAdded(entry: Tree): TreeAction {
  return { type: "trees/added", entry };
}
