import type { RouteObject } from "react-router";
import { RotaScreen } from "./screens/RotaScreen";

export const rotaRoutes: RouteObject[] = [{ path: "/rota", element: <RotaScreen /> }];
