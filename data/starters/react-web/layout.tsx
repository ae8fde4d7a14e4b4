import type { ReactNode } from "react";

/** The frame "«title»" around screens. */
export function «Symbol»({ children }: { readonly children: ReactNode }) {
  return <div>{children}</div>;
}
