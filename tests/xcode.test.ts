/**
 * The iPhone demo app, moved and arranged by the built program. A reader that knows nothing of ours, a few patterns over the project's
 * lines, says which file each phase of each target builds; it must build the same, in the same order, whatever it is called then, and
 * undoing gives every byte back.
 */
import { execFileSync } from "node:child_process";
import { createHash } from "node:crypto";
import { existsSync, readdirSync, readFileSync, rmSync, statSync } from "node:fs";
import { join, posix } from "node:path";
import { expect, test } from "vitest";
import { demoCopy, fingerprint, run } from "./program.js";

const project = "PippinRow.xcodeproj/project.pbxproj";

/** Of an object's text one value, or the items of one list. */
const valueIn = (object: string, key: string): string | undefined =>
  new RegExp(`\\b${key} = (?:"((?:[^"\\\\]|\\\\.)*)"|([^;"]+?))(?: /\\*.*?\\*/)?;`)
    .exec(object)
    ?.slice(1)
    .find(Boolean);
const listIn = (object: string, key: string): string[] =>
  [...(new RegExp(`\\b${key} = \\(([^)]*)\\)`).exec(object)?.[1] ?? "").matchAll(/^\s*(\w+)/gm)].map(
    ([, id = ""]) => id,
  );

/** The objects of a project by their ids: each begins on a line of its own, two tabs in. */
function objectsOf(text: string): Map<string, string> {
  const form = /^\t\t(\w{24})(?: \/\*.*?\*\/)? = \{(?:\n([^]*?)^\t\t\};$|(.*)\};$)/gm;
  return new Map([...text.matchAll(form)].map(([, id = "", body, line = ""]) => [id, body ?? line]));
}

/** For each phase what it builds, in order: a file by what is in it, a folder and what is missing by its name. */
function phasesOf(root: string, text = readFileSync(join(root, project), "utf8")): Map<string, string[]> {
  const objects = objectsOf(text);
  const places = new Map<string, string>();
  const walk = (id: string, around: string): void => {
    const object = objects.get(id) ?? "";
    if (valueIn(object, "sourceTree") !== "<group>") return;
    const at = posix.join(around, valueIn(object, "path") ?? "");
    places.set(id, at);
    for (const child of listIn(object, "children")) walk(child, at);
  };
  const top = [...objects.values()].find((object) => object.includes("isa = PBXProject;")) ?? "";
  walk(valueIn(top, "mainGroup") ?? "", "");
  const contentOf = (id: string): string => {
    const object = objects.get(id) ?? "";
    if (object.includes("isa = PBXVariantGroup;")) return listIn(object, "children").map(contentOf).join("+");
    const at = join(root, places.get(id) ?? "?");
    if (!existsSync(at)) return `missing ${posix.basename(at)}`;
    return statSync(at).isDirectory() ? posix.basename(at) : createHash("sha1").update(readFileSync(at)).digest("hex");
  };
  return new Map(
    [...objects]
      .filter(([, object]) => /isa = PBX\w+BuildPhase;/.test(object))
      .map(([id, object]) => [
        id,
        listIn(object, "files").map((each) => contentOf(valueIn(objects.get(each) ?? "", "fileRef") ?? "")),
      ]),
  );
}

test("every phase builds what it built, whatever moves, and undoing gives every byte back", async () => {
  const root = demoCopy("orchard-phone");
  const bytes = fingerprint(root);
  const before = phasesOf(root);
  // The reader reads: all but the one whose file is gone are there.
  expect([...before.values()].flat().filter((each) => !each.startsWith("missing"))).toHaveLength(33);
  expect([...before.values()].flat().filter((each) => each.startsWith("missing"))).toEqual([
    "missing CrateStore.swift",
  ]);
  const commands = [
    ["move", "PippinRow/Models/Tree.swift", "PippinRow/Models/Trees/Apple Tree.swift"],
    ["move", "PippinRow/Views", "PippinRow/Screens"],
    ["move", "PippinRowTests", "Tests"],
    ["arrange", "--as", "feature-first", "--likeliest"],
    ["arrange", "--as", "mvvm", "--likeliest"],
  ];
  for (const command of commands) {
    const { code, out } = await run(root, [...command, "--write"]);
    expect(out).toContain("proof  ✓");
    expect(code, command.join(" ")).toBe(0);
    expect(phasesOf(root), command.join(" ")).toEqual(before);
  }
  for (let left = commands.length; left > 0; left -= 1) expect((await run(root, ["undo", "--write"])).code).toBe(0);
  expect(fingerprint(root)).toBe(bytes);
});

