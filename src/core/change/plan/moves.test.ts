import { describe, expect, test } from "vitest";
import type { ErrorCode } from "../../base/errors.js";
import { openProject } from "../../app/index.js";
import { readPlanFile, writePlanFile } from "../plan-file/index.js";
import { MemoryStore } from "../../files/index.js";
import { planCommand, planOf, type Files } from "./planning.test.suite.js";

const component: Files = Object.fromEntries(
  [
    "Card.tsx",
    "Card.module.css",
    "Card.test.tsx",
    "Card.stories.tsx",
    "__snapshots__/Card.test.tsx.snap",
    "__tests__/Card.spec.tsx",
    "__mocks__/Card.tsx",
    "CardList.tsx",
    "Card.md",
    "other.ts",
  ].map((name) => [`ui/${name}`, ""]),
);

describe("move is understood as mv is", () => {
  test.each([
    ["a file to a new name", { "a.ts": "" }, "a.ts b.ts", ["a.ts > b.ts"]],
    ["a file into a folder that is there", { "a.ts": "", "x/y.ts": "" }, "a.ts x", ["a.ts > x/a.ts"]],
    ["a file into a new folder", { "a.ts": "" }, "a.ts x/", ["a.ts > x/a.ts"]],
    ["several into a folder", { "a.ts": "", "b.ts": "" }, "a.ts b.ts x", ["a.ts > x/a.ts", "b.ts > x/b.ts"]],
    ["a folder to a new name", { "x/a.ts": "", "x/in/b.ts": "" }, "x y", ["x/a.ts > y/a.ts", "x/in/b.ts > y/in/b.ts"]],
    ["a folder into a folder", { "x/a.ts": "", "y/b.ts": "" }, "x/ y/", ["x/a.ts > y/x/a.ts"]],
    ["a folder in another case", { "x/a.ts": "" }, "x X", ["x/a.ts > X/a.ts"]],
    ["a pattern", { "a.ts": "", "b.ts": "", "c.js": "" }, "*.ts x/", ["a.ts > x/a.ts", "b.ts > x/b.ts"]],
    ["brackets that are a name", { "[id].ts": "" }, "[id].ts x/", ["[id].ts > x/[id].ts"]],
    ["a file to where it is", { "a.ts": "" }, "a.ts a.ts", []],
  ])("%s", async (_, files: Files, command, expected) => {
    const plan = await planCommand(files, command);
    expect(plan.moves.map((move) => `${move.from} > ${move.to}`)).toEqual(expected);
  });
});

