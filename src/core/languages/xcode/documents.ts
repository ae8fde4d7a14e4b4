/**
 * What stands beside a project: build settings in files of their own, workspaces, schemes, interface files and property lists in XML.
 * Sources: Apple, "Build settings reference" and "Information Property List"; the files that Xcode 8 to 26 write.
 */
import type { Language } from "../language.js";
import type { Extraction, Reference } from "../reading.js";
import type { TypeNames } from "../type-names.js";
import { plainOutline } from "../plain-outline.js";
import { fitsSetting, namesInSetting, pathsInSetting, settingAt } from "./build-settings.js";
import {
  classesOfInterface,
  classesOfList,
  classesOfModel,
  classesOfScheme,
  classesOfTestPlan,
} from "./class-names.js";

type Form = Pick<Reference, "kind" | "lookup" | "inside" | "within">;

function found(references: Reference[]): Extraction {
  return { references: references.sort((a, b) => a.start - b.start), computed: [], reading: "whole" };
}

/** A merge conflict in a text that tools read. */
function conflictIn(text: string): Extraction | undefined {
  const at = text.search(/^<{7} /m);
  if (at < 0) return undefined;
  const problem = { offset: at, message: "it holds a merge conflict" };
  return { references: [], computed: [], reading: "not read", problem };
}

/** `#include "Base.xcconfig"`, `INFOPLIST_FILE = Orchard/Info.plist`. */
function extractConfiguration(text: string): Extraction {
  const broken = conflictIn(text);
  if (broken) return broken;
  const references: Reference[] = [];
  for (const match of text.matchAll(/^\uFEFF?[ \t]*#include\??[ \t]*"([^"\r\n]+)"/gm)) {
    const [whole, specifier = ""] = match;
    const end = match.index + whole.length - 1;
    const place = { start: end - specifier.length, end, specifier, quote: '"' };
    references.push({ kind: "import", lookup: "beside", ...place });
  }
  for (const match of text.matchAll(/^\uFEFF?[ \t]*([A-Za-z_]\w*(?:\[[^\]\r\n]*\])*)[ \t]*=[ \t]*([^\r\n]*)/gm)) {
    const [whole, key = "", line = ""] = match;
    const [raw = ""] = /^(?:[^/]|\/(?!\/))*/.exec(line) ?? [];
    const start = match.index + whole.length - line.length;
    references.push(...namesInSetting(key, { raw: raw.trimEnd(), start }));
    references.push(
      ...pathsInSetting(key, { raw, start }, "").map((each) => ({ ...each, lookup: "xcode setting beside" })),
    );
  }
  return found(references);
}

/** Values of attributes, by the pattern that finds them: the first group stands before the value, the second is the value. */
function attributes(text: string, pattern: RegExp, form: (match: RegExpMatchArray) => Form | undefined): Reference[] {
  return [...text.matchAll(pattern)].flatMap((match): Reference[] => {
    const [, before = "", specifier = ""] = match;
    const made = form(match);
    const start = match.index + before.length;
    if (!made || specifier === "" || /[&<]/.test(specifier)) return [];
    return [{ ...made, start, end: start + specifier.length, specifier, quote: '"' }];
  });
}

/** `<FileRef location = "group:Orchard.xcodeproj">`: from the workspace's folder, through the groups around it. */
function extractWorkspace(text: string): Extraction {
  const broken = conflictIn(text);
  if (broken) return broken;
  const around: string[] = [];
  const references: Reference[] = [];
  for (const match of text.matchAll(/<(\/?)(Group|FileRef)\b([^>]*)>/g)) {
    const [whole, close, tag, inner = ""] = match;
    if (close === "/") {
      if (tag === "Group") around.pop();
      continue;
    }
    const location = /location\s*=\s*"(\w+):([^"]*)"/.exec(inner);
    const [all = "", scheme = "", path = ""] = location ?? [];
    const isInGroup = scheme === "group";
    const folder = isInGroup ? (around.at(-1) ?? "") : "";
    if (tag === "Group" && !whole.endsWith("/>"))
      around.push(scheme === "absolute" ? "\0" : [folder, path].filter(Boolean).join("/"));
    if (!location || path === "" || (scheme !== "group" && scheme !== "container") || folder.includes("\0")) continue;
    if (tag === "Group" || /[&<]/.test(path)) continue;
    const end = match.index + whole.indexOf(all) + all.length - 1;
    const place = { start: end - path.length, end, specifier: path, quote: '"' };
    references.push({ kind: "setting", lookup: "xcode file", ...(folder !== "" && { inside: folder }), ...place });
  }
  return found(references);
}

