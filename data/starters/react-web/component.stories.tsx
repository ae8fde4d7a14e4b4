import { «Symbol» } from "./«stem»";

export default { title: "«Title»" };

export const Usual = () => <«Symbol»>Apples</«Symbol»>;
