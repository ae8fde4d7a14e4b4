/** What a new file is mentioned by, and when not: it has to have what it would be asked for. */
import { describe, expect, test } from "vitest";
import type { ProjectPath } from "../../base/paths.js";
import { applyEdits } from "../../base/text/index.js";
import { MemoryStore } from "../../files/index.js";
import { analyse } from "../../insight/analysis.js";
import { planDraft } from "../plan/index.js";
import { growFile, type GrownFile } from "./index.js";

type Files = Readonly<Record<string, string>>;

interface Grown {
  readonly grown: GrownFile;
  readonly text: (path: string) => string;
}

async function grown(
  files: Files,
  name: string,
  more: { feature?: string; role?: string; settings?: string } = {},
): Promise<Grown> {
  const { role = "screen", feature, settings = "arrangement: layer-first" } = more;
  const store = new MemoryStore({
    "package.json": "{}",
    "steady-shelf.yaml": `version: 1\nstack: react-web\nsource: src\n${settings}\n`,
    ...files,
  });
  const { project, graph, apps } = await analyse(store, { standing: "" as ProjectPath, keepTexts: true });
  const [analysed] = apps;
  if (!analysed) throw new TypeError("there is one app");
  const request = { role, name, feature, with: [], without: [] };
  const found = await growFile({ app: analysed.app, analysed, graph, request });
  const plan = await planDraft(project, found.draft);
  expect(plan.proof).toMatchObject({ outcome: "holds", different: [] });
  const text = (path: string): string =>
    found.draft.made.find((each) => each.path === path)?.text ??
    applyEdits(
      store.read(path as ProjectPath).toString(),
      found.draft.edits.filter(({ file }) => file === path),
    );
  return { grown: found, text };
}

const places = ["Trees", "Rota", "Swaps"];
const screens = (form: (name: string) => string): Files =>
  Object.fromEntries(places.map((name) => [`src/screens/${name}Screen.tsx`, form(name)]));
const list = (line: (name: string) => string, route: (name: string) => string): Files => ({
  "src/app/list.tsx": `${places.map(line).join("")}export const list = [\n${places.map(route).join("")}];\n`,
});
const byName = screens((name) => `export function ${name}Screen() {\n  return <p>${name}</p>;\n}\n`);
const imported = (name: string): string => `import { ${name}Screen } from "../screens/${name}Screen";\n`;
const shown = (name: string): string => `  { path: "/${name.toLowerCase()}", element: <${name}Screen /> },\n`;

describe("a new screen", () => {
  test("is listed as the others are", async () => {
    const { text, grown: found } = await grown({ ...byName, ...list(imported, shown) }, "orchard map");
    expect(text("src/app/list.tsx")).toContain('import { OrchardMapScreen } from "../screens/OrchardMapScreen";\n');
    expect(text("src/app/list.tsx")).toContain('  { path: "/orchard-map", element: <OrchardMapScreen /> },\n];');
    expect([found.toFill, found.unread]).toEqual([[], []]);
    // That the arrangement's own list is missing says nothing any more.
    expect(found.notes).toEqual([]);
  });

  test("is given by default where the others are, however that is called", async () => {
    const files = {
      ...screens((name) => `export default function ${name}Page() {\n  return <p>${name}</p>;\n}\n`),
      ...list(
        (name) => `import ${name}Page from "../screens/${name}Screen";\n`,
        (name) => `  <${name}Page />,\n`,
      ),
    };
    const { text } = await grown(files, "Map");
    expect(text("src/app/list.tsx")).toContain('import MapPage from "../screens/MapScreen";');
    expect(text("src/app/list.tsx")).toContain("  <MapPage />,\n];");
    expect(text("src/screens/MapScreen.tsx")).toContain("export default function MapScreen()");
  });

  test("is not listed where it would be asked for what it does not have, and that is said", async () => {
    const files = {
      ...screens(
        (name) =>
          `export function ${name}Screen() {\n  return <p>${name}</p>;\n}\nexport const ${name}Title = title("${name} of the row");\n`,
      ),
      ...list(
        (name) => `import { ${name}Screen, ${name}Title } from "../screens/${name}Screen";\n`,
        (name) => `  { title: ${name}Title, element: <${name}Screen /> },\n`,
      ),
    };
    const { text, grown: found } = await grown(files, "Map");
    const after = text("src/app/list.tsx");
    // It is made of what the others have in common, or it is not mentioned at all.
    if (after.includes("MapTitle")) expect(text("src/screens/MapScreen.tsx")).toContain("MapTitle");
    else expect(found.notes.join(" ")).toContain("is not mentioned there yet");
  });

  test("what only uses them, and what lists too few, stays as it is", async () => {
    const files = {
      ...byName,
      "src/screens/HomeScreen.tsx": "export function HomeScreen() {\n  return <p>Home</p>;\n}\n",
      "src/app/start.ts": 'import { TreesScreen } from "../screens/TreesScreen";\nTreesScreen();\n',
    };
    const { grown: found } = await grown(files, "Map");
    expect(found.draft.edits).toEqual([]);
    expect(found.like).toBeUndefined();
  });
});

describe("in features", () => {
  const names = ["List", "Detail"];
  const features: Files = Object.fromEntries(
    ["harvest", "rota"].flatMap((feature) => {
      const Feature = feature === "rota" ? "Rota" : "Harvest";
      const index = names
        .map((name) => `export { ${Feature}${name}Screen } from "./screens/${Feature}${name}Screen";\n`)
        .join("");
      return [
        [`src/features/${feature}/index.ts`, index],
        ...names.map((name) => [
          `src/features/${feature}/screens/${Feature}${name}Screen.tsx`,
          `export function ${Feature}${name}Screen() {\n  return <p>${name}</p>;\n}\n`,
        ]),
      ] as [string, string][];
    }),
  );
  const routes = {
    "src/navigation/list.tsx": `import { HarvestDetailScreen, HarvestListScreen } from "../features/harvest";
import { RotaDetailScreen, RotaListScreen } from "../features/rota";
export const list = [
  <HarvestListScreen />,
  <HarvestDetailScreen />,
  <RotaListScreen />,
  <RotaDetailScreen />,
];
`,
  };

  test("a name is taken from the index that passes it on, beside those of its feature", async () => {
    const { text } = await grown({ ...features, ...routes }, "harvest map", {
      feature: "harvest",
      settings: "arrangement: feature-first",
    });
    const after = text("src/navigation/list.tsx");
    expect(after).toContain(
      'import { HarvestDetailScreen, HarvestListScreen, HarvestMapScreen } from "../features/harvest";',
    );
    expect(after).toMatch(/<HarvestDetailScreen \/>,\n {2}<HarvestMapScreen \/>,|<HarvestMapScreen \/>,\n {2}<Harvest/);
    expect(text("src/features/harvest/index.ts")).toContain("HarvestMapScreen");
  });

  test("an index of which the arrangement knows nothing is a list, too", async () => {
    const settings = 'shelves:\n  - { at: "features/{feature}/screens", holds: screen }';
    const { text } = await grown({ ...features, ...routes }, "harvest map", { feature: "harvest", settings });
    expect(text("src/features/harvest/index.ts")).toContain(
      'export { HarvestMapScreen } from "./screens/HarvestMapScreen";',
    );
    expect(text("src/navigation/list.tsx")).toContain("<HarvestMapScreen />");
  });

  test("nothing is left of an entry of which a part cannot be", async () => {
    const { grown: found } = await grown({ ...features, ...routes }, "week", {
      feature: "swaps",
      settings: "arrangement: feature-first",
    });
    expect(found.draft.edits).toEqual([]);
  });
});
