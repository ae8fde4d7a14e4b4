/**
 * The statements of a text that stand in no other: what can be cut out of it. Offsets are UTF-16 units, half-open.
 */

/** What a statement is for. */
export type StatementKind =
  | "directive" //   `"use client";`
  | "import" //      an import, also `import a = require("./a")`
  | "re-export" //   an export with a source, or a list of names
  | "declaration" // it declares names: functions, classes, variables, types
  | "default" //     `export default …` of something without a name
  | "markup" //      a template or a style of a component: it stays where it is
  | "other"; //      anything that is done

/** One of them. */
export interface Statement {
  readonly kind: StatementKind;
  readonly start: number;
  readonly end: number;
  /** The same with the comments that belong to it, from the beginning of its first line to that of the line behind it. */
  readonly from: number;
  readonly to: number;
  /** The names that it declares for the whole file. */
  readonly declares: readonly string[];
  /** Whether it is exported where it is declared, and how. */
  readonly exported: "by name" | "by default" | undefined;
  /** Where it begins behind `export` and `export default`. */
  readonly core: number;
  /** Whether it declares nothing but types. */
  readonly isType: boolean;
  /** Whether nothing is computed for it: functions, types, and constants that are numbers or words. */
  readonly isFixed?: boolean;
  /** Whether nothing but the end of its script follows it, though more of the text does. */
  readonly isLast?: boolean;
  /** Whether it is done anew for every instance of a component. */
  readonly isOfInstance?: boolean;
  /** The name to which it adds something, and does nothing else: `Tree.displayName = "Tree"`. */
  readonly adds?: string;
  /** What binds it to its library, in languages that have libraries. */
  readonly bonds?: Bonds;
  /** The namespace in which it stands, by its whole name, in languages that have them; `""` in none. */
  readonly within?: string;
  /** The namespace that it opens, by its whole name. */
  readonly opens?: string;
  /** What binds it to its file, in languages whose files know each other's names without naming each other. */
  readonly ties?: FileTies;
}

/** Something that only its own file knows, or in that file only one type. */
export interface Hidden {
  readonly name: string;
  /** The type whose member it is, by its name; nothing for what stands in no other. */
  readonly of?: string;
  /** Whether only that type and what is added to it in the same file know it. */
  readonly isOfType?: true;
}

/** What binds a declaration to its file. */
export interface FileTies {
  /** The type that it declares, or to which it adds something. */
  readonly type?: string;
  readonly hides: readonly Hidden[];
  /** Every name that stands in it. */
  readonly names: ReadonlySet<string>;
  /** What stands between its braces, if it is a type or an addition to one. */
  readonly body?: {
    /** Where it begins and ends, without the braces. */
    readonly start: number;
    readonly end: number;
    readonly members: readonly Statement[];
  };
  /** Why it cannot stand in an addition to its type in another file, if it is a member that cannot: `it is stored`. */
  readonly staysFor?: "stored" | "case" | "overrides" | "initial" | "required";
  /** Whether its head says something of all that stands in it, which would be said of it nowhere else. */
  readonly saysOfAll?: true;
  /** The type in whose file it has to stand, because the compiler adds what is asked for there alone. */
  readonly staysWith?: string;
  /** Whether it says that it adds members to a type and nothing else: no condition, nothing that the type is from then on. */
  readonly isPlainAddition?: true;
}

/** What binds a declaration to its library besides the names of the top level that it uses. */
export interface Bonds {
  /** Members that only its library knows, which it declares. */
  readonly hides: ReadonlySet<string>;
  /** Those that it uses of something else, by a name that nothing around explains: `tree._height`; `of` is a plain name before it. */
  readonly asks: readonly { readonly name: string; readonly start: number; readonly of?: string }[];
  /** Whether it uses a member or an operator of a value, or calls one: an extension may be meant that nothing names. */
  readonly reaches: boolean;
  /** What it is made after: `extends Tree`, `with Growing`. A name that is had by a prefix is another library's. */
  readonly supers: readonly { readonly relation: string; readonly name: string; readonly start: number }[];
  /** Relations that only its own library may have to it. */
  readonly closedTo: readonly string[];
  /** Of an extension, the members that it lends to others, who use them without naming it; `operator` for those without a name. */
  readonly lends?: readonly string[];
}

/** The same at other offsets: those of a text in which this one is a part. */
export function shiftedStatement(statement: Statement, by: number): Statement {
  const { start, end, from, to, core } = statement;
  return { ...statement, start: start + by, end: end + by, from: from + by, to: to + by, core: core + by };
}
