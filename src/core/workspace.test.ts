/** A project that stays open: after any change it says what a new look would say, and it is told what that has cost. */
import fc from "fast-check";
import { describe, expect, test } from "vitest";
import type { ProjectPath } from "./base/paths.js";
import { draftOf } from "./change/plan/index.js";
import { MemoryStore, type FileReader } from "./files/index.js";
import { analyse, type Analysis } from "./insight/analysis.js";
import { check, type Checked } from "./insight/rules/index.js";
import { Workspace, type Effort } from "./workspace.js";
import { runs } from "./base/trial.test.suite.js";

const at = (path: string): ProjectPath => path as ProjectPath;

const app = {
  "package.json": '{ "name": "pippin-row", "dependencies": { "react": "19" } }',
  "steady-shelf.yaml": "version: 1\nstack: react-web\narrangement: feature-first\nsource: src\n",
  "src/main.tsx": 'import { HarvestScreen } from "./features/harvest/screens/HarvestScreen";\n',
  "src/features/harvest/screens/HarvestScreen.tsx":
    'import { Basket } from "../components/basket";\nimport "./gone";\nexport function HarvestScreen() { return <Basket />; }\n',
  "src/features/harvest/components/basket.tsx": "export function Basket() { return <i />; }\n",
  "src/features/harvest/components/Basket.module.css": ".a { background: url(./nowhere.png); }\n",
  "src/assets/theme/theme.scss": '@use "colors";\n',
  "src/assets/theme/_colors.scss": "$green: green;\n",
  "src/features/trees/components/TreeCard.tsx": "export function TreeCard() { return <b />; }\n",
};
const screen = "src/features/harvest/screens/HarvestScreen.tsx";

/** What is known and found, comparable. */
function told({ graph, apps }: Analysis, checked: readonly Checked[]): string {
  const known = {
    references: [...graph.files.values()].map(({ path, references, reading }) => [path, references, reading.exports]),
    entries: apps.map(({ catalogue }) => [...catalogue.entries.values()]),
    findings: checked.map(({ fresh, accepted, gone, unread }) => [fresh, accepted, gone, unread]),
  };
  return JSON.stringify(known, undefined, 1);
}

async function toldBy(workspace: Workspace): Promise<string> {
  const checked = await workspace.findings();
  return told(await workspace.look(), checked);
}

async function toldAnew(files: Readonly<Record<string, string>>): Promise<string> {
  const analysis = await analyse(new MemoryStore(files), { standing: at("") });
  return told(analysis, check(analysis));
}

describe("what an edit costs", () => {
  test.each<[string, string, string | null, Effort]>([
    ["a comment before all else shifts places", screen, `// new\n\n${app[screen]}`, "places"],
    ["a reference more is one file", screen, `import "./other";\n${app[screen]}`, "one file"],
    ["another export is one file", screen, app[screen].replace("HarvestScreen()", "Harvest()"), "one file"],
    ["a URL in a sheet is one file", "src/features/harvest/components/Basket.module.css", ".b {}\n", "one file"],
    ["a sheet that takes in another is all", "src/assets/theme/theme.scss", "a {}\n", "everything"],
    ["a new file is all", "src/features/trees/components/Leaf.tsx", "export const Leaf = 1;\n", "everything"],
    ["settings are all", "package.json", '{ "name": "pippin-row" }', "everything"],
    [
      "the configuration is all",
      "steady-shelf.yaml",
      `${app["steady-shelf.yaml"]}words: { screen: pages }\n`,
      "everything",
    ],
  ])("%s", async (_, path, text, effort) => {
    const workspace = new Workspace(new MemoryStore(app));
    await workspace.findings();
    expect(workspace.effort).toBe("everything");
    await workspace.findings();
    expect(workspace.effort).toBe("nothing");
    workspace.update([{ path: at(path), text }]);
    const checked = await workspace.findings();
    expect(workspace.effort).toBe(effort);
    expect(told(await workspace.look(), checked)).toEqual(await toldAnew({ ...app, [path]: text ?? "" }));
    // Closed without being saved, the disk counts again.
    workspace.update([{ path: at(path), text: null }]);
    expect(await toldBy(workspace)).toEqual(await toldAnew(app));
  });
});

test("there is something to find, and it moves with its line", async () => {
  const workspace = new Workspace(new MemoryStore(app));
  const placeOf = async (): Promise<unknown> =>
    (await workspace.findings())[0]?.fresh.find(({ rule, file }) => rule === "unresolved-path" && file === screen)?.at;
  expect(await placeOf()).toEqual({ line: 2, column: 9 });
  workspace.update([{ path: at(screen), text: `\n\n${app[screen]}` }]);
  expect(await placeOf()).toEqual({ line: 4, column: 9 });
  expect(workspace.effort).toBe("places");
});

test("a change on the disk is taken in when one is told of it", async () => {
  const store = new MemoryStore(app);
  const workspace = new Workspace(store);
  await workspace.findings();
  store.remove(at(screen));
  store.create(at(screen), Buffer.from("export function HarvestScreen() { return <p />; }\n"), 0o644);
  workspace.update([{ path: at(screen) }]);
  expect(await toldBy(workspace)).toEqual(await toldAnew({ ...app, [screen]: store.read(at(screen)).toString() }));
  store.remove(at("src/main.tsx"));
  workspace.update([{ path: at("src/main.tsx") }]);
  const rest = Object.fromEntries(Object.entries(app).filter(([path]) => path !== "src/main.tsx"));
  expect(await toldBy(workspace)).toEqual(await toldAnew({ ...rest, [screen]: store.read(at(screen)).toString() }));
});

