/** A creation as the JSON document of `--json`; see docs/json.md. */
import type { Creation } from "../core/change/creation/index.js";

/** The document for files that would be made, or were (`change` is then the change's id). */
export function creationJson({ made, edited, foldersMade, notes }: Creation, change: string | undefined): object {
  return {
    version: 1,
    made: made.map(({ path, why }) => ({ path, why })),
    edits: edited.flatMap(({ path, why, lines }) =>
      lines.map(({ line, text }) => ({ file: path, at: { line, column: 1 }, before: "", after: text, why })),
    ),
    foldersMade,
    notes,
    written: change !== undefined,
    ...(change !== undefined && { change }),
  };
}
