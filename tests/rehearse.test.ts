/** `--rehearse`: a plan is tried in a throw-away checkout by the app's own command, and nothing of the project is touched. */
import { execFileSync, spawn } from "node:child_process";
import { existsSync, mkdirSync, readdirSync, readFileSync, renameSync, symlinkSync, writeFileSync } from "node:fs";
import { basename, dirname, join } from "node:path";
import { setTimeout as sleep } from "node:timers/promises";
import { describe, expect, test } from "vitest";
import { demoCopy, fingerprint, folderWith, layeredDemo, programWords, run } from "./program.js";

/** An app in a folder of its own, so that what lies beside it can be looked at. */
function alone(files: Readonly<Record<string, string>> = app, options: { git?: boolean } = {}): string {
  const root = join(folderWith({ "around/keep.txt": "" }, { git: false }), "around/app");
  const made = folderWith(files, options);
  mkdirSync(dirname(root), { recursive: true });
  renameSync(made, root);
  return root;
}

const app = {
  "package.json": '{ "name": "pippin-row", "dependencies": { "react": "19" } }',
  ".gitignore": "node_modules\n.env\n",
  "src/main.ts": 'import { tree } from "./tree";\ntree();\n',
  "src/tree.ts": "export const tree = () => 1;\n",
};

/** What lies beside it, and the worktrees that git knows. */
function around(root: string): string[] {
  const git = existsSync(join(root, ".git"))
    ? execFileSync("git", ["worktree", "list"], { cwd: root, encoding: "utf8" }).split("\n").filter(Boolean).length
    : 1;
  return [...readdirSync(dirname(root)).sort(), `${git} worktree`];
}

const untouched = ["app", "keep.txt", "1 worktree"];
const move = ["move", "src/tree.ts", "src/trees/"];

