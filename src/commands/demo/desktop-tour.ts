/** An app in WPF: markup, code behind it, a project that takes most of it in by itself, and addresses in four spellings. */
import type { Tour } from "./tour.js";

/** The tour of the orchard's desktop app. */
export const desktopApp: Tour = {
  name: "desktop",
  about: "an app in WPF: views go with the code behind them; addresses, namespaces and names of types follow",
  folder: "orchard-desktop",
  begin: "Whoever keeps the books of the orchard does so at a desk, in an app of windows and pages.",
  copy: { from: "orchard-desktop" },
  files: {},
  stops: [
    {
      say: "What is here? Views, the view-models to which they bind, models, services, commands.",
      run: ["survey"],
    },
    {
      say: "Harvests get a page as the others are: bound to its view-model, and in the list of pages.",
      run: ["add", "view", "harvest", "--write"],
    },
    {
      say: "The pages of the trees get a folder of their own, and with it a namespace, as the app does it. The frame that shows them follows, and so do their pictures.",
      run: ["move", "Views/TreesPage.xaml", "Views/Trees/", "--write"],
    },
    {
      say: "The main window moves: the app begins with it, and its frame counts from where it lies.",
      run: ["move", "Views/MainWindow.xaml", "Shell/", "--write"],
    },
    {
      say: "A view-model goes there, too: its own namespace changes, and the prefix in the markup that names it.",
      run: ["move", "ViewModels/MainViewModel.cs", "Shell/", "--write"],
    },
    {
      say: "Themes go as a folder. What they name of each other stays as it is.",
      run: ["move", "Themes", "Styles", "--write"],
    },
    {
      say: "Data that is built in is found by a name with dots: that follows its folder, too.",
      run: ["move", "Data/rota.json", "Rota/Data/", "--write"],
    },
    {
      say: "A shift and its kind lie in one file. Each type gets its own, in the same namespace; nobody else changes.",
      run: ["split", "Models/Shift.cs", "--write"],
    },
    {
      say: "A page gets another name: its class, its markup, its file, and who makes or shows it.",
      run: ["rename", "Views/RotaPage.xaml", "VolunteersPage", "--write"],
    },
    {
      say: "What would fall out of the build is no proof: the project leaves the attic out.",
      run: ["move", "Models/Shift.cs", "Attic/"],
      code: 1,
    },
    {
      say: "And all of it by features: every file, its namespace, and whoever names one of its types.",
      run: ["arrange", "--as", "feature-first", "--likeliest", "--write"],
    },
  ],
  judge: "nobody",
  undo: 9,
};
