/**
 * Routes, screens and stores of a script, told by its letters: objects with a path in a list, `<Route path>` and `<Stack.Screen name>`
 * beside each other, `createSlice({ name })`, `defineStore("name")`. What is chosen by a condition, or put together, is left out: two of
 * which only one is ever there do not exclude each other. Source of the forms: the documentation of React Router, Vue Router, React
 * Navigation, Redux Toolkit and Pinia.
 */
import { bracketsOf, codeOf, endOfTag, type Brackets } from "../enclosures.js";
import type { Registered } from "../registered.js";

/** A key or attribute, and a text without parts that are computed. */
const keyed = /(?<![\w$.-])(path|name)\s*(:|=)\s*\{?\s*(["'`])([^"'`\n$]*)\3/g;
const storeById = /(?<![\w$.])defineStore\s*\(\s*(["'`])([^"'`\n$]+)\1/g;
/** What a route has that shows something. */
const shows = /^(?:element|[cC]omponents?|lazy|render|view|page|getComponent|loadComponent|redirect)$/;
const holds = /^(?:children|routes|childRoutes)$/;

/** What a text registers. */
export function registeredIn(text: string): readonly Registered[] {
  const code = codeOf(text);
  const found: Registered[] = [];
  const scan = new Scan(code);
  for (const { 0: all, 1: key, 2: sign, 4: value = "", index } of text.matchAll(keyed)) {
    if (code.charAt(index) === " ") continue;
    const start = index + all.length - value.length - 1;
    const kind = key === "path" ? "path" : "name";
    const each = sign === ":" ? scan.inObject(index, kind) : scan.inTag(index, kind);
    if (each) found.push({ ...each, text: value, start });
  }
  for (const { 0: all, 2: value = "", index } of text.matchAll(storeById))
    if (code.charAt(index) !== " ")
      found.push({ kind: "store", text: value, start: index + all.length - value.length - 1, list: -1 });
  return found.sort((a, b) => a.start - b.start);
}

/** An element: where the one around it begins, whether none stands in it, and where its opening tag ends. */
interface Tag {
  readonly parent: number;
  isLeaf: boolean;
  readonly end: number;
}

type Place = Pick<Registered, "kind" | "list" | "isRelative">;

class Scan {
  readonly #code: string;
  readonly #brackets: Brackets;
  readonly #keys = new Map<number, ReadonlySet<string>>();
  #parents: ReadonlyMap<number, Tag> | undefined;

  constructor(code: string) {
    this.#code = code;
    this.#brackets = bracketsOf(code);
  }

  /** A property of an object that stands in a list, or in an object of such objects. */
  inObject(at: number, kind: "path" | "name"): Place | undefined {
    const code = this.#code;
    const start = this.#brackets.around[at] ?? -1;
    if (code.charAt(start) !== "{") return undefined;
    const before = code.slice(Math.max(0, start - 200), start);
    if (kind === "name" && /(?<![\w$.])createSlice\s*(?:<[^>]*>)?\s*\(\s*$/.test(before))
      return { kind: "store", list: -1 };
    if (!/[[,:]\s*$/.test(before)) return undefined;
    const list = this.#brackets.around[start] ?? -1;
    const keys = this.#keysOf(start);
    const isRoute = keys.has("path") && [...keys].some((key) => shows.test(key) || holds.test(key));
    // The first of two answers to nothing but itself, and the second to the rest.
    if (list < 0 || !isRoute || keys.has("exact")) return undefined;
    // Of a route around others, they show what there is.
    if (kind === "path" && ([...keys].some((key) => holds.test(key)) || ![...keys].some((key) => shows.test(key))))
      return undefined;
    return { kind, list };
  }

  /** An attribute of an element that stands right in another. */
  inTag(at: number, kind: "path" | "name"): Place | undefined {
    const code = this.#code;
    const { around } = this.#brackets;
    let start = code.lastIndexOf("<", at - 1);
    while (start >= 0 && at - start < farthest && around[start] !== around[at])
      start = code.lastIndexOf("<", start - 1);
    const tag = /^<([\w$.]*(?:Route|Screen))(?![\w$.])/.exec(code.slice(start, start + 100))?.[1];
    if (start < 0 || tag === undefined) return undefined;
    const known = this.#tags().get(start);
    if (!known || known.end <= at || known.parent < 0 || around[start] !== around[known.parent]) return undefined;
    if (kind === "name") return tag.endsWith("Screen") ? { kind: "screen", list: known.parent } : undefined;
    // Outside of a switch, all that fit are shown.
    const parent = /^<([\w$.]*)/.exec(code.slice(known.parent, known.parent + 100))?.[1] ?? "";
    if (!/(?:Routes|Switch|Route)$/.test(parent)) return undefined;
    const inside = code.slice(start, known.end);
    if (/(?<![\w$.])exact(?![\w$])/.test(inside)) return undefined;
    const isShown = [...inside.matchAll(/(?<![\w$.])([A-Za-z]+)\s*=/g)].some(({ 1: name = "" }) => shows.test(name));
    if (!known.isLeaf || !isShown) return undefined;
    return { kind, list: known.parent, ...(this.#isInRoutes(known) && { isRelative: true }) };
  }

  /** Whether an element stands in `<Routes>`, whose paths count from the route that shows it; those of a `<Switch>` do not. */
  #isInRoutes({ parent }: Tag): boolean {
    const tags = this.#tags();
    for (let at = parent; at >= 0; at = tags.get(at)?.parent ?? -1)
      if (/^<[\w$.]*Routes(?![\w$])/.test(this.#code.slice(at, at + 100))) return true;
    return false;
  }

  /** The keys of an object itself. */
  #keysOf(start: number): ReadonlySet<string> {
    const there = this.#keys.get(start);
    if (there) return there;
    const { around, closedAt } = this.#brackets;
    const end = (closedAt.get(start) ?? start) + 1;
    const keys = new Set<string>();
    for (const { 1: key = "", index } of this.#code
      .slice(start, end)
      .matchAll(/(?<![\w$.])([A-Za-z]\w*)\s*(?=[:,}(])/g))
      if (around[start + index] === start) keys.add(key);
    this.#keys.set(start, keys);
    return keys;
  }

  /** Every element, with the one around it. */
  #tags(): ReadonlyMap<number, Tag> {
    if (this.#parents) return this.#parents;
    const code = this.#code;
    const found = new Map<number, Tag>();
    const open: { readonly at: number; readonly name: string }[] = [];
    for (const { 1: slash, 2: name = "", index } of code.matchAll(/(?<![\w$)\]])<(\/?)([A-Za-z][\w$.]*|(?=>))/g)) {
      if (slash === "/") {
        const last = open.findLastIndex((each) => each.name === name);
        if (last >= 0) open.splice(last);
        continue;
      }
      const end = endOfTag(code, index);
      if (end === undefined) continue;
      const parent = open.at(-1)?.at ?? -1;
      const around = found.get(parent);
      if (around) around.isLeaf = false;
      found.set(index, { parent, isLeaf: true, end });
      if (code.charAt(end - 2) !== "/") open.push({ at: index, name });
    }
    this.#parents = found;
    return found;
  }
}

/** Attributes further from the beginning of their tag, in UTF-16 units, are not looked for. */
const farthest = 4000;
