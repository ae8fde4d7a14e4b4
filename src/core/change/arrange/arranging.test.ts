/** Where files go: units, sub-folders, collisions, what stays, what is asked. */
import { describe, expect, test } from "vitest";
import { caller } from "../../apply/changes.test.suite.js";
import { applyPlan } from "../../apply/index.js";
import { ReadingCache } from "../../files/cache/index.js";
import { analyse } from "../../insight/analysis.js";
import { appUnder } from "../../app/index.js";
import { planArranging } from "./index.js";
import {
  appOf,
  at,
  arranged,
  carriedOut,
  configured,
  movesOf,
  textsOf,
  type Files,
  type More,
} from "./arranging.test.suite.js";
import { whyStays } from "../../../wording/arranging.js";

const drawn = (name: string, imports = ""): string => `${imports}export function ${name}() { return <li/>; }\n`;
const does = (name: string, imports = ""): string => `${imports}export const ${name} = () => 1;\n`;

/** Two features that are known by their screens and hooks. */
const known: Files = {
  "src/screens/HarvestScreen.tsx": drawn("HarvestScreen", 'import { useHarvest } from "../hooks/useHarvest";\n'),
  "src/hooks/useHarvest.ts": does("useHarvest"),
  "src/screens/RotaScreen.tsx": drawn("RotaScreen", 'import { useRota } from "../hooks/useRota";\n'),
  "src/hooks/useRota.ts": does("useRota"),
};

/** The moves of what is not in `known`. */
async function movesIn(files: Files, more: More = {}, configuration?: string): Promise<string[]> {
  const result = await arranged(appOf({ ...known, ...files }, configuration), { as: "feature-first", ...more });
  return movesOf(result).filter((move) => !Object.hasOwn(known, move.split(" > ")[0] ?? ""));
}

