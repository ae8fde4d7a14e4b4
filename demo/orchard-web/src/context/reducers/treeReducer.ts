import type { TreeAction } from "../actions/treeActions";
import type { TreesState } from "../initialStates/treeState";

export function treeReducer(state: TreesState, action: TreeAction): TreesState {
  switch (action.type) {
    case "trees/loaded":
      return { entries: action.entries, loading: false };
    case "trees/added":
      return { ...state, entries: [...state.entries, action.entry] };
  }
}
