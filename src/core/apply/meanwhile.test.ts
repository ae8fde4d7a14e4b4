/** What somebody else does while a change is carried out: nothing of it is lost, and nothing is overwritten. */
import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { ShelfError } from "../base/errors.js";
import { openProject } from "../app/index.js";
import { planMoves } from "../change/plan/index.js";
import { at, moveOf } from "../change/plan/planning.test.suite.js";
import { MemoryStore } from "../files/index.js";
import { applyPlan, planPrune, planUndo, prune, readHistory, settle, undo, type Caller } from "./index.js";
import { caller, contents } from "./changes.test.suite.js";
import { runs } from "../base/trial.test.suite.js";

const files = {
  "a.ts": "import './b';",
  "b.ts": "import './main';",
  "main.ts": "import './a'; import './b';",
  "gone/x.ts": "import '../main';",
  "pic.png": "\u0000png",
};
const moves = ["a.ts > new/a.ts", "gone/x.ts > x.ts", "pic.png > new/pic.png"];

/** Carries it out; before the n-th changing call, somebody does something. Gives the error's code, or `fine`. */
async function carriedOut(store: MemoryStore, call: number, somebody: () => void, by = caller): Promise<string> {
  const project = await openProject(store);
  const plan = await planMoves(project, moves.map(moveOf));
  let calls = 0;
  store.beforeChange = () => {
    if ((calls += 1) !== call) return;
    // What somebody else does is no call of ours.
    const ours = store.beforeChange;
    store.beforeChange = undefined;
    somebody();
    store.beforeChange = ours;
  };
  try {
    applyPlan({ store, plan, tree: project.tree, command: "move", acceptDifferent: true, caller: by });
    return "fine";
  } catch (error) {
    return error instanceof ShelfError ? error.code : String(error);
  } finally {
    store.beforeChange = undefined;
  }
}

/** As an editor saves: a new file takes the name, whatever was there. */
function save(store: MemoryStore, path: string, text: string): void {
  if (store.stat(at("mine.tmp"))) store.remove(at("mine.tmp"));
  for (const folder of ["new", "gone"])
    if (path.startsWith(`${folder}/`) && !store.stat(at(folder))) store.makeFolder(at(folder));
  store.create(at("mine.tmp"), Buffer.from(text), 0o644);
  store.rename(at("mine.tmp"), at(path));
}

/** Every text that is anywhere on the disk, ours included. */
const everywhere = (store: MemoryStore): string => Object.values(store.snapshot()).join("\n");

describe("an editor saves", () => {
  test.each(["a.ts", "b.ts", "main.ts", "gone/x.ts", "new/a.ts", "x.ts", "new/pic.png", "other.ts"])(
    "%s, at any moment: the text is there afterwards, and so is every original",
    async (path) => {
      for (let call = 1; call < 60; call += 1) {
        const store = new MemoryStore(files);
        const saved: string[] = [];
        const result = await carriedOut(store, call, () => {
          save(store, path, `// saved ${path}`);
          saved.push(path);
        });
        // The change has no more calls than that.
        if (saved.length === 0) return expect(call).toBeGreaterThan(30);
        expect(everywhere(store), `${path} at ${call}: ${result}`).toContain(`// saved ${path}`);
        const all = everywhere(store);
        if (result !== "fine")
          for (const [name, text] of Object.entries(files))
            if (name !== path) expect(all, `${name} at ${call}: ${result}`).toContain(text);
        expect(["fine", "CHANGED_SINCE", "MET_ANOTHER", "ROLLED_BACK"], `${path} at ${call}`).toContain(result);
        // What was put there under our own names is not left behind.
        expect(Object.keys(contents(store)).filter((name) => name.endsWith(".tmp"))).toEqual([]);
      }
    },
  );

  test("into a file that it had open: the change is undone, and the text stays", async () => {
    const results: (readonly [string, string])[] = [];
    for (let call = 1; call < 60 && results.length === 0; call += 1) {
      const store = new MemoryStore(files);
      const held: string[] = [];
      const result = await carriedOut(store, call, () => {
        const isOld = ([path, text]: [string, string]): boolean =>
          /changes\/.*\/old\/\d+$/.test(path) && text.includes(files["main.ts"]);
        held.push(
          ...Object.entries(store.snapshot())
            .filter(isOld)
            .map(([path]) => path),
        );
        for (const path of held) store.write(at(path), Buffer.from("// typed into the old file"));
      });
      if (held.length > 0) results.push([result, store.read(at("main.ts")).toString()]);
    }
    expect(results).toEqual([["MET_ANOTHER", "// typed into the old file"]]);
  });
});

