/** One more action of a piece of state. */
import { describe, expect, test } from "vitest";
import { analyse } from "../../insight/analysis.js";
import { MemoryStore } from "../../files/index.js";
import { afterwards, at, type Files } from "../plan/planning.test.suite.js";
import { planDraft } from "../plan/index.js";
import { addAction, type AddedAction } from "./index.js";

const app: Files = {
  "package.json": '{ "dependencies": { "react": "19", "react-dom": "19" } }\n',
  "src/App.jsx": "export const App = () => <i />;\n",
};

async function add(
  files: Files,
  name: string,
  feature = "rota",
): Promise<AddedAction & { readonly then: Record<string, string>; readonly outcome: string }> {
  const all = { ...app, ...files };
  const { project, graph, apps } = await analyse(new MemoryStore(all), { standing: at(""), keepTexts: true });
  const [analysed] = apps;
  if (!analysed) throw new Error("no app");
  const added = await addAction({ project, graph, analysed, name, feature });
  const plan = await planDraft(project, added.draft);
  const then = afterwards(all, plan);
  for (const path of Object.keys(app)) Reflect.deleteProperty(then, path);
  return { ...added, then, outcome: plan.proof.outcome };
}

interface Case {
  readonly files: Files;
  readonly name: string;
  readonly then: Files;
  readonly text: string;
}

