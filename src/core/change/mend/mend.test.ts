/** Files that were moved by hand: which they are, what follows them, and what goes back with them. */
import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { openProject } from "../../app/index.js";
import type { ProjectPath } from "../../base/paths.js";
import { MemoryStore, readTree, type Snapshot } from "../../files/index.js";
import { movedByHand, planMending, type MendWay, type Mending, type Said } from "./index.js";
import { runs } from "../../base/trial.test.suite.js";

const at = (path: string): ProjectPath => path as ProjectPath;
type Files = Readonly<Record<string, string>>;

function snapshotOf(files: Files): Snapshot {
  const idOf = (bytes: Buffer): string => bytes.toString("base64");
  return {
    files: new Map(Object.entries(files).map(([path, text]) => [at(path), idOf(Buffer.from(text))])),
    idOf,
    text: (path) => Promise.resolve(files[path]),
  };
}

/** Who went where, who may be where, and who is gone, as lines. */
async function told(before: Files, now: Files, said: Said = new Map()): Promise<string[]> {
  const found = await movedByHand(await readTree(new MemoryStore(now)), snapshotOf(before), said);
  return [
    ...found.moved.map(({ from, to, alike }) => `${from} → ${to}${alike < 1 ? " edited" : ""}`),
    ...found.unsure.map(({ from, candidates }) => `${from} ? ${[...candidates].sort().join(" ")}`),
    ...found.gone.map((path) => `${path} gone`),
  ];
}

const long = (name: string): string =>
  Array.from({ length: 12 }, (_, index) => `export const ${name}${index} = ${index};\n`).join("");

