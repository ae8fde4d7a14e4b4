/**
 * Commits a change that was carried out: in one commit, or in two, of which the first only relocates. With every file's bytes
 * as they were, git follows each of them whatever is respelled afterwards.
 *
 * Only the change's own paths are committed. What somebody has put into the index, or has not committed yet in a file that
 * the change touches, would go along unseen; so that is refused before anything is written.
 */
import { reasonOf, ShelfError } from "../base/errors.js";
import type { Plan } from "../change/plan/index.js";
import type { ProjectPath } from "../base/paths.js";
import { askGit, GitRefusal, ownCommands, type FileStore } from "../files/index.js";
import type { Caller } from "./change.js";
import { forgetCommit, noteCommit } from "./commit-note.js";

/** How a change is committed. */
export type CommitSteps = "one-step" | "two-steps";

/** What a commit is made of. */
export interface CommitInput {
  /** The project's root, which may lie below the repository's. */
  readonly root: string;
  /** Where it is written down that the first of two commits is made, so that a kill leaves nothing half. */
  readonly store: FileStore;
  readonly caller: Caller;
  readonly plan: Plan;
  readonly steps: CommitSteps;
  /** The first line of the message, without a stop: `Arrange feature-first`. */
  readonly title: string;
}

/** A commit that was made. */
export interface Committed {
  readonly id: string;
  readonly title: string;
}

/** The paths that a plan takes away, and those that it writes. */
function touched({ moves, texts, made, removed, links }: Plan): {
  readonly gone: readonly ProjectPath[];
  readonly there: readonly ProjectPath[];
} {
  const goes = new Map(moves.map(({ from, to }) => [from, to]));
  const there = new Set([
    ...moves.map(({ to }) => to),
    ...[...texts, ...links].map(({ file }) => goes.get(file) ?? file),
    ...made.map(({ path }) => path),
  ]);
  const leaving = [...moves.map(({ from }) => from), ...removed];
  return { gone: leaving.filter((path) => !there.has(path)), there: [...there] };
}

/**
 * Throws where a commit would take something along that is not this change's: `NO_REPOSITORY`, `INDEX_IN_USE`,
 * `UNCOMMITTED`, `FILTER_UNTRUSTED`, `NO_COMMITTER`. To be called before the change is carried out.
 */
export async function ensureCommittable({ root, plan }: Pick<CommitInput, "root" | "plan">): Promise<void> {
  const git = (...words: string[]): Promise<string> => askGit(root, words);
  await git("rev-parse", "--show-toplevel").catch((error: unknown) => {
    throw new ShelfError("NO_REPOSITORY", { path: root }, error);
  });
  const { settings, filters } = await ownCommands(root);
  const words = ["status", "--porcelain=v1", "-z", "--untracked-files=all", "--no-renames", "--", ":/"];
  const state = await askGit(root, words, { settings });
  // The paths of `status` are those from the repository's root; `rev-parse` says how far that is.
  const prefix = (await git("rev-parse", "--show-prefix")).trim();
  const entries = state.split("\0").filter((entry) => entry !== "");
  const staged = entries.filter((entry) => !/^[ ?]/.test(entry)).map((entry) => entry.slice(3));
  if (staged.length > 0) throw new ShelfError("INDEX_IN_USE", { paths: fewOf(staged) });
  const { gone, there } = touched(plan);
  const ours = new Set([...gone, ...there, ...plan.texts.map(({ file }) => file)].map((path) => prefix + path));
  const open = entries.map((entry) => entry.slice(3)).filter((path) => ours.has(path));
  if (open.length > 0) throw new ShelfError("UNCOMMITTED", { paths: fewOf(open) });
  await ensureUnfiltered(root, [...gone, ...there], filters);
  await git("var", "GIT_COMMITTER_IDENT").catch((error: unknown) => {
    throw new ShelfError("NO_COMMITTER", { reason: reasonOf(error) }, error);
  });
}

/** A filter that only the repository defines is not run, so a file under it could not be added as it would have to be. */
async function ensureUnfiltered(
  root: string,
  paths: readonly ProjectPath[],
  filters: ReadonlySet<string>,
): Promise<void> {
  if (filters.size === 0) return;
  const input = paths.map((path) => `${path}\0`).join("");
  const answer = (await askGit(root, ["check-attr", "-z", "--stdin", "filter"], { input })).split("\0");
  const under = answer.flatMap((word, at) => (at % 3 === 2 && filters.has(word) ? [answer[at - 2] ?? ""] : []));
  if (under.length > 0) throw new ShelfError("FILTER_UNTRUSTED", { paths: fewOf(under) });
}

function fewOf(paths: readonly string[]): string[] {
  return paths.length > 8 ? [...paths.slice(0, 7), `… and ${paths.length - 7} more`] : [...paths];
}

/**
 * Commits what was carried out. If git refuses (a hook, a lock), the index is put back as it was, no commit is left, and
 * `COMMIT_REFUSED` is thrown: the files stay changed.
 */
