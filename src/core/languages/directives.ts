/**
 * Directives: statements by which a file takes all that another gives, or passes it on, as far as no list narrows it. Who takes apart
 * or puts together files of such a language writes directives where another language writes lists of names.
 */

/** One of them. */
export interface Directive {
  readonly kind: "import" | "re-export" | "part" | "part of";
  /** Where the addresses begin that it takes names of; several where a condition chooses. */
  readonly references: readonly number[];
  /** The name before a dot by which all of it is had; nothing where it is had as it is. */
  readonly prefix?: string;
  readonly isDeferred?: boolean;
  /** The names to which it is narrowed, and those that it leaves out. */
  readonly show?: readonly string[];
  readonly hide: readonly string[];
}

/** What a new directive says. */
export interface DirectiveText extends Pick<Directive, "prefix" | "show"> {
  readonly kind: "import" | "re-export" | "part";
  readonly specifier: string;
  readonly hide?: readonly string[];
}

/** How a language writes and reads them. */
export interface DirectiveForms {
  /** By what its addresses are looked up. */
  readonly lookup: string;
  /** All of a text, in order. */
  read(text: string, name: string): readonly Directive[];
  /** One as a line without its end; `quote` is that of the file. */
  write(directive: DirectiveText, quote: string): string;
  /** Whether only the library of a name knows it: `_rows`. */
  isHidden(name: string): boolean;
  /** Where a further directive stands: behind which of those that are there; nothing for before all of them. */
  placeAmong(written: readonly DirectiveText[], added: DirectiveText): number | undefined;
  /** What a generator makes for one file, as it will be called for another: `tree.g.dart`, `tree.dart`, `oak.dart` → `oak.g.dart`. */
  madeFor(specifier: string, from: string, to: string): string | undefined;
  /** Whether a name is one that only generators give. */
  isMadeName(name: string): boolean;
  /** The version of the language that a text asks for, if it asks for one. */
  version(text: string): string;
  /** Text at the head of a file that holds for what is taken out of it. */
  isForAll(comment: string): boolean;
  /** Whether a name is that of a type or annotation of which the language itself speaks: `int`, for numbers in a text. */
  isOfLanguage(name: string): boolean;
  /** The command of its tools that takes out directives for which nothing is needed. */
  readonly tidying: string;
  /** How files are called that hold one thing. */
  readonly fileCase: "snake";
}

/** Whether a directive takes a name, if the other file gives it. */
export function takes({ show, hide }: Pick<Directive, "show" | "hide">, name: string): boolean {
  return (show?.includes(name) ?? true) && !hide.includes(name);
}
