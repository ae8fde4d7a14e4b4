/** Defaults that are passed on as Babel's preset for React Native lets them be. */
import { beforeAll, describe, expect, test } from "vitest";
import { extractFrom, languageFor, readFrom } from "../index.js";

beforeAll(async () => languageFor("a.js")?.prepare());

const passed = (text: string, name = "index.js"): unknown => {
  const { references, exports = [], reading } = readFrom(text, name);
  expect(reading).toBe("whole");
  return {
    references: references.map(({ kind, specifier, bindings = [] }) => [
      kind,
      specifier,
      ...bindings.map(({ imported, local, localStart, localEnd }) => {
        expect(text.slice(localStart, localEnd)).toBe(local);
        return `${imported} as ${local}`;
      }),
    ]),
    exports: exports.map(
      ({ name, imported = "", from = 0 }) => `${name} = ${imported} of ${text.slice(from, from + 6)}`,
    ),
  };
};

describe("a default is passed on", () => {
  test.each<[what: string, text: string, references: unknown, exports: readonly string[]]>([
    [
      "under a name",
      'export Tree from "./Tree";\n',
      [["re-export", "./Tree", "default as Tree"]],
      ["Tree = default of ./Tree"],
    ],
    [
      "as the default",
      "export default from './Tree'\n",
      [["re-export", "./Tree", "default as default"]],
      ["default = default of ./Tree"],
    ],
    [
      "with names beside it",
      'export Tree, { kind as sort } from "./Tree";\n',
      [["re-export", "./Tree", "default as Tree", "kind as sort"]],
      ["Tree = default of ./Tree", "sort = kind of ./Tree"],
    ],
    [
      "with all of the module beside it",
      'export Tree, * as trees from "./Tree";\n',
      [["re-export", "./Tree", "default as Tree", "* as trees"]],
      ["Tree = default of ./Tree", "trees = * of ./Tree"],
    ],
    [
      "beside other statements",
      'import Row from "./a-row";\nexport Tree from "./Tree";\nexport { b } from "./Rows";\n',
      [
        ["import", "./a-row", "default as Row"],
        ["re-export", "./Tree", "default as Tree"],
        ["re-export", "./Rows", "b as b"],
      ],
      ["Tree = default of ./Tree", "b = b of ./Rows"],
    ],
    [
      "and texts and comments that say the same are none",
      '// export Row from "./Row";\nconst a = "export Row from \'./Row\'";\nexport Tree from "./Tree";\n',
      [["re-export", "./Tree", "default as Tree"]],
      ["Tree = default of ./Tree"],
    ],
  ])("%s", (_, text, references, exports) => {
    expect(passed(text)).toEqual({ references, exports });
  });

  test("in files that are only looked through for what they name", () => {
    const { references, reading } = extractFrom('export Tree from "./Tree";\n', "index.js");
    expect(reading).toBe("whole");
    expect(references.map(({ kind, specifier }) => [kind, specifier])).toEqual([["re-export", "./Tree"]]);
  });

  test("and another fault in the file stays one", () => {
    expect(readFrom('export Tree from "./Tree";\nexport const = 1;\n', "index.js").reading).not.toBe("whole");
  });
});
