/** `language-server` on the command line. */
import { UsageError } from "../failure.js";
import { command } from "./command.js";

/** `steady-shelf language-server`. */
export const languageServerCommand = command({
  typed: "language-server",
  about: "The same engine in an editor, over the Language Server Protocol",
  options: (args) =>
    args
      .usage("$0 language-server\n\nEditors start it by themselves; docs/editors.md has their settings.")
      .option("stdio", { type: "boolean", describe: "Speak over standard input and output (the default)" })
      .option("socket", { type: "number", requiresArg: true, describe: "Speak over a port at which the editor waits" })
      .option("pipe", { type: "string", requiresArg: true, describe: "Speak over a pipe at which the editor waits" })
      .option("clientProcessId", { type: "number", requiresArg: true, describe: "End when this process ends" })
      .check(({ stdio, socket, pipe }) => {
        if ([stdio === true, socket !== undefined, pipe !== undefined].filter(Boolean).length > 1)
          throw new UsageError("Give one of --stdio, --socket and --pipe.");
        return true;
      }),
  run: (typed) => import("../language-server.js").then(({ runLanguageServer }) => runLanguageServer(typed)),
});
