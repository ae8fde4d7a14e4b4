/** Renames of files and names, and what they leave alone. */
import { describe, expect, test } from "vitest";
import type { Draft } from "../plan/index.js";
import { planRename } from "./renaming.test.suite.js";

const tree = "export function TreeCard() { return null; }\n";

interface Case {
  /** Besides `src/TreeCard.tsx`, which has `tree` unless it is given here. */
  readonly files: Readonly<Record<string, string>>;
  /** What is other then, by the new path. */
  readonly then: Readonly<Record<string, string>>;
  readonly command?: string;
}

const renamed = "export function OrchardCard() { return null; }\n";

describe("a file and what it is named after", () => {
  test.each<[string, Case]>([
    [
      "an import",
      {
        files: { "src/a.ts": 'import { TreeCard } from "./TreeCard";\nTreeCard();\n' },
        then: { "src/a.ts": 'import { OrchardCard } from "./OrchardCard";\nOrchardCard();\n' },
      },
    ],
    [
      "another name for it stays",
      {
        files: { "src/a.ts": 'import { TreeCard as Card } from "./TreeCard";\nCard();\n' },
        then: { "src/a.ts": 'import { OrchardCard as Card } from "./OrchardCard";\nCard();\n' },
      },
    ],
    [
      "what is only called the same stays",
      {
        files: {
          "src/a.ts": 'import { TreeCard } from "paper";\nconst x = { TreeCard: 1 };\nx.TreeCard;\nTreeCard;\n',
        },
        then: {},
      },
    ],
    [
      "through two indexes, one of which gives all",
      {
        files: {
          "src/ui/index.ts": 'export { TreeCard } from "../TreeCard";\n',
          "src/all.ts": 'export * from "./ui";\n',
          "src/a.ts": 'import { TreeCard } from "./all";\nTreeCard;\n',
        },
        then: {
          "src/ui/index.ts": 'export { OrchardCard } from "../OrchardCard";\n',
          "src/a.ts": 'import { OrchardCard } from "./all";\nOrchardCard;\n',
        },
      },
    ],
    [
      "an index that calls it otherwise",
      {
        files: {
          "src/ui.ts": 'export { TreeCard as Card } from "./TreeCard";\n',
          "src/a.ts": 'import { Card } from "./ui";\nCard;\n',
        },
        then: { "src/ui.ts": 'export { OrchardCard as Card } from "./OrchardCard";\n' },
      },
    ],
    [
      "a list that gives it, and an import that is given on",
      {
        files: {
          "src/TreeCard.tsx": "function TreeCard() {}\nexport { TreeCard, TreeCard as Card };\n",
          "src/ui.ts": 'import { TreeCard } from "./TreeCard";\nexport { TreeCard };\nexport default TreeCard;\n',
          "src/a.ts": 'import Some, { TreeCard } from "./ui";\nSome;\nTreeCard;\n',
        },
        then: {
          "src/OrchardCard.tsx": "function OrchardCard() {}\nexport { OrchardCard, OrchardCard as Card };\n",
          "src/ui.ts":
            'import { OrchardCard } from "./OrchardCard";\nexport { OrchardCard };\nexport default OrchardCard;\n',
          "src/a.ts": 'import Some, { OrchardCard } from "./ui";\nSome;\nOrchardCard;\n',
        },
      },
    ],
    [
      "a default under its name, and under another",
      {
        files: {
          "src/TreeCard.tsx": "export default function TreeCard() {}\n",
          "src/a.ts": 'import TreeCard from "./TreeCard";\nTreeCard;\n',
          "src/b.ts": 'import Card from "./TreeCard";\nCard;\n',
          "src/ui.ts": 'export { default as TreeCard } from "./TreeCard";\n',
          "src/c.ts": 'import { TreeCard } from "./ui";\nTreeCard;\n',
        },
        then: {
          "src/OrchardCard.tsx": "export default function OrchardCard() {}\n",
          "src/a.ts": 'import OrchardCard from "./OrchardCard";\nOrchardCard;\n',
          "src/b.ts": 'import Card from "./OrchardCard";\nCard;\n',
          "src/ui.ts": 'export { default as OrchardCard } from "./OrchardCard";\n',
          "src/c.ts": 'import { OrchardCard } from "./ui";\nOrchardCard;\n',
        },
      },
    ],
    [
      "a default without a name",
      {
        files: {
          "src/TreeCard.tsx": "export default () => null;\n",
          "src/a.ts": 'import TreeCard from "./TreeCard";\nTreeCard;\n',
        },
        then: {
          "src/OrchardCard.tsx": "export default () => null;\n",
          "src/a.ts": 'import OrchardCard from "./OrchardCard";\nOrchardCard;\n',
        },
      },
    ],
    [
      "a default that is wrapped, and its own name inside",
      {
        files: {
          "src/TreeCard.tsx":
            'const TreeCard = memo(function TreeCard() {});\nTreeCard.displayName = "TreeCard";\nexport default memo(TreeCard);\n',
          "src/a.ts": 'import TreeCard from "./TreeCard";\nTreeCard;\n',
        },
        then: {
          "src/OrchardCard.tsx":
            'const OrchardCard = memo(function OrchardCard() {});\nOrchardCard.displayName = "OrchardCard";\nexport default memo(OrchardCard);\n',
          "src/a.ts": 'import OrchardCard from "./OrchardCard";\nOrchardCard;\n',
        },
      },
    ],
    [
      "a whole file by a name",
      {
        files: {
          "src/a.tsx":
            'import * as ui from "./TreeCard";\nui.TreeCard;\nconst a = <ui.TreeCard></ui.TreeCard>;\nlet b: typeof ui.TreeCard = ui["TreeCard"];\nconst { TreeCard } = ui;\nTreeCard;\n',
        },
        then: {
          "src/a.tsx":
            'import * as ui from "./OrchardCard";\nui.OrchardCard;\nconst a = <ui.OrchardCard></ui.OrchardCard>;\nlet b: typeof ui.OrchardCard = ui["OrchardCard"];\nconst { OrchardCard } = ui;\nOrchardCard;\n',
        },
      },
    ],
    [
      "a whole file that an index gives",
      {
        files: {
          "src/ui.ts": 'export * as cards from "./TreeCard";\n',
          "src/a.ts": 'import { cards } from "./ui";\ncards.TreeCard;\n',
        },
        then: {
          "src/ui.ts": 'export * as cards from "./OrchardCard";\n',
          "src/a.ts": 'import { cards } from "./ui";\ncards.OrchardCard;\n',
        },
      },
    ],
    [
      "a whole file that an index gives, taken apart; and one that is required",
      {
        files: {
          "src/ui.ts": 'export * as cards from "./TreeCard";\n',
          "src/a.ts": 'import { cards } from "./ui";\nconst { TreeCard } = cards;\nTreeCard;\n',
          "src/b.ts": 'import cards = require("./TreeCard");\ncards.TreeCard;\n',
        },
        then: {
          "src/ui.ts": 'export * as cards from "./OrchardCard";\n',
          "src/a.ts": 'import { cards } from "./ui";\nconst { OrchardCard } = cards;\nOrchardCard;\n',
          "src/b.ts": 'import cards = require("./OrchardCard");\ncards.OrchardCard;\n',
        },
      },
    ],
    [
      "what is loaded later",
      {
        files: {
          "src/TreeCard.tsx": "export default function TreeCard() {}\nexport type TreeCardProps = {};\n",
          "src/a.ts":
            'export const TreeCard = lazy(() => import("./TreeCard"));\nlet p: import("./TreeCard").TreeCardProps;\n',
          "src/b.ts": 'import { TreeCard } from "./a";\nTreeCard;\n',
          "src/c.ts": 'import("./TreeCard").then(({ default: TreeCard }) => TreeCard);\n',
        },
        then: {
          "src/OrchardCard.tsx": "export default function OrchardCard() {}\nexport type OrchardCardProps = {};\n",
          "src/a.ts":
            'export const OrchardCard = lazy(() => import("./OrchardCard"));\nlet p: import("./OrchardCard").OrchardCardProps;\n',
          "src/b.ts": 'import { OrchardCard } from "./a";\nOrchardCard;\n',
          "src/c.ts": 'import("./OrchardCard").then(({ default: OrchardCard }) => OrchardCard);\n',
        },
      },
    ],
    [
      "calls and mocks",
      {
        files: {
          "src/a.test.js":
            'const { TreeCard } = require("./TreeCard");\njest.mock("./TreeCard", () => ({ ...jest.requireActual("./TreeCard"), TreeCard: () => null }));\nTreeCard;\n',
        },
        then: {
          "src/a.test.js":
            'const { OrchardCard } = require("./OrchardCard");\njest.mock("./OrchardCard", () => ({ ...jest.requireActual("./OrchardCard"), OrchardCard: () => null }));\nOrchardCard;\n',
        },
      },
    ],
    [
      "a property keeps its name, and one of the new name is written once",
      {
        files: { "src/a.ts": 'import { TreeCard } from "./TreeCard";\nshow({ TreeCard, OrchardCard: TreeCard });\n' },
        then: {
          "src/a.ts": 'import { OrchardCard } from "./OrchardCard";\nshow({ TreeCard: OrchardCard, OrchardCard });\n',
        },
      },
    ],
    [
      "where the new name is taken, the import keeps the old one",
      {
        files: {
          "src/a.ts": 'import { TreeCard } from "./TreeCard";\nconst OrchardCard = 1;\nshow(TreeCard, OrchardCard);\n',
          "src/b.ts":
            'import { TreeCard } from "./TreeCard";\nfunction f(OrchardCard) { return TreeCard + OrchardCard; }\n',
          "src/c.ts":
            'import { TreeCard } from "./TreeCard";\nfunction f(OrchardCard) { return OrchardCard; }\nTreeCard;\n',
        },
        then: {
          "src/a.ts":
            'import { OrchardCard as TreeCard } from "./OrchardCard";\nconst OrchardCard = 1;\nshow(TreeCard, OrchardCard);\n',
          "src/b.ts":
            'import { OrchardCard as TreeCard } from "./OrchardCard";\nfunction f(OrchardCard) { return TreeCard + OrchardCard; }\n',
          "src/c.ts":
            'import { OrchardCard } from "./OrchardCard";\nfunction f(OrchardCard) { return OrchardCard; }\nOrchardCard;\n',
        },
      },
    ],
    [
      "types that are named after it, its sheet and its test",
      {
        files: {
          "src/TreeCard.tsx":
            'import s from "./TreeCard.module.css";\ninterface TreeCardProps { x: 1 }\nexport const TreeCard = (p: TreeCardProps) => s;\nexport const TreeCardSkeleton = 1;\n',
          "src/TreeCard.module.css": ".a {}\n",
          "src/TreeCard.test.tsx": 'import { TreeCard } from "./TreeCard";\nit("TreeCard", () => TreeCard);\n',
        },
        then: {
          "src/OrchardCard.tsx":
            'import s from "./OrchardCard.module.css";\ninterface OrchardCardProps { x: 1 }\nexport const OrchardCard = (p: OrchardCardProps) => s;\nexport const TreeCardSkeleton = 1;\n',
          "src/OrchardCard.module.css": ".a {}\n",
          "src/OrchardCard.test.tsx":
            'import { OrchardCard } from "./OrchardCard";\nit("TreeCard", () => OrchardCard);\n',
        },
      },
    ],
    [
      "a class that knows itself",
      {
        files: { "src/TreeCard.tsx": "export class TreeCard { a?: TreeCard; b = () => new TreeCard(); }\n" },
        then: { "src/OrchardCard.tsx": "export class OrchardCard { a?: OrchardCard; b = () => new OrchardCard(); }\n" },
      },
    ],
    [
      "an old script",
      {
        files: {
          "src/TreeCard.tsx": "export {};\n",
          "src/tree-card.js": "const treeCard = 1;\nmodule.exports = { treeCard };\n",
          "src/a.js": 'const { treeCard } = require("./tree-card");\ntreeCard;\n',
        },
        then: {
          "src/orchard-card.js": "const orchardCard = 1;\nmodule.exports = { orchardCard };\n",
          "src/a.js": 'const { orchardCard } = require("./orchard-card");\norchardCard;\n',
        },
        command: "src/tree-card.js orchard-card",
      },
    ],
    [
      "Flow",
      {
        files: {
          "src/tree.js": "// @flow\nexport type Tree = {| name: string |};\n",
          "src/a.js":
            '// @flow\nimport type { Tree } from "./tree";\nopaque type Wood = Tree;\nexport default component View(tree: Tree) { return null; }\n',
        },
        then: {
          "src/plant.js": "// @flow\nexport type Plant = {| name: string |};\n",
          "src/a.js":
            '// @flow\nimport type { Plant } from "./plant";\nopaque type Wood = Plant;\nexport default component View(tree: Plant) { return null; }\n',
        },
        command: "src/tree.js Plant",
      },
    ],
    [
      "a file for each platform",
      {
        files: {
          "src/Tree.ios.js": "export const Tree = 1;\n",
          "src/Tree.android.js": "export const Tree = 2;\n",
          "src/a.js": 'import { Tree } from "./Tree";\nTree;\n',
        },
        then: {
          "src/Plant.ios.js": "export const Plant = 1;\n",
          "src/Plant.android.js": "export const Plant = 2;\n",
          "src/a.js": 'import { Plant } from "./Plant";\nPlant;\n',
        },
        command: "src/Tree.ios.js Plant",
      },
    ],
    [
      "a component's own folder",
      {
        files: {
          "src/Tree/Tree.tsx": "export const Tree = 1;\n",
          "src/Tree/index.ts": 'export { Tree } from "./Tree";\n',
          "src/a.ts": 'import { Tree } from "./Tree";\nTree;\n',
        },
        then: {
          "src/Plant/Plant.tsx": "export const Plant = 1;\n",
          "src/Plant/index.ts": 'export { Plant } from "./Plant";\n',
          "src/a.ts": 'import { Plant } from "./Plant";\nPlant;\n',
        },
        command: "src/Tree/Tree.tsx Plant",
      },
    ],
    [
      "a folder, by its index",
      {
        files: {
          "src/tree/index.ts": "export const tree = 1;\n",
          "src/tree/leaf.ts": "export {};\n",
          "src/a.ts": 'import { tree } from "./tree";\ntree;\n',
        },
        then: {
          "src/plant/index.ts": "export const plant = 1;\n",
          "src/plant/leaf.ts": "export {};\n",
          "src/a.ts": 'import { plant } from "./plant";\nplant;\n',
        },
        command: "src/tree plant",
      },
    ],
    [
      "each name in its own case, and a file that says more behind a dot",
      {
        files: {
          "src/tree-card.store.ts":
            "export const treeCardStore = 1;\nexport const useTreeCard = 2;\nexport const TREE_CARD = 3;\n",
          "src/a.ts": 'import { TREE_CARD, treeCardStore, useTreeCard } from "./tree-card.store";\n',
        },
        then: {
          "src/plum.store.ts": "export const plumStore = 1;\nexport const usePlum = 2;\nexport const PLUM = 3;\n",
          "src/a.ts": 'import { PLUM, plumStore, usePlum } from "./plum.store";\n',
        },
        command: "src/tree-card.store.ts plum",
      },
    ],
    [
      "a name in no usual case, as it is typed",
      {
        files: {
          "src/TreeCard.tsx": "export const TreeCard = 1;\nexport interface TreeCardProps {}\n",
        },
        then: {
          "src/LAB__OakCard.tsx": "export const LAB__OakCard = 1;\nexport interface LAB__OakCardProps {}\n",
        },
        command: "src/TreeCard.tsx LAB__OakCard",
      },
    ],
    [
      "tags of HTML stay, and a style's name follows",
      {
        files: {
          "src/form.ts": "export const form = 1;\n",
          "src/A.vue":
            '<script setup>\nimport { form } from "./form";\n</script>\n<template><form>{{ form }}</form></template>\n<style>p { width: v-bind(form); }</style>\n',
        },
        then: {
          "src/sheet.ts": "export const sheet = 1;\n",
          "src/A.vue":
            '<script setup>\nimport { sheet } from "./sheet";\n</script>\n<template><form>{{ sheet }}</form></template>\n<style>p { width: v-bind(sheet); }</style>\n',
        },
        command: "src/form.ts sheet",
      },
    ],
    [
      "an object's own name, and a minus",
      {
        files: {
          "src/TreeCard.tsx": 'export const TreeCard = 1;\nexport const route = { name: "TreeCard" };\n',
          "src/a.ts": 'import * as ui from "./TreeCard";\nconst b = ui.TreeCard-1;\n',
        },
        then: {
          "src/OrchardCard.tsx": 'export const OrchardCard = 1;\nexport const route = { name: "TreeCard" };\n',
          "src/a.ts": 'import * as ui from "./OrchardCard";\nconst b = ui.OrchardCard-1;\n',
        },
      },
    ],
    [
      "one other name of a file",
      {
        files: {
          "src/days.ts": "export const day = 1;\nexport const week = 7 * day;\n",
          "src/a.ts": 'import { day, week } from "./days";\nweek(day);\n',
        },
        then: {
          "src/days.ts": "export const day = 1;\nexport const sevenDays = 7 * day;\n",
          "src/a.ts": 'import { day, sevenDays } from "./days";\nsevenDays(day);\n',
        },
        command: "src/days.ts week sevenDays",
      },
    ],
    [
      "a name that no other file takes",
      {
        files: { "src/days.ts": "const day = 1;\nexport const week = 7 * day;\n" },
        then: { "src/days.ts": "const oneDay = 1;\nexport const week = 7 * oneDay;\n" },
        command: "src/days.ts day oneDay",
      },
    ],
    [
      "a component of Vue, in script setup",
      {
        files: {
          "src/TreeCard.vue": '<script>\nexport default { name: "TreeCard" };\n</script>\n',
          "src/A.vue":
            '<script setup lang="ts">\nimport TreeCard from "./TreeCard.vue";\nimport { TreeCard as other } from "x";\nconst is = TreeCard;\n</script>\n<template>\n  <TreeCard :a="TreeCard"><tree-card /></TreeCard>\n  <p v-for="TreeCard in [1]">{{ TreeCard }}</p>\n</template>\n',
        },
        then: {
          "src/OrchardCard.vue": '<script>\nexport default { name: "OrchardCard" };\n</script>\n',
          "src/A.vue":
            '<script setup lang="ts">\nimport OrchardCard from "./OrchardCard.vue";\nimport { TreeCard as other } from "x";\nconst is = OrchardCard;\n</script>\n<template>\n  <OrchardCard :a="OrchardCard"><orchard-card /></OrchardCard>\n  <p v-for="TreeCard in [1]">{{ TreeCard }}</p>\n</template>\n',
        },
        command: "src/TreeCard.vue OrchardCard",
      },
    ],
    [
      "a component of Vue that is registered",
      {
        files: {
          "src/TreeCard.vue": "<script>\nexport default {};\n</script>\n",
          "src/A.vue":
            '<script>\nimport TreeCard from "./TreeCard.vue";\nexport default { components: { TreeCard } };\n</script>\n<template><tree-card>{{ TreeCard }}</tree-card></template>\n',
        },
        then: {
          "src/OrchardCard.vue": "<script>\nexport default {};\n</script>\n",
          "src/A.vue":
            '<script>\nimport OrchardCard from "./OrchardCard.vue";\nexport default { components: { OrchardCard } };\n</script>\n<template><orchard-card>{{ TreeCard }}</orchard-card></template>\n',
        },
        command: "src/TreeCard.vue OrchardCard",
      },
    ],
  ])("%s", async (_, { files, then, command = "src/TreeCard.tsx OrchardCard" }) => {
    const isOwn = command.startsWith("src/TreeCard.tsx");
    const all = { ...(isOwn && { "src/TreeCard.tsx": tree }), ...files };
    const done = await planRename(all, command);
    const moved = new Map<string, string>(done.plan.moves.map(({ from, to }) => [from, to]));
    const kept = Object.fromEntries(Object.entries(all).map(([path, text]) => [moved.get(path) ?? path, text]));
    const wanted = {
      ...kept,
      ...(isOwn && !("src/TreeCard.tsx" in files) && { "src/OrchardCard.tsx": renamed }),
      ...then,
    };
    expect(done.then).toEqual(wanted);
    expect(done.plan.proof.outcome).toBe("holds");
    expect(done.plan.proof.names?.same).toBe(done.plan.proof.names?.uses);
  });
});

