/** Areas: folders that are the app once more, so that none of them is taken for a feature. */
import { expect, test } from "vitest";
import type { ProjectPath } from "../../base/paths.js";
import { MemoryStore } from "../../files/index.js";
import { analyse } from "../analysis.js";

const drawn = "export function X() { return <li/>; }\n";
const names = ["harvest", "rota", "swaps", "weather"];
const parts = ["Card", "Table", "Chart"];

async function looked(paths: readonly string[]): Promise<{ areas: string[]; features: string[] }> {
  const textOf = (path: string): string =>
    path.endsWith("x") ? drawn : path.includes("/state/") ? "export function a() {}\n" : "export const a = 1;\n";
  const files = Object.fromEntries(paths.map((path) => [path, textOf(path)]));
  const [app] = (
    await analyse(new MemoryStore({ "package.json": '{ "dependencies": { "react": "19" } }', ...files }), {
      standing: "" as ProjectPath,
    })
  ).apps;
  return {
    areas: [...(app?.catalogue.areas ?? [])].sort(),
    features: app?.catalogue.features.map(({ name }) => name) ?? [],
  };
}

const grouped = (folder: string): string[] =>
  names.flatMap((name) => [
    ...parts.map((part) => `${folder}/components/${name}/${name}${part}.tsx`),
    `${folder}/hooks/${name}/use${name}.ts`,
  ]);

const letters = Array.from({ length: 10 }, (_, index) => String.fromCharCode(65 + index));

test.each<[string, string[], { areas: string[]; features: string[] }]>([
  [
    "most of the source root, with layers in it",
    [...grouped("src/web"), "src/tools/a.ts"],
    { areas: ["src/web"], features: names },
  ],
  ["a source root without any", grouped("src"), { areas: [], features: names }],
  [
    "what holds a folder of features, and nothing beside it is one",
    [
      ...names.flatMap((name) => [
        `src/social/features/${name}/${name}List.tsx`,
        `src/social/features/${name}/use${name}.ts`,
      ]),
      ...parts.map((part) => `src/social/components/${part}/${part}.tsx`),
      ...parts.map((part) => `src/core/components/${part}/${part}.tsx`),
    ],
    { areas: ["src/social"], features: names },
  ],
  [
    "what has screens with folders of their own, whatever they are called",
    ["Home", "Item", "List"].flatMap((name) => [
      ...["Head", ...parts].map((part) => `src/client/App/screens/${name}/components/${part}.tsx`),
      ...["actions", "reducer"].map((part) => `src/client/App/screens/${name}/${part}.js`),
      `src/client/App/components/${name}Part.tsx`,
    ]),
    { areas: ["src/client", "src/client/App"], features: ["home", "item", "list"] },
  ],
  [
    "no feature with layers of its own, where its sisters have them, too",
    names.flatMap((name) => [
      ...parts.map((part) => `src/${name}/components/${part}.tsx`),
      ...parts.map((part) => `src/${name}/screens/${part}/${part}Screen.tsx`),
    ]),
    { areas: [], features: names },
  ],
  [
    "nearly all, with layers for several roles and features beside them, where only pictures and types lie around it",
    [
      ...names.flatMap((name) => [
        ...parts.map((part) => `src/scripts/${name}/${name}${part}.tsx`),
        `src/scripts/${name}/use${name}.ts`,
        `src/scripts/${name}/${name}.scss`,
      ]),
      ...parts.map((part) => `src/scripts/components/${part}/${part}.tsx`),
      ...["utils", "queries", "types", "pages"].map((layer) => `src/scripts/${layer}/a.ts`),
      "src/assets/a.png",
    ],
    { areas: ["src/scripts"], features: names },
  ],
  [
    "no layer by what lies in it, though a role's word or two are among its folders",
    ["views", "widgets", ...names]
      .flatMap((name) => parts.map((part) => `src/graphs/${name}/${name}${part}.ts`))
      .concat(names.map((name) => `src/components/${name}/${name}Card.tsx`)),
    { areas: [], features: [] },
  ],
])("%s", async (_, paths, { areas, features }) => {
  const found = await looked(paths);
  expect(found.areas).toEqual(areas);
  if (features.length > 0) expect(found.features).toEqual(features);
});

