/** `arrange` on the command line. */
import { UsageError } from "../report.js";
import { command } from "./command.js";
import { acceptUnread, checkCommit, commit, lookOptions, mentions, write } from "./options.js";

/** `steady-shelf arrange`. */
export const arrangeCommand = command({
  typed: "arrange",
  about: "Bring the app, or a part of it, into its arrangement or another",
  options: (args) =>
    lookOptions(args)
      .usage(
        "$0 arrange\n$0 arrange --as feature-first --feature harvest\n$0 arrange --state together\n\nWhat is uncertain stays, and is asked about. The configuration follows.",
      )
      .option("as", { type: "string", requiresArg: true, describe: "The arrangement (default: the configuration's)" })
      .option("state", {
        choices: ["together", "apart"] as const,
        describe: "Keep every piece of state in one file, or its actions and constants in files of their own",
      })
      .option("feature", { type: "string", requiresArg: true, describe: "Only files of this feature, or `shared`" })
      .option("role", { type: "string", requiresArg: true, describe: "Only files of this role" })
      .option("keep-names", {
        type: "boolean",
        default: false,
        describe: "Leave names as they are, whatever the pattern",
      })
      .option("likeliest", { type: "boolean", default: false, describe: "Take the likeliest answer to every question" })
      .option("index", {
        type: "boolean",
        default: false,
        describe: "Make public indexes of features, and lead what others use through them",
      })
      .option("mentions", mentions)
      .option("accept-unread", acceptUnread)
      .option("save", { type: "string", requiresArg: true, describe: "Write the plan to a new file instead" })
      .option("commit", commit)
      .option("write", write)
      .check((typed) => {
        const beside = (["as", "role", "save"] as const).find((name) => typed[name] !== undefined);
        if (typed.state !== undefined && beside !== undefined)
          throw new UsageError(`--state changes what is inside of files; give --${beside} in a run of its own.`);
        return checkCommit(typed);
      }),
  run: ({ state, ...typed }) =>
    state === undefined
      ? import("../arrange.js").then(({ runArrange }) => runArrange(typed))
      : import("../arrange-state.js").then(({ runArrangeState }) => runArrangeState({ ...typed, state })),
});
