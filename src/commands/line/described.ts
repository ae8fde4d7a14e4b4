/** What a command is, as data: its help, its page in the manual and its completion are made from the same lines. */
import type { Argv, Options, PositionalOptions } from "yargs";
import type { CommonOptions } from "../context.js";

/** A place behind a command's name: `<file>`, or several `[paths..]`. */
export interface DescribedPlace {
  readonly name: string;
  readonly about: string;
  readonly isNeeded: boolean;
  readonly isSeveral: boolean;
}

/** An option. */
export interface DescribedOption {
  readonly name: string;
  readonly about: string;
  /** What stands behind it: nothing, perhaps a word (`--commit`, `--commit=two-steps`), or always one. */
  readonly takes: "nothing" | "perhaps" | "a word";
  readonly choices: readonly string[];
  /** What holds where it is left out, if that is worth saying. */
  readonly otherwise: string | undefined;
  /** Whether it may be given more than once. */
  readonly isSeveral: boolean;
  /** Whether it is on unless `--no-…` says otherwise. */
  readonly isOn: boolean;
}

/** A command. */
export interface DescribedCommand {
  readonly name: string;
  /** The name and its places: `explain <file>`. */
  readonly typed: string;
  readonly about: string;
  /** How it is typed, one way a line, without the program's name. */
  readonly ways: readonly string[];
  /** What is said below the ways. */
  readonly notes: readonly string[];
  readonly places: readonly DescribedPlace[];
  readonly options: readonly DescribedOption[];
}

/** What one command writes down. */
export interface CommandSource {
  readonly typed: string;
  readonly about: string;
  readonly options: (args: Argv<CommonOptions>) => unknown;
}

/** Reads a command's own lines, without yargs. */
export function describeCommand({ typed, about, options }: CommandSource): DescribedCommand {
  const found = { usage: "", places: new Map<string, string>(), options: [] as DescribedOption[] };
  const recorder: Argv<CommonOptions> = new Proxy({} as Argv<CommonOptions>, {
    get: (_, asked) => {
      if (asked === "usage") return (text: string) => ((found.usage = text), recorder);
      if (asked === "positional")
        return (name: string, { describe }: PositionalOptions) => (found.places.set(name, describe ?? ""), recorder);
      if (asked === "option")
        return (name: string, given: Options) => (found.options.push(describeOption(name, given)), recorder);
      return () => recorder;
    },
  });
  options(recorder);
  const [name = "", ...places] = typed.split(" ");
  const [ways = "", ...notes] = found.usage.split("\n\n");
  return {
    name,
    typed,
    about,
    ways: ways === "" ? [typed] : ways.split("\n").map((way) => way.replace(/^\$0 /, "")),
    notes,
    places: places.map((place) => {
      const called = place.replace(/^[<[]|\.*[>\]]$/g, "");
      return {
        name: called,
        about: found.places.get(called) ?? "",
        isNeeded: place.startsWith("<"),
        isSeveral: place.includes(".."),
      };
    }),
    options: found.options.filter(({ about: said }) => said !== ""),
  };
}

/** One option. Without a description it is for machines alone, and is left out of everything that people read. */
export function describeOption(name: string, given: Options): DescribedOption {
  const { type, describe, choices, requiresArg, array } = given;
  const otherwise: unknown = given.default;
  const isFlag = type === "boolean";
  const isWorthSaying = typeof otherwise === "number" || (typeof otherwise === "string" && otherwise !== "");
  return {
    name,
    about: describe ?? "",
    takes: isFlag ? "nothing" : requiresArg === true || choices !== undefined ? "a word" : "perhaps",
    choices: (choices ?? []).map(String),
    otherwise: isWorthSaying ? String(otherwise) : undefined,
    isSeveral: array === true,
    isOn: isFlag && otherwise === true,
  };
}
