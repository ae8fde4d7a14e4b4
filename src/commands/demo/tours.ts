/** The tours as data: what each begins with, what is said, what is run, and who judges it. */

import { desktopApp } from "./desktop-tour.js";
import { flutterApp } from "./flutter-tour.js";
import { iPhoneApp } from "./iphone-tour.js";
import type { Tour } from "./tour.js";
import { uiKitApp } from "./uikit-tour.js";

const plan = `version: 1
moves:
  - from: src/screens/HarvestScreen.tsx
    to: src/features/harvest/HarvestScreen.tsx
    reason: everything of the harvest in one place
  - from: src/screens/HarvestScreen.test.tsx
    to: src/features/harvest/HarvestScreen.test.tsx
  - from: src/screens/HarvestScreen.module.css
    to: src/features/harvest/HarvestScreen.module.css
  - from: src/screens/formatYield.ts
    to: src/helpers/formatYield.ts
    reason: two screens use it
  - from: src/hooks/useHarvest.ts
    to: src/features/harvest/useHarvest.ts
  - from: src/services/harvestService.ts
    to: src/features/harvest/harvestService.ts
`;

/** A new app for the web: nothing but its manifest, its compiler's configuration and the types that it needs. */
const newWebApp: Tour = {
  name: "begin",
  about: "a new app for the web: set up, features and files added",
  folder: "orchard-new",
  begin: "Pippin Row, a community orchard, begins an app for the web. There is a package.json, and nothing else.",
  copy: { from: "orchard-web", only: ["types", "tsconfig.json"] },
  files: { "package.json": '{ "name": "pippin-row", "private": true, "dependencies": { "react": "^19.0.0" } }\n' },
  stops: [
    {
      say: "First a look at the folders it would have, and what each is for: nothing is written.",
      run: ["init", "--arrangement", "feature-first"],
    },
    { say: "That is right, so make them.", run: ["init", "--arrangement", "feature-first", "--write"] },
    {
      say: "A feature gets only the folders that it needs; its screen is on the list of screens at once.",
      run: ["add", "feature", "Harvest", "--with", "screen,state", "--write"],
    },
    {
      say: "However a name is typed, it comes out right: place, case, and what goes with it.",
      run: ["add", "component", "apple-basket", "--feature", "harvest", "--with", "test,story", "--write"],
    },
    {
      say: "A name that is taken is refused, with the place of the other.",
      run: ["add", "component", "appleBasket", "--feature", "Harvest"],
      code: 2,
    },
    { say: "What was made so, check finds no fault with.", run: ["check", "--strict"] },
  ],
  judge: "TypeScript",
  undo: 3,
};

/** A new theme in Sass. */
const newTheme: Tour = {
  name: "sheets",
  about: "a new theme in Sass: sections, and an entry sheet that takes them in",
  folder: "orchard-theme",
  begin: "The orchard's style sheets begin too, in sections. Found from package.json: Sass.",
  copy: { from: "orchard-web", only: [] },
  files: { "package.json": '{ "name": "pippin-row-theme", "private": true, "devDependencies": { "sass": "^1.0.0" } }\n' },
  stops: [
    { say: "One arrangement fits style sheets, so there is nothing to choose.", run: ["init", "--write"] },
    {
      say: "A feature is a page here, and the entry sheet uses it in the right place.",
      run: ["add", "feature", "harvest", "--with", "screen,component", "--write"],
    },
    {
      say: "Where a role has several shelves, one is named.",
      run: ["add", "style", "winter", "--shelf", "themes", "--write"],
    },
  ],
  judge: "Sass",
  undo: 3,
};

