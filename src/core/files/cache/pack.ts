/** A reading as one short line, and back. Words that come again and again are numbers of a list. */
import type {
  ActionName,
  Binding,
  ComputedReference,
  Export,
  ExportKind,
  Extraction,
  FileReading,
  ListedUnder,
  Lookup,
  Reference,
  ReferenceKind,
  Sign,
  SymbolName,
} from "../../languages/index.js";

/** Each kind by its place, which is what is kept. A list would not tell that one is missing. */
const places: Readonly<Record<ReferenceKind, number>> = {
  import: 0,
  "re-export": 1,
  "dynamic import": 2,
  "type import": 3,
  require: 4,
  mock: 5,
  url: 6,
  glob: 7,
  "reference path": 8,
  "doc import": 9,
  "module declaration": 10,
  "stylesheet import": 11,
  asset: 12,
  "page link": 13,
  setting: 14,
  pattern: 15,
  "document link": 16,
  "symbolic link": 17,
  part: 18,
  "part of": 19,
};
const kinds = Object.keys(places) as readonly ReferenceKind[];
/** Names are spread over the line; their order must stay, but a new build has a new version anyway. */
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

/** A lookup that is not in the list stands there by its own name. */
type PackedReference = readonly [
  kind: number,
  lookup: number | string,
  start: number,
  end: number,
  name: string,
  quote: string,
  within?: string | null,
  namespace?: string | null,
  bindings?: PackedBindings | null,
  inside?: string | null,
  listed?: readonly string[],
];
/** Where it starts, then the name. */
type PackedSymbol = readonly [start: number, name: string];
/** Seven values for each, one after the other. */
type PackedBindings = readonly (string | number)[];
type PackedExport = readonly [
  name: string,
  kind: number,
  flags: number,
  start: number,
  end: number,
  local?: string | null,
  about?: string | null,
  from?: number | null,
  imported?: string | null,
];
const exportKinds: readonly ExportKind[] = ["component", "hook", "class", "type", "constant", "function", "value"];

interface Packed {
  readonly r?: readonly PackedReference[];
  readonly c?: readonly ComputedReference[];
  readonly w?: Extraction["reading"];
  readonly p?: NonNullable<Extraction["problem"]>;
  readonly e?: readonly PackedExport[];
  readonly o?: 1;
  readonly h?: 1;
  readonly s?: readonly Sign[];
  readonly a?: readonly ActionName[];
  readonly t?: readonly string[];
  readonly d?: readonly PackedSymbol[];
  readonly u?: readonly PackedSymbol[];
  readonly m?: PackedSymbol;
  /** Keys of the environment. */
  readonly v?: readonly string[];
  /** What its routes lead to. */
  readonly l?: readonly string[];
  readonly n: number;
}

/** The line for a reading. It holds no line end and no tab. */
export function packReading(reading: FileReading): string {
  const { references, computed, exports = [], reading: how, isHead, problem, outline } = reading;
  const { declares, usesNames, namespace } = reading;
  const { onlyPassesOn, signs, actions, assets, environment, routed, lines, ...rest } = outline;
  const packed: Packed = {
    ...(references.length > 0 && { r: references.map(packReference) }),
    ...(computed.length > 0 && { c: computed }),
    ...(how !== "whole" && { w: how }),
    ...(isHead && { h: 1 as const }),
    ...(problem && { p: problem }),
    ...(exports.length > 0 && { e: exports.map(packExport) }),
    ...(onlyPassesOn && { o: 1 as const }),
    ...(signs.length > 0 && { s: signs }),
    ...(actions.length > 0 && { a: actions }),
    ...(assets.length > 0 && { t: assets }),
    ...(environment && { v: environment }),
    ...(routed && { l: routed }),
    ...(declares && { d: declares.map(packSymbol) }),
    ...(usesNames && { u: usesNames.map(packSymbol) }),
    ...(namespace && { m: packSymbol(namespace) }),
    n: lines,
    // What an outline gains has to be packed, too.
    ...(rest satisfies Record<string, never>),
  };
  return JSON.stringify(packed);
}

