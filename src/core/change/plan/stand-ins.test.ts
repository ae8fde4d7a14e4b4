/** What a test runner finds beside a file, or a tool beside a manifest: no tick where it would not be found any more. */
import { expect, test } from "vitest";
import { tellGap } from "../../../wording/gaps.js";
import { afterwards, planCommand, planOf, respellings, type Files } from "./planning.test.suite.js";

async function gapsOf(files: Files, ...moves: string[]): Promise<string[]> {
  const { proof } = await planOf(files, moves);
  expect(proof.outcome).toBe(proof.gaps.length === 0 ? "holds" : "incomplete");
  return proof.gaps.map(({ reason, file, by = "" }) => `${reason} ${file} ${by}`);
}

const mocked: Files = {
  "package.json": '{ "name": "orchard" }',
  "src/tree.ts": "export const t = 1;\n",
  "src/__mocks__/tree.ts": "export const t = 2;\n",
  "src/rota.ts": "",
  "__mocks__/press.ts": "export default 1;\n",
};

test.each<[string, string[], string[]]>([
  ["alone", ["src/__mocks__/tree.ts > src/__mocks__/leaf.ts"], ["src/__mocks__/tree.ts"]],
  ["away from what it stands for", ["src/tree.ts > src/parts/tree.ts"], ["src/__mocks__/tree.ts"]],
  ["out of the folder", ["src/__mocks__/tree.ts > src/stand-ins/tree.ts"], ["src/__mocks__/tree.ts"]],
  ["of a package", ["__mocks__/press.ts > src/__mocks__/press.ts"], ["__mocks__/press.ts"]],
  ["together", ["src/tree.ts > src/parts/leaf.ts", "src/__mocks__/tree.ts > src/parts/__mocks__/leaf.ts"], []],
  ["of something else", ["src/rota.ts > src/parts/rota.ts"], []],
  ["with the whole package", Object.keys(mocked).map((path) => `${path} > packages/orchard/${path}`), []],
])("a stand-in that moves %s", async (_, moves, parted) => {
  const reason = (path: string): string => (path.startsWith("src/") ? "parted" : "sought by place");
  expect(await gapsOf(mocked, ...moves)).toEqual(parted.map((path) => `${reason(path)} ${path} the test runner`));
});

const uses = (name: string): string => `{ "dependencies": { "${name}": "9" } }`;

test.each([
  ["vite", "vite.config.ts", "vite"],
  ["@babel/core", "babel.config.cjs", "babel"],
  ["typescript", "tsconfig.json", "TypeScript"],
  ["react-scripts", "src/index.js", "Create React App"],
  ["react-native", "index.js", "React Native"],
  ["@remix-run/dev", "app/root.tsx", "the router"],
  ["@sveltejs/kit", "src/hooks.server.ts", "SvelteKit"],
  ["electron-vite", "src/preload/index.ts", "electron-vite"],
  ["next", "public/robots.txt", "a browser or host"],
])("with %s, %s is looked for where it is", async (name, path, by) => {
  const files = { "package.json": uses(name), [path]: path.endsWith(".json") ? "{}" : "", "src/other/rota.js": "" };
  expect(await gapsOf(files, `${path} > src/other/${path}`)).toEqual([`sought by place ${path} ${by}`]);
  // What else is called so is looked for by nobody, and what goes along with its manifest is found there.
  const other = { ...files, [`src/other/${path}`]: files[path] ?? "" };
  expect(await gapsOf(other, `src/other/${path} > src/more/${path}`)).toEqual([]);
  const all = Object.keys(files).map((each) => `${each} > apps/web/${each}`);
  expect((await gapsOf(files, ...all)).filter((gap) => gap.startsWith("sought"))).toEqual([]);
});

