export {
  acceptedFile,
  acceptedPath,
  changeAccepted,
  readAccepted,
  sift,
  writeAccepted,
  type Accepted,
  type ListChange,
  type Sifted,
} from "./accepted.js";
export type { Case, CaseDetails } from "./cases.js";
export { Places, type Belonging } from "./places.js";
export { rules } from "./registry.js";
export {
  isRepairable,
  isWanted,
  repairsOf,
  type Finding,
  type Found,
  type Repair,
  type Rule,
  type RuleContext,
} from "./rule.js";
export { runRules, settingOf, type RuleSetting, type RunOptions } from "./run-rules.js";
export { sameAssets } from "./duplicate-asset.js";
export { brokenLists } from "./lists.js";
export { unresolvedReferences } from "./unresolved-references.js";
export { shiftedFindings, type Shift } from "./shifted-findings.js";
export { newSince } from "./new-since.js";
export { check, rulesNamed, type Checked, type CheckOptions, type UnreadFile } from "./check.js";
