/** What is asked for where a line ends: a command, an option, or a word behind one of them. */
import type { DescribedCommand, DescribedOption, DescribedPlace } from "../line/described.js";

/** What would fit there. */
export type Asked =
  | { readonly kind: "command" }
  | { readonly kind: "option"; readonly of: DescribedCommand; readonly given: ReadonlySet<string> }
  | {
      readonly kind: "value";
      readonly of: DescribedCommand;
      readonly option: DescribedOption;
      /** What stands before the value in the last word: `--as=`. */
      readonly before: string;
    }
  | {
      readonly kind: "place";
      readonly of: DescribedCommand;
      readonly place: DescribedPlace;
      /** The words at the places before. */
      readonly words: readonly string[];
    }
  | { readonly kind: "nothing" };

/** A line, as far as it is typed. */
export interface AskedLine {
  readonly asked: Asked;
  /** What of the last word is to be completed. */
  readonly begun: string;
  /** The project that the line names. */
  readonly project: string | undefined;
}

/**
 * Reads the words of a line behind the program's name; the last one is the one to complete, and may be empty. A shell may have parted words
 * at `=`: `--as`, `=`, `mvvm` are `--as=mvvm`.
 */
export function readLine(
  parts: readonly string[],
  commands: readonly DescribedCommand[],
  common: readonly DescribedOption[],
): AskedLine {
  const words = joined(parts);
  const last = words.at(-1) ?? "";
  const before = words.slice(0, -1);
  let command: DescribedCommand | undefined;
  let waiting: DescribedOption | undefined;
  let project: string | undefined;
  let isPlain = false;
  const given = new Set<string>();
  const places: string[] = [];
  const optionOf = (word: string): DescribedOption | undefined => {
    const name = word.replace(/^--(?:no-)?/, "").split("=")[0];
    return [...common, ...(command?.options ?? [])].find((each) => each.name === name);
  };
  for (const word of before) {
    if (waiting) {
      if (waiting.name === "project") project = word;
      waiting = undefined;
    } else if (word === "--" && !isPlain) isPlain = true;
    else if (word.startsWith("-") && !isPlain) {
      const option = optionOf(word);
      if (option && !option.isSeveral) given.add(option.name);
      if (option?.takes === "a word" && !word.includes("=")) waiting = option;
      if (option?.name === "project" && word.includes("=")) project = word.slice(word.indexOf("=") + 1);
    } else if (command) places.push(word);
    else command = commands.find(({ name }) => name === word);
  }
  const line = (asked: Asked, begun = last): AskedLine => ({ asked, begun, project });
  const of = command ?? { name: "", typed: "", about: "", ways: [], notes: [], places: [], options: [] };
  if (waiting) return line({ kind: "value", of, option: waiting, before: "" });
  if (last.startsWith("-") && !isPlain) {
    const end = last.indexOf("=") + 1;
    const option = end > 0 ? optionOf(last) : undefined;
    if (option && option.takes !== "nothing")
      return line({ kind: "value", of, option, before: last.slice(0, end) }, last.slice(end));
    return line(end > 0 ? { kind: "nothing" } : { kind: "option", of, given });
  }
  if (!command)
    return line(before.some((word) => !word.startsWith("-")) && !project ? { kind: "nothing" } : { kind: "command" });
  const place = command.places[places.length] ?? command.places.at(-1);
  const isFree = place && (places.length < command.places.length || place.isSeveral);
  return line(isFree ? { kind: "place", of, place, words: places } : { kind: "nothing" });
}

/** Words that were parted at `=` are one again. */
function joined(parts: readonly string[]): string[] {
  const words: string[] = [];
  for (const part of parts) {
    const last = words.at(-1);
    const isRest = last !== undefined && (last.endsWith("=") || part === "=") && /^--[\w-]+=?$/.test(last);
    if (isRest) words[words.length - 1] = last + part;
    else words.push(part);
  }
  return words;
}
