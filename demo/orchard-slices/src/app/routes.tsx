import type { RouteObject } from "react-router";
import { harvestRoutes } from "../features/harvest";
import { rotaRoutes } from "../features/rota";
import { treesRoutes } from "../features/trees";
import { Frame } from "./Frame";

export const routes: RouteObject[] = [
  {
    path: "/",
    element: <Frame />,
    children: [...harvestRoutes, ...rotaRoutes, ...treesRoutes],
  },
];
