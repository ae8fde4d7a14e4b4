/** An app in Flutter: libraries with parts, a local package, assets that a manifest lists. */
import type { Tour } from "./tour.js";

/** The tour of the orchard's Flutter app. */
export const flutterApp: Tour = {
  name: "flutter",
  about: "an app in Flutter: parts, assets and a local package moved, and arranged there and back",
  folder: "orchard-flutter",
  begin: "Some helpers carry another phone app, in Flutter. Beside it lie a package of its own and functions for the cloud.",
  copy: { from: "orchard-flutter" },
  files: {},
  stops: [
    { say: "Who are you? Layers, as it seems, and five features spread over them.", run: ["survey"] },
    {
      say: "A model moves. What a generator made of it is its part and goes along; imports by path and by package follow.",
      run: ["move", "lib/models/tree.dart", "lib/trees/", "--write"],
    },
    {
      say: "Pictures in a folder of their own: those for other screens go with them, and the manifest lists the new folder.",
      run: ["move", "assets/images/harvest.png", "assets/harvest/", "--write"],
    },
    {
      say: "The local package gets another place. The path in the manifest follows; its name stays what it was.",
      run: ["move", "packages/orchard_units", "kits/orchard_units", "--write"],
    },
    {
      say: "What happens to the harvest goes to a file of its own. A class that only its library may build on takes its subclasses along.",
      run: [
        "extract",
        "lib/state/harvest_events.dart",
        "HarvestEvent",
        "HarvestPicked",
        "HarvestCleared",
        "--to",
        "lib/models/harvest_event.dart",
        "--write",
      ],
    },
    {
      say: "What is left in the part, a private helper, goes back into its library.",
      run: ["join", "lib/state/harvest_events.dart", "lib/state/harvest_state.dart", "--write"],
    },
    { say: "Would features help? Every arrangement is tried in memory.", run: ["compare"] },
    {
      say: "Layers within features: contracts in the domain, what does the work in data; tests go where their files go.",
      run: ["arrange", "--as", "layered-features", "--likeliest", "--write"],
    },
    {
      say: "What folders alone cannot do is left to people: here presentation reaches into data, past the domain.",
      run: ["check", "--rule", "import-not-allowed"],
      code: 1,
    },
    {
      say: "A new repository is two files: what the app may ask for, and what does it.",
      run: ["add", "repository", "frost", "--feature", "weather", "--write"],
    },
    { say: "Back to layers, because one can.", run: ["arrange", "--as", "layer-first", "--likeliest", "--write"] },
  ],
  judge: "nobody",
  undo: 8,
};
