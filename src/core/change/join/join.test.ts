/** Files that become one. */
import { describe, expect, test } from "vitest";
import type { Draft } from "../plan/index.js";
import { planJoin } from "./joining.test.suite.js";

interface Case {
  readonly files: Readonly<Record<string, string>>;
  readonly command: string;
  /** The whole tree afterwards. */
  readonly then: Readonly<Record<string, string>>;
}

const constants = 'export const ADD = "rota/add";\nexport const DROP = "rota/drop";\n';
const actions =
  'import { ADD, DROP } from "./constants";\n\n/** Adds one. */\nexport const add = (name: string) => ({ type: ADD, name });\nexport const drop = () => ({ type: DROP });\n';
const reducer =
  'import { ADD } from "./constants";\nimport type { State } from "./types";\n\nconst start: State = [];\n\nexport default function rota(state = start, action: { type: string }): State {\n  return action.type === ADD ? [...state, "x"] : state;\n}\n';
const types = "export type State = string[];\n";

describe("several files become one", () => {
  test.each<[string, Case]>([
    [
      "constants, actions and reducer, in the order in which they need each other",
      {
        files: {
          "src/rota/constants.ts": constants,
          "src/rota/actions.ts": actions,
          "src/rota/reducer.ts": reducer,
          "src/rota/types.ts": types,
          "src/store.ts": 'import rota from "./rota/reducer";\nexport const root = { rota };\n',
          "src/View.ts":
            'import { add } from "./rota/actions";\nimport { DROP } from "./rota/constants";\nimport type { State } from "./rota/types";\nexport const view = (state: State) => [add("x"), DROP, state];\n',
        },
        command: "src/rota/reducer.ts src/rota/actions.ts src/rota/constants.ts src/rota/types.ts > src/rota/state.ts",
        then: {
          "src/rota/state.ts":
            'export const ADD = "rota/add";\nexport const DROP = "rota/drop";\n\nconst start: State = [];\n\nexport default function rota(state = start, action: { type: string }): State {\n  return action.type === ADD ? [...state, "x"] : state;\n}\n\n/** Adds one. */\nexport const add = (name: string) => ({ type: ADD, name });\nexport const drop = () => ({ type: DROP });\n\nexport type State = string[];\n',
          "src/store.ts": 'import rota from "./rota/state";\nexport const root = { rota };\n',
          "src/View.ts":
            'import { add, DROP } from "./rota/state";\nimport type { State } from "./rota/state";\nexport const view = (state: State) => [add("x"), DROP, state];\n',
        },
      },
    ],
    [
      "into one of them, which keeps its place",
      {
        files: {
          "src/a.ts": 'import { two } from "./b";\n\n// What it begins with.\nexport const one = two + 1;\n',
          "src/b.ts": 'import { x } from "lib";\n\nexport const two = x;\n',
          "src/c.ts": 'import { one } from "./a";\nimport { two } from "./b";\none(two);\n',
        },
        command: "src/b.ts > src/a.ts",
        then: {
          "src/a.ts":
            'import { x } from "lib";\n\nexport const two = x;\n\n// What it begins with.\nexport const one = two + 1;\n',
          "src/c.ts": 'import { one, two } from "./a";\none(two);\n',
        },
      },
    ],
    [
      "a default without a name that the other file uses gets that of its file",
      {
        files: {
          "src/a.ts": "export default () => 1;\n",
          "src/b.ts": 'import f from "./a";\nexport const g = () => f();\nexport { f };\n',
          "src/c.ts": 'import f from "./a";\nimport { f as h, g } from "./b";\nf(g, h);\n',
        },
        command: "src/a.ts src/b.ts > src/z.ts",
        then: {
          "src/z.ts": "export const a = () => 1;\n\nexport const g = () => a();\nexport { a as f };\n",
          "src/c.ts": 'import { a as f, f as h, g } from "./z";\nf(g, h);\n',
        },
      },
    ],
    [
      "a default that is what the file imports, and that the other file passes on",
      {
        files: {
          "src/Modal.ts": "export default class Modal {}\n",
          "src/confirm.ts": 'import Modal from "./Modal";\nModal.name;\nexport default Modal;\n',
          "src/index.ts": 'import Modal from "./confirm";\nnew Modal();\nexport default Modal;\n',
          "src/App.ts": 'import Modal from ".";\nnew Modal();\n',
        },
        command: "src/index.ts > src/confirm.ts",
        then: {
          "src/Modal.ts": "export default class Modal {}\n",
          "src/confirm.ts":
            'import Modal from "./Modal";\nModal.name;\nexport default Modal;\n\nnew Modal();\nexport { Modal };\n',
          "src/App.ts": 'import Modal from "./confirm";\nnew Modal();\n',
        },
      },
    ],
    [
      "a default that is what a file imports, in a file that goes",
      {
        files: {
          "src/bar.ts": "export default class Bar {}\n",
          "src/made.ts": 'import Bar from "./bar";\nBar.name;\nexport default Bar;\n',
          "src/index.ts": 'import Bar from "./made";\nexport const one = new Bar();\n',
        },
        command: "src/index.ts src/made.ts > src/all.ts",
        then: {
          "src/bar.ts": "export default class Bar {}\n",
          "src/all.ts": 'import Bar from "./bar";\n\nBar.name;\nexport default Bar;\n\nexport const one = new Bar();\n',
        },
      },
    ],
    [
      "names that only their own files know, and that clash, are called after their files",
      {
        files: {
          "src/Leaf.ts": "const styles = 1;\nexport const Leaf = () => ({ styles });\n",
          "src/Tree.ts":
            'import { Leaf as L } from "./Leaf";\nconst styles = 2;\nexport const Tree = () => [L, { styles }, styles];\n',
        },
        command: "src/Leaf.ts src/Tree.ts > src/trees.ts",
        then: {
          "src/trees.ts":
            "const styles = 1;\nexport const Leaf = () => ({ styles });\n\nconst treeStyles = 2;\nexport const Tree = () => [Leaf, { styles: treeStyles }, treeStyles];\n",
        },
      },
    ],
    [
      "two imports of one name",
      {
        files: {
          "src/a.ts": 'import { w } from "one";\nexport const a = w;\n',
          "src/b.ts": 'import { w } from "two";\nimport { v } from "one";\nexport const b = w + v;\n',
        },
        command: "src/a.ts src/b.ts > src/c.ts",
        then: {
          "src/c.ts":
            'import { w, v } from "one";\nimport { w as bW } from "two";\n\nexport const a = w;\n\nexport const b = bW + v;\n',
        },
      },
    ],
    [
      "two defaults: both get their names, and who took them calls them as before",
      {
        files: {
          "src/Leaf.tsx": "export default function Leaf() {\n  return <i />;\n}\n",
          "src/Tree.tsx": 'import Blade from "./Leaf";\nexport default () => <Blade />;\n',
          "src/App.tsx": 'import Leaf from "./Leaf";\nimport Oak from "./Tree";\nexport const App = [Leaf, Oak];\n',
          "src/index.ts": 'export { default as Leaf } from "./Leaf";\n',
        },
        command: "src/Leaf.tsx src/Tree.tsx > src/trees.tsx",
        then: {
          "src/trees.tsx": "export function Leaf() {\n  return <i />;\n}\n\nexport const Tree = () => <Leaf />;\n",
          "src/App.tsx": 'import { Leaf, Tree as Oak } from "./trees";\nexport const App = [Leaf, Oak];\n',
          "src/index.ts": 'export { Leaf } from "./trees";\n',
        },
      },
    ],
    [
      "two defaults of which one is declared in parts",
      {
        files: {
          "src/a.ts":
            "export default function a(x: 1): 1;\nexport default function a(x: 2): 2;\nexport default function a(x: any) {\n  return x;\n}\n",
          "src/b.ts": "export default 2;\n",
          "src/c.ts": 'import a from "./a";\nimport b from "./b";\na(1 + b);\n',
        },
        command: "src/a.ts src/b.ts > src/ab.ts",
        then: {
          "src/ab.ts":
            "export function a(x: 1): 1;\nexport function a(x: 2): 2;\nexport function a(x: any) {\n  return x;\n}\n\nexport const b = 2;\n",
          "src/c.ts": 'import { a, b } from "./ab";\na(1 + b);\n',
        },
      },
    ],
    [
      "defaults that are functions and classes without a name",
      {
        files: {
          "src/week.js": "export default function (n = 1) {\n  return n;\n}\n",
          "src/Leaf.js": "export default class extends Array {}\n",
          "src/many.js": "export default async function* () {}\n",
          "src/c.js": 'import w from "./week";\nimport Leaf from "./Leaf";\nimport m from "./many";\nw(Leaf, m);\n',
        },
        command: "src/week.js src/Leaf.js src/many.js > src/all.js",
        then: {
          "src/all.js":
            "export function week (n = 1) {\n  return n;\n}\n\nexport class Leaf extends Array {}\n\nexport async function* many () {}\n",
          "src/c.js": 'import { week as w, Leaf, many as m } from "./all";\nw(Leaf, m);\n',
        },
      },
    ],
    [
      "a default that is imported",
      {
        files: {
          "src/a.ts": 'import { P } from "lib";\nexport default P;\n',
          "src/b.ts": "export default 2;\n",
          "src/c.ts": 'import One from "./a";\nimport b from "./b";\nOne(b);\n',
        },
        command: "src/a.ts src/b.ts > src/ab.ts",
        then: {
          "src/ab.ts": 'import { P } from "lib";\n\nexport { P };\n\nexport const b = 2;\n',
          "src/c.ts": 'import { P as One, b } from "./ab";\nOne(b);\n',
        },
      },
    ],
    [
      "a default that is imported of a file of another kind",
      {
        files: {
          "src/a.js": 'import Tree from "./Tree.vue";\nexport default Tree;\n',
          "src/b.js": "export default 2;\n",
          "src/c.js": 'import Tree from "./a";\nimport b from "./b";\nTree(b);\n',
          "src/Tree.vue": "<template><i /></template>\n",
        },
        command: "src/a.js src/b.js > src/ab.js",
        then: {
          "src/ab.js": 'import Tree from "./Tree.vue";\n\nexport { Tree };\n\nexport const b = 2;\n',
          "src/c.js": 'import { Tree, b } from "./ab";\nTree(b);\n',
          "src/Tree.vue": "<template><i /></template>\n",
        },
      },
    ],
    [
      "a default that a list gives by its name as well",
      {
        files: {
          "src/a.ts": "const a = 1;\nexport default a;\nexport { a };\n",
          "src/b.ts": "export default 2;\n",
          "src/c.ts": 'import one, { a } from "./a";\nimport b from "./b";\na(one + b);\n',
        },
        command: "src/a.ts src/b.ts > src/ab.ts",
        then: {
          "src/ab.ts": "const a = 1;\n\nexport { a };\n\nexport const b = 2;\n",
          "src/c.ts": 'import { a as one, a, b } from "./ab";\na(one + b);\n',
        },
      },
    ],
    [
      "a default that is given by its name in a statement of its own",
      {
        files: {
          "src/a.ts": "const a = 1;\nexport default a;\n",
          "src/b.ts": "const b = 2;\nexport { b as default };\n",
          "src/c.ts": 'import a from "./a";\nimport b from "./b";\na(b);\n',
        },
        command: "src/a.ts src/b.ts > src/ab.ts",
        then: {
          "src/ab.ts": "export const a = 1;\n\nexport const b = 2;\n",
          "src/c.ts": 'import { a, b } from "./ab";\na(b);\n',
        },
      },
    ],
    [
      "what one takes of another as a whole",
      {
        files: {
          "src/actions.ts": "export const add = 1;\nexport const drop = 2;\n",
          "src/reducer.ts":
            'import * as actions from "./actions";\nexport const reduce = () => actions.add + actions.drop;\n',
        },
        command: "src/actions.ts src/reducer.ts > src/state.ts",
        then: {
          "src/state.ts": "export const add = 1;\nexport const drop = 2;\n\nexport const reduce = () => add + drop;\n",
        },
      },
    ],
    [
      "an index that gives all of them gives the one; lists among them are gone",
      {
        files: {
          "src/a.ts": "export const a = 1;\n",
          "src/b.ts": 'export * from "./a";\nexport { a as first } from "./a";\nexport const b = 2;\n',
          "src/index.ts": 'export * from "./a";\nexport * from "./b";\n',
          "src/c.ts": 'import { a, b, first } from ".";\na(b, first);\n',
        },
        command: "src/a.ts src/b.ts > src/ab.ts",
        then: {
          "src/ab.ts": "export const a = 1;\n\nexport { a as first };\nexport const b = 2;\n",
          "src/index.ts": 'export * from "./ab";\n',
          "src/c.ts": 'import { a, b, first } from ".";\na(b, first);\n',
        },
      },
    ],
    [
      "comments stay, whatever they stand beside; paths lead from the new place",
      {
        files: {
          "src/a.ts":
            "/** About a. */\n\nimport { x } from './x';\n// eslint-disable-next-line\nimport './a.css';\n\n// --- first ---\n\nexport const a = x;\n\n// the end\n",
          "src/b.ts": "// About b.\nexport const b = () => import('./x');\n",
          "src/x.ts": "export const x = 1;\n",
          "src/a.css": "",
        },
        command: "src/a.ts src/b.ts > src/deep/ab.ts",
        then: {
          "src/deep/ab.ts":
            "/** About a. */\nimport { x } from '../x';\n// eslint-disable-next-line\nimport '../a.css';\n\n// --- first ---\n\nexport const a = x;\n\n// the end\n\n// About b.\nexport const b = () => import('../x');\n",
          "src/x.ts": "export const x = 1;\n",
          "src/a.css": "",
        },
      },
    ],
    [
      "a name that is everybody's elsewhere is not caught",
      {
        files: {
          "src/a.ts": "export const a = () => fetch('/a');\n",
          "src/b.ts": "const fetch = () => 1;\nexport const b = fetch();\n",
        },
        command: "src/a.ts src/b.ts > src/ab.ts",
        then: {
          "src/ab.ts": "export const a = () => fetch('/a');\n\nconst bFetch = () => 1;\nexport const b = bFetch();\n",
        },
      },
    ],
    [
      "what one only passes on, the other takes from where it is",
      {
        files: {
          "src/a.ts": 'export { x } from "./x";\nexport const a = 1;\n',
          "src/b.ts": 'import { x } from "./a";\nexport const b = x;\n',
          "src/x.ts": "export const x = 1;\n",
          "src/c.ts": 'import { x } from "./a";\nx();\n',
        },
        command: "src/a.ts src/b.ts > src/ab.ts",
        then: {
          "src/ab.ts":
            'import { x } from "./x";\n\nexport { x } from "./x";\nexport const a = 1;\n\nexport const b = x;\n',
          "src/x.ts": "export const x = 1;\n",
          "src/c.ts": 'import { x } from "./ab";\nx();\n',
        },
      },
    ],
    [
      "what one takes as a type and the other as a value is taken as a value",
      {
        files: {
          "src/a.ts": 'import type { V, W } from "lib";\nexport const a = (v: V, w: W) => [v, w];\n',
          "src/b.ts": 'import { V, type X } from "lib";\nexport const b = (x: X) => new V(x);\n',
          "src/c.ts": 'import type { X, V } from "lib";\nexport const c = (x: X, v: V) => [x, v];\n',
        },
        command: "src/a.ts src/b.ts > src/c.ts",
        then: {
          "src/c.ts":
            'import type { X } from "lib";\nimport type { W } from "lib";\nimport { V } from "lib";\nexport const c = (x: X, v: V) => [x, v];\n\nexport const a = (v: V, w: W) => [v, w];\n\nexport const b = (x: X) => new V(x);\n',
        },
      },
    ],
    [
      "a list of what one imports from the other",
      {
        files: {
          "src/a.ts": "export interface A { a: 1 }\nconst b = 1;\nexport { b };\n",
          "src/b.ts":
            'import { type A, b } from "./a";\nexport type { A, A as C };\nexport { b };\nexport type { A as E } from "./a";\nexport const d = b;\n',
          "src/c.ts": 'import { type A, type C, b } from "./b";\nexport const c = (a: A, c: C) => [a, b, c];\n',
        },
        command: "src/b.ts > src/a.ts",
        then: {
          "src/a.ts":
            "export interface A { a: 1 }\nconst b = 1;\nexport { b };\n\nexport type { A as C };\n\nexport type { A as E };\nexport const d = b;\n",
          "src/c.ts": 'import { type A, type C, b } from "./a";\nexport const c = (a: A, c: C) => [a, b, c];\n',
        },
      },
    ],
    [
      "an import of the file that stays, whose name another has",
      {
        files: {
          "src/a.ts": 'import { w, v } from "one";\nexport const a = w + v;\n',
          "src/b.ts": "export const w = 2;\n",
        },
        command: "src/b.ts > src/a.ts",
        then: {
          "src/a.ts": 'import { w as aW, v } from "one";\nexport const a = aW + v;\n\nexport const w = 2;\n',
        },
      },
    ],
    [
      "what one passes on of a package; and a list of one of them in a file that stays",
      {
        files: {
          "src/a.ts": 'export { x } from "lib";\nexport * from "./b";\nexport const a = 1;\n',
          "src/b.ts": 'import { x } from "./a";\nexport const b = () => x;\n',
        },
        command: "src/b.ts > src/a.ts",
        then: {
          "src/a.ts":
            'import { x } from "lib";\n\nexport { x } from "lib";\nexport const a = 1;\n\nexport const b = () => x;\n',
        },
      },
    ],
    [
      "who takes one as a whole, by its names, or by a call",
      {
        files: {
          "src/a.ts": "export const a = 1;\n",
          "src/b.ts": "export const b = 2;\n",
          "src/c.ts": 'import * as one from "./a";\nconst { b } = require("./b");\none.a(b);\n',
          "src/d.ts": 'export const load = async () => (await import("./b")).b;\n',
        },
        command: "src/a.ts src/b.ts > src/ab.ts",
        then: {
          "src/ab.ts": "export const a = 1;\n\nexport const b = 2;\n",
          "src/c.ts": 'import * as one from "./ab";\nconst { b } = require("./ab");\none.a(b);\n',
          "src/d.ts": 'export const load = async () => (await import("./ab")).b;\n',
        },
      },
    ],
    [
      "a folder: every script of it that is no test",
      {
        files: {
          "src/rota/a.ts": "export const a = 1;\n",
          "src/rota/b.ts": "export const b = 2;\n",
          "src/rota/b.test.ts": 'import { b } from "./b";\nb();\n',
        },
        command: "src/rota > src/rota",
        then: {},
      },
    ],
  ])("%s", async (name, { files, command, then }) => {
    if (name.startsWith("a folder")) {
      await expect(planJoin(files, command)).rejects.toMatchObject({ code: "JOIN_TARGET" });
      const done = await planJoin(files, "src/rota > src/rota/all");
      expect(done.then).toEqual({
        "src/rota/all.ts": "export const a = 1;\n\nexport const b = 2;\n",
        "src/rota/b.test.ts": 'import { b } from "./all";\nb();\n',
      });
      return;
    }
    const done = await planJoin(files, command);
    expect(done.then).toEqual(then);
    expect(done.plan.proof.different).toEqual([]);
    expect(done.plan.proof.gaps).toEqual([]);
    expect(done.plan.proof.names?.same).toBe(done.plan.proof.names?.uses);
  });
});

