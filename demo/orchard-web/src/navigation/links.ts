import { features } from "../config/features";
import type { RouteName } from "../constants/routes";

interface Link {
  readonly name: RouteName;
  readonly label: string;
}

const all: readonly Link[] = [
  { name: "home", label: "Home" },
  { name: "trees", label: "Trees" },
  { name: "harvest", label: "Harvest" },
  { name: "rota", label: "Rota" },
  { name: "swaps", label: "Graft swaps" },
  { name: "weather", label: "Weather" },
];

export const links = all.filter((link) => link.name !== "swaps" || features.swaps);
