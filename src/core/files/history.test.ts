/** What git prints of a history, by the names of today. */
import { expect, test } from "vitest";
import { readHistory } from "./history.js";

/** One commit a line, the latest first: `M a`, `R100 a b`. */
const printed = (commits: string): string =>
  commits
    .split("\n")
    .map((commit) => `\u0001\0${commit.split(" ").filter(Boolean).join("\0")}\0`)
    .join("");

test.each([
  ["nothing", "", [[]]],
  [
    "what was changed, the latest first",
    "M b A c\nM a M b",
    [
      ["b", "c"],
      ["a", "b"],
    ],
  ],
  ["older names are those of today", "M new\nR100 old new M x\nM old", [["new"], ["x"], ["new"]]],
  ["a rename alone is no change, one with an edit is", "R100 a b\nR087 c d", [[], ["d"]]],
  ["renamed twice", "R100 b c\nR100 a b\nM a", [[], [], ["c"]]],
  ["two that changed places", "R100 a b R100 b a\nM a\nM b", [[], ["b"], ["a"]]],
  ["before a name was taken over, it was another file's", "R100 a b\nM b\nM a", [[], [], ["b"]]],
  ["a copy is a change of the copy", "C075 a b\nM a", [["b"], ["a"]]],
])("%s", (_, commits, expected) => expect(readHistory(printed(commits))).toEqual(expected));
