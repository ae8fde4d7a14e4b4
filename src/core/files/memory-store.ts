/**
 * A `FileStore` held in memory: for tests, for demonstrations, and for programs that use the core without a disk.
 * It can be told to ignore case, and to fail at the n-th changing call, as a full disk or a kill would.
 */
import type { PastCommit } from "./past.js";
import {
  comparePaths,
  folderOf,
  foldersAbove,
  isBelow,
  nameOf,
  rootPath,
  toProjectPath,
  type ProjectPath,
} from "../base/paths.js";
import type { FileStat, FileStore, Listing } from "./file-store.js";

interface Node {
  readonly kind: "file" | "folder" | "link";
  readonly bytes: Buffer;
  readonly mode: number;
  readonly identity: string;
}

/** How a memory store behaves beyond holding files. */
export interface MemoryStoreOptions {
  readonly ignoresCase?: boolean;
  /** What `history` gives. */
  readonly commits?: readonly (readonly string[])[];
  /** Called before every changing call with its number from 1; throw to make that call fail. */
  readonly beforeChange?: (call: number, what: string) => void;
}

/** A store with these files; a value `-> text` is a symbolic link. */
export class MemoryStore implements FileStore {
  readonly root = "/memory";
  beforeChange: MemoryStoreOptions["beforeChange"];
  #nodes = new Map<string, Node>();
  #names = new Map<string, string>();
  /** What lies directly in each folder. */
  #inside = new Map<string, Set<string>>();
  #folding: boolean;
  #commits: MemoryStoreOptions["commits"];
  #calls = 0;
  #made = 0;

  constructor(files: Readonly<Record<string, string | Buffer>> = {}, options: MemoryStoreOptions = {}) {
    this.#folding = options.ignoresCase ?? false;
    this.#commits = options.commits;
    this.#put(rootPath, "folder", Buffer.alloc(0), 0o755);
    for (const [path, content] of Object.entries(files)) this.#add(path as ProjectPath, content);
    this.beforeChange = options.beforeChange;
  }

  #add(path: ProjectPath, content: string | Buffer): void {
    for (const folder of foldersAbove(path).reverse())
      if (!this.#get(folder)) this.#put(folder, "folder", Buffer.alloc(0), 0o755);
    const link = typeof content === "string" && content.startsWith("-> ");
    this.#put(path, link ? "link" : "file", Buffer.from(link ? content.slice(3) : content), link ? 0o777 : 0o644);
  }

  /** Everything that is here, links and modes included, for comparing byte by byte. */
  snapshot(): Record<string, string> {
    const all = [...this.#nodes].map(([key, node]): [string, string] => {
      return [this.#names.get(key) ?? key, `${node.kind} ${node.mode.toString(8)} ${node.bytes.toString("latin1")}`];
    });
    return Object.fromEntries(all.sort(([a], [b]) => comparePaths(a, b)));
  }

  list(): Promise<Listing> {
    const files = [...this.#nodes].flatMap(([key, node]) => {
      const path = (this.#names.get(key) ?? key) as ProjectPath;
      return node.kind === "folder" || path.startsWith(".steady-shelf/") ? [] : [{ path, link: node.kind === "link" }];
    });
    return Promise.resolve({
      files: files.sort((a, b) => comparePaths(a.path, b.path)),
      foreign: [],
      unlisted: [],
      from: "memory",
    });
  }

  search(): Promise<undefined> {
    return Promise.resolve(undefined);
  }

  read(path: ProjectPath): Buffer {
    return this.#need(path, "file").bytes;
  }

  stat(path: ProjectPath): FileStat | undefined {
    const node = this.#get(path);
    if (!node) return undefined;
    const { kind, mode, identity, bytes } = node;
    return { kind, mode, identity, size: bytes.length, changed: 0, names: 1 };
  }

