/** What stands on the top level of a Dart text: classes, mixins, enums, extensions, types, functions, variables. */
import type { Export, ExportKind, SymbolName } from "../reading.js";

const [openParen, less, more, equals, comma, semicolon, openBrace] = [40, 60, 62, 61, 44, 59, 123];

/** Words before a declaration's name that are no part of it. */
const modifiers = new Set([
  "abstract",
  "base",
  "final",
  "interface",
  "sealed",
  "external",
  "augment",
  "late",
  "const",
  "var",
  "covariant",
  "static",
]);
const kinds = new Set(["class", "mixin", "enum", "extension", "typedef"]);

/** A type's arguments where a value is made: `<int, String>(`. */
const typeArguments = /<[\w\s,.<>?]*>(?=\s*[([{.;,])/y;

/** Takes a declaration's tokens one by one. */
export class Declarations {
  readonly exports: Export[] = [];
  /** Those that others do not see among them. */
  readonly declared: SymbolName[] = [];
  #words: SymbolName[] = [];
  #angles = 0;
  /** A mark has been met behind which no name of it stands: the body, a value, what it extends. */
  #isNamed = false;
  #isValue = false;
  /** Where a value's type arguments end. */
  #argumentsEnd = 0;
  #last: SymbolName | undefined;

  constructor(readonly text: string) {}

  begin(first: SymbolName | undefined): void {
    this.#words = [];
    this.#angles = 0;
    this.#isNamed = this.#isValue = false;
    this.#last = undefined;
    if (first) this.word(first);
  }

  /** A name on the top level. */
  word(name: SymbolName): void {
    if (this.#angles > 0 || name.start < this.#argumentsEnd) return;
    if (!this.#isValue) this.#words.push(name);
    this.#last = name;
  }

  /** A mark; `depth` is that behind it. */
  mark(mark: number, depth: number, at: number): void {
    if (depth > 1 || (depth === 1 && mark !== openParen && mark !== openBrace) || at < this.#argumentsEnd) return;
    if (this.#isValue) {
      this.#inValue(mark, depth, at);
      return;
    }
    if (mark === less) this.#angles += 1;
    else if (mark === more && this.#angles > 0) this.#angles -= 1;
    if (this.#angles > 0) return;
    const isBegin = mark === openParen || mark === equals || mark === comma || mark === semicolon || mark === openBrace;
    if (depth === 1 && mark === openParen && (this.#last?.name === "Function" || this.#words.length === 0)) return;
    if (isBegin && !this.#isNamed) this.#isNamed = this.#declare();
    if (mark === equals) this.#isValue = true;
    // `int a, b;`
    if (mark === comma && depth === 0 && !kinds.has(this.#keyword()?.name ?? "")) {
      this.#isNamed = false;
      this.#words = this.#words.slice(0, 1);
    }
  }

  finish(): void {
    if (!this.#isNamed && !this.#isValue) this.#declare();
  }

  /** `= a, b = 2;`: behind a comma may stand one more variable. */
  #inValue(mark: number, depth: number, at: number): void {
    if (mark === less && depth === 0) {
      typeArguments.lastIndex = at;
      if (typeArguments.test(this.text)) this.#argumentsEnd = typeArguments.lastIndex;
      return;
    }
    if (mark !== comma || depth !== 0) return;
    const next = /^\s*([A-Za-z_$][\w$]*)\s*(?=[=,;])/.exec(this.text.slice(at + 1, at + 200));
    const name = next?.[1];
    if (name === undefined || !next) return;
    const start = at + 1 + next[0].indexOf(name);
    this.#add({ name, start, end: start + name.length }, "value");
  }

  #keyword(): SymbolName | undefined {
    return this.#words.find(({ name }) => !modifiers.has(name));
  }

  /** Takes the name out of the words so far; false where they hold none. */
  #declare(): boolean {
    const words = this.#words;
    const first = words.findIndex(({ name }) => !modifiers.has(name));
    const keyword = words[first]?.name ?? "";
    const next = words[first + 1];
    if (kinds.has(keyword) && next) {
      this.#addKind(keyword, words.slice(first + 1));
      return true;
    }
    const accessor = words.findIndex(
      ({ name }, index) => (name === "get" || name === "set") && index < words.length - 1,
    );
    const name =
      accessor >= 0 ? words[accessor + 1] : words.findLast(({ name: each }) => !/^(?:async|sync|native)$/.test(each));
    if (!name || modifiers.has(name.name)) return false;
    const isFunction = accessor >= 0 || isCall(this.text, name.end);
    const isConstant = !isFunction && words.some(({ name: each }) => each === "const" || each === "final");
    this.#add(
      name,
      isFunction ? (/^use[A-Z]/.test(name.name) ? "hook" : "function") : isConstant ? "constant" : "value",
    );
    return true;
  }

  #addKind(keyword: string, words: readonly SymbolName[]): void {
    if (keyword === "typedef") {
      // `typedef Pick<T> = …`, and the old `typedef void Pick(…)`.
      const name = words.at(-1);
      if (name) this.#add(name, "type");
      return;
    }
    let at = 0;
    if (keyword === "mixin" && words[0]?.name === "class") at = 1;
    if (keyword === "extension" && words[0]?.name === "type") at = words[1]?.name === "const" ? 2 : 1;
    const name = words[at];
    if (!name || (keyword === "extension" && name.name === "on" && at === 0)) return;
    const parent = words[words.findIndex((each) => each.name === "extends") + 1]?.name ?? "";
    const isWidget = keyword === "class" && words.some((each) => each.name === "extends") && /Widget$/.test(parent);
    // An extension adds functions to what others have made.
    this.#add(name, isWidget ? "component" : keyword === "extension" && at === 0 ? "function" : "class");
  }

  #add({ name, start, end }: SymbolName, kind: ExportKind): void {
    this.declared.push({ name, start, end });
    if (!name.startsWith("_")) this.exports.push({ name, local: name, kind, isType: kind === "type", start, end });
  }
}

/** Whether parameters stand behind a name. */
function isCall(text: string, end: number): boolean {
  return /^\s*(?:<[^;={}]*>\s*)?\(/.test(text.slice(end, end + 200));
}
