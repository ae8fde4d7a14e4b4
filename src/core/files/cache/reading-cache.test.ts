/** Readings kept by content: never wrong, whatever happens to the files or to the cache. */
import fc from "fast-check";
import { beforeAll, expect, test } from "vitest";
import { buildGraph } from "../../graph/index.js";
import { languages, readFrom, type LookupRules } from "../../languages/index.js";
import type { ProjectPath } from "../../base/paths.js";
import { MemoryStore, readTree, type FileStore } from "../index.js";
import { analyse } from "../../insight/analysis.js";
import { check } from "../../insight/rules/index.js";
import { findOutput, keepOutput, ReadingCache, TracedReader } from "./index.js";
import { standsAfter } from "./edited.js";
import { packReading, unpackReading } from "./pack.js";
import { digest } from "./traced-reader.js";
import { runs } from "../../base/trial.test.suite.js";

const key = Buffer.alloc(32, 7);

const at = (path: string): ProjectPath => path as ProjectPath;
const rules = languages[0]?.rules as LookupRules;
const cacheFile = at(".steady-shelf/cache/readings");
beforeAll(() => Promise.all(languages.map((language) => language.prepare())));

/** Everything that a graph says, as text. */
async function saidBy(store: FileStore, cache?: ReadingCache): Promise<string> {
  const graph = await buildGraph({ tree: await readTree(store), rules, aliases: [], kept: cache });
  cache?.save();
  // In whatever order its keys were written.
  return JSON.stringify([...graph.files], (_, value: unknown) =>
    typeof value === "object" && value !== null && !Array.isArray(value)
      ? Object.fromEntries(Object.entries(value).sort(([a], [b]) => (a < b ? -1 : 1)))
      : value,
  );
}

const files = {
  "src/a.ts": "import { b } from './b';\nexport const a = b;",
  "src/b.ts": "export const b = 1;",
  "src/c.tsx": "import('./a');\nexport function Tree() { return <li/>; }",
  "src/d.ts": "import './nowhere';\nexport const ADD = 'tree/add';\nconst x = `${y}`; require(`./${x}`)",
  "src/e.ts": "const broken = (;",
  "src/f.ts": "\0",
  "src/g.tsx":
    "import { Tree } from './c';\nexport const G = () => <Routes><Route element={<Tree />} /></Routes>;\nprocess.env.API_URL;",
};

test("a reading comes back as it was", () => {
  for (const [path, text] of Object.entries(files)) {
    const reading = readFrom(text, path);
    expect(unpackReading(packReading(reading))).toEqual(reading);
    expect(packReading(reading)).not.toMatch(/[\n\t]/);
  }
});

test("law: whatever is edited, moved, added or removed between runs, the cache changes nothing of what is said", async () => {
  const texts = fc.constantFrom(...Object.values(files), "", "import './c'", "export * from './a'");
  const paths = fc.constantFrom("src/a.ts", "src/b.ts", "src/c.tsx", "src/new.ts", "src/new.d.ts", "src/x/index.js");
  const edit = fc.record({ path: paths, text: fc.option(texts, { nil: undefined }) });
  await fc.assert(
    fc.asyncProperty(fc.array(edit, { minLength: 1, maxLength: 6 }), async (edits) => {
      const store = new MemoryStore(files);
      await saidBy(store, new ReadingCache({ store, key }));
      for (const { path, text } of edits) {
        if (store.stat(at(path))) store.remove(at(path));
        if (text !== undefined) {
          if (path.includes("/x/") && !store.stat(at("src/x"))) store.makeFolder(at("src/x"));
          store.create(at(path), Buffer.from(text), 0o644);
        }
        expect(await saidBy(store, new ReadingCache({ store, key }))).toBe(await saidBy(store));
      }
    }),
    { seed: 4, numRuns: runs(60) },
  );
});