describe("companions", () => {
  test.each([
    [
      "go along",
      component,
      "ui/Card.tsx x/",
      [
        "Card.module.css > x/Card.module.css",
        "Card.stories.tsx > x/Card.stories.tsx",
        "Card.test.tsx > x/Card.test.tsx",
        "Card.tsx > x/Card.tsx",
        "__mocks__/Card.tsx > x/__mocks__/Card.tsx",
        "__snapshots__/Card.test.tsx.snap > x/__snapshots__/Card.test.tsx.snap",
        "__tests__/Card.spec.tsx > x/__tests__/Card.spec.tsx",
      ],
    ],
    [
      "take the new name",
      { "ui/Card.tsx": "", "ui/Card.module.css": "" },
      "ui/Card.tsx ui/Tile.tsx",
      ["Card.module.css > ui/Tile.module.css", "Card.tsx > ui/Tile.tsx"],
    ],
    [
      "bear the whole name: the code behind a view",
      { "ui/Card.xaml": "", "ui/Card.xaml.cs": "", "ui/CardList.xaml.cs": "" },
      "ui/Card.xaml views/Tile.xaml",
      ["Card.xaml > views/Tile.xaml", "Card.xaml.cs > views/Tile.xaml.cs"],
    ],
    [
      "of a test are its snapshots",
      component,
      "ui/Card.test.tsx x/",
      ["Card.test.tsx > x/Card.test.tsx", "__snapshots__/Card.test.tsx.snap > x/__snapshots__/Card.test.tsx.snap"],
    ],
    ["of a style sheet are none", component, "ui/Card.module.css x/", ["Card.module.css > x/Card.module.css"]],
    [
      "of a picture are its densities",
      { "ui/p.png": "", "ui/p@2x.png": "", "ui/p.tsx": "", "ui/p.jpg": "" },
      "ui/p.png x/",
      ["p.png > x/p.png", "p@2x.png > x/p@2x.png"],
    ],
    [
      "of a platform are the others",
      { "ui/P.ios.tsx": "", "ui/P.tsx": "", "ui/P.web.test.tsx": "" },
      "ui/P.ios.tsx x/",
      ["P.ios.tsx > x/P.ios.tsx", "P.tsx > x/P.tsx", "P.web.test.tsx > x/P.web.test.tsx"],
    ],
    [
      "are a component's whole folder",
      { "ui/Card/Card.tsx": "", "ui/Card/index.ts": "", "ui/Card/parts/Top.tsx": "", "x/a.ts": "" },
      "ui/Card/Card.tsx x",
      [
        "Card/Card.tsx > x/Card/Card.tsx",
        "Card/index.ts > x/Card/index.ts",
        "Card/parts/Top.tsx > x/Card/parts/Top.tsx",
      ],
    ],
  ])("%s", async (_, files: Files, command, expected) => {
    const plan = await planCommand(files, command);
    expect(plan.moves.map((move) => `${move.from} > ${move.to}`)).toEqual(expected.map((line) => `ui/${line}`));
    expect(plan.moves.filter((move) => move.why === "asked")).toHaveLength(1);
  });

  test("stay with --alone", async () => {
    expect((await planCommand(component, "ui/Card.tsx x/", true)).moves).toHaveLength(1);
  });
});

describe("moves that happen at once", () => {
  test.each([
    ["a swap", ["a.ts > b.ts", "b.ts > a.ts"], "import './b'; import './a';"],
    ["a chain", ["a.ts > b.ts", "b.ts > c.ts"], "import './b'; import './c';"],
    ["a cycle", ["a.ts > b.ts", "b.ts > c.ts", "c.ts > a.ts"], "import './b'; import './c';"],
    ["another case", ["a.ts > A.ts"], "import './A'; import './b';"],
  ])("%s", async (_, moves, expected) => {
    const files = {
      "a.ts": "1",
      "b.ts": "2",
      ...(moves.length === 3 && { "c.ts": "3" }),
      "main.ts": "import './a'; import './b';",
    };
    const plan = await planOf(files, moves);
    expect(plan.texts.map((text) => text.after)).toEqual([expected]);
    expect(plan.proof.different).toEqual([]);
  });

  test("a file takes the name of the folder that it leaves", async () => {
    const plan = await planOf({ "list/index.ts": "", "main.ts": "import './list';" }, ["list/index.ts > list"]);
    expect(plan.foldersEmptied).toEqual(["list"]);
  });
});

describe("refusals", () => {
  const files: Files = { "src/Card.tsx": "", "src/Tile.tsx": "", "x/a.ts": "", "x/in/b.ts": "", link: "-> x" };
  test.each<[string, string, ErrorCode, RegExp]>([
    ["a source that is not there", "src/Crad.tsx x/", "SOURCE_MISSING", /Crad/],
    ["a pattern that nothing matches", "src/*.vue x/", "NOTHING_MATCHES", /vue/],
    ["a target that exists", "src/Card.tsx src/Tile.tsx", "TARGET_EXISTS", /Tile/],
    ["two into one", "x/a.ts x/in/b.ts x/in/b.ts", "TARGET_NOT_FOLDER", /b\.ts/],
    ["a folder into itself", "x x/y", "INTO_ITSELF", /x\/y/],
    ["into a file", "src/Card.tsx src/Tile.tsx/", "TARGET_NOT_FOLDER", /Tile/],
    ["through a link", "src/Card.tsx link/Card.tsx", "THROUGH_LINK", /link/],
    ["into the repository's own folder", "src/Card.tsx .git/Card.tsx", "SOURCE_NOT_OURS", /not a place/],
  ])("%s", async (_, command, code, message) => {
    await expect(planCommand(files, command)).rejects.toMatchObject({
      code,
      message: expect.stringMatching(message) as string,
    });
  });

  test.each([
    ["src/Crad.tsx x/", "src/Card.tsx"],
    ["Tile.tsx x/", "src/Tile.tsx"],
  ])("a source that is not there is answered with the nearest: %s", async (command, nearest) => {
    await expect(planCommand(files, command)).rejects.toMatchObject({ next: `Did you mean ${nearest}?` });
  });

  test.each<[readonly string[], ErrorCode]>([
    [["src/Card.tsx > x/c.ts", "src/Tile.tsx > x/c.ts"], "TARGET_TWICE"],
    [["src/Card.tsx > x/c.ts", "src/Card.tsx > x/d.ts"], "SOURCE_TWICE"],
  ])("%j", async (moves, code) => {
    await expect(planOf(files, moves)).rejects.toMatchObject({ code });
  });
});

