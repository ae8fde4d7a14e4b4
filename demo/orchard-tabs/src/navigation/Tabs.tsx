import { createBottomTabNavigator } from "@react-navigation/bottom-tabs";
import { HarvestScreen } from "../screens/HarvestScreen";
import { RotaScreen } from "../screens/RotaScreen";
import { TreesScreen } from "../screens/TreesScreen";
import type { TabParams } from "./params";

const Tab = createBottomTabNavigator<TabParams>();

export function Tabs() {
  return (
    <Tab.Navigator>
      <Tab.Screen name="Harvest" component={HarvestScreen} options={{ title: "Harvest" }} />
      <Tab.Screen name="Rota" component={RotaScreen} options={{ title: "Who helps when" }} />
      <Tab.Screen name="Trees" component={TreesScreen} options={{ title: "Our trees" }} />
    </Tab.Navigator>
  );
}
