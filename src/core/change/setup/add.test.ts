/** `add`: where files go, how they are called, what is made beside them, and where they are listed. */
import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { isRole, readStack, type Role } from "../../app/arrangement/index.js";
import { ShelfError } from "../../base/errors.js";
import { nameOf } from "../../base/paths.js";
import { readName } from "../../base/names/index.js";
import { openProject } from "../../app/index.js";
import type { FileStore } from "../../files/index.js";
import { planDraft } from "../plan/index.js";
import { at, type Files } from "../plan/planning.test.suite.js";
import { draftAddition, draftFeature } from "./index.js";
import { added, addition, appOf, carriedOut, listOf, requestOf } from "./setup.test.suite.js";

describe("the right place and name, whatever is typed", () => {
  test.each([
    [
      "react-web",
      "layer-first",
      "component tree-card",
      ["src/components/TreeCard.tsx", "src/components/TreeCard.module.css"],
    ],
    ["react-web", "layer-first", "component TreeCard --without style", ["src/components/TreeCard.tsx"]],
    ["react-web", "layer-first", "component forms/TextArea --without style", ["src/components/forms/TextArea.tsx"]],
    ["react-web", "layer-first", "hook url params", ["src/hooks/useUrlParams.ts"]],
    ["react-web", "layer-first", "hook useURLParams", ["src/hooks/useURLParams.ts"]],
    [
      "react-web",
      "layer-first",
      "state harvest",
      [
        "src/context/actions/harvestActions.ts",
        "src/context/initialStates/harvestState.ts",
        "src/context/reducers/harvestReducer.ts",
      ],
    ],
    [
      "react-web",
      "feature-first",
      "state HarvestState --feature Harvest",
      [
        "src/features/harvest/context/harvestActions.ts",
        "src/features/harvest/context/harvestState.ts",
        "src/features/harvest/context/harvestReducer.ts",
      ],
    ],
    ["react-web", "feature-first", "component Button --without style", ["src/shared/components/Button.tsx"]],
    ["react-web", "feature-first-with-core", "component Button --without style", ["src/core/components/Button.tsx"]],
    [
      "react-web",
      "layered-features",
      "use-case graft-tree --feature orchard map",
      ["src/features/orchard-map/domain/useCases/graftTree.ts", "src/features/orchard-map/index.ts"],
    ],
    ["react-web", "layer-first", "asset Apple Tree --from .svg", ["src/assets/images/apple-tree.svg"]],
    ["react-web", "layer-first", "asset Source Serif --from .woff2", ["src/assets/fonts/source-serif.woff2"]],
    ["vue", "layer-first", "screen harvest", ["src/views/HarvestView.vue"]],
    ["vue", "layer-first", "hook weather", ["src/composables/useWeather.ts"]],
    [
      "flutter",
      "feature-first",
      "screen Harvest --feature OrchardMap",
      ["lib/features/orchard_map/screens/harvest_screen.dart", "lib/features/orchard_map/orchard_map.dart"],
    ],
    [
      "flutter",
      "layer-first",
      "component tree card --with test",
      ["lib/widgets/tree_card.dart", "test/widgets/tree_card_test.dart"],
    ],
    ["flutter", "layer-first", "asset AppleTree --from .png", ["assets/images/apple_tree.png"]],
    ["swiftui", "layer-first", "view-model harvest", ["src/ViewModels/HarvestViewModel.swift"]],
    [
      "swiftui",
      "layered-features",
      "repository frost --feature weather",
      [
        "src/Features/Weather/Data/Repositories/LocalFrostRepository.swift",
        "src/Features/Weather/Domain/Repositories/FrostRepository.swift",
      ],
    ],
    ["uikit", "layer-first", "screen harvest", ["src/Controllers/HarvestViewController.swift"]],
    ["uikit", "mvvm", "view-model harvest", ["src/ViewModels/HarvestViewModel.swift"]],
    ["wpf", "mvvm", "screen harvest", ["src/Views/HarvestView.xaml", "src/Views/HarvestView.xaml.cs"]],
    ["sass", "stylesheet-sections", "component TreeCard", ["src/components/_tree-card.scss"]],
    ["sass", "stylesheet-sections", "style winter --shelf themes", ["src/themes/_winter.scss"]],
    ["less", "stylesheet-sections", "component TreeCard", ["src/components/tree-card.less"]],
    ["less", "stylesheet-sections", "helper wide", ["src/abstracts/wide.less"]],
    ["sass-indented", "stylesheet-sections", "component TreeCard", ["src/components/_tree-card.sass"]],
    ["css", "stylesheet-sections", "component TreeCard", ["src/components/tree-card.css"]],
  ])("%s, %s: add %s", async (stack, arrangement, words, paths) => {
    expect(await added(appOf(stack, arrangement), words)).toEqual(paths);
  });

  test.each([
    ["screen harvest", ["src/Controllers/PRHarvestViewController.swift"]],
    ["screen PRHarvestViewController", ["src/Controllers/PRHarvestViewController.swift"]],
    ["component promise badge", ["src/Views/PRPromiseBadgeView.swift"]],
    [
      "repository frost --feature weather",
      ["src/Repositories/PRFrostLocalRepository.swift", "src/Repositories/PRFrostRepository.swift"],
    ],
    ["translation de", ["src/Localization/De.strings"]],
  ])("with the app's own letters: add %s", async (words, paths) => {
    const app = appOf("uikit", "layer-first", {}, "class-prefix: PR\n");
    const plan = await carriedOut(
      app.store as FileStore,
      draftAddition(app, requestOf(words.replace(/ --feature.*/, ""))),
    );
    expect(plan.made.map(({ path }) => path)).toEqual(paths);
    for (const { path, text } of plan.made)
      if (path.endsWith(".swift"))
        expect(text).toMatch(new RegExp(`(?:class|protocol) ${nameOf(path).split(".")[0] ?? ""}\\b`));
    const [local] = plan.made;
    if (plan.made.length > 1) expect(local?.text).toContain("extension PRFrostLocalRepository: PRFrostRepository {");
  });

  test.each([
    [
      "companions: { component: [test, story] }",
      "component TreeCard",
      ["src/components/TreeCard.tsx", "src/components/TreeCard.test.tsx", "src/components/TreeCard.stories.tsx"],
    ],
    ["words: { component: ui }", "component TreeCard --without style", ["src/ui/TreeCard.tsx"]],
    ['names: { component: "{kebab}" }', "component TreeCard --without style", ["src/components/tree-card.tsx"]],
    [
      'shelves: [{ at: "parts/{name}", holds: component }]',
      "component TreeCard --shelf parts --without style",
      ["src/parts/TreeCard/TreeCard.tsx"],
    ],
    [
      "features: { trees: [orchard] }\narrangement: feature-first",
      "hook useGraft --feature Orchard",
      ["src/features/trees/hooks/useGraft.ts"],
    ],
  ])("with %s: add %s", async (configuration, words, paths) => {
    const arrangement = /arrangement: (\S+)/.exec(configuration)?.[1] ?? "layer-first";
    expect(await added(appOf("react-web", arrangement, {}, configuration), words)).toEqual(paths);
  });
});

