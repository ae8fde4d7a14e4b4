/**
 * The declarations of a Swift text that stand in no other, and those within each type. Source: The Swift Programming Language,
 * "Declarations", "Access Control", "Extensions".
 *
 *   import SwiftUI
 *   struct TreeRow: View { … }          declares `TreeRow`; its members are statements of their own
 *   private extension TreeRow { … }     adds to `TreeRow`; what it has only this file knows
 *   #if DEBUG … #endif                  one statement, whatever stands in it
 */
import { commentsIn, linesOf } from "../statement-lines.js";
import type { FileTies, Hidden, Statement } from "../statements.js";
import { Scanner, type TokenKind } from "./scanner.js";

interface Token {
  readonly kind: TokenKind;
  readonly start: number;
  readonly end: number;
  /** The name or the mark; nothing for texts, and for names in backticks, which are no words of the language. */
  readonly word: string;
  /** How many brackets are open before it, and after it. */
  readonly before: number;
  readonly depth: number;
  readonly isOnNewLine: boolean;
}

const types = new Set(["class", "struct", "enum", "actor", "protocol"]);
const keywords = new Set([
  ...types,
  ..."extension typealias associatedtype func init deinit subscript var let case import operator precedencegroup macro".split(
    " ",
  ),
]);
const modifiers = new Set(
  "public open internal private fileprivate package final static lazy weak unowned indirect nonisolated override dynamic prefix infix postfix distributed mutating nonmutating required convenience optional borrowing consuming isolated".split(
    " ",
  ),
);

/** What the compiler writes for a type. Source: "Protocols", "Adopting a Protocol Using a Synthesized Implementation". */
const madeByCompiler = new Set([
  "Codable",
  "Encodable",
  "Decodable",
  "Equatable",
  "Hashable",
  "CaseIterable",
  "Comparable",
]);

