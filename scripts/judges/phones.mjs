/**
 * Asks the bundler of React Native what an app becomes on each platform. It is installed into a temporary folder when it is
 * first asked, because only this judgement needs it. Packages are left out: each is an empty module.
 */
// @ts-check
import { execFileSync } from "node:child_process";
import { existsSync, mkdirSync, writeFileSync } from "node:fs";
import { createRequire } from "node:module";
import { tmpdir } from "node:os";
import { join } from "node:path";

const home = join(tmpdir(), "steady-shelf-phones");
const versions = [
  "metro@0.83",
  "metro-config@0.83",
  "@react-native/babel-preset@0.82",
  "react-native@0.82",
  "@babel/core",
];

const transformer = join(home, "transformer.cjs");

/** What the app's own settings ask of the compiler may need packages that are not there; the usual preset will do. */
const transforming = `const babel = require("@babel/core");
exports.transform = ({ src, filename, options: { platform } }) =>
  babel.transformSync(src, {
    ast: true, code: false, babelrc: false, configFile: false, filename, sourceType: "unambiguous",
    presets: [[require.resolve("@react-native/babel-preset"), { dev: false }]], envName: "production",
    caller: { name: "metro", bundler: "metro", platform },
  });
`;

function install() {
  mkdirSync(home, { recursive: true });
  writeFileSync(transformer, transforming);
  if (existsSync(join(home, "node_modules", "metro", "package.json"))) return;
  writeFileSync(join(home, "package.json"), '{ "private": true }\n');
  execFileSync("npm", ["install", "--silent", ...versions], { cwd: home, stdio: ["ignore", "ignore", "inherit"] });
}

/**
 * The bundle of each platform for each entry, by `PLATFORM ENTRY`, without what is made of paths; `error` where the bundler
 * refuses.
 * @param {string} root @param {readonly string[]} entries @param {Readonly<Record<string, string>>} [aliases] prefixes and folders
 */
export async function bundleForPhones(root, entries, aliases = {}) {
  install();
  const require = createRequire(join(home, "package.json"));
  const metro = require("metro");
  const { getDefaultConfig } = require("metro-config");
  const found = new Map();
  for (const platform of ["ios", "android", "web"]) {
    const standard = await getDefaultConfig(root);
    const config = {
      ...standard,
      projectRoot: root,
      watchFolders: [root, home],
      resetCache: true,
      cacheStores: [],
      maxWorkers: 1,
      reporter: { update: () => undefined },
      resolver: {
        ...standard.resolver,
        platforms: ["ios", "android", "web"],
        useWatchman: false,
        resolveRequest: (/** @type {any} */ context, /** @type {string} */ name, /** @type {string} */ on) => {
          const prefix = Object.keys(aliases).find((each) => name === each || name.startsWith(`${each}/`));
          if (prefix !== undefined)
            return context.resolveRequest(context, join(root, aliases[prefix] ?? "", name.slice(prefix.length)), on);
          if (!/^\.{0,2}\/|^\.{1,2}$/.test(name)) return { type: "empty" };
          return context.resolveRequest(context, name, on);
        },
      },
      transformer: {
        ...standard.transformer,
        babelTransformerPath: transformer,
        assetRegistryPath: join(home, "node_modules/@react-native/assets-registry/registry.js"),
        enableBabelRCLookup: false,
      },
      serializer: { ...standard.serializer, getPolyfills: () => [], getModulesRunBeforeMainModule: () => [] },
    };
    for (const entry of entries) {
      const key = `${platform} ${entry}`;
      try {
        const { code } = await metro.runBuild(config, {
          entry: join(root, entry),
          platform,
          dev: false,
          minify: false,
        });
        found.set(key, withoutPlaces(code));
      } catch (error) {
        found.set(
          key,
          `error ${String(/** @type {any} */ (error).message)
            .split("\n")[0]
            ?.replace(/\S*[/\\]\S*/g, "…")}`,
        );
      }
    }
  }
  return found;
}

/** Where an asset lies is told to the phone as a folder; what it is, by a hash of its bytes. @param {string} code */
function withoutPlaces(code) {
  return code
    .replace(/"?httpServerLocation"?:\s*"[^"]*"/g, "place")
    .replace(/(_jsxFileName\d*) = "[^"]*"/g, "$1")
    .replace(/"?name"?:\s*"[^"]*",\s*"?type"?/g, "name, type")
    .replace(/\/\/# source\S*.*$/gm, "");
}
