/** Readings kept by content: never wrong, whatever happens to the files or to the cache. */
import fc from "fast-check";
import { beforeAll, expect, test } from "vitest";
import { buildGraph } from "../graph/index.js";
import { languages, readFrom, type LookupRules } from "../languages/index.js";
import type { ProjectPath } from "../paths.js";
import { MemoryStore, readTree, type FileStore } from "../tree/index.js";
import { ReadingCache } from "./index.js";
import { packReading, unpackReading } from "./pack.js";

const at = (path: string): ProjectPath => path as ProjectPath;
const rules = languages[0]?.rules as LookupRules;
const cacheFile = at(".steady-shelf/cache/readings");
beforeAll(() => Promise.all(languages.map((language) => language.prepare())));

/** Everything that a graph says, as text. */
async function saidBy(store: FileStore, cache?: ReadingCache): Promise<string> {
  const graph = await buildGraph({ tree: await readTree(store), rules, aliases: [], kept: cache });
  cache?.save();
  return JSON.stringify([...graph.files]);
}

const files = {
  "src/a.ts": "import { b } from './b';\nexport const a = b;",
  "src/b.ts": "export const b = 1;",
  "src/c.tsx": "import('./a');\nexport function Tree() { return <li/>; }",
  "src/d.ts": "import './nowhere';\nexport const ADD = 'tree/add';\nconst x = `${y}`; require(`./${x}`)",
  "src/e.ts": "const broken = (;",
  "src/f.ts": "\0",
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
      await saidBy(store, new ReadingCache(store));
      for (const { path, text } of edits) {
        if (store.stat(at(path))) store.remove(at(path));
        if (text !== undefined) {
          if (path.includes("/x/") && !store.stat(at("src/x"))) store.makeFolder(at("src/x"));
          store.create(at(path), Buffer.from(text), 0o644);
        }
        expect(await saidBy(store, new ReadingCache(store))).toBe(await saidBy(store));
      }
    }),
    { seed: 4, numRuns: 60 },
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
  const wanted = await saidBy(store, new ReadingCache(store));
  const whole = store.read(cacheFile).toString();
  store.remove(cacheFile);
  store.create(cacheFile, Buffer.from(spoil(whole)), 0o644);
  expect(await saidBy(store, new ReadingCache(store))).toBe(wanted);
  expect(store.read(cacheFile).toString()).toBe(whole);
});

test("nothing is parsed twice, and nothing is written twice", async () => {
  const store = new MemoryStore(files);
  await saidBy(store, new ReadingCache(store));
  const identity = store.stat(cacheFile)?.identity;
  const cache = new ReadingCache(store);
  for (const [path, text] of Object.entries(files)) expect(cache.find(at(path), Buffer.from(text))).toBeDefined();
  await saidBy(store, cache);
  expect(store.stat(cacheFile)?.identity).toBe(identity);
});
