import type { ReactNode } from "react";
import { View } from "react-native";

/** The frame "«title»" around screens. */
export function «Symbol»({ children }: { readonly children: ReactNode }) {
  return <View>{children}</View>;
}
