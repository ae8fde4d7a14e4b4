/** The words for codes: English sentences, whatever they are said of. */
import { expect, test } from "vitest";
import type { Case } from "../core/insight/rules/index.js";
import type { Reason } from "../core/insight/reasons.js";
import { caseCodes, tell } from "./findings.js";
import type { ProjectPath } from "../core/base/paths.js";
import { tellStep } from "./next-steps.js";
import { reasonCodes, wordsOfReason } from "./reasons.js";

/** A value for every parameter that any code has. */
const detail = {
  stem: "treeCard",
  prefix: "@/",
  suffix: "View",
  names: ["Views", "Models"],
  views: 4,
  bound: 3,
  references: 12,
  pattern: "{Pascal}",
  role: "component",
  wanted: "TreeCard",
  folder: "trees",
  taken: undefined,
  name: "TreeCard",
  twin: "treecard",
  kind: "hook",
  reason: "aux is a device on Windows",
  other: "TreeCard",
  goesTo: "src/trees",
  holds: ["screen", "hook"],
  feature: "trees",
  framed: 1,
  layout: "src/layouts/PublicLayout.tsx",
  layouts: ["src/layouts/PublicLayout.tsx", "src/layouts/AppLayout.tsx"],
  in: "rota",
  because: { code: "used only by", feature: "trees" },
  leader: "src/TreeCard.tsx",
  files: 31,
  features: ["harvest", "rota"],
  most: 30,
  inside: "",
  usual: "components",
  from: "core/components",
  to: "features",
  target: "src/trees/Tree.ts",
  links: [{ from: "harvest", to: "rota", references: 1 }],
  weakest: { from: "harvest", to: "rota", file: "a.ts", target: "b.ts" },
  file: "a.ts",
  specifier: "./a",
  folders: 1,
  alias: "@/a",
  missing: [1, 3],
  action: "trees/added",
  first: undefined,
  assets: 75,
  lines: 900,
  count: 5,
  total: 9,
  infix: "test",
  extension: ".png",
  word: "use",
  words: "Card",
  sign: "view",
  router: "Routes",
  times: 3,
  others: 2,
  paths: ["a/a.png", "a/b.png", "a/c.png", "a/d.png"],
  packages: ["@kit/colours", "@kit/type"],
  screen: "TreeScreen",
  called: "OldCard",
  beside: ["src/treeActions.ts"],
  line: '@import "sizes";',
  user: "src/_base.scss",
  at: 3,
  entry: "src/main.scss",
  effect: "broken",
  sheet: "src/_card.scss",
  sheets: ["src/_card.scss", "src/_button.scss"],
  statements: 1,
  marked: 4,
  partials: 5,
  by: "package.json",
  isPattern: false,
  section: "Base",
  sections: ["Base", "Components"],
  isBehind: true,
  giver: "src/_sizes.scss",
  listed: 3,
  key: "API_URL",
  keys: ["API_URL", "API_KEY"],
  sample: ".env.example",
  registered: "path",
  text: "/today",
  places: 3,
};

test.each(caseCodes)("what is found as '%s' is said in one clause, with an advice in sentences", (code) => {
  const { says, advice } = tell({ what: { ...detail, code } as unknown as Case });
  expect(says).not.toMatch(/undefined|object|\.$| {2}/);
  expect(advice).toMatch(/^[A-Z`].*\.$/);
  expect(advice).not.toMatch(/undefined|object| {2}/);
});

test.each(reasonCodes)("what speaks as '%s' completes a 'because'", (code) => {
  expect(wordsOfReason({ ...detail, code } as unknown as Reason)).toMatch(/^(?!.*undefined)(?![A-Z].* [A-Z]).*[^.]$/);
});

test.each([
  [{ code: "mend references", references: 1 } as const, "1 reference is unresolved"],
  [{ code: "mend references", references: 3 } as const, "3 references are unresolved"],
  [{ code: "see why", path: "src/a.ts" as ProjectPath } as const, "see why its role is uncertain"],
])("a step that is worth taking: %j", (step, why) => {
  expect(tellStep(step)).toMatchObject({ why });
  expect(tellStep(step).command).toMatch(/^steady-shelf [a-z]+/);
});
