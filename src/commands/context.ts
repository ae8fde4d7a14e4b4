/** What every command needs: the project, the paths people type, who is running, and where output goes. */
import { hostname } from "node:os";
import { existsSync, readFileSync, realpathSync } from "node:fs";
import { basename, dirname, join, relative, resolve, sep } from "node:path";
import type { Caller } from "../core/apply/index.js";
import { ShelfError } from "../core/base/errors.js";
import { toProjectPath, type ProjectPath } from "../core/base/paths.js";
import {
  findAppFolder,
  findProject,
  findRepository,
  openDiskStore,
  realFolder,
  type FileStore,
} from "../core/files/index.js";
import { progressLine, type ProgressLine } from "../terminal/progress-line.js";
import { screenFor, shownText, type Screen } from "../terminal/screen.js";

/** Options that every command takes. */
export interface CommonOptions {
  readonly project?: string | undefined;
  readonly json?: boolean | undefined;
}

/** One run of one command. */
export interface Context {
  readonly store: FileStore;
  readonly caller: Caller;
  readonly screen: Screen;
  readonly progress: ProgressLine;
  readonly json: boolean;
  /** The folder that is stood in (or named by --project), from the project's root. */
  readonly standing: ProjectPath;
  /** Whether a person can be asked. */
  readonly canAsk: boolean;
  /** Turns a path as typed into a project path. Throws `OUTSIDE_PROJECT`. */
  readonly pathOf: (typed: string) => ProjectPath;
  /** A line for standard output. */
  readonly say: (text: string) => void;
  /** A line for standard error. */
  readonly note: (text: string) => void;
}

/** Opens the project that the options name, or the one that the current folder is in. Throws `PROJECT_MISSING`. */
export function openContext(options: CommonOptions): Context {
  const { project } = options;
  const folder = realFolder(resolve(project ?? "."));
  return contextAt(project === undefined ? findProject(folder) : projectAt(folder), folder, options);
}

/** Opens the app that is to be set up: it may be a folder with nothing in it, in a repository or not. */
export function openContextOfApp(options: CommonOptions): Context {
  const folder = realFolder(resolve(options.project ?? "."));
  const app = options.project === undefined ? findAppFolder(folder) : folder;
  return contextAt(findRepository(app) ?? app, app, options);
}

/** The project around a folder that was named; the folder itself where nothing marks one. */
function projectAt(folder: string): string {
  try {
    return findProject(folder);
  } catch {
    return folder;
  }
}

function contextAt(root: string, folder: string, { json }: CommonOptions): Context {
  return {
    standing: projectPathOf(root, folder),
    store: openDiskStore(root),
    caller: { pid: process.pid, host: hostname(), now: () => new Date(), isAlive, startOf },
    screen: screenFor(process.stdout, process.env),
    progress: progressLine(process.stderr, () => Date.now()),
    json: json === true,
    canAsk: json !== true && process.stdin.isTTY && process.stdout.isTTY,
    pathOf: (typed) => projectPathOf(root, typed),
    say: (text) => void process.stdout.write(`${shownText(text, process.stdout)}\n`),
    note: (text) => void process.stderr.write(`${shownText(text, process.stderr)}\n`),
  };
}

function projectPathOf(root: string, typed: string): ProjectPath {
  const absolute = realAbove(resolve(typed));
  const way = relative(root, absolute);
  const path =
    way === ".." || way.startsWith(`..${sep}`) || resolve(way) === way
      ? undefined
      : toProjectPath(way.replaceAll(sep, "/"));
  if (path === undefined) throw new ShelfError("OUTSIDE_PROJECT", { path: typed, other: root });
  return path;
}

/** The path with links undone in the folders above it, as far as they are there; the last part is kept as typed. */
function realAbove(path: string): string {
  const folder = dirname(path);
  if (folder === path) return path;
  return join(existsSync(folder) ? realpathSync(folder) : realAbove(folder), basename(path));
}

function isAlive(pid: number): boolean {
  try {
    process.kill(pid, 0);
    return true;
  } catch (error) {
    return (error as NodeJS.ErrnoException).code === "EPERM";
  }
}

/** Since the machine started: field 22 of `/proc/PID/stat`, behind the name in brackets, which may hold anything. Source: proc(5). */
function startOf(pid: number): string | undefined {
  try {
    const [boot, stat] = ["/proc/sys/kernel/random/boot_id", `/proc/${pid}/stat`].map((file) =>
      readFileSync(file, "utf8"),
    );
    const start = stat?.slice(stat.lastIndexOf(")") + 2).split(" ")[19];
    return start === undefined ? undefined : `${boot?.trim()} ${start}`;
  } catch {
    return undefined;
  }
}