test("a reader that is shown a break finds it", async () => {
  const root = demoCopy("orchard-phone");
  const before = phasesOf(root);
  const moved = await run(root, ["move", "PippinRow/Models/Tree.swift", "PippinRow/Trees/Tree.swift", "--write"]);
  expect(moved.code).toBe(0);
  expect(phasesOf(root)).toEqual(before);
  const text = readFileSync(join(root, project), "utf8");
  expect(text).toContain("path = Trees;");
  expect(phasesOf(root, text.replace("path = Trees;", "path = Shrubs;"))).not.toEqual(before);
});

test("what is added is listed once, and built by the target of its neighbours", async () => {
  const root = demoCopy("orchard-phone");
  const before = phasesOf(root);
  expect((await run(root, ["add", "view-model", "frost", "--write"])).code).toBe(0);
  const made = readFileSync(join(root, "PippinRow/ViewModels/FrostViewModel.swift"));
  const hash = createHash("sha1").update(made).digest("hex");
  const gained = [...phasesOf(root)].filter(([id, files]) => files.length > (before.get(id)?.length ?? 0));
  expect(gained.map(([, files]) => files.filter((each) => each === hash))).toEqual([[hash]]);
  expect((await run(root, ["check", "--rule", "unlisted-file"])).out).not.toContain("FrostViewModel");
});

/** Every class that a storyboard or a nib names, and every type that Swift declares, by patterns over their texts. */
function classesOf(root: string): { readonly named: string[]; readonly declared: Set<string> } {
  const texts = (ending: RegExp): string[] =>
    readdirSync(root, { recursive: true, encoding: "utf8" })
      .filter((path) => ending.test(path))
      .map((path) => readFileSync(join(root, path), "utf8"));
  const all = (text: string, form: RegExp): string[] => [...text.matchAll(form)].map(([, name = ""]) => name);
  return {
    named: texts(/\.(?:storyboard|xib)$/).flatMap((text) => all(text, /customClass="(\w+)"/g)),
    declared: new Set(texts(/\.swift$/).flatMap((text) => all(text, /^(?:final )?(?:class|struct|enum) (\w+)/gm))),
  };
}

test("classes, storyboards and nibs get other names together; the groups get another shape while no file moves", async () => {
  const root = demoCopy("orchard-uikit");
  const bytes = fingerprint(root);
  const { named, declared } = classesOf(root);
  expect(named.filter((name) => !declared.has(name))).toEqual([]);
  const commands = [
    ["rename", "PippinRow/Views/ShiftCell.swift", "PRShiftCell"],
    ["rename", "PippinRow/Views/PRTreeCell.swift", "PRBoughCell"],
    ["extract", "PippinRow/Controllers/PRTreesViewController.swift", "PRTreesSource"],
    ["extract", "PippinRow/Models/PRTree.swift", "PRTree.samples"],
    ["join", "PippinRow/Models/PRSwap.swift", "PippinRow/Models/PRShift.swift"],
  ];
  for (const command of commands) {
    const { code, out } = await run(root, [...command, "--write"]);
    expect(out, command.join(" ")).toContain("proof  ✓");
    expect(code, command.join(" ")).toBe(0);
  }
  const after = classesOf(root);
  expect(after.named).toHaveLength(named.length);
  expect(after.named.filter((name) => !after.declared.has(name))).toEqual([]);
  expect(after.declared.size).toBe(declared.size);
  expect([...phasesOf(root).values()].flat().filter((each) => each.startsWith("missing"))).toEqual([]);
  const before = [...phasesOf(root)].map(([id, files]) => [id, files.toSorted()]);
  const shapes = [
    ["arrange", "--order", "kind,alphabet"],
    ["arrange", "--groups", "--as", "feature-first", "--likeliest"],
  ];
  for (const shape of shapes) {
    const { code, out } = await run(root, [...shape, "--json", "--write"]);
    expect(code, shape.join(" ")).toBe(0);
    expect(JSON.parse(out)).toMatchObject({ moves: [], proof: { different: [] } });
    expect([...phasesOf(root)].map(([id, files]) => [id, files.toSorted()])).toEqual(before);
    const again = await run(root, shape);
    expect(again.out).toContain("Nothing changes: the groups are as they should be.");
  }
  for (let left = commands.length + shapes.length; left > 0; left -= 1)
    expect((await run(root, ["undo", "--write"])).code).toBe(0);
  expect(fingerprint(root)).toBe(bytes);
});

