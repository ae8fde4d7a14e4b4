import React from "react";
import { Pressable, Text, View } from "react-native";
import Icon from "./Icon";

export default function TabBar({ tab, onChange }) {
  return (
    <View>
      {["rota", "harvest"].map((each) => (
        <Pressable key={each} onPress={() => onChange(each)}>
          <Icon name={each} />
          <Text>{each === tab ? `[${each}]` : each}</Text>
        </Pressable>
      ))}
    </View>
  );
}
