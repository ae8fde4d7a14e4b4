/** Swift, and the manifests of its packages. */
import type { CompanionRules, Language } from "../language.js";
import type { Reference } from "../reading.js";
import { plainOutline } from "../plain-outline.js";
import { swiftCustoms } from "./customs.js";
import { extractSwift } from "./extract.js";
import { modulesOf } from "./libraries.js";
import { lentTypes } from "./lent-types.js";
import { outlineSwift } from "./outline.js";
import { extractManifest, isManifest, packageLookups } from "./packages.js";
import { catalogueFolder, namesOf, resourceLookups } from "./resource-lookups.js";
import { swiftStatements } from "./statements.js";
import { isReservedInSwift, swiftTypeNames } from "./type-names.js";

const companions: CompanionRules = {
  infixes: [],
  // A controller without another name for its nib loads the one that is called as it is.
  extensions: [".xib"],
  folders: [],
  after: [],
  endings: ["Tests", "Test", "UITests", "_Previews", "+Previews"],
};

/** A name of a module stands bare; all else stands between quotes, in which nothing is escaped that is respelled. */
function readAt(text: string, start: number, { quote }: Reference): { end: number; specifier: string } | undefined {
  if (quote === "") {
    const [name = ""] = /^[\p{L}_][\p{L}\p{N}_]*/u.exec(text.slice(start, start + 400)) ?? [];
    return name === "" ? undefined : { end: start + name.length, specifier: name };
  }
  if (text.charAt(start - 1) !== '"') return undefined;
  const end = text.indexOf(quote, start);
  const specifier = end < 0 ? "" : text.slice(start, end);
  return end < 0 || /["\\\r\n]/.test(specifier) ? undefined : { end, specifier };
}

function write(specifier: string, { quote }: Reference): string | undefined {
  if (quote === "") return /^[\p{L}_][\p{L}\p{N}_]*$/u.test(specifier) ? specifier : undefined;
  return /["\\\r\n]/.test(specifier) ? undefined : specifier;
}

export const swift: Language = {
  name: "swift",
  trade: "code",
  extensions: [".swift"],
  companions,
  hasOwnForm: (stem) => stem.includes("+"),
  lookups: [...resourceLookups, ...packageLookups],
  calledAs: namesOf,
  namedFolder: catalogueFolder,
  // `Image("tree-\\(kind)")`
  openForm: '(named|Image|Color|[nN]ame)[: (]+"[^"]*[\\\\][(]',
  libraries: modulesOf,
  statements: (text, name) => Promise.resolve(swiftStatements(text, name)),
  isListed: true,
  types: {
    declaring: "(class|struct|enum|actor|protocol|extension|typealias)[ \t]+([A-Za-z0-9_]+[.])*",
    goAlong: ["_Previews", "_Preview", "Delegate", "DataSource"],
    customs: swiftCustoms,
    read: swiftTypeNames,
    isReserved: isReservedInSwift,
    kinds: [
      {
        parent:
          /\b(?:UI|NS)(?:\w+)?ViewController\b|\bUI(?:Navigation|TabBar|Page|SplitView|Table|Hosting)\w*Controller\b/,
        suffix: "ViewController",
      },
      { parent: /\bUI(?:TableView|CollectionView)\w*Cell\b/, suffix: "Cell" },
      { parent: /\b(?:UI|NS)View\b/, suffix: "View" },
    ],
    overriding: (member) => `(^|[ \t])override[ \t].*(func|var|subscript)[ \t]+${member}([^A-Za-z0-9_]|$)`,
    lends: lentTypes,
  },
  // The compiler refuses two: "filename used twice".
  hasUniqueNames: true,
  prepare: () => Promise.resolve(),
  extract: (text, _name, depth = "references") => extractSwift(text, depth),
  outline: outlineSwift,
  readAt,
  write,
};

/** `Package.swift` says of which folders a package is made. */
export const swiftManifests: Language = {
  name: "swift manifests",
  trade: "settings",
  extensions: [".swift"],
  claims: isManifest,
  listsCode: true,
  prepare: () => Promise.resolve(),
  extract: extractManifest,
  outline: plainOutline,
  readAt,
  write,
};
