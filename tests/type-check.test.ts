/** The compiler that judges the demo and the tests: it sees a break wherever the app lies, and packages are not the app's. */
import { mkdirSync } from "node:fs";
import { join } from "node:path";
import { expect, test } from "vitest";
import { compile } from "../src/commands/demo/type-check.js";
import { folderWith } from "./program.js";

const settings =
  '{ "compilerOptions": { "strict": true, "module": "esnext", "moduleResolution": "bundler", "noEmit": true } }';
const broken = 'export const weight: number = "ten crates";\n';

test.each(["", "node_modules/.cache/tours/orchard/"])("an app in %j that does not compile is told", (place) => {
  const all = folderWith({ [`${place}tsconfig.json`]: settings, [`${place}src/crate.ts`]: broken }, { git: false });
  expect(compile(join(all, place).replace(/\/$/, ""))).toContain("src/crate.ts(1,14): error TS2322");
});

test("a package that does not compile is nobody's fault, and an app without a file is no good one", () => {
  const files = {
    "tsconfig.json": settings,
    "node_modules/press/package.json": '{ "name": "press", "types": "index.ts" }',
    "node_modules/press/index.ts": broken,
    "src/crate.ts": 'import { weight } from "press";\nexport const half: number = weight / 2;\n',
  };
  expect(compile(folderWith(files, { git: false }))).toBe("");
  const empty = folderWith({ "tsconfig.json": settings }, { git: false });
  mkdirSync(join(empty, "src"));
  expect(compile(empty)).toContain("TS18003");
});
