/**
 * Paths in build settings and in the scripts of a build. They count from the folder of the project, which is written out as
 * `$(SRCROOT)` (or `${SRCROOT}`, `$SRCROOT`, `PROJECT_DIR`), or left out. Source: Apple, "Build settings reference".
 *
 *   INFOPLIST_FILE = Orchard/Info.plist
 *   HEADER_SEARCH_PATHS = "$(SRCROOT)/Vendor/** $(inherited)"
 *                          ^ prefix  ^ specifier
 */
import type { Reference } from "../reading.js";

/** Settings whose whole value is a path, or several with blanks between them. */
const pathKeys =
  /^(?:INFOPLIST_FILE|CODE_SIGN_ENTITLEMENTS|SWIFT_OBJC_BRIDGING_HEADER|GCC_PREFIX_HEADER|MODULEMAP(?:_PRIVATE)?_FILE|DEVELOPMENT_ASSET_PATHS|(?:USER_|SYSTEM_)?(?:HEADER|FRAMEWORK)_SEARCH_PATHS|LIBRARY_SEARCH_PATHS|REZ_SEARCH_PATHS|SWIFT_INCLUDE_PATHS|ORDER_FILE|(?:UN)?EXPORTED_SYMBOLS_FILE|INFOPLIST_PREFIX_HEADER|IBSC_\w*|MTL_HEADER_SEARCH_PATHS|SWIFT_PACKAGE_\w*PATH|INTENTS_CODEGEN_\w*|PRODUCT_DEFINITION_PLIST|KEEP_PRIVATE_EXTERNS_FILE|LINKER_\w*FILE|OBJC_BRIDGING_\w*|\w+_(?:PLIST|XCCONFIG|FILE_PATH))(?:\[.*\])?$/;
/** Of these, settings that hold several, with blanks between them; all others hold one path, which may have blanks itself. */
const listKeys = /(?:_SEARCH_PATHS|_INCLUDE_PATHS|DEVELOPMENT_ASSET_PATHS|^IBSC_\w*|^INTENTS_CODEGEN_\w*)(?:\[.*\])?$/;
/** What no setting with such a name says is a path: names of products, of modules, of assets, and versions. */
const otherKeys =
  /^(?:PRODUCT_\w*NAME|TARGET_NAME|PRODUCT_BUNDLE_IDENTIFIER|LD_RUNPATH_SEARCH_PATHS|INSTALL_PATH|DSTROOT|SDKROOT|BUNDLE_LOADER|TEST_HOST|\w*SWIFT_VERSION|INFOPLIST_KEY_\w+|ASSETCATALOG_\w+|(?:WRAPPER|EXECUTABLE)_\w+)(?:\[.*\])?$/;

const rooted =
  /^\$(?:\((?:SRCROOT|PROJECT_DIR|SOURCE_ROOT)(?::[a-z]+)?\)|\{(?:SRCROOT|PROJECT_DIR|SOURCE_ROOT)\}|(?:SRCROOT|PROJECT_DIR|SOURCE_ROOT)\b)\/*/;

/** Where a reference is all of a setting that holds one path, so that blanks in it part nothing. */
export const wholeSetting = "whole setting";

/** A text of the list as it is written, with the offset at which it begins. */
export interface RawText {
  readonly raw: string;
  readonly start: number;
}

/** Settings whose value is the name of a resource, and as what it is looked up. */
const nameKeys: readonly (readonly [RegExp, string])[] = [
  [/^ASSETCATALOG_COMPILER_(?:APPICON|COMPLICATION|ALTERNATE_APPICON)\w*NAMES?$/, "apple icon"],
  [/^ASSETCATALOG_COMPILER_LAUNCHIMAGE_NAME$/, "apple icon"],
  [/^ASSETCATALOG_COMPILER_\w*COLOR_NAME$/, "apple colour"],
  [/^INFOPLIST_KEY_(?:UI|NS)(?:Main|Launch)Storyboard(?:File|Name)(?:_\w+)?$/, "apple storyboard"],
  [/^INFOPLIST_KEY_NSMainNibFile$/, "apple nib"],
  [/^INFOPLIST_KEY_CFBundleIconName$/, "apple icon"],
];

