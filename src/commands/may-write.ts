/** The question before anything is written. */
import { askYesNo } from "../terminal/ask.js";
import type { Context } from "./context.js";

/** Whether what was shown may be written: by `--write`, or because the person says so. Says it if nothing is written. */
export async function mayWrite(context: Context, write: boolean, question: string): Promise<boolean> {
  if (write) return true;
  if (!context.canAsk) {
    if (!context.json) context.say("\nNothing was written. Add --write to carry it out.");
    return false;
  }
  const answer = await askYesNo(`\n${question}`);
  if (!answer) context.say("Nothing was written.");
  return answer;
}