describe("a target that appears", () => {
  test("is never overwritten, and all is as it was", async () => {
    const before = contents(new MemoryStore(files));
    const met: string[] = [];
    for (let call = 1; call < 60; call += 1) {
      const store = new MemoryStore(files);
      const result = await carriedOut(store, call, () => {
        if (!store.stat(at("new"))) store.makeFolder(at("new"));
        if (!store.stat(at("new/pic.png"))) store.create(at("new/pic.png"), Buffer.from("precious"), 0o644);
      });
      if (result === "fine") continue;
      met.push(result);
      const { "new/pic.png": precious, new: folder, ...rest } = contents(store);
      expect(precious).toContain("precious");
      expect(folder).toContain("folder");
      expect(rest).toEqual(before);
    }
    expect(met).toContain("MET_ANOTHER");
  });
});

test("an original whose place is taken is kept, and its place is said", async () => {
  let kept = 0;
  for (let call = 1; call < 60; call += 1) {
    const store = new MemoryStore(files);
    // One save makes the change fail, the other takes the place of what left.
    await carriedOut(store, call, () => {
      if (store.stat(at("gone/x.ts"))) return;
      save(store, "gone/x.ts", "// new at the old place");
      save(store, "x.ts", "// in the way");
    });
    const found = Object.keys(store.snapshot()).filter((path) => /\.steady-shelf\/kept\/.*x\.ts$/.test(path));
    kept += found.length;
    for (const path of found) expect(store.read(at(path)).toString()).toBe(files["gone/x.ts"]);
  }
  expect(kept).toBeGreaterThan(0);
});

describe("one run at a time, really", () => {
  const running = (pid: number, started?: string): Caller => ({
    ...caller,
    pid,
    isAlive: (other) => other !== 99,
    startOf: (other) => (other === pid ? started : `start of ${other}`),
  });
  const lock = at(".steady-shelf/lock");
  const withLock = (text: string): MemoryStore => new MemoryStore({ ...files, [lock]: text });
  const holder = (pid: number, more: object = {}): string =>
    JSON.stringify({ pid, host: "here", at: "2026-11-23T10:00:00Z", ...more });

  test.each([
    ["an empty lock is somebody's", "", "LOCK_UNREADABLE"],
    ["so is one that cannot be read", "{", "LOCK_UNREADABLE"],
    ["a run that goes on", holder(9, { started: "start of 9" }), "LOCKED"],
    ["a run of an older version that goes on", holder(9), "LOCKED"],
    ["a process that was given a dead run's number", holder(9, { started: "yesterday" }), "fine"],
    ["a run that is gone", holder(99), "fine"],
  ])("%s", async (_, text, wanted) => {
    expect(await carriedOut(withLock(text), 0, () => undefined, running(7, "today"))).toBe(wanted);
  });

  test("of two runs that take a dead lock over, at any moment, at most one goes on", async () => {
    const outcomes = new Set<string>();
    for (let call = 1; call < 12; call += 1) {
      const store = withLock(holder(99));
      let second = "not tried";
      const first = await carriedOut(
        store,
        call,
        () => {
          try {
            // The other run gets as far as it can while this one stands still.
            const other = running(8, "start of 8");
            holdFor(store, other, () => (second = "held"));
          } catch (error) {
            second = error instanceof ShelfError ? error.code : String(error);
          }
        },
        running(7, "start of 7"),
      );
      // Where the second ran to its end while the first stood still, the first comes after it.
      expect(["fine", "LOCKED"], `call ${call}`).toContain(first);
      expect(["held", "LOCKED", "not tried"], `call ${call}`).toContain(second);
      outcomes.add(`${first}, ${second}`);
      expect(store.stat(lock), `call ${call}: ${first}, ${second}`).toBeUndefined();
      expect(Object.keys(store.snapshot()).filter((path) => path.includes("lock.claim"))).toEqual([]);
    }
    // The one stands back from the other's claim, and from its lock.
    expect([...outcomes]).toContain("fine, LOCKED");
  });

  test("a half-done change is found without a lock, too", async () => {
    const before = contents(new MemoryStore(files));
    for (let call = 1; call < 50; call += 1) {
      const store = new MemoryStore(files);
      const project = await openProject(store);
      const plan = await planMoves(project, moves.map(moveOf));
      let calls = 0;
      store.beforeChange = () => {
        if ((calls += 1) >= call) throw new Error("killed");
      };
      try {
        applyPlan({ store, plan, tree: project.tree, command: "move", acceptDifferent: true, caller });
      } catch {
        // Killed.
      }
      store.beforeChange = undefined;
      const after = contents(store);
      // Somebody follows the advice for a lock of another machine.
      if (store.stat(lock)) store.remove(lock);
      await settle(store, caller);
      expect([before, after], `killed at ${call}`).toContainEqual(contents(store));
    }
  });

  test("what was put in order first makes the plan stale, and that is said", async () => {
    const store = new MemoryStore(files);
    const project = await openProject(store);
    const plan = await planMoves(project, moves.map(moveOf));
    const begun = new MemoryStore(files);
    await carriedOut(begun, 0, () => undefined);
    store.makeFolder(at(".steady-shelf"));
    store.makeFolder(at(".steady-shelf/changes"));
    const folder = ".steady-shelf/changes/2026-11-23T09-00-00Z-1";
    for (const each of [folder, `${folder}/new`, `${folder}/old`]) store.makeFolder(at(each));
    const record = { version: 2, id: "2026-11-23T09-00-00Z-1", at: "2026-11-23T09:00:00Z", command: "move", items: [] };
    store.create(
      at(`${folder}/journal.json`),
      Buffer.from(JSON.stringify({ ...record, foldersMade: [], foldersEmptied: [] })),
      0o644,
    );
    store.create(at(`${folder}/progress`), Buffer.from("moving\n"), 0o644);
    expect(() => applyPlan({ store, plan, tree: project.tree, command: "m", acceptDifferent: true, caller })).toThrow(
      expect.objectContaining({ code: "PUT_IN_ORDER" }) as Error,
    );
    expect(store.stat(at("a.ts"))?.kind).toBe("file");
  });
});

