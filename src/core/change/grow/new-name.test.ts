/** What paths, identifiers and pieces of text become when a feature gets another name. */
import fc from "fast-check";
import { describe, expect, test } from "vitest";
import type { ProjectPath } from "../../base/paths.js";
import { FeatureName } from "../../insight/wiring/index.js";
import { NewFeatureName, withinAt } from "./new-name.js";

const at = (path: string): ProjectPath => path as ProjectPath;
const named = (from: string, to: string, isCounted = false): NewFeatureName =>
  new NewFeatureName(new FeatureName(from.split(" ")), new FeatureName(to.split(" ")), isCounted);

describe("an identifier", () => {
  test.each([
    ["harvest", "picking", "harvestReducer", "pickingReducer"],
    ["harvest", "picking", "useHarvest", "usePicking"],
    ["harvest", "apple picking", "HARVEST_ADDED", "APPLE_PICKING_ADDED"],
    ["harvest", "apple picking", "HarvestScreen", "ApplePickingScreen"],
    ["harvest", "apple picking", "loadHarvests", "loadApplePickings"],
    ["orchard map", "plan", "orchardMapState", "planState"],
    ["trees", "bushes", "treeAdded", "bushAdded"],
    ["trees", "bushes", "treesSlice", "bushesSlice"],
  ])("%s → %s: %s → %s", (from, to, name, then) => {
    expect(named(from, to).identifier(name)).toBe(then);
  });

  test.each(["harvester", "weather", "Harvesting"])("%s is another word", (name) => {
    expect(named("harvest", "picking").identifier(name)).toBeUndefined();
  });

  test("one and several stay apart where both are there", () => {
    const name = named("swaps", "graft", true);
    expect(name.identifier("Swap")).toBe("Graft");
    expect(name.identifier("Swaps")).toBe("Grafts");
    expect(named("swaps", "graft").identifier("Swaps")).toBe("Graft");
  });

  test("there and back is what it was", () => {
    const words = fc.uniqueArray(fc.constantFrom("hive", "graft", "press", "berry", "orchard", "map"), {
      minLength: 2,
      maxLength: 4,
    });
    const forms = fc.constantFrom("$Reducer", "use$", "$", "load$", "is$Open", "$_ADDED");
    fc.assert(
      fc.property(words, forms, (all, form) => {
        const [from, to] = [all.slice(0, 1).join(" "), all.slice(1).join(" ")];
        const own = new FeatureName(from.split(" "));
        const way = form.includes("_") ? "own CONSTANT" : form.startsWith("$") ? "own camel" : "own Pascal";
        const before = form.replace("$", own.spell(new Set([way]), { before: "", behind: "", within: "code" }));
        const there = named(from, to).identifier(before);
        expect(there).toBeDefined();
        expect(named(to, from).identifier(there ?? "")).toBe(before);
      }),
      { seed: 6, numRuns: 200 },
    );
  });
});

describe("a path", () => {
  test.each([
    ["src/features/harvest/HarvestScreen.tsx", "src/features/apple-picking/ApplePickingScreen.tsx"],
    ["src/context/actions/harvestActions.ts", "src/context/actions/applePickingActions.ts"],
    ["src/harvest/harvest_row.dart", "src/apple-picking/apple_picking_row.dart"],
    ["harvest/src/Tree.tsx", "apple-picking/src/Tree.tsx"],
  ])("%s → %s", (path, then) => {
    expect(named("harvest", "apple picking").path(at(path), at(""))).toBe(then);
  });

  test("what lies above stays", () => {
    const path = at("harvest/src/harvest/a.ts");
    expect(named("harvest", "picking").path(path, at("harvest/src"))).toBe("harvest/src/picking/a.ts");
  });

  test("a folder is called as it was typed, though one and several are told apart", () => {
    const path = at("src/swaps/Swaps.tsx");
    expect(named("swaps", "graft", true).path(path, at("src"))).toBe("src/graft/Grafts.tsx");
  });
});

describe("where a name stands", () => {
  test.each([
    ["a.ts", "const rota = 1;", "code"],
    ["a.ts", 'go("/rota");', "string"],
    ["a.ts", "// the rota of the week", "text"],
    ["a.ts", " * the rota of the week", "text"],
    ["a.tsx", "<h1>the rota</h1>", "text"],
    ["a.tsx", "<Page title={words.rota.title} />", "code"],
    ["a.md", "The rota.", "text"],
    ["a.json", '{ "rota": "Rota" }', "string"],
  ])("%s: %s", (path, text, within) => {
    const start = text.indexOf("rota");
    expect(withinAt(at(path), text, start, start + 4)).toBe(within);
  });
});
