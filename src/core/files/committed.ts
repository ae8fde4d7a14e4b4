/** The files of a commit, as git keeps them: what lay where before somebody moved it. */
import { createHash } from "node:crypto";
import type { ProjectPath } from "../base/paths.js";
import { ownCommands, runGit } from "./git.js";

/** What a project was at some time. */
export interface Snapshot {
  /** Its files, each with the name of its content: two files of one name hold the same. */
  readonly files: ReadonlyMap<ProjectPath, string>;
  /** The name that a content would have. */
  idOf(bytes: Buffer): string;
  /** The text that a file had; `undefined` where it was none, or cannot be had. */
  text(path: ProjectPath): Promise<string | undefined>;
}

/** The commit that is checked out; `undefined` without one. */
export async function currentCommit(root: string): Promise<string | undefined> {
  return (await runGit(root, ["rev-parse", "--verify", "--quiet", "HEAD"]))?.text.trim();
}

/** What the branches and tags are called, the latest first. */
export async function branchNames(root: string): Promise<string[]> {
  const words = [
    "for-each-ref",
    "--sort=-committerdate",
    "--format=%(refname:short)",
    "refs/heads",
    "refs/remotes",
    "refs/tags",
  ];
  return ((await runGit(root, words))?.text ?? "").split("\n").filter(Boolean);
}

/** The commit from which a branch and what is checked out have parted; `undefined` where git knows none. */
export async function mergeBase(root: string, branch: string): Promise<string | undefined> {
  if (branch.startsWith("-")) return undefined;
  return (await runGit(root, ["merge-base", branch, "HEAD"]))?.text.trim();
}

/** Files that have other names on the disk than in a commit, by those that they had. */
export async function renamedSince(root: string, commit: string): Promise<ReadonlyMap<ProjectPath, ProjectPath>> {
  const { settings } = await ownCommands(root);
  const words = [
    "diff",
    "--no-ext-diff",
    "--no-textconv",
    "--relative",
    "-M",
    "--diff-filter=R",
    "--name-status",
    "-z",
  ];
  const parts = (await runGit(root, [...words, commit, "--"], { settings }))?.text.split("\0") ?? [];
  const renamed = new Map<ProjectPath, ProjectPath>();
  for (let at = 0; at + 2 < parts.length; at += 3)
    renamed.set(parts[at + 1] as ProjectPath, parts[at + 2] as ProjectPath);
  return renamed;
}

/**
 * The last commit, and what was put into the index since and is not on the disk any more: files that were added, never committed, and
 * moved. `undefined` as `readCommit`.
 */
export async function readLastState(
  root: string,
  isThere: (path: ProjectPath) => boolean,
): Promise<Snapshot | undefined> {
  const last = await readCommit(root, "HEAD");
  const staged = last && (await runGit(root, ["ls-files", "--stage", "-z"]));
  if (!last || !staged) return last;
  const files = new Map(last.files);
  for (const line of staged.text.split("\0")) {
    const [head = "", path = ""] = line.split("\t");
    const [mode = "", id = ""] = head.split(" ");
    if (plain.test(mode) && !files.has(path as ProjectPath) && !isThere(path as ProjectPath))
      files.set(path as ProjectPath, id);
  }
  return { ...last, files, text: (path) => textOfBlob(root, files.get(path)) };
}

async function textOfBlob(root: string, id: string | undefined): Promise<string | undefined> {
  return id === undefined ? undefined : (await runGit(root, ["cat-file", "blob", id]))?.text;
}

/** Plain files; links and other repositories are told by other numbers. Source: git-ls-tree(1), gitformat-index(5). */
const plain = /^100/;

/**
 * The files of a commit; `undefined` where there is no repository, or no such commit. Contents are named as git names them, by
 * what `git hash-object` gives: a hash of `blob`, the length, a zero and the bytes.
 */
export async function readCommit(root: string, commit: string): Promise<Snapshot | undefined> {
  // A word that begins with a dash would be an option.
  if (commit.startsWith("-")) return undefined;
  const listed = await runGit(root, ["ls-tree", "-r", "-z", "--full-name", commit, "--", "."]);
  if (listed === undefined) return undefined;
  const prefix = (await runGit(root, ["rev-parse", "--show-prefix"]))?.text.trim() ?? "";
  const files = new Map<ProjectPath, string>();
  for (const line of listed.text.split("\0")) {
    const [head = "", path = ""] = line.split("\t");
    const [mode = "", , id = ""] = head.split(" ");
    if (plain.test(mode) && path.startsWith(prefix)) files.set(path.slice(prefix.length) as ProjectPath, id);
  }
  const [first = ""] = files.values();
  const kind = first.length > 40 ? "sha256" : "sha1";
  return {
    files,
    idOf: (bytes) => createHash(kind).update(`blob ${bytes.length}\0`).update(bytes).digest("hex"),
    text: (path) => textOfBlob(root, files.get(path)),
  };
}
