/**
 * What binds a declaration to its library: members that only the library knows, relations that only it may have, and what an extension
 * lends. Sources: Dart Language Specification, 6.2 "Privacy"; dart.dev, "Class modifiers"; dart.dev, "Extension methods".
 */
import type { Bonds } from "../statements.js";
import type { Kind, Piece, Scopes } from "./token-walk.js";
import { reserved, type Token } from "./tokens.js";

/** Whether only its library knows a name; `_` and `__` are the names of what nobody uses. */
export function isHidden(name: string): boolean {
  return /^_+[^_]/.test(name);
}

const relations = new Set(["extends", "with", "implements", "on", "="]);
const all = ["extends", "with", "implements", "on"];

/** What may not be done to a class outside of its library, by its modifier. */
const closed: Readonly<Record<string, readonly string[]>> = {
  sealed: all,
  final: all,
  interface: ["extends"],
  base: ["implements"],
};

/** The bonds of the declarations of one text. */
export class BondReader {
  readonly #explained = new Set<number>();
  /** Uses of what is declared inside of something. */
  readonly #isInner = new Set<number>();

  constructor(
    readonly tokens: readonly Token[],
    readonly scopes: Scopes,
  ) {
    for (const { token, scope } of scopes.uses) {
      const declared = scope.find(token.text);
      if (declared) this.#explained.add(token.start);
      if (declared?.isTop === false) this.#isInner.add(token.start);
    }
    for (const scope of scopes.scopes)
      for (const { places } of scope.declared.values())
        for (const { token } of places) this.#explained.add(token.start);
  }

  of({ from, to }: Piece): Bonds {
    const kind = this.scopes.kinds.find(({ at }) => from <= at && at < to);
    const hides = new Set(kind ? this.#hiddenMembers(kind) : []);
    return {
      hides,
      asks: this.#asks(from, to, { hides, owner: kind ? this.#text(kind.at + 1) : "" }),
      reaches: this.#reaches(from, to),
      supers: kind ? this.#supers(kind) : [],
      closedTo: this.tokens
        .slice(from, kind?.at ?? from)
        .flatMap(({ kind: form, text }) => (form === "name" ? (closed[text] ?? []) : [])),
      ...(kind?.keyword === "extension" && { lends: this.#lends(kind) }),
    };
  }

  #text(at: number): string {
    return this.tokens[at]?.text ?? "";
  }

  /** The members of a class by their names, and its makers: `Tree._(…)`. */
  #hiddenMembers({ at, body, scope }: Kind): string[] {
    const owner = this.#text(at + 1);
    const makers: string[] = [];
    const close = this.tokens[body]?.match ?? body;
    for (let next = body + 1; next < close; next += 1) {
      if (/^[([{]$/.test(this.#text(next))) next = this.tokens[next]?.match ?? next;
      else if (this.#text(next) === "." && this.#text(next - 1) === owner) makers.push(this.#text(next + 1));
    }
    return [...scope.declared.keys(), ...makers].filter(isHidden);
  }

  #asks(
    from: number,
    to: number,
    { hides, owner }: { readonly hides: ReadonlySet<string>; readonly owner: string },
  ): Bonds["asks"][number][] {
    const found: Bonds["asks"][number][] = [];
    for (let at = from; at < to; at += 1) {
      const token = this.tokens[at];
      if (token?.kind !== "name" || !isHidden(token.text)) continue;
      // `Tree(:final _rows)`: a new variable, called like the member of which it is taken.
      const before = /^(?:final|var)$/.test(this.#text(at - 1)) ? at - 2 : at - 1;
      const isField = this.#text(before) === ":" && /^[(,{]$/.test(this.#text(before - 1));
      if (this.#explained.has(token.start) && !isField) continue;
      const isOwn = this.#text(at - 1) === "." && (this.#text(at - 2) === "this" || this.#text(at - 2) === owner);
      if (isOwn && hides.has(token.text)) continue;
      const holder = this.tokens[at - 2];
      const isPlain = this.#text(at - 1) === "." && holder?.kind === "name" && this.#text(at - 3) !== ".";
      found.push({ name: token.text, start: token.start, ...(isPlain && { of: holder.text }) });
    }
    return found;
  }

  /** Members behind dots, operators, calls of what is declared inside, and patterns. What stands behind a type's name is its own. */
  #reaches(from: number, to: number): boolean {
    for (let at = from; at < to; at += 1) {
      const token = this.tokens[at];
      const text = this.#text(at);
      const before = this.tokens[at - 1];
      if (token?.kind === "name") {
        if (text === "switch" || text === "case") return true;
        if (before?.text === "." && !this.#explained.has(token.start) && !this.#isOfType(at - 2)) return true;
        if (this.#text(at + 1) === "(" && this.#isInner.has(token.start)) return true;
        continue;
      }
      if (text === "<") {
        const end = this.#anglesEnd(at);
        if (end === at) return true;
        at = end;
      } else if (text === "[" && (before?.kind === "text" || /^(?:[\w$]+|[)\]])$/.test(before?.text ?? ""))) {
        if (before?.kind === "text" || !reserved.has(before?.text ?? "")) return true;
      } else if (/^[-+/%~^]$/.test(text)) return true;
      else if (text === "*" && !/^(?:async|sync|yield)$/.test(before?.text ?? "")) return true;
      else if (/^[&|]$/.test(text) && this.#text(at + 1) !== text && before?.text !== text) return true;
      else if (text === ">" && before?.text !== "=") return true;
    }
    return false;
  }

  /** `Tree.named`, `super.build`: not of a value. */
  #isOfType(at: number): boolean {
    const text = this.#text(at);
    if (text === "super") return true;
    const start = this.tokens[at]?.start ?? -1;
    return /^_*[A-Z]/.test(text) && this.#text(at - 1) !== "." && !this.#isInner.has(start);
  }

  #supers({ keyword, header, body }: Kind): Bonds["supers"][number][] {
    const found: Bonds["supers"][number][] = [];
    // An extension is no kind of what it extends.
    if (keyword === "extension") return found;
    let relation: string | undefined;
    for (let at = header; at < body; at += 1) {
      const text = this.#text(at);
      if (relations.has(text)) relation = text === "=" ? "extends" : text;
      const isFirst = relations.has(this.#text(at - 1)) || this.#text(at - 1) === ",";
      const token = this.tokens[at];
      if (relation !== undefined && isFirst && token?.kind === "name" && this.#text(at + 1) !== ".")
        found.push({ relation, name: text, start: token.start });
      if (text === "<") at = this.#anglesEnd(at);
    }
    return found;
  }

  #anglesEnd(from: number): number {
    let depth = 0;
    for (let at = from; at < this.tokens.length; at += 1) {
      if (this.#text(at) === "<") depth += 1;
      else if (this.#text(at) === ">") depth -= 1;
      else if (this.tokens[at]?.kind !== "name" && !/^[.,?&()[\]{}@=]$/.test(this.#text(at))) return from;
      if (depth === 0) return at;
    }
    return from;
  }

  #lends({ body, scope }: Kind): string[] {
    const close = this.tokens[body]?.match ?? body;
    const hasOperator = this.tokens.slice(body, close).some(({ text }) => text === "operator");
    return [...scope.declared.keys(), ...(hasOperator ? ["operator"] : [])];
  }
}
