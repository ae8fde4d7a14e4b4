import { spawn } from "node:child_process";
import { chmodSync, existsSync, mkdirSync, readFileSync, rmSync, statSync, writeFileSync } from "node:fs";
import { hostname } from "node:os";
import { join } from "node:path";
import { describe, expect, test } from "vitest";
import { demoCopy, fingerprint, folderWith, programWords, run, runAlone } from "./program.js";

const small = {
  "src/main.ts": 'import { a } from "./parts/a";\n',
  "src/parts/a.ts": "export const a = 1;\n",
  "src/parts/a.test.ts": 'import { a } from "./a";\n',
};

describe("move", () => {
  test("shows and writes nothing, then writes, then takes it back byte for byte", async () => {
    const root = demoCopy();
    const before = fingerprint(root);
    const preview = await run(root, ["move", "src/components/HarvestChart.tsx", "src/features/harvest/"]);
    expect(preview).toMatchObject({ code: 0, err: "" });
    expect(preview.out).toContain("Moves 3 files (with 2 companion files); updates 4 paths in 3 files.");
    expect(preview.out).toContain("Nothing was written. Add --write to carry it out.");
    expect(fingerprint(root)).toBe(before);

    const written = await run(root, ["move", "src/components/HarvestChart.tsx", "src/features/harvest/", "--write"]);
    expect(written.out).toMatch(
      /Moved 3 files[^]*✓ 24 of 24 references resolve to the same file as before[^]*Done as change/,
    );
    expect(existsSync(join(root, "src/features/harvest/HarvestChart.module.css"))).toBe(true);
    expect(readFileSync(join(root, "src/components/index.ts"), "utf8")).toContain(
      'from "../features/harvest/HarvestChart"',
    );

    expect((await run(root, ["history"])).out).toMatch(
      /^done .* 3 files moved, 3 files updated, [\d.]+ KiB\n +move src\/components\/HarvestChart.tsx src\/features\/harvest\/\n$/,
    );
    const undone = await run(root, ["undo", "--write"]);
    expect(undone.out).toContain("3 files return to their place, 3 files to their earlier bytes.");
    expect(fingerprint(root)).toBe(before);
  });

  test("gives one JSON document, as documented", async () => {
    const root = folderWith(small);
    const { code, json, err } = await run(root, ["move", "src/parts/a.ts", "src/b.ts", "--write", "--json"]);
    expect([code, err]).toEqual([0, ""]);
    expect(json()).toMatchObject({
      version: 1,
      moves: [
        { from: "src/parts/a.test.ts", to: "src/b.test.ts", why: "companion" },
        { from: "src/parts/a.ts", to: "src/b.ts", why: "asked" },
      ],
      edits: [
        { file: "src/main.ts", at: { line: 1, column: 20 }, before: "./parts/a", after: "./b" },
        { file: "src/parts/a.test.ts", before: "./a", after: "./b" },
      ],
      proof: { references: 2, same: 2, different: [], unresolvedBefore: 0 },
      mentions: [],
      written: true,
    });
    expect(json().change).toMatch(/^\d{4}-\d\d-\d\dT\d\d-\d\d-\d\dZ-1$/);
  });

  test("reads paths from the folder one stands in", async () => {
    const root = folderWith(small);
    expect((await run(join(root, "src/parts"), ["move", "a.ts", "../b.ts", "--write"])).code).toBe(0);
    expect(readFileSync(join(root, "src/main.ts"), "utf8")).toContain('"./b"');
    expect((await run("/", ["history", "--project", root])).out).toContain("move a.ts ../b.ts");
  });

  test("saves a plan, which can be carried out later", async () => {
    const root = folderWith(small);
    expect((await run(root, ["move", "src/parts/a.ts", "src/b.ts", "--save", "plan.yaml"])).code).toBe(0);
    expect(readFileSync(join(root, "plan.yaml"), "utf8")).toContain("reason: goes with src/parts/a.ts");
    expect((await run(root, ["move", "--plan", "plan.yaml", "--write"])).code).toBe(0);
    expect(existsSync(join(root, "src/b.test.ts"))).toBe(true);
    expect(await run(root, ["move", "src/b.ts", "src/c.ts", "--save", "plan.yaml"])).toMatchObject({ code: 2 });
  });

  test("works without git, obeys .gitignore, and leaves what is ignored", async () => {
    const root = folderWith(
      {
        ...small,
        "package.json": "{}",
        ".gitignore": "/src/parts/*.log\n",
        "src/parts/x.log": "log",
        "node_modules/lib/a.ts": "import '../../src/parts/a';",
      },
      { git: false },
    );
    const result = await run(root, ["move", "src/parts", "src/pieces", "--write", "--json"]);
    expect(result.json()).toMatchObject({ proof: { references: 2, same: 2 } });
    expect([existsSync(join(root, "src/parts/x.log")), existsSync(join(root, "src/pieces/x.log"))]).toEqual([
      true,
      false,
    ]);
    expect(readFileSync(join(root, "node_modules/lib/a.ts"), "utf8")).toContain("src/parts/a");
  });

  test("says how long a list is, and folds it", async () => {
    const users = Object.fromEntries(
      Array.from({ length: 40 }, (_, number) => [`src/user${number}.ts`, 'import "./parts/a";\n']),
    );
    const root = folderWith({ ...small, ...users });
    const folded = (await run(root, ["move", "src/parts/a.ts", "src/b.ts"])).out;
    expect(folded).toContain("… and 26 more paths in 26 files (--all shows them)");
    expect((await run(root, ["move", "src/parts/a.ts", "src/b.ts", "--all"])).out).not.toContain("--all");
  });

  test("fits 100 columns and has no colour in a pipe, whatever the locale", () => {
    const root = demoCopy();
    const outputs = ["C", "tr_TR.UTF-8", "sv_SE.UTF-8"].map(
      (LC_ALL) => runAlone(root, ["move", "src/screens", "src/pages", "--all"], { LC_ALL, TZ: "Pacific/Chatham" }).out,
    );
    expect(new Set(outputs).size).toBe(1);
    expect(outputs[0]).not.toContain("\u001b");
    for (const line of outputs[0]?.split("\n") ?? []) expect([...line].length, line).toBeLessThanOrEqual(100);
  });
});

