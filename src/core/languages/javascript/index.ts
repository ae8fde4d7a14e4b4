/** JavaScript and TypeScript, with JSX and Flow. */
import { moduleLookups } from "./module-lookup.js";
import type { CompanionRules, Language } from "../language.js";
import type { LookupRules, Reference } from "../reading.js";
import { commentsOf, extract, prepare } from "./extract.js";
import { givenByDefault, takenByDefault } from "./by-default.js";
import { environmentKeys, environmentSettings } from "./environment.js";
import { outline } from "./outline.js";
import { rowsOfScript } from "./rows.js";
import { registeredIn } from "./registered.js";
import { viewForms } from "./views.js";
import { statementsOf } from "./statements.js";
import { namesOf } from "./text-names.js";
import { readLiteral, writeLiteral } from "./literals.js";

export * from "./source-language.js";
export { moduleLookup } from "./module-lookup.js";
export { parseProgram } from "./extract.js";
export { hasMarkup, statementsOf } from "./statements.js";
export { statePartsOf, stringPlaces, type ActionCreator, type ActionSwitch, type StateParts } from "./state-parts.js";
export { isOfPlatform, isRunAsItIs } from "./platform-modules.js";
export { makesAction } from "./made-actions.js";
export { rowsOfScript } from "./rows.js";
export { namesOf } from "./text-names.js";
export { readLiteral, writeLiteral } from "./literals.js";
export { childrenOf, codeText, isNode, nameOf as nameOfNode, spanOf, type TreeNode } from "./tree-node.js";

/** Comments know no escapes: a name that would need one cannot be written there. */
function write(specifier: string, reference: Reference): string | undefined {
  const inComment = reference.kind === "doc import" || reference.kind === "reference path";
  if (inComment && (specifier.includes(reference.quote) || specifier.includes("*/"))) return undefined;
  return inComment ? specifier : writeLiteral(specifier, reference.quote);
}

/** The quote before the name opens it, in comments too. */
function readAt(text: string, start: number): { end: number; specifier: string } | undefined {
  const literal = readLiteral(text, start - 1);
  return literal && { end: literal.end, specifier: literal.value };
}

export const javascript: Language & { readonly rules: LookupRules; readonly companions: CompanionRules } = {
  name: "javascript",
  trade: "code",
  extensions: [".d.ts", ".d.mts", ".d.cts", ".tsx", ".jsx", ".mts", ".cts", ".mjs", ".cjs", ".ts", ".js"],
  rules: {
    extensions: [".ts", ".tsx", ".js", ".jsx", ".mts", ".cts", ".mjs", ".cjs", ".vue", ".json"],
    lastResorts: [".vue", ".json"],
    declarations: [".d.ts", ".d.mts", ".d.cts"],
    writtenFor: {
      ".js": [".ts", ".tsx", ".d.ts", ".jsx"],
      ".jsx": [".tsx", ".ts", ".d.ts"],
      ".mjs": [".mts", ".d.mts"],
      ".cjs": [".cts", ".d.cts"],
    },
    writtenAtLast: [".jsx"],
    onRequest: [".ts", ".tsx", ".mts", ".cts"],
    indexNames: ["index"],
    platforms: [".ios", ".android", ".native", ".web", ".macos", ".windows"],
  },
  lookups: moduleLookups,
  companions: {
    infixes: [
      ".test",
      ".spec",
      ".stories",
      ".story",
      ".e2e",
      ".cy",
      ".bench",
      ".mock",
      ".fixture",
      ".fixtures",
      ".module",
      ".styles",
      ".style",
      ".d",
    ],
    extensions: [".css", ".scss", ".sass", ".less", ".styl"],
    folders: ["__tests__", "__mocks__", "__snapshots__", "__stories__"],
    standIns: ["__mocks__"],
    after: [".snap", ".d.ts"],
  },
  isFoundAsTest: (path) => /(?:\.|^)(?:test|spec)\.[cm]?[jt]sx?$/.test(path) || /(?:^|\/)__tests__\//.test(path),
  prepare,
  extract,
  comments: commentsOf,
  outline,
  environmentKeys,
  byDefault: { given: givenByDefault, taken: takenByDefault },
  environmentSettings,
  readAt,
  write,
  names: namesOf,
  statements: statementsOf,
  rows: rowsOfScript,
  views: viewForms,
  registered: registeredIn,
};
