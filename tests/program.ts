/** The built program, run on files in a temporary folder. */
import { execFileSync, spawnSync } from "node:child_process";
import { createHash } from "node:crypto";
import { once } from "node:events";
import {
  chmodSync,
  cpSync,
  lstatSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  readlinkSync,
  rmSync,
  symlinkSync,
  writeFileSync,
} from "node:fs";
import { createServer, type Socket } from "node:net";
import { tmpdir } from "node:os";
import { dirname, join } from "node:path";
import { fileURLToPath, pathToFileURL } from "node:url";
import type { Wire } from "../scripts/judges/editor.mjs";

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

/** Folders that were made; they go when the process does. */
const folders: string[] = [];
process.on("exit", () => {
  for (const folder of folders) rmSync(folder, { recursive: true, force: true });
});

function temporary(name: string): string {
  const folder = mkdtempSync(join(tmpdir(), name));
  folders.push(folder);
  return folder;
}

/** A folder with files (`-> x`: a symbolic link), in a git repository unless that is turned off. */
export function folderWith(files: Readonly<Record<string, string>>, options: { git?: boolean } = {}): string {
  const root = temporary("steady-shelf-test-");
  for (const [path, text] of Object.entries(files)) {
    mkdirSync(dirname(join(root, path)), { recursive: true });
    if (text.startsWith("-> ")) symlinkSync(text.slice(3), join(root, path));
    else writeFileSync(join(root, path), text);
  }
  if (options.git !== false) commitAll(root);
  return root;
}

/** Demo apps as repositories, each made once: a copy is quicker than git. */
const templates = new Map<string, string>();

/** The demo app, configured as layer-first with its own word for styles, committed; `more` lines of configuration follow. */
export function layeredDemo(more = ""): string {
  const root = demoCopy();
  writeFileSync(
    join(root, "steady-shelf.yaml"),
    `version: 1\nstack: react-web\nsource: src\narrangement: layer-first\nwords: { style: theme }\n${more}`,
  );
  commitAll(root);
  return root;
}

/** The same on a branch, where `main` stays behind. */
export function branchedDemo(): string {
  const root = layeredDemo();
  execFileSync("git", ["branch", "-M", "main"], { cwd: root });
  execFileSync("git", ["checkout", "-q", "-b", "swaps"], { cwd: root });
  return root;
}

/** A copy of a demo app, committed. */
export function demoCopy(app = "orchard-web"): string {
  let template = templates.get(app);
  if (template === undefined) {
    template = temporary("steady-shelf-template-");
    cpSync(join(demo, app), template, { recursive: true });
    if (app === "orchard-web") chmodSync(join(template, "src/main.tsx"), 0o755);
    commitAll(template);
    templates.set(app, template);
  }
  const root = temporary("steady-shelf-demo-");
  cpSync(template, root, { recursive: true, preserveTimestamps: true });
  return root;
}

/** Makes a repository of a folder and commits all of it. */
export function commitAll(root: string): void {
  // One process of the shell: to start one costs a large process like this more than git takes.
  const commit = "git -c user.name=test -c user.email=test@example.org commit -q --allow-empty -m start";
  execFileSync("sh", ["-c", `git init -q && git add -A && ${commit}`], { cwd: root });
}

/** Runs the program in a process of its own. */
export function runAlone(cwd: string, words: readonly string[], env: Record<string, string> = {}): Run {
  const { status, stdout, stderr } = spawnSync(process.execPath, [program, ...words], {
    cwd,
    encoding: "utf8",
    env: { ...process.env, ...env },
  });
  return ended(status, stdout, stderr);
}

function ended(code: number | null, out: string, err: string): Run {
  return { code, out, err, json: () => JSON.parse(out) as Record<string, unknown> };
}

interface Built {
  readonly run: (words: readonly string[], version: string) => Promise<number>;
}

/** Runs the built program in this process, standing where this stands; gives the exit code when it has ended. */
async function runHere(words: readonly string[]): Promise<number> {
  const built = (await import(pathToFileURL(join(dirname(program), "cli.js")).href)) as Built;
  const { version } = JSON.parse(readFileSync(join(dirname(program), "../package.json"), "utf8")) as {
    version: string;
  };
  return built.run(words, version);
}

/** A language server in this process, which ends when its wire is cut; to start a process for each is most of what it takes. */
export async function serverHere(): Promise<Wire> {
  const pipe = join(temporary("steady-shelf-pipe-"), "pipe");
  const listening = createServer();
  await new Promise<void>((resolve) => listening.listen(pipe, resolve));
  const met = once(listening, "connection") as Promise<[Socket]>;
  const ended = runHere(["language-server", "--pipe", pipe]);
  const [socket] = await met;
  listening.close();
  return { input: socket, output: socket, ended, kill: () => socket.destroy() };
}

/** Runs the built program in this process, as `bin.js` does; starting one for each command is most of what it takes. */
export async function run(cwd: string, words: readonly string[], env: Record<string, string> = {}): Promise<Run> {
  const [standing, own] = [process.cwd(), { ...process.env }];
  const said = { out: "", err: "" };
  const taps = (["stdout", "stderr"] as const).map((name) => {
    const stream = process[name];
    const write = stream.write.bind(stream);
    stream.write = (text: string | Uint8Array): boolean => {
      said[name === "stdout" ? "out" : "err"] += Buffer.from(text as string).toString();
      return true;
    };
    return () => void (stream.write = write);
  });
  process.chdir(cwd);
  Object.assign(process.env, env);
  try {
    return ended(await runHere(words), said.out, said.err);
  } finally {
    for (const untap of taps) untap();
    process.chdir(standing);
    for (const name of Object.keys(env)) {
      if (own[name] === undefined) Reflect.deleteProperty(process.env, name);
      else process.env[name] = own[name];
    }
  }
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
