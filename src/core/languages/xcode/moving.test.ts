import { describe, expect, test } from "vitest";
import { afterwards, planCommand, planOf, respellings } from "../../change/plan/planning.test.suite.js";
import { projectText, shownTree, type ProjectSpec } from "./project.test.suite.js";

const projectPath = "Orchard.xcodeproj/project.pbxproj";

interface Case {
  readonly name: string;
  readonly project: ProjectSpec;
  /** Files besides those that are empty and named in `moves`. */
  readonly files?: Readonly<Record<string, string>>;
  readonly moves: readonly string[];
  readonly tree: readonly string[];
  /** What is updated besides groups. */
  readonly edits?: readonly string[];
  readonly fails?: readonly string[];
}

const views = {
  path: "Orchard",
  children: [
    "OrchardApp.swift",
    { path: "Views", children: ["Twig.swift", "Tree.swift"] },
    { path: "Models", children: ["Apple.swift", "Crate.swift", "Season.swift"] },
  ],
};
const onDisk = {
  "Orchard/OrchardApp.swift": "",
  "Orchard/Views/Twig.swift": "",
  "Orchard/Views/Tree.swift": "",
  "Orchard/Models/Apple.swift": "",
  "Orchard/Models/Crate.swift": "",
  "Orchard/Models/Season.swift": "",
};

