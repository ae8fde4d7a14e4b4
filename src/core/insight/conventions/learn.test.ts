/** What is learnt of apps that no arrangement fits, in the forms that apps have. */
import { describe, expect, test } from "vitest";
import type { ProjectPath } from "../../base/paths.js";
import { MemoryStore } from "../../files/index.js";
import { analyse } from "../analysis.js";
import { check } from "../rules/index.js";
import { draftBegunApp } from "../../change/setup/index.js";
import { readStack } from "../../app/arrangement/index.js";
import { planDraft } from "../../change/plan/index.js";
import type { Conventions } from "./index.js";

const at = (path: string): ProjectPath => path as ProjectPath;
const drawn = (name: string): string => `export function ${name}() { return <li/>; }\n`;
const letters = Array.from({ length: 12 }, (_, index) => String.fromCharCode(65 + index));
const names = ["harvest", "rota", "swaps", "weather"];

type Files = Record<string, string>;

/** A store with `package.json` and some files. */
const storeOf = (files: Files): MemoryStore =>
  new MemoryStore({ "package.json": '{ "dependencies": { "react": "19" } }', ...files });

async function learnt(files: Files): Promise<Conventions> {
  const [app] = (await analyse(storeOf(files), { standing: at("") })).apps;
  if (!app?.conventions) throw new TypeError("an app without a configuration is learnt from");
  return app.conventions;
}

const shelves = ({ shelves: all }: Conventions): unknown[] =>
  all.map(({ data: { at: place, holds, files } }) => [place, holds, files]);

/** A layer of components in kebab-case, groups for features, and a folder for what is everybody's. */
const groupedFiles: readonly (readonly string[])[] = [
  ...names.flatMap((name) =>
    ["card", "table", "chart"].map((part) => [
      `src/blocks/${name}/${name}-${part}.tsx`,
      drawn(`${name}${part}`.replace(/^./, (letter) => letter.toUpperCase())),
    ]),
  ),
  ...names.map((name) => [`src/blocks/${name}/${name}-slice.ts`, "export const x = createSlice({});\n"]),
  ...letters.map((letter) => [`src/kit/round-button-${letter.toLowerCase()}.tsx`, drawn(`RoundButton${letter}`)]),
  ...letters.map((letter) => [
    `src/plumbing/request-${letter.toLowerCase()}.ts`,
    "export const load = () => fetch('/');\n",
  ]),
];
const grouped: Files = Object.fromEntries(groupedFiles.map(([path = "", text = ""]) => [path, text]));

