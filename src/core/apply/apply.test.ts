import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { openProject } from "../app/index.js";
import { planMoves } from "../change/plan/index.js";
import type { Plan } from "../change/plan/index.js";
import { afterwards, at, moveOf, type Files } from "../change/plan/planning.test.suite.js";
import { MemoryStore, type SourceTree } from "../files/index.js";
import { applyPlan, carryOut, changesKept, planUndo, readHistory, settle, undo } from "./index.js";
import { attempt, caller, contents } from "./changes.test.suite.js";
import { runs } from "../base/trial.test.suite.js";

/** Every kind of step: a swap, a chain, another case, an edit in place, a moved edit, a link, a folder that becomes a file. */
const files: Files = {
  "a.ts": "import './b'; import './list';",
  "b.ts": "import './a';",
  "c.ts": "c",
  "Card.tsx": "card",
  "list/index.ts": "import '../c';",
  "old/in/x.ts": "import '../../c';",
  "main.ts": "import './Card'; import './a'; import './old/in/x'; import './list';",
  "links/c.ts": "-> ../c.ts",
  "keep/d.ts": "d",
  "pic.png": "\u0000png",
};
const moves = [
  "a.ts > b.ts",
  "b.ts > a.ts",
  "c.ts > new/deep/c.ts",
  "Card.tsx > card.tsx",
  "list/index.ts > list",
  "old/in/x.ts > x.ts",
  "links/c.ts > links/e.ts",
  "pic.png > new/pic.png",
];

async function planned(store: MemoryStore, list: readonly string[] = moves): Promise<{ plan: Plan; tree: SourceTree }> {
  const project = await openProject(store);
  return { plan: await planMoves(project, list.map(moveOf)), tree: project.tree };
}

async function applied(store: MemoryStore, list?: readonly string[]): Promise<string> {
  return applyPlan({ store, ...(await planned(store, list)), command: "move", acceptDifferent: true, caller });
}

describe.each([false, true])("a change (file system that ignores case: %s)", (ignoresCase) => {
  test("does what the plan says, and undo takes it back byte for byte", async () => {
    const store = new MemoryStore(files, { ignoresCase });
    const before = contents(store);
    const { plan, tree } = await planned(store);
    applyPlan({ store, plan, tree, command: "move", acceptDifferent: true, caller });
    const texts = Object.fromEntries(
      Object.entries(afterwards(files, plan)).filter(([, text]) => !text.startsWith("-> ")),
    );
    for (const [path, text] of Object.entries(texts)) expect(store.read(at(path)).toString(), path).toBe(text);
    expect(store.readLink(at("links/e.ts")).toString()).toBe("../new/deep/c.ts");
    expect(store.stat(at("old"))).toBeUndefined();
    await undo(store, caller);
    expect(contents(store)).toEqual(before);
  });
});

describe("whole or not at all", () => {
  /** The number of changing calls of an undisturbed run. */
  async function callsOf(run: (store: MemoryStore) => unknown, store: MemoryStore): Promise<number> {
    let calls = 0;
    store.beforeChange = (call) => (calls = call);
    await run(store);
    store.beforeChange = undefined;
    return calls;
  }

  test("a store that fails once, at any call, is left before or after", async () => {
    const before = contents(new MemoryStore(files));
    const whole = new MemoryStore(files);
    const calls = await callsOf(() => applied(whole), whole);
    const after = contents(whole);
    expect(calls).toBeGreaterThan(40);
    for (let at = 1; at <= calls; at += 1) {
      const store = new MemoryStore(files);
      const { plan, tree } = await planned(store);
      store.beforeChange = failOnceAt(at);
      const result = attempt(() => applyPlan({ store, plan, tree, command: "move", acceptDifferent: true, caller }));
      store.beforeChange = undefined;
      expect([before, after], `call ${at}`).toContainEqual(contents(store));
      const isThere = result === "fine" || result.includes("in place and whole");
      expect(contents(store), `call ${at}: ${result}`).toEqual(isThere ? after : before);
    }
  });

  test("a run that is killed at any call is put in order by the next, even if that is killed too", async () => {
    const before = contents(new MemoryStore(files));
    const whole = new MemoryStore(files);
    const calls = await callsOf(() => applied(whole), whole);
    const after = contents(whole);
    for (let at = 1; at <= calls; at += 1) {
      for (const second of [Infinity, 1, 2, 3, 5, 8, 13, 21]) {
        const store = new MemoryStore(files);
        const { plan, tree } = await planned(store);
        let dead = at;
        store.beforeChange = (call) => {
          if (call >= dead) throw new Error("killed");
        };
        attempt(() => applyPlan({ store, plan, tree, command: "move", acceptDifferent: true, caller }));
        let calls = 0;
        dead = second;
        store.beforeChange = () => {
          if ((calls += 1) >= dead) throw new Error("killed again");
        };
        await settle(store, caller).catch(() => undefined);
        store.beforeChange = undefined;
        await settle(store, caller);
        expect([before, after], `killed at ${at}, then at ${second}`).toContainEqual(contents(store));
        expect(store.stat(at_lock)).toBeUndefined();
      }
    }
  });

  test("an undo that fails at any call leaves all as it was, or undone", async () => {
    const store = new MemoryStore(files);
    const before = contents(store);
    await applied(store);
    const after = contents(store);
    for (let call = 1; call < 200; call += 1) {
      const other = new MemoryStore(files);
      await applied(other);
      let calls = 0;
      other.beforeChange = () => {
        if ((calls += 1) === call) throw new Error("disk full");
      };
      const result = await undo(other, caller).then(() => "fine", String);
      other.beforeChange = undefined;
      expect([before, after]).toContainEqual(contents(other));
      if (result === "fine" && calls < call) return;
    }
    throw new Error("the undo never ran through");
  });
});