const featured = configured("feature-first");
const inHarvest = "src/features/harvest";
const cases: readonly [string, Files, readonly string[], More?, string?][] = [
  [
    "a file goes with its companions, wherever they lie beside it",
    {
      "src/components/HarvestChart.tsx": drawn("HarvestChart"),
      "src/components/HarvestChart.module.css": ".a {}",
      "src/components/__tests__/HarvestChart.test.tsx": 'import "../HarvestChart";',
    },
    [
      `src/components/HarvestChart.module.css > ${inHarvest}/components/HarvestChart.module.css`,
      `src/components/HarvestChart.tsx > ${inHarvest}/components/HarvestChart.tsx`,
      `src/components/__tests__/HarvestChart.test.tsx > ${inHarvest}/components/__tests__/HarvestChart.test.tsx`,
    ],
  ],
  [
    "a component's own folder goes whole, whatever lies in it",
    {
      "src/components/HarvestChart/index.ts": 'export { HarvestChart } from "./HarvestChart";\n',
      "src/components/HarvestChart/HarvestChart.tsx": drawn("HarvestChart"),
      "src/components/HarvestChart/parts/useZoom.ts": does("useZoom"),
    },
    [
      `src/components/HarvestChart/HarvestChart.tsx > ${inHarvest}/components/HarvestChart/HarvestChart.tsx`,
      `src/components/HarvestChart/index.ts > ${inHarvest}/components/HarvestChart/index.ts`,
      `src/components/HarvestChart/parts/useZoom.ts > ${inHarvest}/components/HarvestChart/parts/useZoom.ts`,
    ],
  ],
  [
    "what is called by its folder keeps it, though that is the feature's, too; what says only its role keeps its name",
    {
      "src/components/harvest/index.tsx": drawn("HarvestBars"),
      "src/components/rota/index.tsx": drawn("RotaBars"),
      "src/containers/harvest/index.tsx": drawn("Harvest", 'import "../../components/harvest";\nimport "./service";\n'),
      "src/containers/harvest/service.ts": 'export const load = () => fetch("/");\n',
      "src/containers/rota/index.tsx": drawn("Rota", 'import "../../components/rota";\nimport "./service";\n'),
      "src/containers/rota/service.ts": 'export const load = () => fetch("/");\n',
    },
    [
      `src/components/harvest/index.tsx > ${inHarvest}/components/harvest/index.tsx`,
      "src/components/rota/index.tsx > src/features/rota/components/rota/index.tsx",
      `src/containers/harvest/index.tsx > ${inHarvest}/containers/harvest/index.tsx`,
      `src/containers/harvest/service.ts > ${inHarvest}/services/service.ts`,
      "src/containers/rota/index.tsx > src/features/rota/containers/rota/index.tsx",
      "src/containers/rota/service.ts > src/features/rota/services/service.ts",
    ],
  ],
  [
    "a name that says what it is in another word of the trade stays; of a screen it is put right",
    {
      "src/context/HarvestProvider.tsx": drawn("HarvestProvider"),
      "src/context/harvestSlice.ts":
        'import { createSlice } from "@reduxjs/toolkit";\nexport const harvestSlice = createSlice({ name: "harvest", initialState: {}, reducers: {} });\n',
      "src/screens/HarvestPage.tsx": drawn("HarvestPage"),
    },
    [
      `src/context/HarvestProvider.tsx > ${inHarvest}/context/HarvestProvider.tsx`,
      `src/context/harvestSlice.ts > ${inHarvest}/context/harvestSlice.ts`,
      `src/screens/HarvestPage.tsx > ${inHarvest}/screens/HarvestPageScreen.tsx`,
    ],
  ],
  [
    "the index of a whole shelf stays at its head where a component of the same place is called by its folder",
    {
      "src/components/index.ts": 'export { default } from "./harvest";\n',
      "src/components/harvest/index.tsx": `${drawn("Bars")}export default Bars;\n`,
      "src/containers/harvest/index.tsx": drawn("Harvest", 'import "../../components";\n'),
    },
    [
      `src/components/harvest/index.tsx > ${inHarvest}/components/harvest/index.tsx`,
      `src/components/index.ts > ${inHarvest}/components/index.ts`,
      `src/containers/harvest/index.tsx > ${inHarvest}/containers/harvest/index.tsx`,
    ],
  ],
  [
    "a sub-folder that says something stays with its files",
    { "src/components/charts/HarvestBars.tsx": drawn("HarvestBars") },
    [`src/components/charts/HarvestBars.tsx > ${inHarvest}/components/charts/HarvestBars.tsx`],
  ],
  [
    "a sub-folder that only says the feature is given up",
    { "src/components/harvest/Bars.tsx": drawn("Bars") },
    [`src/components/harvest/Bars.tsx > ${inHarvest}/components/Bars.tsx`],
  ],
  [
    "names follow the patterns where most do; a name that does not is put right",
    {
      "src/services/harvestService.ts": does("harvest"),
      "src/services/rotaService.ts": does("rota"),
      "src/services/harvest-weights.ts": 'export const load = () => fetch("/");\n',
    },
    [
      `src/services/harvest-weights.ts > ${inHarvest}/services/harvestWeightsService.ts`,
      `src/services/harvestService.ts > ${inHarvest}/services/harvestService.ts`,
      "src/services/rotaService.ts > src/features/rota/services/rotaService.ts",
    ],
  ],
  [
    "names stay where somebody wants to keep them",
    { "src/services/harvest-weights.ts": 'export const load = () => fetch("/");\n' },
    [`src/services/harvest-weights.ts > ${inHarvest}/services/harvest-weights.ts`],
    { keepNames: true },
  ],
  [
    "names stay where most of a role have a form of their own",
    {
      "src/services/harvest.api.ts": 'export const load = () => fetch("/");\n',
      "src/services/rota.api.ts": 'export const load = () => fetch("/");\n',
      "src/services/trees.api.ts": 'export const load = () => fetch("/");\n',
    },
    [
      `src/services/harvest.api.ts > ${inHarvest}/services/harvest.api.ts`,
      "src/services/rota.api.ts > src/features/rota/services/rota.api.ts",
      "src/services/trees.api.ts > src/shared/services/trees.api.ts",
    ],
    { takeLikeliest: true },
  ],
  [
    "of two of one name each keeps its feature's folder",
    {
      [`${inHarvest}/components/Card.tsx`]: drawn("Card"),
      "src/features/rota/components/Card.tsx": drawn("Card"),
    },
    [
      `${inHarvest}/components/Card.tsx > src/components/harvest/Card.tsx`,
      "src/features/rota/components/Card.tsx > src/components/rota/Card.tsx",
    ],
    { as: "layer-first" },
    featured,
  ],
  [
    "one that would meet a file that stays keeps its folder, and that one stays",
    { [`${inHarvest}/components/Card.tsx`]: drawn("Card"), "src/components/card.tsx": drawn("card") },
    [`${inHarvest}/components/Card.tsx > src/components/harvest/Card.tsx`],
    { as: "layer-first", keepNames: true },
    featured,
  ],
  [
    "the index of a whole shelf goes with the shelf; a feature's stays with the feature",
    {
      "src/helpers/index.ts": 'export { dates } from "./dates";\nexport { names } from "./names";\n',
      "src/helpers/dates.ts": does("dates"),
      "src/helpers/names.ts": does("names"),
    },
    [
      "src/helpers/dates.ts > src/shared/helpers/dates.ts",
      "src/helpers/index.ts > src/shared/helpers/index.ts",
      "src/helpers/names.ts > src/shared/helpers/names.ts",
    ],
    { takeLikeliest: true },
  ],
  [
    "a test in a tree that mirrors the source moves as its file does",
    {
      "src/components/HarvestChart.tsx": drawn("HarvestChart"),
      "tests/components/HarvestChart.test.tsx": 'import { HarvestChart } from "../../src/components/HarvestChart";',
    },
    [
      `src/components/HarvestChart.tsx > ${inHarvest}/components/HarvestChart.tsx`,
      "tests/components/HarvestChart.test.tsx > tests/features/harvest/components/HarvestChart.test.tsx",
    ],
  ],
  [
    "only one feature",
    { "src/components/HarvestChart.tsx": drawn("HarvestChart"), "src/components/RotaTable.tsx": drawn("RotaTable") },
    ["src/components/RotaTable.tsx > src/features/rota/components/RotaTable.tsx"],
    { feature: "rota" },
  ],
  [
    "only one role",
    { "src/components/HarvestChart.tsx": drawn("HarvestChart"), "src/services/rotaService.ts": does("rota") },
    ["src/services/rotaService.ts > src/features/rota/services/rotaService.ts"],
    { role: "service" },
  ],
  [
    "what the configuration leaves, what begins the app, and what tools find by name stay",
    {
      "src/main.tsx": 'import "./screens/HarvestScreen";\n',
      "src/vite-env.d.ts": "declare const a: 1;",
      "src/components/HarvestOld.tsx": drawn("HarvestOld"),
    },
    [],
    {},
    configured("layer-first", "files: { src/components/HarvestOld.tsx: leave }\n"),
  ],
  [
    "a screen that gets a feature of its own gives it its name, and an index the name of its folder; what has none stays",
    {
      "src/screens/weather/index.tsx": drawn("WeatherScreen"),
      "src/screens/AboutScreen.tsx": drawn("AboutScreen"),
      "src/screens/notes/[noteId]/index.tsx": drawn("NoteScreen"),
      "src/screens/index.tsx": drawn("FirstScreen"),
    },
    [
      "src/screens/AboutScreen.tsx > src/features/about/screens/AboutScreen.tsx",
      "src/screens/notes/[noteId]/index.tsx > src/features/notes/screens/[noteId]/index.tsx",
      "src/screens/weather/index.tsx > src/features/weather/screens/weather/index.tsx",
    ],
    { as: "feature-first", takeLikeliest: true, keepNames: true },
  ],
  [
    "a sub-folder that says once more what the shelf says is left behind",
    { "src/components/forms/components/Row.tsx": drawn("Row"), "src/components/forms/Field.tsx": drawn("Field") },
    [
      "src/components/forms/Field.tsx > src/shared/components/forms/Field.tsx",
      "src/components/forms/components/Row.tsx > src/shared/components/forms/Row.tsx",
    ],
    { as: "feature-first", takeLikeliest: true },
  ],
];

