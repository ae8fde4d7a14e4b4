/** What an expert has to be able to rely on, in the built program on a real disk. */
import { execFileSync, spawn } from "node:child_process";
import {
  existsSync,
  linkSync,
  mkdirSync,
  readdirSync,
  readFileSync,
  renameSync,
  symlinkSync,
  writeFileSync,
} from "node:fs";
import { join } from "node:path";
import { describe, expect, test } from "vitest";
import { commitAll, demoCopy, fingerprint, folderWith, programWords, run, runAlone } from "./program.js";

const git = (root: string, ...words: string[]): string =>
  execFileSync("git", words, { cwd: root, encoding: "utf8" }).trim();

const app = {
  "package.json": '{ "name": "pippin-row", "dependencies": { "react": "^19.0.0" } }\n',
  "src/pages/Trees.tsx": "export const Trees = () => <ul/>;\n",
  "src/main.tsx": "export const open = (page: string) => import(`./pages/${page}`);\n",
};

describe("where not everything that may matter was read", () => {
  const move = ["move", "src/pages/Trees.tsx", "src/screens/"];

  test("the first line says so, nothing is ticked, and --write needs a word of consent", async () => {
    const root = folderWith(app);
    const before = fingerprint(root);
    const shown = await run(root, move);
    expect([shown.code, shown.out.split("\n")[0]]).toEqual([
      1,
      "! The proof is not complete: 1 place that may matter could not be checked. Look there yourself.",
    ]);
    expect(shown.out).not.toContain("✓");
    expect(shown.err).toContain("add --accept-unread");
    const refused = await run(root, [...move, "--write"]);
    expect([refused.code, fingerprint(root)]).toEqual([1, before]);
    const done = await run(root, [...move, "--write", "--accept-unread"]);
    expect([done.code, existsSync(join(root, "src/screens/Trees.tsx"))]).toEqual([0, true]);
    expect(done.out).not.toContain("✓");
  });

  /** Nothing in them holds the name of what moves. */
  const openly = {
    ...app,
    "src/main.tsx": "",
    "src/a.ts": 'export const p = (n) => import("./pages/" + n);\n',
    "src/b.ts": 'export const p = (n) => import(/* name: "x" */ `./pages/${n}`);\n',
    "src/c.ts": 'export const p = (n) =>\n  import(\n    "./pages/" + n\n  );\n',
    "src/d.js":
      'const u = (n) => new URL("./img/" + n + ".png", import.meta.url), v = (n) => require(`./img/${n}.png`);\n',
    "src/e.scss": '.a { b: url("img/#{$n}.png"); c: url("./img/" + $n); }\n',
    "src/f.less": '.a { b: url("img/@{n}.png"); }\n',
    "src/img/apple.png": "",
  };
  test.each([true, false])("names that are put together are found by a search, too (git: %s)", async (isGit) => {
    const root = folderWith(openly, { git: isGit });
    const gaps = async (words: readonly string[]): Promise<string[]> =>
      ((await run(root, [...words, "--json"])).json() as { proof: { gaps: { file: string }[] } }).proof.gaps.map(
        ({ file }) => file,
      );
    expect(await gaps(move)).toEqual(["src/a.ts", "src/b.ts", "src/c.ts"]);
    const pictures = ["src/d.js", "src/d.js", "src/e.scss", "src/e.scss", "src/f.less"];
    expect(await gaps(["move", "src/img/apple.png", "src/pictures/"])).toEqual(pictures);
  });

  test("JSON says it, too", async () => {
    const { proof } = (await run(folderWith(app), [...move, "--json"])).json() as { proof: Record<string, unknown> };
    expect(proof).toMatchObject({
      complete: false,
      gaps: [{ reason: "computed", file: "src/main.tsx", at: { line: 1, column: 47 }, names: "src/pages/Trees.tsx" }],
    });
  });
});

