/** Declarations that go to another file, with what they need. */
import { describe, expect, test } from "vitest";
import type { Draft } from "../plan/index.js";
import { planExtraction } from "./extracting.test.suite.js";

const base =
  "export const week = 7;\n\n/** Days of a month. */\nexport function days(month: string) {\n  return month.length * week;\n}\n";

interface Case {
  readonly files: Readonly<Record<string, string>>;
  readonly command: string;
  readonly then: Readonly<Record<string, string>>;
}

describe("what is taken out", () => {
  test.each<[string, Case]>([
    [
      "goes with its comment, and takes what it needs of the rest",
      {
        files: { "src/a.ts": base },
        command: "src/a.ts days > src/b.ts",
        then: {
          "src/a.ts": "export const week = 7;\n",
          "src/b.ts":
            'import { week } from "./a";\n\n/** Days of a month. */\nexport function days(month: string) {\n  return month.length * week;\n}\n',
        },
      },
    ],
    [
      "what the rest needs of it is taken back",
      {
        files: { "src/a.ts": base },
        command: "src/a.ts week > src/b.ts",
        then: {
          "src/a.ts":
            'import { week } from "./b";\n\n/** Days of a month. */\nexport function days(month: string) {\n  return month.length * week;\n}\n',
          "src/b.ts": "export const week = 7;\n",
        },
      },
    ],
    [
      "imports go along; those that nobody needs any more go away",
      {
        files: {
          "src/a.ts":
            "import x, { y, z } from 'lib';\nimport * as w from './w'\nimport './style.css';\nexport const one = () => x(y, w);\nexport const two = z;\n",
          "src/w.ts": "export {};\n",
        },
        command: "src/a.ts one > src/deep/one.ts",
        then: {
          "src/a.ts": "import { z } from 'lib';\nimport './style.css';\nexport const two = z;\n",
          "src/deep/one.ts":
            "import x, { y } from 'lib';\nimport * as w from '../w';\n\nexport const one = () => x(y, w);\n",
        },
      },
    ],
    [
      "names that only the part needs are given without being asked; types as types",
      {
        files: {
          "src/a.ts":
            "interface Tree { name: string }\nconst height = 2;\nexport const tall = (tree: Tree) => height;\n",
        },
        command: "src/a.ts tall > src/tall.ts",
        then: {
          "src/a.ts": "export interface Tree { name: string }\nexport const height = 2;\n",
          "src/tall.ts": 'import { type Tree, height } from "./a";\n\nexport const tall = (tree: Tree) => height;\n',
        },
      },
    ],
    [
      "a type that the rest needs comes back as a type",
      {
        files: { "src/a.ts": "type Tree = { name: string };\nexport const tall = (tree: Tree) => 2;\n" },
        command: "src/a.ts Tree > src/tree.ts",
        then: {
          "src/a.ts": 'import type { Tree } from "./tree";\n\nexport const tall = (tree: Tree) => 2;\n',
          "src/tree.ts": "export type Tree = { name: string };\n",
        },
      },
    ],
    [
      "importers follow: of one name, of several, by an index, as a whole list",
      {
        files: {
          "src/a.ts": base,
          "src/c.ts": 'import { days } from "./a";\ndays("May");\n',
          "src/d.ts": "import {\n  days,\n  week,\n} from './a'\ndays(week)\n",
          "src/index.ts": 'export { days, week as seven } from "./a";\n',
          "src/all.ts": 'export * from "./a";\n',
          "src/e.ts": 'import { days } from "./all";\nimport { days as other } from "./index";\ndays(other);\n',
        },
        command: "src/a.ts days > src/b.ts",
        then: {
          "src/a.ts": "export const week = 7;\n",
          "src/b.ts":
            'import { week } from "./a";\n\n/** Days of a month. */\nexport function days(month: string) {\n  return month.length * week;\n}\n',
          "src/c.ts": 'import { days } from "./b";\ndays("May");\n',
          "src/d.ts": "import {\n  week,\n} from './a'\nimport { days } from './b'\ndays(week)\n",
          "src/index.ts": 'export { week as seven } from "./a";\nexport { days } from "./b";\n',
          "src/all.ts": 'export * from "./a";\nexport { days } from "./b";\n',
        },
      },
    ],
    [
      "the file goes on giving it, where that is asked",
      {
        files: { "src/a.ts": base, "src/c.ts": 'import { days } from "./a";\ndays("May");\n' },
        command: "src/a.ts days > src/b.ts keep",
        then: {
          "src/a.ts": 'export { days } from "./b";\n\nexport const week = 7;\n',
          "src/b.ts":
            'import { week } from "./a";\n\n/** Days of a month. */\nexport function days(month: string) {\n  return month.length * week;\n}\n',
        },
      },
    ],
    [
      "and where somebody takes it as a whole",
      {
        files: {
          "src/a.ts": "export const one = 1;\nexport const two = 2;\n",
          "src/c.ts": 'import * as a from "./a";\na.one;\n',
        },
        command: "src/a.ts one > src/b.ts",
        then: {
          "src/a.ts": 'export { one } from "./b";\n\nexport const two = 2;\n',
          "src/b.ts": "export const one = 1;\n",
        },
      },
    ],
    [
      "a list of exports keeps giving it",
      {
        files: {
          "src/a.ts": "const one = 1;\nconst two = 2;\nexport { one, two };\n",
          "src/c.ts": 'import { one } from "./a";\none;\n',
        },
        command: "src/a.ts one > src/b.ts",
        then: {
          "src/a.ts": 'import { one } from "./b";\n\nconst two = 2;\nexport { one, two };\n',
          "src/b.ts": "export const one = 1;\n",
        },
      },
    ],
    [
      "into a file that is there, and takes from both",
      {
        files: {
          "src/a.ts": 'import { x } from "lib";\nexport const one = x;\nexport const two = 2;\n',
          "src/b.ts":
            'import { y } from "lib";\nimport { one, two } from "./a";\n\nexport const three = one + two + y;',
        },
        command: "src/a.ts one > src/b.ts",
        then: {
          "src/a.ts": "export const two = 2;\n",
          "src/b.ts":
            'import { y } from "lib";\nimport { two } from "./a";\nimport { x } from "lib";\n\nexport const one = x;\n\nexport const three = one + two + y;',
        },
      },
    ],
    [
      "overloads, and a value and a type of one name, stay together",
      {
        files: {
          "src/a.ts":
            "export function one(a: 1): 1;\nexport function one(a: any) { return a; }\nexport const two = 2;\nexport type two = 2;\nexport const three = 3;\n",
        },
        command: "src/a.ts one two > src/b.ts",
        then: {
          "src/a.ts": "export const three = 3;\n",
          "src/b.ts":
            "export function one(a: 1): 1;\nexport function one(a: any) { return a; }\nexport const two = 2;\nexport type two = 2;\n",
        },
      },
    ],
    [
      "a run of lines, with what is done there",
      {
        files: {
          "src/a.ts": 'import { x } from "lib";\nexport const one = 1;\nx.start();\nx.stop();\nexport const two = 2;\n',
        },
        command: "src/a.ts 3-4 > src/b.ts",
        then: {
          "src/a.ts": "export const one = 1;\nexport const two = 2;\n",
          "src/b.ts": 'import { x } from "lib";\n\nx.start();\nx.stop();\n',
        },
      },
    ],
    [
      "paths in it are spelled for its new place",
      {
        files: {
          "src/a.ts": 'export const load = () => import("./w");\nexport const two = 2;\n',
          "src/w.ts": "export {};\n",
        },
        command: "src/a.ts load > src/deep/load.ts",
        then: {
          "src/a.ts": "export const two = 2;\n",
          "src/deep/load.ts": 'export const load = () => import("../w");\n',
        },
      },
    ],
    [
      "a folder: the file is called as what is taken out; without markup it is no .tsx",
      {
        files: {
          "src/Tree.tsx":
            "export const Leaf = () => <i />;\nexport const useLeaf = () => 1;\nexport const Tree = () => <Leaf />;\n",
        },
        command: "src/Tree.tsx useLeaf > src/hooks/",
        then: {
          "src/Tree.tsx": "export const Leaf = () => <i />;\nexport const Tree = () => <Leaf />;\n",
          "src/hooks/useLeaf.ts": "export const useLeaf = () => 1;\n",
        },
      },
    ],
    [
      "a directive holds for both; Windows' line ends stay",
      {
        files: {
          "src/a.tsx":
            '"use client";\r\nexport const Leaf = () => <i />;\r\n\r\nexport const Tree = () => <Leaf />;\r\n',
        },
        command: "src/a.tsx Leaf > src/Leaf.tsx",
        then: {
          "src/a.tsx": '"use client";\r\nimport { Leaf } from "./Leaf";\r\n\r\nexport const Tree = () => <Leaf />;\r\n',
          "src/Leaf.tsx": '"use client";\r\n\r\nexport const Leaf = () => <i />;\r\n',
        },
      },
    ],
    [
      "what is said of the whole file holds for both",
      {
        files: { "src/a.js": "// @flow\n// @ts-nocheck\n\nexport const one = 1;\nexport const two = 2;\n" },
        command: "src/a.js two > src/b.js",
        then: {
          "src/a.js": "// @flow\n// @ts-nocheck\n\nexport const one = 1;\n",
          "src/b.js": "// @flow\n// @ts-nocheck\n\nexport const two = 2;\n",
        },
      },
    ],
    [
      "each needs something of the other",
      {
        files: { "src/a.ts": "const one = 1;\nconst two = () => one;\nexport default two;\n" },
        command: "src/a.ts two > src/b.ts",
        then: {
          "src/a.ts": 'import { two } from "./b";\n\nexport const one = 1;\nexport default two;\n',
          "src/b.ts": 'import { one } from "./a";\n\nexport const two = () => one;\n',
        },
      },
    ],
    [
      "two names of one statement are given once",
      {
        files: { "src/a.ts": "const { one, two } = all();\nexport const three = one + two;\nexport const four = 4;\n" },
        command: "src/a.ts three > src/b.ts",
        then: {
          "src/a.ts": "export const { one, two } = all();\nexport const four = 4;\n",
          "src/b.ts": 'import { one, two } from "./a";\n\nexport const three = one + two;\n',
        },
      },
    ],
    [
      "the file goes on giving what a pattern takes in",
      {
        files: {
          "src/dates.ts": "export const one = 1;\nexport const two = 2;\n",
          "src/c.ts": 'show(import.meta.glob("./d*.ts"));\n',
        },
        command: "src/dates.ts one > src/b.ts",
        then: {
          "src/dates.ts": 'export { one } from "./b";\n\nexport const two = 2;\n',
          "src/b.ts": "export const one = 1;\n",
        },
      },
    ],
    [
      "the file goes on giving what an index gives with all of it by a name",
      {
        files: {
          "src/a.ts": "export const one = 1;\nexport const two = 2;\n",
          "src/ui.ts": 'export * as a from "./a";\n',
          "src/c.ts": 'import { a } from "./ui";\na.one;\n',
        },
        command: "src/a.ts one > src/b.ts",
        then: {
          "src/a.ts": 'export { one } from "./b";\n\nexport const two = 2;\n',
          "src/b.ts": "export const one = 1;\n",
        },
      },
    ],
    [
      "extensions are written as they are",
      {
        files: {
          "src/a.ts": 'import { w } from "./w.js";\nexport const one = 1;\nexport const two = one + w;\n',
          "src/w.ts": "export const w = 1;\n",
        },
        command: "src/a.ts one > src/b.ts",
        then: {
          "src/a.ts": 'import { w } from "./w.js";\nimport { one } from "./b.js";\nexport const two = one + w;\n',
          "src/b.ts": "export const one = 1;\n",
        },
      },
    ],
    [
      "what is added to it goes along; what leads nowhere still leads nowhere",
      {
        files: {
          "src/a.tsx":
            'import gone from "./gone";\nexport const Leaf = () => gone;\nexport const Tree = 1;\nLeaf.displayName = "Leaf";\n',
        },
        command: "src/a.tsx Leaf > src/deep/Leaf",
        then: {
          "src/a.tsx": "export const Tree = 1;\n",
          "src/deep/Leaf.ts":
            'import gone from "../gone";\n\nexport const Leaf = () => gone;\n\nLeaf.displayName = "Leaf";\n',
        },
      },
    ],
    [
      "importers in components of Vue follow",
      {
        files: {
          "src/a.ts": "export const one = 1;\nexport const two = 2;\n",
          "src/A.vue":
            '<script setup>\nimport { one, two } from "./a";\n</script>\n<template>{{ one + two }}</template>\n',
        },
        command: "src/a.ts one > src/b.ts",
        then: {
          "src/a.ts": "export const two = 2;\n",
          "src/b.ts": "export const one = 1;\n",
          "src/A.vue":
            '<script setup>\nimport { two } from "./a";\nimport { one } from "./b";\n</script>\n<template>{{ one + two }}</template>\n',
        },
      },
    ],
    [
      "an import through an alias stays one",
      {
        files: {
          "tsconfig.json": '{ "compilerOptions": { "paths": { "@/*": ["./src/*"] } } }\n',
          "src/a.ts": base,
          "src/c.ts": 'import { days } from "@/a";\ndays("May");\n',
        },
        command: "src/a.ts days > src/deep/b.ts",
        then: {
          "src/a.ts": "export const week = 7;\n",
          "src/deep/b.ts":
            'import { week } from "../a";\n\n/** Days of a month. */\nexport function days(month: string) {\n  return month.length * week;\n}\n',
          "src/c.ts": 'import { days } from "@/deep/b";\ndays("May");\n',
        },
      },
    ],
  ])("%s", async (_, { files, command, then }) => {
    const done = await planExtraction(files, command);
    expect(done.then).toEqual({ ...files, ...then });
    expect(done.plan.proof.different).toEqual([]);
    expect(done.plan.proof.outcome).toBe("holds");
    expect(done.plan.proof.names?.same).toBe(done.plan.proof.names?.uses);
  });
});