/** The same app, taken over by somebody new. */
const takenOver: Tour = {
  name: "check",
  about: "an app that is taken over: surveyed, checked, repaired",
  folder: "orchard-taken-over",
  begin: "Somebody takes over Pippin Row's web app. What is in it?",
  copy: { from: "orchard-web" },
  files: {},
  stops: [
    { say: "Five seconds for a first look: roles, features, what is far apart, what nothing uses.", run: ["survey"] },
    {
      say: "Why is one file taken for what it is, and who uses it?",
      run: ["explain", "src/components/DataTable.tsx"],
    },
    { say: "Write down what the app is to be; from then on it is held to that.", run: ["init", "--write"] },
    { say: "What is wrong? Errors end with 1, for a build that should stop.", run: ["check"], code: 1 },
    { say: "Why should a component not do that?", run: ["check", "--why", "shared-depends-on-feature"] },
    {
      say: "What is certain is repaired, in one step, proved like any move. What is not stays, and is offered in a terminal.",
      run: ["check", "--fix", "--write"],
      code: 1,
    },
    {
      say: "The rest was there before. It is accepted for now, in a file that shrinks as it is repaired …",
      run: ["check", "--accept", "--write"],
    },
    { say: "… so that only what is new fails.", run: ["check"] },
  ],
  judge: "TypeScript",
  undo: 3,
};

/** The app that has been there for years. */
const grownApp: Tour = {
  name: "move",
  about: "files, folders and a plan of them moved, and taken back",
  folder: "orchard-web",
  begin: "This is Pippin Row's web app of today, layer-first, in React and TypeScript.",
  copy: { from: "orchard-web" },
  files: { "harvest.yaml": plan },
  stops: [
    {
      say: "The harvest chart belongs to its feature. First a look: nothing is written.",
      run: ["move", "src/components/HarvestChart.tsx", "src/features/harvest/"],
    },
    {
      say: "That is right, so carry it out. The style sheet and the test move with it.",
      run: ["move", "src/components/HarvestChart.tsx", "src/features/harvest/", "--write"],
    },
    {
      say: "One file is named unlike its sisters. Another case is a new name too.",
      run: ["move", "src/components/page-header.tsx", "src/components/PageHeader.tsx", "--write"],
    },
    {
      say: "A whole folder, and a picture, which takes its second density along.",
      run: ["move", "src/components/TreeCard", "src/assets/images/apple-tree.png", "src/features/trees/", "--write"],
    },
    {
      say: "Several at once, from a plan that was written by hand. All of it happens, or nothing.",
      run: ["move", "--plan", "harvest.yaml", "--write"],
    },
    {
      say: "What cannot be is refused before anything is touched.",
      run: ["move", "src/features", "src/features/all/"],
      code: 2,
    },
    {
      say: "A name that was mistyped is answered with the nearest.",
      run: ["move", "src/screens/RotaScren.tsx", "src/features/rota/"],
      code: 2,
    },
    {
      say: "In an app that has begun, init writes down how it is organised, and says what does otherwise.",
      run: ["init", "--write"],
    },
    { say: "Everything that was done is known …", run: ["history"] },
    { say: "… and can be taken back, the newest first.", run: ["undo", "--write"] },
  ],
  judge: "TypeScript",
  undo: 4,
};

