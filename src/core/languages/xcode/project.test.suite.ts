/** Projects for tests, written as Xcode writes them, from a few words; and what a project file says, as a tree to compare. */
import { createHash } from "node:crypto";
import { folderOfGroup, isRead, readProject, shownName, type GroupNode } from "./project.js";

/** A group; a text is a file by its path, or `name=Tree.swift path=Views/Tree.swift`. */
export interface GroupSpec {
  readonly name?: string;
  readonly path?: string;
  readonly isa?: string;
  readonly sourceTree?: string;
  readonly children?: readonly (GroupSpec | string)[];
  /** What the first target leaves out of a folder that is built whole. */
  readonly exceptions?: readonly string[];
}

/** What a project is made of. */
export interface ProjectSpec {
  readonly groups: readonly (GroupSpec | string)[];
  /** Targets, each with the files that it builds, by their shown names; `*` for all. */
  readonly targets?: Readonly<Record<string, readonly string[]>>;
  /** Settings of the project's one configuration. */
  readonly settings?: Readonly<Record<string, string>>;
  /** Names of groups that are built whole, by target. */
  readonly whole?: Readonly<Record<string, readonly string[]>>;
  /** More objects, as they are written. */
  readonly more?: string;
}

function idOf(what: string): string {
  return createHash("md5").update(what).digest("hex").slice(0, 24).toUpperCase();
}

const quoted = (text: string): string => (/^[\w./$]+$/.test(text) ? text : `"${text}"`);

