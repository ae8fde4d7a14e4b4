/** The words for the steps that `survey` thinks worth taking: a command, and why. */
import type { NextStep } from "../core/insight/measures/index.js";
import { count } from "./words.js";

/** What is typed, and why. */
export interface ToldStep {
  readonly command: string;
  readonly why: string;
}

/** A step in words; `saysGroups`: the command goes by the groups of a project, and would not by itself. */
export function tellStep(step: NextStep, saysGroups = false): ToldStep {
  const groups = saysGroups ? " --groups" : "";
  switch (step.code) {
    case "mend references":
      return {
        command: "steady-shelf check --rule unresolved-path,path-case",
        why: `${count(step.references, "reference is", "references are")} unresolved`,
      };
    case "write down":
      return { command: "steady-shelf init", why: "write down how the app is organised, so that exceptions show" };
    case "see findings":
      return { command: `steady-shelf check${groups}`, why: "see which files are exceptions" };
    case "ask for the shape":
      return {
        command: `steady-shelf compare${groups}`,
        why: `${step.features} features are spread over ${step.folders} folders or more each; see what another arrangement would gain`,
      };
    case "see why":
      return { command: `steady-shelf explain ${step.path}${groups}`, why: "see why its role is uncertain" };
  }
}