describe("what is kept of earlier runs", () => {
  test("an output that somebody wrote is not given: it is computed anew", async () => {
    const root = demoCopy();
    const first = await run(root, ["survey"]);
    expect((await run(root, ["survey"])).out).toBe(first.out);
    const folder = join(root, ".steady-shelf/cache");
    const names = readdirSync(folder);
    expect(names.length).toBeGreaterThan(1);
    for (const name of names) {
      const text = readFileSync(join(folder, name), "utf8");
      writeFileSync(
        join(folder, name),
        text.replaceAll("orchard", "forged!").replaceAll("React for the web", "Nothing"),
      );
    }
    expect(await run(root, ["survey"])).toMatchObject({ code: first.code, out: first.out });
  });

  test("nor is one of another machine", async () => {
    const root = demoCopy();
    const [mine, theirs] = [folderWith({}, { git: false }), folderWith({}, { git: false })];
    const first = await run(root, ["survey"], { XDG_CACHE_HOME: theirs });
    const sealed = (): string[] =>
      readdirSync(join(root, ".steady-shelf/cache")).map((name) =>
        readFileSync(join(root, ".steady-shelf/cache", name), "utf8").slice(0, 100),
      );
    const before = sealed();
    expect((await run(root, ["survey"], { XDG_CACHE_HOME: mine })).out).toBe(first.out);
    // What was found under the other key was of no use, so it was made again.
    expect(sealed()).not.toEqual(before);
  });

  test("without a place for the key nothing is kept, and all works", async () => {
    const root = demoCopy();
    const file = join(folderWith({ "not-a-folder": "" }, { git: false }), "not-a-folder");
    expect((await run(root, ["survey"], { XDG_CACHE_HOME: file })).code).toBe(0);
    expect(existsSync(join(root, ".steady-shelf/cache"))).toBe(false);
  });
});

describe("a state that git tracks", () => {
  test("does not act, and nothing is written until it is gone", async () => {
    const root = demoCopy();
    expect((await run(root, ["move", "src/main.tsx", "src/app.tsx", "--write"])).code).toBe(0);
    git(root, "add", "-A", "-f");
    git(root, "-c", "user.name=t", "-c", "user.email=t@example.org", "commit", "-qm", "with our folder");
    const before = fingerprint(root);
    for (const words of [["undo", "--write"], ["history"], ["move", "src/app.tsx", "src/x.tsx", "--write"]]) {
      const refused = await run(root, words);
      expect([refused.code, refused.err]).toEqual([3, expect.stringContaining("git tracks files in it")]);
    }
    expect((await run(root, ["survey"])).code).toBe(0);
    expect(fingerprint(root)).toBe(before);
  });
});

describe("an editor that saves while a large change is written", () => {
  test("loses nothing, whenever it saves", async () => {
    const size = 400;
    const many = Object.fromEntries(
      Array.from({ length: size }, (_, at) => [`src/m/f${at}.ts`, `import "../main";\nexport const a${at} = ${at};\n`]),
    );
    const root = folderWith({ "src/main.ts": "import './m/f1';\nimport './m/f2';\n", ...many });
    const [node, program] = programWords;
    const child = spawn(node, [program, "move", "src/m", "lib/m", "--write"], { cwd: root, stdio: "ignore" });
    const ended = new Promise<number | null>((resolve) => child.once("exit", resolve));
    let [isOver, saves] = [false, 0];
    void ended.then(() => (isOver = true));
    while (!isOver) {
      saves += 1;
      writeFileSync(join(root, "main.tmp"), `import './m/f1';\nimport './m/f2';\n// saved ${saves}\n`);
      renameSync(join(root, "main.tmp"), join(root, "src/main.ts"));
      await new Promise((resolve) => setTimeout(resolve, 40));
    }
    const code = await ended;
    const main = readFileSync(join(root, "src/main.ts"), "utf8");
    expect(main, `exit ${code}`).toContain(`// saved ${saves}`);
    // Changed before it began, or while it went on: then all others are where they were.
    expect([0, 1, 3]).toContain(code);
    if (code === 3) expect(readdirSync(join(root, "src/m"))).toHaveLength(size);
  });
});