describe("what was moved", () => {
  test.each<[string, Files, Files, readonly string[]]>([
    ["nothing", { "a.ts": "a" }, { "a.ts": "b", "c.ts": "c" }, []],
    ["one file", { "a.ts": "a\n" }, { "b/a.ts": "a\n" }, ["a.ts → b/a.ts"]],
    ["under another name", { "a.ts": "a\n" }, { "b.ts": "a\n" }, ["a.ts → b.ts"]],
    [
      "a folder, whose files may be alike",
      { "x/index.ts": "", "x/y/index.ts": "", "x/z.ts": "z" },
      { "w/x/index.ts": "", "w/x/y/index.ts": "", "w/x/z.ts": "z" },
      ["x/index.ts → w/x/index.ts", "x/y/index.ts → w/x/y/index.ts", "x/z.ts → w/x/z.ts"],
    ],
    ["half a folder", { "x/a.ts": "a", "x/b.ts": "b" }, { "x/a.ts": "a", "y/b.ts": "b" }, ["x/b.ts → y/b.ts"]],
    ["a copy is none", { "a.ts": "a" }, { "a.ts": "a", "b.ts": "a" }, []],
    ["two copies, and the first is gone", { "a.ts": "a" }, { "b.ts": "a", "c.ts": "a" }, ["a.ts ? b.ts c.ts"]],
    ["of two copies, the one with its name", { "a.ts": "a" }, { "x/a.ts": "a", "c.ts": "a" }, ["a.ts → x/a.ts"]],
    [
      "two that were alike, under new names",
      { "a.ts": "same", "b.ts": "same" },
      { "c.ts": "same", "d.ts": "same" },
      ["a.ts ? c.ts d.ts", "b.ts ? c.ts d.ts"],
    ],
    [
      "edited since",
      { "a.ts": long("tree") },
      { "x/b.ts": `// new\n${long("tree").slice(0, 220)}` },
      ["a.ts → x/b.ts edited"],
    ],
    [
      "with nothing but paths, which were corrected since",
      { "x/index.ts": 'export * from "../a/tree";\nexport * from "../b/leaf";\nexport { c } from "./c";\n' },
      {
        "y/z/index.ts":
          'export * from "../../a/tree";\nexport * from "../../b/leaf";\nexport { c } from "../../x/c";\n',
      },
      ["x/index.ts → y/z/index.ts edited"],
    ],
    ["edited so much that nobody knows it", { "a.ts": long("tree") }, { "x/b.ts": long("leaf") }, ["a.ts gone"]],
    [
      "edited, and like two",
      { "a.ts": long("tree") },
      { "b.ts": `${long("tree")}// one\n`, "c.ts": `${long("tree")}// two\n` },
      ["a.ts ? b.ts c.ts"],
    ],
    ["another kind of file is not it", { "a.ts": long("tree") }, { "a.md": `${long("tree")}!` }, ["a.ts gone"]],
    ["a picture is known by its bytes alone", { "a.png": "P1" }, { "b.png": "P1", "c.png": "P2" }, ["a.png → b.png"]],
    ["a link is no file", { "a.ts": "b.ts" }, { "c.ts": "-> b.ts" }, ["a.ts gone"]],
  ])("%s", async (_, before, now, lines) => {
    expect(await told(before, now)).toEqual(lines);
  });

  test("what somebody says comes first; what cannot be is passed over", async () => {
    const [before, now] = [
      { "a.ts": "a", "b.ts": "b" },
      { "b.ts": "b", "c.ts": "a", "d.ts": "x" },
    ];
    expect(await told(before, now, new Map([[at("a.ts"), at("d.ts")]]))).toEqual(["a.ts → d.ts edited"]);
    expect(await told(before, now, new Map([[at("b.ts"), at("d.ts")]]))).toEqual(["a.ts → c.ts"]);
    expect(await told(before, now, new Map([[at("a.ts"), at("nowhere.ts")]]))).toEqual(["a.ts → c.ts"]);
  });

  const names = ["a.ts", "b.ts", "x/a.ts", "x/b.ts", "y/a.ts", "y/c.ts"];
  const folder = fc.dictionary(fc.constantFrom(...names), fc.constantFrom("one", "two", long("three")), { maxKeys: 4 });

  test("law: each place is taken once, and every file that is gone is told once", async () => {
    await fc.assert(
      fc.asyncProperty(folder, folder, async (before, now) => {
        const found = await movedByHand(await readTree(new MemoryStore(now)), snapshotOf(before));
        const gone = Object.keys(before).filter((path) => !(path in now));
        const toldOnce = [...found.moved, ...found.unsure].map(({ from }) => from).concat(found.gone);
        expect([...toldOnce].sort()).toEqual(gone.sort());
        const places = found.moved.map(({ to }) => to);
        expect(new Set(places).size).toBe(places.length);
        for (const { from, to, alike } of found.moved) {
          expect(to in before).toBe(false);
          expect(now[to] === before[from]).toBe(alike === 1);
        }
        for (const { candidates } of found.unsure)
          expect(candidates.filter((path) => places.includes(path))).toEqual([]);
      }),
      { numRuns: runs(400), seed: 44 },
    );
  });
});

const app = {
  "package.json": "{}",
  "src/main.ts": 'import { harvest } from "./screens/harvest";\nimport "./theme.css";\nharvest();\n',
  "src/screens/harvest.ts":
    'import { inBaskets } from "../helpers/weights";\nexport const harvest = () => inBaskets(3);\n',
  "src/screens/rota.ts": 'export { harvest } from "./harvest";\n',
  "src/helpers/weights.ts": "export const inBaskets = (weight: number) => weight / 8;\n",
  "src/theme.css": "a {}\n",
};

/** The app after drags, and after whatever was written by hand then. */
function dragged(drags: Files, written: Files = {}): Files {
  const moved = Object.fromEntries(Object.entries(app).map(([path, text]) => [drags[path] ?? path, text]));
  return { ...moved, ...written };
}

async function mend(now: Files, way: MendWay): Promise<Mending> {
  const project = await openProject(new MemoryStore(now));
  const before = snapshotOf(app);
  const { moved } = await movedByHand(project.tree, before);
  return planMending({ project, before, moved, way });
}

