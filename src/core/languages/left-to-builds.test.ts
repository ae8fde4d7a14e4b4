/** What builds put in its place: documents of generators, and what sheets take in by names that a build answers. */
import { expect, test } from "vitest";
import { folderOfTool, isForTemplates, isGrammar, isPutByBuildOfSheets } from "./left-to-builds.js";

test.each([
  ["src/rota/Shift.graphql", true],
  ["src/rota/Shift.GQL", true],
  ["proto/crate.proto", true],
  ["src/rota/graphql.ts", false],
  ["src/rota/Shift.graphql.ts", false],
])("whether generators make code of %s: %s", (path, is) => {
  expect(isGrammar(path)).toBe(is);
});

test.each([
  ["../../theme.config", true],
  ["theme.config", true],
  ["parts/*.scss", true],
  ["my-theme.config", false],
  ["theme.config.less", false],
  ["./parts/crate", false],
])("whether a build puts %s before a sheet: %s", (specifier, is) => {
  expect(isPutByBuildOfSheets(specifier)).toBe(is);
});

test.each([
  [".astro/types.d.ts", ".astro"],
  ["web/.svelte-kit/types/a.ts", "web/.svelte-kit"],
  ["web/.astro", undefined],
  ["src/astro/types.d.ts", undefined],
  [".next-steps/a.ts", undefined],
])("the folder of a framework in %s: %s", (path, folder) => {
  expect(folderOfTool(path)).toBe(folder);
});

test.each([
  ["component-template", true],
  ["_templates", true],
  ["scaffolding", true],
  ["contemplate", false],
  ["templated", false],
])("whether generators fill in what lies in %s: %s", (name, is) => {
  expect(isForTemplates(name)).toBe(is);
});
