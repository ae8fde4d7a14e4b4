/**
 * The Flutter demo app, moved and arranged by the built program. A reader that knows nothing of ours, a few patterns over text without
 * comments, says which file each directive and each path of a picture means; the meaning must stay, and undoing gives every byte back.
 */
import { existsSync, readdirSync, readFileSync } from "node:fs";
import { join, posix } from "node:path";
import { expect, test } from "vitest";
import { demoCopy, fingerprint, run } from "./program.js";

function filesBelow(root: string, folder = ""): string[] {
  return readdirSync(join(root, folder), { withFileTypes: true }).flatMap((entry) => {
    const path = posix.join(folder, entry.name);
    if (entry.name === ".git" || entry.name === ".steady-shelf") return [];
    return entry.isDirectory() ? filesBelow(root, path) : [path];
  });
}

/** The packages by name: what stands behind `name:` in each manifest. */
function packagesOf(root: string, files: readonly string[]): Map<string, string> {
  const manifests = files.filter((path) => posix.basename(path) === "pubspec.yaml");
  return new Map(
    manifests.map((path) => [
      /^name: (\w+)/m.exec(readFileSync(join(root, path), "utf8"))?.[1] ?? "",
      posix.dirname(path),
    ]),
  );
}

/** Each file with what it names, in order: a file by its path, what is not here by its address. */
function meaningsOf(root: string): Map<string, string[]> {
  const files = filesBelow(root);
  const packages = packagesOf(root, files);
  const found = new Map<string, string[]>();
  for (const path of files.filter((each) => each.endsWith(".dart"))) {
    const text = readFileSync(join(root, path), "utf8").replace(/\/\/.*$/gm, "");
    const meant = [...text.matchAll(/^(?:import|export|part of|part) '([^']+)'|'(assets\/[^']+)'/gm)].map(
      ([, address = "", picture]) => {
        if (picture !== undefined) return existsSync(join(root, picture)) ? picture : `gone ${picture}`;
        const [, name = "", rest = ""] = /^package:(\w+)\/(.+)$/.exec(address) ?? [];
        const folder = packages.get(name);
        const at = name === "" ? posix.join(posix.dirname(path), address) : posix.join(folder ?? "?", "lib", rest);
        return existsSync(join(root, at)) ? at : `outside ${address}`;
      },
    );
    found.set(path, meant);
  }
  return found;
}

interface Moved {
  readonly moves: readonly { readonly from: string; readonly to: string }[];
}

test("arranged, moved by hand and back: every directive and every picture means the same file, and undoing gives every byte back", async () => {
  const root = demoCopy("orchard-flutter");
  const bytes = fingerprint(root);
  const before = meaningsOf(root);
  expect([...before.values()].flat().filter((each) => !each.startsWith("outside "))).toHaveLength(112);
  const goes = new Map<string, string>();
  const commands = [
    "move lib/models/tree.dart lib/trees/",
    "move assets/images/harvest.png assets/harvest/",
    "move packages/orchard_units kits/orchard_units",
    "arrange --as layered-features --likeliest",
    "arrange --as feature-first-with-core --likeliest",
    "arrange --as layer-first --likeliest",
  ];
  for (const command of commands) {
    const { code, out } = await run(root, [...command.split(" "), "--json", "--write"]);
    expect(code, `${command}: ${out.slice(0, 500)}`).toBe(0);
    const back = new Map([...goes].map(([from, to]) => [to, from]));
    for (const { from, to } of (JSON.parse(out) as Moved).moves) goes.set(back.get(from) ?? from, to);
    const now = (path: string): string => goes.get(path) ?? path;
    const expected = new Map([...before].map(([path, meant]) => [now(path), meant.map(now)]));
    const found = meaningsOf(root);
    expect(Object.fromEntries([...found].sort()), command).toEqual(Object.fromEntries([...expected].sort()));
  }
  // The manifest lists what the app shows.
  const manifest = readFileSync(join(root, "pubspec.yaml"), "utf8");
  for (const picture of ["assets/images/tree.png", "assets/harvest/harvest.png"])
    expect(manifest).toContain(`- ${posix.dirname(picture)}/\n`);
  for (let left = commands.length; left > 0; left -= 1) expect((await run(root, ["undo", "--write"])).code).toBe(0);
  expect(fingerprint(root)).toBe(bytes);
}, 60_000);