/** The names of resources in one value of a setting: `ASSETCATALOG_COMPILER_APPICON_NAME = AppIcon`. */
export function namesInSetting(key: string, { raw, start }: RawText): Reference[] {
  const plain = key.replace(/\[.*$/, "");
  const lookup = nameKeys.find(([pattern]) => pattern.test(plain))?.[1];
  if (lookup === undefined || !/^[\w][\w .+-]*$/.test(raw)) return [];
  const form = { kind: "asset", quote: "", within: "build setting" } as const;
  return [{ ...form, lookup, start, end: start + raw.length, specifier: raw }];
}

/** The paths in one value of a setting; `folder` is that from which bare paths count. */
export function pathsInSetting(key: string, text: RawText, folder: string): Reference[] {
  if (otherKeys.test(key)) return [];
  const isPath = pathKeys.test(key);
  if (isPath && !listKeys.test(key) && !/["'\\]/.test(text.raw)) {
    const token = text.raw.trim();
    return pathOf(text, { at: text.raw.indexOf(token), token, isBare: true, folder }, wholeSetting);
  }
  return tokens(text.raw).flatMap(({ at, token }) =>
    // A folder behind another key may be one of the product, that only happens to be called so.
    isPath || rooted.test(token) || /\.\w+$/.test(token) ? pathOf(text, { at, token, isBare: isPath, folder }) : [],
  );
}

/** The paths in a script, or in a list of its inputs: those that are rooted, and words with a slash in the folder where it runs. */
export function pathsInShell(text: RawText, folder: string): Reference[] {
  return tokens(text.raw).flatMap(({ at, token }) => pathOf(text, { at, token, isBare: false, folder }));
}

/** Words of a value: between blanks, or between quotes that are escaped in it. `-I`, `=` and the like stand before a path. */
function tokens(raw: string): { at: number; token: string }[] {
  const found: { at: number; token: string }[] = [];
  for (const match of raw.matchAll(/\\"((?:[^"\\]|\\[^"n])*)\\"|'([^'\\]*)'|(?:\\[^"nt]|[^\s"'\\;|&<>=,])+/g)) {
    const [whole, doubled, single] = match;
    const token = doubled ?? single ?? whole;
    found.push({ at: match.index + (doubled === undefined ? (single === undefined ? 0 : 1) : 2), token });
  }
  return found;
}

interface Token {
  readonly at: number;
  readonly token: string;
  readonly isBare: boolean;
  readonly folder: string;
}

/** The path that a word is, if it may be one: nothing with a variable in it. */
function pathOf(
  { start }: RawText,
  { at, token, isBare, folder }: Token,
  within: string = "build setting",
): Reference[] {
  const [prefix = ""] = rooted.exec(token) ?? [];
  const rest = token.slice(prefix.length);
  // `dir/**` is searched with all that lies below.
  const [specifier = ""] = /^.*?(?=\/*(?:\/\*\*?)?$)/.exec(rest) ?? [];
  if (specifier === "" || /[$*?{}()[\]"'`~\\]|^[-/#@]|:\/\//.test(specifier)) return [];
  if (prefix === "" && !isBare && !/^(?:\.{1,2}\/)*[\w.@+ -]+\/[\w.@+/ -]*\w$/.test(specifier)) return [];
  const from = start + at + prefix.length;
  const place = { start: from, end: from + specifier.length, specifier, quote: "", within };
  return [{ kind: "setting", lookup: "xcode setting", inside: prefix === "" ? folder : "", ...place }];
}

/** Reads a path in a setting again: in a list a blank ends it, in one that is all of its setting none does. */
export function settingAt(text: string, start: number, { within, specifier }: Reference): string {
  const hasBlanks = within === wholeSetting || specifier.includes(" ");
  const form = hasBlanks ? /^(?:[\w.@+-]|\/(?=[\w.@+-])| (?=[\w.@+-]))*/ : /^(?:[\w.@+-]|\/(?=[\w.@+-]))*/;
  return form.exec(text.slice(start, start + 4096))?.[0] ?? "";
}

/** Whether a path can be written in a setting's place. */
export function fitsSetting(specifier: string, { within }: Reference): boolean {
  return (within === wholeSetting ? /^[\w.@+/-]+(?: [\w.@+/-]+)*$/ : /^[\w.@+/-]+$/).test(specifier);
}
