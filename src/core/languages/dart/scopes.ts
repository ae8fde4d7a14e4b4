/**
 * Names of a Dart text by scope: classes with their members, functions with their parameters, blocks, loops, patterns, type
 * parameters. A name's scope is its whole block, so that all declarations are gathered before a use is told. Source: Dart Language
 * Specification, 6.1 "Scoping". Members that are inherited are in no scope of a text: what is found nowhere in it is taken of its
 * library or of what it imports, as the language itself does it.
 */
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

/** What was found: every use with the scope in which it stands, and every scope. */
export interface Scopes {
  readonly file: Scope;
  readonly scopes: readonly Scope[];
  readonly uses: readonly { readonly token: Token; readonly at: number; readonly scope: Scope }[];
}

const kinds = new Set(["class", "mixin", "enum", "extension", "typedef"]);
const directives = new Set(["import", "export", "part", "library"]);

/** Reads all of a text. Directives are passed over. */
export function scopesOf(tokens: readonly Token[]): Scopes {
  return new Walk(tokens).file();
}

class Walk {
  readonly #scopes: Scope[] = [];
  readonly #uses: { token: Token; at: number; scope: Scope }[] = [];

  constructor(readonly tokens: readonly Token[]) {}

  file(): Scopes {
    const file = this.#scope(undefined);
    for (let at = 0; at < this.tokens.length;) at = this.#directive(at) ?? this.#declaration(at, file, undefined);
    return { file, scopes: this.#scopes, uses: this.#uses };
  }

  #scope(above: Scope | undefined): Scope {
    const scope = new Scope(above);
    this.#scopes.push(scope);
    return scope;
  }