describe("the proof does not trust the edits", () => {
  const files = {
    "src/a.ts": 'import { x } from "lib";\nconst own = x;\nexport const a = own;\nstart();\n',
    "src/b.ts": 'import { a } from "./a";\nconst own = 2;\nexport default () => [a, { own }];\n',
    "src/x.ts": "export const x = 2;\n",
    "src/c.ts": 'import { a } from "./a";\nimport b from "./b";\nimport { x } from "./x";\na(b, x);\n',
    "src/index.ts": 'export { a } from "./a";\n',
    "src/d.ts": 'import { a } from ".";\na();\n',
  };
  const command = "src/a.ts src/b.ts > src/ab.ts";

  test("all is as it was", async () => {
    const { plan, then } = await planJoin(files, command);
    expect(plan.proof.different).toEqual([]);
    expect(plan.proof.outcome).toBe("holds");
    expect(then["src/ab.ts"]).toBe(
      'import { x } from "lib";\n\nconst own = x;\nexport const a = own;\nstart();\n\nconst bOwn = 2;\nexport default () => [a, { own: bOwn }];\n',
    );
  });

  test("each edit that is left out is found", async () => {
    const { joined } = await planJoin(files, command);
    expect(joined.draft.edits.length).toBeGreaterThan(1);
    for (const [index] of joined.draft.edits.entries()) {
      const change = (draft: Draft): Draft => ({ ...draft, edits: draft.edits.filter((_, at) => at !== index) });
      expect((await planJoin(files, command, change)).plan.proof.outcome, `edit ${index}`).toBe("fails");
    }
  });

  test.each<[string, string, string]>([
    ["a letter of a statement", "own = x;", "own = x + 1;"],
    ["another declaration of the same name", 'from "lib"', 'from "./x"'],
    ["a name exported twice", "export const a = own;", "export const a = own;\nexport { a };"],
    ["a name imported twice", 'import { x } from "lib";', 'import { x } from "lib";\nimport { x } from "lib";'],
    ["a value imported as a type", "import { x }", "import type { x }"],
    ["one own thing for the other", "{ own: bOwn }", "{ own }"],
    ["another property", "{ own: bOwn }", "{ bOwn }"],
    ["a statement less", "const own = x;\nexport const a = own;", "export const a = 1;"],
    ["a statement more", "const bOwn = 2;", "const bOwn = 2;\nconst other = bOwn;"],
    ["what is done twice", "start();", "start();\nstart();"],
    ["no default any more", "export default () =>", "export const b = () =>"],
    ["no export any more", "export const a", "const a"],
    ["another default", "export default () => [a, { own: bOwn }]", "export default a; () => [a, { own: bOwn }]"],
  ])("%s is found", async (_, old, text) => {
    const change = (draft: Draft): Draft => ({
      ...draft,
      made: draft.made.map((each) => {
        expect(each.text).toContain(old);
        return { ...each, text: each.text.replace(old, text) };
      }),
    });
    expect((await planJoin(files, command, change)).plan.proof.outcome).toBe("fails");
  });
});

