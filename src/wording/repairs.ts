/** The words for repairs, as they are offered one by one. */
import { folderOf, nameOf } from "../core/base/paths.js";
import type { Finding, Repair } from "../core/insight/rules/index.js";

/** What it would do, in a few words, as one may answer. */
export function tellRepair({ file }: Pick<Finding, "file">, repair: Repair): string {
  switch (repair.kind) {
    case "move": {
      const to = repair.moves.find(({ from }) => from === file)?.to;
      if (to === undefined) return "Do it";
      return folderOf(to) === folderOf(file) ? `Call the file ${nameOf(to)}` : `Move it to ${to}`;
    }
    case "respell":
      return "Correct the path";
    case "rename":
      return `Rename ${repair.name} to ${repair.to}, wherever it is used`;
    case "action text":
      return `Change its text to ${repair.to}, ${repair.only ? "in the files of its state" : "wherever a script has it"}`;
    case "namespace":
      return `Put it in ${repair.to}, wherever it is named`;
    case "list file":
      return "Build it with the files beside it";
    case "list feature":
      return `List ${repair.feature} as the others are`;
    case "sample keys":
      return repair.keys.length === 1 ? `List ${repair.keys[0] ?? "it"} in the sample` : "Make the sample";
    case "sample value":
      return `Leave the value of ${repair.key} out`;
    case "regroup": {
      const to = repair.moves.find(({ from }) => from === file)?.to;
      return to === undefined ? "Regroup it" : `Show it in the group ${folderOf(to)}`;
    }
    case "list order":
      return "Put the groups in order";
    case "sheet lines":
      return "Put the lines in order";
    case "sheet modules":
      return "Take the sheets in as modules";
    case "sheet sections":
      return "Put the lines in the order of the sections, each below a comment";
    case "state":
      return repair.layout === "together" ? "Put it in one file" : "Give its actions a file of their own";
  }
}
