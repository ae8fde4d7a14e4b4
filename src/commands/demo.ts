/** `steady-shelf demo`: the full tour, on a copy of the demo app in a temporary folder. */
import { spawnSync } from "node:child_process";
import { cpSync, mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { createRequire } from "node:module";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { fileURLToPath } from "node:url";
import { screenFor, wrap } from "../terminal/screen.js";

/** One stop of the tour: what is said, and what is run. */
interface Stop {
  readonly say: string;
  readonly run: readonly string[];
  /** The exit code that belongs here. */
  readonly code?: number;
}

const plan = `version: 1
moves:
  - from: src/screens/HarvestScreen.tsx
    to: src/features/harvest/HarvestScreen.tsx
    reason: everything of the harvest in one place
  - from: src/screens/HarvestScreen.test.tsx
    to: src/features/harvest/HarvestScreen.test.tsx
  - from: src/screens/HarvestScreen.module.css
    to: src/features/harvest/HarvestScreen.module.css
  - from: src/screens/formatYield.ts
    to: src/helpers/formatYield.ts
    reason: two screens use it
  - from: src/hooks/useHarvest.ts
    to: src/features/harvest/useHarvest.ts
  - from: src/services/harvestService.ts
    to: src/features/harvest/harvestService.ts
`;

const tour: readonly Stop[] = [
  {
    say: "The harvest chart belongs to its feature. First a look: nothing is written.",
    run: ["move", "src/components/HarvestChart.tsx", "src/features/harvest/"],
  },
  {
    say: "That is right, so carry it out. The style sheet and the test go along.",
    run: ["move", "src/components/HarvestChart.tsx", "src/features/harvest/", "--write"],
  },
  {
    say: "One file is named unlike its sisters. Another case is a new name too.",
    run: ["move", "src/components/page-header.tsx", "src/components/PageHeader.tsx", "--write"],
  },
  {
    say: "A whole folder, and a picture, which takes its second density along.",
    run: ["move", "src/components/TreeCard", "src/assets/images/apple-tree.png", "src/features/trees/", "--write"],
  },
  {
    say: "Several at once, from a plan that was written by hand. All of it happens, or nothing.",
    run: ["move", "--plan", "harvest.yaml", "--write"],
  },
  {
    say: "What cannot be is refused before anything is touched.",
    run: ["move", "src/features", "src/features/all/"],
    code: 2,
  },
  {
    say: "A name that was mistyped is answered with the nearest.",
    run: ["move", "src/screens/RotaScren.tsx", "src/features/rota/"],
    code: 2,
  },
  { say: "Everything that was done is known …", run: ["history"] },
  { say: "… and can be taken back, the newest first.", run: ["undo", "--write"] },
];

/** Runs the tour; gives 0 if every stop ended as it should and every judge agreed, else 1. */
export function runDemo({ keep }: { readonly keep: boolean }): Promise<number> {
  const folder = mkdtempSync(join(tmpdir(), "pippin-row-"));
  try {
    return Promise.resolve(new Tour(folder).run() ? 0 : 1);
  } finally {
    if (keep) process.stdout.write(`\nThe copy is in ${folder}.\n`);
    else rmSync(folder, { recursive: true, force: true });
  }
}

class Tour {
  readonly #screen = screenFor(process.stdout, process.env);
  #fine = true;

  constructor(readonly folder: string) {}

  run(): boolean {
    cpSync(fileURLToPath(new URL("../demo/orchard-web", import.meta.url)), this.folder, { recursive: true });
    writeFileSync(join(this.folder, "harvest.yaml"), plan);
    this.#git("init", "-q");
    this.#git("add", "-A");
    this.#git(
      "-c",
      "user.name=Pippin Row",
      "-c",
      "user.email=orchard@pippin-row.example",
      "commit",
      "-q",
      "-m",
      "The orchard's app",
    );
    this.#say(
      "Pippin Row is a community orchard; this is a copy of its web app, a layer-first React app in TypeScript.",
    );
    this.#compile();
    for (const stop of tour) {
      this.#stop(stop);
      if (stop.run.includes("--write")) this.#compile();
    }
    this.#undoAll();
    return this.#fine;
  }

  #say(text: string): void {
    process.stdout.write(`\n${this.#screen.palette.strong(wrap(`● ${text}`, this.#screen.width))}\n`);
  }

  #stop({ say, run, code = 0 }: Stop): void {
    this.#say(say);
    process.stdout.write(`${this.#screen.palette.faint(`$ steady-shelf ${run.join(" ")}`)}\n\n`);
    const { status } = spawnSync(process.execPath, [process.argv[1] ?? "", ...run], {
      cwd: this.folder,
      stdio: ["ignore", "inherit", "inherit"],
    });
    this.#judge(status === code, `It ended with ${status}, not ${code}.`);
  }

  /** An independent judge: the TypeScript compiler. */
  #compile(): void {
    const compiler = createRequire(import.meta.url).resolve("typescript/bin/tsc");
    const { status, stdout } = spawnSync(process.execPath, [compiler, "-p", "."], {
      cwd: this.folder,
      encoding: "utf8",
    });
    this.#judge(status === 0, stdout, "tsc finds no error");
  }

  /** The tour's other changes, without a word each. */
  #undoAll(): void {
    for (let left = 3; left > 0; left -= 1)
      spawnSync(process.execPath, [process.argv[1] ?? "", "undo", "--write"], { cwd: this.folder, stdio: "ignore" });
    this.#say("The other three are taken back too. What does git say?");
    const changes = this.#git("status", "--porcelain");
    this.#judge(changes === "", changes, "git status finds no difference: every byte is back");
  }

  #git(...words: readonly string[]): string {
    const run = spawnSync("git", [...words], { cwd: this.folder, encoding: "utf8" });
    if (run.status !== 0) this.#judge(false, run.stderr || "git could not be run.");
    return run.stdout;
  }

  #judge(holds: boolean, otherwise: string, verdict?: string): void {
    const { palette } = this.#screen;
    if (!holds) this.#fine = false;
    if (!holds) process.stdout.write(`${palette.bad(`✗ ${otherwise}`)}\n`);
    else if (verdict !== undefined) process.stdout.write(`\n${palette.good(`✓ ${verdict}`)}\n`);
  }
}
