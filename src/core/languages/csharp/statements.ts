/**
 * The declarations of a C# text that stand in no type, with what is taken in and the namespaces around them. Source: Microsoft, "C#
 * language specification", Namespaces; Attributes; "File-local types" (C# 11).
 *
 *   using System;                     an import
 *   namespace Orchard.Models          opens a namespace, to its brace, or to the semicolon of a whole file's
 *   {
 *       [Serializable]
 *       public class Tree { … }       declares `Tree`, with its attributes
 *   }
 */
import { commentsIn, linesOf } from "../statement-lines.js";
import type { FileTies, Statement } from "../statements.js";
import { Tokens } from "./tokens.js";

const typeWords = new Set(["class", "struct", "interface", "enum", "record", "delegate"]);
const modifiers = new Set(
  "public protected internal private file static abstract sealed partial readonly ref unsafe new".split(" "),
);

/** All of them, in order; `undefined` where the text has an error, does something outside of types, or chooses types by `#if`. */
export function csharpStatements(text: string): readonly Statement[] | undefined {
  if (text.includes("<<<<<<< ") && /^<{7} /m.test(text)) return undefined;
  const tokens = new Tokens(text);
  if (tokens.problem) return undefined;
  const reading = new Reading(text, tokens);
  return reading.read(0, tokens.length, "") ? reading.found : undefined;
}

interface Place {
  /** The first token, and that behind the last one. */
  readonly from: number;
  readonly to: number;
}

class Reading {
  readonly found: Statement[] = [];
  /** Up to where the text is taken by what was found. */
  #taken: number;

  constructor(
    readonly text: string,
    readonly tokens: Tokens,
  ) {
    this.#taken = text.charCodeAt(0) === 0xfeff ? 1 : 0;
  }

