/** `add` on the command line. */
import { command } from "./command.js";
import { acceptDifferent, rehearse, write } from "./options.js";

/** `steady-shelf add`. */
export const addCommand = command({
  typed: "add <role> <name>",
  about:
    "Make a file (and its companions) of a role on its shelf, correctly named; or a feature, with all that mentions it",
  options: (args) =>
    args
      .usage(
        "$0 add ROLE NAME\n$0 add feature NAME\n$0 add action NAME --feature F\n$0 add layout NAME --wrap SCREEN,…\n$0 add environment NAME\n$0 add starter ROLE --from FILE\n\nA new screen, state or service is mentioned wherever the others are. A layout is put around screens where the app does so: where it lists them, or in each; what they all drew above or below goes into it. An environment (staging) gets a file for its values that git ignores, a sample that lists the keys that the code reads, and a file that gives them with types. A starter is made of a file of the app, with all that goes beside it: new files of the role begin with it. An action of a feature that has state is written into that: constant, function, and case of the reducer. NAME in any case; folders below the shelf may come before it: forms/TextField.",
      )
      .positional("role", {
        type: "string",
        demandOption: true,
        describe: "screen, component, hook, service, … or feature, action, environment, starter",
      })
      .positional("name", { type: "string", demandOption: true, describe: "What it is called" })
      .option("feature", { type: "string", requiresArg: true, describe: "The feature that it belongs to" })
      .option("shelf", { type: "string", requiresArg: true, describe: "The shelf, where a role has several" })
      .option("with", {
        type: "string",
        requiresArg: true,
        describe: "Companions besides (test,story); of a feature: its roles",
      })
      .option("without", { type: "string", requiresArg: true, describe: "Companions that are left out" })
      .option("like", {
        type: "string",
        requiresArg: true,
        describe: "The feature that a new feature is made like",
      })
      .option("wrap", { type: "string", requiresArg: true, describe: "The screens that a layout goes around" })
      .option("first", { type: "boolean", describe: "Let the app begin with this screen" })
      .option("from", {
        type: "string",
        requiresArg: true,
        describe: "A file to begin with, instead of a starter; of a starter, the file of which it is made",
      })
      .option("accept-different", acceptDifferent)
      .option("rehearse", rehearse)
      .option("write", write),
  run: (typed) => import("../add.js").then(({ runAdd }) => runAdd(typed)),
});
