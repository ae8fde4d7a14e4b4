export { placesCountFrom } from "./claims.js";
export { jsonSettings } from "./json.js";
export { scriptSettings } from "./scripts.js";
export { yamlSettings } from "./yaml.js";
export { mayHoldToolSettings, toolSettingsIn, type ToolAlias } from "./tool-settings.js";
