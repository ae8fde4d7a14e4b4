/** `init`: new apps, apps that have begun, and what is never touched. */
import { describe, expect, test } from "vitest";
import { readStack } from "../../app/arrangement/index.js";
import { caller } from "../../apply/changes.test.suite.js";
import { undo } from "../../apply/index.js";
import { at, type Files } from "../plan/planning.test.suite.js";
import { parseConfiguration } from "../../app/configuration/parse-configuration.js";
import { MemoryStore } from "../../files/index.js";
import { withAlias } from "./alias.js";
import { withIgnored } from "./ignore-file.js";
import { fits } from "../../app/find-app.js";
import { detectStacks, bestFit, likelyLanguage, likelyStack, likelySource, projectName } from "../../app/index.js";
import { hasBegun, draftBegunApp, draftNewApp } from "./index.js";
import { begun, listOf } from "./setup.test.suite.js";

const text = (store: MemoryStore, path: string): string | undefined =>
  store.stat(at(path)) ? store.read(at(path)).toString() : undefined;
const names = ["react-web", "react-native", "vue", "flutter", "swiftui", "uikit", "wpf", "sass"];
const pairs = names.flatMap((stack) => readStack(stack).arrangements.map((arrangement) => ({ stack, arrangement })));

describe.each(pairs)("a new app: $stack, $arrangement", ({ stack, arrangement }) => {
  test("every folder has a file, every starter is filled in, twice changes nothing, and undo leaves nothing", async () => {
    const store = await begun({ stack, arrangement });
    const all = Object.entries(store.snapshot()).filter(([path]) => !path.startsWith(".steady-shelf") && path !== "");
    const files = all.filter(([, content]) => content.startsWith("file"));
    expect(files.length).toBeGreaterThan(8);
    for (const [path, content] of all) {
      if (content.startsWith("folder"))
        expect(
          files.some(([file]) => file.startsWith(`${path}/`)),
          path,
        ).toBe(true);
      expect(content, path).not.toMatch(/[«»]/);
    }
    const configuration = text(store, "steady-shelf.yaml") ?? "";
    expect(parseConfiguration(configuration, at("steady-shelf.yaml"))).toMatchObject({ stack, arrangement });
    const source = stack === "flutter" ? "lib" : "src";
    const again = draftNewApp(store, { folder: at(""), stack, arrangement, source, fill: "starters" });
    expect(await listOf(store, again.setUp)).toEqual([]);
    await undo(store, caller);
    expect(Object.keys(store.snapshot()).filter((path) => path !== "" && !path.startsWith(".steady-shelf"))).toEqual(
      [],
    );
  });

  test("README lines only, as one chooses", async () => {
    const store = await begun({ stack, arrangement, fill: "readmes" });
    const files = Object.entries(store.snapshot()).filter(
      ([path, content]) => content.startsWith("file") && !path.startsWith(".steady-shelf"),
    );
    // Where a line of README would be built into the app, an empty file keeps the folder.
    const keeper = readStack(stack)["keeps-folders"] ?? "README.md";
    const others = files.map(([path]) => path).filter((path) => !path.endsWith(`/${keeper}`));
    const secrets = readStack(stack).secrets?.file;
    expect(others.sort()).toEqual([...(secrets ? [secrets, ".gitignore"] : []), "steady-shelf.yaml"].sort());
    for (const [path, content] of files)
      if (path.endsWith("README.md")) expect(content, path).toMatch(/^file 644 [A-Z][^\n]+\.\n$/);
  });
});

