import { createContext, useContext, useReducer, type Dispatch, type ReactNode } from "react";
import { firstRota, rotaReducer, type RotaAction, type RotaState } from "./rotaReducer";

const RotaContext = createContext<[RotaState, Dispatch<RotaAction>]>([firstRota, () => undefined]);

export function RotaProvider({ children }: { readonly children: ReactNode }) {
  return <RotaContext value={useReducer(rotaReducer, firstRota)}>{children}</RotaContext>;
}

export const useRota = () => useContext(RotaContext);
