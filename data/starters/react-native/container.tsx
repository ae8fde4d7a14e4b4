import { useEffect, useState } from "react";
import { Text, View } from "react-native";

/** Fetches what «title» shows. */
export function «Symbol»() {
  const [loading, setLoading] = useState(true);
  useEffect(() => setLoading(false), []);
  return loading ? <Text>One moment …</Text> : <View accessibilityLabel="«Title»" />;
}
