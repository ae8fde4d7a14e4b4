import type { Tree } from "../../services/treesService";

export interface TreesState {
  readonly entries: readonly Tree[];
  readonly loading: boolean;
}

export const treeState: TreesState = { entries: [], loading: true };
