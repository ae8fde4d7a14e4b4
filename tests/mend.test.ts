/** `mend`, as it is typed: files were moved by hand, and what pointed at them follows, or they go back. */
import { execFileSync, spawn } from "node:child_process";
import { existsSync, mkdirSync, readFileSync, renameSync, rmSync, writeFileSync } from "node:fs";
import { dirname, join } from "node:path";
import { setTimeout as sleep } from "node:timers/promises";
import { describe, expect, test } from "vitest";
import { compile } from "./compiler.js";
import { commitAll, demoCopy, fingerprint, folderWith, programWords, run } from "./program.js";

/** The demo app after somebody has dragged files in it. */
function dragged(drags: Readonly<Record<string, string>>): string {
  const root = demoCopy();
  for (const [from, to] of Object.entries(drags)) {
    mkdirSync(dirname(join(root, to)), { recursive: true });
    renameSync(join(root, from), join(root, to));
  }
  return root;
}

const drags = {
  "src/components/DataTable.tsx": "src/table/DataTable.tsx",
  "src/screens": "src/pages",
  "src/helpers/dates.ts": "src/helpers/days.ts",
};

describe("mend", () => {
  test("a page that was moved by hand is followed: its address changed when it went", async () => {
    const root = folderWith({
      "package.json": '{ "dependencies": { "next": "16", "react": "19" } }',
      "pages/rota.tsx": "export default function Rota() {\n  return <p>mow, prune, pick, press</p>;\n}\n",
      "tests/rota.test.tsx": 'import Rota from "../pages/rota";\nRota();\n',
    });
    renameSync(join(root, "pages/rota.tsx"), join(root, "pages/duty.tsx"));
    const { code, out } = await run(root, ["mend", "--follow", "--write"]);
    expect([code, out.includes("✓")]).toEqual([0, true]);
    expect(readFileSync(join(root, "tests/rota.test.tsx"), "utf8")).toContain("../pages/duty");
  });

  test("components follow under the names that a framework makes of their places; other names are told", async () => {
    const root = folderWith({
      "package.json": '{ "dependencies": { "nuxt": "4", "vue": "3" } }',
      "app/components/tree/Card.vue": "<template><li>A tree of the row by the wall</li></template>\n",
      "app/composables/useRota.ts": "export const useRota = () => ['mow', 'prune', 'pick', 'press'];\n",
      "app/pages/index.vue":
        "<script setup>\nconst rota = useRota();\n</script>\n<template><TreeCard>{{ rota }}</TreeCard></template>\n",
    });
    renameSync(join(root, "app/components/tree/Card.vue"), join(root, "app/components/Card.vue"));
    const asked = await run(root, ["mend"]);
    expect(asked.out).toContain("1 path still points at its old place");
    expect(asked.out).toContain("--follow    changes 1 line in 1 file");
    expect((await run(root, ["mend", "--follow", "--write"])).out).toContain("✓");
    expect(readFileSync(join(root, "app/pages/index.vue"), "utf8")).toContain("<Card>{{ rota }}</Card>");
    mkdirSync(join(root, "app/rota"));
    renameSync(join(root, "app/composables/useRota.ts"), join(root, "app/rota/useRota.ts"));
    const again = await run(root, ["mend", "app/rota"]);
    expect(again.out).toContain("--follow    changes nothing: what uses it by a name is to be changed by hand");
    const refused = await run(root, ["mend", "app/rota", "--follow", "--write"]);
    expect([refused.code, refused.out.includes("✓")]).toEqual([1, false]);
    expect(refused.out).toContain("change what stands above by hand, or put the files back");
    expect(refused.out.split("\n").filter((line) => line.length > 100)).toEqual([]);
    expect(refused.out.replaceAll(/\s+/g, " ")).toContain(
      "useRota is not imported: Nuxt finds useRota.ts by that name",
    );
  });

  test("says what was moved, what still points at the old places, and the two ways; it writes nothing", async () => {
    const root = dragged(drags);
    const before = fingerprint(root);
    const { code, out, err } = await run(root, ["mend"]);
    expect({ code, err }).toEqual({ code: 0, err: "" });
    expect(out).toMatch(
      /^11 files were moved by hand since the last commit, and paths still point at the old places\./,
    );
    expect(out).toContain("src/screens/ → src/pages/  9 files\n      6 paths still point at their old places");
    expect(out).toMatch(
      /--follow +updates 11 paths in 5 files\n +--put-back +moves 11 files back; nothing else changes/,
    );
    expect(out.split("\n").filter((line) => line.length > 100)).toEqual([]);
    expect(fingerprint(root)).toBe(before);
    const document = (await run(root, ["mend", "--json"])).json();
    expect(document).toMatchObject({
      version: 1,
      unsure: [],
      gone: [],
      follow: { written: false },
      putBack: { written: false },
    });
    expect(document["moved"]).toContainEqual({
      from: "src/components/DataTable.tsx",
      to: "src/table/DataTable.tsx",
      alike: 1,
      pointing: 2,
      own: 0,
    });
  });

  test("--follow updates all of it, proved; the compiler agrees, and undo takes it back", async () => {
    const root = dragged(drags);
    const before = fingerprint(root);
    const untouched = compile(demoCopy());
    const { code, out } = await run(root, ["mend", "--follow", "--write"]);
    expect(code).toBe(0);
    expect(out).toMatch(/^Followed 11 files that were moved by hand\. Updated 11 paths in 5 files\./);
    expect(out).toMatch(/proof {2}✓ 60 of 60 references resolve to the same file as before/);
    expect(readFileSync(join(root, "src/navigation/AppRoutes.tsx"), "utf8")).toContain('"../pages/HomeScreen"');
    expect(compile(root).length).toBe(untouched.length);
    expect((await run(root, ["mend"])).out).toMatch(
      /^11 files have moved since the last commit, and every path to them is right\./,
    );
    expect((await run(root, ["mend", "--follow", "--write"])).out).toMatch(/^Nothing to follow/);
    expect((await run(root, ["undo", "--write"])).code).toBe(0);
    expect(fingerprint(root)).toBe(before);
  });

  test("--put-back leaves the project as it was, byte for byte", async () => {
    const root = dragged(drags);
    const { code, out } = await run(root, ["mend", "--put-back", "--write"]);
    expect(code).toBe(0);
    expect(out).toMatch(/^Put back what was moved by hand, so that 11 references resolve again\. Moved 11 files\./);
    expect(fingerprint(root)).toBe(fingerprint(demoCopy()));
    expect((await run(root, ["mend"])).out).toBe("No file was moved by hand since the last commit.\n");
  });

  test("only what is named, by its place of then or of now", async () => {
    const root = dragged(drags);
    await run(root, ["mend", "src/table", "--follow", "--write"]);
    await run(root, ["mend", "src/screens", "--put-back", "--write"]);
    expect(existsSync(join(root, "src/screens/HomeScreen.tsx"))).toBe(true);
    expect(readFileSync(join(root, "src/components/index.ts"), "utf8")).toContain("../table/DataTable");
    const { moved } = (await run(root, ["mend", "--json"])).json() as { moved: { from: string; pointing: number }[] };
    expect(moved.filter(({ pointing }) => pointing > 0).map(({ from }) => from)).toEqual(["src/helpers/dates.ts"]);
  });

  test("a place where nothing was moved, and a pair that cannot be, are said to be that", async () => {
    const root = dragged(drags);
    expect((await run(root, ["mend", "src/hooks"])).out).toBe(
      "Nothing there was moved by hand since the last commit.\n",
    );
    for (const pair of ["src/App.tsx=src/table/DataTable.tsx", "src/components/DataTable.tsx=src/App.tsx"])
      expect(await run(root, ["mend", "--pair", pair])).toMatchObject({
        code: 2,
        err: expect.stringContaining("the first has to be gone, and the second to be new") as string,
      });
  });

  test("of several that it may be, somebody says which", async () => {
    const root = demoCopy();
    const text = readFileSync(join(root, "src/helpers/dates.ts"), "utf8");
    renameSync(join(root, "src/helpers/dates.ts"), join(root, "src/helpers/days.ts"));
    writeFileSync(join(root, "src/helpers/weeks.ts"), text);
    const { out } = await run(root, ["mend"]);
    expect(out).toContain("src/helpers/dates.ts → src/helpers/days.ts and src/helpers/weeks.ts");
    expect(out).toContain("--pair src/helpers/dates.ts=src/helpers/days.ts");
    await run(root, ["mend", "--follow", "--write", "--pair", "src/helpers/dates.ts=src/helpers/weeks.ts"]);
    expect(readFileSync(join(root, "src/helpers/index.ts"), "utf8")).toContain("./weeks");
  });

  test("what was committed already is found since an older commit", async () => {
    const root = dragged(drags);
    commitAll(root);
    expect((await run(root, ["mend"])).out).toMatch(/^No file was moved by hand since the last commit/);
    expect((await run(root, ["mend", "--since", "HEAD~1", "--follow", "--write"])).out).toMatch(/^Followed 11 files/);
    expect(execFileSync("git", ["status", "--short"], { cwd: root, encoding: "utf8" }).split("\n")).toHaveLength(6);
  });

  test.each<[readonly string[], number, RegExp]>([
    [["--follow", "--put-back"], 2, /Give either --follow or --put-back/],
    [["--write"], 2, /--write goes with --follow or --put-back/],
    [["--pair", "a.ts"], 2, /--pair takes OLD=NEW, not a\.ts/],
    [["--since", "nowhere"], 2, /git knows no commit nowhere here/],
    [["--since", "--all"], 2, /since/],
    [["--watch", "--put-back"], 2, /--watch follows what is moved from now on; leave out --put-back/],
  ])("%j is refused in words", async (words, code, says) => {
    const refused = await run(demoCopy(), ["mend", ...words]);
    expect(refused.code).toBe(code);
    expect(refused.err).toMatch(says);
  });

  test("`check` and `move` point at it where paths lead to files that are gone", async () => {
    const root = dragged({ "src/components/DataTable.tsx": "src/table/DataTable.tsx" });
    const says =
      /2 paths lead to files that are gone since the last commit\. If they were moved by hand,\s+`steady-shelf\s+mend`/;
    expect((await run(root, ["check"])).out).toMatch(says);
    expect((await run(root, ["move", "src/components/RotaTable.tsx", "src/table/"])).out).toMatch(says);
    await run(root, ["mend", "--follow", "--write"]);
    expect((await run(root, ["check"])).out).not.toContain("gone since");
  });

  test("--watch follows files as they are moved, not what git itself moves, and ends on Ctrl-C", async () => {
    const root = demoCopy();
    const [command, ...words] = [...programWords, "mend", "--watch", "--write"] as const;
    const watcher = spawn(command, words, { cwd: root });
    let said = "";
    watcher.stdout.on("data", (text: Buffer) => void (said += text.toString()));
    const until = async (holds: () => boolean): Promise<void> => {
      for (const end = Date.now() + 90_000; !holds() && Date.now() < end;) await sleep(50);
      expect(holds(), said).toBe(true);
    };
    await until(() => said.includes("Watching 102 files."));
    mkdirSync(join(root, "src/table"));
    renameSync(join(root, "src/components/DataTable.tsx"), join(root, "src/table/DataTable.tsx"));
    await until(() => said.includes("updated 2 paths in 2 files"));
    expect(readFileSync(join(root, "src/components/index.ts"), "utf8")).toContain("../table/DataTable");
    commitAll(root);
    execFileSync("git", ["checkout", "-q", "HEAD~1"], { cwd: root });
    await sleep(2500);
    expect(execFileSync("git", ["status", "--short"], { cwd: root, encoding: "utf8" })).toBe("");
    const ended = new Promise((resolve) => watcher.once("exit", resolve));
    watcher.kill("SIGINT");
    expect(await ended).toBe(0);
  });

  test("in Vue, Flutter and in style sheets, too", async () => {
    for (const [app, from, to] of [
      ["orchard-desk", "src/components/TreeRow.vue", "src/trees/TreeRow.vue"],
      ["orchard-flutter", "lib/models/tree.dart", "lib/core/tree.dart"],
      ["orchard-theme", "src/scss/base", "src/scss/foundation"],
      ["orchard-desktop", "Views/MainWindow.xaml", "Views/Shell/MainWindow.xaml"],
    ] as const) {
      const root = demoCopy(app);
      if (!existsSync(join(root, from))) throw new Error(`${app} has no ${from}`);
      mkdirSync(dirname(join(root, to)), { recursive: true });
      renameSync(join(root, from), join(root, to));
      const moved = demoCopy(app);
      const asked = await run(moved, ["move", "--alone", from, to, "--write", "--accept-unread"]);
      expect(asked.code, app + asked.err).toBe(0);
      expect((await run(root, ["mend", "--follow", "--write", "--accept-unread"])).code, app).toBe(0);
      expect(fingerprint(root), app).toBe(fingerprint(moved));
    }
  });
});

