/** The edits by which a C# text comes to lie in another namespace, and takes in what it needs: in its own order, groups and line ends. */
import { applyOrder, type Placed } from "../placed-edits.js";
import type { NamespaceNames, NewNamespaces, TakenIn } from "../namespace-names.js";
import type { TextEdit } from "../../base/text/index.js";

/** What a text has to say. Throws nothing; gives `undefined` where it cannot. */
export function writeNamespaces(
  text: string,
  names: NamespaceNames,
  wanted: NewNamespaces,
): readonly TextEdit[] | undefined {
  return new Writing(text, names, wanted).edits();
}

interface Gain {
  readonly namespace: string;
  readonly alias?: string;
  readonly near?: number | undefined;
}

class Writing {
  readonly #edits: Placed[] = [];
  readonly #eol: string;

  constructor(
    readonly text: string,
    readonly names: NamespaceNames,
    readonly wanted: NewNamespaces,
  ) {
    this.#eol = text.includes("\r\n") ? "\r\n" : "\n";
  }

  edits(): readonly TextEdit[] | undefined {
    const { scopes, names } = this.wanted;
    for (const [index, name] of scopes) {
      const scope = this.names.scopes[index];
      if (scope) this.#edits.push({ start: scope.start, end: scope.end, text: name });
    }
    for (const [index, { words, text }] of names) {
      const used = this.names.names[index];
      const first = used?.parts[0];
      const last = used?.parts[words - 1];
      if (!first || !last || used.from === "alias") return undefined;
      this.#edits.push({ start: first.start, end: last.end, text });
    }
    this.#takes();
    return applyOrder(this.#edits);
  }

  #nameOf({ target }: TakenIn): string {
    return (this.names.names[target]?.parts ?? []).map(({ name }) => name).join(".");
  }

