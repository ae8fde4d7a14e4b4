/** Texts that are held in memory: what is searched and read is what is there, whatever has happened meanwhile. */
import fc from "fast-check";
import { describe, expect, test } from "vitest";
import type { ProjectPath } from "../base/paths.js";
import type { FileReader, FileStat, LineForm } from "./file-store.js";
import { HeldTexts } from "./held-texts.js";
import { MemoryStore } from "./memory-store.js";
import { Overlay } from "./overlay.js";

const at = (path: string): ProjectPath => path as ProjectPath;

/** A store that counts what is read of it, and says another time after each change. */
class CountedStore extends MemoryStore {
  reads = 0;
  readonly #times = new Map<string, number>();
  #now = 0;

  put(path: string, text: string): void {
    if (this.stat(at(path))) this.remove(at(path));
    this.create(at(path), Buffer.from(text), 0o644);
    this.#times.set(path, (this.#now += 1));
  }

  override read(path: ProjectPath): Buffer {
    this.reads += 1;
    return super.read(path);
  }

  override stat(path: ProjectPath): FileStat | undefined {
    const stat = super.stat(path);
    return stat && { ...stat, changed: this.#times.get(path) ?? 0 };
  }
}

const form: LineForm = { expression: "import[(]", extensions: [".ts"] };

const heldIn = async (store: FileReader, most?: number): Promise<HeldTexts> => {
  const held = new HeldTexts(store, most);
  await held.fill(await store.list());
  return held;
};

describe("searching", () => {
  const files = { "a.ts": "tree leaf", "b.ts": "import('./tree')", "c.css": "import('./tree')", "d.png": "tree" };

  test.each<[readonly string[], LineForm | undefined, readonly string[] | undefined]>([
    [["tree"], undefined, ["a.ts", "b.ts", "c.css"]],
    [["leaf", "nothing"], undefined, ["a.ts"]],
    [["nothing"], form, ["b.ts"]],
    [[], form, ["b.ts"]],
    [["nothing"], undefined, []],
  ])("%j %j", async (texts, wanted, found) => {
    const store = new MemoryStore(files);
    const held = await heldIn(store);
    expect([...(held.search(await store.list(), texts, wanted) ?? [])].sort()).toEqual(found);
  });

  test("no file is read a second time, also where the same is looked for again", async () => {
    const store = new CountedStore(files);
    const held = await heldIn(store);
    const { reads } = store;
    const listing = await store.list();
    for (let times = 0; times < 3; times += 1) held.search(listing, ["tree"], form);
    expect(store.reads).toBe(reads);
    expect(held.read(at("a.ts")).toString()).toBe("tree leaf");
    expect(store.reads).toBe(reads);
  });

  test("what cannot be read may hold anything", async () => {
    class Locked extends MemoryStore {
      override read(path: ProjectPath): Buffer {
        if (path === "b.ts") throw Object.assign(new Error("no"), { code: "EACCES" });
        return super.read(path);
      }
    }
    const store = new Locked(files);
    expect([...((await heldIn(store)).search(await store.list(), ["leaf"]) ?? [])].sort()).toEqual(["a.ts", "b.ts"]);
  });

  test("where it would be too much, nothing is held, and the search is left to the store", async () => {
    const store = new MemoryStore(files);
    const held = await heldIn(store, 20);
    expect(held.size).toBe(0);
    expect(held.search(await store.list(), ["tree"])).toBeUndefined();
    expect(held.read(at("a.ts")).toString()).toBe("tree leaf");
  });

  test("where letters of both cases mean the same, the store is asked, which knows how", async () => {
    const store = new MemoryStore(files, { ignoresCase: true });
    expect((await heldIn(store)).search(await store.list(), ["tree"])).toBeUndefined();
  });

  test("before most of it was read, nothing is answered", async () => {
    const many = Object.fromEntries(Array.from({ length: 100 }, (_, index) => [`f${index}.ts`, "tree"]));
    const store = new MemoryStore(many);
    const held = new HeldTexts(store);
    expect(held.search(await store.list(), ["tree"])).toBeUndefined();
    await held.fill(await store.list(), () => false);
    expect(held.search(await store.list(), ["tree"])).toBeUndefined();
    await held.fill(await store.list());
    expect(held.search(await store.list(), ["tree"])?.size).toBe(100);
  });
});

describe("changes", () => {
  test("a file that was written since is read again, told or not", async () => {
    const store = new CountedStore({ "a.ts": "tree" });
    const held = await heldIn(store);
    store.put("a.ts", "leaf");
    expect(held.read(at("a.ts")).toString()).toBe("leaf");
    store.remove(at("a.ts"));
    expect(() => held.read(at("a.ts"))).toThrow();
  });

  test("what is open in the editor is what is searched and read", async () => {
    const store = new MemoryStore({ "a.ts": "tree", "b.ts": "leaf" });
    const overlay = new Overlay(store, new HeldTexts(store));
    await overlay.held?.fill(await overlay.list());
    overlay.open(at("b.ts"), "a new tree");
    expect([...((await overlay.search(["tree"])) ?? [])].sort()).toEqual(["a.ts", "b.ts"]);
    overlay.close(at("b.ts"));
    expect([...((await overlay.search(["tree"])) ?? [])]).toEqual(["a.ts"]);
  });

  const names = ["a.ts", "b.ts", "c.ts"];
  const words = ["tree", "leaf", "import("];
  const step = fc.record({
    path: fc.constantFrom(...names),
    text: fc.option(fc.array(fc.constantFrom(...words), { maxLength: 3 }).map((all) => all.join(" "))),
    looks: fc.boolean(),
  });

  test("law: a search says what reading everything says, after any changes that it was told of", async () => {
    await fc.assert(
      fc.asyncProperty(fc.array(step, { maxLength: 12 }), fc.constantFrom(...words), async (steps, word) => {
        const store = new CountedStore({ "z.ts": "tree" });
        const held = await heldIn(store);
        for (const { path, text, looks } of steps) {
          if (text !== null) store.put(path, text);
          else if (store.stat(at(path))) store.remove(at(path));
          held.forget(at(path));
          if (looks) held.search(await store.list(), [word], form);
        }
        const listing = await store.list();
        const found = held.search(listing, [word], form);
        const expected = listing.files
          .map(({ path }) => path)
          .filter((path) => store.read(path).includes(word) || store.read(path).includes("import("));
        expect([...(found ?? [])].sort()).toEqual(expected);
        await held.fill(listing);
        expect(held.size).toBe(listing.files.reduce((sum, { path }) => sum + store.read(path).length, 0));
      }),
      { numRuns: 200, seed: 42 },
    );
  });
});
