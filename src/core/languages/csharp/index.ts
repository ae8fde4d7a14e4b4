/** C#. */
import type { CompanionRules, Language } from "../language.js";
import type { ProjectPath } from "../../base/paths.js";
import type { NameLookup } from "../lookup.js";
import type { LibraryFile, Membership, Reference } from "../reading.js";
import { addressLookups } from "../resource-addresses.js";
import { extractCSharp } from "./extract.js";
import { readNamespaces } from "./namespaces.js";
import { outlineCSharp } from "./outline.js";
import { writtenLike } from "./manner.js";
import { identifiersOf, looksForNames } from "./names-in-text.js";
import { isReserved } from "./reserved.js";
import { csharpStatements } from "./statements.js";
import { writeNamespaces } from "./write-namespaces.js";

const companions: CompanionRules = {
  infixes: [".designer", ".Designer", ".g", ".g.i"],
  extensions: [],
  folders: [],
  after: [],
  endings: ["Tests", "Test", "Specs"],
};

/** Source: Microsoft, "Framework design guidelines", Names of classes, structs and interfaces. */
const kinds = [
  { parent: /^ICommand$/, suffix: "Command" },
  { parent: /^I(?:Multi)?ValueConverter$/, suffix: "Converter" },
  { parent: /^(?:Cancel|Routed|PropertyChanged)?EventArgs$/, suffix: "EventArgs" },
  { parent: /^(?:Application)?Exception$/, suffix: "Exception" },
  { parent: /^Attribute$/, suffix: "Attribute" },
] as const;

/** A path of the disk, whose folders are parted by backslashes: looked up from the project, as what it is. */
const [rooted] = addressLookups.filter(({ name }) => name === "resource in project, if any");
const paths: readonly NameLookup[] = rooted
  ? ["plain", "verbatim", "raw"].map((form) => ({ ...rooted, name: `csharp ${form} path` }))
  : [];

/** What stands between quotes; in a plain string each backslash is two. */
function readAt(
  text: string,
  start: number,
  { lookup, specifier }: Reference,
): { end: number; specifier: string } | undefined {
  const end = text.indexOf('"', start);
  if (end < 0) return undefined;
  const written = text.slice(start, end);
  if (/[\r\n]/.test(written)) return undefined;
  if (/^csharp .* path$/.test(lookup)) {
    const plain = written.replaceAll(lookup === "csharp plain path" ? "\\\\" : "\\", "/");
    return plain.includes("\\") ? undefined : { end, specifier: plain };
  }
  // Behind the path of a font stands its name, behind that of a page its query.
  const mark = /[#?]/.test(specifier) ? -1 : written.search(/[#?]/);
  const path = mark < 0 ? written : written.slice(0, mark);
  return path.includes("\\") ? undefined : { end: start + path.length, specifier: path };
}

function write(specifier: string, { lookup }: Reference): string | undefined {
  if (/["\\{}\r\n]/.test(specifier)) return undefined;
  if (lookup === "csharp plain path") return specifier.replaceAll("/", "\\\\");
  return /^csharp .* path$/.test(lookup) ? specifier.replaceAll("/", "\\") : specifier;
}

/** The files that a project builds know each other's types; a page knows those of the project that builds it. */
function projectsOf(files: readonly LibraryFile[]): ReadonlyMap<ProjectPath, Membership> {
  return new Map(
    files.flatMap(({ path, listed = [] }): [ProjectPath, Membership][] => {
      const [library, ...also] = new Set(listed.map(({ by }) => by));
      return library === undefined ? [] : [[path, { library, ...(also.length > 0 && { also }), sees: [] }]];
    }),
  );
}

/** `My rows` → `My_rows`, `2024` → `_2024`; parts of a name with dots stay parts. Source: the default namespace of Microsoft's project system. */
function wordOf(folder: string): string {
  return folder
    .split(".")
    .map((part) => part.replace(/[^\p{L}\p{N}_]/gu, "_").replace(/^(?=\p{N})/u, "_"))
    .filter((part) => part !== "")
    .map((part) => (isReserved(part) ? `@${part}` : part))
    .join(".");
}

export const csharp: Language = {
  name: "csharp",
  trade: "code",
  extensions: [".cs"],
  companions,
  lookups: [...addressLookups, ...paths],
  headLookup: "resource in project, if any",
  // `$"/Images/{name}.png"`, `"Images/" + name`
  openForm: '[$]@?"[^"]*[{]|"[^"]*[\\\\/]"[ \t]*[+]',
  libraries: projectsOf,
  statements: (text) => Promise.resolve(csharpStatements(text)),
  isListed: true,
  namesInAnyCase: true,
  namespaces: {
    followsFolders: true,
    takesIn: true,
    read: readNamespaces,
    write: writeNamespaces,
    outside: async () => (await import("./outside-types.js")).outsideTypes,
    outsideMember: async () => (await import("./outside-members.js")).outsideMember,
    wordOf,
    isReserved,
    mayBeLeftOut: ["Attribute"],
    kinds,
    interfacePrefix: "I",
    identifiers: identifiersOf,
    looksForNames,
  },
  writtenLike,
  prepare: () => Promise.resolve(),
  extract: (text, _name, depth = "references") => extractCSharp(text, depth),
  outline: outlineCSharp,
  readAt,
  write,
};
