import { Button } from "./Button";

export default { title: "Button" };

export const Usual = () => <Button onPress={() => undefined}>Pick apples</Button>;
