/** `remove` on the command line. */
import { command } from "./command.js";
import { acceptUnread, all, checkCommit, commit, rehearse, write } from "./options.js";

/** `steady-shelf remove`. */
export const removeCommand = command({
  typed: "remove <what> <name>",
  about: "Take a feature away: its files, and every mention of it beside the other features",
  options: (args) =>
    args
      .usage(
        "$0 remove feature NAME\n\nRoutes, reducers, translations and whatever else lists it as it lists the other features go with it. As long as anything else uses it, it stays, and the places are listed.",
      )
      .positional("what", { choices: ["feature"] as const, demandOption: true, describe: "feature" })
      .positional("name", { type: "string", demandOption: true, describe: "The feature" })
      .option("rehearse", rehearse)
      .option("write", write)
      .option("all", all)
      .option("accept-unread", acceptUnread)
      .option("commit", commit)
      .check(checkCommit),
  run: (typed) => import("../remove.js").then(({ runRemove }) => runRemove(typed)),
});
