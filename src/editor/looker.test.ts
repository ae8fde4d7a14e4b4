/** What needs the whole project, asked in this process: findings and what can be done about them. */
import { describe, expect, test } from "vitest";
import type { ProjectPath } from "../core/base/paths.js";
import { MemoryStore } from "../core/files/index.js";
import { Looker } from "./looker.js";
import type { Offer } from "./offers.js";
import type { PlannedChange } from "./planned-change.js";

const at = (path: string): ProjectPath => path as ProjectPath;

const app = {
  "package.json": '{ "name": "pippin-row", "dependencies": { "react": "19" } }',
  "tsconfig.json": '{ "compilerOptions": { "paths": { "@/*": ["./src/*"] } } }',
  "steady-shelf.yaml": "version: 1\nstack: react-web\narrangement: layer-first\nsource: src\n",
  "src/main.tsx": 'import { HarvestScreen } from "./screens/HarvestScreen";\nHarvestScreen();\n',
  "src/screens/HarvestScreen.tsx":
    'import { TreeCard } from "../components/tree-card";\nimport { inBaskets } from "./inBaskets";\nexport function HarvestScreen() { return <TreeCard of={inBaskets(3)} />; }\n',
  "src/screens/inBaskets.ts": "export function inBaskets(weight: number) { return weight / 8; }\n",
  "src/components/tree-card.tsx":
    "export interface TreeCardProps { of: number }\nexport function TreeCard(props: TreeCardProps) { return <b>{props.of}</b>; }\n",
};

const lookerOn = (files: Readonly<Record<string, string>> = app): Looker =>
  new Looker(new MemoryStore(files), at(""), "utf-16");

async function offersAt(looker: Looker, file: string, start = 0, end = start): Promise<readonly Offer[]> {
  const notes = await looker.findings();
  const keys = notes.filter((each) => each.file === file).map(({ key }) => key);
  return looker.offers({ file: at(file), start, end }, keys);
}

async function changeBy(looker: Looker, file: string, title: RegExp): Promise<PlannedChange> {
  const offer = (await offersAt(looker, file)).find((each) => title.test(each.title));
  if (!offer) throw new Error("no such offer");
  return looker.change(offer.wish);
}

describe("findings", () => {
  test("have a range that ends with the word or the quote, or that is the first line", async () => {
    const notes = await lookerOn({
      ...app,
      "src/main.tsx": `${app["src/main.tsx"]}import "./nothing/here";\n`,
    }).findings();
    const [gone] = notes.filter(({ rule }) => rule === "unresolved-path");
    expect(gone?.range).toEqual({ start: { line: 2, character: 8 }, end: { line: 2, character: 22 } });
    const [misnamed] = notes.filter(({ rule }) => rule === "file-name");
    expect(misnamed?.range).toEqual({ start: { line: 0, character: 0 }, end: { line: 0, character: 45 } });
    expect(misnamed?.file).toBe("src/components/tree-card.tsx");
  });

  test("that are found twice in one file can be told apart", async () => {
    const looker = lookerOn({ ...app, "src/main.tsx": 'import "./gone";\nexport * from "./gone";\n' });
    const keys = (await looker.findings()).map(({ key }) => key);
    expect(new Set(keys).size).toBe(keys.length);
  });
});

