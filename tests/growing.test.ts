/**
 * A fourth feature is added by the command alone, in five stacks: the compiler finds nothing, the new route is drawn, the store answers to
 * the new action; and it is removed again without a trace.
 */
import { mkdirSync, readdirSync, readFileSync, rmSync, symlinkSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { fileURLToPath, pathToFileURL } from "node:url";
import { execFileSync } from "node:child_process";
import { build, type Plugin } from "esbuild";
import * as vue from "vue/compiler-sfc";
import { describe, expect, test } from "vitest";
import { compile, compileVue } from "./compiler.js";
import { demoCopy, fingerprint, folderWith, run } from "./program.js";

const modules = fileURLToPath(new URL("../node_modules", import.meta.url));

/** A copy of a demo app in which packages are found. */
function appWithPackages(name: string): string {
  const root = demoCopy(name);
  symlinkSync(modules, join(root, "node_modules"));
  writeFileSync(join(root, ".git/info/exclude"), "node_modules\n*.test-run.*\n");
  return root;
}

/** What a script in the app gives as its default, once it is bundled with the app's own files. */
async function inApp(root: string, script: string, alias: Record<string, string> = {}): Promise<unknown> {
  const outfile = join(root, `a${Math.random().toString(36).slice(2)}.test-run.mjs`);
  await build({
    absWorkingDir: root,
    stdin: { contents: script, resolveDir: root, loader: "tsx" },
    bundle: true,
    platform: "node",
    format: "esm",
    jsx: "automatic",
    outfile,
    alias,
    plugins: [components],
    loader: { ".css": "empty", ".svg": "text", ".png": "empty", ".jpg": "empty" },
    banner: { js: 'import { createRequire as r } from "node:module"; const require = r(import.meta.url);' },
    logLevel: "silent",
  });
  // In a process of its own: what a page has (a window, a place) is nobody else's.
  const tell = `import(${JSON.stringify(pathToFileURL(outfile).href)}).then((all) => process.stdout.write(JSON.stringify(all.default)))`;
  return JSON.parse(execFileSync(process.execPath, ["-e", tell], { encoding: "utf8" })) as unknown;
}

/** Vue's own compiler, as a bundler uses it. */
const components: Plugin = {
  name: "vue",
  setup(build) {
    build.onLoad({ filter: /\.vue$/ }, ({ path }) => {
      const { descriptor } = vue.parse(readFileSync(path, "utf8"), { filename: path });
      if (!descriptor.scriptSetup) {
        const { code } = vue.compileTemplate({ source: descriptor.template?.content ?? "", filename: path, id: path });
        return { contents: `${code}\nexport default { render };`, loader: "ts" };
      }
      const { content } = vue.compileScript(descriptor, { id: path, inlineTemplate: true });
      return { contents: content, loader: "ts" };
    });
  },
};

/** A component of React Native is a `div` here. */
const plainNative = `
export const View = ({ children }) => <div>{children}</div>;
export const Text = ({ children }) => <span>{children}</span>;
export const FlatList = ({ data, renderItem }) => <ul>{data.map((item, at) => <li key={at}>{renderItem({ item })}</li>)}</ul>;
export const AppRegistry = { registerComponent() {} };
export const NavigationContainer = ({ children }) => children;
export const createBottomTabNavigator = () => ({
  Navigator: ({ children }) => <nav>{children}</nav>,
  Screen: ({ name, component: Component }) => <section id={name}><Component /></section>,
});`;

interface Drawn {
  readonly html: string;
  readonly state: unknown;
}

interface Stack {
  readonly demo: string;
  readonly feature: string;
  /** The language's own compiler; nothing where all is well. */
  readonly judge: (root: string) => string;
  /** What the new route shows, and the store's answer to its action. */
  readonly drawn: (root: string) => Promise<unknown>;
  readonly shows: string;
  readonly holds: unknown;
  /** A feature that draws and answers the same once it is called so. */
  readonly renamed?: { readonly from: string; readonly shows: string };
}

const stacks: readonly Stack[] = [
  {
    demo: "orchard-slices",
    feature: "swaps",
    judge: compile,
    drawn: (root) =>
      inApp(
        root,
        `import { renderToString } from "react-dom/server";
         import { Provider } from "react-redux";
         import { createMemoryRouter, RouterProvider } from "react-router";
         import { routes } from "./src/app/routes";
         import { makeStore } from "./src/app/store";
         import { swapsLoaded } from "./src/features/swaps";
         const store = makeStore();
         store.dispatch(swapsLoaded([]));
         const router = createMemoryRouter(routes, { initialEntries: ["/swaps"] });
         const html = renderToString(<Provider store={store}><RouterProvider router={router} /></Provider>);
         export default { html, state: store.getState().swaps };`,
      ),
    shows: "<h1>Swaps</h1>",
    holds: { items: [], isLoading: false },
    renamed: { from: "rota", shows: "<h1>Swaps</h1>" },
  },
  {
    demo: "orchard-web",
    feature: "grafts",
    judge: compile,
    drawn: (root) =>
      inApp(
        root,
        `import { prerender } from "react-dom/static";
         import { AppRoutes } from "./src/navigation/AppRoutes";
         import { initialState, rootReducer } from "./src/context/rootReducer";
         import { graftAdded } from "./src/context/actions/graftActions";
         globalThis.window = { location: { pathname: "/grafts" } };
         const { prelude } = await prerender(<AppRoutes />);
         const html = await new Response(prelude).text();
         export default { html, state: rootReducer(initialState, graftAdded({ id: "g1" })).grafts };`,
        { "@": join(root, "src") },
      ),
    shows: "<h1>Grafts</h1>",
    holds: { entries: [{ id: "g1" }], loading: true },
  },
  {
    demo: "orchard-modules",
    feature: "swaps",
    judge: compileVue,
    drawn: (root) =>
      inApp(
        root,
        `import { createSSRApp } from "vue";
         import { renderToString } from "vue/server-renderer";
         import { createMemoryHistory, createRouter } from "vue-router";
         const location = { host: "", pathname: "/", search: "", hash: "" };
         const history = { state: {}, replaceState() {}, pushState() {} };
         Object.assign(globalThis, { location, history });
         globalThis.window = globalThis.document = { location, history, addEventListener() {}, querySelector() {} };
         const { routes } = await import("./src/router");
         const { makeStore } = await import("./src/store");
         const { default: App } = await import("./src/App.vue");
         const router = createRouter({ history: createMemoryHistory(), routes });
         const store = makeStore();
         store.commit("swaps/loaded", [{ id: "s1" }]);
         await router.push("/swaps");
         const html = await renderToString(createSSRApp(App).use(router).use(store));
         export default { html, state: store.state.swaps };`,
        { "@": join(root, "src"), vuex: join(modules, "vuex/dist/vuex.esm-bundler.js") },
      ),
    shows: "<h1>Swaps</h1>",
    holds: { items: [{ id: "s1" }] },
    renamed: { from: "rota", shows: "<h1>Who helps when</h1>" },
  },
  {
    demo: "orchard-tabs",
    feature: "swaps",
    judge: compile,
    drawn: (root) => {
      const native = join(root, "native.test-run.jsx");
      writeFileSync(native, plainNative);
      return inApp(
        root,
        `import { renderToString } from "react-dom/server";
         import { App } from "./src/App";
         import { firstSwaps, swapsReducer } from "./src/state/swapsReducer";
         const state = swapsReducer(firstSwaps, { type: "swaps/added", item: { id: "s1" } });
         export default { html: renderToString(<App />), state };`,
        { "react-native": native, "@react-navigation/native": native, "@react-navigation/bottom-tabs": native },
      );
    },
    shows: '<section id="Swaps"><div><span>Swaps</span>',
    holds: { items: [{ id: "s1" }] },
    renamed: { from: "rota", shows: '<section id="Swaps"><div><span>Who helps when</span>' },
  },
];

describe.each(stacks)("$demo: a feature more", ({ demo, feature, judge, drawn, shows, holds }) => {
  test("it works, and goes without a trace", async () => {
    const root = appWithPackages(demo);
    const before = fingerprint(root);
    const added = await run(root, ["add", "feature", feature, "--write"]);
    expect(added).toMatchObject({ code: 0, err: "" });
    expect(added.out).toContain("proof  ✓");
    expect(judge(root)).toBe("");
    const { html, state } = (await drawn(root)) as Drawn;
    expect(html).toContain(shows);
    expect(state).toEqual(holds);
    // No feature is missing anywhere.
    expect((await run(root, ["check", "--rule", "half-wired-feature"])).code).toBe(0);
    execFileSync("git", ["clean", "-fdXq", "-e", "!node_modules"], { cwd: root });
    const removed = await run(root, ["remove", "feature", feature, "--write"]);
    expect(removed).toMatchObject({ code: 0, err: "" });
    expect(removed.out).toContain("proof  ✓");
    execFileSync("git", ["clean", "-fdq", ".steady-shelf"], { cwd: root });
    expect(fingerprint(root)).toEqual(before);
  });
});

describe.each(stacks.filter(({ renamed }) => renamed !== undefined))(
  "$demo: $renamed.from becomes $feature",
  ({ demo, feature, renamed: { from, shows } = { from: "", shows: "" }, judge, drawn, holds }) => {
    test("it works under the new name, and gets its old one back", async () => {
      const root = appWithPackages(demo);
      const before = fingerprint(root);
      const there = await run(root, ["rename", "feature", from, feature, "--mentions", "--write"]);
      expect(there).toMatchObject({ code: 0, err: "" });
      // Keys are told by their letters alone.
      expect(there.out).toContain("proof  not proved for ");
      expect(there.out).not.toContain("✓");
      expect(judge(root)).toBe("");
      const { html, state } = (await drawn(root)) as Drawn;
      expect(html).toContain(shows);
      expect(state).toEqual(holds);
      execFileSync("git", ["clean", "-fdXq", "-e", "!node_modules"], { cwd: root });
      expect((await run(root, ["rename", "feature", feature, from, "--mentions", "--write"])).code).toBe(0);
      execFileSync("git", ["clean", "-fdq", ".steady-shelf"], { cwd: root });
      expect(fingerprint(root)).toEqual(before);
    });

    test("without consent, keys and texts stay, and all compiles", async () => {
      const root = appWithPackages(demo);
      const there = await run(root, ["rename", "feature", from, feature, "--write"]);
      expect(there).toMatchObject({ code: 0, err: "" });
      expect(there.out).toContain("have the old name as a key, in a string, or in words for people, and stay");
      expect(judge(root)).toBe("");
    });
  },
);

test.each([
  ["orchard-flutter", "rota", "duty"],
  ["orchard-desktop", "rota", "duty"],
  ["orchard-phone", "rota", "duty"],
])("%s: %s becomes %s, and gets its old name back", async (demo, feature, to) => {
  const root = demoCopy(demo);
  const before = fingerprint(root);
  const there = await run(root, ["rename", "feature", feature, to, "--mentions", "--write"]);
  expect(there).toMatchObject({ code: 0, err: "" });
  expect(there.out).toContain("proof  not proved for ");
  expect(fingerprint(root)).not.toEqual(before);
  expect((await run(root, ["rename", "feature", to, feature, "--mentions", "--write"])).code).toBe(0);
  execFileSync("git", ["clean", "-fdXq"], { cwd: root });
  expect(fingerprint(root)).toEqual(before);
});

test("features become one, with names that stay apart; files of one become another; all compiles, and is undone", async () => {
  const root = appWithPackages("orchard-slices");
  const before = fingerprint(root);
  const joined = await run(root, ["join", "features", "rota", "harvest", "--write"]);
  expect(joined).toMatchObject({ code: 0, err: "" });
  expect(joined.out).toContain("Joined rota into the feature harvest: 7 files.");
  expect(joined.out).toContain("index.ts →");
  expect(joined.out).toContain("proof  ✓");
  expect(readFileSync(join(root, "src/features/harvest/rota.ts"), "utf8")).toContain('from "./rotaRoutes"');
  expect(compile(root)).toBe("");
  expect((await run(root, ["undo", "--write"])).code).toBe(0);
  const split = await run(root, ["split", "feature", "harvest", "press", "src/features/harvest/components", "--write"]);
  expect(split).toMatchObject({ code: 0, err: "" });
  expect(split.out).toContain("Split the feature press off harvest: 1 file.");
  expect(compile(root)).toBe("");
  expect((await run(root, ["undo", "--write"])).code).toBe(0);
  execFileSync("git", ["clean", "-fdq", ".steady-shelf"], { cwd: root });
  expect(fingerprint(root)).toEqual(before);
});

test("a new feature of two has both names in front of what they both have", async () => {
  const root = demoCopy("orchard-slices");
  const { renamed, target } = (await run(root, ["join", "features", "rota", "trees", "season", "--json"])).json() as {
    renamed: { from: string; to: string }[];
    target: string;
  };
  expect(target).toBe("season");
  expect(renamed.map(({ to }) => to).sort()).toEqual(
    ["rota.ts", "rotaMock.json", "rotaRoutes.tsx", "trees.ts", "treesMock.json", "treesRoutes.tsx"].map(
      (name) => `src/features/season/${name}`,
    ),
  );
});

test("what cannot be joined or split is refused, and says why", async () => {
  const root = demoCopy("orchard-slices");
  const before = fingerprint(root);
  const codeOf = async (...words: string[]): Promise<unknown> =>
    ((await run(root, [...words, "--write", "--json"])).json().error as { code: string }).code;
  expect(await codeOf("join", "features", "rota", "nope")).toBe("EXAMPLE_MISSING");
  expect(await codeOf("join", "features", "hives", "rota")).toBe("EXAMPLE_MISSING");
  expect(await codeOf("split", "feature", "rota", "rota", "src/features/rota/index.ts")).toBe("NAME_UNUSABLE");
  expect(await codeOf("split", "feature", "rota", "press", "src/app/store.ts")).toBe("NOT_IN_FEATURE");
  expect(await codeOf("split", "feature", "rota", "press", "src/features/rota/none.ts")).toBe("SOURCE_MISSING");
  const layers = demoCopy("orchard-tabs");
  const flat = (await run(layers, ["join", "features", "trees", "rota", "--json"])).json();
  expect(flat.error).toMatchObject({ code: "FEATURE_WITHOUT_FOLDER" });
  expect((await run(root, ["split", "feature", "rota"])).code).toBe(2);
  expect((await run(root, ["split", "a.ts", "b.ts"])).code).toBe(2);
  expect((await run(root, ["join", "features", "rota"])).code).toBe(2);
  expect(fingerprint(root)).toEqual(before);
});

test("a feature is not renamed to what another is called, to its own name, or to what is no name", async () => {
  const root = demoCopy("orchard-slices");
  const before = fingerprint(root);
  const codeOf = async (name: string, to: string): Promise<unknown> =>
    ((await run(root, ["rename", "feature", name, to, "--write", "--json"])).json().error as { code: string }).code;
  expect(await codeOf("rota", "trees")).toBe("NAME_TAKEN");
  expect(await codeOf("rota", "Rota")).toBe("NAME_UNUSABLE");
  expect(await codeOf("rota", "9")).toBe("NAME_UNUSABLE");
  expect(await codeOf("rota", "a/b")).toBe("NAME_UNUSABLE");
  expect(await codeOf("hives", "bees")).toBe("EXAMPLE_MISSING");
  expect(fingerprint(root)).toEqual(before);
});

test("orchard-flutter: a feature more, in the routes too, and gone again", async () => {
  const root = demoCopy("orchard-flutter");
  const before = fingerprint(root);
  const added = await run(root, ["add", "feature", "grafts", "--write"]);
  expect(added).toMatchObject({ code: 0, err: "" });
  const routes = readFileSync(join(root, "lib/navigation/routes.dart"), "utf8");
  expect(routes).toContain("import '../screens/grafts_screen.dart';\n");
  expect(routes).toContain("  '/grafts': (context) => const GraftsScreen(),\n");
  expect(readFileSync(join(root, "lib/screens/grafts_screen.dart"), "utf8")).toContain(
    "class GraftsScreen extends StatelessWidget {\n  const GraftsScreen({super.key});\n",
  );
  expect((await run(root, ["remove", "feature", "grafts", "--write"])).code).toBe(0);
  execFileSync("git", ["clean", "-fdXq"], { cwd: root });
  expect(fingerprint(root)).toEqual(before);
});

test("what is still used is not removed: the places are listed, and nothing changes", async () => {
  const root = demoCopy();
  const before = fingerprint(root);
  const refused = await run(root, ["remove", "feature", "rota", "--write"]);
  expect(refused.code).toBe(1);
  expect(refused.out).toContain("The feature rota is still used in 1 place, so it stays:");
  expect(refused.out).toContain('src/components/DataTable.tsx:3:26  import { useRota } from "../hooks/useRota";');
  expect(fingerprint(root)).toEqual(before);
  const json = (await run(root, ["remove", "feature", "rota", "--json"])).json();
  expect(json).toMatchObject({ feature: "rota", written: false, users: [{ file: "src/components/DataTable.tsx" }] });
});

test("a feature that is known by its places alone is taken, and removed", async () => {
  const root = demoCopy("orchard-web");
  const shelves = ["context/actions/hiveActions", "context/initialStates/hiveState", "context/reducers/hiveReducer"];
  for (const path of shelves) writeFileSync(join(root, `src/${path}.ts`), "export const hive = 1;\n");
  const taken = await run(root, ["add", "feature", "hive", "--json"]);
  expect(taken.json().error).toMatchObject({ code: "NAME_TAKEN" });
  const removed = (await run(root, ["remove", "feature", "hive", "--json"])).json();
  expect(removed.removed).toEqual(shelves.map((path) => `src/${path}.ts`));
});

test("what goes with a feature and is used elsewhere keeps it: a constant beside those of the others", async () => {
  const root = demoCopy("orchard-slices");
  const limit = (name: string): string => `export const ${name}Limit = 5;\n`;
  writeFileSync(join(root, "src/shared/limits.ts"), ["harvest", "rota", "trees"].map(limit).join(""));
  writeFileSync(
    join(root, "src/shared/Full.tsx"),
    'import { rotaLimit } from "./limits";\nexport const full = rotaLimit;\n',
  );
  const refused = await run(root, ["remove", "feature", "rota", "--write"]);
  expect(refused.code).toBe(1);
  expect(refused.out).toContain('src/shared/Full.tsx:1:10  import { rotaLimit } from "./limits";');
  writeFileSync(join(root, "src/shared/Full.tsx"), "export const full = 5;\n");
  const removed = await run(root, ["remove", "feature", "rota", "--write"]);
  expect(removed.code).toBe(0);
  expect(readFileSync(join(root, "src/shared/limits.ts"), "utf8")).toBe(limit("harvest") + limit("trees"));
});

test("line ends stay what they are, in files that are made and in those that gain lines", async () => {
  const root = demoCopy("orchard-slices");
  const files = execFileSync("git", ["ls-files", "src"], { cwd: root, encoding: "utf8" }).trim().split("\n");
  for (const file of files)
    writeFileSync(join(root, file), readFileSync(join(root, file), "utf8").replaceAll("\n", "\r\n"));
  const before = fingerprint(root);
  expect((await run(root, ["add", "feature", "swaps", "--write"])).code).toBe(0);
  for (const file of ["src/app/store.ts", "src/app/routes.tsx", "src/features/swaps/swapsSlice.ts"])
    expect(readFileSync(join(root, file), "utf8")).not.toMatch(/\r\r|[^\r]\n/);
  expect((await run(root, ["remove", "feature", "swaps", "--write"])).code).toBe(0);
  expect(fingerprint(root)).toBe(before);
});

test("what may be loaded by a name put together at run time is removed only on purpose", async () => {
  const root = demoCopy("orchard-slices");
  writeFileSync(
    join(root, "src/app/load.ts"),
    "export const load = (name: string) => import(`../features/${name}/index.ts`);\n",
  );
  const before = fingerprint(root);
  const refused = await run(root, ["remove", "feature", "rota", "--write"]);
  expect(refused.code).toBe(1);
  expect(refused.out).toContain("src/app/load.ts:1:47  ../features/… is put together at run time");
  expect(refused.out).not.toContain("✓");
  expect(fingerprint(root)).toBe(before);
  expect((await run(root, ["remove", "feature", "rota", "--write", "--accept-unread"])).code).toBe(0);
});

test("what may be asked for by a key that goes leaves the proof incomplete", async () => {
  const root = demoCopy("orchard-slices");
  writeFileSync(
    join(root, "src/shared/count.ts"),
    'import type { RootState } from "../app/store";\n// The rota, in brief.\nexport const count = (state: RootState) => state.rota.items.length;\n',
  );
  const before = fingerprint(root);
  const refused = await run(root, ["remove", "feature", "rota", "--write"]);
  expect(refused.code).toBe(1);
  expect(refused.out).not.toContain("✓");
  expect(refused.out).toContain("src/shared/count.ts:3:50");
  expect(refused.out).toContain("this may ask for what store.ts no longer has under that key");
  expect(refused.out).toContain("src/shared/count.ts:2:8  // The rota, in brief.");
  expect(fingerprint(root)).toBe(before);
  expect((await run(root, ["remove", "feature", "rota", "--write", "--accept-unread"])).code).toBe(0);
});

test("a feature that is missing in the store and the routes is found, and listed there again", async () => {
  const root = appWithPackages("orchard-slices");
  expect((await run(root, ["add", "feature", "swaps", "--write"])).code).toBe(0);
  const [store, routes] = [join(root, "src/app/store.ts"), join(root, "src/app/routes.tsx")];
  const whole = [store, routes].map((path) => readFileSync(path, "utf8"));
  writeFileSync(store, (whole[0] ?? "").replace(/.*rotaReducer.*\n/g, ""));
  writeFileSync(routes, (whole[1] ?? "").replace(/.*import { rotaRoutes.*\n/, "").replace("...rotaRoutes, ", ""));
  const { findings } = (await run(root, ["check", "--rule", "half-wired-feature", "--json"])).json() as {
    findings: readonly { file: string; message: string; repair: unknown }[];
  };
  expect(findings.map(({ file, message }) => `${file}: ${message}`)).toEqual([
    "src/app/routes.tsx: rota is not listed here, as 3 other features are: rotaRoutes is not taken in",
    "src/app/store.ts: rota is not listed here, as 3 other features are: rotaReducer is not taken in",
  ]);
  expect(findings[0]?.repair).toEqual({ kind: "list feature", safe: false });
  expect((await run(root, ["check", "--rule", "half-wired-feature", "--fix", "--write"])).code).toBe(0);
  expect([store, routes].map((path) => readFileSync(path, "utf8"))).toEqual(whole);
});

describe("a screen is mentioned wherever the others are, and given as they are", () => {
  interface Added {
    readonly demo: string;
    readonly words: readonly string[];
    readonly lines: readonly string[];
    readonly toFill: number;
  }
  const cases: readonly Added[] = [
    {
      demo: "orchard-web",
      words: ["screen", "Compost", "--with", "test"],
      lines: [
        'src/constants/routes.ts: compost: "/compost",',
        'src/navigation/AppRoutes.tsx: compost: lazy(() => import("../screens/CompostScreen")),',
        'src/navigation/links.ts: { name: "compost", label: "Compost" },',
      ],
      toFill: 0,
    },
    {
      demo: "orchard-slices",
      words: ["screen", "Press", "--feature", "rota"],
      lines: [
        'src/features/rota/routes.tsx: import { PressScreen } from "./screens/PressScreen";',
        'src/features/rota/routes.tsx: <RotaScreen /> }, { path: "/press", element: <PressScreen /> }];',
      ],
      toFill: 2,
    },
    {
      demo: "orchard-tabs",
      words: ["screen", "Weather"],
      lines: [
        'src/navigation/Tabs.tsx: import { WeatherScreen } from "../screens/WeatherScreen";',
        'src/navigation/Tabs.tsx: <Tab.Screen name="Weather" component={WeatherScreen} options={{ title: "Weather" }} />',
        "src/navigation/params.ts: Weather: undefined;",
      ],
      toFill: 0,
    },
    {
      demo: "orchard-modules",
      words: ["screen", "Weather"],
      lines: [
        'src/components/NavBar.vue: <RouterLink to="/weather">Weather</RouterLink>',
        'src/router/index.ts: name: "weather",',
        'src/router/index.ts: component: () => import("@/views/WeatherView.vue"),',
      ],
      toFill: 0,
    },
  ];
  test.each(cases)("$demo: $words", async ({ demo, words, lines, toFill }) => {
    const root = appWithPackages(demo);
    const judge = stacks.find((stack) => stack.demo === demo)?.judge ?? compile;
    const before = fingerprint(root);
    const { code, out } = await run(root, ["add", ...words, "--write", "--json"]);
    expect(code, out).toBe(0);
    expect((JSON.parse(out) as { readonly toFill: readonly unknown[] }).toFill).toHaveLength(toFill);
    for (const line of lines) {
      const [file = "", text = ""] = line.split(/: (.*)/);
      expect(readFileSync(join(root, file), "utf8")).toContain(text);
    }
    expect(judge(root)).toBe("");
    expect((await run(root, ["undo", "--write"])).code).toBe(0);
    expect(fingerprint(root)).toEqual(before);
  });
});

describe("a frame goes around screens", () => {
  test("in a route table: the compiler finds nothing, the route is drawn in it once, and undo gives every byte back", async () => {
    const root = appWithPackages("orchard-slices");
    writeFileSync(
      join(root, "steady-shelf.yaml"),
      "version: 1\nstack: react-web\nsource: src\narrangement: feature-first-with-core\n",
    );
    const before = fingerprint(root);
    const words = ["add", "layout", "member", "--wrap", "rota,trees"];
    const { code, out } = await run(root, [...words, "--write", "--json"]);
    expect(code, out).toBe(0);
    const layout = (JSON.parse(out) as { readonly layout: string }).layout;
    // So that it is seen.
    writeFileSync(join(root, layout), readFileSync(join(root, layout), "utf8").replace("<div>", '<div id="frame">'));
    expect(compile(root)).toBe("");
    const drawn = await inApp(
      root,
      `import { renderToString } from "react-dom/server";
       import { Provider } from "react-redux";
       import { createMemoryRouter, RouterProvider } from "react-router";
       import { routes } from "./src/app/routes";
       import { makeStore } from "./src/app/store";
       const html = (place) => renderToString(<Provider store={makeStore()}><RouterProvider router={createMemoryRouter(routes, { initialEntries: [place] })} /></Provider>);
       export default ["/rota", "/trees", "/harvest"].map((place) => html(place).split('id="frame"').length - 1);`,
    );
    expect(drawn).toEqual([1, 1, 0]);
    const again = await run(root, words);
    expect(again.out).toContain("Nothing to do.");
    expect(again.out.replace(/\s+/g, " ")).toContain(
      "RotaScreen.tsx stays as it is: it stands in a frame already (MemberLayout.tsx).",
    );
    for (const name of readdirSync(root)) if (name.includes(".test-run.")) rmSync(join(root, name));
    writeFileSync(join(root, layout), readFileSync(join(root, layout), "utf8").replace('<div id="frame">', "<div>"));
    expect((await run(root, ["undo", "--write"])).code).toBe(0);
    expect(fingerprint(root)).toEqual(before);
  });

  test("below a route, where the app's other frames show what stands below theirs", async () => {
    const root = appWithPackages("orchard-slices");
    const at = (path: string): string => join(root, path);
    writeFileSync(
      at("steady-shelf.yaml"),
      "version: 1\nstack: react-web\nsource: src\narrangement: feature-first-with-core\n",
    );
    mkdirSync(at("src/core/layouts"), { recursive: true });
    const frame = readFileSync(at("src/app/Frame.tsx"), "utf8");
    rmSync(at("src/app/Frame.tsx"));
    writeFileSync(
      at("src/core/layouts/AppLayout.tsx"),
      frame.replace("function Frame", "function AppLayout").replace("../words", "../../words"),
    );
    const routes = readFileSync(at("src/app/routes.tsx"), "utf8");
    writeFileSync(
      at("src/app/routes.tsx"),
      routes
        .replace("{ Frame }", "{ AppLayout }")
        .replace("./Frame", "../core/layouts/AppLayout")
        .replace("<Frame", "<AppLayout"),
    );
    const before = fingerprint(root);
    const { code, out } = await run(root, ["add", "layout", "member", "--wrap", "rota,trees", "--write", "--json"]);
    expect(code, out).toBe(0);
    const { layout, wrapped, left } = JSON.parse(out) as {
      readonly layout: string;
      readonly wrapped: readonly { readonly at: string }[];
      readonly left: readonly unknown[];
    };
    expect(wrapped.map((each) => each.at)).toEqual(["src/features/rota/routes.tsx", "src/features/trees/routes.tsx"]);
    expect(left).toEqual([]);
    const made = readFileSync(at(layout), "utf8");
    expect(made).toContain("<Outlet />");
    writeFileSync(at(layout), made.replace("<div>", '<div id="frame">'));
    expect(compile(root)).toBe("");
    const drawn = await inApp(
      root,
      `import { renderToString } from "react-dom/server";
       import { Provider } from "react-redux";
       import { createMemoryRouter, RouterProvider } from "react-router";
       import { routes } from "./src/app/routes";
       import { makeStore } from "./src/app/store";
       const html = (place) => renderToString(<Provider store={makeStore()}><RouterProvider router={createMemoryRouter(routes, { initialEntries: [place] })} /></Provider>);
       export default ["/rota", "/trees", "/harvest"].map((place) => [html(place).split('id="frame"').length - 1, html(place).split("<nav").length - 1, html(place).includes("<h1")]);`,
    );
    expect(drawn).toEqual([
      [1, 1, true],
      [1, 1, true],
      [0, 1, true],
    ]);
    // One more comes to those that are there.
    expect((await run(root, ["add", "layout", "member", "--wrap", "harvest", "--write"])).code).toBe(0);
    expect(compile(root)).toBe("");
    expect((await run(root, ["undo", "--write"])).code).toBe(0);
    for (const name of readdirSync(root)) if (name.includes(".test-run.")) rmSync(at(name));
    writeFileSync(at(layout), made);
    expect((await run(root, ["undo", "--write"])).code).toBe(0);
    expect(fingerprint(root)).toEqual(before);
  });

  test("below a route of Vue's router, with screens that are loaded when they are asked for", async () => {
    const root = appWithPackages("orchard-modules");
    const at = (path: string): string => join(root, path);
    mkdirSync(at("src/layouts"));
    writeFileSync(
      at("src/layouts/AppLayout.vue"),
      "<template>\n  <main>\n    <RouterView />\n  </main>\n</template>\n",
    );
    const list = at("src/router/index.ts");
    const home = '  { path: "/", name: "home", component: HomeView },\n';
    const text = readFileSync(list, "utf8");
    expect(text).toContain(home);
    writeFileSync(
      list,
      text
        .replace(home, `  {\n    path: "/",\n    component: AppLayout,\n    children: [\n    ${home}    ],\n  },\n`)
        .replace("import HomeView", 'import AppLayout from "@/layouts/AppLayout.vue";\nimport HomeView'),
    );
    const before = fingerprint(root);
    const judge = stacks.find(({ demo }) => demo === "orchard-modules")?.judge ?? compile;
    for (const name of ["app", "public"]) {
      const { code, out } = await run(root, ["add", "layout", name, "--wrap", "trees,rota", "--write", "--json"]);
      expect(code, out).toBe(0);
      expect(JSON.parse(out)).toMatchObject({
        left: [],
        wrapped: [{ at: "src/router/index.ts" }, { at: "src/router/index.ts" }],
      });
      expect(judge(root)).toBe("");
      const findings = (await run(root, ["check", "--rule", "screen-frame", "--json"])).json()["findings"] as readonly {
        readonly file: string;
        readonly advice: string;
      }[];
      expect(findings.map(({ file }) => file)).toEqual(["src/views/HarvestView.vue"]);
      // Where there is one frame, what is advised can be typed as it is.
      const [, command = ""] = /`steady-shelf ([^`]+)`/.exec(findings[0]?.advice ?? "") ?? [];
      if (name === "app") {
        expect(command).toBe("add layout AppLayout --wrap src/views/HarvestView.vue");
        const put = await run(root, [...command.split(" "), "--write"]);
        console.log(put.out, readFileSync(list, "utf8"));
        expect(put.code).toBe(0);
        expect((await run(root, ["check", "--rule", "screen-frame", "--json"])).json()["findings"]).toEqual([]);
        expect((await run(root, ["undo", "--write"])).code).toBe(0);
      } else expect(command).toBe("add layout NAME --wrap src/views/HarvestView.vue");
      expect((await run(root, ["undo", "--write"])).code).toBe(0);
      expect(fingerprint(root)).toEqual(before);
    }
  });

  test.each([
    { demo: "orchard-web", wrap: "home,trees,SwapsScreen" },
    { demo: "orchard-tabs", wrap: "rota,trees,harvest" },
    { demo: "orchard-modules", wrap: "home,rota" },
  ])("in the screens of $demo, which compile", async ({ demo, wrap }) => {
    const root = appWithPackages(demo);
    const before = fingerprint(root);
    const { code, out } = await run(root, ["add", "layout", "public", "--wrap", wrap, "--write", "--json"]);
    expect(code, out).toBe(0);
    const { wrapped, left } = JSON.parse(out) as {
      readonly wrapped: readonly unknown[];
      readonly left: readonly unknown[];
    };
    expect([wrapped.length, left]).toEqual([wrap.split(",").length, []]);
    expect((stacks.find((stack) => stack.demo === demo)?.judge ?? compile)(root)).toBe("");
    expect((await run(root, ["undo", "--write"])).code).toBe(0);
    expect(fingerprint(root)).toEqual(before);
  });
});

describe("a starter of the team", () => {
  test("is made of a file, begins the next one, and is gone after undo", async () => {
    const root = appWithPackages("orchard-tabs");
    await run(root, ["init", "--write"]);
    const before = fingerprint(root);
    const made = await run(root, ["add", "starter", "screen", "--from", "src/screens/RotaScreen.tsx", "--write"]);
    expect(made.out).toContain("Made 1 starter: a new screen begins with it from then on.");
    expect(made.out).toContain("uses ../state/RotaProvider, so a new file uses one that is called after it");
    const [plain, shown] = [compile(root), readFileSync(join(root, "starters/screen.tsx.starter"), "utf8")];
    expect([plain, shown]).toEqual(["", expect.stringContaining("export function «Symbol»()")]);
    // Without the provider that each screen has, the next one would not compile, and is refused.
    expect((await run(root, ["add", "screen", "press", "--write"])).code).toBe(1);
    writeFileSync(
      join(root, "starters/screen.tsx.starter"),
      shown
        .replace(/import \{ «hook» \}.*\n/, "")
        .replace("const [{ items }] = «hook»();", 'const items = [{ id: "a", helper: "Ines" }];'),
    );
    const added = await run(root, ["add", "screen", "press", "--write"]);
    expect(added.out).toMatch(/proof {2}✓/);
    expect([compile(root), readFileSync(join(root, "src/screens/PressScreen.tsx"), "utf8")]).toEqual([
      "",
      expect.stringContaining("export function PressScreen()"),
    ]);
    await run(root, ["undo", "--write"]);
    writeFileSync(join(root, "starters/screen.tsx.starter"), shown);
    await run(root, ["undo", "--write"]);
    expect(fingerprint(root)).toBe(before);
  });

  test("needs a file to be made of", async () => {
    const root = appWithPackages("orchard-tabs");
    expect((await run(root, ["add", "starter", "screen"])).err).toContain("steady-shelf add starter ROLE --from FILE");
  });
});

/** Three repositories, each of a contract, what does it, two sources, a model, its form on the wire and a test. */
function appWithRepositories(): string {
  const files: Record<string, string> = {
    "package.json": '{ "name": "pippin-row", "dependencies": { "react": "19" } }\n',
    "tsconfig.json":
      '{ "compilerOptions": { "strict": true, "module": "esnext", "moduleResolution": "bundler", "target": "es2022", "noEmit": true, "types": [] }, "include": ["src"] }\n',
    "steady-shelf.yaml": "version: 1\nstack: react-web\nsource: src\narrangement: layer-first\n",
  };
  let [imports, kept] = ["", ""];
  for (const [name, own] of [
    ["harvest", "weight"],
    ["rota", "helper"],
    ["tree", "sort"],
  ] as const) {
    const Name = name.charAt(0).toUpperCase() + name.slice(1);
    files[`src/models/${name}.ts`] =
      `export interface ${Name} {\n  readonly id: string;\n  readonly ${own}: string;\n}\n`;
    files[`src/models/${name}Dto.ts`] =
      `import type { ${Name} } from "./${name}";\n\nexport interface ${Name}Dto {\n  readonly id: string;\n  readonly ${own}: string;\n}\n\nexport function to${Name}(dto: ${Name}Dto): ${Name} {\n  return { id: dto.id, ${own}: dto.${own} };\n}\n`;
    files[`src/repositories/${name}Repository.ts`] =
      `import type { ${Name} } from "../models/${name}";\n\nexport interface ${Name}Repository {\n  load(): Promise<readonly ${Name}[]>;\n}\n`;
    files[`src/repositories/${name}RepositoryImpl.ts`] =
      `import type { ${Name} } from "../models/${name}";\nimport { to${Name} } from "../models/${name}Dto";\nimport { ${Name}RemoteSource } from "../dataSources/${name}RemoteSource";\nimport type { ${Name}Repository } from "./${name}Repository";\n\nexport class ${Name}RepositoryImpl implements ${Name}Repository {\n  readonly #remote = new ${Name}RemoteSource();\n\n  async load(): Promise<readonly ${Name}[]> {\n    return (await this.#remote.load()).map(to${Name});\n  }\n}\n`;
    files[`src/dataSources/${name}RemoteSource.ts`] =
      `import type { ${Name}Dto } from "../models/${name}Dto";\n\nexport class ${Name}RemoteSource {\n  async load(): Promise<readonly ${Name}Dto[]> {\n    return [];\n  }\n}\n`;
    imports += `import { ${Name}RepositoryImpl } from "./repositories/${name}RepositoryImpl";\nimport type { ${Name}Repository } from "./repositories/${name}Repository";\n`;
    kept += `  ${name}: new ${Name}RepositoryImpl() as ${Name}Repository,\n`;
  }
  files["src/container.ts"] = `${imports}\nexport const container = {\n${kept}};\n`;
  return folderWith(files, { git: true });
}

describe("a repository of several files", () => {
  test("is made like the others, and kept where they are", async () => {
    const root = appWithRepositories();
    const before = fingerprint(root);
    expect(compile(root)).toBe("");
    const added = await run(root, ["add", "repository", "swap", "--write"]);
    expect(added.out).toContain("Made 5 files, and mentioned them in 1 other file, like ");
    expect(compile(root)).toBe("");
    const text = (path: string): string => readFileSync(join(root, path), "utf8");
    expect(text("src/container.ts")).toContain("swap: new SwapRepositoryImpl() as SwapRepository,");
    expect(text("src/models/swapDto.ts")).toContain(
      "export function toSwap(dto: SwapDto): Swap {\n  return { id: dto.id };",
    );
    await run(root, ["undo", "--write"]);
    expect(fingerprint(root)).toBe(before);
  });

  test("of which a half is there gains the other", async () => {
    const root = appWithRepositories();
    const contract =
      'import type { Swap } from "../models/swap";\n\nexport interface SwapRepository {\n  load(): Promise<readonly Swap[]>;\n}\n';
    writeFileSync(join(root, "src/models/swap.ts"), "export interface Swap {\n  readonly id: string;\n}\n");
    writeFileSync(join(root, "src/repositories/swapRepository.ts"), contract);
    const added = await run(root, ["add", "repository", "swap", "--write"]);
    expect(added.out.replaceAll(/\s+/g, " ")).toContain(
      "swap.ts and swapRepository.ts are there already, and stay as they are.",
    );
    expect([compile(root), readFileSync(join(root, "src/repositories/swapRepository.ts"), "utf8")]).toEqual([
      "",
      contract,
    ]);
    const again = await run(root, ["add", "repository", "swap", "--write"]);
    expect(again.err).toContain("is there already.");
  });

  test("says where a half that is there differs from the others", async () => {
    const root = appWithRepositories();
    writeFileSync(
      join(root, "src/repositories/swapRepository.ts"),
      "export interface SwapRepository {\n  open(): Promise<number>;\n}\n",
    );
    const { out } = await run(root, ["add", "repository", "swap"]);
    expect(out.replaceAll(/\s+/g, " ")).toContain(
      "swapRepository.ts is not as it would be made: it has `open(): Promise<number>;`, and has no `load(): Promise<readonly Swap[]>;`.",
    );
  });
});
