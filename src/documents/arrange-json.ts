/** An arrangement as the JSON document of `--json`; see docs/json.md. */
import type { ArrangedPlan } from "../core/change/arrange/index.js";
import { whatIsOpen, whyMoves, whyStays } from "../wording/arranging.js";
import { wordsOfReason } from "../wording/reasons.js";
import { planJson } from "./plan-json.js";

/** The document: that of every plan, and besides what is uncertain, what stays, and what each unit is. */
export function arrangeJson(
  { plan, units, questions, stays, ownNames, indexes }: ArrangedPlan,
  change: string | undefined,
): object {
  const reasons = new Map(units.map(({ lead, because }) => [lead, whyMoves(because)] as const));
  return {
    ...planJson(plan, change, reasons),
    units: units.map(({ lead, feature, role, because, moves }) => {
      return { lead, feature, role, because: whyMoves(because), files: moves.map(({ from }) => from) };
    }),
    questions: questions.map(({ path, about, doubtful, options }) => ({
      path,
      about,
      says: whatIsOpen(doubtful),
      options: options.map(({ answer, folder, because }) => ({
        answer,
        folder,
        because: because === undefined ? "" : wordsOfReason(because),
      })),
    })),
    stays: stays.map(({ path, because }) => ({ path, because: whyStays(because), ground: because })),
    ownNames,
    ...(indexes && { indexes: { led: indexes.led, direct: indexes.direct } }),
  };
}
