/** Accepted findings: written, read again, and taken out of what is found. */
import fc from "fast-check";
import { expect, test } from "vitest";
import type { ProjectPath } from "../../base/paths.js";
import { MemoryStore } from "../../files/index.js";
import { changeAccepted, readAccepted, sift, writeAccepted, type Finding } from "./index.js";

const at = (path: string): ProjectPath => path as ProjectPath;
const names = fc.oneof(
  fc.constantFrom(
    "src/a.ts",
    "src/it's [id].tsx",
    "src/- odd: #1.ts",
    "1.2",
    "src/größe/樹.ts",
    "true",
    "~",
    "src/a b.ts",
  ),
  fc
    .string({ unit: "grapheme", minLength: 1, maxLength: 12 })
    .filter((text) => !/[\n\r/\u0085\u2028\u2029]|\p{Cc}|\p{Cs}/u.test(text) && text !== "__proto__"),
);
const finding = fc.record(
  {
    rule: fc.constantFrom("file-name" as const, "unresolved-path" as const),
    file: names.map(at),
    about: names,
    severity: fc.constant("error" as const),
    confidence: fc.constant(1),
    what: fc.constant({ code: "unused" }),
  },
  { requiredKeys: ["rule", "file", "severity", "what"] },
) as fc.Arbitrary<Finding>;

test("law: a list that was written accepts just what it was written for, whatever the names are", () => {
  fc.assert(
    fc.property(fc.array(finding, { maxLength: 6 }), fc.array(finding, { maxLength: 3 }), (some, others) => {
      const store = new MemoryStore({
        "steady-shelf-accepted.yaml": writeAccepted(changeAccepted({}, at(""), { add: some })),
      });
      const accepted = readAccepted(store, at("")) ?? {};
      expect(sift(some, accepted, at(""))).toMatchObject({ fresh: [], gone: [] });
      const { fresh, gone } = sift([...some, ...others], accepted, at(""));
      expect([fresh.length, gone.length]).toEqual([others.length, 0]);
      expect(sift([], accepted, at("")).gone).toHaveLength(some.length);
    }),
    { seed: 6 },
  );
});

test("paths are told from the app's folder, so that it may be moved as a whole", () => {
  const one = {
    rule: "import-not-allowed",
    severity: "error",
    file: at("apps/web/src/a.ts"),
    about: "apps/web/src/b.ts",
    confidence: 1,
    what: { code: "unused" },
  } as const;
  const text = writeAccepted(changeAccepted({}, at("apps/web"), { add: [one] }));
  expect(text).toContain("  src/a.ts:\n    - import-not-allowed src/b.ts\n");
  const store = new MemoryStore({ "apps/web/steady-shelf-accepted.yaml": text });
  expect(sift([one], readAccepted(store, at("apps/web")) ?? {}, at("apps/web")).fresh).toEqual([]);
});

test("lines follow files that move, and what was not looked at stays", () => {
  const list = { "src/a.ts": ["file-name", "unresolved-path ./x"], "src/b.ts": ["import-not-allowed src/a.ts"] };
  const moved = new Map([[at("src/a.ts"), at("src/c/a.ts")]]);
  const drop = [{ file: "src/a.ts", line: "file-name" }];
  expect(changeAccepted(list, at(""), { moved, drop })).toEqual({
    "src/c/a.ts": ["unresolved-path ./x"],
    "src/b.ts": ["import-not-allowed src/c/a.ts"],
  });
});
