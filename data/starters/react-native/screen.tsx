import { StyleSheet, Text, View } from "react-native";

/** The screen "«Title»". */
export function «Symbol»() {
  return (
    <View style={styles.screen}>
      <Text accessibilityRole="header">«Title»</Text>
    </View>
  );
}

const styles = StyleSheet.create({ screen: { flex: 1, padding: 16 } });
