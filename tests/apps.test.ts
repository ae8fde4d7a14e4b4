/** The other demo apps, moved about by the built program, and judged by compilers and bundlers before and after. */
import { createHash } from "node:crypto";
import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { build, type Plugin } from "esbuild";
import tsBlankSpace from "ts-blank-space";
import { describe, expect, test } from "vitest";
import { compileSheets, isEntrySheet } from "../scripts/judges/sheets.mjs";
import { vueFiles } from "../scripts/judges/vue.mjs";
import { demoCopy, fingerprint, run, withoutNames } from "./program.js";

/** Files below a folder, by their paths from it. */
function filesIn(root: string): string[] {
  return readdirSync(root, { recursive: true, withFileTypes: true })
    .filter((entry) => entry.isFile() && !/[\\/]\.(?:git|steady-shelf)(?:[\\/]|$)/.test(entry.parentPath))
    .map((entry) => join(entry.parentPath, entry.name).slice(root.length + 1));
}

/** Where the desk's sheets are looked for, before and after they move. */
const loadPaths = ["src/styles", "src/theme"];

/** What Sass and Less make of the entry sheets, each by its name. */
async function css(root: string): Promise<string> {
  const entries = filesIn(root).filter(isEntrySheet);
  const sheets = await compileSheets(root, entries, loadPaths);
  const named = [...sheets].map(([path, text]) => `${path.split("/").at(-1) ?? ""}: ${text}`);
  expect(named.length).toBeGreaterThan(0);
  expect(named.join("\n")).not.toContain("error ");
  return named.sort().join("\n");
}

/** Flow's types are blanked out, as a bundler's preset would. */
const flow: Plugin = {
  name: "flow",
  setup(to) {
    to.onLoad({ filter: /\.js$/ }, ({ path }) => {
      const text = readFileSync(path, "utf8");
      if (!text.includes("@flow")) return undefined;
      return { contents: tsBlankSpace(text.replace(/^(export )?opaque type (\w+): \w+/gm, "$1type $2")), loader: "js" };
    });
  },
};

interface Bundling {
  readonly entry: string;
  readonly plugins: readonly Plugin[];
  readonly extensions: readonly string[];
}

/** A bundle's fingerprint, but for names that are made from paths. */
async function bundle(root: string, { entry, plugins, extensions }: Bundling): Promise<string> {
  const { outputFiles } = await build({
    absWorkingDir: root,
    entryPoints: [entry],
    outdir: "out",
    bundle: true,
    write: false,
    minifyWhitespace: true,
    format: "esm",
    external: ["react", "react-native", "vue"],
    alias: { "~": join(root, "src") },
    resolveExtensions: [...extensions],
    loader: { ".js": "jsx", ".png": "dataurl", ".scss": "empty", ".css": "empty" },
    plugins: [...plugins],
    logLevel: "silent",
  });
  expect(outputFiles.map(({ text }) => text.length > 100)).toContain(true);
  return createHash("sha256")
    .update(withoutNames(outputFiles.map(({ text }) => text).join("\n")))
    .digest("hex");
}

/** Extensions in the order in which a phone's bundler tries them. */
function phone(platform: string): Bundling {
  const extensions = [`.${platform}.js`, ".native.js", ".js", ".json"];
  return { entry: "index.js", plugins: [flow], extensions };
}

const phones = [phone("ios"), phone("android"), { ...phone("web"), extensions: [".web.js", ".js", ".json"] }];

const desk = (root: string): Bundling => {
  return { entry: "src/main.ts", plugins: [vueFiles(root, loadPaths)], extensions: [".ts", ".js"] };
};

const apps: Readonly<
  Record<string, { readonly judge: (root: string) => Promise<string>; readonly moves: readonly (readonly string[])[] }>
> = {
  "orchard-theme": {
    judge: css,
    moves: [
      ["src/scss/base/_palette.scss", "src/scss/base/_colours.scss"],
      ["src/scss/sections", "src/scss/pages"],
      ["src/scss/elements/_card.scss", "src/scss/base/_sizes.scss", "src/scss/deep/in/"],
      ["src/fonts", "src/letters"],
    ],
  },
  "orchard-desk": {
    judge: async (root) => `${await css(root)}\n${await bundle(root, desk(root))}`,
    moves: [
      ["src/components/TreeRow.vue", "src/components/TreeList.vue", "src/views/HarvestView.vue", "src/features/trees/"],
      ["src/components/AppHeader.vue", "src/components/TheHeader.vue"],
      ["src/styles", "src/theme"],
      ["src/assets", "src/pictures"],
    ],
  },
  "orchard-mobile": {
    judge: async (root) => (await Promise.all(phones.map((each) => bundle(root, each)))).join("\n"),
    moves: [
      ["src/components/Icon.ios.js", "src/features/shared/"],
      ["src/assets/images/apple.png", "src/assets/images/bramley.png"],
      ["src/helpers/kilograms.js", "src/services/scales", "src/features/harvest/"],
      ["src/assets", "assets"],
    ],
  },
};

