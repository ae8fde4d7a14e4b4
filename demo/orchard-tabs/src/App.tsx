import { NavigationContainer } from "@react-navigation/native";
import { Tabs } from "./navigation/Tabs";
import { HarvestProvider } from "./state/HarvestProvider";
import { RotaProvider } from "./state/RotaProvider";
import { TreesProvider } from "./state/TreesProvider";
import { Providers } from "./state/Providers";

export function App() {
  return (
    <Providers each={[HarvestProvider, RotaProvider, TreesProvider]}>
      <NavigationContainer>
        <Tabs />
      </NavigationContainer>
    </Providers>
  );
}
