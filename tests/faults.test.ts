/**
 * Faults at the level of system calls, in the built program: each call that changes the disk fails once, or the process is killed
 * right before or after it. Whatever happens, the project is as before or as after, the next command puts in order what is left,
 * and from there the change can be made, or undone.
 *
 * `npm test` takes a sample of the calls; `npm run trial` takes all. The library is built from `faults.c`; where there is no C
 * compiler, or the system is not Linux, the tests are skipped, and say so.
 */
import { execFileSync, spawn } from "node:child_process";
import { cpSync, existsSync, mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { dirname, join } from "node:path";
import { fileURLToPath } from "node:url";
import { beforeAll, describe, expect, test } from "vitest";
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

interface Fault {
  readonly at: number;
  readonly how: "fail" | "before" | "after";
}

/** Runs a command with a fault; gives the exit code, or `killed`. */
function runWith(
  root: string,
  words: readonly string[],
  { at, how }: Fault,
  count?: string,
): Promise<number | "killed"> {
  const env = {
    ...process.env,
    LD_PRELOAD: library,
    FAULT_BELOW: root,
    FAULT_AT: String(at),
    FAULT_HOW: how,
    ...(count !== undefined && { FAULT_COUNT: count }),
  };
  return new Promise((resolve) => {
    const child = spawn(process.execPath, [program, ...words], { cwd: root, env, stdio: "ignore" });
    child.on("close", (code) => resolve(code ?? "killed"));
  });
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
  const count = join(base, `count-${made}`);
  const code = await runWith(copy, words, { at: 0, how: "fail" }, count);
  expect(code, words.join(" ")).toBe(0);
  const calls = existsSync(count) ? readFileSync(count).length : 0;
  return { folder, before, after: fingerprint(copy), calls };
}

/** All faults there are, or some of them, spread evenly and never the same for two commands. */
function faultsOf(calls: number, seed: number): Fault[] {
  const all = Array.from({ length: calls }, (_, at) => at + 1).flatMap((at): Fault[] => [
    { at, how: "fail" },
    { at, how: "before" },
    { at, how: "after" },
  ]);
  if (isWhole) return all;
  const step = Math.max(1, Math.floor(all.length / 7));
  // The last calls are those by which a change is said to be done.
  return all.filter(({ at, how }, index) => index % step === seed % step || (how === "fail" && at > calls - 4));
}

describe.skipIf(!isPossible)("a fault at any call", () => {
  describe.each(Object.entries(commands).map(([name, command], index) => ({ name, command, index })))(
    "of $name",
    ({ command, index }) => {
      let prepared: Prepared;
      beforeAll(async () => void (prepared = await prepare(command)));

      test("leaves before or after, and the way on", async () => {
        const { folder, before, after, calls } = prepared;
        expect(calls).toBeGreaterThan(10);
        const faults = faultsOf(calls, index);
        expect(faults.length).toBeGreaterThan(5);
        for (const fault of faults) {
          const root = copyOf(folder);
          const said = `${fault.how} at ${fault.at} of ${calls}`;
          const code = await runWith(root, command.words, fault);
          // A fault in our own records is no failure of the change, and neither is one in the cache.
          expect(["killed", 0, 3], said).toContain(code);
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
