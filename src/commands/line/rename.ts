/** `rename` on the command line. */
import { UsageError } from "../failure.js";
import { command } from "./command.js";
import { acceptDifferent, acceptUnread, all, checkCommit, commit, rehearse, write } from "./options.js";

/** `steady-shelf rename`. */
export const renameCommand = command({
  typed: "rename <path> [names..]",
  about: "Give a file and what it is named after a new name, everywhere",
  options: (args) =>
    args
      .usage(
        "$0 rename FILE NEW-NAME\n$0 rename FILE NAME NEW-NAME\n$0 rename feature NAME NEW-NAME\n\nFILE may be a folder. With NAME, one other name of the file is renamed, and the file keeps its own. With feature, its folders and files and all names that bear its own follow.",
      )
      .positional("path", { type: "string", demandOption: true, describe: "A file or folder, or feature" })
      .positional("names", {
        type: "string",
        array: true,
        default: [] as string[],
        describe: "The new name; or a name in the file, and the new one",
      })
      .option("rehearse", rehearse)
      .option("write", write)
      .option("mentions", {
        type: "boolean",
        default: false,
        describe: "Change the name in strings, comments and documents, too; of a feature, in keys as well",
      })
      .option("all", all)
      .option("accept-different", acceptDifferent)
      .option("accept-unread", acceptUnread)
      .option("commit", commit)
      .check((typed) => {
        if (typed.names.length === 0 || typed.names.length > 2)
          throw new UsageError("Name a file and its new name: rename FILE NEW-NAME.");
        return checkCommit(typed);
      }),
  run: (typed) =>
    // A file without an ending declares no name.
    typed.path === "feature" && typed.names.length === 2
      ? import("../rename-feature.js").then(({ runRenameFeature }) => runRenameFeature(typed))
      : import("../rename.js").then(({ runRename }) => runRename(typed)),
});
