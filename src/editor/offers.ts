/** What can be asked about a place of a file, and what is answered: plain data. */
import type { ProjectPath } from "../core/base/paths.js";

/** Something that can be done about a place of a file. */
export interface Offer {
  readonly title: string;
  /** The findings that it is about, by their keys. */
  readonly about: readonly string[];
  /** Whether it is the one to take: safe, and made for this. */
  readonly isPreferred: boolean;
  readonly wish: Wish;
}

/** What an offer comes to when it is taken. */
export type Wish =
  | { readonly kind: "repair"; readonly key: string; readonly way: number }
  | { readonly kind: "accept"; readonly key: string }
  | { readonly kind: "shelf"; readonly file: ProjectPath; readonly to: ProjectPath }
  | ExtractionWish;

/** What is taken out of a file: a name, or whole lines, from 1. */
export interface ExtractionWish {
  readonly kind: "extract";
  readonly file: ProjectPath;
  readonly name?: string;
  readonly lines?: { readonly first: number; readonly last: number };
}

/** A place in a file: offsets in its text, half-open. */
export interface Place {
  readonly file: ProjectPath;
  readonly start: number;
  readonly end: number;
}

/** Who uses files that may go. */
export interface Users {
  readonly file: ProjectPath;
  readonly users: readonly { readonly file: ProjectPath; readonly line: number }[];
}
