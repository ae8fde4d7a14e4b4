/**
 * The command line: what may be typed, and which file runs it. Each command is loaded when it is called, so that
 * none pays for another.
 */
import yargs, { type Argv } from "yargs";
import type { CommonOptions } from "./context.js";
import { report, UsageError } from "./report.js";

/** Runs what was typed (without the program's name); gives the exit code. */
export async function run(words: readonly string[], version: string): Promise<number> {
  let code = 0;
  const done = (result: Promise<number>): Promise<void> => result.then((value) => void (code = value));
  try {
    await commandLine(words, version, done).parseAsync();
  } catch (error) {
    code = report(error, words.includes("--json"), version);
  }
  return code;
}

function commandLine(
  words: readonly string[],
  version: string,
  done: (result: Promise<number>) => Promise<void>,
): Argv {
  const program: Argv<CommonOptions> = yargs([...words]);
  return (
    program
      .scriptName("steady-shelf")
      .usage("$0 <command>\n\nPuts the files of a client app in order, and keeps every path that points at them right.")
      .command(
        "init",
        "Choose an arrangement, make its folders and first files, and write it down",
        (args) => initOptions(args),
        (typed) => done(import("./init.js").then(({ runInit }) => runInit(typed))),
      )
      .command(
        "add <role> <name>",
        "Make a file (and its companions) of a role on its shelf, correctly named; or a feature",
        (args) => addOptions(args),
        (typed) => done(import("./add.js").then(({ runAdd }) => runAdd(typed))),
      )
      .command(
        "survey",
        "What is here: files by role and feature, scatter, what is unused or broken, the next step",
        (args) =>
          lookOptions(args).usage(
            "$0 survey\n\nNothing is written but what speeds the next run up (.steady-shelf/cache).",
          ),
        (typed) => done(import("./survey.js").then(({ runSurvey }) => runSurvey(typed))),
      )
      .command(
        "explain <file>",
        "A file's role, feature and shelf, the evidence for each, who references it, where it should be",
        (args) =>
          lookOptions(args).positional("file", { type: "string", demandOption: true, describe: "A file of the app" }),
        (typed) => done(import("./explain.js").then(({ runExplain }) => runExplain(typed))),
      )
      .command(
        "check",
        "Hold names, places, references, styles, state and assets to their rules",
        (args) => checkOptions(args),
        (typed) => done(import("./check.js").then(({ runCheck }) => runCheck(typed))),
      )
      .command(
        "compare",
        "Today's tree beside each arrangement that fits, measured on this app and its history",
        (args) => compareOptions(args),
        (typed) => done(import("./compare.js").then(({ runCompare }) => runCompare(typed))),
      )
      .command(
        "arrange",
        "Bring the app, or a part of it, into its arrangement or another",
        (args) => arrangeOptions(args),
        (typed) => done(import("./arrange.js").then(({ runArrange }) => runArrange(typed))),
      )
      .command(
        "move [paths..]",
        "Relocate files or folders, like mv, with every reference respelled",
        (args) => moveOptions(args),
        (typed) => done(import("./move.js").then(({ runMove }) => runMove(typed))),
      )
      .command(
        "undo",
        "Take the last change back, byte for byte",
        (args) => args.option("write", write).option("all", all),
        (typed) => done(import("./undo.js").then(({ runUndo }) => runUndo(typed))),
      )
      .command(
        "history",
        "List the changes that were made; --prune deletes the records of older ones",
        (args: Argv<CommonOptions>) => historyOptions(args),
        (typed) => done(import("./history.js").then(({ runHistory }) => runHistory(typed))),
      )
      .command(
        "demo [tours..]",
        "One app from empty to arranged, or the tours that are named",
        (args) =>
          args
            .positional("tours", { type: "string", array: true, default: [] as string[], describe: "Names of tours" })
            .option("list", { type: "boolean", default: false, describe: "Say which tours there are" })
            .option("all", { type: "boolean", default: false, describe: "Every tour" })
            .option("keep", { type: "boolean", default: false, describe: "Keep the apps, and say where they are" }),
        (typed) => done(import("./demo/index.js").then(({ runDemo }) => runDemo(typed))),
      )
      .option("project", {
        type: "string",
        requiresArg: true,
        describe: "The project's folder (default: the nearest upward)",
      })
      .option("json", { type: "boolean", describe: "Print one JSON document" })
      .demandCommand(1, "Name a command.")
      .check((typed) => ensureOnce(typed), true)
      .strict()
      .strictCommands()
      .recommendCommands()
      .version(version)
      .help()
      // yargs lays its help out after every command; without a width that costs nothing.
      .wrap(words.some((word) => /^(--help|-h|help)$/.test(word)) ? Math.min(100, process.stdout.columns || 100) : null)
      .epilogue(
        "Nothing is written before it has been shown; --write carries it out.\nExit codes: 0 done · 1 findings, or a proof that does not hold · 2 wrong usage · 3 the project cannot be changed now · 4 an error of ours",
      )
      .exitProcess(false)
      .showHelpOnFail(false)
      .fail((message: string | null, error: Error | undefined) => {
        throw error ?? new UsageError(message ?? "Wrong usage.");
      })
  );
}

