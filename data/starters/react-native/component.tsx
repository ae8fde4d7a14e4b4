import type { ReactNode } from "react";
import { StyleSheet, View } from "react-native";

export interface «Symbol»Props {
  readonly children?: ReactNode;
}

/** «Title». */
export function «Symbol»({ children }: «Symbol»Props) {
  return <View style={styles.«camel»}>{children}</View>;
}

const styles = StyleSheet.create({ «camel»: { padding: 8 } });
