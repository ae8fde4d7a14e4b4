export { treesRoutes } from "./routes";
export { treesLoaded, treesReducer } from "./treesSlice";
