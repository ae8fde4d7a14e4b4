/** `join` and `split` on the command line. */
import { UsageError } from "../failure.js";
import { command } from "./command.js";
import { acceptDifferent, acceptUnread, all, checkCommit, commit, compile, rehearse, write } from "./options.js";

/** `steady-shelf join`. */
export const joinCommand = command({
  typed: "join <paths..>",
  about: "Make several files one, with their imports merged and every importer led to it",
  options: (args) =>
    args
      .usage(
        "$0 join FILE… TARGET\n$0 join features NAME… TARGET\n\nTARGET is one of the files, another, or a new one. Statements stand in the order in which the files need each other. A folder stands for its scripts, without tests and stories. Features are joined by their folders: all files of the others go into that of TARGET, at the same place in it.",
      )
      .positional("paths", {
        type: "string",
        array: true,
        demandOption: true,
        describe: "The files, and last the file that they become",
      })
      .option("rehearse", rehearse)
      .option("write", write)
      .option("all", all)
      .option("accept-different", acceptDifferent)
      .option("accept-unread", acceptUnread)
      .option("compile", compile)
      .option("commit", commit)
      .check((typed) => {
        if (
          typed.paths[0] === "features" &&
          new Set(typed.paths.slice(1)).size < 2 &&
          !/[./\\]/.test(typed.paths[1] ?? "")
        )
          throw new UsageError("Name the features, and last the one that they become: join features NAME… TARGET.");
        if (typed.paths.length < 2)
          throw new UsageError("Name the files, and last the file that they become: join FILE… TARGET.");
        return checkCommit(typed);
      }),
  run: (typed) => {
    const [first, ...names] = typed.paths;
    // What has neither a dot nor a slash is no file.
    return first === "features" && names.length > 1 && names.every((each) => !/[./\\]/.test(each))
      ? import("../regroup-features.js").then(({ runJoinFeatures }) => runJoinFeatures(typed, names))
      : import("../join.js").then(({ runJoin }) => runJoin(typed));
  },
});

/** `steady-shelf split`. */
export const splitCommand = command({
  typed: "split <path> [rest..]",
  about: "Make a file several: by its names, or a file of state by the kinds of what it declares",
  options: (args) =>
    args
      .usage(
        "$0 split FILE\n$0 split feature NAME NEW-NAME FILE…\n\nWhat the file is named after stays in it; everything else that others take gets a file of its own, with what only it needs. A file with a reducer becomes types, constants, initial state, reducer, selectors and actions. Of a feature, the files and folders that are named go to one of their own, or to another, with their companions.",
      )
      .positional("path", { type: "string", demandOption: true, describe: "The file, or feature" })
      .positional("rest", {
        type: "string",
        array: true,
        default: [] as string[],
        describe: "Of a feature: its name, the new one, and the files",
      })
      .option("by", {
        choices: ["name", "kind"] as const,
        describe: "A file for each name, or for each kind (default: kind for a file with a reducer, else name)",
      })
      .option("to", {
        type: "string",
        requiresArg: true,
        describe: "The folder of the new files (default: the file's)",
      })
      .option("rehearse", rehearse)
      .option("write", write)
      .option("all", all)
      .option("accept-different", acceptDifferent)
      .option("accept-unread", acceptUnread)
      .option("commit", commit)
      .check((typed) => {
        if (typed.path === "feature" ? typed.rest.length < 3 && typed.rest.length > 0 : typed.rest.length > 0)
          throw new UsageError(
            "Name one file: split FILE. Of a feature, its name, the new one, and the files: split feature NAME NEW-NAME FILE….",
          );
        return checkCommit(typed);
      }),
  run: (typed) =>
    typed.path === "feature" && typed.rest.length > 0
      ? import("../regroup-features.js").then(({ runSplitFeature }) => runSplitFeature(typed, typed.rest))
      : import("../split.js").then(({ runSplit }) => runSplit(typed)),
});
