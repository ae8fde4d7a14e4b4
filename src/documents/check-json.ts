/** The document that `check --json` prints; `schema/check.json` describes it. */
import type { Finding } from "../core/insight/rules/index.js";

/** One finding. */
export function findingJson({ rule, severity, file, at, says, advice, about, repair }: Finding): object {
  return {
    rule,
    severity,
    file,
    ...(at && { at }),
    message: says,
    advice,
    ...(about !== undefined && { about }),
    ...(repair && {
      repair: {
        kind: repair.kind,
        safe: repair.isSure,
        ...(repair.kind === "move" && { moves: repair.moves }),
      },
    }),
  };
}