const cases: readonly Case[] = [
  {
    name: "into the group of the folder, in the order that it has",
    project: { groups: [views], targets: { Orchard: ["*"] } },
    files: onDisk,
    moves: ["Orchard/Views/Tree.swift > Orchard/Models/Bough.swift"],
    edits: [`${projectPath}: Tree.swift > Bough.swift`],
    tree: [
      "Orchard/",
      "  OrchardApp.swift",
      "  Views/",
      "    Twig.swift",
      "  Models/",
      "    Apple.swift",
      "    Bough.swift",
      "    Crate.swift",
      "    Season.swift",
    ],
  },
  {
    name: "at the end of a group that is in no order",
    project: { groups: [views], targets: { Orchard: ["*"] } },
    files: onDisk,
    moves: ["Orchard/Models/Apple.swift > Orchard/Views/Apple.swift"],
    tree: [
      "Orchard/",
      "  OrchardApp.swift",
      "  Views/",
      "    Twig.swift",
      "    Tree.swift",
      "    Apple.swift",
      "  Models/",
      "    Crate.swift",
      "    Season.swift",
    ],
  },
  {
    name: "into a new folder, for which groups are made",
    project: { groups: [views], targets: { Orchard: ["*"] } },
    files: onDisk,
    moves: ["Orchard/Views/Tree.swift > Orchard/Features/Trees/Tree.swift"],
    tree: [
      "Orchard/",
      "  OrchardApp.swift",
      "  Views/",
      "    Twig.swift",
      "  Models/",
      "    Apple.swift",
      "    Crate.swift",
      "    Season.swift",
      "  Features/",
      "    Trees/",
      "      Tree.swift",
    ],
  },
  {
    name: "a group whose folder is emptied goes",
    project: { groups: [views], targets: { Orchard: ["*"] } },
    files: onDisk,
    moves: ["Orchard/Views/Tree.swift > Orchard/Models/Tree.swift", "Orchard/Views/Twig.swift > Orchard/Twig.swift"],
    tree: [
      "Orchard/",
      "  OrchardApp.swift",
      "  Models/",
      "    Apple.swift",
      "    Crate.swift",
      "    Season.swift",
      "    Tree.swift",
      "  Twig.swift",
    ],
  },
  {
    name: "a group goes where its folder goes",
    project: { groups: [views], targets: { Orchard: ["*"] } },
    files: onDisk,
    moves: [
      "Orchard/Views/Tree.swift > Orchard/Models/Screens/Tree.swift",
      "Orchard/Views/Twig.swift > Orchard/Models/Screens/Twig.swift",
    ],
    tree: [
      "Orchard/",
      "  OrchardApp.swift",
      "  Models/",
      "    Screens/",
      "      Twig.swift",
      "      Tree.swift",
      "    Apple.swift",
      "    Crate.swift",
      "    Season.swift",
    ],
  },
  {
    name: "a folder that gets another name",
    project: {
      groups: [{ ...views, children: [{ name: "Views", path: "Views", children: ["Twig.swift", "Tree.swift"] }] }],
      targets: { Orchard: ["*"] },
    },
    files: { "Orchard/Views/Twig.swift": "", "Orchard/Views/Tree.swift": "" },
    moves: [
      "Orchard/Views/Twig.swift > Orchard/Screens/Twig.swift",
      "Orchard/Views/Tree.swift > Orchard/Screens/Tree.swift",
    ],
    tree: ["Orchard/", "  Screens/", "    Twig.swift", "    Tree.swift"],
  },
  {
    name: "groups without a folder are somebody's order: the path leads on",
    project: {
      groups: [{ path: "Orchard", children: [{ name: "Trees", children: ["Tree.swift", "Twig.swift"] }] }],
      targets: { Orchard: ["*"] },
    },
    files: { "Orchard/Tree.swift": "", "Orchard/Twig.swift": "" },
    moves: ["Orchard/Tree.swift > Orchard/Views/Tree.swift"],
    edits: [`${projectPath}: Tree.swift > Views/Tree.swift`],
    tree: ["Orchard/", "  Trees (no folder)", "    Tree.swift (Views/Tree.swift)", "    Twig.swift"],
  },
  {
    name: "an entry whose path leads out of its group stays in it",
    project: {
      groups: [{ name: "Orchard", children: ["name=Tree.swift path=Orchard/Tree.swift"] }],
      targets: { Orchard: ["*"] },
    },
    files: { "Orchard/Tree.swift": "", "Orchard/Twig.swift": "" },
    moves: ["Orchard/Tree.swift > Orchard/Views/Big Tree.swift"],
    edits: [`${projectPath}: Orchard/Tree.swift > Orchard/Views/Big Tree.swift`],
    tree: ["Orchard (no folder)", "  Big Tree.swift (Orchard/Views/Big Tree.swift)"],
  },
  {
    name: "a file that is missing stays missing",
    project: { groups: [{ path: "Orchard", children: ["Gone.swift", "Tree.swift"] }], targets: { Orchard: ["*"] } },
    files: { "Orchard/Tree.swift": "" },
    moves: ["Orchard/Tree.swift > Orchard/Bough.swift"],
    edits: [`${projectPath}: Tree.swift > Bough.swift`],
    tree: ["Orchard/", "  Gone.swift", "  Bough.swift"],
  },
  {
    name: "a catalogue goes as one thing",
    project: {
      groups: [{ path: "Orchard", children: ["Assets.xcassets", { path: "Views", children: ["Tree.swift"] }] }],
    },
    files: {
      "Orchard/Assets.xcassets/Contents.json": "{}",
      "Orchard/Assets.xcassets/leaf.imageset/Contents.json": "{}",
      "Orchard/Views/Tree.swift": "",
    },
    moves: [
      "Orchard/Assets.xcassets/Contents.json > Orchard/Views/Assets.xcassets/Contents.json",
      "Orchard/Assets.xcassets/leaf.imageset/Contents.json > Orchard/Views/Assets.xcassets/leaf.imageset/Contents.json",
    ],
    tree: ["Orchard/", "  Views/", "    Tree.swift", "    Assets.xcassets"],
  },
  {
    name: "what leaves a folder that is copied as it is",
    project: { groups: ["www", "index.html"], targets: { Orchard: ["www"] } },
    files: { "www/a.js": "", "www/b.js": "", "index.html": "" },
    moves: ["www/a.js > src/a.js"],
    fails: ["src/a.js it would no longer be part of Orchard"],
    tree: ["www", "index.html"],
  },
  {
    name: "translations go together",
    project: {
      groups: [
        {
          path: "Orchard",
          children: [
            {
              isa: "PBXVariantGroup",
              name: "Main.strings",
              children: ["name=en path=en.lproj/Main.strings", "name=de path=de.lproj/Main.strings"],
            },
            { path: "Views", children: ["Tree.swift"] },
          ],
        },
      ],
    },
    files: { "Orchard/en.lproj/Main.strings": "", "Orchard/de.lproj/Main.strings": "", "Orchard/Views/Tree.swift": "" },
    moves: [
      "Orchard/en.lproj/Main.strings > Orchard/Views/en.lproj/Main.strings",
      "Orchard/de.lproj/Main.strings > Orchard/Views/de.lproj/Main.strings",
    ],
    tree: [
      "Orchard/",
      "  Views/",
      "    Tree.swift",
      "    Main.strings",
      "      en (en.lproj/Main.strings)",
      "      de (de.lproj/Main.strings)",
    ],
  },
  {
    name: "a storyboard in two languages that gets another name",
    project: {
      groups: [
        {
          path: "Orchard",
          children: [
            {
              isa: "PBXVariantGroup",
              name: "Main.storyboard",
              children: ["name=Base path=Base.lproj/Main.storyboard", "name=de path=de.lproj/Main.storyboard"],
            },
          ],
        },
      ],
      targets: { Orchard: ["Main.storyboard"] },
    },
    files: { "Orchard/Base.lproj/Main.storyboard": "", "Orchard/de.lproj/Main.storyboard": "" },
    moves: [
      "Orchard/Base.lproj/Main.storyboard > Orchard/Base.lproj/Trees.storyboard",
      "Orchard/de.lproj/Main.storyboard > Orchard/de.lproj/Trees.storyboard",
    ],
    edits: [
      `${projectPath}: de.lproj/Main.storyboard > de.lproj/Trees.storyboard`,
      `${projectPath}: Base.lproj/Main.storyboard > Base.lproj/Trees.storyboard`,
    ],
    tree: [
      "Orchard/",
      "  Trees.storyboard",
      "    Base (Base.lproj/Trees.storyboard)",
      "    de (de.lproj/Trees.storyboard)",
    ],
  },
  {
    name: "settings that name a file, by the project's folder and bare; a target of that name is none",
    project: {
      groups: [{ path: "Orchard", children: ["Tree.swift"] }],
      settings: {
        INFOPLIST_FILE: "Orchard/Info.plist",
        CODE_SIGN_ENTITLEMENTS: "$(SRCROOT)/Orchard/Orchard.entitlements",
        PRODUCT_NAME: "Orchard",
        HEADER_SEARCH_PATHS: "$(inherited) $(SRCROOT)/Orchard/Vendor/**",
        // A folder of the product.
        PUBLIC_HEADERS_FOLDER_PATH: "Orchard/Vendor",
      },
    },
    files: {
      "Orchard/Tree.swift": "",
      "Orchard/Info.plist": "",
      "Orchard/Orchard.entitlements": "",
      "Orchard/Vendor/a.txt": "",
    },
    moves: [
      "Orchard/Tree.swift > App/Tree.swift",
      "Orchard/Info.plist > App/Info.plist",
      "Orchard/Orchard.entitlements > App/Orchard.entitlements",
      "Orchard/Vendor/a.txt > App/Vendor/a.txt",
    ],
    edits: [
      `${projectPath}: Orchard/Info.plist > App/Info.plist`,
      `${projectPath}: Orchard/Orchard.entitlements > App/Orchard.entitlements`,
      `${projectPath}: Orchard/Vendor > App/Vendor`,
    ],
    tree: ["App/", "  Tree.swift"],
  },
  {
    name: "a file that is built and stands in no group",
    project: {
      groups: [{ path: "Orchard", children: ["Tree.swift"] }],
      more: 'AB /* Lost.swift */ = {isa = PBXFileReference; path = Orchard/Lost.swift; sourceTree = "<group>"; };\n',
    },
    files: { "Orchard/Tree.swift": "", "Orchard/Lost.swift": "" },
    moves: ["Orchard/Lost.swift > Orchard/Found/Lost.swift"],
    edits: [`${projectPath}: Orchard/Lost.swift > Orchard/Found/Lost.swift`],
    tree: ["Orchard/", "  Tree.swift"],
  },
  {
    name: "two projects that list one file",
    project: { groups: [{ path: "Orchard", children: ["Tree.swift"] }] },
    files: {
      "Orchard/Tree.swift": "",
      "Orchard/Twig.swift": "",
      "Tools/Tools.xcodeproj/project.pbxproj": projectText({ groups: ["../Orchard/Tree.swift"] }),
    },
    moves: ["Orchard/Tree.swift > Orchard/Bough.swift"],
    edits: [
      `${projectPath}: Tree.swift > Bough.swift`,
      "Tools/Tools.xcodeproj/project.pbxproj: ../Orchard/Tree.swift > ../Orchard/Bough.swift",
    ],
    tree: ["Orchard/", "  Bough.swift"],
  },
  {
    name: "within a folder that is built whole nothing changes",
    project: {
      groups: [{ isa: "PBXFileSystemSynchronizedRootGroup", path: "Orchard" }],
      targets: { Orchard: [] },
      whole: { Orchard: ["Orchard"] },
    },
    files: { "Orchard/Tree.swift": "", "Orchard/Twig.swift": "" },
    moves: ["Orchard/Tree.swift > Orchard/Views/Tree.swift"],
    tree: ["Orchard"],
  },
  {
    name: "such a folder that gets another name",
    project: {
      groups: [{ isa: "PBXFileSystemSynchronizedRootGroup", path: "Orchard" }],
      targets: { Orchard: [] },
      whole: { Orchard: ["Orchard"] },
    },
    files: { "Orchard/Tree.swift": "", "Orchard/Twig.swift": "" },
    moves: ["Orchard/Tree.swift > App/Tree.swift", "Orchard/Twig.swift > App/Twig.swift"],
    edits: [`${projectPath}: Orchard > App`],
    tree: ["App"],
  },
  {
    name: "what such a folder leaves out counts from where it is then",
    project: {
      groups: [{ isa: "PBXFileSystemSynchronizedRootGroup", path: "Orchard", exceptions: ["Info.plist", "Old.swift"] }],
      targets: { Orchard: [] },
      whole: { Orchard: ["Orchard"] },
    },
    files: { "Orchard/Info.plist": "", "Orchard/Old.swift": "", "Orchard/Tree.swift": "" },
    moves: [
      "Orchard/Info.plist > App/Info.plist",
      "Orchard/Old.swift > App/Old.swift",
      "Orchard/Tree.swift > App/Tree.swift",
    ],
    edits: [`${projectPath}: Orchard > App`],
    tree: ["App"],
  },
  {
    name: "a file that it leaves out, and that gets another place in it",
    project: {
      groups: [{ isa: "PBXFileSystemSynchronizedRootGroup", path: "Orchard", exceptions: ["Info.plist", "Old.swift"] }],
      targets: { Orchard: [] },
      whole: { Orchard: ["Orchard"] },
    },
    files: { "Orchard/Info.plist": "", "Orchard/Old.swift": "", "Orchard/Tree.swift": "" },
    moves: ["Orchard/Old.swift > Orchard/Attic/Old.swift"],
    edits: [`${projectPath}: Old.swift > Attic/Old.swift`],
    tree: ["Orchard"],
  },
  {
    name: "a file that it leaves out, and that leaves it",
    project: {
      groups: [{ isa: "PBXFileSystemSynchronizedRootGroup", path: "Orchard", exceptions: ["Info.plist", "Old.swift"] }],
      targets: { Orchard: [] },
      whole: { Orchard: ["Orchard"] },
    },
    files: { "Orchard/Info.plist": "", "Orchard/Old.swift": "", "Orchard/Tree.swift": "" },
    moves: ["Orchard/Old.swift > Attic/Old.swift"],
    tree: ["Orchard"],
  },
  {
    name: "what leaves it is listed by itself",
    project: {
      groups: [{ isa: "PBXFileSystemSynchronizedRootGroup", path: "Orchard" }],
      targets: { Orchard: [] },
      whole: { Orchard: ["Orchard"] },
    },
    files: { "Orchard/Tree.swift": "", "Orchard/Twig.swift": "" },
    moves: ["Orchard/Tree.swift > Shared/Tree.swift"],
    tree: ["Orchard", "Shared/", "  Tree.swift"],
  },
  {
    name: "what enters it is listed by itself no longer",
    project: {
      groups: [
        { isa: "PBXFileSystemSynchronizedRootGroup", path: "Orchard" },
        { path: "Shared", children: ["Tree.swift"] },
      ],
      targets: { Orchard: ["Tree.swift"] },
      whole: { Orchard: ["Orchard"] },
    },
    files: { "Shared/Tree.swift": "", "Orchard/Twig.swift": "" },
    moves: ["Shared/Tree.swift > Orchard/Tree.swift"],
    tree: ["Orchard"],
  },
  {
    name: "what enters a folder of another target would be built into that, too",
    project: {
      groups: [
        { isa: "PBXFileSystemSynchronizedRootGroup", path: "Orchard" },
        { path: "Shared", children: ["Tree.swift"] },
      ],
      targets: { Orchard: [], Widget: ["Tree.swift"] },
      whole: { Orchard: ["Orchard"] },
    },
    files: { "Shared/Tree.swift": "", "Orchard/Twig.swift": "" },
    moves: ["Shared/Tree.swift > Orchard/Tree.swift"],
    fails: ["Orchard/Tree.swift it would become part of Orchard, too"],
    tree: ["Orchard", "Orchard/", "  Tree.swift"],
  },
];

