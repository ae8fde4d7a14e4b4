/** The folders that an app is built with: which files are in them, and which lines keep what moves in them. */
import {
  folderOf,
  foldersAbove,
  inFolder,
  isBelow,
  joinPath,
  nameOf,
  relativePath,
  rootPath,
  type ProjectPath,
} from "../../base/paths.js";
import type { TextEdit } from "../../base/text/index.js";
import type { ListedLine, ListTree } from "../language.js";
import type { Extraction, Reference } from "../reading.js";
import { pubspec } from "./packages.js";

/** Folders beside a picture that hold it for other screens: `2.0x/tree.png`, `dark/tree.png`. */
export const pictureFolders: readonly string[] = [
  "1.0x",
  "1.5x",
  "2.0x",
  "2x",
  "3.0x",
  "3x",
  "4.0x",
  "4x",
  "dark",
  "light",
];

/** The folder of a file as manifests list it: what lies in a picture's folder for other screens is listed with the picture. */
export function listedFolder(path: ProjectPath): ProjectPath {
  const folder = folderOf(path);
  return pictureFolders.includes(nameOf(folder)) ? folderOf(folder) : folder;
}

/** Whether a manifest lists a file, by itself or by its folder. */
export function isListed(
  manifest: ProjectPath,
  { references }: Pick<Extraction, "references">,
  path: ProjectPath,
): boolean {
  const home = folderOf(manifest);
  return references.some(({ lookup, specifier }) => {
    if (lookup === "dart listed") return joinPath(home, specifier) === path;
    return lookup === "dart bundle" && joinPath(home, specifier.replace(/\/+$/, "")) === listedFolder(path);
  });
}

/** A folder that a manifest lists, and where. */
interface Bundle {
  readonly folder: ProjectPath;
  readonly reference: Reference;
}

interface Going {
  readonly from: ProjectPath;
  readonly to: ProjectPath;
}

/** The lines that manifests gain, so that each file that moves is in the app as it was. */
export function keepListed(
  moves: readonly Going[],
  tree: ListTree,
  read: (text: string) => Extraction,
): readonly ListedLine[] {
  const byManifest = new Map<ProjectPath, Going[]>();
  for (const move of moves) {
    if (move.from === move.to || move.from.endsWith(".dart")) continue;
    const manifest = manifestAbove(tree, move.from);
    if (manifest === undefined || manifestAbove(tree, move.to) !== manifest) continue;
    const there = byManifest.get(manifest);
    if (there) there.push(move);
    else byManifest.set(manifest, [move]);
  }
  return [...byManifest].flatMap(([manifest, going]) => linesOf(manifest, { going, moves, tree, read }));
}

function manifestAbove(tree: ListTree, path: ProjectPath): ProjectPath | undefined {
  return [...foldersAbove(path), rootPath].map((folder) => inFolder(folder, pubspec)).find((each) => tree.has(each));
}

interface ManifestInput {
  readonly going: readonly Going[];
  readonly moves: readonly Going[];
  readonly tree: ListTree;
  readonly read: (text: string) => Extraction;
}

function linesOf(manifest: ProjectPath, { going, moves, tree, read }: ManifestInput): ListedLine[] {
  const text = tree.text(manifest)?.text;
  if (text === undefined || moves.some(({ from }) => from === manifest)) return [];
  const extraction = read(text);
  const home = folderOf(manifest);
  const bundles = extraction.references.flatMap((reference): Bundle[] => {
    const folder =
      reference.lookup === "dart bundle" ? joinPath(home, reference.specifier.replace(/\/+$/, "")) : undefined;
    return folder === undefined ? [] : [{ folder, reference }];
  });
  const goes = new Map(moves.map(({ from, to }) => [from, to]));
  const then = new Set<ProjectPath>();
  /** Lists of folders in which nothing is left, and that go nowhere as a whole: tools refuse them. */
  const empty = new Set<Bundle>();
  for (const bundle of bundles) {
    const folders = foldersThen(bundle.folder, { tree, goes });
    const [only = bundle.folder] = folders;
    if (folders.size <= 1) then.add(only);
    else if (folders.has(bundle.folder)) then.add(bundle.folder);
    else empty.add(bundle);
  }
  const lines: ListedLine[] = [];
  for (const { from, to } of going) {
    const bundle = bundles.find(({ folder }) => folder === listedFolder(from));
    const wanted = listedFolder(to);
    // What is listed by its own name is respelled.
    const isAlone = extraction.references.some(
      ({ lookup, specifier }) => lookup === "dart listed" && joinPath(home, specifier) === from,
    );
    if (!bundle || isAlone || then.has(wanted) || wanted === home || !isBelow(wanted, home)) continue;
    const { reference } = bundle;
    const listed = `${relativePath(home, wanted)}/`;
    const line = empty.delete(bundle)
      ? { start: reference.start, end: reference.end, text: listed }
      : lineFor(text, reference, listed);
    if (line === undefined) continue;
    then.add(wanted);
    lines.push({ file: manifest, why: "manifest", ...line });
  }
  return lines;
}

/** Where the files of a listed folder are afterwards. */
function foldersThen(
  folder: ProjectPath,
  { tree, goes }: { readonly tree: ListTree; readonly goes: ReadonlyMap<ProjectPath, ProjectPath> },
): ReadonlySet<ProjectPath> {
  const files = tree.filesBelow(folder).filter((path) => listedFolder(path) === folder);
  return new Set(files.map((path) => listedFolder(goes.get(path) ?? path)));
}

/** One more item beside that of a reference, written alike; `undefined` where the item is more than a name. */
function lineFor(text: string, { start, end, quote }: Reference, listed: string): TextEdit | undefined {
  const from = text.lastIndexOf("\n", start - 1) + 1;
  const item = quote + listed + quote;
  const [indent] = /^[ \t]*-[ \t]*(?=["']?$)/.exec(text.slice(from, start)) ?? [];
  if (indent !== undefined) {
    const next = text.indexOf("\n", end);
    const lineEnd = text.includes("\r\n") ? "\r\n" : "\n";
    const at = next < 0 ? text.length : next - (lineEnd.length - 1);
    return { start: at, end: at, text: lineEnd + indent + item };
  }
  const at = end + quote.length;
  return text.slice(from, start).includes("[") ? { start: at, end: at, text: `, ${item}` } : undefined;
}