  #word(at: number): string {
    const isEscaped = this.text.charCodeAt(this.tokens.start(at) - 1) === 64;
    return this.tokens.kind(at) === "name" && !isEscaped ? this.tokens.name(at) : "";
  }

  #mark(at: number): string {
    return this.tokens.kind(at) === "mark" ? this.tokens.name(at) : "";
  }

  #directive(at: number): string {
    if (this.tokens.kind(at) !== "directive") return "";
    return /^#\s*(\w+)/.exec(this.text.slice(this.tokens.start(at), this.tokens.end(at)))?.[1] ?? "";
  }

  /** Reads what stands between two tokens; gives whether all of it was understood. */
  read(from: number, to: number, around: string): boolean {
    let within = around;
    for (let at = from; at < to;) {
      const directive = this.#directive(at);
      const next =
        directive !== ""
          ? this.#takeDirective(at, to, directive, within)
          : this.#take(at, to, within, (name) => (within = name));
      if (next === undefined) return false;
      at = next;
    }
    return true;
  }

  #takeDirective(at: number, to: number, directive: string, within: string): number | undefined {
    if (directive === "region" || directive === "endregion") return at + 1;
    if (directive === "nullable" || directive === "pragma") {
      this.#push({ from: at, to: at + 1 }, { kind: "directive", within });
      return at + 1;
    }
    // Of branches only what is taken in can be told.
    const end = directive === "if" ? this.#regionEnd(at, to) : undefined;
    if (end === undefined || !this.#isOfImports(at, end)) return undefined;
    this.#push({ from: at, to: end }, { kind: "import", within });
    return end;
  }

  #regionEnd(at: number, to: number): number | undefined {
    let depth = 0;
    for (let next = at; next < to; next += 1) {
      const directive = this.#directive(next);
      if (directive === "if") depth += 1;
      else if (directive === "endif" && (depth -= 1) === 0) return next + 1;
    }
    return undefined;
  }

  #isOfImports(from: number, to: number): boolean {
    for (let at = from; at < to;) {
      if (this.#directive(at) !== "") at += 1;
      else if (this.#word(at) === "using") at = this.#behind(at, to, ";");
      else return false;
    }
    return true;
  }

  /** The place behind the next mark of a kind. */
  #behind(at: number, to: number, mark: string): number {
    let next = at;
    while (next < to && this.#mark(next) !== mark) next += 1;
    return next + 1;
  }

  #take(at: number, to: number, within: string, opened: (name: string) => void): number | undefined {
    const word = this.#word(at);
    if (word === "using" || (word === "extern" && this.#word(at + 1) === "alias")) {
      const next = this.#behind(at, to, ";");
      if (this.#mark(at + 1) === "(" || this.#word(at + 1) === "var" || next > to) return undefined;
      this.#push({ from: at, to: next }, { kind: "import", within });
      return next;
    }
    if (word === "global" && this.#word(at + 1) === "using") {
      const next = this.#behind(at, to, ";");
      this.#push({ from: at, to: next }, { kind: "other", within });
      return next;
    }
    if (word === "namespace") return this.#takeNamespace(at, to, within, opened);
    if (this.#mark(at) === ";") return at + 1;
    if (this.#mark(at) === "[" && /^(?:assembly|module)$/.test(this.#word(at + 1)) && this.#mark(at + 2) === ":") {
      const next = this.#closed(at, to, "[", "]");
      if (next !== undefined) this.#push({ from: at, to: next }, { kind: "other", within });
      return next;
    }
    return this.#takeType(at, to, within);
  }

  #takeNamespace(at: number, to: number, within: string, opened: (name: string) => void): number | undefined {
    let next = at + 1;
    while (next < to && !/^[;{]$/.test(this.#mark(next))) next += 1;
    const name = this.text.slice(this.tokens.start(at + 1), this.tokens.end(next - 1)).replace(/\s/g, "");
    if (!/^[\p{L}_@][\p{L}\p{N}_.@]*$/u.test(name)) return undefined;
    const full = within === "" ? name : `${within}.${name}`;
    this.#push({ from: at, to: next + 1 }, { kind: "directive", within: full, opens: full });
    if (this.#mark(next) === ";") {
      opened(full);
      return next + 1;
    }
    const end = this.#closed(next, to, "{", "}");
    if (end === undefined || !this.read(next + 1, end - 1, full)) return undefined;
    this.#taken = this.tokens.end(end - 1);
    return end;
  }

  /** The place behind the bracket that closes one. Of two branches each begins with the brackets that are open before both. */
  #closed(at: number, to: number, open: string, close: string): number | undefined {
    let depth = 0;
    const branches: number[] = [];
    for (let next = at; next < to; next += 1) {
      const directive = this.#directive(next);
      if (directive === "if") branches.push(depth);
      else if (directive === "else" || directive === "elif") depth = branches.at(-1) ?? depth;
      else if (directive === "endif") branches.pop();
      const mark = this.#mark(next);
      if (mark === open) depth += 1;
      else if (mark === close && (depth -= 1) === 0) return next + 1;
    }
    return undefined;
  }

  /** A type with its attributes. */
  #takeType(at: number, to: number, within: string): number | undefined {
    let next = at;
    let isHidden = false;
    while (next < to) {
      const word = this.#word(next);
      if (this.#mark(next) === "[") {
        const behind = this.#closed(next, to, "[", "]");
        if (behind === undefined) return undefined;
        next = behind;
      } else if (modifiers.has(word)) {
        if (word === "file") isHidden = true;
        next += 1;
      } else break;
    }
    const keyword = this.#word(next);
    if (!typeWords.has(keyword)) return undefined;
    let name = next + 1;
    if (keyword === "record" && /^(?:class|struct)$/.test(this.#word(name))) name += 1;
    if (keyword === "delegate") {
      name = this.#nameOfDelegate(next, to);
      if (name < 0) return undefined;
    }
    if (this.tokens.kind(name) !== "name") return undefined;
    let end = name;
    for (let depth = 0; end < to; end += 1) {
      if (this.#directive(end) !== "") return undefined;
      const mark = this.#mark(end);
      if (mark === "(" || mark === "[") depth += 1;
      else if (mark === ")" || mark === "]") depth -= 1;
      else if (depth === 0 && /^[;{]$/.test(mark)) break;
    }
    const isOpen = this.#mark(end) === "{";
    const behind = isOpen ? this.#closed(end, to, "{", "}") : end < to ? end + 1 : undefined;
    if (behind === undefined) return undefined;
    const last = isOpen && this.#mark(behind) === ";" && behind < to ? behind + 1 : behind;
    const called = this.tokens.name(name);
    const ties: FileTies = {
      type: called,
      hides: isHidden ? [{ name: called }] : [],
      names: this.#wordsIn(at, last),
    };
    this.#push({ from: at, to: last }, { kind: "declaration", within, declares: [called], isHidden, ties });
    return last;
  }

  /** The name before the brackets of what it takes: `delegate List<Row> Load<T>(T a)`. */
  #nameOfDelegate(at: number, to: number): number {
    let depth = 0;
    for (let next = at + 1; next < to; next += 1) {
      const mark = this.#mark(next);
      if (mark === "<") depth += 1;
      else if (mark === ">") depth -= 1;
      else if (mark === ";" || mark === "{") return -1;
      else if (depth === 0 && mark === "(") {
        let name = next - 1;
        if (this.#mark(name) === ">") {
          for (let open = 0; name > at; name -= 1) {
            if (this.#mark(name) === ">") open += 1;
            else if (this.#mark(name) === "<" && (open -= 1) === 0) break;
          }
          name -= 1;
        }
        // `delegate (int, int) Pair();`
        if (this.tokens.kind(name) === "name" && name > at) return name;
      }
    }
    return -1;
  }

  #wordsIn(from: number, to: number): ReadonlySet<string> {
    const found = new Set<string>();
    for (let at = from; at < to; at += 1) if (this.tokens.kind(at) === "name") found.add(this.tokens.name(at));
    return found;
  }

  #push(
    { from, to }: Place,
    {
      kind,
      within,
      opens,
      declares = [],
      isHidden = false,
      ties,
    }: Pick<Statement, "kind"> & {
      readonly within: string;
      readonly opens?: string;
      readonly declares?: readonly string[];
      readonly isHidden?: boolean;
      readonly ties?: FileTies;
    },
  ): void {
    const [start, end] = [this.tokens.start(from), this.tokens.end(to - 1)];
    const comments = commentsIn(this.text, this.#taken, start);
    const lines = linesOf({ start, end }, this.text, { comments, after: this.#taken, isOfTheFile });
    this.found.push({
      kind,
      start,
      end,
      ...lines,
      core: start,
      declares,
      exported: kind === "declaration" && !isHidden ? "by name" : undefined,
      isType: false,
      isFixed: true,
      within,
      ...(opens !== undefined && { opens }),
      ...(ties && { ties }),
    });
    this.#taken = Math.max(this.#taken, lines.to);
  }
}

/** A comment that speaks of the whole file. */
function isOfTheFile(comment: string): boolean {
  return /copyright|licen[cs]e|<auto-generated/i.test(comment);
}
