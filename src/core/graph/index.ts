export { builtBy, namesakes, type Built } from "./built.js";
export { gives, givenBy, type Given } from "./given.js";
export { stronglyConnected } from "./circles.js";
export { asObject, asStrings, parseJsonFile, type JsonObject } from "./json-file.js";
export { readToolSettings } from "./tool-settings.js";
export {
  boundByReferences,
  filesMeant,
  isBoundByNames,
  symbolUses,
  type SymbolFile,
  type SymbolUse,
} from "./symbols.js";
export { Resolver } from "./resolver.js";
export { readablePaths, readReferences } from "./read-references.js";
export {
  buildGraph,
  ReferenceGraph,
  regraphed,
  type GraphFile,
  type GraphInput,
  type MetReference,
} from "./reference-graph.js";
export { Modules, type Origin } from "./origins.js";
export {
  formsOf,
  lentIn,
  Libraries,
  type Lent,
  type Library,
  type LibraryUnit,
  type Link,
  type Outside,
} from "./libraries.js";
export {
  declarationsOf,
  givesMention,
  isDirective,
  mayNeedOutside,
  mayUse,
  mentionsIn,
  mentionsOf,
  wordsOf,
  type Mention,
} from "./mentions.js";
export { fileTies, mayMean, piecesOf, type FilePiece, type Tie as FileTie } from "./file-ties.js";
export { companionsOf, cutTie, tiesOf, type Declaration, type Tie, type Ties } from "./ties.js";
export { loadTypes, membersOf, Types, typesAfter, type TypeFile, type TypeMeaning, type TypeWorld } from "./types.js";
export {
  fullNameOf,
  Namespaces,
  within,
  type NameMeaning,
  type NamespaceFile,
  type NamespaceWorld,
  type TypeEntry,
} from "./namespaces.js";
export { typeWords, type TypeWord } from "./type-words.js";
export { loadNamespaces, type NamespaceSearch } from "./namespace-world.js";
export { NamespaceCustoms, onlyNamespace } from "./namespace-customs.js";
export { blockIn, holderOf, pagesWithBlocks, resolverWithBlocks, sheetIn, TreeWithBlocks } from "./style-blocks.js";
export { OpenedSheets, sheetOf } from "./sheet-opened.js";
export { SheetUsers, type SheetUse } from "./sheet-users.js";
export { SheetWorld, type SheetResolver, type SheetText } from "./sheet-world.js";
export {
  Numbers,
  TraceMemo,
  type MissingName,
  type SheetTrace,
  type TracedGift,
  type TracedStatement,
} from "./sheet-traced.js";
export { traceSheet } from "./sheet-trace.js";
export { piecesOfSheet, sectionsOf, type SheetHeading, type SheetPiece, type SheetSection } from "./sheet-pieces.js";
export { needsOthers, neededTooEarly, type EarlyNeed } from "./early-names.js";
export { reachOf, type SheetModule } from "./sheet-modules.js";
