/** Kinds of types in C#, by what they descend from. */
import { expect, test } from "vitest";
import type { ProjectPath } from "../../base/paths.js";
import { MemoryStore } from "../../files/index.js";
import { analyse } from "../analysis.js";
import { check } from "./index.js";

/** What is said of an app of these texts, each in a file of its own. */
async function said(texts: readonly string[]): Promise<string[]> {
  const files = Object.fromEntries(texts.map((text, index) => [`src/Models/File${index}.cs`, text]));
  const configuration = "version: 1\nstack: wpf\nsource: src\narrangement: layer-first\nrules:\n  placement: off\n";
  const store = new MemoryStore({ "Orchard.csproj": "<Project/>", "steady-shelf.yaml": configuration, ...files });
  const [only] = check(await analyse(store, { standing: "" as ProjectPath }));
  return (only?.fresh ?? []).flatMap(({ rule, what, repair }) =>
    rule === "type-suffix" && "name" in what && repair?.kind === "rename" ? [`${what.name} → ${repair.to}`] : [],
  );
}

const commands = ["Graft", "Prune", "Pick"].map((name) => `class ${name}Command : ICommand { }`);
const interfaces = ["IGrows", "IPicks", "IPrunes"].map((name) => `interface ${name} { }`);

test.each([
  ["a command without the word", [...commands, "class Swap : ICommand { }"], ["Swap → SwapCommand"]],
  ["behind a namespace", [...commands, "class Swap : System.Windows.Input.ICommand { }"], ["Swap → SwapCommand"]],
  ["too few", [...commands.slice(1), "class Swap : ICommand { }"], []],
  ["half of them", [...commands.slice(1), "class Swap : ICommand { }", "class Add : ICommand { }"], []],
  ["what only names it", [...commands, "class Swap { ICommand a; }"], []],
  ["a type within another", [...commands, "class Row { class Swap : ICommand { } }"], []],
  ["an interface that is built on it", [...commands, "interface Swap : ICommand { }"], []],
  ["an interface without its letter", [...interfaces, "interface Growing { }"], ["Growing → IGrowing"]],
  ["a word that begins with the letter", [...interfaces, "interface Interval { }"], ["Interval → IInterval"]],
  ["interfaces without a custom", ["interface A { }", "interface B { }", ...interfaces], []],
  [
    "an exception",
    ["A", "B", "C"].map((name) => `class ${name}Exception : Exception { }`).concat("class Lost : Exception { }"),
    ["Lost → LostException"],
  ],
])("%s", async (_, texts, expected) => {
  expect(await said(texts)).toEqual(expected);
});
