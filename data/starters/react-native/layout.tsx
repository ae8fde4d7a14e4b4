import type { ReactNode } from "react";
import { View } from "react-native";

/** What the frame shows: above, in the middle, below. */
export interface «Symbol»Props {
  readonly header?: ReactNode;
  readonly children: ReactNode;
  readonly footer?: ReactNode;
}

/** The frame "«title»" around screens. */
export function «Symbol»({ header, children, footer }: «Symbol»Props) {
  return (
    <View style={{ flex: 1 }}>
      {header}
      <View style={{ flex: 1 }}>{children}</View>
      {footer}
    </View>
  );
}