/** The text of a project file. */
export function projectText({ groups, targets = {}, settings = {}, whole = {}, more = "" }: ProjectSpec): string {
  const sections = new Map<string, string[]>();
  const add = (isa: string, text: string): void => void sections.set(isa, [...(sections.get(isa) ?? []), text]);
  const files = new Map<string, string>();
  const folders = new Map<string, string>();
  const place = (spec: GroupSpec | string, above: string): string => {
    if (typeof spec === "string") {
      const said = /^name=(\S+) path=(.+)$/.exec(spec);
      const path = said?.[2] ?? spec;
      const name = said?.[1] ?? path.split("/").at(-1) ?? path;
      const id = idOf(`file ${above}/${spec}`);
      files.set(name, id);
      const called = said ? ` name = ${quoted(name)};` : "";
      add(
        "PBXFileReference",
        `\t\t${id} /* ${name} */ = {isa = PBXFileReference; lastKnownFileType = sourcecode.swift;${called} path = ${quoted(path)}; sourceTree = "<group>"; };`,
      );
      return `${id} /* ${name} */`;
    }
    const { isa = "PBXGroup", name, path, children = [], sourceTree = "<group>", exceptions = [] } = spec;
    const shown = name ?? path ?? "";
    const id = idOf(`group ${above}/${shown}`);
    const below = children.map((child) => place(child, `${above}/${shown}`));
    if (isa.startsWith("PBXFileSystem")) folders.set(shown, id);
    const set = idOf(`exceptions ${above}/${shown}`);
    if (exceptions.length > 0)
      add(
        "PBXFileSystemSynchronizedBuildFileExceptionSet",
        [
          `\t\t${set} /* Exceptions */ = {`,
          "\t\t\tisa = PBXFileSystemSynchronizedBuildFileExceptionSet;",
          "\t\t\tmembershipExceptions = (",
          ...exceptions.map((path) => `\t\t\t\t${quoted(path)},`),
          "\t\t\t);",
          `\t\t\ttarget = ${idOf(`target ${Object.keys(targets)[0] ?? ""}`)};`,
          "\t\t};",
        ].join("\n"),
      );
    if (isa === "PBXVariantGroup" || isa === "XCVersionGroup") files.set(shown, id);
    add(
      isa,
      [
        `\t\t${id}${shown === "" ? "" : ` /* ${shown} */`} = {`,
        `\t\t\tisa = ${isa};`,
        ...(isa.startsWith("PBXFileSystem")
          ? []
          : ["\t\t\tchildren = (", ...below.map((child) => `\t\t\t\t${child},`), "\t\t\t);"]),
        ...(exceptions.length > 0 ? ["\t\t\texceptions = (", `\t\t\t\t${set} /* Exceptions */,`, "\t\t\t);"] : []),
        ...(name === undefined ? [] : [`\t\t\tname = ${quoted(name)};`]),
        ...(path === undefined ? [] : [`\t\t\tpath = ${quoted(path)};`]),
        `\t\t\tsourceTree = ${quoted(sourceTree)};`,
        "\t\t};",
      ].join("\n"),
    );
    return `${id}${shown === "" ? "" : ` /* ${shown} */`}`;
  };
  const main = place({ children: groups }, "");
  const made = Object.entries(targets).map(([target, names]) => {
    const id = idOf(`target ${target}`);
    const phase = idOf(`sources ${target}`);
    const built = (names.includes("*") ? [...files.keys()] : names).map((name) => {
      const build = idOf(`build ${target} ${name}`);
      const file = files.get(name) ?? "MISSING";
      add(
        "PBXBuildFile",
        `\t\t${build} /* ${name} in Sources */ = {isa = PBXBuildFile; fileRef = ${file} /* ${name} */; };`,
      );
      return `\t\t\t\t${build} /* ${name} in Sources */,`;
    });
    add(
      "PBXSourcesBuildPhase",
      [
        `\t\t${phase} /* Sources */ = {`,
        "\t\t\tisa = PBXSourcesBuildPhase;",
        "\t\t\tfiles = (",
        ...built,
        "\t\t\t);",
        "\t\t};",
      ].join("\n"),
    );
    const folded = (whole[target] ?? []).map((name) => `\t\t\t\t${folders.get(name) ?? "MISSING"} /* ${name} */,`);
    add(
      "PBXNativeTarget",
      [
        `\t\t${id} /* ${target} */ = {`,
        "\t\t\tisa = PBXNativeTarget;",
        "\t\t\tbuildPhases = (",
        `\t\t\t\t${phase} /* Sources */,`,
        "\t\t\t);",
        ...(folded.length > 0 ? ["\t\t\tfileSystemSynchronizedGroups = (", ...folded, "\t\t\t);"] : []),
        `\t\t\tname = ${quoted(target)};`,
        "\t\t};",
      ].join("\n"),
    );
    return `\t\t\t\t${id} /* ${target} */,`;
  });
  const project = idOf("project");
  add(
    "PBXProject",
    [
      `\t\t${project} /* Project object */ = {`,
      "\t\t\tisa = PBXProject;",
      `\t\t\tmainGroup = ${main};`,
      '\t\t\tprojectDirPath = "";',
      "\t\t\ttargets = (",
      ...made,
      "\t\t\t);",
      "\t\t};",
    ].join("\n"),
  );
  add(
    "XCBuildConfiguration",
    [
      `\t\t${idOf("configuration")} /* Debug */ = {`,
      "\t\t\tisa = XCBuildConfiguration;",
      "\t\t\tbuildSettings = {",
      ...Object.entries(settings).map(([key, value]) => `\t\t\t\t${key} = ${quoted(value)};`),
      "\t\t\t};",
      "\t\t\tname = Debug;",
      "\t\t};",
    ].join("\n"),
  );
  const body = [...sections]
    .sort(([a], [b]) => (a < b ? -1 : 1))
    .map(([isa, list]) => `\n/* Begin ${isa} section */\n${list.sort().join("\n")}\n/* End ${isa} section */\n`)
    .join("");
  return `// !$*UTF8*$!\n{\n\tarchiveVersion = 1;\n\tclasses = {\n\t};\n\tobjectVersion = 56;\n\tobjects = {\n${body}${more}\t};\n\trootObject = ${project} /* Project object */;\n}\n`;
}

/** What people see of a project file: each group and entry on a line, with its path where that is not its name. */
export function shownTree(text: string): string[] {
  const project = readProject(text);
  if (!isRead(project) || !project.main) return [`not read: ${"message" in project ? project.message : ""}`];
  const lines: string[] = [];
  const walk = (node: GroupNode, indent: string): void => {
    for (const child of node.children) {
      const name = shownName(child);
      const path = child.path?.value;
      const folder = folderOfGroup(child);
      const isGroup = child.object.isa === "PBXGroup";
      const comment = path === undefined || path === name ? "" : ` (${path})`;
      lines.push(`${indent}${name}${isGroup ? (path === undefined ? " (no folder)" : "/") : ""}${comment}`);
      if (folder === undefined) lines.push(`${indent}  ?`);
      walk(child, `${indent}  `);
    }
  };
  walk(project.main, "");
  return lines;
}
