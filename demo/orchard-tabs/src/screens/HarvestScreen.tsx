import { FlatList, Text, View } from "react-native";
import { useHarvest } from "../state/HarvestProvider";

export function HarvestScreen() {
  const [{ items }] = useHarvest();
  return (
    <View>
      <Text>The harvest</Text>
      <FlatList
        data={items}
        keyExtractor={({ id }) => id}
        renderItem={({ item }) => <Text>{item.kilos}</Text>}
      />
    </View>
  );
}
