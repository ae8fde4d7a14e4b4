/**
 * What stands on the top level of a Swift text, and the names that it uses. Source: The Swift Programming Language, "Declarations".
 *
 *   public struct TreeCard: View { … }      component `TreeCard`
 *   extension Tree { … }                    nothing of its own; it uses `Tree`
 */
import type { Export, ExportKind, SymbolName } from "../reading.js";
import type { Scanner } from "./scanner.js";

/** Words that declare something, and what it is. */
const keywords: ReadonlyMap<string, ExportKind | "extension" | "nothing"> = new Map([
  ["class", "class"],
  ["struct", "class"],
  ["enum", "class"],
  ["actor", "class"],
  // What others have to do is something of the app, and not merely the shape of a value.
  ["protocol", "class"],
  ["typealias", "type"],
  ["func", "function"],
  ["var", "value"],
  ["let", "constant"],
  ["macro", "function"],
  ["extension", "extension"],
  ["import", "nothing"],
  ["operator", "nothing"],
  ["precedencegroup", "nothing"],
] as const);

/** Stands for the name of an attribute. */
const attribute = "@";

/** Words before a declaration's keyword. */
const modifiers = new Set(
  `public open internal private fileprivate package final static lazy weak unowned indirect nonisolated override dynamic prefix infix postfix distributed async mutating required convenience ${attribute}`.split(
    " ",
  ),
);

/** Types that only their own file sees. */
const hidden = new Set(["private", "fileprivate"]);

/** What a type has to be, or to descend from, to be something that is drawn. */
const drawn =
  /^(?:View|UIViewRepresentable|UIViewControllerRepresentable|NSViewRepresentable|NSViewControllerRepresentable|(?:UI|NS)\w*View(?:Controller|Cell)?|(?:UI|NS)\w*(?:Cell|Controller|Control|Button|Window)|WKInterfaceController|\w+ViewController|\w+(?:TableView|CollectionView)Cell)$/;

/** One thing of the top level, as far as it was read. */
interface Head {
  kind: ExportKind | "extension" | "nothing";
  name: SymbolName | undefined;
  isHidden: boolean;
  parents: string[];
}

/** Words that are no names of anybody's. */
const reserved = new Set(
  "associatedtype class deinit enum extension fileprivate func import init inout internal let open operator private precedencegroup protocol public rethrows static struct subscript typealias var break case catch continue default defer do else fallthrough for guard if in repeat return throw switch where while Any as await catch false is nil self Self super throws true try some any actor async lazy weak unowned mutating nonmutating override required convenience final dynamic optional indirect willSet didSet get set _ Type Protocol Void Int Double Float Bool String Character Array Dictionary Set Optional Result Error Never".split(
    " ",
  ),
);

const [colon, dot, comma, openBrace, closeBrace, equals, at, openParen, semicolon] = [
  58, 46, 44, 123, 125, 61, 64, 40, 59,
];

/** Takes the tokens of a text one by one. */
export class Declarations {
  readonly exports: Export[] = [];
  readonly declares: SymbolName[] = [];
  /** Modules that are imported. */
  readonly imports: SymbolName[] = [];
  readonly #uses = new Map<string, SymbolName>();
  readonly #locals = new Set<string>();
  #head: Head | undefined;
  #isHidden = false;
  #before = { mark: 0, word: "" };
  #isInParents = false;
  /** A lower-case name that was met last: a label, if a colon stands behind it. */
  #pending: SymbolName | undefined;

  constructor(readonly text: string) {}

