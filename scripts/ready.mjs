/**
 * Makes a fresh clone ready: installs the locked packages where they are missing, and builds where a source is newer than
 * the build. Uses nothing but Node and npm. `npm test` and `npm run demo` call it first.
 */
// @ts-check
import { execFileSync } from "node:child_process";
import { existsSync, readdirSync, readFileSync, statSync, writeFileSync } from "node:fs";
import { fileURLToPath } from "node:url";
import { join } from "node:path";

const root = fileURLToPath(new URL("..", import.meta.url));
const [major = 0, minor = 0] = process.versions.node.split(".").map(Number);
if (major < 20 || (major === 20 && minor < 19)) {
  console.error(`Steady Shelf needs Node.js 20.19 or newer; this is ${process.versions.node}.`);
  process.exit(2);
}

const lock = readFileSync(join(root, "package-lock.json"), "utf8");
const mark = join(root, "node_modules", ".steady-shelf-lock");
if (!existsSync(mark) || readFileSync(mark, "utf8") !== lock) {
  console.error("Installing packages …");
  run("npm", ["ci", "--no-audit", "--no-fund", "--loglevel=error"]);
  writeFileSync(mark, lock);
}
const built = join(root, "dist", "bin.js");
if (!existsSync(built) || Math.max(newest(join(root, "src")), newest(join(root, "data"))) > statSync(built).mtimeMs) {
  console.error("Building …");
  run(process.execPath, [join(root, "scripts", "build.mjs")]);
}

/** @param {string} command @param {readonly string[]} words */
function run(command, words) {
  // On Windows npm is a script, which only a shell can start.
  execFileSync(command, words, {
    cwd: root,
    stdio: ["ignore", 2, 2],
    shell: process.platform === "win32" && command === "npm",
  });
}

/** The latest change below a folder, in milliseconds. @param {string} folder @returns {number} */
function newest(folder) {
  return Math.max(
    0,
    ...readdirSync(folder, { withFileTypes: true }).map((entry) => {
      const path = join(folder, entry.name);
      return entry.isDirectory() ? newest(path) : statSync(path).mtimeMs;
    }),
  );
}
