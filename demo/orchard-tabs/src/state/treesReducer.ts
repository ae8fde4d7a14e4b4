import type { Tree } from "../models/Tree";

export interface TreesState {
  readonly items: readonly Tree[];
}

export type TreesAction =
  | { readonly type: "trees/added"; readonly item: Tree }
  | { readonly type: "trees/felled"; readonly id: string };

export const firstTrees: TreesState = { items: [] };

export function treesReducer(state: TreesState, action: TreesAction): TreesState {
  switch (action.type) {
    case "trees/added":
      return { items: [...state.items, action.item] };
    case "trees/felled":
      return { items: state.items.filter(({ id }) => id !== action.id) };
  }
}
