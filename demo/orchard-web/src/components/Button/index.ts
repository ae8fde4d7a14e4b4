export { Button } from "./Button";
