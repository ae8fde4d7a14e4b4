/** Entries that come and go: a file reference, its place in a group, and its build file in a phase of each target. */
import type { GroupNode, ProjectObject, Target, XcodeProject } from "./project.js";
import type { ProjectEdits } from "./project-edits.js";
import { textOf, textsOf, writeText } from "./property-list.js";

/** What the IDE calls a kind of file, and the phase that builds it; none for what no phase takes. */
interface Kind {
  readonly type: string;
  readonly phase: "PBXSourcesBuildPhase" | "PBXResourcesBuildPhase" | undefined;
}

const source = (type: string): Kind => ({ type, phase: "PBXSourcesBuildPhase" });
const resource = (type: string): Kind => ({ type, phase: "PBXResourcesBuildPhase" });

/** Source: the types that Xcode 16 writes for files that are dragged into a project. */
const kinds: Readonly<Record<string, Kind>> = {
  swift: source("sourcecode.swift"),
  m: source("sourcecode.c.objc"),
  mm: source("sourcecode.cpp.objcpp"),
  c: source("sourcecode.c.c"),
  cc: source("sourcecode.cpp.cpp"),
  cpp: source("sourcecode.cpp.cpp"),
  metal: source("sourcecode.metal"),
  intentdefinition: source("file.intentdefinition"),
  xcdatamodeld: source("wrapper.xcdatamodel"),
  h: { type: "sourcecode.c.h", phase: undefined },
  hpp: { type: "sourcecode.cpp.h", phase: undefined },
  pch: { type: "sourcecode.c.h", phase: undefined },
  entitlements: { type: "text.plist.entitlements", phase: undefined },
  xcconfig: { type: "text.xcconfig", phase: undefined },
  md: { type: "net.daringfireball.markdown", phase: undefined },
  plist: { type: "text.plist.xml", phase: undefined },
  storyboard: resource("file.storyboard"),
  xib: resource("file.xib"),
  xcassets: resource("folder.assetcatalog"),
  strings: resource("text.plist.strings"),
  xcstrings: resource("text.json.xcstrings"),
  json: resource("text.json"),
  png: resource("image.png"),
  jpg: resource("image.jpeg"),
  jpeg: resource("image.jpeg"),
  pdf: resource("image.pdf"),
  svg: resource("image.svg"),
  ttf: resource("file"),
  otf: resource("file"),
  mp3: resource("audio.mp3"),
  wav: resource("audio.wav"),
};

/** The kind of a file by its name; `undefined` for what the IDE has no name for here. */
export function kindOf(name: string): Kind | undefined {
  return kinds[name.slice(name.lastIndexOf(".") + 1).toLowerCase()];
}

/** One entry that comes. */
export interface NewEntry {
  /** What it is called, and its path from the group. */
  readonly name: string;
  readonly path: string;
  readonly targets: readonly string[];
  /** What tells it from all others: its place. */
  readonly key: string;
}

/** Makes a file reference and its build files; gives the id to put into a group. */
export function makeEntry(project: XcodeProject, edits: ProjectEdits, { name, path, targets, key }: NewEntry): string {
  const kind = kindOf(name) ?? { type: "file", phase: undefined };
  const id = edits.newId(`file ${key}`);
  const called = path === name ? [] : [["name", writeText(name)] as const];
  edits.make({
    isa: "PBXFileReference",
    id,
    comment: name,
    isShort: true,
    body: [["lastKnownFileType", kind.type], ...called, ["path", writeText(path)], ["sourceTree", '"<group>"']],
  });
  const { phase: isa } = kind;
  if (isa === undefined) return id;
  for (const target of project.targets.filter((each) => targets.includes(each.name))) {
    const phase = target.phases.find(({ object }) => object.isa === isa);
    if (!phase) continue;
    const build = edits.newId(`build ${target.name} ${key}`);
    const comment = `${name} in ${phaseName(phase.object)}`;
    edits.make({
      isa: "PBXBuildFile",
      id: build,
      comment,
      isShort: true,
      body: [["fileRef", `${id} /* ${name.replaceAll("*/", "* /")} */`]],
    });
    edits.insertItem(phase.object, "files", { id: build, comment });
  }
  return id;
}

/** Whether each of the targets has a phase that would build a file of this name. */
export function canBuild(project: XcodeProject, name: string, targets: readonly string[]): boolean {
  const isa = kindOf(name)?.phase;
  if (isa === undefined) return false;
  const has = (target: Target): boolean => target.phases.some(({ object }) => object.isa === isa);
  return targets.every((name) => project.targets.some((target) => target.name === name && has(target)));
}

function phaseName({ isa, body }: ProjectObject): string {
  return textOf(body, "name")?.value ?? isa.replace(/^PBX|BuildPhase$/g, "");
}

/** Takes an entry out of its group and of all phases; false where its build files say more than that they build it. */
export function removeEntry(project: XcodeProject, edits: ProjectEdits, { id, object, parent }: GroupNode): boolean {
  const builds = [...project.objects.values()].filter(
    ({ isa, body }) => isa === "PBXBuildFile" && textOf(body, "fileRef")?.value === id,
  );
  if (builds.some(({ body }) => body.entries.some(({ key }) => key.value !== "isa" && key.value !== "fileRef")))
    return false;
  if (parent) edits.removeItem(parent.object, "children", id);
  for (const build of builds) {
    for (const { phases } of project.targets)
      for (const { object: phase } of phases)
        if (textsOf(phase.body, "files").some(({ value }) => value === build.id))
          edits.removeItem(phase, "files", build.id);
    edits.removeObject(build);
  }
  edits.removeObject(object);
  return true;
}
