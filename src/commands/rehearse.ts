/** `--rehearse COMMAND`: a plan is tried in a throw-away checkout, and a command of the app runs there before and after. */
import { spawn } from "node:child_process";
import { applyPlan, type Caller } from "../core/apply/index.js";
import { openDiskStore, readTree } from "../core/files/index.js";
import { ShelfError } from "../core/base/errors.js";
import type { Plan } from "../core/change/plan/index.js";
import { inCheckout } from "./checked-out.js";
import type { Context } from "./context.js";

/** How one run of the command ended. */
export interface CommandRun {
  /** Its exit code; `null` where a signal ended it. */
  readonly code: number | null;
  readonly milliseconds: number;
  /** Its last lines, of both outputs as they came. */
  readonly last: readonly string[];
}

/** Both runs. */
export interface Rehearsal {
  readonly command: string;
  readonly before: CommandRun;
  /** Not run where the command fails already. */
  readonly after: CommandRun | undefined;
  /** Whether the command succeeds before and after. */
  readonly isAlike: boolean;
}

/** Lines that are kept of a run. */
const mostLines = 40;

/** How long a process may take to end when it is asked to, in milliseconds. */
const grace = 3000;

/** Rehearses a plan: what it does to a copy of the project is given as `change`. The project itself is not touched; whatever was started has ended, also on Ctrl-C. Throws `STOPPED`, `UNWRITABLE`. */
export async function rehearsed(
  context: Context,
  { command, change }: { readonly command: string; readonly change: (folder: string) => Promise<void> | void },
): Promise<Rehearsal> {
  const say = (text: string): NodeJS.Timeout => {
    const begun = Date.now();
    return setInterval(() => {
      context.progress.report(`${text} (${Math.round((Date.now() - begun) / 1000)} s)`, 0, 0);
    }, 500);
  };
  return inCheckout(context, undefined, async (folder, signal) => {
    const run = async (when: string): Promise<CommandRun> => {
      const saying = say(`Rehearsing ${command}, ${when} the change`);
      return perform(command, folder, signal).finally(() => clearInterval(saying));
    };
    const before = await run("without");
    if (before.code !== 0) return { command, before, after: undefined, isAlike: false };
    await change(folder);
    const after = await run("with");
    return { command, before, after, isAlike: after.code === 0 };
  });
}

/** The plan of a project, carried out where it lies once more. */
export async function carryOutIn(folder: string, plan: Plan, caller: Caller): Promise<void> {
  const store = openDiskStore(folder);
  const tree = await readTree(store);
  applyPlan({ store, tree, plan, command: "rehearsal", acceptDifferent: true, acceptUnread: true, caller });
}

function perform(command: string, cwd: string, signal: AbortSignal): Promise<CommandRun> {
  return new Promise((resolve, reject) => {
    if (signal.aborted) return reject(new ShelfError("STOPPED"));
    const begun = Date.now();
    // A group of its own: what the command starts ends with it.
    const child = spawn(command, { cwd, shell: true, detached: true, stdio: ["ignore", "pipe", "pipe"] });
    const last: string[] = [];
    let rest = "";
    const hear = (text: Buffer): void => {
      const lines = (rest + text.toString()).split(/\r\n|\n|\r/);
      rest = lines.pop() ?? "";
      last.push(...lines);
      last.splice(0, last.length - mostLines);
    };
    child.stdout.on("data", hear);
    child.stderr.on("data", hear);
    const end = (): void => {
      kill(child.pid, "SIGTERM");
      setTimeout(() => kill(child.pid, "SIGKILL"), grace).unref();
    };
    signal.addEventListener("abort", end, { once: true });
    child.once("error", reject);
    child.once("close", (code) => {
      signal.removeEventListener("abort", end);
      kill(child.pid, "SIGKILL");
      if (signal.aborted) return reject(new ShelfError("STOPPED"));
      const lines = [...last, ...(rest === "" ? [] : [rest])].slice(-mostLines);
      resolve({ code, milliseconds: Date.now() - begun, last: lines });
    });
  });
}

/** Ends a group of processes, as far as there still is one. */
function kill(pid: number | undefined, signal: NodeJS.Signals): void {
  if (pid === undefined) return;
  try {
    process.kill(-pid, signal);
  } catch {
    // All of them have ended.
  }
}
