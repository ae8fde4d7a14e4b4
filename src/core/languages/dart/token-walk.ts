/** The tokens of a Dart text, and the questions about them that do not depend on where they stand: brackets, types, type parameters. */
import { modifiers, reserved, type Token } from "./tokens.js";

/** One declared thing with the tokens that mean it. */
export interface Declared {
  readonly name: string;
  readonly isTop: boolean;
  readonly places: { readonly token: Token; readonly isDeclared: boolean }[];
}

/** Names of one block, class, function or file. */
export class Scope {
  readonly declared = new Map<string, Declared>();

  constructor(readonly above: Scope | undefined) {}

  declare(token: Token): void {
    const there = this.declared.get(token.text);
    const one: Declared = there ?? { name: token.text, isTop: this.above === undefined, places: [] };
    one.places.push({ token, isDeclared: true });
    this.declared.set(token.text, one);
  }

  find(name: string): Declared | undefined {
    return this.declared.get(name) ?? this.above?.find(name);
  }
}

/** A directive or declaration of the top level, by its tokens; `to` is the first behind it. */
export interface Piece {
  readonly from: number;
  readonly to: number;
  readonly isDirective: boolean;
}

/** A class or its like: its keyword, what stands behind its name, its body or semicolon, and the scope of its members. */
export interface Kind {
  readonly keyword: string;
  readonly at: number;
  readonly header: number;
  readonly body: number;
  readonly scope: Scope;
}

/** What was found: every use with the scope in which it stands, every scope, and what stands on the top level. */
export interface Scopes {
  readonly file: Scope;
  readonly scopes: readonly Scope[];
  readonly uses: readonly { readonly token: Token; readonly at: number; readonly scope: Scope }[];
  readonly pieces: readonly Piece[];
  readonly kinds: readonly Kind[];
}

/** Tokens and what was found in them so far. */
export abstract class TokenWalk {
  protected readonly scopes: Scope[] = [];
  protected readonly uses: { token: Token; at: number; scope: Scope }[] = [];

  constructor(readonly tokens: readonly Token[]) {}

  /** Uses what stands in an expression. */
  protected abstract expression(from: number, to: number, scope: Scope): void;

  protected scope(above: Scope | undefined): Scope {
    const scope = new Scope(above);
    this.scopes.push(scope);
    return scope;
  }

  protected text(at: number): string {
    return this.tokens[at]?.text ?? "";
  }

  protected isName(at: number): boolean {
    const token = this.tokens[at];
    return token?.kind === "name" && !reserved.has(token.text);
  }

  protected use(at: number, scope: Scope): void {
    const token = this.tokens[at];
    if (token && this.isName(at)) this.uses.push({ token, at, scope });
  }

  protected declare(at: number, scope: Scope): void {
    const token = this.tokens[at];
    if (token && this.isName(at)) scope.declare(token);
  }

  /** Behind a bracket's other half. */
  protected behind(at: number): number {
    return (this.tokens[at]?.match ?? at) + 1;
  }

  protected metadataEnd(at: number): number {
    let end = at + 2;
    while (this.text(end) === "." && this.tokens[end + 1]?.kind === "name") end += 2;
    if (this.text(end) === "<") end = this.anglesEnd(end) ?? end;
    return this.text(end) === "(" ? this.behind(end) : end;
  }

  /** Annotations are used like any other name. */
  protected metadata(at: number, scope: Scope): number {
    let next = at;
    while (this.text(next) === "@") {
      const end = this.metadataEnd(next);
      this.expression(next + 1, end, scope);
      next = end;
    }
    return next;
  }

  /** Behind `<…>` that can be type arguments; `undefined` where it is a comparison. */
  protected anglesEnd(at: number): number | undefined {
    let depth = 0;
    for (let next = at; next < this.tokens.length; next += 1) {
      const text = this.text(next);
      if (text === "<") depth += 1;
      else if (text === ">") {
        depth -= 1;
        if (depth === 0) return next + 1;
      } else if (text === "(" || text === "[" || text === "{") next = this.tokens[next]?.match ?? next;
      else if (this.tokens[next]?.kind !== "name" && !/^[.,?&@]$/.test(text)) return undefined;
    }
    return undefined;
  }

