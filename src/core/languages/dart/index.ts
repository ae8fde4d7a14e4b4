/** Dart, and the manifests of its packages. */
import type { CompanionRules, Language } from "../language.js";
import type { Reference } from "../reading.js";
import { prepareYaml } from "../settings/index.js";
import { extractDart } from "./extract.js";
import { bindsFiles, librariesOf } from "./libraries.js";
import { looksLikePath, readText } from "./literals.js";
import { pictureFolders } from "./bundles.js";
import { dartDirectives, generated } from "./directives.js";
import { dartNames } from "./names.js";
import { dartLookups } from "./lookups.js";
import { environmentKeys } from "./environment.js";
import { outlineDart } from "./outline.js";
import { rowsOfDart } from "./rows.js";
import { dartStatements } from "./statements.js";

export { dartManifests } from "./manifests.js";

const companions: CompanionRules = {
  infixes: generated,
  extensions: [],
  folders: [],
  after: [],
  endings: ["_test"],
  pictureFolders,
};

/** A library's name, or what stands between quotes. */
function readAt(text: string, start: number, { quote }: Reference): { end: number; specifier: string } | undefined {
  if (quote === "") {
    const [name = ""] = /^[\w$]+(?:\s*\.\s*[\w$]+)*/.exec(text.slice(start, start + 400)) ?? [];
    return name === "" ? undefined : { end: start + name.length, specifier: name.replace(/\s+/g, "") };
  }
  const found = readText(text, start, quote);
  return found && { end: found.end, specifier: found.value };
}

/** A raw string cannot hold everything, and which strings are raw stands before them: what differs in one is not written. */
function write(specifier: string, { quote, lookup }: Reference): string | undefined {
  if (quote === "") return /^[\w$]+(?:\.[\w$]+)*$/.test(specifier) ? specifier : undefined;
  if (/^dart (?:asset|golden)$/.test(lookup) && !looksLikePath(specifier)) return undefined;
  return /[\r\n\\$'"]/.test(specifier) ? undefined : specifier;
}

export const dart: Language = {
  name: "dart",
  trade: "code",
  extensions: [".dart"],
  companions,
  lookups: dartLookups,
  takesByWord: true,
  headLookup: "dart asset",
  libraries: librariesOf,
  bindsFiles,
  isFoundAsTest: (path) => /(?:^|\/)(?:test|integration_test)\/(?:.*\/)?[^/]*_test\.dart$/.test(path),
  prepare: prepareYaml,
  // What a package is called stands in its manifest.
  prepareLookups: prepareYaml,
  extract: (text, name, depth = "references") => extractDart(text, name, depth),
  outline: outlineDart,
  environmentKeys,
  names: (text, name) => Promise.resolve(dartNames(text, name)),
  rows: rowsOfDart,
  statements: (text, name) => Promise.resolve(dartStatements(text, name)),
  directives: dartDirectives,
  readAt,
  write,
};
