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
const tag = /<([A-Z][\w$]*)(?:[^<>{}]|\{[^{}<>]*\}|=>)*(\/?)>/g;

/** Names of what the routes of a text lead to, each once, and specifiers of what they load later. */
export function routedIn(text: string): string[] {
  const found = new Set<string>();
  const add = (name: string | undefined): void => void (name !== undefined && found.add(name));
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

/** What is shown by a piece of JSX: the first thing in it that has nothing inside, else the first. */
function shownIn(piece: string): string | undefined {
  let first: string | undefined;
  for (const [, name, closed] of piece.matchAll(tag)) {
    if (closed === "/") return name;
    first ??= name;
  }
  return first;
}
