export { gives, givenBy, type Given } from "./given.js";
export { fillPattern, matchPattern, nameThrough, type Mapping, type MappingKind } from "./mapping.js";
export { stronglyConnected } from "./circles.js";
export { asObject, asStrings, parseJsonFile, type JsonObject } from "./json-file.js";
export { readToolSettings } from "./tool-settings.js";
export type { Resolution, Scheme } from "./resolution.js";
export { Resolver } from "./resolver.js";
export { fixedFolder, isPattern } from "./place-lookup.js";
export { readablePaths, readReferences } from "./read-references.js";
export {
  globBase,
  isRelative,
  splitPlace,
  splitSheetSpecifier,
  splitSpecifier,
  type SpecifierParts,
} from "./specifier.js";
export { buildGraph, ReferenceGraph, type GraphFile, type GraphInput, type MetReference } from "./reference-graph.js";
