/** `report` on the command line. */
import { command } from "./command.js";
import { tryingOptions } from "./options.js";

/** `steady-shelf report`. */
export const reportCommand = command({
  typed: "report",
  about: "One page for a browser: the trees before and after, who references whom, scatter, findings",
  options: (args) =>
    tryingOptions(args)
      .usage(
        "$0 report\n$0 report --open\n$0 report --to reports/shelf.html\n\nOne file that loads nothing from anywhere. Nothing else is written.",
      )
      .option("open", { type: "boolean", default: false, describe: "Open it in the browser" })
      .option("to", {
        type: "string",
        requiresArg: true,
        describe: "The file (default: .steady-shelf/report.html, which git does not see)",
      }),
  run: (typed) => import("../report.js").then(({ runReport }) => runReport(typed)),
});
