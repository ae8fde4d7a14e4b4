/** Which components stand in which: told by the letters of a text, without a parser, so that a check need not load one. */

/** A component, where it stands in a frame: by its name, or by where a file is taken. */
export interface Enclosed {
  readonly name: string | number;
  /** Where the frame is written: an offset. */
  readonly at: number;
}

const open = "([{";
const close = ")]}";
/** What is no code: strings on one line, comments. */
const skipped = /"(?:[^"\\\n]|\\.)*"|'(?:[^'\\\n]|\\.)*'|\/\/[^\n]*|\/\*[^]*?\*\/|<!--[^]*?-->/g;

/**
 * The components that stand in a frame: between its tags, or, where the frame is what a route shows (`element={<Frame />}`,
 * `component: Frame`), in the other parts of that route. Tags may be written as `<public-layout>`, too. `""` stands for what the text
 * itself draws, and is in a frame that is a tag of it. What is taken where it stands, and has no name (`component: () => import("./Map")`),
 * is told by the offset of what it says; so is such a frame.
 */
export function enclosedIn(
  text: string,
  frames: readonly (string | number)[],
  names: readonly string[],
  places: readonly number[] = [],
): readonly Enclosed[] {
  const code = codeOf(text);
  const found: Enclosed[] = [];
  const ordered = [...places].sort((one, other) => one - other);
  const drawsItself = names.includes("");
  const wanted = new Map<string, number>();
  for (const [at, name] of names.entries())
    if (name !== "") for (const spelling of spellings(name)) if (!wanted.has(spelling)) wanted.set(spelling, at);
  const mentioned = new Map<number, readonly number[]>();
  let brackets: Brackets | undefined;
  const tell = (region: readonly [number, number], at: number): void => {
    const inside = mentioned.get(region[0]) ?? mentionedIn(code.slice(...region), wanted);
    mentioned.set(region[0], inside);
    for (const name of inside) found.push({ name: names[name] ?? "", at });
    for (let place = firstFrom(ordered, region[0]); (ordered[place] ?? Infinity) < region[1]; place += 1)
      if (ordered[place] !== at) found.push({ name: ordered[place] ?? 0, at });
  };
  for (const frame of frames) {
    if (typeof frame === "number") {
      const region = regionOfImport(code, frame, (brackets ??= bracketsOf(code)));
      if (region) tell(region, frame);
      continue;
    }
    const framed = spellings(frame).join("|").replaceAll("$", "\\$");
    for (const { index } of code.matchAll(new RegExp(`(?<![\\w$.])(?:${framed})(?![\\w$-])`, "g"))) {
      const before = code.charAt(index - 1);
      if (before === "/") continue;
      brackets ??= bracketsOf(code);
      const region = before === "<" ? regionOfTag(code, index - 1, brackets) : regionOfRoute(code, index, brackets);
      if (!region) continue;
      if (drawsItself && before === "<") found.push({ name: "", at: index });
      tell(region, index);
    }
  }
  return found;
}

/** The place of the first of some ordered numbers that is not below another. */
function firstFrom(ordered: readonly number[], least: number): number {
  let [low, high] = [0, ordered.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((ordered[middle] ?? 0) < least) low = middle + 1;
    else high = middle;
  }
  return low;
}

/** A text with blanks in place of its strings and comments, at the same offsets. */
export function codeOf(text: string): string {
  return text.replace(skipped, (found) => " ".repeat(found.length));
}

/** The brackets of a text, each by where it opens. */
export interface Brackets {
  /** For each offset, where the brackets around it open; -1 where it stands in none. */
  readonly around: Int32Array;
  readonly closedAt: ReadonlyMap<number, number>;
}

/** All brackets of a text without strings and comments. */
export function bracketsOf(code: string): Brackets {
  const around = new Int32Array(code.length);
  const closedAt = new Map<number, number>();
  const opened: number[] = [];
  for (let place = 0; place < code.length; place += 1) {
    const letter = code.charAt(place);
    if (close.includes(letter)) {
      const from = opened.pop();
      if (from !== undefined) closedAt.set(from, place);
    }
    around[place] = opened.at(-1) ?? -1;
    if (open.includes(letter)) opened.push(place);
  }
  return { around, closedAt };
}

/** Which of the names a text mentions: each once, by its place, in their order. Gone through once, however many are asked for. */
function mentionedIn(text: string, wanted: ReadonlyMap<string, number>): readonly number[] {
  const found = new Set<number>();
  for (const { 0: word, index } of text.matchAll(/[\w$]+(?:-[\w$]+)*/g)) {
    if (text.charAt(index - 1) === "." || text.charAt(index + word.length) === "-") continue;
    // `a-Home`: a difference, too.
    for (let from = 0; from !== -1; from = nextPart(word, from)) {
      const place = wanted.get(word.slice(from));
      if (place !== undefined) found.add(place);
    }
  }
  return [...found].sort((one, other) => one - other);
}

