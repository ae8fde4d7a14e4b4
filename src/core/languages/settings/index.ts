export { jsonSettings } from "./json.js";
export { scriptSettings } from "./scripts.js";
export { yamlSettings } from "./yaml.js";
