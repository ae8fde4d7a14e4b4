export { TextField } from "./TextField";
