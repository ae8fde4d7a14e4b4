import { describe, expect, test } from "vitest";
import { registeredIn } from "./registered.js";

/** `path /a of 3`: lists by their numbers in the order in which they come. */
function read(text: string): string[] {
  const lists: number[] = [];
  return registeredIn(text).map(({ kind, text: own, start, list }) => {
    expect(text.slice(start, start + own.length)).toBe(own);
    if (list >= 0 && !lists.includes(list)) lists.push(list);
    return `${kind} ${own}${list < 0 ? "" : ` of ${lists.indexOf(list) + 1}`}`;
  });
}

describe("what a script registers", () => {
  test.each<readonly [what: string, text: string, found: readonly string[]]>([
    [
      "routes of a list",
      'const a = [{ path: "/a", element: <A /> }, { path: "/b", lazy: () => import("./B") }];',
      ["path /a of 1", "path /b of 1"],
    ],
    ["a route with a name", '[{ path: "/a", name: "a", component: A }]', ["path /a of 1", "name a of 1"]],
    ["routes by their keys", 'const a = { home: { path: "/", component: Home } };', ["path / of 1"]],
    [
      "a route around others has a name, and shows what they show",
      '[{ path: "/a", name: "a", component: A, children: [{ path: "b", component: B }] }]',
      ["name a of 1", "path b of 2"],
    ],
    ["a path without anything to show is none", '[{ path: "/a", icon: "a" }]', []],
    ["a name without a path is none", '[{ name: "a", component: A }]', []],
    ["what is chosen", 'const a = b ? { path: "/a", element: <A /> } : { path: "/a", element: <B /> };', []],
    [
      "lists between which is chosen are two",
      'a ? [{ path: "/a", element: <A /> }] : [{ path: "/a", element: <B /> }]',
      ["path /a of 1", "path /a of 2"],
    ],
    ["what is put together", "[{ path: `/${a}`, element: <A /> }, { path: a, element: <B /> }]", []],
    ["comments and strings", '// [{ path: "/a", element: 1 }]\nconst a = \'[{ path: "/a", element: 1 }]\';', []],
    ["parts of a route", '[{ path: "/a", component: A, meta: { name: "b", path: "/b" } }]', ["path /a of 1"]],
    [
      "elements beside each other",
      '<Routes><Route path="/a" element={<A />} /><Route path={"/b"} element={<B />} /></Routes>',
      ["path /a of 1", "path /b of 1"],
    ],
    [
      "an element around others shows what they show",
      '<Routes><Route path="/a" element={<A />}><Route path="b" element={<B />} /></Route></Routes>',
      ["path b of 1"],
    ],
    [
      "elements between which is chosen",
      '<Routes>{a ? <Route path="/a" element={<A />} /> : <Route path="/a" element={<B />} />}</Routes>',
      [],
    ],
    [
      "screens of a navigator",
      '<Tab.Navigator><Tab.Screen name="a" component={A} /><Tab.Screen name="b">{() => <B />}</Tab.Screen></Tab.Navigator>',
      ["screen a of 1", "screen b of 1"],
    ],
    [
      "what is shown beside others",
      '<div><Route path="/a" component={A} /><Route path="/a" component={B} /></div>',
      [],
    ],
    [
      "what answers to itself alone",
      '<Switch><Route exact path="/" component={A} /><Route path="/" component={B} /></Switch>',
      ["path / of 1"],
    ],
    ["what answers to itself alone, as data", '[{ path: "/", exact: true, component: A }]', []],
    ["other elements with a name", '<Form><Field name="a" component={A} /></Form>', []],
    [
      "arguments of types",
      'const a = useRef<Screen>(null); <Stack><Stack.Screen name="a" component={A} /></Stack>',
      ["screen a of 1"],
    ],
    [
      "slices",
      'createSlice({ name: "a", initialState, reducers: {} }); createSlice<A>({ name: "b" })',
      ["store a", "store b"],
    ],
    ["stores by their id", 'export const useA = defineStore("a", () => ({}));', ["store a"]],
    ["what is called otherwise", 'makeSlice({ name: "a" }); other.defineStore("a")', []],
  ])("%s", (_, text, found) => {
    expect(read(text)).toEqual(found);
  });

  test("a long text without ends takes no time", () => {
    const start = performance.now();
    registeredIn('<Route path="/a" '.repeat(3000) + '[{ path: "/a", '.repeat(3000));
    registeredIn(`[${'{ path: "/a", element: 1 },'.repeat(20_000)}]`);
    registeredIn(`<Routes>${'<Route path="/a" element={1} />\n'.repeat(20_000)}</Routes>`);
    expect(performance.now() - start).toBeLessThan(60_000);
  });
});
