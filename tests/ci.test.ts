/** The recipes of docs/ci.md: they are well formed, and every command in them does what the page says. */
import { execFileSync } from "node:child_process";
import { appendFileSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { describe, expect, test } from "vitest";
import { parse } from "yaml";
import { branchedDemo, run } from "./program.js";

const page = readFileSync(new URL("../docs/ci.md", import.meta.url), "utf8");
const blocks = [...page.matchAll(/^```(\w+)\n([^]*?)^```/gm)].map(([, kind = "", text = ""]) => ({ kind, text }));

/** What is typed after the program's name, without what the shell does with its output. */
const commands = blocks.flatMap(({ text }) =>
  [...text.matchAll(/npx --no-install steady-shelf ([^>\n]+)/g)].map(([, words = ""]) =>
    words
      .trim()
      .replace(/"origin\/[^"]+"/, "main")
      .split(/\s+/),
  ),
);

/** A branch that has broken one import since `main` was left. */
function branch(): string {
  const root = branchedDemo();
  appendFileSync(join(root, "src/App.tsx"), 'import "./gone";\n');
  return root;
}

describe("docs/ci.md", () => {
  test("has recipes that are well formed", () => {
    expect(blocks.map(({ kind }) => kind)).toEqual(["sh", "yaml", "yaml", "yaml"]);
    for (const { kind, text } of blocks) {
      if (kind === "yaml") expect(parse(text)).toBeTypeOf("object");
      else execFileSync("sh", ["-n"], { input: text });
    }
    expect(commands).toHaveLength(5);
  });

  test.each(commands.map((words) => [words.join(" "), words] as const))(
    "`%s` fails for what the branch broke",
    async (_, words) => {
      const { code, out, err } = await run(branch(), words);
      expect(err).toBe("");
      expect(code).toBe(1);
      if (words[0] === "check") expect(out).toContain("src/App.tsx");
      if (words.includes("gitlab")) expect(JSON.parse(out)).toHaveLength(1);
      if (words.includes("github")) expect(out).toMatch(/^::error file=src\/App\.tsx,line=\d+/);
      if (words.includes("azure"))
        expect(out).toMatch(/^##vso\[task\.logissue type=error;sourcepath=src\/App\.tsx;linenumber=\d+/);
    },
  );
});