describe("what is not the same afterwards is said", () => {
  const two = { "src/a.ts": "export const a = 1;\n", "src/b.ts": "export const b = 2;\n" };
  const command = "src/a.ts src/b.ts > src/ab.ts";

  test.each<[string, Record<string, string>, string]>([
    ["a whole file that is handed on holds more", { "src/c.ts": 'import * as a from "./a";\nshow(a);\n' }, "grows"],
    [
      "so does an index",
      { "src/i.ts": 'export * from "./a";\n', "src/c.ts": 'import * as i from "./i";\nshow(i);\n' },
      "grows",
    ],
    ["a mock stands for more", { "src/c.test.ts": 'vi.mock("./a", () => ({ a: 2 }));\n' }, "mocked"],
  ])("%s", async (_, more, reason) => {
    const { plan } = await planJoin({ ...two, ...more }, command);
    expect(plan.proof.outcome).toBe("incomplete");
    expect(plan.proof.gaps.map((gap) => gap.reason)).toEqual([reason]);
  });

  test("an index that is handed on whole and gives what it gave", async () => {
    const more = {
      "src/i.ts": 'export { a } from "./a";\n',
      "src/c.ts": 'import * as i from "./i";\nshow(i);\n',
    };
    expect((await planJoin({ ...two, ...more }, command)).plan.proof.outcome).toBe("holds");
  });

  test.each<[string, Record<string, string>]>([
    ["a worker", { "src/c.ts": 'new Worker(new URL("./a.ts", import.meta.url));\n' }],
    ["a page", { "index.html": '<script type="module" src="/src/a.ts"></script>\n' }],
  ])("%s asks for one of them by itself", async (_, more) => {
    const { plan } = await planJoin({ ...two, ...more }, command);
    expect(plan.proof.different.map(({ reason }) => reason)).toEqual([
      "the file is asked for by itself, and all that it is joined with would be loaded",
    ]);
  });

  test("files that need each other are said to", async () => {
    const files = {
      "src/a.ts": 'import { b } from "./b";\nexport const a = () => b;\n',
      "src/b.ts": 'import { a } from "./a";\nexport const b = () => a;\n',
    };
    const { joined, plan } = await planJoin(files, command);
    expect([...joined.circle].sort()).toEqual(["src/a.ts", "src/b.ts"]);
    expect(plan.proof.outcome).toBe("holds");
    const types = { ...files, "src/a.ts": 'import type { b } from "./b";\nexport const a = (x: typeof b) => x;\n' };
    expect((await planJoin(types, command)).joined.circle).toEqual([]);
  });
});

