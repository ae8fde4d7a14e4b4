/**
 * The desktop demo app, moved by the built program. A reader that knows nothing of ours, a few patterns over the texts, says which file
 * each address in markup means and what the project builds; they must mean the same files, by what is in them, and undoing gives every
 * byte back.
 */
import { existsSync, readdirSync, readFileSync } from "node:fs";
import { join, posix } from "node:path";
import { expect, test } from "vitest";
import { demoCopy, fingerprint, run } from "./program.js";

function filesBelow(root: string, folder = ""): string[] {
  return readdirSync(join(root, folder), { withFileTypes: true }).flatMap((entry) => {
    const path = posix.join(folder, entry.name);
    if (entry.name.startsWith(".")) return [];
    return entry.isDirectory() ? filesBelow(root, path) : [path];
  });
}

/** A file by its name and its size in lines, which no move changes. */
function known(root: string, path: string): string {
  if (!existsSync(join(root, path))) return `nothing at ${path}`;
  return `${posix.basename(path)} of ${readFileSync(join(root, path), "latin1").split("\n").length} lines`;
}

/** What each address means, by the file in which it stands. */
function addressesOf(root: string): string[] {
  const found = filesBelow(root).flatMap((path) => {
    const text = readFileSync(join(root, path), "latin1");
    const say = (to: string): string => `${posix.basename(path)}: ${known(root, to)}`;
    if (path.endsWith(".xaml"))
      return [...text.matchAll(/\b(Source|ImageSource|StartupUri)="([^"{]+)"/g)].map(([, name, value = ""]) =>
        say(
          value.startsWith("/") ? value.slice(1) : posix.join(name === "StartupUri" ? "" : posix.dirname(path), value),
        ),
      );
    if (path.endsWith(".cs"))
      return [
        ...[...text.matchAll(/"(?:pack:\/\/application:,,,)?\/([\w/]+\.\w+)"/g)].map(([, value = ""]) => say(value)),
        ...[...text.matchAll(/"Orchard\.([\w.]+)\.(json)"/g)].map(([, value = "", end = ""]) =>
          say(`${value.replaceAll(".", "/")}.${end}`),
        ),
      ];
    if (path.endsWith(".csproj"))
      return [...text.matchAll(/(?:Resource Include="|<ApplicationIcon>)([^"<*]+)["<]/g)].map(([, value = ""]) =>
        say(value.replaceAll("\\", "/")),
      );
    return [];
  });
  return found.sort();
}

test("views, dictionaries, pictures and data move, and mean the same", async () => {
  const root = demoCopy("orchard-desktop");
  const bytes = fingerprint(root);
  const before = addressesOf(root);
  expect(before.length).toBeGreaterThan(10);
  expect(before.filter((each) => each.includes("nothing"))).toEqual([]);
  const moves = [
    ["Views/TreesPage.xaml", "Views/Trees/"],
    ["Views", "Pages"],
    ["Pages/MainWindow.xaml", "Shell/Main/"],
    ["Themes", "Look/Themes"],
    ["Images/apple.ico", "Shell/"],
    ["Data/rota.json", "Rota/Data/"],
    ["Models/Tree.cs", "Trees/"],
    ["Shell/Main/MainWindow.xaml", "Shell/Main/OrchardWindow.xaml"],
  ];
  for (const [at, words] of moves.entries()) {
    const { code, out, err } = await run(root, ["move", ...words, "--write"]);
    expect([code, err], words.join(" ")).toEqual([0, ""]);
    expect(out, words.join(" ")).toContain("proof  ✓");
    if (at < moves.length - 1) expect(addressesOf(root), words.join(" ")).toEqual(before);
  }
  expect(
    addressesOf(root)
      .map((each) => each.replaceAll("OrchardWindow", "MainWindow"))
      .sort(),
  ).toEqual(before);
  for (let left = moves.length; left > 0; left -= 1) expect((await run(root, ["undo", "--write"])).code).toBe(0);
  expect(fingerprint(root)).toBe(bytes);
});

/** For each class in markup, and each type that markup names by a prefix, the file that declares it in that namespace. */
function classesOf(root: string): string[] {
  const texts = filesBelow(root).map((path) => [path, readFileSync(join(root, path), "latin1")] as const);
  const declares = (space: string, name: string): string =>
    texts
      .filter(
        ([path, text]) =>
          path.endsWith(".cs") &&
          new RegExp(`namespace ${space.replaceAll(".", "\\.")}\\s[^]*\\bclass ${name}\\b`).test(text),
      )
      .map(([path]) => posix.basename(path))
      .join();
  return texts
    .flatMap(([path, text]) => {
      if (!path.endsWith(".xaml")) return [];
      const own = /x:Class="([\w.]+)\.(\w+)"/.exec(text);
      const named = [...text.matchAll(/xmlns:(\w+)="clr-namespace:([\w.]+)"/g)].flatMap(([, prefix = "", space = ""]) =>
        [...text.matchAll(new RegExp(`<${prefix}:(\\w+)`, "g"))].map(([, name = ""]) => [space, name] as const),
      );
      const all = own ? [[own[1] ?? "", own[2] ?? ""] as const, ...named] : named;
      return all.map(([space, name]) => `${posix.basename(path)} ${name} ${declares(space, name)}`);
    })
    .sort();
}

test("namespaces follow, in code and in markup, and back", async () => {
  const root = demoCopy("orchard-desktop");
  const bytes = fingerprint(root);
  const before = classesOf(root);
  expect(before).toContain("TreesPage.xaml TreesViewModel TreesViewModel.cs");
  const commands = [
    ["move", "ViewModels/TreesViewModel.cs", "Trees/"],
    ["move", "Views", "Pages"],
    ["arrange", "--as", "feature-first", "--likeliest"],
    ["arrange", "--as", "layer-first", "--likeliest"],
  ];
  for (const words of commands) {
    const { code, out, err } = await run(root, [...words, "--write"]);
    expect([code, err], words.join(" ")).toEqual([0, ""]);
    expect(out.replace(/\s+/g, " "), words.join(" ")).toContain("proof ✓");
    expect(classesOf(root), words.join(" ")).toEqual(before);
  }
  for (let left = commands.length; left > 0; left -= 1) expect((await run(root, ["undo", "--write"])).code).toBe(0);
  expect(fingerprint(root)).toBe(bytes);
});

test("namespaces stay where that is asked for", async () => {
  const root = demoCopy("orchard-desktop");
  const { out } = await run(root, ["move", "ViewModels/TreesViewModel.cs", "Trees/", "--keep-namespaces", "--write"]);
  expect(out).toContain("proof  ✓");
  expect(readFileSync(join(root, "Trees/TreesViewModel.cs"), "utf8")).toContain("namespace Orchard.ViewModels");
});

test.each([
  [["Models/Shift.cs", "Attic/"], "leaves out"],
  [["App.xaml", "Shell/"], "the app begins in App.xaml beside the project"],
  [["Images/leaf.png", "Pictures/"], "it would no longer be part of Orchard (Resource)"],
])("%j is no proof: %s", async (words, reason) => {
  const root = demoCopy("orchard-desktop");
  const { code, out } = await run(root, ["move", ...words, "--write"]);
  expect(code).toBe(1);
  expect(out).not.toContain("✓");
  expect(out.replace(/\s+/g, " ")).toContain(reason);
});
