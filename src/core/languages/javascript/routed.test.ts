/** What routes lead to, in the forms in which people write them. */
import fc from "fast-check";
import { beforeAll, expect, test } from "vitest";
import { extract, prepare } from "./extract.js";
import { outline } from "./outline.js";
import { routedIn } from "./routed.js";

beforeAll(prepare);

test.each<[string, string, string[]]>([
  ["an element", '<Route path="/rota" element={<Rota week={week} />} />', ["Rota"]],
  ["an element over lines", '<Route\n  path="rota"\n  element={\n    <Rota />\n  }\n/>', ["Rota"]],
  ["what stands in a guard", "<Route element={<RequireMember><Rota /></RequireMember>} />", ["Rota"]],
  ["what gets more than a name", "<Route element={<Rota isOpen={!closed} onAdd={() => add()} />} />", ["Rota"]],
  ["a component", '<Route exact path="/rota" component={Rota} />', ["Rota"]],
  ["a function that draws", "<Route render={(props) => <Rota {...props} />} />", ["Rota"]],
  ["what stands inside", '<Route path="/rota">\n  <Rota />\n</Route>', ["Rota"]],
  ["a route of the app's own kind", "<MemberRoute component={Rota} />", ["Rota"]],
  ["a screen of a navigator", '<Stack.Screen name="Rota" component={RotaScreen} />', ["RotaScreen"]],
  ["two routes", "<Route element={<Rota />} /><Route element={<Swaps />} />", ["Rota", "Swaps"]],
  ["objects", '[{ path: "/", component: Home }, { path: "/rota", element: <Rota /> }]', ["Home", "Rota"]],
  ["screens of an object", "createStackNavigator({ Rota: { screen: RotaScreen } })", ["RotaScreen"]],
  [
    "what is loaded later",
    'const Rota = lazy(() => import("./Rota"));\n<Route element={<Rota />} />',
    ["Rota", "./Rota"],
  ],
  ["what is loaded in its place", '{ path: "/rota", component: () => import("./Rota.vue") }', ["./Rota.vue"]],
  ["no route", "<Table component={Rota} />", []],
])("%s", (_, text, wanted) => {
  expect(routedIn(text)).toEqual(wanted);
});

test("only a text that says routes leads somewhere", () => {
  const routes = 'import { Routes, Route } from "react-router";\n<Routes><Route element={<Rota />} /></Routes>';
  const table = "export const columns = [{ component: Rota }];\n";
  const of = (text: string): unknown => outline(text, "a.tsx", extract(text, "a.tsx", "all").exports).routed;
  expect([of(routes), of(table)]).toEqual([["Rota"], undefined]);
});

test("law: any text is read without an error, and what is found stands in it", () => {
  const pieces = [
    "<Route ",
    "element={",
    "<Rota",
    "/>",
    ">",
    "{",
    "}",
    "component: ",
    "Rota",
    "import(",
    '"./a"',
    "=>",
  ];
  fc.assert(
    fc.property(
      fc.array(fc.oneof(fc.constantFrom(...pieces), fc.string({ maxLength: 4 })), { maxLength: 40 }),
      (all) => {
        const text = all.join("");
        for (const name of routedIn(text)) expect(text).toContain(name);
      },
    ),
  );
});

test("a text that opens much and closes nothing is read in no time", () => {
  for (const piece of [
    "<Route element={<A ",
    "component: () => ",
    "const A = ",
    "<Route ",
    "styled.a<",
    "styled(a).attrs(",
  ]) {
    const start = performance.now();
    routedIn(piece.repeat(8000));
    outline(piece.repeat(8000), "a.tsx");
    expect(performance.now() - start).toBeLessThan(3000);
  }
});
