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

test("a table of routes that passes a screen on as well", async () => {
  const passing =
    'export * from "../screens/HomeScreen";\nexport { HomeScreen as "home(" } from "../screens/HomeScreen";\n';
  const files = {
    ...screen("Home", "      <p/>\n"),
    ...screen("Map", "      <p/>\n"),
    ...routes('  { path: "/", element: <HomeScreen /> },\n', '  { path: "/map", element: <MapScreen /> },\n'),
  };
  const table = files["src/navigation/routes.tsx"] ?? "";
  const { text } = await made({ ...files, "src/navigation/routes.tsx": table + passing }, "home,map");
  expect(text("src/navigation/routes.tsx")).toContain("element: <PublicLayout><HomeScreen /></PublicLayout>");
});

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

  test.each<readonly [what: string, script: string, after: string]>([
    [
      "that has none yet",
      "export default { data: () => ({}) };\n",
      "export default { components: { PublicLayout }, data: () => ({}) };\n",
    ],
    [
      "in lines of their own",
      'import Leaf from "../components/Leaf.vue";\n\nexport default defineComponent({\n  name: "MapView",\n  components: {\n    Leaf,\n  },\n});\n',
      'import Leaf from "../components/Leaf.vue";\nimport PublicLayout from "../layouts/PublicLayout.vue";\n\nexport default defineComponent({\n  name: "MapView",\n  components: {\n    PublicLayout,\n    Leaf,\n  },\n});\n',
    ],
    [
      "on one line, and not those of another object",
      'import Leaf from "../components/Leaf.vue";\nconst other = { components: {} };\nexport default { components: { Leaf }, other };\n',
      'import Leaf from "../components/Leaf.vue";\nimport PublicLayout from "../layouts/PublicLayout.vue";\nconst other = { components: {} };\nexport default { components: { PublicLayout, Leaf }, other };\n',
    ],
    [
      "that are empty",
      "export default Vue.extend({\n  components: {},\n});\n",
      "export default Vue.extend({\n  components: { PublicLayout },\n});\n",
    ],
    ["in an object that is empty", "export default {};\n", "export default { components: { PublicLayout } };\n"],
  ])("a component of Vue lists the frame beside what else it draws: %s", async (_, script, after) => {
    const { framed, text } = await made(
      {
        "package.json": '{ "dependencies": { "vue": "3" } }',
        "src/components/Leaf.vue": "<template>\n  <i />\n</template>\n",
        "src/views/MapView.vue": `<template>\n  <p>b</p>\n</template>\n\n<script>\n${script}</script>\n`,
      },
      "map",
      "vue",
    );
    expect(framed.left).toEqual([]);
    const taken = after.includes("import PublicLayout")
      ? after
      : `import PublicLayout from "../layouts/PublicLayout.vue";\n\n${after}`;
    expect(text("src/views/MapView.vue")).toBe(
      `<template>\n  <PublicLayout>\n    <p>b</p>\n  </PublicLayout>\n</template>\n\n<script>\n${taken}</script>\n`,
    );
  });

  test("a component that registers what it draws elsewhere stays, and one that is named twice is framed once", async () => {
    const { framed } = await made(
      {
        "package.json": '{ "dependencies": { "vue": "3" } }',
        "src/views/HomeView.vue": "<template>\n  <p>a</p>\n</template>\n",
        "src/views/MapView.vue":
          "<script>\nexport default { components, data: () => ({}) };\n</script>\n\n<template>\n  <p>b</p>\n</template>\n",
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

describe("below a route that shows the frame", () => {
  const outlet = (name: string): Record<string, string> => ({
    [`src/layouts/${name}Layout.tsx`]: `import { Outlet } from "react-router-dom";\nexport const ${name}Layout = () => <div><Outlet /></div>;\n`,
  });
  const screens = {
    ...screen("Home", "      <p/>\n"),
    ...screen("Map", "      <p/>\n"),
    ...screen("Rota", "      <p/>\n"),
  };
  const list = (routesText: string, imports = ""): Record<string, string> => ({
    "src/navigation/routes.tsx": `import { AppLayout } from "../layouts/AppLayout";\n${imports}${["Home", "Map", "Rota"]
      .map((name) => `import { ${name}Screen } from "../screens/${name}Screen";\n`)
      .join("")}${routesText}`,
  });
  const table = (text: string): string => text.slice(text.indexOf("export "));

  test.each<readonly [what: string, before: string, wrap: string, after: string]>([
    [
      "a new one beside it, in its form",
      `export const all = (
  <Routes>
    <Route element={<AppLayout />}>
      <Route path="/rota" element={<RotaScreen />} />
    </Route>
    <Route path="/" element={<HomeScreen />} />
    <Route path="/map" element={<MapScreen />} />
  </Routes>
);
`,
      "home,map",
      `export const all = (
  <Routes>
    <Route element={<AppLayout />}>
      <Route path="/rota" element={<RotaScreen />} />
    </Route>
    <Route element={<PublicLayout />}>
      <Route path="/" element={<HomeScreen />} />
      <Route path="/map" element={<MapScreen />} />
    </Route>
  </Routes>
);
`,
    ],
    [
      "of objects, with what stands between them left there",
      `export const all = [
  { Component: AppLayout, children: [{ path: "/rota", element: <RotaScreen /> }] },
  // Everybody may see it.
  { path: "/", element: <HomeScreen /> },
  { path: "/help", element: <p /> },
  {
    path: "/map",
    element: <MapScreen />,
  },
];
`,
      "map,home",
      `export const all = [
  { Component: AppLayout, children: [{ path: "/rota", element: <RotaScreen /> }] },
  // Everybody may see it.
  {
    Component: PublicLayout,
    children: [
      { path: "/", element: <HomeScreen /> },
      {
        path: "/map",
        element: <MapScreen />,
      },
    ],
  },
  { path: "/help", element: <p /> },
];
`,
    ],
    [
      "alone in its list, on one line",
      `export const all = [{ path: "/", element: <AppLayout />, children: [{ element: <p/> }] }, { path: "/map", element: <MapScreen /> }];
export const more = [{ path: "/rota", element: <RotaScreen /> }];
`,
      "rota",
      `export const all = [{ path: "/", element: <AppLayout />, children: [{ element: <p/> }] }, { path: "/map", element: <MapScreen /> }];
export const more = [{
  element: <PublicLayout />,
  children: [
    { path: "/rota", element: <RotaScreen /> },
  ],
}];
`,
    ],
  ])("%s", async (_, before, wrap, after) => {
    const { framed, text } = await made({ ...outlet("App"), ...screens, ...list(before) }, wrap);
    expect(framed.left).toEqual([]);
    expect(framed.wrapped).toHaveLength(wrap.split(",").length);
    expect(table(text("src/navigation/routes.tsx"))).toBe(after);
    expect(text(layout)).toContain("      <Outlet />\n");
    expect(text(layout)).not.toContain("children");
    // A tab or carriage returns are kept as they are.
    const windows = Object.fromEntries(
      Object.entries(list(before)).map(([path, each]) => [path, each.replaceAll("\n", "\r\n")]),
    );
    const there = await made({ ...outlet("App"), ...screens, ...windows }, wrap);
    expect(table(there.text("src/navigation/routes.tsx"))).toBe(after.replaceAll("\n", "\r\n"));
  });

  test.each<readonly [what: string, before: string, after: string]>([
    [
      "an object",
      'export const all = {\n  element: <AppLayout />,\n  children: [\n    { index: true, element: <HomeScreen /> },\n  ],\n};\nexport const more = [\n  { path: "/map", element: <MapScreen /> },\n];\n',
      "  {\n    element: <PublicLayout />,\n    children: [\n",
    ],
    [
      "an element",
      'export const all = from(\n  <Route path="/" element={<AppLayout />}>\n    <Route index element={<HomeScreen />} />\n  </Route>,\n);\nexport const more = (\n  <>\n    <Route path="/map" element={<MapScreen />} />\n  </>\n);\n',
      "    <Route element={<PublicLayout />}>\n      <Route path",
    ],
  ])("the form is told from a route that stands in no list: %s", async (_, before, after) => {
    const { framed, text } = await made({ ...outlet("App"), ...screens, ...list(before) }, "map");
    expect(framed.left).toEqual([]);
    expect(text("src/navigation/routes.tsx")).toContain(after);
  });

  test("an outlet that comes from a file of the app is not taken over", async () => {
    const own = {
      "src/layouts/AppLayout.tsx":
        'import { Outlet } from "../navigation/router";\nexport const AppLayout = () => <div><Outlet /></div>;\n',
      "src/navigation/router.tsx": 'export { Outlet } from "react-router";\n',
    };
    const before = `export const all = [\n  { element: <AppLayout />, children: [{ index: true, element: <p /> }] },\n  { path: "/map", element: <MapScreen /> },\n];\n`;
    const { text } = await made({ ...own, ...screens, ...list(before) }, "map");
    expect(text(layout)).not.toContain("Outlet");
    expect(text("src/navigation/routes.tsx")).toContain("<PublicLayout><MapScreen /></PublicLayout>");
  });

  test("a screen that stands in something of its route's goes with the route", async () => {
    const before = `export const all = (
  <Routes>
    <Route element={<AppLayout />}>
      <Route index element={<p />} />
    </Route>
    <Route path="/map" element={<OnlyMembers><MapScreen /></OnlyMembers>} />
  </Routes>
);
`;
    const { framed, text } = await made({ ...outlet("App"), ...screens, ...list(before) }, "map");
    expect(framed.left).toEqual([]);
    expect(text("src/navigation/routes.tsx")).toContain(
      '    <Route element={<PublicLayout />}>\n      <Route path="/map" element={<OnlyMembers><MapScreen /></OnlyMembers>} />\n    </Route>\n',
    );
  });

  test.each<readonly [what: string, shown: string]>([
    ["another element", "<><Tabs first={<MapScreen />}>a</Tabs></>"],
    ["an object, where routes are elements", '[{ path: "/map", element: <MapScreen /> }]'],
  ])("what is no route as those of the frames are stays as it is: %s", async (_, shown) => {
    const before = `export const all = (
  <Routes>
    <Route element={<AppLayout />}>
      <Route index element={<p />} />
    </Route>
  </Routes>
);
export const other = ${shown};
`;
    const { framed, text } = await made({ ...outlet("App"), ...screens, ...list(before) }, "map");
    expect(framed.left).toEqual([{ screen: "src/screens/MapScreen.tsx", why: "no route", layout }]);
    expect(text("src/navigation/routes.tsx")).toContain(shown);
  });

  test("what is drawn by screens that stay is not the frame's", async () => {
    const before = `export const all = [
  { element: <AppLayout />, children: [{ path: "/rota", element: <RotaScreen /> }] },
  { path: "/map", element: <MapScreen /> },
];
export const other = <><Home first={<HomeScreen />} /></>;
`;
    const withHeader = (name: string): Record<string, string> =>
      screen(name, "      <SiteHeader />\n      <p/>\n", takesHeader);
    const files = { ...header, ...withHeader("Home"), ...withHeader("Map"), ...screen("Rota", "      <p/>\n") };
    const { framed, text } = await made({ ...outlet("App"), ...files, ...list(before) }, "map,home");
    expect(framed.left.map(({ screen: path }) => path)).toEqual(["src/screens/HomeScreen.tsx"]);
    expect(text("src/screens/HomeScreen.tsx")).toContain("<SiteHeader />");
    expect(text("src/screens/MapScreen.tsx")).not.toContain("<SiteHeader />");
    expect(text(layout)).toContain("{header ?? <SiteHeader />}");
  });

  const both = `import { PublicLayout } from "../layouts/PublicLayout";\n`;
  test.each<readonly [what: string, before: string, wrap: string, after: string]>([
    [
      "at the end of its routes",
      `export const all = (
  <Routes>
    <Route path="/map" element={<MapScreen />} />
    <Route element={<PublicLayout />}>
      <Route path="/rota" element={<RotaScreen />} />
    </Route>
    <Route
      path="/"
      element={<HomeScreen />}
    />
  </Routes>
);
`,
      "home,map",
      `export const all = (
  <Routes>
    <Route element={<PublicLayout />}>
      <Route path="/rota" element={<RotaScreen />} />
      <Route path="/map" element={<MapScreen />} />
      <Route
        path="/"
        element={<HomeScreen />}
      />
    </Route>
  </Routes>
);
`,
    ],
    [
      "of a list on one line",
      `export const all = [
  { element: <PublicLayout />, children: [{ path: "/rota", element: <RotaScreen /> }] }, // members
  { path: "/map", element: <MapScreen /> },
];
`,
      "map",
      `export const all = [
  { element: <PublicLayout />, children: [{ path: "/rota", element: <RotaScreen /> }, { path: "/map", element: <MapScreen /> }] }, // members
];
`,
    ],
    [
      "with what is said above a route",
      `export const all = [
  {
    element: <PublicLayout />,
    children: [
      { path: "/rota", element: <RotaScreen /> },
    ],
  },

  // All that grows here.
  /* Since spring. */
  { path: "/map", element: <MapScreen /> }, // a map
  // Where it begins.
  { path: "/", element: <HomeScreen /> },
];
`,
      "map,home",
      `export const all = [
  {
    element: <PublicLayout />,
    children: [
      { path: "/rota", element: <RotaScreen /> },
      // a map
      // All that grows here.
      /* Since spring. */
      { path: "/map", element: <MapScreen /> },
      // Where it begins.
      { path: "/", element: <HomeScreen /> },
    ],
  },
];
`,
    ],
    [
      "not of one with an address of its own: a new one is made",
      `export const all = [
  { path: "/members", element: <PublicLayout />, children: [{ path: "rota", element: <RotaScreen /> }] },
  { path: "/map", element: <MapScreen /> },
];
`,
      "map",
      `export const all = [
  { path: "/members", element: <PublicLayout />, children: [{ path: "rota", element: <RotaScreen /> }] },
  {
    element: <PublicLayout />,
    children: [
      { path: "/map", element: <MapScreen /> },
    ],
  },
];
`,
    ],
  ])("of a frame that is there, %s", async (_, before, wrap, after) => {
    const files = { ...outlet("App"), ...outlet("Public"), ...screens, ...list(before, both) };
    const { framed, text } = await made(files, wrap);
    expect(framed.left).toEqual([]);
    expect(table(text("src/navigation/routes.tsx"))).toBe(after);
    expect(text("src/navigation/routes.tsx").match(/PublicLayout"/g)).toHaveLength(1);
  });

  test.each<readonly [what: string, why: string, more: Readonly<Record<string, string>>]>([
    [
      "has no route of its own",
      "no route",
      {
        ...outlet("Public"),
        ...list(
          `export const all = [{ element: <PublicLayout />, children: [{ element: <RotaScreen /> }] }];\nexport const map = MapScreen;\n`,
          both,
        ),
      },
    ],
    [
      "has two",
      "no route",
      {
        ...outlet("Public"),
        ...list(
          `export const all = [{ element: <PublicLayout />, children: [{ element: <RotaScreen /> }] }, { path: "/a", element: <MapScreen /> }, { path: "/b", element: <MapScreen /> }];\n`,
          both,
        ),
      },
    ],
    [
      "would be put into a frame that shows nothing that is given to it",
      "no middle",
      {
        "src/layouts/PublicLayout.tsx": "export const PublicLayout = () => <div />;\n",
        ...list(
          `export const all = [{ path: "/map", element: <MapScreen /> }];\nexport const x = <PublicLayout />;\n`,
          both,
        ),
      },
    ],
  ])("a screen stays as it is that %s", async (_, why, more) => {
    const { framed } = await made({ ...outlet("App"), ...screens, ...more }, "map");
    expect(framed.left).toEqual([{ screen: "src/screens/MapScreen.tsx", why, layout }]);
    expect(framed.wrapped).toEqual([]);
  });

  const view = (name: string): Record<string, string> => ({
    [`src/views/${name}View.vue`]: `<template>\n  <p>${name}</p>\n</template>\n`,
  });
  const vue = (...lines: readonly string[]): Record<string, string> => ({
    "package.json": '{ "dependencies": { "vue": "3" } }',
    ...view("Home"),
    ...view("Map"),
    ...view("Rota"),
    "src/layouts/AppLayout.vue": "<template>\n  <main><router-view /></main>\n</template>\n",
    "src/router/index.js": `import AppLayout from "../layouts/AppLayout.vue";\n\nexport default [\n${lines.map((line) => `  ${line},\n`).join("")}];\n`,
  });
  const app =
    '{ path: "/", component: AppLayout, children: [{ path: "", component: () => import("../views/HomeView.vue") }] }';
  const route = (path: string, name: string): string =>
    `{ path: "${path}", component: () => import("../views/${name}View.vue") }`;

  test("has a path where the router asks for one, and is shown where the others are", async () => {
    const { framed, text } = await made(vue(app, route("/map", "Map"), route("/rota", "Rota")), "map,rota", "vue");
    expect(framed.left).toEqual([]);
    expect(text("src/router/index.js")).toContain(
      `,\n  {\n    path: "/",\n    component: PublicLayout,\n    children: [\n      ${route("/map", "Map")},\n      ${route("/rota", "Rota")},\n    ],\n  },\n];\n`,
    );
    expect(text("src/layouts/PublicLayout.vue")).toContain("    <router-view />\n");
    expect(text("src/layouts/PublicLayout.vue")).not.toContain("<slot />");
  });

  test.each<readonly [what: string, below: string, first: string, left: readonly string[]]>([
    ["comes behind an open end of the frame's", ":tree", "/map", ["order"]],
    ["is told from the route above it", "trees", "map", ["address"]],
    ["stays what it is", "trees", "/map", []],
  ])("an address that %s", async (_, below, first, left) => {
    const own = `{ path: "/", component: PublicLayout, children: [{ path: "${below}", component: () => import("../views/HomeView.vue") }] }`;
    const files = vue(route(first, "Map"), own);
    const { framed } = await made(
      {
        ...files,
        "src/layouts/PublicLayout.vue": "<template>\n  <router-view />\n</template>\n",
        "src/router/index.js": `import PublicLayout from "../layouts/PublicLayout.vue";\n${files["src/router/index.js"] ?? ""}`,
      },
      "map",
      "vue",
    );
    expect(framed.left.map(({ why }) => why)).toEqual(left);
    expect(framed.wrapped).toHaveLength(1 - left.length);
  });

  test("is called by its own name where only a path has that, and is taken as a whole beside one that is loaded in place", async () => {
    const own = '{ path: "/a", component: () => import("../layouts/PublicLayout.vue"), children: [] }';
    const { text } = await made(
      {
        ...vue(app, own, route("/map", "Map"), route("/rota", "Rota")),
        "src/layouts/PublicLayout.vue": "<template>\n  <router-view />\n</template>\n",
      },
      "map",
      "vue",
    );
    expect(text("src/router/index.js")).toContain('import PublicLayout from "../layouts/PublicLayout.vue";\n');
    expect(text("src/router/index.js")).toContain("    component: PublicLayout,\n");
  });

  test.each<readonly [what: string, routesText: readonly string[], left: readonly string[]]>([
    [
      "in the order in which they are asked",
      [app, route("/map", "Map"), route("/:tree", "Home"), route("/rota", "Rota")],
      ["order"],
    ],
    [
      "of what stands below others",
      [
        app,
        route("/map", "Map"),
        '{ path: "/trees", component: Trees, children: [{ path: ":tree", component: Tree }] }',
        route("/rota", "Rota"),
      ],
      ["order"],
    ],
    [
      "behind one that is static, they may move",
      [app, route("/map", "Map"), route("/help", "Home"), route("/rota", "Rota")],
      [],
    ],
    [
      "whose address is told from the route above it",
      [`{ path: "/a", children: [${route("map", "Map")}, ${route("rota", "Rota")}] }`, app],
      ["address", "address"],
    ],
  ])("keeps addresses: %s", async (_, lines, left) => {
    const { framed } = await made(vue(...lines), "map,rota", "vue");
    expect(framed.left.map(({ why }) => why)).toEqual(left);
    expect(framed.wrapped).toHaveLength(2 - left.length);
  });
});
