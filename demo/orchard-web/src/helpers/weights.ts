import { basketWeight } from "../constants/limits";

/** Kilograms with one digit: `3.25` → `3.3 kg`. */
export function kilograms(weight: number): string {
  return `${weight.toFixed(1)} kg`;
}

/** Baskets that a weight fills, the last one perhaps not quite. */
export function basketsFor(weight: number): number {
  return Math.ceil(weight / basketWeight);
}