/** The reading of a line; `undefined` for one that is none. */
export function unpackReading(line: string): FileReading | undefined {
  try {
    const {
      r = [],
      c = [],
      w = "whole",
      p,
      e = [],
      o,
      s = [],
      a = [],
      t = [],
      v,
      l,
      d,
      u,
      m,
      h,
      n,
    } = JSON.parse(line) as Packed;
    const references = r.map(
      ([kind, lookup, start, end, specifier, quote, within, namespace, taken, inside, listed]): Reference => {
        const place = {
          kind: kinds[kind] ?? "import",
          lookup: typeof lookup === "string" ? lookup : (lookups[lookup] ?? "module"),
          start,
          end,
          specifier,
          quote,
        };
        return {
          ...place,
          ...(within != null && { within }),
          ...(namespace != null && { namespace }),
          ...(taken && { bindings: unpackBindings(taken) }),
          ...(inside != null && { inside }),
          ...(listed && { listed: unpackListed(listed) }),
        };
      },
    );
    const exports = e.map(unpackExport);
    const told = { onlyPassesOn: o === 1, signs: s, actions: a, assets: t, lines: n };
    const outline = { ...told, ...(v && { environment: v }), ...(l && { routed: l }) };
    return {
      references,
      computed: c,
      reading: w,
      ...(exports.length > 0 && { exports }),
      ...(h && { isHead: true }),
      ...(p && { problem: p }),
      ...(d && { declares: d.map(unpackSymbol) }),
      ...(u && { usesNames: u.map(unpackSymbol) }),
      ...(m && { namespace: unpackSymbol(m) }),
      outline,
    };
  } catch {
    return undefined;
  }
}

function packReference(reference: Reference): PackedReference {
  const { kind, lookup, start, end, specifier, quote, within, namespace, bindings, inside, listed } = reference;
  const known = lookups.indexOf(lookup);
  const place = [places[kind], known < 0 ? lookup : known, start, end, specifier, quote] as const;
  if (inside !== undefined || listed !== undefined) {
    const rest = [within ?? null, namespace ?? null, bindings?.flatMap(packBinding) ?? null, inside ?? null] as const;
    return listed ? [...place, ...rest, listed.flatMap(({ target, step }) => [target, step])] : [...place, ...rest];
  }
  if (bindings) return [...place, within ?? null, namespace ?? null, bindings.flatMap(packBinding)];
  if (namespace !== undefined) return [...place, within ?? null, namespace];
  return within === undefined ? place : [...place, within];
}

/** Targets and steps, one after the other. */
function unpackListed(packed: readonly string[]): ListedUnder[] {
  return packed.flatMap((target, at) => (at % 2 === 0 ? [{ target, step: packed[at + 1] ?? "" }] : []));
}

function packSymbol({ start, name }: SymbolName): PackedSymbol {
  return [start, name];
}

function unpackSymbol([start, name]: PackedSymbol): SymbolName {
  return { name, start, end: start + name.length };
}

/** Offsets but for the first are told by how far they are from it; a name that is the same twice is written once. */
function packBinding({ imported, local, start, end, localStart, localEnd, isType }: Binding): PackedBindings {
  const second = local === imported ? 0 : local;
  return [imported, second, start, end - start, localStart - start, localEnd - start, isType ? 1 : 0];
}

function unpackBindings(packed: PackedBindings): Binding[] {
  const found: Binding[] = [];
  for (let at = 0; at < packed.length; at += 7) {
    const [imported = "", second, start, length, localStart, localEnd, type] = packed.slice(at, at + 7);
    const from = Number(start);
    found.push({
      imported: String(imported),
      local: second === 0 ? String(imported) : String(second),
      start: from,
      end: from + Number(length),
      localStart: from + Number(localStart),
      localEnd: from + Number(localEnd),
      isType: type === 1,
    });
  }
  return found;
}

function packExport(each: Export): PackedExport {
  const { name, kind, isType, isAssigned = false, isTold = false, start, end, local, about, from, imported } = each;
  const flags = (isType ? 1 : 0) + (isAssigned ? 2 : 0) + (isTold ? 4 : 0);
  const called = local === undefined ? null : local === name ? "" : local;
  const place = [name, exportKinds.indexOf(kind), flags, start, end, called] as const;
  if (from !== undefined) return [...place, about ?? null, from, imported === name ? "" : (imported ?? null)];
  return about === undefined ? place : [...place, about];
}

function unpackExport([name, kind, flags, start, end, local, about, from, imported]: PackedExport): Export {
  return {
    name,
    ...(local != null && { local: local === "" ? name : local }),
    kind: exportKinds[kind] ?? "value",
    isType: (flags & 1) !== 0,
    start,
    end,
    ...(from != null && { from }),
    ...(imported != null && { imported: imported === "" ? name : imported }),
    ...(about != null && { about }),
    ...((flags & 2) !== 0 && { isAssigned: true }),
    ...((flags & 4) !== 0 && { isTold: true }),
  };
}