/** The same app, looked into: names, and files that have grown. */
const insideFiles: Tour = {
  name: "inside",
  about: "names changed everywhere, files that have grown parted, and state in one file instead of three",
  folder: "orchard-inside",
  begin: "One screen still has the name that a template gave it, and a file of helpers has grown.",
  copy: { from: "orchard-web" },
  files: {
    "src/screens/ContentView.tsx": `import { PageHeader } from "../components";

interface ContentViewProps {
  baskets: number;
}

function BasketRow({ baskets }: ContentViewProps) {
  return <p>{baskets} baskets</p>;
}

/** What the orchard has picked so far. */
export function ContentView({ baskets }: ContentViewProps) {
  return (
    <>
      <PageHeader title={\`\${baskets} baskets\`} />
      <BasketRow baskets={baskets} />
    </>
  );
}
`,
    "src/screens/ContentView.test.tsx": `import { expect, test } from "vitest";
import { render } from "test-render";
import { ContentView } from "./ContentView";

test("ContentView counts baskets", () => {
  expect(render(<ContentView baskets={2} />).text()).toContain("2 baskets");
});
`,
  },
  stops: [
    {
      say: "The screen gets a name of its own. Who uses it follows, and so do its test and its props; what only mentions it is said.",
      run: ["rename", "src/screens/ContentView.tsx", "BasketsScreen"],
    },
    {
      say: "The test's title as well, then.",
      run: ["rename", "src/screens/ContentView.tsx", "BasketsScreen", "--mentions", "--write"],
    },
    {
      say: "A component has a folder, a style sheet and an index: all of them are named after it.",
      run: ["rename", "src/components/TreeCard/TreeCard.tsx", "OrchardCard", "--write"],
    },
    {
      say: "One name of a file, wherever it is meant.",
      run: ["rename", "src/helpers/dates.ts", "daysBetween", "daysApart", "--write"],
    },
    {
      say: "A name that is taken is refused, with its place.",
      run: ["rename", "src/helpers/dates.ts", "daysApart", "shortDate"],
      code: 2,
    },
    {
      say: "A helper goes to a file of its own, with the imports that it needs. Whoever used it imports it from there.",
      run: ["extract", "src/helpers/dates.ts", "shortDate", "--to", "src/helpers/shortDate.ts", "--write"],
    },
    {
      say: "A part of a screen is a component: without a target, it goes to the shelf of what it is.",
      run: ["extract", "src/screens/BasketsScreen.tsx", "BasketRow", "--write"],
    },
    {
      say: "Each piece of state is in three files, and one more action means to open all three. One will do.",
      run: ["arrange", "--state", "together", "--write"],
    },
    {
      say: "One more action, written as the others are; what is to be filled in is numbered.",
      run: ["add", "action", "shiftDropped", "--feature", "rota", "--write"],
    },
    {
      say: "And if a file of state has grown past what one can hold in mind, it is split again.",
      run: ["split", "src/context/reducers/harvestReducer.ts", "--write"],
    },
    {
      say: "Two small helpers may as well be one file.",
      run: ["join", "src/helpers/shortDate.ts", "src/helpers/dates.ts", "--write"],
    },
  ],
  judge: "TypeScript",
  undo: 9,
};

/** The same app, brought into features. */
const newShape: Tour = {
  name: "arrange",
  about: "arrangements compared, and the app brought into features",
  folder: "orchard-new-shape",
  begin: "Working on one feature, they jump between seven folders. Would another arrangement help this app?",
  copy: { from: "orchard-web" },
  history: ["harvest", "rota", "swap", "tree", "weather"],
  files: {},
  stops: [
    {
      say: "Each that fits is tried in memory and measured, on this app's own files and history.",
      run: ["compare"],
    },
    {
      say: "It would. One feature first: both trees, what is uncertain, the proof; and a plan to review …",
      run: ["arrange", "--as", "feature-first", "--feature", "harvest", "--save", "../harvest-plan.yaml"],
    },
    {
      say: "… and carried out when it was read, with a commit of its own.",
      run: ["move", "--plan", "../harvest-plan.yaml", "--write", "--commit"],
    },
    {
      say: "Now all of it, with a public index for each feature, in two commits: git follows every file.",
      run: ["arrange", "--likeliest", "--index", "--write", "--commit", "two-steps"],
    },
    { say: "Once is enough.", run: ["arrange", "--likeliest"] },
    {
      say: "And check agrees: every file is where its role and its feature belong, with the right name.",
      run: ["check", "--rule", "placement,naming", "--strict"],
    },
  ],
  judge: "TypeScript",
  undo: 2,
};

/** The same app, in which somebody drags files about. */
const draggedApp: Tour = {
  name: "drags",
  about: "files that were moved by hand followed or put back, and pages that say where things are",
  folder: "orchard-dragged",
  begin: "Somebody has dragged a folder and a file elsewhere in a file manager, and the app does not compile any more.",
  copy: { from: "orchard-web" },
  files: {},
  stops: [
    {
      say: "What went where, what still points at the old places, and the two ways.",
      drag: { "src/screens": "src/pages", "src/components/DataTable.tsx": "src/table/DataTable.tsx" },
      run: ["mend"],
    },
    {
      say: "One way: whatever pointed there follows. First in a throw-away checkout, with a command of the app's own.",
      run: ["mend", "--follow", "--rehearse", "git status --short"],
    },
    { say: "It is fine, so it is done.", run: ["mend", "--follow", "--write"] },
    { say: "On second thoughts, not there.", run: ["undo"] },
    { say: "The paths are taken back; what was dragged by hand still lies where it was dragged.", run: ["undo", "--write"], isBroken: true },
    { say: "The other way: every file goes back to where it was.", run: ["mend", "--put-back", "--write"] },
    { say: "A page tells the next one where things go.", run: ["guide", "--write"] },
    { say: "And a page for the browser shows it all.", run: ["report"] },
  ],
  judge: "TypeScript",
  undo: 1,
};