/** The files once a plan was carried out. */
function carriedOut(now: Files, { plan }: Mending): Files {
  const texts = new Map<string, string>(plan.texts.map(({ file, after }) => [file, after]));
  const places = new Map<string, string>(plan.moves.map(({ from, to }) => [from, to]));
  return Object.fromEntries(
    Object.entries(now).map(([path, text]) => [places.get(path) ?? path, texts.get(path) ?? text]),
  );
}

describe("following", () => {
  test("updates what points at the old place, and what the file itself points at", async () => {
    const now = dragged({ "src/screens/harvest.ts": "src/features/harvest/harvest.ts" });
    const mending = await mend(now, "follow");
    expect(mending.files).toEqual([
      {
        from: "src/screens/harvest.ts",
        to: "src/features/harvest/harvest.ts",
        alike: 1,
        pointing: 2,
        own: 1,
      },
    ]);
    expect(mending.plan).toMatchObject({ moves: [], proof: { outcome: "holds", unresolved: [] } });
    const after = carriedOut(now, mending);
    expect(after["src/main.ts"]).toContain('"./features/harvest/harvest"');
    expect(after["src/screens/rota.ts"]).toBe('export { harvest } from "../features/harvest/harvest";\n');
    expect(after["src/features/harvest/harvest.ts"]).toContain('"../../helpers/weights"');
  });

  test("what was corrected by hand already stays, and is right", async () => {
    const now = dragged(
      { "src/screens/harvest.ts": "src/pages/harvest.ts" },
      { "src/main.ts": 'import { harvest } from "./pages/harvest";\nimport "./theme.css";\nharvest();\n' },
    );
    const mending = await mend(now, "follow");
    expect(mending.plan.texts.map(({ file }) => file)).toEqual(["src/screens/rota.ts"]);
    expect(mending.plan.proof.unresolved).toEqual([]);
    expect(mending.files[0]).toMatchObject({ pointing: 1, own: 0 });
    const done = carriedOut(now, mending);
    expect((await mend(done, "follow")).plan.texts).toEqual([]);
  });

  test("what answers by accident at the new place is not what was meant", async () => {
    // At its new place the file's own path leads to another file of that name.
    const twin = "src/features/helpers/weights.ts";
    const now = dragged(
      { "src/screens/harvest.ts": "src/features/harvest/harvest.ts" },
      { [twin]: "export const inBaskets = 1;\n" },
    );
    const followed = carriedOut(now, await mend(now, "follow"));
    expect(followed["src/features/harvest/harvest.ts"]).toContain('"../../helpers/weights"');
    // Written by hand since, it is what was meant.
    const own = 'import { inBaskets } from "../helpers/weights.js";\nexport const harvest = () => inBaskets;\n';
    const corrected = { ...now, "src/features/harvest/harvest.ts": own };
    const mending = await mend(corrected, "follow");
    expect(mending.plan.texts.map(({ file }) => file)).not.toContain("src/features/harvest/harvest.ts");
  });

  test("where all is right, there is nothing to do", async () => {
    const now = dragged(
      { "src/theme.css": "src/styles/theme.css" },
      { "src/main.ts": 'import "./styles/theme.css";\n' },
    );
    const mending = await mend(now, "follow");
    expect(mending.files[0]).toMatchObject({ pointing: 0, own: 0 });
    expect(mending.plan.texts).toEqual([]);
  });
});

