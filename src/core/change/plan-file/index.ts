/** A door of its own, because reading plans loads a YAML parser and a validator that a plain move has no use for. */
export { readPlanFile, writePlanFile, type PlanFile, type PlanFileInput } from "./plan-file.js";