test("a folder is no layer, though it is called so, if what lies in it draws", async () => {
  const paths = ["home", "item", "list"].flatMap((name) =>
    ["Head", "Body", "Foot", "Side"].map((part) => `src/client/${name}/${name}${part}.tsx`),
  );
  const files = Object.fromEntries(paths.map((path) => [path, drawn]));
  const store = new MemoryStore({ "package.json": '{ "dependencies": { "react": "19" } }', ...files });
  const [app] = (await analyse(store, { standing: "" as ProjectPath })).apps;
  const roles = new Set(
    [...(app?.catalogue.entries.values() ?? [])]
      .filter(({ path }) => path.startsWith("src/"))
      .map(({ role }) => role.is),
  );
  expect(roles).toEqual(new Set(["component"]));
});

test.each<[string, string[], string[]]>([
  [
    "settings among features are one, where much is about them",
    ["Account", "Units", "Alerts", "Privacy"]
      .map((part) => `src/components/settings/${part}.tsx`)
      .concat(names.flatMap((name) => parts.map((part) => `src/components/${name}/${name}${part}.tsx`))),
    [...names, "settings"].sort(),
  ],
  [
    "what has a state, actions and components of one word is a feature, however general the word",
    [
      ...["Bar", "Menu", "List"].map((part) => `src/components/Window${part}.tsx`),
      "src/state/actions/window.ts",
      "src/state/reducers/windows.ts",
      ...parts.map((part) => `src/components/Button${part}.tsx`),
      "src/state/actions/button.ts",
    ],
    ["window"],
  ],
  [
    "what two layers have much of, however general the word",
    [
      ...letters.map((letter) => `src/components/editor/Part${letter}.tsx`),
      ...letters.map((letter) => `src/stores/editor/Part${letter}State.ts`),
      ...names.flatMap((name) => [`src/components/${name}/${name}Row.tsx`, `src/stores/${name}/${name}State.ts`]),
    ],
    ["editor", ...names],
  ],
  [
    "a container with hooks, helpers and a state of its own",
    names
      .flatMap((name) => [
        `src/containers/${name}Page/index.tsx`,
        ...["reducer", "init", "utils/a", "hooks/useA"].map((part) => `src/containers/${name}Page/${part}.ts`),
        `src/containers/${name}Page/components/A.tsx`,
      ])
      .concat("src/containers/Topbar/index.tsx"),
    names,
  ],
  [
    "a folder full of components that holds one of its own name",
    [
      "src/orchard-view/orchard-view.tsx",
      ...letters.map((letter) => `src/orchard-view/lot-${letter.toLowerCase()}.tsx`),
      ...names.flatMap((name) => [`src/${name}/${name}-list.tsx`, `src/${name}/${name}-slice.ts`]),
    ],
    [...names, "orchard"].sort(),
  ],
  [
    "first words of parts that are kept by their size, where several have some in two of the folders",
    [
      ...["Harvest", "Rota", "Swap"].flatMap((name) =>
        ["Crew", "Total", "Note", "Share"].map(
          (part, index) => `src/${index % 2 === 0 ? "molecules" : "organisms"}/${name}${part}.tsx`,
        ),
      ),
      ...parts.map((part) => `src/atoms/Button${part}.tsx`),
    ],
    ["harvest", "rota", "swap"],
  ],
  [
    "a prefix that all components bear names none",
    [
      ...names.map((name) => `src/views/${name}Screen.tsx`),
      ...names.flatMap((name) =>
        parts.map((part) => `src/components/Pr${name[0]?.toUpperCase()}${name.slice(1)}${part}.tsx`),
      ),
      ...names.map((name) => `src/hooks/use${name[0]?.toUpperCase()}${name.slice(1)}.ts`),
    ],
    names,
  ],
])("%s", async (_, paths, features) => {
  expect((await looked(paths)).features).toEqual(features);
});
