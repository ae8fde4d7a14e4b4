/**
 * What `init` and `add` would do: files made, texts that gain lines, folders. Like a plan of moves it is data; nothing is
 * written while it is drawn up, and nothing that exists is ever replaced.
 */
import { BrokenAssumption, ShelfError } from "../../base/errors.js";
import { foldersAbove, inFolder, isProjectPath, nameOf, pathProblem, type ProjectPath } from "../../base/paths.js";
import { SourceText } from "../../base/text/index.js";
import type { FileReader } from "../../files/index.js";

/** A file that is made. */
export interface NewFile {
  readonly path: ProjectPath;
  readonly bytes: Buffer;
  /** What it is, in a few words. */
  readonly why: string;
}

/** A line that a text gains (or a passage that changes). Lines count from 1, in the new text. */
export interface NewLine {
  readonly line: number;
  readonly text: string;
}

/** A file whose text changes. */
export interface EditedFile {
  readonly path: ProjectPath;
  readonly before: Buffer;
  readonly after: Buffer;
  readonly lines: readonly NewLine[];
  readonly why: string;
}

/** All of it. */
export interface Creation {
  readonly made: readonly NewFile[];
  readonly edited: readonly EditedFile[];
  /** Outermost first. */
  readonly foldersMade: readonly ProjectPath[];
  /** What people should know or do besides, a sentence each. */
  readonly notes: readonly string[];
}

interface Draft {
  readonly source: SourceText;
  readonly before: Buffer;
  text: string;
  why: string;
}

/** Draws a creation up, step by step. */
export class CreationDraft {
  readonly #made = new Map<ProjectPath, NewFile & { text?: string }>();
  readonly #edited = new Map<ProjectPath, Draft>();
  readonly #notes = new Set<string>();

  constructor(readonly store: FileReader) {}

  /** Whether a file is there, or will be. */
  has(path: ProjectPath): boolean {
    return this.#made.has(path) || this.store.stat(path) !== undefined;
  }

  /** A new file. Throws `NAME_TAKEN`, `THROUGH_LINK` or `TARGET_NOT_FOLDER`. */
  make(path: ProjectPath, content: string | Buffer, why: string): void {
    if (this.has(path)) throw new ShelfError("NAME_TAKEN", { path, other: path });
    this.#ensureWay(path);
    const text = typeof content === "string" ? content : undefined;
    this.#made.set(path, { path, bytes: Buffer.from(content as string), why, ...(text !== undefined && { text }) });
  }

  /** The text of a file as it will be; `undefined` where none is. */
  textOf(path: ProjectPath): string | undefined {
    const made = this.#made.get(path);
    if (made) return made.text;
    return this.#open(path)?.text;
  }

  /** Changes the text of a file that is there or will be. Line ends become those of the file. */
  edit(path: ProjectPath, change: (text: string) => string, why: string): void {
    const made = this.#made.get(path);
    if (made?.text !== undefined) {
      const text = change(made.text);
      this.#made.set(path, { ...made, text, bytes: Buffer.from(text) });
      return;
    }
    const draft = this.#open(path);
    if (!draft) throw new BrokenAssumption(`${path} is not there`);
    // In a text of mixed line ends every line keeps its own.
    const usesReturns = draft.text.includes("\r\n") && !/(^|[^\r])\n/.test(draft.text);
    const text = change(usesReturns ? draft.text.replaceAll("\r\n", "\n") : draft.text);
    draft.text = usesReturns ? text.replaceAll("\n", "\r\n") : text;
    draft.why = why;
    this.#edited.set(path, draft);
  }

  note(sentence: string): void {
    this.#notes.add(sentence);
  }

  finish(): Creation {
    const made = [...this.#made.values()].map(({ path, bytes, why }) => ({ path, bytes, why }));
    const folders = new Set(
      made.flatMap(({ path }) => foldersAbove(path)).filter((folder) => !this.store.stat(folder)),
    );
    const edited = [...this.#edited].map(([path, { source, before, text, why }]): EditedFile => {
      return { path, before, after: source.encode(text, path), lines: newLines(source.text, text), why };
    });
    return {
      made,
      edited: edited.filter(({ before, after }) => !before.equals(after)),
      foldersMade: [...folders].sort((a, b) => a.length - b.length),
      notes: [...this.#notes],
    };
  }

  #open(path: ProjectPath): Draft | undefined {
    const open = this.#edited.get(path);
    if (open) return open;
    if (this.store.stat(path)?.kind !== "file") return undefined;
    const before = this.store.read(path);
    const source = SourceText.fromBytes(before);
    return { source, before, text: source.text, why: "" };
  }

  #ensureWay(path: ProjectPath): void {
    for (const folder of foldersAbove(path)) {
      const kind = this.store.stat(folder)?.kind;
      if (kind === "link") throw new ShelfError("THROUGH_LINK", { path, other: folder });
      if (kind !== undefined && kind !== "folder") throw new ShelfError("TARGET_NOT_FOLDER", { path: folder });
      if (kind === "folder" && this.store.stat(inFolder(folder, ".git")))
        throw new ShelfError("PLACE_NOT_OURS", { path, reason: `in another repository (${folder}/)` });
      if (this.#made.has(folder)) throw new ShelfError("TARGET_NOT_FOLDER", { path: folder });
    }
    const problem = pathProblem(path);
    if (problem !== undefined) throw new ShelfError("NAME_UNUSABLE", { path: nameOf(path), reason: problem });
    if (!isProjectPath(path))
      throw new ShelfError("PLACE_NOT_OURS", { path, reason: "where no file of a project can be" });
  }
}

/** The lines of a new text that the old one does not have, by their common beginning and end. */
function newLines(before: string, after: string): NewLine[] {
  const [old, now] = [before.split(/\r?\n/), after.split(/\r?\n/)];
  const left = new Map<string, number>();
  for (const line of old) left.set(line, (left.get(line) ?? 0) + 1);
  // What follows the last line end is no line.
  if (now.at(-1) === "") now.pop();
  return now.flatMap((text, index) => {
    const rest = left.get(text) ?? 0;
    left.set(text, rest - 1);
    return rest > 0 ? [] : [{ line: index + 1, text }];
  });
}
