/** A tree, and what it gave this year. */
export interface Tree {
  readonly name: string;
  readonly kilograms: number;
}
