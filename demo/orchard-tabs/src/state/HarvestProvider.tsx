import { createContext, useContext, useReducer, type Dispatch, type ReactNode } from "react";
import { firstHarvest, harvestReducer, type HarvestAction, type HarvestState } from "./harvestReducer";

const HarvestContext = createContext<[HarvestState, Dispatch<HarvestAction>]>([firstHarvest, () => undefined]);

export function HarvestProvider({ children }: { readonly children: ReactNode }) {
  return <HarvestContext value={useReducer(harvestReducer, firstHarvest)}>{children}</HarvestContext>;
}

export const useHarvest = () => useContext(HarvestContext);
