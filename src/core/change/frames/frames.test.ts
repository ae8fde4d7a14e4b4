/** Screens go into a frame: once each, where the app does so, with what they all drew at the edge. */
import { describe, expect, test } from "vitest";
import { MemoryStore } from "../../files/index.js";
import type { ProjectPath } from "../../base/paths.js";
import { applyEdits } from "../../base/text/index.js";
import { analyse } from "../../insight/analysis.js";
import { planDraft } from "../plan/index.js";
import { frameScreens, type FramedScreens } from "./index.js";

const settings = (stack: string): string => `version: 1\nstack: ${stack}\nsource: src\narrangement: layer-first\n`;

interface Made {
  readonly framed: FramedScreens;
  readonly text: (path: string) => string;
}

async function made(files: Readonly<Record<string, string>>, wrap: string, stack = "react-web"): Promise<Made> {
  const store = new MemoryStore({ "package.json": "{}", "steady-shelf.yaml": settings(stack), ...files });
  const { project, graph, apps } = await analyse(store, { standing: "" as ProjectPath, keepTexts: true });
  const [analysed] = apps;
  if (!analysed) throw new TypeError("there is one app");
  const request = { role: "layout", name: "public", with: [], without: [] };
  const framed = await frameScreens({ app: analysed.app, analysed, graph, request, wrap: wrap.split(",") });
  const plan = await planDraft(project, framed.draft);
  expect(plan.proof).toMatchObject({ outcome: "holds", different: [], gaps: [] });
  const { draft } = framed;
  const text = (path: string): string =>
    draft.made.find((each) => each.path === path)?.text ??
    applyEdits(
      store.read(path as ProjectPath).toString(),
      draft.edits.filter(({ file }) => file === path),
    );
  return { framed, text };
}

const header = { "src/components/SiteHeader.tsx": "export const SiteHeader = () => <header/>;\n" };
const screen = (name: string, inside: string, imports = ""): Record<string, string> => ({
  [`src/screens/${name}Screen.tsx`]: `${imports}export function ${name}Screen() {\n  return (\n    <>\n${inside}    </>\n  );\n}\n`,
});
const takesHeader = 'import { SiteHeader } from "../components/SiteHeader";\n';
const routes = (...lines: string[]): Record<string, string> => ({
  "src/navigation/routes.tsx": `${["Home", "Map"].map((name) => `import { ${name}Screen } from "../screens/${name}Screen";\n`).join("")}export const routes = [\n${lines.join("")}];\n`,
});
const layout = "src/layouts/PublicLayout.tsx";