describe("where nobody can say who takes a name, the proof is not complete", () => {
  test.each<[string, Readonly<Record<string, string>>, string]>([
    ["a whole file is handed on", { "src/a.ts": 'import * as cards from "./TreeCard";\nshow(cards);\n' }, "handed on"],
    [
      "by way of an index, in a file without the name",
      { "src/ui.ts": 'export * from "./TreeCard";\n', "src/a.ts": 'const ui = require("./ui");\nui[name];\n' },
      "handed on",
    ],
    [
      "by way of a name that an index gives it, in a file without the name",
      {
        "src/ui.ts": 'export * as cards from "./TreeCard";\n',
        "src/a.ts": 'import { cards } from "./ui";\nshow(cards);\n',
      },
      "handed on",
    ],
    ["by a pattern", { "src/a.ts": 'const all = import.meta.glob("./*.tsx");\nshow(all);\n' }, "handed on"],
    [
      "by a name that is put together",
      { "src/a.ts": "const load = (name: string) => import(`./${name}`);\n" },
      "handed on",
    ],
    [
      "by what a file declares for another",
      { "src/a.ts": 'export {};\ndeclare module "./TreeCard" {\n  interface TreeCard {}\n}\n' },
      "handed on",
    ],
    [
      "a text has an error",
      { "src/a.ts": 'import { TreeCard } from "./TreeCard";\nTreeCard = = 1;\n' },
      "not understood",
    ],
    [
      "a template in another language",
      {
        "src/A.vue":
          '<script setup>\nimport { TreeCard } from "./TreeCard";\n</script>\n<template lang="pug">\nTreeCard\n</template>\n',
      },
      "not understood",
    ],
  ])("%s", async (_, files, reason) => {
    const { plan } = await planRename({ "src/TreeCard.tsx": tree, ...files }, "src/TreeCard.tsx OrchardCard");
    expect(plan.proof.outcome).not.toBe("holds");
    expect(plan.proof.gaps.map((gap) => gap.reason)).toContain(reason);
  });
});

