import type { ReactNode } from "react";
import { Pressable, StyleSheet, Text } from "react-native";
import { colors } from "«from colors»";
import { spacing } from "«from spacing»";

export interface ButtonProps {
  readonly children: ReactNode;
  readonly quiet?: boolean;
  readonly onPress: () => void;
}

export function Button({ children, quiet = false, onPress }: ButtonProps) {
  return (
    <Pressable accessibilityRole="button" onPress={onPress} style={[styles.button, quiet && styles.quiet]}>
      <Text style={quiet ? styles.quietText : styles.text}>{children}</Text>
    </Pressable>
  );
}

const styles = StyleSheet.create({
  button: { padding: spacing.usual, borderRadius: 6, backgroundColor: colors.accent },
  quiet: { backgroundColor: "transparent" },
  text: { color: colors.onAccent },
  quietText: { color: colors.accent },
});
