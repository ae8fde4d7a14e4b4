/** What was learnt of an app, for the JSON document of `init`; see docs/json.md. */
import type { Conventions } from "../core/insight/conventions/index.js";

/** Shelves with how many files lie on them, and what does otherwise. */
export function conventionsJson({ shelves, files, explained, off }: Conventions): object {
  return {
    files,
    explained,
    shelves: shelves.map(({ data, files: held, exceptions }) => ({ ...data, count: held, exceptions })),
    off,
  };
}
