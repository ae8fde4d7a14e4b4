/** `add feature` in an app that has some: the same files, with what they have in common, and a mention wherever the others have one. */
import { ShelfError } from "../../base/errors.js";
import { splitWords } from "../../base/names/index.js";
import type { ProjectPath } from "../../base/paths.js";
import { applyEdits, SourceText, type TextEdit } from "../../base/text/index.js";
import type { AppAnalysis } from "../../insight/analysis.js";
import type { ReferenceGraph } from "../../graph/index.js";
import {
  exampleCalled,
  examplesOf,
  FeatureName,
  learnWiring,
  type Counterpart,
  type Kept,
  type WiredFile,
  type Wiring,
} from "../../insight/wiring/index.js";
import { extractFrom, type RowItem } from "../../languages/index.js";
import { SetupDraft, type SetUp } from "../setup/index.js";
import { insertion, type Insertion } from "./insert.js";
import { writeItem, writeText, type Written } from "./spell-out.js";

/** What was asked. */
export interface GrowRequest {
  readonly analysed: AppAnalysis;
  readonly graph: ReferenceGraph;
  /** The new feature's name, in any case. */
  readonly name: string;
  /** The feature that is the example. */
  readonly like?: string | undefined;
}

/** A line that was taken over from the example and is somebody's to fill in. */
export interface ToFill {
  readonly file: ProjectPath;
  readonly line: number;
  readonly text: string;
}

/** A feature that was drawn up. */
export interface Grown extends SetUp {
  /** The feature that was the example, and those that it was compared with. */
  readonly like: string;
  readonly sisters: readonly string[];
  readonly toFill: readonly ToFill[];
  /** Files of the example that the new one does not get, though others have them. */
  readonly unmade: readonly ProjectPath[];
  /** Files that mention the example and could not be read, so that nobody knows what they ask for. */
  readonly unread: readonly ProjectPath[];
}

/**
 * Draws it up; `undefined` where no two features have anything in common, so that only the arrangement tells what one is. Throws
 * `NAME_TAKEN` for a feature that is there, `EXAMPLE_MISSING` for an example that is not.
 */
export async function growFeature({ analysed, graph, name, like }: GrowRequest): Promise<Grown | undefined> {
  const examples = examplesOf(analysed, graph);
  const taken = exampleCalled(name, examples);
  if (taken)
    throw new ShelfError("NAME_TAKEN", {
      path: `the feature ${name}`,
      other: taken.files[0] ?? taken.feature,
      reason: "so add to it with `add ROLE NAME --feature`",
    });
  if (like !== undefined && !exampleCalled(like, examples))
    throw new ShelfError("EXAMPLE_MISSING", { path: like, paths: examples.map(({ feature }) => feature) });
  const wiring = await learnWiring({ analysed, graph, like });
  if (!wiring || wiring.files.length === 0) return undefined;
  return new Growing(wiring, analysed, graph, new FeatureName(splitWords(name), wiring.compared.example.name.inPaths)).grow();
}

type SortedBy = Pick<Insertion, "keyOf" | "key">;

class Growing {
  readonly #draft: SetupDraft;
  readonly #toFill: ToFill[] = [];
  readonly #places = new Map<ProjectPath, ProjectPath>();

  constructor(
    readonly wiring: Wiring,
    analysed: AppAnalysis,
    readonly graph: ReferenceGraph,
    readonly to: FeatureName,
  ) {
    this.#draft = new SetupDraft(analysed.app.store);
  }

  grow(): Grown {
    const { compared, files, wired, unmade, unread } = this.wiring;
    for (const { path, counterpart } of files) this.#places.set(path, this.#placeFor(counterpart));
    for (const { path, kept, sisters } of files) {
      const place = this.#places.get(path) ?? path;
      const written = writeText({ kept, to: this.to, sisters });
      this.#draft.make(place, written.text, `like ${compared.example.feature}`, this.#meant(path, [kept]));
      this.#note(place, written.text, written.toFill);
    }
    for (const each of wired) this.#wire(each);
    return {
      ...this.#draft.finish(),
      like: compared.example.feature,
      sisters: compared.sisters.map(({ feature }) => feature),
      toFill: this.#toFill,
      unmade,
      unread,
    };
  }

  /** The path of the example's file with the new name in it. */
  #placeFor({ path, ways }: Counterpart): ProjectPath {
    let [result, at] = ["", 0];
    for (const { start, end, ways: all } of this.wiring.compared.example.name.in(path)) {
      const around = { before: path.slice(0, start), behind: path.slice(end), within: "path" } as const;
      result += path.slice(at, start) + this.to.spell(ways.get(start) ?? all, around);
      at = end;
    }
    return (result + path.slice(at)) as ProjectPath;
  }

  #wire({ path, shape, entries }: WiredFile): void {
    const { text } = shape;
    const edits: (TextEdit & { readonly written: Written; readonly at: number })[] = [];
    for (const { kept, row, item, partners } of entries) {
      const written = writeItem({ kept, to: this.to, sisters: [] }, item);
      if (row.items.some((each) => text.slice(each.start, each.end) === written.text)) continue;
      const group = [item, ...partners.values()];
      const { edit, at } = insertion({ text, row, group, item: written.text, ...this.#sorting(shape, item, written) });
      edits.push({ ...edit, written, at });
    }
    if (edits.length === 0) return;
    const ordered = joined(edits);
    const after = applyEdits(text, ordered);
    const means = this.#meant(path, entries.map(({ kept }) => kept));
    this.#draft.edit(path, () => after, `as the other features are`, means);
    let shift = 0;
    for (const { start, written, at, text: put } of [...edits].sort((a, b) => a.start - b.start)) {
      const offset = start + shift + at;
      this.#note(path, after, written.toFill.map((each) => ({ start: each.start + offset, end: each.end + offset })));
      shift += put.length;
    }
  }

  /** Lines that name files are sorted by those. */
  #sorting({ references, path }: WiredFile["shape"], item: RowItem, { text }: Written): SortedBy {
    const named = ({ start, end }: RowItem): string | undefined =>
      [...references.values()].find((each) => start <= each.start && each.start < end)?.specifier;
    if (named(item) === undefined) return {};
    return { keyOf: named, key: extractFrom(text, path).references[0]?.specifier };
  }

  #note(file: ProjectPath, text: string, spans: readonly { readonly start: number; readonly end: number }[]): void {
    const source = SourceText.ofNew(text);
    for (const { start } of spans) {
      const { line } = source.positionAt(start);
      if (this.#toFill.some((each) => each.file === file && each.line === line)) continue;
      this.#toFill.push({ file, line, text: (text.split(/\r?\n/)[line - 1] ?? "").trim() });
    }
  }

  /** The files that the references of what is kept are written for. */
  #meant(path: ProjectPath, kept: readonly Kept[]): ProjectPath[] {
    return (this.graph.files.get(path)?.references ?? []).flatMap(({ reference, resolution }) => {
      if (resolution.state !== "found" || !kept.some((each) => each.isKept(reference.start))) return [];
      const [target] = resolution.targets;
      return target === undefined ? [] : [this.#places.get(target) ?? target];
    });
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
