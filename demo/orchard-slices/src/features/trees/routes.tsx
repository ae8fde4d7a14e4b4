import type { RouteObject } from "react-router";
import { TreesScreen } from "./screens/TreesScreen";

export const treesRoutes: RouteObject[] = [{ path: "/trees", element: <TreesScreen /> }];
