/** `guide` on the command line. */
import { UsageError } from "../failure.js";
import { command } from "./command.js";
import { cacheOption, write } from "./options.js";

/** `steady-shelf guide`. */
export const guideCommand = command({
  typed: "guide",
  about: "The page that says where things go in this app: shelves, questions, names; kept true",
  options: (args) =>
    cacheOption(args)
      .usage(
        "$0 guide\n$0 guide --write\n$0 guide --check\n\nPrints the page. What you write around it in the file stays.",
      )
      .option("to", {
        type: "string",
        requiresArg: true,
        describe: "The file (default: docs/where-things-go.md)",
      })
      .option("check", { type: "boolean", default: false, describe: "End with 1 where the file is no longer true" })
      .option("write", { ...write, describe: "Write it" })
      .check((typed) => {
        if (typed.check && typed.write) throw new UsageError("Give either --check or --write.");
        return true;
      }),
  run: (typed) => import("../guide.js").then(({ runGuide }) => runGuide(typed)),
});
