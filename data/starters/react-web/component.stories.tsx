import { «stem» } from "./«stem»";

export default { title: "«Title»" };

export const Usual = () => <«stem»>Apples</«stem»>;
