/**
 * Names of a Dart text by scope: classes with their members, functions with their parameters, blocks, loops, patterns, type
 * parameters. A name's scope is its whole block, so that all declarations are gathered before a use is told. Source: Dart Language
 * Specification, 6.1 "Scoping". Members that are inherited are in no scope of a text: what is found nowhere in it is taken of its
 * library or of what it imports, as the language itself does it.
 */
import { ExpressionWalk } from "./expression-walk.js";
import type { Kind, Piece, Scope, Scopes } from "./token-walk.js";
import { modifiers, reserved, type Token } from "./tokens.js";

const kinds = new Set(["class", "mixin", "enum", "extension", "typedef"]);
const directives = new Set(["import", "export", "part", "library"]);

/** Reads all of a text. Directives are passed over. */
export function scopesOf(tokens: readonly Token[]): Scopes {
  return new Walk(tokens).file();
}

class Walk extends ExpressionWalk {
  readonly #kinds: Kind[] = [];

  file(): Scopes {
    const file = this.scope(undefined);
    const pieces: Piece[] = [];
    for (let from = 0; from < this.tokens.length;) {
      const directive = this.directive(from);
      const to = directive ?? this.declaration(from, file, undefined);
      pieces.push({ from, to, isDirective: directive !== undefined });
      from = to;
    }
    return { file, scopes: this.scopes, uses: this.uses, pieces, kinds: this.#kinds };
  }

  protected directive(at: number): number | undefined {
    let word = at;
    while (this.text(word) === "@") word = this.metadataEnd(word);
    const next = this.tokens[word + 1];
    const isDirective =
      directives.has(this.text(word)) &&
      (next?.kind === "text" ||
        next?.text === "of" ||
        next?.text === ";" ||
        (this.text(word) === "library" && next?.kind === "name"));
    if (!isDirective) return undefined;
    let end = word;
    while (end < this.tokens.length && this.text(end) !== ";") end += 1;
    return end + 1;
  }

  /** One declaration of a file, or of the class `owner`. Gives where the next begins. */
  protected declaration(start: number, scope: Scope, owner: string | undefined): number {
    let at = this.metadata(start, scope);
    while (modifiers.has(this.text(at)) && this.tokens[at + 1]?.kind !== "mark") at += 1;
    if (this.text(at) === ";") return at + 1;
    if (this.text(at) === "mixin" && this.text(at + 1) === "class") at += 1;
    if (owner === undefined && kinds.has(this.text(at)) && this.isName(at + 1)) return this.kind(at, scope);
    if (owner !== undefined) {
      const maker = this.maker(at, scope, owner);
      if (maker !== undefined) return maker;
    }
    return this.member(at, scope);
  }

  protected kind(at: number, scope: Scope): number {
    const keyword = this.text(at);
    let name = at + 1;
    if (keyword === "typedef") return this.typedef(name, scope);
    const isType = keyword === "extension" && this.text(name) === "type";
    if (isType) name += this.text(name + 1) === "const" ? 2 : 1;
    const isUnnamed = keyword === "extension" && !isType && (this.text(name) === "on" || this.text(name) === "<");
    if (!isUnnamed) this.declare(name, scope);
    const inner = this.scope(scope);
    let next = this.typeParameters(isUnnamed ? name : name + 1, inner);
    const header = next;
    if (isType && this.text(next) === "." && this.isName(next + 1)) next += 2;
    if (isType && this.text(next) === "(") next = this.parameters(next, inner);
    const words = new Set(["extends", "with", "implements", "on", "="]);
    let from = next;
    for (; next < this.tokens.length && this.text(next) !== "{" && this.text(next) !== ";"; next += 1)
      if (words.has(this.text(next))) {
        this.type(from, next, inner);
        from = next + 1;
      }
    this.type(from, next, inner);
    this.#kinds.push({ keyword: isType ? "extension type" : keyword, at, header, body: next, scope: inner });
    if (this.text(next) === ";") return next + 1;
    const close = this.tokens[next]?.match ?? next;
    let member = keyword === "enum" ? this.constants(next, inner) : next + 1;
    while (member < close) member = this.declaration(member, inner, this.text(name));
    return close + 1;
  }

  protected typedef(at: number, scope: Scope): number {
    let end = at;
    while (end < this.tokens.length && this.text(end) !== ";")
      end = /^[([{]$/.test(this.text(end)) ? this.behind(end) : end + 1;
    const inner = this.scope(scope);
    if (this.text(at + 1) === "=" || this.text(at + 1) === "<") {
      this.declare(at, scope);
      const next = this.typeParameters(at + 1, inner);
      this.type(next + 1, end, inner);
      return end + 1;
    }
    // The old form: `typedef void Pick<T>(T tree);`
    const type = this.typeEnd(at);
    const name = type !== undefined && this.isName(type) ? type : at;
    this.declare(name, scope);
    const next = this.typeParameters(name + 1, inner);
    if (name > at) this.type(at, name, inner);
    if (this.text(next) === "(") this.signature(next, inner);
    return end + 1;
  }

  /** `a, b(1), c.named(2);` */
  protected constants(open: number, scope: Scope): number {
    const close = this.tokens[open]?.match ?? open;
    let at = open + 1;
    while (at < close && this.text(at) !== ";") {
      at = this.metadata(at, scope);
      this.declare(at, scope);
      at += 1;
      if (this.text(at) === "<") at = this.anglesEnd(at) ?? at + 1;
      if (this.text(at) === ".") at += 2;
      if (this.text(at) === "(") {
        this.expression(at + 1, this.tokens[at]?.match ?? at, scope);
        at = this.behind(at);
      }
      if (this.text(at) === ",") at += 1;
      else if (this.text(at) !== ";") break;
    }
    return Math.min(at + 1, close);
  }

  /** `const Tree(this.id) : row = 1;`, `factory Tree.named() => …`; `undefined` where it is none. */
  protected maker(start: number, scope: Scope, owner: string): number | undefined {
    let at = start;
    if (this.text(at) === "factory" && this.isName(at + 1)) at += 1;
    if (this.text(at) !== owner || owner === "") return undefined;
    const name = at;
    at += 1;
    if (this.text(at) === "." && this.tokens[at + 1]?.kind === "name") at += 2;
    if (this.text(at) !== "(") return undefined;
    this.use(name, scope);
    const inner = this.scope(scope);
    at = this.parameters(at, inner);
    if (this.text(at) === ":") {
      const end = this.listEnd(at + 1);
      for (const [from, to] of this.commaParts(at + 1, end)) {
        // Of `row = value`, the first is a field.
        const isField = this.text(from + 1) === "=" || this.text(from) === "this";
        const value = isField ? from + (this.text(from) === "this" ? 4 : 2) : from;
        this.expression(value, to, inner);
      }
      at = end;
    }
    return this.body(at, inner);
  }

  /** Where an initialiser list ends: at its body, or its semicolon. */
  protected listEnd(from: number): number {
    let at = from;
    while (at < this.tokens.length && this.text(at) !== ";") {
      const text = this.text(at);
      // A brace behind `=`, `(` or `,` begins a value.
      if (text === "{" && !/^[=(,:?>]$/.test(this.text(at - 1))) return at;
      at = /^[([{]$/.test(text) ? this.behind(at) : at + 1;
    }
    return at;
  }

  /** A function, accessor, operator or variable. */
  protected member(start: number, scope: Scope): number {
    let at = start;
    const isAccessor = (index: number): boolean =>
      /^(?:get|set)$/.test(this.text(index)) &&
      this.tokens[index + 1]?.kind === "name" &&
      !reserved.has(this.text(index + 1));
    const type = isAccessor(at) ? undefined : this.typeEnd(at);
    if (type !== undefined && (this.isName(type) || this.text(type) === "operator")) {
      // Type parameters of a generic function hold for its result, too.
      const inner = this.scope(scope);
      const name = isAccessor(type) ? type + 1 : type;
      if (this.text(name + 1) === "<" && this.text(this.anglesEnd(name + 1) ?? 0) === "(")
        this.typeParameters(name + 1, inner);
      this.type(at, type, inner);
      at = type;
    }
    if (isAccessor(at)) at += 1;
    else if (this.text(at) === "operator" && this.tokens[at + 1]?.kind === "mark") {
      while (this.text(at) !== "(" || (this.text(at - 1) === "operator" && this.text(at + 1) !== ")")) {
        at += 1;
        if (at >= this.tokens.length) return at;
      }
      if (this.text(at - 1) === "[") at = this.behind(at - 1);
      const inner = this.scope(scope);
      return this.body(this.parameters(at, inner), inner);
    }
    if (!this.isName(at)) return this.unknown(start, scope);
    this.declare(at, scope);
    return this.afterName(at + 1, scope);
  }

  /** Something that is no declaration that is known here; nothing is passed over unread. */
  protected unknown(start: number, scope: Scope): number {
    let end = start;
    while (end < this.tokens.length && this.text(end) !== ";" && this.text(end) !== "}") {
      const isBody = this.text(end) === "{";
      end = /^[([{]$/.test(this.text(end)) ? this.behind(end) : end + 1;
      if (isBody) {
        this.expression(start, end, scope);
        return end;
      }
    }
    this.expression(start, end, scope);
    return Math.max(end + 1, start + 1);
  }
}
