/** A file becomes a starter: its name and its feature's are words, all else stays, and with its own name it gives the file again. */
import { readdirSync, readFileSync, statSync } from "node:fs";
import { join } from "node:path";
import { fileURLToPath } from "node:url";
import { describe, expect, test } from "vitest";
import { ShelfError } from "../../base/errors.js";
import type { ProjectPath } from "../../base/paths.js";
import { MemoryStore } from "../../files/index.js";
import { analyse } from "../../insight/analysis.js";
import { planDraft } from "../plan/index.js";
import { draftAddition } from "../setup/index.js";
import { takeStarter, type TakenStarters } from "./index.js";

type Files = Readonly<Record<string, string | Buffer>>;
interface Taken extends TakenStarters {
  /** The text of each starter. */
  readonly texts: Readonly<Record<string, string>>;
}

const at = (path: string): ProjectPath => path as ProjectPath;

function storeOf(files: Files, settings = ""): MemoryStore {
  return new MemoryStore({
    "package.json": "{}",
    "steady-shelf.yaml": `version: 1\nstack: react-web\nsource: src\narrangement: layer-first\n${settings}`,
    ...files,
  });
}

async function taken(files: Files, from: string, role = "screen", settings = ""): Promise<Taken> {
  const store = storeOf(files, settings);
  const { project, graph, apps } = await analyse(store, { standing: at(""), keepTexts: true });
  const [analysed] = apps;
  if (!analysed) throw new TypeError("there is one app");
  const found = await takeStarter({ analysed, graph, role, from: at(from) });
  expect((await planDraft(project, found.draft)).proof).toMatchObject({ outcome: "holds", different: [] });
  return { ...found, texts: Object.fromEntries(found.draft.made.map(({ path, text }) => [path, text])) };
}

/** What the starter of a screen is, in an app with a few other files. */
async function starterOf(text: string, more: Files = {}): Promise<string> {
  const { texts } = await taken({ "src/screens/MapScreen.tsx": text, ...more }, "src/screens/MapScreen.tsx");
  return texts["starters/screen.tsx.starter"] ?? "";
}

describe("of the text of MapScreen.tsx", () => {
  test.each<readonly [what: string, text: string, starter: string]>([
    ["its whole name", "export function MapScreen() {}\n", "export function «Symbol»() {}\n"],
    ["its name within others", "export const useMapPins = 1;\n", "export const use«Pascal»Pins = 1;\n"],
    ["constants", "const MAP_OPENED = 1;\n", "const «CONSTANT»_OPENED = 1;\n"],
    ["several", "const maps = [];\n", "const «many camel» = [];\n"],
    ["words for people", "export const a = <h1>Map</h1>;\n", "export const a = <h1>«Title»</h1>;\n"],
    ["comments", "// Shows the map.\n", "// Shows the «title».\n"],
    ["names of classes", 'const a = <p className="map-row" />;\n', 'const a = <p className="«kebab»-row" />;\n'],
    ["paths", 'export const path = "/map";\n', 'export const path = "/«kebab»";\n'],
    [
      "a method that every list has stays",
      "export const a = [1].map(String);\n",
      "export const a = [1].map(String);\n",
    ],
    ["what is of the language stays", "const a = new Map();\n", "const a = new Map();\n"],
    [
      "what is of a package stays",
      'import { Map, Pin } from "map-pins";\nexport const a = <Map pin={Pin} />;\n',
      'import { Map, Pin } from "map-pins";\nexport const a = <Map pin={Pin} />;\n',
    ],
    ["a tag of the page stays", "export const a = <map><b /></map>;\n", "export const a = <map><b /></map>;\n"],
    [
      "what says such a tag in quotes stays",
      'export const a = <map role="map"><b /></map>;\n',
      'export const a = <map role="map"><b /></map>;\n',
    ],
    [
      "what is computed in quotes is code",
      'export const a = "map.id ?? map.to";\n',
      'export const a = "«camel».id ?? «camel».to";\n',
    ],
    ["a sentence is none", 'export const a = "Open the map.";\n', 'export const a = "Open the «title».";\n'],
    ["parts of other words stay", "export const maple = mapped;\n", "export const maple = mapped;\n"],
  ])("%s", async (_, text, starter) => {
    expect(await starterOf(text)).toBe(starter);
  });

  test("another file is named from wherever the new one lies", async () => {
    const text = 'import { api } from "../services/api";\nimport { pins } from "@/pins";\napi(pins);\n';
    expect(await starterOf(text, { "src/services/api.ts": "export const api = String;\n" })).toBe(
      text.replace("../services/api", "«to src/services/api.ts»"),
    );
  });

  test("what is called after it elsewhere is said", async () => {
    const files = {
      "src/screens/MapScreen.tsx": 'import { useMap } from "../hooks/useMap";\nexport const MapScreen = useMap;\n',
      "src/hooks/useMap.ts": "export const useMap = String;\n",
    };
    const found = await taken(files, "src/screens/MapScreen.tsx");
    expect(found.asks).toEqual(["../hooks/useMap"]);
    expect(found.texts["starters/screen.tsx.starter"]).toBe(
      'import { «hook» } from "../hooks/«hook»";\nexport const «Symbol» = «hook»;\n',
    );
  });

  test("line ends stay", async () => {
    expect(await starterOf("// Map\r\nexport const MapScreen = 1;\r\n")).toBe(
      "// «Title»\r\nexport const «Symbol» = 1;\r\n",
    );
  });
});

