/** A language is one folder and one line: a toy language goes through the whole house without a word of it anywhere else. */
import { afterAll, beforeAll, describe, expect, test } from "vitest";
import { openProject } from "./app/index.js";
import { applyPlan } from "./apply/index.js";
import { caller } from "./apply/changes.test.suite.js";
import type { ProjectPath } from "./base/paths.js";
import { planDraft, planMoves, understandMove, type Claim, type Plan } from "./change/plan/index.js";
import { packReading, unpackReading } from "./files/cache/pack.js";
import { MemoryStore } from "./files/index.js";
import { buildGraph, type ReferenceGraph } from "./graph/index.js";
import { effectiveUses } from "./insight/catalogue/effective-uses.js";
import { moduleRules, useLanguage, type Language } from "./languages/index.js";
import { languageContract } from "./languages/contract.test.suite.js";
import { toy } from "./toy-language.test.suite.js";

const at = (path: string): ProjectPath => path as ProjectPath;

const orchard = {
  "orchard.trunk": 'group "fruit"\n17 "apple.leaf"\n18 "pear.leaf"\nend\n19 "tree.leaf"\ngrow 17 18 19\n',
  "fruit/apple.leaf": "leaf Apple\nuses Tree\n",
  "fruit/pear.leaf": "leaf Pear\nuses Apple Tree Nothing\n",
  "tree.leaf": 'leaf Tree\npart "twigs/twig.leaf"\nuses Twig\n',
  "twigs/twig.leaf": 'part of "../tree.leaf"\nleaf Twig\nuses Tree\n',
  "wild.leaf": "leaf Wild\nkin Apple\nuses Pear\n",
};

let done: (() => void) | undefined;
beforeAll(() => {
  done = useLanguage(toy);
});
afterAll(() => done?.());

languageContract(
  toy,
  [
    { name: "a.leaf", text: 'leaf A\npart "b.leaf"\npart "c/d.leaf"\n', specifiers: ["b.leaf", "c/d.leaf"] },
    { name: "a.trunk", text: 'group "x"\n1 "b.leaf"\nend\n2 "c.leaf"\n', specifiers: ["b.leaf", "c.leaf"] },
  ],
  ["e.leaf", "../f/g.leaf"],
);

async function graphOf(files: Readonly<Record<string, string>>): Promise<ReferenceGraph> {
  const { tree, aliases } = await openProject(new MemoryStore(files));
  return buildGraph({ tree, rules: moduleRules, aliases });
}

describe("who references whom", () => {
  test("by names of files, each in its own way of looking up", async () => {
    const graph = await graphOf(orchard);
    const found = [...graph.files.values()].flatMap(({ path, references }) =>
      references.map(({ reference, resolution }) => [
        path,
        reference.specifier,
        resolution.state === "found" ? resolution.targets.join() : resolution.state,
      ]),
    );
    expect(found).toEqual([
      ["orchard.trunk", "apple.leaf", "fruit/apple.leaf"],
      ["orchard.trunk", "pear.leaf", "fruit/pear.leaf"],
      ["orchard.trunk", "tree.leaf", "tree.leaf"],
      ["tree.leaf", "twigs/twig.leaf", "twigs/twig.leaf"],
      ["twigs/twig.leaf", "../tree.leaf", "tree.leaf"],
      ["wild.leaf", "Apple", "fruit/apple.leaf"],
    ]);
  });

  test("by symbols, within what sees each other, where exactly one declares the name", async () => {
    const graph = await graphOf(orchard);
    const uses = (path: string): string[] => graph.symbolTargetsOf(at(path)).map(({ name, to }) => `${name} ${to}`);
    expect(uses("fruit/pear.leaf")).toEqual(["Apple fruit/apple.leaf", "Tree tree.leaf"]);
    expect(uses("tree.leaf")).toEqual(["Twig twigs/twig.leaf"]);
    // No trunk lists it, so it sees nobody.
    expect(uses("wild.leaf")).toEqual([]);
    expect(graph.usersOf(at("tree.leaf"))).toEqual([
      "orchard.trunk",
      "twigs/twig.leaf",
      "fruit/apple.leaf",
      "fruit/pear.leaf",
    ]);
    expect(effectiveUses(graph).targetsOf(at("fruit/pear.leaf"))).toEqual(["fruit/apple.leaf", "tree.leaf"]);
    const twice = await graphOf({
      ...orchard,
      "fruit/pear.leaf": "leaf Apple\nuses Tree\n",
      "tree.leaf": "leaf Tree\nuses Apple\n",
    });
    expect(twice.symbolTargetsOf(at("tree.leaf"))).toEqual([]);
  });
});

async function moved(from: string, to: string): Promise<{ plan: Plan; store: MemoryStore }> {
  const store = new MemoryStore(orchard);
  const project = await openProject(store);
  const plan = await planMoves(
    project,
    understandMove(project.tree, { from: [at(from)], to: at(to), into: false, alone: false }),
  );
  const { acceptDifferent, acceptUnread } = { acceptDifferent: false, acceptUnread: false };
  applyPlan({ store, tree: project.tree, plan, command: "move", acceptDifferent, acceptUnread, caller });
  return { plan, store };
}

