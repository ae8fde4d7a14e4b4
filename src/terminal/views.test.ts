import { describe, expect, test } from "vitest";
import { ShelfError } from "../core/base/errors.js";
import { planOf, at } from "../core/change/plan/planning.test.suite.js";
import { openProject } from "../core/app/index.js";
import { planDraft, type Plan } from "../core/change/plan/index.js";
import { SetupDraft } from "../core/change/setup/index.js";
import { MemoryStore } from "../core/files/index.js";
import type { ChangeItem } from "../core/apply/change.js";
import type { ProjectPath } from "../core/base/paths.js";
import { errorView } from "./error-view.js";
import { historyView, undoView } from "./history-view.js";
import { planView } from "./plan-view.js";
import { progressLine } from "./progress-line.js";
import { cells, pad, screenFor, shorten, wrap, type Screen } from "./screen.js";
import { drawTrees } from "./tree-view.js";
import { count, enumerate, grouped } from "../wording/words.js";

const plain: Screen = screenFor({ isTTY: false, columns: 100 }, {});
const view = (plan: Plan, all = false): string => planView(plan, plain, { all, staysIn: () => 0 });

test.each([
  [1, "file", "1 file"],
  [0, "file", "0 files"],
  [1234567, "file", "1,234,567 files"],
])("%i is counted as %s", (number, word, text) => expect(count(number, word)).toBe(text));

test("lists are read as sentences", () => {
  expect([enumerate(["a"]), enumerate(["a", "b"]), enumerate(["a", "b", "c"]), grouped(999)]).toEqual([
    "a",
    "a and b",
    "a, b and c",
    "999",
  ]);
});

describe("the screen", () => {
  test.each([
    [{ isTTY: true }, {}, true],
    [{ isTTY: true }, { NO_COLOR: "1" }, false],
    [{ isTTY: true }, { TERM: "dumb" }, false],
    [{ isTTY: false }, {}, false],
  ])("%j with %j is coloured: %s", (stream, env, coloured) => {
    expect(screenFor(stream, env).palette.bad("x") !== "x").toBe(coloured);
  });

  test("is never wider than 100 columns", () => {
    expect([
      screenFor({ columns: 250 }, {}).width,
      screenFor({ columns: 60 }, {}).width,
      screenFor({}, {}).width,
    ]).toEqual([100, 60, 100]);
  });

  test("wide letters take two cells", () => {
    expect([cells("木"), pad("木", 4), cells(shorten("src/träd/木/very/long/name.ts", 12)) <= 13]).toEqual([
      2,
      "木  ",
      true,
    ]);
  });

  test("running text is broken at spaces", () => {
    expect(wrap("one two three", 8, " ")).toBe(" one two\n three");
  });
});

describe("a plan", () => {
  test("is read from the top: what, where, proof", async () => {
    const plan = await planOf({ "src/a.ts": "", "src/main.ts": 'import "./a";\n' }, ["src/a.ts > src/x/b.ts"]);
    expect(view(plan)).toBe(
      [
        "Moves 1 file; updates 1 path in 1 file.",
        "",
        "  now       then",
        "    src/      src/x/",
        "  -   a.ts  +   b.ts",
        "",
        "  updated",
        "  src/main.ts",
        "    1:9  ./a → ./x/b",
        "",
        "  proof  ✓ 1 of 1 reference resolves to the same file as before (read 2 of 2 files)",
      ].join("\n"),
    );
  });

  test("that moves nothing says so", async () => {
    expect(view(await planOf({ "a.ts": "" }, ["a.ts > a.ts"]))).toContain(
      "Nothing moves: every file is already there.",
    );
  });

  test("names what would differ, what leads nowhere, what could not be read, and links", async () => {
    const plan = await planOf(
      {
        "p.ios.ts": "",
        "p.android.ts": "",
        "a.ts": 'import "./p";\nimport "./gone";\n',
        "torn.ts": "import './p';\n<<<<<<< a\n=======\n>>>>>>> b\n",
        "broken.ts": "import './p';\nconst = 1;\n",
        link: "-> p.ios.ts",
      },
      ["p.ios.ts > x/p.ios.ts"],
    );
    const text = view(plan);
    expect(text).toContain("✗ 0 of 2 references resolve to the same file as before");
    expect(text).toMatch(
      /✗ a\.ts:1:9 {2}\.\/p\n {8}nothing would answer|another file would answer, or not all of its files/,
    );
    expect(text).toContain("1 reference is unresolved already and stays as it is:\n    a.ts:2:9  ./gone");
    expect(text.split("\n")[0]).toBe(
      "! The proof is not complete: 1 place that may matter could not be checked. Look there yourself.",
    );
    expect(text).toContain("torn.ts:2:1  could not be read for certain: the file holds an unresolved merge conflict");
    expect(text).toContain("1 file has a syntax error; references were found around it:");
    expect(text).toContain("link  p.ios.ts → x/p.ios.ts");
  });

  test("paths that change are whole, for they are copied; nothing else is wider than the screen", async () => {
    const deep = `src/${"very-long-folder-name/".repeat(6)}file.ts`;
    const plan = await planOf({ [deep]: "", "main.ts": `import "./${deep.replace(".ts", "")}";\n` }, [
      `${deep} > ${deep.replace("src", "lib")}`,
    ]);
    const text = view(plan);
    for (const { before, after } of plan.edits)
      expect(text.split("\n")).toEqual(expect.arrayContaining([`    1:9  ${before}`, `       → ${after}`]));
    const whole = /^ +(?:\d+:\d+ {2}|→ )\S+$/;
    for (const line of text.split("\n").filter((each) => !whole.test(each)))
      expect(cells(line), line).toBeLessThanOrEqual(100);
  });
});