test("the feature is another word than the name, and meant where its files are", async () => {
  const files = {
    "src/features/harvest/screens/PlanScreen.tsx":
      'import { harvestState } from "../state/harvestState";\nimport { row } from "../rows";\nexport const PlanScreen = [harvestState, row];\n',
    "src/features/harvest/state/harvestState.ts": "export const harvestState = 1;\n",
    "src/features/harvest/rows.ts": "export const row = 1;\n",
  };
  const store = new MemoryStore({
    "package.json": "{}",
    "steady-shelf.yaml": "version: 1\nstack: react-web\nsource: src\narrangement: feature-first\n",
    ...files,
  });
  const { graph, apps } = await analyse(store, { standing: at(""), keepTexts: true });
  const [analysed] = apps;
  if (!analysed) throw new TypeError("there is one app");
  const from = at("src/features/harvest/screens/PlanScreen.tsx");
  const found = await takeStarter({ analysed, graph, role: "page", from });
  expect(found.draft.made[0]?.text).toBe(
    'import { «feature camel»State } from "../state/«feature camel»State";\nimport { row } from "../rows";\nexport const «Symbol» = [«feature camel»State, row];\n',
  );
  expect([found.asks, found.alone]).toEqual([[], ["../rows"]]);
});

describe("what goes beside it", () => {
  const files = {
    "src/components/TreeRow.tsx": 'import s from "./TreeRow.module.scss";\nexport const TreeRow = () => s.treeRow;\n',
    "src/components/TreeRow.module.scss": ".treeRow { color: red; }\n.row { color: red; }\n",
    "src/components/TreeRow.spec.tsx": 'import { TreeRow } from "./TreeRow";\ntest("TreeRow", () => TreeRow());\n',
  };

  test("is taken along, with the endings that it has", async () => {
    const { texts } = await taken(files, "src/components/TreeRow.tsx", "component");
    expect(texts).toEqual({
      "starters/component.tsx.starter":
        'import s from "./«stem».module.scss";\nexport const «Symbol» = () => s.«camel»;\n',
      "starters/component-style.module.scss.starter": ".«camel» { color: red; }\n.row { color: red; }\n",
      "starters/component-test.spec.tsx.starter":
        'import { «Symbol» } from "«to leader»";\ntest("«Pascal»", () => «Symbol»());\n',
    });
  });

  test("and is made with the next one", async () => {
    const { texts, draft } = await taken(files, "src/components/TreeRow.tsx", "component");
    expect(draft.edits).toEqual([expect.objectContaining({ file: "steady-shelf.yaml", text: "starters: starters\n" })]);
    const store = storeOf({ ...files, ...texts }, "starters: starters\n");
    const { apps } = await analyse(store, { standing: at("") });
    const request = { role: "component", name: "swap card", with: [], without: [] };
    const made = apps[0] && draftAddition(apps[0].app, request).draft.made;
    expect(made?.map(({ path, text }) => [path, text])).toEqual([
      [
        "src/components/SwapCard.tsx",
        'import s from "./SwapCard.module.scss";\nexport const SwapCard = () => s.swapCard;\n',
      ],
      ["src/components/SwapCard.module.scss", ".swapCard { color: red; }\n.row { color: red; }\n"],
      [
        "src/components/SwapCard.spec.tsx",
        'import { SwapCard } from "./SwapCard";\ntest("SwapCard", () => SwapCard());\n',
      ],
    ]);
  });
});

test.each<readonly [has: readonly string[], makes: readonly string[]]>([
  [["state"], ["context/pearsState.ts"]],
  [["state-reducer"], ["context/reducers/pearsReducer.ts"]],
  [
    ["action"],
    ["context/actions/pearsActions.ts", "context/initialStates/pearsState.ts", "context/reducers/pearsReducer.ts"],
  ],
  [
    ["action", "state-reducer"],
    ["context/actions/pearsActions.ts", "context/reducers/pearsReducer.ts"],
  ],
])("of a team that has %j, new state is %j", async (has, makes) => {
  const files = Object.fromEntries(has.map((name) => [`starters/${name}.ts.starter`, "export const «camel» = 1;\n"]));
  const { apps } = await analyse(storeOf(files, "starters: starters\n"), { standing: at("") });
  const made =
    apps[0] && draftAddition(apps[0].app, { role: "state", name: "pears", with: [], without: [] }).draft.made;
  expect(made?.map(({ path }) => path.slice(4))).toEqual(makes);
});

