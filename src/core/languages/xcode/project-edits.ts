/**
 * Changes of a project file, line by line: an entry of a group goes, comes, or gets another name; an object is made or removed.
 * All else stays letter by letter. Places are those of the present text.
 */
import { createHash } from "node:crypto";
import { addTo } from "../../base/grouping.js";
import type { TextEdit } from "../../base/text/index.js";
import { commentsById, type ProjectObject, type XcodeProject } from "./project.js";
import { placeOf, valueOf, writeText, type ListArray, type ListComment, type ListText } from "./property-list.js";

/** A line that an array gains. */
interface Item {
  readonly id: string;
  readonly comment: string;
}

interface Place {
  readonly start: number;
  readonly end: number;
}

/** What an object that is made says, in the order of its lines. */
export type Body = readonly (readonly [key: string, value: string | readonly Item[]])[];

/** An object that is made. */
interface Made {
  readonly isa: string;
  readonly id: string;
  readonly comment: string;
  readonly body: Body;
  /** Whether it stands in one line. */
  readonly isShort: boolean;
}

/** Collects changes, and gives them as edits that do not touch each other. */
export class ProjectEdits {
  readonly #removed: Place[] = [];
  readonly #inserted = new Map<number, string>();
  readonly #replaced: TextEdit[] = [];
  readonly #made = new Map<string, Made>();
  readonly #lineEnd: string;
  #comments: ReadonlyMap<string, readonly ListComment[]> | undefined;

  constructor(readonly project: XcodeProject) {
    this.#lineEnd = project.text.includes("\r\n") ? "\r\n" : "\n";
  }

  /** A new id, the same each time for the same thing: 24 hexadecimal digits, as Xcode's are. */
  newId(what: string): string {
    for (let count = 0; ; count += 1) {
      const id = createHash("sha1").update(`${what}\n${count}`).digest("hex").slice(0, 24).toUpperCase();
      if (!this.project.objects.has(id) && !this.#made.has(id)) return id;
    }
  }

  /** Takes an item out of an array of an object, with its line. */
  removeItem(object: ProjectObject, key: string, value: string): void {
    const array = valueOf(object.body, key);
    if (array?.kind !== "array") return;
    for (const index of this.#placesIn(array).get(value) ?? []) {
      const item = array.items[index];
      if (item?.kind === "text") this.#cut(placeOf(item).start, array.ends[index] ?? item.end);
    }
  }

  readonly #places = new Map<ListArray, ReadonlyMap<string, readonly number[]>>();

  /** Where each text stands in an array; many are taken out of a long one. */
  #placesIn(array: ListArray): ReadonlyMap<string, readonly number[]> {
    const there = this.#places.get(array);
    if (there) return there;
    const places = new Map<string, number[]>();
    array.items.forEach((item, index) => {
      if (item.kind === "text") addTo(places, item.value, index);
    });
    this.#places.set(array, places);
    return places;
  }

  /** Puts an item into an array of an object, before the item at an index; at the end for one that is not there. */
  insertItem(object: ProjectObject, key: string, item: Item, before = Infinity): void {
    const array = valueOf(object.body, key);
    if (array?.kind === "array") this.#insertInto(array, item, before);
  }

  /** Gives a text another value, in quotes where it needs some. */
  replace(text: ListText, value: string): void {
    this.#replaced.push({ ...placeOf(text), text: writeText(value) });
  }