describe("refused", () => {
  test.each<[string, Record<string, string>, string, string]>([
    ["one file", { "src/a.ts": "export {};\n" }, "src/a.ts > src/a.ts", "JOIN_FEW"],
    ["what is not there", { "src/a.ts": "" }, "src/a.ts src/b.ts > src/c.ts", "SOURCE_MISSING"],
    ["a folder without scripts", { "src/x/a.md": "" }, "src/x > src/c.ts", "NOTHING_MATCHES"],
    [
      "two things that others know by one name",
      { "src/a.ts": "export const a = 1;\n", "src/b.ts": "export const a = 2;\n" },
      "src/a.ts src/b.ts > src/c.ts",
      "JOIN_CLASH",
    ],
    [
      "two things that lists give by one name",
      {
        "src/a.ts": "export type T = 1;\n",
        "src/b.ts": 'import * as T from "lib";\nexport { T };\nexport const b = 1;\n',
      },
      "src/a.ts src/b.ts > src/c.ts",
      "JOIN_CLASH",
    ],
    [
      "one that hands on the other as a whole",
      {
        "src/a.ts": "export const a = 1;\n",
        "src/b.ts": 'import * as a from "./a";\nexport const b = () => show(a);\n',
      },
      "src/a.ts src/b.ts > src/c.ts",
      "JOIN_WHOLE",
    ],
    [
      "a name that is something else where it would have to stand",
      {
        "src/a.ts": "export const a = 1;\n",
        "src/b.ts": 'import { a as one } from "./a";\nexport const b = (a = one) => a;\n',
      },
      "src/a.ts src/b.ts > src/c.ts",
      "JOIN_HIDDEN",
    ],
    [
      "a directive of one of them",
      { "src/a.ts": '"use client";\nexport const a = 1;\n', "src/b.ts": "export const b = 1;\n" },
      "src/a.ts src/b.ts > src/c.ts",
      "JOIN_UNLIKE",
    ],
    [
      "a platform of one of them",
      { "src/a.ios.ts": "export const a = 1;\n", "src/b.ts": "export const b = 1;\n" },
      "src/a.ios.ts src/b.ts > src/c.ts",
      "JOIN_UNLIKE",
    ],
    [
      "JavaScript and TypeScript",
      { "src/a.js": "export const a = 1;\n", "src/b.ts": "export const b = 1;\n" },
      "src/a.js src/b.ts > src/c.ts",
      "JOIN_UNLIKE",
    ],
    [
      "module.exports",
      { "src/a.js": "module.exports = { a: 1 };\n", "src/b.js": "exports.b = 1;\n" },
      "src/a.js src/b.js > src/c.js",
      "NOT_A_MODULE",
    ],
    [
      "markup in a file that could hold none",
      { "src/a.tsx": "export const a = <i />;\n", "src/b.ts": "export const b = 1;\n" },
      "src/a.tsx src/b.ts > src/c.ts",
      "JOIN_UNLIKE",
    ],
    [
      "checked by the compiler, and not",
      { "src/a.ts": "// @ts-nocheck\nexport const a = 1;\n", "src/b.ts": "export const b = 1;\n" },
      "src/a.ts src/b.ts > src/c.ts",
      "JOIN_UNLIKE",
    ],
  ])("%s", async (_, files, command, code) => {
    await expect(planJoin(files, command)).rejects.toMatchObject({ code });
  });
});

