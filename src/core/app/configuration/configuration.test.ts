/** `steady-shelf.yaml`: what it may say, and what is said about one that is wrong. */
import { readFileSync } from "node:fs";
import { describe, expect, test } from "vitest";
import { arrangementSchema } from "../arrangement/schemas.js";
import { ShelfError } from "../../base/errors.js";
import { openProject } from "../index.js";
import { at } from "../../change/plan/planning.test.suite.js";
import { MemoryStore } from "../../files/index.js";
import { readYaml } from "../../base/yaml/index.js";
import { nearestConfiguration } from "./index.js";
import { parseConfiguration } from "./parse-configuration.js";

const file = at("steady-shelf.yaml");

test("everything that it may say", () => {
  const text = `version: 1
stack: react-web
source: src/
arrangement: feature-first
words: { screen: pages, features: modules }
names: { component: "{kebab}", screen: ["{Pascal}Page", "{Pascal}Screen"] }
public-index: false
shelves:
  - at: features/{feature}/domain
    holds: [model, use-case]
    reaches: []
companions: { component: [style, test] }
starters: tools/starters
features: { trees: [tree, orchard-map] }
files:
  src/legacy/**: leave
  src/Badge.tsx: { role: component, feature: shared }
aliases: { "~": src }
rules: { naming: error, placement: off }
`;
  expect(parseConfiguration(text, file)).toMatchObject({
    stack: "react-web",
    source: "src",
    words: { screen: "pages", features: "modules" },
    publicIndex: false,
    starters: "tools/starters",
    files: { "src/legacy/**": "leave" },
    aliases: [{ pattern: "~/*", targets: ["src/*"] }, { pattern: "~" }],
    rules: { placement: "off" },
  });
});

test.each(["version: 1\n", "version: 1\nshelves: []\n", "{ version: 1 }"])("%j is enough", (text) => {
  expect(parseConfiguration(text, file).shelves.shelves).toEqual([]);
});

test("the examples of the documentation are right", () => {
  const pages = ["configuration", "adding-an-arrangement"].map((name) =>
    readFileSync(new URL(`../../../../docs/${name}.md`, import.meta.url), "utf8"),
  );
  const blocks = pages.flatMap((page) => [...page.matchAll(/```yaml\n([^]*?)```/g)].map((match) => match[1] ?? ""));
  const [configuration = "", arrangement = ""] = blocks;
  expect(parseConfiguration(configuration, file).shelves.shelves).toHaveLength(1);
  const read = readYaml({ text: arrangement, file: "x.yaml", schema: arrangementSchema, code: "CONFIG_BROKEN" });
  expect(read.data.shelves).toHaveLength(3);
});

