/**
 * Grams as people say them.
 * @flow strict
 */
type Grams = number;

export opaque type Kilograms: string = string;

export function kilograms(grams: Grams): Kilograms {
  return `${(grams / 1000).toFixed(1)} kg`;
}