describe("moves in a project", () => {
  test.each(cases.map((each) => [each.name, each] as const))(
    "%s",
    async (_, { project, files = {}, moves, tree, edits, fails }) => {
      const before = projectText(project);
      for (const text of [before, before.replaceAll("\n", "\r\n")]) {
        const all = { ...files, [projectPath]: text };
        const plan = await planOf(all, moves);
        const after = afterwards(all, plan)[projectPath] ?? "";
        expect(shownTree(after)).toEqual(tree);
        expect(respellings(plan).filter((line) => !line.includes("/* "))).toEqual(edits ?? []);
        expect(plan.proof.different.map(({ specifier, reason }) => `${specifier} ${reason}`)).toEqual(fails ?? []);
        expect(plan.proof.gaps).toEqual([]);
        expect(after.split("\r\n").length).toBe(text.includes("\r\n") ? after.split("\n").length : 1);
        // A file that has a new name has it in every comment, too.
        for (const move of moves) {
          const [from = "", to = ""] = move.split(" > ").map((path) => path.split("/").at(-1) ?? "");
          if (from !== to && text.includes(`/* ${from} */`))
            expect(after).not.toMatch(new RegExp(`/\\* ${from}( in \\w+)? \\*/`));
        }
      }
    },
  );

  test.each([
    "Orchard.xcodeproj/project.pbxproj > Orchard.xcodeproj/x.pbxproj",
    "Package.swift > Trees.swift",
    "App/en.lproj/Localizable.strings > App/en.lproj/Words.strings",
    "App/main.swift > App/Start.swift",
    "App/A.xcassets/Contents.json > App/A.xcassets/C.json",
  ])("what tools find by its name keeps it: %s", async (move) => {
    const [from = ""] = move.split(" > ");
    const plan = await planOf({ [from]: from.endsWith("pbxproj") ? projectText({ groups: [] }) : "" }, [move]);
    expect(plan.proof.different.map(({ reason }) => reason)).toEqual([
      `tools find it by the name ${from.split("/").at(-1) ?? ""}`,
    ]);
  });

  test("a merge conflict is refused with its lines", async () => {
    const text = projectText({ groups: [{ path: "Orchard", children: ["Tree.swift"] }] });
    const broken = text.replace("\tobjects = {\n", "\tobjects = {\n<<<<<<< HEAD\n=======\n>>>>>>> other\n");
    const moved = planOf({ "Orchard/Tree.swift": "", [projectPath]: broken }, [
      "Orchard/Tree.swift > Orchard/Bough.swift",
    ]);
    await expect(moved).rejects.toMatchObject({
      code: "MERGE_CONFLICT",
      detail: { path: projectPath, reason: "8 to 10" },
    });
  });

  test("one with another mistake is not understood", async () => {
    const text = projectText({ groups: [{ path: "Orchard", children: ["Tree.swift"] }] }).replace(
      "classes = {",
      "classes = ",
    );
    const plan = await planOf({ "Orchard/Tree.swift": "", [projectPath]: text }, [
      "Orchard/Tree.swift > Orchard/Bough.swift",
    ]);
    expect(plan.proof.gaps.map(({ reason, file }) => `${reason} ${file}`)).toEqual([`not understood ${projectPath}`]);
  });

  test("a folder that moves takes its group along, and the way back gives every letter", async () => {
    const text = projectText({ groups: [views], targets: { Orchard: ["*"] } });
    const plan = await planCommand({ ...onDisk, [projectPath]: text }, "Orchard/Views Orchard/Models/Screens");
    const then = afterwards({ ...onDisk, [projectPath]: text }, plan);
    const back = await planCommand(then, "Orchard/Models/Screens Orchard/Views");
    const again = afterwards(then, back)[projectPath] ?? "";
    expect([...again].sort().join("")).toBe([...text].sort().join(""));
    expect(back.proof.different).toEqual([]);
  });
});

