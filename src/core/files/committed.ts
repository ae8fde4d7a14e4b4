/** The files of a commit, as git keeps them: what lay where before somebody moved it. */
import { createHash } from "node:crypto";
import type { ProjectPath } from "../base/paths.js";
import { runGit } from "./git.js";

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
    text: async (path) => {
      const id = files.get(path);
      const said = id === undefined ? undefined : await runGit(root, ["cat-file", "blob", id]);
      return said?.text;
    },
  };
}