describe("what is learnt", () => {
  test("shelves, the roles that they hold, and how files are named", async () => {
    const conventions = await learnt(grouped);
    expect(shelves(conventions)).toEqual([
      ["blocks/{feature}", ["component", "state"], "{kebab}"],
      ["kit", "component", "{kebab}"],
      ["plumbing", "service", "{kebab}"],
    ]);
    expect([conventions.files, conventions.explained, conventions.off]).toEqual([40, 40, []]);
  });

  test("features in the source root are one shelf, and the layers among them have their own", async () => {
    const files = Object.fromEntries(
      [
        ...names.flatMap((name) =>
          ["Card", "Table"].map((part) => [`src/${name}/${name}${part}.tsx`, drawn("A")] as const),
        ),
        ...names.map((name) => [`src/${name}/${name}.ts`, "export const load = () => fetch('/');\n"] as const),
        ...letters.map((letter) => [`src/components/Round${letter}.tsx`, drawn(`Round${letter}`)] as const),
        ...letters.map((letter) => [`src/utils/to${letter}.ts`, "export function to() { return 1; }\n"] as const),
      ].map(([path, text]): [string, string] => [path, text]),
    );
    const conventions = await learnt(files);
    expect(conventions.shelves.map(({ data }) => data.at).sort()).toEqual(["components", "utils", "{feature}"]);
    const text = [
      "version: 1\nstack: react-web\nsource: src\narrangement: own\nshelves:",
      ...conventions.shelves.map(({ data }) => `  - { at: "${data.at}", holds: ${JSON.stringify(data.holds)} }`),
    ].join("\n");
    const [told] = (await analyse(storeOf({ ...files, "steady-shelf.yaml": text }), { standing: at("") })).apps;
    // What lies on the shelves beside them is no feature.
    expect(told?.catalogue.features.map(({ name }) => name)).toEqual(names);
  });

  test("five files tell the form that the stack itself knows; a form of the app's own asks for more", async () => {
    const five = letters.slice(0, 5);
    const files = Object.fromEntries(
      five.flatMap((letter) => [
        [`src/hooks/useCrate${letter}.ts`, `export function useCrate${letter}() { return useState(0); }\n`],
        [`src/plumbing/orchard${letter}Calls.ts`, "export const load = () => fetch('/');\n"],
      ]),
    );
    expect(shelves(await learnt(files))).toEqual([
      ["hooks", "hook", "use{Pascal}"],
      ["plumbing", "service", "{camel}"],
    ]);
  });

  test("who does otherwise than the rest", async () => {
    const odd = {
      "src/kit/RoundThing.tsx": drawn("RoundThing"),
      "src/kit/load-all.service.ts": "export const load = () => fetch('/');\n",
    };
    const { shelves: all, files, explained } = await learnt({ ...grouped, ...odd });
    const kit = all.find(({ data }) => data.at === "kit");
    expect(kit?.exceptions).toContainEqual({ path: "src/kit/RoundThing.tsx", by: "name" });
    expect(kit?.exceptions).toContainEqual({ path: "src/kit/load-all.service.ts", by: "role" });
    expect(files - explained).toBe(2);
  });

  test("a shelf of storyboards is for those alone, so that what is written goes to the code", async () => {
    const controllers = letters.map((letter) => `Row${letter}ViewController`);
    const files = {
      "Orchard.xcodeproj/project.pbxproj": "",
      ...Object.fromEntries(
        controllers.map((name) => [`src/Pages/${name}.swift`, `import UIKit\nclass ${name}: UIViewController {}\n`]),
      ),
      ...Object.fromEntries(letters.map((letter) => [`src/Storyboards/Row${letter}.storyboard`, "<document/>"])),
    };
    const [app] = (await analyse(new MemoryStore(files), { standing: at("") })).apps;
    const found = app?.conventions?.shelves.map(({ data }) => [data.at, data.holds, data.extensions]);
    expect(found).toEqual([
      ["Pages", "screen", undefined],
      ["Storyboards", "screen", [".storyboard"]],
    ]);
  });

  test("a folder within a folder of the same is no shelf of its own, one of another role is", async () => {
    const deep = Object.fromEntries(
      letters.flatMap((letter) => [
        [`src/blocks/deep/Inner${letter}.tsx`, drawn(`Inner${letter}`)],
        [`src/blocks/behaviour/useThing${letter}.ts`, `export function useThing${letter}() {}\n`],
        [`src/blocks/Outer${letter}.tsx`, drawn(`Outer${letter}`)],
        [`src/blocks/Other${letter}.tsx`, drawn(`Other${letter}`)],
        [`src/blocks/Third${letter}.tsx`, drawn(`Third${letter}`)],
      ]),
    );
    expect(shelves(await learnt(deep))).toEqual([
      ["blocks", "component", "{Pascal}"],
      ["blocks/behaviour", "hook", "use{Pascal}"],
    ]);
  });

  test("a component's own folder is none, whatever its files are called", async () => {
    const own = Object.fromEntries(
      letters.flatMap((letter) => [
        [`src/kit/Card${letter}/index.tsx`, drawn(`Card${letter}`)],
        [`src/kit/Card${letter}/container.tsx`, drawn(`Container${letter}`)],
      ]),
    );
    expect(shelves(await learnt(own)).map((shelf) => (shelf as string[])[0])).toEqual(["kit"]);
  });

  test("folders that say what they hold lie on the shelf around them, which is there for them alone", async () => {
    const files = {
      ...Object.fromEntries(letters.map((letter) => [`src/kit/Card${letter}.tsx`, drawn(`Card${letter}`)])),
      "src/stuff/icons/Crate.tsx": drawn("Crate"),
      "src/stuff/icons/Tree.tsx": drawn("Tree"),
      "src/stuff/images/row.png": "x",
    };
    const { shelves: found, off } = await learnt(files);
    expect(off).toEqual([]);
    expect(found.map(({ data }) => data.at)).toEqual(["kit", "stuff"]);
  });

  test("a shelf holds what it is called after, though little of it is there", async () => {
    const files = {
      ...grouped,
      "src/pictures/MarkA.tsx": drawn("MarkA"),
      "src/pictures/MarkB.tsx": drawn("MarkB"),
      "src/pictures/row.png": "x",
    };
    expect(shelves(await learnt(files)).at(-1)).toEqual(["pictures", ["asset", "component"], undefined]);
  });

  test("a case is told by the names of several words, however many have one", async () => {
    const single = letters.flatMap((a) => ["x", "y", "z"].map((b) => `${a.toLowerCase()}${b}`));
    const several = [
      "load-rota",
      "load-swaps",
      "load-trees",
      ...["A", "B", "C", "D", "E"].map((name) => `load${name}x`),
    ];
    const files = Object.fromEntries(
      [...single, ...several].map((name) => [`src/plumbing/${name}.ts`, "export const load = () => fetch('/');\n"]),
    );
    expect(shelves(await learnt(files))).toEqual([["plumbing", "service", "{camel}"]]);
  });

  test("a tenth of the names in another case is a second custom, fewer are exceptions", async () => {
    const named = (count: number, name: (letter: string) => string): [string, string][] =>
      letters.slice(0, count).map((letter) => [`src/kit/${name(letter)}.tsx`, drawn(`Row${letter}`)]);
    const kebab = ["round", "square", "small"].flatMap((form) =>
      named(12, (letter) => `${form}-row-${letter.toLowerCase()}`),
    );
    const many = await learnt(Object.fromEntries([...kebab, ...named(5, (letter) => `RowOf${letter}`)]));
    expect(many.shelves.map(({ data, exceptions }) => [data.files, exceptions.length])).toEqual([
      [["{kebab}", "{Pascal}"], 0],
    ]);
    const few = await learnt(Object.fromEntries([...kebab, ...named(3, (letter) => `RowOf${letter}`)]));
    expect(few.shelves.map(({ data, exceptions }) => [data.files, exceptions.length])).toEqual([["{kebab}", 3]]);
  });

  test("how one feature divides itself is no pattern of all", async () => {
    const inside = Object.fromEntries(
      ["frost", "hail", "wind"].map((name) => [
        `src/areas/weather/weather-list/${name}.ts`,
        `export function ${name}() { return 1; }\n`,
      ]),
    );
    const areas = names.flatMap((name) =>
      ["Card", "Table"].map((part): [string, string] => [`src/areas/${name}/${name}${part}.tsx`, drawn("A")]),
    );
    const conventions = await learnt({ ...Object.fromEntries(areas), ...inside });
    expect(conventions.shelves.map(({ data }) => data.at)).toEqual(["areas/{feature}"]);
  });

  test("no case is told by names of one word", async () => {
    const short = Object.fromEntries(
      ["trees", "rota", "swaps", "crate", "graft", "bloom", "frost", "hail", "wind", "rain", "sun", "dew"].map(
        (name) => [`src/plumbing/${name}.ts`, "export const load = () => fetch('/');\n"],
      ),
    );
    expect(shelves(await learnt(short))).toEqual([["plumbing", "service", undefined]]);
  });
});

