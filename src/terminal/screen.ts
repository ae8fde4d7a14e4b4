/** What the terminal can do: how wide it is, and whether colour is welcome. */
import picocolors from "picocolors";
import stringWidth from "fast-string-width";
import { escapedUnit } from "../core/base/text/index.js";

/** The widest line that is printed. */
const widest = 100;

/** Colours by what they mean, never by name. Without colour each gives its text back. */
export interface Palette {
  readonly strong: (text: string) => string;
  readonly faint: (text: string) => string;
  readonly leaves: (text: string) => string;
  readonly arrives: (text: string) => string;
  readonly good: (text: string) => string;
  readonly bad: (text: string) => string;
  readonly place: (text: string) => string;
}

/** Where and how something is shown. */
export interface Screen {
  readonly width: number;
  readonly palette: Palette;
}

/** A screen for a stream: colour only in a terminal, and not against `NO_COLOR`. */
export function screenFor(stream: { isTTY?: boolean; columns?: number }, env: NodeJS.ProcessEnv): Screen {
  const coloured = stream.isTTY === true && !env.NO_COLOR && env.TERM !== "dumb";
  const paint = picocolors.createColors(coloured);
  return {
    width: Math.max(40, Math.min(stream.columns ?? widest, widest)),
    palette: {
      strong: paint.bold,
      faint: paint.dim,
      leaves: paint.yellow,
      arrives: paint.cyan,
      good: paint.green,
      bad: paint.red,
      place: paint.magenta,
    },
  };
}

/** What a terminal goes by beside plain letters: the colours of `Palette`, and nothing else. */
const colours = new RegExp(`${String.fromCharCode(27)}\\[(?:0|1|2|22|3\\d|39)m`, "g");

/** As in `core/text`, but for line ends. */
const unfit = /(?!\n)[\p{Cc}\p{Zl}\p{Zp}\u061c\u200e\u200f\u202a-\u202e\u2066-\u2069\ufeff]/gu;

/**
 * The last look at a text before it is written: of all controls only line ends and, where the stream is a terminal, colours are
 * let through. Names were escaped where they were put in (`core/text`); what was forgotten there cannot do harm here. The form is
 * one that JSON knows, too.
 */
export function shownText(text: string, stream: { isTTY?: boolean }): string {
  const escaped = (part: string): string => part.replace(unfit, escapedUnit);
  if (stream.isTTY !== true) return escaped(text);
  let [shown, from] = ["", 0];
  for (const { index, 0: colour } of text.matchAll(colours)) {
    shown += escaped(text.slice(from, index)) + colour;
    from = index + colour.length;
  }
  return shown + escaped(text.slice(from));
}

/** Fills up to a width in terminal cells. Text that is wider stays as it is. */
export function pad(text: string, width: number): string {
  return text + " ".repeat(Math.max(0, width - stringWidth(text)));
}

/** The width in terminal cells. */
export function cells(text: string): number {
  return stringWidth(text);
}

/** Shortens at the end. */
export function beginning(text: string, width: number): string {
  if (cells(text) <= width) return text;
  const units = [...text];
  while (cells(units.join("")) > width - 1) units.pop();
  return `${units.join("").trimEnd()}…`;
}

/** Shortens in the middle, where paths say least: `src/a/very/long.ts` → `src/a…ong.ts`. */
export function shorten(text: string, width: number): string {
  if (cells(text) <= width) return text;
  const units = [...text];
  const head = Math.floor((width - 1) * 0.4);
  return `${units.slice(0, head).join("")}…${units.slice(units.length - (width - 1 - head)).join("")}`;
}

/** How a path and its words are set. */
export interface PathSetting {
  readonly width: number;
  /** Spaces before it. */
  readonly margin: number;
  /** The width that paths above and below take. */
  readonly column?: number;
  readonly paintPath: (text: string) => string;
  readonly paintWords?: (text: string) => string;
}

/**
 * A path and what is said of it: beside it, or below it where the line is too short. Paths are copied, so they are never
 * shortened.
 */
export function pathLines(
  path: string,
  words: string,
  { width, margin, column = 0, paintPath, paintWords = (text) => text }: PathSetting,
): string[] {
  const before = " ".repeat(margin);
  if (words === "") return [before + paintPath(path)];
  const start = `${before}${pad(path, column)}  `;
  if (cells(start) + cells(words) <= width) return [paintPath(start) + paintWords(words)];
  return [before + paintPath(path), ...wrap(words, width, `${before}  `).split("\n").map(paintWords)];
}

/** Breaks running text at spaces, each line after a margin. */
export function wrap(text: string, width: number, margin = ""): string {
  const lines: string[] = [];
  for (const word of text.split(" ")) {
    const last = lines.at(-1);
    if (last !== undefined && cells(margin + last) + 1 + cells(word) <= width)
      lines[lines.length - 1] = `${last} ${word}`;
    else lines.push(word);
  }
  return lines.map((line) => margin + line).join("\n");
}