  past(most: number): Promise<readonly PastCommit[] | undefined> {
    return Promise.resolve(
      this.#commits?.slice(0, most).map((files, at): PastCommit => {
        const changed = files.map((path) => path as ProjectPath);
        const did = { did: "changed", isEdited: true } as const;
        return { when: -at, id: "", subject: "", files: changed.map((path) => ({ path, then: path, ...did })) };
      }),
    );
  }

  changedSince(): Promise<undefined> {
    return Promise.resolve(undefined);
  }

  tracks(): Promise<"no"> {
    return Promise.resolve("no");
  }

  readLink(path: ProjectPath): Buffer {
    return this.#need(path, "link").bytes;
  }

  entries(folder: ProjectPath): readonly string[] {
    return [...(this.#inside.get(this.#key(folder)) ?? [])].map((key) => nameOf(this.#names.get(key) ?? key));
  }

  existsBeyond(relative: string): boolean {
    const path = toProjectPath(relative);
    return path !== undefined && this.#get(path)?.kind === "file";
  }

  readBeyond(relative: string): string | undefined {
    const path = toProjectPath(relative);
    return path === undefined ? undefined : this.#get(path)?.bytes.toString();
  }

  ignoresCase(): boolean {
    return this.#folding;
  }

  create(path: ProjectPath, bytes: Buffer, mode: number): void {
    this.#change(`create ${path}`);
    if (this.#get(path)) throw failure("EEXIST", path);
    this.#need(folderOf(path), "folder");
    this.#put(path, "file", Buffer.from(bytes), mode);
  }

  /** Somebody who has a file open writes into it: what is not ours to do, for tests. */
  write(path: ProjectPath, bytes: Buffer): void {
    const { mode, identity } = this.#need(path, "file");
    this.#place(path, { kind: "file", bytes, mode, identity });
  }

  append(path: ProjectPath, bytes: Buffer): void {
    this.#change(`append ${path}`);
    const before = this.#get(path);
    this.#put(path, "file", Buffer.concat([before?.bytes ?? Buffer.alloc(0), bytes]), before?.mode ?? 0o644);
    // As on a disk, the bytes may be there and their sync fail.
    this.#change(`sync ${path}`);
  }

  rename(from: ProjectPath, to: ProjectPath): void {
    this.#change(`rename ${from} ${to}`);
    const node = this.#get(from);
    if (!node) throw failure("ENOENT", from);
    this.#need(folderOf(to), "folder");
    const below =
      node.kind === "folder" ? [...this.#nodes.keys()].filter((key) => isBelow(key as ProjectPath, from)) : [];
    for (const key of [this.#key(from), ...below]) {
      const [moved, name] = [this.#nodes.get(key), this.#names.get(key) ?? key];
      this.#forget(key);
      if (moved) this.#place((to + name.slice(from.length)) as ProjectPath, moved);
    }
  }

  place(from: ProjectPath, to: ProjectPath): void {
    this.#change(`place ${from} ${to}`);
    if (this.#get(to)) throw failure("EEXIST", to);
    const node = this.#get(from);
    if (!node || node.kind === "folder") throw failure("ENOENT", from);
    this.#need(folderOf(to), "folder");
    this.#place(to, node);
    // As on a disk, a kill may come between the second name and the end of the first.
    this.#change(`remove ${from}`);
    this.#forget(this.#key(from));
  }

  remove(path: ProjectPath): void {
    this.#change(`remove ${path}`);
    if (this.#get(path)?.kind === "folder") throw failure("EISDIR", path);
    if (!this.#get(path)) throw failure("ENOENT", path);
    this.#forget(this.#key(path));
  }

  makeFolder(path: ProjectPath, mode = 0o755): void {
    this.#change(`makeFolder ${path}`);
    if (this.#get(path)) throw failure("EEXIST", path);
    this.#need(folderOf(path), "folder");
    this.#put(path, "folder", Buffer.alloc(0), mode);
  }

  removeFolder(path: ProjectPath): void {
    this.#change(`removeFolder ${path}`);
    this.#need(path, "folder");
    if (this.entries(path).length > 0) throw failure("ENOTEMPTY", path);
    this.#forget(this.#key(path));
  }

  makeLink(path: ProjectPath, text: Buffer): void {
    this.#change(`makeLink ${path}`);
    if (this.#get(path)) throw failure("EEXIST", path);
    this.#put(path, "link", Buffer.from(text), 0o777);
  }

  syncFolder(path: ProjectPath): void {
    this.#change(`sync ${path}`);
  }

  ensureWritable(folder: ProjectPath): void {
    this.#need(folder, "folder");
  }

  #change(what: string): void {
    this.#calls += 1;
    this.beforeChange?.(this.#calls, what);
  }

  #key(path: string): string {
    return this.#folding ? path.toLowerCase() : path;
  }

  #get(path: ProjectPath): Node | undefined {
    return this.#nodes.get(this.#key(path));
  }

  #need(path: ProjectPath, kind: Node["kind"]): Node {
    const node = this.#get(path);
    if (node?.kind !== kind) throw failure("ENOENT", path);
    return node;
  }

  #put(path: ProjectPath, kind: Node["kind"], bytes: Buffer, mode: number): void {
    this.#made += 1;
    this.#place(path, { kind, bytes, mode, identity: this.#get(path)?.identity ?? String(this.#made) });
  }

  #place(path: ProjectPath, node: Node): void {
    const key = this.#key(path);
    this.#nodes.set(key, node);
    this.#names.set(key, path);
    if (key !== "") addTo(this.#inside, folderOf(key as ProjectPath), key);
  }

  #forget(key: string): void {
    this.#nodes.delete(key);
    this.#names.delete(key);
    this.#inside.get(folderOf(key as ProjectPath))?.delete(key);
  }
}

function addTo(inside: Map<string, Set<string>>, folder: string, key: string): void {
  const there = inside.get(folder);
  if (there) there.add(key);
  else inside.set(folder, new Set([key]));
}

function failure(code: string, path: string): NodeJS.ErrnoException {
  return Object.assign(new Error(`${code}: ${path}`), { code });
}
