import { lazy, type ComponentType } from "react";
import { Text } from "react-native";

/** One place that people can go to. */
export interface Route {
  readonly name: string;
  readonly title: string;
  readonly Screen: ComponentType;
}

/** Every screen, loaded when it is first shown. The first one is where the app begins. */
export const routes: readonly Route[] = [
  { name: "home", title: "Home", Screen: lazy(async () => ({ default: () => <Text>Welcome</Text> })) },
  // steady-shelf: routes
];
