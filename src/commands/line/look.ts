/** The commands that only look, on the command line: `survey`, `explain`, `compare`. */
import { command } from "./command.js";
import { groups, lookOptions, tryingOptions } from "./options.js";

/** `steady-shelf survey`. */
export const surveyCommand = command({
  typed: "survey",
  about: "What is here: files by role and feature, scatter, what is unused or broken, the next step",
  options: (args) =>
    lookOptions(args)
      .usage("$0 survey\n\nNothing is written but what speeds the next run up (.steady-shelf/cache).")
      .option("groups", groups),
  run: (typed) => import("../survey.js").then(({ runSurvey }) => runSurvey(typed)),
});

/** `steady-shelf explain`. */
export const explainCommand = command({
  typed: "explain <file>",
  about: "A file's role, feature and shelf, the evidence for each, who references it, where it should be",
  options: (args) =>
    lookOptions(args)
      .option("groups", groups)
      .positional("file", { type: "string", demandOption: true, describe: "A file of the app" }),
  run: (typed) => import("../explain.js").then(({ runExplain }) => runExplain(typed)),
});

/** `steady-shelf compare`. */
export const compareCommand = command({
  typed: "compare",
  about: "Today's tree beside each arrangement that fits, measured on this app and its history",
  options: (args) =>
    tryingOptions(args).usage(
      "$0 compare\n\nEach arrangement is tried in memory, file by file. Nothing is proved or written.",
    ),
  run: (typed) => import("../compare.js").then(({ runCompare }) => runCompare(typed)),
});