  /** What is taken in besides and no more: together with what it stands beside, where it stands in lines of its own. */
  #takes(): void {
    const left = new Set(this.wanted.drops);
    const groups = new Map<TakenIn, { readonly group: readonly TakenIn[]; readonly gains: Gain[] }>();
    const alone: Gain[] = [];
    for (const gain of this.wanted.gains) {
      const anchor = gain.alias === undefined ? this.#anchor(gain) : undefined;
      const group = anchor ? this.#groupOf(anchor) : [];
      const [first] = group;
      if (!first) alone.push(gain);
      else groups.set(first, { group, gains: [...(groups.get(first)?.gains ?? []), gain] });
    }
    for (const { group, gains } of groups.values()) {
      for (const take of group) left.delete(this.names.takes.indexOf(take));
      this.#group(group, gains);
    }
    for (const index of left) {
      const take = this.names.takes[index];
      if (take) this.#edits.push({ ...this.#lineOf(take), text: "" });
    }
    for (const { namespace, alias } of alone.toSorted((a, b) => compare(a.namespace, b.namespace)))
      this.#alone(alias === undefined ? `using ${namespace};` : `using ${alias} = ${namespace};`);
  }

  /** Some statements in a row: what goes is replaced by what comes between the same neighbours, the rest is put in order. */
  #group(group: readonly TakenIn[], gains: readonly Gain[]): void {
    const isDropped = (take: TakenIn): boolean => this.wanted.drops.has(this.names.takes.indexOf(take));
    const all = group.map((take) => this.#nameOf(take));
    const isOrdered = isSorted(all);
    const kept = group.filter((take) => !isDropped(take));
    const placeOf = ({ namespace, near }: Gain): number => {
      if (isOrdered) return kept.filter((take) => isBefore(this.#nameOf(take), namespace, all)).length;
      const at = group.findIndex((take) => this.names.takes.indexOf(take) === near);
      const before = group.slice(0, at < 0 ? group.length : isDropped(group[at] as TakenIn) ? at : at + 1);
      return before.filter((take) => !isDropped(take)).length;
    };
    const sorted = gains.toSorted((a, b) => compare(a.namespace, b.namespace));
    for (let place = 0; place <= kept.length; place += 1) {
      const slots = group.filter(
        (take, at) => isDropped(take) && group.slice(0, at).filter((each) => !isDropped(each)).length === place,
      );
      const coming = sorted.filter((gain) => placeOf(gain) === place);
      slots.forEach((take, at) => {
        const gain = coming[at];
        const parts = this.names.names[take.target]?.parts ?? [];
        this.#edits.push(
          gain
            ? { start: parts[0]?.start ?? 0, end: parts.at(-1)?.end ?? 0, text: gain.namespace }
            : { ...this.#lineOf(take), text: "" },
        );
      });
      for (const { namespace } of coming.slice(slots.length))
        this.#line(namespace, slots.at(-1) ?? kept[place - 1], kept[place]);
    }
  }

  /** One statement more, behind another or before one. */
  #line(namespace: string, before: TakenIn | undefined, behind: TakenIn | undefined): void {
    const beside = before ?? behind;
    if (!beside) return;
    const indent = /[ \t]*$/.exec(this.text.slice(0, beside.start))?.[0] ?? "";
    const line = `${indent}${beside.isGlobal ? "global " : ""}using ${namespace};`;
    const { start, end } = this.#lineOf(beside);
    if (!before) this.#edits.push({ start, end: start, text: line + this.#eol });
    else if (this.text[end - 1] === "\n") this.#edits.push({ start: end, end, text: line + this.#eol });
    else this.#edits.push({ start: end, end, text: this.#eol + line });
  }

  /** A statement with its line, if nothing else stands there. */
  #lineOf({ start, end }: Pick<TakenIn, "start" | "end">): { start: number; end: number } {
    const from = this.text.lastIndexOf("\n", start - 1) + 1;
    const [behind = ""] = /^[ \t]*(?:\/\/[^\r\n]*)?(?:\r?\n|$)/.exec(this.text.slice(end)) ?? [];
    const isAlone = /^\uFEFF?[ \t]*$/.test(this.text.slice(from, start)) && behind !== "";
    if (!isAlone) return { start, end };
    const begin = this.text.charCodeAt(from) === 0xfeff ? from + 1 : from;
    return { start: begin, end: end + behind.length };
  }

  /** The statements that stand with one in lines without a blank one between. */
  #groupOf(take: TakenIn): TakenIn[] {
    const plain = this.names.takes.filter(
      ({ kind, isGlobal, isConditional, scope }) =>
        kind === "namespace" && isGlobal === take.isGlobal && !isConditional && scope === take.scope,
    );
    const at = plain.indexOf(take);
    if (at < 0) return [take];
    let [first, last] = [at, at];
    const isNext = (one: TakenIn | undefined, other: TakenIn | undefined): boolean =>
      one !== undefined && other !== undefined && /^[ \t]*\r?\n[ \t]*$/.test(this.text.slice(one.end, other.start));
    while (isNext(plain[first - 1], plain[first])) first -= 1;
    while (isNext(plain[last], plain[last + 1])) last += 1;
    return plain.slice(first, last + 1);
  }

  /** The statement beside which another is written. */
  #anchor({ near }: Gain): TakenIn | undefined {
    const { takes } = this.names;
    const asked = near === undefined ? undefined : takes[near];
    if (asked?.kind === "namespace" && !asked.isConditional) return asked;
    const plain = takes.filter(
      ({ kind, isGlobal, isConditional }) => kind === "namespace" && !isGlobal && !isConditional,
    );
    const times = (scope: number): number => plain.filter((each) => each.scope === scope).length;
    const [scope] = plain.map((each) => each.scope).toSorted((a, b) => times(b) - times(a));
    return plain.findLast((each) => each.scope === scope);
  }

  /** A statement by itself: behind all that is taken in where most is, or the first of the text. */
  #alone(line: string): void {
    const anchor = this.#anchor({ namespace: "" });
    if (!anchor) return this.#first(line);
    const last = this.names.takes.findLast(
      ({ scope, isConditional, isGlobal }) => scope === anchor.scope && !isConditional && !isGlobal,
    );
    const { end } = this.#lineOf(last ?? anchor);
    const indent = /[ \t]*$/.exec(this.text.slice(0, anchor.start))?.[0] ?? "";
    const isLine = this.text[end - 1] === "\n";
    this.#edits.push({ start: end, end, text: isLine ? indent + line + this.#eol : this.#eol + indent + line });
  }

  /** The first statement of a text: before its first namespace or type, or before all of it. */
  #first(line: string): void {
    const { takes, scopes } = this.names;
    const last = takes.filter(({ isConditional }) => !isConditional).at(-1);
    if (last) {
      const { end } = this.#lineOf(last);
      this.#edits.push({ start: end, end, text: line + this.#eol });
      return;
    }
    const space = scopes.find(({ kind, above }) => kind === "namespace" && above === 0);
    const word = space ? this.text.lastIndexOf("namespace", space.start) : -1;
    const begin = this.text.charCodeAt(0) === 0xfeff ? 1 : 0;
    const isInBranch = word >= 0 && /^[ \t]*#[ \t]*if\b/m.test(this.text.slice(0, word));
    const at = word < 0 || isInBranch ? begin : this.text.lastIndexOf("\n", word) + 1;
    const start = at === 0 ? begin : at;
    // Two lines that come up at one place are parted from the rest once.
    const isThere = this.#edits.some((edit) => edit.start === start && edit.text.endsWith(this.#eol + this.#eol));
    if (isThere) {
      const index = this.#edits.findIndex((edit) => edit.start === start && edit.text.endsWith(this.#eol + this.#eol));
      const edit = this.#edits[index];
      if (edit)
        this.#edits[index] = { ...edit, text: edit.text.slice(0, -this.#eol.length) + line + this.#eol + this.#eol };
      return;
    }
    this.#edits.push({ start, end: start, text: line + this.#eol + this.#eol });
  }
}

const isSystem = (name: string): boolean => name === "System" || name.startsWith("System.");

function compare(a: string, b: string): number {
  const [one, other] = [a.toLowerCase(), b.toLowerCase()];
  return one < other ? -1 : one > other ? 1 : a < b ? -1 : a > b ? 1 : 0;
}

/** `System` first, as most editors write it, or by the alphabet alone. */
function isSorted(names: readonly string[]): boolean {
  const by = (order: (a: string, b: string) => number): boolean =>
    names.every((name, index) => index === 0 || order(names[index - 1] ?? "", name) <= 0);
  return by(compare) || by(systemFirst);
}

function systemFirst(a: string, b: string): number {
  return Number(isSystem(b)) - Number(isSystem(a)) || compare(a, b);
}

function isBefore(a: string, b: string, names: readonly string[]): boolean {
  const plain = names.every((name, index) => index === 0 || compare(names[index - 1] ?? "", name) <= 0);
  return (plain && !names.some(isSystem) ? compare(a, b) : systemFirst(a, b)) < 0;
}
