/**
 * Manifests of Swift packages: targets with their folders, what is left out of them, resources, packages beside them. Source: The
 * Swift Package Manager, "PackageDescription".
 *
 *   .target(name: "Trees", path: "Sources/Orchard/Trees", exclude: ["Notes.md"])
 *                  ^ module       ^ folder                           ^ from that folder
 */
import { folderOf, isBelow, joinPath, relativePath, type ProjectPath } from "../../base/paths.js";
import { external, unresolved, type Ground, type NameLookup, type Question } from "../lookup.js";
import type { Extraction, Reference } from "../reading.js";
import { Scanner } from "./scanner.js";

/** Whether a file is the manifest of a package. */
export function isManifest(path: string): boolean {
  return /(?:^|\/)Package(?:@swift-[\d.]+)?\.swift$/.test(path);
}

/** Folders in which the tools look for a target that names none. */
const usual: Readonly<Record<string, readonly string[]>> = {
  testTarget: ["Tests", "Sources", "Source", "src", "srcs"],
  plugin: ["Plugins"],
};
const usualSources: readonly string[] = ["Sources", "Source", "src", "srcs"];
const targets = /^(?:target|testTarget|executableTarget|systemLibrary|plugin|macro|binaryTarget)$/;

interface Text {
  readonly start: number;
  readonly end: number;
  readonly specifier: string;
  readonly quote: string;
}

interface Call {
  readonly name: string;
  readonly depth: number;
  label: string;
  /** Where the label stands. */
  at: Place;
  readonly texts: { readonly label: string; readonly at: Place; readonly text: Text }[];
}

interface Place {
  readonly start: number;
  readonly end: number;
}

const [openParen, comma, colon] = [40, 44, 58];

/** Finds the folders of a package's targets, and all that is named in them. */
export function extractManifest(text: string): Extraction {
  const scanner = new Scanner(text);
  const references: Reference[] = [];
  const open: Call[] = [];
  let last = "";
  let at: Place = { start: 0, end: 0 };
  while (scanner.next() !== "end") {
    const { kind, start, end, mark, depth, piece, quote } = scanner;
    const call = open.at(-1);
    if (kind === "text" && piece === "whole" && call) {
      const specifier = text.slice(start, end);
      // What stands in a list, or in `.process("…")`, is said of the call around it.
      const owner =
        targets.test(call.name) || !/^(?:process|copy|embedInCode|headerSearchPath)$/.test(call.name)
          ? call
          : (open.at(-2) ?? call);
      if (!specifier.includes("\\"))
        owner.texts.push({ label: owner.label, at: owner.at, text: { start, end, specifier, quote } });
    } else if (kind === "mark") {
      if (mark === openParen) open.push({ name: last, depth, label: "", at, texts: [] });
      else if (call && depth < call.depth) {
        references.push(...referencesOf(call));
        open.pop();
      } else if (call?.depth === depth && mark === colon) [call.label, call.at] = [last, at];
      else if (call?.depth === depth && mark === comma) call.label = "";
    }
    last = kind === "name" ? text.slice(start, end) : "";
    at = { start, end };
  }
  const { problem } = scanner;
  if (problem) return { references: [], computed: [], reading: "not read", problem };
  return { references: references.sort((a, b) => a.start - b.start), computed: [], reading: "whole" };
}

function referencesOf({ name, texts }: Call): Reference[] {
  const find = (label: string): Text | undefined => texts.find((each) => each.label === label)?.text;
  const path = find("path");
  if (name === "package") return path ? [{ kind: "setting", lookup: "swift package", ...path }] : [];
  const module = find("name");
  if (!targets.test(name) || !module) return [];
  const listed = [{ target: module.specifier, step: "Package" }];
  const folder: Reference = path
    ? { kind: "pattern", lookup: "swift folder", ...path, listed }
    : { kind: "pattern", lookup: "swift target", ...module, inside: name, listed };
  const inside = path ? `=${path.specifier}` : `${name} ${module.specifier}`;
  const within = ["exclude", "sources", "resources", "publicHeadersPath", "cSettings", "cxxSettings"].flatMap((label) =>
    texts
      .filter((each) => each.label === label)
      .map(({ text }): Reference => {
        const part = partsOfTarget[label];
        const listed = part && { listed: [{ target: `${part} ${module.specifier}`, step: "Headers" }] };
        return { kind: "setting", lookup: "swift in target", inside, ...text, ...listed };
      }),
  );
  // What lies in `include` is public where nothing else is said: then the label stands for that folder.
  const label = texts.find((each) => each.text === module)?.at;
  const headers: Reference[] =
    find("publicHeadersPath") || !label
      ? []
      : [
          {
            kind: "pattern",
            lookup: "swift headers",
            inside,
            ...label,
            specifier: "name",
            quote: "",
            listed: [{ target: `the public headers of ${module.specifier}`, step: "Headers" }],
          },
        ];
  return [folder, ...headers, ...within];
}

