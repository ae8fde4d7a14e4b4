/** A comparison as the JSON document of `--json`; see docs/json.md. */
import type { Comparison, Shape } from "../core/change/compare/index.js";

/** The document. Averages have two digits. */
export function compareJson({ today, tried, ...rest }: Comparison): object {
  return {
    version: 1,
    ...rest,
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