test.each([
  [
    "an absolute path",
    { name: "Away", path: "/Users/me/Orchard/Views", sourceTree: "<absolute>", children: ["Tree.swift"] },
  ],
  ["a source tree of somebody's own", { name: "Away", path: "Views", sourceTree: "ORCHARD", children: ["Tree.swift"] }],
])("an entry below %s may be what moves: that is no proof", async (_, away) => {
  const files = { ...onDisk, [projectPath]: projectText({ groups: [views, away], targets: { Orchard: ["*"] } }) };
  const { proof } = await planOf(files, ["Orchard/Views/Tree.swift > Orchard/Models/Tree.swift"]);
  expect(proof.gaps.map(({ file, reason }) => [file, reason])).toEqual([[projectPath, "computed"]]);
  const other = await planOf(files, ["Orchard/Views/Twig.swift > Orchard/Models/Twig.swift"]);
  expect(other.proof.outcome).toBe("holds");
});

test("what comes with the tools is nobody's file", async () => {
  const tools = { name: "Frameworks", path: "System/Tree.swift", sourceTree: "SDKROOT" };
  const files = { ...onDisk, [projectPath]: projectText({ groups: [views, tools], targets: { Orchard: ["*"] } }) };
  const { proof } = await planOf(files, ["Orchard/Views/Tree.swift > Orchard/Models/Tree.swift"]);
  expect(proof.outcome).toBe("holds");
});

