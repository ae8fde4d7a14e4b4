import { FlatList, Text, View } from "react-native";
import { useTrees } from "../state/TreesProvider";

export function TreesScreen() {
  const [{ items }] = useTrees();
  return (
    <View>
      <Text>Our trees</Text>
      <FlatList
        data={items}
        keyExtractor={({ id }) => id}
        renderItem={({ item }) => <Text>{item.variety}</Text>}
      />
    </View>
  );
}
