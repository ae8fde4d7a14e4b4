/**
 * Where a feature's old name stands and no declaration is meant: keys and properties, routes, types of actions, words for people, comments.
 * In its own files and where others list it that is offered whatever it is; elsewhere, only what its files or its entries also say.
 */
import { splitWords } from "../../base/names/index.js";
import type { ProjectPath } from "../../base/paths.js";
import type { SourceTree } from "../../files/index.js";
import type { Modules } from "../../graph/index.js";
import { isOfTrade, languageFor, type Extraction, type NamePlace, type TextNames } from "../../languages/index.js";
import type { DraftEdit } from "../draft.js";
import { lineAt, type MentionedName, type NameEdits } from "../rename/index.js";
import { mayBeKey, wordAt } from "./key-uses.js";
import { withinAt, type NewFeatureName, type Within } from "./new-name.js";

/** What they are looked for with. */
export interface FeatureMentionsInput {
  readonly tree: SourceTree;
  readonly modules: Modules;
  readonly names: NameEdits;
  readonly name: NewFeatureName;
  /** The feature's own files. */
  readonly own: ReadonlySet<ProjectPath>;
  /** Where other files list it, by file. */
  readonly spans: ReadonlyMap<ProjectPath, readonly Span[]>;
  /** Names that get others: of several words, they are offered wherever they stand. */
  readonly renamed: ReadonlySet<string>;
  /** What changes anyway. */
  readonly edits: readonly DraftEdit[];
}

interface Span {
  readonly start: number;
  readonly end: number;
}

/** One of them, before it is known whether it is offered. */
interface Found {
  readonly mention: MentionedName;
  /** The letters that change, with those that are joined to them. */
  readonly word: string;
  readonly isListed: boolean;
  readonly isKey: boolean;
  readonly isPath: boolean;
}

/** A name that is no word of a sentence. */
function isLongName(name: string): boolean {
  return splitWords(name).length > 1;
}

/** Text above which a file is data, not something that people read. */
const mostLetters = 1_000_000;

/** Finds them. */
export class FeatureMentions {
  readonly #edits = new Map<ProjectPath, DraftEdit[]>();

  constructor(readonly input: FeatureMentionsInput) {
    for (const edit of input.edits) this.#edits.set(edit.file, [...(this.#edits.get(edit.file) ?? []), edit]);
  }

