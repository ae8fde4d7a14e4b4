/**
 * Builds `dist/`: type declarations by the compiler, and the program and the library in few files, because a program that
 * starts often should not look for hundreds of modules each time. Parsers stay outside: they are loaded when needed.
 */
// @ts-check
import { spawnSync } from "node:child_process";
import { createHash } from "node:crypto";
import { mkdirSync, readdirSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { fileURLToPath } from "node:url";
import { build, transform } from "esbuild";
import { parse } from "yaml";
import { writeJavaScriptStarters } from "./javascript-starters.mjs";

const root = fileURLToPath(new URL("..", import.meta.url));
rmSync(new URL("../dist", import.meta.url), { recursive: true, force: true });
await build({
  absWorkingDir: root,
  // `cli` is what the tests run in their own process.
  entryPoints: {
    bin: "src/bin.ts",
    cli: "src/commands/cli.ts",
    index: "src/index.ts",
    "reading-worker": "src/core/languages/reading-worker.ts",
    "looker-thread": "src/editor/looker-thread.ts",
  },
  outdir: "dist",
  bundle: true,
  splitting: true,
  format: "esm",
  // A short command spends much of its time on reading its own code. Names stay, and lines end: a crash shows both.
  minifyWhitespace: true,
  lineLimit: 160,
  platform: "node",
  target: "node20",
  mainFields: ["module", "main"],
  external: ["oxc-parser", "hermes-parser", "typescript"],
  chunkNames: "part-[hash]",
  // yargs measures its help with string-width, whose tables of Unicode take a third of the whole start-up.
  // Vue's parser as it is made for bundlers comes without that for expressions, which nobody asks here.
  alias: {
    "string-width": "fast-string-width",
    "@vue/compiler-dom": join(root, "node_modules/@vue/compiler-dom/dist/compiler-dom.esm-bundler.js"),
    "@vue/compiler-core": join(root, "node_modules/@vue/compiler-core/dist/compiler-core.esm-bundler.js"),
    "@vue/shared": join(root, "node_modules/@vue/shared/dist/shared.esm-bundler.js"),
  },
  // Some packages are CommonJS inside and ask for Node's own modules by `require`.
  banner: {
    js: "import { createRequire as makeRequire } from 'node:module'; const require = makeRequire(import.meta.url);",
  },
  define: {
    "process.env.NODE_ENV": '"production"',
    READING_VERSION: JSON.stringify(versionOf(["src/core/languages"])),
    BUILD_VERSION: JSON.stringify(versionOf(["src", "data"])),
  },
  plugins: [{ name: "own manifest", setup: readOwnManifest }],
  logLevel: "warning",
});
// The report's page runs in browsers, and stands in one file with its style: see src/report/make-page.ts.
await build({
  absWorkingDir: root,
  entryPoints: { report: "src/report/page/main.ts" },
  outdir: "dist/page",
  bundle: true,
  minify: true,
  format: "iife",
  target: ["chrome123", "firefox120", "safari17.5"],
  charset: "utf8",
  logLevel: "warning",
});
const { code } = await transform(readFileSync(join(root, "src/report/page/page.css"), "utf8"), {
  loader: "css",
  minify: true,
  target: ["chrome123", "firefox120", "safari17.5"],
});
writeFileSync(join(root, "dist/page/report.css"), code);
writeData("");
writeData("stacks");
writeData("arrangements");
await writeJavaScriptStarters(join(root, "data", "starters"), join(root, "dist", "data", "javascript"));
const types = spawnSync(
  process.execPath,
  ["node_modules/typescript-7/bin/tsc", "-p", "tsconfig.build.json", "--emitDeclarationOnly"],
  { cwd: root, stdio: "inherit" },
);
process.exitCode = types.status ?? 1;

/**
 * yargs reads a package.json to guess a version, and once it is bundled, that of the folder in which somebody stands: nothing
 * of a project is to be read before it was looked at. @param {import("esbuild").PluginBuild} builder
 */
function readOwnManifest(builder) {
  builder.onLoad({ filter: /yargs[\\/]lib[\\/]platform-shims[\\/]esm\.mjs$/ }, ({ path }) => {
    const text = readFileSync(path, "utf8");
    const contents = text.replace("mainFilename || process.cwd()", "mainFilename || __dirname");
    if (contents === text) throw new Error("yargs has changed: look where it finds a package.json.");
    return { contents, loader: "js" };
  });
}

/** Stacks and arrangements as JSON, which a program reads in a tenth of the time. @param {string} folder */
function writeData(folder) {
  const [from, to] = [join(root, "data", folder), join(root, "dist", "data", folder)];
  mkdirSync(to, { recursive: true });
  for (const name of readdirSync(from).filter((each) => each.endsWith(".yaml")))
    writeFileSync(
      join(to, name.replace(".yaml", ".json")),
      JSON.stringify(parse(readFileSync(join(from, name), "utf8"))),
    );
}

/**
 * Changes with whatever is in some folders, so that nothing that an older program kept is taken for this one's.
 * @param {readonly string[]} folders
 */
function versionOf(folders) {
  const hash = createHash("sha1");
  for (const folder of folders)
    for (const name of readdirSync(join(root, folder), { recursive: true, encoding: "utf8" }).sort())
      if (/\.\w+$/.test(name) && !name.includes(".test."))
        hash.update(name).update(readFileSync(join(root, folder, name)));
  hash.update(readFileSync(join(root, "package-lock.json")));
  return hash.digest("hex");
}
