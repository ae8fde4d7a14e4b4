import { useContext, useEffect } from "react";
import { weatherLoaded } from "../context/actions/weatherActions";
import { OrchardContext } from "@/context/OrchardContext";
import { loadWeather } from "@/services/weatherService";

/** The orchard's weather, loaded when the first screen needs them. */
export function useWeather() {
  const { state, dispatch } = useContext(OrchardContext);
  useEffect(() => void loadWeather().then((entries) => dispatch(weatherLoaded(entries))), [dispatch]);
  return state.weather;
}
