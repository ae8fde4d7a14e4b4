import { Text } from "react-native";
import { «Symbol» } from "./«stem»";

export default { title: "«Title»" };

export const Usual = () => (
  <«Symbol»>
    <Text>Apples</Text>
  </«Symbol»>
);
