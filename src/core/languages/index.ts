export {
  respellingEdit,
  type ActionName,
  type ExportedName,
  type ExportKind,
  type Outline,
  type Sign,
  type CompanionRules,
  type ComputedReference,
  type Extraction,
  type Language,
  type Lookup,
  type LookupRules,
  type Reference,
  type ReferenceKind,
} from "./language.js";
export {
  exportsOf,
  exportsType,
  isDeclaration,
  languageOfFiles,
  leavesChoice,
  nameIn,
  scriptExtension,
  withoutScriptExtension,
  type CodeLanguage,
} from "./javascript/index.js";
export { extractFrom, languageFor, languages, readFrom, type FileReading } from "./registry.js";
export { readTexts, type PoolInput } from "./reading-pool.js";
export { assetNamesIn } from "./asset-names.js";
export { isDocument, isNotReadYet, mayNameFiles, namingWords, wordsThatMayName } from "./not-read-yet.js";