const key = Buffer.alloc(32, 7);

describe("where files go", () => {
  test.each(cases)("%s", async (_, files, expected, more, configuration) => {
    expect(await movesIn(files, more, configuration)).toEqual(expected);
  });

  test("pages that a framework finds by their place stay, and it is said", async () => {
    const store = appOf({
      ...known,
      "package.json": '{ "dependencies": { "next": "16" } }',
      "src/pages/HarvestPage.tsx": drawn("HarvestPage"),
    });
    const { stays, plan } = await arranged(store, { as: "feature-first" });
    expect(stays.map(({ path, because }) => `${path}: ${whyStays(because)}`)).toContain(
      "src/pages/HarvestPage.tsx: Next.js finds it by its place",
    );
    expect(plan.moves.map(({ from }) => from)).not.toContain("src/pages/HarvestPage.tsx");
  });

  test("what would be one more page where it belongs stays, and it is said", async () => {
    const fates = async (needs: string): Promise<readonly string[]> => {
      const files = {
        ...known,
        "package.json": `{ "dependencies": { "${needs}": "1" } }`,
        "src/appRouter.tsx": 'export const router = createRouter({ routes: [{ path: "/", component: 1 }] });\n',
      };
      const store = appOf(files, `${configured("layer-first")}words: { navigation: routes }\n`);
      const { stays, plan } = await arranged(store, { as: "layer-first" });
      return [
        ...plan.moves.filter(({ from }) => from === "src/appRouter.tsx").map(({ to }) => to),
        ...stays.filter(({ path }) => path === "src/appRouter.tsx").map(({ because }) => whyStays(because)),
      ];
    };
    expect(await fates("react")).toEqual(["src/routes/appRouter.tsx"]);
    expect(await fates("@tanstack/router-plugin")).toEqual([
      "where it belongs, the router would take it for a page, a route or code to run",
    ]);
  });

  test("what a tool looks for by its name stays, whatever it looks like", async () => {
    const access = "src/access.ts";
    const files = { ...known, [access]: 'export const press = () => fetch("/harvest");\n' };
    const fates = async (more: Files): Promise<boolean[]> => {
      const { stays, plan } = await arranged(appOf({ ...files, ...more }), { as: "feature-first" });
      return [plan.moves.some(({ from }) => from === access), stays.some(({ path }) => path === access)];
    };
    expect(await fates({ "package.json": '{ "dependencies": { "umi": "4" } }' })).toEqual([false, true]);
    expect(await fates({})).toEqual([true, false]);
  });

  test("a file with a syntax error stays: what it names could be lost", async () => {
    const store = appOf({
      ...known,
      "src/components/HarvestChart.tsx": 'import "../hooks/useHarvest";\nexport const = <p/>;\n',
    });
    const { stays } = await arranged(store, { as: "feature-first" });
    expect(stays.map(({ path, because }) => `${path}: ${whyStays(because)}`)).toEqual([
      "src/components/HarvestChart.tsx: what src/components/HarvestChart.tsx references cannot be read for certain",
    ]);
  });

  test("what a page that nobody reads yet names stays, and it is said; a manifest follows", async () => {
    const store = appOf({
      ...known,
      "package.json": '{ "name": "app", "main": "./src/services/harvestService.ts" }',
      "src/services/harvestService.ts": does("harvest"),
      "src/components/HarvestChart.tsx": drawn("HarvestChart"),
      "legacy/Page.java": 'class Page { String part = "HarvestChart"; }',
    });
    const { stays, plan } = await arranged(store, { as: "feature-first" });
    expect(stays.map(({ path }) => path)).toEqual(["src/components/HarvestChart.tsx"]);
    expect(plan.edits.map(({ file, after }) => `${file} ${after}`)).toContain(
      "package.json ./src/features/harvest/services/harvestService.ts",
    );
    expect(plan.proof.different).toEqual([]);
  });
});

