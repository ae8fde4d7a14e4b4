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

/** Larger files are not read for this. */
const largest = 8_000_000;

const nothing: KeptFiles = { files: {}, texts: {} };

/** Whether files are missed: something leads nowhere that may have led to one that is gone, or stands in one that is new. */
export type Missing = (gone: readonly ProjectPath[], fresh: readonly ProjectPath[]) => boolean;

/**
 * Keeps where the files of a project lie. Where files are gone and missed, they may have been moved by hand: until that is put right they are kept as
 * they were known, and nothing that came since is taken for known.
 */
export function keepFiles(place: CachePlace, tree: SourceTree, isMissing: Missing): void {
  const before = readFiles(place) ?? nothing;
  const files: Record<string, KeptFile> = {};
  const texts: Record<string, string> = {};
  let room = most;
  for (const path of tree.paths) {
    const now = tree.isLink(path) ? undefined : fileNow(place, path, before.files[path]);
    if (!now) continue;
    const { file, bytes } = now;
    files[path] = file;
    const text =
      isBinary(path) || file.size > Math.min(longest, room) ? undefined : (before.texts[file.id] ?? bytes?.toString());
    if (text === undefined) continue;
    room -= file.size;
    texts[file.id] = text;
  }
  const fresh = Object.keys(files).filter((path) => !before.files[path]) as ProjectPath[];
  const gone = Object.entries(before.files).filter(([path]) => !files[path]);
  if (
    gone.length > 0 &&
    isMissing(
      gone.map(([path]) => path as ProjectPath),
      fresh,
    )
  ) {
    for (const path of fresh) Reflect.deleteProperty(files, path);
    for (const [path, file] of gone) {
      files[path] = file;
      const text = before.texts[file.id];
      if (text !== undefined) texts[file.id] = text;
    }
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

/**
 * A file as it lies there now. One that has the size and the time that it had is not read. Others are read by the store itself: what a tree reads
 * counts as something that a look stands on.
 */
function fileNow(
  { store }: CachePlace,
  path: ProjectPath,
  before: KeptFile | undefined,
): { readonly file: KeptFile; readonly bytes: Buffer | undefined } | undefined {
  const stat = store.stat(path);
  if (stat?.kind !== "file" || stat.size > largest) return undefined;
  const { size, changed } = stat;
  if (before?.size === size && before.changed === changed) return { file: before, bytes: undefined };
  try {
    const bytes = store.read(path);
    return { file: { id: idOf(bytes), size, changed }, bytes };
  } catch {
    return undefined;
  }
}
