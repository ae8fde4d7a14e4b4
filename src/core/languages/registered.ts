/** What a text registers by a path or a name that others must not have: routes, screens of a navigator, stores. */

/** One such path or name. */
export interface Registered {
  /**
   * `path`: of a route that shows something itself. `name`: of a route. `screen`: of a screen in a navigator. `store`: of a store or
   * slice.
   */
  readonly kind: "path" | "name" | "screen" | "store";
  readonly text: string;
  /** Where it stands, without its quotes: an offset. */
  readonly start: number;
  /** Whether the path counts from wherever its list is shown, which the text does not say. */
  readonly isRelative?: true;
  /** What tells the list in which it stands from the others of the text: those of one list exclude each other. */
  readonly list: number;
}
