export { configurationFile, readConfiguration, type Configuration } from "./configuration.js";
export { findProject, realFolder } from "./find-project.js";
