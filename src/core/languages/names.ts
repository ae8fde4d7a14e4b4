/**
 * The names of one text, told apart by scope: which places mean the same variable, and which names are taken of what a variable
 * holds. Renaming and taking out stand on it, and so does their proof. Offsets are UTF-16 units, half-open.
 */

/** What a place stands for besides, so that a new name has to be written beside the old one. */
export type PlaceForm =
  | "name" //               nothing
  | "shorthand property" // `{ Tree }`: a property and what it holds
  | "import specifier" //   `import { Tree }`: the other file's name and this one's
  | "export specifier" //   `export { Tree }`: this file's name and that for others
  | "registration" //       `components: { Tree }`, `module.exports = { Tree }`: what others call it, which goes with it
  | "kebab tag"; //         `<orchard-tree>` for `OrchardTree`

/** A name that is taken of what a variable or a call holds: `trees.Tree`, `const { Tree } = trees`. */
export interface Member {
  /** What the holder calls it. */
  readonly name: string;
  readonly start: number;
  readonly end: number;
  /** How it is written: bare, in quotes, or for a property and a new variable at once. */
  readonly form: "name" | "text" | "shorthand property";
  /** Where the variable is declared that holds it from then on. */
  readonly local?: number;
}

/** One identifier of the tree. What stands for two things at once (`{ Tree }`) is two of them. */
export interface Identifier {
  readonly name: string;
  readonly start: number;
}

/** One place at which a variable is meant. */
export interface NamePlace {
  readonly start: number;
  readonly end: number;
  readonly form: PlaceForm;
  /** Whether it declares the name (or imports it) rather than using it. */
  readonly isDeclared: boolean;
  /** Whether it is given another value here, after it was declared. */
  readonly isWritten?: true;
  /** Whether only its type is meant. */
  readonly isType?: true;
  /** What is written together with it, and could be written as one: `Tree: Oak`, `Tree as Oak`, with the other of the two names. */
  readonly pair?: Identifier & { readonly end: number };
  /** The names that are taken of it here, where it is used for nothing else. */
  readonly members?: readonly Member[];
}

/** One variable, function, class, type or import of a text. */
export interface Variable {
  readonly name: string;
  /** `top`: known in the whole file. `inner`: of a block or function. `free`: declared nowhere in the text. */
  readonly level: "top" | "inner" | "free";
  /** In the order of the text. */
  readonly places: readonly NamePlace[];
  /** Of the own name of a function or class in an expression, where the name or default is declared that it is given. */
  readonly echoes?: number;
}

/** What is taken of another file by a call: `(await import("./trees")).Tree`; or given in its place, in a mock's factory. */
export interface Taking {
  /** Where the specifier begins. */
  readonly reference: number;
  /** Further references of which a name may be taken: of those that give it. */
  readonly others?: readonly number[];
  /** The names; `undefined` where all that the file has may be taken. */
  readonly members: readonly Member[] | undefined;
  /** Where the variable is declared that holds the whole file from then on. */
  readonly whole?: number;
  /** Where the variable is declared that holds the file's default, once it is loaded: `const Tree = lazy(() => import("./Tree"))`. */
  readonly loads?: number;
}

/** A string that is the name of something for people who look for errors: `Tree.displayName = "Tree"`. */
export interface Label {
  readonly name: string;
  readonly start: number;
  readonly end: number;
}

/** All of a text. */
export interface TextNames {
  readonly variables: readonly Variable[];
  readonly takings: readonly Taking[];
  readonly labels: readonly Label[];
  /** Every identifier, whatever it is for; what is spelled the same elsewhere stands in strings, comments and plain text. */
  readonly identifiers: readonly Identifier[];
  /** Tags of a template, opening and closing, that no name of the text explains: a framework may find the component by its file's name. */
  readonly unownedTags?: readonly Identifier[];
  /** The same of names in a template's expressions; what a component without `setup` has of itself is among them. */
  readonly unownedNames?: readonly Identifier[];
}

/** The variable that a place declares or uses. */
export function variableAt({ variables }: TextNames, start: number): Variable | undefined {
  return variables.find(({ places }) => places.some((place) => place.start === start));
}

/** The variable of the whole file with a name. */
export function topVariable({ variables }: TextNames, name: string): Variable | undefined {
  return variables.find((variable) => variable.level === "top" && variable.name === name);
}

/** The same at other offsets: those of a text in which this one is a part. */
export function shiftedNames({ variables, takings, labels, identifiers }: TextNames, by: number): TextNames {
  const span = <Span extends { readonly start: number; readonly end: number }>(each: Span): Span => ({
    ...each,
    start: each.start + by,
    end: each.end + by,
  });
  const member = (each: Member): Member => ({
    ...span(each),
    ...(each.local !== undefined && { local: each.local + by }),
  });
  return {
    variables: variables.map((variable) => ({
      ...variable,
      ...(variable.echoes !== undefined && { echoes: variable.echoes + by }),
      places: variable.places.map((place) => ({
        ...span(place),
        ...(place.pair && { pair: span(place.pair) }),
        ...(place.members && { members: place.members.map(member) }),
      })),
    })),
    takings: takings.map(({ reference, others, members, whole, loads }) => ({
      reference: reference + by,
      ...(others && { others: others.map((start) => start + by) }),
      members: members?.map(member),
      ...(whole !== undefined && { whole: whole + by }),
      ...(loads !== undefined && { loads: loads + by }),
    })),
    labels: labels.map(span),
    identifiers: identifiers.map(({ name, start }) => ({ name, start: start + by })),
  };
}
