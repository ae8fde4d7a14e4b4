/** A question with yes or no. */
import { createInterface } from "node:readline/promises";

/** Asks on standard error, so that standard output stays clean. Anything but `y` or `yes` (also the end of input, or Ctrl-C) is no. */
export async function askYesNo(question: string): Promise<boolean> {
  const dialogue = createInterface({ input: process.stdin, output: process.stderr });
  try {
    const closed = new Promise<string>((resolve) =>
      dialogue.once("close", () => resolve("")).once("SIGINT", () => dialogue.close()),
    );
    const answer = await Promise.race([dialogue.question(`${question} [y/N] `), closed]);
    return /^y(es)?$/i.test(answer.trim());
  } finally {
    dialogue.close();
  }
}