test("there are no groups to arrange where there is no project", async () => {
  const root = demoCopy("orchard-board");
  const { code, out } = await run(root, ["arrange", "--order", "alphabet", "--json"]);
  expect(code).toBe(2);
  expect(out).toContain('"code": "NO_GROUPS"');
});

test("an app whose folders say nothing is looked at, set up, grown and arranged by its groups", async () => {
  const root = demoCopy("orchard-phone");
  const files = execFileSync("git", ["ls-files", "PippinRow/*/*.swift"], { cwd: root, encoding: "utf8" }).trim();
  const told = async (...words: string[]): Promise<string> => {
    const { code, out, err } = await run(root, words);
    expect([code, err], words.join(" ")).toEqual([0, ""]);
    return out;
  };
  await told("move", ...files.split("\n"), "PippinRow/", "--write");
  await told("arrange", "--groups", "--as", "layer-first", "--likeliest", "--write");
  const configuration = join(root, "steady-shelf.yaml");
  expect(readFileSync(configuration, "utf8")).toContain("in-groups: true");
  expect(await told("init")).toContain("Nothing to do");
  rmSync(configuration);
  const flat = fingerprint(root);
  const phases = [...phasesOf(root)].map(([id, built]) => [id, built.toSorted()]);
  expect(await told("init", "--write")).toContain("layer-first");
  expect(readFileSync(configuration, "utf8")).toContain("in-groups: true");

  expect(await told("survey")).toContain("Files stand where the project shows them");
  expect(await told("survey", "--no-groups")).not.toContain("Files stand where");
  expect(JSON.parse(await told("compare", "--with", "feature-first", "--json"))).toMatchObject({
    inGroups: true,
    tried: [{ respelled: 0 }],
  });
  expect(await told("explain", "PippinRow/TreeRow.swift")).toMatch(
    /^PippinRow\/Components\/TreeRow\.swift\n.*\nIt lies at PippinRow\/TreeRow\.swift; the project shows it here\.\n/,
  );
  expect(JSON.parse(await told("explain", "PippinRow/TreeRow.swift", "--json"))).toMatchObject({
    file: "PippinRow/Components/TreeRow.swift",
    liesAt: "PippinRow/TreeRow.swift",
  });
  const { findings } = (await run(root, ["check", "--json"])).json() as { findings: Record<string, unknown>[] };
  const misplaced = findings.filter(({ rule }) => rule === "outside-shelves");
  expect(misplaced).toMatchObject([
    { file: "PippinRow/Resources/weather.json", shownAt: "PippinRow/Supporting Files/weather.json" },
  ]);

  expect(await told("add", "screen", "frost", "--write")).toContain("+ PippinRow/FrostScreen.swift");
  expect(await told("explain", "PippinRow/FrostScreen.swift")).toContain("PippinRow/Screens/FrostScreen.swift");
  expect(await told("move", "PippinRow/TreeRow.swift", "PippinRow/Cards/", "--groups", "--write")).toContain(
    "+   TreeRow",
  );
  expect(await told("check", "--rule", "placement")).toContain("PippinRow/Cards/TreeRow.swift");
  const fixed = await told("arrange", "--write");
  expect(fixed).toContain("Moved the entries of 1 file");
  expect(existsSync(join(root, "PippinRow/TreeRow.swift"))).toBe(true);

  for (const [words, says] of [
    [["move", "PippinRow/TreeRow.swift", "PippinRow/Branch.swift", "--groups"], "keeps its name"],
    [["move", "PippinRow/TreeRow.swift", "PippinRow/Cards/", "--groups", "--mentions"], "leave out --mentions"],
  ] as const) {
    const { code, err } = await run(root, words);
    expect([code, err]).toEqual([2, expect.stringContaining(says) as string]);
  }
  const unlisted = await run(root, ["move", "README.md", "PippinRow/Cards/", "--groups", "--json"]);
  expect([unlisted.code, unlisted.json()]).toMatchObject([2, { error: { code: "NOT_SHOWN" } }]);
  for (let left = 4; left > 0; left -= 1) await told("undo", "--write");
  expect(fingerprint(root)).toEqual(flat);
  expect([...phasesOf(root)].map(([id, built]) => [id, built.toSorted()])).toEqual(phases);
});
