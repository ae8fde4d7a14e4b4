/** Sheets that become part of another. */
import { describe, expect, test } from "vitest";
import { openProject } from "../../app/index.js";
import { ShelfError } from "../../base/errors.js";
import { MemoryStore } from "../../files/index.js";
import { planDraft, type Plan } from "../plan/index.js";
import { afterwards, at, type Files } from "../plan/planning.test.suite.js";
import { extractSheetDraft, joinSheetsDraft } from "./index.js";

/** `"_a.scss _b.scss main.scss"`, the target last. */
async function joined(
  files: Files,
  words: string,
): Promise<{ readonly plan: Plan; readonly then: Record<string, string> }> {
  const project = await openProject(new MemoryStore(files));
  const paths = words.split(" ").map(at);
  const plan = await planDraft(
    project,
    await joinSheetsDraft(project, { files: paths.slice(0, -1), target: paths.at(-1) ?? at("") }),
  );
  const then = Object.entries(afterwards(files, plan)).filter(([path]) => !plan.removed.includes(at(path)));
  return { plan, then: Object.fromEntries(then) };
}

describe("sheets that are joined", () => {
  test.each<[string, Files, string, Files]>([
    [
      "a partial stands where it was taken in",
      { "main.scss": '$g: 1px;\n@import "a";\n.z { y: x }\n', "_a.scss": "// A.\n.a { b: $g }\n\n" },
      "_a.scss main.scss",
      { "main.scss": "$g: 1px;\n// A.\n.a { b: $g }\n.z { y: x }\n" },
    ],
    [
      "a module goes behind what is used, and what it used is used by the target",
      {
        "main.scss": '@use "b";\n@use "a" as *;\n\n.z { y: $a }\n',
        "_a.scss": '@use "sass:math";\n@use "b";\n\n$a: math.div(b.$b, 2);\n.a { b: $a }\n',
        "_b.scss": "$b: 1px;\n",
      },
      "_a.scss main.scss",
      {
        "main.scss": '@use "b";\n@use "sass:math";\n\n$a: math.div(b.$b, 2);\n.a { b: $a }\n\n.z { y: $a }\n',
        "_b.scss": "$b: 1px;\n",
      },
    ],
    [
      "two that are taken in one behind the other are one, and so are the lines",
      {
        "main.scss": '@import "a";\n@import "b";\n@import "c";\n',
        "_a.scss": ".a { b: c }\n",
        "_b.scss": ".b { c: d }\n",
        "_c.scss": ".c { d: e }\n",
      },
      "_a.scss _c.scss _b.scss",
      { "main.scss": '@import "b";\n', "_b.scss": ".a { b: c }\n\n.b { c: d }\n\n.c { d: e }\n" },
    ],
    [
      "Less and CSS as well, with pictures named from there",
      {
        "main.css": '@import "./parts/a.css";\n.z { y: x }\n',
        "parts/a.css": ".a { b: url(../i.png) }\n",
        "i.png": "1",
      },
      "parts/a.css main.css",
      { "main.css": ".a { b: url(./i.png) }\n.z { y: x }\n", "i.png": "1" },
    ],
  ])("%s", async (_, files, words, expected) => {
    const { plan, then } = await joined(files, words);
    expect(then).toEqual(expected);
    expect([plan.proof.different, plan.proof.gaps]).toEqual([[], []]);
  });

  test.each<[string, Files, string, string]>([
    ["one alone", { "a.scss": "" }, "a.scss a.scss", "JOIN_FEW"],
    ["another language", { "a.scss": "", "b.less": "" }, "a.scss b.less", "JOIN_UNLIKE"],
    ["what is no sheet", { "a.scss": "", "b.ts": "" }, "b.ts a.scss", "JOIN_UNLIKE"],
    [
      "a sheet that another takes in without the target",
      { "main.scss": '@import "a";\n', "o.scss": '@import "a";\n', "_a.scss": ".a { b: c }\n" },
      "_a.scss main.scss",
      "SHEET_TAKEN_ALONE",
    ],
    [
      "one of a list",
      { "main.scss": '@import "a", "b";\n', "_a.scss": "", "_b.scss": "" },
      "_a.scss main.scss",
      "SHEET_SHARED_LINE",
    ],
    [
      "names by their namespace",
      { "main.scss": '@use "a";\n.z { y: a.$b }\n', "_a.scss": "$b: 1;\n" },
      "_a.scss main.scss",
      "SHEET_NAMED",
    ],
  ])("%s is refused", async (_, files, words, code) => {
    await expect(joined(files, words)).rejects.toThrow(expect.objectContaining({ code }) as ShelfError);
  });

  test("an order that would change is not ticked", async () => {
    const files = {
      "main.scss": '@import "a";\n@import "b";\n@import "c";\n',
      "_a.scss": ".a { b: c }\n",
      "_b.scss": ".b { c: d }\n",
      "_c.scss": ".c { d: e }\n",
    };
    expect((await joined(files, "_c.scss _a.scss")).plan.proof.outcome).toBe("fails");
  });

  test("is the way back from taking rules out", async () => {
    const files = {
      "main.scss": '@import "x";\n\n// Cards.\n.a { b: url(i.png) }\n\n.z { y: x }\n',
      "_x.scss": "",
      "i.png": "1",
    };
    const project = await openProject(new MemoryStore(files));
    const { draft } = await extractSheetDraft(project, {
      path: at("main.scss"),
      take: [".a"],
      to: at("parts/_a.scss"),
    });
    const plan = await planDraft(project, draft);
    const made = Object.fromEntries(plan.made.map(({ path, text }) => [path, text]));
    expect((await joined({ ...afterwards(files, plan), ...made }, "parts/_a.scss main.scss")).then).toEqual(files);
  });
});
