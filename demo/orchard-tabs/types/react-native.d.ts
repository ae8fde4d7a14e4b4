/** As much of the packages as the app uses, so that it compiles where they are not installed. */
declare module "react-native" {
  import type { ComponentType, ReactNode } from "react";
  export const View: ComponentType<{ children?: ReactNode; style?: object }>;
  export const Text: ComponentType<{ children?: ReactNode; style?: object; accessibilityRole?: "header" }>;
  export const StyleSheet: { create<Styles extends object>(styles: Styles): Styles };
  export const FlatList: <Item>(props: {
    data: readonly Item[];
    keyExtractor: (item: Item) => string;
    renderItem: (info: { item: Item }) => ReactNode;
  }) => ReactNode;
  export const AppRegistry: { registerComponent(name: string, load: () => ComponentType): void };
}
declare module "@react-navigation/native" {
  import type { ComponentType, ReactNode } from "react";
  export const NavigationContainer: ComponentType<{ children: ReactNode }>;
}
declare module "@react-navigation/bottom-tabs" {
  import type { ComponentType, ReactNode } from "react";
  export function createBottomTabNavigator<Params extends object>(): {
    Navigator: ComponentType<{ children: ReactNode }>;
    Screen: ComponentType<{
      name: keyof Params & string;
      component: ComponentType;
      options?: { title: string };
    }>;
  };
}