/** `ReferencedContainer = "container:Orchard.xcodeproj"`: from the folder around the project or workspace that has the scheme. */
function extractScheme(text: string): Extraction {
  const container = /(\bReferencedContainer\s*=\s*"container:)([^"]+)"/g;
  const plan = /(<TestPlanReference\s+reference\s*=\s*"container:)([^"]+)"/g;
  const storeKit = /(<StoreKitConfigurationFileReference\s+identifier\s*=\s*")([^"]+)"/g;
  return (
    conflictIn(text) ??
    found([
      ...attributes(text, container, () => ({ kind: "setting", lookup: "xcode container" })),
      ...attributes(text, plan, () => ({ kind: "setting", lookup: "xcode container" })),
      ...attributes(text, storeKit, () => ({ kind: "setting", lookup: "xcode container", inside: "project" })),
    ])
  );
}

/** `"containerPath" : "container:Orchard.xcodeproj"`: a test plan counts from the folder of the project that is nearest above it. */
function extractTestPlan(text: string): Extraction {
  const container = /("containerPath"\s*:\s*"container:)([^"\\\r\n]+)"/g;
  return (
    conflictIn(text) ?? found(attributes(text, container, () => ({ kind: "setting", lookup: "xcode setting beside" })))
  );
}

/** Attributes of interface files that name a resource. */
const interfaceForms: Readonly<Record<string, string>> = {
  image: "picture",
  selectedImage: "picture",
  backgroundImage: "picture",
  highlightedImage: "picture",
  landscapeImage: "picture",
  largeContentSizeImage: "picture",
  minimumValueImage: "picture",
  maximumValueImage: "picture",
  storyboardName: "storyboard",
};

/** Storyboards and nibs: pictures, colours and storyboards by name. What the system gives is marked so. */
function extractInterface(text: string): Extraction {
  const broken = conflictIn(text);
  if (broken) return broken;
  const references: Reference[] = [];
  for (const tag of text.matchAll(/<([A-Za-z]\w*)\b([^<>]*)>/g)) {
    const [whole, element = "", inner = ""] = tag;
    if (inner === "" || /\bcatalog="system"/.test(inner)) continue;
    for (const match of inner.matchAll(/\b([A-Za-z]+)="([^"&]+)"/g)) {
      const [, name = "", specifier = ""] = match;
      const what =
        name === "name" && element === "image"
          ? "picture"
          : name === "name" && element === "namedColor"
            ? "colour"
            : name === "name" && element === "color" && !/\b(?:cocoaTouchSystemColor|systemColor)="/.test(inner)
              ? "colour"
              : interfaceForms[name];
      if (what === undefined) continue;
      const start =
        tag.index +
        1 +
        element.length +
        (whole.length - inner.length - element.length - 2) +
        match.index +
        name.length +
        2;
      const place = { start, end: start + specifier.length, specifier, quote: '"' };
      references.push({ kind: "asset", lookup: `apple ${what}`, ...place });
    }
  }
  return found(references);
}

/** Keys of property lists whose text names a resource. */
const listKeys =
  /(<key>(UIMainStoryboardFile|UILaunchStoryboardName|UISceneStoryboardFile|NSMainStoryboardFile|NSMainNibFile|UILaunchImageFile|UIColorName|UIImageName|CFBundleIconFile|NSAccentColorName|CFBundleIconName)(?:~\w+)?<\/key>\s*<string>)([^<]+)</g;
const keyLookups: Readonly<Record<string, string>> = {
  NSMainNibFile: "apple nib",
  UILaunchImageFile: "apple picture",
  UIImageName: "apple picture",
  CFBundleIconFile: "apple picture",
  CFBundleIconName: "apple icon",
  UIColorName: "apple colour",
  NSAccentColorName: "apple colour",
};

