/** What was done before, on the command line: `undo` and `history`. */
import { UsageError } from "../failure.js";
import { command } from "./command.js";
import { all, rehearse, write } from "./options.js";

/** `steady-shelf undo`. */
export const undoCommand = command({
  typed: "undo",
  about: "Take the last change back, byte for byte",
  options: (args) => args.option("rehearse", rehearse).option("write", write).option("all", all),
  run: (typed) => import("../undo.js").then(({ runUndo }) => runUndo(typed)),
});

/** `steady-shelf history`. */
export const historyCommand = command({
  typed: "history",
  about: "List the changes that were made; --prune deletes the records of older ones",
  options: (args) =>
    args
      .option("prune", {
        type: "boolean",
        default: false,
        describe: "Delete records that nothing can be undone with, and older ones",
      })
      .option("keep", {
        type: "number",
        default: 10,
        requiresArg: true,
        describe: "With --prune: how many changes can still be undone afterwards",
      })
      .option("write", write)
      .check(({ keep, prune, write: writes }) => {
        if (!Number.isInteger(keep) || keep < 0) throw new UsageError("--keep takes a whole number.");
        if (writes && !prune) throw new UsageError("--write goes with --prune; a list by itself writes nothing.");
        return true;
      }),
  run: (typed) => import("../history.js").then(({ runHistory }) => runHistory(typed)),
});
