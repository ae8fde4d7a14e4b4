/** Completion in the shells themselves, and the manual, which says what `--help` says. */
import { execFileSync, spawnSync } from "node:child_process";
import { chmodSync, existsSync, readFileSync, writeFileSync } from "node:fs";
import { delimiter, dirname, join } from "node:path";
import { fileURLToPath, pathToFileURL } from "node:url";
import { describe, expect, test } from "vitest";
import { demoCopy, folderWith, layeredDemo, programWords, run, runAlone } from "./program.js";

const has = (shell: string): boolean => spawnSync("which", [shell]).status === 0;

/** A folder for `PATH` in which the program is. */
function withProgram(): Record<string, string> {
  const folder = folderWith({}, { git: false });
  const path = join(folder, "steady-shelf");
  writeFileSync(path, `#!/bin/sh\nexec ${programWords.join(" ")} "$@"\n`);
  chmodSync(path, 0o755);
  return { ...process.env, PATH: `${folder}${delimiter}${process.env.PATH ?? ""}` };
}

/** The program's own lines for a shell, asked for once. */
const scripts = new Map<string, string>();

/** What a shell says; `script` is the program's own lines. */
function shellSays(shell: string, root: string, lines: (script: string) => string): string[] {
  const env = withProgram();
  const script = scripts.get(shell) ?? execFileSync("steady-shelf", ["completion", shell], { env, encoding: "utf8" });
  scripts.set(shell, script);
  const words = shell === "zsh" ? ["-f", "-c"] : shell === "fish" ? ["--no-config", "-c"] : ["--norc", "-c"];
  const { stdout, stderr } = spawnSync(shell, [...words, lines(script)], { cwd: root, env, encoding: "utf8" });
  expect(stderr).toBe("");
  return stdout.split("\n").filter(Boolean);
}

/** What `--help` says of commands, from one process. */
function helpOf(commands: readonly string[]): string[] {
  const cli = JSON.stringify(pathToFileURL(join(dirname(programWords[1]), "cli.js")).href);
  const tell = `const { run } = await import(${cli}); for (const each of process.argv.slice(1)) { await run([each, "--help"], "0"); console.log("\\0"); }`;
  const said = execFileSync(process.execPath, ["--input-type=module", "-e", tell, ...commands], { encoding: "utf8" });
  return said.split("\0");
}

/** Lines that are typed, and what must be among the answers; `-` is what must not be. */
const cases: readonly (readonly [line: string, answers: readonly string[]])[] = [
  ["m", ["move", "mend", "-check"]],
  ["check --rule naming,unres", ["naming,unresolved-path", "-naming,naming"]],
  ["arrange --feature ", ["harvest", "rota", "shared"]],
  ["arrange --as layered", ["layered-features", "-layer-first"]],
  ["add scr", ["screen", "-component"]],
  ["extract src/helpers/dates.ts sh", ["shortDate", "-daysBetween"]],
  ["check --since ma", ["main", "-master"]],
  ["move --pl", ["--plan", "---write"]],
];

