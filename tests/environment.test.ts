/** `add environment`: values that git does not see, a sample that lists the keys, settings with types; and the rules about both. */
import { execFileSync } from "node:child_process";
import { readFileSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { expect, test } from "vitest";
import { compile } from "./compiler.js";
import { demoCopy, fingerprint, run } from "./program.js";

/** A demo app that reads three keys. */
function appThatReads(): string {
  const root = demoCopy("orchard-web");
  writeFileSync(
    join(root, "src/services/press.ts"),
    'export const press = import.meta.env.VITE_PRESS_URL;\nexport const key = import.meta.env["VITE_PRESS_KEY"];\n',
  );
  writeFileSync(join(root, "src/helpers/season.ts"), "export const season = import.meta.env.VITE_SEASON;\n");
  writeFileSync(
    join(root, "src/env.d.ts"),
    "interface ImportMeta {\n  readonly env: Readonly<Record<string, string | undefined>>;\n}\n",
  );
  return root;
}

const text = (root: string, path: string): string => readFileSync(join(root, path), "utf8");
const ignored = (root: string, ...paths: string[]): string[] =>
  paths.filter((path) => {
    try {
      execFileSync("git", ["check-ignore", "-q", path], { cwd: root });
      return true;
    } catch {
      return false;
    }
  });

test("a file for the values, a sample without them, settings that compile; and undone again", async () => {
  const root = appThatReads();
  const before = fingerprint(root);
  const added = await run(root, ["add", "environment", "staging", "--write"]);
  expect(added).toMatchObject({ code: 0, err: "" });
  expect(added.out).toContain("Added the environment staging with 3 keys; fill in their values in .env.staging.");
  expect(text(root, ".env.staging")).toBe("VITE_PRESS_KEY=\nVITE_PRESS_URL=\nVITE_SEASON=\n");
  expect(text(root, ".env.example")).toBe("VITE_PRESS_KEY=\nVITE_PRESS_URL=\nVITE_SEASON=\n");
  expect(ignored(root, ".env.staging", ".env.example")).toEqual([".env.staging"]);
  const settings = text(root, "src/config/environment.ts");
  expect(settings).toContain('  pressUrl: given("VITE_PRESS_URL", import.meta.env.VITE_PRESS_URL),\n');
  expect(compile(root)).toBe("");
  expect((await run(root, ["check", "--rule", "environment-key"])).code).toBe(0);
  expect((await run(root, ["undo", "--write"])).code).toBe(0);
  expect(fingerprint(root)).toBe(before);
});

test("a second one takes its keys from the first's sample; what is there stays", async () => {
  const root = appThatReads();
  writeFileSync(join(root, ".env.example"), "# the press\nVITE_PRESS_URL=\nOLD=");
  execFileSync("git", ["add", ".env.example"], { cwd: root });
  writeFileSync(join(root, ".gitignore"), ".env*\n");
  const { keys, made } = (await run(root, ["add", "environment", "production", "--json"])).json() as {
    keys: string[];
    made: { path: string }[];
  };
  expect(keys).toEqual(["OLD", "VITE_PRESS_KEY", "VITE_PRESS_URL", "VITE_SEASON"]);
  expect(made.map(({ path }) => path)).toContain(".env.production");
  expect((await run(root, ["add", "environment", "production", "--write"])).code).toBe(0);
  expect(text(root, ".env.example")).toBe("# the press\nVITE_PRESS_URL=\nOLD=\nVITE_PRESS_KEY=\nVITE_SEASON=\n");
  expect(text(root, ".gitignore")).toBe(".env*\n!.env.example\n");
  const again = await run(root, ["add", "environment", "production", "--write"]);
  expect(again.out).toContain("Nothing to do: all of it is there already.");
});

test("a sample that git does not see is made visible, and read the next time", async () => {
  const root = appThatReads();
  writeFileSync(join(root, ".env.example"), "OLD=\n");
  writeFileSync(join(root, ".gitignore"), ".env*\n");
  const first = await run(root, ["add", "environment", "staging", "--write"]);
  expect(first.out).toContain(".env.example is ignored by git, so it was not read; run this again once git sees it.");
  expect(text(root, ".gitignore")).toBe(".env*\n!.env.example\n");
  await run(root, ["add", "environment", "staging", "--write"]);
  expect(text(root, ".env.example")).toBe("OLD=\nVITE_PRESS_KEY=\nVITE_PRESS_URL=\nVITE_SEASON=\n");
});

test("values that git sees are said, with the command", async () => {
  const root = appThatReads();
  writeFileSync(join(root, ".env.production"), "VITE_PRESS_KEY=f00\n");
  const { out } = await run(root, ["add", "environment", "staging"]);
  expect(out).toContain("`git rm --cached .env.production`");
});

test.each(["../x", "a b", "example", "1", ""])("%j is no environment", async (name) => {
  const root = demoCopy("orchard-web");
  const { code, out, err } = await run(root, ["add", "environment", name, "--write", "--json"]);
  expect(code).toBe(2);
  expect(out + err).toMatch(/NAME_UNUSABLE|Usage/);
});

test("keys that no sample lists are added to it by --fix, all at once; secrets go from it where that is asked for", async () => {
  const root = appThatReads();
  writeFileSync(join(root, ".env.example"), "VITE_SEASON=\nPRESS_TOKEN=f81b2c09d7e64a3b9c10 # ours\n");
  expect((await run(root, ["check", "--rule", "environment-key", "--fix", "--write"])).code).toBe(0);
  expect(text(root, ".env.example")).toBe(
    "VITE_SEASON=\nPRESS_TOKEN=f81b2c09d7e64a3b9c10 # ours\nVITE_PRESS_KEY=\nVITE_PRESS_URL=\n",
  );
  expect((await run(root, ["check", "--rule", "secret-in-sample", "--fix", "--write"])).code).toBe(0);
  expect(text(root, ".env.example")).toBe("VITE_SEASON=\nPRESS_TOKEN= # ours\nVITE_PRESS_KEY=\nVITE_PRESS_URL=\n");
});