test("two files that need each other when they are loaded are said to", async () => {
  const both = "export const one = () => two;\nexport const two = () => one;\nexport type A = B;\nexport type B = A;\n";
  expect((await planExtraction({ "src/a.ts": both }, "src/a.ts one > src/b.ts")).extracted.circle).toBe(true);
  expect((await planExtraction({ "src/a.ts": both }, "src/a.ts A > src/b.ts")).extracted.circle).toBe(false);
});

test("an index that is handed on whole still gives what it passes on", async () => {
  const files = {
    "src/dates.ts": "export const one = 1;\nexport const two = 2;\n",
    "src/all.ts": 'export * from "./dates";\n',
    "src/c.ts": 'import * as all from "./all";\nshow(all);\n',
  };
  expect((await planExtraction(files, "src/dates.ts one > src/b.ts")).plan.proof.outcome).toBe("holds");
});

test("a name that leaves a file that is loaded by a name put together: the proof is not complete, unless it goes on giving it", async () => {
  const files = {
    "src/dates.ts": "export const one = 1;\nexport const two = 2;\n",
    "src/c.ts": "export const load = (name: string) => import(`./${name}`);\n",
  };
  const { plan } = await planExtraction(files, "src/dates.ts one > src/b.ts");
  expect(plan.proof.gaps.map(({ reason, file }) => `${reason}: ${file}`)).toContain("handed on: src/c.ts");
  const { plan: kept } = await planExtraction(files, "src/dates.ts one > src/b.ts keep");
  expect(kept.proof.gaps.map(({ reason }) => reason)).not.toContain("handed on");
});

