/** The program as people start it: one process a command. All other tests run the same built commands in their own process. */
import { spawnSync } from "node:child_process";
import { expect, test } from "vitest";
import { demoCopy, folderWith, programWords, runAlone } from "./program.js";

const root = demoCopy();

test.each([
  [["--help"], 0, /steady-shelf <command>/],
  [["--version"], 0, /^\d+\.\d+\.\d+\n$/],
  [["init"], 0, /This app has begun/],
  [["add", "component", "GraftCard"], 0, /GraftCard\.tsx/],
  [["survey"], 0, /roles/],
  [["explain", "src/main.tsx"], 0, /src\/main\.tsx/],
  [["check"], 1, /errors? and|errors? in/],
  [["compare"], 0, /layer-first/],
  [["arrange", "--as", "feature-first"], 0, /proof {2}✓/],
  [["move", "src/hooks/useRota.ts", "src/helpers/"], 0, /proof {2}✓/],
  [
    ["rename", "src/hooks/useRota.ts", "useWatch"],
    0,
    /Renames useRota to useWatch in [^]*proof {2}✓ \d+ of \d+ uses of the names/,
  ],
  [["rename", "src/hooks/useRota.ts"], 2, /^$/],
  [["extract", "src/helpers/dates.ts", "shortDate"], 0, /new file src\/helpers\/shortDate\.ts[^]*proof {2}✓/],
  [["extract", "src/helpers/dates.ts", "--lines", "x"], 2, /^$/],
  [
    ["join", "src/helpers/dates.ts", "src/helpers/weights.ts", "src/helpers/all"],
    0,
    /- src\/helpers\/dates\.ts[^]*proof {2}✓/,
  ],
  [["join", "src/helpers/dates.ts"], 2, /^$/],
  [["split", "src/helpers/dates.ts"], 0, /Splits src\/helpers\/dates\.ts into \d files by name[^]*proof {2}✓/],
  [["arrange", "--state", "together"], 0, /Puts 5 pieces of state in one file each[^]*proof {2}✓/],
  [["arrange", "--state", "together", "--as", "feature-first"], 2, /^$/],
  [["add", "action", "shiftDropped", "--feature", "rota"], 0, /Adds the action rota\/shiftDropped[^]*proof {2}✓/],
  [["history"], 0, /Nothing|no change/i],
  [["undo"], 2, /^$/],
  [["demo", "--list"], 0, /● begin[^]*\n {4}theme /],
  [
    ["demo", "theme"],
    0,
    /✓ Sass makes the same CSS of it, byte for byte: \d+ rules[^]*✓ git status finds no difference/,
  ],
  [["demo", "sheets"], 0, /✓ Sass compiles the sheet: \d+ rules?/],
  [["demo", "signs"], 0, /✓ Sass makes the same CSS of it, but for blank lines: \d+ rules/],
  [["demo", "thme"], 2, /^$/],
  [["nosuch"], 2, /^$/],
] as const)("%j", (words, code, said) => {
  const { code: ended, out, err } = runAlone(root, words);
  expect(ended, out + err).toBe(code);
  expect(err).not.toMatch(/should not|DEPRECATION|\bat .*\.js:\d+/);
  expect(out).toMatch(said);
});

test("a reader that has seen enough closes the pipe, and that is no failure", () => {
  const files = Object.fromEntries(
    Array.from({ length: 1000 }, (_, at) => [`src/file${at}.ts`, "import './nowhere';\n"]),
  );
  const folder = folderWith({ ...files, "package.json": '{ "dependencies": { "react": "19" } }' });
  const words = [...programWords, "check", "--format", "json", "--all"].map((word) => `'${word}'`).join(" ");
  const { stdout, stderr } = spawnSync(
    "bash",
    ["-c", `set -o pipefail; ${words} | head -c 20 >/dev/null; echo \${PIPESTATUS[0]}`],
    {
      cwd: folder,
      encoding: "utf8",
    },
  );
  expect(stderr).toBe("");
  expect(stdout).toMatch(/^[01]\n$/);
});
