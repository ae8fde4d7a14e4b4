/** `check --since BRANCH`: only what was made since the branch was left. */
import { execFileSync } from "node:child_process";
import { appendFileSync, readdirSync } from "node:fs";
import { basename, dirname, join } from "node:path";
import { describe, expect, test } from "vitest";
import { branchedDemo, commitAll, fingerprint, run } from "./program.js";

const found = async (root: string, words: readonly string[]): Promise<string[]> => {
  const { findings } = (await run(root, ["check", "--json", ...words])).json() as {
    findings: { rule: string; file: string }[];
  };
  return findings.map(({ rule, file }) => `${rule} ${file}`);
};

describe("check --since", () => {
  test("what was there before is not told, what is new is, committed or not", async () => {
    const root = branchedDemo();
    expect(await run(root, ["check", "--since", "main"])).toMatchObject({
      code: 0,
      out: expect.stringMatching(/^✓ Nothing is new since main in \d+ files\.\n/) as string,
    });
    appendFileSync(join(root, "src/App.tsx"), 'import "./gone";\n');
    expect(await found(root, ["--since", "main"])).toEqual(["unresolved-path src/App.tsx"]);
    commitAll(root);
    const { code, out } = await run(root, ["check", "--since", "main"]);
    expect(code).toBe(1);
    expect(out).toMatch(/^1 error new since main in \d+ files\.\n/);
    expect((await found(root, [])).length).toBeGreaterThan(5);
    // On main itself something was mended meanwhile: that is not this branch's.
    execFileSync("git", ["checkout", "-q", "main"], { cwd: root });
    await run(root, ["check", "--fix", "--rule", "file-name", "--write"]);
    commitAll(root);
    execFileSync("git", ["checkout", "-q", "swaps"], { cwd: root });
    expect(await found(root, ["--since", "main"])).toEqual(["unresolved-path src/App.tsx"]);
  });

  test("a finding goes with its file to another name; one more of the kind is new", async () => {
    const root = branchedDemo();
    const [here, there] = ["src/context/actions/weatherActions.ts", "src/context/actions/skyActions.ts"];
    expect(await found(root, [])).toContain(`action-prefix ${here}`);
    await run(root, ["move", "--alone", here, there, "--write"]);
    execFileSync("git", ["add", "-A"], { cwd: root });
    expect(await found(root, [])).toContain(`duplicate-action ${there}`);
    expect(await found(root, ["--since", "main", "--rule", "duplicate-action"])).toEqual([]);
    appendFileSync(join(root, there), 'export const swapDone = { type: "rota/loaded" };\n');
    appendFileSync(join(root, "src/context/actions/rotaActions.ts"), 'export const twice = "harvest/added";\n');
    const now = await found(root, ["--rule", "duplicate-action"]);
    const fresh = await found(root, ["--since", "main", "--rule", "duplicate-action"]);
    expect(fresh.length).toBe(now.length - 1);
  });

  test("touches nothing, and refuses what git does not know and what does not go together", async () => {
    const root = branchedDemo();
    const before = fingerprint(root);
    await run(root, ["check", "--since", "main", "--format", "sarif"]);
    expect(fingerprint(root)).toBe(before);
    expect(readdirSync(dirname(root)).filter((name) => name.includes(`rehearsal-${basename(root)}`))).toEqual([]);
    expect(execFileSync("git", ["worktree", "list"], { cwd: root, encoding: "utf8" }).trim().split("\n")).toHaveLength(
      1,
    );
    expect(await run(root, ["check", "--since", "nowhere"])).toMatchObject({
      code: 2,
      err: expect.stringContaining("git knows no branch or commit nowhere") as string,
    });
    expect(await run(root, ["check", "--since", "main", "--fix"])).toMatchObject({ code: 2 });
    expect(await run(root, ["check", "--since", "main", "--changed"])).toMatchObject({ code: 2 });
  });
});
