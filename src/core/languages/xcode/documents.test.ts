import { describe, expect, test } from "vitest";
import { afterwards, planOf, respellings } from "../../change/plan/planning.test.suite.js";
import { languageContract } from "../contract.test.suite.js";
import { pods, xcode, xcodeDocuments } from "./index.js";
import { projectText } from "./project.test.suite.js";

const named = (name: string) => {
  const found = xcodeDocuments.find((each) => each.name === name);
  if (!found) throw new TypeError(`there is no ${name}`);
  return found;
};
const project = projectText({
  groups: [{ path: "Orchard", children: ["Tree.swift", "Big Tree.swift"] }],
  settings: { INFOPLIST_FILE: "Orchard/Info.plist", PRODUCT_NAME: "Orchard" },
});

languageContract(
  xcode,
  [
    { name: "project.pbxproj", text: project, specifiers: ["Tree.swift", "Big Tree.swift", "Orchard/Info.plist"] },
    { name: "project.pbxproj", text: "{ objects = {}; }", specifiers: [] },
  ],
  ["Tree.swift", "../Twig.swift", "Tree+Season.swift", "Bäume.swift"],
);
languageContract(
  named("xcode configuration"),
  [
    {
      name: "a.xcconfig",
      text: '\n#include "Base.xcconfig"\nINFOPLIST_FILE = Orchard/Info.plist // here\nHEADER_SEARCH_PATHS[sdk=*] = $(inherited) $(SRCROOT)/Vendor/**\nPRODUCT_NAME = Orchard/No\n',
      specifiers: ["Base.xcconfig", "Orchard/Info.plist", "Vendor"],
    },
  ],
  ["a/b.xcconfig", "Sky"],
);
languageContract(
  named("xcode workspace"),
  [
    {
      name: "contents.xcworkspacedata",
      text: '<Workspace><FileRef location = "group:Orchard.xcodeproj"></FileRef><Group location = "container:kits" name = "kits"><FileRef location = "group:Trees"/></Group><FileRef location = "self:"/></Workspace>',
      specifiers: ["Orchard.xcodeproj", "Trees"],
    },
  ],
  ["App/Orchard.xcodeproj", "b c"],
);
languageContract(
  named("xcode scheme"),
  [
    {
      name: "a.xcscheme",
      text: '<BuildableReference ReferencedContainer = "container:Orchard.xcodeproj"/>',
      specifiers: ["Orchard.xcodeproj"],
    },
  ],
  ["App/Orchard.xcodeproj"],
);
languageContract(
  named("xcode test plan"),
  [
    {
      name: "All.xctestplan",
      text: '{ "testTargets" : [ { "target" : { "containerPath" : "container:Orchard.xcodeproj", "identifier" : "A1", "name" : "Tests" } } ], "version" : 1 }',
      specifiers: ["Orchard.xcodeproj"],
    },
  ],
  ["Pippin.xcodeproj"],
);
languageContract(
  named("interface builder"),
  [
    {
      name: "a.storyboard",
      text: '<imageView image="apple"/><button image="star" catalog="system"/><color key="a" name="Bark"/><color systemColor="x" name="no"/><namedColor name="Bark"/><viewControllerPlaceholder storyboardName="Trees"/>',
      specifiers: ["apple", "Bark", "Bark", "Trees"],
    },
  ],
  ["leaf", "a b"],
);
languageContract(
  named("property list"),
  [
    {
      name: "Info.plist",
      text: "<dict><key>UILaunchStoryboardName</key>\n<string>Launch</string><key>Other</key><string>no</string><key>UIAppFonts</key><array><string>Pippin.ttf</string></array></dict>",
      specifiers: ["Launch", "Pippin.ttf"],
    },
  ],
  ["Start", "Row.otf"],
);
languageContract(
  pods,
  [
    {
      name: "Trees.podspec",
      text: "s.version = '1.0.0' # 'no/no.h'\ns.homepage = \"https://a.example/b\"\ns.source_files = 'ios/**/*.{h,m}', \"lib/a.h\"\ns.summary = 'Trees. In rows'\npod 'Kit', :path => '../Kit/'\ns.x = \"#{a}/b\"",
      specifiers: ["ios/**/*.{h,m}", "lib/a.h", "../Kit/"],
    },
  ],
  ["src/b.h"],
);

