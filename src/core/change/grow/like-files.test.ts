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

  test.each<readonly [uses: string, file: string, notes: readonly string[]]>([
    [
      "another thing of each",
      "export const start = [first(<TreesScreen />, 3)];\nexport function other() {\n  return <RotaScreen at={now()} />;\n}\n",
      [
        "Nothing mentions MapScreen.tsx yet: src/app/start.tsx uses others of its kind, each in a way of its own; add it there yourself.",
      ],
    ],
    ["one of them alone", "export const start = <TreesScreen />;\n", []],
  ])("is said to be mentioned nowhere where a file uses %s", async (_, body, notes) => {
    const names = places.filter((name) => body.includes(name));
    const files = { ...byName, "src/app/start.tsx": names.map(imported).join("") + body };
    const { grown: found } = await grown(files, "Map");
    expect(found.draft.edits).toEqual([]);
    expect(found.notes.filter((note) => note.startsWith("Nothing"))).toEqual(notes);
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

describe("a further screen of a feature whose list has one", () => {
  type Form = (name: string, path: string) => string;
  const plain: Form = (name, path) => `{ path: "/${path}", element: <${name}Screen /> }`;
  const feature = (name: string, form: Form, more = ""): Files => {
    const path = name.toLowerCase();
    return {
      [`src/features/${path}/screens/${name}Screen.tsx`]: `export function ${name}Screen() {\n  return <p>${name}</p>;\n}\n`,
      [`src/features/${path}/routes.tsx`]: `import { ${name}Screen } from "./screens/${name}Screen";\n\nexport const ${path}Routes = [\n  ${form(name, path)},\n];\n${more}`,
    };
  };
  const app = (...parts: readonly Files[]): Files => ({
    ...Object.fromEntries(parts.flatMap((each) => Object.entries(each))),
    "src/app/all.ts": ["trees", "rota", "swaps"]
      .map((path) => `import { ${path}Routes } from "../features/${path}/routes";\n`)
      .join("")
      .concat("export const all = [...treesRoutes, ...rotaRoutes, ...swapsRoutes];\n"),
  });
  const own = "src/features/rota/routes.tsx";
  const settings = "arrangement: feature-first";

  test("is listed there, as those of the others are in theirs", async () => {
    const files = app(feature("Trees", plain), feature("Rota", plain), feature("Swaps", plain));
    const { text, grown: found } = await grown(files, "press", { feature: "rota", settings });
    expect(text(own)).toBe(
      'import { RotaScreen } from "./screens/RotaScreen";\nimport { PressScreen } from "./screens/PressScreen";\n\nexport const rotaRoutes = [\n  { path: "/rota", element: <RotaScreen /> },\n  { path: "/press", element: <PressScreen /> },\n];\n',
    );
    expect(found.like).toBe("src/features/rota/screens/RotaScreen.tsx");
    expect(found.draft.edits.map(({ file }) => file)).not.toContain("src/features/trees/routes.tsx");
  });

  test("has what all have, and not what is its own", async () => {
    const named: Form = (name, path) => `{ path: "/${path}", title: "All ${path}", element: <${name}Screen /> }`;
    const loading: Form = (name, path) =>
      `{ path: "/${path}", title: "Who does what", loader: loadRota, element: <${name}Screen /> }`;
    const files = app(
      feature("Trees", named),
      feature("Rota", loading, "function loadRota() {}\n"),
      feature("Swaps", named),
    );
    const { text, grown: found } = await grown(files, "press", { feature: "rota", settings });
    expect(text(own)).toContain('  { path: "/press", title: "Press", element: <PressScreen /> },\n];');
    expect(found.toFill.map(({ text: line }) => line)).toEqual([
      '{ path: "/press", title: "Press", element: <PressScreen /> },',
    ]);
  });

  test.each<readonly [what: string, files: Files]>([
    [
      "the others list theirs in another form",
      app(
        feature("Trees", (name) => `<${name}Screen />`),
        feature("Rota", plain),
        feature("Swaps", (name) => `wrap(<${name}Screen />)`),
      ),
    ],
    [
      "it is listed in two ways",
      app(
        feature("Trees", plain),
        feature("Rota", plain, 'export const more = [{ path: "/home", element: <RotaScreen /> }];\n'),
        feature("Swaps", plain),
      ),
    ],
    [
      "each feature draws its screen in a page of its own",
      app(
        ...["Trees", "Rota", "Swaps"].map((name) => ({
          [`src/features/${name.toLowerCase()}/screens/${name}Screen.tsx`]: `export function ${name}Screen() {\n  return <p>${name}</p>;\n}\n`,
          [`src/features/${name.toLowerCase()}/routes.tsx`]: `import { ${name}Screen } from "./screens/${name}Screen";\n// [{ element: <${name}Screen /> }]\nexport const ${name.toLowerCase()}Routes = (\n  <>\n    <main>\n      <${name}Screen />\n    </main>\n  </>\n);\n`,
        })),
      ),
    ],
    [
      "its feature has no list",
      {
        ...app(feature("Trees", plain), feature("Rota", plain), feature("Swaps", plain)),
        [own]: 'export { RotaScreen as rotaRoutes } from "./screens/RotaScreen";\n',
      },
    ],
  ])("is listed nowhere where %s", async (_, files) => {
    const { grown: found } = await grown(files, "press", { feature: "rota", settings });
    expect(found.draft.edits.map(({ file }) => file)).not.toContain(own);
  });
});

describe("the example", () => {
  test("is one whose words follow from its name, where most others' do", async () => {
    const files = {
      ...byName,
      "src/screens/HomeScreen.tsx": "export function HomeScreen() {\n  return <p>Home</p>;\n}\n",
      "src/app/list.tsx": `${["Home", ...places].map(imported).join("")}export const list = [\n  { path: "/", element: <HomeScreen /> },\n${places.map(shown).join("")}];\n`,
    };
    const { text, grown: found } = await grown(files, "Map");
    expect(text("src/app/list.tsx")).toContain('  { path: "/map", element: <MapScreen /> },\n];');
    expect(found.toFill).toEqual([]);
    expect(found.like).not.toBe("src/screens/HomeScreen.tsx");
  });
});
