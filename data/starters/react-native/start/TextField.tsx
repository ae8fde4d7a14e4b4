import { StyleSheet, Text, TextInput, View } from "react-native";
import { colors } from "«from colors»";
import { spacing } from "«from spacing»";

export interface TextFieldProps {
  readonly label: string;
  readonly value: string;
  readonly onChange: (value: string) => void;
}

export function TextField({ label, value, onChange }: TextFieldProps) {
  return (
    <View style={styles.field}>
      <Text>{label}</Text>
      <TextInput accessibilityLabel={label} style={styles.input} value={value} onChangeText={onChange} />
    </View>
  );
}

const styles = StyleSheet.create({
  field: { gap: spacing.tight },
  input: { padding: spacing.usual, borderWidth: 1, borderColor: colors.text, borderRadius: 6 },
});
