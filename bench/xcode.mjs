/** A synthetic iPhone app in layers, whose project lists every file for two targets, and whole commands on it. */
// @ts-check
import { execFileSync } from "node:child_process";
import { createHash } from "node:crypto";
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { dirname, join } from "node:path";
import { program, rowOf } from "./measure.mjs";

/** Each layer with what its files end in. */
const layers = /** @type {const} */ ([
  ["Screens", "Screen"],
  ["Components", "Row"],
  ["Models", ""],
  ["ViewModels", "ViewModel"],
  ["Services", "Service"],
]);
const perLayer = 5;

/** Rows for an app of about `size` Swift files. @param {number} size @param {number} runs */
export function measureXcode(size, runs) {
  const root = mkdtempSync(join(tmpdir(), "steady-shelf-bench-xcode-"));
  makePhoneApp(root, size);
  const list = { floor: ["git", "ls-files"], floorName: "git ls-files" };
  const rows = [
    { name: "Xcode: preview of one file", words: [program, "move", "Orchard/Models/Plot3Oak2.swift", "Orchard/Core/"] },
    { name: "Xcode: survey, cold", words: [program, "survey", "--no-cache"] },
    { name: "Xcode: check, cold", words: [program, "check", "--no-cache"], fails: true },
    {
      name: "Xcode: arrange",
      words: [program, "arrange", "--as", "feature-first", "--likeliest", "--no-cache"],
      fails: true,
    },
  ].map((each) => rowOf({ size, ...each, ...list }, root, runs));
  rmSync(root, { recursive: true, force: true });
  return rows;
}

/** @param {string} what */
function idOf(what) {
  return createHash("md5").update(what).digest("hex").slice(0, 24).toUpperCase();
}

/** @param {string} root @param {number} size */
function makePhoneApp(root, size) {
  const write = (/** @type {string} */ path, /** @type {string} */ text) => {
    mkdirSync(dirname(join(root, path)), { recursive: true });
    writeFileSync(join(root, path), text);
  };
  const plots = Math.max(1, Math.round(size / layers.length / perLayer));
  const nameOf = (/** @type {number} */ plot, /** @type {number} */ at) => {
    const [, ending] = layers[at % layers.length] ?? layers[0];
    return `Plot${plot % plots}Oak${Math.floor(at / layers.length) % perLayer}${ending}`;
  };
  const methods = Array.from({ length: 14 }, (_, line) => {
    return `    /// What part ${line} shows, in a few words.\n    func part${line}(of row: Int) -> String { "Plot \\(row), part ${line}" }\n`;
  }).join("");
  /** @type {Map<string, string[]>} */
  const files = new Map(layers.map(([folder]) => [folder, []]));
  for (let plot = 0; plot < plots; plot += 1)
    for (let at = 0; at < layers.length * perLayer; at += 1) {
      const [folder] = layers[at % layers.length] ?? layers[0];
      const name = nameOf(plot, at);
      const others = Array.from({ length: 6 }, (_, step) =>
        nameOf(step % 4 === 3 ? plot + at + step : plot, at + step * 3 + 1),
      );
      const uses = others
        .filter((each) => each !== name)
        .map((each) => `    let ${each.charAt(0).toLowerCase()}${each.slice(1)}: ${each}\n`);
      const parent =
        folder === "Screens" || folder === "Components"
          ? ": View"
          : folder === "ViewModels"
            ? ": ObservableObject"
            : "";
      const word = folder === "ViewModels" ? "final class" : "struct";
      write(
        `Orchard/${folder}/${name}.swift`,
        `import SwiftUI\n\n/// One of plot ${plot}.\n${word} ${name}${parent} {\n${uses.join("")}    let picture = Image("tree")\n\n${methods}}\n`,
      );
      files.get(folder)?.push(`${name}.swift`);
    }
  write("Orchard/Assets.xcassets/tree.imageset/Contents.json", '{ "info": { "author": "xcode", "version": 1 } }\n');
  write("Orchard.xcodeproj/project.pbxproj", projectOf(files));
  const git = (/** @type {string[]} */ ...words) => execFileSync("git", words, { cwd: root });
  git("init", "-q");
  git("add", "-A");
  git("-c", "user.name=bench", "-c", "user.email=bench@pippin-row.example", "commit", "-q", "-m", "The orchard");
}

