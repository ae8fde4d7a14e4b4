import { mkdirSync, mkdtempSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { dirname, join, relative } from "node:path";
import { createPathsMatcher, getTsconfig } from "get-tsconfig";
import { expect, test } from "vitest";
import type { ProjectPath } from "../base/paths.js";
import { openDiskStore, readTree } from "../files/index.js";
import { CompilerSettingsReader } from "./compiler-settings.js";
import { fillPattern, matchPattern } from "../languages/index.js";

const config = (compilerOptions: object, more: object = {}): string => JSON.stringify({ compilerOptions, ...more });

/** The library that reads configurations from the disk is the referee of ours, which reads them from a tree in memory. */
test.each<[string, Record<string, string>]>([
  ["paths alone", { "tsconfig.json": config({ paths: { "@/*": ["./src/*", "./lib/*"], one: ["./src/one.ts"] } }) }],
  ["paths below baseUrl", { "tsconfig.json": config({ baseUrl: "./src", paths: { "~/*": ["./*"] } }) }],
  ["baseUrl alone", { "tsconfig.json": config({ baseUrl: "src" }) }],
  [
    "extends across folders",
    {
      "tsconfig.json": '{ "extends": "./a/b/base.json" }',
      "a/b/base.json": config({ paths: { "@/*": ["../../src/*"] } }),
    },
  ],
  [
    "extends of extends, with baseUrl above",
    {
      "tsconfig.json": '{ "extends": "./a/one" }',
      "a/one.json": '{ "extends": "../base.json", "compilerOptions": { "paths": { "#*": ["x/*"] } } }',
      "base.json": config({ baseUrl: "src" }),
    },
  ],
  [
    "a child's paths replace its parent's",
    {
      "tsconfig.json": config({ paths: { "@/*": ["./own/*"] } }, { extends: "./base.json" }),
      "base.json": config({ paths: { "@/*": ["./src/*"], "gone/*": ["./x/*"] } }),
    },
  ],
  [
    "a list",
    {
      "tsconfig.json": '{ "extends": ["./one.json", "./two.json"] }',
      "one.json": config({ baseUrl: "one" }),
      "two.json": config({ paths: { "@/*": ["./two/*"] } }),
    },
  ],
  [
    "a package",
    {
      "tsconfig.json": '{ "extends": "shared/tsconfig.web.json" }',
      "node_modules/shared/tsconfig.web.json": config({ paths: { "@/*": ["${configDir}/src/*"] } }),
      "node_modules/shared/package.json": "{}",
    },
  ],
  ["comments", { "tsconfig.json": '// head\n{ /* in */ "compilerOptions": { "paths": { "@/*": ["./src/*"], }, } }' }],
])("%s: the same paths as get-tsconfig finds", async (_, files) => {
  const root = mkdtempSync(join(tmpdir(), "steady-shelf-tsconfig-"));
  for (const [path, text] of Object.entries(files)) {
    mkdirSync(dirname(join(root, path)), { recursive: true });
    writeFileSync(join(root, path), text);
  }
  writeFileSync(join(root, ".gitignore"), "node_modules/\n");
  const found = getTsconfig(join(root, "main.ts"));
  const referee = found && createPathsMatcher(found);
  const settings = new CompilerSettingsReader(await readTree(openDiskStore(root))).for("main.ts" as ProjectPath);
  for (const name of ["@/a/b", "~/a", "one", "bare", "#x", "gone/x", "@/"]) {
    const ours = (settings?.mappings ?? []).flatMap((mapping) => {
      const star = matchPattern(mapping.pattern, name);
      return star === undefined ? [] : [mapping.targets.map((target) => fillPattern(target, star).replace(/\/$/, ""))];
    });
    const theirs = (referee?.(name) ?? []).map((path) => relative(root, path));
    // The referee gives the best match alone; ours gives every match, the best first, and the base folder last.
    expect(
      theirs.every((path, index) => ours.flat()[index] === path),
      `${name}: ${theirs.join()} in ${ours.join()}`,
    ).toBe(true);
    expect(ours.length === 0, name).toBe(theirs.length === 0);
  }
});
