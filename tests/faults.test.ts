/**
 * Faults at the level of system calls, in the built program: each call that changes the disk fails once, or the process is killed
 * right before or after it. Whatever happens, the project is as before or as after, the next command puts in order what is left,
 * and from there the change can be made, or undone.
 *
 * A process is started, and killed, once for each command. What the other kills would leave is kept by one run, which copies the
 * folder before each call; and one process runs all commands in which a call fails.
 *
 * `npm test` takes a sample of the calls; `npm run trial` takes all. The library is built from `faults.c`; where there is no C
 * compiler, or the system is not Linux, the tests are skipped, and say so.
 */
import { execFileSync, fork, spawn, type ChildProcess } from "node:child_process";
import { cpSync, mkdirSync, mkdtempSync, readdirSync, renameSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { dirname, join } from "node:path";
import { fileURLToPath } from "node:url";
import { afterAll, beforeAll, describe, expect, test } from "vitest";
import { fingerprint, run } from "./program.js";

const program = fileURLToPath(new URL("../dist/bin.js", import.meta.url));
const base = mkdtempSync(join(tmpdir(), "steady-shelf-faults-"));
const library = join(base, "faults.so");
const isWhole = process.env.TRIAL === "whole";

function compiled(): boolean {
  try {
    const source = fileURLToPath(new URL("faults.c", import.meta.url));
    execFileSync("cc", ["-shared", "-fPIC", "-O1", "-o", library, source, "-ldl"], { stdio: "ignore" });
    return process.platform === "linux";
  } catch {
    return false;
  }
}

const isPossible = compiled();
if (!isPossible) console.warn("No C compiler for Linux is here, so faults of system calls are not tried.");

const files = {
  "package.json": '{ "name": "pippin-row", "dependencies": { "react": "^19.0.0" } }\n',
  "tsconfig.json": '{ "compilerOptions": { "jsx": "react-jsx" } }\n',
  "steady-shelf.yaml": "version: 1\nstack: react-web\nlanguage: typescript\nsource: src\narrangement: layer-first\n",
  "src/components/TreeCard.tsx": "import './tree-card.css';\nexport const TreeCard = () => <li/>;\n",
  "src/components/tree-card.css": ".tree { color: green }\n",
  "src/components/harvest_list.tsx": "export const HarvestList = () => <ul/>;\n",
  "src/screens/OrchardScreen.tsx":
    'import { TreeCard } from "../components/TreeCard";\nimport { HarvestList } from "../components/harvest_list";\nexport const OrchardScreen = () => <><TreeCard/><HarvestList/></>;\n',
  "src/main.tsx": 'import { OrchardScreen } from "./screens/OrchardScreen";\nOrchardScreen();\n',
  "plan.yaml":
    "version: 1\nmoves:\n  - { from: src/components/TreeCard.tsx, to: src/main.tsx }\n  - { from: src/main.tsx, to: src/components/TreeCard.tsx }\n",
};

/** One command, and what was done before it. */
interface Command {
  readonly words: readonly string[];
  readonly first?: readonly (readonly string[])[];
  /** It changes our own records only. */
  readonly isOurs?: boolean;
}

const move = ["move", "src/components", "src/parts", "--write"];
const commands: Readonly<Record<string, Command>> = {
  "move a file": { words: ["move", "src/components/TreeCard.tsx", "src/trees/", "--write"] },
  "move a folder": { words: move },
  "move by a plan that swaps": { words: ["move", "--plan", "plan.yaml", "--write"] },
  arrange: { words: ["arrange", "--as", "feature-first", "--likeliest", "--write"] },
  "check --fix": { words: ["check", "--fix", "--write"] },
  "add a component": { words: ["add", "component", "bench", "--write"] },
  "add a feature": { words: ["add", "feature", "swaps", "--write"] },
  undo: { words: ["undo", "--write"], first: [move] },
  "history --prune": {
    words: ["history", "--prune", "--keep", "0", "--write"],
    first: [move, ["undo", "--write"], move],
    isOurs: true,
  },
};

interface Prepared {
  readonly folder: string;
  /** With a copy of the project before each call: `1`, `2`, …, and as it is after the last. */
  readonly copies: string;
  readonly before: unknown;
  readonly after: unknown;
  readonly calls: number;
}

let made = 0;

/** A copy of a prepared project. */
function copyOf(folder: string): string {
  const copy = join(base, `copy-${(made += 1)}`);
  cpSync(folder, copy, { recursive: true });
  return copy;
}

/** The call of a number fails, or the process is killed before or after it; `left`: what a kill before it leaves. */
interface Fault {
  readonly at: number;
  readonly how: "fail" | "before" | "after" | "left";
}

/** Runs a command in a process of its own with settings of `faults.c`; gives the exit code, or `killed`. */
function runWith(
  root: string,
  words: readonly string[],
  settings: Readonly<Record<string, string>>,
): Promise<number | "killed"> {
  const env = { ...process.env, LD_PRELOAD: library, FAULT_BELOW: root, ...settings };
  return new Promise((resolve) => {
    const child = spawn(process.execPath, [program, ...words], { cwd: root, env, stdio: "ignore" });
    child.on("close", (code) => resolve(code ?? "killed"));
  });
}

const locks = (root: string): string[] =>
  readdirSync(root, { recursive: true, encoding: "utf8" }).filter((path) => /^\.steady-shelf\/lock/.test(path));

/** The process that runs what fails. */
let runner: ChildProcess | undefined;
afterAll(() => void runner?.kill("SIGKILL"));

/** Runs a command of which one call fails, and whose process ends if it still holds the lock; gives the exit code. */
async function runFailing(root: string, words: readonly string[], at: number): Promise<number | "killed"> {
  const child = (runner ??= fork(fileURLToPath(new URL("faulty.mjs", import.meta.url)), {
    env: { ...process.env, LD_PRELOAD: library },
    stdio: ["ignore", "ignore", "inherit", "ipc"],
  }));
  const code = await new Promise<number | "killed">((resolve) => {
    const gone = (): void => resolve("killed");
    child.once("exit", gone).once("message", (answer) => {
      child.off("exit", gone);
      resolve(answer as number);
    });
    child.send({ root, words, at, how: "fail" });
  });
  if (code === "killed" || locks(root).length > 0) {
    const isGone = child.exitCode !== null || child.signalCode !== null;
    const end = isGone ? undefined : new Promise((resolve) => child.once("exit", resolve));
    child.kill("SIGKILL");
    await end;
    runner = undefined;
  }
  return code;
}

async function prepare({ words, first = [] }: Command): Promise<Prepared> {
  const folder = join(base, `template-${(made += 1)}`);
  for (const [path, text] of Object.entries(files)) {
    mkdirSync(dirname(join(folder, path)), { recursive: true });
    writeFileSync(join(folder, path), text);
  }
  execFileSync("git", ["init", "-q"], { cwd: folder });
  for (const each of first) expect((await run(folder, each)).code).toBe(0);
  const before = fingerprint(folder);
  const copy = copyOf(folder);
  const copies = join(base, `copies-${made}`);
  mkdirSync(copies);
  const code = await runWith(copy, words, { FAULT_COPIES: copies });
  expect(code, words.join(" ")).toBe(0);
  const calls = readdirSync(copies).length;
  const after = fingerprint(copy);
  renameSync(copy, join(copies, String(calls + 1)));
  return { folder, copies, before, after, calls };
}

/** All faults there are, or some of them, spread evenly and never the same for two commands. */
function faultsOf(calls: number, seed: number): Fault[] {
  const killed: Fault = { at: Math.ceil((calls * (seed + 1)) / 10), how: seed % 2 === 0 ? "before" : "after" };
  const all = Array.from({ length: calls }, (_, at) => at + 1).flatMap((at): Fault[] => [
    { at, how: "fail" },
    { at, how: "left" },
  ]);
  all.push(killed, { at: calls + 1, how: "left" });
  if (isWhole) return all;
  const step = Math.max(1, Math.floor(all.length / 9));
  // The last calls are those by which a change is said to be done.
  return all.filter(
    (fault, index) =>
      fault === killed || index % step === seed % step || (fault.how === "fail" && fault.at > calls - 4),
  );
}

/** Carries a command out with a fault in a copy of the project. */
async function withFault({ folder, copies }: Prepared, words: readonly string[], { at, how }: Fault) {
  // Two names of one file, which the copies have kept, would become two files in a copy of the copy.
  if (how === "left") return { root: join(copies, String(at)), code: "killed" as const };
  const root = copyOf(folder);
  if (how === "fail") return { root, code: await runFailing(root, words, at) };
  return { root, code: await runWith(root, words, { FAULT_AT: String(at), FAULT_HOW: how }) };
}

describe.skipIf(!isPossible)("a fault at any call", () => {
  describe.each(Object.entries(commands).map(([name, command], index) => ({ name, command, index })))(
    "of $name",
    ({ command, index }) => {
      let prepared: Prepared;
      beforeAll(async () => void (prepared = await prepare(command)));

      test("leaves before or after, and the way on", async () => {
        const { before, after, calls } = prepared;
        expect(calls).toBeGreaterThan(10);
        const faults = faultsOf(calls, index);
        expect(faults.length).toBeGreaterThan(5);
        for (const fault of faults) {
          const said = `${fault.how} at ${fault.at} of ${calls}`;
          const { root, code } = await withFault(prepared, command.words, fault);
          // A fault in our own records is no failure of the change, and neither is one in the cache.
          expect(fault.how === "fail" ? [0, 3] : ["killed"], said).toContain(code);
          const next = await run(root, ["history"]);
          expect([next.code, next.err.includes("should not")], `${said}: ${next.err}`).toEqual([0, false]);
          const now = fingerprint(root);
          expect([before, after], said).toContainEqual(now);
          if (code === 3 && fault.how === "fail" && !/last line/.test(next.err))
            expect([before, after]).toContainEqual(now);
          if (command.isOurs === true) expect(now).toEqual(before);
          else if (JSON.stringify(now) === JSON.stringify(before)) {
            expect((await run(root, command.words)).code, said).toBe(0);
            expect(fingerprint(root), said).toEqual(after);
          } else if (command.words[0] !== "undo") {
            expect((await run(root, ["undo", "--write"])).code, said).toBe(0);
            expect(fingerprint(root), said).toEqual(before);
          }
          rmSync(root, { recursive: true, force: true });
        }
      });
    },
  );
});
