import React from "react";
import { Text } from "react-native";
import { watering } from "../services/rota";

export default function RotaScreen() {
  return <Text>{watering()}</Text>;
}