describe("sisters", () => {
  const kinds: Files = Object.fromEntries(
    names.flatMap((name) => [
      [`src/pieces/${name}/Card${name}.tsx`, drawn(`Card${name}`)],
      [`src/pieces/${name}/Table${name}.tsx`, drawn(`Table${name}`)],
      [`src/pieces/${name}/Chart${name}.tsx`, drawn(`Chart${name}`)],
      [`src/pieces/${name}/hooks/use${name}.ts`, `export function use${name}() {}\n`],
    ]),
  );

  test("that hold the same are one shelf, and a folder called after a role is none of its own", async () => {
    const {
      shelves: all,
      explained,
      files,
    } = await learnt({ ...kinds, "src/plumbing/load.ts": "export const load = () => fetch('/');\n" });
    expect(all.map(({ data: { at: place, holds } }) => [place, holds])[0]).toEqual([
      "pieces/{feature}",
      expect.anything(),
    ]);
    expect(all.some(({ data }) => data.at.includes("harvest"))).toBe(false);
    expect(explained).toBeGreaterThan(files - 3);
  });

  const example: Files = {
    "src/areas/rota/RotaPage.tsx": drawn("RotaPage"),
    "src/areas/rota/parts/ShiftRow.tsx": drawn("ShiftRow"),
    "src/areas/rota/parts/ShiftList.tsx": drawn("ShiftList"),
    "src/areas/rota/hooks/useShifts.ts": "export function useShifts() {}\n",
    "src/areas/harvest/HarvestPage.tsx": drawn("HarvestPage"),
    "src/areas/harvest/parts/crate-row.tsx": drawn("CrateRow"),
    "src/areas/harvest/useCrates.ts": "export function useCrates() {}\n",
    "src/areas/shared/Button.tsx": drawn("Button"),
    "src/main.tsx": 'import "./areas/rota/RotaPage";\n',
  };

  test("are held to the one that is the example", async () => {
    const [app] = (
      await analyse(storeOf(example), { standing: at(""), as: { isOwn: true }, like: at("src/areas/rota") })
    ).apps;
    expect(app?.catalogue.features.map(({ name }) => name)).toEqual(["harvest", "rota"]);
    const taught = (app?.conventions?.shelves ?? []).filter(({ data }) => data.at.startsWith("areas/{feature}"));
    expect(taught.map(({ data: { at: place } }) => place).sort()).toEqual([
      "areas/{feature}",
      "areas/{feature}/hooks",
      "areas/{feature}/parts",
    ]);
    expect(taught.flatMap(({ exceptions }) => exceptions)).toContainEqual({
      path: "src/areas/harvest/parts/crate-row.tsx",
      by: "name",
    });
  });
});

