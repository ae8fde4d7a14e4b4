import { expect, test } from "vitest";
import { ShelfError } from "./errors.js";

test.each([
  [
    "component and screen",
    "It has shelves for component and screen. Give it one under `shelves:` in steady-shelf.yaml.",
  ],
  ["", "Nothing shows which folder is for what: `steady-shelf init --arrangement NAME` gives the app its shelves."],
])("an app with shelves for %j and none for what is asked for is told how to go on", (reason, next) => {
  expect(new ShelfError("NO_SHELF", { path: "screen", other: "This app", reason }).next).toBe(next);
});

test.each([
  ["member", "Age in Tree.cs is a member, and only types get new names there.", "Name one of its types"],
  [undefined, "Age in Tree.cs is no type of the top level", "Name a class, struct, enum"],
])("what is no type (%s) is refused in the words of its language", (reason, what, next) => {
  const error = new ShelfError("TYPE_ONLY", { path: "Age", other: "Tree.cs", ...(reason !== undefined && { reason }) });
  expect(error.message).toContain(what);
  expect(error.next).toContain(next);
});
