/**
 * Where types are named, in languages whose files know each other's types without naming the files. A text says which types it
 * declares, within what, and where each name stands; what a name means follows from all files that can know it (`graph/types.ts`).
 * Offsets are UTF-16 units, half-open.
 */

/** What a scope says of a name that is declared in it. */
export type DeclaredAs =
  | "type" //      a type of its own, or a parameter that stands for one
  | "member"; //   a function, a value, a case: bare, the name may mean it

/** A body of a type or of a function, or what lies around one: there its parameters are known. */
export interface TypeScope {
  /** The scope around it; -1 for the file. */
  readonly above: number;
  /** The type whose body it is, by its whole name: `Orchard.Row`. Nothing for other blocks. */
  readonly type?: string;
  /** What the type is, or descends from, as it is written: `View`, `Orchard.Base`. */
  readonly parents: readonly string[];
  /** Whether it only adds to a type that is declared elsewhere. */
  readonly isExtension?: true;
  readonly declares: ReadonlyMap<string, DeclaredAs>;
}

/** One name at one place. */
export interface TypePlace {
  readonly name: string;
  readonly start: number;
  readonly end: number;
  /**
   * `declares`: a type that stands in no other. `uses`: what it means follows from the scopes. `keeps`: a member, a label, or a type
   * within another. `unclear`: what it means cannot be told from the text.
   */
  readonly role: "declares" | "uses" | "keeps" | "unclear";
  /** The scope in which it stands; -1 for the file. */
  readonly scope: number;
  /** What stands before it, with a dot: a module or a type. */
  readonly qualifier?: string;
  /** Whether it is a text by which a system looks for a type, and declares nothing. */
  readonly isAskedFor?: true;
  /** Of what is declared: whether only its own file knows it. */
  readonly isHidden?: true;
  /** Of what is declared: whether other modules know it that import its own. */
  readonly isPublic?: true;
  /** Of what is declared: the name by which another language and the system know it, which stays. */
  readonly knownAs?: string;
  /** Of what is declared: whether what people have stored is found by its name. */
  readonly isStored?: true;
}

/** All of a text. */
export interface TypeNames {
  readonly scopes: readonly TypeScope[];
  /** In the order of the text. */
  readonly places: readonly TypePlace[];
  /** Whether it knows of what it imports also what is not public, as tests do. */
  readonly seesAll?: true;
}

/** What is written by custom where files know each other's types. */
export interface TypeCustoms {
  /** What a file is called that adds a member to a type, without its extension: `PRTree+Samples`. */
  additionName(type: string, member: string): string;
  /** An addition to a type, with its members. */
  addition(type: string, body: string, lineEnd: string): string;
  /** Whether a statement imports nothing but what every app can have, in which no name of an app's own is. */
  isOfSystem(statement: string): boolean;
  /** What stands at the head of a file, without what an editor has written there of the file's name and origin. */
  withoutEditorHead(head: string, name: string): string;
}

/** What a language knows of the types that are named in its texts. */
export interface TypeForms {
  /** What stands before a type's name where its body begins, as an extended regular expression; nothing where none is declared. */
  readonly declaring?: string;
  readonly customs?: TypeCustoms;
  /** Endings of types that get a new name with the one that they are called after. */
  readonly goAlong?: readonly string[];
  /** Kinds of types, by what they descend from, and the word with which their names end by custom. */
  readonly kinds?: readonly { readonly parent: RegExp; readonly suffix: string }[];
  /** What a line holds in which another class has its own in place of a member, as an extended regular expression. */
  overriding?(member: string): string;
  /** `undefined` where the text has an error. */
  read(text: string, name: string): TypeNames | undefined;
  /** Whether no type can be called so, because it is a word of the language. */
  isReserved?(name: string): boolean;
  /**
   * The types that one from outside has within itself, which who descends from it can name bare: `View` → `["Body"]`. `undefined`
   * for what is not known.
   */
  lends?(parent: string): readonly string[] | undefined;
}
