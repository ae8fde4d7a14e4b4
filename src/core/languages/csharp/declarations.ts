/** What stands in the namespaces of a C# text, and the names that it uses. Source: Microsoft, "C# language specification". */
import type { Export, SymbolName } from "../reading.js";
import { isReserved } from "./reserved.js";
import type { Scanner } from "./scanner.js";

const keywords = new Set(["class", "struct", "interface", "enum", "record", "delegate"]);

/** What a class has to descend from to be something that is drawn. */
const drawn =
  /^(?:Window|NavigationWindow|Page|UserControl|ContentControl|ItemsControl|Control|ContentPage|ContentView|FrameworkElement|\w+(?:Window|Page|View|UserControl|Panel|Button|Control))$/;

const [openBrace, closeBrace, semicolon, dot, colon, comma, less, openParen] = [123, 125, 59, 46, 58, 44, 60, 40];

type Around = "namespace" | "type" | "other";

interface Head {
  readonly keyword: string;
  name: SymbolName | undefined;
  readonly isHidden: boolean;
  readonly isOnTop: boolean;
  readonly parents: string[];
}

/** Takes the tokens of a text one by one. */
export class Declarations {
  readonly exports: Export[] = [];
  readonly declares: SymbolName[] = [];
  readonly #uses = new Map<string, SymbolName>();
  #around: Around[] = [];
  readonly #branches: Around[][] = [];
  #pending: Around | undefined;
  #head: Head | undefined;
  #isInParents = false;
  readonly #spaces: SymbolName[] = [];
  #space: SymbolName | undefined;
  #isOutside = false;
  #isHidden = false;
  #before = { mark: 0, word: "" };

  constructor(readonly text: string) {}

  /** The one namespace in which all types lie; nothing where there are several, or one of them lies in none. */
  namespace(): SymbolName | undefined {
    const [only, other] = this.#spaces;
    return other || this.#isOutside || this.declares.length === 0 ? undefined : only;
  }

  /** Names that are used and not declared here, each where it stands first. */
  used(): SymbolName[] {
    const own = new Set(this.declares.map(({ name }) => name));
    return [...this.#uses.values()].filter(({ name }) => !own.has(name));
  }

  /** Takes the token on which the scanner stands. */
  take({ kind, start, end, mark }: Scanner): void {
    if (kind === "name") this.#word({ name: this.text.slice(start, end), start, end });
    else if (kind === "mark") this.#mark(mark);
    else if (kind === "directive") this.#directive(this.text.slice(start, end));
    if (kind !== "name" && kind !== "directive") this.#before = { mark: kind === "mark" ? mark : 0, word: "" };
  }

  /** Of two branches only one is compiled: each begins with the brackets that are open before both. */
  #directive(line: string): void {
    if (/^#\s*if\b/.test(line)) this.#branches.push([...this.#around]);
    else if (/^#\s*(?:else|elif)\b/.test(line)) this.#around = [...(this.#branches.at(-1) ?? this.#around)];
    else if (/^#\s*endif\b/.test(line)) this.#branches.pop();
  }

  #word(word: SymbolName): void {
    const { mark, word: last } = this.#before;
    this.#before = { mark: 0, word: word.name };
    const head = this.#head;
    if (head && !head.name) {
      // `record struct Tree`, `record class Tree`; of a delegate the name stands before the bracket.
      if (keywords.has(word.name)) return;
      if (head.keyword !== "delegate") head.name = word;
      else if (!isReserved(word.name)) this.#use(word);
      return;
    }
    if (word.name === "namespace") {
      this.#pending = "namespace";
      return;
    }
    if (this.#pending === "namespace") {
      const { start, end } = word;
      const from = this.#space?.start ?? start;
      this.#space = { name: this.text.slice(from, end).replace(/\s/g, ""), start: from, end };
      return;
    }
    if (word.name === "private" || word.name === "file") this.#isHidden = true;
    const isConstraint = mark === colon || mark === comma || last === "where";
    if (keywords.has(word.name) && mark !== dot && !isConstraint && last !== "new") {
      this.#head = {
        keyword: word.name,
        name: undefined,
        isHidden: this.#isHidden,
        isOnTop: this.#around.every((each) => each === "namespace"),
        parents: [],
      };
      this.#isInParents = false;
      return;
    }
    if (word.name === "where") this.#isInParents = false;
    if (this.#isInParents && mark !== dot && mark !== less) head?.parents.push(word.name);
    if (mark !== dot && !isReserved(word.name)) this.#use(word);
  }

  #use(word: SymbolName): void {
    if (/^\p{Lu}/u.test(word.name) && !this.#uses.has(word.name)) this.#uses.set(word.name, word);
  }

  #mark(mark: number): void {
    const head = this.#head;
    if (head?.name && mark === colon) this.#isInParents = true;
    if (head && !head.name && mark === openParen) {
      // A delegate; `delegate (…) { … }` is a function without a name.
      const [name] = [...this.#uses.values()].slice(-1);
      if (name && this.#before.word === name.name) head.name = name;
      else this.#head = undefined;
    }
    if (mark === openBrace) {
      this.#around.push(this.#pending ?? (head?.name ? "type" : "other"));
      this.#finish();
    } else if (mark === closeBrace) {
      this.#around.pop();
      this.#finish();
    } else if (mark === semicolon) this.#finish();
  }

  /** Where a declaration's body begins, or another thing does. */
  #finish(): void {
    const head = this.#head;
    if (this.#space) this.#spaces.push(this.#space);
    this.#space = undefined;
    this.#head = undefined;
    this.#pending = undefined;
    this.#isInParents = false;
    this.#isHidden = false;
    if (!head?.name || !head.isOnTop || head.isHidden) return;
    const { name, start, end } = head.name;
    if (this.#spaces.length === 0) this.#isOutside = true;
    this.declares.push(head.name);
    const kind = head.keyword === "class" && head.parents.some((parent) => drawn.test(parent)) ? "component" : "class";
    this.exports.push({ name, local: name, kind, isType: false, start, end });
  }
}
