/** The table of languages. A language is added by one folder beside this file and one line here. */
import type { Extraction, Language, Outline } from "./language.js";
import { javascript } from "./javascript/index.js";

/** Every language, in the order in which extensions are matched. */
export const languages: readonly Language[] = [javascript];

const byExtension = new Map(
  languages.flatMap((language) => language.extensions.map((extension) => [extension, language])),
);

/** The language that reads a file of this name or path, or `undefined`. */
export function languageFor(path: string): Language | undefined {
  return byExtension.get(path.slice(path.lastIndexOf(".")));
}

/** Everything that one text gives: what it names, and what it says of itself. */
export interface FileReading extends Extraction {
  readonly outline: Outline;
}

const nothing: Extraction = { references: [], computed: [], reading: "whole" };

/** What one text names; nothing for a file that no language reads. The language must have been prepared. */
export function extractFrom(text: string, path: string): Extraction {
  return languageFor(path)?.extract(text, path.slice(path.lastIndexOf("/") + 1)) ?? nothing;
}

/** The same with what the text says of itself. The language must have been prepared. */
export function readFrom(text: string, path: string): FileReading {
  const name = path.slice(path.lastIndexOf("/") + 1);
  const outline = languageFor(path)?.outline(text, name) ?? blank;
  return { ...extractFrom(text, path), outline };
}

const blank: Outline = { exports: [], onlyPassesOn: false, signs: [], actions: [], assets: [], lines: 0 };