describe("it is written as the last one is", () => {
  test.each<[string, Case]>([
    [
      "constants in a file of their own, arrows, a case before the default",
      {
        files: {
          "src/store/constants/rota.js": "export const ROTA_ADDED = 'rota/added';\n",
          "src/store/actions/rota.js":
            "import { ROTA_ADDED } from '../constants/rota'\n\nexport const rotaAdded = (name) => ({ type: ROTA_ADDED, name })\n",
          "src/store/reducers/rota.js":
            "import { ROTA_ADDED } from '../constants/rota'\n\nexport default function rota(slots = [], action) {\n  switch (action.type) {\n    case ROTA_ADDED:\n      return [...slots, action.name]\n    default:\n      return slots\n  }\n}\n",
        },
        name: "shift dropped",
        text: "rota/shiftDropped",
        then: {
          "src/store/constants/rota.js":
            "export const ROTA_ADDED = 'rota/added';\nexport const ROTA_SHIFT_DROPPED = 'rota/shiftDropped';\n",
          "src/store/actions/rota.js":
            "import { ROTA_ADDED, ROTA_SHIFT_DROPPED } from '../constants/rota'\n\nexport const rotaAdded = (name) => ({ type: ROTA_ADDED, name })\n\nexport const rotaShiftDropped = () => ({ type: ROTA_SHIFT_DROPPED })\n",
          "src/store/reducers/rota.js":
            "import { ROTA_ADDED, ROTA_SHIFT_DROPPED } from '../constants/rota'\n\nexport default function rota(slots = [], action) {\n  switch (action.type) {\n    case ROTA_ADDED:\n      return [...slots, action.name]\n    case ROTA_SHIFT_DROPPED:\n      // To fill in: what rota/shiftDropped changes.\n      return slots;\n    default:\n      return slots\n  }\n}\n",
        },
      },
    ],
    [
      "texts in place, functions, a type that lists all; all in one file",
      {
        files: {
          "src/store/rota.ts":
            'export type RotaAction = { type: "added"; name: string } | { type: "gone" };\n\nexport function added(name: string): RotaAction {\n  return { type: "added", name };\n}\n\nexport function rotaReducer(state: string[], action: RotaAction): string[] {\n  switch (action.type) {\n    case "added":\n      return [...state, action.name];\n    case "gone":\n      return [];\n  }\n}\n',
        },
        name: "rota-week-closed",
        text: "weekClosed",
        then: {
          "src/store/rota.ts":
            'export type RotaAction = { type: "added"; name: string } | { type: "gone" } | { type: "weekClosed" };\n\nexport function added(name: string): RotaAction {\n  return { type: "added", name };\n}\n\nexport function weekClosed(): RotaAction {\n  return { type: "weekClosed" };\n}\n\nexport function rotaReducer(state: string[], action: RotaAction): string[] {\n  switch (action.type) {\n    case "added":\n      return [...state, action.name];\n    case "gone":\n      return [];\n    case "weekClosed":\n      // To fill in: what weekClosed changes.\n      return state;\n  }\n}\n',
        },
      },
    ],
    [
      "constants by a whole file",
      {
        files: {
          "src/store/rotaTypes.js": 'export const ADD_SHIFT = "ADD_SHIFT";\n',
          "src/store/rotaActions.js":
            'import * as types from "./rotaTypes";\n\nexport function addShift(name) {\n  return { type: types.ADD_SHIFT, name };\n}\n',
          "src/store/rotaReducer.js":
            'import * as types from "./rotaTypes";\n\nexport function rotaReducer(state, action) {\n  switch (action.type) {\n    case types.ADD_SHIFT:\n      return state;\n    default:\n      return state;\n  }\n}\n',
        },
        name: "dropShift",
        text: "DROP_SHIFT",
        then: {
          "src/store/rotaTypes.js": 'export const ADD_SHIFT = "ADD_SHIFT";\nexport const DROP_SHIFT = "DROP_SHIFT";\n',
          "src/store/rotaActions.js":
            'import * as types from "./rotaTypes";\n\nexport function addShift(name) {\n  return { type: types.ADD_SHIFT, name };\n}\n\nexport function dropShift() {\n  return { type: types.DROP_SHIFT };\n}\n',
          "src/store/rotaReducer.js":
            'import * as types from "./rotaTypes";\n\nexport function rotaReducer(state, action) {\n  switch (action.type) {\n    case types.ADD_SHIFT:\n      return state;\n    case types.DROP_SHIFT:\n      // To fill in: what DROP_SHIFT changes.\n      return state;\n    default:\n      return state;\n  }\n}\n',
        },
      },
    ],
    [
      "a slice",
      {
        files: {
          "src/store/rotaSlice.js":
            'import { createSlice } from "@reduxjs/toolkit";\n\nconst slice = createSlice({\n  name: "rota",\n  initialState: [],\n  reducers: {\n    added(state, action) {\n      state.push(action.payload);\n    },\n  },\n});\n\nexport const { added } = slice.actions;\nexport default slice.reducer;\n',
        },
        name: "dropped",
        text: "rota/dropped",
        then: {
          "src/store/rotaSlice.js":
            'import { createSlice } from "@reduxjs/toolkit";\n\nconst slice = createSlice({\n  name: "rota",\n  initialState: [],\n  reducers: {\n    added(state, action) {\n      state.push(action.payload);\n    },\n    dropped(state) {\n      // To fill in: what dropped changes.\n    },\n  },\n});\n\nexport const { added, dropped } = slice.actions;\nexport default slice.reducer;\n',
        },
      },
    ],
  ])("%s", async (_, { files, name, then, text }) => {
    const done = await add(files, name);
    expect(done.then).toEqual(then);
    expect(done.text).toBe(text);
    expect(done.outcome).toBe("holds");
  });
});

describe("refused", () => {
  const some = {
    "src/store/rota.js":
      'export const added = () => ({ type: "rota/added" });\nexport function rotaReducer(state, action) {\n  switch (action.type) {\n    case "rota/added":\n      return state;\n  }\n}\n',
  };
  const bare =
    "export function rotaReducer(state, action) {\n  switch (action.type) {\n    default:\n      return state;\n  }\n}\n";
  test.each<[string, Files, string, string, string]>([
    ["a feature without state", some, "gone", "swaps", "ACTION_NO_STATE"],
    ["one that is there", some, "added", "rota", "ACTION_THERE"],
    ["no action to go by", { "src/store/rotaReducer.js": bare }, "gone", "rota", "ACTION_UNREAD"],
    [
      "several reducers",
      {
        "steady-shelf.yaml": "version: 1\nstack: react-web\narrangement: feature-first\n",
        "src/features/rota/weekReducer.js": bare,
        "src/features/rota/shiftReducer.js": bare.replace("rota", "shift"),
      },
      "gone",
      "rota",
      "ACTION_SEVERAL",
    ],
  ])("%s", async (_, files, typed, feature, code) => {
    await expect(add(files, typed, feature)).rejects.toMatchObject({ code });
  });
});
