/**
 * Repositories as nobody should hand them to anybody: each is made in a folder of its own, beside one that nothing may touch.
 * `hostile.test.ts` runs the built program in them; `npm run trial` runs every command in every one.
 */
import { execFileSync } from "node:child_process";
import { chmodSync, mkdirSync, rmSync, symlinkSync, unlinkSync, writeFileSync } from "node:fs";
import { dirname, join } from "node:path";

/** One of them. */
export interface Hostile {
  readonly name: string;
  /** Fills the folder `root`; `outside` lies beside it. */
  readonly make: (root: string, outside: string) => void;
  /** What is run in `npm test`, where the usual ones would not do. */
  readonly commands?: readonly (readonly string[])[];
  /** No git repository. */
  readonly isWalk?: boolean;
  /** Paths in the folder that must not come to be. */
  readonly never?: readonly string[];
  /** Paths in the folder that must stay. */
  readonly stays?: readonly string[];
}

const app = {
  "package.json": '{ "name": "pippin-row", "dependencies": { "react": "^19.0.0" } }\n',
  "src/components/Tree.tsx": "export const Tree = () => <li/>;\n",
  "src/screens/Orchard.tsx": 'import { Tree } from "../components/Tree";\nexport const Orchard = () => <Tree/>;\n',
  "src/main.tsx": 'import "./screens/Orchard";\n',
};

function write(root: string, files: Readonly<Record<string, string>>): void {
  for (const [path, text] of Object.entries(files)) {
    mkdirSync(dirname(join(root, path)), { recursive: true });
    writeFileSync(join(root, path), text);
  }
}

function git(root: string, ...words: readonly string[]): string {
  const who = ["-c", "user.name=test", "-c", "user.email=test@example.org"];
  return execFileSync("git", [...who, ...words], { cwd: root, encoding: "utf8", stdio: ["ignore", "pipe", "ignore"] });
}

/** Commits all, whatever is ignored. */
function commit(root: string): void {
  git(root, "add", "-A", "-f");
  git(root, "commit", "-q", "--allow-empty", "-m", "start");
}

/** A script that leaves a mark outside if it is ever run. */
function trap(outside: string): string {
  return `#!/bin/sh\ntouch '${join(outside, "EXECUTED")}'\ncat\n`;
}

const id = "2026-11-23T10-02-11Z-1";

function journal(more: object): string {
  return JSON.stringify({
    version: 1,
    id,
    at: "2026-11-23T10:02:11.000Z",
    command: "move a b",
    items: [],
    foldersMade: [],
    foldersEmptied: [],
    ...more,
  });
}

/** A journal that is half-done, with something in `old/0`. */
function halfDone(from: string, stage = "moving"): Record<string, string> {
  return {
    [`.steady-shelf/changes/${id}/journal.json`]: journal({
      items: [{ from, to: from, kind: "move", mode: 0o755 }],
    }),
    [`.steady-shelf/changes/${id}/progress`]: `${stage}\n`,
    [`.steady-shelf/changes/${id}/old/0`]: "planted\n",
  };
}

const nested = (depth: number, open = "[", close = "]"): string => open.repeat(depth) + close.repeat(depth);
const configured = (more: string): Record<string, string> => ({
  "steady-shelf.yaml": `version: 1\nstack: react-web\nsource: src\n${more}`,
});
const writing = [["survey"], ["move", "src/main.tsx", "src/app.tsx", "--write"]];
const reading = [["survey"], ["check"], ["move", "src/main.tsx", "src/app.tsx"]];

