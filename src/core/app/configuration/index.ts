export type { Decisions, FileDecision } from "./edit-configuration.js";
export { configurationFile, type Configuration } from "./configuration.js";
export { aliasMappings } from "./parse-configuration.js";
export { nearestConfiguration, readConfiguration, readConfigurations } from "./read-configuration.js";
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
