import { useContext, useEffect } from "react";
import { swapLoaded } from "../context/actions/swapActions";
import { OrchardContext } from "@/context/OrchardContext";
import { loadSwaps } from "@/services/swapsService";

/** The orchard's swaps, loaded when the first screen needs them. */
export function useSwaps() {
  const { state, dispatch } = useContext(OrchardContext);
  useEffect(() => void loadSwaps().then((entries) => dispatch(swapLoaded(entries))), [dispatch]);
  return state.swaps;
}
