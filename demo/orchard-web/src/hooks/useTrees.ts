import { useContext, useEffect } from "react";
import { treeLoaded } from "../context/actions/treeActions";
import { OrchardContext } from "@/context/OrchardContext";
import { loadTrees } from "@/services/treesService";

/** The orchard's trees, loaded when the first screen needs them. */
export function useTrees() {
  const { state, dispatch } = useContext(OrchardContext);
  useEffect(() => void loadTrees().then((entries) => dispatch(treeLoaded(entries))), [dispatch]);
  return state.trees;
}