test.each([
  ["astro", "src/pages/rota.json.ts"],
  ["astro", "src/content/trees/pippin.json"],
  ["@docusaurus/core", "src/theme/Footer/index.tsx"],
  ["@docusaurus/core", "docs/rota.md"],
  ["@solidjs/start", "src/routes/rota.tsx"],
  ["@builder.io/qwik-city", "src/routes/rota/index.tsx"],
  ["vike", "pages/rota/+Page.tsx"],
  ["umi", "src/pages/rota.tsx"],
  ["umi", "src/models/rota.ts"],
  ["wxt", "entrypoints/rota.content.ts"],
  ["plasmo", "contents/rota.ts"],
  ["vite-plugin-vue-layouts", "src/layouts/plain.vue"],
  ["@quasar/app-vite", "src/boot/press.js"],
  ["@medusajs/medusa", "src/admin/widgets/rota.tsx"],
])("with %s, %s has an address or name by its place", async (name, path) => {
  const gaps = await gapsOf({ "package.json": uses(name), [path]: "" }, `${path} > ${path.replace("/", "/moved/")}x`);
  expect(gaps).toHaveLength(1);
  expect(gaps[0]).toMatch(/^found by place /);
});

test("a command of Raycast is the file that the manifest calls so", async () => {
  const files = {
    "package.json": '{ "commands": [{ "name": "rota" }], "dependencies": { "@raycast/api": "1" } }',
    "src/rota.tsx": "",
    "src/weigh.ts": "",
  };
  expect(await gapsOf(files, "src/rota.tsx > src/shifts.tsx")).toEqual(["found by place src/rota.tsx Raycast"]);
  expect(await gapsOf(files, "src/weigh.ts > src/scales.ts")).toEqual([]);
});

const row = "<template><p /></template>\n";

test("components that uni-app finds by their folders are called anew", async () => {
  const files = {
    "package.json": uses("@dcloudio/uni-app"),
    "src/components/tree-card/tree-card.vue": row,
    "src/pages/rota/rota.vue": "<template><tree-card /></template>\n",
  };
  const move = "src/components/tree-card/tree-card.vue > src/components/apple-card/apple-card.vue";
  const plan = await planOf(files, [move]);
  expect(plan.proof.outcome).toBe("holds");
  expect(afterwards(files, plan)["src/pages/rota/rota.vue"]).toBe("<template><apple-card /></template>\n");
  // Where its folder is called otherwise, it is none: nothing can be written instead.
  expect(await gapsOf(files, "src/components/tree-card/tree-card.vue > src/components/tree-card/apple.vue")).toEqual([
    "named by place src/pages/rota/rota.vue uni-app",
  ]);
  const { "package.json": _, ...bare } = files;
  const settings = { "src/pages.json": "{}", "src/manifest.json": "{}" };
  expect(await gapsOf({ ...bare, ...settings }, "src/components/tree-card/tree-card.vue > src/tree-card.vue")).toEqual([
    "named by place src/pages/rota/rota.vue uni-app",
  ]);
});

test("components that VuePress gives to documents are looked for there", async () => {
  const files = {
    "package.json": uses("vuepress"),
    ".vuepress/components/TreeCard.vue": row,
    "rota.md": "# Rota\n\n<TreeCard />\n",
  };
  expect(await gapsOf(files, ".vuepress/components/TreeCard.vue > .vuepress/components/LeafCard.vue")).toEqual([
    "named by place rota.md VuePress",
  ]);
});

