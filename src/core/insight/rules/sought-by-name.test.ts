import { expect, test } from "vitest";
import type { ProjectPath } from "../../base/paths.js";
import { isSoughtByName } from "./sought-by-name.js";

test.each([
  ["src/assets/favicon-32x32.png", true],
  ["icon.png", true],
  ["web/icon-512x512.png", true],
  ["app/Icon@2x.png", true],
  ["assets/splash-dark.png", true],
  ["src/icons/icon-close.svg", false],
  ["src/assets/iconic.svg", false],
  ["src/assets/leaf.png", false],
])("%s is looked for by its name: %s", (path, is) => {
  expect(isSoughtByName(path as ProjectPath)).toBe(is);
});

test("a name of many digits is read in no time", () => {
  expect(isSoughtByName(`src/icon${"1".repeat(240)}a.png` as ProjectPath)).toBe(false);
});
