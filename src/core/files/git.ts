/**
 * The one way to git. A repository may come from anybody, and its own settings may name commands: a file-system monitor, hooks,
 * filters, a program for signatures, a pager, an external diff, a transport by which missing objects are fetched. None of them
 * is run for us: settings that name a command are overruled on the command line, fixed ones always, named ones (`filter.x.clean`)
 * where a git command could run them. What the *person* set up for all repositories (git's global settings) stays in force.
 *
 * Sources: git-config(1), git(1) "Environment Variables", gitattributes(5), githooks(5).
 */
import { execFile } from "node:child_process";
import { lstatSync } from "node:fs";
import { join } from "node:path";

/** Overruled whatever is asked. */
const fixed = [
  "core.fsmonitor=false",
  "core.quotePath=false",
  "core.pager=cat",
  "core.sshCommand=false",
  "core.gitProxy=",
  "core.askPass=",
  "core.alternateRefsCommand=",
  "diff.external=",
  "interactive.diffFilter=",
  "log.showSignature=false",
  "submodule.recurse=false",
  "protocol.allow=never",
  "gc.auto=0",
  "maintenance.auto=false",
];

/** No hook is found in a folder that is none. */
const noHooks = "core.hooksPath=/dev/null";

/** Names in the person's environment that would run a command or fetch something. */
const dropped = ["GIT_EXTERNAL_DIFF", "GIT_SSH", "GIT_SSH_COMMAND", "GIT_PROXY_COMMAND"];

/** The person's environment, with what keeps git from asking, fetching and writing by itself. */
function environment(): NodeJS.ProcessEnv {
  const own = Object.entries(process.env).filter(([name]) => !dropped.includes(name));
  return {
    ...Object.fromEntries(own),
    LC_ALL: "C",
    GIT_PAGER: "cat",
    GIT_ALLOW_PROTOCOL: "none",
    GIT_NO_LAZY_FETCH: "1",
    GIT_TERMINAL_PROMPT: "0",
    GIT_OPTIONAL_LOCKS: "0",
  };
}

/** Milliseconds after which git is taken not to answer: a pipe in place of a file that it reads, a disk that is gone. */
const patience = 120_000;

/** How git is called. */
interface GitCall {
  readonly words: readonly string[];
  readonly input?: string;
  /** Hooks may run: a person asked for a commit. */
  readonly hooks?: boolean;
  /** More settings for this call, as `key=value`. */
  readonly settings?: readonly string[];
}

/** What git answered. */
interface GitAnswer {
  readonly code: number | undefined;
  readonly out: string;
  readonly err: string;
  readonly error: Error | undefined;
}

function callGit(root: string, { words, input, hooks = false, settings = [] }: GitCall): Promise<GitAnswer> {
  if (wouldWait(root)) return Promise.resolve({ code: undefined, out: "", err: "", error: undefined });
  const overruled = [...fixed, ...(hooks ? [] : [noHooks]), ...settings].flatMap((setting) => ["-c", setting]);
  return new Promise((resolve) => {
    const options = {
      cwd: root,
      encoding: "utf8",
      maxBuffer: 1 << 30,
      env: environment(),
      timeout: hooks ? 0 : patience,
    } as const;
    const child = execFile("git", [...overruled, ...words], options, (error, out, err) => {
      const code = error === null ? 0 : typeof error.code === "number" ? error.code : undefined;
      resolve({ code, out, err, error: error ?? undefined });
    });
    if (input === undefined) return;
    // Git may end before it has read everything.
    child.stdin?.on("error", () => undefined);
    child.stdin?.end(input);
  });
}

/** Git reads some files whatever they are; where one of them is a pipe, it would wait for ever. */
function wouldWait(root: string): boolean {
  return [".gitignore", ".gitattributes"].some((name) => {
    const stat = lstatSync(join(root, name), { throwIfNoEntry: false });
    return stat !== undefined && !stat.isFile() && !stat.isDirectory() && !stat.isSymbolicLink();
  });
}

/** What git printed, and what it could not look at while it did. */
export interface GitOutput {
  readonly text: string;
  /** Files and folders (with `/` at their end) that git had no permission to read. */
  readonly unreadable: readonly string[];
}