describe("whatever form the names of files have", () => {
  const patterns = ["{kebab}", "{snake}", "{camel}", "{Pascal}", "{kebab}.part", "x-{kebab}"];
  const roles = ["component", "screen", "hook", "helper", "service", "layout", "navigation", "container", "repository"];
  test.each(["react-web", "react-native", "vue"].flatMap((stack) => patterns.map((pattern) => [stack, pattern])))(
    "%s: code in files named %s can be read",
    async (stack = "", pattern = "") => {
      const there = roles.filter((role) => Object.hasOwn(readStack(stack).roles, role));
      const names = there.map((role) => `${role}: "${pattern}"`).join(", ");
      const app = appOf(stack, "layer-first", {}, `names: { ${names} }`);
      for (const role of there) {
        const tests = role === "component" || role === "hook" || role === "helper" ? " --with test" : "";
        const { draft } = draftAddition(app, requestOf(`${role} crate-card${tests}`));
        const { proof } = await planDraft(await openProject(app.store), draft);
        expect([role, proof.gaps, proof.different]).toEqual([role, [], []]);
        for (const { text, path } of draft.made)
          expect(text, path).not.toMatch(/(?:function|const|class|interface|import \{?) ?crate-card/);
      }
    },
  );
});

describe("words of the trade for a role", () => {
  test.each([
    ["page", "src/screens/HarvestScreen.tsx"],
    ["Views", "src/screens/HarvestScreen.tsx"],
    ["widget", "src/components/Harvest.tsx"],
    ["utils", "src/helpers/harvest.ts"],
    ["api", "src/services/harvestService.ts"],
    ["type", "src/models/harvest.ts"],
  ])("add %s harvest", async (word, path) => {
    expect(await added(appOf("react-web", "layer-first"), `${word} harvest`)).toContain(path);
  });
});

describe("in JavaScript", () => {
  test.each([
    [
      "react-web",
      "screen harvest --with test",
      ["src/screens/HarvestScreen.jsx", "src/screens/HarvestScreen.test.jsx"],
      "export function HarvestScreen() {",
    ],
    ["react-web", "hook harvest", ["src/hooks/useHarvest.js"], "const [value, setValue] = useState();"],
    ["react-web", "model tree", ["src/models/tree.js"], "export const makeTree = (id)"],
    ["react-native", "component Basket", ["src/components/Basket.jsx"], "export function Basket({ children }) {"],
    ["vue", "screen harvest", ["src/views/HarvestView.vue"], "<script setup>\n"],
    ["vue", "service rota", ["src/services/rotaService.js"], "export async function loadRota() {"],
  ])("%s: add %s", (stack, words, paths, text) => {
    const { made } = addition(appOf(stack, "layer-first", {}, "language: javascript"), words);
    expect(made.map(({ path }) => path)).toEqual(paths);
    expect(made[0]?.text).toContain(text);
  });

  test("a starter of one's own may be written in it", () => {
    const app = appOf(
      "react-web",
      "layer-first",
      { "mine/hook.js": "// «stem»" },
      "language: javascript\nstarters: mine",
    );
    expect(addition(app, "hook rota").made[0]?.text).toBe("// useRota");
  });

  test("what is only a type stands in no index", async () => {
    const app = appOf("react-web", "feature-first", {}, "language: javascript");
    expect(await added(app, "model tree --feature trees")).toEqual(["src/features/trees/models/tree.js"]);
    expect(await added(app, "screen tree --feature trees")).toContain("src/features/trees/index.js");
  });
});

describe("listed where it has to be known", () => {
  const routes = "export const routes = [\n  // steady-shelf: routes\n];\n";

  test("a screen in its feature's index and in the navigation, through the index", async () => {
    const app = appOf("react-web", "feature-first", {
      "src/navigation/routes.tsx": routes,
      "src/features/harvest/index.ts": 'export { a } from "./a";',
    });
    expect(await added(app, "screen harvest --feature harvest")).toEqual([
      "src/features/harvest/screens/HarvestScreen.tsx",
      'src/features/harvest/index.ts: export { HarvestScreen } from "./screens/HarvestScreen";',
      'src/navigation/routes.tsx: { path: "/harvest", title: "Harvest", Screen: lazy(() => import("../features/harvest").then((file) => ({ default: file.HarvestScreen }))) },',
    ]);
  });

  test.each([
    ["goes on where it lists screens", 'export * from "./screens/RotaScreen";\n', true],
    ["is left as it is where it lists something else", 'export { a } from "./a";\n', false],
    ["is not made where nobody has to come in through it", undefined, false],
  ])("an index that is not the only way in %s", async (_, text, isListed) => {
    const files: Record<string, string> = text === undefined ? {} : { "src/features/harvest/index.ts": text };
    const app = appOf("react-web", "feature-first", files, "public-index: false\n");
    expect(await added(app, "screen harvest --feature harvest")).toEqual([
      "src/features/harvest/screens/HarvestScreen.tsx",
      ...(isListed ? ['src/features/harvest/index.ts: export { HarvestScreen } from "./screens/HarvestScreen";'] : []),
    ]);
  });

  test("a component is not public, so it stands in no index", async () => {
    const app = appOf("react-web", "feature-first", { "src/features/harvest/index.ts": "" });
    expect(await added(app, "component Basket --feature harvest --without style")).toEqual([
      "src/features/harvest/components/Basket.tsx",
    ]);
  });

  test("Dart gets its import and its route", async () => {
    const text = "// steady-shelf: imports\nfinal routes = {\n  // steady-shelf: routes\n};\n";
    const app = appOf("flutter", "layer-first", { "lib/navigation/routes.dart": text });
    expect(await added(app, "screen harvest")).toEqual([
      "lib/screens/harvest_screen.dart",
      "lib/navigation/routes.dart: import '../screens/harvest_screen.dart';",
      "lib/navigation/routes.dart: '/harvest': (context) => const HarvestScreen(),",
    ]);
  });

  test.each([
    [
      "name: x\nflutter:\n  assets:\n    - assets/images/old.png\n  # the end\n",
      "name: x\nflutter:\n  assets:\n    - assets/images/old.png\n    - assets/images/apple.png\n  # the end\n",
    ],
    [
      "flutter:\n  uses-material-design: true\n",
      "flutter:\n  assets:\n    - assets/images/apple.png\n  uses-material-design: true\n",
    ],
    ["flutter:\n  assets:\n  - a.png # first", "flutter:\n  assets:\n  - a.png # first\n  - assets/images/apple.png"],
    ["flutter:\n  assets:\n    - assets/images/\n", undefined],
    ["flutter:\n  assets: [a.png]\n", undefined],
    ["name: x\n", undefined],
  ])("pubspec.yaml %j", (before, after) => {
    const app = appOf("flutter", "layer-first", { "pubspec.yaml": before });
    const creation = addition(app, "asset apple --from .png");
    expect(creation.edited.map((each) => each.text)).toEqual(after === undefined ? [] : [after]);
    expect(creation.notes.length).toBe(after === undefined && !before.includes("images/") ? 1 : 0);
  });

  test.each([
    ['@use "base/reset";\n@use "pages/home";\n', '@use "base/reset";\n@use "components/card";\n@use "pages/home";\n'],
    ['// top\n@use "pages/home";\n', '// top\n@use "components/card";\n@use "pages/home";\n'],
    [
      '@use "components/button";\n@use "components/field" as f;\n\nbody {}\n',
      '@use "components/button";\n@use "components/field" as f;\n@use "components/card";\n\nbody {}\n',
    ],
    ["// nothing yet\nbody {}\n", '// nothing yet\n@use "components/card";\nbody {}\n'],
    ["", '@use "components/card";\n'],
    ['@use "base/card";\n', '@use "base/card";\n@use "components/card" as components-card;\n'],
  ])("the entry sheet %j", (before, after) => {
    const app = appOf("sass", "stylesheet-sections", { "src/main.scss": before });
    expect(addition(app, "component card").edited[0]?.text).toBe(after);
  });

  test.each<[Files, string]>([
    [{ "src/app.scss": "// mine\n", "src/_part.scss": "" }, "src/app.scss"],
    [{ "src/main.scss": "", "src/other.scss": "" }, "src/main.scss"],
  ])("the entry sheet is the one that is there: %j", (files, entry) => {
    const creation = addition(appOf("sass", "stylesheet-sections", files), "component card");
    expect(creation.edited.map(({ path }) => path)).toEqual([entry]);
    expect(creation.made[0]?.text).not.toContain("@use");
  });

  test("a section with an index of its own is listed there", async () => {
    const files = { "src/main.scss": '@use "components";\n', "src/components/_index.scss": '@forward "button";\n' };
    expect(await added(appOf("sass", "stylesheet-sections", files), "component card")).toEqual([
      "src/components/_card.scss",
      'src/components/_index.scss: @forward "card";',
    ]);
  });

  test("what cannot be listed is said, with the line", () => {
    const none = addition(appOf("react-web", "layer-first"), "screen harvest");
    expect(none.notes).toEqual(["src/navigation/routes.tsx is not there, so HarvestScreen.tsx is listed nowhere yet."]);
    const unmarked = addition(
      appOf("react-web", "layer-first", { "src/navigation/routes.tsx": "// mine" }),
      "screen harvest",
    );
    expect(unmarked.notes[0]).toMatch(/has no comment .* put in: \{ path: "\/harvest"/);
    expect(unmarked.edited).toEqual([]);
  });

  test("twice is once", () => {
    const line = 'export { HarvestScreen } from "./screens/HarvestScreen";\n';
    const app = appOf("react-web", "feature-first", { "src/features/harvest/index.ts": line });
    expect(addition(app, "screen harvest --feature harvest").edited).toEqual([]);
  });
});

describe("a feature", () => {
  test.each([
    [
      "feature-first",
      [],
      ["src/features/orchard-map/screens/OrchardMapScreen.tsx", "src/features/orchard-map/index.ts"],
    ],
    [
      "feature-first",
      ["screen", "hook"],
      [
        "src/features/orchard-map/screens/OrchardMapScreen.tsx",
        "src/features/orchard-map/index.ts",
        "src/features/orchard-map/hooks/useOrchardMap.ts",
      ],
    ],
    ["layer-first", [], ["src/screens/OrchardMapScreen.tsx"]],
    [
      "layered-features",
      [],
      [
        "src/features/orchard-map/presentation/screens/OrchardMapScreen.tsx",
        "src/features/orchard-map/index.ts",
        "src/features/orchard-map/domain/models/orchardMap.ts",
        "src/features/orchard-map/domain/useCases/orchardMap.ts",
      ],
    ],
  ])("in %s with %j", async (arrangement, roles, paths) => {
    const app = appOf("react-web", arrangement);
    const setUp = draftFeature(app, { name: "OrchardMap", with: roles });
    expect(await listOf(app.store, setUp)).toEqual(paths);
  });

  test("that is there already is refused with its place", () => {
    const app = appOf("react-web", "feature-first", { "src/features/orchard-map/index.ts": "" });
    expect(() => draftFeature(app, { name: "orchardMap", with: [] })).toThrow(
      "src/features/orchard-map/ is there already",
    );
  });

  test("keeps the folder that it has, whatever case that is in", async () => {
    const app = appOf("react-web", "feature-first", { "src/features/OrchardMap/index.ts": "" });
    expect(await added(app, "hook useRow --feature orchard-map")).toEqual(["src/features/OrchardMap/hooks/useRow.ts"]);
  });

  test("one that is nearly called so is pointed out", () => {
    const app = appOf("react-web", "feature-first", { "src/features/harvest/index.ts": "" });
    expect(draftAddition(app, requestOf("hook useX --feature harvets")).notes).toContain(
      "harvets is a new feature; there is one called harvest.",
    );
  });
});

describe("tests and stories go beside their file", () => {
  const files = {
    "src/components/TreeCard.tsx": "",
    "src/components/forms/Button.tsx": "",
    "src/ui/Button.tsx": "",
    "src/components/ui/Button.tsx": "",
  };
  test.each([
    ["test tree-card", ["src/components/TreeCard.test.tsx"]],
    ["story TreeCard", ["src/components/TreeCard.stories.tsx"]],
    ["test src/components/forms/Button.tsx", ["src/components/forms/Button.test.tsx"]],
    ["test forms/Button", ["src/components/forms/Button.test.tsx"]],
  ])("add %s", async (words, paths) => {
    expect(await added(appOf("react-web", "layer-first", files), words)).toEqual(paths);
  });
  test.each([
    ["export function TreeCard() {}", 'import { TreeCard } from "./TreeCard";'],
    ["const TreeCard = 1;\nexport { TreeCard };", 'import { TreeCard } from "./TreeCard";'],
    ["export default memo(TreeCard);", 'import TreeCard from "./TreeCard";'],
    ["export function other() {}", 'import * as treeCard from "./TreeCard";'],
  ])("and call what it exports: %j", (text, line) => {
    const app = appOf("react-web", "layer-first", { "src/components/TreeCard.tsx": text });
    expect(addition(app, "test TreeCard").made[0]?.text).toContain(`${line}\n`);
  });

  test("of any role, also of single-file components", async () => {
    const files = { "src/components/TreeCard.vue": "", "src/stores/treeStore.ts": "export const treeStore = 1;" };
    const app = appOf("vue", "layer-first", files);
    const [test] = addition(app, "test TreeCard").made;
    expect([test?.path, test?.text]).toEqual([
      "src/components/TreeCard.test.ts",
      expect.stringContaining('import TreeCard from "./TreeCard.vue";'),
    ]);
    expect(await added(app, "test treeStore")).toEqual(["src/stores/treeStore.test.ts"]);
  });

  test.each([
    ["test Button", "Several files are called Button"],
    ["test Nothing", "No file is called Nothing"],
  ])("add %s is refused", (words, reason) => {
    expect(() => added(appOf("react-web", "layer-first", files), words)).toThrow(reason);
  });
});

describe("what cannot be is refused, and how to go on is said", () => {
  const files = {
    "src/components/tree-card.tsx": "",
    "src/components/Treelist.jsx": "",
    "src/components/Basket/index.ts": "",
    "src/components/Leaf.tsx": "",
    "src/components/Fruit.module.css": "",
    "src/features/harvest/index.ts": "",
  };
  const refusal = (words: string, arrangement = "layer-first"): { code: string; message: string; next: string } => {
    try {
      draftAddition(appOf("react-web", arrangement, files), requestOf(words));
    } catch (error) {
      if (error instanceof ShelfError) return { code: error.code, message: error.message, next: error.next };
      throw error;
    }
    return { code: "none", message: "", next: "" };
  };

  test.each([
    ["scren harvest", "ROLE_UNKNOWN", "Did you mean screen?"],
    ["componet x", "ROLE_UNKNOWN", "Did you mean component?"],
    ["component TreeCard", "NAME_TAKEN", "src/components/tree-card.tsx"],
    ["component treeList", "NAME_TAKEN", "src/components/Treelist.jsx"],
    ["component LEAF", "NAME_TAKEN", "differs only in case"],
    ["component leaf", "NAME_TAKEN", "src/components/Leaf.tsx is there already"],
    ["component Basket", "NAME_TAKEN", "src/components/Basket/"],
    ["component Fruit", "NAME_TAKEN", "src/components/Fruit.module.css"],
    ["helper delete", "NAME_UNUSABLE", "a word of the language"],
    ["component 3DView", "NAME_UNUSABLE", "cannot begin with a digit"],
    ["component _._", "NAME_UNUSABLE", "neither a letter nor a digit"],
    ["component con/x", "NAME_UNUSABLE", "device"],
    ["component ../x", "NAME_UNUSABLE", "folder"],
    ["component a:b", "NAME_UNUSABLE", "Windows"],
    ["asset apple", "ROLE_NOT_MADE", "--from FILE"],
    ["component x --with tests", "COMPANION_UNKNOWN", "style, test, story"],
    ["component x --shelf attic", "SHELF_UNKNOWN", "components"],
    ["screen x --feature y", "FEATURE_UNWANTED", "Leave --feature out"],
    ["action x --feature y", "FEATURE_UNWANTED", "An action belongs to no feature"],
    ["use-case x --feature y", "FEATURE_UNWANTED", "A use-case belongs to no feature"],
  ])("add %s: %s", (words, code, said) => {
    const refused = refusal(words);
    expect([refused.code, `${refused.message} ${refused.next}`]).toEqual([code, expect.stringContaining(said)]);
  });

  test("a feature that is missing is answered with those that are there", () => {
    expect(refusal("screen x", "feature-first")).toMatchObject({
      code: "FEATURE_WANTED",
      next: expect.stringContaining("there are harvest") as string,
    });
  });

  test("a sheet with and without its underscore is one name", () => {
    const app = appOf("sass", "stylesheet-sections", { "src/components/tree-card.scss": "" });
    expect(() => added(app, "component TreeCard")).toThrow("src/components/tree-card.scss is there already");
  });

  test("letters that the stack's code does not know", async () => {
    expect(() => added(appOf("flutter", "layer-first"), "screen Größe")).toThrow("plain letters");
    expect(await added(appOf("swiftui", "layer-first"), "screen Größe")).toEqual(["src/Screens/GrößeScreen.swift"]);
  });

  test("reserved names of other systems", () => {
    expect(() =>
      added(appOf("sass", "stylesheet-sections", {}, 'names: { component: "{kebab}" }'), "component aux"),
    ).toThrow("device on Windows");
  });
});

describe("laws", () => {
  const apps = [
    ["react-web", "layered-features"],
    ["react-native", "layer-first"],
    ["vue", "feature-first"],
    ["flutter", "feature-first-with-core"],
    ["swiftui", "mvvm"],
    ["wpf", "mvvm"],
    ["sass", "stylesheet-sections"],
  ] as const;
  const names = fc.oneof(
    fc.string({ unit: "grapheme", minLength: 1, maxLength: 12 }),
    fc
      .array(fc.constantFrom("apple", "Tree", "HTTP", "2", "Größe", "-", "_", " ", "screen"), { maxLength: 5 })
      .map((parts) => parts.join("")),
  );

  test.each(apps)(
    "whatever name is typed, %s in %s: a clear refusal, or the right place, and that only once",
    (stack, arrangement) => {
      const roles = (Object.keys(appOf(stack, arrangement).stack.roles) as Role[]).filter(
        (role) => !["asset", "entry", "generated", "test", "story"].includes(role),
      );
      let made = 0;
      fc.assert(
        fc.property(names, fc.constantFrom(...roles), names, (name, role, feature) => {
          const app = appOf(stack, arrangement);
          const inFeature = app.layout.shelves.some(
            (shelf) => shelf.holds.includes(role) && shelf.at.includes("{feature}"),
          );
          const request = { role, name, with: [], without: [], feature: inFeature ? feature : undefined };
          try {
            const { made: files } = draftAddition(app, request).draft;
            for (const { path, why } of files.filter(
              (each) => isRole(each.why) && !each.path.endsWith(".module.css"),
            )) {
              const shelf = app.layout.standingOf(path)?.shelf;
              expect(shelf?.holds, path).toContain(why);
              const stem = path.replace(/^.*\//, "").replace(/\..*$/, "");
              const patterns = shelf?.patterns.get(why as Role) ?? [];
              expect(
                patterns.some((pattern) => readName(pattern, stem)),
                path,
              ).toBe(true);
            }
            made += 1;
            const after = Object.fromEntries(files.map((each) => [each.path, each.text]));
            expect(() => draftAddition(appOf(stack, arrangement, after), request)).toThrow(
              expect.objectContaining({ code: "NAME_TAKEN" }) as Error,
            );
          } catch (error) {
            if (!(error instanceof ShelfError)) throw error;
          }
        }),
        { seed: 5, numRuns: 400 },
      );
      expect(made).toBeGreaterThan(30);
    },
  );
});

describe("the screen with which an app begins", () => {
  const files = { "pubspec.yaml": "name: orchard\n" };
  const shown = async (there: Files): Promise<readonly string[]> => {
    const app = appOf("flutter", "layer-first", { ...files, ...there });
    const { edited, notes } = addition(app, "screen trees --first");
    const { proof } = await carriedOut(app.store as FileStore, draftAddition(app, requestOf("screen trees --first")));
    expect(proof.different).toEqual([]);
    return [...edited.map(({ path, text }) => `${path}: ${text}`), ...notes];
  };

  test("a template's own main file", async () => {
    const main =
      "import 'package:flutter/material.dart';\nfinal app = MaterialApp(\n  home: const Home(title: 'Home, sweet, (home', list: [1, 2]),\n);\n";
    expect((await shown({ "lib/main.dart": main }))[0]).toBe(
      "lib/main.dart: import 'package:flutter/material.dart';\nimport 'screens/trees_screen.dart';\nfinal app = MaterialApp(\n  home: const TreesScreen(),\n);\n",
    );
  });

  test("the list of routes, where the main file leaves it to that", async () => {
    const routes =
      "// steady-shelf: imports\nfinal routes = {\n  '/': (context) => const Old(a: {1}),\n  // steady-shelf: routes\n};\n";
    const [text] = await shown({ "lib/main.dart": "void main() {}\n", "lib/navigation/routes.dart": routes });
    expect(text).toContain("'/': (context) => const TreesScreen(),");
    expect(text).toContain("import '../screens/trees_screen.dart';");
  });

  test("where nothing says it, that is said", async () => {
    expect(await shown({})).toContain("Nothing here says which screen comes first, so that stays yours to choose.");
  });
});

describe("starters of one's own", () => {
  test.each(["constructor", "toString", "many nothing", "feature camel", "to src/nowhere.ts", "to ../../out.ts"])(
    "what means nothing is refused: «%s»",
    (word) => {
      const app = appOf("react-web", "layer-first", { "tools/component.tsx": `//\n// «${word}»\n` }, "starters: tools");
      expect(() => draftAddition(app, requestOf("component crate"))).toThrow(
        expect.objectContaining({
          code: "STARTER_BROKEN",
          place: { file: at("tools/component.tsx"), line: 2 },
        }) as Error,
      );
    },
  );

  test("override ours, by name", () => {
    const app = appOf("react-web", "layer-first", { "tools/component.tsx": "// «Title» «stem»\n" }, "starters: tools");
    const { made } = addition(app, "component tree card --without style");
    expect(made[0]?.text).toBe("// Tree card TreeCard\n");
  });

  test("one that says what means nothing is refused with its line", () => {
    const app = appOf("react-web", "layer-first", { "tools/component.tsx": "//\n// «Titel»\n" }, "starters: tools");
    expect(() => draftAddition(app, requestOf("component x"))).toThrow(
      expect.objectContaining({ code: "STARTER_BROKEN", place: { file: at("tools/component.tsx"), line: 2 } }) as Error,
    );
  });
});
