/** The document that `check --json` prints; `schema/check.json` describes it. */
import type { Checked } from "../../core/insight/rules/index.js";
import { findingJson } from "../../documents/check-json.js";

/** The whole document as text. */
export function jsonDocument(checked: readonly Checked[]): string {
  const findings = checked.flatMap(({ fresh }) => fresh);
  const document = {
    version: 1,
    errors: findings.filter(({ severity }) => severity === "error").length,
    warnings: findings.filter(({ severity }) => severity === "warning").length,
    accepted: checked.reduce((sum, { accepted }) => sum + accepted.length, 0),
    files: checked.reduce((sum, { files }) => sum + files, 0),
    findings: findings.map(findingJson),
    acceptedButGone: checked.flatMap(({ gone }) => gone),
    unread: checked.flatMap(({ unread }) => unread),
    undecided: checked.reduce((sum, { undecided }) => sum + undecided, 0),
    unplaced: checked.flatMap(({ unplaced }) => unplaced ?? []),
  };
  return JSON.stringify(document, undefined, 2);
}