describe("a rehearsal", () => {
  test("says how the command ended without the change and with it, and touches nothing", async () => {
    const root = alone();
    const before = fingerprint(root);
    const passes = await run(root, [...move, "--rehearse", "test -f src/main.ts"]);
    expect(passes).toMatchObject({ code: 0, err: "" });
    expect(passes.out).toMatch(
      /rehearsal {2}✓ test -f src\/main\.ts succeeds without the change \([\d.]+ m?s\) and with it \([\d.]+ m?s\)/,
    );
    const fails = await run(root, [...move, "--rehearse", "ls src && test -f src/tree.ts"]);
    expect(fails.code).toBe(1);
    expect(fails.out).toMatch(/✗ ls src && test -f src\/tree\.ts succeeds without the change .*, and\s+fails with it/);
    expect(fails.out).toMatch(/its last lines:\n {6}main\.ts\n {6}trees\n/);
    expect(fails.err).toContain("--write would be refused: the command fails with the change.");
    const broken = await run(root, [...move, "--rehearse", "echo no; exit 3"]);
    expect(broken.code).toBe(1);
    expect(broken.out).toMatch(/! echo no; exit 3 fails already without the change \(exit code 3/);
    expect(broken.err).toContain("fails already without the change, so\nit says nothing of it");
    for (const { out } of [passes, fails, broken])
      expect(out.split("\n").filter((line) => line.length > 100)).toEqual([]);
    expect(fingerprint(root)).toBe(before);
    expect(around(root)).toEqual(untouched);
  });

  test("an undo is tried, too, and made only if the command succeeds", async () => {
    const root = alone();
    const before = fingerprint(root);
    await run(root, [...move, "--write"]);
    const moved = fingerprint(root);
    const fails = await run(root, ["undo", "--rehearse", "test -f src/trees/tree.ts", "--write"]);
    expect(fails.code).toBe(1);
    expect(fails.err).toContain("Nothing was written: the command fails with the change.");
    expect(fingerprint(root)).toBe(moved);
    const told = await run(root, ["undo", "--rehearse", "test -f package.json", "--json"]);
    expect(told.json()).toMatchObject({ written: false, rehearsal: { isAlike: true, after: { code: 0 } } });
    expect((await run(root, ["undo", "--rehearse", "ls", "--write"])).code).toBe(0);
    expect(fingerprint(root)).toBe(before);
    expect(around(root)).toEqual(untouched);
  });

  test("with --write, the change is made only if the command succeeds", async () => {
    const root = alone();
    expect((await run(root, [...move, "--write", "--rehearse", "test -f src/tree.ts"])).code).toBe(1);
    expect(existsSync(join(root, "src/tree.ts"))).toBe(true);
    expect((await run(root, [...move, "--write", "--rehearse", "true"])).out).toMatch(
      /rehearsal {2}✓ true[^]*Done as change/,
    );
    expect(readFileSync(join(root, "src/main.ts"), "utf8")).toContain("./trees/tree");
  });

  test("as a document", async () => {
    const document = (await run(alone(), [...move, "--json", "--rehearse", "echo apples"])).json();
    expect(document["rehearsal"]).toMatchObject({
      command: "echo apples",
      isAlike: true,
      before: { code: 0, last: ["apples"] },
      after: { code: 0, last: ["apples"] },
    });
  });

  test("has what is not committed, what was deleted, what git ignores and a build needs, and its own caches", async () => {
    const root = alone({ ...app, "old.txt": "old\n" });
    writeFileSync(join(root, "src/new.ts"), "new\n");
    writeFileSync(join(root, "src/main.ts"), `// changed\n${app["src/main.ts"]}`);
    execFileSync("rm", ["old.txt"], { cwd: root });
    writeFileSync(join(root, ".env"), "SEASON=autumn\n");
    for (const [path, text] of [
      ["node_modules/left/index.js", "module.exports = 1;\n"],
      ["node_modules/@row/kit/index.js", "module.exports = 2;\n"],
      ["node_modules/.cache/seen", "old\n"],
    ] as const) {
      mkdirSync(dirname(join(root, path)), { recursive: true });
      writeFileSync(join(root, path), text);
    }
    const script = `const fs = require("fs");
      const has = (path) => fs.existsSync(path);
      fs.mkdirSync("node_modules/.cache", { recursive: true });
      fs.writeFileSync("node_modules/.cache/mine", "x");
      fs.writeFileSync("src/written-here.ts", "x");
      console.log([require("left"), require("@row/kit"), has("src/new.ts"), has("old.txt"), has("node_modules/.cache/seen"),
        fs.readFileSync("src/main.ts", "utf8").startsWith("// changed"), fs.readFileSync(".env", "utf8").trim()].join(" "));`;
    writeFileSync(
      join(dirname(root), "try.cjs"),
      script
        .replaceAll('require("left")', 'require(process.cwd() + "/node_modules/left")')
        .replaceAll('require("@row/kit")', 'require(process.cwd() + "/node_modules/@row/kit")'),
    );
    const document = (await run(root, [...move, "--json", "--rehearse", "node ../try.cjs"])).json() as {
      rehearsal: { before: { last: string[] } };
    };
    expect(document.rehearsal.before.last).toEqual(["1 2 true false false true SEASON=autumn"]);
    expect(existsSync(join(root, "node_modules/.cache/mine"))).toBe(false);
    expect(existsSync(join(root, "src/written-here.ts"))).toBe(false);
  });

  test("a package of the repository itself is that of the checkout, where it has changed", async () => {
    const root = alone({
      ...app,
      "packages/kit/package.json": '{ "name": "@row/kit", "main": "src/index.js" }',
      "packages/kit/src/index.js": 'module.exports = require("./tree");\n',
      "packages/kit/src/tree.js": "module.exports = __filename;\n",
    });
    mkdirSync(join(root, "node_modules/@row"), { recursive: true });
    symlinkSync("../../packages/kit", join(root, "node_modules/@row/kit"));
    const words = ["move", "packages/kit/src/tree.js", "packages/kit/src/trees/", "--json"];
    const { rehearsal } = (await run(root, [...words, "--rehearse", "node -p 'require(`@row/kit`)'"])).json() as {
      rehearsal: Record<"before" | "after", { last: string[] }>;
    };
    expect(rehearsal.before.last[0]).toMatch(/\.steady-shelf-rehearsal-app-[^/]+\/packages\/kit\/src\/tree\.js$/);
    expect(rehearsal.after.last[0]).toMatch(/\.steady-shelf-rehearsal-app-[^/]+\/packages\/kit\/src\/trees\/tree\.js$/);
  });

  test("where git can make no worktree, it is said why", async () => {
    const root = alone();
    writeFileSync(join(root, ".git/worktrees"), "in the way\n");
    const refused = await run(root, [...move, "--rehearse", "true"]);
    expect(refused.code).toBe(3);
    expect(refused.err).toContain("A worktree of git's cannot be written");
    expect(around(root).slice(0, 2)).toEqual(["app", "keep.txt"]);
  });

  test("without a repository, the project is copied", async () => {
    const root = alone(app, { git: false });
    const passes = await run(root, [...move, "--rehearse", "test -f src/main.ts"]);
    expect(passes.out).toMatch(/rehearsal {2}✓/);
    expect(around(root)).toEqual(untouched);
  });

  test("Ctrl-C ends all that was started, and the checkout is gone; so is one that a killed run has left", async () => {
    const root = alone();
    const [command, ...words] = [
      ...programWords,
      ...move,
      "--rehearse",
      "echo begun > ../begun; sleep 61 & sleep 62",
    ] as const;
    for (const signal of ["SIGINT", "SIGKILL"] as const) {
      const child = spawn(command, words, { cwd: root, stdio: "ignore" });
      const ended = new Promise<number | null>((resolve) => child.once("exit", (code) => resolve(code)));
      const begun = join(dirname(root), "begun");
      for (const end = Date.now() + 90_000; !existsSync(begun) && Date.now() < end;) await sleep(30);
      execFileSync("rm", [begun]);
      child.kill(signal);
      expect(await ended).toBe(signal === "SIGINT" ? 3 : null);
      if (signal === "SIGINT") {
        expect(around(root)).toEqual(untouched);
        expect(processes("sleep 61")).toBe(0);
      }
    }
    expect(readdirSync(dirname(root)).filter((name) => name.startsWith(".steady-shelf-rehearsal-"))).toHaveLength(1);
    await run(root, [...move, "--rehearse", "true"]);
    expect(around(root)).toEqual(untouched);
    execFileSync("sh", ["-c", "pkill -f 'sleep 6[12]' || true"]);
  });

  test.each<[string, readonly string[], string]>([
    ["add", ["add", "hook", "useGrafts"], "test -f src/hooks/useGrafts.ts || test ! -f marker"],
    ["rename", ["rename", "src/components/DataTable.tsx", "Grid"], "test -d src"],
    ["extract", ["extract", "src/helpers/dates.ts", "shortDate"], "test -d src"],
    ["split", ["split", "src/helpers/dates.ts"], "test -d src"],
    ["check --fix", ["check", "--fix", "--rule", "file-name"], "test -d src"],
    ["arrange", ["arrange", "--as", "feature-first", "--likeliest"], "test -d src"],
  ])("of `%s`", async (_, words, command) => {
    const root = layeredDemo();
    const before = fingerprint(root);
    const { out, err } = await run(root, [...words, "--rehearse", command]);
    expect(out, err).toMatch(/rehearsal {2}✓/);
    expect(fingerprint(root)).toBe(before);
    expect(readdirSync(dirname(root)).filter((name) => name.includes(`rehearsal-${basename(root)}`))).toEqual([]);
  });

  test("of `init` and of `mend`", async () => {
    const root = demoCopy();
    expect((await run(root, ["init", "--rehearse", "test -f package.json"])).out).toMatch(/rehearsal {2}✓/);
    mkdirSync(join(root, "src/table"));
    renameSync(join(root, "src/components/DataTable.tsx"), join(root, "src/table/DataTable.tsx"));
    const followed = await run(root, [
      "mend",
      "--follow",
      "--rehearse",
      "grep -q table src/components/index.ts || true",
    ]);
    expect(followed.out).toMatch(/rehearsal {2}✓/);
  });

  test("is nothing for a check that repairs nothing", async () => {
    expect(await run(layeredDemo(), ["check", "--rehearse", "true"])).toMatchObject({
      code: 2,
      err: expect.stringContaining("--rehearse goes with --fix") as string,
    });
  });
});

/** How many processes of this command line run. */
function processes(words: string): number {
  return execFileSync("sh", ["-c", `pgrep -fc '^${words}' || true`], { encoding: "utf8" }).trim() === "0" ? 0 : 1;
}