/** Twice the same option is a slip, and which of the two was meant is not for us to guess. */
function ensureOnce(typed: Readonly<Record<string, unknown>>): true {
  for (const [name, value] of Object.entries(typed))
    if (Array.isArray(value) && name !== "_" && name !== "paths" && name !== "tours")
      throw new UsageError(`--${name} is given more than once. Give it once.`);
  return true;
}

function historyOptions(args: Argv<CommonOptions>) {
  return args
    .option("prune", {
      type: "boolean",
      default: false,
      describe: "Delete records that nothing can be undone with, and older ones",
    })
    .option("keep", {
      type: "number",
      default: 10,
      requiresArg: true,
      describe: "With --prune: how many changes can still be undone afterwards",
    })
    .option("write", write)
    .check(({ keep, prune, write: writes }) => {
      if (!Number.isInteger(keep) || keep < 0) throw new UsageError("--keep takes a whole number.");
      if (writes && !prune) throw new UsageError("--write goes with --prune; a list by itself writes nothing.");
      return true;
    });
}

function initOptions(args: Argv) {
  return args
    .usage("$0 init\n\nIn an app that has begun, only its configuration is written.")
    .option("stack", {
      type: "string",
      requiresArg: true,
      describe: "How the app is built (default: by its manifests)",
    })
    .option("arrangement", { type: "string", requiresArg: true, describe: "A name, or the path of your own file" })
    .option("source", { type: "string", requiresArg: true, describe: "The source root" })
    .option("language", { choices: ["typescript", "javascript"] as const, describe: "What new files are written in" })
    .option("fill", { choices: ["starters", "readmes"] as const, describe: "What new folders begin with" })
    .option("alias", {
      type: "string",
      requiresArg: true,
      describe: "An alias for the source root in tsconfig, such as @",
    })
    .option("accept-different", acceptDifferent)
    .option("write", write)
    .option("all", all);
}

