/**
 * What one Dart text names, gives and declares. Directives stand in front (Dart Language Specification, 19 "Libraries and
 * Scripts"); of the rest, strings that look like paths are names of assets, and what is declared on the top level is given to
 * those who import the file.
 */
import type { ReadingDepth } from "../language.js";
import type { Export, Extraction, Reference, ReferenceKind, SymbolName } from "../reading.js";
import { Declarations } from "./declarations.js";
import { looksLikePath, unescaped } from "./literals.js";
import { bindingsOf, type Link } from "./links.js";
import { Scanner } from "./scanner.js";

const [semicolon, dot, comma, at, openParen, closeParen, less] = [59, 46, 44, 64, 40, 41, 60];

/** Reads one text. `name` is the file's name: what a generator makes beside it is called after it. */
export function extractDart(text: string, name: string, depth: ReadingDepth): Extraction {
  return readDart(text, name, depth).extraction;
}

/** The same with what each directive takes. */
export function readDart(
  text: string,
  name: string,
  depth: ReadingDepth,
): { readonly extraction: Extraction; readonly links: readonly Link[] } {
  const zero = text.indexOf("\0");
  if (zero >= 0) return { extraction: notRead(zero, "the file is not text"), links: [] };
  const reader = new Reader(text, name, depth);
  return { extraction: reader.read(), links: reader.links };
}

function notRead(offset: number, message: string): Extraction {
  return { references: [], computed: [], reading: "not read", problem: { offset, message } };
}

/** A name in the text. */
interface Name {
  readonly name: string;
  readonly start: number;
  readonly end: number;
}

class Reader {
  readonly #scanner: Scanner;
  readonly #references: Reference[] = [];
  readonly #computed: { start: number; end: number; head: string }[] = [];
  #declarations: Declarations | undefined;
  /** Each word of a library's file that stands behind no dot, where it stands first. */
  readonly #uses = new Map<string, SymbolName>();
  #library: Name | undefined;
  /** Whether it has parts, or is one: then names of other files are known in it that it does not import. */
  #isShared = false;
  readonly #stem: string;
  readonly all: boolean;
  readonly links: Link[] = [];
  #problem: Extraction["problem"];

  constructor(
    readonly text: string,
    readonly name: string,
    readonly depth: ReadingDepth,
  ) {
    this.all = depth !== "references";
    this.#scanner = new Scanner(text);
    this.#stem = name.replace(/\.dart$/, "");
  }

