import type { Entry } from "../catalogue/index.js";
import { unusedAssets } from "./asset-uses.js";
import type { Rule } from "./rule.js";

export const missingDensity: Rule = {
  name: "missing-density",
  confidence: 0.9,
  asks: "An image with several densities has all of those that the app's other images have.",
  why: "It looks blurred on screens of the missing density, and nobody who tests has one.",
  wrong: "tree.png  tree@2x.png  tree@3x.png\napple.png  apple@2x.png",
  right: "tree.png  tree@2x.png  tree@3x.png\napple.png  apple@2x.png  apple@3x.png",
  *find(context) {
    const { entries } = context;
    const pictures = new Map<string, Map<number, Entry>>();
    for (const entry of entries) {
      if (entry.role.is !== "asset") continue;
      const [, plain, density = "1"] = /^(.*?)(?:@(\d+(?:\.\d+)?)x)?(?=\.\w+$)/.exec(entry.path) ?? [];
      const key = `${plain ?? entry.path}${/\.\w+$/.exec(entry.path)?.[0] ?? ""}`;
      pictures.set(key, (pictures.get(key) ?? new Map<number, Entry>()).set(Number(density), entry));
    }
    const several = [...pictures].filter(([, densities]) => densities.size > 1 || !densities.has(1));
    const usual = usualDensities(several.map(([, densities]) => [...densities.keys()]));
    for (const [, densities] of several) {
      const missing = usual.filter((density) => !densities.has(density));
      const [first] = densities.values();
      // What nothing uses is not to be completed, but to go.
      if (missing.length > 0 && first && !unusedAssets(context).has(first.path))
        yield {
          file: first.path,
          what: { code: "densities missing", missing },
        };
    }
  },
};

/** The plain one, and those that at least half of the pictures have. */
function usualDensities(all: readonly (readonly number[])[]): number[] {
  const counts = new Map<number, number>([[1, all.length]]);
  for (const densities of all)
    for (const density of densities) if (density !== 1) counts.set(density, (counts.get(density) ?? 0) + 1);
  return [...counts]
    .filter(([, count]) => count * 2 >= all.length)
    .map(([density]) => density)
    .sort((a, b) => a - b);
}