describe("what is wrong is said with its place", () => {
  const refusal = (text: string): string => {
    try {
      parseConfiguration(text, file);
      return "";
    } catch (error) {
      if (!(error instanceof ShelfError)) throw error;
      return `${error.place?.line}:${error.place?.column} ${error.detail.reason}`;
    }
  };
  test.each([
    ["", "1:1 version: it is missing."],
    ["version: 1\nshelves:\n  - at: x", "3:5 shelves[1].holds: it is missing."],
    ["version: 2", "1:10 version: 1 is wanted here, not 2."],
    ["version: 1\nsorce: src", '2:1 there is no key "sorce" here; did you mean source?'],
    ["version: 1\nsource: [src]", "2:9 source: a text is wanted here, not a list."],
    ["version: 1\nsource: ../other", "2:9 source: ../other lies outside of the app's folder."],
    ["version: 1\nsource: /etc", "2:9 source: /etc lies outside of the app's folder."],
    ["version: 1\nstarters: C:\\x", "2:11 starters: C:\\x lies outside of the app's folder."],
    [
      "version: 1\nshelves:\n  - at: x\n    holds: scren",
      '4:12 shelves[1].holds: "scren" is not known; did you mean screen?',
    ],
    [
      "version: 1\nshelves:\n  - at: x\n    holds: [model, scren]",
      '4:20 shelves[1].holds[2]: "scren" is not known; did you mean screen?',
    ],
    [
      "version: 1\nshelves:\n  - at: x\n    hold: screen",
      '4:5 shelves[1]: there is no key "hold" here; did you mean holds?',
    ],
    [
      "version: 1\nshelves:\n  - { at: x, holds: screen, reach: [] }",
      '3:29 shelves[1]: there is no key "reach" here; did you mean reaches?',
    ],
    ["version: 1\nrules: { namng: error }", '2:10 rules: there is no key "namng" here; did you mean naming?'],
    ["version: 1\nrules: { naming: eror }", '2:18 rules.naming: "eror" is not known; did you mean error?'],
    ["version: 1\nfiles: { a.ts: leav }", '2:16 files.a.ts: "leav" is not known; did you mean leave?'],
    [
      "version: 1\nfiles: { a.ts: { role: scren } }",
      '2:24 files.a.ts.role: "scren" is not known; did you mean screen?',
    ],
    [
      "version: 1\nnames: { screen: Screen }",
      '2:18 names.screen: "Screen" has no placeholder, so every file would have one name; use one of {kebab}, {Pascal}, {camel}, {snake}.',
    ],
    [
      "version: 1\nrules: { file-name: { most: 3 } }",
      "2:29 rules.file-name: it has no limit to set; these have one: crowded-folder, long-relative-path, long-reducer.",
    ],
    ["version: 1\nrules: { crowded-folder: { most: 0 } }", "2:34 rules.crowded-folder.most: 1 is the least, not 0."],
    ["version: 1\nwords: { scren: x }", '2:10 words: there is no key "scren" here; did you mean screen?'],
    ["version: 1\npublic-index: yes please", '2:15 public-index: true or false is wanted here, not "yes please".'],
    [
      "version: 1\nshelves: [{ at: x/{feature}, holds: screen }]",
      "2:19 Unexpected flow-map-start at node end. Inside { }, a text that holds braces stands in quotes.",
    ],
    ["version: 1\nversion: 1", "2:1 Map keys must be unique."],
    ["version: 1\nsource: [", "2:10 Flow sequence in block collection must be sufficiently indented and end with a ]."],
  ])("%j", (text, said) => {
    expect(refusal(text)).toBe(said);
  });
});

describe("a monorepo", () => {
  const files = {
    "steady-shelf.yaml": 'version: 1\naliases: { "~": shared }',
    "apps/web/steady-shelf.yaml": 'version: 1\naliases: { "@": src }',
    "apps/web/src/a.ts": "import '@/b'; import '~/c';",
    "apps/web/src/b.ts": "",
    "apps/desk/src/a.ts": "import '@/b';",
    "shared/c.ts": "",
  };

  test.each([
    ["apps/web/src", "apps/web/steady-shelf.yaml"],
    ["apps/web", "apps/web/steady-shelf.yaml"],
    ["apps/desk/src", "steady-shelf.yaml"],
    ["", "steady-shelf.yaml"],
  ])("who stands in %j is in the app of %s", (folder, wanted) => {
    expect(nearestConfiguration(new MemoryStore(files), at(folder))).toBe(wanted);
  });

  test("each app's aliases hold for its own files", async () => {
    const project = await openProject(new MemoryStore(files));
    expect(project.configurations).toHaveLength(2);
    expect(project.aliases.map(({ pattern, targets, under }) => [pattern, targets[0], under])).toEqual(
      expect.arrayContaining([
        ["@/*", "apps/web/src/*", "apps/web"],
        ["~", "shared", undefined],
      ]),
    );
    const { Resolver } = await import("../../graph/index.js");
    const { languages } = await import("../../languages/index.js");
    const rules = languages[0]?.rules;
    if (!rules) throw new TypeError("there is a language");
    const resolver = new Resolver(project.tree, rules, project.aliases);
    const meaning = (from: string) => resolver.resolve(at(from), { specifier: "@/b", lookup: "module" }).state;
    expect([meaning("apps/web/src/a.ts"), meaning("apps/desk/src/a.ts")]).toEqual(["found", "unresolved"]);
  });
});
