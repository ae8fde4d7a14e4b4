/** The lines by which an entry takes sheets in, put in the order of the sections, each below a comment that says what goes there. */
import { ShelfError } from "../../base/errors.js";
import { nameOf, type ProjectPath } from "../../base/paths.js";
import { SourceText } from "../../base/text/index.js";
import type { Project, StyleSection } from "../../app/index.js";
import { Resolver, SheetWorld, type SheetPiece, type SheetText } from "../../graph/index.js";
import { linesInSections, type SheetSections } from "../../insight/sheets/index.js";
import { moduleRules } from "../../languages/index.js";
import type { Claim, Draft, DraftEdit } from "../draft.js";

/** The draft. Throws `SHEET_PARTED` where other statements stand between lines that would have to move. */
export function inSectionsDraft(
  { tree, aliases }: Pick<Project, "tree" | "aliases">,
  file: ProjectPath,
  sections: readonly StyleSection[],
): Draft | undefined {
  const world = new SheetWorld(new Resolver(tree, moduleRules, aliases));
  const sheet = world.sheet(file);
  const found = linesInSections(file, world, sections);
  if (!sheet || !found) return undefined;
  const writing = new SectionWriting(file, sheet, { found, sections });
  const edits = found.astray.length > 0 ? [writing.inOrder()] : writing.headingsOnly();
  if (edits.length === 0) return undefined;
  const moved = sheet.references.filter(({ start }) => edits.some((edit) => edit.start <= start && start < edit.end));
  const met = moved.map((reference) => ({ reference, meant: world.meaning(file, reference) }));
  return {
    moves: [],
    edits,
    made: [],
    claims: [
      ...moved.map(({ start }): Claim => ({ kind: "removes", file, start })),
      {
        kind: "adds",
        file,
        means: met.flatMap(({ meant }) => (meant.state === "found" ? meant.targets.slice(0, 1) : [])),
        astray: met.flatMap(({ reference, meant }) => (meant.state === "found" ? [] : [reference.specifier])),
      },
      { kind: "compiles alike", file, with: [] },
    ],
  };
}

interface Sectioned {
  readonly found: SheetSections;
  readonly sections: readonly StyleSection[];
}

class SectionWriting {
  readonly #lineEnd: string;
  readonly #hasComments: boolean;

  constructor(
    readonly file: ProjectPath,
    readonly sheet: SheetText,
    readonly input: Sectioned,
  ) {
    this.#lineEnd = sheet.text.includes("\r\n") ? "\r\n" : "\n";
    // In CSS every comment is part of the sheet.
    this.#hasComments = SheetWorld.formsOf(file)?.givesNames(nameOf(file)) !== "never";
  }

  /** A comment above the first line of each section that has none. */
  headingsOnly(): DraftEdit[] {
    const { found } = this.input;
    if (!this.#hasComments) return [];
    return found.unheaded.flatMap((section): DraftEdit[] => {
      const first = found.lines.find((line) => line.section === section);
      if (!first) return [];
      const { from } = first.piece;
      const before = this.sheet.text.slice(0, from);
      const isApart = before.trim() === "" || /\n[ \t]*\r?\n[ \t]*$/.test(before);
      const text = `${isApart ? "" : this.#lineEnd}${this.#heading(section)}${this.#lineEnd}`;
      return [{ file: this.file, start: from, end: from, text, why: "says what goes where" }];
    });
  }

  /** All lines anew, in order. */
  inOrder(): DraftEdit {
    const { found } = this.input;
    const { pieces, lines, headings } = found;
    const places = [...lines.map(({ at }) => at), ...[...headings.values()].map((piece) => pieces.indexOf(piece))];
    const [first, last] = [Math.min(...places), Math.max(...places)];
    const groups = new Map<number, string[]>();
    let section = -1;
    let pending: string[] = [];
    const put = (texts: readonly string[]): void => {
      groups.set(section, [...(groups.get(section) ?? []), ...texts]);
      pending = [];
    };
    for (const [at, piece] of pieces.entries()) {
      if (at < first || at > last || [...headings.values()].includes(piece)) continue;
      if (piece.main && !this.#isLoad(piece)) throw this.#refused(piece);
      const line = lines.find((each) => each.at === at);
      if (line) section = line.section;
      const text = this.#textOf(piece);
      // A comment by itself is about what follows it.
      if (piece.main) put([...pending, text]);
      else pending.push(text);
    }
    if (pending.length > 0) put(pending);
    const written = [...groups]
      .sort(([one], [other]) => one - other)
      .map(([each, texts]) => {
        const own = headings.get(each);
        const heading = own ? [this.#textOf(own)] : each >= 0 && this.#hasComments ? [this.#heading(each)] : [];
        return [...heading, ...texts].join(this.#lineEnd);
      });
    const [start, end] = [pieces[first]?.from ?? 0, pieces[last]?.end ?? 0];
    const before = this.sheet.text.slice(0, start);
    const gap = before.trim() === "" || /\n[ \t]*\r?\n[ \t]*$/.test(before) ? "" : this.#lineEnd;
    return {
      file: this.file,
      start,
      end,
      text: gap + written.join(this.#lineEnd.repeat(2)),
      why: "in the order of its sections",
      isMoved: true,
    };
  }

  #isLoad({ first, last }: SheetPiece): boolean {
    return this.sheet.loads.some(({ statement, isNested }) => !isNested && statement >= first && statement <= last);
  }

  #textOf({ from, end }: SheetPiece): string {
    return this.sheet.text.slice(from, end);
  }

  /** In the manner of the headings that are there. */
  #heading(section: number): string {
    const { found, sections } = this.input;
    const title = sections[section]?.title ?? "";
    const [[known, piece] = []] = found.headings;
    const like = piece && this.#textOf(piece);
    const own = known === undefined ? "" : (piece?.heading?.title ?? "");
    return like?.startsWith("//") === true && !like.includes("\n") && !/\d/.test(own)
      ? like.replace(own, title)
      : `// ${title}`;
  }

  #refused({ main, from }: SheetPiece): ShelfError {
    const place = { file: this.file, ...SourceText.ofNew(this.sheet.text).positionAt(main?.start ?? from) };
    return new ShelfError("SHEET_PARTED", { path: this.file, place });
  }
}
