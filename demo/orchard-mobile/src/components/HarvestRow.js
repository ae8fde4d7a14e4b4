import React from "react";
import { Text } from "react-native";
import { kilograms } from "../helpers/kilograms";

export default function HarvestRow({ tree, grams }) {
  return (
    <Text>
      {tree}: {kilograms(grams)}
    </Text>
  );
}
