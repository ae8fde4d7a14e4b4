/** The document that `check --json` prints; `schema/check.json` describes it. */
import type { Finding } from "../core/insight/rules/index.js";
import { tell } from "../wording/findings.js";

/** One finding. */
export function findingJson({ rule, severity, confidence, file, at, what, about, repair }: Finding): object {
  const { says, advice } = tell({ what });
  return {
    rule,
    severity,
    confidence,
    file,
    ...(at && { at }),
    message: says,
    advice,
    case: what,
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