  #text(at: number): string {
    return this.tokens[at]?.text ?? "";
  }

  #isName(at: number): boolean {
    const token = this.tokens[at];
    return token?.kind === "name" && !reserved.has(token.text);
  }

  #use(at: number, scope: Scope): void {
    const token = this.tokens[at];
    if (token && this.#isName(at)) this.#uses.push({ token, at, scope });
  }

  #declare(at: number, scope: Scope): void {
    const token = this.tokens[at];
    if (token && this.#isName(at)) scope.declare(token);
  }

  /** Behind a bracket's other half. */
  #behind(at: number): number {
    return (this.tokens[at]?.match ?? at) + 1;
  }

  #directive(at: number): number | undefined {
    let word = at;
    while (this.#text(word) === "@") word = this.#metadataEnd(word);
    const next = this.tokens[word + 1];
    const isDirective =
      directives.has(this.#text(word)) &&
      (next?.kind === "text" ||
        next?.text === "of" ||
        next?.text === ";" ||
        (this.#text(word) === "library" && next?.kind === "name"));
    if (!isDirective) return undefined;
    let end = word;
    while (end < this.tokens.length && this.#text(end) !== ";") end += 1;
    return end + 1;
  }

  #metadataEnd(at: number): number {
    let end = at + 2;
    while (this.#text(end) === "." && this.tokens[end + 1]?.kind === "name") end += 2;
    if (this.#text(end) === "<") end = this.#anglesEnd(end) ?? end;
    return this.#text(end) === "(" ? this.#behind(end) : end;
  }

  /** Annotations are used like any other name. */
  #metadata(at: number, scope: Scope): number {
    let next = at;
    while (this.#text(next) === "@") {
      const end = this.#metadataEnd(next);
      this.#expression(next + 1, end, scope);
      next = end;
    }
    return next;
  }

  /** Behind `<…>` that can be type arguments; `undefined` where it is a comparison. */
  #anglesEnd(at: number): number | undefined {
    let depth = 0;
    for (let next = at; next < this.tokens.length; next += 1) {
      const text = this.#text(next);
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
  #typeEnd(at: number): number | undefined {
    let next = at;
    if (this.#text(next) === "(") next = this.#behind(next);
    else if (this.#isName(next) || this.#text(next) === "void") {
      next += 1;
      while (this.#text(next) === "." && this.#isName(next + 1)) next += 2;
      if (this.#text(next) === "<") {
        const end = this.#anglesEnd(next);
        if (end === undefined) return undefined;
        next = end;
      }
    } else return undefined;
    if (this.#text(next) === "?") next += 1;
    while (this.#text(next) === "Function") {
      next += 1;
      if (this.#text(next) === "<") next = this.#anglesEnd(next) ?? next;
      if (this.#text(next) === "(") next = this.#behind(next);
      if (this.#text(next) === "?") next += 1;
    }
    return next;
  }

  /** A type's names are used; the names of parameters in it mean nothing. */
  #type(from: number, to: number, scope: Scope): void {
    for (let at = from; at < to; at += 1) {
      if (this.#text(at) === "Function" && this.#text(at + 1) === "(") {
        this.#signature(at + 1, scope);
        at = this.tokens[at + 1]?.match ?? at;
      } else if (this.#text(at) === "(") {
        this.#signature(at, scope);
        at = this.tokens[at]?.match ?? at;
      } else if (this.#text(at - 1) !== "." || this.#text(at - 2) === "." || at - 1 < from) this.#use(at, scope);
    }
  }

  /** Parameters or fields of a type: of each the type counts, and a name that follows it does not. */
  #signature(open: number, scope: Scope): void {
    for (const [from, to] of this.#pieces(open)) {
      let at = this.#metadata(from, scope);
      while (modifiers.has(this.#text(at))) at += 1;
      const end = this.#typeEnd(at);
      if (end !== undefined) this.#type(at, Math.min(end, to), scope);
    }
  }

  /** What commas part within brackets, inner `{}` and `[]` of parameters opened. */
  #pieces(open: number): (readonly [number, number])[] {
    const close = this.tokens[open]?.match ?? open;
    const found: (readonly [number, number])[] = [];
    let from = open + 1;
    for (let at = open + 1; at <= close; at += 1) {
      const text = this.#text(at);
      if (text === "," || at === close) {
        if (at > from) found.push([from, at]);
        from = at + 1;
      } else if ((text === "{" || text === "[") && at === from) {
        found.push(...this.#pieces(at));
        at = this.tokens[at]?.match ?? at;
        from = at + 1;
      } else if (text === "<") at = (this.#anglesEnd(at) ?? at + 1) - 1;
      else if (text === "(" || text === "{" || text === "[") at = this.tokens[at]?.match ?? at;
    }
    return found;
  }

  /** `<T extends A, U>` */
  #typeParameters(at: number, scope: Scope): number {
    const end = this.#text(at) === "<" ? (this.#anglesEnd(at) ?? at + 1) : at;
    for (let next = at + 1; next < end - 1;) {
      next = this.#metadata(next, scope);
      this.#declare(next, scope);
      let to = next + 1;
      for (let depth = 0; to < end - 1 && (depth > 0 || this.#text(to) !== ","); to += 1)
        depth += this.#text(to) === "<" ? 1 : this.#text(to) === ">" ? -1 : 0;
      if (this.#text(next + 1) === "extends") this.#type(next + 2, to, scope);
      next = to + 1;
    }
    return end;
  }

  /** One declaration of a file, or of the class `owner`. Gives where the next begins. */
  #declaration(start: number, scope: Scope, owner: string | undefined): number {
    let at = this.#metadata(start, scope);
    while (modifiers.has(this.#text(at)) && this.tokens[at + 1]?.kind !== "mark") at += 1;
    if (this.#text(at) === ";") return at + 1;
    if (this.#text(at) === "mixin" && this.#text(at + 1) === "class") at += 1;
    if (owner === undefined && kinds.has(this.#text(at)) && this.#isName(at + 1)) return this.#kind(at, scope);
    if (owner !== undefined) {
      const maker = this.#maker(at, scope, owner);
      if (maker !== undefined) return maker;
    }
    return this.#member(at, scope);
  }

  #kind(at: number, scope: Scope): number {
    const keyword = this.#text(at);
    let name = at + 1;
    if (keyword === "typedef") return this.#typedef(name, scope);
    const isType = keyword === "extension" && this.#text(name) === "type";
    if (isType) name += this.#text(name + 1) === "const" ? 2 : 1;
    const isUnnamed = keyword === "extension" && !isType && (this.#text(name) === "on" || this.#text(name) === "<");
    if (!isUnnamed) this.#declare(name, scope);
    const inner = this.#scope(scope);
    let next = this.#typeParameters(isUnnamed ? name : name + 1, inner);
    if (isType && this.#text(next) === "." && this.#isName(next + 1)) next += 2;
    if (isType && this.#text(next) === "(") next = this.#parameters(next, inner);
    const words = new Set(["extends", "with", "implements", "on", "="]);
    let from = next;
    for (; next < this.tokens.length && this.#text(next) !== "{" && this.#text(next) !== ";"; next += 1)
      if (words.has(this.#text(next))) {
        this.#type(from, next, inner);
        from = next + 1;
      }
    this.#type(from, next, inner);
    if (this.#text(next) === ";") return next + 1;
    const close = this.tokens[next]?.match ?? next;
    let member = keyword === "enum" ? this.#constants(next, inner) : next + 1;
    while (member < close) member = this.#declaration(member, inner, this.#text(name));
    return close + 1;
  }

  #typedef(at: number, scope: Scope): number {
    let end = at;
    while (end < this.tokens.length && this.#text(end) !== ";")
      end = /^[([{]$/.test(this.#text(end)) ? this.#behind(end) : end + 1;
    const inner = this.#scope(scope);
    if (this.#text(at + 1) === "=" || this.#text(at + 1) === "<") {
      this.#declare(at, scope);
      const next = this.#typeParameters(at + 1, inner);
      this.#type(next + 1, end, inner);
      return end + 1;
    }
    // The old form: `typedef void Pick<T>(T tree);`
    const type = this.#typeEnd(at);
    const name = type !== undefined && this.#isName(type) ? type : at;
    this.#declare(name, scope);
    const next = this.#typeParameters(name + 1, inner);
    if (name > at) this.#type(at, name, inner);
    if (this.#text(next) === "(") this.#signature(next, inner);
    return end + 1;
  }

  /** `a, b(1), c.named(2);` */
  #constants(open: number, scope: Scope): number {
    const close = this.tokens[open]?.match ?? open;
    let at = open + 1;
    while (at < close && this.#text(at) !== ";") {
      at = this.#metadata(at, scope);
      this.#declare(at, scope);
      at += 1;
      if (this.#text(at) === "<") at = this.#anglesEnd(at) ?? at + 1;
      if (this.#text(at) === ".") at += 2;
      if (this.#text(at) === "(") {
        this.#expression(at + 1, this.tokens[at]?.match ?? at, scope);
        at = this.#behind(at);
      }
      if (this.#text(at) === ",") at += 1;
      else if (this.#text(at) !== ";") break;
    }
    return Math.min(at + 1, close);
  }

  /** `const Tree(this.id) : row = 1;`, `factory Tree.named() => …`; `undefined` where it is none. */
  #maker(start: number, scope: Scope, owner: string): number | undefined {
    let at = start;
    if (this.#text(at) === "factory" && this.#isName(at + 1)) at += 1;
    if (this.#text(at) !== owner || owner === "") return undefined;
    const name = at;
    at += 1;
    if (this.#text(at) === "." && this.tokens[at + 1]?.kind === "name") at += 2;
    if (this.#text(at) !== "(") return undefined;
    this.#use(name, scope);
    const inner = this.#scope(scope);
    at = this.#parameters(at, inner);
    if (this.#text(at) === ":") {
      const end = this.#listEnd(at + 1);
      for (const [from, to] of this.#commaParts(at + 1, end)) {
        // Of `row = value`, the first is a field.
        const isField = this.#text(from + 1) === "=" || this.#text(from) === "this";
        const value = isField ? from + (this.#text(from) === "this" ? 4 : 2) : from;
        this.#expression(value, to, inner);
      }
      at = end;
    }
    return this.#body(at, inner);
  }

  /** Where an initialiser list ends: at its body, or its semicolon. */
  #listEnd(from: number): number {
    let at = from;
    while (at < this.tokens.length && this.#text(at) !== ";") {
      const text = this.#text(at);
      // A brace behind `=`, `(` or `,` begins a value.
      if (text === "{" && !/^[=(,:?>]$/.test(this.#text(at - 1))) return at;
      at = /^[([{]$/.test(text) ? this.#behind(at) : at + 1;
    }
    return at;
  }

  #commaParts(from: number, to: number): (readonly [number, number])[] {
    const found: (readonly [number, number])[] = [];
    let start = from;
    for (let at = from; at <= to; at = /^[([{]$/.test(this.#text(at)) && at < to ? this.#behind(at) : at + 1)
      if (at === to || this.#text(at) === ",") {
        if (at > start) found.push([start, at]);
        start = at + 1;
      }
    return found;
  }

  /** A function, accessor, operator or variable. */
  #member(start: number, scope: Scope): number {
    let at = start;
    const isAccessor = (index: number): boolean =>
      /^(?:get|set)$/.test(this.#text(index)) &&
      this.tokens[index + 1]?.kind === "name" &&
      !reserved.has(this.#text(index + 1));
    const type = isAccessor(at) ? undefined : this.#typeEnd(at);
    const isTyped =
      type !== undefined &&
      (this.#isName(type) || (this.tokens[type]?.kind === "name" && this.#text(type) === "operator"));
    if (isTyped && type !== undefined) {
      // Type parameters of a generic function hold for its result, too.
      const inner = this.#scope(scope);
      const name = isAccessor(type) ? type + 1 : type;
      if (this.#text(name + 1) === "<" && this.#text(this.#anglesEnd(name + 1) ?? 0) === "(")
        this.#typeParameters(name + 1, inner);
      this.#type(at, type, inner);
      at = type;
    }
    if (isAccessor(at)) at += 1;
    else if (this.#text(at) === "operator" && this.tokens[at + 1]?.kind === "mark") {
      while (this.#text(at) !== "(" || (this.#text(at - 1) === "operator" && this.#text(at + 1) !== ")")) {
        at += 1;
        if (at >= this.tokens.length) return at;
      }
      if (this.#text(at - 1) === "[") at = this.#behind(at - 1);
      const inner = this.#scope(scope);
      return this.#body(this.#parameters(at, inner), inner);
    }
    if (!this.#isName(at)) return this.#unknown(start, scope);
    this.#declare(at, scope);
    return this.#afterName(at + 1, scope);
  }

  /** What follows a declared name: parameters and a body, or a value and more names. */
  #afterName(start: number, scope: Scope): number {
    let at = start;
    const isGeneric = this.#text(at) === "<";
    if (isGeneric || this.#text(at) === "(") {
      const inner = this.#scope(scope);
      at = this.#typeParameters(at, inner);
      if (this.#text(at) === "(") at = this.#parameters(at, inner);
      return this.#body(at, inner);
    }
    const isGetter =
      /^(?:=>|\{|async|sync)$/.test(this.#text(at)) || (this.#text(at) === "=" && this.#text(at + 1) === ">");
    if (isGetter) return this.#body(at, this.#scope(scope));
    return this.#values(at, scope);
  }

  /** `= value, other = value;` from behind the first name. Gives what follows the semicolon. */
  #values(start: number, scope: Scope): number {
    let at = start;
    for (;;) {
      if (this.#text(at) === "=") {
        const end = this.#valueEnd(at + 1);
        this.#expression(at + 1, end, scope);
        at = end;
      }
      if (this.#text(at) !== "," || !this.#isName(at + 1)) break;
      this.#declare(at + 1, scope);
      at += 2;
    }
    return this.#text(at) === ";" ? at + 1 : Math.max(at, start);
  }

  /** Where a value ends: at a comma, semicolon or closing bracket of its own level. */
  #valueEnd(from: number): number {
    let at = from;
    while (at < this.tokens.length) {
      const text = this.#text(at);
      if (/^[,;)\]}]$/.test(text)) return at;
      if (text === "<") at = this.#anglesEnd(at) ?? at + 1;
      else at = /^[([{]$/.test(text) ? this.#behind(at) : at + 1;
    }
    return at;
  }

  /** Something that is no declaration that is known here; nothing is passed over unread. */
  #unknown(start: number, scope: Scope): number {
    let end = start;
    while (end < this.tokens.length && this.#text(end) !== ";" && this.#text(end) !== "}") {
      const isBody = this.#text(end) === "{";
      end = /^[([{]$/.test(this.#text(end)) ? this.#behind(end) : end + 1;
      if (isBody) {
        this.#expression(start, end, scope);
        return end;
      }
    }
    this.#expression(start, end, scope);
    return Math.max(end + 1, start + 1);
  }

  /** Parameters are known in the function; their defaults, types and annotations are used. Gives what follows. */
  #parameters(open: number, scope: Scope): number {
    for (const [from, to] of this.#pieces(open)) {
      let at = this.#metadata(from, scope);
      while (modifiers.has(this.#text(at)) && at + 1 < to && this.tokens[at + 1]?.kind === "name") at += 1;
      let equals = at;
      while (equals < to && this.#text(equals) !== "=")
        equals = /^[([{]$/.test(this.#text(equals)) ? this.#behind(equals) : equals + 1;
      if (equals < to) this.#expression(equals + 1, to, scope);
      const end = Math.min(equals, to);
      const own = this.#text(end - 1) === ")" || this.#text(end - 1) === "?" ? this.#functionName(at, end) : end - 1;
      const isField = this.#text(own - 1) === "." && /^(?:this|super)$/.test(this.#text(own - 2));
      if (!isField) this.#type(at, own, scope);
      else this.#type(at, own - 2, scope);
      this.#declare(own, scope);
      if (own < end - 1 && this.#text(own + 1) === "(") this.#signature(own + 1, scope);
    }
    return this.#behind(open);
  }

  /** The name in `int pick(Tree tree)?`. */
  #functionName(from: number, to: number): number {
    const close = this.#text(to - 1) === "?" ? to - 2 : to - 1;
    const open = this.tokens[close]?.match ?? close;
    return this.#text(close) === ")" && this.#isName(open - 1) && open - 1 >= from ? open - 1 : to - 1;
  }

  /** `{ … }`, `=> value;`, `async …`, `;`. Gives what follows. */
  #body(start: number, scope: Scope): number {
    let at = start;
    while (/^(?:async|sync|\*)$/.test(this.#text(at))) at += 1;
    if (this.#text(at) === "{") {
      this.#block(at, scope);
      return this.#behind(at);
    }
    if (this.#text(at) === "=") {
      const end = this.#semicolon(at);
      this.#expression(at + (this.#text(at + 1) === ">" ? 2 : 1), end, scope);
      return end + 1;
    }
    return this.#semicolon(at) + 1;
  }

  #semicolon(from: number): number {
    let at = from;
    while (at < this.tokens.length && this.#text(at) !== ";")
      at = /^[([{]$/.test(this.#text(at)) ? this.#behind(at) : at + 1;
    return at;
  }

  #block(open: number, above: Scope): void {
    const scope = this.#scope(above);
    const close = this.tokens[open]?.match ?? open;
    for (let at = open + 1; at < close;) at = Math.max(this.#statement(at, close, scope), at + 1);
  }

  #statement(start: number, limit: number, scope: Scope): number {
    const at = this.#metadata(start, scope);
    const text = this.#text(at);
    if (text === "{") {
      this.#block(at, scope);
      return this.#behind(at);
    }
    if (text === "for" || (text === "await" && this.#text(at + 1) === "for")) return this.#for(at, limit, scope);
    if (text === "catch" || (text === "on" && this.#typeEnd(at + 1) !== undefined)) return this.#catch(at, scope);
    if (text === "case" || text === "default") return this.#case(at, limit, scope);
    if (/^(?:if|while|switch)$/.test(text) && this.#text(at + 1) === "(") {
      const inner = this.#scope(scope);
      this.#condition(at + 1, inner);
      return this.#statement(this.#behind(at + 1), limit, inner);
    }
    if (/^(?:else|do|try|finally)$/.test(text)) return at + 1;
    if (this.#isName(at) && this.#text(at + 1) === ":") return at + 2;
    return this.#local(at, scope) ?? this.#plain(at, limit, scope);
  }

  #plain(at: number, limit: number, scope: Scope): number {
    const end = Math.min(this.#semicolon(at), limit);
    this.#expression(at, end, scope);
    return end + 1;
  }

  /** `if (tree case Tree(:final row))` */
  #condition(open: number, scope: Scope): void {
    const close = this.tokens[open]?.match ?? open;
    let at = open + 1;
    while (at < close && this.#text(at) !== "case") at = /^[([{]$/.test(this.#text(at)) ? this.#behind(at) : at + 1;
    this.#expression(open + 1, at, scope);
    if (at < close) this.#pattern(at + 1, close, scope);
  }

  #for(start: number, limit: number, above: Scope): number {
    const open = this.#text(start) === "await" ? start + 2 : start + 1;
    const scope = this.#scope(above);
    this.#loop(open, scope);
    return this.#statement(this.#behind(open), limit, scope);
  }

  /** What stands in the brackets of a loop. */
  #loop(open: number, scope: Scope): void {
    const close = this.tokens[open]?.match ?? open;
    let inAt = open + 1;
    while (inAt < close && this.#text(inAt) !== "in" && this.#text(inAt) !== ";")
      inAt = /^[([{]$/.test(this.#text(inAt)) ? this.#behind(inAt) : inAt + 1;
    if (this.#text(inAt) === "in") {
      this.#pattern(open + 1, inAt, scope);
      this.#expression(inAt + 1, close, scope);
      return;
    }
    const next = this.#local(open + 1, scope) ?? this.#semicolon(open + 1) + 1;
    if (next <= open + 1 || !scope.declared.size) this.#expression(open + 1, Math.min(next, close), scope);
    this.#expression(next, close, scope);
  }

  #catch(start: number, above: Scope): number {
    const scope = this.#scope(above);
    let at = start;
    if (this.#text(at) === "on") {
      const end = this.#typeEnd(at + 1) ?? at + 2;
      this.#type(at + 1, end, scope);
      at = end;
    }
    if (this.#text(at) === "catch") {
      for (const [from] of this.#pieces(at + 1)) this.#declare(from, scope);
      at = this.#behind(at + 1);
    }
    if (this.#text(at) !== "{") return at;
    this.#block(at, scope);
    return this.#behind(at);
  }

  /** `case Tree(:final row) when row > 1:`; what it declares is known behind it. */
  #case(start: number, limit: number, scope: Scope): number {
    let end = start + 1;
    for (let asked = 0; end < limit; end = /^[([{]$/.test(this.#text(end)) ? this.#behind(end) : end + 1) {
      if (this.#text(end) === "?" && this.#text(end + 1) !== ":" && this.#text(end + 1) !== "?") asked += 1;
      if (this.#text(end) !== ":") continue;
      if (asked === 0) break;
      asked -= 1;
    }
    this.#pattern(start + 1, end, scope);
    return end + 1;
  }

  /** A pattern: `final` and `var` declare the name behind them (and behind its type), as does a type that a name follows. */
  #pattern(from: number, to: number, scope: Scope): void {
    let at = from;
    while (at < to) {
      if (this.#text(at) === "when") {
        this.#expression(at + 1, to, scope);
        return;
      }
      if (/^(?:final|var)$/.test(this.#text(at))) {
        at += 1;
        if (this.#text(at) === "(") continue;
        const type = this.#typeEnd(at);
        if (type !== undefined && type < to && this.#isName(type) && this.#text(type) !== "when") {
          this.#type(at, type, scope);
          at = type;
        } else if (this.#text(at + 1) === "(") {
          // `final Tree(a: b) = tree`: what stands in it is declared, not what it is called.
          this.#use(at, scope);
          this.#fields(at + 1, scope);
          at = this.#behind(at + 1);
          continue;
        }
        this.#declare(at, scope);
        at += 1;
        continue;
      }
      const type = this.#isName(at) ? this.#typeEnd(at) : undefined;
      if (
        type !== undefined &&
        type < to &&
        this.#isName(type) &&
        !/^(?:when|as|is)$/.test(this.#text(type)) &&
        this.#text(type - 1) !== ")"
      ) {
        this.#type(at, type, scope);
        this.#declare(type, scope);
        at = type + 1;
        continue;
      }
      const isLabel = this.#text(at + 1) === ":" && /^[(,]$/.test(this.#text(at - 1));
      if (this.#isName(at) && this.#text(at - 1) !== "." && !isLabel) this.#use(at, scope);
      at += 1;
    }
  }

  /** `(a: x, :y)` behind `final Tree`: each plain name is declared. */
  #fields(open: number, scope: Scope): void {
    for (const [from, to] of this.#pieces(open))
      for (let at = from; at < to; at += 1)
        if (this.#isName(at) && this.#text(at + 1) !== ":" && this.#text(at + 1) !== "(" && this.#text(at - 1) !== ".")
          this.#declare(at, scope);
        else if (this.#isName(at) && this.#text(at + 1) === "(") this.#use(at, scope);
  }

  /** A variable or function of a block. Gives what follows, or nothing where the statement is something else. */
  #local(start: number, scope: Scope): number | undefined {
    let at = start;
    let isDeclared = false;
    while (/^(?:final|var|const|late)$/.test(this.#text(at)) && this.tokens[at + 1]) {
      if (this.#text(at) === "const" && this.#text(at + 2) === "(") break;
      isDeclared = true;
      at += 1;
    }
    if (
      isDeclared &&
      (this.#text(at) === "(" ||
        this.#text(at) === "[" ||
        this.#text(at) === "{" ||
        (this.#isName(at) && this.#text(at + 1) === "("))
    ) {
      let equals = at;
      while (equals < this.tokens.length && this.#text(equals) !== "=" && this.#text(equals) !== ";")
        equals = /^[([{]$/.test(this.#text(equals)) ? this.#behind(equals) : equals + 1;
      if (this.#text(equals) === "=") {
        const isObject = this.#isName(at);
        if (isObject) this.#use(at, scope);
        this.#fields(isObject ? at + 1 : at, scope);
        const end = this.#semicolon(equals);
        this.#expression(equals + 1, end, scope);
        return end + 1;
      }
    }
    const type = this.#typeEnd(at);
    if (
      type !== undefined &&
      this.#isName(type) &&
      !/^(?:is|as|in)$/.test(this.#text(type)) &&
      this.#isDeclarator(type + 1)
    ) {
      const inner = this.#scope(scope);
      if (this.#text(type + 1) === "<") this.#typeParameters(type + 1, inner);
      this.#type(at, type, inner);
      this.#declare(type, scope);
      return this.#afterName(type + 1, scope);
    }
    if (isDeclared) {
      this.#declare(at, scope);
      return this.#values(at + 1, scope);
    }
    // A function without a result's type: `pick(tree) { … }`.
    if (this.#isName(at) && this.#text(at + 1) === "(" && this.#isFunctionBody(this.#behind(at + 1))) {
      this.#declare(at, scope);
      return this.#afterName(at + 1, scope);
    }
    return undefined;
  }

  #isDeclarator(at: number): boolean {
    const text = this.#text(at);
    if (text === "=") return this.#text(at + 1) !== "=" && this.#text(at + 1) !== ">";
    if (text === ";" || text === ",") return true;
    if (text === "<") return this.#text(this.#anglesEnd(at) ?? -1) === "(";
    return text === "(" && this.#isFunctionBody(this.#behind(at));
  }

  #isFunctionBody(at: number): boolean {
    return /^(?:\{|async|sync)$/.test(this.#text(at)) || (this.#text(at) === "=" && this.#text(at + 1) === ">");
  }

  /** Everything else: names are used, but for those behind dots, labels of arguments, and what functions and loops declare in it. */
  #expression(from: number, to: number, scope: Scope): void {
    for (let at = from; at < to;) at = this.#piece(at, to, scope);
  }

  #piece(at: number, to: number, scope: Scope): number {
    const text = this.#text(at);
    if (text === "(") {
      const behind = this.#behind(at);
      const before = this.#text(at - 1);
      if (before === "for") {
        this.#loop(at, scope);
        return behind;
      }
      if (/^(?:if|while|switch)$/.test(before)) {
        this.#condition(at, scope);
        if (before === "switch" && this.#text(behind) === "{") {
          this.#switch(behind, scope);
          return this.#behind(behind);
        }
        return behind;
      }
      if (behind <= to && this.#isFunctionBody(behind) && before !== "catch") return this.#lambda(at, to, scope);
      this.#expression(at + 1, behind - 1, scope);
      return behind;
    }
    if (text === "{" || text === "[") {
      const behind = this.#behind(at);
      this.#expression(at + 1, behind - 1, this.#scope(scope));
      return behind;
    }
    // `<T>(T a) => a`
    if (text === "<") {
      const end = this.#anglesEnd(at);
      if (
        end !== undefined &&
        this.#text(end) === "(" &&
        this.#isFunctionBody(this.#behind(end)) &&
        !this.#isName(at - 1)
      ) {
        const inner = this.#scope(scope);
        this.#typeParameters(at, inner);
        return this.#lambda(end, to, inner);
      }
    }
    if (this.#isName(at) && this.#isMeant(at)) this.#use(at, scope);
    return at + 1;
  }

  /** Whether a name in an expression means something by itself. */
  #isMeant(at: number): boolean {
    const [before, after] = [this.#text(at - 1), this.#text(at + 1)];
    // Behind `..` and `...`: of three dots the last stands before a value.
    if (before === ".") return this.#text(at - 2) === "." && this.#text(at - 3) === ".";
    if (after === ":" && /^[(,{]$/.test(before) && !this.#isInMap(at)) return false;
    return before !== "#";
  }

  /** Whether the bracket around a name is a map's or set's: there, what stands before a colon is a value. */
  #isInMap(at: number): boolean {
    for (let before = at - 1; before >= 0; before -= 1) {
      const text = this.#text(before);
      if (/^[)\]}]$/.test(text)) before = this.tokens[before]?.match ?? before;
      else if (/^[([{]$/.test(text)) return text === "{" || text === "[";
    }
    return false;
  }

  /** `(a, b) => …` and `(a) { … }` as values. */
  #lambda(open: number, to: number, above: Scope): number {
    const scope = this.#scope(above);
    let at = this.#parameters(open, scope);
    while (/^(?:async|sync|\*)$/.test(this.#text(at))) at += 1;
    if (this.#text(at) === "{") {
      this.#block(at, scope);
      return this.#behind(at);
    }
    const end = Math.min(this.#valueEnd(at + 2), to);
    this.#expression(at + 2, end, scope);
    return end;
  }

  /** `switch (tree) { Tree(:final row) => row, _ => 0 }` as a value. */
  #switch(open: number, above: Scope): void {
    for (const [from, to] of this.#commaParts(open + 1, this.tokens[open]?.match ?? open)) {
      const scope = this.#scope(above);
      let arrow = from;
      while (arrow < to && !(this.#text(arrow) === "=" && this.#text(arrow + 1) === ">"))
        arrow = /^[([{]$/.test(this.#text(arrow)) ? this.#behind(arrow) : arrow + 1;
      this.#pattern(from, arrow, scope);
      this.#expression(arrow + 2, to, scope);
    }
  }
}
