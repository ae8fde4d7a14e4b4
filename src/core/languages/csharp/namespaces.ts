/**
 * The namespaces, types and names of a C# text. It goes by tokens and by what may stand beside a name, without a whole grammar: what may
 * be a type or something else is `maybe`. Source: Microsoft, "C# language specification", Namespaces; Simple names; Extension methods.
 */
import type { DeclaredType, NamePart, NamespaceNames, NameScope, TakenIn, UsedName } from "../namespace-names.js";
import { isReserved } from "./reserved.js";
import { Tokens } from "./tokens.js";

type Writable<Shape> = { -readonly [Key in keyof Shape]: Shape[Key] };

interface Body {
  readonly scope: number;
  /** Whether it is that of the scope itself, and not of a function in it. */
  readonly isOwn: boolean;
  readonly parens: number;
}

interface Head {
  readonly keyword: string;
  readonly name: NamePart;
  readonly arity: number;
  readonly isPartial: boolean;
  readonly isStored: boolean;
  readonly members: Set<string>;
  readonly placeholders: ReadonlySet<string>;
  readonly parents: number[];
}

/** Of a scope, so that members can be told apart that are the type's own. */
interface Statics {
  readonly words: Set<string>;
  readonly repeats: NamePart[];
}

const typeWords = new Set(["class", "struct", "interface", "enum", "record"]);
/** Words before a name that begin no declaration of it. */
const beforeValue = new Set(
  "delegate return new is as in case throw await out ref typeof sizeof default nameof and or not when else do goto yield select where from join on equals by orderby group into let ascending descending using lock params this readonly static public private protected internal sealed abstract virtual override async unsafe extern volatile const event required partial file scoped implicit explicit operator fixed checked unchecked stackalloc switch with get set init add remove".split(
    " ",
  ),
);
/** Words behind a name that do not make it a type: operators, and what goes on in a query. */
const behindValue = new Set(
  "is as in and or when switch with where select orderby join let group into on equals by ascending descending from else".split(
    " ",
  ),
);
/** Words before a type that has round brackets behind it: it is made, matched, or converted to. */
const beforeBrackets = new Set(["new", "is", "case", "not", "and", "or", "operator"]);
/** Attributes of types that are stored with their whole name. */
const storing = new Set(["Serializable", "DataContract", "ProtoContract", "MessagePackObject", "KnownType", "Union"]);
const attributeTargets = new Set([
  "assembly",
  "module",
  "field",
  "event",
  "method",
  "param",
  "property",
  "return",
  "type",
]);

