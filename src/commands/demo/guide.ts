/** Leads through one tour: says, runs, has it judged, takes everything back. */
import { spawnSync } from "node:child_process";
import { cpSync, existsSync, mkdirSync, readFileSync, renameSync, writeFileSync } from "node:fs";
import { dirname, join } from "node:path";
import { fileURLToPath } from "node:url";
import { withoutBlankLines } from "../../core/base/text/index.js";
import { screenFor, wrap } from "../../terminal/screen.js";
import { count } from "../../wording/words.js";
import { typedWords } from "../typed-words.js";
import type { RunWords } from "../line/command.js";
import { installedSass } from "./installed-sass.js";
import { silently } from "./silently.js";
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
    readonly another: RunWords,
  ) {
    this.folder = join(above, tour.folder);
  }

  /** Whether every stop ended as it should, and every judge agreed. */
  async lead(): Promise<boolean> {
    this.#begin();
    this.#say(this.tour.begin);
    if (this.tour.copy.only === undefined) await this.#judgeApp();
    for (const stop of this.tour.stops) {
      await this.#stop(stop);
      if (stop.run.includes("--write") && stop.isBroken !== true) await this.#judgeApp();
    }
    await this.#undoAll();
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

  async #stop({ say, drag = {}, run, code = 0 }: Stop): Promise<void> {
    this.#say(say);
    for (const [from, to] of Object.entries(drag)) this.#drag(from, to);
    process.stdout.write(`${this.#screen.palette.faint(`$ steady-shelf ${typedWords(run)}`)}\n\n`);
    const ended = await this.#run(run);
    this.#judge(ended === code, `It ended with ${ended}, not ${code}.`);
  }

  #drag(from: string, to: string): void {
    process.stdout.write(`${this.#screen.palette.faint(`$ mv ${from} ${to}`)}\n`);
    mkdirSync(dirname(join(this.folder, to)), { recursive: true });
    renameSync(join(this.folder, from), join(this.folder, to));
  }

  /** Commands stand in the app's folder, as somebody who types them does. */
  async #run(words: readonly string[]): Promise<number> {
    const standing = process.cwd();
    process.chdir(this.folder);
    try {
      return await this.another(words);
    } finally {
      process.chdir(standing);
    }
  }

  /** An independent judge: the compiler of the stack. */
  async #judgeApp(): Promise<void> {
    // An app without a source file yet is no error of ours.
    if (this.tour.judge === "TypeScript" && existsSync(join(this.folder, "src"))) {
      const { compile } = await import("./type-check.js");
      const said = compile(this.folder);
      this.#judge(said === "", said, "TypeScript finds no error");
    } else if (this.tour.judge === "Sass") this.#compileSheets();
  }

  #compileSheets(): void {
    const sass = installedSass();
    if (!sass) return this.#judge(true, "", "(Sass is not installed here, so nobody judges the sheets)");
    const places = this.tour.sheets ?? ["styles/main.scss"];
    const entry = places.find((path) => existsSync(join(this.folder, path))) ?? "";
    try {
      const { css } = sass.compile(join(this.folder, entry), { logger: sass.Logger.silent });
      this.#judgeSheets(css);
    } catch (error) {
      this.#judge(false, error instanceof Error ? error.message : String(error));
    }
  }

  #judgeSheets(css: string): void {
    const rules = count(css.split("{").length - 1, "rule");
    if (this.tour.sheets === undefined) return this.#judge(true, "", `Sass compiles the sheet: ${rules}`);
    const before = this.#css ?? css;
    this.#css = css;
    const how = before === css ? "byte for byte" : "but for blank lines";
    const isSame = withoutBlankLines(before) === withoutBlankLines(css);
    this.#judge(isSame, "Sass makes other CSS of it.", `Sass makes the same CSS of it, ${how}: ${rules}`);
  }

  /** What is left, without a word each. */
  async #undoAll(): Promise<void> {
    for (let left = this.tour.undo; left > 0; left -= 1) await silently(() => this.#run(["undo", "--write"]));
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
