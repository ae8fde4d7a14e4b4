import { basketsFor, kilograms } from "../helpers/weights";

/** A helper that was left among the screens. */
export function formatYield(weight: number): string {
  return `${kilograms(weight)} in ${basketsFor(weight)} baskets`;
}