test("pages are updated in the lists that name them without their endings", async () => {
  const files = {
    "src/pages.json": JSON.stringify({
      pages: [{ path: "pages/rota/rota" }],
      subPackages: [{ pages: [{ path: "pages/list" }], root: "trees" }],
      tabBar: { list: [{ pagePath: "pages/rota/rota" }] },
    }),
    "src/pages/rota/rota.vue": row,
    "src/trees/pages/list.vue": row,
  };
  const rota = await planOf(files, ["src/pages/rota/rota.vue > src/pages/shifts/shifts.vue"]);
  expect([rota.proof.outcome, ...respellings(rota)]).toEqual([
    "holds",
    "src/pages.json: pages/rota/rota > pages/shifts/shifts",
    "src/pages.json: pages/rota/rota > pages/shifts/shifts",
  ]);
  const list = await planOf(files, ["src/trees/pages/list.vue > src/trees/pages/all.vue"]);
  expect([list.proof.outcome, ...respellings(list)]).toEqual(["holds", "src/pages.json: pages/list > pages/all"]);
  const folder = await planCommand(files, "src/trees src/apples");
  expect([folder.proof.outcome, ...respellings(folder)]).toEqual(["holds", "src/pages.json: trees > apples"]);
  // A page that leaves the part of the app cannot be named from there.
  const away = await planOf({ ...files, "src/trees/pages/other.vue": row }, [
    "src/trees/pages/list.vue > src/pages/list.vue",
  ]);
  expect(away.proof.outcome).toBe("fails");
});

test("routes in settings name their components by an alias, or from the folder of the pages", async () => {
  const files = (component: string): Files => ({
    "package.json": uses("umi"),
    ".umirc.ts": `export default { routes: [{ path: "/rota", component: "${component}" }] };\n`,
    "src/pages/Rota/index.tsx": "export default () => <b />;\n",
  });
  const move = "src/pages/Rota/index.tsx > src/pages/Shifts/index.tsx";
  const plan = await planOf(files("@/pages/Rota"), [move]);
  expect([plan.proof.outcome, ...respellings(plan)]).toEqual(["holds", ".umirc.ts: @/pages/Rota > @/pages/Shifts"]);
  expect(await gapsOf(files("./Rota"), move)).toEqual(["path in text .umirc.ts "]);
});

test("what settings in a source root name from there is said", async () => {
  const files = {
    "src/app.config.ts": "export default defineAppConfig({ pages: ['pages/rota/index'] });\n",
    "src/pages/rota/index.tsx": "export default () => <b />;\n",
    "src/parts/names.ts": "export const all = ['pages/rota/index'];\n",
  };
  expect(await gapsOf(files, "src/pages/rota/index.tsx > src/pages/shifts/index.tsx")).toEqual([
    "path in text src/app.config.ts ",
  ]);
});

test.each([
  ["src/tree.test.ts > src/parts/tree.test.ts", true],
  ["src/tree.test.ts > src/tree.check.ts", false],
  ["src/__tests__/leaf.ts > src/leaf.ts", false],
  ["test/row_test.dart > test/parts/row_test.dart", true],
  ["test/row_test.dart > test/row_checks.dart", false],
  ["test/row_test.dart > lib/row_test.dart", false],
])("a test is found by its name and place: %s", async (move, isFound) => {
  const [from = ""] = move.split(" > ");
  expect(await gapsOf({ [from]: "" }, move)).toEqual(isFound ? [] : [`not run ${from} `]);
});

test("an entry of a package that is a manifest alone goes along with the package", async () => {
  const paths = ["package.json", "ajax/package.json", "index.js"].map((path) => `packages/press/${path}`);
  const files = Object.fromEntries(paths.map((path) => [path, path.endsWith("json") ? '{ "main": "index.js" }' : ""]));
  expect(await gapsOf(files, ...paths.map((path) => `${path} > libraries/${path}`))).toEqual([]);
});

