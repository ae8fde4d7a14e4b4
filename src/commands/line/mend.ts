/** `mend` on the command line. */
import { UsageError } from "../failure.js";
import { command } from "./command.js";
import { acceptDifferent, acceptUnread, all, checkCommit, commit, rehearse, write } from "./options.js";

/** `steady-shelf mend`. */
export const mendCommand = command({
  typed: "mend [paths..]",
  about: "Files were moved by hand: update every path that points at them, or put them back",
  options: (args) =>
    args
      .usage(
        "$0 mend\n$0 mend --follow --write\n$0 mend src/screens --put-back --write\n\nWhat a commit has and the disk has not is looked for among what is new.",
      )
      .positional("paths", {
        type: "string",
        array: true,
        default: [] as string[],
        describe: "Only these files or folders, by their places of then or of now",
      })
      .option("follow", { type: "boolean", default: false, describe: "Update whatever points at the old places" })
      .option("put-back", { type: "boolean", default: false, describe: "Move the files back to where they were" })
      .option("since", {
        type: "string",
        default: "HEAD",
        requiresArg: true,
        describe: "The commit that has everything where it was",
      })
      .option("pair", {
        type: "string",
        array: true,
        default: [] as string[],
        requiresArg: true,
        describe: "OLD=NEW, where a file may be one of several",
      })
      .option("watch", {
        type: "boolean",
        default: false,
        describe: "Stay, and follow files as they are moved (with --write; else only say it)",
      })
      .option("rehearse", rehearse)
      .option("write", write)
      .option("all", all)
      .option("accept-different", acceptDifferent)
      .option("accept-unread", acceptUnread)
      .option("commit", commit)
      .check((typed) => {
        if (typed.follow && typed["put-back"]) throw new UsageError("Give either --follow or --put-back.");
        const idle = typed["put-back"]
          ? "put-back"
          : typed.pair.length > 0
            ? "pair"
            : typed.rehearse === undefined
              ? undefined
              : "rehearse";
        if (
          typed.watch &&
          (idle !== undefined || typed.commit !== undefined || typed.json === true || typed.rehearse !== undefined)
        )
          throw new UsageError(
            `--watch follows what is moved from now on; leave out --${idle ?? (typed.json === true ? "json" : "commit")}.`,
          );
        if (typed.write && !typed.watch && !typed.follow && !typed["put-back"])
          throw new UsageError("--write goes with --follow or --put-back; without them mend only shows what it found.");
        return checkCommit(typed);
      }),
  run: (typed) => import("../mend.js").then(({ runMend }) => runMend(typed)),
});
