import { addTo } from "../../base/grouping.js";
import type { Role } from "../../app/arrangement/index.js";
import { folderOf, nameOf, relativePath, type ProjectPath } from "../../base/paths.js";
import { isSharedFolder, keyOf } from "../catalogue/index.js";
import type { Rule } from "./rule.js";

export const unlikeOtherFeatures: Rule = {
  name: "unlike-other-features",
  confidence: 0.6,
  asks: "Features keep files of the same role in folders of the same name; a small feature may leave folders out.",
  why: "Whoever knows one feature finds the way in all of them.",
  wrong: "features/harvest/components/   features/rota/components/   features/swaps/widgets/",
  right: "features/harvest/components/   features/rota/components/   features/swaps/components/",
  *find({ mains, catalogue, app: { layout } }) {
    const { clues } = catalogue;
    const features = new Set(catalogue.features.flatMap(({ folders }) => folders));
    const places = new Map<Role, Map<string, ProjectPath[]>>();
    for (const { path, role, standing } of mains) {
      const feature = standing?.feature;
      const folder = feature === undefined ? undefined : layout.featureFolder(feature);
      if (
        feature === undefined ||
        isSharedFolder(feature) ||
        folder === undefined ||
        !features.has(folder) ||
        role.is === undefined ||
        role.confidence < 0.6
      )
        continue;
      const [inside = "", ...deeper] = relativePath(folder, folderOf(path)).split("/");
      // `layouts/RotaLayout/utils.ts` has what that layout needs: it is called by what it is, not by what it does.
      if (deeper.length > 0 && clues.folders.has(keyOf(nameOf(path).replace(/\..*$/, "")))) continue;
      const byPlace = places.get(role.is) ?? new Map<string, ProjectPath[]>();
      addTo(byPlace, `${feature}\n${inside}`, path);
      places.set(role.is, byPlace);
    }
    for (const [role, byPlace] of places) {
      const usual = usualPlace([...byPlace.keys()]);
      // Where the others need no folder for it, one that has more of it may well have one.
      if (usual === undefined || usual.inside === "") continue;
      for (const [key, paths] of byPlace) {
        const [feature = "", inside = ""] = key.split("\n");
        const [file] = paths;
        // Only folders that say a role are compared: what else features are divided into is theirs.
        if (![inside, usual.inside].every((place) => place === "" || clues.folders.has(keyOf(place)))) continue;
        // A small feature leaves folders out.
        if (inside === "" && paths.length < muchOfAFeature) continue;
        // `components/` is right for components, wherever the others have theirs.
        const isFor = (place: string): boolean => clues.folders.get(keyOf(place)) === role;
        if (isFor(inside) && !isFor(usual.inside)) continue;
        if (inside === usual.inside || byPlace.has(`${feature}\n${usual.inside}`) || file === undefined) continue;
        yield {
          file,
          about: `${feature} ${role}`,
          what: {
            code: "unlike other features",
            feature,
            role,
            inside,
            usual: usual.inside,
            features: usual.count,
          },
        };
      }
    }
  },
};

/** With fewer files of a role, a feature needs no folder for them. */
const muchOfAFeature = 5;

/** The place that at least two thirds of three or more features have; of more than five, four of five. */
function usualPlace(keys: readonly string[]): { readonly inside: string; readonly count: number } | undefined {
  const features = new Set(keys.map((key) => key.split("\n")[0]));
  const counts = new Map<string, number>();
  for (const key of keys) counts.set(key.split("\n")[1] ?? "", (counts.get(key.split("\n")[1] ?? "") ?? 0) + 1);
  const [top] = [...counts].sort((a, b) => b[1] - a[1]);
  return top && top[1] >= 2 && features.size >= 3 && top[1] >= features.size * (features.size > 5 ? 0.8 : 2 / 3)
    ? { inside: top[0], count: top[1] }
    : undefined;
}
