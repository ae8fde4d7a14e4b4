/** Repairs: together where they can be, left where they meet, and nothing to do when they are done. */
import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { applyPlan } from "../apply/index.js";
import { caller } from "../apply/changes.test.suite.js";
import type { ProjectPath } from "../base/paths.js";
import { analyse } from "../insight/analysis.js";
import { inCase, splitWords } from "../base/names/index.js";
import { MemoryStore } from "../files/index.js";
import { check, type Finding } from "../insight/rules/index.js";
import { planRepairs, type Repairs } from "./repair.js";

const at = (path: string): ProjectPath => path as ProjectPath;
const configuration = "version: 1\nstack: react-web\nsource: src\narrangement: layer-first\n";
const drawn = (name: string, imports = ""): string => `${imports}export function ${name}() { return <li/>; }\n`;

/** Repairs what can be in one way (a name may follow an export, or the other way round); gives the plan and the findings before it. */
async function repaired(store: MemoryStore, isSure = false): Promise<Repairs & { readonly found: readonly Finding[] }> {
  const analysis = await analyse(store, { standing: at("") });
  const found = check(analysis).flatMap(({ fresh }) => fresh);
  const repairable = found.filter(({ repair, rule }) => (isSure ? repair?.isSure : repair && rule !== "export-name"));
  return { ...(await planRepairs(analysis.project, repairable)), found };
}

async function carryOut(store: MemoryStore, isSure = false): ReturnType<typeof repaired> {
  const repairs = await repaired(store, isSure);
  const { project } = await analyse(store, { standing: at("") });
  // The plan stands on a tree that was read: that one is read again, as the command has it.
  for (const path of project.tree.paths) project.tree.text(path);
  if (repairs.plan.moves.length + repairs.plan.edits.length > 0)
    applyPlan({
      store,
      tree: project.tree,
      plan: repairs.plan,
      command: "check --fix",
      acceptDifferent: false,
      caller,
    });
  return repairs;
}

const appOf = (files: Readonly<Record<string, string>>): MemoryStore =>
  new MemoryStore({ "package.json": "{}", "steady-shelf.yaml": configuration, ...files });

const movesOf = ({ plan }: Repairs): string[] => plan.moves.map(({ from, to }) => `${from} > ${to}`).sort();