test("a plan stands on open documents, and a search never passes one by", async () => {
  // A store that answers searches, as git does, by what is on the disk.
  const store = new MemoryStore(app);
  const search = (texts: readonly string[]): Promise<ReadonlySet<ProjectPath>> => {
    const holds = (path: string): boolean => texts.some((text) => store.read(at(path)).includes(text));
    return Promise.resolve(new Set(Object.keys(app).filter(holds).map(at)));
  };
  const searching = new Proxy<FileReader>(store, {
    get: (_, name): unknown => {
      const value: unknown = name === "search" ? search : Reflect.get(store, name, store);
      return typeof value === "function" ? (value.bind(store) as unknown) : value;
    },
  });
  const workspace = new Workspace(searching);
  const card = at("src/features/trees/components/TreeCard.tsx");
  workspace.update([{ path: at(screen), text: 'import { TreeCard } from "../../trees/components/TreeCard";\n' }]);
  const move = { from: card, to: at("src/shared/components/TreeCard.tsx"), why: "asked" } as const;
  const wanted = [
    { file: screen, before: "../../trees/components/TreeCard", after: "../../../shared/components/TreeCard" },
  ];
  const plan = await workspace.plan(({ tree }) => draftOf(tree, { moves: [move] }));
  expect(plan.edits).toMatchObject(wanted);
  expect(plan.proof.outcome).toBe("holds");
  const project = await workspace.project();
  const { planMoves } = await import("./change/plan/index.js");
  expect((await planMoves(project, [move])).edits).toMatchObject(wanted);
});

test("work that is stopped leaves the workspace as it was, and can be asked for again", async () => {
  const workspace = new Workspace(new MemoryStore(app));
  const before = await toldBy(workspace);
  const stop = new AbortController();
  workspace.update([{ path: at("src/new.ts"), text: "export {};\n" }]);
  stop.abort();
  await expect(workspace.findings({ signal: stop.signal })).rejects.toThrow(
    expect.objectContaining({ code: "STOPPED" }) as Error,
  );
  workspace.update([{ path: at("src/new.ts"), text: null }]);
  expect(await toldBy(workspace)).toEqual(before);
  const later = new AbortController();
  const asked = new Workspace(new MemoryStore(app)).look({ signal: later.signal, progress: () => later.abort() });
  await expect(asked.then(() => undefined)).rejects.toThrow(expect.objectContaining({ code: "STOPPED" }) as Error);
});

test("an edit that changes what is concluded from letters alone is looked at again, also after another that was not", async () => {
  const routes = "src/features/harvest/routes.tsx";
  const text = `import { HarvestScreen } from "./screens/HarvestScreen";\nexport const routes = [\n  { path: "/harvest", element: <HarvestScreen /> },\n  { path: "/picked", element: <HarvestScreen /> },\n];\n`;
  const workspace = new Workspace(new MemoryStore({ ...app, [routes]: text }));
  const rules = async (): Promise<readonly string[]> =>
    (await workspace.findings()).flatMap(({ fresh }) => fresh.map(({ rule }) => rule));
  expect(await rules()).not.toContain("registered-twice");
  workspace.update([{ path: at(screen), text: `// new\n${app[screen]}` }]);
  expect(await rules()).not.toContain("registered-twice");
  expect(workspace.effort).toBe("places");
  workspace.update([{ path: at(routes), text: text.replace("/picked", "/harvest") }]);
  expect(await rules()).toContain("registered-twice");
  expect(workspace.effort).toBe("one file");
  workspace.update([{ path: at(routes), text: null }]);
  expect(await rules()).not.toContain("registered-twice");
});

test("law: after any edits, in any order, it says what a new look says", async () => {
  const lines = fc.constantFrom(
    'import { Basket } from "../components/basket";\n',
    'import { TreeCard } from "../../trees/components/TreeCard";\n',
    "// a comment\n",
    "\n",
    "export const a = 1;\n",
    "export function useRota() { return 1; }\n",
    'import "./gone";\n',
    "const broken = ;\n",
    // Told by letters of which a file says nothing else.
    'export const one = [{ path: "/a", element: <Basket /> }];\n',
    'export const two = [{ path: "/a", element: <Basket /> }, { path: "/a", element: <Basket /> }];\n',
  );
  const path = fc.constantFrom(
    screen,
    "src/main.tsx",
    "src/features/harvest/components/basket.tsx",
    "src/helpers/new.ts",
  );
  const text = fc.array(lines, { maxLength: 4 }).map((parts) => parts.join(""));
  await fc.assert(
    fc.asyncProperty(fc.array(fc.tuple(path, fc.option(text)), { minLength: 1, maxLength: 5 }), async (edits) => {
      const workspace = new Workspace(new MemoryStore(app));
      await workspace.findings();
      const files = new Map<string, string>(Object.entries(app));
      for (const [file, now] of edits) {
        workspace.update([{ path: at(file), text: now }]);
        const original = (app as Readonly<Record<string, string>>)[file];
        if (now !== null) files.set(file, now);
        else if (original !== undefined) files.set(file, original);
        else files.delete(file);
        expect(await toldBy(workspace)).toEqual(await toldAnew(Object.fromEntries(files)));
      }
    }),
    { seed: 20261127, numRuns: runs(40) },
  );
});
