import { Text } from "react-native";
import { «stem» } from "./«stem»";

export default { title: "«Title»" };

export const Usual = () => (
  <«stem»>
    <Text>Apples</Text>
  </«stem»>
);
