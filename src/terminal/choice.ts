/** A choice among a few, with the arrow keys. Loaded only when somebody is asked. */
import { isCancel, multiselect, select } from "@clack/prompts";
import { ShelfError } from "../core/base/errors.js";
import { shownText } from "./screen.js";

/** One thing that can be chosen. */
export interface Choice {
  readonly value: string;
  readonly label: string;
  readonly hint: string;
}

/** Asks on standard error. Throws `LEFT_OPEN` when the person leaves (Ctrl-C, Escape). */
export async function askChoice(
  question: string,
  choices: readonly Choice[],
  first: string | undefined,
): Promise<string> {
  const initial = first !== undefined && { initialValue: first };
  const answer = await select({ ...asked(question, choices), ...initial });
  if (isCancel(answer)) throw new ShelfError("LEFT_OPEN");
  return answer;
}

/** Asks which of many, with the space bar; none is an answer, too. Throws `LEFT_OPEN` as `askChoice`. */
export async function askSome(question: string, choices: readonly Choice[]): Promise<string[]> {
  // The rest of the keys is said by the prompt itself.
  const hint = choices.length > 1 ? " (a: all of them)" : "";
  const answer = await multiselect({ ...asked(question + hint, choices), required: false, maxItems: 12 });
  if (isCancel(answer)) throw new ShelfError("LEFT_OPEN");
  return answer;
}

/** What is asked, without controls that a name or a line of code may hold. */
function asked(question: string, choices: readonly Choice[]) {
  const safe = (text: string): string => shownText(text, {});
  return {
    message: safe(question),
    options: choices.map(({ value, label, hint }) => ({ value, label: safe(label), hint: safe(hint) })),
    output: process.stderr,
  };
}
