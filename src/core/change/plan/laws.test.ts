import fc from "fast-check";
import ts from "typescript";
import { describe, expect, test } from "vitest";
import { openProject } from "../../app/index.js";
import { analyse } from "../../insight/analysis.js";
import { planMoves, respellMoves } from "./index.js";
import { MemoryStore } from "../../files/index.js";
import { afterwards, at, moveOf, type Files } from "./planning.test.suite.js";
import type { Plan } from "./index.js";
import { runs } from "../../base/trial.test.suite.js";

const configuration = '{ "compilerOptions": { "paths": { "@/*": ["./src/*"], "#lib": ["./src/lib/index.ts"] } } }';

/** Small apps with indexes, folders beside files of one name, aliases, and names that hold each other. */
const folder = fc.constantFrom("src", "src/a", "src/a/b", "src/lib", "src/card", "src/träd");
const name = fc.constantFrom("index", "card", "a", "b", "cardList", "lib", "it's");
const file = fc
  .tuple(folder, name, fc.constantFrom(".ts", ".tsx"))
  .map(([where, base, extension]) => `${where}/${base}${extension}`);
const app = fc
  .tuple(
    fc.uniqueArray(file, { minLength: 3, maxLength: 9, selector: (path) => path.replace(/x$/, "") }),
    fc.infiniteStream(fc.nat(1000)),
  )
  .map(([paths, numbers]): { files: Files; moves: string[] } => {
    const next = (): number => numbers.next().value as number;
    const files = Object.fromEntries(
      paths.map((path) => [
        path,
        `${Array.from({ length: 1 + (next() % 3) }, () => importOf(path, paths[next() % paths.length] ?? path, next())).join("\n")}\nexport {};\n`,
      ]),
    );
    const free = [
      "src/new/card.ts",
      "src/lib/other.ts",
      "src/a/index.ts",
      "src/card.ts",
      "out/b.ts",
      "src/a/b/c/a.ts",
    ].filter((path) => !paths.some((other) => other.replace(/x$/, "") === path));
    const moved = paths.slice(0, 1 + (next() % 3));
    return {
      files: { "tsconfig.json": configuration, ...files },
      moves: moved.flatMap((from, index) =>
        free[index] === undefined ? [] : [`${from} > ${from.endsWith("x") ? `${free[index]}x` : free[index]}`],
      ),
    };
  });

