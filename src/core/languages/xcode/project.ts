/**
 * What a project file says: objects by their ids, the groups in which files are shown, and the targets that are built of them.
 * Source: the files that Xcode 3 to 26 write (object versions 42 to 77); ids are any text, not only 24 hexadecimal digits.
 */
import {
  isProblem,
  parsePropertyList,
  textOf,
  textsOf,
  valueOf,
  type ListComment,
  type ListDictionary,
  type ListEntry,
  type ListProblem,
  type ListText,
} from "./property-list.js";

/** One object of the list. */
export interface ProjectObject {
  readonly id: string;
  readonly isa: string;
  readonly entry: ListEntry;
  readonly body: ListDictionary;
}

/** Something that is shown in a group: a file, a group, a set of translations or of model versions. */
export interface GroupNode {
  readonly id: string;
  readonly object: ProjectObject;
  readonly parent: GroupNode | undefined;
  /** Where its path counts from, as a path from the folder of the project; `undefined` where that is none that is known here. */
  readonly base: string | undefined;
  /** The path that it says itself, where it does. */
  readonly path: ListText | undefined;
  /** What lies in it, in order. */
  readonly children: readonly GroupNode[];
}

/** A target with the ids of what its phases build. */
export interface Target {
  readonly name: string;
  readonly object: ProjectObject;
  readonly phases: readonly Phase[];
  /** Ids of the folders that are built into it with all that they hold. */
  readonly synchronized: readonly string[];
}

/** One phase of a target. */
export interface Phase {
  readonly object: ProjectObject;
  /** Its build files with what each of them builds. */
  readonly files: readonly { readonly id: ListText; readonly file: string | undefined }[];
}

/** A whole project file. */
export interface XcodeProject {
  readonly text: string;
  readonly root: ListDictionary;
  readonly objects: ReadonlyMap<string, ProjectObject>;
  /** The folder from which its paths count, from that of the project: `""`, or what `projectDirPath` says. */
  readonly folder: string;
  /** The outermost group; `undefined` where none is to be found. */
  readonly main: GroupNode | undefined;
  /** All that stands in groups, by id; each the first time that it is met. */
  readonly nodes: ReadonlyMap<string, GroupNode>;
  readonly targets: readonly Target[];
}

/** Projects that were read last: reading, regrouping and proving ask for the same text. */
const kept: { readonly text: string; readonly project: XcodeProject | ListProblem }[] = [];
const mostKept = 4;

/** Reads a project file, or says what is wrong with it. Never throws. */
export function readProject(text: string): XcodeProject | ListProblem {
  const there = kept.find((each) => each.text === text);
  if (there) return there.project;
  const project = makeProject(text);
  kept.unshift({ text, project });
  if (kept.length > mostKept) kept.pop();
  return project;
}

/** Whether a project could be read. */
export function isRead(project: XcodeProject | ListProblem): project is XcodeProject {
  return "objects" in project;
}

function makeProject(text: string): XcodeProject | ListProblem {
  if (text.startsWith("<?xml") || text.startsWith('{\n  "'))
    return { offset: 0, message: "it is written in a form that is not read here; Xcode writes its own when it saves" };
  const root = parsePropertyList(text);
  if (isProblem(root)) return root;
  const list = valueOf(root, "objects");
  if (list?.kind !== "dictionary") return { offset: root.start, message: "it has no objects" };
  const objects = new Map<string, ProjectObject>();
  for (const entry of list.entries) {
    const { key, value: body } = entry;
    if (body.kind !== "dictionary") continue;
    if (objects.has(key.value)) return { offset: key.start, message: `two objects are called ${key.value}` };
    objects.set(key.value, { id: key.value, isa: textOf(body, "isa")?.value ?? "", entry, body });
  }
  const top = objects.get(textOf(root, "rootObject")?.value ?? "");
  const folder = clean((top && textOf(top.body, "projectDirPath")?.value) ?? "");
  const nodes = new Map<string, GroupNode>();
  const mainObject = objects.get((top && textOf(top.body, "mainGroup")?.value) ?? "");
  const main = mainObject && nodeOf(mainObject, undefined, { objects, nodes });
  // What is in no group counts from the project's folder.
  for (const object of objects.values())
    if (object.isa === "PBXFileReference" && !nodes.has(object.id)) nodeOf(object, undefined, { objects, nodes });
  const named = top ? textsOf(top.body, "targets") : [];
  const targets = named.flatMap(({ value }) => {
    const object = objects.get(value);
    return object ? [targetOf(object, objects)] : [];
  });
  return { text, root, objects, folder, main, nodes, targets };
}