  /** Gives an object a key before another one. */
  addKey({ body }: ProjectObject, key: string, value: string, before: string): void {
    const at = body.entries.find((entry) => entry.key.value === before)?.start;
    if (at === undefined) return;
    const line = this.#lineStart(at);
    const lead = this.project.text.slice(line, at);
    const isOwnLine = lead.trim() === "";
    this.#insert(
      isOwnLine ? line : at,
      `${isOwnLine ? lead : ""}${key} = ${writeText(value)};${isOwnLine ? this.#lineEnd : " "}`,
    );
  }

  /** Says another name behind an id, wherever it says the old one: `Tree.swift`, `Tree.swift in Sources`. */
  rename(id: string, was: string, name: string): void {
    this.#comments ??= commentsById(this.project);
    for (const { start, end } of this.#comments.get(id) ?? []) {
      const comment = this.project.text.slice(start, end);
      if (comment !== was && !comment.startsWith(`${was} in `)) continue;
      this.#replaced.push({ start, end: start + was.length, text: inComment(name) });
    }
  }

  /** Removes an object with its lines. */
  removeObject({ entry }: ProjectObject): void {
    this.#cut(entry.start, entry.end);
  }

  /** Makes an object. It comes to stand with those of its kind, in the order of ids. */
  make(made: Made): void {
    this.#made.set(made.id, made);
  }

  /** Puts an item into an array of an object that is being made. */
  addToMade(id: string, key: string, item: Item): void {
    const made = this.#made.get(id);
    if (!made) return;
    const body = made.body.map(([name, value]) =>
      name === key && typeof value !== "string" ? ([name, [...value, item]] as const) : ([name, value] as const),
    );
    this.#made.set(id, { ...made, body });
  }

  /** All of it, as edits that do not overlap. */
  edits(): TextEdit[] {
    for (const made of [...this.#made.values()].sort((a, b) => (a.id < b.id ? -1 : 1))) this.#place(made);
    const removed = outermost(this.#removed);
    const isGone = (start: number): boolean => removed.some((each) => each.start <= start && start < each.end);
    const isWithin = (at: number): boolean => removed.some((each) => each.start < at && at < each.end);
    const inserted = new Map([...this.#inserted].filter(([at]) => !isWithin(at)));
    const cuts = removed.map(({ start, end }): TextEdit => {
      const text = inserted.get(start) ?? "";
      inserted.delete(start);
      return { start, end, text };
    });
    const lines = [...inserted].map(([start, text]): TextEdit => ({ start, end: start, text }));
    return [...cuts, ...lines, ...this.#replaced.filter(({ start }) => !isGone(start))].sort(
      (a, b) => a.start - b.start || a.end - b.end,
    );
  }

  #insert(at: number, text: string): void {
    this.#inserted.set(at, (this.#inserted.get(at) ?? "") + text);
  }

  #lineStart(at: number): number {
    return this.project.text.lastIndexOf("\n", at - 1) + 1;
  }

  /** A whole line where nothing else stands on it. */
  #cut(start: number, end: number): void {
    const { text } = this.project;
    const line = this.#lineStart(start);
    const next = text.indexOf("\n", end);
    const isAlone = text.slice(line, start).trim() === "" && next >= 0 && text.slice(end, next).trim() === "";
    this.#removed.push(isAlone ? { start: line, end: next + 1 } : { start, end });
  }

  #insertInto(array: ListArray, item: Item, before: number): void {
    const { text } = this.project;
    const words = itemText(item);
    const next = array.items[before];
    const start = next?.kind === "text" ? placeOf(next).start : undefined;
    if (start !== undefined) {
      const line = this.#lineStart(start);
      const lead = text.slice(line, start);
      if (lead.trim() === "") return this.#insert(line, `${lead}${words},${this.#lineEnd}`);
      return this.#insert(start, `${words}, `);
    }
    const close = array.end - 1;
    const line = this.#lineStart(close);
    const lead = text.slice(line, close);
    const last = array.ends.at(-1);
    // Xcode leaves a comma behind the last item; people, and other tools, may not.
    if (last !== undefined && text.charAt(last - 1) !== ",") this.#insert(last, ",");
    if (lead.trim() === "") return this.#insert(line, `${lead}\t${words},${this.#lineEnd}`);
    this.#insert(close, `${words}, `);
  }

  /** Where objects of a kind stand, the new one before the first with a greater id; without any, before the next kind. */
  #place(made: Made): void {
    const { text } = this.project;
    const alike = this.#ofKind(made.isa);
    const next = alike.find(({ id }) => id > made.id);
    const last = alike.at(-1) ?? this.#before(made.isa);
    if (!last) return;
    const at = next ? this.#lineStart(next.entry.start) : this.#lineAfter(last.entry.end);
    const start = alike[0] ?? last;
    const indent = text.slice(this.#lineStart(start.entry.start), start.entry.start);
    this.#insert(at, this.#written(made, indent.trim() === "" ? indent : "\t\t"));
  }

  readonly #kinds = new Map<string, readonly ProjectObject[]>();

  #ofKind(isa: string): readonly ProjectObject[] {
    let found = this.#kinds.get(isa);
    if (!found)
      this.#kinds.set(isa, (found = [...this.project.objects.values()].filter((object) => object.isa === isa)));
    return found;
  }

  /** The last object of the kinds that come before one that is not there yet. */
  #before(isa: string): ProjectObject | undefined {
    const all = [...this.project.objects.values()];
    return all.filter((object) => object.isa < isa).at(-1) ?? all.at(-1);
  }

  #lineAfter(at: number): number {
    const next = this.project.text.indexOf("\n", at);
    return next < 0 ? at : next + 1;
  }

  #written({ isa, id, comment, body, isShort }: Made, indent: string): string {
    const end = this.#lineEnd;
    const head = `${indent}${itemText({ id, comment })} = {`;
    const entries = [["isa", isa] as const, ...body];
    if (isShort)
      return `${head}${entries.map(([key, value]) => `${key} = ${typeof value === "string" ? value : ""}; `).join("")}};${end}`;
    const lines = entries.flatMap(([key, value]) =>
      typeof value === "string"
        ? [`${indent}\t${key} = ${value};`]
        : [`${indent}\t${key} = (`, ...value.map((item) => `${indent}\t\t${itemText(item)},`), `${indent}\t);`],
    );
    return [head, ...lines, `${indent}};`, ""].join(end);
  }
}

/** Places without those that lie in others. */
function outermost(places: readonly Place[]): readonly Place[] {
  const found: Place[] = [];
  for (const place of [...places].sort((a, b) => a.start - b.start || b.end - a.end))
    if (place.start >= (found.at(-1)?.end ?? 0)) found.push(place);
  return found;
}

function itemText({ id, comment }: Item): string {
  return comment === "" ? writeText(id) : `${writeText(id)} /* ${inComment(comment)} */`;
}

/** What ends a comment cannot stand in it. */
function inComment(text: string): string {
  return text.replaceAll("*/", "* /");
}
