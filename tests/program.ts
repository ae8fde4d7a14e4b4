/** The built program, run on files in a temporary folder. */
import { execFileSync, spawnSync } from "node:child_process";
import { createHash } from "node:crypto";
import {
  chmodSync,
  cpSync,
  lstatSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  readlinkSync,
  symlinkSync,
  writeFileSync,
} from "node:fs";
import { tmpdir } from "node:os";
import { dirname, join } from "node:path";
import { fileURLToPath } from "node:url";

const program = fileURLToPath(new URL("../dist/bin.js", import.meta.url));
const demo = fileURLToPath(new URL("../demo/", import.meta.url));

/** What one run said, and how it ended. */
export interface Run {
  readonly code: number | null;
  readonly out: string;
  readonly err: string;
  /** Standard output as JSON. */
  readonly json: () => Record<string, unknown>;
}

/** A folder with files (`-> x`: a symbolic link), in a git repository unless that is turned off. */
export function folderWith(files: Readonly<Record<string, string>>, options: { git?: boolean } = {}): string {
  const root = mkdtempSync(join(tmpdir(), "steady-shelf-test-"));
  for (const [path, text] of Object.entries(files)) {
    mkdirSync(dirname(join(root, path)), { recursive: true });
    if (text.startsWith("-> ")) symlinkSync(text.slice(3), join(root, path));
    else writeFileSync(join(root, path), text);
  }
  if (options.git !== false) commitAll(root);
  return root;
}

/** A copy of a demo app, committed. */
export function demoCopy(app = "orchard-web"): string {
  const root = mkdtempSync(join(tmpdir(), "steady-shelf-demo-"));
  cpSync(join(demo, app), root, { recursive: true });
  if (app === "orchard-web") chmodSync(join(root, "src/main.tsx"), 0o755);
  commitAll(root);
  return root;
}

/** Makes a repository of a folder and commits all of it. */
export function commitAll(root: string): void {
  const git = (...words: string[]): string => execFileSync("git", words, { cwd: root, encoding: "utf8" });
  git("init", "-q");
  git("add", "-A");
  git("-c", "user.name=test", "-c", "user.email=test@example.org", "commit", "-q", "--allow-empty", "-m", "start");
}

/** Runs the program in a folder. */
export function run(cwd: string, words: readonly string[], env: Record<string, string> = {}): Run {
  const { status, stdout, stderr } = spawnSync(process.execPath, [program, ...words], {
    cwd,
    encoding: "utf8",
    env: { ...process.env, ...env },
  });
  return { code: status, out: stdout, err: stderr, json: () => JSON.parse(stdout) as Record<string, unknown> };
}

/** The words that start the program, for tests that need its process. */
export const programWords = [process.execPath, program] as const;

/** Every path, mode, link and byte below a folder, without git's and our own. */
export function fingerprint(root: string): string {
  const hash = createHash("sha256");
  const walk = (folder: string, below: string): void => {
    for (const name of readdirSync(folder).sort()) {
      if (below === "" && (name === ".git" || name === ".steady-shelf")) continue;
      const path = join(folder, name);
      const stat = lstatSync(path);
      hash.update(`${below}/${name} ${stat.mode}\n`);
      if (stat.isDirectory()) walk(path, `${below}/${name}`);
      else hash.update(stat.isSymbolicLink() ? readlinkSync(path) : readFileSync(path));
    }
  };
  walk(root, "");
  return hash.digest("hex");
}

/** A bundle without the keys that are paths and without names that are made of them: each name is the number of its first place. */
export function withoutNames(bundle: string): string {
  const numbers = new Map<string, number>();
  return bundle
    .replace(/\{"[^"\n]*"\((?=[^)]*\)\{)/g, '{"path"(')
    .replace(
      /[A-Za-z_$][\w$-]*/g,
      (name) => `n${numbers.get(name) ?? (numbers.set(name, numbers.size), numbers.size - 1)}`,
    );
}
