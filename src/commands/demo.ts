import type { CommonOptions } from "./context.js";
/** Placeholder until the demo app stands. */
export function runDemo(options: CommonOptions & { readonly keep: boolean }): Promise<number> {
  return Promise.resolve(options.keep ? 0 : 1);
}
