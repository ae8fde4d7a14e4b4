import { describe, expect, test } from "vitest";
import { javascript } from "../languages/javascript/index.js";
import type { Mapping, Reference } from "../languages/index.js";
import type { ProjectPath } from "../base/paths.js";
import { MemoryStore, readTree } from "../files/index.js";
import { Resolver } from "./resolver.js";

const at = (path: string): ProjectPath => path as ProjectPath;

async function resolverOf(
  files: Record<string, string> | readonly string[],
  aliases: readonly Mapping[] = [],
  ignoresCase = false,
): Promise<Resolver> {
  const entries = Array.isArray(files)
    ? Object.fromEntries((files as readonly string[]).map((file) => [file, ""]))
    : (files as Record<string, string>);
  return new Resolver(await readTree(new MemoryStore(entries, { ignoresCase })), javascript.rules, aliases);
}

/** What a name means: the files, or the state. */
function meaning(
  resolver: Resolver,
  from: string,
  specifier: string,
  lookup: Reference["lookup"] = "module",
): string | readonly string[] {
  const found = resolver.resolve(at(from), { specifier, lookup });
  return found.state === "found" ? found.targets : found.state;
}

describe("relative names", () => {
  const files = [
    "a.ts",
    "list.ts",
    "list/index.ts",
    "list/inner/b.ts",
    "only/index.tsx",
    "both.js",
    "both.d.ts",
    "data.json",
    "pair.ts",
    "pair.js",
    "esm.mts",
    "card.ios.tsx",
    "card.android.tsx",
    "card.tsx",
    "pic.png",
    "pic@2x.png",
    "pic.ios.png",
    "only@3x.png",
    "style.module.css",
    "style.module.css.d.ts",
    "other.css",
    "other.d.css.ts",
    "it's.ts",
    "[id]/(group)/@modal.tsx",
    "my file.png",
    "flow.native.js",
    "inner/deep.ts",
    "two.dots.ts",
    "drawn.jsx",
    "twin.js",
    "twin.jsx",
  ];
  test.each([
    ["a.ts", "./list", ["list.ts"]],
    ["a.ts", "./list/", ["list/index.ts"]],
    ["list/inner/b.ts", "..", ["list/index.ts"]],
    ["list/inner/b.ts", "../", ["list/index.ts"]],
    ["list/index.ts", ".", ["list/index.ts"]],
    ["a.ts", "./only", ["only/index.tsx"]],
    ["a.ts", "././/only/../only", ["only/index.tsx"]],
    ["a.ts", "./both", ["both.js", "both.d.ts"]],
    ["a.ts", "./both.js", ["both.js", "both.d.ts"]],
    ["a.ts", "./list.js", ["list.ts"]],
    ["a.ts", "./drawn.js", ["drawn.jsx"]],
    ["a.ts", "./twin.js", ["twin.js"]],
    ["a.ts", "./esm.mjs", ["esm.mts"]],
    ["a.ts", "./data", ["data.json"]],
    ["a.ts", "./pair", ["pair.ts", "pair.js"]],
    ["a.ts", "./card", ["card.android.tsx", "card.ios.tsx", "card.tsx"]],
    ["a.ts", "./card.ios", ["card.ios.tsx"]],
    ["a.ts", "./flow", ["flow.native.js"]],
    ["a.ts", "./pic.png", ["pic.png", "pic.ios.png", "pic@2x.png"]],
    ["a.ts", "./only.png", ["only@3x.png"]],
    ["a.ts", "./style.module.css", ["style.module.css", "style.module.css.d.ts"]],
    ["a.ts", "./other.css?inline", ["other.css", "other.d.css.ts"]],
    ["a.ts", "raw-loader!./data.json", ["data.json"]],
    ["a.ts", "./it's", ["it's.ts"]],
    ["a.ts", "./[id]/(group)/@modal", ["[id]/(group)/@modal.tsx"]],
    ["a.ts", "./two.dots", ["two.dots.ts"]],
    ["a.ts", "./missing", "unresolved"],
    ["inner/deep.ts", "../../outside", "unresolved"],
    ["a.ts", "https://example.org/a.js", "external"],
    ["a.ts", "node:fs", "external"],
    ["a.ts", "react", "external"],
  ])("in %s, %j means %j", async (from, specifier, expected) => {
    const found = meaning(await resolverOf(files), from, specifier);
    expect(typeof found === "string" ? found : [...found].sort()).toEqual(
      typeof expected === "string" ? expected : [...expected].sort(),
    );
  });

  test("a URL is relative without a dot too, and percent escapes are undone", async () => {
    const resolver = await resolverOf(files);
    expect(meaning(resolver, "a.ts", "pic.png", "url")).toContain("pic.png");
    expect(meaning(resolver, "a.ts", "./my%20file.png", "url")).toEqual(["my file.png"]);
    expect(meaning(resolver, "a.ts", "list", "url")).toBe("folder");
  });

  test("a pattern means all that match it but its own file", async () => {
    const resolver = await resolverOf(["p/a.ts", "p/b.ts", "p/in/c.ts", "p/all.ts"]);
    expect(meaning(resolver, "p/all.ts", "./*.ts", "glob")).toEqual(["p/a.ts", "p/b.ts"]);
    expect(meaning(resolver, "p/a.ts", "./**/*.ts", "glob")).toEqual(["p/all.ts", "p/b.ts", "p/in/c.ts"]);
    expect(meaning(resolver, "p/all.ts", "/p/in/*", "glob")).toEqual(["p/in/c.ts"]);
  });

  test("case matters, except where the file system does not mind", async () => {
    expect(meaning(await resolverOf(["Card.tsx"]), "x.ts", "./card")).toBe("unresolved");
    expect(meaning(await resolverOf(["Card.tsx"], [], true), "x.ts", "./card")).toEqual(["Card.tsx"]);
  });
});

