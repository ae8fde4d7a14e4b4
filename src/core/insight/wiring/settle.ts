/**
 * Makes what is kept whole again: names that nothing declares any more go with what uses them, imports that nothing uses go, and so does
 * what would come from a file that is not made or does not give it. It is done on the example itself, where every name is known.
 */
import type { ProjectPath } from "../../base/paths.js";
import type { ReferenceGraph } from "../../graph/index.js";
import type { Reference, Row, RowItem, Variable } from "../../languages/index.js";
import { keepWhole, takesNames, type Kept } from "./kept.js";
import type { Example } from "./features.js";

/** A text with what is kept of it: of a feature's own file all together, of one outside each entry by itself. */
export interface Part {
  readonly path: ProjectPath;
  readonly kept: readonly Kept[];
  readonly isOwn: boolean;
}

/** Settles parts against each other. */
export class Settling {
  readonly #byPath: ReadonlyMap<ProjectPath, Part>;
  readonly #files: ReadonlySet<ProjectPath>;
  readonly #putBack = new Set<RowItem>();

  constructor(
    readonly graph: ReferenceGraph,
    readonly example: Example,
    readonly parts: readonly Part[],
  ) {
    this.#byPath = new Map(parts.map((part) => [part.path, part]));
    this.#files = new Set(example.files);
  }