describe("the proof does not trust the edits", () => {
  const files = {
    "src/a.ts": 'import { x } from "lib";\nexport const one = x;\nexport const two = () => one;\n',
    "src/c.ts": 'import { one, two } from "./a";\none(two);\n',
    "src/x.ts": "export const one = 2;\n",
  };
  const command = "src/a.ts one > src/b.ts";

  test("each edit that is left out is found", async () => {
    const { extracted } = await planExtraction(files, command);
    expect(extracted.draft.edits.length).toBeGreaterThan(3);
    for (const [index] of extracted.draft.edits.entries()) {
      const change = (draft: Draft): Draft => ({ ...draft, edits: draft.edits.filter((_, at) => at !== index) });
      expect((await planExtraction(files, command, change)).plan.proof.outcome, `edit ${index}`).toBe("fails");
    }
  });

  test.each<[string, string, string]>([
    ["a letter of the statement", "one = x;", "one = x + 1;"],
    ["another declaration of the same name", 'from "lib"', 'from "./x"'],
    ["a statement more", "one = x;", "one = x;\nx();"],
  ])("%s is found", async (_, old, text) => {
    const change = (draft: Draft): Draft => ({
      ...draft,
      made: draft.made.map((each) => ({ ...each, text: each.text.replace(old, text) })),
    });
    expect((await planExtraction(files, command, change)).plan.proof.outcome).toBe("fails");
  });
});

