/** A comparison as the JSON document of `--json`; see docs/json.md. */
import { wordsOfAdvice } from "../wording/advice.js";
import type { Comparison, Shape } from "../core/change/compare/index.js";

/** The document. Averages have two digits. */
export function compareJson(comparison: Comparison): object {
  const { today, tried, recommendation, ...rest } = comparison;
  return {
    version: 1,
    ...rest,
    recommendation: {
      as: recommendation.as,
      because: wordsOfAdvice(comparison),
      advice: recommendation.advice.code,
    },
    today: rounded(today),
    tried: tried.map((each) => ({ ...each, ...rounded(each) })),
  };
}

function rounded({ places, folders, steps, leaving, largest, depth, touched }: Shape): Shape {
  const two = (value: number): number => Math.round(value * 100) / 100;
  return {
    places: two(places),
    folders: two(folders),
    steps: two(steps),
    leaving: two(leaving),
    largest,
    depth: two(depth),
    touched: touched === undefined ? undefined : two(touched),
  };
}
