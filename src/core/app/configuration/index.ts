export type { Decisions, FileDecision } from "./edit-configuration.js";
export {
  configurationFile,
  nearestConfiguration,
  readConfiguration,
  readConfigurations,
  type Configuration,
} from "./configuration.js";
export {
  limitedRules,
  ruleGroups,
  ruleNames,
  ruleTable,
  severities,
  type RuleGroup,
  type RuleName,
  type Severity,
} from "./rule-names.js";