describe("nothing that is there is overwritten", () => {
  test("files of the same name, or the same name with another extension, stay and are not doubled", async () => {
    const files = {
      "src/App.jsx": "mine",
      "src/index.js": "mine",
      ".env": "SECRET=1",
      "steady-shelf.yaml": "version: 1 # mine\n",
    };
    const store = await begun({ stack: "react-web", arrangement: "layer-first" }, files);
    for (const [path, content] of Object.entries(files)) expect(text(store, path)).toBe(content);
    expect(store.stat(at("src/App.tsx"))).toBeUndefined();
    expect(store.stat(at("src/main.tsx"))).toBeUndefined();
  });

  test.each([
    [{ "tsconfig.json": '{ "compilerOptions": { "types": ["vite/client"] } }' }, false],
    [{ "src/vite-env.d.ts": '/// <reference types="vite/client" />' }, false],
    [{}, true],
  ])("declarations are made where nobody else has them: %j", async (files, made) => {
    const store = await begun({ stack: "react-web", arrangement: "layer-first" }, files);
    expect(store.stat(at("src/style-modules.d.ts")) !== undefined).toBe(made);
  });

  test("a secret that a folder above ignores needs no line", async () => {
    const store = new MemoryStore({ ".gitignore": "**/.env\n", "apps/web/package.json": "{}" });
    const { setUp } = draftNewApp(store, {
      folder: at("apps/web"),
      stack: "react-web",
      arrangement: "layer-first",
      source: "src",
      fill: "readmes",
    });
    const paths = await listOf(store, setUp);
    expect(paths).toContain("apps/web/.env");
    expect(paths.some((path) => path.includes(".gitignore"))).toBe(false);
  });
});

test.each([
  ["", ".env\n"],
  ["dist", "dist\n.env\n"],
  ["dist\n", "dist\n.env\n"],
  [".env\n", ".env\n"],
  ["*.env*\n", "*.env*\n"],
  [".env.local\n", ".env.local\n.env\n"],
  ["# .env\n", "# .env\n.env\n"],
  [".env\n!.env\n", ".env\n!.env\n.env\n"],
])("the ignore file %j becomes %j, and stays so", (before, after) => {
  expect(withIgnored(before, ".env")).toBe(after);
  expect(withIgnored(after, ".env")).toBe(after);
});

test.each([
  ["{}", '{\n  "compilerOptions": {\n    "paths": {\n      "@/*": [\n        "./src/*"\n      ]\n    }\n  }\n}'],
  ['{\n  // mine\n  "compilerOptions": { "strict": true },\n}', '"@/*": '],
  ['{ "compilerOptions": { "baseUrl": "src" } }', '"./*"'],
  [
    '{ "compilerOptions": { "paths": { "@/*": ["src/*"] } } }',
    '{ "compilerOptions": { "paths": { "@/*": ["src/*"] } } }',
  ],
])("an alias in %j", (before, after) => {
  const { text: result } = withAlias(before, "@", "src");
  expect(result).toContain(after);
  if (before.includes("// mine")) expect(result).toContain("// mine");
  expect(withAlias(result, "@", "src").text).toBe(result);
});

test("an alias in what is no JSON is put nowhere", () => {
  expect(withAlias('{ "compilerOptions": ', "@", "src")).toEqual({ text: '{ "compilerOptions": ', broken: true });
});

test("an alias that means something else is left, and said", () => {
  expect(withAlias('{ "compilerOptions": { "paths": { "@/*": ["lib/*"] } } }', "@", "src").taken).toBe("lib/*");
  const store = new MemoryStore({ "tsconfig.json": '{ "compilerOptions": { "paths": { "@/*": ["lib/*"] } } }' });
  const { setUp } = draftNewApp(store, {
    folder: at(""),
    stack: "react-web",
    arrangement: "layer-first",
    source: "src",
    fill: "readmes",
    alias: "@",
  });
  expect(setUp.draft.edits).toEqual([]);
  expect(setUp.notes.join()).toContain("it means lib/*");
});

test("in a solution the alias goes to the part that covers the app", () => {
  const store = new MemoryStore({
    "tsconfig.json": '{ "files": [], "references": [{ "path": "./tsconfig.app.json" }] }',
    "tsconfig.app.json": "{}",
  });
  const request = {
    folder: at(""),
    stack: "react-web",
    arrangement: "layer-first",
    source: "src",
    fill: "readmes",
    alias: "@",
  } as const;
  expect(draftNewApp(store, request).setUp.draft.edits.map(({ file }) => file)).toEqual(["tsconfig.app.json"]);
});

