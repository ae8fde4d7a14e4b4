/** Refusals by their codes: what is typed in which project, what comes back, and that nothing changed. */
import { execFileSync } from "node:child_process";
import { chmodSync, existsSync, mkdirSync, readdirSync, readFileSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { fileURLToPath } from "node:url";
import { describe, expect, test } from "vitest";
import { catalogue } from "../src/core/base/error-catalogue.js";
import type { ErrorCode } from "../src/core/base/errors.js";
import { fingerprint, folderWith, run, type Run } from "./program.js";

const react = '{ "name": "pippin-row", "dependencies": { "react": "^19.0.0" } }\n';
const app = {
  "package.json": react,
  "src/components/TreeCard.tsx": "export function TreeCard() { return <li/>; }\n",
  "src/screens/RotaScreen.tsx":
    'import { TreeCard } from "../components/TreeCard";\nexport const RotaScreen = () => <TreeCard/>;\n',
  "src/main.tsx": 'import "./screens/RotaScreen";\n',
};
const configured = {
  ...app,
  "steady-shelf.yaml": "version: 1\nstack: react-web\nsource: src\narrangement: layer-first\n",
};

const misnamed = {
  ...app,
  "src/components/AppleCard.tsx": "export function AppleCard() { return <li/>; }\n",
  "src/components/PearCard.tsx": "export function PearCard() { return <li/>; }\n",
  "src/components/rowCard.tsx": "export function RowCard() { return <li/>; }\n",
};

type Files = Readonly<Record<string, string>>;

const git = (root: string, ...words: string[]): string => execFileSync("git", words, { cwd: root, encoding: "utf8" });
const codeOf = ({ json }: Run): unknown => (json().error as { code?: string } | undefined)?.code;

interface Case {
  readonly code: ErrorCode;
  readonly files?: Files;
  readonly words: readonly string[];
  readonly git?: boolean;
  /** What is done to the project first. */
  readonly first?: (root: string) => void;
  /** Nothing was asked as JSON: the sentence is looked for. */
  readonly says?: RegExp;
}

const move = ["move", "src/components/TreeCard.tsx", "src/ui/"];

const features = {
  "package.json": react,
  "src/main.tsx": 'import "./features/trees/TreesScreen";\nimport "./features/rota/RotaScreen";\n',
  "src/features/trees/TreesScreen.tsx": "export function TreesScreen() { return <main/>; }\n",
  "src/features/rota/RotaScreen.tsx": "export function RotaScreen() { return <main/>; }\n",
  "src/features/weather/frost.ts": "export const frost = -2;\n",
};

const cases: readonly Case[] = [
  { code: "EXAMPLE_MISSING", files: features, words: ["add", "feature", "swaps", "--like", "hives"] },
  { code: "SCREEN_MISSING", files: features, words: ["add", "layout", "public", "--wrap", "hives"] },
  { code: "EXAMPLE_MISSING", files: features, words: ["remove", "feature", "hives"] },
  { code: "EXAMPLE_ALONE", files: features, words: ["add", "feature", "swaps", "--like", "weather"] },
  { code: "OUTSIDE_PROJECT", words: ["move", "src/main.tsx", "../elsewhere.tsx"] },
  { code: "PROJECT_MISSING", words: ["survey", "--project", "/nowhere/at/all"] },
  { code: "NOT_CATALOGUED", words: ["explain", "src"] },
  { code: "COMMIT_UNKNOWN", words: ["check", "--changed=nosuch"] },
  { code: "ARRANGEMENT_UNSAID", words: ["arrange"] },
  { code: "ARRANGEMENT_UNKNOWN", words: ["arrange", "--as", "nosuch"] },
  { code: "ARRANGEMENT_UNFIT", words: ["arrange", "--as", "mvvm"] },
  { code: "FEATURE_UNKNOWN", words: ["arrange", "--as", "feature-first", "--feature", "nosuch"] },
  { code: "STACK_UNKNOWN", words: ["init", "--stack", "nosuch"] },
  { code: "STACK_UNSURE", files: { "notes.txt": "" }, words: ["survey"] },
  { code: "SET_UP_ALREADY", files: configured, words: ["init", "--arrangement", "feature-first"] },
  { code: "SET_UP_ALREADY", files: configured, words: ["init", "--like", "src/screens"] },
  { code: "EXAMPLE_UNFIT", words: ["init", "--like", "src/main.tsx"] },
  { code: "EXAMPLE_UNFIT", words: ["init", "--like", "."] },
  { code: "EXAMPLE_UNFIT", words: ["init", "--like", "src/screens", "--arrangement", "layer-first"] },
  {
    code: "EXAMPLE_UNFIT",
    files: { "package.json": react },
    words: ["init", "--like", "src"],
    first: (root) => mkdirSync(join(root, "src")),
  },
  { code: "SOURCE_MISSING", words: ["init", "--like", "src/nosuch"] },
  {
    code: "FIX_NEEDS_CONFIGURATION",
    files: misnamed,
    words: ["check", "--fix"],
  },
  {
    code: "APPS_SEVERAL",
    files: {
      ...Object.fromEntries(
        ["a", "b"].flatMap((name) => Object.entries(configured).map(([path, text]) => [`apps/${name}/${path}`, text])),
      ),
    },
    words: ["arrange"],
  },
  {
    code: "ACCEPTED_UNREADABLE",
    files: { ...configured, "steady-shelf-accepted.yaml": "version: 9\n" },
    words: ["check"],
  },
  { code: "UNREADABLE", files: configured, words: ["add", "component", "Leaf", "--from", "gone.tsx"] },
  { code: "PLAN_TAKEN", words: [...move, "--save", "package.json"] },
  { code: "NO_REPOSITORY", git: false, words: [...move, "--write", "--commit"] },
  {
    code: "INDEX_IN_USE",
    words: [...move, "--write", "--commit"],
    first: (root) => {
      writeFileSync(join(root, "src/new.ts"), "");
      git(root, "add", "src/new.ts");
    },
  },
  {
    code: "UNCOMMITTED",
    words: [...move, "--write", "--commit"],
    first: (root) => writeFileSync(join(root, "src/components/TreeCard.tsx"), "export const TreeCard = 1;\n"),
  },
  {
    code: "FILTER_UNTRUSTED",
    files: { ...app, ".gitattributes": "*.tsx filter=own\n" },
    words: [...move, "--write", "--commit"],
    first: (root) => git(root, "config", "filter.own.clean", "cat"),
  },
  {
    code: "STATE_UNTRUSTED",
    files: { ...app, ".steady-shelf/changes/x/journal.json": "{}" },
    words: ["history"],
  },
];

describe("refused, with a code, a sentence and a way on; nothing changes", () => {
  test.each(cases)("$code: $words", async ({ code, files = app, words, first, ...options }) => {
    const root = folderWith(files, options);
    first?.(root);
    const before = fingerprint(root);
    const result = await run(root, [...words, "--json"]);
    expect(codeOf(result), result.out + result.err).toBe(code);
    expect(result.code).toBe({ usage: 2, state: 3, proof: 1 }[catalogue[code].refusal]);
    expect(result.err).toMatch(/^✗ [^\n]+(?:\n[^\n]+)+\n$/m);
    expect(fingerprint(root)).toBe(before);
  });

  test("NO_COMMITTER: git does not know who commits", async () => {
    const root = folderWith(app);
    const nobody = { HOME: root, XDG_CONFIG_HOME: root, GIT_CONFIG_NOSYSTEM: "1", EMAIL: "", GIT_AUTHOR_NAME: "" };
    git(root, "config", "user.useConfigOnly", "true");
    expect(codeOf(await run(root, [...move, "--write", "--commit", "--json"], nobody))).toBe("NO_COMMITTER");
  });

  test.skipIf(process.getuid?.() === 0)("UNWRITABLE: a folder that may not be written", async () => {
    const root = folderWith(app);
    chmodSync(join(root, "src/components"), 0o500);
    expect(codeOf(await run(root, [...move, "--write", "--json"]))).toBe("UNWRITABLE");
    chmodSync(join(root, "src/components"), 0o700);
    expect(existsSync(join(root, "src/components/TreeCard.tsx"))).toBe(true);
  });

  test("PROOF_INCOMPLETE and its consent are the program's: see trust.test.ts; the library refuses by itself", async () => {
    const files = { ...app, "src/open.ts": "export const open = (page: string) => import(`./components/${page}`);\n" };
    const result = await run(folderWith(files), [...move, "--write"]);
    expect(result.code).toBe(1);
    expect(result.err).toContain("--accept-unread");
  });
});

test("every code is named by a test, or here with the reason why it is not", () => {
  const reasons: Partial<Record<ErrorCode, string>> = {
    LEFT_OPEN: "a dialogue in a terminal that is left: tried by hand",
    LEADER_UNSURE: "two files of one stem beside a companion: see add.test.ts, by its sentence",
    UNFINISHED: "a disk that fails while a change is taken back: faults.test.ts, by its sentence",
    CANNOT_ENCODE: "a text in Latin-1 that would need another letter: text.test.ts, by its type",
    COMMIT_REFUSED: "git that fails in the middle: arrange.test.ts, by its sentence",
    EDITS_OVERLAP: "a mistake of ours: text.test.ts, by its type",
  };
  const read = (folder: string): string[] =>
    readdirSync(folder, { recursive: true, encoding: "utf8" })
      .filter((name) => /\.test\.ts$|hostile\.ts$/.test(name))
      .map((name) => readFileSync(join(folder, name), "utf8"));
  const tests = ["../src", "."].flatMap((folder) => read(fileURLToPath(new URL(folder, import.meta.url)))).join("\n");
  const codes = Object.keys(catalogue) as ErrorCode[];
  expect(codes.length).toBeGreaterThan(50);
  const unnamed = codes.filter((code) => reasons[code] === undefined && !new RegExp(`\\b${code}\\b`).test(tests));
  expect(unnamed).toEqual([]);
});
