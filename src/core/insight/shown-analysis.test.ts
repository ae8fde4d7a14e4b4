/** Apps that are judged by the groups of their project, wherever their files lie. */
import { describe, expect, test } from "vitest";
import { compare } from "../change/compare/index.js";
import { planRepairs } from "../change/repair.js";
import { draftAddition, drawnInGroups } from "../change/setup/index.js";
import { requestOf } from "../change/setup/setup.test.suite.js";
import { planDraft } from "../change/plan/index.js";
import { afterwards, at, type Files } from "../change/plan/planning.test.suite.js";
import { MemoryStore } from "../files/index.js";
import { projectText, shownTree, type ProjectSpec } from "../languages/xcode/project.test.suite.js";
import { analyse, type Analysis } from "./analysis.js";
import { check } from "./rules/index.js";
import { asShown, isInGroups, isOrderedByGroups, placesShown } from "./shown-analysis.js";

const path = "Orchard.xcodeproj/project.pbxproj";
/** All files in one folder; the order is that of the groups. */
const spec: ProjectSpec = {
  groups: [
    {
      path: "App",
      children: [
        "OrchardApp.swift",
        { name: "Screens", children: ["TreesView.swift", "WeatherService.swift"] },
        { name: "Models", children: ["Tree.swift"] },
        { name: "Components", children: ["TreeRow.swift"] },
        { name: "Services", children: ["TreeService.swift"] },
      ],
    },
  ],
  targets: { Orchard: ["*"] },
};
const files: Files = {
  "App/OrchardApp.swift": "import SwiftUI\n@main struct OrchardApp: App { var body: some Scene { TreesView() } }\n",
  "App/TreesView.swift": "import SwiftUI\nstruct TreesView: View { var body: some View { TreeRow(tree: Tree()) } }\n",
  "App/TreeRow.swift":
    "import SwiftUI\nstruct TreeRow: View { let tree: Tree\n var body: some View { Text(tree.id) } }\n",
  "App/Tree.swift": 'struct Tree: Identifiable { var id = "" }\n',
  "App/WeatherService.swift": 'struct WeatherService { func load() -> String { "" } }\n',
  "App/TreeService.swift": "struct TreeService { func load() -> [Tree] { [] } }\n",
  "steady-shelf.yaml":
    "version: 1\nstack: swiftui\nsource: App\narrangement: layer-first\nin-groups: true\nrules: { unlike-other-features: off }\n",
  [path]: projectText(spec),
};
const looked = (more: Files = {}): Promise<Analysis> =>
  analyse(new MemoryStore({ ...files, ...more }), { standing: at("") });

describe("an app as its list shows it", () => {
  test("stands at its groups, with every use of names as it was", async () => {
    const onDisk = await looked();
    const shown = asShown(onDisk);
    expect([...(shown.apps[0]?.catalogue.entries.keys() ?? [])]).toEqual([
      "App/Components/TreeRow.swift",
      "App/Models/Tree.swift",
      "App/OrchardApp.swift",
      "App/Screens/TreesView.swift",
      "App/Screens/WeatherService.swift",
      "App/Services/TreeService.swift",
    ]);
    for (const file of onDisk.graph.files.keys()) {
      const users = onDisk.graph.usersOf(file).map(shown.shownOf).toSorted();
      expect(shown.graph.usersOf(shown.shownOf(file)).toSorted(), file).toEqual(users);
      expect(shown.realOf(shown.shownOf(file))).toBe(file);
    }
    expect(shown.graph.usersOf(at("App/Models/Tree.swift"))).toContain("App/Components/TreeRow.swift");
    expect(shown.project.tree.text(at("App/Models/Tree.swift"))?.text).toContain("struct Tree");
  });

  test("findings name files by where they lie, and say where they are shown; a repair regroups", async () => {
    const onDisk = await looked();
    const found = check(asShown(onDisk)).flatMap(({ fresh }) => fresh);
    expect(found.map(({ rule, file, shownAt }) => [rule, file, shownAt])).toEqual([
      ["wrong-folder", "App/WeatherService.swift", "App/Screens/WeatherService.swift"],
    ]);
    const { plan, repaired } = await planRepairs(onDisk.project, found);
    expect(repaired).toHaveLength(1);
    expect([plan.moves, plan.proof.outcome]).toEqual([[], "holds"]);
    const then = afterwards(files, plan);
    const tree = shownTree(then[path] ?? "");
    expect(tree.slice(tree.indexOf("  Services (no folder)"))).toEqual([
      "  Services (no folder)",
      "    TreeService.swift",
      "    WeatherService.swift",
    ]);
    expect(check(asShown(await looked(then))).flatMap(({ fresh }) => fresh)).toEqual([]);
  });

  test("two files that would be shown at one place keep their own", async () => {
    const groups = [{ name: "Views", children: ["One/Row.swift", "Two/Row.swift"] }];
    const { project } = await looked({
      "One/Row.swift": "",
      "Two/Row.swift": "",
      [path]: projectText({ groups }),
    });
    expect([...placesShown(project.tree)]).toEqual([["One/Row.swift", "Views/Row.swift"]]);
  });

  test("what is shown where another lies goes there only if that is shown elsewhere, too", async () => {
    const swapped = [
      { path: "One", children: ["name=Row.swift path=../Two/Row.swift"] },
      { path: "Two", children: ["name=Row.swift path=../One/Row.swift"] },
    ];
    const both = await looked({ "One/Row.swift": "1", "Two/Row.swift": "2", [path]: projectText({ groups: swapped }) });
    expect(Object.fromEntries(placesShown(both.project.tree))).toEqual({
      "One/Row.swift": "Two/Row.swift",
      "Two/Row.swift": "One/Row.swift",
    });
    const half = await looked({
      "One/Row.swift": "1",
      "Two/Row.swift": "2",
      [path]: projectText({ groups: swapped.slice(0, 1) }),
    });
    expect(placesShown(half.project.tree).size).toBe(0);
  });

  test("arrangements are compared by entries, and no path is another", async () => {
    const analysis = asShown(await looked());
    const [analysed] = analysis.apps;
    if (!analysed) throw new Error("no app");
    const { tried, inGroups } = await compare({ analysis, analysed, inGroups: true, with: ["layer-first"] });
    expect(inGroups).toBe(true);
    expect(tried.map(({ moved, respelled }) => [moved, respelled])).toEqual([[1, 0]]);
  });

  test("is asked for by the configuration, unless somebody says otherwise", async () => {
    const analysis = await looked();
    expect([isInGroups(analysis, undefined), isInGroups(analysis, false)]).toEqual([true, false]);
    const plain = await looked({
      "steady-shelf.yaml": "version: 1\nstack: swiftui\nsource: App\narrangement: layer-first\n",
    });
    expect([isInGroups(plain, undefined), isInGroups(plain, true)]).toEqual([false, true]);
  });

  test("is what an app is ordered by whose folders say nothing", async () => {
    expect(isOrderedByGroups(await looked())).toBe(true);
    const groups = [{ path: "App", children: ["TreesView.swift", "Tree.swift", "TreeRow.swift", "TreeService.swift"] }];
    expect(isOrderedByGroups(await looked({ [path]: projectText({ groups }) }))).toBe(false);
  });

  test("is nothing without a list", async () => {
    const bare = Object.fromEntries(Object.entries(files).filter(([file]) => file !== path));
    const analysis = await analyse(new MemoryStore(bare), { standing: at("") });
    expect(() => asShown(analysis)).toThrow(expect.objectContaining({ code: "NO_GROUPS" }) as Error);
    expect(isOrderedByGroups(analysis)).toBe(false);
  });
});

