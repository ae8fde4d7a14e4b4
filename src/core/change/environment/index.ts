export { addEnvironment, type AddedEnvironment, type EnvironmentRequest } from "./add-environment.js";
export { sampleDraft, withoutValue } from "./sample.js";