describe("repairs", () => {
  test("a file that is named and placed wrongly gets both right at once, its companions with it", async () => {
    const store = appOf({
      "src/stuff/tree-service.ts": "export const load = () => fetch('/');",
      "src/stuff/tree-service.test.ts": "import './tree-service';",
      "src/components/page-header.tsx": drawn("PageHeader", "import '../stuff/tree-service';\n"),
    });
    await carryOut(store);
    const after = await repaired(store);
    expect(movesOf(after)).toEqual([
      "src/services/tree-service.test.ts > src/services/treeService.test.ts",
      "src/services/tree-service.ts > src/services/treeService.ts",
    ]);
    await carryOut(store);
    expect(store.read(at("src/components/PageHeader.tsx")).toString()).toContain("'../services/treeService'");
  });

  test("a component's own folder takes the new name, too", async () => {
    const store = appOf({
      "src/components/Tree_card/Tree_card.tsx": drawn("TreeCard"),
      "src/components/Tree_card/Tree_card.module.css": "",
      "src/components/index.ts": "export * from './Tree_card/Tree_card';",
    });
    expect(movesOf(await carryOut(store))).toEqual([
      "src/components/Tree_card/Tree_card.module.css > src/components/TreeCard/TreeCard.module.css",
      "src/components/Tree_card/Tree_card.tsx > src/components/TreeCard/TreeCard.tsx",
    ]);
    expect(store.read(at("src/components/index.ts")).toString()).toContain("./TreeCard/TreeCard");
  });

  test("two that would meet in one place: the second is left", async () => {
    const { plan, left } = await repaired(
      appOf({
        "steady-shelf.yaml": `${configuration}names: { component: "{Pascal}" }\n`,
        "src/components/tree-card.tsx": drawn("TreeCard"),
        "src/components/tree_card.tsx": drawn("TreeCard"),
      }),
    );
    expect([plan.moves.length, left.length]).toEqual([1, 1]);
  });

  test.each([
    ["a file that no language reads", "legacy/Home.java", 'String header = "page-header";'],
    [
      "a sheet in a language that is not read",
      "src/theme/all.styl",
      "a\n  background url(../components/page-header.svg)",
    ],
    ["a workflow", ".github/workflows/ci.yml", "run: test src/components/page-header.tsx"],
  ])("what %s names stays, because nobody would respell it there", async (_, path, text) => {
    const files = { "src/components/page-header.tsx": drawn("PageHeader"), [path]: text };
    const { plan, left } = await repaired(appOf(files));
    expect(plan.moves).toEqual([]);
    expect(left.map(({ rule }) => rule)).toContain("file-name");
  });

  test.each([
    ["a single-file component", "src/views/HomeView.vue", "<script>import a from '../components/page-header'</script>"],
    ["a manifest", "app.json", '{ "header": "src/components/page-header.tsx" }'],
    ["a page", "index.html", '<script type="module" src="/src/components/page-header.tsx"></script>'],
  ])("what %s names is respelled there", async (_, path, text) => {
    const store = appOf({ "src/components/page-header.tsx": drawn("PageHeader"), [path]: text });
    const { plan } = await repaired(store);
    expect(plan.moves.map(({ to }) => to)).toContain("src/components/PageHeader.tsx");
    expect(plan.edits.map(({ after }) => after.includes("PageHeader"))).toEqual([true]);
  });

  test.each([
    ["a class of its sheet", "src/components/tree-card.module.css", ".tree-card { color: green }"],
    ["a value of another sheet", "src/theme/all.css", ".page { color: green } .tree-card { margin: 0 }"],
    ["a document", "README.md", "See src/components/tree-card.tsx"],
  ])("%s is no name of a file", async (_, path, text) => {
    const { plan, left } = await repaired(appOf({ "src/components/tree-card.tsx": drawn("TreeCard"), [path]: text }));
    expect(plan.moves.map(({ to }) => to)).toContain("src/components/TreeCard.tsx");
    expect(left).toEqual([]);
  });

  test.each([
    [20, 1],
    [21, 0],
  ])("what %i files name is renamed along with the rest: %i", async (count, renamed) => {
    const letters = Array.from({ length: 30 }, (_, index) =>
      String.fromCharCode(65 + (index % 26)).repeat(1 + index / 26),
    );
    const users = letters.map((letter, index) => [
      `src/components/Crate${letter}.tsx`,
      drawn(`Crate${letter}`, index < count ? "import './page-header';\n" : ""),
    ]);
    const files = Object.fromEntries([...users, ["src/components/page-header.tsx", drawn("PageHeader")]]) as Record<
      string,
      string
    >;
    const { found } = await repaired(appOf(files));
    const renames = found.filter(({ rule }) => rule === "file-name");
    expect(renames.map(({ file, repair }) => [file, repair?.isSure])).toEqual([
      ["src/components/page-header.tsx", renamed === 1],
    ]);
  });

  test("a new name is certain only if the file exports it so", async () => {
    const crates = Object.fromEntries(
      Array.from({ length: 12 }, (_, index) => String.fromCharCode(65 + index)).map((letter) => [
        `src/components/Crate${letter}.tsx`,
        drawn(`Crate${letter}`),
      ]),
    );
    const sureOf = async (text: string): Promise<unknown> => {
      const { found } = await repaired(appOf({ ...crates, "src/components/crateParts.tsx": text }));
      return found.filter(({ rule }) => rule === "file-name").map(({ repair }) => repair?.isSure);
    };
    expect(await sureOf(drawn("CrateParts"))).toEqual([true]);
    expect(await sureOf(drawn("Shown"))).toEqual([false]);
  });

  test("many at once are put together in one go", async () => {
    const names = Array.from({ length: 400 }, (_, index) => `crate-of-apples-${index}`);
    const files = Object.fromEntries(names.map((name) => [`src/components/${name}.tsx`, drawn("Crate")]));
    const asked = `${configuration}names: { component: "{Pascal}" }\n`;
    const { plan, left } = await repaired(appOf({ ...files, "steady-shelf.yaml": asked }));
    expect([plan.moves.length, left.length]).toEqual([400, 0]);
  });

  test("law: repaired twice is repaired once, no reference is lost, and what was repaired is found no more", async () => {
    const folders = fc.constantFrom(
      "components",
      "components/forms",
      "hooks",
      "helpers",
      "services",
      "stuff",
      "screens",
    );
    const names = fc.constantFrom(
      "TreeCard",
      "tree-card",
      "useTrees",
      "trees",
      "treeService",
      "Tree_form",
      "HarvestScreen",
      "dates",
    );
    const kinds = fc.constantFrom("component", "hook", "function");
    // Enough sisters for a repair to be certain.
    const sisters = Object.fromEntries(
      Array.from({ length: 12 }, (_, index) => String.fromCharCode(65 + index)).flatMap((letter) => [
        [`src/components/Crate${letter}.tsx`, drawn(`Crate${letter}`)],
        [`src/hooks/useCrate${letter}.ts`, `export function useCrate${letter}() {}\n`],
        [`src/services/crate${letter}Service.ts`, "export const load = () => fetch('/');\n"],
      ]),
    );
    let moved = 0;
    const file = fc.record({ folder: folders, name: names, kind: kinds, uses: fc.array(fc.nat(5), { maxLength: 3 }) });
    await fc.assert(
      fc.asyncProperty(fc.array(file, { minLength: 1, maxLength: 7 }), async (list) => {
        const paths = list.map(
          ({ folder, name, kind }) => `src/${folder}/${name}.${kind === "component" ? "tsx" : "ts"}`,
        );
        const files: Record<string, string> = Object.fromEntries(
          list.map(({ kind, uses, name }, index) => {
            const from = (paths[index] ?? "").split("/").length - 2;
            const imports = uses
              .map((use) => paths[use])
              .filter((path) => path !== undefined && path !== paths[index])
              .map((path) => `import "${"../".repeat(from)}${path?.slice(4).replace(/\.tsx?$/, "")}";\n`);
            const body = {
              component: drawn(inCase(splitWords(name), "Pascal")),
              hook: "export function useIt() {}\n",
              function: "export function go() {}\n",
            };
            return [paths[index] ?? "", imports.join("") + body[kind]] as const;
          }),
        );
        const store = appOf({ ...sisters, ...files });
        const first = await carryOut(store, true);
        moved += first.plan.moves.length;
        expect(first.plan.proof.different).toEqual([]);
        const nowhere = (found: readonly Finding[]): number =>
          found.filter(({ rule }) => rule === "unresolved-path").length;
        let again = await carryOut(store, true);
        expect(nowhere(again.found)).toBe(nowhere(first.found));
        // A file that was put into place may show what its name should be there; after that, nothing is left to do.
        for (let round = 0; round < 3 && again.plan.moves.length > 0; round += 1) again = await carryOut(store, true);
        expect(movesOf(again)).toEqual([]);
      }),
      { seed: 9, numRuns: 60 },
    );
    expect(moved).toBeGreaterThan(20);
  });
});