describe("the two trees", () => {
  const many = Array.from({ length: 60 }, (_, number) => ({
    from: `a/f${number}.ts`,
    to: `b/c${number}/f${number}.ts`,
  }));
  test("are folded when they are long, and whole with --all", () => {
    const folded = drawTrees({ moves: many, staysIn: () => 1 }, plain, false);
    expect(folded.join("\n")).toMatch(/… 55 more files/);
    expect(folded.join("\n")).toMatch(/… \d+ more lines \(--all shows them\)/);
    expect(drawTrees({ moves: many, staysIn: () => 1 }, plain, true).length).toBeGreaterThan(120);
  });

  test("stand one below the other where there is no room", () => {
    const narrow = { ...plain, width: 40 };
    const lines = drawTrees(
      {
        moves: [{ from: `${"a".repeat(20)}/x.ts`, to: `${"b".repeat(25)}/x.ts`, note: "companion" }],
        staysIn: () => 0,
      },
      narrow,
      false,
    );
    expect(lines.map((line) => line.trim())).toEqual([
      "now",
      `${"a".repeat(20)}/`,
      "-   x.ts",
      "",
      "then",
      `${"b".repeat(25)}/`,
      "+   x.ts  (companion)",
    ]);
  });
});

describe("other views", () => {
  const change = {
    id: "2026-11-23T10-02-11Z-1",
    at: "2026-11-23T10:02:11Z",
    command: "move a.ts b.ts",
    moved: 1,
    made: 0,
    removed: 0,
    edited: 0,
    size: 512,
  };
  test("history says what is done, undone, and an undo", () => {
    const text = historyView(
      { changes: [{ ...change, undoes: "x" }, { ...change, undoneBy: "y" }, change], unreadable: [] },
      plain,
    );
    expect(
      text
        .split("\n")
        .filter((_, index) => index % 2 === 0)
        .map((line) => line.slice(0, 6)),
    ).toEqual(["undo  ", "undone", "done  ", ""]);
    expect(text).toContain("1.5 KiB");
    expect(historyView({ changes: [], unreadable: [] }, plain)).toBe("No change was made by Steady Shelf here yet.");
  });

  test("undo counts in the singular", () => {
    const items = [{ from: at("b.ts"), to: at("a.ts"), kind: "move" as const }];
    const plan = { undone: change, change: { command: "undo", items, foldersMade: [], foldersEmptied: [] } };
    expect(undoView(plan, plain, { all: false, done: false })).toContain("1 file returns to its place.");
  });

  test("an error says what, where, and what next", () => {
    const error = new ShelfError("PLAN_UNREADABLE", {
      reason: "moves: wrong.",
      place: { file: "plan.yaml", line: 3, column: 5 },
    });
    expect(errorView(error, plain)).toMatch(
      /^✗ The plan cannot be used: moves: wrong\.\n {2}plan\.yaml:3:5\n {2}A plan holds/,
    );
  });

  test("progress is drawn in a terminal only, and only once work takes long", () => {
    const drawn: string[] = [];
    let now = 0;
    const stream = (isTTY: boolean) =>
      ({ isTTY, write: (text: string) => drawn.push(text) }) as unknown as NodeJS.WriteStream;
    progressLine(stream(false), () => now).report("Reading", 1, 10);
    const line = progressLine(stream(true), () => now);
    line.report("Reading", 1, 10);
    line.clear();
    expect(drawn).toEqual([]);
    now = 1000;
    line.report("Reading", 5000, 10000);
    line.report("Reading", 5001, 10000);
    line.clear();
    expect(drawn).toEqual(["\r\u001b[KReading: 5,000 of 10,000", "\r\u001b[K"]);
  });
});

