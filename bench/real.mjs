/** Real code: packages that ship their sources, pinned, side by side in one repository. Synthetic apps flatter. */
// @ts-check
import { execFileSync } from "node:child_process";
import { appendFileSync, mkdirSync, mkdtempSync, readdirSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { floor, measure, program, rowOf } from "./measure.mjs";

/** Editors, maps, engines, interface kits: TypeScript, JavaScript, Flow, sheets; 47,600 files together. */
const packages = [
  "three@0.187.0",
  "@medusajs/dashboard@2.21.2",
  "@wordpress/block-editor@18.0.0",
  "@babylonjs/core@9.35.0",
  "@elastic/eui@122.1.0",
  "antd@6.6.8",
  "react-native@0.88.1",
  "@shopify/polaris@13.9.5",
  "cesium@1.145.0",
  "@fluentui/react@8.125.7",
  "rxjs@7.8.2",
];

/** Fetches them into a folder, without what is built. @param {string} root */
function assemble(root) {
  for (const name of packages) {
    const folder = join(root, "packages", name.replace(/^@/, "").replace(/@.*$/, "").replaceAll("/", "-"));
    mkdirSync(folder, { recursive: true });
    const options = /** @type {const} */ ({ cwd: root, encoding: "utf8", stdio: ["ignore", "pipe", "ignore"] });
    const packed = execFileSync("npm", ["pack", name, "--silent"], options).trim().split("\n").at(-1) ?? "";
    execFileSync("tar", ["xzf", packed, "-C", folder, "--strip-components=1"], { cwd: root });
    rmSync(join(root, packed));
    for (const built of ["dist", "Build", "node_modules"])
      rmSync(join(folder, built), { recursive: true, force: true });
  }
  const git = (/** @type {string[]} */ ...words) =>
    execFileSync("git", ["-c", "user.name=bench", "-c", "user.email=bench@localhost", ...words], { cwd: root });
  git("init", "-q");
  git("add", "-A");
  git("commit", "-q", "-m", "Real code");
}

/** The rows of the table; an existing tree may be named. @param {string | undefined} at */
export function measureReal(at = undefined) {
  const root = at ?? mkdtempSync(join(tmpdir(), "steady-shelf-real-"));
  if (at === undefined) assemble(root);
  const files = execFileSync("git", ["ls-files"], { cwd: root, encoding: "utf8", maxBuffer: 1 << 30 }).split("\n");
  const size = files.length - 1;
  const plan = join(tmpdir(), "steady-shelf-real-plan.json");
  const moves = readdirSync(join(root, "packages")).map((name) => {
    return { from: `packages/${name}/`, to: `libraries/all/${name}/` };
  });
  writeFileSync(plan, JSON.stringify({ version: 1, moves }));
  const one = "packages/rxjs/src/internal/Observable.ts";
  const parse = { floor: ["node", floor, root], floorName: "list + read + parse" };
  const search = { floor: ["git", "grep", "-l", "-F", "Observable"], floorName: "git grep -l" };
  const edited = join(root, "packages/rxjs/src/internal/Subject.ts");
  const preview = { fails: true };
  const cases = [
    { name: "survey: cold", words: [program, "survey", "--no-cache"], ...parse },
    { name: "survey: warm", words: [program, "survey"], ...parse, warm: true },
    { name: "survey: one file edited, inside", words: [program, "survey"], ...parse, edit: (run) => `// ${run}\n` },
    {
      name: "survey: one file edited, new export",
      words: [program, "survey"],
      ...parse,
      edit: (run) => `export const n${run} = 1;\n`,
    },
    { name: "preview: one file", words: [program, "move", one, "packages/rxjs/src/"], ...search, ...preview },
    {
      name: "preview: one source folder",
      words: [program, "move", "packages/rxjs/src", "packages/rxjs/lib"],
      ...parse,
      ...preview,
    },
    { name: "preview: everything", words: [program, "move", "--plan", plan], ...parse, ...preview },
  ];
  const rows = cases.map((each) => {
    if (each.warm) measure("node", each.words, root, true);
    return rowOf({ size, ...each }, root, 3, (run) => {
      if (each.edit) appendFileSync(edited, each.edit(run));
    });
  });
  rmSync(plan);
  if (at === undefined) rmSync(root, { recursive: true, force: true });
  else execFileSync("git", ["checkout", "-q", "--", "."], { cwd: root });
  return rows;
}
