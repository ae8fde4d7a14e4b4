/** `init` on the command line. */
import { command } from "./command.js";
import { acceptDifferent, all, rehearse, write } from "./options.js";

/** `steady-shelf init`. */
export const initCommand = command({
  typed: "init",
  about: "Choose an arrangement, make its folders and first files, and write it down",
  options: (args) =>
    args
      .usage("$0 init\n\nIn an app that has begun, only its configuration is written.")
      .option("stack", {
        type: "string",
        requiresArg: true,
        describe: "How the app is built (default: by its manifests)",
      })
      .option("arrangement", { type: "string", requiresArg: true, describe: "A name, or the path of your own file" })
      .option("source", { type: "string", requiresArg: true, describe: "The source root" })
      .option("language", { choices: ["typescript", "javascript"] as const, describe: "What new files are written in" })
      .option("like", {
        type: "string",
        requiresArg: true,
        describe: "A feature's folder whose inside is the pattern for the other features",
      })
      .option("fill", { choices: ["starters", "readmes"] as const, describe: "What new folders begin with" })
      .option("alias", {
        type: "string",
        requiresArg: true,
        describe: "An alias for the source root in tsconfig, such as @",
      })
      .option("accept-different", acceptDifferent)
      .option("rehearse", rehearse)
      .option("write", write)
      .option("all", all),
  run: (typed) => import("../init.js").then(({ runInit }) => runInit(typed)),
});
