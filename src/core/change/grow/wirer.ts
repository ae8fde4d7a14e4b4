/** Puts a feature in wherever its example is mentioned, and knows what the example's files are for it. */
import { extractFrom, type Row, type RowItem } from "../../languages/index.js";
import type { ProjectPath } from "../../base/paths.js";
import { applyEdits, SourceText, type TextEdit } from "../../base/text/index.js";
import type { ReferenceGraph } from "../../graph/index.js";
import type { Counterpart, FeatureName, Kept, WiredFile, Wiring } from "../../insight/wiring/index.js";
import type { SetupDraft } from "../setup/index.js";
import type { LikeSpecifier } from "./specifier-like.js";
import { insertion, type Inserted, type Insertion } from "./insert.js";
import { writeItem, type Written } from "./spell-out.js";

/** A line that was taken over from the example and is somebody's to fill in. */
export interface ToFill {
  readonly file: ProjectPath;
  readonly line: number;
  readonly text: string;
}

/** What is wired, and after what. */
export interface WirerInput {
  readonly draft: SetupDraft;
  readonly wiring: Wiring;
  readonly graph: ReferenceGraph;
  readonly to: FeatureName;
  /** How a new file is named that does not lie where the example does; its name is put in where nothing says it. */
  readonly specifierFor?: ((like: LikeSpecifier) => string | undefined) | undefined;
}

type SortedBy = Pick<Insertion, "keyOf" | "key">;

/** Draws up one file after the other. */
export class Wirer {
  readonly toFill: ToFill[] = [];
  /** The example's files, and those that stand for them. */
  readonly places = new Map<ProjectPath, ProjectPath>();

  constructor(readonly input: WirerInput) {}

  /** The path of the example's file with the new name in it. */
  placeFor({ path, ways }: Counterpart): ProjectPath {
    let [result, at] = ["", 0];
    for (const { start, end, ways: all } of this.input.wiring.compared.example.name.in(path)) {
      const around = { before: path.slice(0, start), behind: path.slice(end), within: "path" } as const;
      result += path.slice(at, start) + this.input.to.spell(ways.get(start) ?? all, around);
      at = end;
    }
    return (result + path.slice(at)) as ProjectPath;
  }

  /** One file outside: its entries are written for the feature, each beside those of the others. */
  wire({ path, shape, entries }: WiredFile): void {
    const { text } = shape;
    const edits: Put[] = [];
    const put: Kept[] = [];
    for (const { kept, row, item, partners } of entries) {
      const specifierAt = (start: number): string | undefined => this.specifierAt(path, start);
      const written = writeItem({ kept, to: this.input.to, sisters: [], specifierAt }, item);
      // What does not speak of the feature any more, because the rest of it went, says nothing of it.
      if (this.input.to.in(written.text).length === 0) continue;
      if (row.items.some((each) => text.slice(each.start, each.end) === written.text)) continue;
      const group = [item, ...partners.values()];
      const { edit, ...place } = insertion({
        text,
        row,
        group,
        item: written.text,
        ...this.#sorting(shape, item, written),
      });
      edits.push({ ...edit, ...place, written, row, item });
      put.push(kept);
    }
    if (edits.length === 0) return;
    keepTogether(edits);
    const ordered = joined(edits);
    const after = applyEdits(text, ordered);
    // A draft changes texts without returns, and gives them back.
    const change = (now: string): string => (now.includes("\r") ? after : after.replaceAll("\r\n", "\n"));
    this.input.draft.edit(path, change, "lists it like the others", this.meant(path, put));
    let shift = 0;
    for (const { start, written, at, text: gained } of [...edits].sort((a, b) => a.start - b.start)) {
      const offset = start + shift + at;
      this.note(
        path,
        after,
        written.toFill.map((each) => ({ start: each.start + offset, end: each.end + offset })),
      );
      shift += gained.length;
    }
  }

  /** How the file that stands for one of the example's is named where that is; nothing where its name is put in. */
  specifierAt(path: ProjectPath, start: number): string | undefined {
    const { specifierFor, graph } = this.input;
    const found = graph.files.get(path)?.references.find(({ reference }) => reference.start === start);
    const target = found?.resolution.state === "found" ? found.resolution.targets[0] : undefined;
    const to = target === undefined ? undefined : this.places.get(target);
    if (!specifierFor || !found || target === undefined || to === undefined) return undefined;
    return specifierFor({ from: path, specifier: found.reference.specifier, target, to });
  }

  /** Lines that name files are sorted by those. */
  #sorting({ references, path }: WiredFile["shape"], item: RowItem, { text }: Written): SortedBy {
    const named = ({ start, end }: RowItem): string | undefined =>
      [...references.values()].find((each) => start <= each.start && each.start < end)?.specifier;
    if (named(item) === undefined) return {};
    return { keyOf: named, key: extractFrom(text, path).references[0]?.specifier };
  }

  /** Remembers lines that say something of the example. */
  note(file: ProjectPath, text: string, spans: readonly { readonly start: number; readonly end: number }[]): void {
    const source = SourceText.ofNew(text);
    for (const { start } of spans) {
      const { line } = source.positionAt(start);
      if (this.toFill.some((each) => each.file === file && each.line === line)) continue;
      this.toFill.push({ file, line, text: (text.split(/\r?\n/)[line - 1] ?? "").trim() });
    }
  }

  /** The files that the references of what is kept are written for. */
  meant(path: ProjectPath, kept: readonly Kept[]): ProjectPath[] {
    return (this.input.graph.files.get(path)?.references ?? []).flatMap(({ reference, resolution }) => {
      if (resolution.state !== "found" || !kept.some((each) => each.isKept(reference.start))) return [];
      const [target] = resolution.targets;
      return target === undefined ? [] : [this.places.get(target) ?? target];
    });
  }
}

/** One item that is put in, and that of the example. */
interface Put extends TextEdit, Omit<Inserted, "edit"> {
  readonly written: Written;
  readonly row: Row;
  readonly item: RowItem;
}

/** What stands one behind the other for each feature goes in together, behind the last of it. */
function keepTogether(edits: Put[]): void {
  for (let at = edits.length - 2; at >= 0; at -= 1) {
    const [edit, next] = [edits[at], edits[at + 1]];
    if (!edit?.behind || !next?.behind || edit.row !== next.row) continue;
    const place = (item: RowItem): number => edit.row.items.indexOf(item);
    const isNext = place(next.item) === place(edit.item) + 1 && place(next.behind) > place(edit.behind);
    const isOneBlock = place(next.behind) - place(edit.behind) < edits.length;
    if (isNext && isOneBlock) edits[at] = { ...edit, start: next.start, end: next.end, behind: next.behind };
  }
}

/** Insertions at one place, one behind the other. */
function joined(edits: readonly TextEdit[]): TextEdit[] {
  const at = new Map<number, TextEdit>();
  for (const { start, end, text } of edits) {
    const there = at.get(start);
    at.set(start, { start, end, text: (there?.text ?? "") + text });
  }
  return [...at.values()];
}