describe("names through configuration", () => {
  const config = (compilerOptions: object, more: object = {}): string => JSON.stringify({ compilerOptions, ...more });
  test.each([
    [
      "paths from the file's own folder",
      { "tsconfig.json": config({ paths: { "@/*": ["./src/*"] } }) },
      "@/b",
      ["src/b.ts"],
    ],
    [
      "paths from baseUrl",
      { "tsconfig.json": config({ baseUrl: "src", paths: { "~*": ["./*"] } }) },
      "~b",
      ["src/b.ts"],
    ],
    [
      "the first of several that is there",
      { "tsconfig.json": config({ paths: { "@/*": ["./gone/*", "./src/*"] } }) },
      "@/b",
      ["src/b.ts"],
    ],
    [
      "the longest pattern",
      { "tsconfig.json": config({ paths: { "@/*": ["./src/*"], "@/deep/*": ["./src/x/*"] } }) },
      "@/deep/c",
      ["src/x/c.ts"],
    ],
    [
      "an alias that leads nowhere",
      { "tsconfig.json": config({ paths: { "@/*": ["./src/*"] } }) },
      "@/gone",
      "unresolved",
    ],
    [
      "a scope that is a package",
      { "tsconfig.json": config({ paths: { "@org/*": ["./src/*"] } }), "node_modules/@org/lib/package.json": "{}" },
      "@org/lib",
      "external",
    ],
    ["bare names through baseUrl", { "tsconfig.json": config({ baseUrl: "src" }) }, "b", ["src/b.ts"]],
    ["a package beside baseUrl", { "tsconfig.json": config({ baseUrl: "src" }) }, "react", "external"],
    [
      "comments and trailing commas",
      { "tsconfig.json": '{ // one\n "compilerOptions": { "paths": { "@/*": ["./src/*"], }, }, }' },
      "@/b",
      ["src/b.ts"],
    ],
    ["jsconfig", { "jsconfig.json": config({ paths: { "@/*": ["./src/*"] } }) }, "@/b", ["src/b.ts"]],
    [
      "extends, whose paths are from where they stand",
      { "tsconfig.json": '{ "extends": "./base/one" }', "base/one.json": config({ paths: { "@/*": ["../src/*"] } }) },
      "@/b",
      ["src/b.ts"],
    ],
    [
      "a list of extends, the last of which wins",
      {
        "tsconfig.json": '{ "extends": ["./a.json", "./b.json"] }',
        "a.json": config({ paths: { "@/*": ["./x/*"] } }),
        "b.json": config({ paths: { "@/*": ["./src/*"] } }),
      },
      "@/b",
      ["src/b.ts"],
    ],
    [
      "extends from a package",
      {
        "tsconfig.json": '{ "extends": "base/web" }',
        "node_modules/base/web.json": config({ paths: { "@/*": ["${configDir}/src/*"] } }),
      },
      "@/b",
      ["src/b.ts"],
    ],
    [
      "a solution's reference that covers the file",
      {
        "tsconfig.json": '{ "files": [], "references": [{ "path": "./node.json" }, { "path": "./app.json" }] }',
        "node.json": config({ paths: { "@/*": ["./x/*"] } }, { include: ["vite.config.ts"] }),
        "app.json": config({ paths: { "@/*": ["./src/*"] } }, { include: ["src"] }),
      },
      "@/b",
      ["src/b.ts"],
    ],
    [
      "package imports",
      {
        "package.json":
          '{ "imports": { "#b": "./src/b.ts", "#x/*": { "types": "./src/x/*.ts", "default": "./out/*.js" }, "#ext": "lodash" } }',
      },
      "#x/c",
      ["src/x/c.ts"],
    ],
    [
      "package imports that name a package",
      { "package.json": '{ "imports": { "#ext": "lodash" } }' },
      "#ext",
      "external",
    ],
    [
      "the package's own name",
      { "package.json": '{ "name": "me", "exports": { ".": "./src/b.ts", "./x/*": "./src/x/*.ts" } }' },
      "me/x/c",
      ["src/x/c.ts"],
    ],
    [
      "the package's own name alone",
      { "package.json": '{ "name": "me", "exports": "./src/b.ts" }' },
      "me",
      ["src/b.ts"],
    ],
    [
      "a workspace package",
      {
        "package.json": '{ "workspaces": ["packages/*"] }',
        "packages/ui/package.json": '{ "name": "@orchard/ui", "main": "src/index.ts" }',
        "packages/ui/src/index.ts": "",
      },
      "@orchard/ui",
      ["packages/ui/src/index.ts"],
    ],
    [
      "a path in a workspace package",
      {
        "package.json": "{}",
        "pnpm-workspace.yaml": "packages: ['packages/*']",
        "packages/ui/package.json": '{ "name": "@orchard/ui" }',
        "packages/ui/src/Tree.tsx": "",
      },
      "@orchard/ui/src/Tree",
      ["packages/ui/src/Tree.tsx"],
    ],
    ["a web root", { "package.json": "{}" }, "/src/b.ts", ["src/b.ts"]],
    ["a public folder", { "package.json": "{}", "public/sun.svg": "" }, "/sun.svg", ["public/sun.svg"]],
    [
      "a folder's manifest",
      { "lib/package.json": '{ "main": "./out/main" }', "lib/out/main.js": "" },
      "../lib",
      ["lib/out/main.js"],
    ],
  ] as const)("%s", async (_, files, specifier, expected) => {
    const resolver = await resolverOf({ "src/a.ts": "", "src/b.ts": "", "src/x/c.ts": "", ...files });
    expect(meaning(resolver, "src/a.ts", specifier)).toEqual(expected);
  });

  test("the aliases of our own configuration", async () => {
    const alias: Mapping = {
      kind: "alias",
      pattern: "~/*",
      targets: ["src/*"],
      exact: false,
      all: false,
      by: at("steady-shelf.yaml"),
    };
    expect(meaning(await resolverOf(["src/b.ts"], [alias]), "src/a.ts", "~/b")).toEqual(["src/b.ts"]);
  });

  test.each([
    ["tsconfig.json", '{ "compilerOptions": {\n  "paths" } }', /line|colon expected/i, 2],
    ["package.json", '{ "name": "x",\n\n "imports": [ }', /expected/i, 3],
  ])("a broken %s says where", async (file, text, message, line) => {
    const resolver = await resolverOf({ "src/a.ts": "", [file]: text });
    expect(() => meaning(resolver, "src/a.ts", "@/b")).toThrow(
      expect.objectContaining({
        code: "CONFIG_BROKEN",
        message: expect.stringMatching(message) as string,
        place: expect.objectContaining({ file, line }) as object,
      }) as Error,
    );
  });
});