/** Where frameworks and code look for types by the names of namespaces. */
const looking =
  /\b(?:BootstrapperBase|ViewModelLocationProvider|ViewLocator)\b|\.Namespace\s*(?:\?\.|\.|==|!=)|\bType\.GetType\s*\(\s*(?!")[^)\s]/;

/** Reads a text; `undefined` where it has an error. */
export function readNamespaces(text: string, words?: ReadonlySet<string>): NamespaceNames | undefined {
  // Nobody can say which side of a conflict will be kept.
  if (text.includes("<<<<<<< ") && /^<{7} /m.test(text)) return undefined;
  const tokens = new Tokens(text);
  if (tokens.problem) return undefined;
  const reading = new Reading(text, tokens, words);
  const found = reading.found();
  // Who holds one of the words is read whole: what it says may have to change.
  return words && reading.isConcerned ? new Reading(text, tokens, undefined).found() : found;
}

class Reading {
  readonly #scopes: Writable<NameScope>[] = [
    { kind: "file", above: -1, name: "", start: 0, end: 0, members: new Set(), parents: [] },
  ];
  readonly #spans: { start: number; end: number }[] = [{ start: 0, end: Infinity }];
  readonly #types: DeclaredType[] = [];
  readonly #lends = new Map<number, Set<string>>();
  readonly #values = new Set<string>();
  readonly #own = new Map<number, Statics>();
  /** Whether what is declared next is taken of the type itself. */
  #isStatic = false;
  readonly #takes: TakenIn[] = [];
  readonly #names: UsedName[] = [];
  readonly #members = new Set<string>();
  readonly #texts: NamePart[] = [];
  #doubt: NamespaceNames["doubt"];
  /** Whether one of the words was met. */
  isConcerned = false;
  #stack: Body[] = [{ scope: 0, isOwn: true, parens: 0 }];
  readonly #branches: Body[][] = [];
  /** Of each bracket that is open, how many round ones are around it, and whether attributes stand in it, or may. */
  readonly #brackets: { readonly parens: number; readonly holds: "attributes" | "maybe" | "values" }[] = [];
  /** Scopes in which each word is one of a list. */
  readonly #enums = new Set<number>();
  #parens = 0;
  /** Where the round brackets that are open begin. */
  #openers: number[] = [];
  /** Whether it is said what stands for other types have to be: `where T : Tree`. */
  #isBound = false;
  /** The place up to which only types stand: that behind `<…>`. */
  #typesUntil = 0;
  #head: Head | undefined;
  #isInParents = false;
  #isConstrained = false;
  #namespace: { readonly name: string; readonly start: number; readonly end: number } | undefined;
  #isStored = false;

  constructor(
    readonly text: string,
    readonly tokens: Tokens,
    readonly words: ReadonlySet<string> | undefined,
  ) {}

  found(): NamespaceNames {
    for (let at = 0; at < this.tokens.length; at = this.#take(at));
    this.#documentation();
    const types = this.#types.map((type) => {
      const scope = this.#scopeOf(type);
      const repeats = this.#own.get(scope)?.repeats ?? [];
      return { ...type, lends: this.#lends.get(scope) ?? type.lends, ...(repeats.length > 0 && { repeats }) };
    });
    return {
      scopes: this.#scopes,
      types,
      takes: this.#takes,
      names: this.#names,
      members: this.#members,
      values: this.#values,
      texts: this.#texts,
      ...this.#looksFor(),
      ...(this.#doubt && { doubt: this.#doubt }),
    };
  }

  #looksFor(): Pick<NamespaceNames, "looksFor"> {
    const match = looking.exec(this.text);
    if (!match) return {};
    const line = this.text.slice(this.text.lastIndexOf("\n", match.index) + 1).split(/\r?\n/, 1)[0] ?? "";
    if (/^\s*\/\//.test(line)) return {};
    return { looksFor: { start: match.index, why: match[0].replace(/^\./, "").trim() } };
  }

  #scopeOf({ start }: DeclaredType): number {
    return this.#scopes.findIndex((scope) => scope.kind === "type" && scope.start === start);
  }

  get #body(): Body {
    return this.#stack.at(-1) ?? { scope: 0, isOwn: true, parens: 0 };
  }

  get #scope(): number {
    return this.#body.scope;
  }

  #mark(at: number): string {
    return this.tokens.kind(at) === "mark" ? this.tokens.name(at) : "";
  }

  #isWord(at: number): boolean {
    return this.tokens.kind(at) === "name";
  }

  /** `@class` is none of the language. */
  #isEscaped(at: number): boolean {
    return this.text.charCodeAt(this.tokens.start(at) - 1) === 64;
  }

  /** A word of the language, or one that may be a name; nothing for other tokens. */
  #word(at: number): string {
    return this.#isWord(at) && !this.#isEscaped(at) ? this.tokens.name(at) : "";
  }

  #isName(at: number): boolean {
    return this.#isWord(at) && (this.#isEscaped(at) || !isReserved(this.tokens.name(at)));
  }

  #part(at: number): NamePart {
    return { name: this.tokens.name(at), start: this.tokens.start(at), end: this.tokens.end(at) };
  }

  /** Takes the token, or the few that belong together; gives the place of the next one. */
  #take(at: number): number {
    const kind = this.tokens.kind(at);
    if (kind === "name") return this.#takeWord(at);
    if (kind === "mark") this.#takeMark(at);
    else if (kind === "directive") this.#directive(this.text.slice(this.tokens.start(at), this.tokens.end(at)));
    else if (kind === "text") {
      const part = this.#part(at);
      if (/[A-Za-z]\.[A-Za-z]|^\.[A-Za-z]|[A-Za-z]\.$/.test(part.name) || /^[A-Za-z_]\w+$/.test(part.name))
        this.#text(part);
    }
    return at + 1;
  }

  /** Of two branches only one is compiled: each begins with the brackets that are open before both. */
  #directive(line: string): void {
    const [, word = ""] = /^#\s*(\w+)/.exec(line) ?? [];
    if (word === "if") this.#branches.push([...this.#stack]);
    else if (word === "endif") this.#branches.pop();
    else if (word === "else" || word === "elif") this.#stack = [...(this.#branches.at(-1) ?? this.#stack)];
  }

  #takeMark(at: number): void {
    const mark = this.#mark(at);
    if (mark === "{" || mark === ";" || mark === "=") this.#isBound = false;
    if (mark === "{") this.#open(at);
    else if (mark === "}") {
      const body = this.#stack.length > 1 ? this.#stack.pop() : undefined;
      if (body?.isOwn === true) {
        const span = this.#spans[body.scope];
        if (span) span.end = this.tokens.end(at);
      }
      this.#parens = body?.parens ?? this.#parens;
      this.#openers.length = Math.min(this.#openers.length, this.#parens);
      this.#end();
    } else if (mark === ";") {
      if (this.#namespace) this.#openNamespace(at, true);
      else if (this.#head) this.#openType(at);
      this.#end();
    } else if (mark === "(") {
      this.#openers[this.#parens] = at;
      this.#parens += 1;
    } else if (mark === ")") this.#parens = Math.max(0, this.#parens - 1);
    else if (mark === "[") this.#brackets.push({ parens: this.#parens, holds: this.#holds(at) });
    else if (mark === "]") this.#brackets.pop();
    else if (mark === ":" && this.#head && !this.#isConstrained && this.#parens === this.#body.parens)
      this.#isInParents = true;
  }

  #end(): void {
    this.#head = undefined;
    this.#namespace = undefined;
    this.#isInParents = false;
    this.#isConstrained = false;
    this.#isStored = false;
    this.#isStatic = false;
  }

  #open(at: number): void {
    if (this.#namespace) this.#openNamespace(at, false);
    else if (this.#head && this.#parens === this.#body.parens) this.#openType(at, true);
    else this.#stack.push({ scope: this.#scope, isOwn: false, parens: this.#parens });
    if (this.#stack.at(-1)?.isOwn === true) this.#end();
  }

  #openNamespace(at: number, isWholeFile: boolean): void {
    const { name, start, end } = this.#namespace ?? { name: "", start: 0, end: 0 };
    const scope = this.#scopes.length;
    this.#scopes.push({ kind: "namespace", above: this.#scope, name, start, end, members: new Set(), parents: [] });
    this.#spans.push({ start: this.tokens.start(at), end: Infinity });
    const body = { scope, isOwn: true, parens: this.#parens };
    // What a file says once holds to its end.
    if (isWholeFile) this.#stack = [body];
    else this.#stack.push(body);
  }

  #openType(at: number, hasBody = false): void {
    if (!this.#head) return;
    const { keyword, name, arity, members, placeholders, parents, isPartial, isStored } = this.#head;
    const scope = this.#scopes.length;
    if (keyword === "enum") this.#enums.add(scope);
    const { start, end } = name;
    const own: Statics = { words: new Set(), repeats: [] };
    this.#own.set(scope, own);
    const { words: statics } = own;
    const body = { members, parents, statics, placeholders };
    this.#scopes.push({ kind: "type", above: this.#scope, name: name.name, start, end, ...body });
    this.#spans.push({ start: this.tokens.start(at), end: hasBody ? Infinity : 0 });
    const descends = parents.map((index) => this.#names[index]?.parts.at(-1)?.name ?? "");
    const around = this.#scope;
    const isInterface = keyword === "interface" && ({ isInterface: true } as const);
    const more = { arity, descends, isPartial, isStored, lends: new Set<string>(), ...isInterface };
    this.#types.push({ name: name.name, start, scope: around, ...more });
    if (hasBody) this.#stack.push({ scope, isOwn: true, parens: this.#parens });
  }

  #takeWord(at: number): number {
    const word = this.#word(at);
    const isTop = this.#scopes[this.#scope]?.kind !== "type" && this.#body.isOwn;
    if (word === "namespace" && isTop) return this.#takeNamespace(at);
    if (word === "using" && isTop && this.#parens === 0) return this.#takeUsing(at);
    if (word === "extern" && this.#word(at + 1) === "alias")
      this.#doubt ??= { start: this.tokens.start(at), why: "an alias of another assembly is used" };
    if (typeWords.has(word) || word === "delegate") {
      const next = this.#takeHead(at);
      if (next !== undefined) return next;
    }
    if (word === "where") {
      [this.#isInParents, this.#isConstrained] = [false, true];
      this.#isBound = this.#isWord(at + 1) && this.#mark(at + 2) === ":";
    }
    if (word === "this") this.#takeThis(at);
    if (word === "static" || word === "const") this.#isStatic = true;
    if (word === "extension" && this.#scopes[this.#scope]?.kind === "type" && /^[(<]$/.test(this.#mark(at + 1)))
      this.#doubt ??= { start: this.tokens.start(at), why: "a block of extensions is not read yet" };
    if (this.#mark(at - 1) === "." || (this.#mark(at - 1) === ">" && this.#mark(at - 2) === "-")) {
      this.#member(this.tokens.name(at));
      return at + 1;
    }
    if (this.#isName(at)) return this.#takeName(at);
    if (word === "global" && this.#mark(at + 1) === ":" && this.#mark(at + 2) === ":")
      return this.#takeName(at + 3, "outermost");
    return at + 1;
  }

  #dotted(at: number): { readonly parts: NamePart[]; readonly next: number } {
    const parts: NamePart[] = [];
    let next = at;
    for (; this.#isWord(next); next += 2) {
      parts.push(this.#part(next));
      if (this.#mark(next + 1) !== "." || !this.#isWord(next + 2)) return { parts, next: next + 1 };
    }
    return { parts, next };
  }

  #takeNamespace(at: number): number {
    const { parts, next } = this.#dotted(at + 1);
    const [first] = parts;
    const last = parts.at(-1);
    if (!first || !last) return at + 1;
    this.#namespace = { name: parts.map(({ name }) => name).join("."), start: first.start, end: last.end };
    return next;
  }

  /** `using A.B;`, `using static A.T;`, `using X = A.T<B>;`, `global using A;` */
  #takeUsing(at: number): number {
    let next = at + 1;
    const isStatic = this.#word(next) === "static";
    if (isStatic || this.#word(next) === "unsafe") next += 1;
    const isAlias = this.#isWord(next) && this.#mark(next + 1) === "=";
    const alias = isAlias ? this.tokens.name(next) : "";
    if (isAlias) next += 2;
    let from: UsedName["from"];
    if (this.#word(next) === "global" && this.#mark(next + 1) === ":") [from, next] = ["outermost", next + 3];
    const { parts, next: behind } = this.#dotted(next);
    let end = behind;
    for (; end < this.tokens.length && this.#mark(end) !== ";"; end += 1);
    const isGlobal = this.#word(at - 1) === "global";
    const start = this.tokens.start(isGlobal ? at - 1 : at);
    if (parts.length === 0) return isAlias ? next : at + 1;
    // `using var file = …;` is no directive.
    if (!isAlias && this.#mark(behind) !== ";" && !(isStatic && this.#mark(behind) === "<")) return at + 1;
    const target = this.#names.length;
    const arity = isAlias || isStatic ? { arity: this.#arity(behind) } : {};
    this.#push({ parts, scope: this.#scope, form: "type", ...arity, ...(from && { from }) }, true);
    this.#takes.push({
      kind: isAlias ? "alias" : isStatic ? "static" : "namespace",
      alias,
      isGlobal,
      scope: this.#scope,
      target,
      start,
      end: end < this.tokens.length ? this.tokens.end(end) : start,
      isConditional: this.#branches.length > 0,
    });
    return behind;
  }

  /** `class Tree<T>`, `record struct Row`; nothing where the word stands for something else. */
  #takeHead(at: number): number | undefined {
    const keyword = this.#word(at);
    const before = this.#mark(at - 1);
    if (before === ":" || before === "," || before === "." || this.#word(at - 1) === "new") return undefined;
    if (keyword === "delegate") return this.#takeDelegate(at);
    let next = at + 1;
    if (keyword === "record" && /^(?:struct|class)$/.test(this.#word(next))) next += 1;
    if (!this.#isWord(next)) return undefined;
    const name = this.#part(next);
    if (keyword === "record" && next === at + 1 && !/^[({;<:]$/.test(this.#mark(next + 1))) return undefined;
    const members = new Set<string>();
    if (this.#mark(next + 1) === "<")
      for (let at = next + 2; at < this.tokens.length && this.#mark(at) !== ">"; at += 1)
        if (this.#isName(at) && this.#mark(at - 1) !== "[") members.add(this.tokens.name(at));
    this.#head = {
      keyword,
      name,
      arity: this.#arity(next + 1),
      isPartial: this.#word(at - 1) === "partial",
      isStored: this.#isStored,
      members,
      placeholders: new Set(members),
      parents: [],
    };
    this.#isInParents = false;
    return next + 1;
  }

  /** How many types stand in `<…>` that begins at a token. */
  #arity(at: number): number {
    const end = this.#behindArguments(at);
    let count = end > at ? 1 : 0;
    for (let next = at; next < end; next += 1) if (this.#mark(next) === ",") count += 1;
    return count;
  }

  #takeDelegate(at: number): number | undefined {
    let depth = 0;
    for (let next = at + 1; next < this.tokens.length && next < at + 60; next += 1) {
      const mark = this.#mark(next);
      if (mark === "<") depth += 1;
      else if (mark === ">") depth -= 1;
      else if (mark === ";" || mark === "{" || mark === "*") return undefined;
      else if (depth === 0 && this.#isWord(next) && /^[(<]$/.test(this.#mark(next + 1)) && next > at + 1) {
        // `delegate List<Row> Load(…)`: what has brackets before another name is what is given back.
        if (this.#mark(next + 1) === "<" && !this.#isLastBefore(next)) continue;
        const name = this.#part(next);
        this.#types.push({
          name: name.name,
          start: name.start,
          scope: this.#scope,
          arity: this.#arity(next + 1),
          descends: [],
          isPartial: false,
          isStored: false,
          lends: new Set(),
        });
        return undefined;
      } else if (mark === "(" && next === at + 1) return undefined;
    }
    return undefined;
  }

  /** Whether behind a name and its `<…>` a bracket opens. */
  #isLastBefore(at: number): boolean {
    return this.#mark(this.#behindArguments(at + 1)) === "(";
  }

  /** The place behind `<…>` that begins at a token; the same where none does. */
  #behindArguments(at: number): number {
    if (this.#mark(at) !== "<") return at;
    let depth = 0;
    for (let next = at; next < this.tokens.length && next < at + 80; next += 1) {
      const mark = this.#mark(next);
      if (mark === "<") depth += 1;
      else if (mark === ">") depth -= 1;
      else if (!this.#isWord(next) && !/^[,.?[\]:()*]$/.test(mark)) return at;
      if (depth === 0) return next + 1;
    }
    return at;
  }

  /** `static void Show(this Tree tree)`: the function is lent to what stands there. */
  #takeThis(at: number): void {
    if (!this.#isWord(at + 1) || /^(?:is|as|switch|with)$/.test(this.tokens.name(at + 1))) return;
    let open = at - 1;
    // Attributes may stand before it.
    for (; this.#mark(open) === "]"; open -= 1) for (; open > 0 && this.#mark(open) !== "["; open -= 1);
    if (this.#mark(open) !== "(") return;
    let name = open - 1;
    if (this.#mark(name) === ">") for (; name > 0 && this.#mark(name) !== "<"; name -= 1);
    if (this.#mark(name) === "<") name -= 1;
    if (!this.#isWord(name) || this.#scopes[this.#scope]?.kind !== "type") return;
    const lends = this.#lends.get(this.#scope) ?? new Set();
    lends.add(this.tokens.name(name));
    this.#lends.set(this.#scope, lends);
  }

  /** A name and what is taken of it, if it can be that of a type; else a member that is declared, or a label. */
  #takeName(at: number, outer?: "outermost"): number {
    const { parts, next } = this.#dotted(at);
    const [first] = parts;
    if (!first) return at;
    // What stands for other types in what is declared is no name of one.
    if (parts.length === 1 && !outer && this.#head?.placeholders.has(first.name) === true) return next;
    // `Alias::Tree`
    if (!outer && parts.length === 1 && this.#mark(next) === ":" && this.#mark(next + 1) === ":") {
      const { parts: more, next: behind } = this.#dotted(next + 2);
      this.#push({
        parts: [first, ...more],
        scope: this.#scope,
        form: "type",
        from: "alias",
        arity: this.#arity(behind),
      });
      return Math.max(behind, next + 2);
    }
    if (storing.has(parts.at(-1)?.name.replace(/Attribute$/, "") ?? "") && this.#brackets.length > 0)
      this.#isStored = true;
    const behind = this.#behindArguments(next);
    if (behind > next) this.#typesUntil = Math.max(this.#typesUntil, behind);
    const attribute = this.#attribute(outer ? at - 3 : at);
    // `[assembly: …]` says of what the attribute is one.
    if (attribute && this.#mark(next) === ":" && attributeTargets.has(first.name)) return next;
    // `is { Tree.Age: 3 }`: members of what is matched.
    const isMatched = parts.length > 1 && /^[{,]$/.test(this.#mark(at - 1)) && this.#mark(next) === ":";
    if (isMatched && this.#mark(next + 1) !== ":") return next;
    if (parts.length === 1 && !outer && !attribute && this.#isRepeated(first, next)) return next;
    if (parts.length === 1 && !outer && !attribute && this.#isNoType(at, next)) return next;
    const isParent = this.#isInParents && this.#parens === this.#body.parens && /^[:,]$/.test(this.#mark(at - 1));
    if (isParent) this.#head?.parents.push(this.#names.length);
    const isArgument = at < this.#typesUntil && /^[<,]$/.test(this.#mark(outer ? at - 4 : at - 1));
    const isBound = this.#isBound && /^[:,]$/.test(this.#mark(outer ? at - 4 : at - 1));
    const isSure = isParent || isArgument || isBound || attribute === "attributes";
    const form = isSure || this.#isType(outer ? at - 3 : at, next) ? "type" : "maybe";
    const name: UsedName = {
      parts,
      scope: this.#scope,
      form,
      arity: this.#arity(next),
      ...(outer && { from: outer }),
      ...(attribute && { mayEndIn: "Attribute" }),
      ...(form === "maybe" && this.#isOpen(at, next) && ({ isOpen: true } as const)),
    };
    this.#push(name, isParent);
    return next;
  }

  /**
   * Whether a type could stand where a word does that may be a value: `(Tree, int) F()`, `(Tree)(object)row`, `case Tree:`, `Tree? Find()`,
   * `List<int> ITree.Ages()`.
   */
  #isOpen(at: number, next: number): boolean {
    if (/^(?:case|and|or|not)$/.test(this.#word(at - 1))) return true;
    const [before, behind] = [this.#mark(at - 1), this.#mark(next)];
    const isBehindArrow = before === ">" && this.#mark(at - 2) === "=";
    if (this.#mark(at + 1) === ".") return /^[>\]?]$/.test(before) && !isBehindArrow;
    if (/^[?*]$/.test(behind) && this.#isWord(next + 1)) return true;
    if (/^[{,]$/.test(before) && behind === "=" && this.#mark(next + 1) === ">") return true;
    if (before !== "(" && before !== ",") return false;
    const opener = this.#openers[this.#parens - 1];
    // What a name calls takes values.
    return opener !== undefined && (!this.#isWord(opener - 1) || /^(?:return|in|is)$/.test(this.#word(opener - 1)));
  }

  #push(name: UsedName, isNeeded = false): void {
    const { words } = this;
    if (words) {
      const isHeld = name.parts.some((part) => words.has(part.name));
      this.isConcerned ||= isHeld;
      if (!isHeld && !isNeeded) return;
    }
    this.#names.push(name);
  }

  #text(part: NamePart): void {
    if (this.words === undefined || part.name.includes(".") || this.words.has(part.name)) this.#texts.push(part);
  }

  #member(name: string): void {
    if (this.words?.has(name) === true) this.isConcerned = true;
    if (this.words === undefined || this.isConcerned) this.#members.add(name);
  }

  /** What a bracket holds, by what stands before it. A parameter has attributes, and an argument may be a list. */
  #holds(at: number): "attributes" | "maybe" | "values" {
    const kind = this.tokens.kind(at - 1);
    if (kind === "end" || kind === "directive" || /^[{};]$/.test(this.#mark(at - 1))) return "attributes";
    return /^[(,<=>\]]$/.test(this.#mark(at - 1)) ? "maybe" : "values";
  }

  /** Whether a name is that of an attribute: what stands in an attribute's own brackets is what it is told. */
  #attribute(at: number): "attributes" | "maybe" | undefined {
    const { parens, holds = "values" } = this.#brackets.at(-1) ?? {};
    if (holds === "values" || parens !== this.#parens) return undefined;
    const before = this.#mark(at - 1);
    const isFirst = before === "[" || before === "," || (before === ":" && attributeTargets.has(this.#word(at - 2)));
    return isFirst ? holds : undefined;
  }

  /** `public Tree(int age)`, `~Tree()`: a constructor is called as its type is. */
  #isRepeated(part: NamePart, next: number): boolean {
    const { scope, isOwn, parens } = this.#body;
    const own = this.#scopes[scope];
    const isHead = isOwn && this.#parens === parens && own?.kind === "type" && own.name === part.name;
    if (!isHead || this.#mark(next) !== "(" || this.#head !== undefined) return false;
    this.#own.get(scope)?.repeats.push(part);
    return true;
  }

  /** A word that a type declares, or a function in it. */
  #declared(name: string): void {
    const { scope, isOwn, parens } = this.#body;
    if (this.#head && this.#parens === parens + 1) {
      // What a record or a class is made of is known in all of it.
      this.#head.members.add(name);
      return;
    }
    const own = this.#scopes[scope];
    if (!isOwn || this.#parens !== parens || own?.kind !== "type") {
      if (this.words === undefined || this.words.has(name)) this.#values.add(name);
      return;
    }
    (own.members as Set<string>).add(name);
    if (this.#isStatic || this.#enums.has(scope)) this.#own.get(scope)?.words.add(name);
  }

  /** A single word that is declared there, called, or given a value. */
  #isNoType(at: number, next: number): boolean {
    const before = this.#mark(at - 1);
    const behind = this.#mark(next);
    const isInEnum =
      this.#enums.has(this.#scope) &&
      this.#head === undefined &&
      this.#body.isOwn &&
      /^[{,]$/.test(before) &&
      /^[,}=]$/.test(behind);
    const name = this.tokens.name(at);
    const isArrow =
      behind === "=" && this.#mark(next + 1) === ">" && this.tokens.start(next + 1) === this.tokens.end(next);
    const isEqual =
      behind === "=" && this.#mark(next + 1) === "=" && this.tokens.start(next + 1) === this.tokens.end(next);
    const wordBefore = this.#isWord(at - 1) ? this.tokens.name(at - 1) : "";
    const isBehindType =
      (wordBefore !== "" && !beforeValue.has(wordBefore)) ||
      (/^[>\]?*)]$/.test(before) && (/^[;={(,)]$/.test(behind) || this.#word(next) === "in"));
    if (isInEnum || isBehindType) {
      this.#declared(name);
      if (isInEnum || wordBefore !== "" || /^[;={(,)]$/.test(behind)) return true;
    }
    // `int rows = 1, trees;`
    const { isOwn, parens } = this.#body;
    const isNext =
      at >= this.#typesUntil &&
      before === "," &&
      /^[;=,]$/.test(behind) &&
      this.#head === undefined &&
      this.#parens === parens;
    if (isNext && isOwn && this.#brackets.length === 0 && this.#scopes[this.#scope]?.kind === "type") {
      this.#declared(name);
      return true;
    }
    // What a query calls its values.
    if (/^(?:let|into)$/.test(wordBefore) || (/^(?:from|join)$/.test(wordBefore) && this.#word(next) === "in"))
      this.#declared(name);
    if (wordBefore === "goto") return true;
    const isMade = beforeBrackets.has(this.#word(at - 1)) || this.#isArm(at, next);
    const isParent = this.#isInParents && /^[:,]$/.test(before);
    if (behind === "(" && !isMade && !isParent) return true;
    if (behind === "=" && !isArrow && !isEqual) return /^[{},;(]?$/.test(before) && wordBefore === "";
    return behind === ":" && this.#mark(next + 1) !== ":" && /^[({,;}]$/.test(before) && this.#word(at - 1) !== "case";
  }

  /** `{ Tree(var row) => row }`, `= Tree (int age) => …`: a type that is matched with what it has, or that a function gives. */
  #isArm(at: number, next: number): boolean {
    const isThere = /^[{,=(]$/.test(this.#mark(at - 1)) || this.#word(at - 1) === "return";
    if (this.#mark(next) !== "(" || !isThere) return false;
    let depth = 0;
    for (let behind = next; behind < this.tokens.length && behind < next + 60; behind += 1) {
      if (this.#mark(behind) === "(") depth += 1;
      else if (this.#mark(behind) === ")" && (depth -= 1) === 0)
        return (this.#mark(behind + 1) === "=" && this.#mark(behind + 2) === ">") || this.#word(behind + 1) === "when";
    }
    return false;
  }

  #isType(at: number, next: number): boolean {
    const wordBefore = this.#word(at - 1);
    if (/^(?:new|is|as|operator|stackalloc)$/.test(wordBefore)) return true;
    if (this.#mark(at - 1) === "(" && /^(?:typeof|sizeof|default|catch)$/.test(this.#word(at - 2))) return true;
    if (this.#mark(next) === "(" && (beforeBrackets.has(wordBefore) || this.#isArm(at, next))) return true;
    // `void ITree.Grow()`: no value stands behind a name.
    const isDotted = this.#mark(at + 1) === ".";
    if (isDotted && this.#isWord(at - 1) && !beforeValue.has(this.tokens.name(at - 1)) && !behindValue.has(wordBefore))
      return true;
    if (this.#isCast(at, next)) return true;
    let behind = this.#behindArguments(next);
    if (this.#mark(behind) === "?")
      behind += this.#isWord(behind + 1) && /^[;,){=]$/.test(this.#mark(behind + 2)) ? 1 : 0;
    for (; this.#mark(behind) === "[" && /^[\],]$/.test(this.#mark(behind + 1)); behind += 2);
    return this.#isWord(behind) && !behindValue.has(this.tokens.name(behind));
  }

  /** `(Tree)row`: what stands behind the bracket can only be what is converted. */
  #isCast(at: number, next: number): boolean {
    const behind = this.#behindArguments(next);
    if (this.#mark(at - 1) !== "(" || this.#mark(behind) !== ")" || this.#isWord(at - 2)) return false;
    const kind = this.tokens.kind(behind + 1);
    return kind === "text" || kind === "number" || (this.#isWord(behind + 1) && !this.#isOperator(behind + 1));
  }

  #isOperator(at: number): boolean {
    return behindValue.has(this.#word(at));
  }

  /** `<see cref="Orchard.Views.TreesPage"/>` in what documents the code. */
  #documentation(): void {
    if (!this.text.includes("cref=")) return;
    for (const match of this.text.matchAll(/^[ \t]*\/\/\/.*$/gm))
      for (const cref of match[0].matchAll(/cref="(?:([A-Z]):)?([^"]*)"/g)) {
        const [whole, kind, value = ""] = cref;
        const from = match.index + cref.index + whole.length - 1 - value.length;
        for (const word of value.matchAll(/[A-Za-z_]\w*(?:\.[A-Za-z_]\w*)*/g)) {
          const start = from + word.index;
          if (isReserved(word[0])) continue;
          let offset = start;
          const parts = word[0].split(".").map((name): NamePart => {
            const part = { name, start: offset, end: offset + name.length };
            offset += name.length + 1;
            return part;
          });
          const scope = this.#scopeAt(start);
          const outer = kind === undefined ? {} : ({ from: "outermost" } as const);
          this.#push({ parts, scope, form: "maybe", isDocumentation: true, ...outer });
        }
      }
  }

  #scopeAt(offset: number): number {
    let found = 0;
    this.#spans.forEach(({ start, end }, scope) => {
      if (start <= offset && offset < end) found = scope;
    });
    return found;
  }
}
