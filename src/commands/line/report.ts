/** `report` on the command line. */
import { UsageError } from "../failure.js";
import { command } from "./command.js";
import { groups, cacheOption } from "./options.js";

/** `steady-shelf report`. */
export const reportCommand = command({
  typed: "report",
  about: "One page for a browser: the trees before and after, who references whom, scatter, findings",
  options: (args) =>
    cacheOption(args)
      .usage(
        "$0 report\n$0 report --open\n$0 report --to reports/shelf.html\n\nOne file that loads nothing from anywhere. Nothing else is written.",
      )
      .option("open", { type: "boolean", default: false, describe: "Open it in the browser" })
      .option("to", {
        type: "string",
        requiresArg: true,
        describe: "The file (default: .steady-shelf/report.html, which git does not see)",
      })
      .option("groups", groups)
      .option("with", {
        type: "string",
        requiresArg: true,
        describe: "Only these arrangements, or files of your own: mvvm,./shelves.yaml (default: all that fit)",
      })
      .option("commits", {
        type: "number",
        default: 5000,
        requiresArg: true,
        describe: "How much of the history is read",
      })
      .check(({ commits }) => {
        if (!Number.isInteger(commits) || commits < 0) throw new UsageError("--commits takes a whole number.");
        return true;
      }),
  run: (typed) => import("../report.js").then(({ runReport }) => runReport(typed)),
});
