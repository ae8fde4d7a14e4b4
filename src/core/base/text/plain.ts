/**
 * Text from outside, fit to be shown. Names, specifiers and messages may hold anything: a line end that forges a line of ours, an
 * escape sequence that paints or clears the screen, a mark of direction that turns a name round. They are shown escaped.
 */

/** Controls (C0, DEL, C1), line and paragraph separators, marks that change the direction of writing, and lone surrogates. */
const unfit = /[\p{Cc}\p{Cs}\p{Zl}\p{Zp}\u061c\u200e\u200f\u202a-\u202e\u2066-\u2069\ufeff]/gu;

const usual = /^[ -~]*$/;

const named: Readonly<Record<string, string>> = { "\n": "\\n", "\r": "\\r", "\t": "\\t" };

/** `\n`, or the number of a character as JavaScript and JSON write it. */
export function escapedUnit(unit: string): string {
  return named[unit] ?? `\\u${unit.charCodeAt(0).toString(16).padStart(4, "0")}`;
}

/** One text on one line: `"a\nb\u202e"` → `a\nb\u202e` with the backslashes written out. */
export function plainText(text: string): string {
  // Nearly every text is of plain letters, which is found out ten times as fast.
  return usual.test(text) ? text : text.replace(unfit, escapedUnit);
}

/** Longer texts are contents of files; they are not shown. */
const longest = 20_000;

/**
 * The same data with every text in it fit to be shown, at any depth of plain objects, lists, maps and sets. What needs nothing
 * is given back as it is.
 */
export function plain<Data>(data: Data): Data {
  return clean(data, new Map()) as Data;
}

function clean(value: unknown, seen: Map<object, unknown>): unknown {
  if (typeof value === "string") return value.length > longest ? value : plainText(value);
  if (typeof value !== "object" || value === null) return value;
  const known = seen.get(value);
  if (known !== undefined) return known;
  seen.set(value, value);
  const result = cleanAll(value, seen);
  seen.set(value, result);
  return result;
}

function cleanAll(value: object, seen: Map<object, unknown>): object {
  if (Array.isArray(value)) {
    const list = value as readonly unknown[];
    const items = list.map((each) => clean(each, seen));
    return items.some((item, index) => item !== list[index]) ? items : list;
  }
  if (value instanceof Map || value instanceof Set) {
    const items = [...(value as Iterable<unknown>)];
    const cleaned = items.map((each) => clean(each, seen));
    if (cleaned.every((item, index) => item === items[index] || sameEntry(item, items[index]))) return value;
    return value instanceof Map ? new Map(cleaned as [unknown, unknown][]) : new Set(cleaned);
  }
  if (Object.getPrototypeOf(value) !== Object.prototype) return value;
  let copy: Record<string, unknown> | undefined;
  for (const [key, each] of Object.entries(value)) {
    const [cleanKey, cleanEach] = [plainText(key), clean(each, seen)];
    if (cleanKey === key && cleanEach === each) continue;
    copy ??= { ...value };
    if (cleanKey !== key) Reflect.deleteProperty(copy, key);
    copy[cleanKey] = cleanEach;
  }
  return copy ?? value;
}

function sameEntry(a: unknown, b: unknown): boolean {
  return Array.isArray(a) && Array.isArray(b) && a.every((each, index) => each === (b as readonly unknown[])[index]);
}
