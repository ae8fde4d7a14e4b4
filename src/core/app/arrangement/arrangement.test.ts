/** Every arrangement with every stack that it fits: an app with a file of every role is laid out, and read back. */
import { describe, expect, test } from "vitest";
import { parse } from "yaml";
import { ShelfError } from "../../base/errors.js";
import { cases, inCase, readName, splitWords } from "../../base/names/index.js";
import { inFolder, type ProjectPath } from "../../base/paths.js";
import { MemoryStore } from "../../files/index.js";
import {
  arrangementNames,
  isRole,
  Layout,
  listOf,
  readArrangement,
  readStack,
  reachProblem,
  roles,
  shippedData,
  stackMarks,
  stemFor,
  type Role,
  type ShelfData,
} from "./index.js";
import { arrangementSchema } from "./schemas.js";

const store = new MemoryStore({});
const root = "" as ProjectPath;

function layoutOf(stack: string, arrangement: string, own: readonly ShelfData[] = []): Layout {
  const read = readArrangement(arrangement, { store, folder: root });
  return new Layout({
    stack: readStack(stack),
    own: {},
    names: {},
    arrangement: { ...read, name: arrangement, publicIndex: read.data["public-index"] ?? false },
    ownShelves: {
      shelves: own,
      placeOf: (index, key) => ({ file: "steady-shelf.yaml", line: index + 1, column: key ? 2 : 1 }),
    },
    folder: root,
    source: "src" as ProjectPath,
  });
}

const stackNames = stackMarks().map(({ name }) => name);
const pairs = stackNames.flatMap((stack) =>
  readStack(stack).arrangements.map((arrangement) => [stack, arrangement] as const),
);

test("what ships is whole", () => {
  expect(stackNames).toHaveLength(11);
  expect(arrangementNames()).toHaveLength(6);
  expect(pairs.length).toBeGreaterThan(25);
  for (const name of arrangementNames()) {
    const text = shippedData()
      .read(`arrangements/${name}.yaml` as ProjectPath)
      .toString();
    const parsed = arrangementSchema.safeParse(parse(text));
    expect(parsed.error?.issues ?? []).toEqual([]);
    expect(parsed.data?.name).toBe(name);
    expect(pairs.some(([, arrangement]) => arrangement === name)).toBe(true);
  }
});

