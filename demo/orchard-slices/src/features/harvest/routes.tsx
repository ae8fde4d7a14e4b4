import type { RouteObject } from "react-router";
import { HarvestScreen } from "./screens/HarvestScreen";

export const harvestRoutes: RouteObject[] = [{ path: "/harvest", element: <HarvestScreen /> }];
