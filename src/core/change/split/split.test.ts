/** Files that become several. */
import { describe, expect, test } from "vitest";
import type { Draft } from "../plan/index.js";
import { kindName, stateKinds } from "./by-kind.js";
import { planSplit } from "./splitting.test.suite.js";
import { at } from "../plan/planning.test.suite.js";

interface Case {
  readonly files: Readonly<Record<string, string>>;
  readonly command: string;
  /** The whole tree afterwards. */
  readonly then: Readonly<Record<string, string>>;
}

const state =
  'import { call } from "lib";\n\n// Names.\nexport const ADD = "rota/add";\n\nexport interface State {\n  names: string[];\n}\n\nconst initialState: State = { names: [] };\n\nconst both = (a: string[], b: string) => [...a, b];\n\nexport default function rota(state = initialState, action: { type: string; name: string }): State {\n  switch (action.type) {\n    case ADD:\n      return { names: both(state.names, action.name) };\n  }\n  return state;\n}\n\nexport const add = (name: string) => ({ type: ADD, name });\nexport const load = () => async (dispatch: (action: object) => void) => dispatch(add(await call()));\n\nexport const selectNames = (state: State) => state.names;\n';

describe("a file becomes several", () => {
  test.each<[string, Case]>([
    [
      "a list that goes on giving what the file imports",
      {
        files: {
          "src/index.ts":
            'import Toast from "./toast";\nimport { use } from "./plugins";\n\nlet shown = 0;\nconst open = () => (shown += 1);\nexport const close = () => 1;\nuse(Toast);\nexport default use;\nexport { open, Toast as BToast };\n',
          "src/toast.ts": "export default class Toast {}\n",
          "src/plugins.ts": "export const use = (what: unknown) => what;\n",
        },
        command: "src/index.ts",
        then: {
          "src/close.ts": "export const close = () => 1;\n",
          "src/index.ts":
            'import Toast from "./toast";\nimport { use } from "./plugins";\n\nuse(Toast);\nexport default use;\nexport { Toast as BToast };\n',
          "src/open.ts": "let shown = 0;\nexport const open = () => (shown += 1);\n",
          "src/plugins.ts": "export const use = (what: unknown) => what;\n",
          "src/toast.ts": "export default class Toast {}\n",
        },
      },
    ],
    [
      "by its names: what it is named after stays, and what only one needs goes along",
      {
        files: {
          "src/Tree.tsx":
            'import { useState } from "react";\nimport { cut } from "./cut";\n\ninterface LeafProps {\n  size: number;\n}\n\nconst small = 2;\n\nexport const Leaf = ({ size }: LeafProps) => <i>{size + small}</i>;\n\nexport const useLeaf = () => useState(cut(1));\n\nexport const Tree = () => <Leaf size={useLeaf()} />;\n',
          "src/cut.ts": "export const cut = (n: number) => n;\n",
          "src/App.tsx": 'import { Tree, Leaf, useLeaf } from "./Tree";\nexport const App = [Tree, Leaf, useLeaf];\n',
        },
        command: "src/Tree.tsx",
        then: {
          "src/Tree.tsx":
            'import { Leaf } from "./Leaf";\nimport { useLeaf } from "./useLeaf";\n\nexport const Tree = () => <Leaf size={useLeaf()} />;\n',
          "src/Leaf.tsx":
            "interface LeafProps {\n  size: number;\n}\n\nconst small = 2;\n\nexport const Leaf = ({ size }: LeafProps) => <i>{size + small}</i>;\n",
          "src/useLeaf.ts":
            'import { useState } from "react";\nimport { cut } from "./cut";\n\nexport const useLeaf = () => useState(cut(1));\n',
          "src/cut.ts": "export const cut = (n: number) => n;\n",
          "src/App.tsx":
            'import { Tree } from "./Tree";\nimport { Leaf } from "./Leaf";\nimport { useLeaf } from "./useLeaf";\nexport const App = [Tree, Leaf, useLeaf];\n',
        },
      },
    ],
    [
      "what several need stays; without a main thing the file goes",
      {
        files: {
          "src/dates.ts":
            "export function week() {\n  return 7;\n}\n\nexport function month() {\n  return 4 * week();\n}\n",
          "src/a.ts": 'import { week, month } from "./dates";\nweek(month);\n',
        },
        command: "src/dates.ts",
        then: {
          "src/week.ts": "export function week() {\n  return 7;\n}\n",
          "src/month.ts": 'import { week } from "./week";\n\nexport function month() {\n  return 4 * week();\n}\n',
          "src/a.ts": 'import { week } from "./week";\nimport { month } from "./month";\nweek(month);\n',
        },
      },
    ],
    [
      "what is given by default is taken by default",
      {
        files: {
          "src/Tree.ts":
            "const Tree = () => 1;\nexport default Tree;\nconst Themed = Tree;\nexport { Themed as Tree };\n",
          "src/a.ts": 'import One, { Tree } from "./Tree";\nOne(Tree);\n',
        },
        command: "src/Tree.ts",
        then: {
          "src/Tree.ts":
            'import { Themed } from "./Themed";\n\nconst Tree = () => 1;\nexport default Tree;\nexport { Themed as Tree };\n',
          "src/Themed.ts": 'import Tree from "./Tree";\n\nexport const Themed = Tree;\n',
          "src/a.ts": 'import One, { Tree } from "./Tree";\nOne(Tree);\n',
        },
      },
    ],
    [
      "comments between statements of a file that goes stay",
      {
        files: {
          "src/dates.ts":
            '// About dates.\n\nimport { x } from "lib";\n\n// --- weeks ---\n\nexport const week = x;\n\n// --- months ---\n\nexport const month = 4;\n\n// the end\n',
        },
        command: "src/dates.ts",
        then: {
          "src/week.ts":
            '// About dates.\nimport { x } from "lib";\n\n// --- weeks ---\n\nexport const week = x;\n\n// the end\n',
          "src/month.ts": "// --- months ---\n\nexport const month = 4;\n",
        },
      },
    ],
    [
      "names of a list are exported where they are; the file stays where somebody takes all of it",
      {
        files: {
          "src/dates.ts": "const week = 7;\nconst month = () => week;\nexport { week, month };\n",
          "src/a.ts": 'import * as dates from "./dates";\nshow(dates);\n',
        },
        command: "src/dates.ts > src/dates",
        then: {
          "src/dates.ts": 'export { week } from "./dates/week";\nexport { month } from "./dates/month";\n\n',
          "src/dates/week.ts": "export const week = 7;\n",
          "src/dates/month.ts": 'import { week } from "./week";\n\nexport const month = () => week;\n',
          "src/a.ts": 'import * as dates from "./dates";\nshow(dates);\n',
        },
      },
    ],
    [
      "state by its kinds",
      {
        files: {
          "src/rota.ts": state,
          "src/store.ts": 'import rota from "./rota";\nexport const root = { rota };\n',
          "src/View.ts":
            'import reducer, { add, ADD, selectNames, type State } from "./rota";\nexport const view = (state: State) => [reducer, add("x"), ADD, selectNames(state)];\n',
        },
        command: "src/rota.ts",
        then: {
          "src/rotaTypes.ts": "export interface State {\n  names: string[];\n}\n",
          "src/rotaConstants.ts": '// Names.\nexport const ADD = "rota/add";\n',
          "src/rotaInitialState.ts":
            'import type { State } from "./rotaTypes";\n\nexport const initialState: State = { names: [] };\n',
          "src/rotaReducer.ts":
            'import { ADD } from "./rotaConstants";\nimport type { State } from "./rotaTypes";\nimport { initialState } from "./rotaInitialState";\n\nconst both = (a: string[], b: string) => [...a, b];\n\nexport default function rota(state = initialState, action: { type: string; name: string }): State {\n  switch (action.type) {\n    case ADD:\n      return { names: both(state.names, action.name) };\n  }\n  return state;\n}\n',
          "src/rotaSelectors.ts":
            'import type { State } from "./rotaTypes";\n\nexport const selectNames = (state: State) => state.names;\n',
          "src/rotaActions.ts":
            'import { call } from "lib";\nimport { ADD } from "./rotaConstants";\n\nexport const add = (name: string) => ({ type: ADD, name });\nexport const load = () => async (dispatch: (action: object) => void) => dispatch(add(await call()));\n',
          "src/store.ts": 'import rota from "./rotaReducer";\nexport const root = { rota };\n',
          "src/View.ts":
            'import reducer from "./rotaReducer";\nimport { add } from "./rotaActions";\nimport { ADD } from "./rotaConstants";\nimport { selectNames } from "./rotaSelectors";\nimport type { State } from "./rotaTypes";\nexport const view = (state: State) => [reducer, add("x"), ADD, selectNames(state)];\n',
        },
      },
    ],
  ])("%s", async (_, { files, command, then }) => {
    const done = await planSplit(files, command);
    expect(done.then).toEqual(then);
    expect(done.plan.proof.different).toEqual([]);
    expect(done.plan.proof.gaps).toEqual([]);
    expect(done.plan.proof.names?.same).toBe(done.plan.proof.names?.uses);
  });

  test("each edit that is left out is found", async () => {
    const files = {
      "src/rota.ts": state,
      "src/store.ts": 'import rota from "./rota";\nexport const root = { rota };\n',
      "src/View.ts": 'import { add, ADD } from "./rota";\nexport const view = [add("x"), ADD];\n',
    };
    const { split } = await planSplit(files, "src/rota.ts");
    expect(split.draft.edits.length).toBeGreaterThan(0);
    for (const [index] of split.draft.edits.entries()) {
      const change = (draft: Draft): Draft => ({ ...draft, edits: draft.edits.filter((_, n) => n !== index) });
      expect((await planSplit(files, "src/rota.ts", change)).plan.proof.outcome, `edit ${index}`).toBe("fails");
    }
    for (const [index, { path }] of split.draft.made.entries()) {
      const change = (draft: Draft): Draft => ({
        ...draft,
        made: draft.made.map((each, n) => (n === index ? { ...each, text: each.text.replace(/export /, "") } : each)),
      });
      expect((await planSplit(files, "src/rota.ts", change)).plan.proof.outcome, path).toBe("fails");
    }
  });
});

