/** What a project file names: files in groups, folders that are built whole, build settings, inputs of scripts, local packages. */
import type { ComputedReference, Extraction, ListedUnder, Reference } from "../reading.js";
import { namesInSetting, pathsInSetting, pathsInShell } from "./build-settings.js";
import {
  folderOfGroup,
  isRead,
  joined,
  readProject,
  type GroupNode,
  type ProjectObject,
  type XcodeProject,
} from "./project.js";
import { placeOf, textOf, textsOf, valueOf, type ListDictionary, type ListText } from "./property-list.js";

/** Finds all that a project file names. One with a merge conflict, or in another form, is not read. */
export function extractProject(text: string): Extraction {
  const project = readProject(text);
  if (!isRead(project)) {
    const { offset, message } = project;
    return { references: [], computed: [], reading: "not read", problem: { offset, message } };
  }
  const references = [...shown(project), ...settings(project), ...scripts(project), ...packages(project)];
  return { references: references.sort((a, b) => a.start - b.start), computed: unplaced(project), reading: "whole" };
}

/** Trees whose folders are no part of any checkout. Source: Xcode's "source trees" of tools and products. */
const toolTrees = new Set(["SDKROOT", "BUILT_PRODUCTS_DIR", "DEVELOPER_DIR", "PLATFORM_DIR", ""]);

/** Entries whose paths count from a place that only one machine knows: absolute ones, and those of a source tree of somebody's own. */
function unplaced({ nodes }: XcodeProject): ComputedReference[] {
  return [...nodes.values()].flatMap(({ path, base, object, parent }): ComputedReference[] => {
    if (!path || (base !== undefined && !path.value.startsWith("/"))) return [];
    let tree = textOf(object.body, "sourceTree")?.value ?? "";
    for (let at = parent; tree === "<group>" && at; at = at.parent)
      tree = textOf(at.object.body, "sourceTree")?.value ?? "";
    return toolTrees.has(tree) ? [] : [{ start: path.start, end: path.end, head: "" }];
  });
}

/** A reference at a text of the list. Its quotes are part of it, because whether there are any depends on what is in them. */
function referenceAt(text: ListText, form: Pick<Reference, "kind" | "lookup"> & Partial<Reference>): Reference {
  const { value: specifier, quote } = text;
  return { ...form, ...placeOf(text), specifier, quote };
}

/** What is shown in groups. Groups themselves only say where things are. */
function shown(project: XcodeProject): Reference[] {
  const built = membership(project);
  return [...project.nodes.values()].flatMap((node): Reference[] => {
    const { path, base, object, id } = node;
    if (path === undefined || base === undefined || path.value === "" || path.value.startsWith("/")) return [];
    const inside = joined(project.folder, base);
    const listed = built.get(id) ?? [];
    if (object.isa === "PBXFileSystemSynchronizedRootGroup") {
      const whole = referenceAt(path, { kind: "pattern", lookup: "xcode folder", inside, listed });
      return [whole, ...exceptions(node, project)];
    }
    if (object.isa !== "PBXFileReference" && object.isa !== "XCVersionGroup") return [];
    return [referenceAt(path, { kind: "setting", lookup: "xcode file", inside, listed })];
  });
}

/** For each thing the targets into which it is built, and the steps that do so. A translation is built with its group. */
export function membership({ targets, nodes }: XcodeProject): ReadonlyMap<string, readonly ListedUnder[]> {
  const found = new Map<string, ListedUnder[]>();
  const add = (id: string, listed: ListedUnder): void => {
    const there = found.get(id);
    if (there) there.push(listed);
    else found.set(id, [listed]);
    const node = nodes.get(id);
    if (node && node.object.isa !== "PBXGroup") for (const child of node.children) add(child.id, listed);
  };
  for (const { name, phases, synchronized } of targets) {
    for (const { object, files } of phases)
      for (const { file } of files) if (file !== undefined) add(file, { target: name, step: stepOf(object) });
    for (const id of synchronized) add(id, { target: name, step: "Folder" });
  }
  return found;
}

/** What a phase does, as people call it: `PBXSourcesBuildPhase` → `Sources`, or its own name. */
export function stepOf({ isa, body }: Pick<ProjectObject, "isa" | "body">): string {
  return textOf(body, "name")?.value ?? isa.replace(/^PBX|BuildPhase$/g, "");
}

/** Keys of exception sets whose texts, or keys, are paths below the folder. */
const excepted = ["membershipExceptions", "publicHeaders", "privateHeaders"];
const exceptedByKey = [
  "additionalCompilerFlagsByRelativePath",
  "attributesByRelativePath",
  "platformFiltersByRelativePath",
];

