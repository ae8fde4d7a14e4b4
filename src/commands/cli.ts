/** The command line: which commands there are, and what holds for all of them. */
import yargs, { type Argv } from "yargs";
import type { CommonOptions } from "./context.js";
import { addCommand } from "./line/add.js";
import { arrangeCommand } from "./line/arrange.js";
import { checkCommand } from "./line/check.js";
import type { CommandLine, RunWords } from "./line/command.js";
import { askedByShell, completionCommand, type Known } from "./line/completion.js";
import { describeOption } from "./line/described.js";
import { demoCommand } from "./line/demo.js";
import { guideCommand } from "./line/guide.js";
import { initCommand } from "./line/init.js";
import { compareCommand, explainCommand, surveyCommand } from "./line/look.js";
import { mendCommand } from "./line/mend.js";
import { moveCommand } from "./line/move.js";
import { extractCommand } from "./line/extract.js";
import { joinCommand, splitCommand } from "./line/join.js";
import { removeCommand } from "./line/remove.js";
import { renameCommand } from "./line/rename.js";
import { languageServerCommand } from "./line/language-server.js";
import { historyCommand, undoCommand } from "./line/past.js";
import { reportCommand } from "./line/report.js";
import { firstWords, lastWords } from "./line/words.js";
import { sayFailure, UsageError } from "./failure.js";

/** Options that every command has. */
const commonOptions = {
  project: {
    type: "string",
    requiresArg: true,
    describe: "The project's folder (default: the nearest upward)",
  },
  json: { type: "boolean", describe: "Print one JSON document" },
} as const;

/** What there is, for the manual and for completion. */
export function knownCommands(): Known {
  const own = Object.entries(commonOptions).map(([name, given]) => describeOption(name, given));
  const help = describeOption("help", { type: "boolean", describe: "Say how it is typed" });
  return { commands: commands.map((each) => each.described()), common: [...own, help] };
}

/** Every command, in the order in which people work. */
const commands: readonly CommandLine[] = [
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
  removeCommand,
  mendCommand,
  undoCommand,
  historyCommand,
  reportCommand,
  guideCommand,
  languageServerCommand,
  completionCommand,
  demoCommand,
];

/** Runs what was typed (without the program's name); gives the exit code. */
export async function run(words: readonly string[], version: string): Promise<number> {
  const asked = askedByShell(words, knownCommands);
  if (asked) return asked;
  let code = 0;
  const done = (result: Promise<number>): Promise<void> => result.then((value) => void (code = value));
  try {
    const another: RunWords = (others) => run(others, version);
    const program = commands.reduce((args, each) => each.enter(args, done, another), withHead(yargs([...words])));
    await withRest(program, words, version).parseAsync();
  } catch (error) {
    code = sayFailure(error, words.includes("--json"), version);
  }
  return code;
}

function withHead(program: Argv<CommonOptions>): Argv<CommonOptions> {
  return program.scriptName("steady-shelf").usage(`$0 <command>\n\n${firstWords}`);
}

function withRest(program: Argv<CommonOptions>, words: readonly string[], version: string): Argv<CommonOptions> {
  return (
    program
      .option("project", commonOptions.project)
      .option("json", commonOptions.json)
      .demandCommand(1, "Name a command.")
      .check((typed) => ensureOnce(typed), true)
      .strict()
      .strictCommands()
      .recommendCommands()
      .version(version)
      .help()
      // yargs lays its help out after every command; without a width that costs nothing.
      .wrap(words.some((word) => /^(--help|-h|help)$/.test(word)) ? Math.min(100, process.stdout.columns || 100) : null)
      .epilogue(lastWords.join("\n"))
      .exitProcess(false)
      .showHelpOnFail(false)
      .fail((message: string | null, error: Error | undefined) => {
        throw error ?? new UsageError(message ?? "Wrong usage.");
      })
  );
}

/** Places and options that take several words. */
const lists: ReadonlySet<string> = new Set(["_", "paths", "names", "rest", "tours", "take", "pair"]);

/** Twice the same option is a slip, and which of the two was meant is not for us to guess. */
function ensureOnce(typed: Readonly<Record<string, unknown>>): true {
  for (const [name, value] of Object.entries(typed))
    if (Array.isArray(value) && !lists.has(name))
      throw new UsageError(`--${name} is given more than once. Give it once.`);
  return true;
}
