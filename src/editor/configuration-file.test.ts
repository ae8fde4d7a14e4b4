/** What may stand at a place of `steady-shelf.yaml`, and the files that it names. */
import { describe, expect, test } from "vitest";
import { completionsAt, pathsIn } from "./configuration-file.js";

/** `|` is the cursor. */
function wordsAt(text: string): string[] {
  return completionsAt(text.replace("|", ""), text.indexOf("|")).map(({ word }) => word);
}

describe("completion", () => {
  test.each<[string, string]>([
    ["|", "version stack arrangement shelves rules"],
    ["version: 1\n|", "source words names files"],
    ["version: 1\nsource: src\nru|", "rules"],
    ["stack: |", "react-web flutter wpf css"],
    ["arrangement: |\nsource: src\n", "layer-first feature-first own"],
    ["language: |", "typescript javascript"],
    ["public-index: |", "true false"],
    ["rules:\n  |", "naming placement file-name tracked-secret"],
    ["rules:\n  naming: |", "off warning error"],
    ["rules:\n  # the long ones\n  long-reducer:\n    |", "severity most"],
    ["rules:\n  long-reducer: { |", "severity most"],
    ["rules:\n  long-reducer: { most: 3, severity: |", "off warning error"],
    ["shelves:\n  - |", "at holds files reaches"],
    ["shelves:\n  - at: screens\n    |", "at holds files reaches"],
    ["shelves:\n- at: screens\n  |", "at holds files reaches"],
    ["shelves:\n  - at: a\n    holds: screen\n  - at: b\n    holds: |", "screen component"],
    ["shelves:\n  - at: screens\n    holds: [screen, |", "component hook"],
    ["words:\n  |", "screen features"],
    ["names:\n  screen: x\nwords:\n  |", "screen features"],
    ["files:\n  src/a.ts: |", "leave"],
    ["files:\n  src/a.ts: { role: |", "component model"],
    ["group-order: [|", "kind alphabet"],
    ["group-order:\n  - |", "kind alphabet"],
    ['"stack": |', "vue"],
  ])("%j offers %s", (text, some) => {
    expect(wordsAt(text)).toEqual(expect.arrayContaining(some.split(" ")));
  });

  test.each(["# |", "source: src # |", "source: |", "rules:\n  naming: error\n  # |"])("%j offers nothing", (text) => {
    expect(wordsAt(text)).toEqual([]);
  });

  test("keys say what they are for, and words of the tool what they are called", () => {
    const [source] = completionsAt("sour", 4).filter(({ word }) => word === "source");
    expect(source).toMatchObject({ isKey: true, about: expect.stringContaining("source root") as string });
    const [vue] = completionsAt("stack: ", 7).filter(({ word }) => word === "vue");
    expect(vue).toMatchObject({ isKey: false, about: expect.stringMatching(/^Vue/) as string });
  });
});

describe("paths", () => {
  test("files, starters and an arrangement of one's own are named; what stands within a shelf is no file", () => {
    const text =
      "version: 1\narrangement: tools/shelves.yaml\nstarters: tools/starters\nsource: src\nfiles:\n  src/App.tsx: leave\n  'src/old/**': leave\nshelves:\n  - at: screens\n    files: any\n";
    expect(pathsIn(text).map(({ path, start, end }) => [path, text.slice(start, end)])).toEqual([
      ["tools/shelves.yaml", "tools/shelves.yaml"],
      ["tools/starters", "tools/starters"],
      ["src", "src"],
      ["src/App.tsx", "src/App.tsx"],
      ["src/old/**", "'src/old/**'"],
    ]);
  });

  test.each(["", "files:", "a: [", "files: 3", "- x\n"])("a text that is not whole, %j, names nothing", (text) => {
    expect(pathsIn(text)).toEqual([]);
  });
});
