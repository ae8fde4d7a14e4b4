export { rotaRoutes } from "./routes";
export { rotaLoaded, rotaReducer } from "./rotaSlice";
