/** The imports that a file needs from then on, one line for each file that it takes names of. */
import type { ProjectPath } from "../../base/paths.js";
import type { Reference } from "../../languages/index.js";
import { importText, type Manner, type TakenBinding } from "./imports.js";

/** One import as it is written, or as it was. */
interface Line {
  readonly key: string;
  readonly specifier: string;
  bindings: readonly TakenBinding[];
  /** The text as it stands now, where it goes on saying the same. */
  raw: string | undefined;
  readonly behind: string;
  readonly means: ProjectPath | undefined;
}

/** What an import takes, and of whom. */
export interface ImportLine {
  readonly specifier: string;
  /** The file that is meant, or nothing for a package and for what leads nowhere. */
  readonly means: ProjectPath | undefined;
  readonly bindings: readonly TakenBinding[];
  readonly raw?: string | undefined;
  /** What stands behind the specifier: attributes. */
  readonly behind?: string;
}

/** Gathers them, in order. Two that take names of one file become one. */
export class ImportLines {
  readonly #lines: Line[] = [];

  add({ specifier, means, bindings: all, raw: written, behind = "" }: ImportLine): void {
    const bindings = all.filter((binding) => !this.#hasAlready(means ?? specifier, binding));
    const raw = bindings.length === all.length ? written : undefined;
    if (bindings.length === 0 && all.length > 0) return;
    const isAllTypes = bindings.length > 0 && bindings.every(({ isType }) => isType);
    const key = `${means ?? specifier}\n${bindings.length === 0 ? "effects" : isAllTypes ? "types" : "values"}`;
    const same = this.#lines.find((line) => line.key === key && canJoin(line, bindings, behind));
    if (!same) {
      this.#lines.push({ key, specifier, means, bindings, raw, behind });
      return;
    }
    const fresh = bindings.filter(
      (each) => !same.bindings.some(({ imported, local }) => imported === each.imported && local === each.local),
    );
    if (fresh.length === 0) return;
    same.bindings = [...same.bindings, ...fresh];
    same.raw = undefined;
  }

  /** Whether a name is taken already; one that was taken as a type is given up where it is needed as a value. */
  #hasAlready(source: string, { imported, local, isType }: TakenBinding): boolean {
    for (const line of this.#lines) {
      const same = line.bindings.find((each) => each.imported === imported && each.local === local);
      if (!same || (line.means ?? line.specifier) !== source) continue;
      if (!same.isType || isType) return true;
      line.bindings = line.bindings.filter((each) => each !== same);
      line.raw = undefined;
      if (line.bindings.length === 0) this.#lines.splice(this.#lines.indexOf(line), 1);
      return false;
    }
    return false;
  }

  /** The files that are meant by one each. */
  get means(): readonly ProjectPath[] {
    return this.#lines.flatMap(({ means }) => means ?? []);
  }

  /** Those that mean no file, as they are spelled. */
  get astray(): readonly string[] {
    return this.#lines.flatMap(({ means, specifier }) => (means === undefined ? [specifier] : []));
  }

  texts(manner: Manner): string[] {
    return this.#lines.map(({ bindings, specifier, raw, behind }) =>
      raw === undefined ? importText(bindings, specifier, manner, { behind }) : raw.replace(/\r?\n/g, manner.lineEnd),
    );
  }
}

/** All of a file, and two defaults, have no room in one statement. */
function canJoin(line: Line, bindings: readonly TakenBinding[], behind: string): boolean {
  if (line.behind !== behind || (line.raw !== undefined && /\/[/*]/.test(line.raw))) return false;
  const all = [...line.bindings, ...bindings];
  const defaults = new Set(all.filter(({ imported }) => imported === "default").map(({ local }) => local));
  if (defaults.size > 1) return false;
  return all.every(({ imported }) => imported !== "*") || sameTaken(line.bindings, bindings);
}

function sameTaken(one: readonly TakenBinding[], other: readonly TakenBinding[]): boolean {
  const spelled = (each: readonly TakenBinding[]): string =>
    each.map(({ imported, local }) => `${imported} ${local}`).join(", ");
  return spelled(one) === spelled(other);
}

/** What stands between the specifier of an import and its end: `with { type: "json" }`. */
export function behindOf(text: string, { end, quote }: Reference, statementEnd: number): string {
  return text.slice(end + quote.length, statementEnd).replace(/;?\s*$/, "");
}
