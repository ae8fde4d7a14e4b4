/** Xcode: project files, and the settings beside them. */
import { nameOf, type ProjectPath } from "../../base/paths.js";
import type { Language, NewNames } from "../language.js";
import type { Reference } from "../reading.js";
import { plainOutline } from "../plain-outline.js";
import { extractProject } from "./extract.js";
import { xcodeLookups } from "./lookups.js";
import { keepListed, shapeList } from "./keep-listed.js";
import { shownPlaces } from "./shown-places.js";
import { groupCounts } from "./group-counts.js";
import { oddGroups } from "./odd-groups.js";
import { projectFile } from "../apple-projects.js";
import { fitsSetting, settingAt } from "./build-settings.js";
import { escapeText, isBare, textAt } from "./property-list.js";

/** A word within a text ends where a path in it does. */
function readAt(text: string, start: number, reference: Reference): { end: number; specifier: string } | undefined {
  if (reference.within !== undefined) {
    const word = settingAt(text, start, reference);
    const end = start + word.length;
    return word === "" ? undefined : { end, specifier: word };
  }
  const found = textAt(text, start);
  return found && { end: found.end, specifier: found.value };
}

/** What stands bare needs no quotes as long as it has no other letters; quotes are added where it gets some. */
function write(specifier: string, reference: Reference): string | undefined {
  const { quote, within } = reference;
  if (/[\r\n\0]/.test(specifier)) return undefined;
  if (within !== undefined) return fitsSetting(specifier, reference) ? specifier : undefined;
  if (quote === "" && isBare(specifier)) return specifier;
  if (quote === "'") return /['\\]/.test(specifier) ? undefined : `'${specifier}'`;
  return `"${escapeText(specifier)}"`;
}

export { pods } from "./pods.js";
export { xcodeDocuments } from "./documents.js";

const classFiles = [".swift", ".m", ".mm"];

/** Files that Apple's tools and systems look for by these names. */
const fixedNames =
  /(?:^|\/)(?:project\.pbxproj|contents\.xcworkspacedata|Package\.swift|main\.swift|(?:Localizable|InfoPlist)\.(?:strings|stringsdict|xcstrings)|PrivacyInfo\.xcprivacy|[^/]+\.xcassets\/(?:.*\/)?Contents\.json)$/;

/** What is found by its name alone, which stands nowhere as a text. */
function keepsName(path: ProjectPath, has: (name: string) => boolean, then: NewNames): string | undefined {
  const name = nameOf(path);
  if (fixedNames.test(path)) return `tools find it by the name ${name}`;
  const stem = name.slice(0, name.lastIndexOf("."));
  // What is found by another's name may be called otherwise together with it.
  const goes = then.name.slice(0, then.name.lastIndexOf("."));
  if (name.endsWith(".xib") && then.type(stem) !== goes && classFiles.some((ending) => has(stem + ending)))
    return `the class ${stem} may load it by its own name`;
  const follows = (other: string): boolean => then.file(other) === goes + other.slice(other.lastIndexOf("."));
  if (/\.(?:storyboard|xib)$/.test(name) && has(`${stem}.strings`) && !follows(`${stem}.strings`))
    return `${stem}.strings translates it by its name`;
  const translated = [".storyboard", ".xib"].find((ending) => has(stem + ending));
  return name.endsWith(".strings") && translated !== undefined && !follows(stem + translated)
    ? `it translates ${stem}${translated} by its name`
    : undefined;
}

/** Source: the document types of Xcode, and the bundles of Apple's systems. */
const bundles: readonly string[] = [
  ".xcassets",
  ".xcodeproj",
  ".xcworkspace",
  ".xcdatamodeld",
  ".xcdatamodel",
  ".xcmappingmodel",
  ".playground",
  ".docc",
  ".bundle",
  ".framework",
  ".xcframework",
  ".scnassets",
  ".spriteatlas",
  ".icon",
  ".mlpackage",
  ".mlmodelc",
  ".rcproject",
  ".lproj",
];

export const xcode: Language = {
  name: "xcode",
  trade: "settings",
  extensions: [".pbxproj"],
  claims: (path) => path.endsWith(`/${projectFile}`),
  bundles,
  keepsName,
  lookups: xcodeLookups,
  headLookup: "xcode file",
  prepare: () => Promise.resolve(),
  extract: extractProject,
  outline: plainOutline,
  keepListed,
  shapeList,
  shownPlaces,
  shownTimes: groupCounts,
  oddEntries: oddGroups,
  typePrefix: (text) => /\bCLASSPREFIX = "?([A-Z]{2,4})"?;/.exec(text)?.[1],
  listsCode: true,
  saysAll: true,
  readAt,
  write,
};
