import { FlatList, Text, View } from "react-native";
import { useRota } from "../state/RotaProvider";

export function RotaScreen() {
  const [{ items }] = useRota();
  return (
    <View>
      <Text>Who helps when</Text>
      <FlatList
        data={items}
        keyExtractor={({ id }) => id}
        renderItem={({ item }) => <Text>{item.helper}</Text>}
      />
    </View>
  );
}
