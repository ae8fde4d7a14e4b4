/**
 * Where types are declared and named in one Swift text. Source: The Swift Programming Language, "Declarations", "Types", "Generic
 * Parameters and Arguments".
 *
 *   struct Crate<Fruit: Ripe>: View { … Tree … }     declares `Crate`; within it `Fruit` is a parameter, and `Tree` is used
 *   extension Tree { enum Row {} }                   uses `Tree`; within it and wherever it is extended, `Row` is its own
 */
import type { DeclaredAs, TypeNames, TypePlace, TypeScope } from "../type-names.js";
import { Scanner } from "./scanner.js";

const typeWords = new Set(["class", "struct", "enum", "actor", "protocol", "extension", "typealias", "associatedtype"]);
const bodyWords = new Set(["class", "struct", "enum", "actor", "protocol", "extension"]);
const blockWords = new Set(["func", "init", "subscript", "deinit", "macro"]);
const valueWords = new Set(["let", "var"]);
/** What is kept by the name of its class. */
const archived = new Set(["NSCoding", "NSSecureCoding"]);

/** Words behind which `class` is a modifier, and not the beginning of a class. */
const behindModifier = /^[ \t]*(?:func|var|let|subscript|override|final|private|fileprivate|internal|public|static)\b/;
/** Words that are a declaration only before a name. */
const onlyBeforeName = new Set(["actor", "macro"]);
const beforeName = /^[ \t]+[\p{L}_`]/u;

/** Words of the language that no type is called. Source: "Lexical Structure", keywords. */
const reserved = new Set(
  "associatedtype class deinit enum extension fileprivate func import init inout internal let open operator private precedencegroup protocol public rethrows static struct subscript typealias var break case catch continue default defer do else fallthrough for guard if in repeat return throw switch where while Any as await catch false is nil self Self super throws true try _ some any Type Protocol".split(
    " ",
  ),
);

/** Words before a name that is no second name of a parameter. */
const notFirstName = new Set(
  "as is in inout some any try await return case let var where throw borrowing consuming".split(" "),
);

/** Whether no type can be called so without backticks. */
export function isReservedInSwift(name: string): boolean {
  return reserved.has(name);
}

interface OpenScope {
  readonly above: number;
  type?: string;
  readonly keyword?: string;
  readonly parents: string[];
  readonly declares: Map<string, DeclaredAs>;
}

/** A declaration of which the body has not begun. */
interface Pending {
  readonly keyword: string;
  /** How many brackets were open. */
  readonly depth: number;
  /** The scope of its parameters, and that around it. */
  readonly scope: number;
  readonly around: number;
  name: string;
  state: "name" | "behind" | "parameters" | "parents" | "rest" | "where";
  angles: number;
  parents: string[];
}

interface Before {
  readonly kind: "name" | "mark" | "other";
  readonly mark: number;
  readonly word: string;
}

const [openBrace, closeBrace, openParen, openBracket, colon, comma, dot, less, more, at, ampersand, equals] = [
  123, 125, 40, 91, 58, 44, 46, 60, 62, 64, 38, 61,
];

/** Reads one text; `undefined` where it has an error. */
export function swiftTypeNames(text: string): TypeNames | undefined {
  if (text.includes("\0")) return undefined;
  return new Reader(text).read();
}

class Reader {
  readonly #scopes: OpenScope[] = [];
  readonly #places: TypePlace[] = [];
  /** The scopes that are open, and the depth of the brace that closes each. */
  readonly #open: { readonly scope: number; readonly depth: number }[] = [];
  readonly #pending: Pending[] = [];
  /** Open brackets, by their marks. */
  readonly #brackets: number[] = [];
  #before: Before = { kind: "other", mark: 0, word: "" };
  #twice: Before = this.#before;
  #thrice: Before = this.#before;
  #isHidden = false;
  #isPublic = false;
  /** Whether `@testable` stands before an import. */
  #seesAll = false;
  #knownAs: string | undefined;
  #isStored = false;
  /** Names of an `import`, and those behind `#if`, end with their line. */
  #line: "code" | "import" | "condition" = "code";
  #cases: { readonly depth: number } | undefined;

  constructor(readonly text: string) {}

  read(): TypeNames | undefined {
    const scanner = new Scanner(this.text);
    while (scanner.next() !== "end") {
      if (scanner.isOnNewLine) this.#newLine();
      if (scanner.kind === "name") this.#name(scanner.start, scanner.end);
      else if (scanner.kind === "mark") this.#mark(scanner.mark);
      else if (scanner.kind === "text" && scanner.piece === "whole") this.#text(scanner.start, scanner.end);
      const { kind, mark } = scanner;
      [this.#thrice, this.#twice] = [this.#twice, this.#before];
      this.#before =
        kind === "name"
          ? { kind, mark: 0, word: this.text.slice(scanner.start, scanner.end) }
          : { kind: kind === "mark" ? "mark" : "other", mark: kind === "mark" ? mark : 0, word: "" };
    }
    if (scanner.problem) return undefined;
    const scopes = this.#scopes.map(({ above, type, keyword, parents, declares }): TypeScope => {
      const isExtension = keyword === "extension" && { isExtension: true as const };
      return { above, ...(type !== undefined && { type }), ...isExtension, parents, declares };
    });
    const kept = new Set(
      scopes.flatMap(({ type, parents }) => (parents.some((each) => archived.has(each)) ? [type] : [])),
    );
    const places = this.#places.map((place): TypePlace =>
      place.role === "declares" && kept.has(place.name) ? { ...place, isStored: true } : place,
    );
    return { scopes, places, ...(this.#seesAll && { seesAll: true }) };
  }

  #newLine(): void {
    this.#line = "code";
    // `typealias Rows = [Row]` has no body, and ends with its line at the latest where the next thing begins.
    const last = this.#pending.at(-1);
    if (last && !bodyWords.has(last.keyword) && !blockWords.has(last.keyword) && last.depth === this.#brackets.length)
      if (this.#before.mark !== equals) this.#pending.pop();
  }

  get #scope(): number {
    const pending = this.#pending.at(-1);
    return pending?.scope ?? this.#open.at(-1)?.scope ?? -1;
  }

  #name(start: number, end: number): void {
    const { text } = this;
    const word = text.slice(start, end);
    const isPlain = text.charAt(start - 1) !== "`";
    if (word.startsWith("#")) {
      if (/^#(?:if|elseif|available|unavailable)$/.test(word)) this.#line = word.endsWith("if") ? "condition" : "code";
      return;
    }
    if (word.startsWith("$")) return;
    const isMember = this.#before.mark === dot;
    if (this.#line === "condition") return;
    if (isPlain && !isMember && this.#line === "code" && this.#keyword(word, end)) return;
    const place = { name: word, start, end };
    if (this.#line === "import") return this.#imported(place);
    if (isMember) return this.#behindDot(place);
    if (isPlain && reserved.has(word)) return;
    const pending = this.#pending.at(-1);
    if (pending?.state === "name" && this.#brackets.length === pending.depth) return this.#declared(place, pending);
    if (
      pending?.state === "parameters" &&
      pending.angles === 1 &&
      /[<,]/.test(String.fromCharCode(this.#before.mark))
    ) {
      this.#scopes[pending.scope]?.declares.set(word, "type");
      return this.#keep(place);
    }
    if (pending?.state === "parameters" && this.#before.word === "each") {
      this.#scopes[pending.scope]?.declares.set(word, "type");
      return this.#keep(place);
    }
    if (pending?.state === "parents" && this.#isHead()) pending.parents.push(word);
    const isBound = valueWords.has(this.#before.word) || this.#before.word === "for";
    if (isBound && this.#before.kind === "name") return this.#value(place);
    if (this.#isCase()) return this.#value(place);
    if (this.#isLabel(end)) return this.#label(place);
    if (this.#before.mark === openParen && this.#twice.word === "objc" && this.#thrice.mark === at) {
      this.#knownAs = word;
      return this.#keep(place);
    }
    // SwiftData keeps what people enter under the type's name.
    if (word === "Model" && this.#before.mark === at && this.#scope < 0) this.#isStored = true;
    this.#places.push({ ...place, role: "uses", scope: this.#scope });
  }

  /** `NSClassFromString("PippinRow.Tree")`: the system looks for a class by what stands in the text. */
  #text(start: number, end: number): void {
    const call =
      this.#before.mark === openParen ? this.#twice.word : this.#before.mark === colon ? this.#twice.word : "";
    const [name = ""] = /[\p{L}_][\p{L}\p{N}_]*$/u.exec(this.text.slice(start, end)) ?? [];
    if (name === "" || !/^(?:NSClassFromString|classNamed|forClassName|className)$/.test(call)) return;
    this.#places.push({ name, start: end - name.length, end, role: "unclear", scope: this.#scope, isAskedFor: true });
  }

  /** Behind a colon, a comma or an ampersand another parent begins. */
  #isHead(): boolean {
    const { mark } = this.#before;
    const isAttributed = this.#twice.kind === "mark" && this.#twice.mark === at;
    return mark === colon || mark === comma || mark === ampersand || this.#before.word === "any" || isAttributed;
  }

  #keep(place: Pick<TypePlace, "name" | "start" | "end">): void {
    this.#places.push({ ...place, role: "keeps", scope: this.#scope });
  }

  /** Whether the word begins something, or says something of it. */
  #keyword(word: string, end: number): boolean {
    if (word === "import") {
      this.#line = "import";
      return true;
    }
    if (word === "private" || word === "fileprivate") {
      // `private(set)` hides the setter alone.
      if (!/^\s*\(/.test(this.text.slice(end, end + 20))) this.#isHidden = true;
      return true;
    }
    if (word === "public" || word === "open" || word === "package") this.#isPublic = true;
    if (word === "testable" && this.#before.mark === at) this.#seesAll = true;
    if (word === "case") {
      const body = this.#open.at(-1);
      const isEnum = body && this.#scopes[body.scope]?.keyword === "enum" && body.depth === this.#brackets.length;
      this.#dropPending();
      this.#cases = isEnum ? { depth: this.#brackets.length } : undefined;
      return true;
    }
    const rest = this.text.slice(end, end + 40);
    if (onlyBeforeName.has(word) && !beforeName.test(rest)) return false;
    if (word === "class" && (this.#before.mark === colon || behindModifier.test(rest))) return true;
    if (typeWords.has(word) || blockWords.has(word)) {
      // `init` is also called: `Tree.init(…)` has a dot, `self.init` too; `.init(…)` as well.
      this.#dropPending();
      this.#cases = undefined;
      const around = this.#open.at(-1)?.scope ?? -1;
      this.#scopes.push({ above: around, parents: [], declares: new Map() });
      const isNamed = word !== "init" && word !== "subscript" && word !== "deinit";
      this.#pending.push({
        keyword: word,
        depth: this.#brackets.length,
        scope: this.#scopes.length - 1,
        around,
        name: "",
        state: isNamed ? "name" : "behind",
        angles: 0,
        parents: [],
      });
      return true;
    }
    if (valueWords.has(word)) {
      // A requirement without a body has ended where a value begins beside it.
      if (this.#pending.at(-1)?.depth === this.#brackets.length) this.#dropPending();
      this.#cases = undefined;
      return true;
    }
    const pending = this.#pending.at(-1);
    if (word === "where" && pending?.depth === this.#brackets.length && pending.state !== "parameters") {
      pending.state = "where";
      return true;
    }
    return false;
  }

  /** Requirements of a protocol have no body: what comes next at their depth ends them. */
  #dropPending(): void {
    while ((this.#pending.at(-1)?.depth ?? -1) >= this.#brackets.length) this.#pending.pop();
  }

  #imported(place: Pick<TypePlace, "name" | "start" | "end">): void {
    if (this.#before.mark === dot && this.#before.kind === "mark")
      this.#places.push({ ...place, role: "uses", scope: -1, qualifier: this.#twice.word });
    else if (!reserved.has(place.name)) this.#keep(place);
  }

  /** `Orchard.Tree`: what stands before the dot says what is meant, if that is one word. */
  #behindDot(place: Pick<TypePlace, "name" | "start" | "end">): void {
    const pending = this.#pending.at(-1);
    if (pending?.keyword === "extension" && pending.state === "behind" && pending.depth === this.#brackets.length)
      pending.name += `.${place.name}`;
    const last = pending?.state === "parents" ? pending.parents.pop() : undefined;
    if (last !== undefined) pending?.parents.push(`${last}.${place.name}`);
    const isFirst = this.#twice.kind === "name" && this.#thrice.mark !== dot;
    if (isFirst) this.#places.push({ ...place, role: "uses", scope: this.#scope, qualifier: this.#twice.word });
    else this.#keep(place);
  }

  #declared(place: Pick<TypePlace, "name" | "start" | "end">, pending: Pending): void {
    const { keyword, around } = pending;
    pending.name = place.name;
    pending.state = "behind";
    if (keyword === "extension") {
      this.#places.push({ ...place, role: "uses", scope: around });
      return this.#forget();
    }
    const isType = typeWords.has(keyword);
    const outer = this.#scopes[around];
    outer?.declares.set(place.name, isType ? "type" : "member");
    if (outer || !isType) this.#places.push({ ...place, role: outer ? "keeps" : "unclear", scope: around });
    else
      this.#places.push({
        ...place,
        role: "declares",
        scope: -1,
        ...(this.#isHidden && { isHidden: true as const }),
        ...(this.#isPublic && { isPublic: true as const }),
        ...(this.#knownAs !== undefined && { knownAs: this.#knownAs }),
        ...(this.#isStored && { isStored: true as const }),
      });
    this.#forget();
  }

  #isCase(): boolean {
    if (!this.#cases || this.#cases.depth !== this.#brackets.length) return false;
    return this.#before.word === "case" || this.#before.mark === comma;
  }

  /** A value or a case is known in the scope around it. */
  #value(place: Pick<TypePlace, "name" | "start" | "end">): void {
    const scope = this.#open.at(-1)?.scope ?? -1;
    this.#scopes[scope]?.declares.set(place.name, "member");
    this.#places.push({ ...place, role: scope < 0 ? "unclear" : "keeps", scope });
    this.#forget();
  }

  /** What was said of a declaration is said of no other. */
  #forget(): void {
    this.#isHidden = false;
    this.#isPublic = false;
    this.#knownAs = undefined;
    this.#isStored = false;
  }

  #isLabel(end: number): boolean {
    if (this.#brackets.at(-1) !== openParen || !/^\s*:(?!:)/.test(this.text.slice(end, end + 80))) return false;
    const { kind, mark, word } = this.#before;
    return kind === "mark" ? mark === openParen || mark === comma : kind === "name" && !notFirstName.has(word);
  }

  #label(place: Pick<TypePlace, "name" | "start" | "end">): void {
    const pending = this.#pending.at(-1);
    if (pending) this.#scopes[pending.scope]?.declares.set(place.name, "member");
    this.#keep(place);
  }

  #mark(mark: number): void {
    const pending = this.#pending.at(-1);
    const isOwn = pending?.depth === this.#brackets.length;
    if (pending && isOwn) this.#ofPending(mark, pending);
    if (mark === openBrace || mark === closeBrace || mark === equals) this.#forget();
    if (mark === openBrace) this.#openBrace(pending, isOwn);
    else if (mark === openParen || mark === openBracket) this.#brackets.push(mark);
    else if (mark === closeBrace || mark === 41 || mark === 93) {
      if (mark === closeBrace) {
        // A requirement before the end of a protocol.
        while ((this.#pending.at(-1)?.depth ?? -1) >= this.#brackets.length) this.#pending.pop();
        if (this.#open.at(-1)?.depth === this.#brackets.length) this.#open.pop();
        this.#cases = undefined;
      }
      this.#brackets.pop();
    }
  }

  #ofPending(mark: number, pending: Pending): void {
    // `extension [Tree]` is one of `Array`.
    if (mark === openBracket && pending.keyword === "extension" && pending.state === "name")
      [pending.name, pending.state] = ["Array", "behind"];
    else if (mark === less && (pending.state === "behind" || pending.state === "parameters")) {
      pending.state = "parameters";
      pending.angles += 1;
    } else if (mark === more && pending.state === "parameters") {
      pending.angles -= 1;
      if (pending.angles === 0) pending.state = "rest";
    } else if (mark === openParen && pending.state === "behind") pending.state = "rest";
    else if (
      mark === colon &&
      bodyWords.has(pending.keyword) &&
      (pending.state === "behind" || pending.state === "rest")
    )
      pending.state = "parents";
  }

  #openBrace(pending: Pending | undefined, isOwn: boolean): void {
    this.#brackets.push(openBrace);
    const depth = this.#brackets.length;
    if (!pending || !isOwn || (!bodyWords.has(pending.keyword) && !blockWords.has(pending.keyword))) {
      const above = this.#scope;
      this.#scopes.push({ above, parents: [], declares: new Map() });
      this.#open.push({ scope: this.#scopes.length - 1, depth });
      return;
    }
    this.#pending.pop();
    if (bodyWords.has(pending.keyword)) {
      const type = this.#whole(pending);
      this.#scopes.push({
        above: pending.scope,
        keyword: pending.keyword,
        type,
        parents: pending.parents,
        declares: new Map(),
      });
      this.#open.push({ scope: this.#scopes.length - 1, depth });
    } else this.#open.push({ scope: pending.scope, depth });
  }

  /** A type's name with those of the types around it; what stands in a function is nobody else's. */
  #whole({ name, around }: Pending): string {
    for (let scope = around; scope >= 0; scope = this.#scopes[scope]?.above ?? -1) {
      const { type, keyword } = this.#scopes[scope] ?? {};
      if (type !== undefined) return `${type}.${name}`;
      // The scope of a type's own parameters is empty of code.
      if (keyword === undefined && this.#open.some((each) => each.scope === scope)) return `(${String(scope)}).${name}`;
    }
    return name;
  }
}
