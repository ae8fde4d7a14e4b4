/** What goes to one place: all find another, or stay where they are. */
import { expect, test } from "vitest";
import type { ProjectPath } from "../../base/paths.js";
import { MemoryStore, readTree } from "../../files/index.js";
import type { Clues } from "../../insight/catalogue/index.js";
import { solveCollisions } from "./solve-collisions.js";
import type { Unit } from "./units.js";

type Wanted = Parameters<typeof solveCollisions>[1][number];

/** Units of one file each that all want to go into one folder under one stem. */
async function solved(files: readonly { path: string; isIndex: boolean }[], into: string, stem: string) {
  const tree = await readTree(new MemoryStore(Object.fromEntries(files.map(({ path }) => [path, path]))));
  const wanted = files.map(({ path, isIndex }): Wanted => {
    const lead = { path: path as ProjectPath, isIndex } as Unit["lead"];
    const to = { kind: "goes", into, stem, feature: "press", shelf: { at: "{feature}" } } as Wanted["to"];
    return { unit: { lead, files: [lead.path], folder: undefined }, to };
  });
  const clues = { folders: new Map() } as unknown as Clues;
  const { going, stuck } = solveCollisions(tree, wanted, { clues, folderOfFeature: (feature) => feature });
  const places = going.flatMap(({ moves }) => moves.map(({ to }) => to));
  return { places, stuck: stuck.map(({ unit }) => unit.lead.path) };
}

test.each([
  ["an index stays at the head where the other finds a folder", 1],
  ["two indexes find folders once the other has one", 2],
  ["and three", 3],
])("%s", async (_, indexes) => {
  const files = [
    { path: "src/apples/index.ts", isIndex: false },
    ...["services", "storage", "weights"]
      .slice(0, indexes)
      .map((name) => ({ path: `src/${name}/index.ts`, isIndex: true })),
  ];
  const { places, stuck } = await solved(files, "src/press", "index");
  expect(new Set(places).size).toBe(places.length);
  expect(places.length + stuck.length).toBe(files.length);
  expect(places).toContain("src/press/apples/index.ts");
});