describe("what a change did, and what taking it back does, say all of it", () => {
  const past = { id: "1", at: "", command: "arrange", size: 1, moved: 0, edited: 0, made: 0, removed: 0 };
  test.each([
    [{ moved: 2, edited: 1 }, "2 files moved, 1 file updated"],
    [{}, "0 files moved, 0 files updated"],
    [{ made: 1, removed: 0 }, "1 file made"],
    [{ made: 2, removed: 0, edited: 1 }, "2 files made, 1 file updated"],
    [{ made: 1, removed: 0, moved: 3, edited: 2 }, "1 file made, 3 files moved, 2 files updated"],
  ])("%j: %s", (what, said) => {
    expect(historyView({ changes: [{ ...past, ...what }], unreadable: [] }, plain)).toContain(`  ${said}, 1 byte`);
  });

  const item = (kind: ChangeItem["kind"], from: string, to = from): ChangeItem => {
    return { kind, from: from as ProjectPath, to: to as ProjectPath };
  };
  test.each([
    [[item("remove", "a")], "Removes the file that it made."],
    [
      [item("remove", "a"), item("content", "b")],
      "Removes the file that it made; 1 file returns to its earlier bytes.",
    ],
    [
      [item("remove", "a"), item("remove", "b"), item("move", "c", "d")],
      "Removes the 2 files that it made; 1 file returns to its place.",
    ],
    [
      [item("remove", "a"), item("move", "c", "d"), item("content", "e", "f")],
      "Removes the file that it made; 2 files return to their place, 1 file to its earlier bytes.",
    ],
    [[item("move", "c", "d")], "1 file returns to its place."],
    [[item("content", "c"), item("content", "d")], "2 files return to their earlier bytes."],
  ])("%j: %s", (items, said) => {
    const change = { command: "undo 1", items, foldersMade: [], foldersEmptied: [] };
    expect(undoView({ undone: past, change }, plain, { all: false, done: false })).toContain(`\n${said}`);
  });
});

describe("files that are made", () => {
  const setUp = async (files: Readonly<Record<string, string>>, make: readonly [string, string]): Promise<string> => {
    const store = new MemoryStore(files);
    const draft = new SetupDraft(store);
    draft.make(at(make[0]), make[1], "screen");
    if (files["index.ts"] !== undefined) draft.edit(at("index.ts"), (text) => `${text}// more\n`, "public index");
    const plan = await planDraft(await openProject(store), draft.finish().draft);
    return planView(plan, plain, { all: true, staysIn: () => 0, notes: ["Look at it."] });
  };

  test("are counted and listed with the lines that texts gain, the proof and what else there is to know", async () => {
    const files = { "index.ts": "// one\n", "a.ts": "export {};\n" };
    expect(await setUp(files, ["src/b.ts", 'import "../a";\n'])).toBe(
      [
        "Makes 1 file and 1 folder; adds 1 line to 1 file.",
        "",
        "  + src/b.ts  screen",
        "",
        "  ~ index.ts  public index",
        "      2  // more",
        "",
        "  proof  ✓ 1 of 1 new reference leads where it should (read 1 of 2 files)",
        "",
        "  ! Look at it.",
      ].join("\n"),
    );
  });

  test("what leads nowhere is no tick, and says nothing of now and then", async () => {
    const shown = await setUp({}, ["b.ts", 'import "./gone";\n']);
    expect(shown).toContain("proof  ✗ 0 of 1 new reference leads where it should");
    expect(shown).toContain("✗ b.ts:1:9  ./gone\n        a new reference would be unresolved\n");
    expect(shown).not.toContain("✓");
  });

  test("in a language without a reader are said to be unproved first, in one sentence", async () => {
    const shown = await setUp({}, ["App/b.kt", "import trees\n"]);
    expect(shown.split("\n")[0]).toBe("! .kt files are not read yet, so what is written into them is not proved.");
    expect(shown).not.toContain("✓");
  });
});