test("state of several files gives several starters, by what each is", async () => {
  const files = {
    "src/context/initialStates/rotaState.ts": "export const rotaState = { rota: [] };\n",
    "src/context/reducers/rotaReducer.ts":
      'import { rotaState } from "../initialStates/rotaState";\nexport function rotaReducer(state = rotaState) {\n  return state;\n}\n',
    "src/context/actions/rotaActions.ts": 'export const rotaLoaded = () => ({ type: "rota/loaded" });\n',
  };
  const { starters } = await taken(files, "src/context/reducers/rotaReducer.ts", "state");
  expect(starters.map(({ path }) => path).sort()).toEqual([
    "starters/action.ts.starter",
    "starters/state-reducer.ts.starter",
    "starters/state.ts.starter",
  ]);
});

describe("is refused, and why is said", () => {
  test.each<readonly [why: string, files: Files, from: string, role: string]>([
    ["it is no file of this app", {}, "src/screens/NoScreen.tsx", "screen"],
    [
      "it is taken for component",
      { "src/components/Tree.tsx": "export const Tree = () => <p />;\n" },
      "src/components/Tree.tsx",
      "screen",
    ],
    [
      "has « or » in it",
      { "src/screens/MapScreen.tsx": 'export const MapScreen = "« oui »";\n' },
      "src/screens/MapScreen.tsx",
      "screen",
    ],
    [
      "could not be read",
      { "src/screens/MapScreen.tsx": "export const MapScreen = (;\n" },
      "src/screens/MapScreen.tsx",
      "screen",
    ],
    [
      "it is called after its folder",
      { "src/screens/Map/index.tsx": "export const Map = () => <p />;\n" },
      "src/screens/Map/index.tsx",
      "screen",
    ],
    [
      "it goes with src/screens/MapScreen.tsx",
      {
        "src/screens/MapScreen.tsx": "export const MapScreen = () => <p />;\n",
        "src/screens/MapScreen.module.css": "a {}\n",
      },
      "src/screens/MapScreen.module.css",
      "style",
    ],
  ])("%s", async (why, files, from, role) => {
    const failed = (await taken(files, from, role).catch((error: unknown) => error)) as ShelfError;
    expect([failed.code, failed.message]).toEqual(["STARTER_UNMADE", expect.stringContaining(why)]);
  });

  test("a text in other letters", async () => {
    const store = storeOf({
      "src/screens/MapScreen.tsx": Buffer.from('export const MapScreen = "caf\u00e9";\n', "latin1"),
    });
    const { graph, apps } = await analyse(store, { standing: at(""), keepTexts: true });
    const [analysed] = apps;
    if (!analysed) throw new TypeError("there is one app");
    const from = at("src/screens/MapScreen.tsx");
    await expect(takeStarter({ analysed, graph, role: "screen", from })).rejects.toThrow("is not in UTF-8");
  });

  test("a role that has one keeps it", async () => {
    const files = { "src/screens/MapScreen.tsx": "export const MapScreen = 1;\n", "starters/screen.tsx.starter": "\n" };
    await expect(taken(files, "src/screens/MapScreen.tsx", "screen", "starters: starters\n")).rejects.toMatchObject({
      code: "STARTER_THERE",
    });
  });
});

const demo = fileURLToPath(new URL("../../../../demo/", import.meta.url));

function filesBelow(folder: string, below = ""): Record<string, Buffer> {
  return Object.assign(
    {},
    ...readdirSync(join(folder, below)).map((name) => {
      const path = below === "" ? name : `${below}/${name}`;
      return statSync(join(folder, path)).isDirectory()
        ? filesBelow(folder, path)
        : { [path]: readFileSync(join(folder, path)) };
    }),
  ) as Record<string, Buffer>;
}

describe("of every file of the demo apps", () => {
  test.each(readdirSync(demo).filter((name) => name.startsWith("orchard-")))(
    "%s: it gives that again",
    async (name) => {
      const files = filesBelow(join(demo, name));
      const { graph, apps } = await analyse(new MemoryStore(files), { standing: at(""), keepTexts: true });
      const reasons = new Set<string>();
      let made = 0;
      for (const analysed of apps) {
        const { app } = analysed;
        const configuration = {
          ...app.configuration,
          file: at("steady-shelf.yaml"),
          starters: "team-starters",
        } as unknown as NonNullable<typeof app.configuration>;
        for (const entry of analysed.catalogue.entries.values()) {
          const role = entry.role.is;
          if (role === undefined || app.stack.roles[role] === undefined || entry.leader !== undefined) continue;
          const input = { ...analysed, app: { ...app, configuration } };
          const found = await takeStarter({ analysed: input, graph, role, from: entry.path }).catch(
            (error: unknown) => error,
          );
          if (found instanceof ShelfError) reasons.add(found.message.replace(/^.*?: /, ""));
          else if (found instanceof Error) throw found;
          else made += (found as TakenStarters).starters.length;
        }
      }
      expect([...reasons].filter((reason) => reason.includes("does not give"))).toEqual([]);
      expect(made).toBeGreaterThan(0);
    },
  );
});
