/** A choice among a few, with the arrow keys. Loaded only when somebody is asked. */
import { isCancel, select } from "@clack/prompts";
import { ShelfError } from "../core/base/errors.js";

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
  const answer = await select({ message: question, options: [...choices], output: process.stderr, ...initial });
  if (isCancel(answer)) throw new ShelfError("LEFT_OPEN");
  return answer;
}
