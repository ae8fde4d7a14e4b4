/** What is used of the YAML parser: loaded as one part of the built program, which `import("yaml")` itself would not be. */
export { isPair, isScalar, parseAllDocuments, visit } from "yaml";
