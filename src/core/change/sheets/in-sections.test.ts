/** Lines of an entry by sections: what is written, what is in the way, and that Sass compiles it to the same. */
import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { openProject, type StyleSection } from "../../app/index.js";
import { ShelfError } from "../../base/errors.js";
import { MemoryStore } from "../../files/index.js";
import { compiled } from "../../graph/by-sass.test.suite.js";
import { planDraft, type Plan } from "../plan/index.js";
import { afterwards, at, type Files } from "../plan/planning.test.suite.js";
import { inSectionsDraft } from "./in-sections.js";

const sections: readonly StyleSection[] = [
  { at: "abstracts", folder: at("abstracts"), title: "Abstracts" },
  { at: "base", folder: at("base"), title: "Base" },
  { at: "components", folder: at("components"), title: "Components" },
];

async function sorted(
  files: Files,
): Promise<{ readonly plan: Plan; readonly text: string; readonly then: Files } | undefined> {
  const entry = Object.keys(files).find((path) => path.startsWith("main")) ?? "";
  const project = await openProject(new MemoryStore(files));
  const draft = inSectionsDraft(project, at(entry), sections);
  if (!draft) return undefined;
  const plan = await planDraft(project, draft);
  const then = { ...files, ...afterwards(files, plan) };
  return { plan, then, text: then[entry] ?? "" };
}

const sheets = {
  "abstracts/_sizes.scss": "$gap: 8px;\n",
  "base/_reset.scss": "@mixin reset { margin: 0 }\n",
  "components/_card.scss": ".card { margin: 1px }\n",
  "components/_crate.scss": ".crate { margin: 1px }\n",
};

describe("the lines of an entry", () => {
  test.each<[string, string, string]>([
    [
      "get a heading each, where they are in order",
      '@import "abstracts/sizes";\n@import "base/reset";\n\n@import "components/card";\n',
      '// Abstracts\n@import "abstracts/sizes";\n\n// Base\n@import "base/reset";\n\n// Components\n@import "components/card";\n',
    ],
    [
      "get only those that are missing, in the manner of the others",
      '// --- Abstracts ---\n@import "abstracts/sizes";\n@import "base/reset";\n.a { b: c }\n@import "components/card";\n',
      '// --- Abstracts ---\n@import "abstracts/sizes";\n\n// --- Base ---\n@import "base/reset";\n.a { b: c }\n\n// --- Components ---\n@import "components/card";\n',
    ],
    [
      "come into order with their comments, and below the headings that are there",
      '/* The entry. */\n\n// Base\n@import "base/reset";\n\n@import "components/card"; // first\n// sizes\n@import "abstracts/sizes";\n',
      '/* The entry. */\n\n// Abstracts\n// sizes\n@import "abstracts/sizes";\n\n// Base\n@import "base/reset";\n\n// Components\n@import "components/card"; // first\n',
    ],
    [
      "take along those between them that are of no section",
      '@use "base/reset";\n@use "sass:math";\n@use "components/card";\n@use "abstracts/sizes" as s;\n',
      '// Abstracts\n@use "abstracts/sizes" as s;\n\n// Base\n@use "base/reset";\n@use "sass:math";\n\n// Components\n@use "components/card";\n',
    ],
  ])("%s", async (_, main, expected) => {
    const files = { ...sheets, "main.scss": main };
    const result = await sorted(files);
    expect(result?.text).toBe(expected);
    expect(result?.plan.proof.outcome).toBe("holds");
    expect(compiled(result?.then ?? {}, "main.scss")).toBe(compiled(files, "main.scss"));
    // Once is enough.
    expect(await sorted(result?.then ?? {})).toBeUndefined();
  });

  test("are put in order in CSS without a comment, and in Less with one", async () => {
    const css = {
      "base/reset.css": ".a{b:c}\n",
      "abstracts/sizes.css": "",
      "main.css": '@import "./base/reset.css";\n@import "./abstracts/sizes.css";\n',
    };
    expect((await sorted(css))?.text).toBe('@import "./abstracts/sizes.css";\n\n@import "./base/reset.css";\n');
    const less = {
      "base/reset.less": ".a{b:c}\n",
      "abstracts/sizes.less": "",
      "main.less": '@import "abstracts/sizes";\n@import "base/reset";\n',
    };
    const result = await sorted(less);
    expect(result?.text).toBe('// Abstracts\n@import "abstracts/sizes";\n\n// Base\n@import "base/reset";\n');
    expect(result?.plan.proof.outcome).toBe("holds");
  });

  test("are left where a statement stands between them, or where one section is all", async () => {
    const files = { ...sheets, "main.scss": '@import "components/card";\n.a { b: c }\n@import "base/reset";\n' };
    await expect(sorted(files)).rejects.toThrow(expect.objectContaining({ code: "SHEET_PARTED" }) as ShelfError);
    expect(
      await sorted({ ...sheets, "main.scss": '@import "components/card";\n@import "components/crate";\n' }),
    ).toBeUndefined();
  });

  test("are not ticked where the order decides what is compiled", async () => {
    const files = {
      ...sheets,
      "base/_reset.scss": "* { margin: 0 }\n",
      "main.scss": '@import "components/card";\n@import "base/reset";\n',
    };
    const { plan } = (await sorted(files)) ?? {};
    expect(plan?.proof.outcome).toBe("fails");
    expect(plan?.proof.different[0]?.entries).toEqual(["main.scss"]);
  });

  test("law: under a tick, Sass compiles it to the same, and each line is there as before", async () => {
    const line = fc.constantFrom(
      ...[
        '@import "abstracts/sizes";',
        '@import "base/reset";',
        '@import "base/ink";',
        '@import "components/card";',
        '@import "components/crate";',
      ],
      ...["// a note", "// Base", "/* loud */", '@import url("//fonts.example/a.css");', ""],
    );
    const text = fc.constantFrom(
      "$gap: 2px;",
      "$ink: red !default;",
      ".a { b: c }",
      "@mixin m { n: o }",
      ".p { q: $gap }",
      "",
    );
    let ticked = 0;
    await fc.assert(
      fc.asyncProperty(
        fc.array(line, { minLength: 3, maxLength: 9 }),
        fc.array(text, { minLength: 5, maxLength: 5 }),
        async (lines, texts) => {
          const files = {
            "main.scss": lines.join("\n") + "\n",
            ...Object.fromEntries(
              ["abstracts/_sizes", "base/_reset", "base/_ink", "components/_card", "components/_crate"].map(
                (path, index) => [`${path}.scss`, `${texts[index] ?? ""}\n`],
              ),
            ),
          };
          const result = await sorted(files).catch((error: unknown) => {
            if (error instanceof ShelfError) return undefined;
            throw error;
          });
          if (result?.plan.proof.outcome !== "holds") return;
          ticked += 1;
          const before = compiled(files, "main.scss");
          if (!before.startsWith("Error")) expect(compiled(result.then, "main.scss")).toBe(before);
          const kept = result.text.split("\n");
          for (const each of lines) expect(kept).toContain(each);
        },
      ),
      { numRuns: 300 },
    );
    expect(ticked).toBeGreaterThan(60);
  });
});