interface Walk {
  readonly objects: ReadonlyMap<string, ProjectObject>;
  readonly nodes: Map<string, GroupNode>;
}

/** A group with all that is in it. A group that holds itself is cut off there. */
function nodeOf(object: ProjectObject, parent: GroupNode | undefined, walk: Walk): GroupNode {
  const { body, id } = object;
  const path = textOf(body, "path");
  const children: GroupNode[] = [];
  const node: GroupNode = {
    id,
    object,
    parent,
    base: baseOf(textOf(body, "sourceTree")?.value, parent),
    path,
    children,
  };
  if (!walk.nodes.has(id)) walk.nodes.set(id, node);
  for (const { value } of textsOf(body, "children")) {
    const child = walk.objects.get(value);
    if (child && !walk.nodes.has(value)) children.push(nodeOf(child, node, walk));
  }
  return node;
}

function baseOf(sourceTree: string | undefined, parent: GroupNode | undefined): string | undefined {
  if (sourceTree === "<group>") return parent ? folderOfGroup(parent) : "";
  return sourceTree === "SOURCE_ROOT" ? "" : undefined;
}

/** The folder for which a group stands: its own, or that of the group around it. */
export function folderOfGroup({ base, path }: Pick<GroupNode, "base" | "path">): string | undefined {
  if (base === undefined) return undefined;
  return path === undefined ? base : joined(base, path.value);
}

/** Puts two paths together: `("App", "../Shared/Trees")` → `Shared/Trees`; what leads out of the project begins with dots. */
export function joined(base: string, path: string): string {
  const parts = base === "" ? [] : base.split("/");
  for (const part of path.split("/")) {
    if (part === "" || part === ".") continue;
    if (part === ".." && parts.length > 0 && parts.at(-1) !== "..") parts.pop();
    else parts.push(part);
  }
  return parts.join("/");
}

function clean(path: string): string {
  return path.startsWith("/") ? "" : joined("", path);
}

function targetOf(object: ProjectObject, objects: ReadonlyMap<string, ProjectObject>): Target {
  const phases = textsOf(object.body, "buildPhases").flatMap(({ value }): Phase[] => {
    const phase = objects.get(value);
    if (!phase) return [];
    const files = textsOf(phase.body, "files").map((id) => {
      const build = objects.get(id.value);
      return { id, file: build && textOf(build.body, "fileRef")?.value };
    });
    return [{ object: phase, files }];
  });
  const synchronized = textsOf(object.body, "fileSystemSynchronizedGroups").map(({ value }) => value);
  return { name: textOf(object.body, "name")?.value ?? "", object, phases, synchronized };
}

/** What something is called in the list that people see. */
export function shownName({ object, path }: Pick<GroupNode, "object" | "path">): string {
  const name = textOf(object.body, "name")?.value;
  return name ?? path?.value.split("/").at(-1) ?? "";
}

const isGroup = /^PBX(?:Group|VariantGroup)$|^XCVersionGroup$/;

/** Whether something is a group of others, which stands for no file itself. */
export function isPlainGroup({ object }: Pick<GroupNode, "object">): boolean {
  return object.isa === "PBXGroup";
}

/** Whether something holds others: a group, translations of one file, versions of one model. */
export function holdsOthers({ object }: Pick<GroupNode, "object">): boolean {
  return isGroup.test(object.isa);
}

/** For each id the comments that stand behind it, wherever it is named. */
export function commentsById({ root }: XcodeProject): ReadonlyMap<string, readonly ListComment[]> {
  const found = new Map<string, ListComment[]>();
  const add = ({ value, comment }: ListText): void => {
    if (!comment) return;
    const there = found.get(value);
    if (there) there.push(comment);
    else found.set(value, [comment]);
  };
  const walk = (dictionary: ListDictionary): void => {
    for (const { key, value } of dictionary.entries) {
      add(key);
      if (value.kind === "text") add(value);
      else if (value.kind === "dictionary") walk(value);
      else
        for (const item of value.items)
          if (item.kind === "text") add(item);
          else if (item.kind === "dictionary") walk(item);
    }
  };
  walk(root);
  return found;
}
