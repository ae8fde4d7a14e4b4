/** Scatter through a history, against the same measured on each of its trees. */
import fc from "fast-check";
import { expect, test } from "vitest";
import { folderOf, type ProjectPath } from "../../base/paths.js";
import type { PastCommit, PastFile } from "../../files/index.js";
import type { Catalogue, Entry } from "../catalogue/index.js";
import { scatterPast } from "./scatter-past.js";

/** A catalogue that knows nothing but which feature a file serves. */
function catalogueOf(features: Readonly<Record<string, string>>): Pick<Catalogue, "entries"> {
  const entry = (path: string, feature: string): Entry =>
    ({
      path,
      feature: { is: feature, confidence: 1, evidence: [] },
      role: { is: "component", confidence: 1, evidence: [] },
      leader: undefined,
      leads: true,
      isIndex: false,
      isLeft: false,
    }) as unknown as Entry;
  return {
    entries: new Map(Object.entries(features).map(([path, feature]) => [path as ProjectPath, entry(path, feature)])),
  };
}

const file = (path: string, did: PastFile["did"], from?: string): PastFile => ({
  path: path as ProjectPath,
  then: path as ProjectPath,
  did,
  isEdited: did !== "renamed",
  ...(from !== undefined && { from: from as ProjectPath }),
});
const commit = (when: number, ...files: PastFile[]): PastCommit => ({ when, id: "", subject: "", files });

test("files that came together and were parted", () => {
  const features = { "hooks/useRota.ts": "rota", "screens/Rota.tsx": "rota", "screens/Trees.tsx": "trees" };
  const past = [
    commit(3, file("hooks/useRota.ts", "renamed", "screens/useRota.ts")),
    commit(2, file("screens/Trees.tsx", "added"), file("hooks/useRota.ts", "changed")),
    commit(1, file("hooks/useRota.ts", "added"), file("screens/Rota.tsx", "added")),
  ];
  expect(scatterPast(catalogueOf(features), past)).toEqual([
    { when: 1, files: 2, features: 1, folders: 1 },
    { when: 2, files: 3, features: 2, folders: 1 },
    { when: 3, files: 3, features: 2, folders: 1.5 },
  ]);
});

test("what is shared, and what is no file of today, does not count", () => {
  const past = [
    commit(2, { ...file("gone.ts", "deleted"), path: undefined }),
    commit(1, file("ui/Button.tsx", "added")),
  ];
  expect(scatterPast(catalogueOf({ "ui/Button.tsx": "shared" }), past)).toEqual([]);
});

test("law: each point is what the tree of that time comes to", () => {
  const folders = ["a", "b", "c/d"];
  const step = fc.record({ file: fc.nat(5), folder: fc.constantFrom(...folders) });
  fc.assert(
    fc.property(fc.array(step, { minLength: 1, maxLength: 20 }), (steps) => {
      // Worked forwards: a file is added where it is not there, and moved where it is.
      const tree = new Map<number, string>();
      const made: {
        readonly of: number;
        readonly did: "added" | "renamed";
        readonly from?: string;
        readonly to: string;
      }[] = [];
      const expected: number[] = [];
      for (const { file: of, folder } of steps) {
        const before = tree.get(of);
        const to = `${folder}/${of}.ts`;
        if (before === to) continue;
        tree.set(of, to);
        made.push({
          of,
          did: before === undefined ? "added" : "renamed",
          to,
          ...(before !== undefined && { from: before }),
        });
        const byFeature = new Map<number, Set<string>>();
        for (const [each, path] of tree) {
          const lying = byFeature.get(each % 2) ?? new Set<string>();
          byFeature.set(each % 2, lying.add(folderOf(path as ProjectPath)));
        }
        expected.push([...byFeature.values()].reduce((sum, { size }) => sum + size, 0) / byFeature.size);
      }
      const features = Object.fromEntries([...tree].map(([of, path]) => [path, of % 2 === 0 ? "even" : "odd"]));
      const past = made.map(({ of, did, from }, at) => commit(at, file(tree.get(of) ?? "", did, from))).reverse();
      expect(scatterPast(catalogueOf(features), past).map(({ folders: mean }) => mean)).toEqual(expected);
    }),
  );
});
