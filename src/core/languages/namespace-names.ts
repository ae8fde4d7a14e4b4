/**
 * The names of one text by namespace, in languages whose types are known by the namespace in which they are declared, wherever their file
 * lies: which namespaces and types it declares, which namespaces it takes in, and where it names something. What a name means follows
 * from all files that can know it (`graph/namespaces.ts`). Offsets are UTF-16 units, half-open. Source of the terms: Microsoft, "C#
 * language specification", Namespaces; Basic concepts, Namespace and type names.
 */
import type { TextEdit } from "../base/text/index.js";

/** One word of a name. */
export interface NamePart {
  readonly name: string;
  readonly start: number;
  readonly end: number;
}

/** The file, a namespace, or a type, with what can be named in it. */
export interface NameScope {
  readonly kind: "file" | "namespace" | "type";
  /** The scope around it; -1 for the file. */
  readonly above: number;
  /** What it is called within the scope around it: `Orchard.Views`; nothing for the file. */
  readonly name: string;
  /** Where that is written. */
  readonly start: number;
  readonly end: number;
  /** Of a type: its members and the types that stand for others in it. */
  readonly members: ReadonlySet<string>;
  /** Of a type: what it descends from, as indexes of `names`. */
  readonly parents: readonly number[];
  /** Of a type: what stands for other types in it, and hides them: `T` of `Row<T>`. */
  readonly placeholders?: ReadonlySet<string>;
  /** Of a type: those of its members that are taken of the type itself: static ones, constants, what an enum lists. */
  readonly statics?: ReadonlySet<string>;
  /** Of a type: one of others from which it descends, though no name of the text says so: the root of its markup. */
  readonly outsideParent?: string;
}

/** A namespace, a type or another name that a text takes in, so that names can be shorter. */
export interface TakenIn {
  /** `namespace`: its types; `static`: what is in a type; `alias`: one thing, by another name. */
  readonly kind: "namespace" | "static" | "alias";
  /** What an alias is called. */
  readonly alias: string;
  /** Whether every file of the project takes it in, too. */
  readonly isGlobal: boolean;
  readonly scope: number;
  /** What is taken in, as an index of `names`. */
  readonly target: number;
  /** The whole statement. */
  readonly start: number;
  readonly end: number;
  /** Whether it stands where only some builds read it. */
  readonly isConditional: boolean;
}

/** A name, with what is taken of it by dots: `Orchard.Models.Tree`. */
export interface UsedName {
  readonly parts: readonly NamePart[];
  readonly scope: number;
  /** `type`: nothing else can stand there. `maybe`: it may be a value or a member as well. */
  readonly form: "type" | "maybe";
  /** Of a `maybe`: whether a type could stand there alone: in brackets that call nothing, behind `case`. */
  readonly isOpen?: true;
  /** Whether its first word stands for what is outermost (`global::`), or can only be an alias (`p:Tree`). */
  readonly from?: "outermost" | "alias";
  /** How many types stand in brackets behind it; `undefined` where that is not written. */
  readonly arity?: number;
  /** The word that may be left out at its end: `Route` for `RouteAttribute`. Of a `type` only what ends or descends so is meant. */
  readonly mayEndIn?: string;
  /** Whether it only documents: nothing is built of it. */
  readonly isDocumentation?: true;
}

/** A type that a text declares. */
export interface DeclaredType {
  readonly name: string;
  readonly start: number;
  /** The scope in which it stands. */
  readonly scope: number;
  /** How many types stand for others in it: `Row<T>` is another type than `Row`. */
  readonly arity: number;
  /** The last words of what it descends from: `Attribute`. */
  readonly descends: readonly string[];
  /** Whether it only says what others have. */
  readonly isInterface?: true;
  /** Whether other texts may declare more of it. */
  readonly isPartial: boolean;
  /** Functions that are called as though they belonged to other types. */
  readonly lends: ReadonlySet<string>;
  /** Whether what people have stored may be found by its whole name. */
  readonly isStored: boolean;
  /** Where its name is written again within it: its constructors. */
  readonly repeats?: readonly NamePart[];
}

