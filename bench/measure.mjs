/** Whole commands, each a fresh process, beside their floors: in turns, the median counts. */
// @ts-check
import { spawnSync } from "node:child_process";
import { fileURLToPath } from "node:url";

export const program = fileURLToPath(new URL("../dist/bin.js", import.meta.url));
export const floor = fileURLToPath(new URL("./floor.mjs", import.meta.url));
const peak = fileURLToPath(new URL("./peak.mjs", import.meta.url));

/**
 * Runs a command; its time in milliseconds, and its peak memory in MiB (none of a program that is not Node).
 * @param {string} command @param {readonly string[]} words @param {string} cwd @param {boolean} mayFail
 */
export function measure(command, words, cwd, mayFail = false) {
  const begun = performance.now();
  const run = spawnSync(command, words, {
    cwd,
    encoding: "utf8",
    maxBuffer: 1 << 30,
    env: { ...process.env, NODE_OPTIONS: `--import ${peak}` },
  });
  if (run.status !== 0 && !(mayFail && run.status === 1))
    throw new Error(`${command} ${words.join(" ")} ended with ${run.status}: ${run.stderr}`);
  const memory = Number(/peak-memory (\d+)/.exec(run.stderr)?.[1] ?? 0) / 1024;
  return { time: performance.now() - begun, memory };
}

/** @param {readonly number[]} values */
export const median = (values) => [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)] ?? 0;

/**
 * One row of the table: ours beside its floor, in turns.
 * @param {{ size: number, name: string, words: readonly string[], floor: readonly string[], floorName: string, fails?: boolean }} what
 * @param {string} root @param {number} runs @param {(run: number) => void} before
 */
export function rowOf(
  { size, name, words, floor: [command = "", ...rest], floorName, fails },
  root,
  runs,
  before = () => {},
) {
  const pairs = Array.from({ length: runs }, (_, run) => {
    before(run);
    return { floor: measure(command, rest, root), ours: measure("node", words, root, fails) };
  });
  const [ours, least] = [median(pairs.map((pair) => pair.ours.time)), median(pairs.map((pair) => pair.floor.time))];
  return [
    String(size),
    name,
    `${Math.round(ours)} ms`,
    `${Math.round(least)} ms (${floorName})`,
    (ours / least).toFixed(2),
    `${Math.round(median(pairs.map((pair) => pair.ours.memory)))} MiB`,
  ];
}
