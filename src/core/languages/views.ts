/** What a text draws: the views in it, and what each of them is from the outside in. Offsets are UTF-16 units, half-open. */

import type { TextEdit } from "../base/text/index.js";
import type { Enclosed } from "./enclosures.js";

/** One thing that is drawn. */
export interface DrawnElement {
  /** `TreeCard`, `main`; `""` for a group without a tag, for text, and for what code says. */
  readonly tag: string;
  readonly start: number;
  readonly end: number;
  /** What stands right in it, in order: elements, and texts and code that draw something. */
  readonly children: readonly DrawnElement[];
  /** Between its tags; `undefined` where nothing stands there. */
  readonly inside?: { readonly start: number; readonly end: number };
}

/** One view of a text. */
export interface View {
  /** What others call it; `default` for what is given without a name. */
  readonly names: readonly string[];
  /** What it may draw: one of them at a time. */
  readonly roots: readonly DrawnElement[];
  /** Whether it may draw what cannot be seen here: what another function gives back. */
  readonly isUnclear: boolean;
  /** Whether it lists the components that it may draw, so that an import alone is not enough. */
  readonly registers?: true;
}

/** What a frame shows in its middle. */
export type FrameMiddle =
  /** What is put between its tags. */
  | { readonly kind: "tags" }
  /** The routes that stand below its own. */
  | {
      readonly kind: "routes";
      /** The element in whose place they are: `Outlet`. */
      readonly tag: string;
      /** By which name of which package it is taken; nothing where every text knows it. */
      readonly from?: { readonly imported: string; readonly specifier: string };
      /** Whether a route has to have a path, though others stand below it. */
      readonly needsPath: boolean;
    };

/** How a language draws. */
export interface ViewForms {
  /** The views that a text gives to others; `undefined` where it has an error. */
  views(text: string, name: string): readonly View[] | undefined;
  /** Every element of a text, wherever it stands; nothing where it has an error. */
  elements(text: string, name: string): readonly DrawnElement[];
  /**
   * Which of some components stand in one of some frames, told by the letters alone; `""` stands for the view of the text itself. See
   * `enclosedIn`.
   */
  enclosed(
    text: string,
    frames: readonly (string | number)[],
    names: readonly string[],
    places?: readonly number[],
  ): readonly Enclosed[];
  /** The name that a text has for a file that it takes as a whole at an offset: `const Home = lazy(() => import("./Home"))`. */
  localOf(text: string, start: number): string | undefined;
  /** Whether a tag is one of the page itself, and gives what stands in it nothing: `main`, `View`; no component of an app. */
  isPlain(tag: string): boolean;
  /** A frame's text whose slots show something where nobody fills them; `undefined` where they are not found. */
  filled(text: string, slot: "header" | "footer", element: string): string | undefined;
  /** The edit by which a text lists a component that it takes, where that is needed; without a text where it does already, `undefined` where it has no list in which it could stand. */
  registration?(text: string, name: string): TextEdit | undefined;
  /** What a frame shows in its middle; `undefined` where that is not seen. */
  middle(text: string): FrameMiddle | undefined;
  /** A frame's text that shows an element where it shows what is put between its tags; `undefined` where that is not found. */
  showing(text: string, element: string): string | undefined;
}