describe("without git", () => {
  /** The demo app in no repository, looked at, then dragged. */
  async function bare(): Promise<string> {
    const root = demoCopy();
    rmSync(join(root, ".git"), { recursive: true });
    expect((await run(root, ["survey"])).code).toBe(0);
    for (const [from, to] of Object.entries(drags)) {
      mkdirSync(dirname(join(root, to)), { recursive: true });
      renameSync(join(root, from), join(root, to));
    }
    return root;
  }

  test("what the last look has kept says where files were, also after later looks, edits and folders", async () => {
    const root = await bare();
    const table = join(root, "src/table/DataTable.tsx");
    writeFileSync(table, `// A note.\n${readFileSync(table, "utf8")}`);
    expect((await run(root, ["check"])).out).toMatch(/gone since the last look\. If they were moved by hand,/);
    expect((await run(root, ["survey"])).code).toBe(0);
    const { out } = await run(root, ["mend"]);
    expect(out).toMatch(/^11 files were moved by hand since the last look, and paths still point at the old places\./);
    expect(out).toContain("src/screens/ → src/pages/  9 files");
    expect(out).toContain("edited since;");
    const followed = await run(root, ["mend", "--follow", "--write"]);
    expect(followed.code).toBe(0);
    expect(compile(root).length).toBe(compile(demoCopy()).length);
    await run(root, ["check"]);
    expect((await run(root, ["mend"])).out).toBe("No file was moved by hand since the last look.\n");
  });

  test("put back, every byte is where it was", async () => {
    const before = fingerprint(demoCopy());
    const root = await bare();
    await run(root, ["check"]);
    expect((await run(root, ["mend", "--put-back", "--write"])).code).toBe(0);
    expect(fingerprint(root)).toBe(before);
  });

  test("where no look was kept, it is said how one is", async () => {
    const root = demoCopy();
    rmSync(join(root, ".git"), { recursive: true });
    // Something else stands where it would be kept.
    writeFileSync(join(root, ".steady-shelf"), "");
    expect((await run(root, ["mend"])).err).toContain("Nothing could be kept here now, either");
    rmSync(join(root, ".steady-shelf"));
    expect((await run(root, ["mend", "--json"])).json()).toMatchObject({ error: { code: "NO_LAST_LOOK" } });
    expect((await run(root, ["mend"])).out).toBe("No file was moved by hand since the last look.\n");
    expect((await run(root, ["mend", "--since", "main"])).err).toContain(
      "There is no git history here, so there is no commit main.",
    );
  });
});
