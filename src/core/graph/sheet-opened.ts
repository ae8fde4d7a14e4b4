/** Sheets whose rules are taken apart: each rule that stands in another one by itself. Two sheets that are alike then compile alike. */
import type { SheetLoad, SheetStatement } from "../languages/index.js";
import { nameOf, type ProjectPath } from "../base/paths.js";
import { SheetWorld, type SheetText } from "./sheet-world.js";

/** Reads sheets taken apart; all else is as it is for whole ones. */
export class OpenedSheets extends SheetWorld {
  readonly #opened = new Map<ProjectPath, SheetText | undefined>();

  override sheet(path: ProjectPath): SheetText | undefined {
    if (this.#opened.has(path)) return this.#opened.get(path);
    const sheet = super.sheet(path);
    const forms = SheetWorld.formsOf(path);
    const name = nameOf(path);
    const opened = sheet && forms && sheetOf(path, sheet, (statement) => forms.opened(sheet.text, statement, name));
    this.#opened.set(path, opened);
    return opened;
  }
}

/** A sheet with other statements instead of some: parts of them, in their order. */
export function sheetOf(
  path: ProjectPath,
  sheet: SheetText,
  partsOf: (statement: SheetStatement, index: number) => readonly SheetStatement[],
): SheetText {
  const places: number[] = [];
  const statements = sheet.statements.flatMap((statement, index) => {
    const parts = partsOf(statement, index);
    places.push((places.at(-1) ?? 0) + parts.length);
    return parts;
  });
  const loads = sheet.loads.map((load): SheetLoad => {
    const first = places[load.statement - 1] ?? 0;
    const holding = statements.findIndex(
      ({ start, end }, at) => at >= first && start <= load.reference.start && load.reference.start < end,
    );
    return { ...load, statement: holding < 0 ? first : holding };
  });
  const names = SheetWorld.formsOf(path)?.names(sheet.text, statements, nameOf(path)) ?? sheet.names;
  return { ...sheet, statements, names, loads };
}

/** Where the text of a statement stands: of a part, its head, and what it has of the block. */
export function spansOf({
  start,
  headEnd,
  end,
  block = [],
  isPart,
}: SheetStatement): readonly (readonly [from: number, to: number])[] {
  return isPart === true ? [[start, headEnd], ...block.flatMap(spansOf)] : [[start, end]];
}
