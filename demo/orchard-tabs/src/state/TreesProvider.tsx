import { createContext, useContext, useReducer, type Dispatch, type ReactNode } from "react";
import { firstTrees, treesReducer, type TreesAction, type TreesState } from "./treesReducer";

const TreesContext = createContext<[TreesState, Dispatch<TreesAction>]>([firstTrees, () => undefined]);

export function TreesProvider({ children }: { readonly children: ReactNode }) {
  return <TreesContext value={useReducer(treesReducer, firstTrees)}>{children}</TreesContext>;
}

export const useTrees = () => useContext(TreesContext);