describe("what stands beside a project", () => {
  test.each<readonly [string, Readonly<Record<string, string>>, readonly string[], readonly string[]]>([
    [
      "a project that moves, in a workspace and in its own schemes",
      {
        "Orchard.xcodeproj/project.pbxproj": projectText({ groups: [] }),
        "Orchard.xcodeproj/xcshareddata/xcschemes/O.xcscheme":
          '<BuildableReference ReferencedContainer = "container:Orchard.xcodeproj"/>',
        "All.xcworkspace/contents.xcworkspacedata": '<FileRef location = "group:Orchard.xcodeproj"/>',
      },
      [
        "Orchard.xcodeproj/project.pbxproj > App/Pippin.xcodeproj/project.pbxproj",
        "Orchard.xcodeproj/xcshareddata/xcschemes/O.xcscheme > App/Pippin.xcodeproj/xcshareddata/xcschemes/O.xcscheme",
      ],
      [
        "All.xcworkspace/contents.xcworkspacedata: Orchard.xcodeproj > App/Pippin.xcodeproj",
        "Orchard.xcodeproj/xcshareddata/xcschemes/O.xcscheme: Orchard.xcodeproj > Pippin.xcodeproj",
      ],
    ],
    [
      "a project that gets another name, in a test plan",
      {
        "Orchard.xcodeproj/project.pbxproj": projectText({ groups: [] }),
        "Plans/All.xctestplan": '{ "target" : { "containerPath" : "container:Orchard.xcodeproj", "name" : "Tests" } }',
      },
      ["Orchard.xcodeproj/project.pbxproj > Pippin.xcodeproj/project.pbxproj"],
      ["Plans/All.xctestplan: Orchard.xcodeproj > Pippin.xcodeproj"],
    ],
    [
      "settings in a file of their own count from the project's folder",
      {
        "Orchard.xcodeproj/project.pbxproj": projectText({ groups: [] }),
        "Config/Base.xcconfig": "INFOPLIST_FILE = Orchard/Info.plist",
        "Config/Debug.xcconfig": '#include "Base.xcconfig"',
        "Orchard/Info.plist": "",
      },
      ["Orchard/Info.plist > App/Info.plist", "Config/Base.xcconfig > Config/All/Base.xcconfig"],
      [
        "Config/Base.xcconfig: Orchard/Info.plist > App/Info.plist",
        "Config/Debug.xcconfig: Base.xcconfig > All/Base.xcconfig",
      ],
    ],
    [
      "scripts and what they are told to read",
      {
        "Orchard/run.sh": "",
        "Orchard.xcodeproj/project.pbxproj": projectText({
          groups: [],
          more: 'AA /* Run */ = {isa = PBXShellScriptBuildPhase; inputPaths = ("$(SRCROOT)/Orchard/run.sh", ); shellScript = "sh \\"$SRCROOT/Orchard/run.sh\\" Orchard/run.sh\\n"; };\n',
        }),
      },
      ["Orchard/run.sh > Scripts/run.sh"],
      [
        "Orchard.xcodeproj/project.pbxproj: Orchard/run.sh > Scripts/run.sh",
        "Orchard.xcodeproj/project.pbxproj: Orchard/run.sh > Scripts/run.sh",
        "Orchard.xcodeproj/project.pbxproj: Orchard/run.sh > Scripts/run.sh",
      ],
    ],
    [
      "a package beside, in a project and in a manifest",
      {
        "Kits/Trees/Package.swift": "",
        "Package.swift": '.package(path: "Kits/Trees")',
        "Orchard.xcodeproj/project.pbxproj": projectText({
          groups: [],
          more: "AA = {isa = XCLocalSwiftPackageReference; relativePath = Kits/Trees; };\n",
        }),
      },
      ["Kits/Trees/Package.swift > Packages/Trees/Package.swift"],
      ["Orchard.xcodeproj/project.pbxproj: Kits/Trees > Packages/Trees", "Package.swift: Kits/Trees > Packages/Trees"],
    ],
    [
      "the pattern of a pod whose folder goes whole",
      {
        "Trees.podspec": "s.source_files = 'ios/**/*.{h,m}'",
        "ios/a.m": "",
        "ios/b.h": "",
      },
      ["ios/a.m > native/a.m", "ios/b.h > native/b.h"],
      ["Trees.podspec: ios/**/*.{h,m} > native/**/*.{h,m}"],
    ],
  ])("%s", async (_, files, moves, edits) => {
    const plan = await planOf(files, moves);
    expect(respellings(plan).filter((line) => !line.includes("/* "))).toEqual(edits);
    expect(plan.proof.different).toEqual([]);
    expect(plan.proof.gaps).toEqual([]);
    expect(Object.keys(afterwards(files, plan)).length).toBe(Object.keys(files).length);
  });

  test.each(xcodeDocuments.map(({ name, extensions }) => [name, extensions[0] ?? ""] as const))(
    "a merge conflict in %s is not understood",
    (name) => {
      if (name === "property list" || name === "interface builder") return;
      expect(named(name).extract("<<<<<<< a\n=======\n>>>>>>> b\n", "a").reading).toBe("not read");
    },
  );
});