/** How often each class and function of the app is meant in a file that can know it, and how often in one that cannot. */
function usesIn(root: string): Map<string, string> {
  const meant = meaningsOf(root);
  const texts = new Map(
    [...meant.keys()].map((path) => [path, readFileSync(join(root, path), "utf8").replace(/\/\/.*$/gm, "")]),
  );
  const linesOf = (path: string, word: RegExp): string[] =>
    [...(texts.get(path) ?? "").matchAll(/^(import|export|part of|part) '[^']+'.*;$/gm)].flatMap(([line], index) =>
      word.test(line) ? [meant.get(path)?.[index] ?? ""] : [],
    );
  const leader = (path: string): string => linesOf(path, /^part of/)[0] ?? path;
  const unitsOf = (path: string): string[] => [leader(path), ...linesOf(leader(path), /^part '/)];
  const given = (path: string, seen: readonly string[] = []): string[] =>
    seen.includes(path)
      ? []
      : [...unitsOf(path), ...linesOf(path, /^export/).flatMap((each) => given(each, [...seen, path]))];
  const declared = new Map<string, Set<string>>();
  for (const [path, text] of texts)
    for (const [, name = ""] of text.matchAll(
      /^(?:[a-z]+ )*(?:class|extension|mixin|enum) (\w+)|^[\w<>?]+ (_?[a-z]\w*)\(/gm,
    ))
      if (name !== "") declared.set(name, (declared.get(name) ?? new Set()).add(path));
  const counts = new Map<string, string>();
  for (const [name, places] of declared) {
    let [known, unknown] = [0, 0];
    for (const [path, text] of texts) {
      const times = text.replace(/^(?:import|export) .*;$/gm, "").match(new RegExp(`\\b${name}\\b`, "g"))?.length ?? 0;
      const seen = [...unitsOf(path), ...linesOf(leader(path), /^import/).flatMap((each) => given(each))];
      if (seen.some((each) => places.has(each))) known += times;
      else unknown += times;
    }
    counts.set(name, `${known} ${unknown}`);
  }
  return counts;
}

test("taken out, joined and split: each class is known wherever it is used, and undoing gives every byte back", async () => {
  const root = demoCopy("orchard-flutter");
  const bytes = fingerprint(root);
  const before = usesIn(root);
  expect(before.get("HarvestEvent")).toBe("5 0");
  const commands = [
    "extract lib/state/harvest_events.dart HarvestEvent HarvestPicked HarvestCleared --to lib/models/harvest_event.dart",
    "join lib/state/harvest_events.dart lib/state/harvest_state.dart",
    "split lib/helpers/dates.dart",
    "split lib/state/app_state.dart",
    "join lib/models/harvest.dart lib/models/harvest_event.dart lib/models/harvests.dart",
    "extract lib/models/harvests.dart HarvestEvent --to lib/models/ --keep-export",
  ];
  let done = 0;
  for (const command of commands) {
    const { code, out } = await run(root, [...command.split(" "), "--json", "--write"]);
    if (command.includes("--keep-export"))
      expect(JSON.parse(out)).toMatchObject({ error: { code: "EXTRACT_PRIVATE" } });
    else {
      expect(code, `${command}: ${out.slice(0, 500)}`).toBe(0);
      done += 1;
    }
    expect(Object.fromEntries(usesIn(root)), command).toEqual(Object.fromEntries(before));
  }
  for (; done > 0; done -= 1) expect((await run(root, ["undo", "--write"])).code).toBe(0);
  expect(fingerprint(root)).toBe(bytes);
}, 60_000);