/** @param {Map<string, string[]>} files */
function projectOf(files) {
  const targets = ["Orchard", "OrchardWidget"];
  const all = [...files.values()].flat();
  const line = (/** @type {string} */ name) =>
    `\t\t${idOf(name)} /* ${name} */ = {isa = PBXFileReference; fileEncoding = 4; lastKnownFileType = sourcecode.swift; path = ${name}; sourceTree = "<group>"; };\n`;
  const build = (/** @type {string} */ target) => (/** @type {string} */ name) =>
    `\t\t${idOf(target + name)} /* ${name} in Sources */ = {isa = PBXBuildFile; fileRef = ${idOf(name)} /* ${name} */; };\n`;
  const group = (/** @type {string} */ name, /** @type {readonly string[]} */ children) =>
    `\t\t${idOf(`group ${name}`)} /* ${name} */ = {\n\t\t\tisa = PBXGroup;\n\t\t\tchildren = (\n${children.map((each) => `\t\t\t\t${each},\n`).join("")}\t\t\t);\n\t\t\tpath = ${name};\n\t\t\tsourceTree = "<group>";\n\t\t};\n`;
  const sources = targets.map(
    (target) =>
      `\t\t${idOf(`sources ${target}`)} /* Sources */ = {\n\t\t\tisa = PBXSourcesBuildPhase;\n\t\t\tfiles = (\n${all.map((name) => `\t\t\t\t${idOf(target + name)} /* ${name} in Sources */,\n`).join("")}\t\t\t);\n\t\t};\n`,
  );
  const made = targets.map(
    (target) =>
      `\t\t${idOf(target)} /* ${target} */ = {\n\t\t\tisa = PBXNativeTarget;\n\t\t\tbuildPhases = (\n\t\t\t\t${idOf(`sources ${target}`)} /* Sources */,\n\t\t\t);\n\t\t\tname = ${target};\n\t\t};\n`,
  );
  const inner = [...files].map(([folder, names]) =>
    group(
      folder,
      names.map((name) => `${idOf(name)} /* ${name} */`),
    ),
  );
  const app = group("Orchard", [
    ...[...files.keys()].map((folder) => `${idOf(`group ${folder}`)} /* ${folder} */`),
    `${idOf("Assets.xcassets")} /* Assets.xcassets */`,
  ]);
  const main = `\t\t${idOf("main")} = {\n\t\t\tisa = PBXGroup;\n\t\t\tchildren = (\n\t\t\t\t${idOf("group Orchard")} /* Orchard */,\n\t\t\t);\n\t\t\tsourceTree = "<group>";\n\t\t};\n`;
  const section = (/** @type {string} */ isa, /** @type {readonly string[]} */ list) =>
    `\n/* Begin ${isa} section */\n${list.join("")}/* End ${isa} section */\n`;
  const project = `\t\t${idOf("project")} /* Project object */ = {\n\t\t\tisa = PBXProject;\n\t\t\tmainGroup = ${idOf("main")};\n\t\t\tprojectDirPath = "";\n\t\t\ttargets = (\n${targets.map((target) => `\t\t\t\t${idOf(target)} /* ${target} */,\n`).join("")}\t\t\t);\n\t\t};\n`;
  return `// !$*UTF8*$!\n{\n\tarchiveVersion = 1;\n\tclasses = {\n\t};\n\tobjectVersion = 56;\n\tobjects = {\n${section(
    "PBXBuildFile",
    targets.flatMap((target) => all.map(build(target))),
  )}${section("PBXFileReference", [...all.map(line), `\t\t${idOf("Assets.xcassets")} /* Assets.xcassets */ = {isa = PBXFileReference; lastKnownFileType = folder.assetcatalog; path = Assets.xcassets; sourceTree = "<group>"; };\n`])}${section("PBXGroup", [app, main, ...inner])}${section("PBXNativeTarget", made)}${section("PBXProject", [project])}${section("PBXSourcesBuildPhase", sources)}\t};\n\trootObject = ${idOf("project")} /* Project object */;\n}\n`;
}
