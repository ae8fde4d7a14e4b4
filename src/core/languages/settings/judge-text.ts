/**
 * What a text in settings may be: a place, a pattern, the folder that an alias stands for, or none of these. Only what also
 * exists is taken for a reference later; so it may be judged generously here, but for words that often mean something else.
 */
import type { Lookup, ReferenceKind } from "../reading.js";

/** Keys behind which a single word is a file or folder. */
const placeKeys =
  /^(?:root|roots|rootDir|rootDirs|srcDir|sourceRoot|src|baseUrl|outDir|publicDir|staticDirs?|assets|assetsDir|testDir|dir|dirs|input|entry|entries|entryPoints?|main|module|types|typings|source|browser|bin|extends|path|typeRoots|setupFiles\w*|cwd|context|globalSetup|snapshotResolver|include|exclude|files|content|watch|includePaths|loadPaths|paths|modulePaths|modules|roots|styles|template|icon|image|foregroundImage|backgroundImage|favicon|publicPath|contentBase|static|stories|staticDir|tsconfig|tsConfig|project|configFile)$/;

/** Keys behind which it counts which files are taken in, though a single file or folder may stand there. */
const scopeKeys = /^(?:include|exclude|content|ignorePatterns|ignores|workspaces|packages|collectCoverageFrom|purge)$/;

/** Keys behind which all that a folder holds is shipped or copied. */
const shippedKeys = /^(?:assets|staticDirs|from)$/;

/** Keys below which a star stands for the rest of a name. */
const baseKeys = /^(?:paths|exports|imports|typesVersions|alias|moduleNameMapper|publishConfig)$/;

/** Keys behind which texts are words for people, names of packages, or what a tool makes. */
const otherKeys =
  /^(?:name|version|description|keywords|license|author|authors|contributors|maintainers|repository|homepage|bugs|funding|engines|os|cpu|packageManager|dependencies|devDependencies|peerDependencies|peerDependenciesMeta|optionalDependencies|bundledDependencies|resolutions|overrides|pnpm|\$schema|title|label|message|env|lib|jsx|target|moduleResolution|plugins|presets|parser|preset|testEnvironment|url|scope|start_url|schemaVersion)$/;

/** Keys behind which a tool loads a module: a name is that of a package, and a path may leave its ending out. */
const loadedKeys = /^(?:plugins|presets|parser|testEnvironment)$/;

/** Whether a text is the path of a page, without its ending: `pages` of `app.json` and `pages.json`. */
function isPage(keys: readonly string[], own: string): boolean {
  return own === "pages" || own === "pagePath" || (own === "path" && keys.includes("pages"));
}

/** A text, and the keys that lead to it from the outermost one; of a list, the key of the list. */
export interface SettingText {
  readonly value: string;
  readonly keys: readonly string[];
}

/** How a folder is looked up behind a key, where it counts which files are in it; `undefined` behind any other. */
export function countedLookup(keys: readonly string[]): Lookup | undefined {
  const own = ownKey(keys);
  return scopeKeys.test(own) ? "scope" : shippedKeys.test(own) ? "shipped" : undefined;
}

function ownKey(keys: readonly string[]): string {
  return keys.findLast((key) => !/^\d+$/.test(key)) ?? "";
}

/** How it is looked up; `undefined` for what names nothing. */
export function judgeText({ value, keys }: SettingText): { kind: ReferenceKind; lookup: Lookup } | undefined {
  const own = ownKey(keys);
  const isShort = value.length < (placeKeys.test(own) ? 1 : 2);
  if (isShort || value.length > 300 || /[\r\n\t\\^"`<>|=]/.test(value.replace(/^!?<rootDir>\//, ""))) return undefined;
  if (own === "component" && /^[@~]\/[^*?{}]*$/.test(value)) return { kind: "setting", lookup: "loaded module" };
  if (/^[a-z][\w+.-]+:|^\/\/|^[@~#]|^\.{1,2}\/?$/i.test(value) || /\$\{(?!configDir\}|workspaceRoot\})/.test(value))
    return undefined;
  if (loadedKeys.test(own) && /^\.{1,2}\/[^*?{}]*$/.test(value)) return { kind: "setting", lookup: "loaded module" };
  // What a plugin is given is as much a setting as what its tool is.
  const isOther = otherKeys.test(keys[0] ?? "") && !loadedKeys.test(keys[0] ?? "");
  if (isOther || otherKeys.test(own)) return undefined;
  const isBase = keys.some((key) => baseKeys.test(key));
  if (/\$\d/.test(value)) return isBase ? { kind: "setting", lookup: "base" } : undefined;
  if (/[*?]|\{[^}]*,[^}]*\}|[!+@]\(/.test(value))
    return isBase && !/\*\*/.test(value) ? { kind: "setting", lookup: "base" } : { kind: "pattern", lookup: "scope" };
  if (isRegular(value) || (/\s/.test(value) && !/\/|\.\w{1,12}$/.test(value))) return undefined;
  const counted = countedLookup(keys);
  if (counted !== undefined) return { kind: "pattern", lookup: counted };
  if (isPage(keys, own) && /^[\w@-]+(?:\/[\w@.-]+)+$/.test(value)) return { kind: "setting", lookup: "page" };
  if (/\/|\.\w{1,12}$/.test(value) || placeKeys.test(own)) return { kind: "setting", lookup: "place" };
  return undefined;
}

/** `(?:…)`, `.*`, `\.`: a regular expression is no path, whatever it would match. */
function isRegular(value: string): boolean {
  return /\(\?|\.[*+]|\$$|\[[^\]]*\]\+/.test(value);
}

/** What of a word of a command may be a path, with its offset: `src/scss:dist`, `"src/**"`; with `bare`, also a plain word. */
export function* pathsInCommand(
  command: string,
  bare = false,
): Generator<{ readonly value: string; readonly offset: number }> {
  for (const { 0: value, index } of command.matchAll(commandWord)) {
    if (/^[-/]|^\w+\/\/|\/\//.test(value) || /^[\d.]+$/.test(value)) continue;
    if (!bare && !/[/.]/.test(value)) continue;
    yield { value, offset: index };
  }
}

/** What can stand in an unquoted word; braces with commas belong to a pattern. */
const commandWord = /(?:\{[^{}\s"'\\]*\}|[^\s"'\\=:,;&|()<>`{}])+/g;

/** The word that begins at an offset. */
export function commandWordAt(text: string, start: number): string {
  const [word = ""] = new RegExp(`^${commandWord.source}`).exec(text.slice(start, start + 400)) ?? [];
  return word;
}
