/** Files that are made: whole or not at all, and taken back. */
import { describe, expect, test } from "vitest";
import { openProject } from "../app/index.js";
import { planDraft, type Plan } from "../change/plan/index.js";
import { SetupDraft } from "../change/setup/index.js";
import { at } from "../change/plan/planning.test.suite.js";
import { MemoryStore, type SourceTree } from "../files/index.js";
import { applyPlan, planUndo, readHistory, settle, undo } from "./index.js";
import { attempt, caller, contents } from "./changes.test.suite.js";

const files = { "src/list.ts": "// one\r\n// two\r\n", ".gitignore": "dist", "docs/a.md": "a" };

interface DrawnUp {
  readonly plan: Plan;
  readonly tree: SourceTree;
}

async function drawnUp(store: MemoryStore): Promise<DrawnUp> {
  const draft = new SetupDraft(store);
  draft.make(at("src/deep/new/Tree.ts"), "tree\n", "component");
  draft.make(at("src/deep/picture.png"), Buffer.from([0, 255]), "asset");
  draft.edit(at("src/list.ts"), (text) => `${text}// three\n`, "list");
  draft.edit(at(".gitignore"), (text) => `${text}\n.env\n`, "secrets");
  const project = await openProject(store);
  return { plan: await planDraft(project, draft.finish().draft), tree: project.tree };
}

// Planned once: every store of these tests begins with the same files.
const once = await drawnUp(new MemoryStore(files));
const apply = (store: MemoryStore): string => applyDrawn(store, once);

function applyDrawn(store: MemoryStore, { plan, tree }: DrawnUp): string {
  return applyPlan({ store, tree, plan, command: "add tree", acceptDifferent: false, caller });
}

test("files and folders are made, texts gain lines in their own line ends, and undo takes all of it back", async () => {
  const store = new MemoryStore(files);
  const before = contents(store);
  apply(store);
  expect(store.read(at("src/list.ts")).toString()).toBe("// one\r\n// two\r\n// three\r\n");
  expect(store.read(at("src/deep/new/Tree.ts")).toString()).toBe("tree\n");
  expect(store.read(at("src/deep/picture.png"))).toEqual(Buffer.from([0, 255]));
  expect((await readHistory(store)).changes[0]).toMatchObject({ made: 2, edited: 2, moved: 0 });
  await undo(store, caller);
  expect(contents(store)).toEqual(before);
  expect(store.stat(at("src/deep"))).toBeUndefined();
});

test("what a plan says it writes is counted from the new text", async () => {
  const { plan } = await drawnUp(new MemoryStore(files));
  expect(plan.lines).toEqual([
    { file: "src/list.ts", line: 3, text: "// three", why: "list" },
    { file: ".gitignore", line: 2, text: ".env", why: "secrets" },
  ]);
  expect(plan.foldersMade).toEqual(["src/deep", "src/deep/new"]);
});

describe("whole or not at all", () => {
  const before = contents(new MemoryStore(files));
  const whole = new MemoryStore(files);
  let calls = 0;
  whole.beforeChange = (call) => (calls = call);
  apply(whole);
  whole.beforeChange = undefined;
  const after = contents(whole);

  test("a store that fails once, at any call, is left before or after", () => {
    expect(calls).toBeGreaterThan(15);
    for (let at = 1; at <= calls; at += 1) {
      const store = new MemoryStore(files);
      store.beforeChange = (call) => {
        if (call === at) throw new Error("ENOSPC");
      };
      const result = attempt(() => apply(store));
      store.beforeChange = undefined;
      const isThere = result === "fine" || result.includes("in place and whole");
      expect(contents(store), `call ${at}: ${result}`).toEqual(isThere ? after : before);
    }
  });

  test("a run or an undo that is killed at any call is put in order by the next", async () => {
    for (const done of [false, true])
      for (let at = 1; at <= calls + 8; at += 1) {
        const store = new MemoryStore(files);
        if (done) apply(store);
        let made = 0;
        store.beforeChange = () => {
          if ((made += 1) >= at) throw new Error("killed");
        };
        await (done ? undo(store, caller) : Promise.resolve(attempt(() => apply(store)))).catch(() => undefined);
        store.beforeChange = undefined;
        await settle(store, caller);
        expect([before, after], `killed at ${at}`).toContainEqual(contents(store));
      }
  });
});