/** What a file is, besides being in its target's folder, while one of these lists takes it in. */
const partsOfTarget: Readonly<Record<string, string>> = {
  exclude: "what is left out of",
  sources: "the sources of",
  resources: "the resources of",
};

/** The folder of a target that names none: the first of the usual ones that is there. */
function usualFolder(ground: Ground, from: ProjectPath, kind: string, name: string): ProjectPath | undefined {
  const home = folderOf(from);
  return (usual[kind] ?? usualSources)
    .map((folder) => joinPath(home, `${folder}/${name}`))
    .find((at) => at !== undefined && ground.tree.hasFolder(at));
}

function targetFolder(ground: Ground, from: ProjectPath, inside: string): ProjectPath | undefined {
  if (inside.startsWith("=")) return joinPath(folderOf(from), inside.slice(1));
  const [kind = "", ...name] = inside.split(" ");
  return usualFolder(ground, from, kind, name.join(" "));
}

const scopeAt = (at: ProjectPath): ReturnType<NameLookup["resolve"]> => ({
  state: "scope",
  folder: at,
  scheme: "relative",
  takesIn: (path) => isBelow(path, at),
});

function spelled(base: ProjectPath | undefined, target: ProjectPath | undefined): string[] {
  return base === undefined || target === undefined ? [] : [relativePath(base, target)];
}

/** A file or folder from a folder. */
function placeIn(
  ground: Ground,
  base: ProjectPath | undefined,
  { specifier }: Question,
): ReturnType<NameLookup["resolve"]> {
  const at = base === undefined ? undefined : joinPath(base, specifier.replace(/\/+$/, ""));
  if (at === undefined || at === "") return external;
  const file = ground.plain(at);
  if (file !== undefined) return { state: "found", targets: [file], scheme: "relative" };
  return ground.tree.hasFolder(at) ? { state: "folder", at, scheme: "relative" } : unresolved;
}

/** How manifests name folders and files. */
export const packageLookups: readonly NameLookup[] = [
  {
    name: "swift folder",
    resolve(ground, from, { specifier }) {
      const at = joinPath(folderOf(from), specifier.replace(/\/+$/, ""));
      return at !== undefined && ground.tree.hasFolder(at) ? scopeAt(at) : unresolved;
    },
    spellings: ({ folder, from }) => spelled(folderOf(from), folder),
  },
  // The folder is not said: it bears the target's name, and nothing else could be written there.
  {
    name: "swift target",
    resolve(ground, from, { specifier, inside = "" }) {
      const at = usualFolder(ground, from, inside, specifier);
      return at === undefined ? unresolved : scopeAt(at);
    },
    spellings: ({ reference: { specifier } }) => [specifier],
  },
  {
    name: "swift headers",
    isOpen: true,
    resolve(ground, from, { inside = "" }) {
      const folder = targetFolder(ground, from, inside);
      const at = folder === undefined ? undefined : joinPath(folder, "include");
      return at !== undefined && ground.tree.hasFolder(at) ? scopeAt(at) : external;
    },
    spellings: ({ reference: { specifier } }) => [specifier],
  },
  {
    name: "swift in target",
    resolve: (ground, from, question) => placeIn(ground, targetFolder(ground, from, question.inside ?? ""), question),
    spellings: ({ reference: { inside = "" }, was, targets: [target], folder, from, ground }) =>
      spelled(targetFolder(ground, from, inside), target ?? (was.state === "folder" ? (folder ?? was.at) : undefined)),
  },
  {
    name: "swift package",
    resolve: (ground, from, question) => placeIn(ground, folderOf(from), question),
    spellings: ({ was, targets: [target], folder, from }) =>
      spelled(folderOf(from), target ?? (was.state === "folder" ? (folder ?? was.at) : undefined)),
  },
];