test("a module that asks its bundler for more is one", async () => {
  const files = {
    "src/a.js": "export const one = 1;\nexport const two = one;\nif (module.hot) module.hot.accept();\n",
  };
  expect((await planExtraction(files, "src/a.js one > src/b.js")).plan.proof.outcome).toBe("holds");
});

describe("refused", () => {
  const some =
    "export const one = 1, two = 2;\nlet three = 3;\nexport const four = () => (three = 4);\nexport default function five() {}\n";
  test.each<[string, string, string, string?]>([
    ["a part of a statement", "src/a.ts one > src/b.ts", "EXTRACT_PART", "src/a.ts:1"],
    ["what both parts write to", "src/a.ts four > src/b.ts", "EXTRACT_WRITTEN", "src/a.ts:3"],
    ["the same from the other side", "src/a.ts three > src/b.ts", "EXTRACT_WRITTEN", "src/a.ts:3"],
    ["what is not there", "src/a.ts six > src/b.ts", "NAME_MISSING"],
    ["all of it", "src/a.ts one two three four five long > src/b.ts", "EXTRACT_ALL"],
    ["lines that cut a statement", "src/d.ts 2-2 > src/b.ts", "EXTRACT_LINES", "src/d.ts:1"],
    ["lines that hold none", "src/d.ts 9-9 > src/b.ts", "EXTRACT_NOTHING"],
    ["the file itself", "src/a.ts four three > src/a.ts", "EXTRACT_SAME"],
    ["a name that the target has", "src/d.ts long > src/a.ts", "RENAME_TAKEN", "src/a.ts:5"],
    ["another import of that name", "src/e.ts seven > src/f.ts", "RENAME_TAKEN", "src/f.ts:1"],
    ["what is no script", "README.md one > src/b.ts", "EXTRACT_NOT_SCRIPT"],
    ["what gives by module.exports", "src/common.js one > src/b.js", "NOT_A_MODULE", "src/common.js:3"],
    ["what gives by exports", "src/named.js one > src/b.js", "NOT_A_MODULE", "src/named.js:2"],
    ["what gives by export =", "src/given.ts one > src/b.ts", "NOT_A_MODULE", "src/given.ts:2"],
    ["a plain script", "src/plain.js one > src/b.js", "NOT_A_MODULE"],
    ["into a plain script", "src/d.ts long > src/plain.js", "NOT_A_MODULE"],
    ["a text with an error", "src/broken.ts a > src/b.ts", "NAMES_UNREAD"],
  ])("%s", async (_, command, code, place) => {
    const files = {
      "README.md": "",
      "src/a.ts": `${some}const long = 1;\n`,
      "src/d.ts": "export const long = {\n  a: 1,\n};\nexport const b = 1;\n",
      "src/e.ts": 'import { w } from "one";\nexport const seven = w;\nexport const eight = 8;\n',
      "src/f.ts": 'import { w } from "two";\nw();\n',
      "src/broken.ts": "const a = = 1;\n",
      "src/common.js": "const one = 1;\nconst two = one;\nmodule.exports = { two };\n",
      "src/named.js": "const one = 1;\nexports.two = one;\n",
      "src/given.ts": "const one = 1;\nexport = { one };\n",
      "src/plain.js": "const one = 1;\nwindow.one = one;\n",
    };
    const error: unknown = await planExtraction(files, command).catch((reason: unknown) => reason);
    expect(error).toMatchObject({ code });
    const at = (error as { detail: { place?: { file: string; line?: number } } }).detail.place;
    if (place !== undefined) expect(`${at?.file ?? ""}:${at?.line ?? 0}`).toBe(place);
  });
});