test.each<[Files, string]>([
  [{ "src/a.jsx": "", "src/b.js": "", "src/c.ts": "" }, "javascript"],
  [{ "src/a.tsx": "", "vite.config.js": "", "src/b.d.ts": "" }, "typescript"],
  [{ "jsconfig.json": "{}" }, "javascript"],
  [{ "package.json": "{}" }, "typescript"],
])("the language of %j is %s", (files, language) => {
  const store = new MemoryStore(files);
  expect(likelyLanguage(store, at(""), Object.keys(files).map(at))).toBe(language);
});

describe("how an app is built", () => {
  test.each<[Files, string | undefined]>([
    [{ "package.json": '{ "dependencies": { "react": "19", "react-native": "1" } }' }, "react-native"],
    [{ "package.json": '{ "dependencies": { "react": "19", "sass": "1" } }' }, "react-web"],
    [{ "package.json": '{ "dependencies": { "frontity": "1" } }' }, "react-web"],
    [{ "package.json": '{ "dependencies": { "vue": "3" } }' }, "vue"],
    [{ "package.json": '{ "devDependencies": { "sass": "1" } }' }, "sass"],
    [{ "pubspec.yaml": "name: x\nflutter:\n" }, "flutter"],
    [{ "Package.swift": "" }, "swiftui"],
    [{ "Orchard.xcodeproj/project.pbxproj": "" }, "swiftui"],
    [{ "Orchard.csproj": "<UseWPF>true</UseWPF>" }, "wpf"],
    [{ "Orchard.csproj": "<Web/>" }, undefined],
    [{ "package.json": "{}" }, undefined],
  ])("%j: %s", (files, stack) => {
    expect(detectStacks(new MemoryStore(files), at(""))[0]?.name).toBe(stack);
  });

  test.each([
    [["a.ts", "b.tsx"], "react-web"],
    [["a.ts", "b.vue", "c.jsx"], "vue"],
    [["lib/a.dart"], "flutter"],
    [["a.ts"], undefined],
    [["share/A.swift", ...Array.from({ length: 9 }, (_, number) => `src/${number}.js`)], "swiftui"],
    [["share/A.swift", ...Array.from({ length: 10 }, (_, number) => `src/${number}.js`)], undefined],
    [["A.tsx", ...Array.from({ length: 10 }, (_, number) => `src/${number}.js`)], "react-web"],
    [["A.vue", ...Array.from({ length: 10 }, (_, number) => `src/${number}.js`)], "vue"],
  ])("by code, where no manifest tells: %j", async (paths, stack) => {
    expect((await likelyStack(new MemoryStore({}), at(""), () => Promise.resolve(paths.map(at))))?.name).toBe(stack);
  });

  test.each<[taken: string, files: number, stack: string | undefined]>([
    ["react-native", 3, "react-native"],
    ["react", 3, "react-web"],
    ["vue", 3, "vue"],
    ["react-native", 2, undefined],
    ["react-native-svg", 9, undefined],
    ["./react", 9, undefined],
  ])("by what its scripts take in, where no manifest tells: %s in %i files", async (taken, files, stack) => {
    const paths = Array.from({ length: 20 }, (_, number) => `src/${number}.js`);
    const text = (at: number): string => (at < files ? `import { A } from "${taken}";\n` : "export const a = 1;\n");
    const store = new MemoryStore({
      "package.json": '{ "dependencies": { "react-native-web": "1" } }',
      ...Object.fromEntries(paths.map((path, at) => [path, text(at)])),
    });
    expect((await likelyStack(store, at(""), () => Promise.resolve(paths.map(at))))?.name).toBe(stack);
  });

  test.each([
    [["a.vue", "b.scss", "c.scss"], "vue"],
    [["example.vue", "a.scss", "b.scss", "c.scss"], "sass"],
    [[], "sass"],
  ])("a manifest that speaks of sheets leaves it to the code: %j", async (paths, stack) => {
    const store = new MemoryStore({ "package.json": '{ "devDependencies": { "sass": "1" } }' });
    expect((await likelyStack(store, at(""), () => Promise.resolve(paths.map(at))))?.name).toBe(stack);
  });

  test.each([
    [["App/AppDelegate.swift", "App/TreesViewController.swift"], "uikit"],
    [["App/AppDelegate.m", "App/PRTreesController.m", "App/Row.swift"], "uikit"],
    [["App/AppDelegate.swift", "App/OrchardApp.swift", "App/MapController.swift"], "swiftui"],
    [["App/TreesViewController.swift", "App/TreesView.swift"], "swiftui"],
    [[], "swiftui"],
  ])("an Xcode project is of what its files are called after: %j", async (paths, stack) => {
    const store = new MemoryStore({ "Orchard.xcodeproj/project.pbxproj": "" });
    expect((await likelyStack(store, at(""), () => Promise.resolve(paths.map(at))))?.name).toBe(stack);
  });

  test.each<[Files, string]>([
    [{ "package.json": '{ "name": "@orchard/pippin-row" }' }, "PippinRow"],
    [{ "pubspec.yaml": "name: pippin_row\n" }, "PippinRow"],
    [{ "Pippin.Row.csproj": "" }, "Pippin.Row"],
    [{ "apps/x": "" }, "Memory"],
  ])("the name of %j", (files, name) => {
    expect(projectName(new MemoryStore(files), at(""))).toBe(name);
  });
});

