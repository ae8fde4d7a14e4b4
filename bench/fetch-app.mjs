/** Real apps, and those of the demo, in a folder of their own. */
// @ts-check
import { execFileSync } from "node:child_process";
import { cpSync, mkdirSync, rmSync } from "node:fs";
import { join } from "node:path";
import { fileURLToPath } from "node:url";

const here = fileURLToPath(new URL(".", import.meta.url));

/** @typedef {{ package?: string, folder?: string, without?: string[] }} Source `without`: what is left out, from the app's folder. */

/** Copies or fetches an app into a folder of its own, as a repository. @param {Source} gold @param {string} into */
export function fetchApp(gold, into) {
  const folder = join(into, "app");
  if (gold.package === undefined) cpSync(join(here, "..", gold.folder ?? ""), folder, { recursive: true });
  else {
    mkdirSync(join(into, "package"));
    const options = /** @type {const} */ ({ cwd: into, encoding: "utf8", stdio: ["ignore", "pipe", "ignore"] });
    const name = execFileSync("npm", ["pack", gold.package, "--silent"], options).trim().split("\n").at(-1) ?? "";
    execFileSync("tar", ["xzf", name, "-C", "package", "--strip-components=1"], { cwd: into });
    cpSync(join(into, "package", gold.folder ?? ""), folder, { recursive: true });
  }
  for (const path of gold.without ?? []) rmSync(join(folder, path), { recursive: true, force: true });
  rmSync(join(folder, "dist"), { recursive: true, force: true });
  execFileSync("git", ["init", "-q"], { cwd: folder });
  return folder;
}