describe("questions", () => {
  const files = { ...known, "src/screens/HomeScreen.tsx": drawn("HomeScreen") };

  test("a screen of no feature is asked about, and an answer makes the feature and is written down", async () => {
    const store = appOf(files);
    const { questions } = await arranged(store, { as: "feature-first" });
    expect(questions).toMatchObject([
      {
        path: "src/screens/HomeScreen.tsx",
        options: [{ answer: { feature: "home" }, folder: "src/features/home/screens" }],
      },
    ]);
    await carriedOut(store, {
      as: "feature-first",
      answers: new Map([[questions[0]?.path as never, { feature: "home" }]]),
    });
    const texts = textsOf(store);
    expect(Object.keys(texts)).toContain("src/features/home/screens/HomeScreen.tsx");
    expect(texts["steady-shelf.yaml"]).toBe(
      `${configured("feature-first")}files:\n  src/features/home/screens/HomeScreen.tsx: { feature: home }\n`,
    );
    expect((await arranged(store)).questions).toEqual([]);
  });

  test("leaving a file where it is, is an answer, too", async () => {
    const store = appOf(files);
    await carriedOut(store, {
      as: "feature-first",
      answers: new Map([["src/screens/HomeScreen.tsx" as never, "leave"]]),
    });
    expect(textsOf(store)["steady-shelf.yaml"]).toContain("  src/screens/HomeScreen.tsx: leave\n");
    expect((await arranged(store)).questions).toEqual([]);
  });
});

