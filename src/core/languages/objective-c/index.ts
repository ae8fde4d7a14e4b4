/** Objective-C, C and C++, as far as they name files: headers, and resources of an app. */
import type { CompanionRules, Language, ReadingDepth } from "../language.js";
import type { Export, Extraction, Outline, Reference, Sign } from "../reading.js";
import { assetNamesIn } from "../asset-names.js";
import { countLines } from "../plain-outline.js";
import type { TypeNames, TypePlace } from "../type-names.js";
import { headerLookup } from "./headers.js";

const companions: CompanionRules = {
  infixes: [],
  extensions: [".xib"],
  folders: [],
  after: [],
  endings: ["Tests", "Test"],
};

const headerForm = /^\uFEFF?[ \t]*#[ \t]*(?:import|include|include_next)[ \t]*(?:"([^"\r\n]+)"|<([^>\r\n]+)>)/gm;

/** Names of resources in calls: `[UIImage imageNamed:@"harvest"]`. */
const resourceForm =
  /\b(imageNamed|colorNamed|storyboardWithName|nibWithNibName|initWithNibName|loadNibNamed|initWithName|(?:path|URL)ForResource)[ \t\r\n]*:[ \t\r\n]*@"([^"\\\r\n]+)"(?:[ \t\r\n]*(?:ofType|withExtension)[ \t\r\n]*:[ \t\r\n]*@"([^"\\\r\n]*)")?/g;

const lookups: Readonly<Record<string, string>> = {
  imageNamed: "apple picture",
  colorNamed: "apple colour",
  storyboardWithName: "apple storyboard",
  nibWithNibName: "apple nib",
  initWithNibName: "apple nib",
  loadNibNamed: "apple nib",
  initWithName: "apple data",
  pathForResource: "apple file",
  URLForResource: "apple file",
};

function extract(text: string, _name: string, depth: ReadingDepth = "references"): Extraction {
  const zero = text.indexOf("\0");
  if (zero >= 0) {
    const problem = { offset: zero, message: "the file is not text" };
    return { references: [], computed: [], reading: "not read", problem };
  }
  const references: Reference[] = [];
  for (const match of text.matchAll(headerForm)) {
    const [whole, quoted, angled] = match;
    const specifier = quoted ?? angled ?? "";
    const end = match.index + whole.length - 1;
    const place = { start: end - specifier.length, end, specifier, quote: quoted === undefined ? ">" : '"' };
    references.push({ kind: "import", lookup: "header", ...place });
  }
  for (const match of text.matchAll(resourceForm)) {
    const [whole, call = "", specifier = "", extension] = match;
    const start = match.index + whole.indexOf(`@"${specifier}"`) + 2;
    const place = { start, end: start + specifier.length, specifier, quote: '"' };
    const inside = extension === undefined || extension === "" ? {} : { inside: extension };
    references.push({ kind: "asset", lookup: lookups[call] ?? "apple file", ...place, ...inside });
  }
  references.sort((a, b) => a.start - b.start);
  return { references, computed: [], reading: "whole", ...(depth !== "references" && { exports: declared(text) }) };
}

/** Classes and protocols that a header gives: `@interface PRTreeCell : UITableViewCell`. */
const interfaces =
  /^[ \t]*@(interface|protocol)[ \t]+(\w+)[ \t]*(?:<[^>]*>)?[ \t]*(?::[ \t]*(\w+))?(?![ \t]*[\w(,;])/gm;

function declared(text: string): Export[] {
  return [...text.matchAll(interfaces)].map((match): Export => {
    const [whole, keyword = "", name = "", parent = ""] = match;
    const start = match.index + whole.indexOf(name, whole.indexOf(keyword) + keyword.length);
    const isDrawn = /View|Cell|Control|Button|Window/.test(parent);
    const kind = keyword === "protocol" ? "type" : isDrawn ? "component" : "class";
    return { name, local: name, kind, isType: kind === "type", start, end: start + name.length };
  });
}

const signs: readonly (readonly [Sign, RegExp])[] = [
  ["view", /@interface\s+\w+\s*:\s*\w*(?:View|Cell|Control|Button|ViewController)\b/],
  ["requests", /\bNSURLSession\b|\bAFHTTP\w+\b/],
  ["storage", /\bNSUserDefaults\b|\bNSManagedObjectContext\b|\bsqlite3_open\b/],
  ["mounts", /\b(?:UI|NS)ApplicationMain\s*\(/],
  ["tests", /\bXCTestCase\b/],
];

function outline(text: string): Outline {
  const head = text.length > 60_000 ? text.slice(0, 60_000) : text;
  const found = signs.flatMap(([sign, pattern]) => (pattern.test(head) ? [sign] : []));
  return { onlyPassesOn: false, signs: found, actions: [], assets: assetNamesIn(text), lines: countLines(text) };
}

function readAt(text: string, start: number, { quote }: Reference): { end: number; specifier: string } | undefined {
  const end = text.indexOf(quote, start);
  const specifier = end < 0 ? "" : text.slice(start, end);
  return end < 0 || /[\r\n\\]/.test(specifier) ? undefined : { end, specifier };
}

/** Comments, strings, and what stands beside them. */
const pieces = /\/\/[^\r\n]*|\/\*[^]*?\*\/|"(?:[^"\\\r\n]|\\.)*"|'(?:[^'\\\r\n]|\\.)*'|([A-Za-z_]\w*)/g;

/** What C and C++ alone do not have. */
const objective = /@(?:interface|protocol|class|implementation|import|end)\b|#[ \t]*import\b/;

/** Classes that are looked for by their names. */
const askedFor = /\bNSClassFromString[ \t]*\([ \t]*@"(?:\w+\.)?(\w+)"/g;

/** Names outside of comments and strings: whether one means a class of Swift, its header alone would tell, and that is generated. */
function namesIn(text: string, name: string): TypeNames {
  if (!/\.(?:h|m|mm|pch)$/.test(name) || !objective.test(text)) return { scopes: [], places: [] };
  const places = [...text.matchAll(pieces)].flatMap(({ 1: name, index: start }): TypePlace[] =>
    name === undefined ? [] : [{ name, start, end: start + name.length, role: "unclear", scope: -1 }],
  );
  for (const match of text.matchAll(askedFor)) {
    const [whole, name = ""] = match;
    const start = match.index + whole.length - 1 - name.length;
    places.push({ name, start, end: start + name.length, role: "unclear", scope: -1 });
  }
  return { scopes: [], places: places.sort((a, b) => a.start - b.start) };
}

export const objectiveC: Language = {
  name: "objective-c",
  trade: "code",
  extensions: [".h", ".m", ".mm", ".pch", ".c", ".cc", ".cpp", ".cxx", ".hh", ".hpp", ".hxx"],
  companions,
  hasOwnForm: (stem) => stem.includes("+"),
  lookups: [headerLookup],
  types: { read: namesIn },
  prepare: () => Promise.resolve(),
  extract,
  outline,
  readAt,
  write: (specifier) => (/["<>\r\n\\]/.test(specifier) ? undefined : specifier),
};