export const hostile: readonly Hostile[] = [
  // A state that comes with the repository.
  {
    name: "a link in place of .steady-shelf",
    make: (root, outside) => symlinkSync(outside, join(root, ".steady-shelf")),
    commands: [...writing, ["history"], ["undo", "--write"]],
  },
  ...["changes", "cache", "kept"].map((folder) => ({
    name: `a link in place of .steady-shelf/${folder}`,
    make: (root: string, outside: string): void => {
      mkdirSync(join(root, ".steady-shelf"));
      mkdirSync(join(outside, id), { recursive: true });
      symlinkSync(outside, join(root, ".steady-shelf", folder));
    },
    commands: [...writing, ["history"]],
  })),
  {
    name: "a committed journal that plants a hook",
    make: (root) => write(root, halfDone(".git/hooks/pre-commit")),
    never: [".git/hooks/pre-commit"],
    commands: [...writing, ["undo", "--write"]],
  },
  {
    name: "a committed journal that plants a file",
    make: (root) => write(root, halfDone("src/planted.tsx")),
    never: ["src/planted.tsx"],
    commands: [...writing, ["undo", "--write"]],
  },
  {
    name: "a journal that leads out of the project",
    isWalk: true,
    make: (root) => write(root, halfDone("../outside/precious.txt")),
    commands: [...writing, ["undo", "--write"]],
  },
  {
    name: "a journal of a done change that leads out",
    isWalk: true,
    make: (root) => write(root, halfDone("/../outside/precious.txt", "done")),
    commands: [["history"], ["undo", "--write"]],
  },
  {
    name: "a journal of a stage that nobody knows",
    isWalk: true,
    make: (root) => write(root, halfDone("src/x.tsx", "painting")),
    never: ["src/x.tsx"],
    stays: [`.steady-shelf/changes/${id}/old/0`],
    commands: writing,
  },
  {
    name: "a journal of a later version",
    isWalk: true,
    make: (root) =>
      write(root, {
        [`.steady-shelf/changes/${id}/journal.json`]: journal({ version: 99 }),
        [`.steady-shelf/changes/${id}/progress`]: "done\n",
      }),
    commands: [["history"], ["undo", "--write"], ...writing],
  },
  {
    name: "stray things among the changes",
    isWalk: true,
    stays: [".steady-shelf/changes/.DS_Store", ".steady-shelf/changes/notes/a.txt"],
    make: (root) =>
      write(root, {
        ".steady-shelf/changes/.DS_Store": "",
        ".steady-shelf/changes/notes/a.txt": "mine",
        ".steady-shelf/changes/2026-11-23T10-02-11Z-9": "a file",
        [`.steady-shelf/changes/${id}/journal.json`]: "",
      }),
    commands: [["history"], ...writing, ["undo", "--write"]],
  },
  {
    name: "an empty lock",
    isWalk: true,
    stays: [".steady-shelf/lock", "src/main.tsx"],
    make: (root) => write(root, { ".steady-shelf/changes/.keep": "", ".steady-shelf/lock": "" }),
    commands: writing,
  },
  // Configurations, plans and starters that lead out.
  {
    name: "a shelf outside",
    make: (root) =>
      write(root, configured('arrangement: layer-first\nshelves:\n  - at: "/../outside"\n    holds: component\n')),
    commands: [["add", "component", "Bench", "--write"], ["arrange", "--write"], ["check"]],
  },
  {
    name: "words that lead out",
    make: (root) => write(root, configured("arrangement: layer-first\nwords:\n  component: ../../outside\n")),
    commands: [["add", "component", "Bench", "--write"], ["check"]],
  },
  {
    name: "a feature whose name leads out",
    make: (root) =>
      write(
        root,
        configured(
          'arrangement: feature-first\nfeatures:\n  "../../outside": [tree]\nfiles:\n  src/main.tsx: { role: screen, feature: "../../outside" }\n',
        ),
      ),
    commands: [
      ["arrange", "--write", "--likeliest"],
      ["add", "feature", "../../outside", "--write"],
    ],
  },
  {
    name: "an arrangement outside",
    make: (root) => write(root, configured("arrangement: ../outside/precious.txt\n")),
    commands: [["check"], ["arrange", "--as", "../outside/precious.txt"]],
  },
  {
    name: "starters behind a link",
    make: (root, outside) => {
      write(root, configured("arrangement: layer-first\nstarters: mine\n"));
      symlinkSync(outside, join(root, "mine"));
    },
    commands: [["add", "component", "Bench", "--write"]],
  },
  {
    name: "plans that write where nothing may",
    never: [".git/hooks/pre-commit", "node_modules/react/index.js", ".STEADY-SHELF", "way/planted.ts"],
    make: (root, outside) => {
      symlinkSync(outside, join(root, "way"));
      const adds = (to: string): string => `version: 1\nadds:\n  - to: "${to}"\n    lines: [planted]\n`;
      write(root, {
        "a.yaml": adds("way/planted.ts"),
        "b.yaml": adds(".git/hooks/pre-commit"),
        "c.yaml": adds(".STEADY-SHELF/lock"),
        "d.yaml": adds("node_modules/react/index.js"),
        "e.yaml": adds("../outside/planted.ts"),
        "f.yaml": "version: 1\ndecides:\n  - file: package.json\n    arrangement: mvvm\n",
        "g.yaml": "version: 1\nmoves:\n  - from: src/main.tsx\n    to: way/main.tsx\n",
        "h.yaml": 'version: 1\nmoves:\n  - from: src/main.tsx\n    to: "src/a\\0b.tsx"\n',
        "i.yaml": `version: 1\nmoves:\n  - from: src/main.tsx\n    to: src/${"x".repeat(300)}.tsx\n`,
      });
    },
    commands: [..."abcdefghi"].map((letter) => ["move", "--plan", `${letter}.yaml`, "--write"]),
  },
  {
    name: "a source folder that is a link",
    make: (root, outside) => {
      rmSync(join(root, "src"), { recursive: true });
      write(outside, { "src/main.tsx": "export {};\n" });
      symlinkSync(join(outside, "src"), join(root, "src"));
    },
    commands: [
      ["move", "src/main.tsx", "src/app.tsx", "--write"],
      ["survey"],
      ["add", "component", "Bench", "--write"],
    ],
  },
  // Commands in the repository's own git settings.
  {
    name: "commands in git's settings",
    make: (root, outside) => {
      write(root, { "tool.sh": trap(outside), ".gitattributes": "* filter=mine diff=mine\n" });
      chmodSync(join(root, "tool.sh"), 0o755);
      commit(root);
      const tool = join(root, "tool.sh");
      for (const key of [
        "core.fsmonitor",
        "core.pager",
        "core.editor",
        "core.sshCommand",
        "core.askPass",
        "diff.external",
        "diff.mine.command",
        "diff.mine.textconv",
        "filter.mine.clean",
        "filter.mine.smudge",
        "gpg.program",
        "interactive.diffFilter",
        "alias.ls-files",
        "alias.status",
      ])
        git(root, "config", key, tool);
      git(root, "config", "log.showSignature", "true");
      git(root, "config", "core.hooksPath", root);
      for (const hook of ["post-index-change", "pre-commit", "post-checkout", "reference-transaction"]) {
        writeFileSync(join(root, hook), trap(outside));
        chmodSync(join(root, hook), 0o755);
      }
      // What git takes for changed it would have to filter.
      write(root, { "src/main.tsx": 'import "./screens/Orchard";\n// new\n' });
    },
    commands: [
      ...writing,
      ["check", "--changed"],
      ["compare"],
      ["move", "src/app.tsx", "src/b.tsx", "--write", "--commit"],
    ],
  },
  // Texts that are hard to read.
  {
    name: "a workspace list in YAML",
    make: (root) =>
      write(root, { "pnpm-workspace.yaml": 'packages:\n  - "packages/*"\n', "docker-compose.yml": "a: [\n" }),
    commands: reading,
  },
  {
    name: "a computed alias",
    make: (root) => write(root, { "vite.config.ts": "export default { resolve: { alias: [A.B, ...C] } };\n" }),
    commands: reading,
  },
  {
    name: "links that are files on disk",
    make: (root) => {
      git(root, "config", "core.symlinks", "false");
      symlinkSync("src/main.tsx", join(root, "link.tsx"));
      commit(root);
      unlinkSync(join(root, "link.tsx"));
      writeFileSync(join(root, "link.tsx"), "src/main.tsx");
    },
    commands: [...reading, ...writing],
  },
  {
    name: "a shelf with two features",
    make: (root) => write(root, configured('shelves:\n  - at: "features/{feature}/x/{feature}"\n    holds: screen\n')),
    commands: [["check"], ["add", "screen", "Bench", "--feature", "trees"]],
  },
  {
    name: "aliases of aliases",
    make: (root) => {
      const lines = ["version: 1", `a: &a [${"x,".repeat(9)}x]`];
      for (const [at, name] of [..."bcdefghij"].entries())
        lines.push(`${name}: &${name} [${`*${"abcdefghij"[at]},`.repeat(9)}*${"abcdefghij"[at]}]`);
      write(root, { "steady-shelf.yaml": lines.join("\n"), "pnpm-workspace.yaml": lines.join("\n") });
    },
    commands: reading,
  },
  {
    name: "NUL bytes everywhere",
    make: (root) =>
      write(root, {
        "steady-shelf.yaml": "version: 1\narrangement: a\0b\n",
        "src/nul.tsx": 'import "./a\0b";\n',
        "src/nul.scss": '@use "a\0b";\n',
        "tsconfig.json": '{ "extends": "./a\\u0000b", "compilerOptions": { "paths": { "a\\u0000": ["b\\u0000"] } } }',
      }),
    commands: reading,
  },
  {
    name: "deep nesting",
    make: (root) =>
      write(root, {
        "src/deep.ts": nested(20_000),
        "src/deep.scss": nested(20_000, "a{", "}"),
        "src/Deep.vue": `<template>${nested(20_000, "<div>", "</div>")}</template>`,
        "index.html": nested(20_000, "<div>", "</div>"),
        "project.json": `{"a":${nested(50_000)}}`,
        "pnpm-workspace.yaml": `a: ${nested(20_000)}`,
        "README.md": nested(20_000, "(", ")"),
      }),
    commands: [...reading, ["init"]],
  },
  {
    name: "a deep manifest",
    make: (root) => write(root, { "package.json": `{"react":${nested(50_000)}}` }),
    commands: reading,
  },
  {
    name: "deep compiler settings",
    make: (root) => {
      const files: Record<string, string> = {
        "tsconfig.json": '{ "extends": "./t0.json" }',
        "steady-shelf.yaml": `a: ${nested(20_000)}`,
      };
      for (let at = 0; at < 1500; at += 1) files[`t${at}.json`] = `{ "extends": "./t${at + 1}.json" }`;
      write(root, files);
    },
    commands: reading,
  },
  {
    name: "pipes in place of files",
    make: (root) => {
      commit(root);
      for (const path of ["src/main.tsx", "steady-shelf.yaml", "tsconfig.json", ".gitignore"]) {
        rmSync(join(root, path), { force: true });
        execFileSync("mkfifo", [join(root, path)]);
      }
    },
    commands: [...reading, ["init"]],
  },
  {
    name: "pipes without git",
    isWalk: true,
    make: (root) => {
      for (const path of ["src/main.tsx", "package.json", ".gitignore"]) {
        rmSync(join(root, path), { force: true });
        execFileSync("mkfifo", [join(root, path)]);
      }
    },
    commands: [["survey"], ["init", "--stack", "react-web"]],
  },
  {
    name: "folders in place of files",
    make: (root) => {
      for (const path of ["tsconfig.json", "steady-shelf.yaml", "pnpm-workspace.yaml", ".steady-shelf/lock"])
        mkdirSync(join(root, path), { recursive: true });
    },
    commands: reading,
  },
  {
    name: "names that are not UTF-8",
    make: (root) => {
      writeFileSync(Buffer.concat([Buffer.from(`${root}/src/`), Buffer.from([0xff, 0xfe]), Buffer.from(".tsx")]), "x");
      symlinkSync(Buffer.from([0x2e, 0x2f, 0xff]), join(root, "src/link"));
    },
    commands: [...reading, ["move", "src/link", "src/components/", "--write"]],
  },
  {
    name: "names that paint and forge",
    make: (root) => {
      const name = "\u001b[32m✓\u001b[0m\n✓ proof\u202e.tsx";
      write(root, {
        [`src/${name}`]: "export const a = 1;\n",
        "src/use.tsx": `import "./\u001b[2Jgone";\nimport "./gone\u202e\\nline";\n`,
        ".gitmodules": "",
      });
    },
    commands: [...reading, ["check", "--format", "github"], ["check", "--format", "junit"], ["move", "src", "app"]],
  },
  {
    name: "a name of 255 bytes",
    make: (root) => write(root, { [`src/${"x".repeat(250)}.tsx`]: "export {};\n" }),
    commands: [...reading, ["move", `src/${"x".repeat(250)}.tsx`, `src/${"y".repeat(260)}.tsx`, "--write"]],
  },
];

/** Makes one of them. */
export function makeHostile(which: Hostile, root: string, outside: string): void {
  mkdirSync(root, { recursive: true });
  mkdirSync(outside, { recursive: true });
  writeFileSync(join(outside, "precious.txt"), "precious\n");
  if (which.isWalk !== true) git(root, "init", "-q");
  write(root, app);
  which.make(root, outside);
  if (which.isWalk !== true)
    try {
      commit(root);
    } catch {
      // What git cannot take (a pipe) is there all the same.
    }
}

/** What every command should survive. */
export const everyCommand: readonly (readonly string[])[] = [
  ["survey"],
  ["check"],
  ["check", "--no-cache", "--format", "sarif"],
  ["explain", "src/main.tsx"],
  ["compare"],
  ["history"],
  ["init"],
  ["add", "component", "Bench"],
  ["add", "feature", "benches"],
  ["arrange", "--as", "feature-first"],
  ["check", "--fix"],
  ["check", "--accept"],
  ["move", "src/components", "app/"],
  ["move", "src/main.tsx", "src/app.tsx", "--write"],
  ["undo", "--write"],
];