const at_lock = at(".steady-shelf/lock");

function failOnceAt(number: number): (call: number) => void {
  return (call) => {
    if (call === number) throw Object.assign(new Error("ENOSPC: no space left on device"), { code: "ENOSPC" });
  };
}

describe("what a change stands on", () => {
  test("a file that changed since is refused by name, and nothing is written", async () => {
    const store = new MemoryStore(files);
    const { plan, tree } = await planned(store);
    store.remove(at("main.ts"));
    store.create(at("main.ts"), Buffer.from("// edited meanwhile"), 0o644);
    const before = contents(store);
    expect(() => applyPlan({ store, plan, tree, command: "move", acceptDifferent: true, caller })).toThrow(
      expect.objectContaining({ code: "CHANGED_SINCE", detail: { paths: ["main.ts"] } }) as Error,
    );
    expect(contents(store)).toEqual(before);
  });

  test("a target that came since is refused", async () => {
    const store = new MemoryStore({ "a.ts": "" });
    const { plan, tree } = await planned(store, ["a.ts > b.ts"]);
    store.create(at("b.ts"), Buffer.from("precious"), 0o644);
    expect(() => applyPlan({ store, plan, tree, command: "move", acceptDifferent: false, caller })).toThrow(
      /exists already/,
    );
    expect(store.read(at("b.ts")).toString()).toBe("precious");
  });

  test("a proof that does not hold is refused, unless that is accepted", async () => {
    const store = new MemoryStore({ "p.ios.ts": "", "p.android.ts": "", "a.ts": "import './p';" });
    const made = await planned(store, ["p.ios.ts > x/p.ios.ts"]);
    expect(() => applyPlan({ store, ...made, command: "move", acceptDifferent: false, caller })).toThrow(
      expect.objectContaining({ code: "PROOF_FAILS" }) as Error,
    );
    applyPlan({ store, ...made, command: "move", acceptDifferent: true, caller });
    expect(store.stat(at("x/p.ios.ts"))?.kind).toBe("file");
  });

  test("modes survive, in place and moved, there and back", async () => {
    const store = new MemoryStore();
    store.create(at("run.ts"), Buffer.from("1"), 0o755);
    store.create(at("stay.ts"), Buffer.from("1"), 0o600);
    const content = (path: string, to: string) => ({
      from: at(path),
      to: at(to),
      kind: "content" as const,
      after: Buffer.from("2"),
    });
    carryOut(
      store,
      {
        command: "x",
        items: [content("run.ts", "go.ts"), content("stay.ts", "stay.ts")],
        foldersMade: [],
        foldersEmptied: [],
      },
      caller,
    );
    expect([store.stat(at("go.ts"))?.mode, store.stat(at("stay.ts"))?.mode]).toEqual([0o755, 0o600]);
    await undo(store, caller);
    expect([store.stat(at("run.ts"))?.mode, store.stat(at("stay.ts"))?.mode]).toEqual([0o755, 0o600]);
  });
});

