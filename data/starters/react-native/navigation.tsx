import { View } from "react-native";

/** Links of "«title»". */
export function «stem»() {
  return <View accessibilityLabel="«Title»" />;
}
