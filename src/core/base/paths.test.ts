import fc from "fast-check";
import { expect, test } from "vitest";
import { foldersAbove, joinPath, relativePath, toProjectPath, type ProjectPath } from "./paths.js";

const path = (text: string): ProjectPath => text as ProjectPath;

test.each([
  ["src/a.ts", "src/a.ts"],
  ["./src//b/../a.ts", "src/a.ts"],
  ["src/", "src"],
  ["", ""],
  ["..", undefined],
  ["src/../../a", undefined],
  ["a./b", "a./b"],
  [".hidden/x", ".hidden/x"],
])("%j is the project path %j", (text, expected) => expect(toProjectPath(text)).toBe(expected));

test.each([
  ["src/a", "src/b/c.ts", "../b/c.ts"],
  ["src", "src", ""],
  ["", "a/b", "a/b"],
  ["a/b/c", "", "../../.."],
  ["list", "list/index.ts", "index.ts"],
  ["list/inner", "list", ".."],
])("from %j to %j is %j", (from, to, expected) => expect(relativePath(path(from), path(to))).toBe(expected));

test("the folders above are named from the inside out", () =>
  expect(foldersAbove(path("a/b/c.ts"))).toEqual(["a/b", "a"]));

test("going the relative way leads there", () => {
  const part = fc.constantFrom("a", "b", "träd", "[id]", "(group)", "@modal", "a.b");
  const paths = fc.array(part, { minLength: 1, maxLength: 5 }).map((parts) => path(parts.join("/")));
  fc.assert(
    fc.property(paths, paths, (from, to) => joinPath(from, relativePath(from, to)) === to),
    { seed: 2 },
  );
});
