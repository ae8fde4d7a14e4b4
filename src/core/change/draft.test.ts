/** Drafts, and what their proof makes of changes that add, take out and replace references. */
import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { openProject } from "../app/index.js";
import type { ProjectPath } from "../base/paths.js";
import { applyEdits, type TextEdit } from "../base/text/index.js";
import { MemoryStore } from "../files/index.js";
import type { Reference } from "../languages/index.js";
import { editsBetween, planDraft, type Claim, type Draft, type Plan } from "./plan/index.js";
import { align } from "./plan/alignment.js";

const at = (path: string): ProjectPath => path as ProjectPath;

const files = {
  "a.ts": 'import { b } from "./b";\nimport { c } from "./c";\n',
  "b.ts": "export const b = 1;\n",
  "c.ts": "export const c = 1;\n",
  "d.ts": "export const d = 1;\n",
};

/** Plans edits of `a.ts`, each as what is replaced by what. */
async function planned(
  edits: readonly (readonly [string, string])[],
  claims: readonly Claim[] = [],
  more: Partial<Draft> = {},
): Promise<Plan> {
  const project = await openProject(new MemoryStore(files));
  const text = files["a.ts"];
  const places = edits.map(([old, now]) => {
    const start = text.indexOf(old);
    // What both begin with is no part of the edit.
    const same = now.startsWith(old) ? old.length : 0;
    return { file: at("a.ts"), start: start + same, end: start + old.length, text: now.slice(same), why: "test" };
  });
  return planDraft(project, { moves: [], made: [], edits: places, claims, ...more });
}

/** `specifier: reason` of what the proof does not hold for. */
const amiss = ({ proof }: Plan): string[] => proof.different.map(({ specifier, reason }) => `${specifier}: ${reason}`);

const line = 'import { c } from "./c";\n';
const [ofB, ofC] = [files["a.ts"].indexOf("./b"), files["a.ts"].indexOf("./c")];

describe("a draft is proved by what it claims", () => {
  test("what it takes out must be claimed", async () => {
    expect(amiss(await planned([[line, ""]]))).toEqual(["./c: the new text would be read differently"]);
    const plan = await planned([[line, ""]], [{ kind: "removes", file: at("a.ts"), start: ofC }]);
    expect(plan.proof.outcome).toBe("holds");
    expect(plan.texts.map(({ after }) => after)).toEqual(['import { b } from "./b";\n']);
  });

  test("what it claims to take out must be gone", async () => {
    const plan = await planned([], [{ kind: "removes", file: at("a.ts"), start: ofC }]);
    expect(amiss(plan)).toEqual(["./c: it was to be taken out, and would still be there"]);
  });

  test("what it adds must be claimed, and mean what it was written for", async () => {
    const added = 'import { d } from "./d";\n';
    expect(amiss(await planned([[line, line + added]]))).toEqual([
      "./d: a reference would come up that nothing asks for",
    ]);
    const means = (path: string): Claim => ({ kind: "adds", file: at("a.ts"), means: [at(path)] });
    expect((await planned([[line, line + added]], [means("d.ts")])).proof).toMatchObject({
      outcome: "holds",
      same: 2,
      led: 1,
    });
    expect(amiss(await planned([[line, line + added]], [means("b.ts")]))).toEqual([
      "./d: a line that is added would not mean what it was written for",
    ]);
    expect(amiss(await planned([], [means("d.ts")]))).toEqual([
      ": a line that is added would not mean what it was written for",
    ]);
  });

  test("one in, one out: the same number proves nothing", async () => {
    const edits = [
      ['import { b } from "./b";\n', ""],
      [line, `${line}import { d } from "./d";\n`],
    ] as const;
    expect(amiss(await planned(edits))).toEqual([
      "./b: the new text would be read differently",
      "./d: a reference would come up that nothing asks for",
    ]);
    const claims: readonly Claim[] = [
      { kind: "removes", file: at("a.ts"), start: ofB },
      { kind: "adds", file: at("a.ts"), means: [at("d.ts")] },
    ];
    expect((await planned(edits, claims)).proof).toMatchObject({
      outcome: "holds",
      references: 1,
      same: 1,
      added: 1,
      led: 1,
    });
  });

  test("what it spells itself must mean what it meant, or what it claims", async () => {
    expect(amiss(await planned([["./c", "./d"]]))).toEqual(["./c: another file would answer, or not all of its files"]);
    const target = { state: "found", targets: [at("d.ts")], scheme: "relative" } as const;
    const plan = await planned([["./c", "./d"]], [{ kind: "means", file: at("a.ts"), start: ofC, target }]);
    expect(plan.proof.outcome).toBe("holds");
  });

  test("edits and moves together: the line that is added stands behind what is respelled", async () => {
    const plan = await planned(
      [[line, `${line}import { d } from "./d";\n`]],
      [{ kind: "adds", file: at("a.ts"), means: [at("d.ts")] }],
      { moves: [{ from: at("b.ts"), to: at("deep/b.ts"), why: "asked" }] },
    );
    expect(plan.proof).toMatchObject({ outcome: "holds", references: 2, same: 2, led: 1 });
    expect(plan.texts[0]?.after).toBe(
      'import { b } from "./deep/b";\nimport { c } from "./c";\nimport { d } from "./d";\n',
    );
  });

  test("files that are made are proved as well", async () => {
    const made = [{ path: at("index.ts"), text: 'export { d } from "./d";\n', why: "index" }];
    const wrong = await planned([], [{ kind: "adds", file: at("index.ts"), means: [at("b.ts")] }], { made });
    expect(wrong.proof.outcome).toBe("fails");
    const right = await planned([], [{ kind: "adds", file: at("index.ts"), means: [at("d.ts")] }], { made });
    expect(right.proof).toMatchObject({ outcome: "holds", led: 1 });
  });
});

