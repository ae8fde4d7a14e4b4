/** What git prints of a history, by the names of today. */
import { expect, test } from "vitest";
import { changedTogether, readPast } from "./past.js";

/** One commit a line, the latest first: `M a`, `R100 a b`. */
const printed = (commits: string): string =>
  commits
    .split("\n")
    .map((commit, at) => {
      const words = commit.split(" ").filter(Boolean);
      const listed = words.length === 0 ? "" : `\n${words.join("\0")}\0`;
      return `\u0001${900 - at}\0c${at}\0Prune\0\0${listed}`;
    })
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
])("%s", (_, commits, expected) => expect(changedTogether(readPast(printed(commits)))).toEqual(expected));

test("each commit says when it was made, what it says, and what it did to which file", () => {
  expect(readPast(printed("A new D old R090 a b\nM a"))).toEqual([
    {
      when: 900,
      id: "c0",
      subject: "Prune",
      files: [
        { path: "new", then: "new", did: "added", isEdited: true },
        { path: "old", then: "old", did: "deleted", isEdited: true },
        { path: "b", then: "b", from: "a", did: "renamed", isEdited: true },
      ],
    },
    { when: 899, id: "c1", subject: "Prune", files: [{ path: "b", then: "a", did: "changed", isEdited: true }] },
  ]);
});

test("messages and names are what they are, whatever is in them; a time that no calendar knows is its last", () => {
  const text =
    "\u00015\0ab\0M evil.ts \u00019 R100\0\0\nM\0\u00017.ts\0A\0we\nird.ts\0\u000199999999999999999\0aa\0\0\0";
  expect(readPast(text).map(({ when, subject, files }) => [when, subject, files.map(({ then }) => then)])).toEqual([
    [5, "M evil.ts \u00019 R100", ["\u00017.ts", "we\nird.ts"]],
    [8_640_000_000_000, "", []],
  ]);
});

test.each([
  ["nothing", ""],
  ["a zero", "\0"],
])("%s is no history", (_, text) => expect(readPast(text)).toEqual([]));
