import React from "react";
import { Image } from "react-native";

const size = 20;

/** The icon as it looks here. */
export default function Icon({ name }) {
  const source = name === "rota" ? require("../assets/images/ladder.png") : require("../assets/images/apple.png");
  return <Image source={source} style={{ width: size, height: size }} />;
}