describe.each(Object.entries(apps))("%s", (app, { judge, moves }) => {
  test("the judges agree after each move, nothing leads elsewhere, and undoing brings every byte back", async () => {
    const root = demoCopy(app);
    const bytes = fingerprint(root);
    const verdict = await judge(root);
    for (const words of moves) {
      const { code, err, json } = await run(root, ["move", ...words, "--mentions", "--json", "--write"]);
      expect([code, err]).toEqual([0, ""]);
      const { proof } = json() as { proof: { references: number; same: number } };
      expect(proof.references).toBeGreaterThan(0);
      expect(proof.same).toBe(proof.references);
      expect(await judge(root)).toBe(verdict);
    }
    for (const words of moves) expect([words, (await run(root, ["undo", "--write"])).code]).toEqual([words, 0]);
    expect(fingerprint(root)).toBe(bytes);
  });
});

test("the notice board, which is organised in its own way, is learnt and held to that", async () => {
  const root = demoCopy("orchard-board");
  expect((await run(root, ["init", "--write"])).out).toContain("4 features  harvest, rota, swaps and weather");
  const { findings } = (await run(root, ["check", "--json"])).json() as { findings: { file: string; rule: string }[] };
  expect(findings.map(({ rule, file }) => `${rule} ${file}`)).toEqual(["file-name src/kit/RowShade.jsx"]);
  const { moves } = (await run(root, ["check", "--fix", "--json"])).json() as { moves: unknown[] };
  expect(moves).toEqual([]);
});

describe("what is respelled around the code", () => {
  const edits = async (app: string, ...words: string[]): Promise<string[]> => {
    const { json } = await run(demoCopy(app), ["move", ...words, "--json"]);
    return (json() as { edits: { file: string; before: string; after: string; behind?: string }[] }).edits.map(
      ({ file, before, after, behind = "" }) => `${file}: ${before} > ${after}${behind}`,
    );
  };

  test("a pattern, a manifest and a namespace follow", async () => {
    expect(await edits("orchard-theme", "src/scss/sections", "src/scss/pages")).toEqual(
      expect.arrayContaining([
        "build.mjs: src/scss/sections/*.scss > src/scss/pages/*.scss",
        "package.json: src/scss/sections/**/*.scss > src/scss/pages/**/*.scss",
      ]),
    );
    expect(await edits("orchard-theme", "src/scss/base/_palette.scss", "src/scss/base/_colours.scss")).toContain(
      "src/scss/sections/_rota.scss: ../base/palette > ../base/colours as palette",
    );
  });

  test("aliases, pages, compiler and test settings follow the source root, so that no import changes", async () => {
    expect(await edits("orchard-desk", "src", "app")).toEqual([
      "index.html: /src/main.ts > /app/main.ts",
      "package.json: src/components > app/components",
      "tsconfig.json: ./src/* > ./app/*",
      "tsconfig.json: src/**/*.ts > app/**/*.ts",
      "tsconfig.json: src/**/*.vue > app/**/*.vue",
      "vite.config.ts: ./src > ./app",
      "vite.config.ts: src/styles > app/styles",
      "vite.config.ts: src/**/*.test.ts > app/**/*.test.ts",
      "vite.config.ts: ./src/testing/setup.ts > ./app/testing/setup.ts",
    ]);
  });

  test("a phone app's manifests follow, and what falls out of a pattern is said", async () => {
    const root = demoCopy("orchard-mobile");
    expect(await edits("orchard-mobile", "src/assets", "assets")).toEqual(
      expect.arrayContaining([
        "app.json: ./src/assets/images/apple.png > ./assets/images/apple.png",
        "react-native.config.js: ./src/assets/fonts/ > ./assets/fonts/",
      ]),
    );
    const { code, out } = await run(root, ["move", "src/components/TabBar.js", "src/navigation/"]);
    expect(code).toBe(0);
    expect(out).toContain("1 pattern in settings would take in other files");
    expect(out).toContain("loses src/components/TabBar.js");
  });

  test("Markdown links and owners' patterns are mentions until they are asked for", async () => {
    const words = ["src/components/TreeList.vue", "src/features/trees/"];
    expect((await edits("orchard-desk", ...words)).some((edit) => edit.startsWith("README.md"))).toBe(false);
    expect(await edits("orchard-desk", ...words, "--mentions")).toContain(
      "README.md: src/components/TreeList.vue > src/features/trees/TreeList.vue",
    );
    expect(await edits("orchard-desk", "src/styles", "src/theme", "--mentions")).toContain(
      ".github/CODEOWNERS: /src/styles/ > /src/theme/",
    );
  });
});
