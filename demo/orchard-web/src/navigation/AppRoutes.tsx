import { lazy, Suspense } from "react";
import { routes, type RouteName } from "../constants/routes";

const screens = {
  home: lazy(() => import("../screens/HomeScreen")),
  trees: lazy(() => import("../screens/TreesScreen")),
  harvest: lazy(() => import("../screens/HarvestScreen")),
  rota: lazy(() => import("../screens/RotaScreen")),
  swaps: lazy(() => import("../screens/SwapsScreen")),
  weather: lazy(() => import("@/screens/WeatherScreen")),
} satisfies Record<RouteName, unknown>;

/** The screen of the current path, loaded when it is first opened. */
export function AppRoutes() {
  const names = Object.keys(routes) as RouteName[];
  const name = names.find((each) => routes[each] === window.location.pathname) ?? "home";
  const Screen = screens[name];
  return (
    <Suspense fallback="One moment …">
      <Screen />
    </Suspense>
  );
}
