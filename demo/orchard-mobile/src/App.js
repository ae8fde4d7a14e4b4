import React, { useState } from "react";
import { SafeAreaView } from "react-native";
import HarvestScreen from "./screens/HarvestScreen";
import RotaScreen from "./screens/RotaScreen";
import TabBar from "~/components/TabBar";

export default function App() {
  const [tab, setTab] = useState("rota");
  return (
    <SafeAreaView>
      {tab === "rota" ? <RotaScreen /> : <HarvestScreen />}
      <TabBar tab={tab} onChange={setTab} />
    </SafeAreaView>
  );
}