describe("calls that take a default which is none any more", () => {
  const files = {
    "src/a.ts": "export default () => 1;\n",
    "src/b.ts": 'import f from "./a";\nexport const g = () => f();\n',
  };
  test.each([
    ["what is loaded later", 'import { lazy } from "react";\nexport const L = lazy(() => import("./a"));\n', "fails"],
    ["what is awaited", 'export const l = import("./a").then((m) => m.default);\n', "fails"],
    ["what is required", 'const m = require("./a");\nexport const l = m.default;\n', "fails"],
    ["what is taken of the whole", 'import * as m from "./a";\nexport const l = m.default;\n', "fails"],
    ["what is handed on", 'export const l = () => import("./a");\n', "incomplete"],
    [
      "a template that nobody reads",
      '<template lang="pug">\nb\n</template>\n<script>\nimport("./a");\n</script>\n',
      "incomplete",
    ],
    ["another name", 'export const l = import("./a").then(({ g }) => g);\n', "holds"],
    ["what an import takes", 'import l from "./a";\nexport { l };\n', "holds"],
  ])("%s", async (what, text, outcome) => {
    const path = what.includes("template") ? "src/l.vue" : "src/l.ts";
    expect((await planJoin({ ...files, [path]: text }, "src/a.ts src/b.ts > src/z.ts")).plan.proof.outcome).toBe(
      outcome,
    );
  });

  test("a default that would be that of another file", async () => {
    const { plan } = await planJoin(
      {
        "src/a.ts": "export default function one() {}\n",
        "src/b.ts": "export default function two() {}\n",
        "src/l.ts": 'export const l = import("./a").then((m) => m.default);\n',
      },
      "src/a.ts > src/b.ts",
    );
    expect(plan.proof.outcome).toBe("fails");
  });
});