describe("offers", () => {
  test("each repair, then what is let be, then what can be done besides", async () => {
    const looker = lookerOn();
    expect(
      (await offersAt(looker, "src/screens/inBaskets.ts")).map(({ title, isPreferred }) => [title, isPreferred]),
    ).toEqual([
      ["Move it to src/helpers/inBaskets.ts", false],
      ["Accept this finding (wrong-folder)", false],
      ["Move to its shelf: src/helpers/inBaskets.ts", false],
    ]);
    const card = app["src/components/tree-card.tsx"];
    const named = await offersAt(looker, "src/components/tree-card.tsx", card.indexOf("TreeCard("));
    expect(named.map(({ title }) => title)).toContain("Take TreeCard out into a file of its own");
  });

  test("where nobody has said how the app is organised, nothing is moved because of it", async () => {
    const guessed = Object.fromEntries(Object.entries(app).filter(([path]) => path !== "steady-shelf.yaml"));
    const looker = lookerOn(guessed);
    const offers = await offersAt(looker, "src/screens/inBaskets.ts");
    expect(offers.filter(({ title }) => title.startsWith("Move"))).toEqual([]);
    expect(await looker.starter(at("src/hooks/useTrees.ts"))).toBeUndefined();
  });

  test("come to changes: texts at the paths of now, moves, and no warning where the proof holds", async () => {
    const change = await changeBy(lookerOn(), "src/components/tree-card.tsx", /^Call the file/);
    expect(change).toMatchObject({
      moves: [{ from: "src/components/tree-card.tsx", to: "src/components/TreeCard.tsx" }],
      texts: [{ file: "src/screens/HarvestScreen.tsx" }],
      warning: undefined,
    });
    const accepted = await changeBy(lookerOn(), "src/components/tree-card.tsx", /^Accept/);
    expect(accepted.made).toMatchObject([{ path: "steady-shelf-accepted.yaml" }]);
  });

  test("what a file names that nobody can update is in the way, and said", async () => {
    const looker = lookerOn({ ...app, "tools/pack.gradle": 'copy("src/components/tree-card.tsx")\n' });
    await expect(changeBy(looker, "src/components/tree-card.tsx", /^Call the file/)).rejects.toMatchObject({
      code: "REPAIR_LEFT",
    });
  });

  test("a finding that is not there any more has no change", async () => {
    await expect(lookerOn().change({ kind: "accept", key: "gone" })).rejects.toMatchObject({ code: "FINDING_GONE" });
  });
});

describe("besides", () => {
  test("who uses files that go, from outside of them", async () => {
    const looker = lookerOn();
    expect(await looker.usersOf([at("src/components/tree-card.tsx")])).toEqual([
      { file: "src/components/tree-card.tsx", users: [{ file: "src/screens/HarvestScreen.tsx", line: 1 }] },
    ]);
    expect(await looker.usersOf([at("src")])).toEqual([]);
  });

  test("a new file begins as `add` would begin it", async () => {
    const looker = lookerOn();
    expect(await looker.starter(at("src/hooks/useTrees.ts"))).toContain("export function useTrees");
    expect(await looker.starter(at("src/hooks/trees.css"))).toBeUndefined();
    expect(await looker.starter(at("elsewhere/useTrees.ts"))).toBeUndefined();
  });

  test("one that was made empty before anybody could answer still does; one with a text does not", async () => {
    const asked = at("src/hooks/useTrees.ts");
    const starter = await lookerOn().starter(asked);
    expect(await lookerOn({ ...app, [asked]: "" }).starter(asked)).toBe(starter);
    expect(await lookerOn({ ...app, [asked]: " " }).starter(asked)).toBeUndefined();
    // Another file of that name is in the way, though it is empty, too.
    expect(await lookerOn({ ...app, [asked]: "", "src/hooks/useTrees.tsx": "" }).starter(asked)).toBeUndefined();
  });

  test("an edit changes what is said, and work that nobody wants is stopped", async () => {
    const looker = lookerOn();
    expect((await looker.findings()).map(({ rule }) => rule)).toEqual(["file-name", "wrong-folder"]);
    looker.update([{ path: at("src/main.tsx"), text: 'import "./gone";\n' }]);
    expect((await looker.findings()).map(({ rule }) => rule)).toContain("unresolved-path");
    looker.update([{ path: at("src/main.tsx"), text: null }]);
    await expect(looker.findings({ signal: AbortSignal.abort() })).rejects.toMatchObject({ code: "STOPPED" });
    expect((await looker.findings()).map(({ rule }) => rule)).toEqual(["file-name", "wrong-folder"]);
  });

  test("an arrangement is what `arrange` would do", async () => {
    const { moves } = await lookerOn().arrangement("feature-first");
    expect(moves).toContainEqual({
      from: "src/screens/inBaskets.ts",
      to: "src/shared/helpers/inBaskets.ts",
    });
    await expect(lookerOn().arrangement("sideways")).rejects.toMatchObject({ code: "ARRANGEMENT_UNKNOWN" });
  });
});