describe("without a target", () => {
  const app = {
    "package.json": '{ "dependencies": { "react": "19", "react-dom": "19" } }\n',
    "src/screens/RotaScreen.tsx": `export const mostShifts = 4;

export interface RowProps {
  readonly day: string;
}

export function Row({ day }: RowProps) {
  return <li>{day}</li>;
}

export function weekdayOf(day: string) {
  return day.slice(0, 3);
}

export const useShifts = () => mostShifts;

export const rotaReducer = (state = 0, action: { type: string }) => {
  switch (action.type) {
    case "rota/more":
      return state + 1;
    default:
      return state;
  }
};

export function RotaScreen() {
  return <Row day={weekdayOf(String(useShifts()))} />;
}
`,
  };
  const configured = (arrangement: string, more = "") => ({
    ...app,
    "steady-shelf.yaml": `version: 1\nstack: react-web\nsource: src\narrangement: ${arrangement}\n${more}`,
  });
  const inFeature = ({ "src/screens/RotaScreen.tsx": text, ...rest }: ReturnType<typeof configured>) => ({
    ...rest,
    "src/features/rota/screens/RotaScreen.tsx": text,
  });
  const layered = configured("layer-first");
  const featured = inFeature(configured("feature-first"));
  const screen = "src/screens/RotaScreen.tsx";
  const screenOfFeature = "src/features/rota/screens/RotaScreen.tsx";

  test.each<[what: string, files: Readonly<Record<string, string>>, command: string, target: string, role?: string]>([
    ["a component", layered, `${screen} Row`, "src/components/Row.tsx", "component"],
    ["a component with its type", layered, `${screen} RowProps Row`, "src/components/Row.tsx", "component"],
    ["a helper", layered, `${screen} weekdayOf`, "src/helpers/weekdayOf.ts", "helper"],
    ["a hook", layered, `${screen} useShifts`, "src/hooks/useShifts.ts", "hook"],
    ["constants", layered, `${screen} mostShifts`, "src/constants/mostShifts.ts", "constants"],
    ["a type", layered, `${screen} RowProps`, "src/models/rowProps.ts", "model"],
    ["a reducer", layered, `${screen} rotaReducer`, "src/context/reducers/rotaReducer.ts", "state"],
    ["in its feature", featured, `${screenOfFeature} Row`, "src/features/rota/components/Row.tsx", "component"],
    [
      "by the shelf's pattern",
      configured("layer-first", "shelves:\n  - { at: helpers, holds: helper, files: '{kebab}' }\n"),
      `${screen} weekdayOf`,
      "src/helpers/weekday-of.ts",
      "helper",
    ],
    // An app that nobody configured gets no folder that it has not.
    ["no such folder", app, `${screen} weekdayOf`, "src/screens/weekdayOf.ts"],
    [
      "such a folder, as files are called here",
      { ...app, "src/helpers/in-order.ts": "export const inOrder = () => 1;\n" },
      `${screen} weekdayOf`,
      "src/helpers/weekdayOf.ts",
      "helper",
    ],
    [
      "on its own shelf",
      {
        ...layered,
        "src/components/forms/Field.tsx": "export const Field = () => <i />;\nexport const Mark = () => <b />;\n",
      },
      "src/components/forms/Field.tsx Mark",
      "src/components/forms/Mark.tsx",
    ],
    [
      "beside a component with a folder of its own",
      {
        ...layered,
        "src/components/Field/Field.tsx": "export const Field = () => <i />;\nexport const toMark = () => 1;\n",
      },
      "src/components/Field/Field.tsx toMark",
      "src/components/Field/toMark.ts",
    ],
    [
      "beside a test",
      { ...layered, "src/helpers/a.test.ts": "export const sample = 3;\nexport const other = () => sample;\n" },
      "src/helpers/a.test.ts other",
      "src/helpers/other.ts",
    ],
    // What a place was named for goes there.
    ["a place that is named", layered, `${screen} Row > src/Row`, "src/Row.tsx"],
  ])("%s", async (_, files, command, target, role) => {
    const { extracted, plan } = await planExtraction(files, command);
    expect(extracted.target).toBe(target);
    expect(extracted.role).toBe(role);
    expect(plan.proof.outcome).toBe("holds");
  });
});

