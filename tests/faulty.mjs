/**
 * Runs commands one after the other in one process, each with a fault of its own: `faults.c` is preloaded, and reads what the
 * environment says at each call. A message is `{ root, words, at, how }`, the answer the exit code.
 */
// @ts-check
import { readFileSync } from "node:fs";
import { run } from "../dist/cli.js";

const { version } = JSON.parse(readFileSync(new URL("../package.json", import.meta.url), "utf8"));
process.stdout.write = () => true;
process.stderr.write = () => true;
let number = 0;
process.on("message", async (/** @type {{ root: string, words: string[], at: number, how: string }} */ task) => {
  process.chdir(task.root);
  Object.assign(process.env, {
    FAULT_RUN: String((number += 1)),
    FAULT_AT: String(task.at),
    FAULT_HOW: task.how,
    FAULT_BELOW: task.root,
  });
  const code = await run(task.words, version);
  Reflect.deleteProperty(process.env, "FAULT_BELOW");
  process.send?.(code);
});
