/**
 * What `npm test` runs: types, format, lint, what is generated, all tests on the built program, and the program's own `check`
 * of this project. The first four need one core each and do not depend on one another, so they run side by side; what a step
 * prints comes out in one piece, when it has ended. The first that fails ends the run. Use: `npm test`.
 */
// @ts-check
import { spawn } from "node:child_process";
import { fileURLToPath } from "node:url";

const root = fileURLToPath(new URL("..", import.meta.url));

/** Runs commands one after another. @param {string[]} commands @param {"whole" | "asItComes"} output */
async function run(commands, output) {
  for (const command of commands) {
    const began = performance.now();
    const { status, printed } = await ended(command, output);
    process.stdout.write(printed);
    if (status !== 0) {
      console.error(`\`${command}\` failed.`);
      // The other steps end with this process.
      process.exit(status);
    }
    console.log(`${command}: ${((performance.now() - began) / 1000).toFixed(1)} s`);
  }
}

/**
 * The commands are words of this file.
 * @param {string} command @param {"whole" | "asItComes"} output @returns {Promise<{ status: number, printed: string }>}
 */
function ended(command, output) {
  return new Promise((done, failed) => {
    const stdio = output === "whole" ? /** @type {const} */ (["ignore", "pipe", "pipe"]) : "inherit";
    const child = spawn(command, { cwd: root, shell: true, stdio });
    process.once("exit", () => child.kill());
    let printed = "";
    for (const stream of [child.stdout, child.stderr])
      stream?.setEncoding("utf8").on("data", (part) => (printed += part));
    child.once("error", failed);
    child.once("close", (status) => {
      done({ status: status ?? 1, printed });
    });
  });
}

await Promise.all([
  run(["npm run --silent lint"], "whole"),
  run(["npm run --silent types", "npm run --silent format", "node scripts/generate.mjs --check"], "whole"),
]);
await run(["npx vitest run", "node dist/bin.js check"], "asItComes");
