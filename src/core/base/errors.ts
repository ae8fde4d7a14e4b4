/** The error that every refusal is, and what systems say when they refuse. The table of refusals is `error-catalogue.ts`. */
import { catalogue, type Detail, type Entry, type Place, type Refusal } from "./error-catalogue.js";
import { plain } from "./text/plain.js";

export type { Detail, Place, Refusal } from "./error-catalogue.js";

/** The name of one refusal. */
export type ErrorCode = keyof typeof catalogue;

/** A refusal: a code for programs, a sentence for people, a place, and what to do next. */
export class ShelfError extends Error {
  override readonly name = "ShelfError";
  readonly refusal: Refusal;
  readonly next: string;
  readonly place: Place | undefined;

  constructor(
    readonly code: ErrorCode,
    readonly detail: Detail = {},
    cause?: unknown,
  ) {
    const entry: Entry = catalogue[code];
    const shown = plain(detail);
    super(entry.what(shown), cause === undefined ? undefined : { cause });
    this.refusal = entry.refusal;
    this.next = entry.next(shown);
    this.place = detail.place;
  }
}

const systemReasons: Readonly<Record<string, string>> = {
  EACCES: "permission denied",
  EPERM: "permission denied",
  ENOENT: "it is not there",
  EISDIR: "it is a folder",
  ENOTDIR: "a part of its path is no folder",
  ELOOP: "it is, or lies behind, a symbolic link",
  EINVAL: "it is not a plain file",
  EIO: "the disk failed",
};

/** Why the system refused to read something, in a few words and without paths: `permission denied`. */
export function readingProblem(thrown: unknown): string {
  const { code } = thrown as NodeJS.ErrnoException;
  return systemReasons[code ?? ""] ?? reasonOf(thrown).replace(/, \w+ '.*$/, "");
}

/** The message of anything that was thrown, on one line. */
export function reasonOf(thrown: unknown): string {
  return thrown instanceof Error ? (thrown.message.split("\n")[0] ?? "") : String(thrown);
}

/** Something that cannot be, whatever anybody types or has on disk: our mistake. The outermost layer says how to report it. */
export class BrokenAssumption extends Error {
  override readonly name = "BrokenAssumption";
}
