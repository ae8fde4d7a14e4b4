/** Screens that a framework finds by where they lie, beside the source root or in it, and the features that their addresses tell. */
import { describe, expect, test } from "vitest";
import type { ProjectPath } from "../../base/paths.js";
import { MemoryStore } from "../../files/index.js";
import { placeOf } from "../../../wording/what-it-is.js";
import { analyse, type Analysis } from "../analysis.js";
import { explain } from "../measures/index.js";
import type { Catalogue } from "./index.js";

const at = (path: string): ProjectPath => path as ProjectPath;
const drawn = "export default function X() { return <li/>; }\n";
const helps = "export function weigh() { return 1; }\n";

function analysisOf(needs: string, files: Readonly<Record<string, string>>): Promise<Analysis> {
  const store = new MemoryStore({
    "package.json": `{ "dependencies": { "${needs}": "*" } }`,
    "steady-shelf.yaml": `version: 1\nstack: react-web\nsource: src\narrangement: layer-first\n`,
    ...files,
  });
  return analyse(store, { standing: at("") });
}

async function catalogueOf(needs: string, files: Readonly<Record<string, string>>): Promise<Catalogue> {
  const [app] = (await analysisOf(needs, files)).apps;
  if (!app) throw new TypeError("there is one app");
  return app.catalogue;
}

describe("roles", () => {
  const beside = { "src/components/TreeCard.tsx": drawn };

  test.each<[string, string, string, string | undefined, Record<string, string>?]>([
    ["expo-router", "app/rota.tsx", drawn, "screen"],
    ["expo-router", "app/(tabs)/index.tsx", drawn, "screen"],
    ["expo-router", "app/rota/rota-edit.tsx", drawn, "screen"],
    ["expo-router", "app/_layout.tsx", drawn, "layout"],
    ["expo-router", "app/(tabs)/_layout.tsx", drawn, "layout"],
    ["expo-router", "app/+html.tsx", drawn, "layout"],
    ["expo-router", "app/+not-found.tsx", drawn, "screen"],
    ["expo-router", "app/weigh.ts", helps, "helper"],
    [
      "expo-router",
      "app/components/Row.tsx",
      drawn,
      "component",
      { "app/rows.tsx": 'import X from "./components/Row";' },
    ],
    ["expo-router", "app/rota/components/index.tsx", drawn, "screen"],
    ["expo-router", "scripts/weigh.ts", helps, undefined],
    ["next", "app/rota/page.tsx", drawn, "screen"],
    ["next", "app/not-found.tsx", drawn, "screen"],
    ["next", "app/rota/template.tsx", drawn, "layout"],
    ["next", "app/api/rota/route.ts", "export function GET() {}", "service"],
    ["next", "app/rota/RotaTable.tsx", drawn, "component"],
    ["next", "pages/rota.tsx", drawn, "screen"],
    ["next", "pages/_document.tsx", drawn, "layout"],
    ["next", "pages/_app.tsx", drawn, "entry"],
    // Without the framework a folder of that name is any other.
    ["react", "app/rota.tsx", drawn, undefined],
  ])("with %s, %s is recognised (%j)", async (needs, path, text, role, more = {}) => {
    const begins = { "app/layout.tsx": drawn, "app/_layout.tsx": drawn, "pages/index.tsx": drawn };
    const { entries } = await catalogueOf(needs, { ...beside, ...begins, ...more, [path]: text });
    expect(entries.get(at(path))?.role.is).toBe(role);
  });

  test("a folder in which no routes begin is none of screens", async () => {
    const { entries } = await catalogueOf("expo-router", { ...beside, "app/rota.tsx": drawn });
    expect(entries.get(at("app/rota.tsx"))?.role.is).toBeUndefined();
  });

  test("what the app takes its code from beside its source root is judged as well; where it takes little, it is not", async () => {
    const { entries } = await catalogueOf("react", {
      ...beside,
      "src/main.ts": [
        'import { keep } from "../internal/stores/harvest";',
        'import { weigh } from "../internal/weigh";',
        'import type { Row } from "../server/rows";',
        'import { kit } from "../parts/kit/kit";',
      ].join("\n"),
      "internal/stores/harvest.ts": 'import { more } from "./more";\nexport const keep = createStore(more);\n',
      "internal/stores/more.ts": "export const more = createReducer();\n",
      "internal/weigh.ts": helps,
      "internal/tests/weigh.ts": helps,
      "server/rows.ts": "export interface Row {}\n",
      "server/answer.ts": helps,
      "server/stores/kept.ts": helps,
      "parts/kit/package.json": "{}",
      "parts/kit/kit.ts": helps,
    });
    const roleOf = (path: string): string | undefined => entries.get(at(path))?.role.is;
    expect(["harvest", "more"].map((name) => roleOf(`internal/stores/${name}.ts`))).toEqual(["state", "state"]);
    expect([roleOf("internal/weigh.ts"), roleOf("internal/tests/weigh.ts")]).toEqual(["helper", "test"]);
    expect(["server/rows.ts", "server/stores/kept.ts", "parts/kit/kit.ts"].map(roleOf)).toEqual([
      undefined,
      undefined,
      undefined,
    ]);
  });

  test("in a source root, too", async () => {
    const files = { "src/app/_layout.tsx": drawn, "src/app/rota.tsx": drawn };
    expect((await catalogueOf("expo-router", files)).entries.get(at("src/app/rota.tsx"))?.role.is).toBe("screen");
  });
});