describe("what sheets and pages name", () => {
  const files = {
    "package.json": '{ "dependencies": { "orchard-css": "1", "@pippin/theme": "1" } }',
    "src/a.scss": "",
    "src/b/_c.scss": "",
    "src/b/_index.scss": "",
    "src/i.png": "",
    "src/d.css": "",
  };
  test.each<[string, Reference["lookup"], string, string]>([
    ["src/a.scss", "sass", "b/c", "src/b/_c.scss"],
    ["src/a.scss", "sass", "./b", "src/b/_index.scss"],
    ["src/a.scss", "sass", "src/b/c", "src/b/_c.scss"],
    ["src/a.scss", "sass", "sass:math", "external"],
    ["src/a.scss", "sass", "orchard-css/scss/all", "external"],
    ["src/a.scss", "sass", "@pippin/theme/all", "external"],
    ["src/a.scss", "sass", "~anything", "external"],
    ["src/a.scss", "sass", "nothing", "unresolved"],
    ["src/a.scss", "sass", "d", "src/d.css"],
    ["src/d.css", "css", "tailwind", "external"],
    ["src/d.css", "css", "nothing.css", "unresolved"],
    ["src/d.css", "asset", "i.png#x", "src/i.png"],
    ["src/d.css", "asset", "/nothing.png", "external"],
    ["src/d.css", "asset", "@/nothing.png", "external"],
    ["src/d.css", "asset", "nothing.png", "unresolved"],
  ])("%s: %s %s", async (from, lookup, specifier, wanted) => {
    const resolver = new Resolver(await readTree(new MemoryStore(files)), javascript.rules, []);
    const found = resolver.resolve(from as ProjectPath, { specifier, lookup });
    expect(found.state === "found" ? found.targets.join() : found.state).toBe(wanted);
  });
});
