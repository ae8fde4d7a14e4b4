import { createContext, type Dispatch } from "react";
import { initialState, type OrchardAction, type OrchardState } from "./rootReducer";

interface Orchard {
  readonly state: OrchardState;
  readonly dispatch: Dispatch<OrchardAction>;
}

export const OrchardContext = createContext<Orchard>({ state: initialState, dispatch: () => undefined });
