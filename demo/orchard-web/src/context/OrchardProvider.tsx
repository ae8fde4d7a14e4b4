import { useMemo, useReducer, type ReactNode } from "react";
import { OrchardContext } from "./OrchardContext";
import { initialState, rootReducer } from "./rootReducer";

export function OrchardProvider({ children }: { readonly children: ReactNode }) {
  const [state, dispatch] = useReducer(rootReducer, initialState);
  const value = useMemo(() => ({ state, dispatch }), [state]);
  return <OrchardContext.Provider value={value}>{children}</OrchardContext.Provider>;
}