  read(): Extraction {
    const scanner = this.#scanner;
    scanner.next();
    let isHead = true;
    while (scanner.kind !== "end") {
      this.#skipMetadata();
      if (isHead) {
        const word = this.#word();
        const first = word === undefined ? undefined : this.#name();
        if (first) {
          scanner.next();
          if (this.#directive(first.name)) continue;
        }
        isHead = false;
        if (this.all || this.#isShared) this.#declarations = new Declarations(this.text);
        this.#declaration(first);
        continue;
      }
      this.#declaration(undefined);
    }
    const problem = this.#problem ?? scanner.problem;
    // Behind a string or comment without an end nothing is certain.
    if (problem && /string|comment|directive/.test(problem.message)) return notRead(problem.offset, problem.message);
    const declares = this.#declares();
    return {
      references: this.#references,
      computed: this.#computed,
      reading: problem ? "around errors" : "whole",
      ...(problem && { problem }),
      ...(this.all && { exports: [...this.#ownExports(), ...this.#passedOn()] }),
      ...(declares.length > 0 && { declares }),
      ...(this.#isShared && { usesNames: this.#used() }),
    };
  }

  /** The word that the scanner stands on. */
  #word(): string | undefined {
    const { kind, start, end } = this.#scanner;
    return kind === "name" ? this.text.slice(start, end) : undefined;
  }

  #name(): Name {
    const { start, end } = this.#scanner;
    return { name: this.text.slice(start, end), start, end };
  }

  #isMark(mark: number): boolean {
    return this.#scanner.kind === "mark" && this.#scanner.mark === mark;
  }

  /** `@Deprecated("…")`, `@a.b<C>()`. Strings in it may be paths, too. */
  #skipMetadata(): void {
    const scanner = this.#scanner;
    while (this.#isMark(at)) {
      scanner.next();
      while (scanner.kind === "name") {
        scanner.next();
        if (!this.#isMark(dot)) break;
        scanner.next();
      }
      if (this.#isMark(less)) while (scanner.kind !== "end" && !this.#isMark(openParen)) scanner.next();
      if (this.#isMark(openParen)) this.#skipBrackets();
    }
  }

  /** From an opening bracket to behind the one that closes it. */
  #skipBrackets(): void {
    const scanner = this.#scanner;
    const depth = scanner.depth - 1;
    do {
      if (scanner.kind === "text") this.#text();
      scanner.next();
    } while (scanner.kind !== "end" && scanner.depth > depth);
    if (scanner.kind !== "end") scanner.next();
  }

  /** A directive whose first word is behind the scanner; false where the word begins something else. */
  #directive(word: string): boolean {
    const scanner = this.#scanner;
    if (word === "library") {
      if (scanner.kind !== "name" && !this.#isMark(semicolon)) return false;
      if (scanner.kind === "name") this.#library = this.#dotted();
      this.#end("library");
      return true;
    }
    if (word === "part" && this.#word() === "of") {
      scanner.next();
      this.#isShared = true;
      if (scanner.kind === "text") this.#uri("part of", "part of");
      else if (scanner.kind === "name") {
        const { name, start, end } = this.#dotted();
        this.links.push({ references: [start], kind: "part of", prefix: undefined, show: undefined, hide: [] });
        this.#references.push({
          kind: "part of",
          lookup: "dart library",
          start,
          end,
          specifier: name,
          quote: "",
          bindings: [],
        });
      }
      this.#end("part of");
      return true;
    }
    // `import augment "…"`, `augment library "…"` were tried and dropped; what they name is named all the same.
    if (word === "augment" || this.#word() === "augment") scanner.next();
    if (scanner.kind !== "text") return false;
    if (word === "part") {
      this.#isShared = true;
      this.#uri("part", "part");
      this.#end("part");
      return true;
    }
    if (word !== "import" && word !== "export") return false;
    this.#importing(word === "import" ? "import" : "re-export");
    return true;
  }

  #dotted(): Name {
    const { start } = this.#scanner;
    let { end } = this.#scanner;
    while (this.#scanner.kind === "name") {
      ({ end } = this.#scanner);
      this.#scanner.next();
      if (!this.#isMark(dot)) break;
      this.#scanner.next();
    }
    return { name: this.text.slice(start, end).replace(/\s+/g, ""), start, end };
  }

  /** Reads on behind the semicolon of a directive. */
  #end(what: string): void {
    if (this.#isMark(semicolon)) this.#scanner.next();
    else this.#problem ??= { offset: this.#scanner.start, message: `the directive \`${what}\` does not end here` };
    if (this.#problem) while (this.#scanner.kind !== "end") this.#scanner.next();
  }

  /** `import "a.dart" if (dart.library.io) "b.dart" deferred as p show A, B hide C;` */
  #importing(kind: "import" | "re-export"): void {
    const scanner = this.#scanner;
    const first = this.#references.length;
    this.#uri(kind, kind === "import" ? "import" : "export");
    while (this.#word() === "if") {
      scanner.next();
      if (this.#isMark(openParen)) while (scanner.kind !== "end" && !this.#isMark(closeParen)) scanner.next();
      scanner.next();
      if (scanner.kind === "text") this.#uri(kind, "import");
    }
    const [show, hide]: [Name[], Name[]] = [[], []];
    let isNarrow = false;
    let prefix: Name | undefined;
    let isDeferred = false;
    for (let word = this.#word(); word !== undefined; word = this.#word()) {
      scanner.next();
      if (word === "as" && scanner.kind === "name") {
        prefix = this.#name();
        scanner.next();
      } else if (word === "show" || word === "hide") {
        isNarrow ||= word === "show";
        while (scanner.kind === "name") {
          (word === "show" ? show : hide).push(this.#name());
          scanner.next();
          if (!this.#isMark(comma)) break;
          scanner.next();
        }
      } else if (word === "deferred") isDeferred = true;
      else break;
    }
    this.#end(kind === "import" ? "import" : "export");
    const references = this.#references.slice(first).map(({ start }) => start);
    this.links.push({ references, kind, prefix, isDeferred, show: isNarrow ? show : undefined, hide });
    for (let index = first; index < this.#references.length; index += 1) {
      const reference = this.#references[index];
      if (!reference) continue;
      const bindings = bindingsOf(reference, { kind, prefix, show: isNarrow ? show : undefined });
      this.#references[index] = { ...reference, ...(bindings && { bindings }) };
    }
  }

  /** The address that a directive names. */
  #uri(kind: ReferenceKind, what: string): void {
    const scanner = this.#scanner;
    const { start, end, quote, isRaw, piece } = scanner;
    const specifier = isRaw ? this.text.slice(start, end) : unescaped(this.text.slice(start, end));
    scanner.next();
    // Strings side by side are one, and code in an address is an error.
    if (piece !== "whole" || scanner.kind === "text") {
      this.#problem ??= { offset: start, message: `the directive \`${what}\` has an address that is put together` };
      return;
    }
    const lookup = this.#isMadeBeside(specifier) ? "dart beside" : "dart";
    const isPart = kind === "part" || kind === "part of";
    if (isPart) this.links.push({ references: [start], kind, prefix: undefined, show: undefined, hide: [] });
    this.#references.push({ kind, lookup, start, end, specifier, quote, ...(isPart && { bindings: [] }) });
  }

  /** `tree.g.dart` in `tree.dart`: a generator makes it after the file's own name. */
  #isMadeBeside(specifier: string): boolean {
    return specifier.startsWith(`${this.#stem}.`) && specifier !== this.name && !specifier.includes("/");
  }

  /** A declaration of the top level, the first word of which may be behind the scanner. */
  #declaration(first: Name | undefined): void {
    const scanner = this.#scanner;
    const declarations = this.#declarations;
    declarations?.begin(first);
    if (first) this.#use(first);
    let isValue = false;
    let before = 0;
    for (; scanner.kind !== "end"; scanner.next()) {
      if (scanner.kind === "text") this.#text();
      else if (scanner.kind === "name") {
        const isOuter = scanner.depth === 0;
        if (declarations && (isOuter || this.#isShared)) {
          const name = this.#name();
          if (isOuter) declarations.word(name);
          // What stands behind a dot belongs to what stands before it.
          if (before !== dot) this.#use(name);
        }
      } else if (scanner.kind === "mark") {
        const isOver = scanner.depth === 0 && scanner.mark === semicolon;
        declarations?.mark(scanner.mark, scanner.depth, scanner.start);
        if (scanner.mark === 61 && scanner.depth === 0) isValue = true;
        // A body ends a declaration; braces of a value do not.
        if (isOver || (!isValue && scanner.mark === 125 && scanner.depth === 0)) {
          declarations?.finish();
          scanner.next();
          return;
        }
      }
      before = scanner.kind === "mark" ? scanner.mark : 0;
    }
    declarations?.finish();
  }

  #use(name: Name): void {
    if (this.#isShared && !this.#uses.has(name.name)) this.#uses.set(name.name, name);
  }

  /** A string in code: the path of an asset, the head of one, or nothing. */
  #text(): void {
    const { start, end, quote, isRaw, piece } = this.#scanner;
    const length = end - start;
    if (length < 3 || length > 300) return;
    const written = this.text.slice(start, end);
    // `'$folder/tree.png'` and `folder + '/tree.png'`: only the file's name tells what is meant.
    if (piece === "next" || (piece === "whole" && written.startsWith("/"))) {
      if (/^[\w./@ -]*\w\.[A-Za-z]\w{0,9}$/.test(written)) this.#computed.push({ start, end, head: "" });
      return;
    }
    if (piece === "first") {
      if (/^[\w.-]+\/(?:[\w.@ -]+\/)*[\w.@ -]*$/.test(written)) this.#computed.push({ start, end, head: written });
      return;
    }
    if (!looksLikePath(written)) return;
    const specifier = isRaw ? written : unescaped(written);
    const from = this.text.slice(end + quote.length, end + quote.length + 200);
    const owner = /^\s*,\s*(?:\w+\s*:\s*[^,()]*,\s*){0,3}package\s*:\s*(['"])([\w]+)\1/.exec(from)?.[2];
    const before = this.text.slice(Math.max(0, start - quote.length - 40), start - quote.length);
    this.#references.push({
      kind: "asset",
      lookup: /\bmatchesGoldenFile\s*\(\s*r?$/.test(before) ? "dart golden" : "dart asset",
      start,
      end,
      specifier,
      quote,
      ...(owner !== undefined && { inside: owner }),
    });
  }

  /** What is declared here; private names are given to the rest of the library. */
  #ownExports(): Export[] {
    const { exports = [], declared = [] } = this.#declarations ?? {};
    if (this.depth !== "exact" || !this.#isShared) return [...exports];
    const hidden = declared.filter(({ name }) => name.startsWith("_"));
    return [
      ...exports,
      ...hidden.map(({ name, start, end }): Export => ({
        name,
        local: name,
        kind: "value",
        isType: false,
        start,
        end,
      })),
    ];
  }

  /** What the text passes on of other files, its own parts among them. */
  #passedOn(): Export[] {
    const { depth } = this;
    const isPassed = ({ kind }: Reference): boolean => kind === "re-export" || (kind === "part" && depth === "exact");
    return this.#references.filter(isPassed).flatMap(({ start, end, bindings = [] }): Export[] => {
      const from = { kind: "value", isType: false, from: start } as const;
      const { hide = [], show } = this.links.find(({ references }) => references.includes(start)) ?? {};
      const hides = depth === "exact" && hide.length > 0 ? { hides: hide.map(({ name }) => name) } : {};
      if (!show) return [{ ...from, name: "*", start, end, imported: "*", ...hides }];
      return bindings.map(({ imported, ...at }) => ({
        ...from,
        name: imported,
        start: at.start,
        end: at.end,
        imported,
      }));
    });
  }

  /** The words that a library's file uses and does not declare itself. */
  #used(): SymbolName[] {
    const own = new Set(this.#declarations?.declared.map(({ name }) => name));
    return [...this.#uses.values()].filter(({ name }) => !own.has(name));
  }

  /** The library's name, so that its parts find it, and what its files know of each other. */
  #declares(): SymbolName[] {
    const named = this.#library ? [{ ...this.#library, name: `library ${this.#library.name}` }] : [];
    return this.#isShared ? [...named, ...(this.#declarations?.declared ?? [])] : named;
  }
}