/** Marks behind which a line goes on. */
const open = /^[=,:.&|+\-*/%^~<(]$/;

/** Every one of them, in order; `undefined` where the text has an error, or does something on its top level. */
export function swiftStatements(text: string, name: string): readonly Statement[] | undefined {
  // There every line is carried out, and what is declared is known from then on.
  const tokens = name === "main.swift" ? undefined : tokensOf(text);
  if (!tokens) return undefined;
  const found = new Pieces(text, tokens).read({ from: 0, to: tokens.length, depth: 0 });
  return found && withPreviews(found);
}

function tokensOf(text: string): Token[] | undefined {
  if (text.includes("\0")) return undefined;
  const scanner = new Scanner(text);
  const tokens: Token[] = [];
  let before = 0;
  while (scanner.next() !== "end") {
    const { kind, depth, isOnNewLine, quote } = scanner;
    const isQuoted = kind === "name" && text.charAt(scanner.start - 1) === "`";
    const isClosed = kind === "text" && text.startsWith(quote, scanner.end);
    const start = isQuoted ? scanner.start - 1 : scanner.start;
    const end = isQuoted ? scanner.end + 1 : isClosed ? scanner.end + quote.length : scanner.end;
    const word = kind === "text" || kind === "number" || isQuoted ? "" : text.slice(scanner.start, scanner.end);
    tokens.push({ kind, start, end, word, before, depth, isOnNewLine });
    before = depth;
  }
  return scanner.problem ? undefined : tokens;
}

interface Range {
  readonly from: number;
  readonly to: number;
  /** How many brackets are open around it. */
  readonly depth: number;
}

/** A declaration by its tokens. */
interface Piece extends Range {
  /** The token of its keyword; -1 for what has none. */
  readonly keyword: number;
  readonly isRegion: boolean;
}

class Pieces {
  constructor(
    readonly text: string,
    readonly tokens: readonly Token[],
  ) {}

  read(range: Range, owner?: Owner): Statement[] | undefined {
    const found: Statement[] = [];
    for (const piece of this.#pieces(range)) {
      const statement = this.#statement(piece, found.at(-1), owner);
      if (!statement) return undefined;
      found.push(statement);
    }
    return found;
  }

  *#pieces({ from, to, depth }: Range): Generator<Piece> {
    let first = from;
    let keyword = -1;
    for (let at = from; at < to; at += 1) {
      const token = this.tokens[at] as Token;
      if (token.before !== depth) continue;
      if (at > first && this.#beginsAt(at, { first, keyword })) {
        yield { from: first, to: this.#withoutEnd(first, at), depth, keyword, isRegion: false };
        [first, keyword] = [at, -1];
      }
      if (token.word === "#if" && at === first) {
        const end = this.#regionEnd(at, to);
        yield { from: at, to: end, depth, keyword: -1, isRegion: true };
        [first, keyword, at] = [end, -1, end - 1];
        continue;
      }
      if (token.word === ";" && at === first) first = at + 1;
      else if (keyword < 0 && this.#isKeyword(at)) keyword = at;
    }
    if (first < to) yield { from: first, to: this.#withoutEnd(first, to), depth, keyword, isRegion: false };
  }

  /** A semicolon is of no declaration. */
  #withoutEnd(from: number, to: number): number {
    let end = to;
    while (end - 1 > from && this.tokens[end - 1]?.word === ";") end -= 1;
    return end;
  }

  #isKeyword(at: number): boolean {
    const { kind, word } = this.tokens[at] as Token;
    const last = this.tokens[at - 1]?.word;
    if (kind !== "name" || last === "@" || last === ".") return false;
    // `class func`
    const next = this.tokens[at + 1];
    if (word === "class" && next !== undefined && (keywords.has(next.word) || modifiers.has(next.word))) return false;
    return keywords.has(word) || /^#(?!if|elseif|else|endif)/.test(word);
  }

  /** Whether something else begins with a token. */
  #beginsAt(at: number, { first, keyword }: { readonly first: number; readonly keyword: number }): boolean {
    const token = this.tokens[at] as Token;
    const last = this.tokens[at - 1] as Token;
    if (last.word === ";") return true;
    if (keyword < 0) return token.word === "#if" && this.tokens[first]?.kind !== "mark";
    if (!token.isOnNewLine && last.word !== "}") return false;
    const isOperator = this.tokens[keyword]?.word === "operator";
    if (last.kind === "mark" && open.test(last.word) && !isOperator) return false;
    if (token.word === "@" || (token.kind === "name" && (keywords.has(token.word) || modifiers.has(token.word))))
      return true;
    return token.word.startsWith("#");
  }

  /** Behind the `#endif` of an `#if`. */
  #regionEnd(at: number, to: number): number {
    let level = 0;
    for (let index = at; index < to; index += 1) {
      const word = this.tokens[index]?.word;
      if (word === "#if") level += 1;
      else if (word === "#endif") {
        level -= 1;
        if (level === 0) return index + 1;
      }
    }
    return to;
  }

  #statement(piece: Piece, before: Statement | undefined, owner: Owner | undefined): Statement | undefined {
    const first = this.tokens[piece.from] as Token;
    const last = this.tokens[piece.to - 1] as Token;
    const [start, end] = [first.start, last.end];
    const comments = commentsIn(this.text, before?.end ?? owner?.from ?? 0, start);
    const lines = linesOf({ start, end }, this.text, { comments, after: before?.to ?? owner?.from ?? 0, isOfTheFile });
    const above = lines.from > (before?.to ?? owner?.from ?? 0) ? this.#mark(piece, lines.from) : lines.from;
    const place = { start, end, ...lines, from: above, core: start };
    if (piece.isRegion) return this.#region(piece, place, owner);
    const word = this.tokens[piece.keyword]?.word ?? "";
    if (word === "") return undefined;
    if (word === "import") return { ...place, kind: "import", declares: [], exported: undefined, isType: false };
    const declares = this.#declares(piece, word);
    const said = this.#modifiers(piece);
    const isHidden = said.has("private") || said.has("fileprivate");
    const ties = this.#ties(piece, { word, declares, said, ...(owner && { owner }) });
    if (!ties) return undefined;
    return {
      ...place,
      kind: word.startsWith("#") ? "other" : "declaration",
      declares,
      exported: declares.length > 0 && !isHidden ? "by name" : undefined,
      isType: word === "typealias",
      isFixed: true,
      ...(word === "extension" && ties.type !== undefined && { adds: ties.type.split(".")[0] ?? "" }),
      ties,
    };
  }

  /** `// MARK: - TreeRow` above the type goes with it, though an empty line is between them. */
  #mark({ keyword }: Piece, from: number): number {
    const name = keyword < 0 ? undefined : this.#nameAt(keyword + 1);
    const [whole, , said] = /((?:^|\n))[ \t]*\/\/ *MARK: *-? *([^\n]*?)[ \t]*\r?\n(?:[ \t]*\r?\n)*$/.exec(
      this.text.slice(Math.max(0, from - 200), from),
    ) ?? [""];
    return name !== undefined && said === name ? from - whole.length + (whole.startsWith("\n") ? 1 : 0) : from;
  }

  /** What is compiled under a condition is one, whatever stands in it. */
  #region({ from, to, depth }: Piece, place: Place, owner: Owner | undefined): Statement | undefined {
    const inner: Statement[] = [];
    let begins = this.#behindLine(from);
    for (let at = begins; at < to; at += 1) {
      const { word, before } = this.tokens[at] as Token;
      if (word === "#if" && before === depth) at = this.#regionEnd(at, to) - 1;
      if (!/^#(?:else|elseif|endif)$/.test(word) || before !== depth) continue;
      const found = this.read({ from: begins, to: at, depth }, owner);
      if (!found) return undefined;
      inner.push(...found);
      begins = word === "#endif" ? at + 1 : this.#behindLine(at);
      at = begins - 1;
    }
    const declares = [...new Set(inner.flatMap((each) => each.declares))];
    const isImport = inner.length > 0 && inner.every(({ kind }) => kind === "import");
    const ties = inner.flatMap((each) => each.ties ?? []);
    return {
      ...place,
      kind: isImport ? "import" : declares.length > 0 ? "declaration" : "other",
      declares,
      exported: inner.some(({ exported }) => exported) ? "by name" : undefined,
      isType: false,
      isFixed: true,
      ties: {
        hides: ties.flatMap(({ hides }) => hides),
        names: new Set(ties.flatMap(({ names }) => [...names])),
        ...(owner && { staysFor: "required" as const }),
      },
    };
  }

  /** The first token of the line behind a condition. */
  #behindLine(at: number): number {
    let index = at + 1;
    while (this.tokens[index]?.isOnNewLine === false) index += 1;
    return index;
  }

  #declares({ keyword, to, depth }: Piece, word: string): string[] {
    if (word === "let" || word === "var") return this.#values({ from: keyword + 1, to, depth });
    if (word === "case") return this.#values({ from: keyword + 1, to, depth }, true);
    if (word === "init" || word === "subscript" || word === "deinit") return [word];
    if (!/^(?:class|struct|enum|actor|protocol|typealias|associatedtype|func|macro|precedencegroup)$/.test(word))
      return [];
    const name = this.#nameAt(keyword + 1);
    return name === undefined ? [] : [name];
  }

  #nameAt(at: number): string | undefined {
    const token = this.tokens[at];
    if (token?.kind !== "name") return undefined;
    return this.text.slice(token.start, token.end).replaceAll("`", "");
  }

  /** `let a = 1, b = 2`, `let (a, b) = c`, `case tree, bush(Int)`. */
  #values({ from, to, depth }: Range, isCase = false): string[] {
    const found: string[] = [];
    let isNext = true;
    const isTuple = !isCase && this.tokens[from]?.word === "(";
    const own = isTuple ? depth + 1 : depth;
    for (let at = isTuple ? from + 1 : from; at < to; at += 1) {
      const { before, word, kind } = this.tokens[at] as Token;
      if (isTuple && before <= depth) break;
      if (before !== own) continue;
      if (isNext && kind === "name") found.push(this.#nameAt(at) ?? "");
      isNext = word === "," && (isCase || isTuple || !this.#isInAngles(at));
    }
    return found;
  }

  /** `let a: Map<Key, Value>` has a comma, too; behind it no type or value of its own is given. */
  #isInAngles(at: number): boolean {
    return !/^[=:]$/.test(this.tokens[at + 2]?.word ?? "");
  }

  #modifiers({ from, keyword }: Piece): ReadonlySet<string> {
    const words = this.tokens.slice(from, Math.max(from, keyword));
    // `private(set)` hides the setter alone.
    return new Set(
      words.flatMap(({ word, kind }, index) => (kind === "name" && words[index + 1]?.word !== "(" ? [word] : [])),
    );
  }

  #ties(piece: Piece, { word, declares, said, owner }: Said): FileTies | undefined {
    const { from, to, keyword, depth } = piece;
    const names = new Set<string>();
    for (let at = from; at < to; at += 1) {
      const token = this.tokens[at] as Token;
      if (token.kind === "name") names.add(this.text.slice(token.start, token.end).replaceAll("`", ""));
    }
    const isHidden = said.has("private") || said.has("fileprivate");
    const hides: Hidden[] = [];
    if (isHidden && word !== "extension")
      for (const name of declares)
        hides.push({
          name,
          ...(owner && { of: owner.type, ...(said.has("private") && !owner.isHidden && { isOfType: true as const }) }),
        });
    else if (owner?.isHidden === true) for (const name of declares) hides.push({ name, of: owner.type });
    else if (owner && this.#hasHiddenSetter(piece))
      for (const name of declares) hides.push({ name, of: owner.type, isOfType: true });
    const staysFor = owner && this.#staysFor(piece, { word, said, owner, declares });
    const ties = { hides, names, ...(staysFor && { staysFor }) };
    if (!types.has(word) && word !== "extension") return ties;
    const brace = this.#bodyAt(piece);
    const close = to - 1;
    if (brace === undefined) return ties;
    const type = this.#path(keyword + 1, brace);
    const whole = owner ? `${owner.type}.${type}` : type;
    const within: Owner = {
      type: whole,
      kind: word,
      isHidden: word === "extension" && isHidden,
      from: (this.tokens[brace] as Token).end,
    };
    const members = this.read({ from: brace + 1, to: close, depth: depth + 1 }, within);
    if (!members) return undefined;
    for (const member of members) hides.push(...(member.ties?.hides ?? []));
    const isPlain = word === "extension" && piece.from === keyword && this.#isPlain(keyword + 1, brace);
    return {
      ...ties,
      type: whole,
      body: { start: within.from, end: (this.tokens[close] as Token).start, members },
      ...(isPlain && { isPlainAddition: true as const }),
      ...(this.#saysOfAll(piece, brace) && { saysOfAll: true as const }),
      ...(word === "extension" && this.#isMadeByCompiler(keyword + 1, brace) && { staysWith: whole }),
    };
  }

  /** `private(set) var rows`: who gives it a value has to stay; nobody can say who only reads it. */
  #hasHiddenSetter({ from, keyword }: Piece): boolean {
    return this.tokens
      .slice(from, Math.max(from, keyword))
      .some(({ word }, index) => /^(?:private|fileprivate)$/.test(word) && this.tokens[from + index + 1]?.word === "(");
  }

  #bodyAt({ keyword, to, depth }: Piece): number | undefined {
    for (let at = keyword + 1; at < to; at += 1) {
      const { word, before } = this.tokens[at] as Token;
      if (before === depth && word === "{") return at;
    }
    return undefined;
  }

  /** `Orchard.Row` */
  #path(from: number, to: number): string {
    let path = this.#nameAt(from) ?? "";
    for (let at = from + 1; at + 1 < to && this.tokens[at]?.word === "."; at += 2)
      path += `.${this.#nameAt(at + 1) ?? ""}`;
    return path;
  }

  #isPlain(from: number, to: number): boolean {
    return this.tokens.slice(from, to).every(({ word, kind }) => (kind === "name" ? word !== "where" : word === "."));
  }

  /** `public extension Tree`, `extension Tree where …`, `@available(iOS 17, *) struct Tree` */
  #saysOfAll({ from, keyword }: Piece, brace: number): boolean {
    const head = this.tokens.slice(from, brace);
    const isAddition = this.tokens[keyword]?.word === "extension";
    return (isAddition && from !== keyword) || head.some(({ word }) => word === "where" || word === "available");
  }

  /** `extension Tree: Codable {}`: the compiler writes what is asked for, as long as the type stands in the same file. */
  #isMadeByCompiler(from: number, to: number): boolean {
    const colon = this.tokens.slice(from, to).findIndex(({ word }) => word === ":");
    const parents = colon < 0 ? [] : this.tokens.slice(from + colon + 1, to);
    return parents.some(({ word }) => madeByCompiler.has(word));
  }

  /** Why a member cannot stand in an addition to its type in another file. */
  #staysFor(piece: Piece, { word, said, owner, declares }: Said & { readonly owner: Owner }): FileTies["staysFor"] {
    if (owner.kind === "protocol") return "required";
    if (word === "case") return "case";
    if (said.has("override") || said.has("open")) return "overrides";
    if (declares.includes("CodingKeys")) return "required";
    if (said.has("required") || word === "deinit" || word === "" || word.startsWith("#")) return "required";
    if (word === "init")
      return owner.kind === "struct" || owner.kind === "enum" || owner.kind === "extension" || said.has("convenience")
        ? undefined
        : "initial";
    if (word !== "let" && word !== "var") return undefined;
    if (said.has("static") || said.has("class")) return undefined;
    return this.#isStored(piece) ? "stored" : undefined;
  }

  #isStored({ keyword, to, depth }: Piece): boolean {
    for (let at = keyword + 1; at < to; at += 1) {
      const { word, before } = this.tokens[at] as Token;
      if (before !== depth) continue;
      if (word === "=") return true;
      if (word === "{") return /^(?:willSet|didSet)$/.test(this.tokens[at + 1]?.word ?? "");
    }
    return true;
  }
}

