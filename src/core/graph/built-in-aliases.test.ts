/** Names that a build set-up explains by itself, names that nothing explains, and names that mean one file alone. */
import { expect, test } from "vitest";
import type { ProjectPath } from "../base/paths.js";
import { MemoryStore } from "../files/index.js";
import { openProject } from "../app/index.js";
import { planDraft } from "../change/plan/index.js";

const at = (path: string): ProjectPath => path as ProjectPath;

async function moved(files: Readonly<Record<string, string>>, from: string, to: string) {
  const project = await openProject(new MemoryStore(files));
  const moves = [{ from: at(from), to: at(to), why: "asked" as const }];
  return planDraft(project, { moves, edits: [], made: [], claims: [] });
}

const app = (dependency: string, specifier: string, more: Readonly<Record<string, string>> = {}) => ({
  "package.json": `{ "devDependencies": { "${dependency}": "5" } }`,
  "src/main.js": `import "${specifier}";\n`,
  "src/components/Tree.js": "export default 1;\n",
  ...more,
});

test.each([
  ["@vue/cli-service", "@/components/Tree", "@/components/Leaf"],
  ["umi", "@/components/Tree", "@/components/Leaf"],
  ["@quasar/app-vite", "components/Tree", "components/Leaf"],
  ["@quasar/app-vite", "src/components/Tree", "src/components/Leaf"],
  ["nuxt", "~/components/Tree", "~/components/Leaf"],
  ["gridsome", "~/components/Tree", "~/components/Leaf"],
])("with %s, %s is a reference", async (dependency, specifier, after) => {
  const { edits, proof } = await moved(app(dependency, specifier), "src/components/Tree.js", "src/components/Leaf.js");
  expect(edits.map((edit) => edit.after)).toEqual([after]);
  expect([proof.outcome, proof.references]).toEqual(["holds", 1]);
});

test("what settings say of the same name comes first", async () => {
  const files = app("@vue/cli-service", "@/Tree", {
    "vite.config.js": 'export default { resolve: { alias: { "@": "./src/components" } } };\n',
    "src/Tree.js": "export default 2;\n",
  });
  const { edits } = await moved(files, "src/components/Tree.js", "src/components/Leaf.js");
  expect(edits.map(({ file, after }) => [file, after])).toEqual([["src/main.js", "@/Leaf"]]);
});

test.each(["@/components/Tree", "~/components/Tree.js", "@/Tree"])(
  "%s is no package: without an alias that explains it, nothing that it may mean is proved",
  async (specifier) => {
    const { proof } = await moved(app("vite", specifier), "src/components/Tree.js", "src/components/Leaf.js");
    expect(proof.outcome).toBe("incomplete");
    expect(proof.gaps).toMatchObject([{ reason: "unknown alias", file: "src/main.js", detail: specifier }]);
    const other = await moved(app("vite", specifier, { "src/b.js": "" }), "src/b.js", "src/c.js");
    expect(other.proof.gaps).toEqual([]);
  },
);

test.each([
  ["components/Tree", {}],
  ["components/Tree.js", {}],
  ["Tree", { "src/Tree.js": "export default 2;\n" }],
  ["components/kit", { "src/components/kit/index.js": "" }],
])("%s is a package only where one is known by its name", async (specifier, more) => {
  const from = Object.keys(more)[0] ?? "src/components/Tree.js";
  const { proof } = await moved(app("vite", specifier, more), from, "src/parts/Leaf/index.js");
  expect(proof.outcome).toBe("incomplete");
  expect(proof.gaps).toMatchObject([{ reason: "unknown alias", file: "src/main.js", detail: specifier, names: from }]);
  const known = specifier.split("/")[0] ?? "";
  for (const files of [
    app(known, specifier, more),
    app(`@types/${known}`, specifier, more),
    app("vite", "path", { "src/path.js": "" }),
    app("vite", "https://example.org/components/Tree.js"),
    app("vite", "./other/Tree"),
  ])
    expect((await moved(files, "src/path.js" in files ? "src/path.js" : from, "src/parts/Leaf.js")).proof.gaps).toEqual(
      [],
    );
});

