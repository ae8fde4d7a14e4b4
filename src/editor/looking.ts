/** Looking at a project in another thread: questions go there with a number, and answers come back with it. */
import { Worker } from "node:worker_threads";
import type { ProjectPath } from "../core/base/paths.js";
import type { Progress } from "../core/base/progress.js";
import type { WorkspaceChange } from "../core/workspace.js";
import type { Looker } from "./looker.js";
import type { Encoding } from "./positions.js";

/** What the thread is begun with. */
export interface ThreadSetup {
  readonly root: string;
  readonly standing: string;
  readonly encoding: Encoding;
  /** Numbers of questions that nobody wants answered any more, as 32-bit integers. */
  readonly stops: SharedArrayBuffer;
}

/** What may be asked: the methods of a `Looker` that answer later. */
export type Question = Exclude<keyof Looker, "update" | "encoding">;

/** What the thread is told. */
export type Call =
  | { readonly kind: "update"; readonly changes: readonly WorkspaceChange[] }
  | { readonly kind: "ask"; readonly id: number; readonly method: Question; readonly words: readonly unknown[] };

/** What the thread tells. */
export type Answer = { readonly id: number } & (
  | { readonly kind: "progress"; readonly what: string; readonly done: number; readonly total: number }
  | { readonly kind: "answer"; readonly value: unknown }
  | {
      readonly kind: "failure";
      readonly code: string | undefined;
      readonly message: string;
      readonly next: string | undefined;
      readonly stack: string | undefined;
    }
);

/** What the thread threw. */
export class LookingFailure extends Error {
  override readonly name = "LookingFailure";

  constructor(
    message: string,
    /** The code of a refusal; `undefined` for what nobody foresaw. */
    readonly code: string | undefined,
    readonly next: string | undefined,
    stack: string | undefined,
  ) {
    super(message);
    if (stack !== undefined) this.stack = stack;
  }
}

/** What asking may be told. */
export interface AskOptions {
  readonly signal?: AbortSignal | undefined;
  readonly progress?: Progress | undefined;
}

type Words<Method extends Question> = Parameters<Looker[Method]> extends [...infer Before, unknown?] ? Before : never;

interface Waiting {
  readonly resolve: (value: unknown) => void;
  readonly reject: (error: Error) => void;
  readonly progress: Progress | undefined;
}

/** Questions that may be stopped at one time. */
const mostStops = 64;

/** The thread's script, beside the built program. */
export const threadScript = new URL("./looker-thread.js", import.meta.url);

/** One project, looked at in a thread of its own, which begins with the first question and begins again if it fails. */
export class Looking {
  readonly #stops = new SharedArrayBuffer(4 * mostStops);
  readonly #waiting = new Map<number, Waiting>();
  readonly #open = new Map<ProjectPath, string>();
  #worker: Worker | undefined;
  #last = 0;

  constructor(
    readonly root: string,
    readonly standing: ProjectPath,
    readonly encoding: Encoding,
    readonly script: URL = threadScript,
  ) {}

  /** Tells what has changed. A thread that begins later is told of every document that is open then. */
  update(changes: readonly WorkspaceChange[]): void {
    for (const { path, text } of changes) {
      if (typeof text === "string") this.#open.set(path, text);
      else if (text === null) this.#open.delete(path);
    }
    this.#worker?.postMessage({ kind: "update", changes } satisfies Call);
  }

  /** Asks for one of the answers of a `Looker`. Throws `LookingFailure`. */
  ask<Method extends Question>(
    method: Method,
    words: Words<Method>,
    { signal, progress }: AskOptions = {},
  ): ReturnType<Looker[Method]> {
    const worker = (this.#worker ??= this.#begin());
    const id = (this.#last += 1);
    const answer = new Promise<unknown>((resolve, reject) => {
      this.#waiting.set(id, { resolve, reject, progress });
      worker.postMessage({ kind: "ask", id, method, words } satisfies Call);
    });
    const stop = (): void => {
      Atomics.store(new Int32Array(this.#stops), id % mostStops, id);
      // Nobody waits until the thread has seen it.
      this.#waiting.get(id)?.reject(new LookingFailure("The work was stopped.", "STOPPED", undefined, undefined));
      this.#waiting.delete(id);
    };
    if (signal?.aborted === true) stop();
    signal?.addEventListener("abort", stop, { once: true });
    return answer.finally(() => signal?.removeEventListener("abort", stop)) as ReturnType<Looker[Method]>;
  }

  /** Ends the thread, whatever it is doing. */
  async close(): Promise<void> {
    const worker = this.#worker;
    this.#worker = undefined;
    await worker?.terminate();
  }

  #begin(): Worker {
    const { root, standing, encoding } = this;
    const workerData: ThreadSetup = { root, standing, encoding, stops: this.#stops };
    const worker = new Worker(this.script, { workerData });
    const changes = [...this.#open].map(([path, text]) => ({ path, text }));
    worker.postMessage({ kind: "update", changes } satisfies Call);
    worker.on("message", (answer: Answer) => this.#take(answer));
    const end = (error: Error): void => {
      if (this.#worker === worker) this.#worker = undefined;
      for (const { reject } of this.#waiting.values()) reject(error);
      this.#waiting.clear();
    };
    worker.once("error", (error: Error) => end(new LookingFailure(error.message, undefined, undefined, error.stack)));
    worker.once("exit", () => end(new LookingFailure("The work was stopped.", "STOPPED", undefined, undefined)));
    return worker;
  }

  #take(answer: Answer): void {
    const waiting = this.#waiting.get(answer.id);
    if (answer.kind === "progress") return waiting?.progress?.(answer.what, answer.done, answer.total);
    this.#waiting.delete(answer.id);
    if (answer.kind === "answer") waiting?.resolve(answer.value);
    else waiting?.reject(new LookingFailure(answer.message, answer.code, answer.next, answer.stack));
  }
}
