/**
 * What the routes of a script lead to: `<Route element={<Rota />}>`, `<Stack.Screen component={Rota}>`, `{ path, component: Rota }`,
 * `{ path, component: () => import("./Rota") }`. Read from the text alone, as evidence of what a screen is; nothing is changed
 * because of it.
 */

/** So many UTF-16 units behind the beginning of a route, it has said where it leads. */
const reach = 600;

const tagOfRoute = /<(?:[A-Z]\w*\.)?(?:\w*Route|Screen)\b/g;
const attribute = /\b(?:component|Component|page)=\{\s*([A-Z][\w$]*)\s*\}/;
const drawn = /\b(?:element|render|children)=\{/;
const inside = /^<[\w.]+[^<>]*>\s*(?=<[A-Z])/;
const property = /\b(?:(element\s*:\s*\(?\s*<)|(?:[cC]omponent|screen)\s*:\s*([A-Z][\w$]*)\s*[,}\n])/g;
const loadedInPlace =
  /\b(?:component|lazy|getComponent)\s*[:=]\s*\{?\s*(?:\w+\s*\(\s*)?(?:async\s*)?\(\s*\)\s*=>\s*import\s*\(\s*(?:\/\*[^*]{0,200}\*\/\s*)?["'`]([^"'`\n]+)["'`]/g;
const loadedLater =
  /\b(?:const|let|var)\s+([A-Z][\w$]*)\s*=\s*[^;={}]{0,60}(?:=>\s*)?(?:\{\s*return\s+)?import\s*\(\s*(?:\/\*[^*]{0,200}\*\/\s*)?["'`]([^"'`\n]+)["'`]/g;

/** Names of what the routes of a text lead to, each once, and specifiers of what they load later. */
export function routedIn(text: string): string[] {
  const found = new Set<string>();
  const add = (name: string | undefined): void => {
    if (name !== undefined) found.add(name);
  };
  const starts = [...text.matchAll(tagOfRoute)].map(({ index }) => index);
  starts.forEach((start, at) => {
    const route = text.slice(start, Math.min(starts[at + 1] ?? text.length, start + reach));
    const named = attribute.exec(route)?.[1];
    if (named !== undefined) return add(named);
    const draws = drawn.exec(route) ?? inside.exec(route);
    if (draws) add(shownIn(route.slice(draws.index + draws[0].length)));
  });
  for (const { 0: whole, 1: element, 2: name, index } of text.matchAll(property))
    add(element === undefined ? name : shownIn(text.slice(index + whole.length - 1, index + reach)));
  const later = new Map([...text.matchAll(loadedLater)].map(([, name = "", specifier = ""]) => [name, specifier]));
  for (const name of [...found]) add(later.get(name));
  for (const [, specifier] of text.matchAll(loadedInPlace)) add(specifier);
  return [...found];
}

const opened = /<([A-Z][\w$]*)/g;

/** What is shown by a piece of JSX: the first thing in it that has nothing inside, else the first. */
function shownIn(piece: string): string | undefined {
  let first: string | undefined;
  for (const { 1: name, index, 0: head } of piece.matchAll(opened)) {
    if (isEmptyTag(piece, index + head.length)) return name;
    first ??= name;
  }
  return first;
}

/** Whether a tag whose name ends at an offset ends with `/>`; what stands in braces may hold any sign. */
function isEmptyTag(text: string, from: number): boolean {
  let depth = 0;
  for (let at = from; at < text.length; at += 1) {
    const sign = text[at];
    if (sign === "{") depth += 1;
    else if (sign === "}") depth -= 1;
    else if (sign === ">" && depth === 0) return text[at - 1] === "/";
    if (depth < 0) return false;
  }
  return false;
}
