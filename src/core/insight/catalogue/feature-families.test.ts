/** Families of folders that are features', in the forms that apps have, and what is none. */
import { expect, test } from "vitest";
import type { ProjectPath } from "../../base/paths.js";
import { MemoryStore } from "../../files/index.js";
import { analyse } from "../analysis.js";

const drawn = "export function X() { return <li/>; }\n";

async function featuresOf(paths: readonly string[]): Promise<string[]> {
  const files = Object.fromEntries(paths.map((path) => [path, path.endsWith("x") ? drawn : "export const a = 1;\n"]));
  const store = new MemoryStore({ "package.json": "{}", "steady-shelf.yaml": settings, ...files });
  const [app] = (await analyse(store, { standing: "" as ProjectPath })).apps;
  return app?.catalogue.features.map(({ name }) => name) ?? [];
}

const settings = "version: 1\nstack: react-web\nsource: src\narrangement: layer-first\n";
const names = ["harvest", "rota", "swaps", "weather"];

test.each<[string, string[], string[]]>([
  ["folders of modules", names.flatMap((name) => [`src/modules/${name}/A.tsx`]), names],
  [
    "a word for a role, among features",
    ["harvest", "rota", "settings"].flatMap((name) =>
      ["A", "B"].map((part) => `src/features/${name}/${part}Screen.tsx`),
    ),
    ["harvest", "rota", "settings"],
  ],
  [
    "folders of routes below one that only divides them",
    [...names, "trees", "volunteers"].flatMap((name) => [
      `src/app/routes/_private/_${name}/${name}.tsx`,
      `src/app/routes/_private/_${name}/components/part.tsx`,
      `src/app/routes/_private/_${name}/hooks/use-part.ts`,
    ]),
    ["harvest", "rota", "swaps", "trees", "volunteers", "weather"],
  ],
  [
    "groups of a layer, but for a part that many folders have",
    [
      ...[...names, "edit"].flatMap((name) =>
        ["Card", "Table", "Chart"].map((part) => `src/components/${name}/${name}${part}.tsx`),
      ),
      ...["north", "south", "east", "west"].flatMap((name) => [`src/${name}/edit/panel.tsx`]),
    ],
    names,
  ],
  [
    "folders that have files of one form",
    names.flatMap((name) => [`src/web/${name}/${name}Slice.ts`, `src/web/${name}/part.ts`]),
    names,
  ],
  [
    "groups of a layer that is divided as a whole",
    names.flatMap((name) => ["Card", "Table", "Chart"].map((part) => `src/components/${name}/${name}${part}.tsx`)),
    names,
  ],
  [
    "panels of a layer, each drawn by its index and made of folders that are",
    names.flatMap((name) => [
      `src/components/${name}/index.tsx`,
      `src/components/${name}/server.ts`,
      ...["list", "search", "item", "head", "more", "menu"].map(
        (part) => `src/components/${name}/${part}-of/index.tsx`,
      ),
    ]),
    names,
  ],
  [
    "modules of a store, in files of fixed names",
    names.flatMap((name) => ["actions", "reducer"].map((part) => `src/store/${name}/${part}.ts`)),
    names,
  ],
  [
    "no folder of a store for one context each",
    names.map((name) => `src/contexts/${name}Context/${name}Context.ts`),
    [],
  ],
  [
    "no kinds of components",
    ["inputs", "overlays", "charts"]
      .flatMap((kind) => ["A", "B"].map((part) => `src/components/${kind}/${kind}${part}.tsx`))
      .concat(Array.from({ length: 8 }, (_, at) => `src/components/Thing${String.fromCharCode(65 + at)}.tsx`)),
    [],
  ],
  [
    "no component with a folder of its own",
    ["TreeCard", "RotaTable", "HarvestChart"].flatMap((name) => [
      `src/components/${name}/${name}.tsx`,
      `src/components/${name}/${name}Row.tsx`,
    ]),
    [],
  ],
  [
    "no component in files of fixed names",
    ["TreeCard", "RotaTable", "HarvestChart"].flatMap((name) =>
      ["index", "container", "view"].map((part) => `src/components/${name}/${part}.tsx`),
    ),
    [],
  ],
  [
    "no folders of helpers",
    ["dates", "strings"].flatMap((kind) => [`src/helpers/${kind}/a.ts`, `src/helpers/${kind}/b.ts`]),
    [],
  ],
])("%s", async (_, paths, expected) => {
  expect(await featuresOf(paths)).toEqual(expected);
});

test("the first word of files of several roles, where nothing else tells", async () => {
  const paths = [
    "routes/orchard-list.tsx",
    "routes/orchard-page.tsx",
    "hooks/use-orchard-update.ts",
    "components/orchard-card.tsx",
  ];
  const all = [...paths, "components/orchard-badge.tsx", "services/orchard-service.ts"].map((path) => `src/${path}`);
  expect(await featuresOf(all)).toContain("orchard");
});