describe("a commit in two steps", () => {
  const words = ["move", "src/parts/a.ts", "src/deep/", "--write", "--commit", "two-steps"];
  /** A hook before the second commit; the first is not asked. */
  function withHook(text: string): string {
    const root = folderWith({ "src/main.ts": 'import "./parts/a";\n', "src/parts/a.ts": "" });
    git(root, "config", "user.name", "test");
    git(root, "config", "user.email", "test@example.org");
    mkdirSync(join(root, ".git/hooks"), { recursive: true });
    // The parent of the hook is git, and the parent of git is the program.
    const parent = 'us=$(cut -d" " -f4 /proc/$PPID/stat)';
    writeFileSync(join(root, ".git/hooks/pre-commit"), `#!/bin/sh\n${parent}\n${text}\n`, { mode: 0o755 });
    return root;
  }

  test.skipIf(process.platform !== "linux")(
    "that is killed between them is taken back by the next command",
    async () => {
      const root = withHook("kill -9 $us; exit 1");
      const head = git(root, "rev-parse", "HEAD");
      expect(runAlone(root, words).code).toBeNull();
      expect(git(root, "log", "-1", "--format=%s")).toBe("Move a.ts to src/deep/: relocate");
      const next = await run(root, ["history"]);
      expect(next.err).toContain("was taken back; the files stay changed");
      expect([git(root, "rev-parse", "HEAD"), git(root, "diff", "--cached", "--name-only")]).toEqual([head, ""]);
      expect(existsSync(join(root, "src/deep/a.ts"))).toBe(true);
      expect((await run(root, ["undo", "--write"])).code).toBe(0);
      expect(git(root, "status", "--porcelain")).toBe("");
    },
  );

  test.skipIf(process.platform !== "linux")("is finished, whatever signal comes meanwhile", () => {
    const root = withHook("kill -INT $us; kill -TERM $us; sleep 0.2; exit 0");
    expect(runAlone(root, words).code).toBe(0);
    expect(git(root, "log", "--format=%s").split("\n")).toHaveLength(3);
    expect(existsSync(join(root, ".steady-shelf/commit.json"))).toBe(false);
  });

  test("is refused for files under a filter that only the repository defines", async () => {
    const root = withHook("exit 0");
    writeFileSync(join(root, ".gitattributes"), "*.ts filter=mine\n");
    commitAll(root);
    git(root, "config", "filter.mine.clean", "sed s/a/b/");
    const refused = await run(root, words);
    expect([refused.code, refused.err]).toEqual([3, expect.stringContaining("src/deep/a.ts")]);
    expect(existsSync(join(root, "src/deep"))).toBe(false);
  });
});

test("hard links are said, and keep the old text under their other names", async () => {
  const root = folderWith({ "src/main.ts": 'import "./a";\n', "src/a.ts": "" });
  linkSync(join(root, "src/main.ts"), join(root, "elsewhere.ts"));
  git(root, "add", "-A");
  const done = await run(root, ["move", "src/a.ts", "src/deep/", "--write"]);
  expect(done.out).toContain("other names (hard links), which keep the old text:");
  expect(readFileSync(join(root, "elsewhere.ts"), "utf8")).toBe('import "./a";\n');
});

test("a mistake of ours says so, and has an exit code of its own", () => {
  const root = folderWith(app);
  const broken = runAlone(root, ["survey"], {
    NODE_OPTIONS: `--import=data:text/javascript,${encodeURIComponent(sabotage)}`,
  });
  expect(broken.code).toBe(4);
  expect(broken.err).toMatch(/^✗ Steady Shelf \d+\.\d+\.\d+ failed in a way that it should not[^]*Please report it/);
});

/** Makes something fail that never does. */
const sabotage = "JSON.stringify = () => { throw new TypeError('sabotaged') };";

test("the records of older changes can be deleted, and their sizes are shown", async () => {
  const root = folderWith({ ...app, "notes.json": "{}" });
  for (const [from, to] of [
    ["notes.json", "rota.json"],
    ["rota.json", "notes.json"],
  ])
    expect((await run(root, ["move", from ?? "", to ?? "", "--write"])).code).toBe(0);
  expect((await run(root, ["history"])).out).toMatch(/bytes|KiB/);
  const shown = await run(root, ["history", "--prune", "--keep", "1"]);
  expect(shown.out).toMatch(/Deletes 1 record and frees \d+ bytes\. 1 of them could be undone until now\./);
  expect((await run(root, ["history", "--prune", "--keep", "1", "--write"])).out).toMatch(/Deleted 1 record/);
  expect(((await run(root, ["history", "--json"])).json() as { changes: unknown[] }).changes).toHaveLength(1);
});

test("an undo does not go through a folder that has become a link", async () => {
  const root = folderWith({ "src/main.ts": 'import "./a";\n', "src/a.ts": "// a\n" });
  const outside = folderWith({ "a.ts": "// precious\n" }, { git: false });
  expect((await run(root, ["move", "src/a.ts", "src/deep/", "--write"])).code).toBe(0);
  renameSync(join(root, "src/deep"), join(root, "src/away"));
  symlinkSync(outside, join(root, "src/deep"));
  const refused = await run(root, ["undo", "--write"]);
  expect([refused.code, refused.err]).toEqual([2, expect.stringContaining("through the symbolic link src/deep")]);
  expect(readFileSync(join(outside, "a.ts"), "utf8")).toBe("// precious\n");
});
