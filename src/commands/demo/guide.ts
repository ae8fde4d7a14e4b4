/** Leads through one tour: says, runs, has it judged, takes everything back. */
import { spawnSync } from "node:child_process";
import { cpSync, existsSync, mkdirSync, readFileSync, renameSync, writeFileSync } from "node:fs";
import { createRequire } from "node:module";
import { dirname, join } from "node:path";
import { fileURLToPath } from "node:url";
import { withoutBlankLines } from "../../core/base/text/index.js";
import { screenFor, wrap } from "../../terminal/screen.js";
import { count } from "../../wording/words.js";
import { typedWords } from "../typed-words.js";
import type { Stop, Tour } from "./tour.js";

/** A guide for one tour, in a folder that is its own. */
export class Guide {
  readonly folder: string;
  readonly #screen = screenFor(process.stdout, process.env);
  #fine = true;
  /** What the entry sheet was compiled to last. */
  #css: string | undefined;

  constructor(
    readonly tour: Tour,
    above: string,
  ) {
    this.folder = join(above, tour.folder);
  }

  /** Whether every stop ended as it should, and every judge agreed. */
  lead(): boolean {
    this.#begin();
    this.#say(this.tour.begin);
    if (this.tour.copy.only === undefined) this.#judgeApp();
    for (const stop of this.tour.stops) {
      this.#stop(stop);
      if (stop.run.includes("--write") && stop.isBroken !== true) this.#judgeApp();
    }
    this.#undoAll();
    return this.#fine;
  }

  #begin(): void {
    const { copy, files } = this.tour;
    const from = fileURLToPath(new URL(`../demo/${copy.from}`, import.meta.url));
    mkdirSync(this.folder);
    if (copy.only) for (const name of copy.only) cpSync(join(from, name), join(this.folder, name), { recursive: true });
    else cpSync(from, this.folder, { recursive: true });
    for (const [name, text] of Object.entries(files)) writeFileSync(join(this.folder, name), text);
    this.#git("init", "-q");
    this.#git("config", "user.name", "Pippin Row");
    this.#git("config", "user.email", "orchard@pippin-row.example");
    this.#git("add", "-A");
    this.#git("commit", "-q", "-m", "The orchard's app");
    for (let round = 0; round < 6; round += 1)
      for (const word of this.tour.history ?? []) this.#commitChange(word, round);
    this.#git("tag", "begin");
  }

  /** Some of a feature's files gain a line in one round and lose it in the next, so that they end as they were. */
  #commitChange(word: string, round: number): void {
    const files = this.#git("ls-files", "src").split("\n");
    const own = files.filter((path) => /\.tsx?$/.test(path) && path.toLowerCase().includes(word));
    const first = Math.floor(round / 2);
    for (const path of own.filter((_, at) => at % 3 === first % 3)) {
      const file = join(this.folder, path);
      const text = readFileSync(file, "utf8");
      writeFileSync(file, round % 2 === 0 ? `${text}// ${word}\n` : text.replace(/\/\/ \w+\n$/, ""));
    }
    this.#git("commit", "-q", "-a", "-m", `Work on ${word}`);
  }

  #say(text: string): void {
    process.stdout.write(`\n${this.#screen.palette.strong(wrap(`● ${text}`, this.#screen.width))}\n`);
  }

  #stop({ say, drag = {}, run, code = 0 }: Stop): void {
    this.#say(say);
    for (const [from, to] of Object.entries(drag)) this.#drag(from, to);
    process.stdout.write(`${this.#screen.palette.faint(`$ steady-shelf ${typedWords(run)}`)}\n\n`);
    const { status } = this.#run(run, "inherit");
    this.#judge(status === code, `It ended with ${status}, not ${code}.`);
  }

  #drag(from: string, to: string): void {
    process.stdout.write(`${this.#screen.palette.faint(`$ mv ${from} ${to}`)}\n`);
    mkdirSync(dirname(join(this.folder, to)), { recursive: true });
    renameSync(join(this.folder, from), join(this.folder, to));
  }

  #run(words: readonly string[], output: "inherit" | "ignore"): { readonly status: number | null } {
    return spawnSync(process.execPath, [process.argv[1] ?? "", ...words], {
      cwd: this.folder,
      stdio: ["ignore", output, output],
    });
  }

  /** An independent judge: the compiler of the stack. */
  #judgeApp(): void {
    if (this.tour.judge === "TypeScript") this.#typeCheck();
    else if (this.tour.judge === "Sass") this.#compileSheets();
  }

  #typeCheck(): void {
    const compiler = createRequire(import.meta.url).resolve("typescript/bin/tsc");
    const { status, stdout } = spawnSync(process.execPath, [compiler, "-p", "."], {
      cwd: this.folder,
      encoding: "utf8",
    });
    // An app without a source file yet is no error of ours.
    if (!existsSync(join(this.folder, "src"))) return;
    this.#judge(status === 0, stdout, "tsc finds no error");
  }

  #compileSheets(): void {
    const sass = this.#sass();
    if (sass === undefined) return this.#judge(true, "", "(Sass is not installed here, so nobody judges the sheets)");
    const places = this.tour.sheets ?? ["styles/main.scss"];
    const entry = places.find((path) => existsSync(join(this.folder, path))) ?? "";
    const { status, stdout, stderr } = spawnSync(process.execPath, [sass, "--no-source-map", entry], {
      cwd: this.folder,
      encoding: "utf8",
    });
    const rules = count(stdout.split("{").length - 1, "rule");
    if (status !== 0 || this.tour.sheets === undefined)
      return this.#judge(status === 0, stderr, `Sass compiles the sheet: ${rules}`);
    const before = this.#css ?? stdout;
    this.#css = stdout;
    const how = before === stdout ? "byte for byte" : "but for blank lines";
    this.#judge(withoutBlankLines(before) === withoutBlankLines(stdout), "Sass makes other CSS of it.", `Sass makes the same CSS of it, ${how}: ${rules}`);
  }

  /** Sass is needed for nothing but this judgement, so an installed program may be without. */
  #sass(): string | undefined {
    try {
      return join(dirname(createRequire(import.meta.url).resolve("sass")), "sass.js");
    } catch {
      return undefined;
    }
  }

  /** What is left, without a word each. */
  #undoAll(): void {
    for (let left = this.tour.undo; left > 0; left -= 1) this.#run(["undo", "--write"], "ignore");
    const left = this.tour.undo;
    this.#say(
      `The ${left === 1 ? "change that is left is" : `${count(left, "change")} that are left are`} taken back too. What does git say?`,
    );
    // Commits that were made on the way stay; the files are compared with those of the first.
    this.#git("reset", "-q", "begin");
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