describe("in each screen", () => {
  test("what all of them draw above is the frame's, and is taken by it", async () => {
    const { framed, text } = await made(
      {
        ...header,
        ...screen("Home", "      <SiteHeader />\n      <p>Home</p>\n", takesHeader),
        ...screen("Map", "      <SiteHeader />\n      <p>Map</p>\n", `import { x } from "./x";\n${takesHeader}`),
      },
      "home,map",
    );
    expect(framed.taken).toEqual(["<SiteHeader />"]);
    expect(text("src/screens/HomeScreen.tsx")).toBe(
      'import { PublicLayout } from "../layouts/PublicLayout";\nexport function HomeScreen() {\n  return (\n    <PublicLayout>\n      <p>Home</p>\n    </PublicLayout>\n  );\n}\n',
    );
    expect(text("src/screens/MapScreen.tsx")).not.toContain("SiteHeader");
    expect(text(layout)).toContain('import { SiteHeader } from "../components/SiteHeader";');
    expect(text(layout)).toContain("{header ?? <SiteHeader />}");
  });

  test.each([
    ["one draws none", "      <p>Map</p>\n"],
    ["each says something else", '      <SiteHeader title="Map" />\n      <p>Map</p>\n'],
    ["it is computed", "      <SiteHeader title={title} />\n      <p>Map</p>\n"],
    ["it is not at the edge", "      <p>Map</p>\n      <SiteHeader />\n      <p>Map</p>\n"],
  ])("it stays where %s", async (_, inside) => {
    const { framed, text } = await made(
      {
        ...header,
        ...screen("Home", '      <SiteHeader title="Home" />\n      <p>Home</p>\n', takesHeader),
        ...screen("Map", inside, takesHeader),
      },
      "home,map",
    );
    expect(framed.taken).toEqual([]);
    expect(text("src/screens/HomeScreen.tsx")).toContain('<SiteHeader title="Home" />');
    expect(text(layout)).not.toContain("SiteHeader");
  });

  test("it stays within a component that may give it something, and a name that is taken is not taken twice", async () => {
    const text = (name: string): string =>
      `${takesHeader}import { Provider } from "../context/Provider";\nconst PublicLayout = 1;\nexport const ${name}Screen = () => <Provider value={PublicLayout}><SiteHeader /><p/></Provider>;\n`;
    const { framed, text: after } = await made(
      {
        ...header,
        "src/context/Provider.tsx": "export const Provider = ({ children }) => <>{children}</>;\n",
        "src/screens/HomeScreen.tsx": text("Home"),
        "src/screens/MapScreen.tsx": text("Map"),
      },
      "home,map",
    );
    expect(framed.taken).toEqual([]);
    expect(after("src/screens/HomeScreen.tsx")).toContain(
      'import { PublicLayout as PublicLayoutFrame } from "../layouts/PublicLayout";',
    );
    expect(after("src/screens/HomeScreen.tsx")).toContain("<PublicLayoutFrame><Provider");
  });

  test("a name that is taken for more stays imported, and of several names the one goes", async () => {
    const both = 'import { Leaf, SiteHeader } from "../components/all";\n';
    const { text } = await made(
      {
        "src/components/all.tsx": "export const SiteHeader = () => <header/>;\nexport const Leaf = () => <i/>;\n",
        ...screen("Home", "      <SiteHeader />\n      <Leaf />\n", both),
        ...screen("Map", "      <SiteHeader />\n      <p>{String(SiteHeader)}</p>\n", both),
      },
      "home,map",
    );
    expect(text("src/screens/HomeScreen.tsx")).toContain('import { Leaf } from "../components/all";');
    expect(text("src/screens/MapScreen.tsx")).toContain('import { Leaf, SiteHeader } from "../components/all";');
  });

  test.each<readonly [what: string, body: string, after: string]>([
    ["on one line", "return <p>a</p>;", "return <PublicLayout><p>a</p></PublicLayout>;"],
    [
      "in each way",
      "if (a) return <p>a</p>;\n  return <b>b</b>;",
      "if (a) return <PublicLayout><p>a</p></PublicLayout>;\n  return <PublicLayout><b>b</b></PublicLayout>;",
    ],
    [
      "in both branches",
      "return a ? <p/> : <b/>;",
      "return a ? <PublicLayout><p/></PublicLayout> : <PublicLayout><b/></PublicLayout>;",
    ],
    [
      "where nothing may be drawn",
      "if (!a) return null;\n  return a && <b/>;",
      "if (!a) return null;\n  return a && <PublicLayout><b/></PublicLayout>;",
    ],
    [
      "not in a function inside",
      "const row = () => { return <i/>; };\n  return <b>{row()}</b>;",
      "const row = () => { return <i/>; };\n  return <PublicLayout><b>{row()}</b></PublicLayout>;",
    ],
    [
      "where white space counts",
      "return (\n    <b>{`a\nb`}</b>\n  );",
      "return (\n    <PublicLayout>\n      <b>{`a\nb`}</b>\n    </PublicLayout>\n  );",
    ],
  ])("%s", async (_, body, after) => {
    const { text } = await made(
      { "src/screens/HomeScreen.tsx": `export function HomeScreen({ a }) {\n  ${body}\n}\n` },
      "HomeScreen",
    );
    expect(text("src/screens/HomeScreen.tsx")).toBe(
      `import { PublicLayout } from "../layouts/PublicLayout";\n\nexport function HomeScreen({ a }) {\n  ${after}\n}\n`,
    );
  });

  test.each<readonly [what: string, text: string, why: string]>([
    ["what another function gives", "export function HomeScreen() { if (a) return <p/>; return row(); }\n", "unclear"],
    [
      "a frame of its own",
      "import { AppLayout } from '../layouts/AppLayout';\nexport const HomeScreen = () => <AppLayout><p/></AppLayout>;\n",
      "framed",
    ],
  ])("stays as it is: %s", async (_, text, why) => {
    const { framed } = await made(
      {
        "src/layouts/AppLayout.tsx": "export const AppLayout = ({ children }) => <div>{children}</div>;\n",
        "src/screens/HomeScreen.tsx": text,
        "src/main.tsx": 'import { HomeScreen } from "./screens/HomeScreen";\nHomeScreen();\n',
      },
      "home",
    );
    expect(framed.left.map((each) => each.why)).toEqual([why]);
    expect(framed.wrapped).toEqual([]);
  });

  test("a component that registers what it draws stays, and one that is named twice is framed once", async () => {
    const { framed } = await made(
      {
        "package.json": '{ "dependencies": { "vue": "3" } }',
        "src/views/HomeView.vue": "<template>\n  <p>a</p>\n</template>\n",
        "src/views/MapView.vue":
          "<script>\nexport default { data: () => ({}) };\n</script>\n\n<template>\n  <p>b</p>\n</template>\n",
      },
      "home,map,HomeView",
      "vue",
    );
    expect(framed.wrapped.map(({ screen: path }) => path)).toEqual(["src/views/HomeView.vue"]);
    expect(framed.left).toEqual([{ screen: "src/views/MapView.vue", why: "registers" }]);
  });

  test("in Vue, with a script or without one", async () => {
    const { text } = await made(
      {
        "package.json": '{ "dependencies": { "vue": "3" } }',
        "src/views/HomeView.vue": "<template>\n  <main>\n    <p>a</p>\n  </main>\n</template>\n",
        "src/views/MapView.vue":
          '<script setup lang="ts">\nimport { ref } from "vue";\nconst a = ref(1);\n</script>\n\n<template>\n  <p>{{ a }}</p>\n  <p>b</p>\n</template>\n',
      },
      "home,map",
      "vue",
    );
    expect(text("src/views/HomeView.vue")).toBe(
      '<script setup lang="ts">\nimport PublicLayout from "../layouts/PublicLayout.vue";\n</script>\n\n<template>\n  <PublicLayout>\n    <main>\n      <p>a</p>\n    </main>\n  </PublicLayout>\n</template>\n',
    );
    expect(text("src/views/MapView.vue")).toContain(
      "<template>\n  <PublicLayout>\n    <p>{{ a }}</p>\n    <p>b</p>\n  </PublicLayout>\n</template>",
    );
  });
});

