/** Refusals, as the editor shows them. */
import { ShelfError } from "../core/base/errors.js";
import type { Client } from "./client.js";
import { LookingFailure } from "./looking.js";

/** What went wrong, and what to do next; `undefined` for what was stopped on purpose. */
export function refusalText(error: unknown): string | undefined {
  if (!(error instanceof ShelfError) && !(error instanceof LookingFailure))
    return `Steady Shelf failed in a way that it should not: ${error instanceof Error ? error.message : String(error)}`;
  if (error.code === "STOPPED") return undefined;
  return `${error.message} ${error.next ?? ""}`.trim();
}

/** Does it, or says why not. */
export async function saying<Result>(client: Client, work: () => Promise<Result>): Promise<Result | undefined> {
  try {
    return await work();
  } catch (error) {
    const text = refusalText(error);
    if (text !== undefined) client.warn(text);
    if (error instanceof Error && !(error instanceof ShelfError)) client.note(error.stack ?? error.message);
    return undefined;
  }
}
