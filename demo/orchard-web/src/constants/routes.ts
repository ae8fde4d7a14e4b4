export const routes = {
  home: "/",
  trees: "/trees",
  harvest: "/harvest",
  rota: "/rota",
  swaps: "/swaps",
  weather: "/weather",
} as const;

export type RouteName = keyof typeof routes;