describe("a file that is made may take a name that means another", () => {
  const folders = { "a.ts": 'import { e } from "./e";\n', "e/index.ts": "export const e = 1;\n" };
  const made = { path: at("e.ts"), text: "export const e = 2;\n", why: "service" };

  test("what was there keeps its meaning, by another spelling", async () => {
    const project = await openProject(new MemoryStore(folders));
    const plan = await planDraft(project, { moves: [], edits: [], made: [made], claims: [] });
    expect(plan.edits).toMatchObject([{ file: "a.ts", before: "./e", after: "./e/index" }]);
    expect(plan.proof).toMatchObject({ outcome: "holds", references: 1, same: 1 });
  });

  test("what cannot be read is said, where the name may stand in it", async () => {
    const project = await openProject(new MemoryStore({ ...folders, "b.ts": 'import { "./e"' }));
    const plan = await planDraft(project, { moves: [], edits: [], made: [made], claims: [] });
    expect(plan.proof.outcome).toBe("incomplete");
  });

  test("what a new file names and is not there fails, whoever wrote it; packages are no files", async () => {
    const project = await openProject(new MemoryStore(folders));
    const text = 'import "react";\nimport "./nowhere";\nimport "./a";\n';
    const claims: readonly Claim[] = [{ kind: "adds", file: at("x.ts"), means: [at("a.ts")], others: "led" }];
    const plan = await planDraft(project, {
      moves: [],
      edits: [],
      made: [{ ...made, path: at("x.ts"), text }],
      claims,
    });
    expect(amiss(plan)).toEqual(["./nowhere: a new reference would be unresolved"]);
    expect(plan.proof).toMatchObject({ outcome: "fails", added: 2, led: 1 });
  });

  test("an alias that is written down opens the names that begin with it, and no others", async () => {
    const store = new MemoryStore({
      "tsconfig.json": "{}",
      "src/b.ts": "export {};\n",
      "src/a.ts": 'import "lib/b";\nimport "lib/gone";\nimport "app/b";\n',
    });
    const project = await openProject(store);
    const settings = '{ "compilerOptions": { "paths": { "lib/*": ["./src/*"], "app/*": ["./src/*"] } } }';
    const edits = editsBetween(at("tsconfig.json"), "{}", settings, "alias");
    const claims: readonly Claim[] = [
      { kind: "opens", prefix: "lib/" },
      { kind: "adds", file: at("tsconfig.json"), means: [], others: "led" },
    ];
    const plan = await planDraft(project, { moves: [], edits, made: [], claims });
    expect(plan.edits).toEqual([]);
    expect(plan.proof.different.map(({ specifier }) => specifier)).toEqual(["lib/gone", "app/b"]);
  });

  test("a text that would be broken is no proof, made or edited", async () => {
    const project = await openProject(new MemoryStore(folders));
    const broken = { ...made, path: at("x.ts"), text: 'import "./a";\nconst = ;\n' };
    const incomplete = await planDraft(project, { moves: [], edits: [], made: [broken], claims: [] });
    expect(incomplete.proof.gaps).toMatchObject([{ reason: "not understood", file: "x.ts", at: { line: 2 } }]);
    const edits = [{ file: at("a.ts"), start: 0, end: 0, text: "const = ;\n", why: "test" }];
    const { proof } = await planDraft(project, { moves: [], edits, made: [], claims: [] });
    expect(proof.different).toMatchObject([{ file: "a.ts", at: { line: 1 } }]);
    expect(proof.different[0]?.reason).toContain("the new text could not be read");
  });

  test("what no language reads yet is no proof", async () => {
    const project = await openProject(new MemoryStore({}));
    const kotlin = { path: at("App/a.kt"), text: "import trees\n", why: "screen" };
    const plan = await planDraft(project, { moves: [], edits: [], made: [kotlin], claims: [] });
    expect(plan.proof.gaps).toMatchObject([{ reason: "no reader", file: "App/a.kt" }]);
  });

  test("a text that is not the project's is not changed", async () => {
    const project = await openProject(new MemoryStore(folders));
    const edit = { file: at("gone.ts"), start: 0, end: 0, text: "x", why: "test" };
    await expect(planDraft(project, { moves: [], edits: [edit], made: [], claims: [] })).rejects.toThrow(
      expect.objectContaining({ code: "SOURCE_MISSING" }) as Error,
    );
  });
});