test.each<[string, string]>([
  ["rota.ts", "rotaTypes rotaConstants rotaInitialState rotaReducer rotaSelectors rotaActions"],
  ["rota-state.ts", "rota-types rota-constants rota-initial-state rota-reducer rota-selectors rota-actions"],
  ["rota.state.ts", "rota.types rota.constants rota.initialState rota.reducer rota.selectors rota.actions"],
  ["RotaSlice.ts", "RotaTypes RotaConstants RotaInitialState RotaReducer RotaSelectors RotaActions"],
  ["state.ts", "types constants initialState reducer selectors actions"],
  ["index.ts", "types constants initialState reducer selectors actions"],
])("what the kinds of %s are called", (name, wanted) => {
  expect(stateKinds.map((kind) => kindName(at(`src/${name}`), kind)).join(" ")).toBe(wanted);
});

describe("refused", () => {
  test.each<[string, Record<string, string>, string, string]>([
    ["what is not there", {}, "src/a.ts", "SOURCE_MISSING"],
    ["one thing", { "src/a.ts": "export const a = 1;\n" }, "src/a.ts", "SPLIT_NOTHING"],
    [
      "what writes to each other",
      { "src/a.ts": "let a = 1;\nexport const b = () => (a = 2);\nexport const c = () => a;\n" },
      "src/a.ts",
      "SPLIT_NOTHING",
    ],
    [
      "a file that is there",
      { "src/a.ts": "export const a = 1;\nexport const b = 2;\n", "src/b.ts": "" },
      "src/a.ts",
      "NAME_TAKEN",
    ],
    ["what is no script", { "src/a.md": "" }, "src/a.md", "EXTRACT_NOT_SCRIPT"],
  ])("%s", async (_, files, command, code) => {
    await expect(planSplit(files, command)).rejects.toMatchObject({ code });
  });
});
