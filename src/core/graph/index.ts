export { fillPattern, matchPattern, nameThrough, type Mapping, type MappingKind } from "./mapping.js";
export { stronglyConnected } from "./circles.js";
export { asObject, asStrings, parseJsonFile, type JsonObject } from "./json-file.js";
export { Resolver, type Resolution, type Scheme } from "./resolver.js";
export { readablePaths, readReferences } from "./read-references.js";
export { globBase, isRelative, splitSpecifier, type SpecifierParts } from "./specifier.js";
export {
  buildGraph,
  ReferenceGraph,
  type GraphFile,
  type GraphInput,
  type KeptReadings,
  type MetReference,
} from "./reference-graph.js";
