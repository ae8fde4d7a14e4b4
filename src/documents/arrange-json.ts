/** An arrangement as the JSON document of `--json`; see docs/json.md. */
import type { ArrangedPlan } from "../core/change/arrange/index.js";
import { planJson } from "./plan-json.js";

/** The document: that of every plan, and besides what is uncertain, what stays, and what each unit is. */
export function arrangeJson(
  { plan, units, questions, stays, ownNames, indexes }: ArrangedPlan,
  change: string | undefined,
): object {
  return {
    ...planJson(plan, change),
    units: units.map(({ lead, feature, role, because, moves }) => {
      return { lead, feature, role, because, files: moves.map(({ from }) => from) };
    }),
    questions,
    stays,
    ownNames,
    ...(indexes && { indexes: { led: indexes.led, direct: indexes.direct } }),
  };
}
