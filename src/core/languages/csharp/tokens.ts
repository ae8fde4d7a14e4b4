/** The tokens of one text, by their numbers. Nothing is made for a token but what is asked of it: a project has millions of them. */
import { Scanner, type TokenKind } from "./scanner.js";

// One text is read at a time: the lists are used again for the next.
const kinds: TokenKind[] = [];
const starts: number[] = [];
const ends: number[] = [];
const names: (string | undefined)[] = [];

/** The tokens of the text that was read last. Beyond the first and the last there is nothing: kind `end`, and no name. */
export class Tokens {
  /** What is wrong with the text, if something is. */
  readonly problem: Scanner["problem"];
  readonly length: number;

  constructor(readonly text: string) {
    const scanner = new Scanner(text);
    let length = 0;
    while (scanner.next() !== "end") {
      kinds[length] = scanner.kind;
      starts[length] = scanner.start;
      ends[length] = scanner.end;
      names[length] = undefined;
      length += 1;
    }
    this.length = length;
    this.problem = scanner.problem;
  }

  /** What a token is. */
  kind(at: number): TokenKind {
    return at >= 0 && at < this.length ? (kinds[at] ?? "end") : "end";
  }

  /** Where it begins. */
  start(at: number): number {
    return at >= 0 && at < this.length ? (starts[at] ?? 0) : 0;
  }

  /** Where it ends. */
  end(at: number): number {
    return at >= 0 && at < this.length ? (ends[at] ?? 0) : 0;
  }

  /** What is written there; nothing for numbers and directives. */
  name(at: number): string {
    const kind = this.kind(at);
    if (kind === "end" || kind === "number" || kind === "directive") return "";
    return (names[at] ??= this.text.slice(starts[at], ends[at]));
  }
}
