/** Mentions: text that names a moved path where no reference can be proved. They are said, never changed. */
import { posix } from "node:path";
import { isCode, isOfTrade, isTakenIn, languageFor, type Extraction } from "../languages/index.js";
import { folderOf, isBelow, joinPath, toProjectPath, type ProjectPath } from "../paths.js";
import type { SourceTree } from "../tree/index.js";
import type { MoveMap } from "./move-map.js";
import type { Mention } from "./plan.js";
import type { ReadFile } from "./prove.js";

/** Names that are computed at run time from a folder in which something moves, or by a file that moves. */
export function computedMentions(
  tree: SourceTree,
  references: ReadonlyMap<ProjectPath, Extraction>,
  map: MoveMap,
  entriesOf: (sheet: ProjectPath) => readonly ProjectPath[] = () => [],
): Mention[] {
  const moved = [...map.files.keys()];
  // What a sheet puts together is read from where the sheets are that take it in.
  const isEntryMoved = (file: ProjectPath): boolean =>
    isTakenIn(file) && moved.some(isTakenIn) && entriesOf(file).some((entry) => map.files.has(entry));
  const found: Mention[] = [];
  for (const [file, { computed }] of references) {
    for (const { start, head } of computed) {
      const place = headPlace(file, head);
      const hit =
        place === undefined
          ? undefined
          : moved.find((path) => path.startsWith(place) || isBelow(path, place as ProjectPath));
      const isMoved = head.startsWith(".") && (map.files.has(file) || isEntryMoved(file));
      if (hit === undefined && !isMoved) continue;
      found.push({
        file,
        at: tree.text(file)?.positionAt(start) ?? { line: 1, column: 1 },
        text: head,
        names: hit ?? file,
      });
    }
  }
  return found;
}

/** What a fixed head points at from the root; an alias's head is taken by its end. */
function headPlace(file: ProjectPath, head: string): string | undefined {
  const path = head.startsWith(".")
    ? joinPath(folderOf(file), head)
    : /^[\w/]/.test(head)
      ? toProjectPath(head.replace(/^\//, ""))
      : undefined;
  return path === undefined || path === "" ? undefined : path + (head.endsWith("/") ? "/" : "");
}

/** A run of characters that may be a path. */
const pathToken = /[\w@.~$()[\]+*-]*(?:\/[\w@.~$()[\]+*-]+)+\/?|[\w@~$+-]+(?:\.[\w@-]+)+/g;

/** Files by whose name one knows that no path is written in them, or only what a tool wrote. */
const binary =
  /\.(png|jpe?g|gif|webp|avif|ico|icns|woff2?|ttf|otf|eot|mp[34]|webm|mov|pdf|zip|gz|jar|keystore|lock|snap|map)$|-lock\.\w+$/i;

/** Whether a file is not worth reading for paths: a picture, a font, an archive, a lock file, a snapshot. */
export function isBinary(path: ProjectPath): boolean {
  return binary.test(path);
}

/** Where mentions are looked for. */
export interface MentionInput {
  readonly tree: SourceTree;
  readonly files: readonly ProjectPath[];
  /** What was read: what is a reference there is no mention. */
  readonly read: readonly ReadFile[];
  readonly map: MoveMap;
}

/** Mentions in files that no language reads, and between the references of settings and documents. */
export function textMentions({ tree, files, read, map }: MentionInput): Mention[] {
  const known = new Map(read.map((file) => [file.path, file]));
  const folders = new Set(
    [...map.files.keys()].map(folderOf).filter((folder) => folder !== "" && isMovedWhole(map, folder)),
  );
  return files.flatMap((file) => {
    if ((languageFor(file) !== undefined && !isOfTrade(file, "settings", "document")) || isBinary(file)) return [];
    // Scripts of settings have comments for people, as all scripts.
    if (isCode(file)) return [];
    const covered = coveredBy(known.get(file));
    const source = tree.text(file);
    // Only what has a slash or a dot can be a path.
    if (!source || source.text.includes("\0") || !/[/.]/.test(source.text)) return [];
    return [...source.text.matchAll(pathToken)].flatMap((match): Mention[] => {
      if (covered.some(({ start, end }) => match.index < end && start < match.index + match[0].length)) return [];
      for (const { text, offset } of readingsOf(match[0])) {
        const names = namedBy(tree, file, text, map, folders);
        if (names !== undefined) {
          const isLink = isOfTrade(file, "document") && !known.has(file);
          return [{ file, at: source.positionAt(match.index + offset), text, names, ...(isLink && { isLink }) }];
        }
      }
      return [];
    });
  });
}

/** The places of a file's references that mean something, and so are no mentions. */
function coveredBy(file: ReadFile | undefined): readonly { readonly start: number; readonly end: number }[] {
  return file?.extraction.references.filter((_, index) => file.meanings[index]?.state !== "external") ?? [];
}

/** A folder that only lost a file is still what a text says of it. */
function isMovedWhole(map: MoveMap, folder: ProjectPath): boolean {
  const to = map.folder(folder);
  return to !== undefined && to !== folder;
}

/** Brackets may belong to a name (`[id]`, `(group)`) or stand around it (`[text](./a.ts)`): first with them, then without. */
function readingsOf(token: string): { text: string; offset: number }[] {
  const inner = [...token.matchAll(/[^()[\]]*[./][^()[\]]*/g)].map((match) => ({
    text: match[0],
    offset: match.index,
  }));
  return [{ text: token, offset: 0 }, ...(inner.length === 1 && inner[0]?.text === token ? [] : inner)];
}

/** The moved path that a token names, from the root or from its file's folder. */
function namedBy(
  tree: SourceTree,
  file: ProjectPath,
  token: string,
  map: MoveMap,
  folders: ReadonlySet<ProjectPath>,
): ProjectPath | undefined {
  const fixed = token.replace(/\/?\*.*$/, "").replace(/[.)\]/]+$/, "");
  if (fixed === "") return undefined;
  const fromFile = joinPath(folderOf(file), fixed);
  const fromRoot = token.startsWith("..") ? undefined : toProjectPath(fixed.replace(/^\//, ""));
  for (const path of [fromFile, fromRoot]) {
    if (path === undefined || path === "") continue;
    if (map.files.has(path)) return stays(file, path, map, path === fromFile) ? undefined : path;
    if (folders.has(path) && token.includes("/")) return path;
  }
  // In a file that moves, a relative path that led to a file leads elsewhere now.
  const leads =
    map.files.has(file) &&
    /^\.{0,2}\//.test(token) &&
    fromFile !== undefined &&
    (tree.has(fromFile) || tree.hasFolder(fromFile));
  return leads && !stays(file, fromFile, map, true) ? fromFile : undefined;
}

/** Whether a path relative to the file still leads to the same file once both have moved. */
function stays(file: ProjectPath, path: ProjectPath, map: MoveMap, relative: boolean): boolean {
  const before = posix.relative(`/${folderOf(file)}`, `/${path}`);
  return relative && posix.relative(`/${folderOf(map.file(file))}`, `/${map.file(path)}`) === before;
}