test("a reading comes back from the cache as it was", () => {
  for (const [path, text] of Object.entries(orchard)) {
    const reading = { ...toy.extract(text, path), outline: toy.outline(text, path) };
    expect(unpackReading(packReading(reading))).toEqual(reading);
  }
});

describe("files move", () => {
  test("both sides of a pair follow", async () => {
    const { plan, store } = await moved("twigs/twig.leaf", "branches/small/twig.leaf");
    expect(plan.edits.map(({ file, before, after }) => `${file}: ${before} → ${after}`)).toEqual([
      "tree.leaf: twigs/twig.leaf → branches/small/twig.leaf",
      "twigs/twig.leaf: ../tree.leaf → ../../tree.leaf",
    ]);
    expect(plan.proof).toMatchObject({ outcome: "holds", gaps: [] });
    // The six references of files, and the names that are used.
    expect(plan.proof.same).toBe(plan.proof.references);
    expect(store.read(at("branches/small/twig.leaf")).toString()).toContain('part of "../../tree.leaf"');
  });

  test("a list of files by number and group keeps its numbers; a name out of the group leads round it", async () => {
    const { store } = await moved("fruit/apple.leaf", "core/apple.leaf");
    expect(store.read(at("orchard.trunk")).toString()).toBe(
      'group "fruit"\n17 "../core/apple.leaf"\n18 "pear.leaf"\nend\n19 "tree.leaf"\ngrow 17 18 19\n',
    );
    expect(store.read(at("wild.leaf")).toString()).toBe(orchard["wild.leaf"]);
  });

  test("a search finds who names it otherwise than by its file's name", async () => {
    const alone = Object.fromEntries(Object.entries(toy).filter(([key]) => key !== "libraries"));
    const stop = useLanguage(alone as unknown as Language);
    const { plan } = await moved("fruit/apple.leaf", "core/apple.leaf").finally(stop);
    // The list, and the one that says of which kin it is; of the others, none holds the name.
    expect(plan.filesRead).toBeLessThan(Object.keys(orchard).length);
    expect(plan.proof).toMatchObject({ outcome: "holds", references: 4, same: 4 });
  });

  test("the list itself may move", async () => {
    const { plan, store } = await moved("orchard.trunk", "build/orchard.trunk");
    expect(store.read(at("build/orchard.trunk")).toString()).toContain('17 "../../fruit/apple.leaf"');
    expect(plan.proof.outcome).toBe("holds");
  });
});

describe("the proof knows names that nobody imports", () => {
  const edited = async (file: keyof typeof orchard, old: string, now: string): Promise<Plan> => {
    const project = await openProject(new MemoryStore(orchard));
    const start = orchard[file].indexOf(old);
    const edits = [{ file: at(file), start, end: start + old.length, text: now, why: "test" }];
    return planDraft(project, { moves: [], made: [], edits, claims: [] });
  };
  const amiss = ({ proof }: Plan): string[] => proof.different.map(({ file, specifier }) => `${file}: ${specifier}`);

  test("a declaration that gets another name is missed by those that use it", async () => {
    expect(amiss(await edited("fruit/apple.leaf", "leaf Apple", "leaf Quince"))).toEqual([
      "wild.leaf: Apple",
      "fruit/pear.leaf: Apple",
    ]);
  });

  test("and so is one that another file declares as well from then on", async () => {
    expect(amiss(await edited("fruit/pear.leaf", "leaf Pear", "leaf Pear Tree"))).toEqual([
      "fruit/apple.leaf: Tree",
      "fruit/pear.leaf: Tree",
    ]);
  });

  test("a file that is made and declares a name as well makes it ambiguous", async () => {
    const project = await openProject(new MemoryStore(orchard));
    const trunk = orchard["orchard.trunk"];
    const edit = {
      file: at("orchard.trunk"),
      start: trunk.length,
      end: trunk.length,
      text: '20 "new.leaf"\n',
      why: "test",
    };
    const made = { path: at("new.leaf"), text: "leaf Pine Tree\n", why: "test" };
    const claims: readonly Claim[] = [{ kind: "adds", file: at("orchard.trunk"), means: [at("new.leaf")] }];
    const plan = await planDraft(project, { moves: [], made: [made], edits: [edit], claims });
    expect(amiss(plan)).toEqual(["fruit/apple.leaf: Tree", "fruit/pear.leaf: Tree"]);
    const harmless = await planDraft(project, {
      moves: [],
      made: [{ ...made, text: "leaf Pine\n" }],
      edits: [edit],
      claims,
    });
    expect(harmless.proof.outcome).toBe("holds");
  });

  test("what nobody uses may change", async () => {
    expect((await edited("wild.leaf", "leaf Wild", "leaf Tame")).proof.outcome).toBe("holds");
  });
});