/** The theme of today: Sass, with a build script that finds its sheets by patterns. */
const grownTheme: Tour = {
  name: "theme",
  about: "a theme in Sass moved, whose build script finds its sheets by a pattern",
  folder: "orchard-theme-today",
  begin: "This is the orchard's theme of today: Sass in sections, and a build script that finds them by a pattern.",
  copy: { from: "orchard-theme" },
  files: {},
  stops: [
    {
      say: "The sections become pages. The entry sheet follows, and so do the build's pattern, the manifest, and the README.",
      run: ["move", "src/scss/sections", "src/scss/pages", "--mentions", "--write"],
    },
    {
      say: "A sheet's name is what others call it by. They need not change: they go on calling it palette.",
      run: ["move", "src/scss/base/_palette.scss", "src/scss/base/_colours.scss", "--mentions", "--write"],
    },
    {
      say: "What would quietly fall out of a pattern is said before anything is written.",
      run: ["move", "src/scss/pages/_harvest.scss", "src/scss/harvest/"],
    },
  ],
  judge: "Sass",
  sheets: ["src/scss/main.scss"],
  undo: 2,
};

/** A theme in one sheet, and another whose lines stand in a wrong order. */
const grownSheet: Tour = {
  name: "signs",
  about: "a style sheet that has grown parted, another put in order, loose ones sorted, imports made modules",
  folder: "orchard-signs",
  begin: "The signs at the gates are one long sheet, and the labels on the crates do not compile any more.",
  copy: { from: "orchard-signs" },
  files: {},
  stops: [
    {
      say: "Why do the labels not compile? A name is needed before the sheet that defines it is taken in.",
      run: ["check"],
      code: 1,
    },
    {
      say: "Moving that line is safe: there was no compiled sheet that could change.",
      run: ["check", "--fix", "--write"],
    },
    {
      say: "The reset goes to a partial, with its heading. The line that takes it in stands where it stood.",
      run: ["extract", "src/signs.scss", "--section", "reset", "--to", "src/base/", "--write"],
    },
    {
      say: "The boards as well? What stands between them would come to stand elsewhere, and its place matters.",
      run: ["extract", "src/signs.scss", "--take", ".board", "--to", "src/components/"],
      code: 2,
    },
    {
      say: "With the arrow, then. Each statement is gone through on both sides, with all that its names mean.",
      run: ["extract", "src/signs.scss", "--take", ".board", ".arrow", "--to", "src/components/board", "--write"],
    },
    {
      say: "A rule within a rule goes with its parent, which ends before the line and goes on behind it.",
      run: ["extract", "src/signs.scss", "--take", ".notice__pins", "--to", "src/components/pins", "--write"],
    },
    {
      say: "A sheet that is not worth one of its own goes back.",
      run: ["join", "src/base/_reset.scss", "src/signs.scss", "--write"],
    },
    {
      say: "What lies loose goes into sections, by what is in it: variables and mixins are abstracts.",
      run: ["arrange", "--as", "stylesheet-sections", "--write"],
    },
    {
      say: "The entry's lines say what goes where, in the order of the sections.",
      run: ["check", "--rule", "sheet-sections", "--fix", "--write"],
    },
    {
      say: "Sass is giving @import up. The labels become modules, and names say whose they are; why the signs do not is said.",
      run: ["check", "--rule", "sheet-import", "--fix", "--write"],
    },
  ],
  judge: "Sass",
  sheets: ["src/signs.scss"],
  undo: 8,
};

