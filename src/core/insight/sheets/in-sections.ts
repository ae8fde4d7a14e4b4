/** The lines by which a sheet takes others in, by the section to which those belong. */
import type { StyleSection } from "../../app/index.js";
import { isBelow, type ProjectPath } from "../../base/paths.js";
import { piecesOfSheet, SheetWorld, type SheetPiece } from "../../graph/index.js";

/** A line, with what is taken in. */
export interface SectionLine {
  readonly piece: SheetPiece;
  /** Its place among the pieces of the sheet. */
  readonly at: number;
  /** Its section, by its place among the sections. */
  readonly section: number;
}

/** What is known of a sheet's lines. */
export interface SheetSections {
  readonly pieces: readonly SheetPiece[];
  readonly lines: readonly SectionLine[];
  /** Those that would have to move for the sections to be in order: as few as there can be. */
  readonly astray: readonly SectionLine[];
  /** Comments that are the heading of a section, by its place among the sections. */
  readonly headings: ReadonlyMap<number, SheetPiece>;
  /** Sections of which each line stands beside the others, and none is below a heading. */
  readonly unheaded: readonly number[];
}

/** Tells them; nothing for what is no sheet, and for one that takes in sheets of one section or none. */
export function linesInSections(
  path: ProjectPath,
  world: SheetWorld,
  sections: readonly StyleSection[],
): SheetSections | undefined {
  const sheet = world.sheet(path);
  if (!sheet) return undefined;
  const pieces = piecesOfSheet(sheet);
  const lines = pieces.flatMap((piece, at): SectionLine[] => {
    const { first, last, main } = piece;
    if (main?.kind !== "at-rule" || main.block) return [];
    const loads = sheet.loads.filter(({ statement, isNested }) => !isNested && statement >= first && statement <= last);
    const found = loads.map((load) => {
      const target = world.loaded(path, load);
      return target === undefined ? -1 : sections.findIndex(({ folder }) => isBelow(target, folder));
    });
    const [section = -1] = found;
    return section >= 0 && found.every((each) => each === section) ? [{ piece, at, section }] : [];
  });
  const used = [...new Set(lines.map(({ section }) => section))];
  if (used.length < 2) return undefined;
  const titles = sections.map(({ title }) => title.toLowerCase());
  const headings = new Map<number, SheetPiece>();
  for (const piece of pieces) {
    const section = piece.heading ? titles.indexOf(titleOf(piece.heading.title)) : -1;
    if (section >= 0 && !headings.has(section)) headings.set(section, piece);
  }
  return {
    pieces,
    lines,
    astray: astrayIn(lines),
    headings,
    unheaded: used.filter((section) => !headings.has(section)),
  };
}

/** `1. Base styles` is the heading of `Base styles`. */
function titleOf(title: string): string {
  return title.toLowerCase().replace(/^[\d.)\s]+/, "");
}

/** All but the longest run of lines that are in order. */
function astrayIn(lines: readonly SectionLine[]): SectionLine[] {
  const best: { length: number; before: number }[] = [];
  for (const [at, { section }] of lines.entries()) {
    let [length, before] = [1, -1];
    for (let each = 0; each < at; each += 1) {
      const run = best[each]?.length ?? 0;
      if ((lines[each]?.section ?? Infinity) <= section && run >= length) [length, before] = [run + 1, each];
    }
    best.push({ length, before });
  }
  const kept = new Set<number>();
  let at = best.findIndex(({ length }) => length === Math.max(...best.map((each) => each.length)));
  for (; at >= 0; at = best[at]?.before ?? -1) kept.add(at);
  return lines.filter((_, index) => !kept.has(index));
}
