export * from "./dates";
export * from "./weights";
export { recall, remember } from "./storage";
