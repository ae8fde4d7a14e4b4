/** State in one file and in several. */
import { describe, expect, test } from "vitest";
import { analyse } from "../../insight/analysis.js";
import { stateFamilies } from "../../insight/state/index.js";
import { MemoryStore } from "../../files/index.js";
import { afterwards, at, type Files } from "../plan/planning.test.suite.js";
import { rearrangeState, type RearrangedState, type StateLayout } from "./index.js";

const manifest = { "package.json": '{ "dependencies": { "react": "19", "react-dom": "19" } }\n' };

const reducer = (name: string, more = ""): string =>
  `${more}export default function ${name}Reducer(state = start, action) {\n  switch (action.type) {\n    case ADD:\n      return [...state, action.name];\n    default:\n      return state;\n  }\n}\n`;

const apart: Files = {
  "src/App.jsx": "export const App = () => <i />;\n",
  "src/store/constants/rota.js": 'export const ADD = "rota/add";\n',
  "src/store/actions/rota.js":
    'import { ADD } from "../constants/rota";\n\n// Adds one.\nexport const add = (name) => ({ type: ADD, name });\n',
  "src/store/reducers/rota.js": reducer("rota", 'import { ADD } from "../constants/rota";\n\nconst start = [];\n\n'),
  "src/store/index.js": 'import rota from "./reducers/rota";\nexport const root = { rota };\n',
  "src/screens/Rota.jsx":
    'import { add } from "../store/actions/rota";\nexport const Rota = () => <i onClick={() => add("x")} />;\n',
};

const together = `export const ADD = "rota/add";\n\n// Adds one.\nexport const add = (name) => ({ type: ADD, name });\n\n${reducer("rota", "const start = [];\n\n")}`;

async function change(
  files: Files,
  layout: StateLayout,
  feature?: string,
): Promise<RearrangedState & { readonly then: Record<string, string> }> {
  const all: Files = { ...manifest, ...files };
  const { project, graph, apps } = await analyse(new MemoryStore(all), { standing: at(""), keepTexts: true });
  const [analysed] = apps;
  if (!analysed) throw new Error("no app");
  const done = await rearrangeState({ project, graph, analysed, layout, feature });
  const made = Object.fromEntries(done.plan.made.map((each) => [each.path, each.text]));
  const then = { ...afterwards(all, done.plan), ...made };
  for (const path of [...done.plan.removed, "package.json"]) Reflect.deleteProperty(then, path);
  return { ...done, then };
}

test("three files become one, and everybody follows", async () => {
  const done = await change(apart, "together");
  expect(done.plan.proof.outcome).toBe("holds");
  expect(done.changed).toEqual([
    {
      name: "rota",
      from: ["src/store/constants/rota.js", "src/store/actions/rota.js"],
      to: ["src/store/reducers/rota.js"],
    },
  ]);
  expect(done.then).toEqual({
    "src/App.jsx": apart["src/App.jsx"],
    "src/store/reducers/rota.js": together,
    "src/store/index.js": apart["src/store/index.js"],
    "src/screens/Rota.jsx":
      'import { add } from "../store/reducers/rota";\nexport const Rota = () => <i onClick={() => add("x")} />;\n',
  });
});

test("and several again: onto the shelves of their roles where there are some, else beside the reducer", async () => {
  const { then } = await change(apart, "together");
  const done = await change(then, "apart");
  expect(done.plan.proof.outcome).toBe("holds");
  expect(done.then["src/store/reducers/rotaActions.js"]).toBe(
    'import { ADD } from "./rotaConstants";\n\n// Adds one.\nexport const add = (name) => ({ type: ADD, name });\n',
  );
  expect(done.then["src/store/reducers/rotaConstants.js"]).toBe('export const ADD = "rota/add";\n');
  const other = {
    "src/store/actions/swaps.js": 'export const swap = () => ({ type: "swaps/swap" });\n',
    "src/store/constants/swaps.js": 'export const SWAP = "swaps/swap";\n',
    "src/store/reducers/swaps.js": reducer(
      "swaps",
      'import { SWAP as ADD } from "../constants/swaps";\nconst start = [];\n',
    ),
  };
  const beside = await change({ ...then, ...other }, "apart");
  expect(beside.changed.map(({ to }) => to)).toEqual([
    ["src/store/reducers/rota.js", "src/store/actions/rota.js", "src/store/constants/rota.js"],
  ]);
  expect(beside.done).toBe(1);
});

