export { configurationFile, readConfiguration, type Configuration } from "./configuration.js";
