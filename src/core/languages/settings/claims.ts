/** Which files are settings: of package managers, compilers, bundlers, test runners, linters, and an app's own manifests. */

const nameOf = (path: string): string => path.slice(path.lastIndexOf("/") + 1);

/** Settings that are written as JSON, with or without comments. */
const jsonNames =
  /^(?:package|[jt]sconfig(?:[.-][\w.-]+)?|app|app\.config|manifest|angular|nx|project|workspace|lerna|rush|turbo|components|nest-cli|nodemon|typedoc|vercel|firebase|biome|deno|knip|tslint|api-extractor|cypress|ng-package|capacitor\.config|electron-builder|jest[\w.-]*|babel\.config|\.?\w+rc|\.size-limit|site)\.jsonc?$/;
const bareNames = /^\.(?:babel|eslint|stylelint|prettier|swc|lintstaged|postcss|nyc|mocha|parcel|c8|jshint)rc$/;

/** The list of an app's pages, at the top or in the source root: elsewhere, pages are data. */
const pageList = /^(?:.*\/)?src\/pages\.json$|^pages\.json$/;

/** Whether a file is settings in JSON. */
export function isJsonSettings(path: string): boolean {
  const name = nameOf(path);
  return jsonNames.test(name) || pageList.test(path) || bareNames.test(name) || name.endsWith(".webmanifest");
}

/** Whether JSON is what a browser reads of an app that can be installed. */
export function isWebManifest(name: string): boolean {
  return name.endsWith(".webmanifest") || name === "manifest.json" || name === "site.json";
}

const yamlNames =
  /^(?:pnpm-workspace|lefthook|\.?(?:eslint|stylelint|prettier|lintstaged|mocha|nyc|babel|postcss|c8)rc)\.ya?ml$/;

/** Whether a file is settings in YAML. */
export function isYamlSettings(path: string): boolean {
  return yamlNames.test(nameOf(path));
}

const scriptNames =
  /^(?:[\w.-]+\.(?:config|conf|setup)|\.?\w+rc|(?:gulpfile|Gruntfile|Jakefile|jest|vitest|webpack|rollup|rspack|vite|esbuild|metro|karma|babel|build|bundle)(?:[.-][\w.-]+)?)\.[cm]?[jt]s$/;
const scriptFolders =
  /^(?:(?:packages|apps|libs)\/[^/]+\/)?(?:scripts|build|tools|tasks|gulp|config|webpack|\.storybook|\.config)\/(?:[^/]+\/)?[^/]+\.[cm]?[jt]s$/;
/** Below these, a file of such a name is the app's own. */
const ownFolders = /(?:^|\/)(?:src|app|lib|components|features|pages|screens)\//;

/** Whether a script is settings, or a script by which the app is built. */
export function isScriptSettings(path: string): boolean {
  if (path.endsWith(".d.ts")) return false;
  return (scriptNames.test(nameOf(path)) && !ownFolders.test(path)) || scriptFolders.test(path);
}

/**
 * From where the places in a file count: scripts are mostly run from the folder of the manifest, and fall back to their own;
 * lists of owners count from there alone; all other settings are read from their own folder.
 */
export function placesCountFrom(path: string): "own folder" | "package" | "package, then own folder" {
  if (/\.[cm]?[jt]s$/.test(path)) return "package, then own folder";
  return nameOf(path) === "CODEOWNERS" ? "package" : "own folder";
}