test("a sheet that only the build finds may be one that moves", async () => {
  const files = {
    "package.json": '{ "devDependencies": { "sass": "1" } }',
    "styles/base/_spacing.scss": "$gap: 8px;\n",
    "src/Tree.scss": '@import "base/spacing";\n@use "sass:math";\n',
  };
  const { proof } = await moved(files, "styles/base/_spacing.scss", "styles/core/_spacing.scss");
  expect(proof.gaps).toMatchObject([{ reason: "unknown alias", file: "src/Tree.scss", detail: "base/spacing" }]);
});

test("a name that means one sheet alone means that, and none where it could mean two", async () => {
  const sheet = { "src/Cart.js": 'import "./Cart.style";\n', "src/Cart.style.scss": "" };
  const { edits, proof } = await moved(sheet, "src/Cart.style.scss", "src/Basket.style.scss");
  expect([edits.length, proof.outcome]).toEqual([1, "holds"]);
  const project = await openProject(new MemoryStore({ ...sheet, "src/Cart.style.less": "" }));
  const moves = [{ from: at("src/Cart.style.scss"), to: at("src/Basket.style.scss"), why: "asked" as const }];
  const two = await planDraft(project, { moves, edits: [], made: [], claims: [] });
  expect(two.edits).toEqual([]);
});

test("a name without a dot is no sheet: a script that is missing stays missing", async () => {
  const files = { "src/main.js": 'import "./App";\n', "src/App.css": "" };
  const { edits, proof } = await moved(files, "src/App.css", "src/Tree.css");
  expect([edits, proof.unresolved.map(({ specifier }) => specifier)]).toEqual([[], ["./App"]]);
});

test("with Nuxt, a name is looked for in each folder that may be its source", async () => {
  const files = app("nuxt", "~/components/Tree", { "app/router.options.ts": "" });
  const at = { ...files, "components/Tree.js": "export default 1;\n" };
  const { edits } = await moved(at, "components/Tree.js", "components/Leaf.js");
  expect(edits.map(({ after }) => after)).toEqual([]);
  const own = Object.fromEntries(Object.entries(at).filter(([path]) => !path.startsWith("src/components")));
  expect((await moved(own, "components/Tree.js", "components/Leaf.js")).edits.map(({ after }) => after)).toEqual([
    "~/components/Leaf",
  ]);
});

test.each<[string, string, Readonly<Record<string, string>>, string]>([
  ["version 4 takes `app/`", "^4.4.8", {}, "app/helpers/weigh.js"],
  [
    "and an earlier one that asks for it",
    "^3.12.0",
    { "nuxt.config.ts": "export default { future: { compatibilityVersion: 4 } };\n" },
    "app/helpers/weigh.js",
  ],
  [
    "what is set counts",
    "^4.4.8",
    { "nuxt.config.ts": 'export default { srcDir: "./src/" };\n' },
    "src/helpers/weigh.js",
  ],
])("with Nuxt, ~ means one folder where that can be told: %s", async (_, version, more, meant) => {
  const files = {
    "package.json": `{ "devDependencies": { "nuxt": "${version}" } }`,
    "server/crates.js": 'import "~/helpers/weigh";\n',
    "app/app.vue": "<template><i /></template>\n",
    "app/helpers/weigh.js": "",
    "src/helpers/weigh.js": "",
    "helpers/weigh.js": "",
    ...more,
  };
  for (const from of ["app/helpers/weigh.js", "src/helpers/weigh.js", "helpers/weigh.js"]) {
    const { edits } = await moved(files, from, from.replace("weigh", "scale"));
    expect(edits.map(({ after }) => after)).toEqual(from === meant ? ["~/helpers/scale"] : []);
  }
  // And what is elsewhere is not found by it: nothing is called by a name that means another file.
  const gone = Object.fromEntries(Object.entries(files).filter(([path]) => path !== meant));
  const { proof } = await moved(gone, "helpers/weigh.js", "helpers/scale.js");
  expect(proof.unresolved.map(({ specifier }) => specifier)).toEqual(["~/helpers/weigh"]);
});
