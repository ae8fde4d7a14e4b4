export { TreeCard } from "./TreeCard";
