/** The door to the disk: nothing leads out of the project through a link, whenever it came there, and nothing is overwritten. */
import { execFileSync } from "node:child_process";
import {
  existsSync,
  linkSync,
  mkdirSync,
  mkdtempSync,
  readFileSync,
  readlinkSync,
  realpathSync,
  renameSync,
  rmSync,
  symlinkSync,
  writeFileSync,
} from "node:fs";
import { tmpdir } from "node:os";
import { join, sep } from "node:path";
import { afterAll, beforeEach, describe, expect, test } from "vitest";
import type { ProjectPath } from "../base/paths.js";
import { openDiskStore, type FileStore } from "./index.js";

const base = realpathSync(mkdtempSync(join(tmpdir(), "steady-shelf-store-")));
afterAll(() => rmSync(base, { recursive: true, force: true }));
const at = (path: string): ProjectPath => path as ProjectPath;

let [root, outside, count] = ["", "", 0];
let store: FileStore;
beforeEach(() => {
  count += 1;
  [root, outside] = [join(base, `${count}/root`), join(base, `${count}/outside`)];
  mkdirSync(join(root, "src/deep"), { recursive: true });
  mkdirSync(outside);
  writeFileSync(join(root, "src/deep/a.ts"), "a");
  writeFileSync(join(outside, "a.ts"), "precious");
  store = openDiskStore(root);
});

/** What a call does, by the code of its error. */
function codeOf(work: () => unknown): string {
  try {
    work();
    return "fine";
  } catch (error) {
    return (error as NodeJS.ErrnoException).code ?? String(error);
  }
}

const bytes = Buffer.from("planted");
const calls: readonly (readonly [string, (store: FileStore, folder: string) => unknown])[] = [
  ["create", (store, folder) => store.create(at(`${folder}/new.ts`), bytes, 0o644)],
  ["append", (store, folder) => store.append(at(`${folder}/a.ts`), bytes)],
  ["rename from", (store, folder) => store.rename(at(`${folder}/a.ts`), at("stolen.ts"))],
  ["rename to", (store, folder) => store.rename(at("src/b.ts"), at(`${folder}/a.ts`))],
  ["place", (store, folder) => store.place(at("src/b.ts"), at(`${folder}/new.ts`))],
  ["remove", (store, folder) => store.remove(at(`${folder}/a.ts`))],
  ["makeFolder", (store, folder) => store.makeFolder(at(`${folder}/new`))],
  ["makeLink", (store, folder) => store.makeLink(at(`${folder}/new`), bytes)],
  ["read", (store, folder) => store.read(at(`${folder}/a.ts`))],
  ["readLink", (store, folder) => store.readLink(at(`${folder}/l`))],
  ["entries", (store, folder) => store.entries(at(folder))],
];

describe.each(["src/link", "src/link/below", "..", "src/../../outside"])("through %s", (folder) => {
  test.each(calls)("%s reaches nothing outside", (_, call) => {
    symlinkSync(outside, join(root, "src/link"));
    mkdirSync(join(outside, "below"));
    writeFileSync(join(outside, "below/a.ts"), "precious");
    writeFileSync(join(root, "src/b.ts"), "b");
    expect(codeOf(() => call(store, folder))).toMatch(/^(?:ELOOP|ENOTDIR|ENOENT)$/);
    expect([readFileSync(join(outside, "a.ts"), "utf8"), existsSync(join(outside, "new.ts"))]).toEqual([
      "precious",
      false,
    ]);
    expect(existsSync(join(outside, "new"))).toBe(false);
    expect(store.stat(at(`${folder}/a.ts`))).toBeUndefined();
  });
});

test.each(calls.filter(([name]) => !/^read|entries/.test(name)))(
  "%s does not follow a folder that was exchanged for a link after it was looked at",
  (_, call) => {
    writeFileSync(join(root, "src/b.ts"), "b");
    // Whatever the store remembers, it remembers the real folder.
    expect(store.read(at("src/deep/a.ts")).toString()).toBe("a");
    expect(store.stat(at("src/deep/a.ts"))?.kind).toBe("file");
    renameSync(join(root, "src/deep"), join(root, "src/away"));
    symlinkSync(outside, join(root, "src/deep"));
    expect(codeOf(() => call(store, "src/deep"))).toMatch(/^(?:ELOOP|ENOTDIR)$/);
    expect(readFileSync(join(outside, "a.ts"), "utf8")).toBe("precious");
    expect(existsSync(join(outside, "new.ts")) || existsSync(join(outside, "new"))).toBe(false);
  },
);

test("a name that is taken is not given again", () => {
  writeFileSync(join(root, "b.ts"), "b");
  symlinkSync("b.ts", join(root, "l"));
  for (const from of ["b.ts", "l"]) {
    expect(codeOf(() => store.place(at(from), at("src/deep/a.ts")))).toBe("EEXIST");
    expect(existsSync(join(root, from))).toBe(true);
  }
  store.place(at("l"), at("src/l"));
  expect(readlinkSync(join(root, "src/l"))).toBe("b.ts");
  expect(existsSync(join(root, "l"))).toBe(false);
});

test("hard links are counted, and stay when a file is placed", () => {
  linkSync(join(root, "src/deep/a.ts"), join(root, "other.ts"));
  expect(store.stat(at("src/deep/a.ts"))?.names).toBe(2);
  store.place(at("src/deep/a.ts"), at("src/c.ts"));
  writeFileSync(join(root, "other.ts"), "both");
  expect(readFileSync(join(root, "src/c.ts"), "utf8")).toBe("both");
});

test.skipIf(sep === "\\")("a pipe is neither waited for nor taken for an empty file", () => {
  execFileSync("mkfifo", [join(root, "pipe.ts")]);
  writeFileSync(join(root, "empty.ts"), "");
  expect(codeOf(() => store.read(at("pipe.ts")))).toBe("EINVAL");
  expect(store.read(at("empty.ts")).length).toBe(0);
});

describe("a form of a line is found in files of the endings that it names", () => {
  const lines = [
    "require('./a/' + name);",
    "require(",
    'url("a\\b")',
    "const a = (*b);",
    "plain",
    'a "one',
    'two" + "three/" + c',
  ];

  test.each<[string, string, readonly number[]]>([
    ["a call that goes on behind its text", "(require|import)[ \t]*[(][ \t]*([\"'][^\"']*[\"'][ \t]*[+])", [0]],
    ["the end of a line", "(require|import)[ \t]*[(][ \t]*$", [1]],
    ["a backslash", '"[^"]*[\\\\/]', [2, 6]],
    ["a text never goes on in the next line", '"[^"]*" [+]', [6]],
    ["nothing", "nowhere", []],
  ])("%s", async (_, expression, found) => {
    execFileSync("git", ["init", "-q", root]);
    for (const [at, line] of lines.entries()) writeFileSync(join(root, `${at}.ts`), `first\n${line}\nlast\n`);
    writeFileSync(join(root, "joined.ts"), 'a "one\ntwo" + c\n');
    writeFileSync(join(root, "0.txt"), lines.join("\n"));
    const paths = (await store.list()).files.map(({ path }) => path);
    expect(paths).toContain("0.txt");
    const hits = await store.search([], { expression, extensions: [".ts"] });
    expect([...(hits ?? ["none"])].filter((path) => path !== "").sort()).toEqual(found.map((at) => `${at}.ts`));
  });
});