describe.each(pairs)("%s, %s", (stackName, arrangement) => {
  const layout = layoutOf(stackName, arrangement);
  const { stack } = layout;
  const known = (Object.keys(stack.roles) as Role[]).filter((role) => role !== "test" && role !== "story");

  test("an app of every role is laid out and read back", () => {
    const paths = new Map<string, Role>();
    for (const role of known) {
      const data = stack.roles[role];
      const extensions = [data?.extension ?? "", ...(data?.parts ?? []).flatMap((part) => part.extensions ?? [])];
      const shelves = layout.shelves.filter((shelf) => shelf.holds.includes(role));
      expect(shelves, role).not.toEqual([]);
      for (const shelf of shelves) {
        const feature = shelf.at.includes("{feature}") ? layout.spellFeature("orchard-map") : undefined;
        const extension = shelf.extensions?.[0] ?? extensions[0] ?? "";
        const stem = stemFor(shelf, role, "appleTree");
        const path = inFolder(layout.folderOf(shelf, { feature, stem }), stem + extension);
        const standing = layout.standingOf(path);
        expect(standing?.shelf.holds, path).toContain(role);
        expect(standing?.feature && splitWords(standing.feature).join(" ").toLowerCase(), path).toBe(
          feature && "orchard map",
        );
        const patterns = standing?.shelf.patterns.get(role) ?? [];
        if (patterns.length > 0)
          expect(
            patterns.some((each) => readName(each, stem)),
            path,
          ).toBe(true);
        const twin = paths.get(path);
        if (twin !== undefined)
          expect([stackName, stemFor(shelf, twin, "x")], `${path} is ${twin} and ${role}`).toEqual([
            /^(?:less|css|sass-indented)$/.test(stackName) ? stackName : "sass",
            stemFor(shelf, role, "x"),
          ]);
        paths.set(path, role);
      }
    }
    expect(paths.size).toBeGreaterThan(8);
  });

  test("everything that ships for it is there, and fits its place", () => {
    const starters = [
      ...stack.start.map(({ starter }) => starter),
      ...Object.values(stack.roles).flatMap((role) => [
        ...(role.starter === undefined ? [] : [role.starter]),
        ...(role.makes ?? []).map((make) => make.starter),
        ...Object.values(role.companions ?? {}).map((companion) => companion.starter),
      ]),
    ];
    for (const starter of starters) {
      const path = `starters/${stackName}/${starter}`.replace(/[^/]+\/\.\.\//, "");
      expect(shippedData().stat(path as ProjectPath)?.kind, path).toBe("file");
    }
    for (const { role, file, shelf } of stack.start) {
      const name = file.replace("«App»", "Orchard");
      const pattern = layout.shelves
        .filter((each) => each.holds.includes(role) && (shelf === undefined || each.at.endsWith(shelf)))
        .flatMap((each) => each.patterns.get(role) ?? []);
      const stem = name.replace(/\..*$/, "");
      const special = role === "entry" || stem === "_index";
      if (!special)
        expect(
          pattern.some((each) => readName(each, stem)),
          `${file} as ${role}`,
        ).toBe(true);
    }
  });

  test("words of folders and files are in the stack's case", () => {
    const wanted = stack.folders === "kebab" ? ["kebab", "camel"] : [stack.folders];
    for (const shelf of layout.shelves)
      for (const part of shelf.at
        .split("/")
        .filter((each) => each !== "." && each !== "" && !each.includes("{") && each !== "assets" && each !== "l10n"))
        expect(
          cases.some((each) => wanted.includes(each) && inCase(splitWords(part), each) === part),
          shelf.at,
        ).toBe(true);
  });
});

test("every role has a meaning, and every stack knows only roles", () => {
  expect(roles).toHaveLength(26);
  for (const name of stackNames)
    for (const role of Object.keys(readStack(name).roles)) expect(isRole(role), `${name}: ${role}`).toBe(true);
});

describe("reaches", () => {
  const problem = (arrangement: string, from: string, to: string): string | undefined =>
    reachProblem(layoutOf("react-web", arrangement), from as ProjectPath, to as ProjectPath)?.kind;
  test.each([
    [
      "layered-features",
      "src/features/trees/domain/models/tree.ts",
      "src/features/trees/domain/useCases/graft.ts",
      undefined,
    ],
    [
      "layered-features",
      "src/features/trees/domain/models/tree.ts",
      "src/features/trees/data/services/treeService.ts",
      "shelf",
    ],
    ["layered-features", "src/features/trees/domain/models/tree.ts", "src/core/helpers/dates.ts", "shelf"],
    [
      "layered-features",
      "src/features/trees/domain/models/tree.ts",
      "src/features/rota/domain/models/shift.ts",
      "shelf",
    ],
    [
      "layered-features",
      "src/features/trees/data/services/treeService.ts",
      "src/features/trees/domain/models/tree.ts",
      undefined,
    ],
    [
      "layered-features",
      "src/features/trees/presentation/screens/TreeScreen.tsx",
      "src/features/rota/index.ts",
      undefined,
    ],
    [
      "layered-features",
      "src/features/trees/presentation/screens/TreeScreen.tsx",
      "src/features/trees/data/services/treeService.ts",
      "shelf",
    ],
    ["layered-features", "src/features/trees/index.ts", "src/features/trees/data/services/treeService.ts", undefined],
    ["feature-first", "src/features/trees/hooks/useTree.ts", "src/features/rota/index.ts", undefined],
    ["feature-first", "src/features/trees/hooks/useTree.ts", "src/features/rota/hooks/useRota.ts", "past index"],
    ["feature-first", "src/App.tsx", "src/features/rota/screens/RotaScreen.tsx", "past index"],
    ["feature-first", "src/features/trees/hooks/useTree.ts", "src/features/trees/models/tree.ts", undefined],
    ["feature-first-with-core", "src/core/helpers/dates.ts", "src/features/trees/index.ts", "shelf"],
    ["feature-first-with-core", "src/core/helpers/dates.ts", "src/core/constants/limits.ts", undefined],
    ["feature-first-with-core", "src/app/navigation/routes.tsx", "src/features/trees/index.ts", undefined],
    ["feature-first-with-core", "src/features/trees/screens/TreeScreen.tsx", "src/app/state/appState.ts", undefined],
    ["layer-first", "src/helpers/dates.ts", "src/screens/TreeScreen.tsx", undefined],
    ["layer-first", "docs/x.ts", "src/screens/TreeScreen.tsx", undefined],
  ])("%s: %s → %s is %s", (arrangement, from, to, wanted) => {
    expect(problem(arrangement, from, to)).toBe(wanted);
  });

  test("roles count in mvvm", () => {
    const layout = layoutOf("wpf", "mvvm");
    const kind = (from: string, to: string): string | undefined =>
      reachProblem(layout, `src/${from}` as ProjectPath, `src/${to}` as ProjectPath)?.kind;
    expect(kind("ViewModels/TreeViewModel.cs", "Views/TreeView.xaml")).toBe("shelf");
    expect(kind("Views/TreeView.xaml", "ViewModels/TreeViewModel.cs")).toBeUndefined();
    expect(kind("Models/Tree.cs", "ViewModels/TreeViewModel.cs")).toBe("shelf");
  });
});

describe("shelves of one's own", () => {
  test("replace the arrangement's at the same place, and add others", () => {
    const layout = layoutOf("react-web", "feature-first", [
      { at: "features/{feature}/screens", holds: "screen", files: "{kebab}.page" },
      { at: "features/{feature}/domain", holds: ["model", "use-case"], files: { model: "{Pascal}Model" }, reaches: [] },
    ]);
    const screens = layout.shelves.filter((shelf) => shelf.at === "features/{feature}/screens");
    expect(screens).toHaveLength(1);
    const [screen] = screens;
    expect(screen && stemFor(screen, "screen", "HarvestScreen")).toBe("harvest-screen.page");
    const model = layout.shelfFor({ role: "model", feature: "trees" });
    expect([model.at, stemFor(model, "model", "tree"), stemFor(model, "use-case", "Graft Tree")]).toEqual([
      "features/{feature}/domain",
      "TreeModel",
      "graftTree",
    ]);
    expect(layout.folderOf(model, { feature: layout.spellFeature("OrchardMap") })).toBe(
      "src/features/orchard-map/domain",
    );
  });

  test.each<[string, readonly ShelfData[], string]>([
    [
      "two for one place",
      [
        { at: "ui", holds: "component" },
        { at: "ui", holds: "layout" },
      ],
      "has a shelf already (line 1)",
    ],
    [
      "two with other placeholders",
      [
        { at: "ui/{name}", holds: "component" },
        { at: "ui/{feature}", holds: "layout" },
      ],
      "has a shelf already",
    ],
    ["no placeholder", [{ at: "ui", holds: "component", files: "Thing" }], "no placeholder"],
    ["an unknown word", [{ at: "{scren}", holds: "component" }], "{scren} stands for nothing"],
    ["an unknown word in reaches", [{ at: "ui", holds: "component", reaches: ["{cor}"] }], "{cor} stands for nothing"],
  ])("%s is refused", (_, own, reason) => {
    expect(() => layoutOf("react-web", "feature-first", own)).toThrow(reason);
  });

  test.each([
    [{ role: "screen" }, "FEATURE_WANTED"],
    [{ role: "config", feature: "trees" }, "FEATURE_UNWANTED"],
    [{ role: "component", shelf: "nowhere" }, "SHELF_UNKNOWN"],
    [{ role: "test" }, "NO_SHELF"],
  ] as const)("%j is refused", (request, code) => {
    const layout = layoutOf("react-web", "feature-first");
    expect(() => layout.shelfFor(request)).toThrow(expect.objectContaining({ code }) as ShelfError);
  });

  test("a folder of its own for each thing", () => {
    const layout = layoutOf("react-web", "layer-first", [{ at: "parts/{name}", holds: "component" }]);
    const shelf = layout.shelfFor({ role: "component" });
    expect(layout.folderOf(shelf, { stem: "TreeCard" })).toBe("src/parts/TreeCard");
    expect(layout.standingOf("src/parts/TreeCard/TreeCard.tsx" as ProjectPath)).toMatchObject({
      name: "TreeCard",
      below: "",
    });
  });
});

test("every pattern of every stack can be read", () => {
  for (const name of stackNames)
    for (const data of Object.values(readStack(name).roles))
      for (const pattern of listOf(data.files ?? [])) expect(pattern).toMatch(/\{(kebab|Pascal|camel|snake)\}/);
});
