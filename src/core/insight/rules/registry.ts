/** The table of rules. A rule is added by one file beside this one, one line here, and one in `rule-names.ts`. */
import { actionPrefix } from "./action-prefix.js";
import { duplicateAction } from "./duplicate-action.js";
import { sharedDependsOnFeature } from "./shared-depends-on-feature.js";
import { caseConflict } from "./case-conflict.js";
import { separatedCompanion } from "./separated-companion.js";
import { crowdedFolder } from "./crowded-folder.js";
import { missingDensity } from "./missing-density.js";
import { exportName } from "./export-name.js";
import { featureCycle } from "./feature-cycle.js";
import { fileName } from "./file-name.js";
import { namespaceFolder } from "./namespace-folder.js";
import { folderName } from "./folder-name.js";
import { unresolvedPath } from "./unresolved-path.js";
import { longReducer } from "./long-reducer.js";
import { stateLayout } from "./state-layout.js";
import { longRelativePath } from "./long-relative-path.js";
import { outsideShelves } from "./outside-shelves.js";
import { wrongFolder } from "./wrong-folder.js";
import { bypassedIndex } from "./bypassed-index.js";
import { pathCase } from "./path-case.js";
import { portableName } from "./portable-name.js";
import { duplicateAsset } from "./duplicate-asset.js";
import { importNotAllowed } from "./import-not-allowed.js";
import { vagueName } from "./vague-name.js";
import { environmentKey } from "./environment-key.js";
import { secretInSample } from "./secret-in-sample.js";
import { trackedSecret } from "./tracked-secret.js";
import { unlikeOtherFeatures } from "./unlike-other-features.js";
import { registeredTwice } from "./registered-twice.js";
import { twinName } from "./twin-name.js";
import { screenFrame } from "./screen-frame.js";
import { halfWiredFeature } from "./half-wired-feature.js";
import { unlistedFile } from "./unlisted-file.js";
import { classPrefix } from "./class-prefix.js";
import { typeSuffix } from "./type-suffix.js";
import { groupFolder } from "./group-folder.js";
import { groupOrder } from "./group-order.js";
import { doubledSheet } from "./doubled-sheet.js";
import { unmarkedPartial } from "./unmarked-partial.js";
import { compiledPartial } from "./compiled-partial.js";
import { missingInput } from "./missing-input.js";
import { sheetImport } from "./sheet-import.js";
import { sheetSections } from "./sheet-sections.js";
import { unusedSheetName } from "./unused-sheet-name.js";
import { unusedSheet } from "./unused-sheet.js";
import { sheetOrder } from "./sheet-order.js";
import { severalTypes } from "./several-types.js";
import { unpairedView } from "./unpaired-view.js";
import { unusedAsset } from "./unused-asset.js";
import type { Rule } from "./rule.js";

/** Every rule, in the order in which findings are told. */
export const rules: readonly Rule[] = [
  fileName,
  folderName,
  exportName,
  classPrefix,
  typeSuffix,
  namespaceFolder,
  severalTypes,
  caseConflict,
  portableName,
  vagueName,
  outsideShelves,
  wrongFolder,
  separatedCompanion,
  crowdedFolder,
  unlikeOtherFeatures,
  unpairedView,
  screenFrame,
  groupFolder,
  groupOrder,
  importNotAllowed,
  bypassedIndex,
  featureCycle,
  sharedDependsOnFeature,
  unresolvedPath,
  pathCase,
  longRelativePath,
  unlistedFile,
  halfWiredFeature,
  registeredTwice,
  twinName,
  missingInput,
  sheetOrder,
  doubledSheet,
  unusedSheet,
  unmarkedPartial,
  compiledPartial,
  unusedSheetName,
  sheetImport,
  sheetSections,
  unusedAsset,
  duplicateAsset,
  missingDensity,
  duplicateAction,
  actionPrefix,
  longReducer,
  stateLayout,
  trackedSecret,
  secretInSample,
  environmentKey,
];
