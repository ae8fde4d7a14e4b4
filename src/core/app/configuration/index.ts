export type { Decisions, FileDecision } from "./edit-configuration.js";
export {
  configurationFile,
  nearestConfiguration,
  readConfiguration,
  readConfigurations,
  type Configuration,
} from "./configuration.js";