describe("the configuration that init writes from it", () => {
  test.each([["groups", grouped]])(
    "%s: is read as it was meant, and finds nothing but exceptions",
    async (_, files) => {
      const store = storeOf(files);
      const analysis = await analyse(store, { standing: at("") });
      const input = { store, folder: at(""), stack: readStack("react-web"), paths: Object.keys(files).map(at) };
      const { setUp } = draftBegunApp(input, { analysed: analysis.apps[0] });
      const { proof } = await planDraft(analysis.project, setUp.draft);
      expect(proof.outcome).toBe("holds");
      const text = setUp.draft.made[0]?.text ?? "";
      expect(text).toContain("arrangement: own\n");
      const after = await analyse(storeOf({ ...files, "steady-shelf.yaml": text }), { standing: at("") });
      const before = analysis.apps[0]?.app.layout.shelves.map(({ at: place }) => place);
      expect(after.apps[0]?.app.layout.shelves.map(({ at: place }) => place)).toEqual(before);
      const [checked] = check(after);
      expect(checked?.fresh).toEqual([]);
      // What was judged without a configuration is judged the same with it.
      expect(check(analysis)[0]?.fresh).toEqual([]);
      for (const [path, entry] of after.apps[0]?.catalogue.entries ?? []) {
        const { role, feature } = analysis.apps[0]?.catalogue.entries.get(path) ?? {};
        expect([path, entry.role.is, entry.feature.is]).toEqual([path, role?.is, feature?.is]);
      }
    },
  );
});
