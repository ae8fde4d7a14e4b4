/** Repositories that nobody should hand to anybody: nothing outside is touched, nothing is executed, nothing crashes or hangs. */
import { spawn } from "node:child_process";
import { existsSync, mkdtempSync, readdirSync, readFileSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { fileURLToPath } from "node:url";
import { afterAll, expect, test } from "vitest";
import { run as runHere } from "./program.js";
import { everyCommand, hostile, makeHostile, type Hostile } from "./hostile.js";

const program = fileURLToPath(new URL("../dist/bin.js", import.meta.url));
const base = mkdtempSync(join(tmpdir(), "steady-shelf-hostile-"));
afterAll(() => rmSync(base, { recursive: true, force: true }));

interface Ended {
  readonly code: number | null;
  readonly out: string;
  readonly err: string;
}

/** Long enough for a slow machine; whatever hangs is killed then and has no code. */
const patience = 60_000;

function run(cwd: string, words: readonly string[]): Promise<Ended> {
  // All of them are tried in processes of their own; the sample of `npm test` in this one.
  if (process.env.TRIAL !== "whole") return runHere(cwd, words);
  return new Promise((resolve) => {
    const child = spawn(process.execPath, [program, ...words], { cwd, stdio: ["ignore", "pipe", "pipe"] });
    const timer = setTimeout(() => child.kill("SIGKILL"), patience);
    let [out, err] = ["", ""];
    child.stdout.on("data", (data: Buffer) => (out += data.toString()));
    child.stderr.on("data", (data: Buffer) => (err += data.toString()));
    child.on("close", (code) => {
      clearTimeout(timer);
      resolve({ code, out, err });
    });
  });
}

/** Everything below a folder, with its content. */
function contentsOf(folder: string): Record<string, string> {
  const files = readdirSync(folder, { recursive: true, withFileTypes: true }).filter((entry) => entry.isFile());
  return Object.fromEntries(
    files.map((entry) => [
      join(entry.parentPath, entry.name),
      readFileSync(join(entry.parentPath, entry.name), "utf8"),
    ]),
  );
}

/** Runs its commands in one of them, in turn, and gives how each ended. */
async function trial(which: Hostile): Promise<{ ended: Ended[]; root: string; outside: string }> {
  const root = join(base, which.name.replaceAll(/\W/g, "-"), "root");
  const outside = join(root, "..", "outside");
  makeHostile(which, root, outside);
  const before = contentsOf(outside);
  const ended: Ended[] = [];
  for (const words of process.env.TRIAL === "whole" ? everyCommand : (which.commands ?? [["survey"]])) {
    const result = await run(root, words);
    ended.push(result);
    const said = `${words.join(" ")}: ${result.err}`;
    expect([0, 1, 2, 3], said).toContain(result.code);
    expect(result.err, said).not.toMatch(/should not|\bat .*\.js:\d+|Error:/);
    expect(result.out + result.err, said).not.toMatch(/(?!\n)[\p{Cc}\u202a-\u202e]/u);
    // Whatever was not read whole is never ticked.
    if (/could not be read whole|not complete/.test(result.out)) expect(result.out, said).not.toContain("✓");
    expect(contentsOf(outside), said).toEqual(before);
    expect(
      (which.never ?? []).filter((path) => existsSync(join(root, path))),
      said,
    ).toEqual([]);
    expect(
      (which.stays ?? []).filter((path) => !existsSync(join(root, path))),
      said,
    ).toEqual([]);
  }
  return { ended, root, outside };
}

test("there is a corpus", () => {
  expect(hostile.length).toBeGreaterThan(30);
});

// Processes of their own can run side by side.
const each = process.env.TRIAL === "whole" ? test.concurrent : test;
each.each(hostile.map((which) => [which.name, which] as const))("%s", async (_, which) => {
  await trial(which);
});