describe("undo and history", () => {
  test("edits made after a change are not lost", async () => {
    const store = new MemoryStore(files);
    await applied(store);
    store.remove(at("main.ts"));
    store.create(at("main.ts"), Buffer.from("// new work"), 0o644);
    await expect(planUndo(store)).rejects.toThrow(
      expect.objectContaining({ code: "CHANGED_SINCE_CHANGE", detail: { paths: ["main.ts"] } }) as Error,
    );
  });

  test("a file that came where one has to go back to is not overwritten", async () => {
    const store = new MemoryStore(files);
    await applied(store);
    store.makeFolder(at("old"));
    store.makeFolder(at("old/in"));
    store.create(at("old/in/x.ts"), Buffer.from("precious"), 0o644);
    await expect(undo(store, caller)).rejects.toThrow(/exists already/);
  });

  test("changes are listed newest first, and undone one after the other", async () => {
    const store = new MemoryStore({ "a.ts": "1" });
    await applied(store, ["a.ts > b.ts"]);
    await applied(store, ["b.ts > c.ts"]);
    await undo(store, caller);
    expect(
      (await readHistory(store)).changes.map((change) => [change.undoes !== undefined, change.undoneBy !== undefined]),
    ).toEqual([
      [true, false],
      [false, true],
      [false, false],
    ]);
    await undo(store, caller);
    expect(store.stat(at("a.ts"))?.kind).toBe("file");
    await expect(undo(store, caller)).rejects.toThrow(expect.objectContaining({ code: "NOTHING_TO_UNDO" }) as Error);
  });

  test("only so many changes are kept", async () => {
    const store = new MemoryStore({ "a.ts": "1" });
    for (let number = 0; number < changesKept + 3; number += 1)
      await applied(store, number % 2 === 0 ? ["a.ts > b.ts"] : ["b.ts > a.ts"]);
    expect((await readHistory(store)).changes).toHaveLength(changesKept);
  });

  test("forty moves allow forty undos: undos push no originals out", async () => {
    const store = new MemoryStore({ "a.ts": "1" });
    for (let number = 0; number < 40; number += 1)
      await applied(store, number % 2 === 0 ? ["a.ts > b.ts"] : ["b.ts > a.ts"]);
    for (let number = 0; number < 40; number += 1) await undo(store, caller);
    expect(store.stat(at("a.ts"))?.kind).toBe("file");
    await expect(undo(store, caller)).rejects.toThrow(expect.objectContaining({ code: "NOTHING_TO_UNDO" }) as Error);
  });
});

describe("one run at a time", () => {
  const holder = (pid: number, host: string) => Buffer.from(JSON.stringify({ pid, host, at: "2026-11-23T10:00:00Z" }));
  test.each([
    ["a run that is going on", holder(9, "here"), true, "LOCKED"],
    ["a run on another machine", holder(9, "there"), false, "LOCK_FOREIGN"],
  ])("%s is waited for", async (_, lock, alive, code) => {
    const store = new MemoryStore({ "a.ts": "1" });
    store.makeFolder(at(".steady-shelf"));
    store.create(at_lock, lock, 0o644);
    const made = await planned(store, ["a.ts > b.ts"]);
    expect(() =>
      applyPlan({
        store,
        ...made,
        command: "move",
        acceptDifferent: false,
        caller: { ...caller, isAlive: () => alive },
      }),
    ).toThrow(expect.objectContaining({ code }) as Error);
    expect(store.stat(at("a.ts"))?.kind).toBe("file");
  });

  test("a lock whose process is gone is taken over", async () => {
    const store = new MemoryStore({ "a.ts": "1" });
    store.makeFolder(at(".steady-shelf"));
    store.create(at_lock, holder(9, "here"), 0o644);
    await applied(store, ["a.ts > b.ts"]);
    expect(store.stat(at("b.ts"))?.kind).toBe("file");
  });
});

test("any moves, carried out and undone, leave every byte", async () => {
  const name = fc.constantFrom("a", "b", "c", "d", "e", "f");
  const path = fc.tuple(fc.constantFrom("", "x/", "x/y/", "z/"), name).map(([folder, base]) => `${folder}${base}.ts`);
  await fc.assert(
    fc.asyncProperty(
      fc.uniqueArray(path, { minLength: 2, maxLength: 8 }),
      fc.uniqueArray(path, { minLength: 8, maxLength: 8 }),
      async (sources, targets) => {
        const all = Object.fromEntries(
          sources.map((source, index) => [
            source,
            `// ${index}\nimport "./${sources[(index + 1) % sources.length]?.replace(/^.*\//, "").replace(".ts", "")}";\n`,
          ]),
        );
        const store = new MemoryStore(all);
        const before = contents(store);
        const list = sources.map((source, index) => `${source} > ${targets[index]}`);
        await applied(store, list);
        const moved = Object.keys(contents(store)).filter((each) => each.endsWith(".ts"));
        expect(moved.sort()).toEqual([...targets.slice(0, sources.length)].sort());
        if (list.some((line) => moveOf(line).from !== moveOf(line).to)) await undo(store, caller);
        expect(contents(store)).toEqual(before);
      },
    ),
    { seed: 3, numRuns: runs(60) },
  );
});
