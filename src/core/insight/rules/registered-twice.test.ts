import { describe, expect, test } from "vitest";
import type { ProjectPath } from "../../base/paths.js";
import { MemoryStore } from "../../files/index.js";
import { analyse } from "../analysis.js";
import { check } from "./index.js";

type Files = Readonly<Record<string, string>>;

/** `file of what`: what is found. */
async function found(stack: string, files: Files): Promise<string[]> {
  const store = new MemoryStore({
    "package.json": "{}",
    "steady-shelf.yaml": `version: 1\nstack: ${stack}\nsource: src\narrangement: feature-first\n`,
    ...files,
  });
  const [app] = check(await analyse(store, { standing: "" as ProjectPath }), { only: ["registered-twice"] });
  return (app?.fresh ?? []).map(({ file, about }) => `${file} ${about ?? ""}`);
}

const list = (...routes: readonly string[]): string =>
  `export const routes = [\n${routes.map((each) => `  ${each},\n`).join("")}];\n`;
const harvest = "src/features/harvest/routes.ts";
const rota = "src/features/rota/routes.ts";

describe("what is registered twice", () => {
  test.each<readonly [what: string, stack: string, files: Files, finds: readonly string[]]>([
    [
      "a name of a route, in two features",
      "vue",
      {
        [harvest]: list('{ path: "/a", name: "today", component: A }'),
        [rota]: list('{ path: "/b", name: "today", component: B }'),
      },
      [`${rota} today`],
    ],
    [
      "a name of a route, in one list",
      "vue",
      { [harvest]: list('{ path: "/a", name: "today", component: A }', '{ path: "/b", name: "today", component: B }') },
      [`${harvest} today`],
    ],
    [
      "not a name for people",
      "react-web",
      { [harvest]: list('{ path: "/a", name: "today", element: A }', '{ path: "/b", name: "today", element: B }') },
      [],
    ],
    [
      "not in two lists of one feature, between which it may choose",
      "react-web",
      {
        [harvest]: list('{ path: "/a", element: A }') + list('{ path: "/a", element: B }').replace("routes", "others"),
      },
      [],
    ],
    [
      "not a path within the routes of a screen, which count from it",
      "react-web",
      Object.fromEntries(
        [harvest, rota].map((file) => [
          file.replace(".ts", ".tsx"),
          'export const Inner = () => <Routes><Route path="/" element={<A />} /><Route path="/new" element={<B />} /></Routes>;\n',
        ]),
      ),
      [],
    ],
    [
      "not a path that counts from where it is put in",
      "react-web",
      { [harvest]: list('{ path: "list", element: A }'), [rota]: list('{ path: "list", element: B }') },
      [],
    ],
    [
      "a screen of a navigator",
      "react-native",
      {
        "src/features/harvest/navigation/Tabs.tsx":
          'export const Tabs = () => <Tab.Navigator><Tab.Screen name="a" component={A} /><Tab.Screen name="a" component={B} /></Tab.Navigator>;\nconst Tab = createBottomTabNavigator();\n',
      },
      ["src/features/harvest/navigation/Tabs.tsx a"],
    ],
    [
      "each place once, whatever speaks for it",
      "react-web",
      {
        [harvest]: list('{ path: "/a", element: A }'),
        [rota]: list('{ path: "/a", element: A }', '{ path: "/a", element: B }'),
      },
      [`${rota} /a`, `${rota} /a`],
    ],
  ])("%s (%s)", async (_, stack, files, finds) => {
    expect(await found(stack, files)).toEqual(finds);
  });
});
