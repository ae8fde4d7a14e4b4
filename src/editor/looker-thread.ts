/** The thread in which a project is looked at, so that the editor is answered meanwhile. The other end is `looking.ts`. */
import { parentPort, workerData } from "node:worker_threads";
import { ShelfError } from "../core/base/errors.js";
import type { ProjectPath } from "../core/base/paths.js";
import { openDiskStore } from "../core/files/index.js";
import { Looker } from "./looker.js";
import type { Answer, Call, Question, ThreadSetup } from "./looking.js";

/** Between two words on how far the work is, in milliseconds. */
const pause = 200;

const { root, standing, encoding, stops } = workerData as ThreadSetup;
const looker = new Looker(openDiskStore(root), standing as ProjectPath, encoding);
const stopped = new Int32Array(stops);
const send = (answer: Answer): void => parentPort?.postMessage(answer);

parentPort?.on("message", (call: Call) => {
  if (call.kind === "update") looker.update(call.changes);
  else void answer(call);
});

async function answer({ id, method, words }: Extract<Call, { kind: "ask" }>): Promise<void> {
  let last = 0;
  const options = {
    signal: {
      get aborted() {
        return Atomics.load(stopped, id % stopped.length) === id;
      },
    },
    progress: (what: string, done: number, total: number) => {
      if (Date.now() - last < pause) return;
      last = Date.now();
      send({ id, kind: "progress", what, done, total });
    },
  };
  try {
    const questions = looker as unknown as Record<Question, (...all: readonly unknown[]) => Promise<unknown>>;
    send({ id, kind: "answer", value: await questions[method](...words, options) });
  } catch (error) {
    const { message } = error instanceof Error ? error : new Error(String(error));
    const next = error instanceof ShelfError ? error.next : undefined;
    const code = error instanceof ShelfError ? error.code : undefined;
    const stack = error instanceof Error ? error.stack : undefined;
    send({ id, kind: "failure", code, message, next, stack });
  }
}
