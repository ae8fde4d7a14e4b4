/** Packages as code to judge on: fetched to a temporary folder, and compared byte by byte. */
// @ts-check
import { execFileSync } from "node:child_process";
import { createHash } from "node:crypto";
import { existsSync, lstatSync, mkdirSync, readdirSync, readFileSync, readlinkSync, statSync } from "node:fs";
import { join } from "node:path";

/** Unpacks a package below a folder; gives its root. @param {string} home @param {string} name @param {number} seed */
export function fetchPackage(home, name, seed) {
  const archive = join(home, `${name.replace(/[^\w.-]/g, "_")}.tgz`);
  if (!existsSync(archive)) {
    const [file = ""] = execFileSync("npm", ["pack", "--silent", "--pack-destination", home, name], {
      encoding: "utf8",
    })
      .trim()
      .split("\n")
      .slice(-1);
    execFileSync("mv", [join(home, file), archive]);
  }
  const root = join(home, `${name.replace(/[^\w.-]/g, "_")}-${seed}`);
  mkdirSync(root);
  execFileSync("tar", ["xzf", archive, "-C", root, "--strip-components=1"]);
  execFileSync("git", ["init", "-q"], { cwd: root });
  execFileSync("git", ["add", "-A"], { cwd: root });
  return root;
}

/** Mulberry32: the same numbers for the same seed everywhere. @param {number} seed */
export function randomFrom(seed) {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let mixed = Math.imul(state ^ (state >>> 15), 1 | state);
    mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), 61 | mixed)) ^ mixed;
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4294967296;
  };
}

/** Every path, mode, link and byte below a folder. @param {string} root */
export function fingerprint(root) {
  const hash = createHash("sha256");
  const walk = (/** @type {string} */ folder) => {
    for (const name of readdirSync(folder).sort()) {
      if (name === ".git" || name === ".steady-shelf") continue;
      const path = join(folder, name);
      const stat = lstatSync(path);
      hash.update(`${path} ${stat.mode}\n`);
      if (stat.isDirectory()) walk(path);
      else hash.update(stat.isSymbolicLink() ? readlinkSync(path) : readFileSync(path));
    }
  };
  walk(root);
  return hash.digest("hex") + String(statSync(root).mode);
}
