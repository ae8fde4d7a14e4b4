/** What one command is on the command line: how it is typed, what it is for, its options, and the file that runs it. */
import type { ArgumentsCamelCase, Argv } from "yargs";
import type { CommonOptions } from "../context.js";
import { describeCommand, type DescribedCommand } from "./described.js";

/** Runs what somebody would type (without the program's name) in this process; gives the exit code. */
export type RunWords = (words: readonly string[]) => Promise<number>;

/** One command, its own options hidden. `enter` tells yargs of it; `done` is given what running it comes to. */
export interface CommandLine {
  readonly enter: (
    program: Argv<CommonOptions>,
    done: (result: Promise<number>) => Promise<void>,
    another: RunWords,
  ) => Argv<CommonOptions>;
  /** What it is, for its page in the manual and for completion. */
  readonly described: () => DescribedCommand;
}

/** A command as it is written down. `run` loads what it needs only when it is called, so that none pays for another. */
export interface CommandData<Options> {
  /** The name and the places behind it: `explain <file>`. */
  readonly typed: string;
  /** One line of the list of commands. */
  readonly about: string;
  readonly options: (args: Argv<CommonOptions>) => Argv<Options>;
  /** Gives the exit code. `another` runs other commands, for one that leads through them. */
  readonly run: (options: ArgumentsCamelCase<Options>, another: RunWords) => Promise<number>;
}

/** Makes a command of its data. */
export function command<Options>({ typed, about, options, run }: CommandData<Options>): CommandLine {
  return {
    described: () => describeCommand({ typed, about, options }),
    enter: (program, done, another) => program.command(typed, about, options, (given) => done(run(given, another))),
  };
}