test.each<[string, string, Files, string, boolean]>([
  [
    "a fresh Swift package",
    "swiftui",
    { "Package.swift": 'name: "Orchard"', "Sources/Orchard/OrchardApp.swift": "" },
    "Sources/Orchard",
    false,
  ],
  [
    "a fresh Xcode project",
    "swiftui",
    { "Orchard.xcodeproj/project.pbxproj": "", "Orchard/ContentView.swift": "" },
    "Orchard",
    false,
  ],
  [
    "a fresh mobile app",
    "react-native",
    { "App.tsx": "", "index.js": "", "__tests__/App.test.tsx": "", "ios/a.js": "" },
    ".",
    false,
  ],
  ["a fresh Flutter app", "flutter", { "lib/main.dart": "", "test/widget_test.dart": "" }, "lib", false],
  ["a fresh WPF app", "wpf", { "Orchard.csproj": "", "App.xaml": "", "MainWindow.xaml.cs": "" }, ".", false],
  [
    "a Swift package that has begun",
    "swiftui",
    { "Package.swift": 'name: "Orchard"', "Sources/Orchard/Screens/A.swift": "" },
    "Sources/Orchard",
    true,
  ],
])("%s: its source root, and whether it has begun", (_, stack, files, source, wanted) => {
  const input = {
    store: new MemoryStore(files),
    folder: at(""),
    stack: readStack(stack),
    paths: Object.keys(files).map(at),
  };
  expect(likelySource(input)).toBe(source);
  expect(hasBegun(input, source)).toBe(wanted);
});