/** What is not built, or built otherwise, of a folder that is built whole. */
function exceptions(node: GroupNode, { objects, folder, targets }: XcodeProject): Reference[] {
  const at = folderOfGroup(node);
  if (at === undefined) return [];
  const inside = joined(folder, at);
  const { body } = node.object;
  const types = valueOf(body, "explicitFileTypes");
  const own = [
    ...textsOf(body, "explicitFolders"),
    ...(types?.kind === "dictionary" ? types.entries.map(({ key }) => key) : []),
  ].map((text) => referenceAt(text, { kind: "setting", lookup: "xcode file", inside }));
  const excluded = textsOf(body, "exceptions").flatMap(({ value }): Reference[] => {
    const set = objects.get(value);
    if (!set) return [];
    const target = textOf(set.body, "target")?.value ?? textOf(set.body, "buildPhase")?.value;
    const name = targets.find(({ object }) => object.id === target)?.name ?? target ?? "";
    const form = { kind: "setting", lookup: "xcode file", inside } as const;
    const refer = (text: ListText, step: string): Reference =>
      referenceAt(text, { ...form, listed: [{ target: name, step }] });
    return [
      ...excepted.flatMap((key) => textsOf(set.body, key).map((text) => refer(text, key))),
      ...exceptedByKey.flatMap((key) => {
        const keyed = valueOf(set.body, key);
        return keyed?.kind === "dictionary" ? keyed.entries.map((entry) => refer(entry.key, key)) : [];
      }),
    ];
  });
  return [...own, ...excluded];
}

/** Build settings that name files: by what they are called, or because their value counts from the project's folder. */
function settings(project: XcodeProject): Reference[] {
  return [...project.objects.values()].flatMap(({ isa, body }) => {
    if (isa !== "XCBuildConfiguration") return [];
    const values = valueOf(body, "buildSettings");
    return [...baseOf(project, body), ...(values?.kind !== "dictionary" ? [] : settingsIn(project, values))];
  });
}

/** The file of settings on which others build, by the folder in which it lies. */
function baseOf({ nodes, folder }: XcodeProject, body: ListDictionary): Reference[] {
  const path = textOf(body, "baseConfigurationReferenceRelativePath");
  const anchor = nodes.get(textOf(body, "baseConfigurationReferenceAnchor")?.value ?? "");
  const at = anchor && folderOfGroup(anchor);
  if (!path || at === undefined) return [];
  return [referenceAt(path, { kind: "setting", lookup: "xcode file", inside: joined(folder, at) })];
}

function settingsIn(project: XcodeProject, values: ListDictionary): Reference[] {
  return values.entries.flatMap(({ key, value }): Reference[] => {
    const texts = value.kind === "text" ? [value] : value.kind === "array" ? value.items : [];
    return texts.flatMap((text) => (text.kind === "text" ? settingOf(project, key.value, text) : []));
  });
}

/** What one text of a setting names. A text that is a name from end to end is written with its quotes. */
function settingOf(project: XcodeProject, key: string, text: ListText): Reference[] {
  const raw = rawOf(project, text);
  return [...pathsInSetting(key, raw, project.folder), ...namesInSetting(key, raw)].map((reference) => {
    const { kind, lookup, inside, start, end } = reference;
    if (start !== text.start || end !== text.end) return reference;
    return referenceAt(text, { kind, lookup, ...(inside !== undefined && { inside }) });
  });
}

/** A text as it is written, with where it stands. */
function rawOf({ text }: XcodeProject, { start, end }: ListText): { raw: string; start: number } {
  return { raw: text.slice(start, end), start };
}

/** What scripts are told to read and write, and the paths in them that begin at the project's folder. */
function scripts(project: XcodeProject): Reference[] {
  const lists = ["inputPaths", "outputPaths", "inputFileListPaths", "outputFileListPaths"];
  return [...project.objects.values()].flatMap(({ isa, body }) => {
    if (isa !== "PBXShellScriptBuildPhase") return [];
    const script = textOf(body, "shellScript");
    return [
      ...lists.flatMap((key) => textsOf(body, key).flatMap((text) => pathsInShell(rawOf(project, text), ""))),
      ...(script ? pathsInShell(rawOf(project, script), project.folder) : []),
    ];
  });
}

/** Packages that lie in the same checkout. */
function packages(project: XcodeProject): Reference[] {
  return [...project.objects.values()].flatMap(({ isa, body }) => {
    const path = isa === "XCLocalSwiftPackageReference" ? textOf(body, "relativePath") : undefined;
    const form = { kind: "setting", lookup: "xcode file", inside: project.folder } as const;
    return path && !path.value.startsWith("/") ? [referenceAt(path, form)] : [];
  });
}