  /** Cuts out until nothing more has to go. */
  settle(): void {
    for (let isChanged = true; isChanged;) {
      isChanged = false;
      for (const part of this.parts) if (this.#settlePart(part)) isChanged = true;
      if (this.#withMembers()) isChanged = true;
    }
  }

  /** Members of types that something asks for that is kept. Gives whether some were put back. */
  #withMembers(): boolean {
    const own = this.parts.filter(({ isOwn }) => isOwn);
    const asked = new Set<string>();
    // What a constant begins with has to have what its type asks for.
    const properties: { readonly kept: Kept; readonly item: RowItem; readonly name: string }[] = [];
    const members: { readonly kept: Kept; readonly item: RowItem; readonly name: string }[] = [];
    for (const part of own) {
      const [kept] = part.kept;
      if (!kept) continue;
      for (const item of kept.root.items) {
        if (!kept.has(item) || item.isDone) continue;
        for (const each of item.rows.flatMap(({ kind, items }) => (kind === "entries" ? items : [])))
          if (each.tag && !kept.has(each) && !this.#putBack.has(each))
            properties.push({ kept, item: each, name: kept.shape.text.slice(each.tag.start, each.tag.end) });
      }
      const declared = new Set<number>();
      for (const { item, around } of exactItems(kept.root, [])) {
        if (!item.tag) continue;
        declared.add(item.tag.start);
        if (!kept.has(item) && !this.#putBack.has(item) && around.every((each) => kept.has(each)))
          members.push({ kept, item, name: kept.shape.text.slice(item.tag.start, item.tag.end) });
      }
      for (const { name, start } of kept.shape.names?.identifiers ?? [])
        if (!declared.has(start) && kept.isKept(start)) asked.add(name);
    }
    const wanted = members.filter(({ name }) => asked.has(name));
    const given = new Set(wanted.map(({ name }) => name));
    wanted.push(...properties.filter(({ name }) => given.has(name)));
    for (const { kept, item } of wanted) {
      this.#putBack.add(item);
      keepWhole(item, kept);
    }
    return wanted.length > 0;
  }

  /** Whether anything was changed. It ends: what was put back once is not put back again. */
  #settlePart(part: Part): boolean {
    const [first] = part.kept;
    if (!first) return false;
    const before = sizeOf(part);
    const back = this.#putBack.size;
    for (const kept of part.kept) withoutEmptyLists(kept.root, kept);
    this.#withoutTargets(part);
    for (const variable of first.shape.names?.variables ?? []) this.#settleVariable(part, variable);
    return sizeOf(part) !== before || this.#putBack.size > back;
  }

  /** References to files that are not made, and names that those do not give. */
  #withoutTargets(part: Part): void {
    const file = this.graph.files.get(part.path);
    for (const { reference: known, resolution } of file?.references ?? []) {
      const reference = part.kept[0]?.shape.references.get(known.start) ?? known;
      if (resolution.state !== "found" || !isKept(part, reference.start)) continue;
      const own = resolution.targets.filter((target) => this.#files.has(target));
      // What lies at its name and is not its own has no counterpart.
      const isForeign =
        own.length === 0 && resolution.targets.some((target) => this.example.name.in(target).length > 0);
      if (isForeign || own.some((target) => this.#isGone(target))) drop(part, reference.start);
      else this.#withoutNames(part, reference, resolution.targets);
    }
  }

  #withoutNames(part: Part, reference: Reference, targets: readonly ProjectPath[]): void {
    for (const { imported, start } of reference.bindings ?? [])
      if (imported !== "*" && isKept(part, start) && !targets.some((target) => this.#gives(target, imported)))
        drop(part, start);
  }

  #isGone(path: ProjectPath): boolean {
    const part = this.#byPath.get(path);
    return !part || sizeOf(part) === 0;
  }

  /** Whether a file gives a name by what is kept of it; a file outside gives what is not the feature's in any case. */
  #gives(path: ProjectPath, name: string, seen: ReadonlySet<string> = new Set()): boolean {
    const part = this.#byPath.get(path);
    const key = `${path}\n${name}`;
    if (!this.#files.has(path) && this.example.name.in(name).length === 0) return true;
    if (!part || seen.has(key)) return false;
    const { references } = this.graph.files.get(path) ?? { references: [] };
    const exports = part.kept[0]?.shape.exports;
    if (!exports) return true;
    return exports.some((each) => {
      if (each.name !== name && each.name !== "*") return false;
      // A component is given by its file as a whole.
      if (each.end > each.start && !isKept(part, each.start)) return false;
      if (each.from === undefined) return each.name === name;
      const met = references.find(({ reference }) => reference.start === each.from);
      if (met?.resolution.state !== "found") return each.name === name;
      const wanted = each.name === "*" ? name : (each.imported ?? name);
      if (wanted === "*") return true;
      return met.resolution.targets.some((target) => this.#gives(target, wanted, new Set([...seen, key])));
    });
  }

  #settleVariable(part: Part, variable: Variable): void {
    if (variable.level === "free") return;
    const declared = variable.places.filter(({ isDeclared }) => isDeclared);
    const uses = variable.places.filter(({ isDeclared }) => !isDeclared);
    const isThere = declared.some(({ start }) => isKept(part, start));
    if (!isThere) {
      // Outside, what is not the feature's alone is declared for all of them.
      if (!part.isOwn && !this.#isOfExample(part, variable)) return;
      const isUsed = uses.some(({ start }) => isKept(part, start));
      if (isUsed && part.isOwn && this.#isPutBack(part, variable)) return;
      for (const { start } of uses) if (isKept(part, start)) drop(part, start);
      return;
    }
    const isUsed = uses.some(({ start }) => isKept(part, start));
    if (isUsed || uses.length === 0 || this.#isGiven(part, variable)) return;
    for (const { start } of declared) if (isKept(part, start) && this.#isIdle(part, start)) drop(part, start);
  }

  /** Whether the smallest item around a declared name declares it, and nothing besides that is used: a parameter is no item. */
  #isIdle(part: Part, start: number): boolean {
    const kept = part.kept.find((each) => each.isKept(start));
    const item = kept?.around(start).at(-1);
    if (!kept || item?.declares?.includes(start) !== true) return false;
    const { variables } = kept.shape.names ?? { variables: [] };
    return declaredIn(item, kept).every((at) => {
      const variable = variables.find(({ places }) => places.some((place) => place.start === at));
      return variable?.places.some((place) => !place.isDeclared && isKept(part, place.start)) !== true;
    });
  }

  /** What the file itself declares, and what is common uses, is needed as it is. Gives whether it was put back. */
  #isPutBack({ kept: [kept] }: Part, { level, places }: Variable): boolean {
    const [declared] = places.filter(({ isDeclared }) => isDeclared);
    const [item] = kept && declared ? kept.around(declared.start) : [];
    if (level !== "top" || !kept || !item || this.#putBack.has(item)) return false;
    this.#putBack.add(item);
    if (takesNames(kept.shape, item)) return false;
    keepWhole(item, kept);
    return true;
  }

  /** Whether a name of a text outside is the feature's: it is called by its name, or comes from its files. */
  #isOfExample(part: Part, { name, places }: Variable): boolean {
    if (this.example.name.in(name).length > 0) return true;
    const file = this.graph.files.get(part.path);
    return (file?.references ?? []).some(
      ({ reference, resolution }) =>
        resolution.state === "found" &&
        resolution.targets.some((target) => this.#files.has(target)) &&
        reference.bindings?.some(({ localStart }) => places.some(({ start }) => start === localStart)) === true,
    );
  }

  /** Whether others know a name of the file. */
  #isGiven({ kept }: Part, { name, level, places }: Variable): boolean {
    if (level !== "top") return false;
    const exports = kept[0]?.shape.exports;
    if (exports === undefined) return true;
    return exports.some(
      ({ name: own, local, about, start }) =>
        local === name || about === name || own === name || places.some((place) => place.start === start),
    );
  }
}

/** Members of types, with the items around them. */
function exactItems(
  { items }: Row,
  around: readonly RowItem[],
): { readonly item: RowItem; readonly around: readonly RowItem[] }[] {
  return items.flatMap((item) => [
    ...(item.isExact ? [{ item, around }] : []),
    ...item.rows.flatMap((row) => exactItems(row, [...around, item])),
  ]);
}

/** The names that an item and the lists in it declare. */
function declaredIn({ declares = [], rows }: RowItem, kept: Kept): number[] {
  const lists = rows
    .filter(({ kind }) => kind === "names")
    .flatMap(({ items }) => items.filter((each) => kept.has(each)));
  return [...declares, ...lists.flatMap((each) => declaredIn(each, kept))];
}

/** A statement that would list no names any more goes. */
function withoutEmptyLists({ items }: Row, kept: Kept): void {
  for (const item of items) {
    if (!kept.has(item)) continue;
    for (const row of item.rows) withoutEmptyLists(row, kept);
    const lists = item.rows.filter((row) => row.kind === "names" && row.items.length > 0);
    if (lists.some((row) => !row.items.some((each) => kept.has(each)))) {
      kept.drop(item);
      dropInside(item, kept);
    }
  }
}

function sizeOf({ kept }: Part): number {
  return kept.reduce((sum, each) => sum + each.size, 0);
}

function isKept({ kept }: Part, offset: number): boolean {
  return kept.some((each) => each.isKept(offset));
}

/** Cuts out the smallest item around an offset; a statement that lists names goes with the last of them. */
function drop({ kept }: Part, offset: number): void {
  for (const each of kept) {
    if (!each.isKept(offset)) continue;
    const around = [...each.around(offset)].reverse();
    for (const [index, item] of around.entries()) {
      each.drop(item);
      dropInside(item, each);
      const row = around[index + 1]?.rows.find(({ items }) => items.includes(item));
      if (row?.kind !== "names" || row.items.some((other) => each.has(other))) break;
    }
  }
}

/** What stands in an item goes with it. */
function dropInside(item: RowItem, kept: Kept): void {
  for (const row of item.rows)
    for (const each of row.items)
      if (kept.has(each)) {
        kept.drop(each);
        dropInside(each, kept);
      }
}