describe("settings with blanks", () => {
  const settings = {
    INFOPLIST_FILE: "Orchard/Supporting Files/Info.plist",
    CODE_SIGN_ENTITLEMENTS: "$(SRCROOT)/Orchard/Supporting Files/Orchard.entitlements",
    HEADER_SEARCH_PATHS: "Orchard/Views Orchard/Models",
  };
  const files = {
    ...onDisk,
    "Orchard/Supporting Files/Info.plist": "<plist/>",
    "Orchard/Supporting Files/Orchard.entitlements": "<plist/>",
    "Base.xcconfig": "INFOPLIST_FILE = Orchard/Supporting Files/Info.plist // as above\n",
    [projectPath]: projectText({ groups: [views], targets: { Orchard: ["*"] }, settings }),
  };

  test("a path that is all of a setting is one, a list is several", async () => {
    const plan = await planCommand(files, "Orchard Garden");
    expect(plan.proof.outcome).toBe("holds");
    const then = afterwards(files, plan);
    expect(then[projectPath]).toContain('INFOPLIST_FILE = "Garden/Supporting Files/Info.plist";');
    expect(then[projectPath]).toContain("Garden/Views Garden/Models");
    expect(then[projectPath]).toContain("$(SRCROOT)/Garden/Supporting Files/Orchard.entitlements");
    expect(then["Base.xcconfig"]).toBe("INFOPLIST_FILE = Garden/Supporting Files/Info.plist // as above\n");
  });

  test("a file in such a folder moves", async () => {
    const plan = await planOf(files, [
      "Orchard/Supporting Files/Info.plist > Orchard/Other Files/Info.plist",
      "Orchard/Supporting Files/Orchard.entitlements > Orchard/Other Files/Orchard.entitlements",
    ]);
    expect(plan.proof.outcome).toBe("holds");
    const then = afterwards(files, plan);
    expect(then[projectPath]).toContain('INFOPLIST_FILE = "Orchard/Other Files/Info.plist";');
    expect(then[projectPath]).toContain("$(SRCROOT)/Orchard/Other Files/Orchard.entitlements");
    expect(then["Base.xcconfig"]).toContain("Orchard/Other Files/Info.plist // as above");
  });
});
