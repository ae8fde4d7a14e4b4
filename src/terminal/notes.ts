/** Lists of places with a word to each, folded when they are many. */
import { cells, pathLines, wrap, type Screen } from "./screen.js";

/** Notes of one kind that are shown before the list is folded. */
export const mostNotes = 5;

/** What a list is headed by. */
export function heading(text: string, width: number): string[] {
  return wrap(text, width, "  ").split("\n");
}

/** A place, and what is to be said of it. */
export interface Note {
  readonly file: string;
  readonly at?: { readonly line: number; readonly column: number };
  readonly text: string;
}

export function noteList(notes: readonly Note[], { palette, width }: Screen, all: boolean): string[] {
  const shown = all ? notes : notes.slice(0, mostNotes);
  const places = shown.map(({ file, at }) => (at ? `${file}:${at.line}:${at.column}` : file));
  const column = Math.min(Math.max(...places.map(cells), 0), Math.floor(width / 2));
  const lines = shown.flatMap((note, index) =>
    pathLines(places[index] ?? "", note.text, { width, margin: 4, column, paintPath: palette.place }),
  );
  if (shown.length < notes.length)
    lines.push(palette.faint(`    … and ${notes.length - shown.length} more (--all shows them)`));
  return lines;
}