test("a component that a framework may find by the name of its file", async () => {
  const files = {
    "src/TreeCard.vue": "<template><p /></template>\n",
    "src/A.vue": "<template><tree-card /></template>\n",
  };
  const { plan } = await planRename(files, "src/TreeCard.vue OrchardCard");
  expect(plan.proof.gaps.map(({ reason, file, detail }) => `${reason}: ${file} ${detail}`)).toEqual([
    "found by name: src/A.vue <tree-card>",
  ]);
});

test.each([
  ["the same name without a value", "<p :tree-card />"],
  ["an argument", '<p :[treeCard]="1" />'],
  ["a default in a slot's names", '<p #item="{ a = treeCard }">{{ a }}</p>'],
])("of a template that holds the name in a form of its own it is not proved: %s", async (_, markup) => {
  const files = {
    "src/tree-card.ts": "export const treeCard = 1;\n",
    "src/A.vue": `<script setup>\nimport { treeCard } from "./tree-card";\n</script>\n<template>${markup}</template>\n`,
  };
  const { plan } = await planRename(files, "src/tree-card.ts plum");
  expect(plan.proof.outcome).not.toBe("holds");
});

describe("the proof does not trust the edits", () => {
  const files = {
    "src/TreeCard.tsx": "export function TreeCard() { return TreeCard; }\n",
    "src/ui.ts": 'export { TreeCard } from "./TreeCard";\n',
    "src/a.tsx":
      'import { TreeCard } from "./ui";\nimport * as ui from "./ui";\nconst a = <TreeCard b={ui.TreeCard}></TreeCard>;\nshow({ TreeCard });\n',
  };
  const command = "src/TreeCard.tsx OrchardCard";

  test("each edit that is left out, and each that says something else, is found", async () => {
    const { renamed: done } = await planRename(files, command);
    expect(done.draft.edits.length).toBeGreaterThan(7);
    for (const [index] of done.draft.edits.entries()) {
      const without = (draft: Draft): Draft => ({ ...draft, edits: draft.edits.filter((_, at) => at !== index) });
      const other = (draft: Draft): Draft => ({
        ...draft,
        edits: draft.edits.map((edit, at) =>
          at === index ? { ...edit, text: edit.text.replace("Orchard", "Other") } : edit,
        ),
      });
      for (const change of [without, other])
        expect((await planRename(files, command, { change })).plan.proof.outcome, `edit ${index}`).toBe("fails");
    }
  });

  test("a property that would get another name is found, and a name that would mean something else", async () => {
    const edited =
      (file: string, old: string, text: string) =>
      (draft: Draft): Draft => {
        const start = (files as Record<string, string>)[file]?.indexOf(old) ?? -1;
        const edits = draft.edits.filter((edit) => edit.file !== file || edit.start !== start);
        return { ...draft, edits: [...edits, { file: file as never, start, end: start + old.length, text, why: "" }] };
      };
    const property = edited("src/a.tsx", "TreeCard });", "OrchardCard });");
    const use = edited("src/TreeCard.tsx", "TreeCard; }", "undefined; }");
    for (const change of [property, use])
      expect((await planRename(files, command, { change })).plan.proof.outcome).toBe("fails");
  });
});

