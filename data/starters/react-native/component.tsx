import type { ReactNode } from "react";
import { StyleSheet, View } from "react-native";

export interface «stem»Props {
  readonly children?: ReactNode;
}

/** «Title». */
export function «stem»({ children }: «stem»Props) {
  return <View style={styles.«camel»}>{children}</View>;
}

const styles = StyleSheet.create({ «camel»: { padding: 8 } });
