/**
 * A reader that writes down what it was asked and a digest of what it answered. Whatever was computed from such a reader is
 * the same as long as the answers are: so an output can be kept with its trace, and given again when every question of the
 * trace, asked once more, is answered as before. That is the whole proof; nothing is concluded from times or sizes.
 */
import { hash } from "node:crypto";
import type { ProjectPath } from "../../base/paths.js";
import type { PastCommit } from "../past.js";
import type { FileReader, LineForm, FileStat, Listing } from "../index.js";

/** Questions and the digests of their answers, in the order in which they were first asked. */
export type Trace = ReadonlyMap<string, string>;

/** Asks another reader, and writes it down. */
export class TracedReader implements FileReader {
  readonly root: string;
  readonly #trace = new Map<string, string>();
  #isWhole = true;

  constructor(readonly store: FileReader) {
    this.root = store.root;
  }

  /** What was asked; `undefined` where something was asked that cannot be asked again. */
  get trace(): Trace | undefined {
    return this.#isWhole ? this.#trace : undefined;
  }

  async list(): Promise<Listing> {
    const listing = await this.store.list();
    this.#note("list", () => listingDigest(listing));
    return listing;
  }

  async past(most: number): Promise<readonly PastCommit[] | undefined> {
    const commits = await this.store.past(most);
    this.#note(`past ${most}`, () => digest(JSON.stringify(commits ?? null)));
    return commits;
  }

  async changedSince(commit: string): Promise<readonly ProjectPath[] | undefined> {
    const changed = await this.store.changedSince(commit);
    this.#note(`changed ${commit}`, () => digest(JSON.stringify(changed ?? null)));
    return changed;
  }

  search(texts: readonly string[], form?: LineForm): Promise<ReadonlySet<ProjectPath> | undefined> {
    this.#isWhole = false;
    return this.store.search(texts, form);
  }

  read(path: ProjectPath): Buffer {
    return this.#ask(`read ${path}`, () => this.store.read(path), digest);
  }

  stat(path: ProjectPath): FileStat | undefined {
    const stat = this.store.stat(path);
    this.#note(`stat ${path}`, () => statDigest(stat));
    return stat;
  }

  tracks(folder: ProjectPath): Promise<"yes" | "no" | "unknown"> {
    this.#isWhole = false;
    return this.store.tracks(folder);
  }

  readLink(path: ProjectPath): Buffer {
    return this.#ask(`link ${path}`, () => this.store.readLink(path), digest);
  }

  entries(folder: ProjectPath): readonly string[] {
    return this.#ask(`entries ${folder}`, () => this.store.entries(folder), entriesDigest);
  }

  existsBeyond(relative: string): boolean {
    const exists = this.store.existsBeyond(relative);
    this.#note(`exists ${relative}`, () => String(exists));
    return exists;
  }

  readBeyond(relative: string): string | undefined {
    const text = this.store.readBeyond(relative);
    this.#note(`beyond ${relative}`, () => digest(text ?? "\0"));
    return text;
  }

  ignoresCase(): boolean {
    const ignores = this.store.ignoresCase();
    this.#note("case", () => String(ignores));
    return ignores;
  }

  /** A question that may have no answer; that is noted, too. */
  #ask<Answer>(question: string, ask: () => Answer, digestOf: (answer: Answer) => string): Answer {
    try {
      const answer = ask();
      this.#note(question, () => digestOf(answer));
      return answer;
    } catch (error) {
      this.#note(question, () => none);
      throw error;
    }
  }

  #note(question: string, answer: () => string): void {
    if (!this.#trace.has(question)) this.#trace.set(question, answer());
  }
}

/** What stands for an answer that could not be given. */
const none = "gone";

/** The digest that a file's bytes have in a trace. */
export function digest(content: string | Buffer): string {
  if (typeof content === "string") return hash("sha256", content, "base64");
  let found = digests.get(content);
  if (found === undefined) digests.set(content, (found = hash("sha256", content, "base64")));
  return found;
}

/** Bytes that were just read are asked for twice: by the trace, and by the readings that are kept. */
const digests = new WeakMap<Buffer, string>();

/** What is looked at of a file's state: its kind, mode and size. Which number it has on the disk means nothing. */
function statDigest(stat: FileStat | undefined): string {
  return stat ? `${stat.kind} ${stat.mode} ${stat.size}` : "none";
}

function listingDigest({ files, foreign, unlisted, from }: Listing): string {
  const lines = [
    from,
    ...files.map(({ path, link }) => `${path}${link ? " link" : ""}`),
    "",
    ...foreign,
    "",
    ...unlisted.map(({ path }) => path),
  ];
  return digest(lines.join("\n"));
}

function entriesDigest(names: readonly string[]): string {
  return digest([...names].sort().join("\n"));
}

/** A file with another content than it had, and the digest of what it held. */
export interface Edited {
  readonly path: ProjectPath;
  readonly before: string;
}

/**
 * Asks every question of a trace again. Gives the files whose content alone is another; `undefined` where anything else is. The
 * answers may stop at the first of that kind.
 */
export async function editedSince(store: FileReader, trace: Trace): Promise<readonly Edited[] | undefined> {
  const edited = new Map<ProjectPath, Edited>();
  // A file that is longer or shorter is one that was edited.
  const resized = new Set<ProjectPath>();
  // What takes a process of its own is begun first, and waited for last.
  const slow = [...trace].flatMap(([question, answer]) => {
    const asked = askSlowly(store, question);
    return asked ? [asked.then((again) => again === answer).catch(() => false)] : [];
  });
  for (const [question, answer] of trace) {
    const again = askQuickly(store, question);
    if (again === undefined || again === answer) continue;
    const [word = "", rest = ""] = parts(question);
    const path = rest as ProjectPath;
    if (word === "read" && again !== none && answer !== none) edited.set(path, { path, before: answer });
    else if (word === "stat" && sizeless(again) === sizeless(answer)) resized.add(path);
    else return undefined;
  }
  const isWhole = [...resized].every((path) => edited.has(path));
  return isWhole && (await Promise.all(slow)).every(Boolean) ? [...edited.values()] : undefined;
}

/** The digest of a file's state without its size. */
function sizeless(stat: string): string {
  return stat.replace(/ \d+$/, "");
}

function askSlowly(store: FileReader, question: string): Promise<string> | undefined {
  const [word = "", rest = ""] = parts(question);
  if (word === "list") return store.list().then(listingDigest);
  if (word === "past") return store.past(Number(rest)).then((commits) => digest(JSON.stringify(commits ?? null)));
  if (word === "changed") return store.changedSince(rest).then((changed) => digest(JSON.stringify(changed ?? null)));
  return undefined;
}

/** The answer of today; `undefined` for questions that take a process of their own. */
function askQuickly(store: FileReader, question: string): string | undefined {
  const [word = "", rest = ""] = parts(question);
  const path = rest as ProjectPath;
  try {
    switch (word) {
      case "read":
        return digest(store.read(path));
      case "stat":
        return statDigest(store.stat(path));
      case "link":
        return digest(store.readLink(path));
      case "entries":
        return entriesDigest(store.entries(path));
      case "exists":
        return String(store.existsBeyond(rest));
      case "beyond":
        return digest(store.readBeyond(rest) ?? "\0");
      case "case":
        return String(store.ignoresCase());
    }
  } catch {
    return none;
  }
  return undefined;
}

function parts(question: string): readonly string[] {
  const space = question.indexOf(" ");
  return space < 0 ? [question] : [question.slice(0, space), question.slice(space + 1)];
}
