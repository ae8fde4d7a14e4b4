import { useContext, useEffect } from "react";
import { rotaLoaded } from "../context/actions/rotaActions";
import { OrchardContext } from "@/context/OrchardContext";
import { loadRota } from "@/services/rotaService";

/** The orchard's rota, loaded when the first screen needs them. */
export function useRota() {
  const { state, dispatch } = useContext(OrchardContext);
  useEffect(() => void loadRota().then((entries) => dispatch(rotaLoaded(entries))), [dispatch]);
  return state.rota;
}
