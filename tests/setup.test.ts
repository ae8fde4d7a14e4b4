/** `init` and `add` of the built program, judged by the compilers of the stacks. */
import { execFileSync } from "node:child_process";
import { existsSync, mkdirSync, readFileSync, rmSync, symlinkSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { fileURLToPath } from "node:url";
import { build } from "esbuild";
import { compile as compileSheet } from "sass";
import { describe, expect, test } from "vitest";
import { compile, compileVue } from "./compiler.js";
import { findApp, openProject } from "../src/core/app/index.js";
import type { Role } from "../src/core/app/arrangement/index.js";
import { applyPlan } from "../src/core/apply/index.js";
import type { ProjectPath } from "../src/core/base/paths.js";
import { planDraft } from "../src/core/change/plan/index.js";
import { draftAddition, draftFeature, type SetUp } from "../src/core/change/setup/index.js";
import { openDiskStore } from "../src/core/files/index.js";
import { demoCopy, fingerprint, folderWith, run } from "./program.js";

const modules = fileURLToPath(new URL("../node_modules", import.meta.url));
const roles =
  "screen container layout navigation state constants model view-model command use-case repository data-source service hook helper config style translation";

/** An app of one stack with one of everything, and a feature. The program begins it; the rest is made in this process, which is quicker. */
async function appWithEverything(stack: string, arrangement: string): Promise<string> {
  const options = {
    target: "ES2022",
    module: "ESNext",
    moduleResolution: "Bundler",
    jsx: stack === "vue" ? "preserve" : "react-jsx",
    strict: true,
    noUncheckedIndexedAccess: true,
    verbatimModuleSyntax: true,
    noEmit: true,
    skipLibCheck: true,
    types: [],
    lib: ["ES2022", "DOM"],
  };
  const tsconfig = JSON.stringify({ compilerOptions: options, include: ["src"] }, undefined, 2);
  const root = folderWith({ "package.json": '{ "name": "pippin-row" }', "tsconfig.json": tsconfig });
  symlinkSync(modules, join(root, "node_modules"));
  fine(await run(root, ["init", "--stack", stack, "--arrangement", arrangement, "--alias", "@", "--write"]));
  const store = openDiskStore(root);
  const { app } = await findApp(store, "" as ProjectPath);
  const caller = {
    pid: process.pid,
    host: "here",
    now: () => new Date(),
    isAlive: () => true,
    startOf: () => undefined,
  };
  const carryOut = async ({ draft }: SetUp): Promise<void> => {
    const project = await openProject(store);
    const plan = await planDraft(project, draft);
    expect(plan.proof).toMatchObject({ outcome: "holds", added: plan.proof.led });
    applyPlan({ store, tree: project.tree, plan, command: "add", acceptDifferent: false, caller });
  };
  const inFeatures = /feature/.test(arrangement);
  if (inFeatures) await carryOut(draftFeature(app, { name: "Harvest", with: [] }));
  for (const role of [...roles.split(" "), "component"]) {
    const name = role === "component" ? "TreeCard" : "apple picking";
    const shelves = app.layout.shelves.filter(({ holds }) => holds.includes(role as Role));
    const feature = shelves.some(({ at }) => at.includes("{feature}")) ? "orchard map" : undefined;
    const request = { role, name, feature, with: role === "component" ? ["test", "story"] : [], without: [] };
    if (app.stack.roles[role as Role]) await carryOut(draftAddition(app, request));
  }
  return root;
}

function fine(result: { readonly code: number | null; readonly err: string }): void {
  expect(result.err).toBe("");
  expect(result.code).toBe(0);
}

describe("what init and add make passes the stack's own compiler", () => {
  test.each([
    ["react-web", "layer-first"],
    ["react-web", "feature-first"],
    ["react-web", "feature-first-with-core"],
    ["react-web", "layered-features"],
  ])("%s, %s: TypeScript with React's types", async (stack, arrangement) => {
    const root = await appWithEverything(stack, arrangement);
    expect(compile(root)).toBe("");
    // One break is enough for one judge.
    if (arrangement !== "layer-first") return;
    const broken = join(root, "src/App.tsx");
    writeFileSync(broken, readFileSync(broken, "utf8").replace("./", "./x"));
    expect(compile(root), "the judge sees a break").toContain("TS2307");
  });

  test.each([
    ["vue", "feature-first"],
    ["vue", "mvvm"],
  ])("%s, %s: Vue's compiler", async (stack, arrangement) => {
    const root = await appWithEverything(stack, arrangement);
    expect(compileVue(root)).toBe("");
    if (arrangement !== "mvvm") return;
    writeFileSync(join(root, "src/App.vue"), "<script setup lang='ts'>import x from './nowhere.vue';</script>");
    expect(compileVue(root), "the judge sees a break").toContain("nowhere");
  });

  test.each(["layer-first", "layered-features"])("React in JavaScript, %s: a bundler", async (arrangement) => {
    const root = folderWith({ "package.json": '{ "dependencies": { "react": "19" } }' });
    fine(await run(root, ["init", "--language", "javascript", "--arrangement", arrangement, "--write"]));
    fine(await run(root, ["add", "feature", "harvest", "--with", "screen,state,component,hook,service", "--write"]));
    const bundle = () =>
      build({
        entryPoints: [join(root, "src/main.jsx")],
        bundle: true,
        write: false,
        outdir: root,
        external: ["react", "react-dom/client", "react/jsx-runtime"],
        format: "esm",
        jsx: "automatic",
        logLevel: "silent",
      });
    const { outputFiles } = await bundle();
    expect(outputFiles.map(({ text }) => text).join()).toContain("HarvestScreen");
    rmSync(join(root, "src/App.jsx"));
    await expect(bundle(), "the judge sees a break").rejects.toThrow();
  });

  test("Sass: every section is in the sheet, in an order that works", async () => {
    const root = folderWith({ "package.json": '{ "devDependencies": { "sass": "1" } }' });
    fine(await run(root, ["init", "--write"]));
    const sheets = [
      "constants gaps",
      "helper focus-ring",
      "generated reset",
      "style links",
      "layout footer",
      "component TreeCard",
    ];
    for (const words of [...sheets, "screen harvest", "style winter --shelf themes"])
      fine(await run(root, ["add", ...words.split(" "), "--write"]));
    const { css } = compileSheet(join(root, "styles/main.scss"));
    const order = [".links", ".footer", ".tree-card", ".harvest", ".winter"].map((each) => css.indexOf(`${each} {`));
    expect(order.every((place) => place > 0)).toBe(true);
    expect([...order].sort((a, b) => a - b)).toEqual(order);
  });
});

describe("init --arrangement own", () => {
  test("learns the shelves of an app that has begun, and refuses one that has not", async () => {
    const root = demoCopy();
    expect((await run(root, ["init", "--arrangement", "own", "--write"])).code).toBe(0);
    expect(readFileSync(join(root, "steady-shelf.yaml"), "utf8")).toMatch(
      /arrangement: own\nshelves:[^]*- at: components\n/,
    );
    const { code, err } = await run(folderWith({ "package.json": '{ "dependencies": { "react": "19" } }' }), [
      "init",
      "--arrangement",
      "own",
    ]);
    expect([code, err]).toEqual([2, expect.stringContaining("an app that has not begun")]);
  });
});

test("init writes down what names mean that no settings explain, and every command obeys it", async () => {
  const rows = ["Card", "Crate", "Leaf", "Row", "Tree"].map((name) => [
    `src/components/${name}.tsx`,
    `export function ${name}() {\n  return <li />;\n}\n`,
  ]);
  const screens = ["Harvest", "Rota"].map((name) => [
    `src/screens/${name}Screen.tsx`,
    `import { Card } from "@/components/Card";\nimport { Crate } from "@/components/Crate";\nimport { Tree } from "@/components/Tree";\nexport function ${name}Screen() {\n  return <Card />;\n}\n`,
  ]);
  const root = folderWith({
    "package.json": '{ "dependencies": { "react": "19" } }',
    ...(Object.fromEntries([...rows, ...screens]) as Record<string, string>),
  });
  expect((await run(root, ["check"])).out).toMatch(
    /`aliases: \{ "@": src \}` in steady-shelf.yaml, all 6 lead to a\s+file/,
  );
  const { code, out } = await run(root, ["init", "--write"]);
  expect([code, out.replace(/\s+/g, " ")]).toEqual([
    0,
    expect.stringContaining(
      "No settings here say what @/ stands for. It is written down as src/, because all 6 imports with it lead to a file there.",
    ) as string,
  ]);
  expect(readFileSync(join(root, "steady-shelf.yaml"), "utf8")).toContain(
    'aliases: # what names stand for, as no settings here say\n  "@": src\n',
  );
  expect((await run(root, ["check"])).out).not.toContain("unresolved");
  await run(root, ["move", "src/components/Card.tsx", "src/components/cards/Card.tsx", "--write"]);
  expect(readFileSync(join(root, "src/screens/RotaScreen.tsx"), "utf8")).toContain('"@/components/cards/Card"');
});

describe("init", () => {
  test("previews, writes, does nothing the second time, and is taken back byte for byte", async () => {
    const root = folderWith({ "package.json": '{ "dependencies": { "react": "19" } }', ".gitignore": "node_modules" });
    const before = fingerprint(root);
    const preview = await run(root, ["init"]);
    expect(preview.out).toMatch(/^Makes 24 files and 16 folders [^.]*; adds 1 line\sto 1 file\.\n/);
    expect(preview.out).toContain("Nothing was written.");
    expect(fingerprint(root)).toBe(before);
    expect((await run(root, ["init", "--write"])).out).toMatch(/^Made 24 files/);
    expect(readFileSync(join(root, ".gitignore"), "utf8")).toBe("node_modules\n.env\n");
    expect(execFileSync("git", ["status", "--porcelain", "--ignored", ".env"], { cwd: root, encoding: "utf8" })).toBe(
      "!! .env\n",
    );
    const after = fingerprint(root);
    expect((await run(root, ["init", "--write"])).out).toContain("Nothing to do");
    expect(fingerprint(root)).toBe(after);
    expect((await run(root, ["undo", "--write"])).out).toContain(
      "Removes the 24 files that it made; 1 file returns to its earlier bytes.",
    );
    expect(fingerprint(root)).toBe(before);
  });

  test.each([
    [["--stack", "raect-web"], "Did you mean react-web?"],
    [["--stack", "sass", "--arrangement", "feature-frist"], "Did you mean feature-first?"],
    [["--stack", "sass", "--arrangement", "mvvm"], "Choose one of stylesheet-sections."],
    [["--stack", "vue", "--arrangement", "./mine.yaml"], "no file mine.yaml is there"],
    [["--stack", "vue", "--source", "../x"], "lies outside the project"],
    [["--stack", "vue", "--alias", "@/ x"], "cannot be a name"],
    [[], "--stack NAME"],
  ])("init %j is refused: %s", async (words, said) => {
    const root = folderWith({ "notes.md": "" });
    const before = fingerprint(root);
    const refused = await run(root, ["init", ...words, "--write"]);
    expect([refused.code, refused.err.replaceAll(/\s+/g, " ")]).toEqual([2, expect.stringContaining(said)]);
    expect(fingerprint(root)).toBe(before);
  });

  test("says another thing than the configuration: refused with its line", async () => {
    const root = folderWith({
      "steady-shelf.yaml": "version: 1\nstack: vue\narrangement: mvvm\n",
      "package.json": "{}",
    });
    const refused = await run(root, ["init", "--arrangement", "layer-first", "--write"]);
    expect([refused.code, refused.err]).toEqual([2, expect.stringContaining("steady-shelf.yaml:3:14")]);
  });

  test("each app of a monorepo has its own, and add finds it from anywhere inside", async () => {
    const root = folderWith({
      "package.json": '{ "workspaces": ["apps/*"] }',
      "apps/web/package.json": '{ "dependencies": { "react": "19" } }',
      "apps/desk/package.json": '{ "dependencies": { "vue": "3" } }',
    });
    for (const app of ["web", "desk"]) fine(await run(join(root, "apps", app), ["init", "--write"]));
    fine(await run(join(root, "apps/web/src/screens"), ["add", "screen", "rota", "--write"]));
    fine(await run(join(root, "apps/desk"), ["add", "screen", "rota", "--write"]));
    expect([
      existsSync(join(root, "apps/web/src/screens/RotaScreen.tsx")),
      existsSync(join(root, "apps/desk/src/views/RotaView.vue")),
    ]).toEqual([true, true]);
    expect((await run(root, ["history", "--json"])).json().changes).toHaveLength(4);
  });

  test("an arrangement of one's own is obeyed, and its mistakes are shown with their line", async () => {
    const own =
      "version: 1\nname: orchard\ntitle: rows of trees\nabout: ours\nshelves:\n  - { at: 'rows/{feature}', holds: [screen, component], from-start: true }\n";
    const root = folderWith({ "shelves/orchard.yaml": own, "package.json": "{}" });
    fine(
      await run(root, [
        "init",
        "--stack",
        "react-web",
        "--arrangement",
        "./shelves/orchard.yaml",
        "--fill",
        "readmes",
        "--write",
      ]),
    );
    const added = await run(root, ["add", "screen", "harvest", "--feature", "south slope", "--json"]);
    expect(added.json()).toMatchObject({
      made: [{ path: "src/rows/south-slope/HarvestScreen.tsx", why: "screen" }],
      written: false,
    });
    writeFileSync(join(root, "shelves/orchard.yaml"), own.replace("holds: [screen", "holds: [scren"));
    expect((await run(root, ["add", "screen", "x", "--feature", "y"])).err).toContain("shelves/orchard.yaml:6:");
  });
});

test("a move in one app of a monorepo respells what another app says of the file", async () => {
  const root = folderWith({
    "apps/web/steady-shelf.yaml": 'version: 1\naliases: { "@": src }\n',
    "apps/web/src/tree.ts": "export const tree = 1;\n",
    "apps/web/src/main.ts": 'import "@/tree";\n',
    "apps/desk/src/main.ts": 'import "../../web/src/tree";\n',
  });
  fine(await run(join(root, "apps/web"), ["move", "src/tree.ts", "src/models/", "--write"]));
  const text = (path: string): string => readFileSync(join(root, path), "utf8");
  expect([text("apps/web/src/main.ts"), text("apps/desk/src/main.ts")]).toEqual([
    'import "@/models/tree";\n',
    'import "../../web/src/models/tree";\n',
  ]);
});

describe("add", () => {
  test("without a configuration takes what fits best, and says so", async () => {
    const root = folderWith({
      "package.json": '{ "dependencies": { "vue": "3" } }',
      "src/pages/HomePage.vue": "",
      "src/pages/RotaPage.vue": "",
      "src/composables/useRota.ts": "",
    });
    const added = await run(root, ["add", "screen", "harvest"]);
    expect(added.out).toContain("+ src/pages/HarvestPage.vue  screen");
    expect(added.err).toMatch(/is\s+taken\s+as\s+layer-first/);
  });

  test("refuses with exit code 2 and leaves nothing", async () => {
    const root = folderWith({
      "steady-shelf.yaml": "version: 1\nstack: react-web\narrangement: layer-first\nsource: src\n",
      "src/components/tree-card.tsx": "",
    });
    const before = fingerprint(root);
    const refused = await run(root, ["add", "component", "TreeCard", "--write", "--json"]);
    expect([refused.code, refused.json()]).toMatchObject([2, { error: { code: "NAME_TAKEN" } }]);
    expect((await run(root, ["add", "scren", "x"])).err).toContain("Did you mean screen?");
    expect((await run(root, ["add", "screen"])).code).toBe(2);
    expect(fingerprint(root)).toBe(before);
  });

  test("copies an asset by its right name, and undo takes it away", async () => {
    const root = folderWith({
      "steady-shelf.yaml": "version: 1\nstack: flutter\narrangement: layer-first\nsource: lib\n",
      "pubspec.yaml": "name: orchard\nflutter:\n  assets:\n    - assets/images/old.png\n",
    });
    mkdirSync(join(root, "in"));
    writeFileSync(join(root, "in/Apple Tree.PNG"), Buffer.from([1, 2, 255]));
    const before = fingerprint(root);
    fine(await run(root, ["add", "asset", "AppleTree", "--from", "in/Apple Tree.PNG", "--write"]));
    expect(readFileSync(join(root, "assets/images/apple_tree.png"))).toEqual(Buffer.from([1, 2, 255]));
    expect(readFileSync(join(root, "pubspec.yaml"), "utf8")).toContain("    - assets/images/apple_tree.png\n");
    fine(await run(root, ["undo", "--write"]));
    expect(fingerprint(root)).toBe(before);
    expect((await run(root, ["add", "asset", "x", "--from", "nowhere.png"])).code).toBe(3);
  });
});
