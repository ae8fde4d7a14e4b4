/** `arrange` on the command line. */
import { UsageError } from "../failure.js";
import { command } from "./command.js";
import {
  acceptUnread,
  checkCommit,
  commit,
  compile,
  keepNamespaces,
  lookOptions,
  mentions,
  rehearse,
  write,
} from "./options.js";

/** `steady-shelf arrange`. */
export const arrangeCommand = command({
  typed: "arrange",
  about: "Bring the app, or a part of it, into its arrangement or another",
  options: (args) =>
    lookOptions(args)
      .usage(
        "$0 arrange\n$0 arrange --as feature-first --feature harvest\n$0 arrange --state together\n\nWhat is uncertain stays, and is asked about. The configuration follows.",
      )
      .option("as", { type: "string", requiresArg: true, describe: "The arrangement (default: the configuration's)" })
      .option("state", {
        choices: ["together", "apart"] as const,
        describe: "Keep every piece of state in one file, or its actions and constants in files of their own",
      })
      .option("feature", { type: "string", requiresArg: true, describe: "Only files of this feature, or `shared`" })
      .option("role", { type: "string", requiresArg: true, describe: "Only files of this role" })
      .option("keep-names", {
        type: "boolean",
        default: false,
        describe: "Leave names as they are, whatever the pattern",
      })
      .option("keep-namespaces", keepNamespaces)
      .option("likeliest", { type: "boolean", default: false, describe: "Take the likeliest answer to every question" })
      .option("index", {
        type: "boolean",
        default: false,
        describe: "Make public indexes of features, and lead what others use through them",
      })
      .option("groups", {
        type: "boolean",
        describe: "Arrange the groups of an Xcode project; no file moves (default: as configured)",
      })
      .option("order", {
        type: "string",
        requiresArg: true,
        describe: "Put the items of its groups in order: kind, alphabet, or kind,alphabet",
      })
      .option("mentions", mentions)
      .option("accept-unread", acceptUnread)
      .option("save", { type: "string", requiresArg: true, describe: "Write the plan to a new file instead" })
      .option("compile", compile)
      .option("commit", commit)
      .option("rehearse", rehearse)
      .option("write", write)
      .check((typed) => {
        const beside = (["as", "role", "save"] as const).find((name) => typed[name] !== undefined);
        if (typed.state !== undefined && beside !== undefined)
          throw new UsageError(`--state changes what is inside of files; give --${beside} in a run of its own.`);
        const words = typed.order?.split(",") ?? [];
        const wrong = words.find((word) => word !== "kind" && word !== "alphabet");
        if (wrong !== undefined)
          throw new UsageError(`"${wrong}" is no order. Choose kind, alphabet, or kind,alphabet.`);
        const other = (["state", "save"] as const).find((name) => typed[name] !== undefined);
        const isOfList = typed.groups === true || typed.order !== undefined;
        if (isOfList && (other !== undefined || typed.index || typed["keep-names"] || typed.mentions))
          throw new UsageError(
            `${typed.groups === true ? "--groups" : "--order"} changes the list of a project and moves no file; leave out --${other ?? (typed.index ? "index" : typed.mentions ? "mentions" : "keep-names")}.`,
          );
        const alone = typed.groups
          ? undefined
          : (["as", "feature", "role"] as const).find((name) => typed[name] !== undefined);
        if (typed.order !== undefined && alone !== undefined)
          throw new UsageError(`--order puts what is there in order; add --groups for --${alone}.`);
        return checkCommit(typed);
      }),
  run: ({ state, groups, order, ...typed }) =>
    groups === true || order !== undefined
      ? import("../arrange-groups.js").then(({ runArrangeGroups }) =>
          runArrangeGroups({
            ...typed,
            groups: groups === true,
            order: order?.split(",") as ("kind" | "alphabet")[] | undefined,
          }),
        )
      : state === undefined
        ? import("../arrange.js").then(({ runArrange }) => runArrange({ ...typed, groups }))
        : import("../arrange-state.js").then(({ runArrangeState }) => runArrangeState({ ...typed, state })),
});
