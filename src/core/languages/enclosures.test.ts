import { describe, expect, test } from "vitest";
import { enclosedIn, namedBefore } from "./enclosures.js";

describe("what stands in a frame", () => {
  test.each<readonly [what: string, text: string, names: readonly string[]]>([
    ["between its tags", "<Frame><Home /></Frame><Map />", ["Home"]],
    ["with something in between", "<Frame><Suspense><Home /></Suspense></Frame>", ["Home"]],
    ["after one of the same name in it", "<Frame><Frame /><Home /></Frame><Map />", ["Home"]],
    ["beside one that closes itself", "<Frame /><Home />", []],
    [
      "in the routes of a route",
      "<Route element={<Frame />}><Route element={<Home />} /></Route><Route element={<Map />} />",
      ["Home"],
    ],
    [
      "in the children of a route",
      "[{ element: <Frame />, children: [{ element: <Home /> }] }, { element: <Map /> }]",
      ["Home"],
    ],
    [
      "in a route that names it",
      "[{ component: Frame, children: [{ component: Home }] }, { component: Map }]",
      ["Home"],
    ],
    ["beside it in a route", "[{ path: '/', layout: Frame, component: Home }]", ["Home"]],
    ["not in a block of code", "function A() { const a = Frame; return <Home />; }", []],
    ["not in what is only called alike", "<FrameOf><Home /></FrameOf><my.Frame><Map /></my.Frame>", []],
    ["not in a comment or a string", '// <Frame>\nconst a = "<Frame>"; <Home />', []],
    ["by its tag with hyphens", "<the-frame><home-view /></the-frame>", []],
    ["with an arrow in the tag", "<Frame onOpen={() => go()}><Home /></Frame>", ["Home"]],
    ["where the tag never ends", "<Frame <Home", []],
    ["not in the argument of a type", "const frame = useRef<Frame>(null); return <Home />;", []],
    ["beside a closing tag alone", "</Frame><Home />", []],
    ["where nothing closes it", "<Frame><Home />", ["Home"]],
  ])("%s: %s", (_, text, names) => {
    expect(enclosedIn(text, ["Frame"], ["Home", "Map"]).map(({ name }) => name)).toEqual(names);
  });

  test("names of several words are tags with hyphens, too", () => {
    expect(enclosedIn("<the-frame><home-view /></the-frame>", ["TheFrame"], ["HomeView"])).toEqual([
      { name: "HomeView", at: 1 },
    ]);
  });

  test("what the text itself draws is in each frame that is a tag of it", () => {
    expect(enclosedIn("return <Frame><p/></Frame>", ["Frame"], [""])).toEqual([{ name: "", at: 8 }]);
    expect(enclosedIn("const a = { component: Frame };", ["Frame"], [""])).toEqual([]);
  });

  test.each([
    ["in the routes of a route", "[{ component: Frame, children: [{ component: () => import('./Home') }] }]", 1],
    ["not beside it", "[{ component: Frame, children: [] }, { component: () => import('./Home') }]", 0],
    ["between its tags", "<Frame>{load(() => import('./Home'))}</Frame>", 1],
    [
      "of a frame that is taken where it stands, too",
      "[{ component: () => import('./Frame'), children: [{ component: import('./Home') }] }]",
      1,
    ],
    ["which has to be all that it shows", "[{ component: wrap(() => import('./Frame')), c: import('./Home') }]", 0],
  ])("what is taken where it stands is known by its place: %s", (_, text, count) => {
    const place = text.indexOf("'./Home'");
    const frame = text.includes("'./Frame'") ? text.indexOf("'./Frame'") : "Frame";
    const found = enclosedIn(text, [frame], ["Map"], [place, text.length + 5]);
    expect(found.map(({ name }) => name)).toEqual(count === 0 ? [] : [place]);
  });

  test("a long text without ends takes no time", () => {
    const text = "<Frame ".repeat(400) + "{".repeat(4000);
    const start = performance.now();
    enclosedIn(text, ["Frame"], ["Home"]);
    expect(performance.now() - start).toBeLessThan(60_000);
  });
});

test.each([
  ['const Home = lazy(() => import("./Home"));', "Home"],
  ['const routes = { Home: lazy(() => import("./Home")) };', "Home"],
  ['const routes = [{ path: "/", component: () => import("./Home") }];', undefined],
  ['const Home = lazy(async () => { await x; return import("./Home"); });', undefined],
  ['import Home from "./Home";', undefined],
])("the name before %s is %s", (text, name) => {
  expect(namedBefore(text, text.indexOf("./Home"))).toBe(name);
});