export async function commitChange(input: CommitInput): Promise<Committed[]> {
  const { root, store, caller, plan, steps, title } = input;
  const git = (...words: string[]): Promise<string> => askGit(root, words);
  const before = (await git("rev-parse", "--verify", "--quiet", "HEAD").catch(() => "")).trim();
  try {
    const isApart = steps === "two-steps" && plan.moves.length > 0 && plan.edits.length + plan.made.length > 0;
    if (!isApart) {
      await stage(root, plan);
      return [await commit(root, title, bodyOf(plan))];
    }
    const firstTitle = `${title}: relocate`;
    noteCommit(store, caller, { before, first: firstTitle });
    await stageRelocation(root, plan);
    // The first step alone is not meant to build, so the hooks are asked once, for both.
    const first = await commit(
      root,
      firstTitle,
      `${movedText(plan)}\nReferences follow in the next commit.`,
      "--no-verify",
    );
    await stage(root, plan);
    return [first, await commit(root, `${title}: update references`, respelledText(plan))];
  } catch (error) {
    if (before === "") await git("update-ref", "-d", "HEAD").catch(() => "");
    else await git("update-ref", "HEAD", before).catch(() => "");
    await git("reset", "-q").catch(() => "");
    throw new ShelfError(
      "COMMIT_REFUSED",
      { reason: error instanceof GitRefusal ? error.said : reasonOf(error) },
      error,
    );
  } finally {
    forgetCommit(store);
  }
}

async function commit(root: string, title: string, body: string, ...more: string[]): Promise<Committed> {
  const { settings } = await ownCommands(root);
  const input = `${title}\n\n${body}\n`;
  await askGit(root, ["commit", "-q", ...more, "-F", "-"], { input, settings, hooks: true });
  return { id: (await askGit(root, ["rev-parse", "--short", "HEAD"])).trim(), title };
}

/** Puts the change's paths into the index as they are now. */
async function stage(root: string, plan: Plan): Promise<void> {
  const { gone, there } = touched(plan);
  const tracked = await askGit(root, ["ls-files", "-z"]);
  const known = new Set(tracked.split("\0"));
  const paths = [...there, ...gone.filter((path) => known.has(path))];
  const { settings } = await ownCommands(root);
  await askGit(root, ["add", "-A", "--pathspec-from-file=-", "--pathspec-file-nul"], {
    input: literal(paths),
    settings,
  });
}

function literal(paths: readonly ProjectPath[]): string {
  return paths.map((path) => `:(literal)${path}\0`).join("");
}

/**
 * Puts into the index what every moved file was, at its new place. The form is that of `git update-index --index-info`:
 * `mode object 0 tab path`, and mode 0 for a path that goes.
 */
async function stageRelocation(root: string, { moves }: Plan): Promise<void> {
  const listed = await askGit(root, ["ls-files", "-s", "-z"]);
  const prefix = (await askGit(root, ["rev-parse", "--show-prefix"])).trim();
  const objects = new Map<string, string>();
  for (const entry of listed.split("\0")) {
    const tab = entry.indexOf("\t");
    if (tab > 0) objects.set(entry.slice(tab + 1), entry.slice(0, tab));
  }
  const known = moves.flatMap(({ from, to }) => {
    const object = objects.get(from);
    return object === undefined ? [] : [{ from, to, object }];
  });
  const nothing = (object: string): string => "0".repeat(object.split(" ")[1]?.length ?? 40);
  const lines = [
    ...known.map(({ from, object }) => `0 ${nothing(object)}\t${prefix}${from}\0`),
    ...known.map(({ to, object }) => `${object}\t${prefix}${to}\0`),
  ];
  await askGit(root, ["update-index", "-z", "--index-info"], { input: lines.join("") });
}

function bodyOf(plan: Plan): string {
  return [movedText(plan), respelledText(plan)].filter((text) => text !== "").join("\n");
}

/** What moved, folder by folder. */
function movedText({ moves }: Plan): string {
  if (moves.length === 0) return "";
  const ways = new Map<string, number>();
  for (const { from, to } of moves) {
    const way = `${folderName(from)} → ${folderName(to)}`;
    ways.set(way, (ways.get(way) ?? 0) + 1);
  }
  const lines = [...ways].sort((a, b) => b[1] - a[1]);
  const shown = lines.slice(0, 40);
  const rest = lines.slice(shown.length).reduce((sum, [, files]) => sum + files, 0);
  return [
    `${moves.length === 1 ? "1 file moves" : `${moves.length} files move`}:`,
    ...shown.map(([way, files]) => `- ${way} (${files})`),
    ...(rest > 0 ? [`- and ${rest} more elsewhere`] : []),
    "",
  ].join("\n");
}

function folderName(path: string): string {
  const slash = path.lastIndexOf("/");
  return slash < 0 ? "./" : path.slice(0, slash + 1);
}

function respelledText({ edits, proof, made, removed }: Plan): string {
  const files = new Set(edits.map(({ file }) => file)).size;
  return [
    ...(edits.length === 0
      ? []
      : [
          `${edits.length === 1 ? "1 reference is" : `${edits.length} references are`} respelled in ${files === 1 ? "1 file" : `${files} files`}.`,
        ]),
    ...(made.length === 0 ? [] : [`Made: ${made.map(({ path }) => path).join(", ")}.`]),
    ...(removed.length === 0 ? [] : [`Removed: ${removed.join(", ")}.`]),
    ...(proof.references === 0
      ? []
      : [
          `${proof.gaps.length === 0 ? "Proved" : "Of what could be read"}: ${proof.same} of ${proof.references} references resolve to what they are meant to.`,
        ]),
  ].join("\n");
}
