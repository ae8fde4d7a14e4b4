/** The document that `explain --json` prints. */
import type { Explanation, Partner } from "../core/insight/measures/index.js";
import { findingJson } from "./check-json.js";
import { judgementJson } from "./survey-json.js";

/** The whole document; `liesAt` is where the file lies that a project shows elsewhere. */
export function explainJson(
  { entry, belonging, companions, users, knownBy, targets, findings }: Explanation,
  liesAt?: string,
): object {
  const { path, role, feature, leader, standing } = entry;
  return {
    version: 1,
    file: path,
    ...(liesAt !== undefined && { liesAt }),
    role: judgementJson(role),
    feature: judgementJson(feature),
    shelf: standing?.shelf.at ?? null,
    shouldBe: belonging?.path ?? null,
    ...(leader !== undefined && { companionOf: leader }),
    companions,
    referencedBy: users.map(partnerJson),
    ...(knownBy.length > 0 && { knownBy: knownBy.map(({ by, kind, as }) => ({ by, kind, as })) }),
    references: targets.map(partnerJson),
    findings: findings.map(findingJson),
  };
}

function partnerJson({ path, at, kind }: Partner): object {
  return { file: path, at, kind };
}
