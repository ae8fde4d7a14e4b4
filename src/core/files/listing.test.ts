import { execFileSync } from "node:child_process";
import { mkdirSync, mkdtempSync, symlinkSync, unlinkSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { dirname, join } from "node:path";
import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { listByGit, listByWalk } from "./listing.js";

function folderWith(files: Readonly<Record<string, string>>): string {
  const root = mkdtempSync(join(tmpdir(), "steady-shelf-listing-"));
  for (const [path, text] of Object.entries(files)) {
    mkdirSync(dirname(join(root, path)), { recursive: true });
    writeFileSync(join(root, path), text);
  }
  return root;
}

const git = (root: string, ...words: string[]): string => execFileSync("git", words, { cwd: root, encoding: "utf8" });

describe("git's list", () => {
  test("has what is tracked or untracked, without what is ignored, gone or not the project's", async () => {
    const root = folderWith({
      "a.ts": "",
      "gone.ts": "",
      "träd/木.ts": "",
      ".gitignore": "*.log\nnode_modules/\n",
      "x.log": "",
      "node_modules/lib/a.js": "",
      ".steady-shelf/lock": "",
      "inner/own.ts": "",
    });
    git(root, "init", "-q");
    git(root, "add", "a.ts", "gone.ts", "träd");
    unlinkSync(join(root, "gone.ts"));
    symlinkSync("a.ts", join(root, "link.ts"));
    git(join(root, "inner"), "init", "-q");
    git(
      join(root, "inner"),
      "-c",
      "user.name=t",
      "-c",
      "user.email=t@example.org",
      "commit",
      "-q",
      "--allow-empty",
      "-m",
      "x",
    );
    const listing = await listByGit(root);
    expect(listing?.files).toEqual([
      { path: ".gitignore", link: false },
      { path: "a.ts", link: false },
      { path: "link.ts", link: true },
      { path: "träd/木.ts", link: false },
    ]);
    expect(listing?.foreign).toEqual(["inner"]);
  });

  test("is of the folder alone, when the repository begins above", async () => {
    const root = folderWith({ "app/a.ts": "", "other/b.ts": "" });
    git(root, "init", "-q");
    expect((await listByGit(join(root, "app")))?.files.map((file) => file.path)).toEqual(["a.ts"]);
  });

  test("is missing where there is no repository", async () => {
    expect(await listByGit(folderWith({ "a.ts": "" }))).toBeUndefined();
  });
});

test("a walk finds what git would", async () => {
  const name = fc.constantFrom("a", "b", "lib", "x.ts", "y.log", "build", "keep.log");
  const path = fc.array(name, { minLength: 1, maxLength: 3 }).map((parts) => `${parts.join("/")}.f`);
  const rule = fc.constantFrom(
    "*.log.f",
    "/a",
    "lib/",
    "!keep.log.f",
    "b/*",
    "**/build",
    "x.ts/y.log.f",
    "# nothing",
    "",
    "a/**/b.f",
    "/lib/x.*",
  );
  const rules = fc.array(rule, { maxLength: 4 }).map((lines) => lines.join("\n"));
  await fc.assert(
    fc.asyncProperty(fc.uniqueArray(path, { minLength: 1, maxLength: 12 }), rules, rules, async (paths, top, inner) => {
      const files = Object.fromEntries(paths.map((each) => [each, ""]));
      const root = folderWith({ ...files, ".gitignore": top, "a/.gitignore": inner });
      const walked = listByWalk(root).files;
      git(root, "init", "-q");
      expect(walked).toEqual((await listByGit(root))?.files);
    }),
    { seed: 4, numRuns: 25 },
  );
});
