/**
 * The whole trial: every fault at every system call, every command in every hostile repository, and every run of every law.
 * `npm test` takes a sample of each. Exit code 1 if something does not hold.
 *
 *   node scripts/trial.mjs [faults | hostile | laws]
 */
// @ts-check
import { spawnSync } from "node:child_process";
import { fileURLToPath } from "node:url";

const root = fileURLToPath(new URL("..", import.meta.url));
const wanted = process.argv.slice(2);
const trials = { faults: "tests/faults.test.ts", hostile: "tests/hostile.test.ts", laws: "src/core" };
const files = Object.entries(trials).flatMap(([name, path]) =>
  wanted.length === 0 || wanted.includes(name) ? [path] : [],
);
const { status } = spawnSync(process.execPath, ["node_modules/vitest/vitest.mjs", "run", ...files], {
  cwd: root,
  stdio: "inherit",
  env: { ...process.env, TRIAL: "whole" },
});
process.exitCode = status ?? 1;