test("the configuration says it from then on, unless only one feature was asked for", async () => {
  const configuration = "version: 1\nstack: react-web\narrangement: layer-first\nfeatures: { rota: [] }\n";
  const files = { ...apart, "steady-shelf.yaml": configuration };
  expect((await change(files, "together")).then["steady-shelf.yaml"]).toBe(`${configuration}state: together\n`);
  expect((await change(files, "together", "rota")).then["steady-shelf.yaml"]).toBe(configuration);
  expect((await change(files, "together", "swaps")).changed).toEqual([]);
});

test("actions that two reducers of one name could have go to the likelier one, and only there", async () => {
  const twice = {
    ...apart,
    "src/effects/rota.js": reducer("rota", 'import { ADD } from "../store/constants/rota";\nconst start = [];\n'),
  };
  const { changed, then, plan } = await change(twice, "together");
  expect(changed.map(({ to }) => to)).toEqual([["src/store/reducers/rota.js"]]);
  expect(then["src/store/reducers/rota.js"]).toBe(together);
  expect(plan.proof.outcome).toBe("holds");
});

describe("what is left, and why", () => {
  test.each<[string, Files, StateLayout, unknown]>([
    [
      "a slice makes its actions itself",
      {
        "src/store/rotaSlice.js":
          'import { createSlice } from "@reduxjs/toolkit";\nconst slice = createSlice({ name: "rota", initialState: [], reducers: { add: (state) => state } });\nexport const { add } = slice.actions;\nexport default slice.reducer;\n',
      },
      "apart",
      "slice",
    ],
    [
      "a name that two of its files give",
      { ...apart, "src/store/actions/rota.js": 'export const ADD = "x";\nexport const add = () => ({ type: ADD });\n' },
      "together",
      expect.objectContaining({ code: "JOIN_CLASH" }),
    ],
    [
      "a whole file that is handed on",
      {
        ...apart,
        "src/screens/Rota.jsx":
          'import * as actions from "../store/actions/rota";\nexport const Rota = bind(actions);\n',
      },
      "together",
      "not proved",
    ],
  ])("%s", async (_, files, layout, why) => {
    const done = await change({ "src/App.jsx": "export const App = () => <i />;\n", ...files }, layout);
    expect(done.changed).toEqual([]);
    expect(done.left.map((each) => each.why)).toEqual([why]);
    expect(done.plan.texts).toEqual([]);
  });
});

describe("pieces of state are told by what they are called after, and by where they lie", () => {
  const base = (name: string): string => reducer(name, 'const start = [];\nconst ADD = "x";\n');
  test.each<[string, Files, string[]]>([
    ["folders of kinds", apart, ["rota apart: rota.js rota.js"]],
    [
      "a folder for each, with files of fixed names",
      {
        "src/features/rota/actions.js": 'export const add = () => ({ type: "x" });\n',
        "src/features/rota/reducer.js": base("rota"),
        "src/features/swaps/actions.js": 'export const swap = () => ({ type: "y" });\n',
        "src/features/swaps/reducer.js": base("swaps"),
      },
      ["rota apart: actions.js", "swaps apart: actions.js"],
    ],
    [
      "names that say it",
      {
        "src/state/orchard-map.actions.js": 'export const add = () => ({ type: "x" });\n',
        "src/state/orchard-map.reducer.js": base("map"),
        "src/state/trees.reducer.js": base("trees"),
      },
      ["orchard map apart: orchard-map.actions.js", "trees reducer: "],
    ],
    [
      "one file",
      { "src/state/rota.js": `${base("rota")}export const add = () => ({ type: ADD });\n` },
      ["rota together: "],
    ],
    [
      "not what is only called so, elsewhere",
      {
        "src/state/reducers/rota.js": base("rota"),
        "src/admin/deep/actions/rota.js": 'export const add = () => ({ type: "x" });\n',
      },
      ["rota reducer: "],
    ],
  ])("%s", async (_, files, wanted) => {
    const { graph, apps } = await analyse(
      new MemoryStore({ ...manifest, "src/App.jsx": "export const App = () => <i />;\n", ...files }),
      { standing: at("") },
    );
    const [analysed] = apps;
    const found = analysed ? stateFamilies({ catalogue: analysed.catalogue, graph }) : [];
    expect(
      found.map(({ name, layout, others }) => {
        return `${name} ${layout}: ${others.map(({ path }) => path.slice(path.lastIndexOf("/") + 1)).join(" ")}`;
      }),
    ).toEqual(wanted);
  });
});
