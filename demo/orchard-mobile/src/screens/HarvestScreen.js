import React from "react";
import { Image, View } from "react-native";
import HarvestRow from "~/components/HarvestRow";
import { harvest } from "~/services/harvest";
import orchard from "../assets/images/orchard.png";

export default function HarvestScreen() {
  return (
    <View>
      <Image source={orchard} />
      {harvest().map(({ tree, grams }) => (
        <HarvestRow key={tree} tree={tree} grams={grams} />
      ))}
    </View>
  );
}