test("a call of a file that is led otherwise takes what it took", async () => {
  const files = {
    "src/a.ts": "export const one = 1;\nexport const two = 2;\n",
    "src/b.ts": 'import { one } from "./a";\nexport const l = [one, import("./a").then((m) => m.one)];\n',
  };
  const { plan, then } = await planExtraction(files, "src/a.ts one > src/c.ts");
  expect(plan.proof.outcome).toBe("holds");
  expect(then["src/a.ts"]).toContain('export { one } from "./c";');
  // Without what the file goes on giving, the call would take nothing.
  const spoiled = await planExtraction(files, "src/a.ts one > src/c.ts", (draft) => ({
    ...draft,
    edits: draft.edits.map((edit) => ({ ...edit, text: edit.text.replace('export { one } from "./c";', "") })),
  }));
  expect(spoiled.plan.proof.outcome).toBe("fails");
  expect(spoiled.plan.proof.different.map(({ file, specifier }) => `${file} ${specifier}`)).toContain("src/b.ts one");
});

describe("out of a component", () => {
  const list = (script: string, attributes = 'setup lang="ts"', template = "<li>{{ shown(days) }}</li>"): string =>
    `<template>\n  ${template}\n</template>\n\n<script ${attributes}>\n${script}</script>\n\n<style scoped>\nli { color: red; }\n</style>\n`;
  const imports = 'import { ref } from "vue";\nimport { week } from "./dates";\n\n';
  const files = { "src/dates.ts": "export const week = 7;\n" };

  test.each<[what: string, component: string, names: string, then: string, target: string, made: string]>([
    [
      "a function that only the template uses",
      list(
        `${imports}const days = ref(week);\n\n// In words.\nfunction shown(count: number) {\n  return count + week + "!";\n}\n`,
      ),
      "shown",
      list(
        `import { ref } from "vue";\nimport { week } from "./dates";\nimport { shown } from "./shown";\n\nconst days = ref(week);\n`,
      ),
      "src/shown.ts",
      'import { week } from "./dates";\n\n// In words.\nexport function shown(count: number) {\n  return count + week + "!";\n}\n',
    ],
    [
      "a type of what it is given, and a plain value",
      list(
        "interface Props {\n  readonly days: number;\n}\nconst most = 4 as const;\ndefineProps<Props>();\nconst shown = (days: number) => days > most;\n",
      ),
      "Props most",
      list(
        'import { type Props, most } from "./most";\n\ndefineProps<Props>();\nconst shown = (days: number) => days > most;\n',
      ),
      "src/most.ts",
      "export interface Props {\n  readonly days: number;\n}\nexport const most = 4 as const;\n",
    ],
    [
      "of a script for the whole file, anything",
      list(
        'import Leaf from "./Leaf.vue";\n\nconst table = { a: 1 };\nexport default { components: { Leaf }, methods: { shown: (days) => table[days] } };\n',
        "",
        "<Leaf>{{ shown(1) }}</Leaf>",
      ),
      "table",
      list(
        'import Leaf from "./Leaf.vue";\nimport { table } from "./table";\n\nexport default { components: { Leaf }, methods: { shown: (days) => table[days] } };\n',
        "",
        "<Leaf>{{ shown(1) }}</Leaf>",
      ),
      "src/table.js",
      "export const table = { a: 1 };\n",
    ],
  ])("%s", async (_, component, names, then, target, made) => {
    const all = { ...files, "src/Leaf.vue": "<template><i/></template>\n", "src/List.vue": component };
    const { plan, then: texts } = await planExtraction(all, `src/List.vue ${names}`);
    expect(texts["src/List.vue"]).toBe(then);
    expect(texts[target]).toBe(made);
    expect(plan.proof.outcome).toBe("holds");
    expect(plan.proof.different).toEqual([]);
  });

  test.each<[what: string, script: string, names: string, reason: RegExp]>([
    [
      "what every instance has of its own",
      "const days = ref(1);\nconst shown = (x: number) => x;\n",
      "days",
      /anew for every instance/,
    ],
    [
      "a list that every instance has of its own",
      "const days = [1];\nconst shown = (x: number) => x;\n",
      "days",
      /anew for every instance/,
    ],
    [
      "what needs the rest",
      "const days = ref(1);\nconst shown = (x: number) => days.value + x;\n",
      "shown",
      /it needs days/,
    ],
    [
      "what only a compiler knows",
      "const most = 1;\nfunction shown() { return defineProps(); }\n",
      "shown",
      /defineProps is understood only/,
    ],
  ])("%s is refused", async (_, script, names, reason) => {
    const refused = planExtraction({ "src/List.vue": list(`${imports}${script}`), ...files }, `src/List.vue ${names}`);
    await expect(refused).rejects.toMatchObject({
      code: "EXTRACT_COMPONENT",
      detail: { reason: expect.stringMatching(reason) as string },
    });
  });

  test("a type of one script that the other uses as one", async () => {
    const two =
      '<script lang="ts">\nexport interface Shade {\n  readonly hue: number;\n}\ninterface Tint {\n  readonly hue: number;\n}\n</script>\n\n<script setup lang="ts">\nconst dark = (tint: Tint): Tint => tint;\n</script>\n\n<template>{{ dark }}</template>\n';
    const { plan, then } = await planExtraction({ "src/Tint.vue": two }, "src/Tint.vue Tint > src/tint.ts");
    expect(plan.proof.outcome).toBe("holds");
    expect(then["src/Tint.vue"]).toContain('import type { Tint } from "./tint";');
  });

  test("what is done is refused", async () => {
    const script = list("const days = 1;\nlog(days);\nfunction log(x: number) {}\n");
    await expect(planExtraction({ "src/List.vue": script }, "src/List.vue 7-7")).rejects.toMatchObject({
      code: "EXTRACT_COMPONENT",
      detail: { reason: expect.stringMatching(/only declarations/) as string },
    });
  });

  test("what a plain script exports is refused, because nobody knows who takes it", async () => {
    const script = list("export const most = 4;\nexport default {};\n", 'lang="ts"');
    await expect(planExtraction({ "src/List.vue": script }, "src/List.vue most")).rejects.toMatchObject({
      code: "EXTRACT_COMPONENT",
    });
  });

  test("the proof sees a name that the template uses and nobody imports any more", async () => {
    const component = list(`${imports}const days = ref(week);\nfunction shown(count: number) {\n  return count;\n}\n`);
    const { plan } = await planExtraction({ ...files, "src/List.vue": component }, "src/List.vue shown", (draft) => ({
      ...draft,
      edits: draft.edits.filter(({ text }) => !text.includes("import")),
    }));
    expect(plan.proof.outcome).toBe("fails");
  });

  test("a component takes nothing in", async () => {
    await expect(
      planExtraction(
        { "src/a.ts": "export const a = 1;\nexport const b = 2;\n", "src/List.vue": list("const x = 1;\n") },
        "src/a.ts a > src/List.vue",
      ),
    ).rejects.toMatchObject({ code: "EXTRACT_NOT_SCRIPT" });
  });
});