describe("the configuration", () => {
  test("says what the app is from now on; keys that name a file follow it; all else stays as it was written", async () => {
    const configuration = `# ours\nversion: 1\nstack: react-web\nsource: src\narrangement: layer-first # for now\nfiles:\n  src/hooks/useRota.ts: { role: hook } # sure\n`;
    const store = appOf(known, configuration);
    await carriedOut(store, { as: "feature-first" });
    expect(textsOf(store)["steady-shelf.yaml"]).toBe(
      configuration
        .replace("layer-first", "feature-first")
        .replace("src/hooks/useRota.ts", "src/features/rota/hooks/useRota.ts"),
    );
  });

  test("a pattern that names what moves is said, not changed", async () => {
    const store = appOf(known, configured("layer-first", "files: { 'src/hooks/*': { role: hook } }\n"));
    const { plan } = await arranged(store, { as: "feature-first" });
    expect(plan.mentions).toMatchObject([{ file: "steady-shelf.yaml", text: "src/hooks/*", at: { line: 6 } }]);
  });
});

describe("what changes while it thinks", () => {
  test.each([
    ["a file that would move", "src/hooks/useRota.ts"],
    ["a file whose references would be respelled", "src/screens/RotaScreen.tsx"],
  ])("%s is refused by name, also where its reading was kept", async (_, file) => {
    const store = appOf(known);
    const kept = new ReadingCache({ store, key });
    await analyse(store, { standing: at(""), kept });
    kept.save();
    const again = await analyse(store, { standing: at(""), kept: new ReadingCache({ store, key }), keepTexts: true });
    const [analysed] = again.apps;
    if (!analysed) throw new RangeError("an app is found");
    const target = appUnder(analysed.app, "feature-first");
    const { plan } = await planArranging({ analysis: again, analysed, target });
    store.append(at(file), Buffer.from("// meanwhile\n"));
    const before = textsOf(store);
    const { tree } = again.project;
    expect(() => applyPlan({ store, tree, plan, command: "arrange", acceptDifferent: false, caller })).toThrow(file);
    expect(textsOf(store)).toEqual(before);
  });
});
