/**
 * Whatever somebody wrote: configurations, plans, settings and texts of every language are read, or refused with a code and a
 * place. Nothing else is ever thrown. The seeds are fixed; `npm run trial` takes new ones, and fast-check prints what failed.
 */
import fc from "fast-check";
import { beforeAll, expect, test } from "vitest";
import { ShelfError } from "./base/errors.js";
import { extractFrom, languageFor, languages, readFrom } from "./languages/index.js";
import { isProjectPath, isReserved, joinPath, toProjectPath, type ProjectPath } from "./base/paths.js";
import { openProject } from "./app/index.js";
import { planMoves } from "./change/plan/index.js";
import { readPlanFile } from "./change/plan-file/index.js";
import { parseConfiguration } from "./app/configuration/parse-configuration.js";
import { MemoryStore } from "./files/index.js";
import { runs } from "./base/trial.test.suite.js";

beforeAll(() => Promise.all(languages.map((language) => language.prepare())));

const at = (path: string): ProjectPath => path as ProjectPath;

/** Runs something that may refuse; everything else is thrown on. */
function refusing(work: () => unknown): void {
  try {
    work();
  } catch (error) {
    if (!(error instanceof ShelfError)) throw error;
    expect(error.next).not.toBe("");
    expect(error.message).not.toMatch(/(?!\n)\p{Cc}/u);
  }
}

const odd = fc.constantFrom(
  "..",
  "../x",
  "/",
  "~",
  "\0",
  "a\nb",
  "{feature}",
  "{feature}{feature}",
  "*",
  "&a",
  "*a",
  "!!js",
  "",
);
const word = fc.oneof(fc.string({ maxLength: 12 }), odd);

const keys = [
  "version",
  "source",
  "arrangement",
  "shelves",
  "at",
  "holds",
  "files",
  "features",
  "aliases",
  "rules",
  "words",
  "names",
];
const value = fc.letrec((tie) => ({
  any: fc.oneof({ depthSize: "small" }, word, fc.integer(), fc.boolean(), fc.constant(null), tie("list"), tie("map")),
  list: fc.array(tie("any"), { maxLength: 4 }),
  map: fc.dictionary(fc.oneof(fc.constantFrom(...keys), word), tie("any"), { maxKeys: 5 }),
}));

test("configurations", () => {
  const text = fc.oneof(
    value.map.map((data) => JSON.stringify({ version: 1, ...(data as object) })),
    fc.string({ unit: "binary", maxLength: 200 }),
    fc
      .array(fc.oneof(word, fc.constantFrom(...keys.map((key) => `${key}:`), "\n", "  ", "- ", "{", "}", "[", "]")))
      .map((parts) => parts.join("")),
  );
  fc.assert(
    fc.property(text, (written) => refusing(() => parseConfiguration(written, at("steady-shelf.yaml")))),
    { seed: 11, numRuns: runs(1500) },
  );
});

test("plans, carried as far as a plan that is proved", async () => {
  const path = fc.oneof(
    fc.constantFrom("a.ts", "d/b.ts", "d", "d/", "c.ts", "link", "link/x", ".git/x", "D/B.ts"),
    word,
  );
  const move = fc.record({ from: path, to: path });
  const add = fc.record({ to: path, lines: fc.array(word, { maxLength: 2 }) });
  const decide = fc.record({ file: fc.oneof(fc.constant("steady-shelf.yaml"), path), arrangement: word });
  const plan = fc.record(
    {
      moves: fc.array(move, { maxLength: 3 }),
      adds: fc.array(add, { maxLength: 2 }),
      decides: fc.array(decide, { maxLength: 1 }),
    },
    { requiredKeys: [] },
  );
  await fc.assert(
    fc.asyncProperty(plan, async (said) => {
      const store = new MemoryStore({
        "a.ts": "import './d/b';",
        "d/b.ts": "",
        link: "-> ../outside",
        "steady-shelf.yaml": "version: 1\n",
      });
      const project = await openProject(store);
      const text = JSON.stringify({ version: 1, ...said });
      try {
        const { moves, additions, wishes } = readPlanFile(project.tree, text, "plan.yaml");
        const { made, moves: planned } = await planMoves(project, moves, { additions, wishes });
        for (const to of [...made.map((each) => each.path), ...planned.map((each) => each.to)])
          expect(isProjectPath(to), to).toBe(true);
      } catch (error) {
        if (!(error instanceof ShelfError)) throw error;
      }
    }),
    { seed: 12, numRuns: runs(600) },
  );
});

/** Words from which texts that look like something are put together. */
const soup = [
  "import ",
  "export ",
  "from ",
  "'./a'",
  '"./b"',
  "`./${c}`",
  "require(",
  "import(",
  ")",
  "{",
  "}",
  "(",
  ";",
  "\n",
  "\r\n",
  "@use ",
  "@import ",
  "url(",
  "#{$a}",
  "<script>",
  "</script>",
  "<template>",
  "</template>",
  "<style lang=scss>",
  "</style>",
  "src=",
  "/*",
  "*/",
  "//",
  "<!--",
  "-->",
  "[",
  "]",
  ",",
  ":",
  "paths",
  "\\",
  "'",
  '"',
  "`",
  "${",
  "=",
  "?",
  "\0",
  "\ufeff",
  "é",
  "\ud83c",
  "- ",
];

test("texts of every language: read within their bounds, or said not to be", () => {
  const names = languages.flatMap((language) => [
    ...language.extensions.filter((each) => each !== "").map((extension) => `src/x${extension}`),
  ]);
  const more = [
    "package.json",
    "tsconfig.json",
    "vite.config.ts",
    "pnpm-workspace.yaml",
    ".gitignore",
    "CODEOWNERS",
    "README.md",
    ".storybook/main.js",
  ];
  const text = fc.oneof(
    fc.array(fc.constantFrom(...soup), { maxLength: 40 }).map((parts) => parts.join("")),
    fc.string({ unit: "binary", maxLength: 80 }),
  );
  fc.assert(
    fc.property(fc.constantFrom(...new Set([...names, ...more])), text, (name, written) => {
      if (languageFor(name) === undefined) return;
      const { references, computed, problem } = extractFrom(written, name);
      // What a reader cannot cope with is caught where it is called; it is a mistake of ours all the same.
      expect(problem?.message ?? "").not.toMatch(/^it cannot be read/);
      let last = -1;
      for (const { start, end } of references) {
        expect(start > last && start <= end && end <= written.length, `${name}: ${start}-${end}`).toBe(true);
        last = start;
      }
      for (const { start, end } of computed) expect(start >= 0 && end <= written.length + 1).toBe(true);
      readFrom(written, name);
    }),
    { seed: 13, numRuns: runs(3000) },
  );
});

test("paths: what is normal stays in the project, and says so of itself", () => {
  fc.assert(
    fc.property(
      fc.array(fc.oneof(fc.constantFrom("..", ".", "", ".git", "a"), fc.string({ maxLength: 4 })), { maxLength: 6 }),
      (parts) => {
        const text = parts.join("/");
        const path = toProjectPath(text);
        if (path === undefined) return;
        expect(path.split("/").includes("..")).toBe(false);
        expect(toProjectPath(path)).toBe(path);
        if (isProjectPath(path)) expect(isReserved(path) || path.startsWith("/") || path.includes("\0")).toBe(false);
        const joined = joinPath(at("a/b"), text);
        expect(joined === undefined || !joined.split("/").includes("..")).toBe(true);
      },
    ),
    { seed: 14, numRuns: runs(2000) },
  );
});