/** Takes the lock as a change does, and gives it back. */
function holdFor(store: MemoryStore, by: Caller, work: () => void): void {
  prune(store, { changes: [], undoable: 0 }, by);
  work();
}

describe("journals", () => {
  async function changed(): Promise<{ store: MemoryStore; id: string; folder: string }> {
    const store = new MemoryStore(files);
    await carriedOut(store, 0, () => undefined);
    const id = (await readHistory(store)).changes[0]?.id ?? "";
    return { store, id, folder: `.steady-shelf/changes/${id}` };
  }
  const put = (store: MemoryStore, path: string, text: string): void => {
    if (store.stat(at(path))) store.remove(at(path));
    store.create(at(path), Buffer.from(text), 0o644);
  };

  test("one that cannot be read blocks nothing but itself", async () => {
    const { store, folder } = await changed();
    put(store, `${folder}/journal.json`, "{ half");
    const project = await openProject(store);
    const plan = await planMoves(project, [moveOf("b.ts > c.ts")]);
    applyPlan({ store, plan, tree: project.tree, command: "move", acceptDifferent: true, caller });
    const history = await readHistory(store);
    expect(history.changes).toHaveLength(1);
    expect(history.unreadable.map(({ path }) => path)).toEqual([folder]);
    await undo(store, caller);
    expect(store.stat(at("b.ts"))?.kind).toBe("file");
  });

  test("a later version is named as such, and nothing of it is touched", async () => {
    const { store, folder } = await changed();
    put(store, `${folder}/journal.json`, '{ "version": 3 }');
    expect((await readHistory(store)).unreadable[0]?.reason).toMatch(/newer Steady Shelf \(version 3\)/);
    put(store, `${folder}/progress`, "painting\n");
    const before = store.snapshot();
    await expect(settle(store, caller)).rejects.toThrow(expect.objectContaining({ code: "JOURNAL_NEWER" }) as Error);
    expect(store.snapshot()).toEqual(before);
  });

  test.each(["../out.ts", "/etc/x", ".git/hooks/pre-commit", "a/../../b", ".STEADY-SHELF/lock", "a\0b", "", "a//b"])(
    "a path that no file of the project can have (%j) is refused",
    async (path) => {
      const { store, folder, id } = await changed();
      const record = { version: 2, id, at: "", command: "", foldersMade: [], foldersEmptied: [] };
      const items = [{ from: "a.ts", to: path, kind: "move", mode: 0o644 }];
      put(store, `${folder}/journal.json`, JSON.stringify({ ...record, items }));
      expect((await readHistory(store)).unreadable).toHaveLength(1);
      put(store, `${folder}/progress`, "moving\n");
      const before = contents(store);
      await expect(settle(store, caller)).rejects.toThrow(
        expect.objectContaining({ code: "JOURNAL_DAMAGED" }) as Error,
      );
      expect(contents(store)).toEqual(before);
    },
  );

  test("an original that was exchanged is not put back", async () => {
    const { store, folder } = await changed();
    const old = Object.keys(store.snapshot()).find((path) => path.startsWith(`${folder}/old/`)) ?? "";
    put(store, old, "exchanged");
    await expect(planUndo(store)).rejects.toThrow(expect.objectContaining({ code: "JOURNAL_DAMAGED" }) as Error);
  });

  test.each([
    ["a last line", /^append/],
    ["a sync of the last line", /^sync .*progress$/],
  ])("%s that fails is told as what it is, and the change can be undone", async (_, step) => {
    const store = new MemoryStore(files);
    const before = contents(store);
    const project = await openProject(store);
    const plan = await planMoves(project, moves.map(moveOf));
    let marks = 0;
    store.beforeChange = (_call, what) => {
      if (step.test(what) && (marks += 1) >= 4) throw new Error("EIO: i/o error, fsync");
    };
    expect(() => applyPlan({ store, plan, tree: project.tree, command: "m", acceptDifferent: true, caller })).toThrow(
      expect.objectContaining({ code: "UNRECORDED" }) as Error,
    );
    store.beforeChange = undefined;
    expect(contents(store)).not.toEqual(before);
    await settle(store, caller);
    await undo(store, caller);
    expect(contents(store)).toEqual(before);
  });

  test("links come back byte for byte, whatever their texts are", async () => {
    const store = new MemoryStore({ "a.ts": "", "d/b.ts": "" });
    store.makeLink(at("d/latin"), Buffer.from([0x2e, 0x2e, 0x2f, 0xe9]));
    store.makeLink(at("d/up"), Buffer.from("../a.ts"));
    const before = contents(store);
    const project = await openProject(store);
    const plan = await planMoves(project, ["d/up > e/f/up", "d/latin > e/latin"].map(moveOf));
    expect(plan.proof.gaps.map(({ file, reason }) => [file, reason])).toEqual([["d/latin", "link text"]]);
    applyPlan({
      store,
      plan,
      tree: project.tree,
      command: "move",
      acceptDifferent: false,
      acceptUnread: true,
      caller,
    });
    expect(store.readLink(at("e/f/up")).toString()).toBe("../../a.ts");
    expect([...store.readLink(at("e/latin"))]).toEqual([0x2e, 0x2e, 0x2f, 0xe9]);
    await undo(store, caller);
    expect(contents(store)).toEqual(before);
  });

  test("law: whatever a journal's record says, it is used whole or refused by name", async () => {
    const path = fc.oneof(fc.constantFrom("a.ts", "new/a.ts", "../x", ".git/config", "x.ts"), fc.string());
    const item = fc.record({
      from: path,
      to: path,
      kind: fc.constantFrom("move", "content", "link", "create", "remove", "eat"),
      mode: fc.oneof(fc.constantFrom(0o644, 0o755), fc.integer()),
    });
    const record = fc.record(
      {
        version: fc.constantFrom(1, 2, 3, "1"),
        at: fc.string(),
        command: fc.string(),
        items: fc.array(item, { maxLength: 3 }),
        foldersMade: fc.array(fc.record({ path }), { maxLength: 2 }),
        foldersEmptied: fc.array(fc.record({ path, mode: fc.integer() }), { maxLength: 2 }),
      },
      { requiredKeys: [] },
    );
    const stage = fc.constantFrom("moving", "placing", "unplaced", "placed", "done", "taken back", "else");
    await fc.assert(
      fc.asyncProperty(record, stage, async (said, line) => {
        const { store, folder, id } = await changed();
        put(store, `${folder}/journal.json`, JSON.stringify({ id, ...said }));
        put(store, `${folder}/progress`, `${line}\n`);
        const works: (() => Promise<unknown>)[] = [
          () => settle(store, caller),
          () => readHistory(store),
          () => undo(store, caller),
        ];
        for (const work of works)
          await work().catch((error: unknown) => {
            if (!(error instanceof ShelfError)) throw error;
          });
        expect(Object.keys(store.snapshot()).filter((each) => /^\.git|^\.\./.test(each))).toEqual([]);
      }),
      { seed: 6, numRuns: runs(150) },
    );
  });

  test("prune keeps what can be undone, as many as asked, and says what it frees", async () => {
    const store = new MemoryStore({ "a.ts": "1" });
    for (let number = 0; number < 6; number += 1) {
      const project = await openProject(store);
      const plan = await planMoves(project, [moveOf(number % 2 === 0 ? "a.ts > b.ts" : "b.ts > a.ts")]);
      applyPlan({ store, plan, tree: project.tree, command: "move", acceptDifferent: true, caller });
    }
    await undo(store, caller);
    const plan = await planPrune(store, 3);
    expect([plan.changes.length, plan.undoable]).toEqual([4, 2]);
    prune(store, plan, caller);
    const left = (await readHistory(store)).changes;
    expect(left.map(({ undoes, undoneBy }) => [undoes, undoneBy])).toEqual([
      [undefined, undefined],
      [undefined, undefined],
      [undefined, undefined],
    ]);
  });
});