/** An app that no arrangement fits, and that is consistent all the same. */
const ownWay: Tour = {
  name: "own",
  about: "an app that is organised in its own way: learnt, held to that, and grown",
  folder: "orchard-board",
  begin: "The notice board has blocks, a kit and plumbing. No arrangement fits it, and nobody wants another one.",
  copy: { from: "orchard-board" },
  files: {},
  stops: [
    { say: "How is it organised? What most files do is the rule.", run: ["init", "--write"] },
    { say: "One file does otherwise than those beside it. That is all that there is to say.", run: ["check"] },
    {
      say: "A new file goes where its kind is, by the name that its kind has here.",
      run: ["add", "component", "CrateRow", "--feature", "harvest", "--without", "style", "--write"],
    },
  ],
  judge: "nobody",
  undo: 2,
};

/** Features that come and go. */
const growing: Tour = {
  name: "features",
  about: "a feature is added like those that are there, listed wherever they are, and taken away again",
  folder: "orchard-slices",
  begin: "Trees, harvest and rota have routes, a slice of the store, words in two languages, a mocked server. Members want to swap grafts.",
  copy: { from: "orchard-slices" },
  files: {},
  stops: [
    {
      say: "What is a feature here, and who has to know it? The three that are there tell.",
      run: ["add", "feature", "swaps", "--write"],
    },
    { say: "No feature is missing where the others are listed.", run: ["check", "--rule", "half-wired-feature"] },
    { say: "The season is over. All of it goes, and nothing else changes.", run: ["remove", "feature", "swaps", "--write"] },
  ],
  judge: "nobody",
  undo: 2,
};

/** A desk app in Vue. */
const deskApp: Tour = {
  name: "desk",
  about: "an app in Vue moved, up to its source root",
  folder: "orchard-desk",
  begin: "At the orchard's desk they use an app in Vue: single-file components, with styles in SCSS, Sass and Less.",
  copy: { from: "orchard-desk" },
  files: {},
  stops: [
    {
      say: "Trees get a folder of their own. Sheet and test move with them; paths in script, template and styles are updated.",
      run: ["move", "src/components/TreeRow.vue", "src/components/TreeList.vue", "src/features/trees/", "--mentions", "--write"],
    },
    {
      say: "The styles get another name: components, the folder where Sass looks, and the owners' file follow.",
      run: ["move", "src/styles", "src/theme", "--mentions", "--write"],
    },
    {
      say: "Even the source root: aliases, page, compiler and tests follow, so that no import has to change.",
      run: ["move", "src", "app", "--write"],
    },
  ],
  judge: "Sass",
  sheets: ["src/styles/main.scss", "src/theme/main.scss", "app/theme/main.scss"],
  undo: 3,
};

/** A phone app in React Native. */
const phoneApp: Tour = {
  name: "phone",
  about: "an app in React Native moved, with platforms and densities",
  folder: "orchard-mobile",
  begin: "Under the trees they use a phone app: React Native in JavaScript, one file of it with Flow's types.",
  copy: { from: "orchard-mobile" },
  files: {},
  stops: [
    {
      say: "One name may mean a file for each platform. All of them travel, with their test.",
      run: ["move", "src/components/Icon.ios.js", "src/features/shared/", "--write"],
    },
    {
      say: "A picture takes its densities along, and the app's manifest follows.",
      run: ["move", "src/assets/images/apple.png", "src/assets/images/bramley.png", "--write"],
    },
    {
      say: "All assets at once, letters that are linked into the app included.",
      run: ["move", "src/assets", "assets", "--write"],
    },
  ],
  judge: "nobody",
  undo: 3,
};

/** All tours, in the order in which people work. */
export const tours: readonly Tour[] = [
  newWebApp,
  newTheme,
  takenOver,
  grownApp,
  insideFiles,
  grownTheme,
  grownSheet,
  ownWay,
  growing,
  deskApp,
  phoneApp,
  newShape,
  draggedApp,
  flutterApp,
  iPhoneApp,
  uiKitApp,
  desktopApp,
];

/** One app from empty to arranged: what is shown unless somebody names tours. */
export const usualTours: readonly Tour[] = [newWebApp, takenOver, grownApp, growing, newShape, draggedApp];
