/** The demo app's store gives the same states after the same thousand actions, however its state is kept. */
import { join } from "node:path";
import { pathToFileURL } from "node:url";
import { readFileSync, writeFileSync } from "node:fs";
import { build } from "esbuild";
import { expect, test } from "vitest";
import { demoCopy, run } from "./program.js";

interface Store {
  readonly initialState: object;
  readonly rootReducer: (state: object, action: object) => object;
}

/** The store as a bundler sees it. */
async function storeOf(root: string, name: string): Promise<Store> {
  const outfile = join(root, `${name}.mjs`);
  await build({
    absWorkingDir: root,
    entryPoints: ["src/context/rootReducer.ts"],
    bundle: true,
    format: "esm",
    outfile,
    logLevel: "silent",
  });
  return (await import(pathToFileURL(outfile).href)) as Store;
}

/** A thousand actions, always the same ones: a linear congruence tells which. */
function* actions(): Generator<object> {
  let seed = 7;
  const next = (below: number): number => (seed = (seed * 1103515245 + 12345) % 2147483648) % below;
  const parts = ["harvest", "rota", "swaps", "trees", "weather"];
  for (let count = 0; count < 1000; count += 1) {
    const part = parts[next(parts.length)] ?? "";
    const entry = { id: next(1000), at: count };
    yield next(20) === 0 ? { type: `${part}/loaded`, entries: [entry] } : { type: `${part}/added`, entry };
  }
}

function statesOf({ initialState, rootReducer }: Store): readonly string[] {
  let state: object = initialState;
  // What a reducer does not know it may leave undefined; that is part of what it does.
  return [...actions()].map((action) => JSON.stringify((state = { ...initialState, ...rootReducer(state, action) })));
}

test("the same states in three files, in one, and in several again", async () => {
  const root = demoCopy();
  const begun = statesOf(await storeOf(root, "begun"));
  expect(new Set(begun).size).toBeGreaterThan(500);
  expect((await run(root, ["arrange", "--state", "together", "--write"])).code).toBe(0);
  expect(statesOf(await storeOf(root, "together"))).toEqual(begun);
  expect((await run(root, ["arrange", "--state", "apart", "--write"])).code).toBe(0);
  expect(statesOf(await storeOf(root, "apart"))).toEqual(begun);
  expect((await run(root, ["undo", "--write"])).code).toBe(0);
  expect((await run(root, ["undo", "--write"])).code).toBe(0);
  expect(statesOf(await storeOf(root, "undone"))).toEqual(begun);
});

test("new state is one file where the configuration says so: the file that its three would become", async () => {
  const [apart, one] = [demoCopy(), demoCopy()];
  const configuration = (root: string): string => join(root, "steady-shelf.yaml");
  const path = (root: string): string => join(root, "src/context/reducers/pruningReducer.ts");
  for (const root of [apart, one]) expect((await run(root, ["init", "--write"])).code).toBe(0);
  const kept = readFileSync(configuration(one), "utf8").replace(/^arrangement:.*\n/m, "$&state: together\n");
  writeFileSync(configuration(one), kept);
  const added = await run(one, ["add", "state", "pruning", "--write", "--json"]);
  expect(added.json()).toMatchObject({ made: [{ path: "src/context/reducers/pruningReducer.ts" }] });
  expect((await run(apart, ["add", "state", "pruning", "--write"])).code).toBe(0);
  expect((await run(apart, ["arrange", "--state", "together", "--write"])).code).toBe(0);
  expect(readFileSync(path(one), "utf8")).toBe(readFileSync(path(apart), "utf8"));
});