  /** Those that may change, by file and place. */
  async find(candidates: readonly ProjectPath[]): Promise<MentionedName[]> {
    const all: Found[] = [];
    for (const path of candidates) all.push(...(await this.#inFile(path)));
    const said = new Set(all.filter(({ isListed, isKey }) => isListed && isKey).map(({ word }) => word));
    const isLong = this.input.name.from.words.length > 1;
    return all
      .filter(
        ({ isListed, isKey, isPath, word }) =>
          isListed ||
          isLong ||
          isPath ||
          (isKey && said.has(word)) ||
          (this.input.renamed.has(word) && isLongName(word)),
      )
      .map(({ mention }) => mention);
  }

  async #inFile(path: ProjectPath): Promise<Found[]> {
    const { tree, modules, names, name, own, spans } = this.input;
    const source = tree.text(path);
    const language = languageFor(path);
    if (!source || source.text.length > mostLetters || source.text.includes("\0") || language?.saysAll === true)
      return [];
    const { text } = source;
    const reading = modules.reading(path);
    const { references } = reading;
    const edits = this.#edits.get(path) ?? [];
    const told = language?.names === undefined ? undefined : await names.namesIn(path);
    if (language?.names !== undefined && !told) return [];
    const identifiers = told && new Identifiers(told, reading);
    // In languages in which members are not told apart, only texts may change.
    const isBlind = language?.types !== undefined || language?.namespaces !== undefined;
    const isCode = isOfTrade(path, "code", "page");
    const listed = spans.get(path) ?? [];
    const found: Found[] = [];
    let done = 0;
    for (const { start, end } of name.from.in(text)) {
      if (start < done || references.some((each) => each.start <= start && start < each.end)) continue;
      const whole = wordAt(text, start, end);
      const edit = edits.find((each) => each.start <= start && start < each.end);
      const property = identifiers?.propertyAt(whole.start, edit !== undefined);
      if (property === undefined && (edit || identifiers?.isName(whole.start) === true)) continue;
      const within: Within = property === undefined ? withinAt(path, text, start, end) : "code";
      if (isBlind && within === "code") continue;
      const isListed = own.has(path) || listed.some((each) => each.start <= start && start < each.end);
      const isKey = isCode && mayBeKey(text, whole.start, whole.end);
      const isPath = isCode && within === "string" && /["'`/#]/.test(text.charAt(start - 1)) && !isSentence(text, end);
      const change =
        property === undefined ? this.#text(text, start, end, within) : this.#property(text, whole, property, edit);
      if (change === undefined) continue;
      done = change.end;
      const word = text.slice(whole.start, whole.end);
      found.push({
        mention: {
          mention: {
            file: path,
            at: source.positionAt(start),
            text: lineAt(text, start),
            names: text.slice(start, end),
          },
          edit: { file: path, start: change.start, end: change.end, text: change.text, why: "mentions it" },
          ...(within !== "text" && { isGoneBy: true }),
          ...(property !== undefined && { property: { name: word, to: name.identifier(word) ?? word } }),
        },
        word,
        isListed,
        isKey: isKey || property !== undefined,
        isPath,
      });
    }
    return found;
  }

  #text(text: string, start: number, end: number, within: Within): TextChange | undefined {
    const to = this.input.name.spelled(text, within, start, end);
    return to === undefined ? undefined : { start, end, text: to };
  }

  /** A property; where it stands for a variable as well, the variable is written behind it, unless both are called the same then. */
  #property(
    text: string,
    { start, end }: Span,
    property: Property,
    edit: DraftEdit | undefined,
  ): TextChange | undefined {
    const word = text.slice(start, end);
    const to = this.input.name.identifier(word);
    if (to === undefined) return undefined;
    if (!property.isShorthand) return { start, end, text: to };
    const variable = edit ? edit.text.slice(edit.text.indexOf(":") + 1).trim() : word;
    const both = variable === to ? to : `${to}: ${variable}`;
    return edit ? { start: edit.start, end: edit.end, text: both } : { start, end, text: both };
  }
}

interface TextChange extends Span {
  readonly text: string;
}

interface Property {
  /** Whether a variable is meant as well: `{ harvest }`. */
  readonly isShorthand: boolean;
}

/** What identifiers of a text stand for. */
class Identifiers {
  readonly #starts: ReadonlySet<number>;
  readonly #places = new Map<number, NamePlace>();
  /** Names that other files give, and those that they get. */
  readonly #given: ReadonlySet<number>;
  readonly #exported: ReadonlySet<number>;

  constructor({ identifiers, variables, labels, takings }: TextNames, { references, exports = [] }: Extraction) {
    this.#starts = new Set([...identifiers, ...labels].map(({ start }) => start));
    for (const { places } of variables) for (const place of places) this.#places.set(place.start, place);
    const bindings = references.flatMap((each) => each.bindings ?? []);
    const locals = new Set(bindings.flatMap(({ imported, localStart }) => (imported === "*" ? [localStart] : [])));
    const members = [
      ...variables
        .filter(({ places }) => places.some(({ start }) => locals.has(start)))
        .flatMap(({ places }) => places.flatMap((place) => place.members ?? [])),
      ...takings.flatMap((taking) => taking.members ?? []),
    ];
    this.#given = new Set([...members, ...bindings].map(({ start }) => start));
    this.#exported = new Set(exports.map(({ start }) => start));
  }

  /** Whether a variable is meant, or what another file gives or gets, and nothing else. */
  isName(start: number): boolean {
    return this.#places.has(start) || this.#given.has(start) || this.#exported.has(start);
  }

  /** A property, if one begins there; what changes already is one only where it is a variable as well. */
  propertyAt(start: number, isChanged: boolean): Property | undefined {
    const place = this.#places.get(start);
    if (this.#given.has(start)) return undefined;
    if (place) return place.form === "shorthand property" ? { isShorthand: true } : undefined;
    return this.#starts.has(start) && !this.#exported.has(start) && !isChanged ? { isShorthand: false } : undefined;
  }
}

/** Whether words follow in the same quotes. */
function isSentence(text: string, end: number): boolean {
  return /^[\p{L}\p{N}_-]*[ ,.!?]/u.test(text.slice(end, end + 40));
}
