/** Laws of what is done in Swift, whatever the app: a name written back, a declaration that goes and comes, groups shaped twice. */
import fc from "fast-check";
import { expect, test } from "vitest";
import { planVerb } from "../../change/libraries/verbs.test.suite.js";
import { planRename } from "../../change/rename/renaming.test.suite.js";

const manifest = 'let package = Package(name: "App", targets: [.target(name: "App", path: "App")])\n';

/** Types that use each other, within bodies, labels and strings; every name is one of theirs. */
const apps = fc
  .array(
    fc.record({ kind: fc.constantFrom("struct", "final class", "enum"), uses: fc.array(fc.nat(5), { maxLength: 4 }) }),
    {
      minLength: 3,
      maxLength: 6,
    },
  )
  .map((types) => {
    const nameOf = (at: number): string => `Plot${String.fromCharCode(65 + (at % types.length))}`;
    const files = types.map(({ kind, uses }, at): [string, string] => {
      const name = nameOf(at);
      const lines = uses.map((use, index) => {
        const other = nameOf(use);
        return [
          `  func a${index}(${other}: Int) -> ${other}? { nil }`,
          `  static let b${index} = [${other}]()`,
          `  struct In${index} { let c: ${other}.Type; let d = "${other} \\(${other}.self)" } // ${other}`,
        ][index % 3];
      });
      return [`App/${name}.swift`, `import Foundation\n\n/// ${name}.\n${kind} ${name} {\n${lines.join("\n")}\n}\n`];
    });
    return Object.fromEntries([["Package.swift", manifest], ...files]);
  });

const run = { numRuns: 40, seed: 18 };

test("a name that is written back gives every letter, and each way is proved", async () => {
  await fc.assert(
    fc.asyncProperty(apps, async (files) => {
      const there = await planRename(files, "App/PlotA.swift Garden");
      expect(there.plan.proof).toMatchObject({ outcome: "holds" });
      const { "App/PlotA.swift": old, ...left } = there.then;
      expect(old).toBeUndefined();
      const back = await planRename(left, "App/Garden.swift PlotA");
      expect(back.plan.proof).toMatchObject({ outcome: "holds" });
      // What only mentions the name stays as it was on both ways.
      expect(back.then).toEqual(files);
    }),
    run,
  );
});

test("every edit that is left out of a rename is found", async () => {
  await fc.assert(
    fc.asyncProperty(apps, fc.nat(), async (files, at) => {
      const { renamed } = await planRename(files, "App/PlotA.swift Garden");
      const left = at % renamed.draft.edits.length;
      const { plan } = await planRename(files, "App/PlotA.swift Garden", {
        change: (draft) => ({ ...draft, edits: draft.edits.filter((_, index) => index !== left) }),
      });
      expect(plan.proof.outcome).toBe("fails");
    }),
    run,
  );
});

test("two files that become one and are split again hold the same lines", async () => {
  const lines = (files: Readonly<Record<string, string>>): string[] =>
    Object.values(files)
      .flatMap((text) => text.split("\n"))
      .filter((line) => line.trim() !== "" && !line.startsWith("import "))
      .sort();
  await fc.assert(
    fc.asyncProperty(apps, async (files) => {
      const joined = await planVerb(files, "join App/PlotB.swift > App/PlotA.swift");
      expect(joined.plan.proof).toMatchObject({ outcome: "holds" });
      expect(lines(joined.then)).toEqual(lines(files));
      const split = await planVerb(joined.then, "split App/PlotA.swift");
      expect(split.plan.proof).toMatchObject({ outcome: "holds" });
      expect(split.then).toEqual(files);
    }),
    run,
  );
});