/** Runs git in a folder; `undefined` when it is missing or says no (exit codes in `fine` are not a no). */
export async function runGit(
  root: string,
  words: readonly string[],
  { fine = [], settings = [] }: { readonly fine?: readonly number[]; readonly settings?: readonly string[] } = {},
): Promise<GitOutput | undefined> {
  const { code, out, err } = await callGit(root, { words, settings });
  if (code === undefined || (code !== 0 && !fine.includes(code))) return undefined;
  return { text: out, unreadable: unreadableIn(err) };
}

/** `error: failed to stat 'a.ts': Permission denied`, `warning: could not open directory 'b/': …` → `["a.ts", "b/"]`. */
function unreadableIn(said: string): string[] {
  if (said === "") return [];
  const found = [...said.matchAll(/^(?:error|warning|fatal): [^'\n]*'([^\n]+)': [^'\n]+$/gm)];
  return found.map(([, path]) => path ?? "").filter((path) => path !== "" && !path.startsWith("/"));
}

/** Git said no. */
export class GitRefusal extends Error {
  override readonly name = "GitRefusal";

  constructor(
    readonly words: readonly string[],
    /** What it wrote to standard error. */
    readonly said: string,
  ) {
    super(`git ${words[0] ?? ""}: ${said}`);
  }
}

/** Runs git in a folder, with a text on its standard input; gives its standard output. Throws `GitRefusal`. */
export async function askGit(
  root: string,
  words: readonly string[],
  more: Omit<GitCall, "words"> = {},
): Promise<string> {
  const { code, out, err, error } = await callGit(root, { words, input: "", ...more });
  if (code === 0) return out;
  throw new GitRefusal(words, err.trim() || out.trim() || (error?.message ?? ""));
}

/** Settings that name a command, by their keys as `git config --list` spells them. */
const naming =
  /^(?:filter\..*\.(?:clean|smudge|process|required)|diff\..*\.(?:command|textconv)|merge\..*\.driver|gpg\.(?:.*\.)?program|credential\.(?:.*\.)?helper|core\.editor|sequence\.editor|trailer\..*\.(?:command|cmd))$/i;

/** What a repository itself says about commands that git runs. */
export interface OwnCommands {
  /** As `key=value`, what stands instead: the person's own setting, else nothing. */
  readonly settings: readonly string[];
  /** Names of filters that only the repository defines. Files under them cannot be added as they would have to be. */
  readonly filters: ReadonlySet<string>;
}

/** Reads which commands a repository's own settings name. Nothing is run. */
export async function ownCommands(root: string): Promise<OwnCommands> {
  const answer = await callGit(root, { words: ["config", "--list", "--show-scope", "-z"] });
  const [own, personal] = [new Set<string>(), new Map<string, string>()];
  const words = answer.code === 0 ? answer.out.split("\0") : [];
  for (let at = 0; at + 1 < words.length; at += 2) {
    const [scope = "", entry = ""] = [words[at], words[at + 1]];
    const end = entry.indexOf("\n");
    const key = end < 0 ? entry : entry.slice(0, end);
    if (!naming.test(key)) continue;
    if (scope === "local" || scope === "worktree") own.add(key);
    else personal.set(key, end < 0 ? "true" : entry.slice(end + 1));
  }
  const instead = (key: string): string => personal.get(key) ?? (/required$/i.test(key) ? "false" : defaultOf(key));
  const filters = [...own].flatMap((key) => /^filter\.(.*)\.(?:clean|process)$/i.exec(key)?.[1] ?? []);
  const onlyOwn = filters.filter(
    (name) => !personal.has(`filter.${name}.clean`) && !personal.has(`filter.${name}.process`),
  );
  return { settings: [...own].map((key) => `${key}=${instead(key)}`), filters: new Set(onlyOwn) };
}

/** An empty program for signatures would be an error, so git's own default stands. */
function defaultOf(key: string): string {
  const program = /^gpg\.(?:(.*)\.)?program$/i.exec(key);
  if (!program) return "";
  return program[1] === "ssh" ? "ssh-keygen" : program[1] === "x509" ? "gpgsm" : "gpg";
}
