/** The list of a project in other groups and in another order, with no file moved. */
import { describe, expect, test } from "vitest";
import { planShownList, shapeDraft } from "../../change/arrange/shown-list.js";
import { openProject } from "../../app/index.js";
import { MemoryStore } from "../../files/index.js";
import { planDraft, type Plan } from "../../change/plan/index.js";
import { afterwards, at } from "../../change/plan/planning.test.suite.js";
import type { ListOrder } from "../index.js";
import { planRepairs } from "../../change/repair.js";
import { analyse } from "../../insight/analysis.js";
import { hasShownList } from "../../insight/shown-analysis.js";
import { check } from "../../insight/rules/index.js";
import { projectText, shownTree, type ProjectSpec } from "./project.test.suite.js";

const path = "Orchard.xcodeproj/project.pbxproj";
const spec: ProjectSpec = {
  groups: [
    {
      path: "App",
      children: [
        { path: "Views", children: ["TreeRow.swift", "HarvestView.swift"] },
        { path: "Models", children: ["Tree.swift"] },
        "Main.storyboard",
        "AppDelegate.swift",
      ],
    },
  ],
  targets: { Orchard: ["*"] },
};
const sources = {
  "App/Views/TreeRow.swift": "struct TreeRow {}",
  "App/Views/HarvestView.swift": "struct HarvestView {}",
  "App/Models/Tree.swift": "struct Tree {}",
  "App/Main.storyboard": "<document/>",
  "App/AppDelegate.swift": "class AppDelegate {}",
};

async function shown(
  moves: Readonly<Record<string, string>>,
  order: readonly ListOrder[] = [],
  text = projectText(spec),
): Promise<{
  readonly tree: readonly string[];
  readonly text: string;
  readonly outcome: string;
  readonly ordered: readonly string[];
}> {
  const files = { ...sources, [path]: text };
  const project = await openProject(new MemoryStore(files));
  const pairs = Object.entries(moves).map(([from, to]) => ({ from: at(from), to: at(to) }));
  const { plan, ordered } = await planShownList(project, pairs, { order });
  expect(plan.moves).toEqual([]);
  expect(plan.proof.different).toEqual([]);
  const then = afterwards(files, plan)[path] ?? "";
  return { tree: shownTree(then), text: then, outcome: plan.proof.outcome, ordered: ordered.map(({ group }) => group) };
}

describe("groups", () => {
  test("files are shown in groups without folders; emptied groups go, paths and names stay true", async () => {
    const moves = {
      "App/Views/TreeRow.swift": "App/Features/Trees/TreeRow.swift",
      "App/Models/Tree.swift": "App/Features/Trees/Tree.swift",
      "App/Views/HarvestView.swift": "App/Features/Harvest/HarvestView.swift",
    };
    const once = await shown(moves);
    expect(once.tree).toMatchInlineSnapshot(`
      [
        "App/",
        "  Main.storyboard",
        "  AppDelegate.swift",
        "  Features (no folder)",
        "    Trees (no folder)",
        "      TreeRow.swift (Views/TreeRow.swift)",
        "      Tree.swift (Models/Tree.swift)",
        "    Harvest (no folder)",
        "      HarvestView.swift (Views/HarvestView.swift)",
      ]
    `);
    expect(once.outcome).toBe("holds");
    expect(once.text).toContain("name = TreeRow.swift; path = Views/TreeRow.swift;");
    expect(once.text).not.toContain("path = Models;");
    const twice = await shown(moves, [], once.text);
    expect(twice.text).toBe(once.text);
  });

  test("a group that is there takes them, whatever it stands for", async () => {
    const { tree, outcome } = await shown({ "App/Models/Tree.swift": "App/Views/Tree.swift" });
    expect(outcome).toBe("holds");
    expect(tree).toMatchInlineSnapshot(`
      [
        "App/",
        "  Views/",
        "    TreeRow.swift",
        "    HarvestView.swift",
        "    Tree.swift (../Models/Tree.swift)",
        "  Main.storyboard",
        "  AppDelegate.swift",
      ]
    `);
  });

  test("a project outside of what is moved, and one that nothing can be shown in, stay", async () => {
    const text = projectText(spec);
    expect((await shown({ "Other/A.swift": "Other/B/A.swift" })).text).toBe(text);
    expect((await shown({ "App/Models/Tree.swift": "Elsewhere/Tree.swift" })).tree).toContain(
      "  Tree.swift (App/Models/Tree.swift)",
    );
  });
});

describe("the proof does not trust the edits", () => {
  const moves = [{ from: at("App/Models/Tree.swift"), to: at("App/Trees/Tree.swift") }];
  const planned = async (change: (text: string) => string): Promise<Plan> => {
    const files = { ...sources, [path]: projectText(spec) };
    const project = await openProject(new MemoryStore(files));
    const { draft } = await shapeDraft(project.tree, {
      shown: new Map(moves.map(({ from, to }) => [from, to])),
      order: [],
    });
    return planDraft(project, { ...draft, edits: draft.edits.map((edit) => ({ ...edit, text: change(edit.text) })) });
  };

  test("all of it holds", async () => {
    expect((await planned((text) => text)).proof.outcome).toBe("holds");
  });

  test.each<[string, (text: string) => string, string]>([
    [
      "an entry that no group gets",
      (text) => text.replace(/^.*\/\* Tree\.swift \*\/,\n/m, ""),
      "no group would show it any more",
    ],
    [
      "an entry that a group gets twice",
      (text) => text.replace(/^.*\/\* Tree\.swift \*\/,\n/m, "$&$&"),
      "another number of groups would show it",
    ],
    [
      "a group that no group gets",
      (text) => text.replace(/^.*\/\* Trees \*\/,\n/m, ""),
      "no group would show it any more",
    ],
  ])("%s", async (_, change, reason) => {
    const { proof } = await planned(change);
    expect(proof.outcome).toBe("fails");
    expect(proof.different.map((each) => each.reason)).toContain(reason);
  });
});

