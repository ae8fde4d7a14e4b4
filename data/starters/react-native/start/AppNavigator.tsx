import { Suspense, useState } from "react";
import { Pressable, SafeAreaView, Text } from "react-native";
import { routes } from "«from routes»";

/** Shows one screen, and a tab for each. */
export function AppNavigator() {
  const [name, setName] = useState(routes[0]?.name);
  const Screen = routes.find((route) => route.name === name)?.Screen;
  return (
    <SafeAreaView>
      <Suspense fallback={<Text>One moment …</Text>}>{Screen && <Screen />}</Suspense>
      {routes.map((route) => (
        <Pressable key={route.name} accessibilityRole="tab" onPress={() => setName(route.name)}>
          <Text>{route.title}</Text>
        </Pressable>
      ))}
    </SafeAreaView>
  );
}
