/** What a tour is: data, led through by `guide.ts`. */

/** One stop: what is said, and what is run. */
export interface Stop {
  readonly say: string;
  /** What somebody drags elsewhere before, by hand: files or folders. */
  readonly drag?: Readonly<Record<string, string>>;
  readonly run: readonly string[];
  /** The exit code that belongs here. */
  readonly code?: number;
  /** Whether the app is broken after it, because files lie where somebody dragged them. */
  readonly isBroken?: boolean;
}

/** One tour, in a folder of its own. */
export interface Tour {
  /** What is typed for it: `demo theme`. */
  readonly name: string;
  readonly about: string;
  readonly folder: string;
  readonly begin: string;
  /** A folder of the demo that is copied, and which parts of it. */
  readonly copy: { readonly from: string; readonly only?: readonly string[] };
  /** Words by which files of one feature are told: for each, changes of a few of its files are put into the history. */
  readonly history?: readonly string[];
  /** Files written besides. */
  readonly files: Readonly<Record<string, string>>;
  readonly stops: readonly Stop[];
  readonly judge: "TypeScript" | "Sass" | "nobody";
  /** The entry sheet, at all places where it will be; its CSS stays the same, byte for byte, once it has begun. */
  readonly sheets?: readonly string[];
  /** Changes that are left when the stops are done. */
  readonly undo: number;
}
