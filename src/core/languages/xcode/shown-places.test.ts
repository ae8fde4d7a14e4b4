/** Where files are shown, whatever folders they lie in. */
import { expect, test } from "vitest";
import { MemoryStore, readTree } from "../../files/index.js";
import { at } from "../../change/plan/planning.test.suite.js";
import { projectText, type ProjectSpec } from "./project.test.suite.js";
import { shownPlaces } from "./shown-places.js";

async function placesOf(
  spec: ProjectSpec,
  files: readonly string[],
  path = "Orchard.xcodeproj/project.pbxproj",
): Promise<Record<string, string>> {
  const sources = Object.fromEntries(files.map((file) => [file, ""]));
  const tree = await readTree(new MemoryStore({ ...sources, [path]: projectText(spec) }));
  return Object.fromEntries(shownPlaces(tree));
}

test.each<[string, ProjectSpec["groups"], string[], Record<string, string>]>([
  ["folders count as folders", [{ path: "App", children: ["Leaf.swift"] }], ["App/Leaf.swift"], {}],
  [
    "a group without a folder stands in the group around it",
    [{ path: "App", children: [{ name: "Views", children: [{ name: "Rows", children: ["Leaf.swift"] }] }] }],
    ["App/Leaf.swift"],
    { "App/Leaf.swift": "App/Views/Rows/Leaf.swift" },
  ],
  [
    "a group that is called otherwise than its folder counts as its folder",
    [{ name: "Orchard", path: "App", children: ["Leaf.swift"] }],
    ["App/Leaf.swift"],
    {},
  ],
  [
    "an entry whose path leads elsewhere is shown in its group",
    [{ path: "App", children: [{ path: "Views", children: ["name=Leaf.swift path=../Models/Leaf.swift"] }] }],
    ["App/Models/Leaf.swift"],
    { "App/Models/Leaf.swift": "App/Views/Leaf.swift" },
  ],
  [
    "what lies in a folder that is one thing goes with it",
    [{ path: "App", children: [{ name: "Media", children: ["Assets.xcassets"] }] }],
    ["App/Assets.xcassets/Leaf.imageset/Contents.json", "App/Assets.xcassets/Contents.json"],
    {
      "App/Assets.xcassets/Contents.json": "App/Media/Assets.xcassets/Contents.json",
      "App/Assets.xcassets/Leaf.imageset/Contents.json": "App/Media/Assets.xcassets/Leaf.imageset/Contents.json",
    },
  ],
  [
    "translations stand in the folders of their languages",
    [
      {
        path: "App",
        children: [
          {
            name: "Support",
            children: [
              {
                isa: "PBXVariantGroup",
                name: "Main.strings",
                children: ["name=en path=en.lproj/Main.strings", "name=de path=de.lproj/Main.strings"],
              },
            ],
          },
        ],
      },
    ],
    ["App/en.lproj/Main.strings", "App/de.lproj/Main.strings"],
    {
      "App/en.lproj/Main.strings": "App/Support/en.lproj/Main.strings",
      "App/de.lproj/Main.strings": "App/Support/de.lproj/Main.strings",
    },
  ],
  [
    "the first group that shows a file counts; what is not there, and what lies outside, has no place",
    [
      { name: "One", children: ["App/Leaf.swift", "App/Gone.swift", "../Away.swift"] },
      { name: "Two", children: ["App/Leaf.swift"] },
    ],
    ["App/Leaf.swift"],
    { "App/Leaf.swift": "One/Leaf.swift" },
  ],
  [
    "a name that no folder could have gives no place",
    [{ name: "..", children: ["App/Leaf.swift", { name: "a/b", children: ["App/Twig.swift"] }] }],
    ["App/Leaf.swift", "App/Twig.swift"],
    {},
  ],
])("%s", async (_, groups, files, places) => {
  expect(await placesOf({ groups }, files)).toEqual(places);
});

test("a project in a folder of its own counts from there; one that cannot be read shows nothing", async () => {
  const groups = [{ name: "Views", children: ["App/Leaf.swift"] }];
  const path = "ios/Orchard.xcodeproj/project.pbxproj";
  expect(await placesOf({ groups }, ["ios/App/Leaf.swift"], path)).toEqual({
    "ios/App/Leaf.swift": "ios/Views/Leaf.swift",
  });
  const tree = await readTree(new MemoryStore({ [path]: "// !$*UTF8*$!\n{ objects = {", "ios/App/Leaf.swift": "" }));
  expect(shownPlaces(tree).size).toBe(0);
  expect(at(path)).toBe(path);
});