test.each<[string, string, Files]>([
  ["what git leaves out", ".gitignore", {}],
  ["what a folder's editors are told", "src/.editorconfig", {}],
  ["a host's steps", ".github/workflows/check.yml", {}],
  ["what is run before a commit", ".husky/pre-commit", {}],
  ["how a storybook begins", ".storybook/preview.ts", {}],
  ["one of a package", "packages/ui/.storybook/main.ts", { "packages/ui/package.json": "{}" }],
  ["keys of the environment", ".env.production", {}],
  ["how the app is packed", "Dockerfile", {}],
  ["a workspace", "pnpm-workspace.yaml", {}],
  ["a manifest alone", "package.json", { "package.json": "{}", "src/a.ts": "" }],
  ["of Dart", "pubspec.yaml", { "pubspec.yaml": "name: row\n", "lib/a.dart": "" }],
  ["where a Flutter app begins", "lib/main.dart", { "pubspec.yaml": "name: row\n" }],
  ["a command of Dart", "bin/row.dart", { "pubspec.yaml": "name: row\n" }],
  ["properties of .NET", "Directory.Build.props", { "Directory.Build.props": "<Project />" }],
])("%s is looked for by name", async (_, path, more) => {
  const files = { [path]: "", ...more };
  const gaps = await gapsOf(files, `${path} > moved/${path.replace(/.*\//, "")}`);
  expect(gaps.filter((gap) => gap.startsWith(`sought by place ${path} `))).toHaveLength(1);
});

test("tables of texts in several languages stay together", async () => {
  const files = {
    "App.csproj": "<Project Sdk='Microsoft.NET.Sdk' />",
    "Words.resx": "<root />",
    "Words.de.resx": "<root />",
  };
  const parted = ["parted Words.de.resx the compiler"];
  expect(await gapsOf(files, "Words.de.resx > Parts/Words.de.resx")).toContain(parted[0]);
  const both = await gapsOf(files, "Words.resx > Parts/Words.resx", "Words.de.resx > Parts/Words.de.resx");
  expect(both.filter((gap) => gap.startsWith("parted"))).toEqual([]);
});

test("all translations of a Flutter app stay in the folder that its settings name", async () => {
  const files = {
    "pubspec.yaml": "name: row\nflutter:\n  generate: true\n",
    "l10n.yaml": "arb-dir: lib/words\n",
    "lib/words/app_en.arb": "{}",
    "lib/words/app_de.arb": "{}",
  };
  const { proof } = await planOf(files, ["lib/words/app_de.arb > lib/other/app_de.arb"]);
  expect(proof.different.map(({ file }) => file)).toEqual(["pubspec.yaml"]);
  const all = await planCommand(files, "lib/words lib/texts");
  expect([all.proof.outcome, ...respellings(all)]).toEqual(["holds", "l10n.yaml: lib/words > lib/texts"]);
});

test("what is said of them is a sentence each, in the singular and the plural", async () => {
  const files = {
    ...mocked,
    ".dockerignore": "",
    Dockerfile: "",
    "vite.config.ts": "",
    "src/a.test.ts": "",
    "src/b.test.ts": "",
  };
  const said = async (...moves: string[]): Promise<string[]> =>
    (await planOf(files, moves)).proof.gaps.map((gap) => tellGap(gap));
  expect(
    await said(
      "vite.config.ts > src/vite.config.ts",
      ".dockerignore > src/.dockerignore",
      "src/a.test.ts > src/a.check.ts",
      "src/tree.ts > src/parts/tree.ts",
    ),
  ).toEqual([
    "vite looks for vite.config.ts where it is now, and will not find it there; give it the new path if it has a setting for that",
    "a tool looks for .dockerignore where it is now, and will not find it there; give it the new path if it has a setting for that",
    "the test runner knows a.test.ts by its name and place, and will not run it then",
    "the test runner takes tree.ts together with the file beside it that has its name, and they would lie apart",
  ]);
  expect(
    await said(
      ".dockerignore > src/.dockerignore",
      "Dockerfile > src/Dockerfile",
      "src/a.test.ts > src/a.check.ts",
      "src/b.test.ts > src/b.check.ts",
    ),
  ).toEqual([
    "tools look for .dockerignore and 1 other file where they are now, and will not find them there; give them the new paths if there are settings for that",
    "the test runner knows a.test.ts and 1 other test by their names and places, and will not run them then",
  ]);
});