  /** Behind a type that begins here: `a.B<C>?`, `void Function(int)?`, `(int, String)`; `undefined` where none can. */
  protected typeEnd(at: number): number | undefined {
    let next = at;
    if (this.text(next) === "(") next = this.behind(next);
    else if (this.isName(next) || this.text(next) === "void") {
      next += 1;
      while (this.text(next) === "." && this.isName(next + 1)) next += 2;
      if (this.text(next) === "<") {
        const end = this.anglesEnd(next);
        if (end === undefined) return undefined;
        next = end;
      }
    } else return undefined;
    if (this.text(next) === "?") next += 1;
    while (this.text(next) === "Function") {
      next += 1;
      if (this.text(next) === "<") next = this.anglesEnd(next) ?? next;
      if (this.text(next) === "(") next = this.behind(next);
      if (this.text(next) === "?") next += 1;
    }
    return next;
  }

  /** A type's names are used; the names of parameters in it mean nothing. */
  protected type(from: number, to: number, scope: Scope): void {
    for (let at = from; at < to; at += 1) {
      if (this.text(at) === "Function" && this.text(at + 1) === "(") {
        this.signature(at + 1, scope);
        at = this.tokens[at + 1]?.match ?? at;
      } else if (this.text(at) === "(") {
        this.signature(at, scope);
        at = this.tokens[at]?.match ?? at;
      } else if (this.text(at - 1) !== "." || this.text(at - 2) === "." || at - 1 < from) this.use(at, scope);
    }
  }

  /** Parameters or fields of a type: of each the type counts, and a name that follows it does not. */
  protected signature(open: number, scope: Scope): void {
    for (const [from, to] of this.pieces(open)) {
      let at = this.metadata(from, scope);
      while (modifiers.has(this.text(at))) at += 1;
      const end = this.typeEnd(at);
      if (end !== undefined) this.type(at, Math.min(end, to), scope);
    }
  }

  /** What commas part within brackets, inner `{}` and `[]` of parameters opened. */
  protected pieces(open: number): (readonly [number, number])[] {
    const close = this.tokens[open]?.match ?? open;
    const found: (readonly [number, number])[] = [];
    let from = open + 1;
    for (let at = open + 1; at <= close; at += 1) {
      const text = this.text(at);
      if (text === "," || at === close) {
        if (at > from) found.push([from, at]);
        from = at + 1;
      } else if ((text === "{" || text === "[") && at === from) {
        found.push(...this.pieces(at));
        at = this.tokens[at]?.match ?? at;
        from = at + 1;
      } else if (text === "<") at = (this.anglesEnd(at) ?? at + 1) - 1;
      else if (text === "(" || text === "{" || text === "[") at = this.tokens[at]?.match ?? at;
    }
    return found;
  }

  /** `<T extends A, U>` */
  protected typeParameters(at: number, scope: Scope): number {
    const end = this.text(at) === "<" ? (this.anglesEnd(at) ?? at + 1) : at;
    for (let next = at + 1; next < end - 1;) {
      next = this.metadata(next, scope);
      this.declare(next, scope);
      let to = next + 1;
      for (let depth = 0; to < end - 1 && (depth > 0 || this.text(to) !== ","); to += 1)
        depth += this.text(to) === "<" ? 1 : this.text(to) === ">" ? -1 : 0;
      if (this.text(next + 1) === "extends") this.type(next + 2, to, scope);
      next = to + 1;
    }
    return end;
  }

  protected commaParts(from: number, to: number): (readonly [number, number])[] {
    const found: (readonly [number, number])[] = [];
    let start = from;
    for (let at = from; at <= to; at = /^[([{]$/.test(this.text(at)) && at < to ? this.behind(at) : at + 1)
      if (at === to || this.text(at) === ",") {
        if (at > start) found.push([start, at]);
        start = at + 1;
      }
    return found;
  }

  /** Where a value ends: at a comma, semicolon or closing bracket of its own level. */
  protected valueEnd(from: number): number {
    let at = from;
    while (at < this.tokens.length) {
      const text = this.text(at);
      if (/^[,;)\]}]$/.test(text)) return at;
      if (text === "<") at = this.anglesEnd(at) ?? at + 1;
      else at = /^[([{]$/.test(text) ? this.behind(at) : at + 1;
    }
    return at;
  }

  protected semicolon(from: number): number {
    let at = from;
    while (at < this.tokens.length && this.text(at) !== ";")
      at = /^[([{]$/.test(this.text(at)) ? this.behind(at) : at + 1;
    return at;
  }
}
