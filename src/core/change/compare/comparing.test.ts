/** What is measured, and what is advised. */
import { describe, expect, test } from "vitest";
import type { ProjectPath } from "../../base/paths.js";
import { analyse } from "../../insight/analysis.js";
import { MemoryStore } from "../../files/index.js";
import { compare, gainOf, recommend, type Comparison, type Tried } from "./index.js";
import { wordsOfAdvice } from "../../../wording/advice.js";

const features = ["harvest", "rota", "swaps", "trees"];
const capital = (name: string): string => name.charAt(0).toUpperCase() + name.slice(1);

/** A layer-first app of four features, each with a screen, a hook and a service that use each other. */
const layered: Record<string, string> = {
  "package.json": "{}",
  "steady-shelf.yaml": "version: 1\nstack: react-web\nlanguage: typescript\nsource: src\narrangement: layer-first\n",
  ...Object.fromEntries(
    features.flatMap((name) => [
      [
        `src/screens/${capital(name)}Screen.tsx`,
        `import { use${capital(name)} } from "../hooks/use${capital(name)}";\nexport function ${capital(name)}Screen() { return <li/>; }\n`,
      ],
      [
        `src/hooks/use${capital(name)}.ts`,
        `import { load } from "../services/${name}Service";\nexport const use${capital(name)} = () => load();\n`,
      ],
      [`src/services/${name}Service.ts`, 'export const load = () => fetch("/");\n'],
    ]),
  ),
};

const changeOf = (name: string): string[] => [
  `src/screens/${capital(name)}Screen.tsx`,
  `src/services/${name}Service.ts`,
];

async function compared(files: Record<string, string>, commits?: readonly (readonly string[])[]): Promise<Comparison> {
  const analysis = await analyse(new MemoryStore(files, commits && { commits }), { standing: "" as ProjectPath });
  const [analysed] = analysis.apps;
  if (!analysed) throw new RangeError("an app is found");
  return compare({ analysis, analysed });
}

describe("compare", () => {
  test("measures today's tree and what each arrangement would make of it", async () => {
    const commits = Array.from({ length: 24 }, (_, at) => changeOf(features[at % 4] ?? ""));
    const { today, tried, changes, across, unresolved } = await compared(layered, commits);
    expect(today).toMatchObject({
      places: 3,
      folders: 3,
      steps: 2,
      leaving: 1,
      depth: 1,
      touched: 2,
      largest: { files: 4 },
    });
    const featureFirst = tried.find(({ arrangement }) => arrangement === "feature-first");
    expect(featureFirst).toMatchObject({
      places: 1,
      folders: 3,
      steps: 2,
      leaving: 0,
      depth: 3,
      touched: 1,
      moved: 12,
      respelled: 0,
      questions: 0,
    });
    expect(tried.find(({ arrangement }) => arrangement === "layer-first")).toMatchObject({
      moved: 0,
      respelled: 0,
      places: 3,
    });
    expect({ changes, across, unresolved }).toEqual({ changes: 24, across: 0, unresolved: 0 });
  });

  test.each([
    ["no history", undefined, 0],
    ["too short a history", Array.from({ length: 19 }, () => changeOf("rota")), 19],
    ["changes of single files", Array.from({ length: 40 }, () => ["src/hooks/useRota.ts"]), 0],
    [
      "changes of everything",
      Array.from({ length: 40 }, () => Object.keys(layered).concat(Array.from({ length: 31 }, (_, at) => `${at}`))),
      40,
    ],
  ])("%s says nothing of what is typical", async (_, commits, changes) => {
    const found = await compared(layered, commits);
    expect(found.changes).toBe(changes);
    expect(found.today.touched === undefined).toBe(changes < 20);
  });

  test("references that lead nowhere are counted, and do not end it", async () => {
    const { unresolved } = await compared({
      ...layered,
      "src/hooks/useGone.ts": 'import "./gone";\nimport "../away";\nexport const useGone = 1;\n',
    });
    expect(unresolved).toBe(2);
  });
});

const shape = {
  places: 6,
  folders: 6,
  steps: 2,
  leaving: 0.8,
  largest: { folder: "src" as ProjectPath, files: 9 },
  depth: 1,
  touched: undefined,
};
const tried = (more: Partial<Tried>): Tried => {
  return {
    ...shape,
    arrangement: "feature-first",
    as: "feature-first",
    moved: 60,
    respelled: 100,
    questions: 0,
    stays: 0,
    ...more,
  };
};
const comparison = (more: Partial<Comparison>): Parameters<typeof recommend>[0] => {
  return {
    today: shape,
    arrangement: "layer-first",
    inGroups: false,
    tried: [tried({ places: 1, leaving: 0.4 })],
    files: 90,
    features: 5,
    featured: 60,
    across: 0,
    unresolved: 0,
    changes: 0,
    enough: 20,
    ...more,
  };
};

describe("the advice", () => {
  test.each<[string, Partial<Comparison>, string | undefined, RegExp]>([
    [
      "goes where it pays",
      {},
      "feature-first",
      /^Go feature-first: .* from 6\.0 to 1\.0 place\. .*60 files .*100 paths\.$/,
    ],
    [
      "names what has to be answered first",
      { tried: [tried({ places: 1, questions: 1 })] },
      "feature-first",
      /; 1 file waits for an answer first\.$/,
    ],
    ["finishes what was begun", { arrangement: "feature-first" }, "feature-first", /^Move what is elsewhere/],
    [
      "stays where little is gained",
      { tried: [tried({ places: 5.8 })] },
      undefined,
      /^Stay as you are: .* would bring them closer by 1 %/,
    ],
    [
      "stays where nothing is gained",
      { tried: [tried({ moved: 0 })] },
      undefined,
      /^Stay as you are: the app is feature-first already\. No arrangement/,
    ],
    ["stays with a small app", { files: 30 }, undefined, /^Stay as you are: with 30 files/],
    ["stays without features", { features: 0 }, undefined, /^Stay as you are: no features were found/],
    ["stays with one feature", { features: 1 }, undefined, /^Stay as you are: one feature was found/],
    [
      "is silent where features are hardly known",
      { featured: 20 },
      undefined,
      /^No advice: it is known of only 20 of 90 files/,
    ],
    [
      "is silent where too much is open",
      { tried: [tried({ places: 1, questions: 30 })] },
      undefined,
      /^No advice yet: .*30 files of the 60/,
    ],
    ["stays where there is nothing else", { tried: [] }, undefined, /^Stay as you are: there is nothing to compare/],
    [
      "tells of changes only where they come nearer",
      { today: { ...shape, touched: 2 }, tried: [tried({ places: 1, touched: 2.4 })] },
      "feature-first",
      /^(?!.*typical change)/,
    ],
  ])("%s", (_, more, as, because) => {
    const recommendation = recommend(comparison(more));
    expect(recommendation.as).toBe(as);
    const told = wordsOfAdvice({ ...comparison(more), recommendation });
    expect(told).toMatch(because);
    expect(told.split(/\. (?=[A-Z])/)).toHaveLength(2);
  });

  test("of two that gain the same, the one that moves less", () => {
    const two = [tried({ places: 1, moved: 90, as: "a" }), tried({ places: 1, moved: 60, as: "b" })];
    expect(recommend(comparison({ tried: two })).as).toBe("b");
    expect(gainOf(shape, shape)).toBe(0);
  });
});
