export { placesCountFrom } from "./claims.js";
export { jsonSettings } from "./json.js";
export { rowsOfJson } from "./json-rows.js";
export { scriptSettings } from "./scripts.js";
export { extractYaml, prepareYaml, readYamlAt, writeYaml, yamlSettings, type YamlJudge } from "./yaml.js";
export { fixedFolder, isPattern } from "./patterns.js";
export { scopeSpellings } from "./place-spelling.js";
export { mayHoldToolSettings, toolSettingsIn, type ToolAlias } from "./tool-settings.js";