describe("nothing is lost", () => {
  test.each([
    ["a file", "src/deep/new/Tree.ts"],
    ["a folder's name", "src/deep"],
  ])("%s that came meanwhile is not overwritten", async (_, path) => {
    const store = new MemoryStore(files);
    const drawn = await drawnUp(store);
    for (const folder of ["src/deep", "src/deep/new"]) if (path.startsWith(`${folder}/`)) store.makeFolder(at(folder));
    store.create(at(path), Buffer.from("precious"), 0o644);
    expect(attempt(() => applyDrawn(store, drawn))).not.toBe("fine");
    expect(store.read(at(path)).toString()).toBe("precious");
    expect(store.read(at(".gitignore")).toString()).toBe("dist");
  });

  test("a list that was edited meanwhile is refused by name", async () => {
    const store = new MemoryStore(files);
    const drawn = await drawnUp(store);
    store.remove(at(".gitignore"));
    store.create(at(".gitignore"), Buffer.from("mine"), 0o644);
    expect(() => applyDrawn(store, drawn)).toThrow(
      expect.objectContaining({ code: "CHANGED_SINCE", detail: { paths: [".gitignore"] } }) as Error,
    );
  });

  test("a file that was made and then worked on is not taken back", async () => {
    const store = new MemoryStore(files);
    apply(store);
    store.remove(at("src/deep/new/Tree.ts"));
    store.create(at("src/deep/new/Tree.ts"), Buffer.from("work"), 0o644);
    await expect(planUndo(store)).rejects.toThrow(expect.objectContaining({ code: "CHANGED_SINCE_CHANGE" }) as Error);
  });

  test("a file that was made and thrown away does not stand in the way of an undo; a neighbour keeps its folder", async () => {
    const store = new MemoryStore(files);
    apply(store);
    store.remove(at("src/deep/new/Tree.ts"));
    store.create(at("src/deep/new/mine.ts"), Buffer.from("mine"), 0o644);
    await undo(store, caller);
    expect(contents(store)).toEqual(contents(new MemoryStore({ ...files, "src/deep/new/mine.ts": "mine" })));
  });

  test.each([
    [{ "src/deep": "-> ../docs" }, "THROUGH_LINK"],
    [{ "src/deep": "a file" }, "TARGET_NOT_FOLDER"],
    [{ "src/deep/.git/HEAD": "ref" }, "PLACE_NOT_OURS"],
    [{ "src/deep/picture.png": "mine" }, "NAME_TAKEN"],
  ])("%j is refused (%s)", async (more, code) => {
    const drawn = drawnUp(new MemoryStore({ ...files, ...more }));
    await expect(drawn).rejects.toThrow(expect.objectContaining({ code }) as Error);
  });

  test("a text of mixed line ends, a byte-order mark and another encoding stay", async () => {
    const store = new MemoryStore({});
    const utf16 = Buffer.concat([Buffer.from([0xff, 0xfe]), Buffer.from("a\r\nb\n", "utf16le")]);
    store.create(at("x.txt"), utf16, 0o644);
    const draft = new SetupDraft(store);
    draft.edit(at("x.txt"), (text) => `${text}c\n`, "list");
    const project = await openProject(store);
    applyDrawn(store, { plan: await planDraft(project, draft.finish().draft), tree: project.tree });
    expect(store.read(at("x.txt")).toString("utf16le")).toBe("\ufeffa\r\nb\nc\n");
  });
});
