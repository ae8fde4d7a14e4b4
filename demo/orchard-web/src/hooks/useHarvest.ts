import { useContext, useEffect } from "react";
import { harvestLoaded } from "../context/actions/harvestActions";
import { OrchardContext } from "@/context/OrchardContext";
import { loadHarvest } from "@/services/harvestService";

/** The orchard's harvest, loaded when the first screen needs them. */
export function useHarvest() {
  const { state, dispatch } = useContext(OrchardContext);
  useEffect(() => void loadHarvest().then((entries) => dispatch(harvestLoaded(entries))), [dispatch]);
  return state.harvest;
}