test("explain says that such a screen stays, and who finds it", async () => {
  const analysis = await analysisOf("expo-router", {
    "src/components/TreeCard.tsx": drawn,
    "app/_layout.tsx": drawn,
    "app/rota.tsx": drawn,
  });
  const [app] = analysis.apps;
  if (!app) throw new TypeError("there is one app");
  const told = placeOf(explain({ analysis, app, path: at("app/rota.tsx"), findings: [] }));
  expect(told).toEqual(["", "it stays where it is, because Expo Router finds it there"]);
});

describe("features", () => {
  const featuresOf = ({ features }: Catalogue): string[] => features.map(({ name }) => name);

  test("are the first parts of addresses, where several are said; groups are none", async () => {
    const routes = ["(tabs)/rota", "(tabs)/harvest", "weather", "index", "rota-management", "[treeId]"];
    const files = Object.fromEntries(routes.map((path) => [`app/${path}.tsx`, drawn]));
    const catalogue = await catalogueOf("expo-router", {
      ...files,
      "app/_layout.tsx": drawn,
      "src/components/HarvestChart.tsx": drawn,
    });
    expect(featuresOf(catalogue)).toEqual(["harvest", "rota", "weather"]);
    const featureOf = (path: string): string | undefined => catalogue.entries.get(at(path))?.feature.is;
    expect(featureOf("app/(tabs)/rota.tsx")).toBe("rota");
    expect(featureOf("app/rota-management.tsx")).toBe("rota");
    expect(featureOf("src/components/HarvestChart.tsx")).toBe("harvest");
    expect(featureOf("app/index.tsx")).toBe("shared");
  });

  test("are none where all that is called so lies in another feature's folder", async () => {
    const routes = ["sign-in", "swaps", "weeks"].map((name) => `app/(rota)/${name}.tsx`);
    const asks = 'import { useRota } from "../../src/hooks/useRota";\n';
    const catalogue = await catalogueOf("expo-router", {
      ...Object.fromEntries(routes.map((path) => [path, asks + drawn])),
      "app/weather.tsx": drawn,
      "src/hooks/useRota.ts": "export function useRota() {}\n",
      "app/_layout.tsx": drawn,
      "src/features/rota/RotaCard.tsx": drawn,
      "src/features/weather/WeatherCard.tsx": drawn,
    });
    const used = new Set([...catalogue.entries.values()].map(({ feature }) => feature.is));
    expect(featuresOf(catalogue).filter((name) => !used.has(name))).toEqual([]);
    expect(featuresOf(catalogue)).toContain("rota");
  });

  test("are none where hardly any address is said", async () => {
    const files = { "app/_layout.tsx": drawn, "app/index.tsx": drawn, "app/about.tsx": drawn };
    expect(featuresOf(await catalogueOf("expo-router", files))).toEqual([]);
  });

  test("are folders of pages, one page or several", async () => {
    const catalogue = await catalogueOf("next", {
      "src/app/layout.tsx": drawn,
      "src/app/page.tsx": drawn,
      "src/app/(public)/rota/page.tsx": drawn,
      "src/app/(public)/swaps/page.tsx": drawn,
      "src/app/(public)/swaps/swap-table.tsx": drawn,
    });
    expect(featuresOf(catalogue)).toEqual(["rota", "swaps"]);
    expect(catalogue.entries.get(at("src/app/(public)/swaps/swap-table.tsx"))?.feature.is).toBe("swaps");
  });

  test("a group of routes is of the feature after which it is called, where there is one", async () => {
    const { entries } = await catalogueOf("expo-router", {
      "app/_layout.tsx": drawn,
      "app/(rota)/_layout.tsx": drawn,
      "app/(rota)/edit.tsx": drawn,
      "src/features/rota/useRota.ts": "export function useRota() {}",
      "src/features/rota/RotaCard.tsx": drawn,
      "src/features/swaps/SwapCard.tsx": drawn,
    });
    expect(entries.get(at("app/(rota)/_layout.tsx"))?.feature.is).toBe("rota");
    expect(entries.get(at("app/(rota)/edit.tsx"))?.feature.is).toBe("rota");
  });
});
