export { readYaml, type YamlText } from "./yaml-text.js";