describe("order", () => {
  test.each<[ListOrder[], string[]]>([
    [
      ["alphabet"],
      [
        "App/",
        "  AppDelegate.swift",
        "  Main.storyboard",
        "  Models/",
        "    Tree.swift",
        "  Views/",
        "    HarvestView.swift",
        "    TreeRow.swift",
      ],
    ],
    [
      ["kind", "alphabet"],
      [
        "App/",
        "  Models/",
        "    Tree.swift",
        "  Views/",
        "    HarvestView.swift",
        "    TreeRow.swift",
        "  AppDelegate.swift",
        "  Main.storyboard",
      ],
    ],
  ])("by %s", async (order, wanted) => {
    const once = await shown({}, order);
    expect(once.outcome).toBe("holds");
    expect(once.tree).toEqual(wanted);
    expect((await shown({}, order, once.text)).ordered).toEqual([]);
  });

  test("only lines of groups change, and as often as they did", async () => {
    const before = projectText(spec).split("\n");
    const { text, ordered } = await shown({}, ["kind", "alphabet"]);
    const after = text.split("\n");
    expect(ordered).toEqual(["App", "Views"]);
    expect([...after].sort()).toEqual([...before].sort());
  });

  test("what stands in a group and is not understood keeps its words, and its place by them", async () => {
    const text = projectText(spec).replace(
      "/* Main.storyboard */,",
      "/* Main (odd) */,\n\t\t\t\tFEED /* Other.thing */,\n\t\t\t\tBEEF,",
    );
    const { text: then } = await shown({}, ["alphabet"], text);
    const lines = (all: string): string[] => all.split("\n").toSorted();
    expect(lines(then)).toEqual(lines(text));
    expect(then.indexOf("BEEF,")).toBeLessThan(then.indexOf("FEED /* Other.thing */"));
  });

  test("line ends, and a list without its last comma, stay as they are", async () => {
    const text = projectText(spec).replaceAll("\n", "\r\n");
    const { text: then } = await shown({}, ["alphabet"], text);
    expect(then.replaceAll("\r\n", "")).not.toContain("\n");
  });

  test("it is the repair of a finding", async () => {
    const files = {
      ...sources,
      [path]: projectText(spec),
      "steady-shelf.yaml":
        "version: 1\nstack: swiftui\nsource: App\narrangement: layer-first\ngroup-order: [kind, alphabet]\n",
    };
    const store = new MemoryStore(files);
    const analysis = await analyse(store, { standing: at("") });
    const found = check(analysis).flatMap(({ fresh }) => fresh.filter(({ rule }) => rule === "group-order"));
    expect(found).toHaveLength(1);
    const { plan, repaired } = await planRepairs(analysis.project, found);
    expect(repaired).toHaveLength(1);
    expect(plan.proof.outcome).toBe("holds");
    expect(plan.texts.map(({ file }) => file)).toEqual([path]);
  });
});

test("files that nothing builds are taken into the list on purpose, and only then", async () => {
  const listed = projectText({
    groups: [{ path: "App", children: [{ path: "Views", children: ["TreeRow.swift"] }] }],
    targets: { Orchard: ["TreeRow.swift"] },
  });
  const files = {
    "App/Views/TreeRow.swift": "struct TreeRow {}",
    "App/Views/HarvestView.swift": "struct HarvestView {}",
    "App/Views/RotaView.swift": "struct RotaView {}",
    [path]: listed,
    "steady-shelf.yaml": "version: 1\nstack: swiftui\nsource: App\narrangement: layer-first\n",
  };
  const analysis = await analyse(new MemoryStore(files), { standing: at("") });
  const found = check(analysis).flatMap(({ fresh }) => fresh.filter(({ rule }) => rule === "unlisted-file"));
  expect(found.map(({ file }) => file)).toEqual(["App/Views/HarvestView.swift", "App/Views/RotaView.swift"]);
  const { plan, repaired, left } = await planRepairs(analysis.project, found);
  expect([repaired.length, left.length]).toEqual([2, 0]);
  expect(plan.proof.outcome).toBe("holds");
  const then = shownTree(afterwards(files, plan)[path] ?? "");
  expect(then).toEqual(["App/", "  Views/", "    TreeRow.swift", "    HarvestView.swift", "    RotaView.swift"]);
});

test("a list is there where a project is", async () => {
  const open = async (files: Record<string, string>) => (await openProject(new MemoryStore(files))).tree;
  expect(hasShownList(await open({ [path]: projectText(spec) }))).toBe(true);
  expect(hasShownList(await open({ "a.ts": "" }))).toBe(false);
});