function addOptions(args: Argv) {
  return args
    .usage(
      "$0 add ROLE NAME\n$0 add feature NAME\n\nNAME in any case; folders below the shelf may come before it: forms/TextField.",
    )
    .positional("role", {
      type: "string",
      demandOption: true,
      describe: "screen, component, hook, service, … or feature",
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
    .option("from", { type: "string", requiresArg: true, describe: "A file to begin with, instead of a starter" })
    .option("accept-different", acceptDifferent)
    .option("write", write);
}

const write = { type: "boolean", default: false, describe: "Carry it out" } as const;
const mentions = {
  type: "boolean",
  default: false,
  describe: "Respell Markdown links, ignore and owners' patterns as well",
} as const;
const acceptDifferent = {
  type: "boolean",
  default: false,
  describe: "Go on although the proof names differences",
} as const;
const acceptUnread = {
  type: "boolean",
  default: false,
  describe: "Go on although not everything that may matter could be read",
} as const;
const commit = {
  type: "string",
  describe: "Commit it; with two-steps first the pure relocation, so that git follows every file",
} as const;
const all = { type: "boolean", default: false, describe: "Show everything, folded by default" } as const;

function lookOptions(args: Argv<CommonOptions>) {
  return args
    .option("cache", { type: "boolean", default: true, describe: "Use and keep what earlier runs have read" })
    .option("all", all);
}

function checkOptions(args: Argv<CommonOptions>) {
  return lookOptions(args)
    .usage(
      "$0 check\n$0 check --fix --write\n\nEnds with 1 where there are errors (with --strict also where there are warnings).",
    )
    .option("rule", { type: "string", requiresArg: true, describe: "Only these rules or groups: naming,leads-nowhere" })
    .option("why", { type: "string", requiresArg: true, describe: "Say what a rule asks for and why, with an example" })
    .option("changed", { type: "string", describe: "Only files that differ from a commit (default: the last)" })
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
    .option("write", write)
    .check((typed) => {
      if (typed.fix && typed.accept)
        throw new UsageError("Give either --fix or --accept: first repair, then accept the rest.");
      if (typed.write && !typed.fix && !typed.accept)
        throw new UsageError("--write goes with --fix or --accept; a check by itself writes nothing.");
      return true;
    });
}

function compareOptions(args: Argv<CommonOptions>) {
  return lookOptions(args)
    .usage("$0 compare\n\nEach arrangement is tried in memory, file by file. Nothing is proved or written.")
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
    });
}

function arrangeOptions(args: Argv<CommonOptions>) {
  return lookOptions(args)
    .usage(
      "$0 arrange\n$0 arrange --as feature-first --feature harvest\n\nWhat nobody can be sure of stays, and is asked about. The configuration follows.",
    )
    .option("as", { type: "string", requiresArg: true, describe: "The arrangement (default: the configuration's)" })
    .option("feature", { type: "string", requiresArg: true, describe: "Only files of this feature, or `shared`" })
    .option("role", { type: "string", requiresArg: true, describe: "Only files of this role" })
    .option("keep-names", {
      type: "boolean",
      default: false,
      describe: "Leave names as they are, whatever the pattern",
    })
    .option("likeliest", { type: "boolean", default: false, describe: "Take the likeliest answer to every question" })
    .option("index", {
      type: "boolean",
      default: false,
      describe: "Make public indexes of features, and lead what others use through them",
    })
    .option("mentions", mentions)
    .option("accept-unread", acceptUnread)
    .option("save", { type: "string", requiresArg: true, describe: "Write the plan to a new file instead" })
    .option("commit", commit)
    .option("write", write)
    .check((typed) => checkCommit(typed));
}

/** `--commit` belongs to what is written; its only other word is `two-steps`. */
function checkCommit({ commit: steps, save }: { commit?: string | undefined; save?: string | undefined }): true {
  if (steps !== undefined && steps !== "" && steps !== "two-steps")
    throw new UsageError(`--commit takes nothing, or two-steps; not ${steps}.`);
  if (steps !== undefined && save !== undefined)
    throw new UsageError("Give either --save or --commit: a plan that is saved changes nothing yet.");
  return true;
}

function moveOptions(args: Argv) {
  return args
    .usage(
      "$0 move FROM… TO\n$0 move --plan FILE\n\nTO is a folder (it exists, or ends in /) or a new name. FROM may be a quoted pattern.",
    )
    .positional("paths", {
      type: "string",
      array: true,
      default: [] as string[],
      describe: "Files or folders, and the target last",
    })
    .option("write", write)
    .option("plan", { type: "string", requiresArg: true, describe: "Carry out a saved plan, exactly as written" })
    .option("save", { type: "string", requiresArg: true, describe: "Write the plan to a new file instead" })
    .option("alone", {
      type: "boolean",
      default: false,
      describe: "Leave stylesheet, test, story and variants where they are",
    })
    .option("mentions", mentions)
    .option("all", all)
    .option("accept-different", acceptDifferent)
    .option("accept-unread", acceptUnread)
    .option("commit", commit)
    .check((typed) => {
      if (typed.plan !== undefined && typed.paths.length > 0)
        throw new UsageError("Give either paths or --plan, not both.");
      if (typed.plan === undefined && typed.paths.length < 2)
        throw new UsageError("Name what to move, and where to: move FROM… TO.");
      return checkCommit(typed);
    });
}