describe.skipIf(process.platform === "win32")("completion", () => {
  const root = layeredDemo();
  execFileSync("git", ["branch", "-M", "main"], { cwd: root });
  const holds = (said: readonly string[], answers: readonly string[], line: string): void => {
    for (const answer of answers)
      if (answer.startsWith("-") && !answer.startsWith("--plan")) expect(said, line).not.toContain(answer.slice(1));
      else expect(said, line).toContain(answer);
  };

  test.skipIf(!has("bash"))("in bash, also where it parts words at =, and files where files fit", () => {
    const ask = (words: readonly string[]): string[] =>
      shellSays("bash", root, (script) => {
        const quoted = ["steady-shelf", ...words].map((word) => `'${word}'`).join(" ");
        return `${script}\nCOMP_WORDS=(${quoted}); COMP_CWORD=${words.length}; _steady_shelf; printf '%s\\n' "\${COMPREPLY[@]}"`;
      });
    for (const [line, answers] of cases) holds(ask(line.split(" ")), answers, line);
    expect(ask(["arrange", "--as", "=", "mv"])).toEqual(["mvvm"]);
    // Nothing is answered, so that bash completes files.
    expect(ask(["move", "src/"])).toEqual([]);
    expect(shellSays("bash", root, (script) => `${script}\ncomplete -p steady-shelf`)).toEqual([
      "complete -o default -F _steady_shelf steady-shelf",
    ]);
  });

  test.skipIf(!has("zsh"))("in zsh", () => {
    const ask = (line: string): string[] =>
      shellSays("zsh", root, (script) => {
        const words = ["steady-shelf", ...line.split(" ")].map((word) => `'${word}'`).join(" ");
        const stubs = 'compdef() { :; }\n_files() { print files; }\n_describe() { print -rl -- "${(@)answers%%:*}"; }';
        return `${stubs}\n${script}\nwords=(${words}); CURRENT=$#words; _steady_shelf`;
      });
    for (const [line, answers] of cases) holds(ask(line), answers, line);
    expect(ask("move src/")).toEqual(["files"]);
  });

  test.skipIf(!has("fish"))("in fish, with what each is for", () => {
    const ask = (line: string): string[] =>
      shellSays("fish", root, (script) => `${script}\ncomplete -C 'steady-shelf ${line}'`);
    for (const [line, answers] of cases)
      holds(
        ask(line).map((each) => each.split("\t")[0] ?? ""),
        answers,
        line,
      );
    expect(ask("add screen")[0]).toMatch(/^screen\twhat fills the whole view/);
    expect(ask("move src/he")).toContain("src/helpers/");
  });

  test("tells nothing where nothing can be told, and is never an error", async () => {
    const bare = folderWith({ "notes.txt": "" });
    for (const words of [
      ["arrange", "--feature", ""],
      ["extract", "nosuch.ts", ""],
      ["nosuch", ""],
      ["add", "screen", "x", ""],
    ])
      expect(await run(bare, ["completion", "--for", "bash", "--", ...words]), words.join(" ")).toMatchObject({
        code: 0,
        out: "",
        err: "",
      });
    expect(await run(bare, ["completion", "tcsh"])).toMatchObject({ code: 2, out: "" });
    expect((await run(bare, ["completion"])).err).toContain("Name your shell: completion bash|zsh|fish.");
  });
});

describe("the manual", () => {
  const root = fileURLToPath(new URL("..", import.meta.url));
  const manual = readFileSync(join(root, "man/steady-shelf.1"), "utf8");

  test("has every command with every option that --help has, and no other", () => {
    const app = demoCopy();
    const listed = runAlone(app, ["--help"]).out;
    const commands = [...listed.matchAll(/^ {2}steady-shelf (\S+)/gm)].map(([, name]) => name ?? "");
    expect(commands.length).toBeGreaterThan(18);
    expect([...manual.matchAll(/^\.SS "([^ "]+)/gm)].map(([, name]) => name?.replaceAll("\\-", "-"))).toEqual(commands);
    const parts = (manual.split("\n.SH EXIT")[0] ?? "").split('\n.SS "').slice(1);
    const helps = helpOf(commands);
    for (const [at, command] of commands.entries()) {
      const help = helps[at] ?? "";
      const part = parts.find((each) => each.split(/["\s]/)[0] === command.replaceAll("-", "\\-")) ?? "";
      const options = (text: string, form: RegExp): string[] =>
        [...new Set([...text.matchAll(form)].map(([, name]) => name ?? ""))].sort();
      const common = ["help", "json", "project", "version"];
      const inHelp = options(help, /^ {2,}(?:-\w, )?--(?:no-)?([\w-]+)/gm).filter((name) => !common.includes(name));
      const inManual = options(part.replaceAll("\\-", "-"), /^\.BR? "?--(?:no-)?([\w-]+)/gm);
      expect(inManual, command).toEqual(inHelp);
    }
  });

  test.skipIf(!has("groff"))("is read by groff without a warning", () => {
    const { stdout, stderr } = spawnSync("groff", ["-man", "-Tutf8", "-ww", join(root, "man/steady-shelf.1")], {
      encoding: "utf8",
    });
    expect(stderr).toBe("");
    expect(stdout.split(/.[\b]/).join("")).toContain("steady-shelf arrange --as feature-first --feature harvest");
  });

  test("is in the package, where npm finds it", () => {
    const { man, files } = JSON.parse(readFileSync(join(root, "package.json"), "utf8")) as {
      man: string;
      files: string[];
    };
    expect(existsSync(join(root, man))).toBe(true);
    expect(files).toContain("man");
  });
});
