/** Where files lay when somebody looked last: what is kept through looks that come after files were moved by hand. */
import { expect, test } from "vitest";
import type { ProjectPath } from "../../base/paths.js";
import { MemoryStore, readTree } from "../index.js";
import { keepFiles, keptFiles } from "./index.js";

type Files = Readonly<Record<string, string>>;
const key = Buffer.alloc(32, 7);

/** Looks at a project at several times; `missed` are the paths to which something leads. Gives what is kept after the last look. */
async function looks(times: readonly Files[], missed: readonly string[] = []): Promise<string[]> {
  let [first] = times;
  const store = new MemoryStore(first ?? {});
  for (const now of times) {
    // One store, so that the list stays where it lies.
    for (const path of Object.keys(first ?? {})) if (!(path in now)) store.remove(path as ProjectPath);
    for (const [path, text] of Object.entries(now)) {
      if (first?.[path] === text && store.stat(path as ProjectPath)) continue;
      if (store.stat(path as ProjectPath)) store.remove(path as ProjectPath);
      const folder = path.slice(0, Math.max(0, path.lastIndexOf("/"))) as ProjectPath;
      if (folder !== "" && !store.stat(folder)) store.makeFolder(folder);
      store.create(path as ProjectPath, Buffer.from(text), 0o644);
    }
    first = now;
    keepFiles({ store, key }, await readTree(store), (gone) => gone.some((path) => missed.includes(path)));
  }
  return [...(keptFiles({ store, key })?.files.keys() ?? [])].sort();
}

const app = { "a.ts": "a", "b.css": "b", "c.ts": "c" };

test.each<[string, readonly Files[], readonly string[], readonly string[]]>([
  ["what there is", [app], [], ["a.ts", "b.css", "c.ts"]],
  ["what is new, and not what was deleted", [app, { "a.ts": "a", "d.ts": "d" }], [], ["a.ts", "d.ts"]],
  [
    "a file that went elsewhere, as long as it is missed",
    [app, { "x/a.ts": "a", "b.css": "b", "c.ts": "c" }],
    ["a.ts"],
    ["a.ts", "b.css", "c.ts"],
  ],
  ["not one that nobody misses", [app, { "x/a.ts": "a", "b.css": "b", "c.ts": "c" }], [], ["b.css", "c.ts", "x/a.ts"]],
  [
    "what went along with it",
    [app, { "x/a.ts": "a", "x/b.css": "b", "c.ts": "c" }],
    ["a.ts"],
    ["a.ts", "b.css", "c.ts"],
  ],
  [
    "one that was edited, and nothing that is new meanwhile",
    [app, { "x/a.ts": "a // and more", "x/d.css": "d", "b.css": "b", "c.ts": "c" }],
    ["a.ts"],
    ["a.ts", "b.css", "c.ts"],
  ],
  [
    "through many looks",
    [app, { "x/a.ts": "a", "c.ts": "c" }, { "x/a.ts": "a", "c.ts": "cc" }],
    ["a.ts"],
    ["a.ts", "b.css", "c.ts"],
  ],
])("keeps %s", async (_, times, missed, kept) => expect(await looks(times, missed)).toEqual(kept));

test("texts are known, also of what is gone; a list of another machine is none", async () => {
  const store = new MemoryStore(app);
  const tree = await readTree(store);
  keepFiles({ store, key }, tree, () => false);
  const kept = keptFiles({ store, key });
  expect(await kept?.text("a.ts" as ProjectPath)).toBe("a");
  expect(await kept?.text("nowhere.ts" as ProjectPath)).toBeUndefined();
  expect(kept?.files.get("a.ts" as ProjectPath)).toBe(kept?.idOf(Buffer.from("a")));
  expect(keptFiles({ store, key: Buffer.alloc(32, 8) })).toBeUndefined();
});
