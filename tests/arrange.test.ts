/** `compare` and `arrange`, as they are typed, on the demo app. */
import { execFileSync } from "node:child_process";
import { appendFileSync, existsSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { describe, expect, test } from "vitest";
import { compile } from "./compiler.js";
import { commitAll, demoCopy, fingerprint, folderWith, run } from "./program.js";

const git = (root: string, ...words: string[]): string =>
  execFileSync("git", ["-c", "user.name=test", "-c", "user.email=test@example.org", ...words], {
    cwd: root,
    encoding: "utf8",
  });

/** The demo app in a repository that knows who commits. */
function demo(): string {
  const root = demoCopy();
  git(root, "config", "user.name", "test");
  git(root, "config", "user.email", "test@example.org");
  return root;
}

describe("compare", () => {
  test("tells what each arrangement would come to, the same when asked again, and writes nothing", async () => {
    const root = demoCopy();
    const before = fingerprint(root);
    const first = await run(root, ["compare"]);
    expect(first).toMatchObject({ code: 0, err: "" });
    expect(first.out).toMatch(/^\d+ files of 5 features, layer-first today, beside 4 arrangements\./);
    expect(first.out).toContain("✓");
    expect(first.out).toContain("steady-shelf arrange --as feature-first");
    expect(first.out.split("\n").every((line) => line.length <= 100)).toBe(true);
    expect((await run(root, ["compare"])).out).toBe(first.out);
    expect((await run(root, ["compare", "--no-cache"])).out).toBe(first.out);
    expect(fingerprint(root)).toBe(before);
  });

  test("only some, the user's own among them, as JSON", async () => {
    const root = demoCopy();
    writeFileSync(
      join(root, "ours.yaml"),
      'version: 1\nname: ours\ntitle: ours\nabout: ours\nshelves:\n  - { at: ".", holds: entry }\n  - { at: "parts/{feature}", holds: [screen, component, hook, service] }\n',
    );
    const { tried, today, recommendation } = (
      await run(root, ["compare", "--with", "layer-first,./ours.yaml", "--json"])
    ).json() as {
      tried: { arrangement: string; as: string; moved: number; places: number }[];
      today: { places: number };
      recommendation: { because: string };
    };
    expect(tried.map(({ arrangement, as }) => [arrangement, as])).toEqual([
      ["layer-first", "layer-first"],
      ["ours", "./ours.yaml"],
    ]);
    expect(tried[1]?.places).toBeLessThan(today.places);
    expect(recommendation.because).not.toBe("");
  });

  test.each([
    [["compare", "--with", "feature-frist"], "Did you mean feature-first?"],
    [["compare", "--with", "mvvm"], "is not made for"],
    [["compare", "--commits", "some"], "--commits takes a whole number"],
    [["arrange", "--as", "by-colour"], "There is no arrangement by-colour"],
    [["arrange", "--as", "./gone.yaml"], "no file gone.yaml is there"],
    [["arrange"], "No configuration says how this app is to be arranged"],
    [["arrange", "--as", "feature-first", "--feature", "harvst"], "Did you mean harvest?"],
    [["arrange", "--as", "feature-first", "--role", "scren"], "Did you mean screen?"],
    [["arrange", "--as", "feature-first", "--commit", "three"], "--commit takes nothing, or two-steps"],
    [["arrange", "--as", "feature-first", "--save", "plan.yaml", "--commit"], "Give either --save or --commit"],
  ])("%j is refused, and says how to go on", async (words, says) => {
    const root = demoCopy();
    const before = fingerprint(root);
    const refused = await run(root, words);
    expect(refused.code).toBe(2);
    expect(refused.err).toContain(says);
    expect(fingerprint(root)).toBe(before);
  });
});

describe("arrange", () => {
  test("to features with public indexes and back: the compiler is content, undo gives every byte", async () => {
    const root = demo();
    const before = fingerprint(root);
    expect(compile(root)).toBe("");
    const preview = await run(root, ["arrange", "--as", "feature-first", "--index"]);
    expect(preview.code).toBe(0);
    expect(preview.out).toContain("Nothing was written. Add --write to carry it out.");
    expect(fingerprint(root)).toBe(before);
    const done = await run(root, ["arrange", "--as", "feature-first", "--index", "--write"]);
    expect(done).toMatchObject({ code: 0, err: "" });
    expect(done.out.replaceAll(/\s+/g, " ")).toMatch(
      /resolve to the same file as before, \d+ of them by way of an index/,
    );
    expect(done.out).toMatch(/^feature-first: Moved \d+ files of 5 features; updated \d+ paths/);
    expect(compile(root)).toBe("");
    expect(readFileSync(join(root, "src/features/trees/index.ts"), "utf8")).toContain(
      'export { TreeCard } from "./components/TreeCard";',
    );
    // The test of a feature still finds what it mocks.
    expect(readFileSync(join(root, "src/features/harvest/screens/HarvestScreen.test.tsx"), "utf8")).toContain(
      'vi.mock("@/features/harvest/hooks/useHarvest"',
    );
    expect((await run(root, ["arrange", "--index"])).out).toMatch(/^Nothing moves/);
    expect((await run(root, ["arrange", "--as", "layer-first", "--write"])).code).toBe(0);
    expect(compile(root)).toBe("");
    expect((await run(root, ["undo", "--write"])).code).toBe(0);
    expect((await run(root, ["undo", "--write"])).code).toBe(0);
    expect(fingerprint(root)).toBe(before);
  });

  test("feature by feature, from a saved plan with reasons; what is there by then is the same as at once", async () => {
    const [one, other] = [demo(), demo()];
    await run(one, ["arrange", "--as", "feature-first", "--feature", "Harvest", "--index", "--save", "plan.yaml"]);
    const plan = readFileSync(join(one, "plan.yaml"), "utf8");
    expect(plan).toMatch(/ {2}# harvest: \d+ files\n {2}- from: src\/components\/HarvestChart.tsx\n/);
    expect(plan).toContain('reason: "a component of harvest: its name mentions harvest"');
    const moved = await run(one, ["move", "--plan", "plan.yaml", "--write"]);
    expect(moved).toMatchObject({ code: 0, err: "" });
    rmSync(join(one, "plan.yaml"));
    expect(compile(one)).toBe("");
    await run(other, ["arrange", "--as", "feature-first", "--feature", "harvest", "--index", "--write"]);
    expect(fingerprint(one)).toBe(fingerprint(other));
    expect((await run(one, ["check"])).out).toContain("files");
  });

  test("a stale plan is refused by name", async () => {
    const root = demo();
    await run(root, ["arrange", "--as", "feature-first", "--index", "--save", "plan.yaml"]);
    const file = join(root, "src/context/rootReducer.ts");
    writeFileSync(file, `// one line more\n${readFileSync(file, "utf8")}`);
    const refused = await run(root, ["move", "--plan", "plan.yaml", "--write"]);
    expect(refused.code).toBe(2);
    expect(refused.err).toMatch(/src\/context\/rootReducer\.ts\s+at line \d+ any more[^]*plan\.yaml:\d+:\d+/);
  });

  test("as JSON: a plan, the units with their reasons, the questions", async () => {
    const root = demoCopy();
    const document = (await run(root, ["arrange", "--as", "feature-first", "--json"])).json();
    expect(document).toMatchObject({ version: 1, written: false, stays: [], ownNames: [] });
    expect(document["units"]).toContainEqual(
      expect.objectContaining({ lead: "src/hooks/useHarvest.ts", feature: "harvest", role: "hook" }),
    );
    expect(document["questions"]).toContainEqual(
      expect.objectContaining({ path: "src/screens/HomeScreen.tsx", about: "feature" }),
    );
  });

  test("above several apps one is asked for", async () => {
    const configuration = "version: 1\nstack: react-web\nsource: src\narrangement: layer-first\n";
    const root = folderWith({
      "package.json": "{}",
      "one/steady-shelf.yaml": configuration,
      "one/src/App.tsx": "",
      "two/steady-shelf.yaml": configuration,
      "two/src/App.tsx": "",
    });
    expect((await run(root, ["arrange"])).err).toContain("Several apps are here");
    expect((await run(root, ["arrange", "--project", "one"])).code).toBe(0);
  });
});

describe("--commit", () => {
  const words = ["arrange", "--as", "feature-first", "--likeliest", "--write"];

  test("one commit holds the whole change and nothing else", async () => {
    const root = demo();
    writeFileSync(join(root, "notes.txt"), "mine");
    const done = await run(root, [...words, "--commit"]);
    expect(done.code).toBe(0);
    expect(done.err).toMatch(/^Committed as \w+: Arrange feature-first\n$/);
    expect(git(root, "status", "--porcelain")).toBe("?? notes.txt\n");
    expect(git(root, "log", "--format=%s")).toBe("Arrange feature-first\nstart\n");
    expect(git(root, "log", "-1", "--format=%b")).toContain("- src/hooks/ → src/features/harvest/hooks/ (1)");
  });

  test("in two steps git follows every file: the first only relocates", async () => {
    const root = demo();
    const before = git(root, "ls-files").split("\n");
    const done = await run(root, [...words, "--commit", "two-steps"]);
    expect(done.code).toBe(0);
    expect(git(root, "status", "--porcelain")).toBe("");
    expect(git(root, "log", "--format=%s")).toBe(
      "Arrange feature-first: update references\nArrange feature-first: relocate\nstart\n",
    );
    const relocated = git(root, "show", "--format=", "--name-status", "-M100%", "HEAD~1").trim().split("\n");
    expect(relocated.every((line) => line.startsWith("R100"))).toBe(true);
    expect(git(root, "ls-tree", "-r", "--name-only", "HEAD~1").split("\n")).toHaveLength(before.length);
    expect(
      git(root, "log", "--follow", "--format=%s", "src/features/trees/components/TreeCard/TreeCard.tsx"),
    ).toContain("start");
    expect(compile(root)).toBe("");
  });

  test.each<[string, (root: string) => void, string]>([
    [
      "other changes in the index",
      (root) => {
        writeFileSync(join(root, "notes.txt"), "mine");
        git(root, "add", "notes.txt");
      },
      "notes.txt",
    ],
    [
      "changes of one's own in a file that is touched",
      (root) => appendFileSync(join(root, "src/hooks/useRota.ts"), "// mine\n"),
      "src/hooks/useRota.ts",
    ],
    ["no repository", (root) => rmSync(join(root, ".git"), { recursive: true }), "git init"],
  ])("%s: refused before anything is written", async (_, prepare, says) => {
    const root = demo();
    prepare(root);
    const before = fingerprint(root);
    const refused = await run(root, [...words, "--commit"]);
    expect(refused.code).toBeGreaterThan(1);
    expect(refused.err).toContain(says);
    expect(fingerprint(root)).toBe(before);
  });

  test("where git refuses, the files stay changed, no commit is left, and it is said", async () => {
    const root = demo();
    writeFileSync(join(root, ".git/hooks/pre-commit"), "#!/bin/sh\necho not today >&2\nexit 1\n", { mode: 0o755 });
    const refused = await run(root, [...words, "--commit", "two-steps"]);
    expect(refused.code).toBe(3);
    expect(refused.err).toContain("not today");
    expect(git(root, "log", "--format=%s")).toBe("start\n");
    expect(git(root, "diff", "--cached", "--name-only")).toBe("");
    expect(existsSync(join(root, "src/features/trees"))).toBe(true);
    expect((await run(root, ["undo", "--write"])).code).toBe(0);
    expect(git(root, "status", "--porcelain")).toBe("");
  });

  test("a move can be committed, too, also below the repository's root", async () => {
    const root = folderWith({ "app/package.json": "{}", "app/src/a.ts": 'import "./b";\n', "app/src/b.ts": "" });
    git(root, "config", "user.name", "test");
    git(root, "config", "user.email", "test@example.org");
    commitAll(root);
    const done = await run(join(root, "app"), ["move", "src/b.ts", "src/deep/", "--write", "--commit", "two-steps"]);
    expect(done).toMatchObject({ code: 0 });
    expect(git(root, "log", "-2", "--format=%s")).toBe(
      "Move b.ts to app/src/deep/: update references\nMove b.ts to app/src/deep/: relocate\n",
    );
    expect(git(root, "status", "--porcelain")).toBe("");
  });
});
