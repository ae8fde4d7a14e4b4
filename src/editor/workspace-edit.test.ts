/** Planned changes as edits: what an editor can carry out, in which order, and what it cannot. */
import fc from "fast-check";
import { describe, expect, test } from "vitest";
import type { ProjectPath } from "../core/base/paths.js";
import type { PlannedChange } from "./planned-change.js";
import { inTurn, workspaceEdit, type EditAbilities, type EditInput } from "./workspace-edit.js";

const at = (path: string): ProjectPath => path as ProjectPath;
const all: EditAbilities = { documentChanges: true, create: true, rename: true, remove: true, annotations: true };
const nothing: PlannedChange = { texts: [], moves: [], made: [], removed: [], warning: undefined, notes: [] };
const text = { file: at("a.ts"), before: 'import "./b";\n', after: 'import "./c";\n' };
const move = { from: at("b.ts"), to: at("c.ts") };

function edit(change: Partial<PlannedChange>, more: Partial<EditInput> = {}): ReturnType<typeof workspaceEdit> {
  return workspaceEdit({
    change: { ...nothing, ...change },
    uriOf: (path) => `file:///app/${path}`,
    versionOf: (uri) => (uri.endsWith("/a.ts") ? 7 : null),
    encoding: "utf-16",
    abilities: all,
    ...more,
  });
}

describe("an edit", () => {
  test("names the version of a document that is open, changes texts first and renames then", () => {
    expect(edit({ texts: [text], moves: [move] })).toEqual({
      documentChanges: [
        {
          textDocument: { uri: "file:///app/a.ts", version: 7 },
          edits: [{ range: { start: { line: 0, character: 10 }, end: { line: 0, character: 11 } }, newText: "c" }],
        },
        { kind: "rename", oldUri: "file:///app/b.ts", newUri: "file:///app/c.ts" },
      ],
    });
  });

  test("leaves out what the editor itself renames", () => {
    const { documentChanges = [] } = edit({ texts: [text], moves: [move] }, { without: new Set([move.from]) }) ?? {};
    expect(documentChanges).toHaveLength(1);
  });

  test("makes files with their text, and removes those that go", () => {
    const made = { path: at("d.ts"), text: "d\n" };
    const { documentChanges = [] } = edit({ made: [made], removed: [at("e.ts")] }) ?? {};
    expect(documentChanges.map((each) => ("kind" in each ? each.kind : each.edits[0]))).toEqual([
      "delete",
      "create",
      { range: { start: { line: 0, character: 0 }, end: { line: 0, character: 0 } }, newText: "d\n" },
    ]);
  });

  test("asks for a look first where the editor can show it", () => {
    const shown = edit({ texts: [text], moves: [move] }, { preview: "Move 1 file" });
    expect(shown?.changeAnnotations).toEqual({
      "steady-shelf": { label: "Move 1 file", needsConfirmation: true },
    });
    expect(JSON.stringify(shown?.documentChanges).match(/annotationId/g)).toHaveLength(2);
    const plain = edit({ moves: [move] }, { preview: "Move 1 file", abilities: { ...all, annotations: false } });
    expect(plain?.changeAnnotations).toBeUndefined();
  });

  test.each<[string, Partial<PlannedChange>, Partial<EditAbilities>]>([
    ["rename", { moves: [move] }, { rename: false }],
    ["make", { made: [{ path: at("d.ts"), text: "" }] }, { create: false }],
    ["remove", { removed: [at("d.ts")] }, { remove: false }],
    ["do more than change texts", { moves: [move] }, { documentChanges: false }],
  ])("is none for an editor that cannot %s", (_, change, less) => {
    expect(edit({ texts: [text], ...change }, { abilities: { ...all, ...less } })).toBeUndefined();
  });

  test("an editor that knows no versions gets texts by their addresses", () => {
    expect(edit({ texts: [text] }, { abilities: { ...all, documentChanges: false } })).toEqual({
      changes: {
        "file:///app/a.ts": [
          { range: { start: { line: 0, character: 10 }, end: { line: 0, character: 11 } }, newText: "c" },
        ],
      },
    });
  });
});

describe("moves in turn", () => {
  const names = ["a", "b", "c", "d", "e"].map(at);

  test("law: each finds its place free, and all end where they should, in chains and circles too", () => {
    fc.assert(
      fc.property(fc.shuffledSubarray(names), fc.shuffledSubarray(names, { minLength: 5 }), (from, to) => {
        const moves = from
          .map((path, index) => ({ from: path, to: to[index] ?? path }))
          .filter((each) => each.from !== each.to);
        const held = new Map<string, string>(names.map((name) => [name, name]));
        // What stands at a target and does not move away would be an error long before.
        const leaving = new Set(moves.map((each) => each.from));
        for (const { to: target } of moves) if (!leaving.has(target)) held.delete(target);
        const expected = new Map(held);
        for (const { from: source } of moves) expected.delete(source);
        for (const { from: source, to: target } of moves) expected.set(target, source);
        for (const step of inTurn(moves)) {
          expect(held.has(step.to)).toBe(false);
          held.set(step.to, held.get(step.from) ?? "missing");
          held.delete(step.from);
        }
        expect(new Map([...held].sort())).toEqual(new Map([...expected].sort()));
      }),
      { numRuns: 300, seed: 43 },
    );
  });
});