/** One import, spelled in one of the usual ways. */
function importOf(from: string, to: string, way: number): string {
  const bare = to.replace(/\.tsx?$/, "");
  const short = way % 3 === 0 ? bare.replace(/\/index$/, "") : bare;
  const up = "../".repeat(from.split("/").length - 1);
  const spelled =
    way % 4 === 0 && short.startsWith("src/") ? short.replace("src/", "@/") : `${up === "" ? "./" : up}${short}`;
  return `import ${JSON.stringify(way % 7 === 0 ? `${spelled.startsWith("@") ? "@/" : up}${bare.replace(/^src\//, spelled.startsWith("@") ? "" : "src/")}` : spelled)};`;
}

async function planned({ files, moves }: { files: Files; moves: readonly string[] }, readAll = false): Promise<Plan> {
  const project = await openProject(new MemoryStore(files));
  return planMoves(project, moves.map(moveOf), { readAll });
}

/** What the compiler says each import of each file means: an independent referee. */
function meanings(files: Files): Map<string, (string | undefined)[]> {
  const host: ts.ModuleResolutionHost = {
    fileExists: (path) => path.slice(1) in files,
    readFile: (path) => files[path.slice(1)],
    directoryExists: (path) =>
      path === "/" || Object.keys(files).some((each) => each.startsWith(`${path.replace(/^\/|\/$/g, "")}/`)),
  };
  const options: ts.CompilerOptions = {
    moduleResolution: ts.ModuleResolutionKind.Bundler,
    module: ts.ModuleKind.ESNext,
    paths: { "@/*": ["./src/*"], "#lib": ["./src/lib/index.ts"] },
    pathsBasePath: "/",
    configFilePath: "/tsconfig.json",
  };
  const found = new Map<string, (string | undefined)[]>();
  for (const [path, text] of Object.entries(files)) {
    if (!/\.tsx?$/.test(path)) continue;
    const names = ts.preProcessFile(text).importedFiles.map((each) => each.fileName);
    found.set(
      path,
      names.map((each) =>
        ts.resolveModuleName(each, `/${path}`, options, host).resolvedModule?.resolvedFileName.slice(1),
      ),
    );
  }
  return found;
}

describe("laws", () => {
  test("where the proof holds, the compiler agrees: each import means the same file", async () => {
    let respelled = 0;
    await fc.assert(
      fc.asyncProperty(app, async (each) => {
        const plan = await planned(each);
        if (plan.proof.different.length > 0) return;
        respelled += plan.edits.length;
        const map = new Map<string, string>(plan.moves.map((move) => [move.from, move.to]));
        const goes = (path: string | undefined): string | undefined =>
          path === undefined ? undefined : (map.get(path) ?? path);
        const after = meanings(afterwards(each.files, plan));
        for (const [path, before] of meanings(each.files)) {
          const unresolved = new Set(
            plan.proof.unresolved.filter((one) => one.file === path).map((one) => one.specifier),
          );
          before.forEach((target, index) => {
            if (target !== undefined || unresolved.size === 0)
              expect(after.get(goes(path) ?? "")?.[index], `${path}, import ${index + 1}`).toBe(goes(target));
          });
        }
      }),
      { seed: 5, numRuns: runs(300) },
    );
    expect(respelled).toBeGreaterThan(200);
  });

  test("searching for the files that matter finds what reading all of them finds", async () => {
    await fc.assert(
      fc.asyncProperty(app, async (each) => {
        const [searched, read] = [await planned(each), await planned(each, true)];
        expect(searched.edits).toEqual(read.edits);
        expect(searched.proof.different).toEqual(read.proof.different);
        expect(searched.filesRead).toBeLessThanOrEqual(read.filesRead);
      }),
      { seed: 6, numRuns: runs(300) },
    );
  });

  test("a plan and its inverse leave every meaning, and every relative name of canonical form", async () => {
    await fc.assert(
      fc.asyncProperty(app, async (each) => {
        const there = await planned(each);
        if (there.proof.different.length > 0) return;
        const between = afterwards(each.files, there);
        const back = await planned({ files: between, moves: there.moves.map((move) => `${move.to} > ${move.from}`) });
        if (back.proof.different.length > 0) return;
        expect(meanings(afterwards(between, back))).toEqual(meanings(each.files));
      }),
      { seed: 7, numRuns: runs(150) },
    );
  });

  test("a plan without moves changes nothing", async () => {
    await fc.assert(
      fc.asyncProperty(app, async ({ files }) => {
        const plan = await planned({ files, moves: Object.keys(files).map((path) => `${path} > ${path}`) });
        expect([plan.moves, plan.edits, plan.texts, plan.foldersMade, plan.foldersEmptied]).toEqual([
          [],
          [],
          [],
          [],
          [],
        ]);
      }),
      { seed: 8, numRuns: runs(30) },
    );
  });
});

test("a proof of more files than are parsed again is the same proof", async () => {
  const users = Object.fromEntries(
    Array.from({ length: 450 }, (_, number) => [
      `u/f${number}.ts`,
      `import "../a"; const text = "../a"; export * from '../a';\nimport "../gone";\n`,
    ]),
  );
  const plan = await planned({ files: { "a.ts": "", ...users }, moves: ["a.ts > it's/b.ts"] });
  expect(plan.proof).toMatchObject({ references: 900, same: 900, different: [] });
  expect(plan.texts[0]?.after).toBe(
    `import "../it's/b"; const text = "../a"; export * from '../it\\'s/b';\nimport "../gone";\n`,
  );
  expect(plan.proof.unresolved).toHaveLength(450);
  expect(plan.moves[0]?.to).toBe(at("it's/b.ts"));
});

test("law: what is taken over from a try with other moves changes nothing", async () => {
  let takenOver = 0;
  await fc.assert(
    fc.asyncProperty(app, fc.nat(), async ({ files, moves }, which) => {
      const store = new MemoryStore(files);
      const { project, graph } = await analyse(store, { standing: at("") });
      const all = moves.map(moveOf);
      const fewer = all.filter((_, index) => index !== which % Math.max(1, all.length));
      const earlier = await respellMoves(project, fewer, { graph });
      const before = new Set(earlier.files);
      const again = await respellMoves(project, all, { graph, earlier });
      takenOver += again.files.filter((file) => before.has(file)).length;
      const anew = await respellMoves(project, all, { graph });
      expect(again.files).toEqual(anew.files);
    }),
    { seed: 14, numRuns: runs(150) },
  );
  expect(takenOver).toBeGreaterThan(100);
});