describe("refused, with the place", () => {
  test.each<[string, Readonly<Record<string, string>>, string, string, string?]>([
    [
      "a name that is taken",
      { "src/TreeCard.tsx": `${tree}const OrchardCard = 1;\n` },
      "src/TreeCard.tsx OrchardCard",
      "RENAME_TAKEN",
      "src/TreeCard.tsx:2",
    ],
    [
      "one that an inner name would hide",
      {
        "src/TreeCard.tsx":
          "export const TreeCard = () => {\n  const OrchardCard = 1;\n  return TreeCard(OrchardCard);\n};\n",
      },
      "src/TreeCard.tsx OrchardCard",
      "RENAME_TAKEN",
      "src/TreeCard.tsx:2",
    ],
    [
      "one that an index gives already",
      {
        "src/TreeCard.tsx": tree,
        "src/ui.ts": 'export * from "./TreeCard";\nexport { OrchardCard } from "./x";\n',
        "src/x.ts": "export const OrchardCard = 1;\n",
        "src/a.ts": 'import { TreeCard } from "./ui";\n',
      },
      "src/TreeCard.tsx OrchardCard",
      "RENAME_TAKEN",
      "src/ui.ts:2",
    ],
    ["a word of the language", { "src/a.ts": "export const tree = 1;\n" }, "src/a.ts tree class", "NAME_UNUSABLE"],
    [
      "what no script can have as a name",
      { "src/a.ts": "export const tree = 1;\n" },
      "src/a.ts tree 1tree",
      "NAME_UNUSABLE",
    ],
    ["its own name", { "src/a.ts": "export const tree = 1;\n" }, "src/a.ts tree tree", "NAME_UNUSABLE"],
    ["a name that is not there", { "src/a.ts": "export const tree = 1;\n" }, "src/a.ts three four", "NAME_MISSING"],
    [
      "one that is only passed on",
      { "src/a.ts": 'import { tree } from "./b";\nexport { tree };\n', "src/b.ts": "export const tree = 1;\n" },
      "src/a.ts tree plant",
      "NAME_ELSEWHERE",
    ],
    [
      "a file that cannot be read",
      { "src/a.ts": "export const a = = 1;\n" },
      "src/a.ts b",
      "NAMES_UNREAD",
      "src/a.ts:1",
    ],
    ["a file that is not there", { "src/a.ts": "export {};\n" }, "src/b.ts c", "SOURCE_MISSING"],
    ["a name for no file", { "src/a.ts": "export {};\n" }, "src/a.ts b/c", "NAME_UNUSABLE"],
  ])("%s", async (_, files, command, code, place) => {
    const error: unknown = await planRename(files, command).catch((reason: unknown) => reason);
    expect(error).toMatchObject({ code });
    const at = (error as { detail: { place?: { file: string; line?: number } } }).detail.place;
    if (place !== undefined) expect(`${at?.file ?? ""}:${at?.line ?? 0}`).toBe(place);
  });
});

