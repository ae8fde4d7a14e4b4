/**
 * The manifests and settings of Dart and Flutter: packages, assets, translations, generators, lint settings. Sources: dart.dev,
 * "The pubspec file", "Customizing static analysis"; docs.flutter.dev, "Flutter pubspec options", "Internationalizing Flutter
 * apps"; the README of each tool.
 */
import type { Language } from "../language.js";
import type { Extraction, SymbolName } from "../reading.js";
import { plainOutline } from "../plain-outline.js";
import { extractYaml, isPattern, prepareYaml, readYamlAt, writeYaml, type YamlJudge } from "../settings/index.js";
import { keepListed } from "./bundles.js";
import { dependencyMark, packageMark, pubspec } from "./packages.js";

/** Reads one kind of manifest; none of the others is a place of ours. */
const judges: readonly (readonly [RegExp, YamlJudge])[] = [
  [/^pubspec(?:_overrides)?\.yaml$/, judgePubspec],
  [/^l10n\.yaml$/, (_, keys) => judgeTranslation(keys)],
  [/^analysis_options\.yaml$/, judgeAnalysis],
  [/^(?:build(?:\.\w+)?|melos|dart_test)\.yaml$/, judgeTool],
  [/^flutter_(?:launcher_icons|icons|native_splash)[\w-]*\.yaml$/, judgeListed],
];

function judgeOf(name: string): YamlJudge | undefined {
  return judges.find(([pattern]) => pattern.test(name))?.[1];
}

type Judged = ReturnType<YamlJudge>;

const place: Judged = { kind: "setting", lookup: "beside" };
const listed: Judged = { kind: "setting", lookup: "dart listed" };
const pattern: Judged = { kind: "pattern", lookup: "scope" };

/** What has the letters of a path. */
const isPath = (value: string): boolean =>
  /^[\w.@-][^:*?"<>|\\\r\n]*(?:\/|\.[A-Za-z]\w{0,9})/.test(value) && !/\s\s|,\s/.test(value);

/** Keys of a manifest behind which nothing names a file. */
const otherKeys =
  /^(?:name|version|description|homepage|repository|issue_tracker|documentation|publish_to|environment|topics|funding|platforms|resolution|hooks|false_secrets|ignored_advisories)$/;
const dependencyKeys = /^(?:dependencies|dev_dependencies|dependency_overrides)$/;

function judgePubspec(value: string, keys: readonly string[]): Judged {
  const [first = "", second = ""] = keys;
  if (dependencyKeys.test(first))
    return keys.length === 3 && keys[2] === "path" ? { kind: "setting", lookup: "beside", inside: second } : undefined;
  if (first === "executables" && keys.length === 2)
    return { kind: "setting", lookup: "dart executable", inside: second };
  if (otherKeys.test(first)) return undefined;
  if (second === "deferred-components" && value.startsWith("package:")) return { kind: "setting", lookup: "dart" };
  if (first === "workspace") return isPattern(value) ? pattern : place;
  if (first === "flutter" && second === "generate" && value === "true")
    return { kind: "setting", lookup: "dart translations" };
  if (first === "flutter" && second === "assets" && value.endsWith("/"))
    return { kind: "pattern", lookup: "dart bundle" };
  return isPath(value) ? listed : undefined;
}

function judgeTranslation(keys: readonly string[]): Judged {
  const [key = ""] = keys;
  if (key === "arb-dir") return { kind: "setting", lookup: "beside", inside: key };
  if (key === "template-arb-file" || key === "header-file") return { kind: "setting", lookup: "dart arb" };
  return key === "output-dir" || key === "untranslated-messages-file" ? place : undefined;
}

function judgeAnalysis(value: string, keys: readonly string[]): Judged {
  if (keys[0] === "include") return value.startsWith("package:") ? { kind: "setting", lookup: "dart" } : place;
  return keys[0] === "analyzer" && keys[1] === "exclude" ? pattern : undefined;
}

function judgeTool(value: string, keys: readonly string[]): Judged {
  if (/^(?:name|scripts|repository|command|sdkPath)$/.test(keys[0] ?? "") || /[\s:|]/.test(value)) return undefined;
  if (isPattern(value)) return pattern;
  return isPath(value) ? place : undefined;
}

function judgeListed(value: string): Judged {
  return isPath(value) ? listed : undefined;
}

function extract(text: string, name: string): Extraction {
  const isPubspec = name === pubspec;
  const isAnalysis = name === "analysis_options.yaml";
  const { data, ...found } = extractYaml(text, judgeOf(name) ?? (() => undefined), isPubspec || isAnalysis);
  const declares = isPubspec ? [...ownName(text), ...dependencies(data)] : isAnalysis ? lintRules(data) : [];
  return { ...found, ...(declares.length > 0 && { declares }) };
}

/** What a package is called: it is told also where the rest cannot be read, because so much depends on it. */
function ownName(text: string): SymbolName[] {
  const found = /^name[ \t]*:[ \t]*["']?([\w.]+)["']?[ \t]*(?:#.*)?$/m.exec(text);
  const [line = "", name = ""] = found ?? [];
  const start = (found?.index ?? 0) + line.lastIndexOf(name);
  return name === "" ? [] : [{ name: packageMark + name, start, end: start + name.length }];
}

/** What a package may name, whatever for. */
function dependencies(data: unknown): SymbolName[] {
  const manifest = (data ?? {}) as Readonly<Record<string, unknown>>;
  const names = ["dependencies", "dev_dependencies", "dependency_overrides"].flatMap((key) =>
    Object.keys(manifest[key] ?? {}),
  );
  return names.map((name) => ({ name: dependencyMark + name, start: 0, end: 0 }));
}

/** The lint rules that are on, by their names. */
function lintRules(data: unknown): SymbolName[] {
  const { linter } = (data ?? {}) as { readonly linter?: { readonly rules?: unknown } };
  const rules = linter?.rules;
  const names = Array.isArray(rules)
    ? rules.filter((each): each is string => typeof each === "string")
    : Object.entries(rules ?? {}).flatMap(([name, on]) => (on === true ? [name] : []));
  return names.map((name) => ({ name: `rule ${name}`, start: 0, end: 0 }));
}

/** Settings of Dart's tools, in YAML. */
export const dartManifests: Language = {
  name: "dart manifests",
  trade: "settings",
  extensions: [".yaml"],
  claims: (path) => judgeOf(path.slice(path.lastIndexOf("/") + 1)) !== undefined,
  prepare: prepareYaml,
  // Where an app begins, its page, its commands, which may be called as they like, and what goes around all tests of a folder.
  lookedFor: {
    manifest: pubspec,
    by: "Flutter or Dart",
    place: (inside) =>
      /^(?:lib\/main\.dart|web\/index\.html)$|^(?:bin\/)(?=[^/]+\.dart$)|^(?:.*\/)?flutter_test_config\.dart$/.exec(
        inside,
      )?.[0],
  },
  extract,
  outline: plainOutline,
  keepListed: ({ moves }, tree) => keepListed(moves, tree, (text) => extract(text, pubspec)),
  readAt: readYamlAt,
  write: writeYaml,
};
