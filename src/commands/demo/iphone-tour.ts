/** An app in SwiftUI: a project that lists its files in groups, some of which are folders and some only order. */
import type { Tour } from "./tour.js";

/** The tour of the orchard's iPhone app. */
export const iPhoneApp: Tour = {
  name: "iphone",
  about: "an app in SwiftUI: the Xcode project, groups and asset catalogue follow what moves",
  folder: "orchard-phone",
  begin: "Other helpers carry an iPhone. Their app is an Xcode project: what it does not list, nobody builds.",
  copy: { from: "orchard-phone" },
  files: {},
  stops: [
    { say: "Who are you? Screens know each other without naming files; the project says which belong together.", run: ["survey"] },
    {
      say: "One name in the project is red, because its file is gone; and one file is built by no target.",
      run: ["check"],
      code: 1,
    },
    {
      say: "A model gets a folder. The project gains a group for it, and the entry moves there: nothing else differs.",
      run: ["move", "PippinRow/Models/Tree.swift", "PippinRow/Models/Trees/Tree.swift", "--write"],
    },
    {
      say: "The list of trees goes to a folder, too. Its group has no folder and is somebody's order: the entry stays in it.",
      run: ["move", "PippinRow/Views/TreeListView.swift", "PippinRow/Views/Lists/TreeListView.swift", "--write"],
    },
    {
      say: "A picture gets another name. Names in strings that one thing alone bears are references, and follow.",
      run: ["move", "PippinRow/Assets.xcassets/apple.imageset", "PippinRow/Assets.xcassets/pippin.imageset", "--write"],
    },
    {
      say: "A whole folder of tests: its group, its entries and the target come along.",
      run: ["move", "PippinRowTests", "Tests", "--write"],
    },
    {
      say: "A new screen is listed in the project, beside the others, and built into the target that builds them.",
      run: ["add", "screen", "frost", "--write"],
    },
    {
      say: "Features instead of layers. Groups follow folders, emptied ones go, and every phase builds what it built.",
      run: ["arrange", "--as", "feature-first", "--likeliest", "--write"],
    },
    { say: "Back to layers, because one can.", run: ["arrange", "--as", "layer-first", "--likeliest", "--write"] },
  ],
  judge: "nobody",
  undo: 7,
};
