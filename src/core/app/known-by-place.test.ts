/** What files are known by because of where they lie. */
import { describe, expect, test } from "vitest";
import type { ProjectPath } from "../base/paths.js";
import { MemoryStore, readTree } from "../files/index.js";
import { knownByPlace } from "./known-by-place.js";

const at = (path: string): ProjectPath => path as ProjectPath;

/** What a file is known by, as `kind name`, in a project of these files. */
async function known(files: Readonly<Record<string, string>>, path: string, given: string[] = []): Promise<string[]> {
  const tree = await readTree(new MemoryStore(files));
  const found = knownByPlace(tree, [at(path)])(at(path), () => given);
  return found.map(({ kind, as, isUnsure }) => `${kind} ${as}${isUnsure === true ? "?" : ""}`);
}

const uses = (...packages: string[]): Record<string, string> => ({
  "package.json": JSON.stringify({ dependencies: Object.fromEntries(packages.map((each) => [each, "1"])) }),
});

describe("components of Nuxt are called after their folders and their own names", () => {
  // Held against `resolveComponentNameSegments` of Nuxt 4.5 on 16,103 paths made by chance, when this was written.
  test.each([
    ["components/TreeCard.vue", "TreeCard"],
    ["components/tree/Card.vue", "TreeCard"],
    ["components/tree/TreeCard.vue", "TreeCard"],
    ["components/base-tree/TreeCard.vue", "BaseTreeCard"],
    ["components/orchard/tree/TreeCard.vue", "OrchardTreeCard"],
    ["components/orchard/tree/OrchardTreeCard.vue", "OrchardTreeCard"],
    ["components/item/item/Item.vue", "Item"],
    ["components/tree/card/index.vue", "TreeCard"],
    ["components/tree/treeCard/index.vue", "TreeTreeCard"],
    ["components/TreeCard.client.vue", "TreeCard"],
    ["app/components/tree/Card.vue", "TreeCard"],
    ["layers/map/components/Pin.vue", "Pin"],
    ["layers/map/app/components/pin/Head.vue", "PinHead"],
  ])("%s", async (path, name) => {
    expect(await known({ ...uses("nuxt"), [path]: "" }, path)).toEqual([`tag ${name}`]);
  });

  test("or their own names alone, where that is set, or by a plugin", async () => {
    const flat = { "nuxt.config.ts": "export default { components: [{ path: '~/components', pathPrefix: false }] };" };
    expect(await known({ ...uses("nuxt"), ...flat }, "components/tree/Card.vue")).toEqual(["tag Card"]);
    expect(await known(uses("unplugin-vue-components"), "src/components/tree/card/index.vue")).toEqual(["tag Card"]);
  });
});

describe("names that need no import", () => {
  test.each([
    ["composables/useRota.ts", ["useRota", "default"], ["name useRota", "name useRota"]],
    ["utils/weigh-crates.ts", ["default"], ["name weighCrates"]],
    ["app/utils/weigh.ts", ["weigh"], ["name weigh"]],
    ["shared/types/crate.ts", ["Crate"], ["name Crate"]],
    ["composables/rota/useShift.ts", ["useShift"], []],
    ["composables/rota/index.ts", ["useShift"], ["name useShift?"]],
    ["helpers/weigh.ts", ["weigh"], []],
    ["stores/rota.ts", ["useRota"], []],
  ])("%s", async (path, given, names) => {
    expect(await known(uses("nuxt"), path, given)).toEqual(names);
  });

  test("come also from where a setting says", async () => {
    const files = {
      ...uses("nuxt", "@pinia/nuxt"),
      "nuxt.config.ts":
        "export default defineNuxtConfig({ srcDir: 'web/', imports: { dirs: ['~/queries', 'models/**'] } });",
    };
    expect(await known(files, "stores/rota.ts", ["useRota"])).toEqual(["name useRota"]);
    expect(await known(files, "web/queries/rota.ts", ["rota"])).toEqual(["name rota"]);
    expect(await known(files, "web/queries/deep/rota.ts", ["rota"])).toEqual([]);
    expect(await known(files, "web/models/deep/rota.ts", ["Rota"])).toEqual(["name Rota"]);
    const plugin = { ...uses("unplugin-auto-import"), "vite.config.ts": 'AutoImport({ dirs: ["./src/hooks"] })' };
    expect(await known(plugin, "src/hooks/useRota.ts", ["useRota"])).toEqual(["name useRota"]);
  });
});

describe("addresses", () => {
  test.each([
    ["next", "pages/rota/index.tsx", ["address pages rota"]],
    ["next", "src/app/(team)/rota/page.tsx", ["address app rota/page"]],
    ["next", "src/app/rota/ShiftList.tsx", []],
    ["next", "middleware.ts", ["sought  middleware"]],
    ["next", "src/components/middleware.ts", []],
    ["expo-router", "app/(tabs)/rota.tsx", ["address app rota"]],
    ["nuxt", "app/pages/rota/[shift].vue", ["address pages rota/[shift]"]],
    ["nuxt", "app/app.vue", ["sought  app"]],
    ["nuxt", "server/api/rota.get.ts", ["address server/api rota.get"]],
    ["gatsby", "src/pages/rota.js", ["address pages rota"]],
    ["@react-router/fs-routes", "app/routes/rota.tsx", ["address routes rota"]],
    ["unplugin-vue-router", "src/pages/rota.vue", ["address pages rota"]],
    ["react", "src/pages/rota.tsx", []],
    ["@plone/volto", "src/customizations/volto/components/Rota.jsx", ["address customizations volto/components/Rota"]],
    ["@plone/volto", "src/components/Rota.jsx", []],
    ["gatsby-theme-rota", "src/gatsby-theme-rota/row.js", []],
  ])("%s: %s", async (name, path, found) => {
    expect(await known(uses(name), path)).toEqual(found);
  });

  test("are the paths of a theme whose files are replaced", async () => {
    const files = uses("gatsby", "gatsby-theme-rota");
    expect(await known(files, "src/gatsby-theme-rota/row.js")).toEqual(["address gatsby-theme-rota row"]);
    expect(await known(files, "src/gatsby-theme-other/row.js")).toEqual([]);
  });

  test("are those of the nearest manifest that has the tool, in a repository of several apps", async () => {
    const files = { "package.json": "{}", "apps/web/package.json": '{ "dependencies": { "next": "16" } }' };
    expect(await known(files, "apps/web/pages/rota.tsx")).toEqual(["address pages rota"]);
    expect(await known(files, "apps/desk/pages/rota.tsx")).toEqual([]);
  });
});

test("a setting that never ends is read in no time", async () => {
  const files = {
    ...uses("nuxt"),
    "nuxt.config.ts": `export default { ${"components: [ dirs: [ import { ".repeat(20_000)}`,
  };
  expect(await known(files, "components/tree/Card.vue")).toEqual(["tag TreeCard"]);
});