type Place = Pick<Statement, "start" | "end" | "from" | "to" | "core">;

interface Owner {
  readonly type: string;
  readonly kind: string;
  /** Whether what it has is known to its own file alone, unless it says otherwise. */
  readonly isHidden: boolean;
  /** Where what stands in it begins. */
  readonly from: number;
}

interface Said {
  readonly word: string;
  readonly declares: readonly string[];
  readonly said: ReadonlySet<string>;
  readonly owner?: Owner;
}

/** What is said of a whole file stays at its head. */
function isOfTheFile(comment: string): boolean {
  return /swift-tools-version|swiftlint:disable(?!:)|copyright|licen[cs]e|^\/\/\s+Created by|GENERATED/im.test(comment);
}

/** A preview goes with what it shows: `TreeRow_Previews`, and `#Preview` of the one type of the file that it names. */
function withPreviews(statements: readonly Statement[]): readonly Statement[] {
  const declared = new Set(
    statements.flatMap(({ declares, ties }) =>
      ties?.body ? declares.filter((name) => !/_Previews?$/.test(name)) : [],
    ),
  );
  return statements.map((statement) => {
    const [own = ""] = statement.declares;
    const shown = own.replace(/_Previews?$/, "");
    if (shown !== own && declared.has(shown)) return { ...statement, adds: shown };
    if (statement.kind !== "other" || statement.ties === undefined) return statement;
    const [only, other] = [...declared].filter((name) => statement.ties?.names.has(name) === true);
    const isPreview = statement.ties.names.has("#Preview") && other === undefined && only !== undefined;
    return isPreview ? { ...statement, adds: only } : statement;
  });
}