/** All of a text. */
export interface NamespaceNames {
  readonly scopes: readonly NameScope[];
  readonly types: readonly DeclaredType[];
  readonly takes: readonly TakenIn[];
  /** In the order of the text. */
  readonly names: readonly UsedName[];
  /** Words that are taken by a dot of something that is no name: of what a call gives, say. */
  readonly members: ReadonlySet<string>;
  /** Words that are declared within functions: variables and parameters. */
  readonly values?: ReadonlySet<string>;
  /** Texts in quotes that hold words with dots between them, or one word. */
  readonly texts: readonly NamePart[];
  /** Where types are looked for by the names of their namespaces, put together when the program runs. */
  readonly looksFor?: { readonly start: number; readonly why: string };
  /** Of a list: namespaces that each of its files takes in without a statement. */
  readonly implies?: readonly string[];
  /** Of a list: the names of the packages and libraries of others that it takes in. */
  readonly others?: readonly NamePart[];
  /** Why not all of it is certain, if it is not. */
  readonly doubt?: { readonly start: number; readonly why: string };
}

/** What a text has to say from then on. */
export interface NewNamespaces {
  /** By scope: what a namespace is called. */
  readonly scopes: ReadonlyMap<number, string>;
  /** By index of `names`: the whole name that stands for its first words, and how many of them. */
  readonly names: ReadonlyMap<number, { readonly words: number; readonly text: string; readonly namespace: string }>;
  /** Indexes of `takes` that go. */
  readonly drops: ReadonlySet<number>;
  /** What is taken in besides. `near` is the index of one of `takes` beside which it belongs. */
  readonly gains: readonly {
    readonly namespace: string;
    readonly alias?: string;
    readonly near?: number | undefined;
  }[];
}

/** The words of a name with dots, by their places: `("a.b", 5)` → `a` at 5, `b` at 7. */
export function partsOfName(dotted: string, start: number): NamePart[] {
  let at = start;
  return dotted.split(".").map((name) => {
    const part = { name, start: at, end: at + name.length };
    at += name.length + 1;
    return part;
  });
}

/** What a language knows of the namespaces that are named in its texts. */
export interface NamespaceForms {
  /** Whether a namespace goes by the folder of the file, by custom. */
  readonly followsFolders: boolean;
  /** Whether a file takes in what it needs by statements; without it, by names that it writes before others. */
  readonly takesIn: boolean;
  /**
   * `undefined` where the text has an error. With `words`, names and texts without one of them are left out where nothing else of the
   * text needs them: who holds none of the words is not concerned, and a project has very many such files.
   */
  read(text: string, words?: ReadonlySet<string>): NamespaceNames | undefined;
  /** The edits by which a text says what it has to; `undefined` where it cannot. */
  write(text: string, names: NamespaceNames, wanted: NewNamespaces): readonly TextEdit[] | undefined;
  /** Loads what is known of the types of others, by their namespace; that gives `undefined` for a namespace that is not known. */
  outside?(): Promise<(namespace: string) => ReadonlySet<string> | undefined>;
  /** Loads what is known of the members of others' types: whether one may have a member; `undefined` for a type that is not known. */
  outsideMember?(): Promise<(type: string, name: string) => boolean | undefined>;
  /** What a folder's name becomes in a namespace: `My rows` → `My_rows`. */
  wordOf?(folder: string): string;
  /** Kinds of types, by what they descend from, and the word with which their names end by custom. */
  readonly kinds?: readonly { readonly parent: RegExp; readonly suffix: string }[];
  /** The letters with which the names of interfaces begin by custom. */
  readonly interfacePrefix?: string;
  /** Whether no type can be called so, because it is a word of the language. */
  isReserved?(name: string): boolean;
  /** What may be left out at the end of a type's name where that is used: `Attribute`. */
  readonly mayBeLeftOut?: readonly string[];
  /** Where identifiers begin, whatever they mean: nothing of comments and texts in quotes. */
  identifiers?(text: string): ReadonlySet<number>;
  /** The names by which a text gives things that are no types: keys of resources. */
  keys?(text: string): readonly NamePart[];
  /** Where code looks for types by their names alone, of a text; nothing where it does not. */
  looksForNames?(text: string): { readonly start: number; readonly why: string } | undefined;
}
