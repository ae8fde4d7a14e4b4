import { View } from "react-native";

/** Links of "«title»". */
export function «Symbol»() {
  return <View accessibilityLabel="«Title»" />;
}
