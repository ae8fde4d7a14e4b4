export { type ListOrder, type ListShape, type OrderedGroup, type ShownEntry } from "./language.js";
export {
  respellingEdit,
  type ReadingDepth,
  type CompanionRules,
  type Language,
  type Trade,
  type NewView,
  type ViewForm,
} from "./language.js";
export {
  ownExports,
  ownNames,
  type Binding,
  type Export,
  type ActionName,
  type ExportedName,
  type ExportKind,
  type Outline,
  type Sign,
  type ComputedReference,
  type Extraction,
  type LibraryFile,
  type ListedUnder,
  type Membership,
  type SymbolName,
  type Lookup,
  type LookupRules,
  type Reference,
  type ReferenceKind,
} from "./reading.js";
export {
  makesAction,
  exportsOf,
  exportsType,
  hasMarkup,
  isDeclaration,
  isOfPlatform,
  isRunAsItIs,
  isTyped,
  languageOfFiles,
  leavesChoice,
  nameIn,
  scriptExtension,
  statePartsOf,
  stringPlaces,
  withoutScriptExtension,
  type ActionCreator,
  type ActionSwitch,
  type CodeLanguage,
  type StateParts,
} from "./javascript/index.js";
export {
  topVariable,
  variableAt,
  type Identifier,
  type Label,
  type Member,
  type NamePlace,
  type PlaceForm,
  type Taking,
  type TextNames,
  type Variable,
} from "./names.js";
export type {
  DeclaredType,
  NamePart,
  NamespaceForms,
  NamespaceNames,
  NameScope,
  NewNamespaces,
  TakenIn,
  UsedName,
} from "./namespace-names.js";
export type { DeclaredAs, TypeCustoms, TypeForms, TypeNames, TypePlace, TypeScope } from "./type-names.js";
export type { Bonds, FileTies, Hidden, Statement, StatementKind } from "./statements.js";
export type { Row, RowItem, RowKind } from "./rows.js";
export type { Registered } from "./registered.js";
export type { DrawnElement, FrameMiddle, View, ViewForms } from "./views.js";
export { codeOf } from "./enclosures.js";
export type { EnvironmentKey } from "./environment-keys.js";
export { commentsIn } from "./statement-lines.js";
export { takes, type Directive, type DirectiveForms, type DirectiveText } from "./directives.js";
export type {
  Answer,
  Ground,
  LookupTree,
  NameLookup,
  PatternScope,
  Question,
  Resolution,
  Scheme,
  SpellingTask,
} from "./lookup.js";
export { bySpecificity, fillPattern, matchPattern, nameThrough, type Mapping, type MappingKind } from "./mapping.js";
export {
  globBase,
  isRelative,
  splitPlace,
  splitSheetSpecifier,
  splitSpecifier,
  type SpecifierParts,
} from "./specifier.js";
export { fixedFolder, isPattern, scopeSpellings } from "./settings/index.js";
export {
  blankOutline,
  codeLanguage,
  extractFrom,
  isCode,
  isOfTrade,
  isOpen,
  isScript,
  languageFor,
  declaresByNamespace,
  hasNamespaces,
  sharesDeclarations,
  sharesTypes,
  shownListOrder,
  listShapers,
  shownPlaces,
  hasRows,
  rowsOf,
  languages,
  languagesInUse,
  lookupNamed,
  useLanguage,
  moduleRules,
  notRead,
  prepareNames,
  readFrom,
  standInFolders,
  searchWordsFor,
  someReadFiles,
  type FileReading,
} from "./registry.js";
export type {
  GivenName,
  NameChance,
  SheetForms,
  SheetLoad,
  SheetName,
  SheetNameKind,
  SheetReading,
  SheetStatement,
  SheetStatementKind,
  StatementNames,
} from "./sheet-forms.js";
export { countedFrom, isTakenIn, partOfRule, putsBeforeSheets, sheetRules, urlRewritersFor } from "./sheets/index.js";
export { factsOfReading, saysTheSame } from "./reading-facts.js";
export { readTexts, type PoolInput } from "./reading-pool.js";
export { mayHoldToolSettings, placesCountFrom, toolSettingsIn, type ToolAlias } from "./settings/index.js";
export { isPathList } from "./documents/index.js";
export { isInBundle } from "./bundles.js";
export { assetNamesIn, isFont } from "./asset-names.js";
export { folderOfTool, isCalledGenerated, isForTemplates, isGrammar, isPutByBuildOfSheets } from "./left-to-builds.js";
export {
  hasTakingWord,
  isDocument,
  isNotReadYet,
  isProjectFile,
  mayNameFiles,
  namingWords,
  takesFilesIn,
  wordsThatMayName,
  mayNameTypes,
} from "./not-read-yet.js";
