/**
 * The whole trial: every fault at every system call, and every command in every hostile repository. `npm test` takes a sample of
 * both. About five minutes on two cores; exit code 1 if something does not hold.
 *
 *   node scripts/trial.mjs [faults | hostile]
 */
// @ts-check
import { spawnSync } from "node:child_process";
import { fileURLToPath } from "node:url";

const root = fileURLToPath(new URL("..", import.meta.url));
const wanted = process.argv.slice(2);
const files = ["faults", "hostile"].filter((name) => wanted.length === 0 || wanted.includes(name));
const { status } = spawnSync(
  process.execPath,
  ["node_modules/vitest/vitest.mjs", "run", ...files.map((name) => `tests/${name}.test.ts`)],
  { cwd: root, stdio: "inherit", env: { ...process.env, TRIAL: "whole" } },
);
process.exitCode = status ?? 1;
