/** What a pattern takes in otherwise after a move, found without looking at every file: the same as by looking at every file. */
import fc from "fast-check";
import { expect, test } from "vitest";
import { MemoryStore, PlannedTree, readTree, type TreeView } from "../../files/index.js";
import { Resolver } from "../../graph/index.js";
import { javascript } from "../../languages/javascript/index.js";
import { pathsAt, type ProjectPath } from "../../base/paths.js";
import { moveOf } from "./planning.test.suite.js";
import { MoveMap } from "./move-map.js";
import { scopeChange } from "./respell.js";

const settings = "tsconfig.json" as ProjectPath;
const folder = fc.constantFrom("a", "a/b", "a/b/c", "a-b", "d", "d/b", "a.ts");
const name = fc.constantFrom("x.ts", "y.ts", "x.css", "z", "index.ts");
const file = fc.tuple(folder, name).map((parts) => parts.join("/"));
const pattern = fc
  .tuple(
    fc.constantFrom("", "./a", "a", "a/b", "d", "d/b", "a-b", "e", "e/b"),
    fc.constantFrom("", "/**", "/**/*", "/*.ts", "/**/*.ts", "/b/**", "/{x,y}.*", "/*"),
  )
  .map(([at, rest]) => (at === "" ? rest.slice(1) : at + rest))
  .filter((text) => text !== "");
/** Folders that go as a whole, or single files. */
const goes = fc.tuple(fc.constantFrom("a", "a/b", "d", "a-b"), fc.constantFrom("e", "d", "a/e", "e/b"), fc.boolean());

function resolverOf(tree: TreeView): Resolver {
  return new Resolver(tree, javascript.rules, []);
}

test("a move's effect on a pattern is what every single file says", async () => {
  const property = fc.asyncProperty(
    fc.uniqueArray(file, { minLength: 2, maxLength: 10 }),
    pattern,
    pattern,
    goes,
    async (paths, before, then, [from, to, isWhole]) => {
      const files = Object.fromEntries([...paths, settings].map((path) => [path, ""]));
      const tree = await readTree(new MemoryStore(files));
      const going = tree.filesBelow(from as ProjectPath).slice(0, isWhole ? undefined : 1);
      const moves = going.map((path) => moveOf(`${path} > ${to}${path.slice(from.length)}`));
      const places = new Set(moves.map((move) => move.to));
      fc.pre(moves.every((move) => !tree.has(move.to)) && places.size === moves.length);
      const map = new MoveMap(tree, moves);
      const planned = new PlannedTree(tree, map.files);
      const was = resolverOf(tree).resolve(settings, { specifier: before, lookup: "scope" });
      const will = resolverOf(planned).resolve(settings, { specifier: then, lookup: "scope" });
      if (was.state !== "scope") return;
      const takes = (path: ProjectPath): boolean => will.state === "scope" && will.takesIn(map.file(path));
      const found = scopeChange({ map }, was, will);
      expect([...found.out].sort()).toEqual(tree.paths.filter((path) => was.takesIn(path) && !takes(path)));
      expect([...found.into].sort()).toEqual(
        tree.paths
          .filter((path) => !was.takesIn(path) && takes(path))
          .map((path) => map.file(path))
          .sort(),
      );
      // Nothing that a pattern takes in lies outside of its folder.
      for (const path of tree.paths) if (was.takesIn(path)) expect(pathsAt(tree.paths, was.folder)).toContain(path);
      expect([...planned.paths]).toEqual([...planned.paths].sort());
    },
  );
  await fc.assert(property, { numRuns: 2000 });
});