describe("a file that is added", () => {
  async function added(
    words: string,
  ): Promise<{ readonly made: readonly string[]; readonly shown: readonly string[] }> {
    const { project, apps } = await looked();
    const [analysed] = apps;
    if (!analysed) throw new Error("no app");
    const setUp = await drawnInGroups(project, analysed.app, (app) => draftAddition(app, requestOf(words)));
    const plan = await planDraft(project, setUp.draft);
    expect(plan.proof.outcome).toBe("holds");
    const then = afterwards(files, plan);
    const again = check(asShown(await looked(then))).flatMap(({ fresh }) => fresh);
    expect(again.filter(({ file }) => plan.made.some((each) => each.path === file))).toEqual([]);
    return { made: plan.made.map((each) => each.path), shown: shownTree(then[path] ?? "") };
  }

  test("lies with those that are shown beside it, and is shown on its shelf", async () => {
    const { made, shown } = await added("service frost");
    expect(made).toEqual(["App/FrostService.swift"]);
    expect(shown.slice(shown.indexOf("  Services (no folder)"))).toEqual([
      "  Services (no folder)",
      "    TreeService.swift",
      "    FrostService.swift",
    ]);
  });

  test("gets groups of their own where none is there yet", async () => {
    const { made, shown } = await added("view-model harvest/crate");
    expect(made).toEqual(["App/CrateViewModel.swift"]);
    expect(shown).toEqual(
      expect.arrayContaining(["  ViewModels (no folder)", "    harvest (no folder)", "      CrateViewModel.swift"]),
    );
  });

  test("lies where groups of the same name show theirs, where its own is new", async () => {
    const groups = [
      {
        path: "App",
        children: [
          {
            name: "Features",
            children: [{ name: "Trees", children: [{ name: "Screens", children: ["Pages/TreesView.swift"] }] }],
          },
        ],
      },
    ];
    const { project, apps } = await looked({
      "App/Pages/TreesView.swift": "",
      "steady-shelf.yaml": "version: 1\nstack: swiftui\nsource: App\narrangement: feature-first\nin-groups: true\n",
      [path]: projectText({ groups, targets: { Orchard: ["*"] } }),
    });
    const [analysed] = apps;
    if (!analysed) throw new Error("no app");
    const { draft } = await drawnInGroups(project, analysed.app, (app) =>
      draftAddition(app, requestOf("screen frost --feature weather")),
    );
    expect(draft.made.map((each) => each.path)).toEqual(["App/Pages/FrostScreen.swift"]);
  });

  test("gets a folder where no group around it is known: a test, beside the app", async () => {
    const { made } = await added("test TreeRow");
    expect(made).toEqual(["Tests/OrchardTests/Components/TreeRowTests.swift"]);
  });

  test("cannot have a name that lies in the same folder, whichever group shows that", async () => {
    await expect(added("component Tree")).rejects.toMatchObject({ code: "NAME_TAKEN" });
  });
});
