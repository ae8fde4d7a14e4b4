/** Files that are removed because others hold what they held: whole or not at all, and brought back. */
import { describe, expect, test } from "vitest";
import { openProject } from "../app/index.js";
import { joinDraft } from "../change/join/index.js";
import { planDraft } from "../change/plan/index.js";
import { at } from "../change/plan/planning.test.suite.js";
import { MemoryStore } from "../files/index.js";
import { applyPlan, planUndo, readHistory, settle, undo } from "./index.js";
import { attempt, caller, contents } from "./changes.test.suite.js";

const files = {
  "src/state/actions.ts": "export const add = 1;\n",
  "src/state/reducer.ts": 'import { add } from "./actions";\nexport const reduce = () => add;\n',
  "src/App.ts": 'import { add } from "./state/actions";\nimport { reduce } from "./state/reducer";\nadd(reduce);\n',
};

function storeOf(): MemoryStore {
  const store = new MemoryStore(files);
  store.remove(at("src/state/actions.ts"));
  store.create(at("src/state/actions.ts"), Buffer.from(files["src/state/actions.ts"]), 0o755);
  return store;
}

const project = await openProject(storeOf());
const { draft } = await joinDraft(project, {
  files: [at("src/state/actions.ts"), at("src/state/reducer.ts")],
  target: at("src/state.ts"),
});
const plan = await planDraft(project, draft);
const apply = (store: MemoryStore): string =>
  applyPlan({ store, tree: project.tree, plan, command: "join", acceptDifferent: false, caller });

const before = contents(storeOf());
const whole = storeOf();
let calls = 0;
whole.beforeChange = (call) => (calls = call);
apply(whole);
whole.beforeChange = undefined;
const after = contents(whole);

test("files go with their folder, and come back with their bytes and their permissions", async () => {
  const store = storeOf();
  apply(store);
  expect(store.stat(at("src/state"))).toBeUndefined();
  expect((await readHistory(store)).changes[0]).toMatchObject({ made: 1, removed: 2, edited: 1, moved: 0 });
  await undo(store, caller);
  expect(contents(store)).toEqual(before);
  expect(store.stat(at("src/state/actions.ts"))?.mode).toBe(0o755);
  expect(store.stat(at("src/state/reducer.ts"))?.mode).toBe(0o644);
});

describe("whole or not at all", () => {
  test("a store that fails once, at any call, is left before or after", () => {
    expect(calls).toBeGreaterThan(10);
    for (let call = 1; call <= calls; call += 1) {
      const store = storeOf();
      let made = 0;
      store.beforeChange = () => {
        if ((made += 1) === call) throw new Error("ENOSPC");
      };
      const result = attempt(() => apply(store));
      store.beforeChange = undefined;
      const isThere = result === "fine" || result.includes("in place and whole");
      expect(contents(store), `call ${call}: ${result}`).toEqual(isThere ? after : before);
    }
  });

  test("a run or an undo that is killed at any call is put in order by the next", async () => {
    for (const done of [false, true])
      for (let call = 1; call <= calls + 8; call += 1) {
        const store = storeOf();
        if (done) apply(store);
        let made = 0;
        store.beforeChange = () => {
          if ((made += 1) >= call) throw new Error("killed");
        };
        await (done ? undo(store, caller) : Promise.resolve(attempt(() => apply(store)))).catch(() => undefined);
        store.beforeChange = undefined;
        await settle(store, caller);
        expect([before, after], `killed at ${call}`).toContainEqual(contents(store));
      }
  });
});

describe("nothing is lost", () => {
  test("a file that was edited since the plan is not removed", () => {
    const store = storeOf();
    store.remove(at("src/state/actions.ts"));
    store.create(at("src/state/actions.ts"), Buffer.from("export const add = 2;\n"), 0o644);
    expect(() => apply(store)).toThrow(
      expect.objectContaining({ code: "CHANGED_SINCE", detail: { paths: ["src/state/actions.ts"] } }) as Error,
    );
  });

  test("what came to stand in the place of a removed file stays", async () => {
    const store = storeOf();
    apply(store);
    store.makeFolder(at("src/state"));
    store.create(at("src/state/actions.ts"), Buffer.from("mine"), 0o644);
    await expect(planUndo(store)).rejects.toThrow(expect.objectContaining({ code: "CHANGED_SINCE_CHANGE" }) as Error);
    expect(store.read(at("src/state/actions.ts")).toString()).toBe("mine");
  });
});
