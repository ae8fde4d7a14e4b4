/** What an app's code reads from its environment, and where that is given or listed. */
import { environmentEntries, environmentFile, samplesFor, type App, type EnvironmentEntry } from "../app/index.js";
import { isBelow, nameOf, type ProjectPath } from "../base/paths.js";
import type { SourceTree } from "../files/index.js";
import type { ReferenceGraph } from "../graph/index.js";
import { isCode, isOfTrade, languageFor } from "../languages/index.js";
import type { Catalogue } from "./catalogue/index.js";

/** A sample of the environment. */
export interface Sample {
  readonly path: ProjectPath;
  readonly entries: readonly EnvironmentEntry[];
}

/** All of it. */
export interface Environment {
  /** The keys that the app's code reads, with the files that do, in order. What tools give by themselves is left out. */
  readonly read: ReadonlyMap<string, readonly ProjectPath[]>;
  readonly samples: readonly Sample[];
  /** Keys that are read, and that neither a sample nor anything else in the project gives. */
  readonly missing: readonly string[];
}

/** What it is found from. */
export interface EnvironmentInput {
  readonly app: App;
  readonly tree: SourceTree;
  readonly graph: ReferenceGraph;
  readonly catalogue: Catalogue;
}

/** Keys that Node.js, systems, bundlers, test runners and hosts give by themselves. Source: the documentation of each. */
const given =
  /^(?:NODE_ENV|NODE_OPTIONS|PORT|HOST|HOSTNAME|MODE|DEV|PROD|SSR|LEGACY|BASE_URL|PUBLIC_URL|ASSETS_URL|URL|DEPLOY_URL|DEPLOY_PRIME_URL|COMMIT_REF|DYNO|SOURCE_VERSION|CI|HOME|USER|PATH|PWD|SHELL|TERM|LANG|TZ|TMPDIR|APPDATA|LOCALAPPDATA|VITEST|JEST_WORKER_ID|STORYBOOK|NEXT_RUNTIME|EXPO_OS|FLUTTER_TEST)$|^(?:npm_|VERCEL|NETLIFY|CF_PAGES|RENDER_|RAILWAY_|HEROKU_|AWS_LAMBDA_|CODEBUILD_|CIRCLE_|TRAVIS|BUILDKITE|BITBUCKET_|EAS_BUILD|GITHUB_|GITLAB_|CI_|VITEST_|JEST_|STORYBOOK_|ELECTRON_|TAURI_|XDG_|__)/;

/** Works it out. Only where keys are read and not in a sample, other files are looked at. */
export function environmentOf({ app, tree, graph, catalogue }: EnvironmentInput): Environment {
  const read = new Map<string, ProjectPath[]>();
  for (const [path, { reading }] of graph.files) {
    const { environment } = reading.outline;
    if (!environment || !isOfApp(path, app, catalogue)) continue;
    for (const key of environment) if (isOwnKey(key)) read.set(key, [...(read.get(key) ?? []), path]);
  }
  if (read.size === 0) return { read, samples: [], missing: [] };
  const samples = samplesFor(tree.paths, app.folder).map((path): Sample => {
    return { path, entries: environmentEntries(tree.text(path)?.text ?? "") };
  });
  const listed = new Set(samples.flatMap(({ entries }) => entries.map(({ name }) => name)));
  const open = [...read.keys()].filter((key) => !listed.has(key));
  return { read, samples, missing: open.length === 0 ? [] : notGiven(open, app, tree) };
}

function isOwnKey(key: string): boolean {
  return /^[A-Z][A-Z0-9_]*$/.test(key) && !given.test(key);
}

/** Code that is built into the app: below its source root, and no test. */
function isOfApp(path: ProjectPath, { folder, layout }: App, { entries }: Catalogue): boolean {
  const top = layout.source === "" ? folder : layout.source;
  // What the settings of a tool read, whoever builds gives.
  if ((top !== "" && !isBelow(path, top)) || /\.config\.\w+$/.test(path)) return false;
  const entry = entries.get(path);
  return entry !== undefined && !entry.isLeft && !/^(?:test|story|generated)$/.test(entry.role.is ?? "");
}

/** How deep below the app's or the project's folder files lie that set an environment, and how long they are at most. */
const [deepest, longest] = [3, 200_000];

/** Those that no file which sets an environment has as a word: settings, scripts, workflows, images, files with values. */
function notGiven(keys: readonly string[], app: App, tree: SourceTree): string[] {
  let open = keys;
  for (const path of tree.paths) {
    if (open.length === 0) break;
    if (!maySet(path, app)) continue;
    const text = tree.text(path)?.text ?? "";
    if (text.length > longest) continue;
    open = open.filter((key) => !new RegExp(`(?<!\\w)${key}(?!\\w)`).test(text));
  }
  return [...open];
}

function maySet(path: ProjectPath, { folder, layout }: App): boolean {
  if (environmentFile(path) === "sample") return false;
  if (environmentFile(path) === "values") return true;
  const { source } = layout;
  if (source !== "" && isBelow(path, source)) return false;
  if (path.split("/").length > deepest + (isBelow(path, folder) ? folder.split("/").length : 0)) return false;
  if (isOfTrade(path, "document", "sheet") || /\.lock$|-lock\.\w+$/.test(path)) return false;
  // Code beside the sources may be a bundler's settings; without a source root, only what is called so.
  if (isCode(path)) return source !== "" || /\.config\.\w+$/.test(nameOf(path));
  return (
    languageFor(path) !== undefined ||
    /(?:^|\/)(?:[A-Z][a-z]+file[^/]*|[^/]+\.(?:ya?ml|toml|json|sh|bash|cfg|ini|properties|gradle|xcconfig))$/.test(path)
  );
}
