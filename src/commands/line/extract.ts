/** `extract` on the command line. */
import { UsageError } from "../failure.js";
import { command } from "./command.js";
import { acceptDifferent, acceptUnread, all, checkCommit, commit, compile, rehearse, write } from "./options.js";

/** `steady-shelf extract`. */
export const extractCommand = command({
  typed: "extract <path> [names..]",
  about: "Take declarations or style rules out of a file into another, with what they need",
  options: (args) =>
    args
      .usage(
        "$0 extract FILE NAME… --to TARGET\n$0 extract FILE --lines A-B --to TARGET\n$0 extract SHEET --take SELECTOR… --to PARTIAL\n$0 extract SHEET --section NAME --to PARTIAL\n\nTARGET is a new file, one that is there, or a folder. Whoever imported the names imports them from there. A sheet takes the partial in where it compiles to the same.",
      )
      .positional("path", { type: "string", demandOption: true, describe: "The file" })
      .positional("names", {
        type: "string",
        array: true,
        default: [] as string[],
        describe: "What is taken out",
      })
      .option("to", {
        type: "string",
        requiresArg: true,
        describe: "Where it goes (default: a file of its name beside it)",
      })
      .option("lines", { type: "string", requiresArg: true, describe: "Take out the statements of these lines: 12-40" })
      .option("take", {
        type: "string",
        array: true,
        requiresArg: true,
        describe: "Of a style sheet or a style block: the rules of these selectors, or names ($gap, @mixin centred)",
      })
      .option("section", {
        type: "string",
        requiresArg: true,
        describe: "Of a style sheet or a style block: all below the comment that is a heading of this name",
      })
      .option("keep-export", {
        type: "boolean",
        default: false,
        describe: "Let the file go on exporting it, so that nobody else changes",
      })
      .option("rehearse", rehearse)
      .option("write", write)
      .option("all", all)
      .option("accept-different", acceptDifferent)
      .option("accept-unread", acceptUnread)
      .option("compile", compile)
      .option("commit", commit)
      .check((typed) => {
        const ways = [
          typed.names.length + (typed.take?.length ?? 0) > 0,
          typed.lines !== undefined,
          typed.section !== undefined,
        ];
        if (ways.filter(Boolean).length !== 1)
          throw new UsageError(
            "Name what to take out, or its lines, or a section of a style sheet: extract FILE NAME… --to TARGET.",
          );
        if (typed.lines !== undefined && !/^[1-9]\d*(?:-[1-9]\d*)?$/.test(typed.lines))
          throw new UsageError(`--lines takes the first and the last line, such as 12-40; not ${typed.lines}.`);
        return checkCommit(typed);
      }),
  run: (typed) => import("../extract.js").then(({ runExtract }) => runExtract(typed)),
});