test.each([
  ["cut short", (text: string) => text.slice(0, -20)],
  ["from another version", (text: string) => text.replace(/^\w+/, "older")],
  ["changed by hand", (text: string) => text.replaceAll("./b", "./c")],
  ["emptied", () => ""],
  ["something else", () => "\u0000\u0001\n\n\t"],
])("a cache that is %s is as none, and is made anew", async (_, spoil) => {
  const store = new MemoryStore(files);
  const wanted = await saidBy(store, new ReadingCache({ store, key }));
  const whole = store.read(cacheFile).toString();
  store.remove(cacheFile);
  store.create(cacheFile, Buffer.from(spoil(whole)), 0o644);
  expect(await saidBy(store, new ReadingCache({ store, key }))).toBe(wanted);
  expect(store.read(cacheFile).toString()).toBe(whole);
});

/** Everything that check tells of an app, through the kept output where it holds. */
async function toldBy(store: MemoryStore, isKept: boolean): Promise<{ text: string; fromCache: boolean }> {
  const found = isKept ? await findOutput({ store, key }, "check") : undefined;
  if (found) return { text: found.text, fromCache: true };
  const reader = new TracedReader(store);
  const cache = isKept ? new ReadingCache({ store, key }) : undefined;
  const analysis = await analyse(reader, { standing: at(""), kept: cache });
  cache?.save();
  const text = JSON.stringify(
    check(analysis).map(({ fresh, accepted, gone, unread }) => [fresh, accepted, gone, unread]),
  );
  const letters = analysis.project.tree.notedTexts;
  if (isKept && reader.trace) keepOutput({ store, key }, "check", { text, code: 0 }, { trace: reader.trace, letters });
  return { text, fromCache: false };
}

const app = {
  ...files,
  "src/g.tsx": "export const g = 1;\n",
  "package.json": '{ "dependencies": { "react": "1" } }',
  "steady-shelf.yaml": "version: 1\nstack: react-web\narrangement: layer-first\nsource: src\n",
  "src/components/tree-card.tsx": "import './tree.css';\nexport function TreeCard() { return <li/>; }",
  "src/components/tree.css": "li { background: url(leaf.png) }",
  "src/assets/images/leaf.png": "1",
  "src/assets/images/old.png": "2",
  // What is found here is told by letters of which the file says nothing else.
  "src/navigation/routes.tsx":
    'import { AppLayout } from "../layouts/AppLayout";\nimport { HomeScreen } from "../screens/HomeScreen";\nimport { MapScreen } from "../screens/MapScreen";\nimport { RotaScreen } from "../screens/RotaScreen";\nimport { SwapsScreen } from "../screens/SwapsScreen";\nexport const routes = [\n  { element: <AppLayout />, children: [\n    { path: "/", element: <HomeScreen /> },\n    { path: "/swaps", element: <SwapsScreen /> },\n    { path: "/map", element: <MapScreen /> },\n    { path: "/rota", element: <RotaScreen /> },\n  ] },\n];\n',
  "src/layouts/AppLayout.tsx": "export const AppLayout = () => <main />;\n",
  ...Object.fromEntries(
    ["Home", "Map", "Rota", "Swaps"].map((name) => [
      `src/screens/${name}Screen.tsx`,
      `export const ${name}Screen = () => <p />;\n`,
    ]),
  ),
};

test("law: an output is only given again while all that it was computed from is as it was", async () => {
  const texts = fc.constantFrom(
    "",
    "version: 1\nstack: react-web\nrules: { naming: error }\n",
    "import './c';",
    "url(old.png)",
    "2",
    "{}",
  );
  const paths = fc.constantFrom(
    ...Object.keys(app),
    "src/assets/images/new.png",
    "steady-shelf-accepted.yaml",
    "tsconfig.json",
  );
  const edit = fc.record({ path: paths, text: fc.option(texts, { nil: undefined }) });
  const again = { cached: 0 };
  await fc.assert(
    fc.asyncProperty(fc.array(edit, { maxLength: 4 }), async (edits) => {
      const store = new MemoryStore(app);
      await toldBy(store, true);
      for (const { path, text } of [...edits, { path: "", text: undefined }]) {
        if (path !== "" && store.stat(at(path))) store.remove(at(path));
        if (path !== "" && text !== undefined) store.create(at(path), Buffer.from(text), 0o644);
        const outcome = (isKept: boolean) =>
          toldBy(store, isKept).catch((error: unknown) => ({ text: String(error), fromCache: false }));
        const [kept, fresh] = [await outcome(true), await outcome(false)];
        expect(kept.text).toBe(fresh.text);
        if (kept.fromCache) again.cached += 1;
      }
    }),
    { seed: 5, numRuns: 60 },
  );
  expect(again.cached).toBeGreaterThan(20);
});