describe("putting back", () => {
  test("moves and changes nothing else; what is unresolved now resolves again", async () => {
    const now = dragged({ "src/screens/harvest.ts": "src/features/harvest/harvest.ts", "src/theme.css": "theme.css" });
    const mending = await mend(now, "put back");
    expect(mending.plan.texts).toEqual([]);
    expect(mending.healed).toBe(4);
    expect(mending.plan.proof).toMatchObject({ outcome: "holds", unresolved: [] });
    expect(carriedOut(now, mending)).toEqual(app);
  });

  test("takes along what was corrected by hand, and keeps what was edited", async () => {
    const now = dragged(
      { "src/screens/harvest.ts": "src/pages/deep/harvest.ts" },
      {
        "src/main.ts": app["src/main.ts"].replace("./screens/harvest", "./pages/deep/harvest"),
        "src/pages/deep/harvest.ts": `// new\n${app["src/screens/harvest.ts"].replace("../helpers", "../../helpers")}`,
      },
    );
    const mending = await mend(now, "put back");
    expect(carriedOut(now, mending)).toEqual({
      ...app,
      "src/screens/harvest.ts": `// new\n${app["src/screens/harvest.ts"]}`,
    });
  });

  test("what answers by accident now is left as it is spelled", async () => {
    const now = dragged(
      { "src/screens/harvest.ts": "src/features/harvest/harvest.ts" },
      { "src/features/helpers/weights.ts": "export const inBaskets = 1;\n" },
    );
    const back = carriedOut(now, await mend(now, "put back"));
    expect(back["src/screens/harvest.ts"]).toBe(app["src/screens/harvest.ts"]);
  });

  test("what led nowhere before and answers by accident now is left as it is spelled", async () => {
    const broken = 'import "./missing";\nexport const harvest = () => 1;\n';
    const before = { ...app, "src/screens/harvest.ts": broken };
    const now: Files = { ...before, "src/odd/harvest.ts": broken, "src/odd/missing.ts": "export {};\n" };
    const dragged = Object.fromEntries(Object.entries(now).filter(([path]) => path !== "src/screens/harvest.ts"));
    const project = await openProject(new MemoryStore(dragged));
    const moved = [{ from: at("src/screens/harvest.ts"), to: at("src/odd/harvest.ts"), alike: 1 }];
    const mending = await planMending({ project, before: snapshotOf(before), moved, way: "put back" });
    expect(carriedOut(dragged, mending)["src/screens/harvest.ts"]).toBe(broken);
    expect(mending.plan.proof.different).toEqual([]);
  });

  test("a file that stands where one has to go back to is in the way", async () => {
    const now = dragged({ "src/screens/harvest.ts": "src/pages/harvest.ts" }, { "src/screens/harvest.ts/x.ts": "" });
    const project = await openProject(new MemoryStore(now));
    const moved = [{ from: at("src/screens/harvest.ts"), to: at("src/pages/harvest.ts"), alike: 1 }];
    const asked = planMending({ project, before: snapshotOf(app), moved, way: "put back" });
    await expect(asked).rejects.toMatchObject({ code: "TARGET_EXISTS" });
  });
});

describe("law", () => {
  const sources = Object.keys(app).filter((path) => path.startsWith("src/"));
  const folders = ["src", "src/screens", "src/helpers", "src/features/harvest", "src/odd"];
  const drag = fc.record({ from: fc.constantFrom(...sources), into: fc.constantFrom(...folders) });

  test("followed, nothing is left to mend; put back, every byte is where it was", async () => {
    await fc.assert(
      fc.asyncProperty(fc.uniqueArray(drag, { maxLength: 3, selector: ({ from }) => from }), async (drags) => {
        const places = Object.fromEntries(
          drags.map(({ from, into }) => [from, `${into}/${from.slice(from.lastIndexOf("/") + 1)}`]),
        );
        const now = dragged(places);
        if (Object.keys(now).length !== Object.keys(app).length) return;
        const back = await mend(now, "put back");
        expect(carriedOut(now, back)).toEqual(app);
        const follow = await mend(now, "follow");
        expect(follow.plan.proof.outcome).toBe("holds");
        const done = carriedOut(now, follow);
        const again = await mend(done, "follow");
        expect(again.plan.texts).toEqual([]);
        expect(again.files.every(({ pointing, own }) => pointing + own === 0)).toBe(true);
      }),
      { numRuns: runs(60), seed: 45 },
    );
  });
});
