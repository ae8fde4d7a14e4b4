/** A reading as one short line, and back. Words that come again and again are numbers of a list. */
import type {
  ActionName,
  ComputedReference,
  ExportedName,
  ExportKind,
  Extraction,
  FileReading,
  Lookup,
  Reference,
  ReferenceKind,
  Sign,
} from "../../languages/index.js";

/** Names are spread over the line; their order must stay, but a new build has a new version anyway. */
const kinds: readonly ReferenceKind[] = [
  "import",
  "re-export",
  "dynamic import",
  "type import",
  "require",
  "mock",
  "url",
  "glob",
  "reference path",
  "doc import",
  "module declaration",
  "stylesheet import",
  "asset",
  "page link",
  "setting",
  "pattern",
  "document link",
  "symbolic link",
];
const lookups: readonly Lookup[] = [
  "module",
  "url",
  "path",
  "glob",
  "sass",
  "less",
  "css",
  "asset",
  "place",
  "beside",
  "scope",
  "base",
];

type PackedReference = readonly [
  kind: number,
  lookup: number,
  start: number,
  end: number,
  name: string,
  quote: string,
  within?: string | null,
  namespace?: string,
];
type PackedExport = readonly [name: string, kind: ExportKind, isDefault: 0 | 1, start: number];

interface Packed {
  readonly r?: readonly PackedReference[];
  readonly c?: readonly ComputedReference[];
  readonly w?: Extraction["reading"];
  readonly p?: NonNullable<Extraction["problem"]>;
  readonly e?: readonly PackedExport[];
  readonly o?: 1;
  readonly s?: readonly Sign[];
  readonly a?: readonly ActionName[];
  readonly t?: readonly string[];
  readonly n: number;
}

/** The line for a reading. It holds no line end and no tab. */
export function packReading({ references, computed, reading, problem, outline }: FileReading): string {
  const { exports, onlyPassesOn, signs, actions, assets, lines } = outline;
  const packed: Packed = {
    ...(references.length > 0 && { r: references.map(packReference) }),
    ...(computed.length > 0 && { c: computed }),
    ...(reading !== "whole" && { w: reading }),
    ...(problem && { p: problem }),
    ...(exports.length > 0 && { e: exports.map(packExport) }),
    ...(onlyPassesOn && { o: 1 as const }),
    ...(signs.length > 0 && { s: signs }),
    ...(actions.length > 0 && { a: actions }),
    ...(assets.length > 0 && { t: assets }),
    n: lines,
  };
  return JSON.stringify(packed);
}

/** The reading of a line; `undefined` for one that is none. */
export function unpackReading(line: string): FileReading | undefined {
  try {
    const { r = [], c = [], w = "whole", p, e = [], o, s = [], a = [], t = [], n } = JSON.parse(line) as Packed;
    const references = r.map(([kind, lookup, start, end, specifier, quote, within, namespace]): Reference => {
      const place = {
        kind: kinds[kind] ?? "import",
        lookup: lookups[lookup] ?? "module",
        start,
        end,
        specifier,
        quote,
      };
      return { ...place, ...(within != null && { within }), ...(namespace !== undefined && { namespace }) };
    });
    const exports = e.map(([name, kind, isDefault, start]): ExportedName => {
      return { name, kind, isDefault: isDefault === 1, start };
    });
    const outline = { exports, onlyPassesOn: o === 1, signs: s, actions: a, assets: t, lines: n };
    return { references, computed: c, reading: w, ...(p && { problem: p }), outline };
  } catch {
    return undefined;
  }
}

function packReference({ kind, lookup, start, end, specifier, quote, within, namespace }: Reference): PackedReference {
  const place = [kinds.indexOf(kind), lookups.indexOf(lookup), start, end, specifier, quote] as const;
  if (namespace !== undefined) return [...place, within ?? null, namespace];
  return within === undefined ? place : [...place, within];
}

function packExport({ name, kind, isDefault, start }: ExportedName): PackedExport {
  return [name, kind, isDefault ? 1 : 0, start];
}