describe("an app that has begun", () => {
  const layers = Object.fromEntries(
    [
      "components/AppleTree.tsx",
      "components/Basket.tsx",
      "pages/HarvestPage.tsx",
      "pages/RotaPage.tsx",
      "hooks/useRota.ts",
      "utils/dates.ts",
      "store/harvestReducer.ts",
      "old/stuff.ts",
    ].map((path) => [`src/${path}`, ""]),
  );
  const features = Object.fromEntries(
    ["harvest", "rota"].flatMap((feature) =>
      ["screens/X.tsx", "hooks/useX.ts", "components/Y.tsx"].map((path) => [`src/modules/${feature}/${path}`, ""]),
    ),
  );
  const fitOf = (files: Files) =>
    bestFit({
      store: new MemoryStore(files),
      folder: at(""),
      stack: readStack("react-web"),
      paths: Object.keys(files).map(at),
    });

  test("gets the arrangement that fits best, in its own words", () => {
    expect(fitOf(layers)).toMatchObject({
      arrangement: "layer-first",
      source: "src",
      words: { screen: "pages", helper: "utils", state: "store" },
      names: { screen: "{Pascal}Page" },
      files: 8,
      onShelf: 7,
      off: [{ folder: "src/old", files: 1 }],
    });
    expect(fitOf(features)).toMatchObject({ arrangement: "feature-first", words: { features: "modules" }, onShelf: 6 });
  });

  test("a single file that is named otherwise takes up no form, and one that is named so does", () => {
    const others = { "src/components/Crate.tsx": "", "src/components/Tree.tsx": "" };
    expect(fitOf({ ...others, "src/screens/Harvest.tsx": "" }).names).toEqual({ screen: "any" });
    expect(fitOf({ ...others, "src/screens/HarvestScreen.tsx": "" }).names).toEqual({});
  });

  test("also names that several roles share", () => {
    const files = ["components/tree-card", "components/side-menu", "components/top-tabs", "_index"].map(
      (each) => `src/${each}.scss`,
    );
    const input = { store: new MemoryStore({}), folder: at(""), stack: readStack("sass"), paths: files.map(at) };
    expect(bestFit(input).names).toEqual({ component: "{kebab}", container: "{kebab}" });
  });

  test("and only its configuration is written, which fits as was said", async () => {
    const store = new MemoryStore({ ...layers, ".env": "" });
    const input = { store, folder: at(""), stack: readStack("react-web"), paths: Object.keys(layers).map(at) };
    expect(hasBegun(input, "src")).toBe(true);
    const { setUp, app } = draftBegunApp(input);
    expect(await listOf(store, setUp)).toEqual(["steady-shelf.yaml"]);
    expect(setUp.notes).toEqual([".env is not ignored by git; put the line .env into .gitignore."]);
    const configuration = parseConfiguration(setUp.draft.made[0]?.text ?? "", at("steady-shelf.yaml"));
    expect(configuration).toMatchObject({
      arrangement: "layer-first",
      words: { screen: "pages" },
      names: { screen: "{Pascal}Page" },
    });
    expect(app.layout.standingOf(at("src/pages/RotaPage.tsx"))?.shelf.holds).toEqual(["screen"]);
  });

  test.each([
    [["src/main.tsx", "src/App.tsx", "vite.config.ts"], false],
    [["src/components/A.tsx"], true],
    [["src/assets/logo.svg", "src/App.tsx"], false],
    [["src/index.js", "src/App.js", "src/App.test.js", "src/setupTests.js", "src/reportWebVitals.js"], false],
    [["src/index.js", "src/TreeList.js", "src/treeSchema.js"], false],
    [["src/index.js", "src/TreeList.js", "src/treeSchema.js", "src/TreeList.test.js"], false],
    [["src/index.js", "src/TreeList.js", "src/treeSchema.js", "src/listHelpers.js"], true],
  ])("%j has begun: %s", (paths, wanted) => {
    expect(hasBegun({ folder: at(""), stack: readStack("react-web"), paths: paths.map(at) }, "src")).toBe(wanted);
  });

  test.each([
    ["react-web", ["main.tsx", "App.tsx", "setupTests.ts"], true],
    ["react-web", ["index.js", "TreeList.js", "treeSchema.js", "listHelpers.js"], false],
    ["react-web", ["index.js", "TreeList.js", "treeSchema.js", "components/TreeRow.js"], true],
    ["uikit", ["AppDelegate.swift", "SceneDelegate.swift", "ViewController.swift"], true],
    // Sheets may well lie in one folder.
    ["css", ["main.css", "rows.css", "crates.css", "tones.css", "signs.css"], true],
  ])("whether an arrangement fits an app in %s of %j: %s", (stack, names, wanted) => {
    const paths = names.map((name) => at(`src/${name}`));
    const input = { store: new MemoryStore({}), folder: at(""), stack: readStack(stack), paths, source: "src" };
    expect(fits(bestFit(input))).toBe(wanted);
  });
});
