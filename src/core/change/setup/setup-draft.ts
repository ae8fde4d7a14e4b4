/**
 * What `init` and `add` would do, drawn up file by file: files made, texts that gain lines. In the end it is a draft like every
 * other, planned and proved with the rest of the project; nothing is written while it is drawn up, and nothing that exists is
 * ever replaced.
 */
import { BrokenAssumption, ShelfError } from "../../base/errors.js";
import { foldersAbove, inFolder, isProjectPath, nameOf, pathProblem, type ProjectPath } from "../../base/paths.js";
import { SourceText } from "../../base/text/index.js";
import type { FileReader } from "../../files/index.js";
import { languageFor } from "../../languages/index.js";
import type { Claim, Draft } from "../draft.js";
import type { MadeFile } from "../plan/plan.js";
import { editsBetween } from "../text-changes.js";

/** What came of setting up or adding. */
export interface SetUp {
  readonly draft: Draft;
  /** What people should know or do besides, a sentence each. */
  readonly notes: readonly string[];
  /** Those of them that are untrue where a pattern takes in what is made. */
  readonly unlisted?: readonly string[];
  /** Files that are made together for one piece of state, the main one last. */
  readonly sets: readonly (readonly ProjectPath[])[];
}

interface Edited {
  readonly before: string;
  text: string;
  why: string;
}

/** Draws files up, step by step. */
export class SetupDraft {
  readonly #made = new Map<ProjectPath, MadeFile>();
  readonly #edited = new Map<ProjectPath, Edited>();
  readonly #means = new Map<ProjectPath, Set<ProjectPath>>();
  readonly #notes = new Set<string>();
  readonly #unlisted = new Set<string>();
  readonly #opened = new Set<string>();
  readonly #sets: (readonly ProjectPath[])[] = [];

  constructor(readonly store: FileReader) {}

  /** Whether a file is there, or will be. */
  has(path: ProjectPath): boolean {
    return this.#made.has(path) || this.store.stat(path) !== undefined;
  }

  /** The files that are made so far, in their order. */
  get made(): readonly ProjectPath[] {
    return [...this.#made.keys()];
  }

  /**
   * A new file, and the files that its references are written for. Throws `NAME_TAKEN`, `THROUGH_LINK` or
   * `TARGET_NOT_FOLDER`.
   */
  make(path: ProjectPath, content: string | Buffer, why: string, means: Iterable<ProjectPath> = []): void {
    if (this.has(path)) throw new ShelfError("NAME_TAKEN", { path, other: path });
    this.#ensureWay(path);
    this.#made.set(
      path,
      typeof content === "string" ? { path, text: content, why } : { path, text: "", bytes: content, why },
    );
    this.#mean(path, means);
  }

  /** Says which files are of the kind of one that is made: a pattern that takes one of them in may take it in, too. */
  isLike(path: ProjectPath, like: readonly ProjectPath[]): void {
    const made = this.#made.get(path);
    if (made && like.length > 0) this.#made.set(path, { ...made, like });
  }

  /** The text of a file as it will be; `undefined` where none is. */
  textOf(path: ProjectPath): string | undefined {
    const made = this.#made.get(path);
    if (made) return made.bytes ? undefined : made.text;
    return this.#open(path)?.text;
  }

  /** The text of a file that is changed so far; `undefined` for every other. Nothing is read. */
  changedText(path: ProjectPath): string | undefined {
    return this.#edited.get(path)?.text;
  }

  /**
   * Changes the text of a file that is there or will be, and says which files the new references are written for. Line ends
   * become those of the file.
   */
  edit(path: ProjectPath, change: (text: string) => string, why: string, means: Iterable<ProjectPath> = []): void {
    const made = this.#made.get(path);
    if (made && !made.bytes) {
      const text = change(made.text);
      if (text !== made.text) this.#mean(path, means);
      this.#made.set(path, { ...made, text });
      return;
    }
    const edited = this.#open(path);
    if (!edited) throw new BrokenAssumption(`${path} is not there`);
    // In a text of mixed line ends every line keeps its own.
    const usesReturns = edited.text.includes("\r\n") && !/(^|[^\r])\n/.test(edited.text);
    const plain = usesReturns ? edited.text.replaceAll("\r\n", "\n") : edited.text;
    const text = change(plain);
    if (text === plain) return;
    this.#mean(path, means);
    this.#edited.set(path, { ...edited, text: usesReturns ? text.replaceAll("\n", "\r\n") : text, why });
  }

  /** Says that names which begin so may mean files from now on. */
  open(prefix: string): void {
    this.#opened.add(prefix);
  }

  /** Says that files are made together for one piece of state, the main one last. */
  belongTogether(paths: readonly ProjectPath[]): void {
    this.#sets.push(paths);
  }

  /** Says what stays true only as long as nothing lists what is made. */
  noteUnlisted(sentence: string): void {
    this.#unlisted.add(sentence);
  }

  /** Says that what is made is listed. */
  listed(): void {
    this.#unlisted.clear();
  }

  note(sentence: string): void {
    this.#notes.add(sentence);
  }

  finish(): SetUp {
    const touched = [...this.#made.keys(), ...this.#edited.keys()];
    // What no language reads cannot be held to anything; the plan says so.
    const claims = touched
      .filter((path) => languageFor(path) !== undefined)
      .map((file): Claim => ({ kind: "adds", file, means: [...(this.#means.get(file) ?? [])], others: "led" }));
    for (const prefix of this.#opened) claims.push({ kind: "opens", prefix });
    const edits = [...this.#edited].flatMap(([file, { before, text, why }]) => editsBetween(file, before, text, why));
    const draft = { moves: [], edits, made: [...this.#made.values()], claims };
    return { draft, notes: [...this.#notes, ...this.#unlisted], unlisted: [...this.#unlisted], sets: this.#sets };
  }

  #mean(path: ProjectPath, means: Iterable<ProjectPath>): void {
    this.#means.set(path, new Set([...(this.#means.get(path) ?? []), ...means]));
  }

  #open(path: ProjectPath): Edited | undefined {
    const open = this.#edited.get(path);
    if (open) return open;
    if (this.store.stat(path)?.kind !== "file") return undefined;
    const { text } = SourceText.fromBytes(this.store.read(path));
    return { before: text, text, why: "" };
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
