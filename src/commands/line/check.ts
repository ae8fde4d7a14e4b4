/** `check` on the command line. */
import { UsageError } from "../failure.js";
import { command } from "./command.js";
import { acceptUnread, compile, groups, lookOptions, rehearse, write } from "./options.js";

/** `steady-shelf check`. */
export const checkCommand = command({
  typed: "check",
  about: "Hold names, places, references, styles, state and assets to their rules",
  options: (args) =>
    lookOptions(args)
      .usage(
        "$0 check\n$0 check --fix --write\n\nEnds with 1 where there are errors (with --strict also where there are warnings).",
      )
      .option("rule", {
        type: "string",
        requiresArg: true,
        describe: "Only these rules or groups: naming,unresolved-path",
      })
      .option("why", {
        type: "string",
        requiresArg: true,
        describe: "Say what a rule asks for and why, with an example",
      })
      .option("groups", groups)
      .option("changed", { type: "string", describe: "Only files that differ from a commit (default: the last)" })
      .option("since", {
        type: "string",
        requiresArg: true,
        describe: "Only what was made since this branch was left (main, origin/main)",
      })
      .option("by", {
        choices: ["rule", "file"] as const,
        default: "rule" as const,
        describe: "How findings are grouped",
      })
      .option("format", {
        choices: ["text", "json", "sarif", "junit", "github", "gitlab", "azure"] as const,
        describe: "How findings are told (default: text)",
      })
      .option("fix", {
        type: "boolean",
        default: false,
        describe: "Carry out the repairs that are safe; offer the others",
      })
      .option("accept", {
        type: "boolean",
        default: false,
        describe: "Accept what is found today, so that only new findings fail",
      })
      .option("strict", { type: "boolean", default: false, describe: "Warnings fail, too" })
      .option("accept-unread", { ...acceptUnread, describe: "With --fix: go on although not everything could be read" })
      .option("compile", {
        ...compile,
        describe: "With --fix: compile style sheets before and after, with what is installed",
      })
      .option("rehearse", rehearse)
      .option("write", write)
      .check((typed) => {
        const other = (["changed", "fix", "accept"] as const).find(
          (name) => typed[name] !== undefined && typed[name] !== false,
        );
        if (typed.since !== undefined && other !== undefined)
          throw new UsageError(`Give either --since or --${other}.`);
        if (typed.fix && typed.accept)
          throw new UsageError("Give either --fix or --accept: first repair, then accept the rest.");
        if (typed.compile && !typed.fix)
          throw new UsageError("--compile goes with --fix; a check by itself changes no sheet.");
        if (typed.rehearse !== undefined && !typed.fix)
          throw new UsageError("--rehearse goes with --fix; a check by itself changes nothing.");
        if (typed.write && !typed.fix && !typed.accept)
          throw new UsageError("--write goes with --fix or --accept; a check by itself writes nothing.");
        return true;
      }),
  run: (typed) => import("../check.js").then(({ runCheck }) => runCheck(typed)),
});
