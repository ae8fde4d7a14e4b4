/** Statements, expressions and patterns of Dart: what they declare, and what they use. */
import { modifiers } from "./tokens.js";
import { TokenWalk, type Scope } from "./token-walk.js";

/** Goes through what functions hold. */
export class ExpressionWalk extends TokenWalk {
  /** What follows a declared name: parameters and a body, or a value and more names. */
  protected afterName(start: number, scope: Scope): number {
    let at = start;
    const isGeneric = this.text(at) === "<";
    if (isGeneric || this.text(at) === "(") {
      const inner = this.scope(scope);
      at = this.typeParameters(at, inner);
      if (this.text(at) === "(") at = this.parameters(at, inner);
      return this.body(at, inner);
    }
    const isGetter =
      /^(?:=>|\{|async|sync)$/.test(this.text(at)) || (this.text(at) === "=" && this.text(at + 1) === ">");
    if (isGetter) return this.body(at, this.scope(scope));
    return this.values(at, scope);
  }

  /** `= value, other = value;` from behind the first name. Gives what follows the semicolon. */
  protected values(start: number, scope: Scope): number {
    let at = start;
    for (;;) {
      if (this.text(at) === "=") {
        const end = this.valueEnd(at + 1);
        this.expression(at + 1, end, scope);
        at = end;
      }
      if (this.text(at) !== "," || !this.isName(at + 1)) break;
      this.declare(at + 1, scope);
      at += 2;
    }
    return this.text(at) === ";" ? at + 1 : Math.max(at, start);
  }

  /** Parameters are known in the function; their defaults, types and annotations are used. Gives what follows. */
  protected parameters(open: number, scope: Scope): number {
    for (const [from, to] of this.pieces(open)) {
      let at = this.metadata(from, scope);
      while (modifiers.has(this.text(at)) && at + 1 < to && this.tokens[at + 1]?.kind === "name") at += 1;
      let equals = at;
      while (equals < to && this.text(equals) !== "=")
        equals = /^[([{]$/.test(this.text(equals)) ? this.behind(equals) : equals + 1;
      if (equals < to) this.expression(equals + 1, to, scope);
      const end = Math.min(equals, to);
      const own = this.text(end - 1) === ")" || this.text(end - 1) === "?" ? this.functionName(at, end) : end - 1;
      const isField = this.text(own - 1) === "." && /^(?:this|super)$/.test(this.text(own - 2));
      if (!isField) this.type(at, own, scope);
      else this.type(at, own - 2, scope);
      this.declare(own, scope);
      if (own < end - 1 && this.text(own + 1) === "(") this.signature(own + 1, scope);
    }
    return this.behind(open);
  }

  /** The name in `int pick(Tree tree)?`. */
  protected functionName(from: number, to: number): number {
    const close = this.text(to - 1) === "?" ? to - 2 : to - 1;
    const open = this.tokens[close]?.match ?? close;
    return this.text(close) === ")" && this.isName(open - 1) && open - 1 >= from ? open - 1 : to - 1;
  }

  /** `{ … }`, `=> value;`, `async …`, `;`. Gives what follows. */
  protected body(start: number, scope: Scope): number {
    let at = start;
    while (/^(?:async|sync|\*)$/.test(this.text(at))) at += 1;
    if (this.text(at) === "{") {
      this.block(at, scope);
      return this.behind(at);
    }
    if (this.text(at) === "=") {
      const end = this.semicolon(at);
      this.expression(at + (this.text(at + 1) === ">" ? 2 : 1), end, scope);
      return end + 1;
    }
    return this.semicolon(at) + 1;
  }

  protected block(open: number, above: Scope): void {
    const scope = this.scope(above);
    const close = this.tokens[open]?.match ?? open;
    for (let at = open + 1; at < close;) at = Math.max(this.statement(at, close, scope), at + 1);
  }

  protected statement(start: number, limit: number, scope: Scope): number {
    const at = this.metadata(start, scope);
    const text = this.text(at);
    if (text === "{") {
      this.block(at, scope);
      return this.behind(at);
    }
    if (text === "for" || (text === "await" && this.text(at + 1) === "for")) return this.for(at, limit, scope);
    if (text === "catch" || (text === "on" && this.typeEnd(at + 1) !== undefined)) return this.catch(at, scope);
    if (text === "case" || text === "default") return this.case(at, limit, scope);
    if (/^(?:if|while|switch)$/.test(text) && this.text(at + 1) === "(") {
      const inner = this.scope(scope);
      this.condition(at + 1, inner);
      return this.statement(this.behind(at + 1), limit, inner);
    }
    if (/^(?:else|do|try|finally)$/.test(text)) return at + 1;
    if (this.isName(at) && this.text(at + 1) === ":") return at + 2;
    return this.local(at, scope) ?? this.plain(at, limit, scope);
  }

  protected plain(at: number, limit: number, scope: Scope): number {
    const end = Math.min(this.semicolon(at), limit);
    this.expression(at, end, scope);
    return end + 1;
  }

  /** `if (tree case Tree(:final row))` */
  protected condition(open: number, scope: Scope): void {
    const close = this.tokens[open]?.match ?? open;
    let at = open + 1;
    while (at < close && this.text(at) !== "case") at = /^[([{]$/.test(this.text(at)) ? this.behind(at) : at + 1;
    this.expression(open + 1, at, scope);
    if (at < close) this.pattern(at + 1, close, scope);
  }

  protected for(start: number, limit: number, above: Scope): number {
    const open = this.text(start) === "await" ? start + 2 : start + 1;
    const scope = this.scope(above);
    this.loop(open, scope);
    return this.statement(this.behind(open), limit, scope);
  }

  /** What stands in the brackets of a loop. */
  protected loop(open: number, scope: Scope): void {
    const close = this.tokens[open]?.match ?? open;
    let inAt = open + 1;
    while (inAt < close && this.text(inAt) !== "in" && this.text(inAt) !== ";")
      inAt = /^[([{]$/.test(this.text(inAt)) ? this.behind(inAt) : inAt + 1;
    if (this.text(inAt) === "in") {
      this.pattern(open + 1, inAt, scope);
      this.expression(inAt + 1, close, scope);
      return;
    }
    const next = this.local(open + 1, scope) ?? this.semicolon(open + 1) + 1;
    if (next <= open + 1 || !scope.declared.size) this.expression(open + 1, Math.min(next, close), scope);
    this.expression(next, close, scope);
  }

  protected catch(start: number, above: Scope): number {
    const scope = this.scope(above);
    let at = start;
    if (this.text(at) === "on") {
      const end = this.typeEnd(at + 1) ?? at + 2;
      this.type(at + 1, end, scope);
      at = end;
    }
    if (this.text(at) === "catch") {
      for (const [from] of this.pieces(at + 1)) this.declare(from, scope);
      at = this.behind(at + 1);
    }
    if (this.text(at) !== "{") return at;
    this.block(at, scope);
    return this.behind(at);
  }

  /** `case Tree(:final row) when row > 1:`; what it declares is known behind it. */
  protected case(start: number, limit: number, scope: Scope): number {
    let end = start + 1;
    for (let asked = 0; end < limit; end = /^[([{]$/.test(this.text(end)) ? this.behind(end) : end + 1) {
      if (this.text(end) === "?" && this.text(end + 1) !== ":" && this.text(end + 1) !== "?") asked += 1;
      if (this.text(end) !== ":") continue;
      if (asked === 0) break;
      asked -= 1;
    }
    this.pattern(start + 1, end, scope);
    return end + 1;
  }

  /** A pattern: `final` and `var` declare the name behind them (and behind its type), as does a type that a name follows. */
  protected pattern(from: number, to: number, scope: Scope): void {
    let at = from;
    while (at < to) {
      if (this.text(at) === "when") {
        this.expression(at + 1, to, scope);
        return;
      }
      if (/^(?:final|var)$/.test(this.text(at))) {
        at += 1;
        if (this.text(at) === "(") continue;
        const type = this.typeEnd(at);
        if (type !== undefined && type < to && this.isName(type) && this.text(type) !== "when") {
          this.type(at, type, scope);
          at = type;
        } else if (this.text(at + 1) === "(") {
          // `final Tree(a: b) = tree`: what stands in it is declared, not what it is called.
          this.use(at, scope);
          this.fields(at + 1, scope);
          at = this.behind(at + 1);
          continue;
        }
        this.declare(at, scope);
        at += 1;
        continue;
      }
      const type = this.isName(at) ? this.typeEnd(at) : undefined;
      if (
        type !== undefined &&
        type < to &&
        this.isName(type) &&
        !/^(?:when|as|is)$/.test(this.text(type)) &&
        this.text(type - 1) !== ")"
      ) {
        this.type(at, type, scope);
        this.declare(type, scope);
        at = type + 1;
        continue;
      }
      const isLabel = this.text(at + 1) === ":" && /^[(,]$/.test(this.text(at - 1));
      if (this.isName(at) && this.text(at - 1) !== "." && !isLabel) this.use(at, scope);
      at += 1;
    }
  }

  /** `(a: x, :y)` behind `final Tree`: each plain name is declared. */
  protected fields(open: number, scope: Scope): void {
    for (const [from, to] of this.pieces(open))
      for (let at = from; at < to; at += 1)
        if (this.isName(at) && this.text(at + 1) !== ":" && this.text(at + 1) !== "(" && this.text(at - 1) !== ".")
          this.declare(at, scope);
        else if (this.isName(at) && this.text(at + 1) === "(") this.use(at, scope);
  }

  /** A variable or function of a block. Gives what follows, or nothing where the statement is something else. */
  protected local(start: number, scope: Scope): number | undefined {
    let at = start;
    let isDeclared = false;
    while (/^(?:final|var|const|late)$/.test(this.text(at)) && this.tokens[at + 1]) {
      if (this.text(at) === "const" && this.text(at + 2) === "(") break;
      isDeclared = true;
      at += 1;
    }
    if (
      isDeclared &&
      (this.text(at) === "(" ||
        this.text(at) === "[" ||
        this.text(at) === "{" ||
        (this.isName(at) && this.text(at + 1) === "("))
    ) {
      let equals = at;
      while (equals < this.tokens.length && this.text(equals) !== "=" && this.text(equals) !== ";")
        equals = /^[([{]$/.test(this.text(equals)) ? this.behind(equals) : equals + 1;
      if (this.text(equals) === "=") {
        const isObject = this.isName(at);
        if (isObject) this.use(at, scope);
        this.fields(isObject ? at + 1 : at, scope);
        const end = this.semicolon(equals);
        this.expression(equals + 1, end, scope);
        return end + 1;
      }
    }
    const type = this.typeEnd(at);
    if (
      type !== undefined &&
      this.isName(type) &&
      !/^(?:is|as|in)$/.test(this.text(type)) &&
      this.isDeclarator(type + 1)
    ) {
      const inner = this.scope(scope);
      if (this.text(type + 1) === "<") this.typeParameters(type + 1, inner);
      this.type(at, type, inner);
      this.declare(type, scope);
      return this.afterName(type + 1, scope);
    }
    if (isDeclared) {
      this.declare(at, scope);
      return this.values(at + 1, scope);
    }
    // A function without a result's type: `pick(tree) { … }`.
    if (this.isName(at) && this.text(at + 1) === "(" && this.isFunctionBody(this.behind(at + 1))) {
      this.declare(at, scope);
      return this.afterName(at + 1, scope);
    }
    return undefined;
  }

  protected isDeclarator(at: number): boolean {
    const text = this.text(at);
    if (text === "=") return this.text(at + 1) !== "=" && this.text(at + 1) !== ">";
    if (text === ";" || text === ",") return true;
    if (text === "<") return this.text(this.anglesEnd(at) ?? -1) === "(";
    return text === "(" && this.isFunctionBody(this.behind(at));
  }

  protected isFunctionBody(at: number): boolean {
    return /^(?:\{|async|sync)$/.test(this.text(at)) || (this.text(at) === "=" && this.text(at + 1) === ">");
  }

  /** Everything else: names are used, but for those behind dots, labels of arguments, and what functions and loops declare in it. */
  protected expression(from: number, to: number, scope: Scope): void {
    for (let at = from; at < to;) at = this.piece(at, to, scope);
  }

  protected piece(at: number, to: number, scope: Scope): number {
    const text = this.text(at);
    if (text === "(") {
      const behind = this.behind(at);
      const before = this.text(at - 1);
      if (before === "for") {
        this.loop(at, scope);
        return behind;
      }
      if (/^(?:if|while|switch)$/.test(before)) {
        this.condition(at, scope);
        if (before === "switch" && this.text(behind) === "{") {
          this.switch(behind, scope);
          return this.behind(behind);
        }
        return behind;
      }
      if (behind <= to && this.isFunctionBody(behind) && before !== "catch") return this.lambda(at, to, scope);
      this.expression(at + 1, behind - 1, scope);
      return behind;
    }
    if (text === "{" || text === "[") {
      const behind = this.behind(at);
      this.expression(at + 1, behind - 1, this.scope(scope));
      return behind;
    }
    // `<T>(T a) => a`
    if (text === "<") {
      const end = this.anglesEnd(at);
      if (
        end !== undefined &&
        this.text(end) === "(" &&
        this.isFunctionBody(this.behind(end)) &&
        !this.isName(at - 1)
      ) {
        const inner = this.scope(scope);
        this.typeParameters(at, inner);
        return this.lambda(end, to, inner);
      }
    }
    if (this.isName(at) && this.isMeant(at)) this.use(at, scope);
    return at + 1;
  }

  /** Whether a name in an expression means something by itself. */
  protected isMeant(at: number): boolean {
    const [before, after] = [this.text(at - 1), this.text(at + 1)];
    // Behind `..` and `...`: of three dots the last stands before a value.
    if (before === ".") return this.text(at - 2) === "." && this.text(at - 3) === ".";
    if (after === ":" && /^[(,{]$/.test(before) && !this.isInMap(at)) return false;
    return before !== "#";
  }

  /** Whether the bracket around a name is a map's or set's: there, what stands before a colon is a value. */
  protected isInMap(at: number): boolean {
    for (let before = at - 1; before >= 0; before -= 1) {
      const text = this.text(before);
      if (/^[)\]}]$/.test(text)) before = this.tokens[before]?.match ?? before;
      else if (/^[([{]$/.test(text)) return text === "{" || text === "[";
    }
    return false;
  }

  /** `(a, b) => …` and `(a) { … }` as values. */
  protected lambda(open: number, to: number, above: Scope): number {
    const scope = this.scope(above);
    let at = this.parameters(open, scope);
    while (/^(?:async|sync|\*)$/.test(this.text(at))) at += 1;
    if (this.text(at) === "{") {
      this.block(at, scope);
      return this.behind(at);
    }
    const end = Math.min(this.valueEnd(at + 2), to);
    this.expression(at + 2, end, scope);
    return end;
  }

  /** `switch (tree) { Tree(:final row) => row, _ => 0 }` as a value. */
  protected switch(open: number, above: Scope): void {
    for (const [from, to] of this.commaParts(open + 1, this.tokens[open]?.match ?? open)) {
      const scope = this.scope(above);
      let arrow = from;
      while (arrow < to && !(this.text(arrow) === "=" && this.text(arrow + 1) === ">"))
        arrow = /^[([{]$/.test(this.text(arrow)) ? this.behind(arrow) : arrow + 1;
      this.pattern(from, arrow, scope);
      this.expression(arrow + 2, to, scope);
    }
  }
}
