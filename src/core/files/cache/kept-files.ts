/**
 * Where files lay when they were looked at last, for projects without git: by it one knows what was moved by hand since. It lies in the cache,
 * sealed like all that is in it.
 */
import { createHash } from "node:crypto";
import { gunzipSync, gzipSync } from "node:zlib";
import type { ProjectPath } from "../../base/paths.js";
import { isBinary } from "../binary.js";
import type { Snapshot, SourceTree } from "../index.js";
import { readKept, writeKept, type CachePlace } from "./cache-file.js";

/** One file as it was: what names its content, and by what one sees that it has not changed. */
interface KeptFile {
  readonly id: string;
  readonly size: number;
  readonly changed: number;
}

interface KeptFiles {
  readonly files: Readonly<Record<string, KeptFile>>;
  /** Texts by the names of their contents. */
  readonly texts: Readonly<Record<string, string>>;
}

const [name, version] = ["files", "1"];

/** Longer texts are known by their bytes alone; and so are those that come when so much is kept. */
const [longest, most] = [100_000, 16_000_000];

const nothing: KeptFiles = { files: {}, texts: {} };

/**
 * Keeps where the files of a project lie. A file that is gone and missed (something leads to where it was; or what has its content now leads
 * nowhere) may have been moved by hand: it is kept as it was known, and what it may be now counts as new, until that is put right.
 */
export function keepFiles(
  place: CachePlace,
  tree: SourceTree,
  isMissed: (from: ProjectPath, to: ProjectPath | undefined) => boolean,
): void {
  const before = readFiles(place) ?? nothing;
  const files: Record<string, KeptFile> = {};
  const texts: Record<string, string> = {};
  let room = most;
  for (const path of tree.paths) {
    const now = tree.isLink(path) ? undefined : fileNow(place, tree, path, before.files[path]);
    if (!now) continue;
    files[path] = now;
    if (isBinary(path) || now.size > longest || now.size > room) continue;
    const text = before.texts[now.id] ?? tree.bytes(path)?.toString();
    if (text === undefined) continue;
    room -= now.size;
    texts[now.id] = text;
  }
  const fresh = Object.keys(files).filter((path) => !before.files[path]);
  const byContent = new Map(fresh.map((path) => [files[path]?.id ?? "", path]));
  const gone = Object.entries(before.files).flatMap(([path, file]) => {
    if (files[path]) return [];
    const twin = byContent.get(file.id);
    return [{ path, file, twin, isMissed: isMissed(path as ProjectPath, twin as ProjectPath | undefined) }];
  });
  // What went along with a file that is missed belongs to the same move.
  const isOpen = gone.some((each) => each.isMissed);
  for (const { path, file, twin, isMissed: isOne } of isOpen ? gone : []) {
    if (twin === undefined && !isOne) continue;
    files[path] = file;
    const text = before.texts[file.id];
    if (text !== undefined) texts[file.id] = text;
    // One that was edited may be any of its kind.
    const taken = twin === undefined ? fresh.filter((each) => endingOf(each) === endingOf(path)) : [twin];
    for (const each of taken) Reflect.deleteProperty(files, each);
  }
  const kept = JSON.stringify({ files, texts });
  if (kept !== JSON.stringify(before)) writeKept(place, name, version, gzipSync(kept, { level: 1 }).toString("base64"));
}

/** Where they lay; `undefined` where nothing was kept. */
export function keptFiles(place: CachePlace): Snapshot | undefined {
  const kept = readFiles(place);
  if (!kept) return undefined;
  const files = new Map(Object.entries(kept.files).map(([path, { id }]) => [path as ProjectPath, id]));
  return {
    files,
    idOf,
    text: (path) => Promise.resolve(kept.texts[files.get(path) ?? ""]),
  };
}

function readFiles(place: CachePlace): KeptFiles | undefined {
  const kept = readKept(place, name, version);
  return kept === undefined ? undefined : (JSON.parse(gunzipSync(Buffer.from(kept, "base64")).toString()) as KeptFiles);
}

function idOf(bytes: Buffer): string {
  return createHash("sha1").update(bytes).digest("hex");
}

/** A file that has the size and the time that it had is not read. */
function fileNow(
  { store }: CachePlace,
  tree: SourceTree,
  path: ProjectPath,
  before: KeptFile | undefined,
): KeptFile | undefined {
  const stat = store.stat(path);
  if (stat?.kind !== "file") return undefined;
  const { size, changed } = stat;
  if (before?.size === size && before.changed === changed) return before;
  const bytes = tree.bytes(path);
  return bytes && { id: idOf(bytes), size, changed };
}

function endingOf(path: string): string {
  return path.slice(path.lastIndexOf("."));
}