describe("where the app lists its screens", () => {
  const two = { ...screen("Home", "      <p/>\n"), ...screen("Map", "      <p/>\n") };

  test("each is framed there, and a second run leaves it", async () => {
    const files = {
      ...two,
      ...routes('  { path: "/", element: <HomeScreen /> },\n', '  { path: "/map", element: <MapScreen /> },\n'),
    };
    const { framed, text } = await made(files, "home");
    const after = text("src/navigation/routes.tsx");
    expect(after).toContain('{ path: "/", element: <PublicLayout><HomeScreen /></PublicLayout> },');
    expect(after).toContain('{ path: "/map", element: <MapScreen /> },');
    expect(framed.wrapped).toEqual([{ screen: "src/screens/HomeScreen.tsx", at: "src/navigation/routes.tsx" }]);
    const again = await made({ ...files, "src/navigation/routes.tsx": after, [layout]: text(layout) }, "home,map");
    expect(again.framed.left).toMatchObject([{ screen: "src/screens/HomeScreen.tsx", why: "framed" }]);
    expect(again.text("src/navigation/routes.tsx")).toContain("element: <PublicLayout><MapScreen /></PublicLayout>");
    expect(again.text("src/navigation/routes.tsx").match(/import \{ PublicLayout/g)).toHaveLength(1);
  });

  test("as the others do it: in the screens, though there is a list", async () => {
    const { framed } = await made(
      {
        ...two,
        "src/layouts/AppLayout.tsx": "export const AppLayout = ({ children }) => <div>{children}</div>;\n",
        "src/screens/RotaScreen.tsx":
          'import { AppLayout } from "../layouts/AppLayout";\nexport const RotaScreen = () => <AppLayout><p/></AppLayout>;\n',
        ...routes('  { path: "/", element: <HomeScreen /> },\n', '  { path: "/map", element: <MapScreen /> },\n'),
        "src/main.tsx": 'import { RotaScreen } from "./screens/RotaScreen";\nRotaScreen();\n',
      },
      "home",
    );
    expect(framed.wrapped).toEqual([{ screen: "src/screens/HomeScreen.tsx", at: "src/screens/HomeScreen.tsx" }]);
  });
});
