/** How a feature's name is written, and which places hold it. */
import { describe, expect, test } from "vitest";
import { FeatureName, shared, type Around } from "./spellings.js";

const found = (name: FeatureName, text: string): string[] =>
  name.in(text).map(({ start, end }) => text.slice(start, end));
const trees = new FeatureName(["trees"]);
const map = new FeatureName(["orchard", "map"]);

describe("places", () => {
  test.each([
    [
      trees,
      "treesReducer useTrees TREES_LOADED /trees tree Tree",
      ["trees", "Trees", "TREES", "trees", "tree", "Tree"],
    ],
    [trees, "treetop streets Treeline subtree", []],
    [
      map,
      "orchardMap OrchardMap orchard-map orchard_map ORCHARD_MAP orchardmap Orchard map",
      ["orchardMap", "OrchardMap", "orchard-map", "orchard_map", "ORCHARD_MAP", "orchardmap", "Orchard map"],
    ],
    [new FeatureName(["rota"], "kebab", ["Shift"]), "rota Shift shifts ShiftRow", ["rota", "Shift", "shifts", "Shift"]],
    // Too short to be told from other words.
    [new FeatureName(["ui"]), "ui build", []],
  ])("of %j in %s", (name, text, places) => {
    expect(found(name, text)).toEqual(places);
  });

  test("the longer name of another feature is not this one", () => {
    const [environments, details] = [new FeatureName(["environments"]), new FeatureName(["environment", "details"])];
    FeatureName.tellApart([environments], [environments, details]);
    expect(found(environments, "environments environmentDetails environment")).toEqual(["environments", "environment"]);
  });

  test("without the name, what is the same in all features", () => {
    expect(map.without("useOrchardMap")).toBe(trees.without("useTrees"));
  });
});

describe("another name in the same place", () => {
  /** What the first text is for another feature, where the second is its sister's. */
  const like = (text: string, sister: string, around: Partial<Around> = {}, to = ["graft", "swaps"]): string => {
    const [own] = trees.in(text);
    const [theirs] = new FeatureName(["rota"], "kebab", ["Shift"]).in(sister);
    const ways = shared(own?.ways ?? new Set(), theirs?.ways ?? new Set());
    return new FeatureName(to).spell(ways, { before: "", behind: "", within: "code", ...around });
  };

  test.each([
    ["trees", "rota", {}, "graftSwaps"],
    ["Tree", "Shift", {}, "GraftSwap"],
    ["tree", "shift", {}, "graftSwap"],
    ["trees", "shifts", {}, "graftSwaps"],
    ["trees", "rota", { within: "path" }, "graft-swaps"],
    ["trees", "rota", { before: "/", within: "string" }, "graft-swaps"],
    ["Trees", "Rota", { before: '"', behind: '"', within: "string" }, "Graft swaps"],
    ["Trees", "Rota", { before: 'name="', behind: '"', within: "string" }, "GraftSwaps"],
    ["Trees", "Rota", { within: "text" }, "Graft swaps"],
    ["trees", "rota", { before: " of ", within: "text" }, "graft swaps"],
    ["TREES", "ROTA", {}, "GRAFT_SWAPS"],
  ] as const)("%s beside %s, %j: %s", (text, sister, around, spelled) => {
    expect(like(text, sister, around)).toBe(spelled);
  });
});

test("the longer name of another feature hides this one, and not what the other is about", () => {
  const properties = new FeatureName(["properties"]);
  FeatureName.tellApart([properties], [new FeatureName(["property", "search"], "kebab", ["Property"])]);
  const said = (text: string): string[] => properties.in(text).map(({ start, end }) => text.slice(start, end));
  expect(said("PropertyCard of properties")).toEqual(["Property", "properties"]);
  expect(said("PropertySearch and property-search")).toEqual([]);
});
