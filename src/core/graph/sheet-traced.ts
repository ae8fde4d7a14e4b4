/** What comes of going through a sheet: statements in the order in which they are compiled, what is missing, what is given. */
import type { NameChance, SheetLoad, SheetNameKind } from "../languages/index.js";
import type { ProjectPath } from "../base/paths.js";
import type { SheetModule } from "./sheet-modules.js";

/** Numbers for texts; equal ones for equal texts. Traces that are compared share one. */
export class Numbers {
  readonly #known = new Map<string, number>();

  of(text: string): number {
    let number = this.#known.get(text);
    if (number === undefined) this.#known.set(text, (number = this.#known.size + 1));
    return number;
  }
}

/** One statement where its turn comes. */
export interface TracedStatement {
  readonly file: ProjectPath;
  /** Its place among the statements of its file that stand in no other. */
  readonly index: number;
  readonly start: number;
  /** Its text, with what its references mean instead of how they are spelled. */
  readonly key: string;
  /** Whether something of it is in the compiled sheet. */
  readonly emits: boolean;
  /** What the names in it mean; equal for equal meanings. */
  readonly meaning: number;
  /** Of what it extends: where in the compiled sheet it may be found. Filled when all is known. */
  readonly extends: readonly string[];
  readonly module: SheetModule;
  /** Whether it is a comment for people, which compiles to nothing. */
  readonly isNote?: true;
  /** Whether it is an import that stays one: those come first in the compiled sheet. */
  readonly isImport?: true;
}

/** A statement by its place in its file. */
export interface SheetStep {
  readonly file: ProjectPath;
  readonly index: number;
}

/** A name that nothing has given when its turn comes. */
export interface MissingName {
  readonly kind: SheetNameKind;
  readonly name: string;
  readonly file: ProjectPath;
  /** The statement that needs it, and where in the text: the name, or the call by which it is needed. */
  readonly index: number;
  readonly start: number;
  readonly end: number;
  /** What is called there, and needs it. */
  readonly through?: string;
  /** How many statements were gone through before. */
  readonly turn: number;
  /** The statements that lead there, from that of the entry to its own. */
  readonly way: readonly SheetStep[];
  /** Where it was looked for. */
  readonly module: SheetModule;
  /** What decides if it is needed at all; see `SheetName`. */
  readonly chance?: NameChance;
  /** Whether something has given such a name before, in another module or in a block. */
  readonly isGivenElsewhere?: true;
}

/** A name that is given. */
export interface TracedGift {
  readonly kind: SheetNameKind;
  readonly name: string;
  readonly file: ProjectPath;
  readonly index: number;
  readonly turn: number;
  readonly way: readonly SheetStep[];
  readonly isDefault: boolean;
  readonly isConditional: boolean;
  readonly module: SheetModule;
}

/** All of it. */
export interface SheetTrace {
  readonly entry: ProjectPath;
  /** All statements, in the order in which they are gone through. */
  readonly statements: readonly TracedStatement[];
  /** Those of which something is in the compiled sheet, in its order. */
  readonly compiled: readonly TracedStatement[];
  readonly missing: readonly MissingName[];
  /** Of names that are missing somewhere: where they are given later. */
  readonly gifts: readonly TracedGift[];
  /** What is taken in and nobody can look into: packages, names that lead nowhere, sheets that cannot be read. */
  readonly unknown: readonly {
    readonly file: ProjectPath;
    readonly start: number;
    readonly specifier: string;
    readonly turn: number;
  }[];
  /**
   * Why its order is not certain, where it is not: `too long` to be gone through to its end, or `odd`: an imported sheet loads modules with
   * imports that stay, which Sass orders by what was loaded before.
   */
  readonly doubt?: "too long" | "odd";
  /** Modules in which names are asked for in ways that no text shows. */
  readonly asking: ReadonlySet<SheetModule>;
  /** The sheets that it goes through, each as often as it does. */
  readonly visits: readonly {
    readonly file: ProjectPath;
    readonly by?: ProjectPath;
    readonly start?: number;
    readonly how: SheetLoad["how"];
  }[];
}

/** What traces of one tree have in common, by file and statement: it is made once. Its numbers are those of one `Numbers`. */
export class TraceMemo {
  readonly keys = new Map<ProjectPath, string[]>();
  readonly values = new Map<ProjectPath, string[]>();
  readonly numbers = new Map<ProjectPath, Map<string, number>[]>();
}
