/** The document that `check --json` prints; `schema/check.json` describes it. */
import type { Finding, Repair } from "../core/insight/rules/index.js";
import { tell } from "../wording/findings.js";

/** One finding. */
export function findingJson({
  rule,
  severity,
  confidence,
  file,
  shownAt,
  at,
  what,
  about,
  repair,
  orElse,
}: Finding): object {
  const { says, advice } = tell({ what });
  return {
    rule,
    severity,
    confidence,
    file,
    ...(shownAt !== undefined && { shownAt }),
    ...(at && { at }),
    message: says,
    advice,
    case: what,
    ...(about !== undefined && { about }),
    ...(repair && { repair: repairJson(repair) }),
    ...(orElse && { orElse: repairJson(orElse) }),
  };
}

function repairJson(repair: Repair): object {
  return {
    kind: repair.kind,
    safe: repair.isSure,
    ...((repair.kind === "move" || repair.kind === "regroup") && { moves: repair.moves }),
    ...(repair.kind === "rename" && { name: repair.name, to: repair.to }),
    ...(repair.kind === "action text" && { text: repair.text, to: repair.to }),
    ...(repair.kind === "state" && { layout: repair.layout }),
  };
}
