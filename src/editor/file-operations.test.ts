/** Files that are made and deleted: what is known late is told late, and nothing waits for it. */
import { describe, expect, test } from "vitest";
import type { ProjectPath } from "../core/base/paths.js";
import type { Client } from "./client.js";
import { FileOperations } from "./file-operations.js";
import type { Projects } from "./projects.js";
import type { ShownFindings } from "./shown-findings.js";

const uri = "file:///app/src/useTrees.ts";
const path = "src/useTrees.ts" as ProjectPath;

/** An editor with one project, whose questions are answered when the test says so. */
function editor({ size = 0 } = {}) {
  const seen = { size, edits: [] as string[], warnings: [] as string[] };
  const answers: { readonly resolve: (value: unknown) => void; readonly reject: (error: Error) => void }[] = [];
  const project = {
    place: { uriOf: () => uri },
    looking: { ask: () => new Promise((resolve, reject) => answers.push({ resolve, reject })) },
    mover: { overlay: { stat: () => ({ size: seen.size }) } },
    update: () => undefined,
  };
  const client = {
    documents: { versions: () => new Map(), textOf: () => undefined },
    encoding: "utf-16",
    abilities: { documentChanges: true },
    appliesEdits: true,
    warn: (text: string) => seen.warnings.push(text),
    connection: {
      workspace: {
        applyEdit: ({ edit }: { edit: unknown }) => {
          seen.edits.push(JSON.stringify(edit));
          return Promise.resolve({ applied: true });
        },
      },
    },
  };
  const projects = { at: () => ({ project, path }), around: () => [{ project, path }] };
  const shown = { refresh: () => undefined };
  const operations = new FileOperations(
    client as unknown as Client,
    projects as unknown as Projects,
    shown as unknown as ShownFindings,
    5,
  );
  return { operations, answers, seen };
}

const files = [{ uri }];
const used = [{ file: path, users: [{ file: "src/App.tsx", line: 3 }] }];

describe("a new file", () => {
  test.each([
    ["its starter is known at once", true, {}, "export const trees = 1;", 1],
    ["its starter is known after it was made", false, {}, "export const trees = 1;", 1],
    ["somebody wrote into it meanwhile", false, { size: 4 }, "export const trees = 1;", 0],
    ["no shelf says how it begins", false, {}, undefined, 0],
    ["nobody can tell", false, {}, new Error("stopped"), 0],
  ])("%s", async (_, isEarly, then, answer, edits) => {
    const { operations, answers, seen } = editor();
    const asked = operations.willCreate({ files });
    const tell = (): void => (answer instanceof Error ? answers[0]?.reject(answer) : answers[0]?.resolve(answer));
    if (isEarly) tell();
    expect(await asked).toBeNull();
    const made = operations.didCreate({ files });
    Object.assign(seen, then);
    if (!isEarly) tell();
    await made;
    expect(seen.edits).toHaveLength(edits);
    if (edits > 0) expect(seen.edits[0]).toContain("export const trees = 1;");
  });

  test("that nobody asked about beforehand stays as it is", async () => {
    const { operations, seen } = editor();
    await operations.didCreate({ files });
    expect(seen.edits).toEqual([]);
  });
});

describe("a file that goes", () => {
  const said = "useTrees.ts is still used, by src/App.tsx:3.";

  test("is waited for if the answer is near, and told of later if it is not", async () => {
    const { operations, answers, seen } = editor();
    const early = operations.willDelete({ files });
    answers[0]?.resolve(used);
    await early;
    expect(seen.warnings).toEqual([said]);
    await operations.willDelete({ files });
    expect(seen.warnings).toEqual([said]);
    answers[1]?.resolve(used);
    await new Promise((resolve) => setImmediate(resolve));
    expect(seen.warnings).toEqual([said, said]);
  });

  test("that nobody uses, or of which nobody can tell, goes without a word", async () => {
    const { operations, answers, seen } = editor();
    const asked = [operations.willDelete({ files }), operations.willDelete({ files })];
    answers[0]?.resolve([]);
    answers[1]?.reject(new Error("stopped"));
    await Promise.all(asked);
    expect(seen.warnings).toEqual([]);
  });
});