function nextPart(word: string, from: number): number {
  const at = word.indexOf("-", from);
  return at === -1 ? -1 : at + 1;
}

/** `PublicLayout`, `public-layout` */
function spellings(name: string): readonly string[] {
  const kebab = name.replace(/(?<=[\p{Ll}\d])(?=\p{Lu})/gu, "-").toLowerCase();
  return kebab.includes("-") && /^\p{Lu}/u.test(name) ? [name, kebab] : [name];
}

/** From behind an opening tag to the tag that closes it; of one that closes itself, what the route around it holds. */
function regionOfTag(code: string, at: number, brackets: Brackets): [number, number] | undefined {
  // `useRef<Frame>(null)`: an argument of a type.
  if (/[\w$]/.test(code.charAt(at - 1))) return undefined;
  const name = /^<([\w$.-]+)/.exec(code.slice(at, at + 200))?.[1];
  const end = name === undefined ? undefined : endOfTag(code, at);
  if (name === undefined || end === undefined) return undefined;
  if (code.charAt(end - 2) !== "/") return [end, closingOf(code, name, end)];
  return regionOfRoute(code, at, brackets);
}

/** Behind the `>` of a tag; none where the brackets around it end before. */
export function endOfTag(code: string, at: number): number | undefined {
  let depth = 0;
  for (let place = at + 1; place < code.length; place += 1) {
    const letter = code.charAt(place);
    if (open.includes(letter)) depth += 1;
    else if (close.includes(letter) && (depth -= 1) < 0) return undefined;
    else if (letter === "<" && depth === 0) return undefined;
    else if (letter === ">" && depth === 0 && code.charAt(place - 1) !== "=") return place + 1;
  }
  return undefined;
}

/** Where the tag stands that closes one; the end of the text where none does. */
function closingOf(code: string, name: string, from: number): number {
  if (!code.includes(`</${name}`, from)) return code.length;
  let depth = 1;
  const tags = new RegExp(`</?${name.replaceAll(".", "\\.").replaceAll("$", "\\$")}(?![\\w$.-])`, "g");
  tags.lastIndex = from;
  for (let found = tags.exec(code); found; found = tags.exec(code)) {
    const { 0: tag, index } = found;
    if (tag.startsWith("</")) depth -= 1;
    else if (code.charAt((endOfTag(code, index) ?? 0) - 2) !== "/") depth += 1;
    if (depth === 0) return index;
  }
  return code.length;
}

/** The brackets around a place: of an attribute, what stands between the tags of its element; of a property, its object. */
function regionOfRoute(code: string, at: number, { around, closedAt }: Brackets): [number, number] | undefined {
  const place = around[at] ?? -1;
  if (code.charAt(place) !== "{") return undefined;
  if (/=\s*$/.test(code.slice(Math.max(0, place - 20), place))) return ofElement(code, place);
  // A block of statements is no route.
  return isProperty(code, at) ? [place + 1, closedAt.get(place) ?? code.length] : undefined;
}

/** Of a file that a property takes where it stands, `component: () => import("./Frame")`, the object. */
function regionOfImport(code: string, at: number, { around, closedAt }: Brackets): [number, number] | undefined {
  const call = around[at] ?? -1;
  const place = around[call] ?? -1;
  if (code.charAt(call) !== "(" || code.charAt(place) !== "{") return undefined;
  const isWhole = /\w\s*:\s*(?:\(\s*\)\s*=>\s*)?import\s*$/.test(code.slice(Math.max(place, call - 80), call));
  return isWhole ? [place + 1, closedAt.get(place) ?? code.length] : undefined;
}

/** `element: <Frame />`, `component: Frame` */
function isProperty(code: string, at: number): boolean {
  return /\w\s*:\s*$/.test(code.slice(Math.max(0, at - 60), at));
}

/** The element in whose opening tag a place stands. */
function ofElement(code: string, place: number): [number, number] | undefined {
  let depth = 0;
  for (let at = place - 1; at >= 0; at -= 1) {
    const letter = code.charAt(at);
    if (close.includes(letter)) depth += 1;
    else if (open.includes(letter) && (depth -= 1) < 0) return undefined;
    if (depth !== 0 || letter !== "<") continue;
    const name = /^<([\w$.-]+)/.exec(code.slice(at, at + 200))?.[1];
    const end = endOfTag(code, at);
    if (name === undefined || end === undefined || code.charAt(end - 2) === "/") return undefined;
    return [end, closingOf(code, name, end)];
  }
  return undefined;
}

/** `const Home = lazy(() => import("./Home"))`, `{ Home: () => import("./Home") }`: the name in front of a file that is taken as a whole. */
export function namedBefore(text: string, start: number): string | undefined {
  const line = text.slice(Math.max(0, start - 200), start);
  return /(?:\b(?:const|let|var)\s+(?=[\w$]+\s*=)|[{,]\s*(?=\p{Lu}))([\w$]+)\s*[=:](?:[^=;{}]|=>)*\bimport\s*\(\s*["'`]$/u.exec(
    line,
  )?.[1];
}