test("law: an edit that says nothing new gives the same output, and one that does gives another", async () => {
  const scripts = Object.keys(app).filter((path) => /\.tsx?$/.test(path));
  const edits: readonly ((text: string) => string)[] = [
    (text) => `${text}\n// a note`,
    (text) => `// a note\n${text}`,
    (text) => text.replace("<li/>", "<li>{1 + 1}</li>"),
    (text) => text.replace("= 1", "= 1 + 1"),
    (text) => `${text}\nimport './b';`,
    (text) => `${text}\nexport const more = 1;`,
    (text) => text.replace("./b", "./nowhere"),
    (text) => `${text}\nconst picture = "old.png";`,
    (text) => text.replace("./b'", "./b ;"),
    (text) => text.replace("/rota", "/map"),
    (text) =>
      text.replace(
        '    { path: "/rota", element: <RotaScreen /> },\n  ] },\n',
        '  ] },\n  { path: "/rota", element: <RotaScreen /> },\n',
      ),
  ];
  const again = { cached: 0, all: 0 };
  const edit = fc.record({ path: fc.constantFrom(...scripts), by: fc.constantFrom(...edits) });
  await fc.assert(
    fc.asyncProperty(fc.array(edit, { minLength: 1, maxLength: 3 }), async (some) => {
      const store = new MemoryStore(app);
      await toldBy(store, true);
      for (const { path, by } of some) {
        const text = store.read(at(path)).toString();
        store.remove(at(path));
        store.create(at(path), Buffer.from(by(text)), 0o644);
        const [kept, fresh] = [await toldBy(store, true), await toldBy(store, false)];
        expect(kept.text).toBe(fresh.text);
        again.all += 1;
        if (kept.fromCache) again.cached += 1;
      }
    }),
    { seed: 6, numRuns: runs(80) },
  );
  expect(again.cached).toBeGreaterThan(again.all / 8);
  expect(again.cached).toBeLessThan(again.all);
});

test.each([
  ["nothing of it", "src/other.ts:1:2 is unused", true],
  ["its path", "src/my tree.ts:1:2 is unused", false],
  ["its path, in two lines", "in src/my\n      tree.ts:1:2", false],
])("an output that says %s stands or falls with an edit inside a script", async (_, output, stands) => {
  const path = at("src/my tree.ts");
  const store = new MemoryStore({ [path]: "export const a = 1;" });
  await saidBy(store, new ReadingCache({ store, key }));
  const before = digest(store.read(path));
  store.remove(path);
  store.create(path, Buffer.from("// a note\nexport const a = 1;"), 0o644);
  expect(await standsAfter({ store, key }, output, [{ path, before }])).toBe(stands);
});

test.each([
  ["gives two routes one path", '"/rota"', '"/map"', "registered-twice"],
  ["takes a screen out of its frame", /( *)(\{ path: "\/rota".*\n)(.*\n)/, "$3$1$2", "screen-frame"],
])("an edit that %s changes no reference, and what was said before is not said again", async (_, from, to, rule) => {
  const store = new MemoryStore(app);
  const path = at("src/navigation/routes.tsx");
  expect((await toldBy(store, true)).text).not.toContain(rule);
  // The first one has made the folder in which it is kept.
  await toldBy(store, true);
  expect((await toldBy(store, true)).fromCache).toBe(true);
  const text = store.read(path).toString().replace(from, to);
  store.remove(path);
  store.create(path, Buffer.from(text), 0o644);
  const again = await toldBy(store, true);
  expect(again.fromCache).toBe(false);
  expect(again.text).toContain(rule);
});

test("nothing is parsed twice, and nothing is written twice", async () => {
  const store = new MemoryStore(files);
  await saidBy(store, new ReadingCache({ store, key }));
  const identity = store.stat(cacheFile)?.identity;
  const cache = new ReadingCache({ store, key });
  for (const [path, text] of Object.entries(files)) expect(cache.find(at(path), Buffer.from(text))).toBeDefined();
  await saidBy(store, cache);
  expect(store.stat(cacheFile)?.identity).toBe(identity);
});