/** Storyboards, pictures and letters that an app is told of. */
function extractList(text: string): Extraction {
  const broken = conflictIn(text);
  if (broken) return broken;
  const references: Reference[] = [];
  for (const match of text.matchAll(listKeys)) {
    const [, before = "", key = "", specifier = ""] = match;
    const start = match.index + before.length;
    const place = { start, end: start + specifier.length, specifier, quote: "<" };
    if (!/[&\r\n]/.test(specifier))
      references.push({ kind: "asset", lookup: keyLookups[key] ?? "apple storyboard", ...place });
  }
  for (const fonts of text.matchAll(/<key>UIAppFonts<\/key>\s*<array>([^]*?)<\/array>/g))
    for (const match of (fonts[1] ?? "").matchAll(/(<string>)([^<&\r\n]+)</g)) {
      const [, before = "", specifier = ""] = match;
      const at = fonts.index + fonts[0].indexOf(fonts[1] ?? "") + match.index + before.length;
      const place = { start: at, end: at + specifier.length, specifier, quote: "<" };
      references.push({ kind: "asset", lookup: "apple file", ...place });
    }
  return found(references);
}

function readAt(text: string, start: number, reference: Reference): { end: number; specifier: string } | undefined {
  const { quote, within } = reference;
  if (within !== undefined) {
    const word = settingAt(text, start, reference);
    return word === "" ? undefined : { end: start + word.length, specifier: word };
  }
  const end = text.indexOf(quote, start);
  const specifier = end < 0 ? "" : text.slice(start, end);
  return end < 0 || /[\r\n]/.test(specifier) ? undefined : { end, specifier };
}

function write(specifier: string, reference: Reference): string | undefined {
  if (reference.within !== undefined) return fitsSetting(specifier, reference) ? specifier : undefined;
  return /["<>&\r\n]/.test(specifier) ? undefined : specifier;
}

function documentOf(name: string, extensions: readonly string[], extract: (text: string) => Extraction): Language {
  return {
    name,
    trade: "settings",
    extensions,
    prepare: () => Promise.resolve(),
    extract,
    outline: plainOutline,
    readAt,
    write,
  };
}

/** The same for documents in which classes of an app are named. */
function namingClasses(language: Language, read: (text: string) => TypeNames): Language {
  return {
    ...language,
    types: { read },
    namesTypesOf: "swift",
    extract(text, name, depth) {
      const extraction = language.extract(text, name, depth);
      if (depth === "references" || extraction.reading !== "whole") return extraction;
      const named = read(text).places.filter(({ role }) => role === "uses");
      const first = new Map(named.map((place) => [place.name, place]).reverse() as [string, (typeof named)[number]][]);
      const usesNames = [...first.values()].map(({ name: each, start, end }) => ({ name: each, start, end }));
      return usesNames.length === 0 ? extraction : { ...extraction, usesNames };
    },
  };
}

/** Everything beside a project that names files or resources. */
export const xcodeDocuments: readonly Language[] = [
  documentOf("xcode configuration", [".xcconfig"], extractConfiguration),
  documentOf("xcode workspace", [".xcworkspacedata"], extractWorkspace),
  namingClasses(documentOf("xcode scheme", [".xcscheme"], extractScheme), classesOfScheme),
  namingClasses(documentOf("xcode test plan", [".xctestplan"], extractTestPlan), classesOfTestPlan),
  {
    ...namingClasses(documentOf("interface builder", [".storyboard", ".xib"], extractInterface), classesOfInterface),
    // A nib has the name of its class, and two storyboards that of their template.
    isCalledLikeTypes: (path) =>
      path.endsWith(".storyboard") && !/(?:^|\/)(?:Main|LaunchScreen)\.storyboard$/.test(path),
  },
  namingClasses(documentOf("property list", [".plist", ".entitlements"], extractList), classesOfList),
  {
    ...namingClasses(
      documentOf("data model", [""], (text) => conflictIn(text) ?? found([])),
      classesOfModel,
    ),
    claims: (path) => /\.xcdatamodel\/contents$/.test(path),
  },
];
