import { expect, test } from "vitest";
import type { ProjectPath } from "../../base/paths.js";
import { specifierLike } from "./specifier-like.js";

interface Case {
  readonly from: string;
  readonly specifier: string;
  readonly target: string;
  readonly to: string;
  readonly is: string | undefined;
}

const routes = "src/app/routes.ts";
const week = "src/features/rota/WeekScreen.tsx";
const pick = "src/features/harvest/PickScreen.tsx";

test.each<Case>([
  {
    from: routes,
    specifier: "../features/rota/WeekScreen",
    target: week,
    to: pick,
    is: "../features/harvest/PickScreen",
  },
  {
    from: routes,
    specifier: "../features/rota/WeekScreen.tsx",
    target: week,
    to: pick,
    is: "../features/harvest/PickScreen.tsx",
  },
  {
    from: routes,
    specifier: "@/features/rota/WeekScreen",
    target: week,
    to: pick,
    is: "@/features/harvest/PickScreen",
  },
  { from: routes, specifier: "features/rota/WeekScreen", target: week, to: pick, is: "features/harvest/PickScreen" },
  {
    from: week,
    specifier: "./RotaScreen",
    target: "src/features/rota/RotaScreen.tsx",
    to: "src/features/rota/DayScreen.jsx",
    is: "./DayScreen",
  },
  { from: "src/a.ts", specifier: ".", target: "src/index.ts", to: "src/b/index.ts", is: "./b" },
  {
    from: routes,
    specifier: "../screens/Home",
    target: "src/screens/Home/index.tsx",
    to: "src/screens/Map/index.tsx",
    is: "../screens/Map",
  },
  // The new one is no index, so only its whole name will do.
  {
    from: routes,
    specifier: "../screens/Home",
    target: "src/screens/Home/index.tsx",
    to: "src/screens/Map.tsx",
    is: undefined,
  },
  // An alias for one folder does not reach another.
  { from: routes, specifier: "@rota/WeekScreen", target: week, to: pick, is: undefined },
  {
    from: "lib/main.dart",
    specifier: "screens/rota.dart",
    target: "lib/screens/rota.dart",
    to: "lib/screens/pick.dart",
    is: "screens/pick.dart",
  },
  {
    from: "lib/main.dart",
    specifier: "package:pippin/screens/rota.dart",
    target: "lib/screens/rota.dart",
    to: "lib/pages/pick.dart",
    is: "package:pippin/pages/pick.dart",
  },
  { from: routes, specifier: "#week", target: week, to: pick, is: undefined },
])("$specifier in $from, for $to: $is", ({ from, specifier, target, to, is }) => {
  const path = (each: string): ProjectPath => each as ProjectPath;
  expect(specifierLike({ from: path(from), specifier, target: path(target), to: path(to) })).toBe(is);
});
