/** The library's front: what it gives is what its page says, and a program written against it compiles and works. */
import { existsSync, mkdirSync, readFileSync, symlinkSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { fileURLToPath, pathToFileURL } from "node:url";
import ts from "typescript";
import { expect, test } from "vitest";
import { compile } from "./compiler.js";
import { folderWith } from "./program.js";

const root = fileURLToPath(new URL("..", import.meta.url));
const page = readFileSync(join(root, "docs/library.md"), "utf8");
const [, sample = ""] = /```ts\n([^]*?)```/.exec(page) ?? [];

test("every name is on the page, and the page names no other", async () => {
  const given = Object.keys((await import(pathToFileURL(join(root, "dist/index.js")).href)) as object).sort();
  const rows = page.split("\n").filter((line) => line.startsWith("| `"));
  const said = rows.flatMap((row) => [...(row.split("|")[1] ?? "").matchAll(/`(\w+)`/g)].map(([, name = ""]) => name));
  expect(given.length).toBeGreaterThan(20);
  expect(said.sort()).toEqual(given);
});

test("the page's program compiles against what is built, and moves a file", async () => {
  const user = folderWith({ "package.json": '{ "type": "module" }', "sample.ts": sample }, { git: false });
  mkdirSync(join(user, "node_modules"));
  symlinkSync(root, join(user, "node_modules/steady-shelf"));
  symlinkSync(join(root, "node_modules/@types"), join(user, "node_modules/@types"));
  const options = {
    module: "NodeNext",
    target: "ES2022",
    lib: ["ES2022"],
    strict: true,
    skipLibCheck: true,
    types: ["node"],
  };
  writeFileSync(join(user, "tsconfig.json"), JSON.stringify({ compilerOptions: options, include: ["sample.ts"] }));
  expect(sample).toContain("planDraft");
  expect(compile(user)).toBe("");
  writeFileSync(join(user, "sample.ts"), sample.replace("planDraft(project", "planDrafts(project"));
  expect(compile(user), "a name that is not there is seen").toContain("planDrafts");
  const program = ts.transpileModule(sample, { compilerOptions: { module: ts.ModuleKind.ESNext } }).outputText;
  writeFileSync(join(user, "sample.js"), program);
  const { moveInto } = (await import(pathToFileURL(join(user, "sample.js")).href)) as {
    moveInto: (folder: string, file: string, target: string) => Promise<string | undefined>;
  };
  const app = folderWith({ "package.json": "{}", "src/a.ts": 'import "./b";\n', "src/b.ts": "export {};\n" });
  expect(await moveInto(app, "src/b.ts", "src/deep")).toMatch(/^\d{4}-/);
  expect(readFileSync(join(app, "src/a.ts"), "utf8")).toBe('import "./deep/b";\n');
  expect(existsSync(join(app, "src/deep/b.ts"))).toBe(true);
});
