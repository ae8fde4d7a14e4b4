/** How a style sheet is built: its statements one within another, and the names that they give and need. Offsets are those of the text. */
import type { Lookup, Reference, Sign } from "./reading.js";

/** What a statement of a sheet is. */
export type SheetStatementKind =
  | "rule" //        .card { … }
  | "at-rule" //     @media print { … }, @include centred;
  | "assignment" //  $gap: 8px; @gap: 8px;
  | "declaration" // color: red;
  | "call" //        .centred(); of Less
  | "comment";

/** One statement. */
export interface SheetStatement {
  readonly kind: SheetStatementKind;
  readonly start: number;
  /** Where the head ends: before its block, its `;` or the end of its line. */
  readonly headEnd: number;
  /** Behind its last character: `}`, `;`, or the last line that is indented below it. */
  readonly end: number;
  /** The name of an at-rule without its sign, or of the variable; `""` for all else. */
  readonly word: string;
  /** What stands in its block; `undefined` where it has none. */
  readonly block?: readonly SheetStatement[];
  /** Whether a comment reaches the compiled sheet. */
  readonly isLoud?: boolean;
  /** Whether it goes on with the statement before: `@else`. */
  readonly continues?: boolean;
  /** Whether it is only a part of a rule: its head, and of its block what `block` holds. */
  readonly isPart?: true;
}

/** What a name of a sheet stands for. */
export type SheetNameKind = "variable" | "mixin" | "function" | "placeholder";

/** How likely it is that a name is needed that is not surely needed. */
export type NameChance = "likely" | "perhaps";

/** A name as a statement gives or needs it. */
export interface SheetName {
  readonly kind: SheetNameKind;
  /** As the tool compares it: `-` for `_`. */
  readonly name: string;
  /** The namespace before it: `palette` of `palette.$moss`. */
  readonly from?: string;
  /**
   * What decides if it is needed at all: `likely`, a loop, or a condition that stands in no mixin or function; `perhaps`, any other
   * condition, a branch, a value that may be given instead. Without it it surely is.
   */
  readonly chance?: NameChance;
  /** Needed for a parameter to which nothing is given: surely, where it is called without anything. */
  readonly isForParameter?: true;
  /** Whether it is called without anything. */
  readonly isBare?: true;
  /** Whether it is only asked for, by a text: it need not be there. */
  readonly isAsked?: true;
  readonly start: number;
  readonly end: number;
}

/** A name that a statement gives to what comes after it. */
export interface GivenName extends SheetName {
  /** `!default`: only where it has no value yet. */
  readonly isDefault?: boolean;
  /** Given within a condition or a loop. */
  readonly isConditional?: boolean;
  /** `!global` within a block: given to all, when the block is carried out. */
  readonly isGlobal?: boolean;
}

/** What one statement that stands in no other gives and needs. */
export interface StatementNames {
  readonly gives: readonly GivenName[];
  readonly needs: readonly SheetName[];
  /** Whether what it needs is only looked up when it is called: a mixin, a function. */
  readonly isDeferred: boolean;
  /** Selectors that it extends: `%card`, `.card`. */
  readonly extends: readonly string[];
  /** Whether it asks for names in ways that nobody can tell from the text: `variable-exists("moss")`. */
  readonly asks: boolean;
  /** Whether something of it is in the compiled sheet. */
  readonly emits: boolean;
}

/** How a sheet takes in another one. */
export interface SheetLoad {
  /** The statement, by its place among those that stand in no other; nested ones count to that which holds them. */
  readonly statement: number;
  readonly reference: Reference;
  /**
   * `in place`: as though its text stood here; `module`: `@use`, once for all, before all that follows; `passed on`: `@forward`;
   * `left`: it stays as it is in the compiled sheet; `by call`: a mixin that loads it.
   */
  readonly how: "in place" | "module" | "passed on" | "left" | "by call";
  /** What its names are called by: a namespace, `*` for by themselves; only for modules. */
  readonly as?: string;
  /** For what is passed on: what comes before each name, and which are shown or hidden. */
  readonly prefix?: string;
  readonly shows?: readonly string[];
  readonly hides?: readonly string[];
  /** What it is loaded with: a media query, options, a configuration; as it is written. */
  readonly with: string;
  readonly isNested: boolean;
}

/** All of a sheet. */
export interface SheetReading {
  readonly statements: readonly SheetStatement[];
  readonly names: readonly StatementNames[];
  readonly loads: readonly SheetLoad[];
  /** All that it names, in order; loads among them. */
  readonly references: readonly Reference[];
}

/** What of a language sheets are read and written by. */
export interface SheetForms {
  /** Reads a sheet; `undefined` where its statements cannot be told apart. Never throws. */
  read(text: string, name: string): SheetReading | undefined;
  /** What statements of a text give and need, also those that are parts of rules. */
  names(text: string, statements: readonly SheetStatement[], name: string): readonly StatementNames[];
  /** The names that a sheet gives to all where they get their meaning late; none where that is in order. */
  lateNames(text: string, statements: readonly SheetStatement[], name: string): readonly GivenName[];
  /** A statement in its smallest parts, one behind the other; by itself, where it cannot be taken apart. */
  opened(text: string, statement: SheetStatement, name: string): readonly SheetStatement[];
  /** What hinders a rule from being taken apart: a statement of its block, or the rule itself; nothing for one that can be. `depth` says in how many others it stands. */
  hindrance(
    text: string,
    rule: SheetStatement,
    at: { readonly name: string; readonly depth: number },
  ): SheetStatement | undefined;
  /** A rule that holds others, written anew around some lines of its block: what stands before them, and behind. `indent` is the white space before it. */
  around(
    text: string,
    rule: SheetStatement,
    like: { readonly name: string; readonly indent: string; readonly lineEnd: string },
  ): readonly [before: string, behind: string];
  /** What a sheet says of itself: the section to which it belongs. */
  signs(text: string, reading: SheetReading): readonly Sign[];
  /** The line by which a sheet takes in another: `@import "card";`. `opened`: a module whose names need no namespace. Without a quote it stands bare; `as` is the namespace, where it is another; `sets` are variables that it is given, `$gap: $gap`. */
  takeIn(
    specifier: string,
    how: "in place" | "module" | "opened" | "passed on",
    like: { readonly name: string; readonly quote: string; readonly as?: string; readonly sets?: readonly string[] },
  ): string;
  /** What the names of a module are reached by where nothing else is said: `abstracts/_sizes` → `sizes`; nothing for what has none. */
  namespaceOf(specifier: string): string | undefined;
  /** How a sheet looks up what it takes in. */
  lookup(name: string): Lookup;
  /** Whether a compiler that is given the folder passes a sheet over, by its name. */
  isPartial(name: string): boolean;
  /**
   * When its names get their meaning: `in order`, by what stands before; `late`, when all is read, so that it does not matter where they are
   * given; `never`, where it has none.
   */
  givesNames(name: string): "in order" | "late" | "never";
  /** Whether a sheet may take in others anywhere, and not only at its head. */
  takesInAnywhere(name: string): boolean;
  /** Whether scripts take single classes of it, by its name: `Card.module.css`. */
  isOfScripts(name: string): boolean;
}
