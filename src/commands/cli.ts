/** The command line: which commands there are, and what holds for all of them. */
import yargs, { type Argv } from "yargs";
import type { CommonOptions } from "./context.js";
import { addCommand } from "./line/add.js";
import { arrangeCommand } from "./line/arrange.js";
import { checkCommand } from "./line/check.js";
import { demoCommand } from "./line/demo.js";
import { guideCommand } from "./line/guide.js";
import { initCommand } from "./line/init.js";
import { compareCommand, explainCommand, surveyCommand } from "./line/look.js";
import { mendCommand } from "./line/mend.js";
import { moveCommand } from "./line/move.js";
import { extractCommand } from "./line/extract.js";
import { joinCommand, splitCommand } from "./line/join.js";
import { renameCommand } from "./line/rename.js";
import { languageServerCommand } from "./line/language-server.js";
import { historyCommand, undoCommand } from "./line/past.js";
import { reportCommand } from "./line/report.js";
import { report, UsageError } from "./failure.js";

/** Every command, in the order in which people work. */
const commands = [
  initCommand,
  addCommand,
  surveyCommand,
  explainCommand,
  checkCommand,
  compareCommand,
  arrangeCommand,
  moveCommand,
  renameCommand,
  extractCommand,
  joinCommand,
  splitCommand,
  mendCommand,
  undoCommand,
  historyCommand,
  reportCommand,
  guideCommand,
  languageServerCommand,
  demoCommand,
];

/** Runs what was typed (without the program's name); gives the exit code. */
export async function run(words: readonly string[], version: string): Promise<number> {
  let code = 0;
  const done = (result: Promise<number>): Promise<void> => result.then((value) => void (code = value));
  try {
    const program = commands.reduce((args, each) => each.enter(args, done), withHead(yargs([...words])));
    await withRest(program, words, version).parseAsync();
  } catch (error) {
    code = report(error, words.includes("--json"), version);
  }
  return code;
}

function withHead(program: Argv<CommonOptions>): Argv<CommonOptions> {
  return program
    .scriptName("steady-shelf")
    .usage("$0 <command>\n\nPuts the files of a client app in order, and keeps every path that points at them right.");
}

function withRest(program: Argv<CommonOptions>, words: readonly string[], version: string): Argv<CommonOptions> {
  return (
    program
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

/** Places and options that take several words. */
const lists: ReadonlySet<string> = new Set(["_", "paths", "names", "tours", "take", "pair"]);

/** Twice the same option is a slip, and which of the two was meant is not for us to guess. */
function ensureOnce(typed: Readonly<Record<string, unknown>>): true {
  for (const [name, value] of Object.entries(typed))
    if (Array.isArray(value) && !lists.has(name))
      throw new UsageError(`--${name} is given more than once. Give it once.`);
  return true;
}