describe("bad input is refused with one clear message, and nothing changes", () => {
  const files = {
    ...small,
    "tsconfig.json": '{ "compilerOptions": { "paths": { "@/*": ["./src/*"] } } }',
    "plan.yaml": "version: 1\nmoves:\n  - from: src/main.ts\n    two: src/x.ts\n",
    link: "-> ..",
    ".gitignore": "out/\n",
  };
  test.each<[string, readonly string[], number, RegExp]>([
    ["no command", [], 2, /Name a command/],
    ["an unknown command", ["mvoe"], 2, /Did you mean move\?/],
    ["an unknown option", ["move", "src/main.ts", "x/", "--wirte"], 2, /wirte/],
    ["one path only", ["move", "src/main.ts"], 2, /move FROM… TO/],
    ["paths and a plan", ["move", "a", "b", "--plan", "plan.yaml"], 2, /not both/],
    ["a target that exists", ["move", "src/main.ts", "src/parts/a.ts"], 2, /src\/parts\/a\.ts exists already/],
    ["a folder into itself", ["move", "src", "src/deeper"], 2, /cannot move into itself/],
    [
      "a source that is not there",
      ["move", "src/mian.ts", "x/"],
      2,
      /no file or folder src\/mian\.ts[^]*Did you mean src\/main\.ts\?/,
    ],
    ["a path outside", ["move", "src/main.ts", "../x.ts"], 2, /lies outside the project/],
    ["out of the project through a link", ["move", "src/main.ts", "link/x.ts"], 2, /lies outside the project/],
    ["a broken plan", ["move", "--plan", "plan.yaml"], 2, /moves\[1\][^]*plan\.yaml:4:5/],
    ["a plan that is not there", ["move", "--plan", "gone.yaml"], 2, /gone\.yaml is not there/],
    ["an ignored file", ["move", "out/x.ts", "src/"], 2, /ignored by git/],
    ["a project that is not there", ["history", "--project", "gone"], 2, /No project was found/],
    ["nothing to undo", ["undo"], 2, /no change to undo/],
  ])("%s", async (_, words, code, message) => {
    const root = folderWith(files);
    mkdirSync(join(root, "out"));
    writeFileSync(join(root, "out/x.ts"), "");
    const before = fingerprint(root);
    const result = await run(root, [...words, ...(words[0] === "move" ? ["--write"] : [])]);
    expect(result.err).toMatch(message);
    expect([result.code, result.out]).toEqual([code, ""]);
    expect(fingerprint(root)).toBe(before);
  });

  test("a broken tsconfig, with its place", async () => {
    const root = folderWith({
      ...small,
      "tsconfig.json": '{\n  "compilerOptions": { "paths" }\n}',
      "src/main.ts": 'import "@/parts/a";\nimport "./parts/a";\n',
    });
    const result = await run(root, ["move", "src/parts/a.ts", "src/b.ts", "--write"]);
    expect([result.code, result.err]).toEqual([2, expect.stringMatching(/cannot be read[^]*tsconfig\.json:2:32/)]);
  });

  test("a broken configuration of ours, with its place", async () => {
    const root = folderWith({ ...small, "steady-shelf.yaml": 'version: 1\naliases:\n  "~": [src]\n' });
    expect(await run(root, ["move", "src/parts/a.ts", "src/b.ts"])).toMatchObject({
      code: 2,
      err: expect.stringMatching(/aliases\.~[^]*steady-shelf\.yaml:3:8/) as string,
    });
  });

  test("a proof that does not hold ends with 1", async () => {
    const root = folderWith({ "p.ios.ts": "", "p.android.ts": "", "a.ts": 'import "./p";\n' });
    const refused = await run(root, ["move", "p.ios.ts", "x/", "--alone", "--write"]);
    expect([refused.code, refused.out]).toEqual([1, expect.stringContaining("✗ 0 of 1 reference")]);
    expect(existsSync(join(root, "p.ios.ts"))).toBe(true);
    expect((await run(root, ["move", "p.ios.ts", "x/", "--alone", "--write", "--accept-different"])).code).toBe(0);
  });

  test("an error with --json is a document too", async () => {
    const { out, code } = await run(folderWith(small), ["move", "src/gone.ts", "x/", "--json"]);
    expect([code, JSON.parse(out)]).toEqual([
      2,
      { version: 1, error: expect.objectContaining({ code: "SOURCE_MISSING" }) as object },
    ]);
  });

  test.runIf(process.getuid?.() === 0)("a folder that cannot be written", () => {
    const root = folderWith(small);
    // Root may write anywhere, so an ordinary user is needed to be refused.
    const home = join(root, "src/parts");
    for (const path of [root, join(root, "src"), home]) chmodSync(path, 0o755);
    const [node, program] = programWords;
    return new Promise<void>((resolve) => {
      const child = spawn(node, [program, "move", "src/parts/a.ts", "src/b.ts", "--write"], {
        cwd: root,
        uid: 65534,
        gid: 65534,
      });
      let text = "";
      child.stderr.on("data", (data: Buffer) => (text += data.toString()));
      child.on("close", (code) => {
        expect([code, text]).toEqual([3, expect.stringMatching(/cannot be written|permission denied/i)]);
        expect(existsSync(join(root, "src/parts/a.ts"))).toBe(true);
        resolve();
      });
    });
  });
});

