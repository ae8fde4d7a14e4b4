/** Which components stand in which: told by the letters of a text, without a parser, so that a check need not load one. */

/** A component, where it stands in a frame. */
export interface Enclosed {
  readonly name: string;
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
 * itself draws, and is in a frame that is a tag of it.
 */
export function enclosedIn(text: string, frame: string, names: readonly string[]): readonly Enclosed[] {
  const code = text.replace(skipped, (found) => " ".repeat(found.length));
  const found: Enclosed[] = [];
  for (const { index } of code.matchAll(new RegExp(`(?<![\\w$.])(?:${spellings(frame)})(?![\\w$-])`, "g"))) {
    const region = code.charAt(index - 1) === "<" ? regionOfTag(code, index - 1) : regionOfRoute(code, index);
    if (!region) continue;
    const inside = code.slice(...region);
    if (names.includes("") && code.charAt(index - 1) === "<") found.push({ name: "", at: index });
    for (const name of names)
      if (
        name !== "" &&
        new RegExp(`(?<![\\w$.])(?:${spellings(name)})(?![\\w$-])`).test(inside) &&
        !isWithin(found, name, index)
      )
        found.push({ name, at: index });
  }
  return found;
}

function isWithin(found: readonly Enclosed[], name: string, at: number): boolean {
  return found.some((each) => each.name === name && each.at === at);
}

/** `PublicLayout|public-layout` */
function spellings(name: string): string {
  const plain = name.replaceAll("$", "\\$");
  const kebab = name.replace(/(?<=[\p{Ll}\d])(?=\p{Lu})/gu, "-").toLowerCase();
  return kebab.includes("-") && /^\p{Lu}/u.test(name) ? `${plain}|${kebab}` : plain;
}

/** From behind an opening tag to the tag that closes it; of one that closes itself, what the route around it holds. */
function regionOfTag(code: string, at: number): [number, number] | undefined {
  const name = /^<([\w$.-]+)/.exec(code.slice(at, at + 200))?.[1];
  const end = name === undefined ? undefined : endOfTag(code, at);
  if (name === undefined || end === undefined) return undefined;
  if (code.charAt(end - 2) !== "/") return [end, closingOf(code, name, end)];
  return regionOfRoute(code, at);
}

/** Behind the `>` of a tag. */
function endOfTag(code: string, at: number): number | undefined {
  let depth = 0;
  for (let place = at + 1; place < code.length; place += 1) {
    const letter = code.charAt(place);
    if (open.includes(letter)) depth += 1;
    else if (close.includes(letter)) depth -= 1;
    else if (letter === ">" && depth === 0 && code.charAt(place - 1) !== "=") return place + 1;
  }
  return undefined;
}

/** Where the tag stands that closes one; the end of the text where none does. */
function closingOf(code: string, name: string, from: number): number {
  let depth = 1;
  for (const { 0: tag, index } of code.matchAll(new RegExp(`</?${name.replaceAll("$", "\\$")}(?![\\w$.-])`, "g"))) {
    if (index < from) continue;
    if (tag.startsWith("</")) depth -= 1;
    else if (code.charAt((endOfTag(code, index) ?? 0) - 2) !== "/") depth += 1;
    if (depth === 0) return index;
  }
  return code.length;
}

/** The brackets around a place: of an attribute, what stands between the tags of its element; of a property, its object. */
function regionOfRoute(code: string, at: number): [number, number] | undefined {
  let depth = 0;
  for (let place = at - 1; place >= 0; place -= 1) {
    const letter = code.charAt(place);
    if (close.includes(letter)) depth += 1;
    else if (open.includes(letter) && depth > 0) depth -= 1;
    else if (open.includes(letter)) {
      if (letter !== "{") return undefined;
      if (/=\s*$/.test(code.slice(Math.max(0, place - 20), place))) return ofElement(code, place);
      // A block of statements is no route.
      return isProperty(code, at) ? [place + 1, closingBracket(code, place)] : undefined;
    }
  }
  return undefined;
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
    else if (open.includes(letter)) depth -= 1;
    if (depth !== 0 || letter !== "<") continue;
    const name = /^<([\w$.-]+)/.exec(code.slice(at, at + 200))?.[1];
    const end = endOfTag(code, at);
    if (name === undefined || end === undefined || code.charAt(end - 2) === "/") return undefined;
    return [end, closingOf(code, name, end)];
  }
  return undefined;
}

function closingBracket(code: string, at: number): number {
  let depth = 0;
  for (let place = at; place < code.length; place += 1) {
    const letter = code.charAt(place);
    if (open.includes(letter)) depth += 1;
    else if (close.includes(letter) && (depth -= 1) === 0) return place;
  }
  return code.length;
}

/** `const Home = lazy(() => import("./Home"))`: the name in front of a file that is taken as a whole. */
export function namedBefore(text: string, start: number): string | undefined {
  const line = text.slice(Math.max(0, start - 200), start);
  return /(?:\b(?:const|let|var)\s+|[{,]\s*)([\w$]+)\s*[=:](?:[^=;{}]|=>)*\bimport\s*\(\s*["'`]$/.exec(line)?.[1];
}
