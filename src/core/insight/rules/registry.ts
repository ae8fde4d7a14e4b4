/** The table of rules. A rule is added by one file beside this one, one line here, and one in `rule-names.ts`. */
import { actionPrefix } from "./action-prefix.js";
import { actionTwice } from "./action-twice.js";
import { boundComponent } from "./bound-component.js";
import { caseTwins } from "./case-twins.js";
import { companionAway } from "./companion-away.js";
import { crowdedFolder } from "./crowded-folder.js";
import { densityGap } from "./density-gap.js";
import { exportName } from "./export-name.js";
import { featureCycle } from "./feature-cycle.js";
import { fileName } from "./file-name.js";
import { folderName } from "./folder-name.js";
import { leadsNowhere } from "./leads-nowhere.js";
import { longReducer } from "./long-reducer.js";
import { longWayUp } from "./long-way-up.js";
import { noShelf } from "./no-shelf.js";
import { otherShelf } from "./other-shelf.js";
import { pastIndex } from "./past-index.js";
import { pathCase } from "./path-case.js";
import { portableName } from "./portable-name.js";
import { sameContent } from "./same-content.js";
import { shelfReach } from "./shelf-reach.js";
import { tellingName } from "./telling-name.js";
import { trackedSecret } from "./tracked-secret.js";
import { unlikeSisters } from "./unlike-sisters.js";
import { unusedAsset } from "./unused-asset.js";
import type { Rule } from "./rule.js";

/** Every rule, in the order in which findings are told. */
export const rules: readonly Rule[] = [
  fileName,
  folderName,
  exportName,
  caseTwins,
  portableName,
  tellingName,
  noShelf,
  otherShelf,
  companionAway,
  crowdedFolder,
  unlikeSisters,
  shelfReach,
  pastIndex,
  featureCycle,
  boundComponent,
  leadsNowhere,
  pathCase,
  longWayUp,
  unusedAsset,
  sameContent,
  densityGap,
  actionTwice,
  actionPrefix,
  longReducer,
  trackedSecret,
];
