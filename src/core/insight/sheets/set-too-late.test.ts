/** Variables that are set when it is too late; Sass itself says that they change nothing. */
import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { MemoryStore, readTree } from "../../files/index.js";
import { compiled } from "../../graph/by-sass.test.suite.js";
import { Resolver } from "../../graph/index.js";
import { moduleRules } from "../../languages/index.js";
import { findInSheets, type SetTooLate } from "./index.js";
import { runs } from "../../base/trial.test.suite.js";

type Files = Readonly<Record<string, string>>;

async function tooLate(files: Files): Promise<readonly SetTooLate[]> {
  const tree = await readTree(new MemoryStore(files));
  const resolver = new Resolver(tree, moduleRules, []);
  return findInSheets({ app: {}, paths: tree.paths, isOwn: () => true, resolver }).late;
}

const kit = {
  "_kit.scss": '@import "sizes";\n.kit { margin: $gap }\n',
  "_sizes.scss": "$gap: 8px !default;\n$rim: $gap !default;\n",
};

describe("a variable that is set when it is too late", () => {
  test.each<[string, Files, string[]]>([
    [
      "behind what uses its default",
      { ...kit, "main.scss": '@import "kit";\n$gap: 4px;\n' },
      ["main.scss $gap _sizes.scss 9"],
    ],
    [
      "in a partial behind it",
      { ...kit, "main.scss": '@import "kit";\n@import "own";\n', "_own.scss": "$gap: 4px;\n.a { b: c }\n" },
      [],
    ],
    ["before it", { ...kit, "main.scss": '$gap: 4px;\n@import "kit";\n' }, []],
    ["and needed by what follows", { ...kit, "main.scss": '@import "kit";\n$gap: 4px;\n.a { margin: $gap }\n' }, []],
    [
      "and needed by a mixin that is called behind it",
      {
        "_kit.scss": "$gap: 8px !default;\n.kit { margin: $gap }\n@mixin m { x: $gap }\n",
        "main.scss": '@import "kit";\n$gap: 4px;\n.a { @include m; }\n',
      },
      [],
    ],
    [
      "in a module, which has its own",
      { "_kit.scss": "$gap: 8px !default;\n.kit { margin: $gap }\n", "main.scss": '@use "kit";\n$gap: 4px;\n' },
      [],
    ],
    ["on a condition", { ...kit, "main.scss": '@import "kit";\n@if true { $gap: 4px; }\n' }, []],
    [
      "where no default is given",
      { "_kit.scss": "$gap: 8px;\n.kit { margin: $gap }\n", "main.scss": '@import "kit";\n$gap: 4px;\n' },
      [],
    ],
    [
      "where it is asked for by its text",
      { ...kit, "main.scss": '@import "kit";\n$gap: 4px;\n$n: "gap";\n.a { @if variable-exists($n) { b: c } }\n' },
      [],
    ],
  ])("%s", async (_, files, wanted) => {
    const found = await tooLate(files);
    expect(found.map(({ file, name, giver, load }) => `${file} ${name} ${giver} ${load}`)).toEqual(wanted);
  });

  test("law: Sass compiles the sheet to the same without it", async () => {
    const line = fc.constantFrom(
      ...["$a: 1px !default;", "$a: 2px;", "$b: $a !default;", "$b: 3px;", ".x { w: $a }", ".y { w: $b }"],
      ...[
        "@mixin m { v: $a }",
        ".z { @include m; }",
        "@function f() { @return $b; }",
        ".u { w: f() }",
        "@if $a == 1px { $b: 5px !global; }",
      ],
    );
    let found = 0;
    await fc.assert(
      fc.asyncProperty(
        // Lines by chance alone hold a default that is used, and is set too late, in one case of a hundred.
        fc.constantFrom([], ["$a: 1px !default;", ".x { w: $a }"]),
        fc.array(line, { minLength: 1, maxLength: 5 }),
        fc.array(line, { minLength: 1, maxLength: 4 }),
        async (usual, one, two) => {
          const files = {
            "_kit.scss": [...usual, ...one].join("\n"),
            "main.scss": `@import "kit";\n${two.join("\n")}\n`,
          };
          const text = files["main.scss"];
          for (const { file, start } of await tooLate(files)) {
            found += 1;
            expect(file).toBe("main.scss");
            const without = text.slice(0, start) + text.slice(text.indexOf("\n", start));
            expect(compiled({ ...files, "main.scss": without }, "main.scss")).toBe(compiled(files, "main.scss"));
          }
        },
      ),
      { numRuns: runs(4000) },
    );
    expect(found).toBeGreaterThan(10);
  });
});
