/** A feature's name and the one that it gets, in all spellings: what a path, an identifier or a piece of text becomes. */
import type { ProjectPath } from "../../base/paths.js";
import { isOfTrade } from "../../languages/index.js";
import type { FeatureName, Way } from "../../insight/wiring/index.js";
import { wordAt } from "./key-uses.js";

/** In what a name stands, where several spellings would do. */
export type Within = "code" | "string" | "text" | "path";

/** How many letters around a name are looked at. */
const around = { before: 40, behind: 2 };

/** Both names. */
export class NewFeatureName {
  /**
   * `isCounted`: one and several are told apart by it (`Swap`, `Swaps`), so that both have to be in the new one, though somebody has named
   * only one of them. Only a folder is called as it was typed then.
   */
  constructor(
    readonly from: FeatureName,
    readonly to: FeatureName,
    readonly isCounted = false,
  ) {}

  /** A part of a text with the new name wherever the old one stands; `undefined` where it does not. */
  spelled(text: string, within: Within, from = 0, end = text.length): string | undefined {
    let [result, at] = ["", from];
    const found = this.from.in(text, from, end);
    for (const { start, end: stop, ways } of found) {
      const before = text.slice(Math.max(0, start - around.before), start);
      const behind = text.slice(stop, stop + around.behind);
      result += text.slice(at, start) + this.to.spell(this.#counted(ways), { before, behind, within });
      at = stop;
    }
    return found.length === 0 ? undefined : result + text.slice(at, end);
  }

  /** What an identifier becomes: `harvestReducer` → `pickingReducer`. */
  identifier(name: string): string | undefined {
    return this.spelled(name, "code");
  }

  /** The path of a file, of which what lies above a folder stays as it is. */
  path(path: ProjectPath, above: ProjectPath): ProjectPath {
    const head = above === "" ? [] : [above];
    const parts = path.slice(above === "" ? 0 : above.length + 1).split("/");
    const spelled = parts.map((part, index) => {
      const isFolder = index < parts.length - 1;
      const [only] = isFolder ? this.from.in(part) : [];
      const isWhole = only?.start === 0 && only.end === part.length;
      const ways = isWhole ? only.ways : undefined;
      return ways
        ? this.to.spell(ways, { before: "/", behind: "/", within: "path" })
        : (this.spelled(part, "path") ?? part);
    });
    return [...head, ...spelled].join("/") as ProjectPath;
  }

  #counted(ways: ReadonlySet<Way>): ReadonlySet<Way> {
    if (!this.isCounted) return ways;
    const others = new Set([...ways].filter((way) => !way.startsWith("own ")));
    return others.size > 0 ? others : ways;
  }
}

/** A string, a comment, a piece of an expression. */
const pieces = /\/\/.*|\/\*.*?(?:\*\/|$)|<!--.*?(?:-->|$)|"(?:[^"\\]|\\.)*"|'(?:[^'\\]|\\.)*'|`(?:[^`\\]|\\.)*`/gu;

/** In what a place of a text stands, as its line shows it. */
export function withinAt(path: ProjectPath, text: string, start: number, end: number): Within {
  if (isOfTrade(path, "document")) return "text";
  const lineStart = text.lastIndexOf("\n", start - 1) + 1;
  const lineEnd = text.indexOf("\n", end);
  const line = text.slice(lineStart, lineEnd < 0 ? undefined : lineEnd);
  for (const { 0: piece, index } of line.matchAll(pieces)) {
    const [from, to] = [lineStart + index, lineStart + index + piece.length];
    if (from > start || to < end) continue;
    return /^["'`]/.test(piece) ? "string" : "text";
  }
  if (/^\s*(?:\*\s|#\s)/.test(line)) return "text";
  const word = wordAt(text, start, end);
  const isBetweenTags = /[>}]\s*[^<>{}=;()]*$/.test(text.slice(lineStart, word.start));
  return isBetweenTags && /^[^<>{}=;()]*[<{]/.test(text.slice(word.end)) ? "text" : "code";
}
