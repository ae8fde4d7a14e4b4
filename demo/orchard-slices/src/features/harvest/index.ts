export { harvestRoutes } from "./routes";
export { harvestLoaded, harvestReducer } from "./harvestSlice";