describe("a run that is not alone, or was killed", () => {
  test("waits for another run, and names it", async () => {
    const root = folderWith(small);
    mkdirSync(join(root, ".steady-shelf"));
    writeFileSync(join(root, ".steady-shelf/lock"), JSON.stringify({ pid: process.pid, host: hostname(), at: "now" }));
    expect(await run(root, ["move", "src/main.ts", "x/"])).toMatchObject({
      code: 3,
      out: "",
      err: expect.stringContaining(`process ${process.pid}`) as string,
    });
  });

  test("a kill in the middle of a large change is put in order by the next command", async () => {
    const many = Object.fromEntries(
      Array.from({ length: 1500 }, (_, number) => [
        `src/m/f${number}.ts`,
        `import "./f${(number + 1) % 1500}";\nimport "../main";\n`,
      ]),
    );
    const root = folderWith({ "src/main.ts": "", ...many });
    const before = fingerprint(root);
    let [tookBack, whole] = [0, 0];
    for (const patience of [900, 1100, 1300, 1500, 1800, 2200]) {
      const [node, program] = programWords;
      const child = spawn(node, [program, "move", "src/m", "deep/er/m", "--write"], { cwd: root, stdio: "ignore" });
      const ended = new Promise((resolve) => child.once("exit", resolve));
      await new Promise((resolve) => setTimeout(resolve, patience));
      child.kill("SIGKILL");
      await ended;
      const next = await run(root, ["history"]);
      expect(next.code).toBe(0);
      if (existsSync(join(root, "deep"))) {
        whole += 1;
        expect((await run(root, ["undo", "--write"])).code).toBe(0);
      } else tookBack += 1;
      expect(fingerprint(root), `killed after ${patience} ms`).toBe(before);
    }
    expect(tookBack + whole).toBe(6);
  });

  test("read-only files and modes survive", async () => {
    const root = folderWith(small);
    chmodSync(join(root, "src/main.ts"), 0o444);
    chmodSync(join(root, "src/parts/a.ts"), 0o755);
    expect((await run(root, ["move", "src/parts/a.ts", "src/b.ts", "--write"])).code).toBe(0);
    expect([statSync(join(root, "src/main.ts")).mode & 0o777, statSync(join(root, "src/b.ts")).mode & 0o777]).toEqual([
      0o444, 0o755,
    ]);
    rmSync(root, { recursive: true, force: true });
  });
});