describe("plan files", () => {
  const files: Files = { "src/a.ts": "", "src/old/b.ts": "", "src/old/in/c.ts": "" };
  const read = async (text: string) =>
    readPlanFile((await openProject(new MemoryStore(files))).tree, text, "plan.yaml");

  test("YAML and JSON, files and folders, with reasons", async () => {
    const yaml = await read(
      "version: 1\nmoves:\n  - from: src/a.ts\n    to: src/x/a.ts\n    reason: it belongs there\n  - from: src/old/\n    to: src/new/\n",
    );
    const json = await read(
      JSON.stringify({
        version: 1,
        moves: [
          { from: "src/a.ts", to: "src/x/a.ts", reason: "it belongs there" },
          { from: "src/old/", to: "src/new/" },
        ],
      }),
    );
    expect(yaml.moves).toEqual(json.moves);
    expect(yaml.moves.map((move) => move.to)).toEqual(["src/x/a.ts", "src/new/b.ts", "src/new/in/c.ts"]);
    expect(yaml.moves.map((move) => yaml.lineOf(move))).toEqual([
      "plan.yaml, line 3",
      "plan.yaml, line 6",
      "plan.yaml, line 6",
    ]);
  });

  test("an entry of its own outranks that of the folder around it, whichever comes first", async () => {
    const entries = [
      "{ from: src/old/, to: src/new/ }",
      "{ from: src/old/in, to: src/deep }",
      "{ from: src/old/b.ts, to: b.ts }",
    ];
    for (const order of [entries, [...entries].reverse()]) {
      const { moves } = await read(`version: 1\nmoves: [${order.join(", ")}]`);
      expect(moves.map(({ from, to }) => `${from} > ${to}`).sort()).toEqual([
        "src/old/b.ts > b.ts",
        "src/old/in/c.ts > src/deep/c.ts",
      ]);
    }
  });

  test("what is written is read back", async () => {
    const { moves } = await read("version: 1\nmoves: [{ from: src/old, to: 'src/it''s: new' }]");
    const again = await read(writePlanFile((await openProject(new MemoryStore(files))).tree, { moves }));
    expect(again.moves.map(({ from, to }) => ({ from, to }))).toEqual(moves.map(({ from, to }) => ({ from, to })));
  });

  test.each([
    ["no version", "moves: [{ from: a, to: b }]", 1, /version/],
    ["a word too many", "version: 1\nmoves:\n  - from: src/a.ts\n    too: src/b.ts\n", 4, /moves\[1\]/],
    ["broken YAML", "version: 1\nmoves:\n  - from: [src/a.ts\n", 4, /.*/],
    ["a path outside", "version: 1\nmoves:\n  - from: src/a.ts\n    to: ../a.ts\n", 4, /outside/],
    ["an absolute path", "version: 1\nmoves:\n  - { from: src/a.ts, to: /etc/a.ts }\n", 3, /outside/],
    ["no moves", "version: 1\nmoves: []\n", 2, /moves/],
  ])("%s is refused with its line", async (_, text, line, message) => {
    await expect(read(text)).rejects.toMatchObject({
      code: "PLAN_UNREADABLE",
      message: expect.stringMatching(message) as string,
      place: { file: "plan.yaml", line },
    });
  });
});