test("law: every reference is found again at its place, whatever is written around it", () => {
  const piece = fc.record({ text: fc.stringMatching(/^[a-z]{1,4}$/), isReference: fc.boolean() });
  const change = fc.constantFrom("keep", "respell", "drop", "insert before");
  fc.assert(
    fc.property(fc.array(fc.tuple(piece, change), { maxLength: 12 }), (pieces) => {
      const old: Reference[] = [];
      const edits: TextEdit[] = [];
      const wanted: (string | undefined)[] = [];
      let text = "";
      const reference = (start: number, specifier: string): Reference => {
        return { kind: "import", lookup: "module", start, end: start + specifier.length, specifier, quote: "" };
      };
      for (const [{ text: word, isReference }, what] of pieces) {
        text += " ";
        const start = text.length;
        const name = isReference ? `<${word}>` : word;
        text += name;
        if (isReference) old.push(reference(start, name));
        const becomes = what === "respell" ? `<${word}ly>` : name;
        if (what === "respell" && isReference) edits.push({ start, end: start + name.length, text: becomes });
        if (what === "drop") edits.push({ start: start - 1, end: start + name.length, text: "" });
        if (what === "insert before") edits.push({ start, end: start, text: "<new> " });
        if (isReference) wanted.push(what === "drop" ? undefined : becomes);
      }
      const after = applyEdits(text, edits);
      const now = [...after.matchAll(/<\w+>/g)].map((match) => reference(match.index, match[0]));
      const { kept, added } = align(old, now, edits);
      expect(kept.map((each) => each?.specifier)).toEqual(wanted);
      expect(added.map(({ specifier }) => specifier)).toEqual(
        pieces.filter(([, what]) => what === "insert before").map(() => "<new>"),
      );
    }),
    { seed: 20261127, numRuns: 500 },
  );
});

test("law: the edits between two texts make the one of the other", () => {
  const text = fc.string({ unit: fc.constantFrom("a", "b", "\n"), maxLength: 12 });
  fc.assert(
    fc.property(text, text, (before, after) => {
      const edits = editsBetween(at("a"), before, after, "test");
      expect(applyEdits(before, edits)).toBe(after);
    }),
    { seed: 20261127 },
  );
});