  /** Names that are used and not declared here, each where it stands first. */
  used(): SymbolName[] {
    this.#settle();
    const own = new Set(this.declares.map(({ name }) => name));
    return [...this.#uses.values()].filter(({ name }) => !own.has(name) && !this.#locals.has(name));
  }

  /** Takes the token on which the scanner stands. */
  take(scanner: Scanner): void {
    const { kind, start, end, mark, depth } = scanner;
    if (kind === "name") this.#word({ name: this.text.slice(start, end), start, end }, scanner);
    else if (kind === "mark") this.#mark(mark, depth);
    else this.#settle();
    if (kind !== "name") this.#before = { mark: kind === "mark" ? mark : 0, word: "" };
  }

  /** At the end of the text, or where the next thing begins. */
  finish(): void {
    this.#settle();
    const head = this.#head;
    this.#head = undefined;
    this.#isInParents = false;
    if (!head?.name || head.kind === "extension" || head.kind === "nothing") return;
    if (head.isHidden) {
      this.#locals.add(head.name.name);
      return;
    }
    this.declares.push(head.name);
    const isPreview = head.parents.includes("PreviewProvider") || head.name.name.endsWith("_Previews");
    if (isPreview) return;
    const { name, start, end } = head.name;
    const isDrawn = head.kind === "class" && head.parents.some((parent) => drawn.test(parent));
    const kind = isDrawn ? "component" : head.kind;
    this.exports.push({ name, local: name, kind, isType: kind === "type", start, end });
  }

  #word(word: SymbolName, { depth, isOnNewLine }: Scanner): void {
    this.#settle();
    const { mark, word: last } = this.#before;
    this.#before = { mark: 0, word: word.name };
    if (depth === 0 && this.#topLevel(word, { last, mark, isOnNewLine })) return;
    if (mark === dot || word.name.startsWith("#") || word.name.startsWith("$")) return;
    if (/^(?:let|var|func|case|for)$/.test(last)) this.#locals.add(word.name);
    else if (/^[\p{Lu}]/u.test(word.name)) this.#use(word);
    else this.#pending = word;
  }

  #use(word: SymbolName): void {
    if (!reserved.has(word.name) && !this.#uses.has(word.name)) this.#uses.set(word.name, word);
  }

  /** Whether the word says what is declared. */
  #topLevel(
    word: SymbolName,
    { last, mark, isOnNewLine }: { readonly last: string; readonly mark: number; readonly isOnNewLine: boolean },
  ): boolean {
    if (this.#head?.kind === "nothing" && last === "import") return this.#import(word);
    if (mark === at) {
      this.#before.word = attribute;
      return false;
    }
    if (hidden.has(word.name)) this.#isHidden = true;
    const kind = mark === dot ? undefined : keywords.get(word.name);
    if (kind !== undefined && (isOnNewLine || last === "" || !this.#head?.name || modifiers.has(last))) {
      const isHidden = this.#isHidden;
      this.finish();
      this.#isHidden = false;
      this.#head = { kind, name: undefined, isHidden, parents: [] };
      return true;
    }
    const head = this.#head;
    if (head && !head.name && last !== "") {
      head.name = word;
      return head.kind !== "extension";
    }
    if (this.#isInParents && mark !== dot) head?.parents.push(word.name);
    return false;
  }

  /** `import Trees`, `import struct Trees.Tree`: the module is meant. */
  #import(word: SymbolName): boolean {
    if (keywords.has(word.name)) this.#before.word = "import";
    else {
      this.imports.push(word);
      this.#head = undefined;
    }
    return true;
  }

  #mark(mark: number, depth: number): void {
    if (mark === colon) {
      // A label, or the name of a parameter.
      if (this.#pending) this.#locals.add(this.#pending.name);
      this.#pending = undefined;
    } else this.#settle();
    if (depth === 0 && mark === colon && this.#head?.name) this.#isInParents = true;
    if (
      (depth === 1 && mark === openBrace) ||
      (depth === 0 && (mark === equals || mark === openParen || mark === semicolon))
    )
      this.#isInParents = false;
    if (depth === 0 && mark === comma && this.#head && (this.#head.kind === "value" || this.#head.kind === "constant"))
      this.#isInParents = false;
    // `private(set)` hides the setter alone.
    if (mark === openParen && hidden.has(this.#before.word)) this.#isHidden = false;
    if (depth === 0 && mark === closeBrace) {
      this.finish();
      this.#isHidden = false;
    }
  }

  /** A lower-case name that no colon followed is used. */
  #settle(): void {
    if (this.#pending) this.#use(this.#pending);
    this.#pending = undefined;
  }
}
