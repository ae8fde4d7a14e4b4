/** `move` on the command line. */
import { UsageError } from "../failure.js";
import { command } from "./command.js";
import {
  acceptDifferent,
  acceptUnread,
  all,
  checkCommit,
  commit,
  compile,
  keepNamespaces,
  mentions,
  rehearse,
  write,
} from "./options.js";

/** `steady-shelf move`. */
export const moveCommand = command({
  typed: "move [paths..]",
  about: "Relocate files or folders, like mv, with every path to them updated",
  options: (args) =>
    args
      .usage(
        "$0 move FROM… TO\n$0 move --plan FILE\n\nTO is a folder (it exists, or ends in /) or a new name. FROM may be a quoted pattern.",
      )
      .positional("paths", {
        type: "string",
        array: true,
        default: [] as string[],
        describe: "Files or folders, and the target last",
      })
      .option("rehearse", rehearse)
      .option("write", write)
      .option("plan", { type: "string", requiresArg: true, describe: "Carry out a saved plan, exactly as written" })
      .option("save", { type: "string", requiresArg: true, describe: "Write the plan to a new file instead" })
      .option("format", {
        choices: ["patch"] as const,
        describe: "Print a patch with renames (for review, or `git apply`) instead of the plan",
      })
      .option("alone", {
        type: "boolean",
        default: false,
        describe: "Leave stylesheet, test, story and variants where they are",
      })
      .option("groups", {
        type: "boolean",
        default: false,
        describe: "TO is a group of an Xcode project: entries go there, and no file moves",
      })
      .option("keep-namespaces", keepNamespaces)
      .option("mentions", mentions)
      .option("all", all)
      .option("accept-different", acceptDifferent)
      .option("accept-unread", acceptUnread)
      .option("compile", compile)
      .option("commit", commit)
      .check((typed) => {
        if (typed.plan !== undefined && typed.paths.length > 0)
          throw new UsageError("Give either paths or --plan, not both.");
        const beside = (["write", "json", "save", "commit", "rehearse", "groups"] as const).find((name) => typed[name]);
        if (typed.format !== undefined && beside !== undefined)
          throw new UsageError(`--format patch prints and does nothing else; leave out --${beside}.`);
        if (typed.plan === undefined && typed.paths.length < 2)
          throw new UsageError("Name what to move, and where to: move FROM… TO.");
        const other = (["plan", "save"] as const).find((name) => typed[name] !== undefined);
        const idle = other ?? (typed.mentions ? "mentions" : typed["keep-namespaces"] ? "keep-namespaces" : undefined);
        if (typed.groups && idle !== undefined) throw new UsageError(`--groups moves no file; leave out --${idle}.`);
        return checkCommit(typed);
      }),
  run: ({ groups, ...typed }) =>
    groups
      ? import("../move-groups.js").then(({ runMoveGroups }) => runMoveGroups(typed))
      : import("../move.js").then(({ runMove }) => runMove(typed)),
});
