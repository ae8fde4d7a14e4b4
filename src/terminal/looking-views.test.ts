/** What survey, explain and check show: every line fits, numbers are right in the singular, colour is never the only sign. */
import { beforeAll, describe, expect, test } from "vitest";
import { planArranging } from "../core/change/arrange/index.js";
import { compare } from "../core/change/compare/index.js";
import { explain, surveyOf } from "../core/insight/measures/index.js";
import type { ProjectPath } from "../core/base/paths.js";
import { analyse, type Analysis } from "../core/insight/analysis.js";
import { check, rules, runRules } from "../core/insight/rules/index.js";
import { appUnder } from "../core/app/index.js";
import { MemoryStore } from "../core/files/index.js";
import { arrangeView } from "./arrange-view.js";
import { checkView, whyView } from "./check-view.js";
import { compareView } from "./compare-view.js";
import { explainView } from "./explain-view.js";
import { cells, screenFor, type Screen } from "./screen.js";
import { bar, surveyView } from "./survey-view.js";

const at = (path: string): ProjectPath => path as ProjectPath;
const long = "averyverylongfoldername/andanotheronethatislong/andathirdone";
const drawn = (name: string, imports = ""): string => `${imports}export function ${name}() { return <li/>; }\n`;

/** An app with something of everything that is told, and paths that are too long for a line. */
const messy = {
  "package.json": "{}",
  "steady-shelf.yaml": "version: 1\nstack: react-web\nsource: src\narrangement: layer-first\n",
  "src/main.tsx": "createRoot(document.body);\nimport './screens/HarvestScreen';\n",
  "src/screens/HarvestScreen.tsx": drawn("HarvestScreen", "import '../hooks/useHarvest';\nimport './gone';\n"),
  "src/screens/RotaScreen.tsx": drawn("RotaScreen", "import '../hooks/useRota';\nimport '../hooks/useHarvest';\n"),
  "src/hooks/useHarvest.ts":
    "import '../services/harvestService';\nimport './useRota';\nexport function useHarvest() {}\n",
  "src/hooks/useRota.ts": "import './useHarvest';\nexport function useRota() {}\n",
  "src/services/harvestService.ts": "export const load = () => fetch('/');\n",
  "src/services/rotaService.ts": "export const load = () => fetch('/');\n",
  [`src/components/${long}/tree-card-with-quite-a-long-name-too.tsx`]: drawn("TreeCard"),
  [`src/components/${long}/broken.ts`]: "import '../nowhere';\nexport const = ;\n",
  "src/assets/images/one.png": "same",
  "src/assets/images/two.png": "same",
};

const screens: readonly Screen[] = [40, 72, 100].map((columns) => screenFor({ columns }, {}));
let analysis: Analysis;
beforeAll(async () => {
  analysis = await analyse(new MemoryStore(messy), { standing: at("") });
});

/** The lines that are wider than the screen, but for those that are one word, or a command that is to be copied. */
const tooWide = (text: string, { width }: Screen): string[] =>
  text
    .split("\n")
    .filter(
      (line) => cells(line) > width && /\S\s+\S/.test(line) && !/^\s+(?:[✓✗→] )?\S+$|^ {4}steady-shelf /.test(line),
    );

describe.each(screens)("on $width columns", (screen) => {
  const app = () => {
    const [only] = analysis.apps;
    if (!only) throw new TypeError("there is one app");
    return only;
  };

  test.each([
    ["rule", false],
    ["file", false],
    ["rule", true],
  ] as const)("check by %s, all: %s", (by, all) => {
    const text = checkView(check(analysis), screen, { by, all, isPart: false });
    expect(tooWide(text, screen)).toEqual([]);
    expect(text).toMatch(/^\d+ errors? and \d+ warnings in \d+\s+files\./);
    expect(text).toContain("✗ error");
    expect(text.replaceAll(/\s+/g, " ")).toContain("1 file could not be read whole");
  });

  test.each(["feature-first", "layer-first"])("arranging as %s", async (arrangement) => {
    const target = appUnder(app().app, arrangement);
    const arranged = await planArranging({ analysis, analysed: app(), target, publicIndex: true });
    for (const all of [false, true]) {
      const files = analysis.project.tree.paths.filter((path) => path.startsWith("src/"));
      const text = arrangeView({ arranged, arrangement, source: "src", files, all }, screen);
      expect(tooWide(text, screen)).toEqual([]);
      expect(text).toMatch(new RegExp(`^${arrangement}: Moves \\d+\\s+files?`));
      expect(text).not.toMatch(/\b1 (?:files|references|questions|folders)\b/);
    }
  });

  test("comparing", async () => {
    const comparison = await compare({ analysis, analysed: app() });
    const text = compareView(comparison, screen);
    expect(tooWide(text, screen)).toEqual([]);
    expect(text).toContain("✓");
    expect(text.replaceAll(/\s+/g, " ")).toContain("History is too short to tell");
    expect(text).not.toMatch(/\b1 (?:files|references|changes)\b/);
  });

  test("survey", () => {
    const findings = runRules(app(), analysis.graph);
    const survey = surveyOf(analysis, app(), findings);
    const text = surveyView({ app: app(), survey }, screen, { all: false, commits: undefined });
    expect(tooWide(text, screen)).toEqual([]);
    for (const said of [
      "2 unresolved references",
      "1 file could not be read whole",
      "1 picture is there more than once",
      "harvest and rota reference each other in a circle",
      "There is no git history",
    ])
      expect(text.replaceAll(/\s+/g, " ")).toContain(said);
  });

  test("explain, for every file", () => {
    const findings = runRules(app(), analysis.graph);
    for (const path of app().catalogue.entries.keys()) {
      const own = findings.filter(({ file }) => file === path);
      const text = explainView(explain({ analysis, app: app(), path, findings: own }), screen, { all: false });
      expect(tooWide(text, screen)).toEqual([]);
      expect(text).toMatch(/\n {2}role[^]*\n {2}feature[^]*\n {2}shelf[^]*\n {2}findings/);
    }
  });

  test.each(rules)("why $name is there", (rule) => {
    const text = whyView(rule, screen);
    const prose = text.slice(0, text.indexOf("incorrect"));
    expect(tooWide(prose.slice(prose.indexOf("\n")), screen)).toEqual([]);
    expect(text).toContain("correct");
  });
});

test.each([
  [0, "╸"],
  [0.01, "╸"],
  [0.5, "━━"],
  [0.6, "━━╸"],
  [1, "━━━━"],
])("a bar of %s is %s", (part, wanted) => {
  expect(bar(part, 4)).toBe(wanted);
});

test("no tick stands for a path that cannot be resolved here", async () => {
  const store = new MemoryStore({
    "package.json": '{ "dependencies": { "react": "19" } }',
    "src/main.tsx": 'import "./components/Home";\n',
    "src/components/Home.free.tsx": "export function HomeFree() { return <li/>; }\n",
    "src/components/Home.paid.tsx": "export function HomePaid() { return <li/>; }\n",
  });
  const looked = await analyse(store, { standing: at("") });
  const [only] = looked.apps;
  if (!only) throw new TypeError("there is an app");
  const screen = screenFor({ columns: 100 }, {});
  for (const text of [
    checkView(check(looked), screen, { by: "rule", all: false, isPart: false }),
    surveyView({ app: only, survey: surveyOf(looked, only, []) }, screen, { all: false, commits: undefined }),
  ]) {
    expect(text).toContain("1 path that cannot be resolved here was not judged");
    expect(text).not.toContain("✓");
  }
});
