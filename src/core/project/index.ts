export {
  configurationFile,
  nearestConfiguration,
  readConfiguration,
  readConfigurations,
  type Configuration,
} from "./configuration.js";
