/** `move --format patch`: what git makes of the patch is what `move --write` makes. */
import { execFileSync, spawnSync } from "node:child_process";
import { writeFileSync } from "node:fs";
import { join } from "node:path";
import { describe, expect, test } from "vitest";
import { demoCopy, fingerprint, folderWith, run } from "./program.js";

const odd = {
  "package.json": '{ "name": "pippin-row", "dependencies": { "react": "19" } }',
  "src/main.ts": 'import "./two words/trée";\r\nimport \'./a"b\';\r\nimport "./no-end";\r\nimport "./same";\r\n',
  "src/two words/trée.ts": 'export * from "../same";',
  'src/a"b.ts': 'export {};\nimport "./same";\n',
  "src/no-end.ts": 'import "./same"',
  "src/same.ts": "export const same = 1;\n",
  "src/link.ts": "-> same.ts",
  "src/run.sh": "#!/bin/sh\n",
};

/** Both ways on copies of one project; gives the patch. */
async function bothWays(make: () => string, words: readonly string[]): Promise<string> {
  const [patched, moved] = [make(), make()];
  const { code, out, err } = await run(patched, ["move", ...words, "--format", "patch"]);
  expect({ code, err }).toEqual({ code: 0, err: "" });
  const applied = spawnSync("git", ["apply", "--whitespace=nowarn", "-"], {
    cwd: patched,
    input: out,
    encoding: "utf8",
  });
  expect(applied.stderr).toBe("");
  expect((await run(moved, ["move", ...words, "--write"])).code).toBe(0);
  expect(fingerprint(patched)).toBe(fingerprint(moved));
  return out;
}

describe("a patch", () => {
  test.each<[string, readonly string[]]>([
    ["one file", ["src/components/DataTable.tsx", "src/table/"]],
    ["with companions", ["src/components/HarvestChart.tsx", "src/features/harvest/"]],
    ["a folder", ["src/screens", "src/pages"]],
    ["a picture", ["src/assets/images/apple-tree.png", "src/assets/tree.png"]],
    ["another case", ["src/components/page-header.tsx", "src/components/Page-Header.tsx"]],
  ])("of %s in the demo app", async (_, words) => {
    const patch = await bothWays(() => demoCopy(), words);
    expect(patch).toMatch(/^diff --git a\/\S+ b\/\S+\n/);
    expect(patch).toMatch(/^rename from src\//m);
  });

  test.each<[string, readonly string[]]>([
    ["blanks and letters of other languages", ["src/two words/trée.ts", "src/drei wörter/bäume.ts"]],
    ["a quote", ['src/a"b.ts', "src/x/"]],
    ["no end of line at the end", ["src/no-end.ts", "src/x/"]],
    ["what all of these name, and a link to it", ["src/same.ts", "src/x/"]],
    ["a file with the right to run", ["src/run.sh", "tools/"]],
  ])("with %s", async (_, words) => {
    await bothWays(() => folderWith(odd), words);
  });

  test("of a plan with a swap", async () => {
    const plan = JSON.stringify({
      version: 1,
      moves: [
        { from: "src/helpers/dates.ts", to: "src/helpers/weights.ts" },
        { from: "src/helpers/weights.ts", to: "src/helpers/dates.ts" },
      ],
    });
    const make = (): string => {
      const root = demoCopy();
      writeFileSync(join(root, "plan.json"), plan);
      return root;
    };
    await bothWays(make, ["--plan", "plan.json"]);
  });

  test("says beside it what is not proved, and what it cannot hold (NO_PATCH)", async () => {
    const root = folderWith({
      ...odd,
      "src/open.ts": "export const open = (name: string) => import(`./${name}`);\n",
    });
    const unproved = await run(root, ["move", "src/same.ts", "src/x/", "--format", "patch"]);
    expect(unproved.code).toBe(1);
    expect(unproved.err).toContain(
      "The patch is not proved: 0 references would not mean the same, and 1 place that may",
    );
    writeFileSync(join(root, "src/latin.ts"), Buffer.from('import "./same"; // \xe4\n', "latin1"));
    execFileSync("git", ["add", "-A"], { cwd: root });
    expect(await run(root, ["move", "src/same.ts", "src/x/", "--format", "patch"])).toMatchObject({
      code: 2,
      err: expect.stringContaining("src/latin.ts is not in UTF-8") as string,
    });
    expect(await run(root, ["move", "src/same.ts", "src/x/", "--format", "patch", "--write"])).toMatchObject({
      code: 2,
      err: expect.stringContaining("leave out --write") as string,
    });
  });
});