test("text that has the old name is said, and changed where that is asked", async () => {
  const files = {
    "src/TreeCard.tsx": '// TreeCard is drawn.\nexport function TreeCard() { return "tree-card"; }\n',
    "README.md": "Use `TreeCard`, not TreeCards.\n",
  };
  const { renamed: done } = await planRename(files, "src/TreeCard.tsx OrchardCard");
  expect(done.mentions.map(({ mention: { file, at, names } }) => `${file}:${at.line}:${at.column} ${names}`)).toEqual([
    "README.md:1:6 TreeCard",
    "src/TreeCard.tsx:1:4 TreeCard",
    "src/TreeCard.tsx:2:38 tree-card",
  ]);
  const all = await planRename(files, "src/TreeCard.tsx OrchardCard", { mentions: true });
  expect(all.then).toEqual({
    "src/OrchardCard.tsx": '// OrchardCard is drawn.\nexport function OrchardCard() { return "orchard-card"; }\n',
    "README.md": "Use `OrchardCard`, not TreeCards.\n",
  });
  expect(all.plan.proof.outcome).toBe("holds");
});

test("a file after which nothing is named moves, and what it is about is said", async () => {
  const { renamed: done, then } = await planRename(
    { "src/ContentView.tsx": "export const App = 1;\n" },
    "src/ContentView.tsx TreeList",
  );
  expect(done.names).toEqual([]);
  expect(then).toEqual({ "src/TreeList.tsx": "export const App = 1;\n" });
});
