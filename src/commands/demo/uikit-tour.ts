/** An older app in UIKit: classes with the team's letters, storyboards that name them, a nib, and a list in no order. */
import type { Tour } from "./tour.js";

/** The tour of the orchard's UIKit app. */
export const uiKitApp: Tour = {
  name: "uikit",
  about: "an app in UIKit: classes, storyboards and nibs get other names together, and the groups of the project an order",
  folder: "orchard-uikit",
  begin: "The orchard's first app is still on some phones. Its classes begin with PR, and two storyboards name them.",
  copy: { from: "orchard-uikit" },
  files: {},
  stops: [
    {
      say: "Which names break with the custom? The project says the letters, the other classes say the endings.",
      run: ["check"],
    },
    {
      say: "The cell gets its letters: file, class, uses, and the storyboard in which it is drawn.",
      run: ["rename", "PippinRow/Views/ShiftCell.swift", "PRShiftCell", "--write"],
    },
    {
      say: "A cell with a nib of its own. The nib is found by the name of the class, so both get the new one.",
      run: ["rename", "PippinRow/Views/PRTreeCell.swift", "PRBoughCell", "--write"],
    },
    {
      say: "The rows of the list stand in the file of its screen. They get a file of their own, built into the same target.",
      run: ["extract", "PippinRow/Controllers/PRTreesViewController.swift", "PRTreesSource", "--to", "PippinRow/Services/", "--write"],
    },
    {
      say: "Samples are no part of the model. A member goes into an extension, in a file that is called so.",
      run: ["extract", "PippinRow/Models/PRTree.swift", "PRTree.samples", "--write"],
    },
    {
      say: "The list of the project, as somebody has dragged it together: kinds together, then by name.",
      run: ["arrange", "--order", "kind,alphabet", "--write"],
    },
    {
      say: "Features in the list alone: groups without folders, and no file moves.",
      run: ["arrange", "--groups", "--as", "feature-first", "--likeliest", "--write"],
    },
    {
      say: "From now on shelves are groups. A new screen lies with its neighbours on the disk, and is shown on its shelf.",
      run: ["add", "screen", "frost", "--feature", "trees", "--write"],
    },
    {
      say: "And what does the app look like, as the team sees it?",
      run: ["survey"],
    },
  ],
  judge: "nobody",
  undo: 7,
};
